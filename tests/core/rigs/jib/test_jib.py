"""The jib's lamps: each against a figure found another way, and at its limits."""

import math
import re

import numpy as np
import pytest
from hypothesis import given
from hypothesis import settings as hypothesis_settings
from hypothesis import strategies as st

from hazel_lantern.core import mends
from hazel_lantern.core.drafts import settle
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import EditError, apply
from hazel_lantern.core.lamps import State
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.mechanics import balance, picture, standing
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.project.file import loads
from hazel_lantern.core.project.model import Rig
from hazel_lantern.core.ranking import rank
from hazel_lantern.core.resources import DATA
from hazel_lantern.core.rigs import families
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.rigs.jib.geometry import Geometry
from hazel_lantern.core.rigs.jib.lamps_balance import places_for
from hazel_lantern.core.rigs.jib.lamps_level import BOLT_SHEAR, _uses
from hazel_lantern.core.rigs.jib.levers import rebalanced
from hazel_lantern.core.rigs.jib.model import JibDesign
from hazel_lantern.core.rigs.jib.standing import stance, whole_weight
from hazel_lantern.core.rigs.kit.counterweight import Counterweight, PlateSize
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Pace, Room, Subject
from hazel_lantern.core.units import Style, write
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed, check_offer, check_way_forward, shot_of

CHECKS = """reach height balance counterweight stack level roll play head bars-clear bars
boom-stress boom-dip bounce windup grip legs parked tip base-load bare-arm
clearance holes room budget"""
RISE = shot_of(way="rise")
IDS = [f"jib.{name}" for name in CHECKS.split()]


@pytest.fixture
def loft() -> Rig:
    demo = (DATA / "demo" / "tide-mill.hazel.json").read_text(encoding="utf-8")
    return next(rig for rig in loads(demo).rigs if rig.name == "Loft crane")


#: Drilled by the tape, each part for itself.
BY_ITSELF = {"design__level__drilled": "each part by itself", "design__level__bar_error": 0.02}


def cabled(rig: Rig, **more: object) -> Rig:
    return changed(rig, design__level__kind="twin cables", **more)


@pytest.mark.parametrize("kind", ["solid bar", "twin cables", "none"])
@pytest.mark.parametrize("form", ["one piece", "tapered board", "two nested pieces"])
def test_all_lamps_are_there_with_words_and_working(jib, kind, form):
    section = "pine-44x94" if form == "tapered board" else "aluminium-box-40x40x3"
    rig = changed(
        jib, design__level__kind=kind, design__boom__section=section, design__boom__form=form
    )
    found = assess(rig)
    assert [lamp.id for lamp in found.lamps if not lamp.id.startswith("shot.")] == IDS
    for lamp in found.lamps:
        assert math.isfinite(lamp.value)
        for style in (Style(), Style("ft·in")):
            assert lamp.meaning(style).endswith(".")
            working = lamp.working(style)
            assert working.formula
            assert working.source
            assert "nan" not in lamp.reading(style) + lamp.meaning(style)
        assert 0 <= lamp.mark < len(found.marks)
        if lamp.trace is not None:
            assert lamp.trace.shape == found.marks.shape
    for trace in found.traces.values():
        assert np.isfinite(trace.values).all()


def test_the_swing_brings_the_lens_to_where_the_shot_has_it(jib):
    found = assess(jib)
    answer = found.answer
    heights = answer.over_move(answer.lens)[1]
    assert heights[[0, -1]] == pytest.approx([0.95, 1.95])
    assert found.by_id["jib.height"].state is State.HOLDS
    rate = np.gradient(answer.course.swing, answer.course.times)
    assert answer.course.rate[2:-2] == pytest.approx(rate[2:-2], abs=0.01)
    second = np.gradient(answer.course.rate, answer.course.times)
    assert answer.course.acceleration[2:-2] == pytest.approx(second[2:-2], abs=0.02)
    # A second way to the lens's speed: how far it gets between marks.
    eyes = found.poses.eye
    steps = np.linalg.norm(np.diff(eyes, axis=0), axis=1) / np.diff(found.times)
    middles = (answer.course.lens_speed[1:] + answer.course.lens_speed[:-1]) / 2
    assert middles == pytest.approx(steps, abs=0.004)


@given(st.floats(-1.2, 1.2), st.floats(-0.3, 0.3), st.floats(-0.3, 0.3), st.booleans())
def test_swing_and_height_undo_each_other(swing, ahead, rise, level):
    geometry = Geometry(1.2, 1.3, ahead, rise, 0.05, level)
    height = geometry.lens(np.array([swing]))[1]
    assert float(geometry.swing_at(height, 1.25, 1.25)[0]) == pytest.approx(swing, abs=1e-6)


def test_height_short_of_a_stop_fails_by_what_is_missing(jib):
    low = changed(jib, design__swing__up=math.radians(20))
    found = assess(low).by_id["jib.height"]
    top = 1.3 + 0.09 + 0.05 + 1.2 * math.sin(math.radians(20))
    assert found.state is State.FAILS
    assert found.value == pytest.approx(top - 1.95)
    assert "not go high enough" in found.headline


def test_reach_counts_from_the_foot_below_the_arm(jib):
    found = assess(jib)
    out = 1.2 * np.cos(found.marks) + 0.08
    corner = 1.1 / math.sqrt(2)
    assert found.by_id["jib.reach"].value == pytest.approx(float(out.min()) - corner)


def test_what_the_weights_must_balance_is_what_the_parts_weigh(jib, workshop):
    """Every part by hand, each even piece at its middle."""
    section = workshop.catalogue.sections["aluminium-box-40x40x3"]
    bar = workshop.catalogue.sections["aluminium-box-20x20x2"]
    density = workshop.catalogue.materials["aluminium"].density
    boom = (1.2 + 0.55 + 0.03) * section.properties.area * density
    link = (1.2 + 0.04) * bar.properties.area * density
    handle = workshop.catalogue.find("hardware", "tail-handle").mass
    middle = (1.2 + 0.03 - 0.55) / 2
    wanted = (2.4 + 0.4) * 1.2 + boom * middle + link * 0.6 - handle * 0.55
    answer = assess(jib).answer
    assert answer.needed == pytest.approx(wanted, rel=1e-6)
    weights = jib.design.counterweight
    assert weights.place == pytest.approx(wanted / (weights.mass + 0.4), abs=1e-4)


def test_it_stays_where_friction_holds_and_drifts_where_it_does_not(jib):
    assert assess(jib).by_id["jib.balance"].state is State.HOLDS
    place = jib.design.counterweight.place
    inward = assess(changed(jib, design__counterweight__place=place - 0.03))
    lamp = inward.by_id["jib.balance"]
    mass = jib.design.counterweight.mass + 0.4
    assert lamp.value == pytest.approx(mass * 0.03 * GRAVITY, rel=0.02)
    assert lamp.state is State.FAILS
    assert lamp.headline == "Drifts down, arm level"
    # Tight nuts hold the same arm.
    held = changed(jib, design__counterweight__place=place - 0.03, design__pivots__drag=4.0)
    assert assess(held).by_id["jib.balance"].state is State.HOLDS


def test_weights_off_the_pins_line_make_it_seek_or_flee(jib):
    for above, way in ((-0.08, "down, camera high"), (0.08, "up, camera high")):
        rig = changed(jib, design__counterweight__above=above, design__pivots__drag=0.0)
        lamp = assess(rig).by_id["jib.balance"]
        weight = (jib.design.counterweight.mass + 0.4) * GRAVITY
        assert lamp.value == pytest.approx(weight * 0.08 * math.sin(math.radians(40)), rel=0.03)
        # Seeking pulls the raised camera down; fleeing pushes it on.
        assert lamp.headline == f"Drifts {way}"


def test_a_stabilised_head_is_balanced_wherever_its_camera_stands(jib, workshop):
    bare = changed(jib, design__level__kind="none")
    tall = changed(bare, load__items=(LoadItem(name="Camera", kind="body", mass=2.4, up=0.4),))
    assert assess(tall).answer.torque == pytest.approx(assess(bare).answer.torque)
    swings = np.linspace(-0.5, 0.5, 5)
    low, high = (whole_weight(assess(rig).answer, swings) for rig in (bare, tall))
    assert (high.height > low.height).all()


def test_trimming_range_ends_where_the_slot_does(jib):
    lighter, heavier = (float(end) for end in _range(jib))
    for more, good in ((heavier - 0.01, True), (heavier + 0.01, False)):
        assert _balances_somewhere(jib, more) is good
    for less, good in ((-(lighter - 0.01), True), (-(lighter + 0.01), False)):
        assert _balances_somewhere(jib, less) is good


def _range(rig):
    from hazel_lantern.core.rigs.jib.lamps_balance import payload_range

    return payload_range(assess(rig).answer)


def _balances_somewhere(rig, more):
    """Whether some place in the slot balances it level."""
    camera = LoadItem(name="Camera", kind="body", mass=2.4 + more, forward=0.02, up=0.06)
    rig = changed(rig, load__items=(camera,))
    torques = []
    for place in (rig.design.counterweight.nearest, rig.design.counterweight.farthest):
        answer = assess(changed(rig, design__counterweight__place=place)).answer
        torques.append(float(balance.drift_torque(answer.turning, 0.0)))
    return min(torques) < 0 < max(torques)


def test_level_error_is_the_linkages_in_pixels(jib):
    jib = changed(jib, design__level__drilled="each part by itself")
    found = assess(jib)
    lamp, level = found.by_id["jib.level"], jib.design.level
    focal, play = found.focal_px, found.answer.rows.pivot.play
    from hazel_lantern.core.mechanics.linkage import platform_tilt

    worst = 0.0
    for signs in np.array(np.meshgrid([-1, 1], [-1, 1], [-1, 1])).reshape(3, -1).T:
        tilt = platform_tilt(
            found.marks,
            1.2,
            # The load draws the bar's joints to one side, so it works that much longer.
            1.2 + play + signs[0] * level.bar_error,
            level.pins + signs[1] * level.pins_error,
            level.pins + signs[2] * level.pins_error,
        )
        worst = max(worst, float(np.ptp(focal * np.tan(tilt))))
    assert lamp.value == pytest.approx(worst, rel=1e-6)
    true = changed(jib, design__level__bar_error=0, design__level__pins_error=0)
    longer = platform_tilt(found.marks, 1.2, 1.2 + play, level.pins, level.pins)
    drawn = float(np.ptp(focal * np.tan(longer)))
    assert assess(true).by_id["jib.level"].value == pytest.approx(drawn, rel=1e-6)
    wide = changed(jib, design__level__pins=0.28)
    assert assess(wide).by_id["jib.level"].value < 0.6 * lamp.value


def test_across_the_boom_a_tilt_turns_the_picture_instead(jib):
    along, across = (
        assess(rig) for rig in (jib, changed(jib, design__platform__looks="across the boom"))
    )
    assert not along.by_id["jib.roll"].applies
    assert not across.by_id["jib.level"].applies
    turned = across.by_id["jib.roll"].value
    assert along.by_id["jib.level"].value == pytest.approx(along.focal_px * turned, rel=1e-3)
    assert np.abs(across.poses.pitch).max() == 0
    assert np.abs(across.poses.roll).max() > 0


def test_cables_must_stay_taut_and_not_be_overdrawn(jib):
    pull = 2.4 * GRAVITY * (0.08 + 0.02) / (0.14 * math.cos(math.radians(40)))
    jib = changed(jib, design__level__pins_error=0.0)
    taut = assess(cabled(jib, design__level__preload=pull)).by_id["jib.bars"]
    assert taut.value == pytest.approx(0.5, rel=1e-3)
    slack = assess(cabled(jib, design__level__preload=pull / 2 - 0.5)).by_id["jib.bars"]
    assert slack.state is State.FAILS
    assert slack.headline == "A cable goes slack"
    tight = assess(cabled(jib, design__level__preload=600)).by_id["jib.bars"]
    assert tight.value == pytest.approx((600 + pull / 2) / (0.8 * 2500 / 5), rel=1e-3)
    assert tight.headline == "A cable is pulled too hard"


def test_a_bar_that_is_pushed_may_buckle(jib):
    behind = changed(jib, design__platform__ahead=-0.9, design__level__section="aluminium-bar-16")
    pushed = assess(behind).by_id["jib.bars"]
    force = 2.4 * GRAVITY * 0.88 / (0.14 * math.cos(math.radians(40)))
    euler = math.pi**2 * 69e9 * math.pi * 0.008**4 / 4 / 1.2**2
    assert pushed.value == pytest.approx(force / (euler / 3), rel=0.02)
    # Pulled with the same force it bears far more.
    pulled = assess(changed(behind, design__platform__ahead=0.86)).by_id["jib.bars"]
    assert pushed.value > 4 * pulled.value


def test_a_hole_too_wide_for_its_bar_fails(jib):
    """Ball bearings around an M8 need 22 mm; a bar 20 mm high has not got them."""
    rig = changed(jib, design__pivots__kind="bearing-ball")
    lamp = assess(rig).by_id["jib.bars"]
    assert lamp.headline == "Hole too wide for the link bar"
    assert lamp.value == pytest.approx(26 / 20)
    assert lamp.state is State.FAILS
    higher = changed(rig, design__level__section="aluminium-box-40x20x2")
    assert assess(higher).by_id["jib.bars"].state is State.HOLDS
    # The boom, 40 mm high, loses most of its webs to the pivot's 26 mm.
    stress = assess(higher).by_id["jib.boom-stress"].value
    assert stress > 1.02 * assess(jib).by_id["jib.boom-stress"].value


def test_boom_stress_and_dip_against_the_formulas(jib, workshop):
    section = workshop.catalogue.sections["aluminium-box-40x40x3"].properties
    material = workshop.catalogue.materials["aluminium"]
    found = assess(jib)
    line = section.area * material.density
    rigid = material.modulus * section.second_moment
    bar = found.answer.rows.bar.properties.area * material.density
    # Camera, platform, the half of the link bar that hangs on the front pin, the boom past it.
    end = 2.8 + bar * (1.2 + 2 * 0.02) / 2 + line * 0.03
    dip = end * GRAVITY * 1.2**3 / (3 * rigid) + line * GRAVITY * 1.2**4 / (8 * rigid)
    assert found.by_id["jib.boom-dip"].value == pytest.approx(dip, rel=0.01)
    weights = jib.design.counterweight
    tail = (weights.mass + 0.4) * weights.place + line * 0.55**2 / 2
    front = end * 1.2 + line * 1.2**2 / 2
    hole = 1 - 2 * 0.003 * 0.013**3 / 12 / section.second_moment
    stress = max(tail, front) * GRAVITY * 0.02 / section.second_moment / hole
    wanted = stress / material.working_stress
    assert found.by_id["jib.boom-stress"].value == pytest.approx(wanted, rel=0.01)


def test_a_nested_boom_dips_between_its_two_pieces(jib):
    dips = {}
    for name, changes in {
        "outer": {},
        "nested": {"design__boom__form": "two nested pieces"},
        "inner": {"design__boom__section": "aluminium-box-25x25x2"},
    }.items():
        dips[name] = assess(changed(jib, **changes)).by_id["jib.boom-dip"].value
    assert dips["outer"] < dips["nested"] < dips["inner"]


def test_damping_and_distance_settle_the_bounce(jib):
    value = assess(jib).by_id["jib.bounce"].value
    assert value > 0
    damped = assess(changed(jib, design__boom__damping=0.03)).by_id["jib.bounce"].value
    assert damped == pytest.approx(value / 2)
    near = changed(jib, shot__subject__distance=jib.shot.subject.distance / 2)
    boom = assess(jib).answer.boom
    more = math.log(2) / (0.015 * 2 * math.pi * boom.bounce)
    assert assess(near).by_id["jib.bounce"].value == pytest.approx(value + more)


def test_the_pan_winds_up_with_inertia_and_softness(jib):
    found = assess(jib)
    lamp, answer = found.by_id["jib.windup"], found.answer
    stiffness = 1 / (1 / 1600 + 1 / 6000)
    # A smooth pan on a base this stiff winds up by little more than its peak push asks; the
    # boom bent sideways adds its part.
    peak = 5.7735 * math.radians(30) / 36
    still = answer.pan_inertia * peak / stiffness
    reach = 1.28
    shown = found.focal_px * (still + still * reach / jib.shot.subject.distance)
    assert shown < lamp.value < 1.1 * shown / answer.pan_lag.base
    ramps = Pace(duration=6.0, ease="straight ramps", ease_in=0.3, ease_out=0.3)
    hard = changed(jib, shot__pace=ramps)
    assert assess(hard).by_id["jib.windup"].value > 2 * lamp.value
    assert not assess(changed(jib, shot__move__sweep=0.0)).by_id["jib.windup"].applies


def test_pan_inertia_counts_the_camera_where_it_stands(jib):
    answer = assess(jib).answer
    without = answer.pan_inertia - 2.4 * (1.2 + 0.08 + 0.02) ** 2
    bare = balance.inertia(answer.bare)
    assert without == pytest.approx(bare)


@given(st.floats(1.0, 12.0))
@hypothesis_settings(max_examples=15)
def test_the_push_that_tips_it_cancels_the_moments_about_the_edge(mass):
    """Second method: sum the moments of every body about the edge of the feet."""
    camera = LoadItem(name="Camera", kind="body", mass=mass, up=0.06)
    rig = Rig(name="t", shot=RISE, load=Load(items=(camera,)), design=JibDesign())
    rig = changed(rig, design__post__spread=0.7)
    found = assess(rig)
    answer, rows = found.answer, found.answer.rows
    edge = standing.foot_edge(4, 0.7)
    swing = np.array([0.2])
    height = answer.geometry.lens(swing)[1]
    whole = whole_weight(answer, swing)
    stood = stance(answer, swing=swing)
    about = 0.0
    for body in answer.turning[1:]:
        out = body.along * math.cos(0.2) - body.up * math.sin(0.2)
        about += body.mass * GRAVITY * (edge - out)
    about += mass * GRAVITY * (edge - (1.2 * math.cos(0.2) + 0.08))
    fixed = rows.stand.mass + rig.design.post.ballast + rows.turntable.mass
    about += fixed * GRAVITY * edge
    left = float(stood.tilts[0, 0])
    assert (left > 0) == (about > 0)
    assert float(whole.weight * whole.height[0]) * math.tan(left) == pytest.approx(about)
    assert float(stood.pushes[0, 0] * height[0]) == pytest.approx(max(about, 0.0))


@given(st.floats(0.2, 6), st.floats(0.2, 6), st.floats(-0.9, 0.9))
@hypothesis_settings(max_examples=25)
def test_a_base_tips_as_its_mirror_image_does(ahead, behind, swing):
    """Masses at either end changed over, the arm swung the other way: the sides change over."""

    def sides(front_mass, tail_mass, at):
        camera = LoadItem(name="Camera", kind="body", mass=front_mass)
        rig = Rig(name="t", shot=RISE, load=Load(items=(camera,)), design=JibDesign())
        plate = rig.design.counterweight.plates[0].model_copy(
            update={"mass": tail_mass, "on_hand": 1, "on_bar": 1}
        )
        rig = changed(
            rig,
            design__level__kind="none",
            design__boom__front=1.0,
            design__counterweight__plates=(plate,),
            design__counterweight__carrier="bolted in one place",
            design__counterweight__bar_mass=0.4,
            design__platform__mass=0.4,
            design__platform__ahead=0.0,
            design__platform__rise=0.0,
        )
        rig = changed(rig, design__boom__tail=1.0)
        rig = changed(rig, design__counterweight__place=1.0)
        answer = assess(rig).answer
        # Boom end and handle are what is not alike on both sides: left out here.
        vars(answer)["turning"] = (answer.turning[0], answer.turning[-1])
        return stance(answer, swing=np.array([at])).tilts

    over_camera, over_tail = sides(ahead, behind, swing)
    other_camera, other_tail = sides(behind, ahead, -swing)
    assert over_camera == pytest.approx(other_tail)
    assert over_tail == pytest.approx(other_camera)


def test_taking_the_camera_off_is_looked_at_apart(jib):
    found = assess(jib)
    answer, lamp = found.answer, found.by_id["jib.bare-arm"]
    assert len(answer.bare) == len(answer.turning) - 1
    heavy = changed(jib, design__post__spread=0.6, design__post__stand="timber-post")
    lifted = changed(heavy, load__items=(LoadItem(name="Camera", kind="body", mass=9.0),))
    plate = lifted.design.counterweight.plates[2].model_copy(
        update={"mass": 5.0, "on_hand": 6, "on_bar": 6}
    )
    lifted = changed(lifted, design__counterweight__plates=(plate,))
    off = assess(lifted).by_id["jib.bare-arm"]
    assert off.value < lamp.value
    assert off.state is State.FAILS
    assert off.headline == "Tips over when the camera comes off"
    assert "Strap the arm" in off.meaning(Style())


def test_base_load_and_clearances_by_hand(jib):
    found = assess(jib)
    answer = found.answer
    carried = sum(body.mass for body in answer.turning) + 0.55
    assert found.by_id["jib.base-load"].value == pytest.approx(carried)
    tail = 1.3 - 0.55 * math.sin(math.radians(40)) - 0.02
    gaps = found.by_id["jib.clearance"].working(Style()).inputs
    named = {name: value for name, _, value in gaps}
    assert named["tail end and floor"].startswith(f"{tail * 1e3:.1f}")
    low = changed(jib, design__post__height=0.9, design__swing__down=math.radians(45))
    assert assess(low).by_id["jib.clearance"].value < found.by_id["jib.clearance"].value


def test_a_low_ceiling_and_a_short_room_are_seen(jib):
    low = assess(changed(jib, shot__room__height=1.95)).by_id["jib.room"]
    assert low.state is State.FAILS
    assert low.headline == "Does not fit overhead"
    short = assess(changed(jib, shot__room__length=1.6)).by_id["jib.room"]
    assert short.headline == "Does not fit along the room"
    high = assess(changed(jib, design__post__height=1.9, shot__room__height=4.0)).by_id["jib.room"]
    assert "base's highest setting" in high.headline


def test_drift_over_the_rise_agrees_with_full_projection(jib):
    found = assess(jib)
    aim = found.subject + np.array([0, 0, 0.9 * jib.shot.subject.height])
    for poses in (found.poses, found.wanted):
        for at in (0, 20, -1):
            axes = picture.rotation(poses.look[at], poses.pitch[at], poses.roll[at])
            seen, _ = picture.project(aim[None, :], poses.eye[at], axes, found.focal_px)
            many = picture.project_over_move(
                aim, poses.eye, poses.look, poses.pitch, poses.roll, found.focal_px
            )
            assert many[at] == pytest.approx(seen[0], abs=1e-6)


REFUSED = [
    ({"swing__up": math.radians(79)}, {"level__pins": 0.05}, "cross", None),
    ({"level__pins_more": -0.1}, {"level__pins": 0.1}, "cross", None),
    ({"boom__tail": 2.5}, {}, "tail of 2500 mm .* goes through the floor", "boom__tail"),
    ({"boom__front": 4.0}, {}, "front of 4000 mm .* goes through the floor", "boom__front"),
    ({"swing__down": math.radians(79)}, {"boom__front": 1.5}, "goes through the floor", None),
    ({"counterweight__farthest": 0.9}, {}, "runs off the tail", "counterweight__farthest"),
    ({"counterweight__nearest": 0.6}, {}, "has no length", "counterweight__nearest"),
    ({"counterweight__place": 0.1}, {}, "outside of the slot", None),
    ({"level__longer": -0.2}, {}, "cannot close over the swing", "level__longer"),
    ({"boom__joint": 1.199}, {"boom__form": "two nested pieces"}, "room for both", None),
]


@pytest.mark.parametrize(("bad", "given_that", "says", "path"), REFUSED)
def test_impossible_linkages_are_refused_with_what_would_do(jib, bad, given_that, says, path):
    rig = changed(jib, **{f"design__{name}": value for name, value in given_that.items()})
    with pytest.raises(EditError, match=says) as refused:
        changed(rig, **{f"design__{name}": value for name, value in bad.items()})
    words = str(refused.value)
    assert re.search(r"at most|at least|accepted", words)
    if path is None:
        return
    # The nearest value that is named does work.
    named = float(re.search(r"at most (-?\d+) mm", words).group(1)) / 1e3
    step = -0.001 if named > 0 else 0.001
    mended = changed(rig, **{f"design__{path}": named + step})
    assert assess(mended).lamps


def test_two_pieces_that_do_not_nest_are_refused_by_name(jib):
    rig = changed(jib, design__boom__form="two nested pieces")
    with pytest.raises(ValueError, match="does not slide into"):
        assess(changed(rig, design__boom__tip_section="steel-tube-42.4x2.6"))


def test_more_plates_on_the_bar_than_there_are_is_refused(jib):
    plate = jib.design.counterweight.plates[0]
    with pytest.raises(ValueError, match="at most 4"):
        type(plate)(mass=0.5, on_hand=4, on_bar=5)


def test_the_loft_crane_fails_honestly_and_its_mends_work(loft, settings, workshop):
    before = assess(loft)
    failing = [lamp.id for lamp in before.lamps if lamp.state is State.FAILS]
    assert failing == ["jib.balance"]
    offers = mends.find("jib.balance", Case(loft, settings, workshop))
    assert len(offers) >= 3
    for offer in offers:
        check_offer(loft, "jib.balance", offer, settings)
    assert any(offer.title.startswith("Load ") for offer in offers)
    assert any(offer.title.startswith("Set the weights") for offer in offers)


CRADLE = "two clamps on a cradle"
PARKED = {"design__post__rest": "a support of its height"}


@pytest.mark.parametrize(
    ("changes", "target"),
    [
        ({"shot__move__reach": 0.6}, "jib.reach"),
        ({"shot__move__distance": 1.45}, "jib.height"),
        ({"design__counterweight__above": 0.1}, "jib.balance"),
        ({"design__counterweight__farthest": 0.517}, "jib.counterweight"),
        (BY_ITSELF, "jib.level"),
        ({**BY_ITSELF, "design__platform__looks": "across the boom"}, "jib.roll"),
        ({"design__platform__ahead": -0.02}, "jib.play"),
        ({"design__level__kind": "none", "design__platform__head_range": 0.1}, "jib.head"),
        ({"design__level__pins": 0.045}, "jib.bars-clear"),
        ({"design__level__kind": "twin cables", "design__level__preload": 2.0}, "jib.bars"),
        ({"design__boom__section": "pvc-pipe-40x3.2"}, "jib.boom-dip"),
        ({"design__boom__section": "aluminium-tube-20x2"}, "jib.bounce"),
        ({"shot__move__sweep": 2.5, "shot__pace__duration": 2.0}, "jib.windup"),
        ({"design__post__spread": 0.2}, "jib.tip"),
        ({"design__post__rating": 8.0}, "jib.base-load"),
        ({"design__swing__up": math.radians(78)}, "jib.clearance"),
        (
            {"design__pivots__held": CRADLE, "design__pivots__clamp_force": 60.0},
            "jib.grip",
        ),
        (
            {
                "design__post__legs__kind": "cut to length",
                "design__post__legs__tie": "the floor alone",
                "design__post__legs__leg": 1.1,
            },
            "jib.legs",
        ),
        ({**PARKED, "design__post__rest_height": 0.5}, "jib.parked"),
        ({"design__counterweight__bar_side": 0.05}, "jib.stack"),
        ({"design__counterweight__bar_diameter": 0.031}, "jib.stack"),
        ({"shot__room__length": 2.1}, "jib.room"),
        ({"budget": 120.0}, "jib.budget"),
    ],
)
def test_each_kind_of_trouble_has_a_way_forward(jib, settings, workshop, changes, target):
    check_way_forward(changed(jib, **changes), target, settings, workshop)


def test_stacks_are_ranked_and_each_balances(loft, settings, workshop):
    ranking = next(one for one in assess(loft).rankings if one.id == "stacks")
    rows = rank(ranking, Case(loft, settings, workshop))
    assert len(rows) > 5
    for row in rows:
        after = assess(apply(loft, row.edits))
        level = balance.drift_torque(after.answer.turning, 0.0)
        # Within half a millimetre, as finely as the weights are set by hand.
        assert abs(float(level)) < 0.0006 * GRAVITY * after.answer.turning_mass, row.name


def test_booms_are_ranked_balanced_anew(jib, settings, workshop):
    ranking = next(one for one in assess(jib).rankings if one.id == "booms")
    rows = {row.id: row for row in rank(ranking, Case(jib, settings, workshop))}
    after = assess(apply(jib, rows["steel-tube-42.4x2.6"].edits))
    assert after.by_id["jib.balance"].state is State.HOLDS


@hypothesis_settings(max_examples=8)
@given(
    st.floats(0.3, 2.0),
    st.floats(0.9, 1.6),
    st.floats(0.1, 0.5),
    st.sampled_from(["rise", "sink"]),
    st.sampled_from([("body-small", "lens-prime", "head-ball"), ("body-large", "lens-zoom")]),
)
def test_a_first_draft_stands(distance, height, reach, direction, carried):
    workshop, settings = Workshop(), Settings()
    load = Load(items=tuple(LoadItem.of(workshop.catalogue.items[id]) for id in carried))
    height = max(height, distance / 2 + 0.35)
    shot = shot_of(
        way=direction,
        distance=distance,
        camera_height=height,
        reach=reach,
        subject=Subject(distance=3.0),
        room=Room(length=6, height=3.5),
    )
    design, why = families()["jib"].first_draft(shot, load, settings, workshop)
    rig = Rig(name="draft", shot=shot, load=load, design=design, budget=900)
    settled = settle(Case(rig, settings, workshop)).setup
    after = assess(settled)
    assert settled.shot == shot
    assert [lamp.id for lamp in after.lamps if lamp.state is State.FAILS] == []
    for path in why:
        assert path.startswith("design.")


def test_a_jib_suits_a_rise_and_says_why_it_does_not_suit_a_slide():
    family = families()["jib"]
    assert family.suits(shot_of(way="rise", distance=1.2))[0] == 1.0
    assert family.suits(shot_of(way="rise", distance=5.0))[0] < 1.0
    share, why = family.suits(shot_of(way="left to right"))
    assert share < 0.5
    assert "arc" in why


def test_measures_foretell_what_the_lamps_say(loft):
    found = assess(loft)
    foretold = {measure.id: measure.predicted(found.answer) for measure in loft.family.measures}
    torque = found.by_id["jib.balance"].value
    # The camera sinks: it wants a push up, and weight taken off.
    assert foretold["drift-force"] == pytest.approx(torque / 1.45, rel=0.01)
    assert foretold["balancing-mass"] == pytest.approx(-torque / 1.45 / GRAVITY, rel=0.01)
    lighter = loft.load.items[0].model_copy(
        update={"mass": loft.load.items[0].mass + foretold["balancing-mass"]}
    )
    balanced = changed(loft, load__items=(lighter, *loft.load.items[1:]))
    assert assess(balanced).by_id["jib.balance"].value < 0.01
    assert foretold["bounces"] == pytest.approx(5 * found.answer.boom.bounce)
    assert foretold["place"] > loft.design.counterweight.place


def test_the_slot_plot_ends_where_the_trim_does(loft):
    found = assess(loft)
    cameras, places = found.traces["cameras"].values, found.traces["places"].values
    far = loft.design.counterweight.farthest
    heaviest = float(np.interp(far, places, cameras))
    answer = found.answer
    limit = found.by_id["jib.counterweight"].value
    assert heaviest - answer.centre.mass == pytest.approx(limit, abs=1e-6)


def test_half_of_the_link_bar_hangs_on_the_front_pin(jib):
    """A cantilever under its own weight; at its end load, platform, half bar, what is past it."""
    found = assess(jib).answer
    bar = found.rows.bar.properties.area * found.rows.bar_material.density
    half = bar * (1.2 + 2 * 0.02) / 2
    section, material = found.rows.section.properties, found.rows.material
    rigidity = material.modulus * section.effective_moment
    line = section.area * material.density * GRAVITY
    end = (2.4 + jib.design.platform.mass + half) * GRAVITY + line * 0.03
    expected = end * 1.2**3 / (3 * rigidity) + line * 1.2**4 / (8 * rigidity)
    assert float(found.boom.sag[-1]) == pytest.approx(expected, rel=1e-3)


def test_an_open_jib_is_trimmed_by_where_its_load_really_is(jib):
    """100 g on the camera asks for what it weighs at front and ahead together."""
    bare = changed(jib, design__level__kind="none")
    bare = changed(bare, design__platform__ahead=0.3)
    bare = apply(bare, rebalanced(Case(bare, Settings(), Workshop())))
    answer = assess(bare).answer
    heavier = LoadItem(name="Camera", kind="body", mass=2.5, forward=0.02, up=0.06)
    more = assess(changed(bare, load__items=(heavier,))).answer
    asked = (more.needed - answer.needed) / 0.1
    assert asked == pytest.approx(1.5)
    cameras, places = places_for(answer)
    assert np.interp(2.5, cameras, places) == pytest.approx(more.needed / answer.tail_mass)
    assert answer.balancing.front == pytest.approx(1.5)


def test_doubled_boards_dip_as_one_board_of_twice_the_width(jib):
    board = changed(jib, design__boom__section="pine-44x94")
    two = changed(board, design__boom__form="doubled boards")
    one, both = assess(board).answer.boom, assess(two).answer.boom
    assert both.flexibility == pytest.approx(one.flexibility / 2, rel=1e-9)
    assert both.element_masses.sum() == pytest.approx(2 * one.element_masses.sum(), rel=1e-9)


def test_only_a_board_can_be_doubled(jib):
    with pytest.raises(CannotBe, match="no board to be doubled"):
        assess(changed(jib, design__boom__form="doubled boards"))


@pytest.mark.parametrize("form", ["three nested pieces", "four nested pieces"])
def test_more_pieces_make_a_lighter_tip_that_dips_further(jib, form):
    two = changed(jib, design__boom__form="two nested pieces", design__boom__joint=0.6)
    more = changed(two, design__boom__form=form)
    first, second = assess(two).answer, assess(more).answer
    assert second.dip[-1] > first.dip[-1]
    assert second.stretches[-1].line_mass < first.stretches[-1].line_mass
    assert second.boom.nodes[-1] == first.boom.nodes[-1] == more.design.boom.front


@pytest.mark.parametrize(
    ("field", "place", "said"),
    [("second_joint", 0.7, "second piece"), ("third_joint", 1.5, "third piece")],
)
def test_joints_of_nested_pieces_may_not_lie_in_each_other(jib, field, place, said):
    form = {"design__boom__form": "four nested pieces", f"design__boom__{field}": place}
    with pytest.raises(CannotBe, match=f"{said} that ends .* accepted: "):
        changed(jib, **form)


def test_a_boom_over_its_pivot_is_top_heavy_by_its_weight(jib):
    """Lifted by h, the torque changes by W h sin(swing): of the bar half is lifted."""
    lifted = changed(jib, design__pivots__held=CRADLE, design__pivots__above=0.08)
    flat, over = assess(jib).answer, assess(lifted).answer
    bar = over.rows.bar.properties.area * over.rows.bar_material.density * (1.2 + 2 * 0.02)
    more = (over.turning_mass - bar / 2) * GRAVITY * 0.08 * np.sin(over.whole)
    low, high = (one.stop_to_stop(one.torque) for one in (flat, over))
    # The link bar is longer by a hair, as it runs from pin to pin.
    assert high - low == pytest.approx(more, abs=0.02)


def test_a_counterbalance_of_that_weight_takes_it_back(jib):
    on_head = changed(
        jib,
        design__level__kind="none",
        design__pivots__held="two clamps on a tilting head",
        design__pivots__above=0.08,
    )
    plain = assess(on_head).answer
    up = sum(body.mass * body.up for body in plain.turning) * GRAVITY
    held = assess(changed(on_head, design__pivots__counterbalance=up)).answer
    level = held.torque / np.cos(held.everywhere)
    assert np.ptp(level) == pytest.approx(0.0, abs=1e-9)
    assert held.friction == jib.design.pivots.drag


def test_a_tilting_head_holds_no_bar(jib):
    with pytest.raises(CannotBe, match="no cheeks that would hold a solid bar; accepted: kept"):
        changed(jib, design__pivots__held="two clamps on a tilting head")


def test_legs_give_height_and_spread_and_are_pushed_out(jib):
    """3-4-5: legs of 1 m whose feet are 0.6 m out stand 0.8 m below their hinge."""
    cut = changed(
        jib,
        design__post__legs__kind="cut to length",
        design__post__legs__leg=1.0,
        design__post__legs__angle=math.asin(0.6),
        design__post__legs__hinge=0.5,
        design__post__legs__tie="the floor alone",
    )
    found = assess(cut)
    assert found.answer.geometry.post == pytest.approx(1.3)
    assert found.answer.feet_reach == pytest.approx(0.6)
    assert found.by_id["jib.legs"].value == pytest.approx(0.4 / 0.75)
    assert found.by_id["jib.legs"].state is State.FAILS
    assert not assess(jib).by_id["jib.legs"].applies


def test_a_support_parks_the_tail_at_the_angle_of_its_height(jib):
    """The tail's under edge, 20 mm below its line, comes down to the support."""
    angle = math.radians(20)
    high = 1.3 - 0.55 * math.sin(angle) - 0.02 * math.cos(angle)
    lamp = assess(changed(jib, **PARKED, design__post__rest_height=high)).by_id["jib.parked"]
    up, down = jib.design.swing.up, jib.design.swing.down
    assert lamp.value == pytest.approx(min(up - angle, angle + down), abs=1e-4)


def test_plates_are_shared_out_to_both_sides_of_the_arm():
    sizes = ((2.0, 3, 0.03), (1.0, 1, 0.01))
    plates = tuple(
        PlateSize(mass=mass, on_hand=4, on_bar=count, thick=thick) for mass, count, thick in sizes
    )
    (left, heavy), (right, light) = Counterweight(plates=plates).sides
    assert (heavy, light) == (4.0, 3.0)
    assert (left, right) == (pytest.approx(0.06), pytest.approx(0.04))


def test_a_round_pole_twists_in_its_clamps_and_a_square_one_does_not(jib):
    held = {"design__pivots__held": CRADLE, "design__pivots__clamp_force": 400.0}
    square = assess(changed(jib, **held)).by_id["jib.grip"]
    pole = changed(jib, **held, design__boom__section="aluminium-tube-40x3")
    turned = assess(pole).by_id["jib.grip"]
    assert turned.value < square.value
    force = 4 * 0.2 * 400.0
    weight = assess(changed(jib, **held)).answer.turning_mass * GRAVITY
    steep = math.sin(max(jib.design.swing.up, jib.design.swing.down))
    assert square.value == pytest.approx(force / (weight * steep), rel=1e-9)


def test_a_window_in_the_tail_weakens_it_by_what_is_sawn_out(jib):
    """Of a box 40 × 40 × 3 a window h high takes 2 t h³ / 12 of the second moment."""
    tall = changed(jib, design__counterweight__window=0.03)
    narrow, wide = (assess(rig).answer for rig in (jib, tall))
    nearest, farthest = jib.design.counterweight.slot
    nodes = narrow.boom.nodes
    inside = (nodes < -nearest) & (nodes > -farthest)
    moment = narrow.rows.section.properties.second_moment
    left = [1 - 2 * 0.003 * high**3 / 12 / moment for high in (0.009, 0.03)]
    assert inside.any()
    assert wide.stress[inside] == pytest.approx(narrow.stress[inside] * left[0] / left[1])


def test_a_tightener_reads_as_degrees_of_trim(jib):
    cables = changed(jib, design__level__kind="twin cables")
    pins = cables.design.level.pins
    said = dict(assess(cables).readout("Frame"))["1 mm of tightener trims"]
    assert said == write(0.001 / pins, "angle", Style())


@pytest.mark.parametrize(
    ("tie", "margin"),
    [
        # Feet 0.6 m out of legs of 1 m: each pushes out with 3/4 of what it bears.
        ("the floor alone", lambda down: 0.4 / 0.75),
        # On three or more feet the chain's two sides pull along the polygon.
        ("a chain round the feet", lambda down: 600 / (0.75 * down / (2 * math.sin(math.pi / 4)))),
        ("stops at the hinges", lambda down: 60 / ((0.75 - 0.4) * down * 0.8)),
    ],
)
def test_what_keeps_legs_from_sliding_apart(jib, tie, margin):
    cut = changed(
        jib,
        design__post__legs__kind="cut to length",
        design__post__legs__leg=1.0,
        design__post__legs__angle=math.asin(0.6),
        design__post__legs__hinge=0.5,
        design__post__legs__tie=tie,
    )
    found = assess(cut)
    # With the camera off the weights press harder on the foot behind.
    loaded, bare = (whole_weight(found.answer, found.answer.whole, bare) for bare in (False, True))
    pressed = [
        whole.weight / 4 * (1 + 2 * float(np.abs(whole.out).max()) / 0.6)
        for whole in (loaded, bare)
    ]
    assert pressed[1] > 1.2 * pressed[0]
    down = max(pressed)
    assert found.by_id["jib.legs"].value == pytest.approx(margin(down))


def test_the_front_bolt_bears_weight_and_bar_along_its_own_way(jib):
    """At a high arm the bar pulls down as well: W + F sin(swing), F cos(swing)."""
    level = changed(jib, design__platform__ahead=0.25, design__level__pins=0.06)
    found = assess(level)
    answer = found.answer
    steep = max(level.design.swing.up, level.design.swing.down)
    moment = answer.centre.mass * GRAVITY * answer.overhang
    pull, weight = moment / (0.06 * math.cos(steep)), answer.payload * GRAVITY
    expected = abs(complex(pull * math.cos(steep), weight + pull * math.sin(steep)))
    assert expected > 1.1 * math.hypot(weight, pull)
    bolt = answer.rows.bolt.stress_area * 2 * BOLT_SHEAR
    assert _uses(answer)["front bolt"] == pytest.approx((expected / bolt, expected), rel=1e-3)


def test_bounce_counts_the_handle_and_the_end_of_the_boom(jib):
    """A handle at the far end of the tail slows it: its kinetic energy is the boom's as well."""
    answer = assess(jib).answer
    handle, past = answer.rows.handle_mass, answer.stretches[-1].line_mass[1] * 0.03
    masses = dict(answer.boom.lumps)
    assert masses[-jib.design.boom.tail] == pytest.approx(handle)
    half = sum(body.mass for body in answer._beside) / 2
    assert masses[jib.design.boom.front] == pytest.approx(answer.payload + half + past)
