"""The slider's lamps: each against a figure found another way, and at its limits."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core import mends
from hazel_lantern.core.lamps import State
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.project.model import Rig
from hazel_lantern.core.rigs.case import Case, PartMark
from hazel_lantern.core.rigs.slider.model import SliderDesign
from hazel_lantern.core.rigs.slider.standing import stance
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shelf import OwnedPart, Shelf, StockPiece
from hazel_lantern.core.units import Style
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed

IDS = {
    f"slider.{name}"
    for name in (
        "travel",
        "roll",
        "wobble",
        "frame-drift",
        "rail-dip",
        "rail-stress",
        "jam",
        "wheel-lift",
        "knock",
        "wheel-load",
        "plate",
        "ride",
        "rail-ends",
        "tip",
        "stand-load",
        "runaway",
        "fit",
        "holes",
        "room",
        "budget",
    )
}


def on_ends(rig, **more):
    """The rig on two end stands, supports at the very rail ends."""
    kind = {"design__supports__kind": "end stands", "design__supports__inset": 0.0}
    return changed(rig, **kind, **more)


def test_all_lamps_are_there_with_words_and_working(rig):
    found = assess(rig)
    assert {id for id in found.by_id if not id.startswith("shot.")} == IDS
    for lamp in found.lamps:
        for style in (Style(), Style("ft·in")):
            assert lamp.meaning(style).endswith(".")
            working = lamp.working(style)
            assert working.formula
            assert working.source
            assert all(len(entry) == 3 for entry in working.inputs)
            assert "nan" not in lamp.reading(style)
        assert 0 <= lamp.mark < len(found.marks)
        assert 0 <= lamp.fraction() <= 1


def test_travel_is_rail_less_carriage_and_stops(rig):
    found = assess(rig)
    assert found.by_id["slider.travel"].value == pytest.approx(1.2 - 0.2 - 2 * 0.02)
    short = assess(changed(rig, design__rails__length=1.0))
    assert short.by_id["slider.travel"].state is State.FAILS
    assert short.by_id["slider.travel"].headline == "Rails too short for the shot"


def test_dip_is_the_beams_own_figure(rig):
    """Two simple end rests: the textbook dip of a carriage at mid-span, with own weight."""
    design = rig.design
    bare = on_ends(rig, design__carriage__camera_side=0.0)
    found = assess(bare)
    section = Workshop().catalogue.sections[design.rails.section].properties
    rigidity = 2 * 69e9 * section.second_moment
    load = found.answer.carried
    length, base = 1.2, design.carriage.wheelbase
    half, a = load.mass * GRAVITY / 2, (length - base) / 2
    # Roark table 8.1, case 1e: two equal loads, deflection under one of them.
    own = a * a * (3 * length - 4 * a) * half / (6 * rigidity)
    line = 2 * 2700 * section.area * GRAVITY
    x = a
    weight = line * x * (length**3 - 2 * length * x**2 + x**3) / (24 * rigidity)
    middle = int(np.abs(found.marks - 0.4).argmin())
    assert found.marks[middle] == pytest.approx(0.4, abs=1e-6)
    assert found.traces["dip"].values[middle] == pytest.approx(own + weight, rel=3e-4)


def test_a_stand_at_mid_rail_gives_with_its_head(rig):
    stiff = assess(changed(rig, design__supports__head_stiffness=1e7))
    soft = assess(changed(rig, design__supports__head_stiffness=450.0))
    load = soft.answer.carried
    lever = 0.4
    extra = load.mass * GRAVITY * lever / 450.0 * lever
    difference = soft.by_id["slider.rail-dip"].value - stiff.by_id["slider.rail-dip"].value
    # The outer wheel stands half a wheelbase further out than the weight.
    assert difference == pytest.approx(extra * (lever + 0.075) / lever, rel=0.01)


def test_stress_at_the_root_by_hand(rig):
    found = assess(rig)
    section = Workshop().catalogue.sections[rig.design.rails.section].properties
    load = found.answer.carried
    line = 2 * 2700 * section.area * GRAVITY
    weight = load.mass * GRAVITY
    # Whoever sets it rolling again pushes above the rails.
    push = load.rolling_resistance * weight * load.push_height
    # Bent hardest where the stand's plate, 0.12 m long, lets go of the rails.
    moment = weight * 0.34 + push + line * 0.54**2 / 2
    stress = moment / 2 * section.extreme_fibre / section.second_moment
    assert found.traces["stress"].values[-1] == pytest.approx(stress, rel=1e-3)


def test_a_side_load_dips_one_rail_more_and_rolls(rig):
    even = assess(on_ends(rig))
    aside = assess(on_ends(rig, design__carriage__camera_side=0.03))
    answer = aside.answer
    assert np.allclose(even.traces["roll"].values, 0)
    middle = len(aside.marks) // 2
    assert answer.bending.far_dip[middle] > answer.bending.near_dip[middle]
    assert answer.bending.roll[middle] < 0
    # What the rails carry unevenly adds to one what it takes from the other.
    straight = even.answer.bending.near_dip[middle]
    mean = (answer.bending.far_dip[middle] + answer.bending.near_dip[middle]) / 2
    assert mean == pytest.approx(straight, rel=1e-6)


def test_frame_drift_of_a_push_in_is_pitch_and_rise(rig):
    """Second method: the full pinhole projection of the subject through the real poses."""
    from hazel_lantern.core.mechanics import picture

    pushed = changed(
        rig, shot__move__way="push in", shot__subject__distance=3.0, shot__subject__height=0.1
    )
    found = assess(pushed)
    aim = np.array([[*found.subject[:2], pushed.shot.camera_height]])
    seen = []
    for at in range(len(found.marks)):
        poses = found.poses
        axes = picture.rotation(poses.look[at], poses.pitch[at], poses.roll[at])
        seen.append(-picture.project(aim, poses.eye[at], axes, found.focal_px)[0][0, 1])
    span = max(seen) - min(seen)
    assert found.by_id["slider.frame-drift"].value == pytest.approx(span, rel=0.02)


def test_square_to_the_track_pitch_becomes_roll_of_the_picture(rig):
    found = assess(changed(rig, design__supports__head_stiffness=300.0))
    pitch = found.traces["pitch"].values
    assert found.by_id["slider.roll"].value == pytest.approx(np.ptp(pitch))
    assert found.poses.roll == pytest.approx(-pitch)
    # Of the slope itself nothing is left in the middle of the frame but the lens's rise.
    bending = found.answer.bending
    shown = found.focal_px * (np.tan(bending.roll) + bending.rise / found.answer.distance)
    assert found.by_id["slider.frame-drift"].value == pytest.approx(np.ptp(shown), rel=1e-9)


def test_stiff_rails_do_not_move_the_frame(rig):
    stiff = on_ends(rig, design__rails__section="steel-tube-42.4x2.6")
    assert (
        assess(stiff).by_id["slider.frame-drift"].value
        < 0.05 * (assess(on_ends(rig)).by_id["slider.frame-drift"].value) + 0.5
    )


def test_longer_lens_more_drift_in_proportion(rig):
    short, long = (
        assess(rig),
        assess(changed(rig, shot__lens__focal=0.07, shot__move__way="push in")),
    )
    pushed = assess(changed(rig, shot__move__way="push in"))
    assert long.by_id["slider.frame-drift"].value == pytest.approx(
        2 * pushed.by_id["slider.frame-drift"].value, rel=1e-6
    )
    assert short.by_id["slider.frame-drift"].value > 0


def test_wheels_lift_when_the_lens_hangs_too_far_out(rig):
    heavy = LoadItem(name="Tele", mass=2.5, forward=0.14, up=0.06)
    tele = changed(
        rig, shot__move__way="push in", load__items=(heavy,), design__carriage__camera_offset=0.04
    )
    lamp = assess(tele).by_id["slider.wheel-lift"]
    assert lamp.state is State.FAILS
    assert "left" in lamp.headline
    captive = assess(changed(tele, design__carriage__wheel="eccentric-round"))
    assert captive.by_id["slider.wheel-lift"].state is State.HOLDS


def test_tipping_point_by_hand(rig):
    found = assess(rig, Settings(hand_push=0.0))
    lamp = found.by_id["slider.tip"]
    section = Workshop().catalogue.sections[rig.design.rails.section].properties
    load = found.answer.carried
    rails = 2 * 2700 * section.area * 1.2
    whole = load.mass + rails + 3.4
    out = load.mass * 0.4 / whole
    rail = found.answer.rail_height
    drop = section.height
    stand = 3.4 * 0.45 * (rail - drop)
    height = (load.mass * (rail + load.height) + rails * (rail - drop / 2) + stand) / whole
    inside = 0.85 / (2 * math.sqrt(3)) - out
    # Whoever keeps it rolling presses above the rails, towards the end.
    turns = 0.015 * load.mass * GRAVITY * (rail + load.push_height)
    reach = whole * GRAVITY * math.hypot(inside, height)
    left = math.acos(turns / reach) - math.atan2(height, inside)
    assert float(stance(found.answer).tilts[0, -1]) == pytest.approx(left, rel=1e-6)
    # Where it still slows down, what is carried pulls a little more.
    assert 0.98 * left < lamp.value < left
    assert "end" in lamp.meaning(Style())


def test_on_a_slope_weights_lean_and_the_lens_climbs(rig):
    """Second method: every body's place drawn on the slope by hand, moments about the edge."""
    slope = math.radians(12)
    tilted = changed(rig, shot__move__tilt=slope, drive__source="hand crank")
    answer = assess(tilted).answer
    stood, load, rail = stance(answer), answer.carried, answer.rail_height
    drop, sin, cos = answer.rows.section.properties.height, math.sin(slope), math.cos(slope)
    base = drop * sin
    edge = base + 0.85 / (2 * math.sqrt(3))
    rails = answer.line / cos * 1.2
    steady = np.flatnonzero(np.abs(answer.course.acceleration) < 1e-9)
    assert steady.size > 10
    for mark in steady:
        out = float(answer.place[mark]) - 0.6
        lean = out * cos - load.height * sin
        held = load.mass * GRAVITY * (edge - lean) + 3.4 * GRAVITY * (edge - base)
        held += rails * (edge - drop / 2 * sin)
        up = answer.design.carriage.screw_height + answer.load.lens_axis
        lens = rail + out * sin + up * cos
        assert float(stood.pushes[0, mark]) == pytest.approx(max(held, 0.0) / lens, rel=1e-6)


def test_a_nudge_is_told_apart_from_a_fall(rig):
    """Three steps: it goes over by itself, a nudge takes it over, neither does."""
    wide = assess(changed(rig, design__supports__spread=1.2)).by_id["slider.tip"]
    nudged = assess(changed(rig, design__supports__spread=1.0)).by_id["slider.tip"]
    alone = assess(changed(rig, design__supports__spread=0.6)).by_id["slider.tip"]
    assert [lamp.state for lamp in (wide, nudged, alone)] == [
        State.HOLDS,
        State.TIGHT,
        State.FAILS,
    ]
    assert nudged.headline == "A nudge tips it at the right end"
    assert alone.headline.startswith(("Tips", "Nearly tips"))
    assert "N at the lens" in nudged.meaning(Style())
    above = Settings(over_people=True)
    same = assess(changed(rig, design__supports__spread=1.0), above).by_id["slider.tip"]
    assert same.state is State.FAILS
    assert "must stand up to it" in same.meaning(Style())


def test_much_that_stands_high_must_stand_up_to_a_nudge(rig):
    heavy = LoadItem(name="Heavy", kind="body", mass=11.0, up=0.06)
    tall = changed(rig, load__items=(heavy,), design__supports__spread=1.0)
    lamp = assess(tall).by_id["slider.tip"]
    assert stance(assess(tall).answer).raised > 10
    low = assess(changed(tall, shot__camera_height=0.9)).by_id["slider.tip"]
    hard = Settings(hand_push=60.0)
    assert assess(tall, hard).by_id["slider.tip"].state is State.FAILS
    if lamp.value > lamp.limit:
        assert stance(assess(changed(tall, shot__camera_height=0.9)).answer).raised < 10
        assert low.state is not State.FAILS


@given(st.floats(0.5, 1.4), st.floats(0, 30))
def test_wider_feet_and_more_ballast_never_tip_sooner(spread, ballast):
    rig = Rig(
        name="r", load=Load(items=(LoadItem(name="c", mass=2.0, up=0.05),)), design=SliderDesign()
    )
    now = (
        assess(changed(rig, design__supports__spread=spread, design__supports__ballast=ballast))
        .by_id["slider.tip"]
        .value
    )
    wider = (
        assess(
            changed(rig, design__supports__spread=spread + 0.1, design__supports__ballast=ballast)
        )
        .by_id["slider.tip"]
        .value
    )
    heavier = (
        assess(changed(rig, design__supports__spread=spread, design__supports__ballast=ballast + 2))
        .by_id["slider.tip"]
        .value
    )
    assert wider > now
    if now > 0:
        assert heavier > now


def test_left_to_right_and_back_tip_alike(rig):
    there = assess(rig).by_id["slider.tip"].value
    back = assess(changed(rig, shot__move__way="right to left")).by_id["slider.tip"].value
    assert there == pytest.approx(back, rel=1e-9)


def test_stand_carries_everything_above_it(rig):
    found = assess(rig)
    lamp = found.by_id["slider.stand-load"]
    section = Workshop().catalogue.sections[rig.design.rails.section].properties
    above = found.answer.carried.mass + 2 * 2700 * section.area * 1.2
    assert lamp.value == pytest.approx(above, rel=1e-6)
    assert lamp.limit == pytest.approx(8 * 0.7)
    table = assess(changed(rig, design__supports__kind="table")).by_id["slider.stand-load"]
    assert not table.applies
    assert table.reading(Style()) == "does not apply"


def test_runs_away_past_the_rolling_angle_and_a_brake_holds(rig):
    tilted = changed(rig, shot__move__tilt=math.radians(4))
    lamp = assess(tilted).by_id["slider.runaway"]
    assert lamp.state is State.FAILS
    assert lamp.limit == pytest.approx(math.atan(0.015))
    mass = assess(tilted).answer.carried.mass
    need = mass * GRAVITY * (math.sin(math.radians(4)) - 0.015 * math.cos(math.radians(4)))
    held = assess(changed(tilted, design__drive__brake=need * 2)).by_id["slider.runaway"]
    barely = assess(changed(tilted, design__drive__brake=need * 0.98)).by_id["slider.runaway"]
    assert held.state is State.HOLDS
    assert barely.state is State.FAILS


def test_fit_compares_spacing_with_side_play_and_face(rig):
    assert assess(rig).by_id["slider.fit"].state is State.HOLDS
    out = assess(changed(rig, design__rails__spacing_error=0.0015)).by_id["slider.fit"]
    assert out.state is State.FAILS
    wrong = assess(changed(rig, design__carriage__wheel="channel-roller")).by_id["slider.fit"]
    assert wrong.headline == "These wheels do not run on these rails"


@pytest.mark.parametrize(
    ("path", "value", "where"),
    [
        ("shot__room__length", 1.1, "along"),
        ("shot__room__height", 1.35, "overhead"),
        ("shot__camera_height", 0.5, "lowest"),
        ("shot__camera_height", 2.2, "highest"),
    ],
)
def test_room_names_what_does_not_fit(rig, path, value, where):
    lamp = assess(changed(rig, **{path: value})).by_id["slider.room"]
    assert lamp.state is State.FAILS
    assert where in lamp.headline


def test_jam_is_wheelbase_over_twice_friction_and_offset(rig):
    found = assess(rig).by_id["slider.jam"]
    assert found.value == pytest.approx(0.15 / (2 * 0.10 * 0.05))
    bushes = changed(rig, design__carriage__wheel="bush-plastic", design__drive__push_offset=0.4)
    assert assess(bushes).by_id["slider.jam"].state is State.FAILS


def test_budget_counts_what_is_still_to_buy(rig):
    found = assess(rig)
    owned = assess(changed(rig, marked=(PartMark(key="stand", having="owned"),)))
    assert found.cost - owned.cost == pytest.approx(120)
    priced = assess(changed(rig, marked=(PartMark(key="wheels", price=1.0),)))
    assert next(p for p in priced.parts if p.key == "wheels").price == pytest.approx(4.0)
    assert found.by_id["slider.budget"].value == pytest.approx(sum(p.cost for p in found.parts))


def test_the_shelf_is_used_first_and_costs_nothing(rig):
    shelf = Shelf(
        stock=(StockPiece(section="aluminium-tube-25x2", length=1.3, count=2),),
        parts=(OwnedPart(part="groove-nylon", count=2), OwnedPart(part="photo-mid", count=1)),
    )
    found = assess(rig, workshop=Workshop(shelf=shelf))
    parts = {part.key: part for part in found.parts}
    assert parts["rails"].having == "owned"
    assert parts["stand"].cost == 0
    assert parts["wheels"].cost == pytest.approx(2 * 2.4)
    assert "2 on the shelf" in parts["wheels"].note
    assert parts["wheels"].on_shelf == 2


def test_limits_and_margin_are_the_makers(rig):
    dip = assess(rig).by_id["slider.rail-dip"].value
    strict = Settings(limits={"slider.rail-dip": dip * 0.9})
    tight = Settings(limits={"slider.rail-dip": dip * 1.05})
    wide = Settings(limits={"slider.rail-dip": dip * 1.05}, tight_margin=0.01)
    states = [assess(rig, s).by_id["slider.rail-dip"].state for s in (strict, tight, wide)]
    assert states == [State.FAILS, State.TIGHT, State.HOLDS]


@given(
    st.floats(0.3, 3.0),
    st.floats(0.2, 0.6),
    st.floats(0.1, 20),
    st.floats(0.15, 2.5),
    st.sampled_from(["stand", "end stands", "table", "floor"]),
    st.sampled_from(["left to right", "right to left", "push in", "pull out"]),
    st.sampled_from(["pair", "single"]),
    st.floats(-0.6, 0.6),
)
def test_no_design_gives_a_figure_that_is_none(
    length, carriage, mass, height, kind, direction, arrangement, tilt
):
    rig = Rig(
        name="r", load=Load(items=(LoadItem(name="c", mass=mass, up=0.05),)), design=SliderDesign()
    )
    odd = changed(
        rig,
        design__rails__length=length + carriage + 0.05,
        design__carriage__length=carriage,
        design__supports__kind=kind,
        design__rails__arrangement=arrangement,
        shot__move__way=direction,
        shot__camera_height=height,
        shot__move__tilt=tilt,
        shot__subject__distance=3.0,
    )
    found = assess(odd)
    for lamp in found.lamps:
        assert math.isfinite(lamp.value)
        assert math.isfinite(lamp.limit)
    for trace in found.traces.values():
        assert np.isfinite(trace.values).all()
    for view in odd.family.views:
        sketch = found.sketch(view.id, found.by_id["slider.tip"].mark)
        assert np.isfinite(sketch.bounds).all()
        assert sketch.bounds[0] < sketch.bounds[2]
        assert sketch.bounds[1] < sketch.bounds[3]


def test_creeping_pipe_sags_more_under_its_own_weight_but_weighs_the_same(rig):
    pvc = on_ends(rig, design__rails__section="pvc-pipe-25x2.4")
    found = assess(pvc)
    section = Workshop().catalogue.sections["pvc-pipe-25x2.4"].properties
    weight = 2 * 1400 * section.area * GRAVITY * 1.2 + found.answer.carried.mass * GRAVITY
    assert found.answer.bending.reactions.sum(axis=0) == pytest.approx(weight)
    assert found.by_id["slider.rail-dip"].state is State.FAILS


def test_a_single_rail_twists_under_a_side_load(rig):
    single = on_ends(
        rig,
        design__rails__arrangement="single",
        design__rails__section="aluminium-tube-50x3",
        design__carriage__camera_side=0.05,
    )
    found = assess(single)
    answer = found.answer
    middle = len(found.marks) // 2
    section = Workshop().catalogue.sections["aluminium-tube-50x3"].properties
    torque = answer.carried.mass * GRAVITY * answer.carried.sideways
    twist = torque * 0.6 * 0.6 / (1.2 * 26e9 * section.torsion_constant)
    assert answer.bending.roll[middle] == pytest.approx(-twist, rel=1e-3)


def test_captive_words_cautions_and_readouts(rig):
    tilted = changed(
        rig,
        shot__move__tilt=0.05,
        drive__source="hand crank",
        design__rails__section="carbon-tube-25x1.5",
    )
    found = assess(tilted)
    assert any("tilted" in caution for caution in found.cautions("Frame"))
    assert any("crack" in caution for caution in found.cautions("Build"))
    assert not any("tilted" in caution for caution in assess(rig).cautions("Shot"))
    rows = dict(found.readout("Drive"))
    assert float(rows["Turns of the crank"]) == pytest.approx(0.8 / (math.pi * 0.05), abs=0.05)
    assert {"brake", "tether", "crank"} & {part.key for part in found.parts} == {"tether", "crank"}


def test_views_edit_only_fields_that_exist(rig):
    from hazel_lantern.core.fields import describe

    for kind in ("stand", "end stands", "table", "floor"):
        placed = changed(rig, design__supports__kind=kind, shot__move__tilt=0.02)
        found = assess(placed)
        for view in placed.family.views:
            sketch = found.sketch(view.id, 3)
            paths = [d.path for d in sketch.dimensions] + [
                h.path for h in sketch.handles if h.path != "mark"
            ]
            assert all(describe(placed, path).kind in ("length", "angle") for path in paths)
        for station in ("Shot", "Load", "Frame", "Drive", "Build", "Try-out"):
            for group in assess(placed).groups(station):
                assert all(describe(placed, path) for path in group.paths)


def test_foretold_measurements(rig):
    found = assess(rig)
    foretold = {m.id: m.predicted(found.answer) for m in rig.family.measures}
    load = found.answer.carried
    assert foretold["push"] == pytest.approx(0.015 * load.mass * GRAVITY)
    assert foretold["rolls-at"] == pytest.approx(math.atan(0.015))
    assert foretold["dip-worst"] == found.by_id["slider.rail-dip"].value
    assert foretold["moving-mass"] == pytest.approx(2.4 + 0.6 + 4 * 0.038)


def test_dusty_rails_drag_in_proportion(rig):
    dusty = changed(rig, design__carriage__friction=2.5)
    clean, found = assess(rig), assess(dusty)
    foretold = {m.id: m.predicted for m in rig.family.measures}
    assert foretold["push"](found.answer) == pytest.approx(2.5 * foretold["push"](clean.answer))
    assert found.by_id["slider.jam"].value == pytest.approx(clean.by_id["slider.jam"].value / 2.5)
    smooth = assess(changed(rig, design__carriage__friction=0.0))
    assert smooth.by_id["slider.runaway"].limit == 0
    assert smooth.by_id["slider.jam"].value == 99


def test_bending_is_drawn_larger_by_a_round_factor():
    from hazel_lantern.core.rigs.slider.sketch_places import enlargement

    assert enlargement(0.0, 1.0) == 1
    assert enlargement(0.2, 1.0) == 1
    for dip in (0.0001, 0.0017, 0.004, 0.02):
        factor = enlargement(dip, 1.2)
        assert factor * dip <= 0.036 * 1.2
        assert factor in (1, 2, 5, 10, 20, 25, 50, 100, 200, 500)


@pytest.mark.parametrize("view", ["side", "close", "above"])
def test_the_carriage_is_drawn_where_it_is(rig, view):
    found = assess(rig)
    lows = []
    for mark in (0, len(found.marks) - 1):
        sketch = found.sketch(view, mark)
        grip = next(h for h in sketch.handles if h.path == "mark")
        lows.append(grip.at[0])
    assert lows[1] - lows[0] == pytest.approx(0.8, rel=0.01)


@given(st.floats(-0.3, 0.3), st.floats(-0.3, 0.3), st.booleans(), st.booleans())
def test_every_hole_keeps_its_edge_on_its_plate(offset, side, pair, stands):
    rig = Rig(
        name="r", load=Load(items=(LoadItem(name="c", mass=2.0, up=0.05),)), design=SliderDesign()
    )
    found = assess(
        changed(
            rig,
            design__carriage__camera_offset=offset,
            design__carriage__camera_side=side,
            design__rails__arrangement="pair" if pair else "single",
            design__supports__kind="end stands" if stands else "table",
        )
    )
    for template in found.templates():
        for hole in template.holes:
            edge = max(1.5 * hole.diameter / 2, 0.006) + 1e-9
            assert edge <= hole.x + 1e-9 <= template.length - edge + 2e-9, (template.part, hole)
            assert edge <= hole.y + 1e-9 <= template.breadth - edge + 2e-9, (template.part, hole)


def test_no_mend_takes_the_camera_off_its_plate(rig, settings, workshop):
    heavy = LoadItem(name="Tele", mass=2.5, forward=0.14, up=0.06)
    tele = changed(
        rig, shot__move__way="push in", load__items=(heavy,), design__carriage__camera_offset=0.04
    )
    before = assess(tele)
    sizes = {one.part: (one.length, one.breadth) for one in before.templates()}
    for offer in mends.find("slider.wheel-lift", Case(tele, settings, workshop), most=40):
        if any("camera_" in edit.path for edit in offer.edits):
            after = {one.part: (one.length, one.breadth) for one in offer.after.templates()}
            assert after["Carriage plate"] == sizes["Carriage plate"]


def test_each_seat_of_a_tilted_rail_is_within_its_stands_range(rig):
    level = on_ends(rig)
    assert assess(level).by_id["slider.room"].state is State.HOLDS
    tilted = changed(level, shot__move__tilt=math.radians(40), shot__camera_height=1.6)
    answer = assess(tilted).answer
    low, high = answer.rows.stand.lowest, answer.rows.stand.highest
    drop = answer.rows.section.properties.height
    middle = answer.rail_height - drop * math.cos(math.radians(40))
    out = (answer.supports[-1] - answer.supports[0]) / 2 * math.sin(math.radians(40))
    missing = max(middle + out - high, low - (middle - out))
    assert missing > 0
    lamp = assess(tilted).by_id["slider.room"]
    assert lamp.state is State.FAILS
    assert lamp.value <= -missing + 1e-9


def test_a_giving_head_slopes_the_track_at_its_ends(rig):
    """Second method: the head turns by its moment over its stiffness, and the rails bend on."""
    soft = changed(rig, design__supports__head_stiffness=200.0)
    found = assess(soft)
    load, lamp = found.answer.carried, found.by_id["slider.runaway"]
    turned = load.mass * GRAVITY * 0.4 / 200.0
    assert lamp.value > turned
    assert lamp.limit == pytest.approx(math.atan(0.015))
    assert lamp.state is State.FAILS
    assert "where the track gives" in lamp.meaning(Style())
    # In the middle of the rails it stays; towards either end it rolls on outward.
    assert abs(lamp.trace[len(lamp.trace) // 2]) < lamp.limit
    assert min(lamp.mark, len(lamp.trace) - 1 - lamp.mark) < 3
    stiff = assess(on_ends(rig, design__rails__section="steel-tube-42.4x2.6"))
    assert stiff.by_id["slider.runaway"].state is State.HOLDS
