"""Platforms of every form: where their wheels stand, what they are built of, how they give."""

import math

import numpy as np
import pytest

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit, apply
from hazel_lantern.core.lamps import State
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.ranking import rank
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.rigs.dolly.forms import FORMS
from hazel_lantern.core.rigs.dolly.pieces import rail_lengths
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed
from tests.core.rigs.dolly.test_dolly import bowed, of, straight

__all__ = ["bowed", "straight"]


def as_form(rig, form):
    """The rig on another platform, with what goes with it."""
    rows = rank(
        next(one for one in assess(rig).rankings if one.id == "forms"),
        Case(rig, Settings(), Workshop()),
    )
    return apply(rig, next(row for row in rows if row.id == form).edits)


def bought(found):
    return {part.key: part.quantity for part in found.parts}


@pytest.mark.parametrize("form", FORMS)
def test_every_form_bears_its_weight_and_tells_how_it_is_built(straight, form):
    found = assess(as_form(straight, form))
    answer = found.answer
    assert answer.corners.sum(axis=0) == pytest.approx(answer.weight)
    assert answer.resting.sum() == pytest.approx(answer.weight)
    assert len(answer.form.corners) == len(answer.corner_places)
    assert bought(found)["wheels"] == answer.sets
    assert all(step.text for step in found.steps())
    for view in ("above", "side"):
        assert found.sketch(view, 20).things


def test_a_board_on_trucks_takes_two_of_them(straight):
    found = assess(as_form(straight, "board on two trucks"))
    answer = found.answer
    assert bought(found)["wheels"] == 2
    assert "wheel-plates" not in bought(found)
    # Two wheels to a truck: each bears with half of a truck's rating, and sinks in twice as far.
    roller = answer.rows.roller
    share = answer.corners.max() / GRAVITY / (roller.rating / 2)
    assert found.lamp("wheel-load").value == pytest.approx(answer.corners.max() / GRAVITY)
    assert found.lamp("wheel-load").limit == pytest.approx(0.7 * roller.rating / 2)
    assert share > 0
    # The plate can be drilled as listed: trucks stand in its middle line, wheelbase apart.
    holes = [one for one in found.holes() if one.part == "Deck"]
    middles = {
        end: np.mean([(one.x, one.y) for one in holes if one.label.startswith(end)], axis=0)
        for end in ("rear", "front")
    }
    assert middles["front"] - middles["rear"] == pytest.approx([answer.design.base, 0.0])
    length, width = answer.deck_size
    assert all(0.005 < one.x < length - 0.005 and 0.005 < one.y < width - 0.005 for one in holes)


def test_trucks_lean_before_their_board_twists(straight):
    """Second method: the twist of two axles joined by three springs in a row."""
    on = assess(as_form(straight, "board on two trucks")).answer
    base, gauge = on.design.base, on.gauge
    plate = 0.6e9 * on.design.platform.width * 0.018**3 / 3 / base
    # Both axles turned against each other by one radian: a lean, the board, a lean.
    torque = 1 / (1 / 40.0 + 1 / plate + 1 / 40.0)
    apart = 4 / gauge
    assert on.form.twist(on).stiffness == pytest.approx(torque * apart**2)
    stiff = assess(straight).answer
    assert on.form.twist(on).stiffness * on.gauge**2 < stiff.form.twist(stiff).stiffness * 0.5**2
    assert assess(as_form(straight, "triangle")).answer.form.twist(on) is None


def test_wheels_under_the_feet_stand_where_the_feet_do(straight):
    rig = as_form(straight, "wheels under the feet")
    found = assess(rig)
    answer, spread = found.answer, rig.design.platform.spread
    places = answer.corner_places
    sides = [math.dist(places[one], places[(one + 1) % 3]) for one in range(3)]
    assert sides == pytest.approx([spread] * 3, abs=1e-3)
    # Two on one rail, one on the other.
    assert sorted(np.sign(places[:, 1])) == [-1, -1, 1]
    assert rig.design.track.gauge == pytest.approx(spread * math.sqrt(3) / 2, abs=1e-3)
    assert found.lamp("feet").state is State.HOLDS
    wide = changed(rig, design__track__gauge=rig.design.track.gauge + 0.08)
    assert assess(wide).lamp("feet").state is not State.HOLDS
    laths = {one.label: one.length for one in found.pieces if "Spreader" in one.label}
    assert laths["Spreader"] == pytest.approx(spread + 0.06)
    assert "deck" not in bought(found)
    with pytest.raises(CannotBe, match="want a stand"):
        apply(rig, [Edit("design.platform.mount", "low mount")])


def test_a_bag_under_the_apex_keeps_a_stand_from_tipping(straight):
    """With nothing but wheels under its feet a stand is light: a nudge takes it over."""
    bare = changed(as_form(straight, "wheels under the feet"), design__platform__mass=1.0)
    hung = changed(
        bare,
        design__platform__ballast=12.0,
        design__platform__ballast_at="hung under the apex",
    )
    tips = [assess(one).lamp("tip").value for one in (bare, hung)]
    assert tips[1] > tips[0]
    assert "hung under the apex" in " ".join(assess(hung).set_card())


def test_a_camera_may_hang_below_its_deck(straight):
    low = changed(
        straight,
        design__platform__mount="hung below",
        design__platform__height=0.5,
        shot__camera_height=0.45,
    )
    found = assess(low)
    assert found.answer.mounted_screw < found.answer.deck
    assert found.lamp("room").state is State.HOLDS
    up = changed(low, shot__camera_height=1.2)
    assert assess(up).lamp("room").state is State.FAILS


def test_pipes_bowed_alike_are_as_long_and_their_ends_are_offset(bowed):
    """Second method: the inner pipe is as long as the outer, and stands out at both ends alike."""
    alike = changed(bowed, design__track__bows="both alike, ends offset")
    own, same = rail_lengths(assess(bowed).answer), rail_lengths(assess(alike).answer)
    assert same[0] == same[1] == pytest.approx(own[1])
    out = (own[1] - own[0]) / 2
    words = next(step.text for step in assess(alike).steps() if "Both pipes are alike" in step.text)
    assert f"{out * 1e3:.1f}".rstrip("0").rstrip(".") in words
    lengths = {one.length for one in assess(alike).pieces if one.label.startswith("Rail")}
    assert max(lengths) == pytest.approx(own[1] / 2)


def test_a_cord_on_one_pipe_and_clips_on_the_other(bowed):
    one = assess(changed(bowed, design__track__cord="on the inner pipe"))
    both = assess(bowed)
    assert bought(one)["cord-hooks"] == 2
    assert bought(both)["cord-hooks"] == 4
    assert bought(one)["cord"] < bought(both)["cord"]
    assert sum("hang a cord" in step.text for step in one.steps()) == 1
    clips = assess(changed(bowed, design__track__sleeper="boards with clips"))
    holes = [hole for hole in clips.holes() if hole.part == "Sleeper"]
    assert len(holes) == 2
    assert holes[1].x - holes[0].x == pytest.approx(bowed.design.track.gauge)


def test_sleepers_of_pipe_are_notched_at_the_gauge_and_stand_higher(straight):
    notched = assess(changed(straight, design__track__sleeper="pipes, notched"))
    holes = [hole for hole in notched.holes() if hole.part == "Sleeper"]
    assert holes[1].x - holes[0].x == pytest.approx(straight.design.track.gauge)
    # A pipe of 50 mm, notched by 12 mm, against a board of 18 mm.
    assert notched.answer.ground - assess(straight).answer.ground == pytest.approx(0.020)
    assert any("File two notches" in step.text for step in notched.steps())


def test_no_form_needs_a_second_rig_to_be_seen(straight):
    """From each form every other one is but one choice away, and back."""
    for form in FORMS:
        there = as_form(straight, form)
        back = as_form(there, "board") if form != "board" else there
        assert back.design.platform.form == "board"
        assert assess(back).lamps
    assert of().design.platform.form == "board"
