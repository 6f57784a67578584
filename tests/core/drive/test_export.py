"""The move as it is handed on: read again, it is the move."""

import csv
import io
import math
import re

import numpy as np
import pytest

from hazel_lantern.core.build.pack import write_pack
from hazel_lantern.core.drive.export import OFF, move_csv, move_gcode, points
from hazel_lantern.core.project.file import loads
from hazel_lantern.core.project.model import Project
from hazel_lantern.core.resources import DATA
from tests.conftest import assess, changed

DEMO = loads((DATA / "demo" / "tide-mill.hazel.json").read_text(encoding="utf-8")).rigs
SLIDE, CRANE = DEMO[0], DEMO[1]


def driven(rig, **more):
    return assess(changed(rig, drive__source="motor", **more)).family.drives.it


@pytest.mark.parametrize(
    ("it", "factor"),
    [
        (driven(SLIDE, drive__motor="step-42", drive__last="belt loop"), 1e3),
        (driven(CRANE, drive__last="sector"), 180 / math.pi),
    ],
    ids=["slide", "crane"],
)
def test_read_again_the_move_is_the_profile(it, factor):
    rows = list(csv.reader(io.StringIO(move_csv(it))))
    header, figures = rows[0], np.array(rows[1:], dtype=float)
    place = (it.axis.place - it.axis.place[0]) * factor
    whole = abs(place[-1])
    read = np.interp(it.times, figures[:, 0], figures[:, 1])
    # As finely as the table is written.
    assert np.abs(read - place).max() <= OFF * whole * 1.1 + 1e-5
    if it.stepping:
        assert header[-1] == "full steps"
        ends = it.axis.place[-1] - it.axis.place[0]
        assert figures[-1, 3] == pytest.approx(ends * it.turns / (2 * math.pi) * 200, abs=0.01)
    # G-code, run as a controller runs it: each line at its own feed.
    time, at, times, places = 0.0, 0.0, [0.0], [0.0]
    for line in move_gcode(it).splitlines():
        moved = re.fullmatch(r"G1 [XA](-?[\d.]+) F([\d.]+)", line)
        waits = re.fullmatch(r"G4 P([\d.]+)", line)
        if moved:
            there = float(moved.group(1))
            time += abs(there - at) / float(moved.group(2)) * 60
            at = there
        elif waits:
            time += float(waits.group(1))
        else:
            continue
        times.append(time)
        places.append(at)
    assert times[-1] == pytest.approx(it.duration, rel=2e-3)
    run = np.interp(it.times, times, places)
    assert np.abs(run - place).max() <= 1e-4 * whole


def test_the_pack_of_a_driven_rig_holds_its_move_and_of_another_none(tmp_path, workshop):
    for source, there in (("motor", True), ("by hand", False)):
        rig = changed(CRANE, drive__source=source, drive__last="sector")
        project = Project(name="Mill", rigs=(rig,))
        names = {path.name for path in write_pack(project, rig, workshop, tmp_path / source)}
        moves = {name for name in names if "-move." in name}
        assert bool(moves) is there
        assert any("sector" in name for name in names) is there


def test_a_delay_is_waited_before_the_move():
    it = driven(SLIDE, drive__last="belt loop", shot__pace__delay=7.5)
    lines = move_gcode(it).splitlines()
    assert lines[4] == "G4 P7.5000"
    assert lines[5].startswith("G1")


def test_the_move_is_the_pace_itself_not_its_marks():
    """A smooth move is L (10 s³ − 15 s⁴ + 6 s⁵): between any two marks too, its speed as well."""
    it = driven(SLIDE, drive__last="belt loop", shot__pace__ease="smooth")
    at, place = points(it)
    fine = np.linspace(0.0, it.duration, 7001)
    share = fine / it.duration
    whole = abs(place[-1])
    exact = place[-1] * share**3 * (10 - 15 * share + 6 * share**2)
    assert np.abs(np.interp(fine, at, place) - exact).max() <= 1.001e-5 * whole
    speeds = np.diff(place) / np.diff(at)
    quick = 1.875 * whole / it.duration
    assert np.abs(np.diff(speeds)).max() < 0.02 * quick


def test_a_crane_is_sent_where_its_lens_is_to_be():
    it = driven(CRANE, drive__last="sector")
    answer = assess(changed(CRANE, drive__source="motor", drive__last="sector")).answer
    shot, stops = answer.shot, answer.design.swing
    at, place = points(it)
    done = shot.pace.motion(shot.move.distance, at).place
    height = shot.camera_height + shot.move.sense * (done - shot.move.distance / 2)
    swing = np.degrees(answer.geometry.swing_at(height, stops.down, stops.up))
    assert np.abs(place - (swing - swing[0])).max() <= 1e-5 * np.ptp(swing)


def test_a_time_lapse_stands_still_for_each_frame():
    it = driven(
        SLIDE,
        drive__last="belt loop",
        shot__pace__duration=300.0,
        shot__pace__ease="smooth",
        shot__played__kind="time-lapse",
        shot__played__shoots="shoot, move, settle",
        shot__played__screen=4.0,
        shot__played__shown=25.0,
    )
    at, place = points(it)
    whole, exposed = abs(place[-1]), it.case.shot.played.exposure
    for frame in range(100):
        begin = frame * 3.0
        share = begin / 300.0
        here = place[-1] * share**3 * (10 - 15 * share + 6 * share**2)
        taken = np.interp(np.linspace(begin, begin + exposed, 5), at, place)
        assert np.abs(taken - here).max() <= 1e-5 * whole
        assert np.ptp(taken) <= 1e-9 * whole
    waits = [line for line in move_gcode(it).splitlines() if line.startswith("G4")]
    # One stand for each frame, and what settles after the last.
    assert len(waits) == 101
