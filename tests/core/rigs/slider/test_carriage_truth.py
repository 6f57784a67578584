"""What a slider's carriage is held against: knock, weight, jam, plate, ride, head, section."""

import math

import numpy as np
import pytest

from hazel_lantern.core.lamps import State
from hazel_lantern.core.mechanics import sections
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed


def test_a_light_camera_high_on_narrow_rails_is_knocked_off(rig):
    """Moments about the near wheels: W g / 2 against the nudge at the lens."""
    tall = changed(
        rig,
        design__rails__spacing=0.06,
        design__carriage__screw_height=0.45,
        design__carriage__camera_side=0.0,
        design__drive__push_offset=0.0,
        shot__camera_height=1.6,
    )
    lamp = assess(tall).by_id["slider.knock"]
    answer = assess(tall).answer
    weight, lens = answer.carried.mass * GRAVITY, 0.45 + tall.load.lens_axis
    takes = weight * 0.03 / lens
    assert lamp.headline == "A nudge knocks it off its rails"
    assert lamp.state is State.TIGHT
    from hazel_lantern.core.rigs.slider.standing import riding
    from hazel_lantern.core.settings import Settings

    assert riding(answer).told(Settings()).push == pytest.approx(takes, rel=0.02)
    # Wheels that reach round the rail hold it.
    held = changed(tall, design__carriage__wheel="bush-ball")
    assert not assess(held).by_id["slider.knock"].applies


def test_three_hundred_newtons_on_a_small_roller(rig):
    item = rig.load.items[0].model_copy(update={"mass": 120.0})
    heavy = changed(
        rig, load__items=(item,), design__supports__kind="floor", shot__camera_height=0.25
    )
    found = assess(heavy)
    lamp = found.by_id["slider.wheel-load"]
    assert lamp.state is State.FAILS
    assert lamp.value == pytest.approx(np.abs(found.answer.wheels).max() / GRAVITY)
    assert lamp.limit == pytest.approx(0.7 * found.answer.rows.wheel.rating)
    # In a V two wheels share a place, and lean on each other at 45°.
    vee = assess(changed(heavy, design__carriage__wheel="skate-v"))
    most = np.abs(vee.answer.wheels).max() / GRAVITY
    assert vee.by_id["slider.wheel-load"].value == pytest.approx(most / math.sqrt(2))


def test_a_drop_pole_pushed_far_below_its_block_locks(rig):
    hung = changed(
        rig,
        design__carriage__wheel="bush-plastic",
        design__carriage__wheelbase=0.12,
        design__drive__push_offset=0.02,
        design__drive__push_height=-0.42,
    )
    lamp = assess(hung).by_id["slider.jam"]
    # l / (2 m h) with m 0.18: it locks.
    assert lamp.value == pytest.approx(0.12 / (2 * 0.18 * math.hypot(0.42, 0.02)), rel=1e-6)
    assert lamp.state is State.FAILS
    above = assess(changed(hung, design__drive__push_height=0.0)).by_id["slider.jam"]
    assert above.value == pytest.approx(0.12 / (2 * 0.18 * 0.02))


def test_a_thin_plate_rocks_under_the_screw(rig):
    """Roark table 8.1: a beam on two rests, a moment in its middle turns it by M L / 12 E I."""
    thin = changed(rig, design__carriage__plate_thickness=0.002, load__lens_axis=0.12)
    lamp = assess(thin).by_id["slider.plate"]
    answer = assess(thin).answer
    inertia = answer.plate[0] * 0.002**3 / 12
    turn = 2.0 * 0.12 * answer.wheel_gauge / (12 * 8e9 * inertia)
    assert lamp.value == pytest.approx(assess(thin).focal_px * math.tan(turn))
    assert lamp.state is State.FAILS
    assert assess(changed(thin, design__carriage__plate_material="aluminium")).by_id[
        "slider.plate"
    ].value == pytest.approx(lamp.value * 8 / 69, rel=1e-3)


def test_wheels_out_of_round_shake_as_four_dice_would(rig):
    """Second method: four wheels turn out of step, many times over, and the picture is measured."""
    found = assess(changed(rig, design__carriage__wheel="caster-swivel"))
    answer, dice = found.answer, np.random.default_rng(3)
    wheel, base, gauge = answer.rows.wheel, 0.15, answer.gauge
    phases = dice.uniform(0, 2 * math.pi, (4, 20000))
    left_near, left_far, right_near, right_far = wheel.run_out / 2 * np.sin(phases)
    lift = (left_near + left_far + right_near + right_far) / 4
    slope = (right_near + right_far - left_near - left_far) / 2 / base
    tilt = (left_far + right_far - left_near - right_near) / 2 / gauge
    across = dice.uniform(-1, 1, 20000) * 960
    moved = found.focal_px * (lift / rig.shot.subject.distance + tilt) + across * slope
    lamp = found.by_id["slider.ride"]
    assert lamp.value == pytest.approx(math.sqrt(np.mean(moved**2)), rel=0.03)
    assert lamp.state is State.FAILS


def test_dip_tells_the_head_from_the_rail(rig):
    weak = assess(changed(rig, design__supports__head_stiffness=300.0))
    stiff = assess(changed(rig, design__supports__head_stiffness=1e7))
    assert "head gives" in weak.by_id["slider.rail-dip"].meaning(weak.answer.style)
    turned = weak.answer.head_turn
    moment = (weak.answer.axles * (weak.answer.wheel_place - 0.6)).sum(axis=0)
    assert turned == pytest.approx(-moment / 300.0, abs=1e-9)
    # What the head does not do, the rail does by itself, however the head is.
    without = weak.answer.bending.pitch - turned
    assert without == pytest.approx(stiff.answer.bending.pitch - stiff.answer.head_turn, abs=1e-9)


def test_rails_along_a_long_plate_bend_from_its_ends(rig):
    """A cantilever from the plate's end: its own length cubed, without the head's turn."""
    hard = changed(rig, design__supports__head_stiffness=1e7, design__rails__length=1.6)
    short, long = (
        assess(changed(hard, design__supports__plate=plate)).answer for plate in (0.08, 0.6)
    )
    rail = short.rail.rigidity * 2
    mark = 0
    for answer, half in ((short, 0.04), (long, 0.3)):
        at = float(answer.wheel_place[0, mark])
        dip = -float(answer.head_turn[mark]) * (at - 0.8)
        edge = 0.8 - half
        for place, force in zip(answer.wheel_place[:, mark], answer.axles[:, mark], strict=True):
            arm, reach = edge - float(place), edge - at
            near = min(arm, reach)
            if arm > 0:
                dip += force * near**2 * (3 * max(arm, reach) - near) / (6 * rail)
        x, span = edge - at, edge
        dip += answer.line * x**2 * (x**2 - 4 * span * x + 6 * span**2) / (24 * rail)
        assert answer.bending.dip[mark] == pytest.approx(dip, rel=1e-6)
    assert long.bending.dip.max() < 0.5 * short.bending.dip.max()


def test_an_angle_is_stressed_about_both_axes():
    """Second method: bend it about its principal axes, and look at every corner."""
    found = sections.angle(0.040, 0.040, 0.004)
    greatest, least, turn = found.principal_moments()
    assert turn == pytest.approx(math.pi / 4)
    # Corners from the centroid: of an even angle it is as far from both outsides.
    centre = (0.04 * 0.004 * 0.02 + 0.036 * 0.004 * 0.002) / (0.04 * 0.004 + 0.036 * 0.004)
    corners = [(0, 0), (0.04, 0), (0.04, 0.004), (0.004, 0.004), (0.004, 0.04), (0, 0.04)]
    worst = 0.0
    for y, z in corners:
        y, z = y - centre, z - centre
        # Axis of symmetry at 45°, and the one square to it; half of the moment on either.
        along, across = (y + z) / math.sqrt(2), (z - y) / math.sqrt(2)
        worst = max(worst, abs(along / least + across / greatest) / math.sqrt(2))
    assert 1 / found.modulus == pytest.approx(worst, rel=1e-9)
    plain = found.effective_moment / found.extreme_fibre
    assert found.modulus > 1.1 * plain
    assert sections.round_tube(0.02, 0.002).modulus == pytest.approx(4.63699e-9 / 0.01, rel=1e-5)


def test_rails_without_stops_are_said_to_be_open(rig):
    assert not any("open at their ends" in one for one in assess(rig).cautions("Frame"))
    bare = assess(changed(rig, design__stop=0.0))
    assert any("open at their ends" in one for one in bare.cautions("Frame"))


def test_every_wheel_says_how_it_is_mounted_and_how_round_it_is():
    for wheel in Workshop().catalogue.wheels.values():
        assert wheel.running_diameter <= wheel.diameter
        assert (wheel.pattern_along > 0) is (wheel.mount != "upright")
        assert wheel.count % 4 == 0


def hung_out(rig, mass=2.0, up=-0.1):
    item = rig.load.items[0].model_copy(update={"mass": mass, "up": up, "forward": 0.0})
    return changed(
        rig,
        load__items=(item,),
        design__carriage__wheel="groove-bearing",
        design__rails__spacing=0.12,
        design__carriage__camera_side=0.2,
        design__carriage__screw_height=0.02,
    )


def test_a_weight_that_hangs_outside_its_wheels_falls_off(rig):
    """Its weight hangs below the rails and outside them: nothing keeps it on."""
    found = assess(hung_out(rig))
    assert found.answer.carried.sideways > found.answer.gauge / 2
    assert found.answer.carried.height < 0
    lamp = found.by_id["slider.knock"]
    assert lamp.state is State.FAILS
    assert lamp.value < 0


def test_what_is_heavy_and_high_must_stand_up_to_a_nudge_on_its_rails_too(rig):
    """More than 10 kg above 1 m over the floor: counted from the floor, not from the rails."""
    item = rig.load.items[0].model_copy(update={"mass": 11.0, "up": 0.3})
    tall = changed(
        rig,
        load__items=(item,),
        design__rails__spacing=0.06,
        design__carriage__screw_height=0.2,
        shot__camera_height=1.6,
    )
    from hazel_lantern.core.rigs.slider.standing import riding
    from hazel_lantern.core.settings import Settings

    assert riding(assess(tall).answer).told(Settings()).grave
    low = changed(tall, shot__camera_height=0.5)
    assert not riding(assess(low).answer).told(Settings()).grave
