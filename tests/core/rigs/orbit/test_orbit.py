"""The orbit rig: its lamps against figures found apart, its drafts, its pack."""

import math
import random
from datetime import date

import numpy as np
import pytest

from hazel_lantern.core import mends
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.lamps import LookedUp, State
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.project.file import loads
from hazel_lantern.core.project.model import LogEntry, Rig
from hazel_lantern.core.resources import DATA
from hazel_lantern.core.rigs import families
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Pace, Room, Shot, Subject, Turn
from hazel_lantern.core.units import Style, write
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed, check_offer
from tests.core.build.test_mounting import UNITS, faults

TURN = 2 * math.pi
ORBIT = families()["orbit"]
W = Workshop()
USUAL = ("head-ball", "plate", "body-small", "lens-prime")


def drafted(radius=1.2, height=1.3, duration=10.0, person=True, turned=TURN):
    """A first draft for the usual camera, with a budget that it keeps to."""
    items = tuple(LoadItem.of(W.catalogue.items[id]) for id in USUAL)
    subject = Subject() if person else Subject(kind="table-top object", height=0.3)
    shot = Shot(
        move=Turn(radius=radius, turned=turned),
        pace=Pace(duration=duration, ease="smooth"),
        camera_height=height,
        room=Room(length=6.0, height=2.6),
        subject=subject,
    )
    load = Load(items=items)
    design, _ = ORBIT.first_draft(shot, load, Settings(), W)
    return Rig(name="Round", shot=shot, load=load, design=design, budget=200.0)


@pytest.fixture(scope="module")
def orbit():
    return drafted()


def lamp(rig, name):
    return assess(rig).by_id[f"orbit.{name}"]


@pytest.mark.parametrize(
    "rig",
    [drafted(), drafted(0.7, 0.9, 20.0, False), drafted(0.5, 1.2, 6.0, False), drafted(1.6, 1.5)],
    ids=["person", "table", "quick", "wide"],
)
def test_rigs_that_makers_would_use_fail_no_lamp(rig):
    found = assess(rig)
    assert [one.id for one in found.lamps if one.state is State.FAILS] == []


def test_it_is_balanced_with_the_arm_and_the_working_shows_both(orbit):
    found = assess(orbit)
    answer, arm = found.answer, orbit.design.arm
    line = answer.line_mass
    camera = answer.camera.mass * answer.camera.along
    bar = line * ((1.2 + arm.beyond) ** 2 - arm.tail**2) / 2
    riser = sum(body.mass for body in answer.frame[2:]) * 1.2
    left = camera + bar + riser - answer.weights.mass * orbit.design.counterweight.place
    assert answer.left_over == pytest.approx(left)
    told = found.by_id["orbit.balance"].meaning(Style())
    assert "for the camera alone" in told
    bare = camera / orbit.design.counterweight.place
    assert f"it would be {write(bare, 'mass')}" in told
    off = changed(orbit, design__counterweight__place=orbit.design.counterweight.place - 0.1)
    failing = lamp(off, "balance")
    assert failing.state is State.FAILS
    assert failing.value == pytest.approx(GRAVITY * 0.1 * answer.weights.mass, rel=0.01)
    assert "camera's side drops" in failing.headline


def test_a_camera_high_over_its_weights_rocks_the_rig(orbit):
    quick = changed(orbit, shot__pace__duration=1.5)
    answer = assess(quick).answer
    speed = answer.top
    # A turn by minimum jerk peaks at 1.875 of its mean.
    assert speed == pytest.approx(1.875 * TURN / 1.5, rel=1e-3)
    by_hand = sum(body.mass * body.along * (GRAVITY + speed**2 * body.up) for body in answer.bodies)
    assert answer.rocking == pytest.approx(by_hand, rel=1e-3)
    assert lamp(quick, "rocking").value > 10 * lamp(orbit, "rocking").value
    level = changed(quick, design__counterweight__above=0.6)
    assert lamp(level, "rocking").value < lamp(quick, "rocking").value


def test_energy_and_pull_are_those_of_every_part(orbit):
    quick = changed(orbit, shot__pace__duration=2.0)
    found = assess(quick)
    answer = found.answer
    stored = 0.5 * answer.top**2 * sum(b.mass * b.along**2 for b in answer.bodies)
    assert found.by_id["orbit.energy"].value == pytest.approx(stored)
    mass = answer.centre.mass
    both = mass * math.hypot(answer.top**2 * answer.camera.along, GRAVITY)
    assert found.by_id["orbit.mount"].value == pytest.approx(both)
    # By hand at the rim it wants a brake, and says so until there is one.
    assert found.by_id["orbit.energy"].state is not State.HOLDS
    braked = changed(quick, design__bearing__brake=True, drive__source="motor")
    assert "brake" not in lamp(braked, "energy").headline


def test_what_slides_out_is_held_by_its_clamp(orbit):
    quick = changed(orbit, shot__pace__duration=1.5, design__arm__slides=True)
    answer = assess(quick).answer
    flung = answer.top**2 * max(
        answer.camera.mass * answer.camera.along,
        answer.weights.mass * -answer.weights.along,
    )
    found = lamp(quick, "mount")
    assert found.value == pytest.approx(flung)
    assert found.limit == 120.0 / 2
    assert found.headline == "A slide flies out"
    strong = changed(quick, design__arm__clamps=flung * 3)
    assert lamp(strong, "mount").limit == 150.0 / 2
    assert {"slides", "slide-clamps"} <= {part.key for part in assess(quick).parts}


@pytest.mark.parametrize(
    ("bearing", "changes", "words"),
    [
        ("ring-150", {}, "not made to be pulled"),
        ("slew-120", {}, "Bearing carries it"),
        ("ring-150", {"design__bearing__captured": True}, "Bearing carries it"),
    ],
)
def test_a_ring_made_to_be_pressed_does_not_hang(bearing, changes, words):
    hung = changed(
        drafted(0.6, 1.0, 20.0, False),
        design__base__kind="ceiling",
        design__base__height=2.4,
        design__arm__riser=-0.9,
        design__bearing__row=bearing,
        **changes,
    )
    assert words in lamp(hung, "bearing").headline


def test_two_bearings_take_the_moment_as_a_pair(orbit):
    two = changed(orbit, design__bearing__row="flange-25", design__bearing__apart=0.2)
    found = assess(two)
    moment = found.answer.bearing_moment
    row = found.answer.rows.bearing
    pressed = found.answer.turning_mass * GRAVITY / row.press
    sideways = (moment / 0.2 + found.answer.side_pull) / row.radial
    assert found.by_id["orbit.bearing"].value == pytest.approx(max(pressed, sideways))


def test_the_arm_is_a_clamped_beam(orbit):
    found = assess(orbit)
    answer = found.answer
    length, stiff = 1.2 - answer.rows.bearing.width / 2, answer.rigidity
    hung = answer.camera.mass * GRAVITY * length**3 / (3 * stiff)
    hung += answer.line_mass * GRAVITY * length**4 / (8 * stiff)
    assert answer.dips[0] == pytest.approx(hung)
    quick = assess(changed(orbit, shot__pace__duration=1.5)).answer
    pull = quick.camera.mass * quick.top**2 * quick.camera.along
    over = quick.camera.up - quick.arm_up
    assert quick.dips[1] == pytest.approx(pull * over * length**2 / (2 * stiff))
    bent = answer.camera.mass * GRAVITY * length + answer.line_mass * GRAVITY * length**2 / 2
    stress = (bent + abs(answer.outward_moment)) / answer.rows.section.properties.modulus
    assert answer.stress == pytest.approx(stress)


def test_the_subject_wanders_by_offset_lean_and_run_out(orbit):
    true = changed(orbit, design__inside__off=0.0, design__base__lean=0.0)
    perfect = assess(true).answer
    row = perfect.rows.bearing
    play = row.run_out / row.width
    over = 0.66 * 1.72 - 0.12
    per_metre = perfect.focal_px / 1.2
    assert lamp(true, "frame").value == pytest.approx(2 * play * over * per_metre, rel=1e-6)
    off = changed(true, design__inside__off=0.02)
    more = lamp(off, "frame").value - lamp(true, "frame").value
    assert more == pytest.approx(2 * 0.02 * per_metre)
    lean = changed(true, design__base__lean=0.01)
    more = lamp(lean, "frame").value - lamp(true, "frame").value
    assert more == pytest.approx(2 * 0.01 * over * per_metre)


def test_the_real_poses_wander_as_the_lamp_says(orbit):
    """Second method: the subject projected through every pose, peak to peak across."""
    off = changed(orbit, design__base__lean=0.01, design__inside__off=0.0)
    found = assess(off)
    poses, subject = found.poses, found.subject
    aim = subject + np.array([0.0, 0.0, 0.66 * 1.72])
    ahead = np.stack([np.cos(poses.look), np.sin(poses.look)], axis=1)
    left = np.stack([-ahead[:, 1], ahead[:, 0]], axis=1)
    off_eye = aim - poses.eye
    depth = (off_eye[:, :2] * ahead).sum(axis=1)
    # A picture that is rolled shifts what lies above its middle aside.
    across = (off_eye[:, :2] * left).sum(axis=1) / depth
    rise = off_eye[:, 2] / depth
    shown = found.focal_px * (across * np.cos(poses.roll) + rise * np.sin(poses.roll))
    row = found.answer.rows.bearing
    over = 0.66 * 1.72 - 0.12
    by_lean = 2 * 0.01 * over * found.focal_px / 1.2
    assert np.ptp(shown) == pytest.approx(by_lean, rel=0.15)
    assert lamp(off, "frame").value == pytest.approx(
        by_lean + 2 * row.run_out / row.width * over * found.focal_px / 1.2, rel=1e-6
    )


def test_it_sweeps_what_its_corners_sweep(orbit):
    answer = assess(orbit).answer
    inner, outer = answer.swept
    assert inner < 1.2 < outer
    near = changed(orbit, design__inside__nearest=outer + 0.3)
    keep = lamp(near, "keep-out")
    assert keep.value == pytest.approx(0.3 - 0.5)
    assert keep.headline == "Sweeps into people outside"
    inside = changed(orbit, design__inside__radius=1.15)
    assert lamp(inside, "keep-out").value == pytest.approx(inner - 1.15)


def test_hung_it_needs_fixings_and_a_second_path():
    hung = changed(
        drafted(0.6, 1.0, 20.0, False),
        design__base__kind="ceiling",
        design__base__height=2.4,
        design__arm__riser=-0.9,
        design__bearing__row="slew-120",
    )
    assert lamp(hung, "tether").headline == "Nothing catches it"
    caught = changed(hung, design__fixing__tethered=True)
    answer = assess(caught).answer
    mass = answer.turning_mass + answer.rows.bearing.mass
    stiff = answer.rows.tether.axial_stiffness / 0.6
    weight = mass * GRAVITY
    force = weight * (1 + math.sqrt(1 + 2 * stiff * 0.05 / weight))
    assert lamp(caught, "tether").value == pytest.approx(force)
    bought = {part.key: part for part in assess(caught).parts}
    # 0.6 m and its loops, by the metre.
    assert bought["tether"].quantity == 1
    assert bought["overhead-fixings"].quantity == 4
    assert faults(caught, UNITS[0]) == []
    pads = changed(caught, design__fixing__by="adhesive pads")
    assert lamp(pads, "fixing").headline == "Adhesive overhead is refused"
    assert lamp(pads, "fixing").state is State.FAILS
    two, four = (lamp(changed(caught, design__fixing__count=n), "fixing").value for n in (3, 8))
    assert four < two


def test_a_mast_at_a_light_desk_tips_it():
    desk = {
        "design__base__kind": "mast at a desk",
        "design__base__height": 1.7,
        "design__arm__riser": -0.5,
        "design__base__rating": 100.0,
    }
    light = changed(drafted(0.5, 1.2, 20.0, False), **desk, design__base__mass=8.0)
    heavy = changed(light, design__base__mass=120.0)
    assert lamp(light, "tip").state is State.FAILS
    assert lamp(heavy, "tip").value > lamp(light, "tip").value + 0.2
    assert "off the desk" in lamp(light, "tip").headline
    outer = assess(light).answer.swept[1]
    keep = lamp(changed(light, design__base__mast=outer - 0.1), "keep-out")
    assert keep.headline == "Sweeps into its own mast"
    assert keep.value == pytest.approx(-0.1 - 0.02)


def test_a_plastic_mast_sags_and_a_steel_one_holds():
    desk = {
        "design__base__kind": "mast at a desk",
        "design__base__height": 1.7,
        "design__arm__riser": -0.5,
        "design__base__mass": 60.0,
    }
    steel = changed(drafted(0.5, 1.2, 20.0, False), **desk)
    plastic = changed(steel, design__base__pipe="pvc-pipe-32x2.9")
    answer = assess(steel).answer
    weight = (answer.turning_mass + answer.rows.bearing.mass) * GRAVITY
    stiff = answer.rows.pipe_material.modulus * answer.rows.pipe.properties.effective_moment
    # An elbow of two pieces, by virtual work: the moment W x across, W L up the post.
    across = np.linspace(0, 0.7, 2001)
    sunk = np.trapezoid(weight * across * across, across) / stiff
    sunk += weight * 0.7 * 0.7 * (1.7 - 0.74) / stiff
    assert answer.mast_sinks == pytest.approx(sunk, rel=1e-5)
    assert assess(plastic).answer.mast_sinks > 10 * answer.mast_sinks
    assert lamp(plastic, "arm-dip").state is State.FAILS
    assert lamp(plastic, "bounce").value < lamp(steel, "bounce").value
    assert "the mast bends" in lamp(steel, "arm-dip").meaning(Style())
    assert {"Mast, upright", "Mast, across"} <= {piece.label for piece in assess(steel).pieces}


@pytest.mark.parametrize(
    ("changes", "target"),
    [
        ({"design__inside__off": 0.05}, "frame"),
        ({"shot__move__turned": 3 * TURN}, "wrap"),
        ({"design__arm__spacer": 0.004}, "clear"),
        ({"design__arm__riser": 0.5}, "height"),
    ],
)
def test_a_way_forward_is_found(orbit, settings, workshop, changes, target):
    rig = changed(orbit, **changes)
    assert lamp(rig, target).state is State.FAILS
    offers = mends.find(f"orbit.{target}", Case(rig, settings, workshop))
    assert offers
    for offer in offers:
        check_offer(rig, f"orbit.{target}", offer, settings)


def any_orbit(dice):
    """An orbit rig as a maker might enter it."""
    tail = dice.uniform(0.4, 0.9)
    return {
        "design__bearing__row": dice.choice(list(W.catalogue.bearings)),
        "design__arm__section": dice.choice(
            ["aluminium-box-40x20x2", "aluminium-box-40x40x3", "pine-44x94", "aluminium-tube-40x3"]
        ),
        "design__arm__tail": tail,
        "design__counterweight__nearest": 0.1,
        "design__counterweight__farthest": tail - 0.03,
        "design__counterweight__place": tail / 2,
        "design__arm__spacer": dice.choice([0.0, 0.006, 0.012, 0.03]),
        "design__base__reach": dice.uniform(0.25, 0.6),
        "design__base__kind": dice.choice(["plate on the floor", "table", "ceiling"]),
        "shot__move__radius": dice.uniform(0.5, 2.0),
    }


def test_fifty_packs_can_be_built(orbit):
    dice, made = random.Random(5), 0
    while made < 50:
        try:
            rig = changed(orbit, **any_orbit(dice))
        except CannotBe:
            continue
        if lamp(rig, "holes").state is State.FAILS:
            continue
        assert faults(rig, UNITS[made % 2]) == [], (made, rig.design)
        made += 1


def test_the_stone_orbit_fails_one_lamp_and_its_mends_work(settings, workshop):
    demo = loads((DATA / "demo" / "tide-mill.hazel.json").read_text(encoding="utf-8"))
    stone = next(rig for rig in demo.rigs if rig.name == "Stone orbit")
    found = assess(stone)
    assert [one.id for one in found.lamps if one.state is State.FAILS] == ["orbit.frame"]
    assert stone.drive.by_motor
    offers = mends.find("orbit.frame", Case(stone, settings, workshop))
    assert any("subject" in offer.title.lower() for offer in offers)
    check_offer(stone, "orbit.frame", offers[0], settings)


def test_an_orbit_suits_a_turn_and_nothing_else():
    assert ORBIT.suits(Shot(move=Turn()))[0] == 1.0
    assert ORBIT.suits(Shot())[0] < 0.5
    for family in families().values():
        if family is not ORBIT:
            assert family.suits(Shot(move=Turn()))[0] < 0.5


def test_a_hand_tool_on_an_arm_is_refused_with_the_figures(orbit):
    """Fifteen teeth on thirty-five, 11 000 turns a minute, 1.5 m: 740.5 m/s at the tip."""
    wild = changed(
        orbit,
        shot__move__radius=1.5,
        drive__source="motor",
        drive__motor="hand-tool",
        drive__last="friction roller",
        drive__wheel=0.15,
        drive__ring=0.175,
    )
    found = assess(wild)
    it = found.family.drives.it
    # The ring's radius over the wheel's: 35 to 15.
    assert it.turns == pytest.approx(35 / 15)
    free = it.motor.free_speed * 60 / TURN
    told = found.by_id["drive.hazard"]
    assert told.value == pytest.approx(740.5 * free / 11000, rel=1e-3)
    assert told.state is State.FAILS
    assert "hand span" in told.meaning(Style())


def test_what_is_left_over_is_nought_where_the_weights_balance(orbit):
    found = assess(orbit)
    left, places = found.traces["left over"].values, found.traces["places"].values
    place = found.answer.needed / found.answer.weights.mass
    assert float(np.interp(place, places, left)) == pytest.approx(0.0, abs=1e-6)
    assert (found.traces["a plate more"].values[1:] < left[1:]).all()


def test_the_stack_has_so_far_to_slide(orbit):
    answer = assess(orbit).answer
    place = answer.needed / answer.weights.mass
    thick = sum(plate.thick * plate.on_bar for plate in orbit.design.counterweight.plates)
    out = orbit.design.arm.tail - thick / 2 - place
    back = place - orbit.design.counterweight.nearest
    assert lamp(orbit, "counterweight").value == pytest.approx(min(out, back))
    bolted = changed(orbit, design__counterweight__carrier="bolted in one place")
    assert not lamp(bolted, "counterweight").applies


def test_a_spin_down_that_was_logged_tells_the_bearings_friction(orbit):
    inertia = assess(orbit).answer.inertia
    # With friction alone it takes twice as long to stand as to half of its speed.
    stands = inertia * TURN / 0.3
    log = tuple(
        LogEntry(on=date(2026, 5, 3), measure=name, value=value)
        for name, value in (("spin-half", stands / 2), ("spin-down", stands))
    )
    told = dict(assess(orbit.model_copy(update={"log": log})).readout("Try-out"))
    friction = told["Bearing's friction, by spinning down"]
    assert float(friction.split()[0]) == pytest.approx(0.3, abs=0.01)
    assert not assess(orbit).readout("Try-out")
    measured = changed(orbit, design__bearing__drag=0.3)
    measure = next(one for one in ORBIT.measures if one.id == "spin-down")
    assert measure.predicted(assess(measured).answer) == pytest.approx(stands, rel=1e-6)


def test_a_desk_clamp_turns_over_under_a_long_mast():
    desk = {
        "design__base__kind": "mast at a desk",
        "design__base__height": 1.7,
        "design__arm__riser": -0.5,
        "design__fixing__pinned": True,
    }
    rig = changed(drafted(0.5, 1.2, 20.0, False), **desk)
    answer = assess(rig).answer
    turned = 2 * (answer.turning_mass + answer.rows.bearing.mass) * GRAVITY * 0.7
    weak = changed(rig, design__base__clamp=turned / 2)
    assert lamp(weak, "fixing").value == pytest.approx(2.0)
    assert lamp(weak, "fixing").headline == "Desk's clamp turns over"
    held = changed(rig, design__base__clamp=turned * 3)
    assert lamp(held, "fixing").state is State.TO_LOOK_UP
    said = [
        LookedUp(id=one.id, by="who put up the mast", least=one.least)
        for one in assess(held).look_ups
    ]
    assert lamp(changed(held, looked_up=tuple(said)), "fixing").state is State.HOLDS


def test_three_fixings_with_one_lost_hold_nothing():
    """Two left stand in a line: they bear no moment across it."""
    hung = changed(drafted(0.5, 1.2, 20.0, False), design__base__kind="ceiling")
    three = lamp(changed(hung, design__fixing__count=3), "fixing")
    assert (three.state, three.headline) == (State.FAILS, "One lost lets it fall")
    assert lamp(changed(hung, design__fixing__count=4), "fixing").state is State.TO_LOOK_UP


def test_spinning_up_leans_on_the_bearing_too(orbit):
    # A part of a turn is over before it is fast, and starts hard.
    quick = changed(orbit, shot__pace__duration=0.5, shot__move__turned=0.4)
    answer = assess(quick).answer
    bodies, course = answer.bodies, answer.course
    worst = 0.0
    for rate, hurry in zip(course.rate, course.acceleration, strict=True):
        # Forces m ω² x outwards and m α x aside, each at its height over the bearing.
        outwards = sum(b.mass * b.along * (GRAVITY + rate**2 * b.up) for b in bodies)
        aside = sum(b.mass * hurry * b.along * b.up for b in bodies)
        worst = max(worst, math.hypot(outwards, aside))
    assert answer.bearing_moment == pytest.approx(worst)
    assert worst > abs(answer.rocking)


def test_turning_takes_it_nearer_to_going_over(orbit):
    slow = changed(orbit, design__base__mass=2.0, design__base__reach=0.25)
    quick = changed(slow, shot__pace__duration=1.0)
    answer = assess(quick).answer
    assert lamp(quick, "tip").value < lamp(slow, "tip").value - 0.05
    # By moments about the nearest edge: weight holds what the couple lifts.
    edge = 0.25 * math.cos(math.pi / 4)
    stance_mass = answer.turning_mass + answer.rows.bearing.mass + 2.0
    pulled = sum(b.mass * b.along * answer.top**2 * (answer.level + b.up) for b in answer.bodies)
    held = stance_mass * GRAVITY * edge - GRAVITY * answer.left_over
    assert (lamp(quick, "tip").value < 0) is (abs(pulled) > held)


def test_on_a_slope_what_is_left_over_turns_it_as_its_energy_says(orbit):
    place = orbit.design.counterweight.place
    heavy = changed(
        orbit, design__counterweight__place=place - 0.15, design__base__lean=math.radians(3)
    )
    found = assess(heavy)
    answer, axis = found.answer, found.axes[0]
    assert answer.left_over > 0.5
    # The base leans towards 0: the heavy side lies lowest there, and is lifted on its way round.
    lifted = -GRAVITY * answer.left_over * math.sin(math.radians(3)) * np.cos(axis.place)
    work = np.concatenate(
        [
            [0.0],
            np.cumsum(
                np.diff(axis.place)
                * (axis.resisting["balance"][1:] + axis.resisting["balance"][:-1])
                / 2
            ),
        ]
    )
    assert work == pytest.approx(lifted - lifted[0], abs=0.02 * np.abs(lifted).max())
    assert "turns by itself" in found.by_id["orbit.balance"].meaning(Style())


def test_the_lens_goes_round_in_the_plane_that_the_base_leans_to(orbit):
    leaning = changed(orbit, design__base__lean=0.02)
    found = assess(leaning)
    eye = found.poses.eye
    flat = np.column_stack([eye[:, :2], np.ones(len(eye))])
    (slope, across, _), *_ = np.linalg.lstsq(flat, eye[:, 2], rcond=None)
    assert slope == pytest.approx(-0.02, rel=1e-3)
    assert across == pytest.approx(0.0, abs=1e-6)
    assert np.ptp(assess(changed(orbit, design__base__lean=0.0)).poses.eye[:, 2]) < 1e-9
