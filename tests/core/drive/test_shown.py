"""How a move is shown: counted by hand."""

import math

import numpy as np
import pytest
from scipy.integrate import solve_ivp

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.drive.capture import capture
from hazel_lantern.core.lamps import State
from hazel_lantern.core.shot.played import Played
from hazel_lantern.core.units import Style
from tests.conftest import assess, changed, check_way_forward
from tests.core.drive.test_drive import DEMO

SLOW = {"shot__played__kind": "slow motion", "shot__pace__duration": 2.0}
LAPSE = {"shot__played__kind": "time-lapse", "shot__pace__duration": 2700.0}


def lamp(rig, name):
    return assess(rig).by_id[f"shot.{name}"]


def test_at_real_pace_its_lamps_are_dark(rig):
    there = set(assess(rig).by_id)
    assert not there & {"shot.screen-time", "shot.capture", "shot.light"}
    assert there & {"shot.strobe", "shot.focus"}


def test_two_seconds_at_four_times_the_rate_last_eight(rig):
    slow = changed(rig, **SLOW)
    seen = lamp(slow, "screen-time")
    assert seen.value == pytest.approx(2.0 * 100 / 25)
    assert seen.state is State.FAILS
    assert lamp(changed(slow, shot__played__screen=5.0), "screen-time").state is State.HOLDS


def test_three_quarters_of_an_hour_in_ten_seconds(rig):
    lapse = changed(rig, **LAPSE)
    found = assess(lapse)
    assert found.by_id["shot.screen-time"].value == pytest.approx(10.8)
    told = dict(found.readout("Drive"))
    assert told["Frames"] == "250"
    way = rig.shot.move.distance / 250
    assert told["Way of a frame"] == f"{way * 1e3:.2f} mm".replace("0 mm", " mm")
    quick = changed(lapse, shot__pace__duration=60.0)
    assert lamp(quick, "screen-time").headline == "Frames come too quickly"


def test_blur_is_speed_in_the_picture_times_exposure(rig):
    found = assess(changed(rig, **SLOW, shot__played__shutter=50.0))
    axis = found.axis
    blur = float(abs(axis.speed).max()) * axis.pixels / 50
    assert found.by_id["shot.capture"].value == pytest.approx(blur)


def test_a_buffer_shorter_than_the_move_is_said(rig):
    long = changed(rig, **{**SLOW, "shot__pace__duration": 9.0}, shot__played__shutter=2000.0)
    told = lamp(long, "capture")
    assert told.state is State.TIGHT
    assert "5 s is lost" in told.meaning(Style())


@pytest.mark.parametrize(
    ("light", "shutter", "state"),
    [
        ("lamps at 50 Hz", 50.0, State.HOLDS),
        ("lamps at 50 Hz", 100.0, State.HOLDS),
        ("lamps at 50 Hz", 240.0, State.FAILS),
        ("lamps at 60 Hz", 60.0, State.HOLDS),
        ("lamps at 60 Hz", 50.0, State.FAILS),
        ("daylight", 1000.0, State.HOLDS),
    ],
)
def test_lamps_on_mains_flicker_but_for_whole_pulses(rig, light, shutter, state):
    lit = changed(
        rig,
        **SLOW,
        shot__played__light=light,
        shot__played__shutter=shutter,
        shot__played__captured=95.0,
    )
    assert lamp(lit, "light").state is state


@pytest.mark.parametrize("shutter", [95.0, 130.0, 250.0])
def test_ripple_is_what_frames_of_a_pulsing_light_differ_by(rig, shutter):
    """Second method: the light summed over the exposure of a thousand frames."""
    lit = {"shot__played__light": "lamps at 50 Hz", "shot__played__depth": 0.5}
    slow = changed(rig, **SLOW, **lit, shot__played__captured=97.0, shot__played__shutter=shutter)
    begins = np.arange(1000) / 97.0
    inside = np.linspace(0, 1 / shutter, 401)
    light = 1 + 0.5 * np.cos(4 * math.pi * 50 * (begins[:, None] + inside[None, :]))
    frames = light.mean(axis=1)
    assert lamp(slow, "light").value == pytest.approx(np.ptp(frames), abs=3e-3)


def test_frames_that_keep_step_with_the_mains_do_not_beat(rig):
    lit = {"shot__played__light": "lamps at 50 Hz", "shot__played__shutter": 240.0}
    assert lamp(changed(rig, **SLOW, **lit), "light").value == 0.0
    assert lamp(changed(rig, **LAPSE, **lit), "light").state is State.FAILS


def test_what_the_buffer_keeps(rig):
    """A quarter of an even two-second turn at 960 a second; a buffer of 2.5 s."""
    times = np.linspace(0, 4, 401)
    even = Axis(
        name="turn",
        kind="angle",
        place=math.pi * times,
        speed=np.full_like(times, math.pi),
        acceleration=np.zeros_like(times),
        resisting={},
        inertia=1.0,
        pixels=1.0,
    )
    played = Played(kind="slow motion", captured=960.0, shown=25.0, buffer=0.5)
    quarter = capture(even, times, played)
    assert quarter.frames == 480
    assert quarter.screen == pytest.approx(19.2)
    assert quarter.way == pytest.approx(math.pi / 2)
    long = capture(even, times, played.model_copy(update={"buffer": 2.5}))
    assert long.way == pytest.approx(math.radians(450))
    assert long.press == pytest.approx(4.0)
    assert long.lost == pytest.approx(1.5)
    told = assess(changed(rig, **SLOW)).family.shown.told(Style())
    assert "Press stop at" in told


def test_four_times_the_rate_loses_two_stops(rig):
    assert math.log2(100 / 25) == 2
    assert "2.0 stops" in lamp(changed(rig, **SLOW), "light").meaning(Style())


@pytest.mark.parametrize(
    ("changes", "name"),
    [
        ({**SLOW, "shot__played__shutter": 30.0}, "capture"),
        ({**SLOW, "shot__played__screen": 12.0}, "screen-time"),
        (
            {
                "shot__played__kind": "slow motion",
                "shot__pace__duration": 20.0,
                "shot__played__buffer": 30.0,
                "shot__played__light": "lamps at 50 Hz",
                "shot__played__shutter": 240.0,
                "shot__played__captured": 110.0,
            },
            "light",
        ),
    ],
)
def test_each_has_a_way_forward(rig, settings, workshop, changes, name):
    bad = changed(rig, **changes)
    assert lamp(bad, name).state is State.FAILS
    check_way_forward(bad, f"shot.{name}", settings, workshop)


def test_standing_still_for_a_frame_it_settles_first(rig):
    still = {**LAPSE, "shot__pace__duration": 500.0, "shot__played__shoots": "shoot, move, settle"}
    found = assess(changed(rig, **still, shot__played__shutter=4.0))
    shown, frames = found.family.shown, found.family.shown.frames
    frequency, damping = found.answer.bounce
    # A weight that has sunk swings as a pendulum of that length does.
    assert frequency == pytest.approx(
        math.sqrt(9.80665 / found.answer.bending.dip.max()) / 2 / math.pi
    )
    # Half of what camera and exposure leave of two seconds is for the way.
    assert shown.step_time == pytest.approx((2.0 - 0.25 - 0.5) / 2)

    # The same swing again, by stepping its equation.
    def swing(time, state):
        share = min(time / shown.step_time, 1.0)
        push = frames.greatest / shown.step_time**2 * (60 * share - 180 * share**2 + 120 * share**3)
        omega = 2 * math.pi * frequency
        return state[1], -push - 2 * damping * omega * state[1] - omega**2 * state[0]

    end = solve_ivp(swing, (0, shown.step_time), (0, 0), rtol=1e-10, atol=1e-14, max_step=0.002)
    omega = 2 * math.pi * frequency
    lag, rate = end.y[:, -1]
    left = math.hypot(lag, (rate + damping * omega * lag) / (omega * math.sqrt(1 - damping**2)))
    px, settles = shown.settling
    assert px == pytest.approx(left * found.axis.pixels, rel=0.02)
    assert settles == pytest.approx(max(math.log(px) / (damping * omega), 0.0))
    assert found.by_id["shot.capture"].value == pytest.approx(min(px, 1.0))
    limit = found.by_id["shot.screen-time"].limit
    assert limit == pytest.approx(0.25 + 0.5 + shown.step_time + settles)
    assert "stands still for each" in shown.told(Style())


def test_frames_lie_on_the_tape_as_the_move_is_at_their_times(rig):
    found = assess(changed(rig, **LAPSE))
    places = found.family.shown.frame_places
    assert len(places) == 250
    at = np.interp(np.arange(250) * 10.8, found.times, found.marks)
    assert places == pytest.approx(at)
    assert len(assess(rig).family.shown.frame_places) == 0


@pytest.mark.parametrize("family", ["slider", "jib", "dolly"])
def test_every_family_knows_how_often_it_bounces(family):
    rig = next(one for one in DEMO if one.design.family == family)
    frequency, damping = assess(rig).answer.bounce
    assert 1.0 < frequency < 60.0
    assert 0.0 < damping < 0.2
