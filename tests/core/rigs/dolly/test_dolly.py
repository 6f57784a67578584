"""The dolly's lamps: each against a figure found another way, and at its limits."""

import math
from dataclasses import replace
from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given
from hypothesis import settings as hypothesis_settings
from hypothesis import strategies as st

from hazel_lantern.core import mends
from hazel_lantern.core.build.pack import write_pack
from hazel_lantern.core.drafts import settle
from hazel_lantern.core.fields import EditError, apply, describe, value_at
from hazel_lantern.core.lamps import State
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.mechanics import elastica, ride
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.standing import Leverage
from hazel_lantern.core.project.file import dumps, loads
from hazel_lantern.core.project.model import Project, Rig
from hazel_lantern.core.ranking import rank
from hazel_lantern.core.resources import DATA
from hazel_lantern.core.rigs import families
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.rigs.dolly.lamps_stand import stance
from hazel_lantern.core.rigs.dolly.model import DollyDesign
from hazel_lantern.core.rigs.dolly.pieces import pieces, rail_lengths
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Room, Subject
from hazel_lantern.core.units import Style, write
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed, check_offer, check_way_forward, shot_of
from tests.second.dolly import Second, frame

CHECKS = """shot ride clatter wobble steer track-dip track-stress pipe-strain arc fit wheel-load
wheel-lift tip feet stand-load push stop runaway carry holes room budget"""
IDS = [f"dolly.{name}" for name in CHECKS.split()]
LAID = ["straight track", "bowed track", "pre-bent track", "no track"]


def of(direction="left to right", **more) -> Rig:
    """A dolly with a camera of 2.4 kg over its middle."""
    camera = LoadItem(name="Camera", kind="body", mass=2.4, up=0.06)
    shot = shot_of(
        way=direction,
        distance=2.4,
        duration=8.0,
        ease_in=2.0,
        ease_out=2.0,
        camera_height=1.4,
        radius=3.5,
        subject=Subject(distance=3.5),
        room=Room(length=8, height=3),
    )
    rig = Rig(
        name="Test dolly", shot=shot, load=Load(items=(camera,)), design=DollyDesign(), budget=900
    )
    return changed(rig, **more)


@pytest.fixture
def straight() -> Rig:
    return of()


@pytest.fixture
def bowed() -> Rig:
    return of(
        "arc right",
        design__track__kind="bowed track",
        design__track__section="pvc-pipe-32x2.9",
        design__track__sagitta=0.5,
    )


@pytest.fixture
def causeway() -> Rig:
    demo = (DATA / "demo" / "tide-mill.hazel.json").read_text(encoding="utf-8")
    return next(rig for rig in loads(demo).rigs if rig.name == "Causeway track")


@pytest.mark.parametrize("laid", LAID)
@pytest.mark.parametrize("direction", ["left to right", "push in", "arc left"])
@pytest.mark.parametrize(("mount", "form"), [("stand", "board"), ("low mount", "triangle")])
def test_all_lamps_are_there_with_words_and_working(laid, direction, mount, form, workshop):
    roller = "truck-soft" if laid == "no track" else "skate-v"
    rig = of(
        direction,
        design__track__kind=laid,
        design__wheels__roller=roller,
        design__platform__mount=mount,
        design__platform__form=form,
    )
    found = assess(rig)
    assert [lamp.id for lamp in found.lamps if not lamp.id.startswith("shot.")] == IDS
    for lamp in found.lamps:
        assert math.isfinite(lamp.value), lamp.id
        for style in (Style(), Style("ft·in")):
            assert lamp.meaning(style).endswith("."), lamp.id
            assert lamp.working(style).formula
            words = lamp.reading(style) + lamp.meaning(style)
            assert "nan" not in words
            assert "inf " not in words
        if lamp.trace is not None:
            assert lamp.trace.shape == found.marks.shape
    for trace in found.traces.values():
        assert np.isfinite(trace.values).all()
    for view in ("above", "side"):
        sketch = found.sketch(view, 20)
        for dimension in sketch.dimensions:
            assert describe(rig, dimension.path).label
            assert math.isfinite(value_at(rig, dimension.path))
        left, low, right, high = sketch.bounds
        assert left < right
        assert low < high
    assert found.steps()
    card = " ".join(found.set_card())
    assert "Wedges" in card
    project = Project(rigs=(rig,))
    assert loads(dumps(project)) == project


def test_the_track_covers_what_the_wheels_leave(straight):
    lamp = assess(straight).by_id["dolly.shot"]
    assert lamp.value == pytest.approx(4.0 - 0.7 - 0.14)
    assert lamp.limit == pytest.approx(2.4 + 2 * 0.15)
    short = changed(straight, design__track__pieces=1)
    assert assess(short).by_id["dolly.shot"].headline == "Track is too short"


def rail_by_hand(answer, way, mark, left):
    """Second method: the rail of one side as a frame of cubic elements, solved at one place."""
    track = answer.design.track
    pieces = [(0.0, track.length)]
    if track.joint == "butted":
        ends = [0.0, *(at + track.length / 2 for at in track.joints(left)), track.length]
        pieces = list(pairwise(ends))
    rigidity = 69e9 * answer.rows.section.properties.second_moment
    wheels = [
        (
            way + ahead + offset + track.length / 2,
            answer.corners[at, mark] / len(answer.design.sets),
        )
        for at, (ahead, side) in enumerate(answer.corner_places.tolist())
        for offset in answer.design.sets
        if (side > 0) == left
    ]
    worst = 0.0
    for start, end in pieces:
        on = [(at - start, force) for at, force in wheels if start <= at < end]
        rests = list(np.arange(0, end - start + 1e-9, track.apart))
        worst = max([worst, *frame(rigidity, rests, on)[0]])
    return worst


@pytest.mark.parametrize("joint", ["sleeve inside", "butted"])
@pytest.mark.parametrize("sleepers", [0.4, 1.0, 2.0])
def test_the_dip_is_that_of_both_wheels_wherever_they_stand(straight, joint, sleepers):
    """Wheels of two corners in one span, the last span of a rail, a rail on two sleepers."""
    pieces = 1 if sleepers == 2.0 else 2
    rig = changed(
        straight,
        design__track__joint=joint,
        design__track__sleepers=sleepers,
        design__track__pieces=pieces,
        shot__move__distance=0.5,
    )
    found = assess(rig)
    answer = found.answer
    free = (rig.design.track.length - 0.84) / 2
    by_hand = max(
        rail_by_hand(answer, way, int(mark), left)
        for way in np.linspace(-free, free, 301)
        for mark in set(answer.corners.argmax(axis=1).tolist())
        for left in (True, False)
    )
    assert found.by_id["dolly.track-dip"].value == pytest.approx(by_hand, rel=0.01)
    assert answer.corners.sum(axis=0) == pytest.approx(answer.weight)


def test_a_pipe_on_the_floor_all_along_does_not_sag(straight):
    lying = changed(straight, design__track__bed="on the floor, all along")
    found = assess(lying)
    assert found.by_id["dolly.track-dip"].value == 0.0
    assert not found.by_id["dolly.track-dip"].applies
    assert found.answer.shaking.shares["sleepers"] == 0.0
    assert "saddles" not in {part.key for part in found.parts}
    assert {piece.label for piece in found.pieces if "Rail" not in piece.label} == {"Gauge stick"}
    # The floor's waves go through it instead of what is left of them over sleepers.
    paving = changed(lying, design__track__floor="paving", design__track__section="pvc-pipe-32x2.9")
    assert assess(paving).answer.shaking.shares["floor"] > 0.0


def test_strain_of_a_bowed_pipe(bowed):
    lamp = assess(bowed).by_id["dolly.pipe-strain"]
    # The inner pipe turns as far on a shorter way: its own cord pulls it into a tighter bow.
    line = elastica.bow(4.0, 0.5)
    shorter = bowed.design.track.gauge * line.end_angle
    radius = line.least_radius * (1 - shorter / 4.0)
    given = 45e6 / 2.9e9 / 2
    assert lamp.value == pytest.approx(0.016 / radius / given)
    assert lamp.value > 1.04 * 0.016 / line.least_radius / given
    # As long as the outer one it is held beside it, a gauge nearer to the centre.
    alike = changed(bowed, design__track__bows="both alike, ends offset")
    held = line.least_radius * (1 + shorter / 4.0) - bowed.design.track.gauge
    found = assess(alike).by_id["dolly.pipe-strain"]
    assert found.value == pytest.approx(0.016 / held / given)
    metal = changed(bowed, design__track__section="aluminium-tube-40x3")
    found = assess(metal).by_id["dolly.pipe-strain"]
    assert found.state is State.FAILS
    assert found.headline == "Pipe stays bent or buckles"


def test_a_pre_bent_arc_keeps_to_the_arc_and_a_bow_does_not(bowed):
    bent = changed(bowed, design__track__kind="pre-bent track")
    assert assess(bent).by_id["dolly.arc"].value == pytest.approx(0, abs=1e-12)
    bow = assess(bowed)
    farther, aim = bow.answer.departure
    assert bow.by_id["dolly.arc"].value == pytest.approx(np.abs(farther).max())
    # Laid so that over the move it errs as much either way.
    assert farther.max() == pytest.approx(-farther.min(), rel=0.06)
    # Second method: walk along the drawn rail and measure to the subject.
    eyes = bow.poses.eye[:, :2]
    assert np.hypot(eyes[:, 0], 3.5 - eyes[:, 1]) - 3.5 == pytest.approx(farther, abs=1e-9)
    assert np.abs(aim).max() > 0


def test_rails_of_a_curve_differ_by_gauge_times_angle():
    rig = of("arc right", design__track__kind="pre-bent track", design__track__gauge=0.5)
    rig = changed(rig, design__track__pieces=1, design__track__piece=3.5 * math.pi / 3)
    inner, outer = rail_lengths(assess(rig).answer)
    # 60° round 3.5 m, gauge 0.5 m.
    assert outer == pytest.approx(3.92699, abs=5e-6)
    assert inner == pytest.approx(3.40339, abs=5e-6)


def test_joints_of_both_rails_are_staggered_and_the_pieces_add_up(straight, bowed):
    left, right = (straight.design.track.joints(side) for side in (True, False))
    assert left
    assert right
    assert min(abs(a - b) for a in left for b in right) >= 0.99 * straight.design.track.piece / 2
    for rig in (straight, bowed, changed(straight, design__track__pieces=3)):
        rails = [piece for piece in pieces(assess(rig).answer) if piece.label.startswith("Rail")]
        assert sum(piece.length * piece.count for piece in rails) == pytest.approx(
            sum(rail_lengths(assess(rig).answer))
        )


def test_a_stiff_pair_of_wheels_needs_play_on_a_curve(bowed):
    loose = assess(bowed).by_id["dolly.fit"]
    assert loose.value == pytest.approx(0.001)
    stiff = changed(bowed, design__wheels__corner="two sets, rigid", design__wheels__bogie=0.3)
    radius = elastica.bow(4.0, 0.5).least_radius
    assert assess(stiff).by_id["dolly.fit"].value == pytest.approx(0.001 + 0.3**2 / (8 * radius))


def test_wheels_and_tipping_by_moments(straight):
    found = assess(straight)
    answer = found.answer
    load, half = answer.carried, 0.35
    mark = int(np.argmax(answer.course.acceleration))
    pushed = answer.push[mark] * load.push_height
    inertia = load.mass * answer.course.acceleration[mark] * load.height
    front = answer.corners[2:, mark].sum()
    assert front == pytest.approx(answer.weight / 2 + (pushed - inertia) / (2 * half))
    # Moments about the front axle with the push at the lens: what is left tips it.
    settings = Settings()
    ways = found.by_id["dolly.tip"]
    assert ways.value > 0
    hard = settings.model_copy(update={"hand_push": 120.0})
    assert assess(straight, hard).by_id["dolly.tip"].state is State.TIGHT
    above = hard.model_copy(update={"over_people": True})
    assert assess(straight, above).by_id["dolly.tip"].state is State.FAILS


@pytest.mark.parametrize("slope", [math.radians(28), math.radians(-28)])
def test_a_wedged_dolly_on_a_slope_leans_with_all_that_it_carries(straight, slope):
    """Second method: the camera's mass high over the rails comes down past the lower axle."""
    steep = changed(straight, shot__move__tilt=slope)
    answer = assess(steep).answer
    stood, carried = stance(answer), answer.carried
    shift = carried.height * math.tan(abs(slope))
    forward = carried.forward if slope < 0 else -carried.forward
    inside = (0.35 - forward) - shift
    expected = math.atan2(0.35 - forward, carried.height) - abs(slope)
    none = np.zeros_like(stood.pressing.force)
    lower = stood.words.index("forwards" if slope < 0 else "backwards")
    wedged = Leverage.of(stood.edges, replace(stood.pressing, force=none, moment=none))
    alone = float(wedged.tilt_left[lower].min())
    assert (inside > 0) == (alone > 0)
    assert alone == pytest.approx(expected, rel=1e-6)


def test_a_fast_curve_leans_on_the_outer_rail(bowed):
    hurried = changed(bowed, shot__pace__duration=4.0, shot__pace__ease="smooth")
    slow, fast = assess(bowed), assess(hurried)
    middle = len(slow.marks) // 2
    for found in (slow, fast):
        answer = found.answer
        right, left = answer.corners[0, middle], answer.corners[1, middle]
        side = answer.carried.mass * answer.course.speed[middle] ** 2 / answer.radius
        # The arc's centre is to the left, so the right rail takes more.
        assert right - left == pytest.approx(side * answer.carried.height / answer.gauge, abs=1e-6)
    assert fast.by_id["dolly.tip"].value < slow.by_id["dolly.tip"].value


def test_push_stop_and_slope(straight):
    found = assess(straight)
    answer = found.answer
    mass, speed = answer.carried.mass, float(answer.course.speed.max())
    peak = mass * float(answer.course.acceleration.max()) + 0.02 * mass * GRAVITY
    assert found.by_id["dolly.push"].value == pytest.approx(peak, rel=1e-3)
    slows = 0.02 * GRAVITY + 15.0 / mass
    # From each moment it rolls on by v² / 2 a; what is left of the move is room as well.
    run = answer.course
    past = run.speed**2 / 2 / slows - (2.4 - run.marks)
    assert speed**2 / 2 / slows > past.max()
    assert found.by_id["dolly.stop"].value == pytest.approx(max(past.max(), 0.0), rel=2e-3)
    weak = assess(changed(straight, design__drive__stopping=0.5, shot__pace__duration=4.0))
    run, slows = weak.answer.course, 0.02 * GRAVITY + 0.5 / mass
    past = run.speed**2 / 2 / slows - (2.4 - run.marks)
    assert past.max() > 0.1
    # The worst moment lies between two marks.
    assert weak.by_id["dolly.stop"].value > past.max()
    pace = weak.case.setup.shot.pace
    motion = pace.motion(2.4, np.linspace(0, 4.0, 40_001))
    worst = float((motion.speed**2 / 2 / slows - (2.4 - motion.place)).max())
    assert weak.by_id["dolly.stop"].value == pytest.approx(worst, rel=1e-5)
    never = assess(changed(straight, shot__move__tilt=-0.2)).by_id["dolly.stop"]
    assert never.state is State.FAILS
    assert never.value == straight.design.track.spare
    assert "does not stop it on this slope" in never.meaning(Style())
    steep = assess(changed(straight, shot__move__tilt=0.05))
    assert steep.by_id["dolly.runaway"].state is State.FAILS
    held = changed(straight, shot__move__tilt=0.05, design__drive__brake=60.0)
    assert assess(held).by_id["dolly.runaway"].state is State.HOLDS


def test_feet_off_the_platform_are_seen(straight):
    lamp = assess(straight).by_id["dolly.feet"]
    deep = 0.6 * math.sqrt(3) / 2
    assert lamp.value == pytest.approx(min((0.9 - deep) / 2, (0.7 - 0.6) / 2))
    wide = assess(changed(straight, design__platform__spread=0.9)).by_id["dolly.feet"]
    assert wide.headline == "Feet stand off the platform"


def test_no_roughness_no_dip_no_joints_no_shake(workshop):
    rig = of(
        design__track__gap=0.0,
        design__track__step=0.0,
        design__track__packing=1.0,
        design__track__crooked=0.0,
    )
    shares = assess(rig).answer.shaking.shares
    assert shares["floor"] == pytest.approx(0, abs=1e-12)
    assert shares["joints"] == 0
    assert shares["pipes"] == 0
    even = {"roughness": 0.0, "seams": 0.0}
    floor = workshop.catalogue.floors["concrete"].model_copy(update=even)
    roller = workshop.catalogue.rollers["truck-hard"].model_copy(update={"run_out": 0.0})
    catalogue = replace(
        workshop.catalogue, floors={"concrete": floor}, rollers={"truck-hard": roller}
    )
    on_floor = of(design__track__kind="no track", design__wheels__roller="truck-hard")
    still = assess(on_floor, Settings(hand_unsteady=0.0), Workshop(catalogue=catalogue))
    assert still.by_id["dolly.ride"].value == pytest.approx(0, abs=1e-12)


@given(st.floats(0, 150))
@hypothesis_settings(max_examples=12)
def test_ballast_never_raises_the_bodys_bounce(ballast):
    rig = of(design__wheels__roller="air-200", design__track__kind="no track")
    bare = assess(rig).answer.shaking.frequencies
    laden = assess(changed(rig, design__platform__ballast=ballast)).answer
    assert (laden.shaking.frequencies <= bare + 1e-9).all()


def test_sources_of_shake_add_up_and_answer_to_what_causes_them(straight):
    found = assess(straight)
    shaking = found.answer.shaking
    whole = ride.root_mean_square(shaking.quick)
    assert found.by_id["dolly.ride"].value == pytest.approx(whole)
    # Sources that know nothing of each other add up nearly as squares.
    squares = math.sqrt(sum(share**2 for share in shaking.shares.values()))
    assert whole == pytest.approx(squares, rel=0.15)
    rough = changed(straight, design__track__step=0.001)
    # Which floor decides may change with the rig: the same one of both.
    less, more = (assess(one).answer.rides.whole[0].shares for one in (straight, rough))
    assert more["joints"] > 2 * less["joints"]
    assert more["floor"] == pytest.approx(less["floor"])
    grass = changed(straight, design__track__kind="no track", design__wheels__roller="air-200")
    rougher = changed(grass, design__track__floor="grass")
    assert assess(rougher).by_id["dolly.ride"].value > 5 * assess(grass).by_id["dolly.ride"].value


def test_sampled_twice_as_often_the_ride_is_the_same(straight, monkeypatch):
    from hazel_lantern.core.rigs.dolly import shaking

    value = assess(straight).by_id["dolly.ride"].value
    monkeypatch.setattr(shaking, "OFTEN", 2 * shaking.OFTEN)
    assert assess(straight).by_id["dolly.ride"].value == pytest.approx(value, rel=0.01)


REFUSED = [
    ({"wheels__wheelbase": 1.2}, "longer than the platform", "at most 900 mm"),
    ({"wheels__bogie": 0.7}, "meet in the middle", "at most 680 mm"),
    ({"track__piece": 0.4}, "shorter than the dolly's wheels", "at least 850 mm"),
]


@pytest.mark.parametrize(("bad", "says", "would"), REFUSED)
def test_what_cannot_be_is_refused_with_what_would_do(straight, bad, says, would):
    with pytest.raises(EditError, match=says) as refused:
        changed(straight, **{f"design__{name}": value for name, value in bad.items()})
    assert would in str(refused.value)


def test_a_bow_deeper_than_the_pipe_can_is_refused(bowed):
    with pytest.raises(EditError, match=r"cannot be bowed by 2500 mm .* at most"):
        changed(bowed, design__track__sagitta=2.5)


def test_the_causeway_track_fails_honestly_and_its_mends_work(causeway, settings, workshop):
    before = assess(causeway)
    failing = [one.id for one in before.lamps if one.state is State.FAILS]
    assert failing == ["dolly.wobble", "dolly.track-dip"]
    offers = mends.find("dolly.track-dip", Case(causeway, settings, workshop))
    # Without track its picture would sway on that ground.
    assert not any("Run on the floor" in offer.title for offer in offers)
    for offer in offers:
        check_offer(causeway, "dolly.track-dip", offer, settings)
    assert any("sleeper" in offer.title for offer in offers)


@pytest.mark.parametrize(
    ("changes", "target"),
    [
        ({"design__track__pieces": 1}, "dolly.shot"),
        ({"design__track__step": 0.004, "design__track__gap": 0.01}, "dolly.ride"),
        ({"design__track__section": "pvc-pipe-25x2.4"}, "dolly.track-dip"),
        ({"design__wheels__gauge_error": 0.003}, "dolly.fit"),
        ({"design__track__gauge": 0.09}, "dolly.tip"),
        ({"design__platform__spread": 0.8}, "dolly.feet"),
        ({"shot__pace__duration": 4.0, "design__platform__ballast": 60.0}, "dolly.push"),
        ({"shot__pace__duration": 4.0, "design__drive__stopping": 2.0}, "dolly.stop"),
        ({"design__platform__width": 0.3, "design__track__kind": "no track"}, "dolly.fit"),
        ({"shot__move__tilt": 0.04}, "dolly.runaway"),
        ({"design__track__piece": 2.6}, "dolly.carry"),
        ({"budget": 300.0}, "dolly.budget"),
    ],
)
def test_each_kind_of_trouble_has_a_way_forward(straight, settings, workshop, changes, target):
    check_way_forward(changed(straight, **changes), target, settings, workshop)


def test_a_bow_that_strains_its_pipe_has_a_way_forward(bowed, settings, workshop):
    strained = changed(bowed, design__track__section="pvc-pipe-50x3.7", design__track__sagitta=0.7)
    check_way_forward(strained, "dolly.pipe-strain", settings, workshop)


def test_rails_are_ranked_with_the_wheels_they_take(straight, settings, workshop):
    rows = rank(assess(straight).rankings[3], Case(straight, settings, workshop))
    channel = next(row for row in rows if "channel" in row.id)
    after = apply(straight, channel.edits)
    assert after.design.wheels.roller == "channel-25"
    assert sum(row.chosen for row in rows) == 1


@hypothesis_settings(max_examples=10)
@given(
    st.sampled_from(["left to right", "push in", "arc left", "arc right"]),
    st.floats(0.8, 6.0),
    st.floats(2.0, 12.0),
    st.floats(0.3, 1.6),
)
def test_a_first_draft_stands(direction, distance, radius, height):
    workshop, settings = Workshop(), Settings()
    items = workshop.catalogue.items
    load = Load(items=tuple(LoadItem.of(items[id]) for id in ("body-small", "lens-prime")))
    shot = shot_of(
        way=direction,
        distance=distance,
        radius=max(radius, distance / 2),
        duration=4 * distance + 4,
        ease_in=1.5,
        ease_out=1.5,
        camera_height=height,
        subject=Subject(distance=max(4.0, distance)),
        room=Room(length=14, height=4),
    )
    design, why = families()["dolly"].first_draft(shot, load, settings, workshop)
    rig = Rig(name="draft", shot=shot, load=load, design=design, budget=2000)
    settled = settle(Case(rig, settings, workshop)).setup
    failing = {one.id for one in assess(settled).lamps if one.state is State.FAILS}
    # Where focus has to be, how quickly the subject passes, and that the lens looks along its
    # track was asked for.
    assert failing <= {"shot.focus", "shot.strobe", "shot.sees-itself"}
    assert all(path.startswith("design.") for path in why)


@pytest.mark.parametrize("units", ["mm", "ft·in"])
def test_the_whole_pack_of_a_curved_track_is_written(tmp_path, bowed, workshop, units):
    project = Project(name="Mill", settings=Settings(units=units), rigs=(bowed,))
    names = {path.name for path in write_pack(project, bowed, workshop, tmp_path)}
    assert {"test-dolly-sleeper.dxf", "test-dolly-wheel-plate.svg"} <= names
    holes = assess(bowed).holes()
    feet = {hole.label: hole.x for hole in holes if hole.part == "Wheel plate"}
    assert feet["set 2 a"] - feet["set 1 a"] == pytest.approx(bowed.design.wheels.bogie)
    saddles = sorted(hole.x for hole in holes if hole.part == "Sleeper")
    assert (saddles[2] + saddles[3]) / 2 - (saddles[0] + saddles[1]) / 2 == pytest.approx(0.5)


def test_steps_tell_how_far_the_pipe_stands_off_its_cord(bowed, workshop):
    steps = assess(bowed).steps()
    found = [step.text for step in steps if "hang a cord" in step.text]
    middle = elastica.bow(4.0, 0.5)
    # Both pipes turn as far as the middle line does: the outer one is longer by gauge × angle.
    more = bowed.design.track.gauge * 2 * middle.end_angle / 2
    for words, length in zip(found, (4.0 - more, 4.0 + more), strict=True):
        bow = elastica.Bow(length, middle.k)
        assert f"{bow.chord * 1e3:.1f}".rstrip("0").rstrip(".") in words
        assert f"{bow.sagitta * 1e3:.1f}".rstrip("0").rstrip(".") + " mm at" in words


def test_measures_foretell_what_a_maker_finds(bowed):
    found = assess(bowed)
    foretold = {one.id: one.predicted(found.answer) for one in bowed.family.measures}
    assert foretold["chord"] == pytest.approx(elastica.bow(4.0, 0.5).chord)
    assert foretold["push"] == pytest.approx(0.02 * found.answer.weight)
    bent = changed(bowed, design__track__kind="pre-bent track")
    chord = next(one for one in bent.family.measures if one.id == "chord")
    assert chord.predicted(assess(bent).answer) == pytest.approx(7 * math.sin(4.0 / 7))


def test_separators_keep_their_gauge_along_both_pipes(bowed):
    """Second method: walk along each drawn pipe to its mark; the two marks are a gauge apart."""
    from hazel_lantern.core.rigs.dolly.pieces import crossing_places

    places = crossing_places(assess(bowed).answer)
    inner, outer = rail_lengths(assess(bowed).answer)
    assert places[0] == (0.0, 0.0)
    assert places[-1] == pytest.approx((inner, outer))
    line = assess(bowed).answer.line
    ways = np.linspace(-2.0, 2.0, 20001)
    x, y, heading = line.at(ways)
    for side, sign in ((0, 1), (1, -1)):
        xs, ys = x - sign * 0.25 * np.sin(heading), y + sign * 0.25 * np.cos(heading)
        walked = np.concatenate([[0.0], np.cumsum(np.hypot(np.diff(xs), np.diff(ys)))])
        for number, place in enumerate(places):
            at = round(number * 20000 / (len(places) - 1))
            assert walked[at] == pytest.approx(place[side], abs=2e-4)


def test_what_to_try_stands_beside_what_it_would_do(straight, settings, workshop):
    rows = rank(assess(straight).rankings[0], Case(straight, settings, workshop))
    by_id = {row.id: row.figures["ride"] for row in rows}
    now = assess(straight).by_id["dolly.ride"].value
    assert by_id["as it is"] == pytest.approx(now)
    assert by_id["gap"] <= 1.01 * now
    assert by_id["step"] < now
    assert by_id["speed-2"] < by_id["speed-0.5"]
    assert [row.chosen for row in rows if row.id == "as it is"] == [True]


def test_a_triangle_stands_on_three_corners(straight):
    """Second method: moments about each pair of corners give the third one's load."""
    rig = changed(straight, design__platform__form="triangle")
    found = assess(rig)
    answer = found.answer
    load, mark = answer.carried, 20
    assert answer.corners.shape[0] == 3
    assert answer.corners.sum(axis=0) == pytest.approx(answer.weight)
    left = answer.weight * (load.sideways + load.gauge / 2) / load.gauge
    assert answer.corners[2, mark] == pytest.approx(left)
    # Pushed over the slanted edges it goes sooner than a board does over its axles.
    assert found.by_id["dolly.tip"].value < assess(straight).by_id["dolly.tip"].value
    wheels = next(part for part in found.parts if part.key == "wheels")
    assert wheels.quantity == 6


def test_the_feet_of_a_stand_fill_a_triangle_of_their_own_spread(straight):
    """A deck just as large as the feet's own triangle leaves nothing at its edges."""
    deep = 0.6 * math.sqrt(3) / 2
    rig = changed(
        straight,
        design__platform__form="triangle",
        design__wheels__wheelbase=0.5,
        design__platform__spread=0.6,
    )
    fitted = changed(rig, design__platform__length=0.7, design__platform__width=deep)
    assert assess(fitted).by_id["dolly.feet"].value == pytest.approx(0, abs=0.06)
    rim = 0.05
    # Every edge moved out by a rim: the sides grow by 2 √3 rims, the height by three.
    larger = changed(
        rig,
        design__platform__length=0.6 + 2 * math.sqrt(3) * rim,
        design__platform__width=deep + 3 * rim,
    )
    assert assess(larger).by_id["dolly.feet"].value == pytest.approx(rim, abs=1e-9)


def test_a_crank_takes_turns_and_parts(straight):
    rig = changed(straight, drive__source="hand crank", drive__spool=0.06)
    found = assess(rig)
    assert {"crank", "spool-line"} <= {part.key for part in found.parts}
    rows = dict(found.readout("Drive"))
    assert rows["Turns of the crank"] == f"{2.4 / (math.pi * 0.06):.1f}"


def test_the_pack_says_how_far_apart_the_sleepers_are_laid(straight):
    """Second method: one under each end and each joint of both rails, the rest evenly between."""
    rig = changed(straight, design__track__sleepers=0.4)
    found = assess(rig)
    track = rig.design.track
    count = next(piece.count for piece in found.pieces if piece.label == "Sleeper")
    apart = track.length / (count - 1)
    assert apart <= 0.4
    laid = np.arange(count) * apart - track.length / 2
    for joint in (*track.joints(True), *track.joints(False)):
        assert np.abs(laid - joint).min() < 1e-9
    # With one sleeper fewer in each half piece they would be too far apart.
    assert 1.0 / (round(1.0 / apart) - 1) > 0.4
    words = write(apart, "length", Style())
    (laid,) = (step.text for step in found.steps() if step.text.startswith("Lay the track"))
    assert f"{words} apart" in laid
    assert any(f"sleepers every {words}" in line for line in found.set_card())


def test_a_rigid_handle_pushes_where_it_is_bolted_on(straight):
    """A hand high up tips it forwards; a handle turns that into a push at the deck."""
    high = changed(straight, design__drive__height=1.4)
    held = changed(high, design__drive__handle="a rigid handle")
    hand, handle = assess(high), assess(held)
    assert handle.answer.carried.push_height == held.design.platform.height
    assert handle.by_id["dolly.wheel-lift"].value >= hand.by_id["dolly.wheel-lift"].value
    assert "Push handle, timber, bolted on" in [part.name for part in handle.parts]


def test_a_heavy_dolly_may_be_pushed_harder(straight):
    light = assess(straight)
    assert light.answer.carried.mass < 60
    assert light.by_id["dolly.push"].limit == pytest.approx(40.0)
    ridden = assess(changed(straight, design__platform__operator="rides"))
    mass = ridden.answer.carried.mass
    assert mass > 60
    assert ridden.by_id["dolly.push"].limit == pytest.approx(40.0 * mass / 60)
    full = assess(changed(straight, design__platform__ballast=400.0))
    assert full.by_id["dolly.push"].limit == pytest.approx(120.0)


def test_wheels_in_a_v_take_pipes_of_some_sizes_only(straight):
    thin = changed(
        straight, design__track__section="aluminium-tube-16x1.5", design__wheels__roller="skate-v"
    )
    lamp = assess(thin).by_id["dolly.fit"]
    assert (lamp.state, lamp.headline) == (State.FAILS, "These wheels do not run on these rails")
    assert "20 mm to 60 mm" in lamp.meaning(Style())
    # What is offered in their place sits on the pipe; so do the wheels that come with another.
    found = assess(straight)
    for ranking in found.rankings:
        if ranking.id in ("rails", "rollers"):
            for one in ranking.candidates():
                there = assess(apply(straight, one.edits))
                assert there.answer.rows.roller.takes(there.answer.rows.section.width), one.name


def test_trucks_run_on_no_pipe(straight):
    trucks = changed(straight, design__platform__form="board on two trucks")
    assert assess(trucks).by_id["dolly.fit"].state is State.FAILS
    floor = changed(trucks, design__track__kind="no track", design__wheels__roller="truck-soft")
    assert assess(floor).by_id["dolly.fit"].state is not State.FAILS


def test_a_triangle_is_squared_by_its_two_sides(straight):
    for form, corners in (("triangle", 3), ("board", 4)):
        rig = changed(straight, design__platform__form=form)
        said = " ".join(step.check or "" for step in assess(rig).steps())
        assert ("diagonals" in said) == (corners == 4)
        assert ("both sides from the single wheel" in said) == (corners == 3)


def test_a_wheel_may_be_lightest_between_two_marks(straight):
    """Round a curve speed and push are at their worst at other moments: by three thousand."""
    quick = changed(straight, shot__pace__duration=3.2, shot__pace__ease="smooth")
    found = assess(quick)
    second = Second(found)
    assert found.by_id["dolly.wheel-lift"].value == pytest.approx(second.lightest(), rel=1e-4)
