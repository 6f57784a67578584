"""The move as it is handed on: read again, it is the move."""

import csv
import io
import math
import re

import numpy as np
import pytest

from hazel_lantern.core.build.pack import write_pack
from hazel_lantern.core.drive.export import OFF, move_csv, move_gcode
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
    assert np.abs(read - place).max() <= OFF * whole * 1.1
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
    assert np.abs(run - place).max() <= 2e-3 * whole


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
