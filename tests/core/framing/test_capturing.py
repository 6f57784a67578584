"""Capture modes: what each sets, and what a crop does to the picture."""

import pytest

from hazel_lantern.core.catalogue import shipped
from hazel_lantern.core.fields import apply
from hazel_lantern.core.lamps import State
from hazel_lantern.core.shot.capturing import ENDLESS, captured
from tests.conftest import assess, changed
from tests.core.framing.test_framed import made

MODES = shipped().modes


@pytest.mark.parametrize("id", MODES)
def test_every_mode_is_a_shot_that_can_be_assessed(id):
    rig, mode = made("slide-past"), MODES[id]
    after = apply(rig, captured(rig.shot, mode))
    lens, played = after.shot.lens, after.shot.played
    assert (lens.frame_width, lens.frame_height, lens.crop) == (
        mode.frame_width,
        mode.frame_height,
        mode.crop,
    )
    if mode.rate <= 30:
        assert (played.kind, played.shown) == ("real time", mode.rate)
    else:
        assert (played.kind, played.captured) == ("slow motion", mode.rate)
        assert played.shown == rig.shot.played.shown
        assert played.buffer == (mode.buffer or ENDLESS)
    assert all(lamp.state in State for lamp in assess(after).lamps)


def test_a_time_lapse_stays_one():
    rig = changed(made("slide-past"), shot__played__kind="time-lapse")
    after = apply(rig, captured(rig.shot, MODES["hd-120"]))
    assert after.shot.played == rig.shot.played
    assert after.shot.lens.crop == MODES["hd-120"].crop


def test_a_crop_is_a_longer_lens_of_the_same_blur_on_the_sensor():
    whole = made("push-in", shot__lens__focus="set once")
    cropped = changed(whole, shot__lens__crop=2.0)
    longer = changed(whole, shot__lens__focal=2 * whole.shot.lens.focal)
    a, b, c = assess(whole), assess(cropped), assess(longer)
    assert b.focal_px == pytest.approx(2 * a.focal_px)
    assert b.focal_px == pytest.approx(c.focal_px)
    blurs = [one.by_id["shot.focus"] for one in (a, b)]
    assert blurs[1].value == pytest.approx(2 * blurs[0].value)
    assert blurs[1].limit == pytest.approx(blurs[0].limit)
