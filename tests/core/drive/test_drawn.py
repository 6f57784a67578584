"""The drive as it is drawn: shafts, teeth in gaps, every last stage in its place."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.drive import layout
from hazel_lantern.core.drive.model import F, Stage
from hazel_lantern.core.mechanics.involute import Outline
from hazel_lantern.core.sketch import Disc, Line, Shape
from tests.conftest import assess, changed
from tests.core.drive.test_drive import BELT, DEMO, SECTOR

TRAIN = (Stage(driver="pom-1-12", driven="pom-1-60"), Stage(driver="pom-1-14", driven="pom-1-60"))
RIGS = {rig.design.family: rig for rig in DEMO}
LASTS = [
    (rig, axis, last)
    for family, rig in RIGS.items()
    for axis, one in enumerate(assess(rig).axes)
    for last in one.last
]


def overlap(teeth, driver, turned, towards):
    """How deep the driver's points lie in the teeth of the other, module 1, in modules."""
    apart = (teeth + driver) / 2
    its = layout.meshing(turned, teeth, driver, towards)
    corners = Outline(driver).polygon(1.0, flank=12)
    cos, sin = math.cos(its), math.sin(its)
    at = corners @ np.array([[cos, sin], [-sin, cos]])
    at = at - apart * np.array([math.cos(towards), math.sin(towards)])
    radius, angle = np.hypot(*at.T), np.arctan2(at[:, 1], at[:, 0]) - turned
    other = Outline(teeth)
    pitch = 2 * math.pi / teeth
    off = np.abs((angle + pitch / 2) % pitch - pitch / 2)
    inside = radius <= other.tip
    half = other.half_tooth(np.clip(radius, other.root, other.tip))
    return float(((half - off) * radius)[inside].max())


@given(
    st.integers(18, 90),
    st.integers(18, 40),
    st.floats(-10, 10),
    st.floats(-math.pi, math.pi),
)
def test_the_teeth_of_one_lie_in_the_gaps_of_the_other(teeth, driver, turned, towards):
    assert overlap(teeth, driver, turned, towards) < 2e-3


def test_half_a_tooth_further_they_would_not():
    def shifted(turned, teeth, driver, towards):
        return plain(turned, teeth, driver, towards) + math.pi / driver

    plain = layout.meshing
    try:
        layout.meshing = shifted
        assert overlap(54, 18, 0.3, 1.0) > 0.5
    finally:
        layout.meshing = plain


def test_shafts_stand_a_centre_distance_apart():
    rig = changed(RIGS["jib"], **SECTOR, drive__train=TRAIN)
    it = assess(rig).family.drives.it
    # From the rig: 14:60, then 12:60, of module 1.
    assert layout.shafts(it) == pytest.approx((0.0, 0.037, 0.073))
    placed = {(one.row.teeth, one.shaft) for one in layout.cogs(it)}
    assert placed == {(60, 0), (14, 1), (60, 1), (12, 2)}


def test_a_box_has_its_pairs_on_the_two_shafts_at_the_motor():
    gears = tuple(
        Stage(driver=f"pom-1-{a}", driven=f"pom-1-{b}") for a, b in ((12, 60), (16, 56), (24, 48))
    )
    rig = changed(RIGS["jib"], **SECTOR, drive__train=TRAIN[:1], drive__gears=gears)
    it = assess(rig).family.drives.it
    assert [one.shaft for one in layout.cogs(it) if not one.meshes] == [1, 2, 1, 2]
    assert len(layout.shafts(it)) == 3


def test_cogs_turn_as_the_train_is_geared():
    rig = changed(RIGS["jib"], **SECTOR, drive__train=TRAIN)
    it = assess(rig).family.drives.it
    before, after = (list(layout.turns(it, last, 0.4)) for last in (0.2, 0.3))
    ratios = [(b - a) / 0.1 for a, b in zip(before, after, strict=True)]
    assert ratios == pytest.approx([1.0, -60 / 14, 60 / 14 * 5])


@pytest.mark.parametrize(("rig", "axis", "last"), LASTS, ids=lambda one: getattr(one, "name", one))
def test_every_last_stage_is_drawn_and_turns(rig, axis, last):
    rig = changed(
        rig,
        drive__source="motor",
        drive__last=last,
        drive__axis=("the move", "the pan")[axis],
        drive__train=TRAIN,
    )
    found = assess(rig)
    assert found.views[-1].id == "drive"
    first, later = (found.sketch("drive", mark) for mark in (3, len(found.marks) // 2))
    assert first.things != later.things
    paths = [one.path for one in first.dimensions]
    assert (F.wheel in paths) is (last != "threaded rod")
    assert (F.ring in paths) is (found.axes[axis].kind == "angle")
    left, low, right, high = first.bounds
    assert right - left >= 0.2
    assert high - low >= 0.2
    seat = found.family.seat(axis, 3)
    plain, driven = found.family.sketch(seat.view, 3), found.sketch(seat.view, 3)
    added = driven.things[len(plain.things) :]
    # Four cogs, the motor and the last stage.
    assert sum(isinstance(one, Shape | Disc | Line) for one in added) > 9


def test_by_hand_there_is_no_such_view():
    found = assess(RIGS["slider"])
    assert "drive" not in [view.id for view in found.views]
    assert found.sketch("side", 3) == found.family.sketch("side", 3)


def test_a_sector_and_its_pinion_touch_at_the_pitch_circle():
    rig = changed(RIGS["jib"], **SECTOR, drive__ring=0.12)
    found = assess(rig)
    drawn = found.sketch("drive", len(found.marks) // 3)
    sector, pinion = [one for one in drawn.things if isinstance(one, Shape)][-2:]
    pivot = found.family.seat(0, 0).at
    shaft = (pivot[0], pivot[1] - 0.12 - 0.018)
    far = [math.dist(corner, pivot) for corner in sector.points]
    near = [math.dist(corner, shaft) for corner in pinion.points]
    assert max(far) == pytest.approx(0.122, abs=1e-6)
    assert max(near) == pytest.approx(0.020, abs=1e-6)


def test_a_belt_drive_is_the_length_of_its_rails():
    found = assess(changed(RIGS["slider"], **BELT))
    drawn = found.sketch("drive", 0)
    pulleys = [one for one in drawn.things[-4:] if isinstance(one, Disc)]
    rails = RIGS["slider"].design.rails.length
    assert math.dist(pulleys[0].centre, pulleys[1].centre) == pytest.approx(rails)
