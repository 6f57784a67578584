"""The overhead rail: its lamps against figures found apart, its drafts, its pack."""

import math
import random

import numpy as np
import pytest

from hazel_lantern.core import mends
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.lamps import UNKNOWN, LookedUp, State
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.project.model import Rig
from hazel_lantern.core.rigs import families
from hazel_lantern.core.rigs.overhead.lamps_trolley import gaps, racks
from hazel_lantern.core.rigs.overhead.model import BoomPiece, Tool
from hazel_lantern.core.rigs.overhead.seen import footprint, seen
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Glide, Hold, Lens, Pace, Room, Shot, Swing
from hazel_lantern.core.units import Style
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed, check_offer
from tests.core.build.test_mounting import UNITS, faults

OVERHEAD = families()["overhead"]
W = Workshop()
MM = Style()
USUAL = ("plate", "body-small", "lens-prime")
RATED = {"design.holding.rated": 400.0, "design.holding.source": "the screws' maker, in joists"}
I_BEAM = {"design.carrier.made": "I of boards"}


def drafted(move, height=1.9, **more):
    """A first draft for the usual camera, its fixings rated."""
    load = Load(items=tuple(LoadItem.of(W.catalogue.items[id]) for id in USUAL))
    shot = Shot(
        move=move,
        pace=Pace(duration=8.0),
        camera_height=height,
        lens=Lens(focal=0.024),
        room=Room(length=4.0, height=2.5),
    )
    design, _ = OVERHEAD.first_draft(shot, load, Settings(), W)
    rig = Rig(name="Over", shot=shot, load=load, design=design, budget=250.0)
    return changed(rig, **RATED, **more)


@pytest.fixture(scope="module")
def glide():
    return drafted(Glide(distance=1.0, start=0.4))


@pytest.fixture(scope="module")
def swing():
    rig = drafted(Swing(reach=0.8, start=0.9))
    return changed(rig, **{"design.trolley.runs": "wheels under the flange"})


def answer(rig):
    return assess(rig).answer


def lamp(rig, name, **settings):
    found = assess(rig, Settings(**settings)) if settings else assess(rig)
    return found.by_id[f"overhead.{name}"]


@pytest.mark.parametrize(
    ("move", "height"),
    [
        (Glide(distance=1.0, start=0.4), 1.9),
        (Glide(distance=0.8, across=0.4), 2.15),
        (Hold(start=0.9), 1.9),
    ],
)
def test_drafts_hold_once_their_fixings_are_rated(move, height):
    found = assess(drafted(move, height))
    # How quickly the bench passes was asked for: no draft changes it.
    assert {one.id for one in found.lamps if one.state is State.FAILS} <= {"shot.strobe"}


def test_the_dip_by_closed_form(glide):
    # As good as rigid supports, wheels close together, in the middle of the span.
    rig = changed(
        glide,
        **{
            "design.holding.sinks": 1e9,
            "design.trolley.wheelbase": 0.01,
            "shot.move": Hold(start=glide.design.holding.span / 2),
        },
    )
    it = answer(rig)
    span, stiff = it.design.holding.span, it.rigidity[0]
    closed = it.weight * span**3 / (48 * stiff) + 5 * it.line_mass * GRAVITY * span**4 / (
        384 * stiff
    )
    assert lamp(rig, "beam-dip").value == pytest.approx(closed, rel=2e-3)


def test_boards_on_screws_keep_a_share_and_a_screw_carries_the_shear(glide):
    glued = changed(glide, **I_BEAM)
    loose = changed(glued, **{"design.carrier.joint": "screwed"})
    one, other = answer(glued), answer(loose)
    assert one.shape.effective_moment == pytest.approx(1.09022e-5, rel=1e-5)
    assert other.shape.effective_moment < 0.6 * one.shape.effective_moment
    assert lamp(loose, "beam-dip").value > lamp(glued, "beam-dip").value
    shear = other.weight + other.line_mass * GRAVITY * other.design.holding.span / 2
    assert f"{other.stiff.screw * shear:.1f}" in lamp(loose, "beam-stress").meaning(MM)
    weak = changed(loose, **{"design.carrier.screw_holds": 1.0 * other.stiff.screw * shear / 1.2})
    assert lamp(weak, "beam-stress").headline == "Screws tear"
    titles = [one.title for one in mends.find("overhead.beam-stress", assess(weak).case)]
    assert "Glue the boards" in titles


def test_side_sway_by_hand(glide):
    it = answer(glide)
    rows, own, span = it.rows, it.design, it.design.holding.span
    drop = it.hangs
    twist = span / (4 * rows.material.shear_modulus * it.shape.torsion_constant)
    twist += 1 / (2 * own.holding.twists)
    sideways = rows.material.modulus * it.shape.sideways_moment
    pole = rows.pole_material.modulus * rows.pole.properties.effective_moment
    moved = 1 / (2 * own.holding.sways) + span**3 / (48 * sideways)
    moved += twist * drop**2 + own.drop.length**3 / (3 * pole)
    tilted = twist * drop + own.drop.length**2 / (2 * pole)
    px = it.focal_px * (math.tan(10 * tilted) + 10 * moved / it.distance)
    assert lamp(glide, "side-sway").value == pytest.approx(px, rel=1e-9)


def test_drift_is_tan_and_sine_of_the_slopes(glide):
    it = answer(glide)
    slopes = (it.sinks[1] - it.sinks[0]) / 0.16
    f, far, drop = it.focal_px, it.distance, it.hangs
    moved = f * np.tan(slopes) + f * drop * np.sin(slopes) / far
    assert lamp(glide, "frame-drift").value == pytest.approx(float(np.ptp(moved)), rel=1e-9)
    # What the lens view shows: the middle of the bench below wanders by as much.
    poses, wanted = assess(glide).poses, assess(glide).wanted
    assert np.abs(poses.roll - slopes).max() < 1e-12
    assert wanted.pitch == pytest.approx(-math.pi / 2)


def test_the_boom_by_the_second_moment_area(swing):
    stiff_joints = {"design.drop.knuckle": 0.0, "design.drop.bolt": 0.0}
    one = changed(swing, **stiff_joints, **{"design.drop.pieces": (BoomPiece(length=0.8),)})
    it = answer(one)
    row, material = it.rows.pieces[0]
    rigidity = material.modulus * row.properties.effective_moment
    load, own = it.centre.mass * GRAVITY, it.bent.mass / 0.8 * GRAVITY
    dip = load * 0.8**3 / (3 * rigidity) + own * 0.8**4 / (8 * rigidity)
    slope = load * 0.8**2 / (2 * rigidity) + own * 0.8**3 / (6 * rigidity)
    assert (it.bent.dip, it.bent.slope) == pytest.approx((dip, slope), rel=1e-6)
    # In two pieces alike it is the same boom; a knuckle adds what it gives at its place.
    two = changed(one, **{"design.drop.pieces": (BoomPiece(length=0.3), BoomPiece(length=0.5))})
    assert answer(two).bent.dip == pytest.approx(dip, rel=1e-6)
    gives = changed(two, **{"design.drop.knuckle": 0.002})
    moment = load * 0.5 + own * 0.5**2 / 2
    assert answer(gives).bent.dip == pytest.approx(dip + 0.002 * moment * 0.5, rel=1e-6)
    assert lamp(gives, "boom-stress").value > 0
    weak = changed(gives, **{"design.drop.bears": moment / 2})
    assert lamp(weak, "boom-stress").headline.startswith("The boom's bolt")


def test_a_boom_aside_lifts_wheels_on_top_and_not_those_below(swing):
    on_top = changed(swing, **{"design.trolley.runs": "wheels on top"})
    it = answer(on_top)
    assert lamp(on_top, "wheel-lift").state is State.FAILS
    # By hand in the middle of the swing, where the boom points straight away.
    middle = int(np.abs(it.course.turn - math.pi / 2).argmin())
    along, away = (float(one[middle]) for one in it.heavy)
    least = it.weight / 4 - abs(away) / (2 * 0.08) - abs(along) / (2 * 0.16)
    trace = lamp(on_top, "wheel-lift").trace
    assert trace[middle] * it.weight / 4 == pytest.approx(least, rel=1e-9)
    assert not lamp(swing, "wheel-lift").applies
    offers = mends.find("overhead.wheel-lift", assess(on_top).case)
    assert any("under the flange" in one.title for one in offers)
    check_offer(on_top, "overhead.wheel-lift", offers[0], Settings())


def test_an_off_centre_camera_rolls_on_a_single_rail(glide):
    single = {"design.carrier.kind": "one rail"}
    it = answer(changed(glide, **single))
    # The lighter trolley is at the rail, half of the pole's weight half way down.
    depth = (it.centre.mass * (0.06 + it.design.drop.length + it.centre.forward)) / it.carried
    depth += (
        it.drop_mass * (0.06 + it.design.drop.length / 2) / it.carried + 0.8 * 0.06 / it.carried
    )
    lean = math.atan(float(it.heavy[1][0]) / it.weight / depth)
    found = lamp(changed(glide, **single), "wheel-lift")
    assert found.value == pytest.approx(1 - lean / math.radians(7), rel=1e-9)
    far = changed(glide, **single, **{"design.drop.off": 0.1})
    assert lamp(far, "wheel-lift").headline == "Rolls aside on its rail"
    off = -float(it.heavy[1][0]) / GRAVITY / it.centre.mass
    centred = changed(glide, **single, **{"design.drop.off": off})
    assert lamp(centred, "wheel-lift").value == pytest.approx(1.0, abs=1e-6)


def test_a_block_on_rods(glide):
    block = {
        "design.trolley.runs": "block",
        "design.carrier.kind": "pair of rails",
        "design.carrier.section": "aluminium-tube-25x2",
        "design.trolley.apart": 0.0,
    }
    rig = changed(glide, **block)
    it = answer(rig)
    assert lamp(rig, "jam").value == pytest.approx(0.12 / (2 * 0.25 * 0.05))
    one_rod = changed(rig, **{"design.trolley.guided": "on one"})
    assert lamp(one_rod, "jam").value == pytest.approx(0.12 / (2 * 0.25 * (0.05 + 0.1)))
    # Bowed apart by a millimetre each, the holes are a millimetre off in the middle.
    assert float(gaps(it).max()) == pytest.approx(1e-3, rel=0.05)
    assert lamp(rig, "fit").state is State.FAILS
    opened = changed(rig, **{"design.trolley.clearance": 0.0026})
    assert lamp(opened, "fit").state is State.HOLDS
    # Opened so far that it rocks in sight.
    rattles = changed(rig, **{"design.trolley.clearance": 0.008})
    assert lamp(rattles, "fit").state is State.TIGHT
    assert "rocks" in lamp(rattles, "fit").headline
    turned = changed(rig, **{"design.trolley.other_bow": 0.001, "design.trolley.apart": 0.0})
    assert lamp(turned, "fit").value < 1e-4
    assert not lamp(rig, "wheel-load").applies


def test_a_gantry_pushed_at_its_middle_does_not_rack(glide):
    gantry = drafted(Glide(distance=0.02, start=1.0, across=0.6))
    span = gantry.design.holding.span
    middle = changed(
        gantry, **{"shot.move": Glide(distance=0.02, start=span / 2 - 0.01, across=0.6)}
    )
    assert racks(answer(middle)) < 0.011
    assert lamp(middle, "jam").value > 20
    at_end = changed(middle, **{"design.carrier.pushed": "at one end"})
    it = answer(at_end)
    assert racks(it) == pytest.approx(span / 2, rel=0.02)
    grips = it.rows.wheel.rolling_resistance + it.rows.wheel.side_friction
    assert lamp(at_end, "jam").value == pytest.approx(0.4 / (2 * grips * racks(it)))


def test_what_holds_nothing_fails_and_what_nobody_rated_is_to_look_up(glide):
    assert lamp(glide, "fixing").state is State.HOLDS
    unrated = changed(glide, **{"design.holding.rated": 0.0})
    found = lamp(unrated, "fixing")
    assert (found.state, found.instead) == (State.TO_LOOK_UP, UNKNOWN)
    (asked,) = found.unknown
    # As much as those of the same rig carry whose rating is known.
    rated = lamp(glide, "fixing")
    assert asked.least == pytest.approx(rated.value * glide.design.holding.rated)
    said = LookedUp(id=asked.id, by="the beams' builder", least=asked.least)
    assert lamp(changed(unrated, looked_up=(said,)), "fixing").state is State.HOLDS
    heavier = changed(unrated, **{"looked_up": (said,), "design.holding.factor": 3.0})
    assert lamp(heavier, "fixing").state is State.TO_LOOK_UP
    elsewhere = changed(unrated, **{"looked_up": (said,), "design.holding.kind": "wall brackets"})
    assert lamp(elsewhere, "fixing").state is State.TO_LOOK_UP
    nameless = changed(glide, **{"design.holding.source": ""})
    assert lamp(nameless, "fixing").state is State.TO_LOOK_UP
    weak = changed(nameless, **{"design.holding.rated": asked.least / 2})
    assert lamp(weak, "fixing").state is State.FAILS
    grid = changed(glide, **{"design.holding.kind": "ceiling grid"})
    assert lamp(grid, "fixing").state is State.FAILS
    offers = mends.find("overhead.fixing", assess(grid).case)
    assert any("structure" in one.title for one in offers)
    two = changed(glide, **{"design.holding.count": 2, "design.holding.rows": "one row"})
    assert lamp(two, "fixing").headline == "One lost lets it fall"


def test_fixings_by_hand(glide):
    one_row = {"design.holding.rows": "one row", "design.holding.count": 4}
    rig = changed(glide, **one_row, **{"design.holding.spacing": 0.5, "shot.move": Hold(start=0.3)})
    it = answer(rig)
    span, rail = it.design.holding.span, it.line_mass * GRAVITY * it.design.holding.span
    places = span / 2 + (np.arange(4) - 1.5) * 0.5
    force = 2.0 * (it.weight + rail)
    x = (it.weight * 0.3 + float(it.heavy[0][0]) + rail * span / 2) / (it.weight + rail)
    worst = 0.0
    for lost in range(4):
        left = np.delete(places, lost)
        off = left - left.mean()
        loads = force / 3 + force * (x - left.mean()) * off / (off**2).sum()
        worst = max(worst, float(loads.max()))
    assert lamp(rig, "fixing").value == pytest.approx(worst / 400.0, rel=1e-9)


def test_locks_clamps_and_the_boom_bolt(glide, swing):
    assert lamp(glide, "lock").value == pytest.approx(
        max(5.0 / 60, 2 * (answer(glide).centre.mass + answer(glide).drop_mass) * GRAVITY / 200)
    )
    loose = changed(glide, **{"design.trolley.lock": "nothing"})
    assert lamp(loose, "lock").headline == "Nothing locks the trolley"
    clip = changed(glide, **{"design.drop.clamp": "hose clip", "design.drop.grip": 30.0})
    assert lamp(clip, "lock").headline == "Pole slips through its clamp"
    bare = changed(glide, **{"design.drop.stop": False})
    assert lamp(bare, "lock").state is State.TIGHT
    tilted = changed(swing, **{"design.trolley.slope": math.radians(3), "design.drop.pressed": 0.0})
    assert lamp(tilted, "lock").headline == "Boom swings round by itself"


def test_headroom_is_the_lowest_that_can_come_there(glide):
    under = {"design.bench.person_y": -0.25, "design.bench.leans": 0.2}
    it = answer(glide)
    near = changed(glide, **under)
    below = max(one.forward + one.length / 2 for one in glide.load.items)
    assert lamp(near, "headroom").value == pytest.approx(it.screw_up - below - 1.8)
    # A rig that is held in one place comes over no one elsewhere.
    held = changed(near, **{"shot.move": Hold(start=0.3), "design.bench.person_x": 1.3})
    assert lamp(held, "headroom").headline in ("Clear of the head", "Nothing comes over the head")
    assert lamp(held, "headroom").value > lamp(near, "headroom").value


def test_coverage_grows_with_height_and_falls_with_focal_length(glide):
    def share(drop, focal):
        rig = changed(glide, **{"design.drop.length": drop, "shot.lens.focal": focal})
        return seen(answer(rig)).share

    for drop in (0.1, 0.3, 0.5):
        assert share(drop, 0.024) >= share(drop + 0.1, 0.024) - 1e-9
    for focal in (0.016, 0.024, 0.035):
        assert share(0.3, focal) >= share(0.3, focal + 0.008) - 1e-9
    # One frame held: its area over the bench's, but for the grid.
    held = changed(glide, **{"shot.move": Hold(start=0.9), "design.bench.left": 0.0})
    corners = footprint(answer(held), 0)
    area = np.prod(corners.max(axis=0) - corners.min(axis=0))
    assert seen(answer(held)).share == pytest.approx(area / (1.8 * 0.7), abs=0.005)


@pytest.mark.parametrize("start", [0.3, 0.61, 0.87, 1.13])
@pytest.mark.parametrize("drop", [0.05, 0.21, 0.37])
def test_coverage_is_the_area_that_a_frame_covers(glide, start, drop):
    """A lens that looks straight down covers a rectangle: its part on the bench is exact."""
    rig = changed(
        glide,
        **{
            "shot.move": Hold(start=start),
            "design.drop.length": drop,
            "design.drop.nod": 0.0,
            "design.bench.tools": (),
        },
    )
    it = answer(rig)
    corners, bench = footprint(it, 0), it.design.bench
    low = np.maximum(corners.min(axis=0), [bench.left, bench.front])
    high = np.minimum(corners.max(axis=0), [bench.left + bench.length, bench.front + bench.depth])
    area = float(np.prod(np.maximum(high - low, 0.0)))
    assert seen(it).share == pytest.approx(area / (bench.length * bench.depth), abs=0.008)


def test_a_beam_is_bent_most_where_load_and_own_weight_together_bend_it(glide):
    """A heavy beam with its trolley held near one end: by statics at every millimetre."""
    rig = changed(
        glide,
        **{
            "shot.move": Hold(start=0.3),
            "design.carrier.made": "section",
            "design.carrier.section": "steel-box-50x30x2",
        },
    )
    it = answer(rig)
    span, line = it.design.holding.span, it.line_mass * GRAVITY
    wheels, forces = it.wheels_at[:, 0], it.presses[:, 0]
    right = (line * span**2 / 2 + float(forces @ wheels)) / span
    x = np.linspace(0, span, int(span * 1000) + 1)
    bent = right * (span - x) - line * (span - x) ** 2 / 2
    bent -= sum(f * np.maximum(at - x, 0.0) for at, f in zip(wheels, forces, strict=True))
    assert bent.max() > 1.02 * bent[[int(at * 1000) for at in wheels]].max()
    share = bent.max() / it.shape.modulus / it.design.rails / it.rows.material.working_stress
    assert lamp(rig, "beam-stress").value == pytest.approx(share, rel=1e-3)


def test_tools_must_be_seen_whole_and_hide_what_is_behind(glide):
    tool = Tool(name="Drill press", x=0.9, y=0.1, width=0.2, depth=0.2, height=0.2)
    with_tool = changed(glide, **{"design.bench.tools": (tool,)})
    assert seen(answer(with_tool)).unseen == ()
    far = changed(glide, **{"design.bench.tools": (tool.model_copy(update={"y": 0.6}),)})
    found = lamp(far, "coverage")
    assert (found.state, found.headline) == (State.FAILS, "Does not see Drill press")
    high = tool.model_copy(update={"height": 0.7, "seen": False, "x": 1.1})
    tall = changed(glide, **{"design.bench.tools": (high,), "shot.move": Hold(start=0.7)})
    low = changed(tall, **{"design.bench.tools.0.height": 0.01})
    assert seen(answer(tall)).share < seen(answer(low)).share
    # Stood above its rail, the rail is in the way.
    above = {"design.drop.way": "stands above", "design.holding.height": 1.6}
    stands = changed(glide, **above, **{"design.carrier.section": "aluminium-box-60x30x3"})
    assert seen(answer(stands)).share < 1


def test_a_move_that_it_does_not_make_fails_and_is_mended(glide, swing):
    assert lamp(swing, "reach").value == 0
    poled = changed(glide, **{"shot.move": Swing(reach=0.8, start=0.9)})
    assert lamp(poled, "reach").headline == "A pole does not swing"
    offers = mends.find("overhead.reach", assess(poled).case, most=20)
    assert any(one.title.startswith("Swing it on a boom") for one in offers) or offers.in_the_way
    across = changed(glide, **{"shot.move.across": 0.4})
    assert lamp(across, "reach").value == pytest.approx(0.4)
    rolled = changed(across, **{"design.carrier.kind": "gantry"})
    assert lamp(rolled, "reach").value == 0
    assert np.ptp(answer(rolled).course.away) == pytest.approx(0.4)
    with pytest.raises(CannotBe, match="does not fit"):
        changed(glide, **{"design.holding.span": 0.3, "design.trolley.wheelbase": 0.4})


def test_a_knock_dies_down_as_its_damping_says(glide):
    it, found = answer(glide), lamp(glide, "bounce")
    side = math.sqrt(1 / (it.sway.moves * it.carried))
    wide = 1.0 / (it.carried * side)
    px = it.focal_px * (math.tan(wide * it.sway.tilts / it.sway.moves) + wide / it.distance)
    assert found.value == pytest.approx(math.log(px) / (side * 0.02), rel=1e-9)
    assert lamp(glide, "bounce", knock=0.0).value == 0


def any_rig(glide, swing, rng):
    """Another trolley, holding, beam, drop; none of it impossible."""
    base = rng.choice([glide, swing])
    block = base is glide and rng.random() < 0.3
    edits = {
        "design.holding.count": rng.randint(2, 6),
        "design.holding.rows": rng.choice(["one row", "two rows"]),
        "design.holding.across": rng.uniform(0.06, 0.2),
        "design.drop.length": rng.uniform(0.1, 0.8),
        "design.drop.pole": rng.choice(["aluminium-tube-25x2", "steel-tube-33.7x2.6"]),
        "design.trolley.wheelbase": rng.uniform(0.12, 0.3),
    }
    if block:
        edits |= {
            "design.trolley.runs": "block",
            "design.carrier.kind": rng.choice(["pair of rails", "one rail"]),
            "design.carrier.section": "aluminium-tube-25x2",
            "design.carrier.spacing": rng.uniform(0.12, 0.3),
        }
    elif rng.random() < 0.6:
        edits |= {
            "design.carrier.made": rng.choice(["I of boards", "box of boards"]),
            "design.carrier.joint": rng.choice(["glued", "screwed"]),
            "design.carrier.flange_width": rng.uniform(0.05, 0.1),
            "design.carrier.pitch": rng.uniform(0.08, 0.3),
        }
    return changed(base, **edits)


@pytest.mark.parametrize("units", UNITS)
def test_packs_can_be_put_together_from_their_tables(glide, swing, units):
    rng = random.Random(13)
    for number in range(14):
        rig = any_rig(glide, swing, rng)
        assert faults(rig, units) == [], (number, rig.design)


def test_leans_are_those_of_beam_boom_and_twist(glide, swing):
    it = answer(swing)
    along, away = it.leans
    assert along - it.slope == pytest.approx(it.bent.slope * np.cos(it.course.turn))
    assert away - it.twisted == pytest.approx(it.bent.slope * np.sin(it.course.turn))
    middle = changed(glide, **{"shot.move": Hold(start=glide.design.holding.span / 2)})
    twisted = answer(middle)
    assert twisted.twisted == pytest.approx(twisted.heavy[1] / twisted.twisting)
    # At a support the beam does not twist, only its bracket would.
    end = changed(glide, **{"shot.move": Hold(start=0.0)})
    assert answer(end).twisted == pytest.approx(0.0)


def test_a_knuckle_tilts_what_is_beyond_it(swing):
    two = {"design.drop.pieces": (BoomPiece(length=0.3), BoomPiece(length=0.5))}
    stiff = answer(changed(swing, **two, **{"design.drop.knuckle": 0.0})).bent
    soft = answer(changed(swing, **two, **{"design.drop.knuckle": 0.002})).bent
    assert soft.slope - stiff.slope == pytest.approx(0.002 * soft.knuckles[0])
    assert soft.gives - stiff.gives == pytest.approx(0.002 * 0.5**2)
    assert soft.tilts - stiff.tilts == pytest.approx(0.002 * 0.5)


def test_fixings_are_tried_at_both_ends_of_the_rail(glide):
    together = {"design.holding.spacing": 0.2, "design.holding.count": 3}
    gliding = lamp(changed(glide, **together), "fixing").value
    held = changed(glide, **together, **{"shot.move": Hold(start=0.9)})
    assert gliding > 1.5 * lamp(held, "fixing").value
    loose = changed(held, **{"design.trolley.lock": "nothing"})
    assert lamp(loose, "fixing").value == pytest.approx(gliding, rel=1e-9)


def test_every_rod_of_the_trolley_is_as_long_as_its_cheeks_are_apart(glide):
    found = assess(glide)
    made = {one.part: one.thick for one in found.templates()}
    apart = set()
    for bolt in (one.bolt for one in found.bolts() if "rail" not in one.bolt.key):
        stack = sum(made[one.part] for one in bolt.through) + sum(long for _, long in bolt.also)
        apart.add(round(stack, 9))
    assert len(apart) == 1
