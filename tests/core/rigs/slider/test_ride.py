"""What flaws of the way and a hand do to a slider's picture, three wheels, loose rail ends."""

import math

import numpy as np
import pytest

from hazel_lantern.core.lamps import State
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.slider.lamps_ride import _mean_squares, bump, unsteady
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed, check_way_forward

THREE = {"design__carriage__stands_on": "three places"}


def test_three_wheels_hold_the_carriage_in_balance(rig):
    """Forces and moments about both axes vanish; with two there and one here nothing is open."""
    answer = assess(changed(rig, **THREE)).answer
    load, (left, right, far) = answer.carried, answer.wheels
    weight = load.mass * GRAVITY
    assert left + right + far == pytest.approx(np.full_like(far, weight))
    side = (far - left - right) * load.gauge / 2
    assert side == pytest.approx(np.full_like(far, weight * load.sideways), abs=1e-9)
    four = assess(rig).answer
    nose = (four.axles[1] - four.axles[0]) * load.wheelbase / 2
    lighter = load.mass / four.carried.mass
    assert (right - left) * load.wheelbase / 2 == pytest.approx(nose * lighter, rel=0.02, abs=0.05)


def test_three_wheels_cost_and_weigh_less_and_are_knocked_off_sooner(rig):
    three, four = assess(changed(rig, **THREE)), assess(rig)
    wheel = four.answer.rows.wheel
    bought = {part.key: part.quantity for part in three.parts}
    assert bought["wheels"] == wheel.count * 3 // 4
    assert four.answer.carried.mass - three.answer.carried.mass == pytest.approx(wheel.mass)
    assert three.by_id["slider.knock"].value < four.by_id["slider.knock"].value


def test_a_wheel_between_two_edges_sinks_by_its_sagitta(rig):
    slots = {"design__rails__flaws": "slots across", "design__rails__flaw": 0.008}
    answer = assess(changed(rig, **slots)).answer
    radius = answer.rows.wheel.running_diameter / 2
    assert (radius - bump(answer)) ** 2 + 0.004**2 == pytest.approx(radius**2)
    wide = assess(changed(rig, **{**slots, "design__rails__flaw": 0.05})).answer
    assert bump(wide) == radius


@pytest.mark.parametrize(
    "flaw", ["joints of the rails", "joints of a liner", "screw heads", "slots across"]
)
def test_a_flawed_way_shakes_and_has_a_way_forward(rig, settings, workshop, flaw):
    size = 0.012 if flaw == "slots across" else 0.0008
    rough = changed(rig, design__rails__flaws=flaw, design__rails__flaw=size)
    lamp = assess(rough).by_id["slider.ride"]
    assert lamp.state is State.FAILS
    assert lamp.headline.lower().startswith(flaw)
    check_way_forward(rough, "slider.ride", settings, workshop)


def test_a_hand_shows_on_a_light_rig_and_a_soft_link_takes_it_up(rig):
    """Under a sine of force a mass goes F / m w² to and fro."""
    answer = assess(rig).answer
    omega = 2 * math.pi * 2.0
    assert unsteady(answer) == pytest.approx(0.2 / (answer.carried.mass * omega**2))
    soft = assess(changed(rig, design__drive__handle="a soft link")).answer
    # A spring of 0.5 Hz damped by a tenth lets through |1 + 2 z r i| / |1 - r² + 2 z r i|, r = 4.
    let = abs(complex(1, 0.8)) / abs(complex(1 - 16, 0.8))
    assert unsteady(soft) == pytest.approx(unsteady(answer) * let)
    crank = assess(changed(rig, drive__source="hand crank")).answer
    assert unsteady(crank) == 0.0
    wild = assess(rig, Settings(hand_unsteady=5.0)).by_id["slider.ride"]
    assert wild.headline == "The hand shakes it"


def test_rails_pushed_in_dry_work_loose_and_glue_holds_them(rig, settings, workshop):
    dry = changed(
        rig,
        design__rails__ends="pushed into fittings",
        design__carriage__camera_side=0.05,
        design__carriage__screw_height=0.5,
        shot__camera_height=1.6,
    )
    found = assess(dry)
    lamp, answer = found.by_id["slider.rail-ends"], found.answer
    racked = np.abs(answer.push).max() * dry.design.drive.push_offset / 4
    over = answer.carried.mass * GRAVITY * abs(answer.carried.sideways) / 4 + 10.0 * 0.5 / 4
    assert lamp.value == pytest.approx(0.8 / math.hypot(racked, over))
    assert lamp.state is State.FAILS
    check_way_forward(dry, "slider.rail-ends", settings, workshop)
    names = [part.name for part in found.parts]
    assert "Pipe fitting for a rail's end" in names
    assert not any(name.startswith("End plate") for name in names)
    assert not assess(rig).by_id["slider.rail-ends"].applies


def test_wheels_beside_one_rail_guide_over_half_of_their_base(rig):
    slot = changed(
        rig,
        design__rails__arrangement="single",
        design__rails__section=next(
            one.id for one in Workshop().catalogue.sections.values() if one.running_face == "slot"
        ),
        design__carriage__wheel="eccentric-v",
    )
    four, three = assess(slot), assess(changed(slot, **THREE))
    jam = [one.by_id["slider.jam"].value for one in (four, three)]
    assert jam[1] == pytest.approx(jam[0] / 2)


@pytest.mark.parametrize("wheels", ["four places", "three places"])
def test_what_a_wheel_out_of_round_does_follows_from_the_plane_of_all(rig, wheels):
    """Each place lifted by one: the plane through all of them, squares added."""
    answer = assess(changed(rig, design__carriage__stands_on=wheels)).answer
    corners = [(-0.5, -0.5), (-0.5, 0.5), (0.5, -0.5), (0.5, 0.5)]
    if wheels == "three places":
        corners = [(-0.5, -0.5), (0.5, -0.5), (0.0, 0.5)]
    plane = np.linalg.pinv(np.array([(1.0, x, y) for x, y in corners]))
    assert _mean_squares(answer) == pytest.approx((plane**2).sum(axis=1))
