"""One drive for every family: what its lamps find, against figures worked out apart."""

import math
import re
import subprocess
import sys
from pathlib import Path

import ezdxf
import numpy as np
import pytest

from hazel_lantern.core import mends
from hazel_lantern.core.build.templates import template_dxf, template_svg, write_templates
from hazel_lantern.core.drive.built import sector_teeth
from hazel_lantern.core.drive.lamps import ALL
from hazel_lantern.core.drive.model import Stage
from hazel_lantern.core.fields import apply
from hazel_lantern.core.lamps import State
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.trains import Span, holes, uncovered
from hazel_lantern.core.project.file import loads
from hazel_lantern.core.resources import DATA
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.units import Style
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed, check_offer, check_way_forward

TURN = 2 * math.pi
TIDE_MILL = loads((DATA / "demo" / "tide-mill.hazel.json").read_text(encoding="utf-8")).rigs
#: Those that no motor moves yet.
DEMO = tuple(rig for rig in TIDE_MILL if rig.drive.by_hand)
#: A belt of 2 mm on twenty teeth, and a step motor.
BELT = {
    "drive__source": "motor",
    "drive__motor": "step-42",
    "drive__last": "belt loop",
    "drive__wheel": 20 * 0.002 / math.pi,
}
SECTOR = {"drive__source": "motor", "drive__last": "sector", "drive__wheel": 0.036}


@pytest.fixture
def crane():
    return next(rig for rig in DEMO if rig.name == "Loft crane")


@pytest.fixture
def driven(crane):
    return changed(crane, **SECTOR, drive__ring=0.12, drive__motor="gearmotor-30")


def lamp(rig, name):
    return assess(rig).by_id[f"drive.{name}"]


@pytest.mark.parametrize("rig", DEMO, ids=lambda rig: rig.name)
def test_a_rig_of_any_family_may_be_driven_and_by_hand_has_no_lamp_of_it(rig):
    by_hand = assess(rig)
    assert not [one for one in by_hand.by_id if one.startswith("drive.")]
    found = assess(changed(rig, drive__source="motor"))
    names = [one.id for one in found.lamps if one.id.startswith("drive.")]
    assert names == [check.id for check in ALL]
    for one in found.lamps:
        for style in (Style(), Style("ft·in")):
            words = one.reading(style) + one.meaning(style) + one.working(style).formula
            assert "nan" not in words
            assert math.isfinite(one.value)
    assert "motor" in {part.key for part in found.parts}
    assert found.cost > by_hand.cost


def test_a_step_motor_on_a_belt_by_the_printed_figures(rig):
    """0.8 m in 6 s on twenty teeth of 2 mm: 20 000 microsteps a second at the peak."""
    move = {"shot__move__distance": 0.8, "shot__pace__duration": 6.0, "shot__pace__ease": "smooth"}
    belt = changed(rig, **BELT, **move)
    it = assess(belt).family.drives.it
    assert float(it.steps.max()) * 16 == pytest.approx(20_000, rel=1e-3)
    step = it.axis.pixels * TURN / (200 * 16) / it.turns
    pixels = assess(belt).focal_px / belt.shot.subject.distance
    assert step == pytest.approx(pixels * 12.5e-6)
    assert lamp(belt, "speed").value == pytest.approx(2000 / 1250, rel=1e-3)


def test_torque_is_effort_over_gears_and_losses(rig):
    up = changed(rig, **BELT, shot__move__tilt=math.radians(5), shot__pace__ease="smooth")
    found = assess(up)
    it, load = found.family.drives.it, found.answer.carried
    slope, rubs = math.radians(5), load.rolling_resistance
    hold = load.mass * GRAVITY * (math.sin(slope) + rubs * math.cos(slope))
    rotor = it.motor.inertia * it.turns**2
    hurried = (load.mass + rotor) * float(it.axis.acceleration.max())
    radius = 20 * 0.002 / TURN
    assert float(it.torque.max()) == pytest.approx((hold + hurried) * radius / 0.95)
    assert it.starting == pytest.approx(1.5 * hold * radius / 0.95)


def test_gears_turn_the_motor_faster_and_ask_less_of_it(driven):
    geared = changed(
        driven,
        drive__train=(
            Stage(driver="pom-1-12", driven="pom-1-60"),
            Stage(driver="plywood-2-14", driven="plywood-2-56"),
        ),
    )
    plain, slow = (assess(rig).family.drives.it for rig in (driven, geared))
    assert slow.ratio == pytest.approx(20)
    assert slow.speed == pytest.approx(20 * plain.speed)
    assert slow.play > plain.play
    # Two pairs pass on 0.95 each; the rotor counts 400 times.
    effort = slow.effort
    wanted = np.where(effort >= 0, effort / (0.95**3), effort * 0.95**3) / slow.turns
    assert slow.torque == pytest.approx(wanted)


def test_play_in_the_picture_is_each_stage_geared_down(driven):
    one = changed(driven, drive__train=(Stage(driver="pom-1-12", driven="pom-1-60"),))
    it = assess(one).family.drives.it
    at_driven = 0.0002 / 0.030
    sector = 2 * 0.12 / 0.036
    assert it.play == pytest.approx(at_driven / sector + 0.0002 / 0.12)


def test_a_jam_presses_with_all_the_gears_and_a_clutch_lets_go(driven):
    geared = changed(
        driven,
        drive__train=(
            Stage(driver="pom-1-12", driven="pom-1-72"),
            Stage(driver="pom-1-12", driven="pom-1-72"),
        ),
    )
    bare = lamp(geared, "stall")
    it = assess(geared).family.drives.it
    assert bare.value == pytest.approx(2.0 * 36 * (2 * 0.12 / 0.036) * 0.95**3 / it.axis.reach)
    assert bare.state is State.FAILS
    held = lamp(changed(geared, drive__clutch=True), "stall")
    assert held.value < 20
    assert lamp(changed(geared, drive__fuse=True), "stall").value > held.value
    assert lamp(changed(geared, drive__switches=True), "stall").value == bare.value


def test_what_hangs_on_one_side_shows_no_play(crane):
    """The demo's crane is tail light: its load never changes sides."""
    heavy = changed(crane, **SECTOR, drive__train=(Stage(),))
    assert lamp(heavy, "backlash").value == 0.0
    balanced = changed(heavy, design__counterweight__place=0.5415)
    shown = lamp(balanced, "backlash")
    it = assess(balanced).family.drives.it
    assert it.hangs_free
    assert shown.value == pytest.approx(it.play * it.axis.pixels)


def test_a_rod_holds_and_a_belt_runs_back(rig):
    up = {"shot__move__tilt": math.radians(15)}
    belt = lamp(changed(rig, **BELT, **up), "hold")
    rod = lamp(changed(rig, **{**BELT, **up, "drive__last": "threaded rod"}), "hold")
    assert rod.value == 0.0
    assert rod.state is State.HOLDS
    assert belt.value > 0.01


def test_a_hand_tool_turns_nothing_longer_than_a_hand_span(driven):
    wild = lamp(changed(driven, drive__motor="hand-tool"), "hazard")
    assert wild.state is State.FAILS
    assert "hand span" in wild.meaning(Style())
    assert lamp(driven, "hazard").state is State.HOLDS


def test_sound_counts_where_the_shot_records_it(driven):
    assert not lamp(driven, "sound").applies
    heard = lamp(changed(driven, drive__sound=True), "sound")
    speech, motor = 60 - 20 * math.log10(0.6), 43 - 20 * math.log10(1.5)
    assert heard.value == pytest.approx(speech - motor)


def test_an_axis_offers_its_own_last_stages(crane, settings, workshop):
    wrong = changed(crane, drive__source="motor", drive__last="rack")
    assert lamp(wrong, "fit").state is State.FAILS
    offers = mends.find("drive.fit", Case(wrong, settings, workshop))
    assert [one.title for one in offers if "sector" in one.title]


def test_a_crane_that_rose_in_seconds_is_geared_for_three_quarters_of_an_hour(
    driven, settings, workshop
):
    slow = changed(driven, shot__pace__duration=2700.0)
    assert lamp(slow, "speed").headline == "Too slow for its dial"
    offers = mends.find("drive.speed", Case(slow, settings, workshop))
    geared = [one for one in offers if one.title.startswith("Gear it")]
    assert geared
    check_offer(slow, "drive.speed", geared[0], settings)


@pytest.mark.parametrize(
    ("changes", "name"),
    [
        ({"shot__pace__duration": 1.0}, "speed"),
        ({"drive__motor": "gearmotor-300", "shot__pace__duration": 60.0}, "torque"),
        ({"drive__capacity": 0.05, "drive__repeats": 2000}, "power"),
    ],
)
def test_each_kind_of_trouble_has_a_way_forward(driven, settings, workshop, changes, name):
    rig = changed(driven, **changes)
    assert lamp(rig, name).state is State.FAILS
    check_way_forward(rig, f"drive.{name}", settings, workshop)


def test_an_old_file_is_moved_by_hand():
    old = Path(__file__).parent.parent / "project" / "tide-mill-1.hazel.json"
    rigs = loads(old.read_text(encoding="utf-8")).rigs
    assert all(one.drive.by_hand for one in rigs)


def test_air_is_not_a_load(rig):
    """A load that is nothing still gives finite lamps."""
    light = Load(items=(LoadItem(name="Camera", kind="body", mass=0.05),))
    found = assess(changed(rig, **BELT, load=light))
    assert all(math.isfinite(one.value) for one in found.lamps)


def test_a_cog_of_board_is_cut_along_its_true_outline(driven):
    stage = Stage(driver="plywood-2-18", driven="plywood-2-54")
    cut = assess(changed(driven, drive__train=(stage,), drive__train_play=0.0))
    made = {one.part: one for one in cut.templates() if one.outline}
    assert set(made) == {
        "Plywood cog 18, module 2",
        "Plywood cog 54, module 2",
        "Sector",
        "Pinion of the sector",
    }
    small = made["Plywood cog 18, module 2"]
    (bore,) = small.holes
    corners = np.array(small.outline) - (bore.x, bore.y)
    radius = np.hypot(*corners.T)
    assert radius.max() == pytest.approx(0.020)
    assert radius.min() == pytest.approx(0.018 - 0.0025)
    assert 0 < bore.x < small.length
    # What is bought is not drawn.
    bought = assess(changed(driven, drive__train=(Stage(),), drive__last="line from the tail"))
    assert not any(one.outline for one in bought.templates())


def test_a_sector_has_the_teeth_of_its_swing_and_two_spare(driven):
    found = assess(driven)
    it = found.family.drives.it
    whole, count = sector_teeth(it)
    assert whole == 120
    swing = math.degrees(float(np.ptp(it.axis.place)))
    assert (count - 5) * 3 <= swing + 3 <= (count - 3) * 3
    (sector,) = (one for one in found.templates() if one.part == "Sector")
    pivot = next(hole for hole in sector.holes if hole.label == "pivot")
    corners = np.array(sector.outline) - (pivot.x, pivot.y)
    assert np.hypot(*corners.T).max() == pytest.approx(0.122)


def test_its_files_are_of_true_size(driven, tmp_path):
    stage = Stage(driver="plywood-2-18", driven="plywood-2-54")
    cut = assess(changed(driven, drive__train=(stage,), drive__train_play=0.0))
    made = next(one for one in cut.templates() if one.part == "Plywood cog 18, module 2")
    path = tmp_path / "cog.dxf"
    path.write_text(template_dxf(made), encoding="utf-8")
    space = ezdxf.readfile(path).modelspace()
    (edge,) = space.query("LWPOLYLINE[layer=='OUTLINE']")
    x, y = np.array([point[:2] for point in edge.get_points()]).T
    # Up and down its tips stand half a pitch off.
    assert np.ptp(x) == pytest.approx(40.0, abs=0.05)
    assert np.ptp(y) == pytest.approx(40.0 * math.cos(math.pi / 18), abs=0.4)
    assert len(x) == len(made.outline)
    svg = template_svg(made)
    assert svg.count("<polygon") == 1
    assert len(re.search('points="([^"]+)"', svg).group(1).split()) == len(made.outline)
    files = write_templates([made], tmp_path, "crane", Style(), "Crane")
    assert {one.suffix for one in files} == {".pdf", ".dxf", ".svg"}


BOX = tuple(
    Stage(driver=f"plywood-2-{one}", driven=f"plywood-2-{other}")
    for one, other in ((12, 60), (18, 54), (24, 48))
)


def test_a_box_of_gears_turns_by_the_one_that_is_in(driven):
    box = changed(driven, drive__gears=BOX)
    ratios = [
        assess(changed(box, drive__gear=gear)).family.drives.it.ratio
        for gear in ("first", "second", "third")
    ]
    assert ratios == pytest.approx([5, 3, 2])
    assert assess(driven).family.drives.it.geared == 1.0
    found = assess(changed(box, drive__gear="second"))
    bought = [part.key for part in found.parts if part.key.startswith("cog-")]
    assert len(bought) == 6
    told = dict(found.readout("Drive"))
    assert {"First gear", "Second gear", "Third gear"} <= set(told)


def test_the_longest_and_the_shortest_of_a_gear_are_just_what_it_can(driven):
    """Asked to be done as quickly, or as slowly, as is told, the lamp is at its limit."""
    light = changed(driven, design__counterweight__place=0.5415, drive__train=(Stage(),))
    span = assess(light).family.drives.it.span
    for seconds in span:
        there = changed(light, shot__pace__duration=seconds)
        assert lamp(there, "speed").value == pytest.approx(1.0, abs=0.12)


def test_boxes_are_ranked_by_what_they_cover_and_one_can_be_chosen(driven):
    found = assess(driven)
    boxes = found.family.drives.boxes
    assert boxes
    assert [box.uncovered for box in boxes] == sorted(box.uncovered for box in boxes)
    ranking = next(one for one in found.rankings if one.id == "boxes")
    first = next(iter(ranking.candidates()))
    chosen = apply(driven, first.edits)
    assert len(chosen.drive.gears) == 3
    spacings = {round(pair.spacing, 6) for pair in boxes[0].pairs}
    assert len(spacings) == 1


@pytest.mark.parametrize("rig", DEMO, ids=lambda rig: rig.name)
def test_the_hand_has_no_plot_once_a_motor_moves_it(rig):
    by_hand = [one.title for one in assess(rig).plots("Drive")]
    driven = assess(changed(rig, drive__source="motor"))
    by_motor = [one.title for one in driven.plots("Drive")]
    assert len(by_motor) == len(by_hand) - 1
    assert not {"The hand at the tail", "Push along the rails", "Push along the track"} & set(
        by_motor
    )
    assert assess(rig).plots("Motor") == ()
    assert len(driven.plots("Motor")) == 2
    for one in (*driven.plots("Drive"), *driven.plots("Motor")):
        for name in (*one.left, *one.right):
            assert np.isfinite(driven.traces[name].values).all()


def test_the_motor_s_line_goes_from_stalled_to_free_and_its_dial_is_shaded(driven):
    found = assess(driven)
    dial, torque = found.plots("Motor")
    assert dial.shaded == (0.15, 1.0)
    line = found.traces[torque.left[1]]
    assert line.values[[0, -1]] == pytest.approx([2.0, 0.0])
    assert line.on[[0, -1]] == pytest.approx([0.0, 30 * TURN / 60])
    stepping = assess(changed(driven, drive__motor="step-42"))
    steps, _ = stepping.plots("Motor")
    assert steps.warns
    row = stepping.family.drives.it.motor
    assert steps.shaded == (row.band_low, row.band_high)


def test_each_gear_reaches_as_far_as_it_does_once_it_is_in(driven):
    boxed = changed(driven, drive__gears=BOX)
    drives = assess(boxed).family.drives
    first, second, third = drives.reaches
    assert (first.is_in, second.is_in, third.is_in) == (True, False, False)
    for reach in (first, second, third):
        put_in = assess(changed(boxed, drive__gear=reach.gear)).family.drives.it
        assert reach.span == pytest.approx(put_in.span)
    # A gear for higher speed is quicker, but it has more to speed up: not by all of its ratio.
    assert 3 / 5 < second.span.quick / first.span.quick < 0.7
    assert third.span.slow < second.span.slow < first.span.slow
    (alone,) = assess(driven).family.drives.reaches
    assert alone.gear == ""


def test_holes_are_what_no_gear_does():
    spans = [Span(30, 100), Span(90, 200), Span(400, 5000)]
    assert holes(spans, Span(20, 3600)) == [(20, 30), (200, 400)]
    assert holes(spans, Span(40, 150)) == []
    assert holes([], Span(1, 9)) == [(1, 9)]
    missing, widest = uncovered(spans, Span(20, 3600))
    assert missing == pytest.approx(math.log(1.5 * 2) / math.log(180))
    assert widest == pytest.approx(2.0)


def test_a_mended_pinion_has_whole_teeth_and_enough_of_them(driven, settings, workshop):
    slow = changed(driven, shot__pace__duration=2700.0)
    levers = assess(slow).levers()
    (pinion,) = (one for one in levers if getattr(one, "path", "") == "drive.wheel")
    assert pinion.low == pytest.approx(12 * 0.002)
    assert pinion.step == pytest.approx(0.002)
    for offer in mends.find("drive.speed", Case(slow, settings, workshop)):
        wheel = apply(slow, offer.edits).drive.wheel
        assert wheel / 0.002 == pytest.approx(round(wheel / 0.002))
        assert wheel >= 0.024 - 1e-9


def test_losses_help_a_motor_that_the_load_drives(rig):
    down = changed(rig, **BELT, shot__move__tilt=math.radians(-20), shot__pace__duration=30.0)
    it = assess(down).family.drives.it
    assert it.effort.max() < 0
    assert it.torque == pytest.approx(it.effort * 0.95 * 20 * 0.002 / TURN)
    # What drives it by itself is not lifted at the start.
    assert it.starting == 0.0


def test_half_of_a_pairs_play_is_taken_off_each_cog(driven):
    def thickness(play):
        stage = Stage(driver="plywood-2-18", driven="plywood-2-54")
        cut = assess(changed(driven, drive__train=(stage,), drive__train_play=play))
        made = next(one for one in cut.templates() if one.part == "Plywood cog 18, module 2")
        (bore,) = made.holes
        x, y = np.array(made.outline).T - np.array([[bore.x], [bore.y]])
        # The first tooth points along x; its falling flank comes second.
        radius, angle = np.hypot(x, y)[60:120], np.arctan2(y, x)[60:120]
        half = np.interp(0.018, radius[::-1], angle[::-1])
        return 2 * half * 0.018

    assert thickness(0.0) == pytest.approx(math.pi * 0.001, rel=2e-3)
    assert thickness(0.0) - thickness(0.0004) == pytest.approx(0.0002, rel=0.02)


def test_where_a_motor_moves_it_no_hand_wavers_or_pushes(rig):
    shaky = changed(rig, design__drive__push_height=0.5)
    hand, belt = assess(shaky), assess(changed(shaky, **BELT))
    assert hand.answer.by_hand
    assert not belt.answer.by_hand
    assert belt.by_id["slider.ride"].value < hand.by_id["slider.ride"].value
    assert belt.by_id["slider.tip"].value >= hand.by_id["slider.tip"].value
    crank = assess(changed(rig, drive__source="hand crank"))
    assert "Turns of the crank" in dict(crank.readout("Drive"))
    assert "Turns of the crank" not in dict(belt.readout("Drive"))
    assert not crank.answer.by_hand
    line = next(part for part in crank.parts if part.key == "spool-line")
    # 0.8 m of way and a metre to the spool.
    assert line.quantity == 2
    assert not {"crank", "spool-line"} & {part.key for part in belt.parts}


def test_a_jib_is_cranked_by_a_line_at_its_lever(crane):
    found = assess(changed(crane, drive__source="hand crank", drive__ring=0.4, drive__spool=0.05))
    swing, told = found.axes[0], dict(found.readout("Drive"))
    way = 0.4 * float(np.ptp(swing.place))
    assert float(told["Turns of the crank"]) == pytest.approx(way / (0.05 * math.pi), abs=0.051)


def test_wheels_are_heard_by_hand_and_beside_a_motor(rig, settings, workshop):
    loud = {"drive__sound": True, "drive__microphone": 1.0, "drive__speaker": 1.0}
    by_hand = assess(changed(rig, **loud))
    names = [id for id in by_hand.by_id if id.startswith("drive.")]
    assert names == ["drive.sound"]
    wheels = 42 + 20 * math.log10(float(by_hand.axis.speed.max()) / 0.25)
    assert by_hand.by_id["drive.sound"].value == pytest.approx(60 - wheels)
    motor = assess(changed(rig, **BELT, **loud))
    row = motor.family.drives.it.motor
    both = 10 * math.log10(10 ** (row.loudness / 10) + 10 ** (wheels / 10))
    assert motor.by_id["drive.sound"].value == pytest.approx(60 - both)
    assert "motor and wheels" in motor.by_id["drive.sound"].meaning(Style())
    # Half as fast is 6 dB quieter.
    slow = assess(changed(rig, **loud, shot__pace__duration=16.0, shot__pace__ease_in=2.0))
    assert slow.by_id["drive.sound"].value > by_hand.by_id["drive.sound"].value + 5
    near = changed(rig, **{**loud, "drive__speaker": 2.0})
    for offer in mends.find("drive.sound", Case(near, settings, workshop)):
        check_offer(near, "drive.sound", offer, settings)
    assert mends.find("drive.sound", Case(near, settings, workshop))


def test_a_motor_lets_go_of_nothing(crane, driven):
    long = {"shot__lens__focal": 0.4}
    by_hand, by_motor = (
        assess(changed(one, **long)).by_id["jib.bounce"] for one in (crane, driven)
    )
    assert by_motor.value < by_hand.value


@pytest.mark.parametrize("rig", TIDE_MILL, ids=lambda rig: rig.name)
def test_a_longer_move_is_one_lever(rig):
    paths = [getattr(one, "path", "") for one in assess(rig).levers()]
    assert paths.count("shot.pace.duration") == 1


@pytest.fixture
def geared():
    """The demo's slide behind a gearmotor and one pair of cogs, pulled by a belt."""
    train = (Stage(driver="pom-1-18", driven="pom-1-60"),)
    by_motor = {"drive__source": "motor", "drive__motor": "gearmotor-30", "drive__train": train}
    return changed(DEMO[0], **by_motor, drive__last="belt loop")


def faster(rig, share):
    """The same drive with the move done in another time."""
    pace = {f"shot__pace__{name}": getattr(rig.shot.pace, name) * share for name in PACED}
    return changed(rig, **pace)


PACED = ("duration", "ease_in", "ease_out")


@pytest.mark.parametrize("motor", ["gearmotor-30", "step-42"])
def test_the_quickest_move_asks_all_that_the_motor_has(geared, motor):
    """Done so quickly it is just possible, a hundredth quicker it is not: worked out anew."""
    rig = changed(geared, drive__motor=motor)
    it = assess(rig).family.drives.it
    share = it.span.quick / it.duration

    def used(rig):
        found = assess(rig).family.drives.it
        free = found.line[0][-1]
        return float(
            (np.maximum(found.torque, 0) / found.motor.stalled_torque + found.speed / free).max()
        )

    assert used(faster(rig, share)) == pytest.approx(1.0, rel=1e-3)
    assert used(faster(rig, share * 0.97)) > 1
    assert it.span.quick <= it.span.slow


def test_a_motor_that_its_load_stalls_is_told_so_and_draws_no_more_than_stalled(geared):
    load = geared.load.items[0].model_copy(update={"mass": 120.0})
    steep = changed(geared, load__items=(load,), shot__move__tilt=0.4, drive__train=())
    found = assess(steep)
    it = found.family.drives.it
    assert math.isinf(it.span.quick)
    assert it.watts <= it.motor.volts * it.motor.stalled_amps
    lamp = found.by_id["drive.speed"]
    assert lamp.state is State.FAILS
    assert "stalls the motor" in lamp.meaning(Style())
    assert ("Move can take", "no time: the load stalls it") in list(found.readout("Drive"))


def test_what_holds_when_switched_off_is_at_rest(geared):
    """Starting hard does not turn a motor back that stands."""
    hard = changed(
        geared,
        shot__pace__duration=0.6,
        shot__pace__ease="straight ramps",
        shot__pace__ease_in=0.1,
        shot__pace__ease_out=0.1,
    )
    soft, quick = (assess(rig).by_id["drive.hold"].value for rig in (geared, hard))
    assert quick == pytest.approx(soft, abs=1e-12)
    tilted = assess(changed(geared, shot__move__tilt=0.2)).by_id["drive.hold"]
    assert tilted.value > soft


def test_a_line_that_would_have_to_push_goes_slack(geared):
    """Stopped harder than friction does, it runs ahead of its line; of a belt one side pulls."""
    line = changed(
        geared,
        drive__last="line and spool",
        shot__pace__duration=2.5,
        shot__pace__ease_in=1.0,
        shot__pace__ease_out=0.4,
        drive__spring=0.0,
    )
    found = assess(line)
    axis = found.axis
    push = float((axis.effort * np.sign(axis.place[-1] - axis.place[0])).min())
    lamp = found.by_id["drive.slack"]
    assert lamp.state is State.FAILS
    assert lamp.value == pytest.approx(push)
    taut = assess(changed(line, drive__spring=-push + 1)).by_id["drive.slack"]
    assert taut.value == pytest.approx(1.0)
    assert not assess(changed(line, drive__last="belt loop")).by_id["drive.slack"].applies


def test_a_hand_at_a_crank_has_its_lamps(geared):
    cranked = changed(geared, drive__source="hand crank", drive__spool=0.05, drive__crank=0.08)
    found = assess(cranked)
    axis, drive = found.axis, cranked.drive
    pull = float(np.abs(axis.effort).max())
    force = pull * 0.05 / 2 / 0.08 / drive.efficiency
    assert found.by_id["drive.crank"].value == pytest.approx(force)
    turns = float(np.abs(axis.speed).max()) / (math.pi * 0.05) * 60
    assert found.by_id["drive.crank-pace"].value == pytest.approx(turns)
    quick = assess(changed(cranked, drive__spool=0.005)).by_id["drive.crank-pace"]
    assert quick.state is State.FAILS
    heavy = cranked.load.items[0].model_copy(update={"mass": 60.0})
    hard = changed(cranked, load__items=(heavy,), drive__spool=0.3, shot__move__tilt=0.3)
    lamp = assess(hard).by_id["drive.crank"]
    assert lamp.state is State.FAILS
    offers = mends.find("drive.crank", Case(hard, Settings(), Workshop()))
    assert any("spool" in one.title or "crank" in one.title for one in offers)


def test_switches_clutch_and_fuse_go_together(geared):
    every = changed(geared, drive__switches=True, drive__clutch=True, drive__fuse=True)
    bought = {part.key for part in assess(every).parts}
    assert {f"drive-guard-{name}" for name in ("end-switches", "slip-clutch", "fuse")} <= bought
    clutch = changed(geared, drive__clutch=True)
    assert lamp(every, "stall").value == pytest.approx(lamp(clutch, "stall").value)


def test_the_drive_can_be_imported_before_the_rigs():
    names = ("answer", "box", "lamps_gears", "export")
    loads = "import importlib, sys\n" + "\n".join(
        f"[sys.modules.pop(n) for n in list(sys.modules) if n.startswith('hazel_lantern')]\n"
        f"importlib.import_module('hazel_lantern.core.drive.{name}')"
        for name in names
    )
    done = subprocess.run([sys.executable, "-c", loads], capture_output=True, text=True)
    assert done.returncode == 0, done.stderr
