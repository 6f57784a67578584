"""The move of a driven axis as a table and as plain G-code, for a controller of one's own."""

from __future__ import annotations

import csv
import io
import math

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.drive.answer import Driving
from hazel_lantern.core.line.protocol import Unit

Array = NDArray[np.float64]
#: How far the straight lines between two points may be off the move, as a share of it.
OFF = 2e-4
#: Points of a move, at the least and at the most.
LEAST, MOST = 25, 4001


def points(it: Driving) -> tuple[Array, Array]:
    """Times and places that hold the move by straight lines between them.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    (n,) array, (n,) array
        Even times from 0, s, and places from the start, mm along a line and degrees about a pivot.
    """
    times, place = it.times, (it.axis.place - it.axis.place[0]) * unit(it)[1]
    whole = max(float(np.ptp(place)), 1e-9)
    fine = np.linspace(0.0, it.duration, MOST)
    true = np.interp(fine, times, place)
    count = LEAST
    while True:
        at = np.linspace(0.0, it.duration, count)
        found = np.interp(at, times, place)
        off = float(np.abs(np.interp(fine, at, found) - true).max())
        if off <= OFF * whole or count >= MOST:
            return at, found
        count = min(2 * count - 1, MOST)


def unit(it: Driving) -> tuple[Unit, float]:
    """What a place is counted in, and how many of them a metre or a radian is.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    {"mm", "deg"}, float
    """
    return ("deg", 180 / math.pi) if it.axis.kind == "angle" else ("mm", 1e3)


def move_csv(it: Driving) -> str:
    """The move as CSV: time, place, speed, and full steps of a step motor.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    str
    """
    at, place = points(it)
    name, factor = unit(it)
    speed = np.interp(at, it.times, it.axis.speed * factor)
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    header = ["time [s]", f"place [{name}]", f"speed [{name}/s]"]
    steps = place / factor * it.turns / (2 * math.pi) * it.motor.steps
    writer.writerow([*header, "full steps"] if it.stepping else header)
    for row in zip(at, place, speed, steps, strict=True):
        cells = [f"{row[0]:.4f}", f"{row[1]:.5f}", f"{row[2]:.5f}", f"{row[3]:.2f}"]
        writer.writerow(cells if it.stepping else cells[:3])
    return out.getvalue()


def move_gcode(it: Driving) -> str:
    """The move as G-code: millimetres on X, or degrees on A, each line with its own feed.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    str
    """
    at, place = points(it)
    letter = "A" if it.axis.kind == "angle" else "X"
    lines = [f"({it.axis.name}, {it.duration:g} s)", "G21", "G90", f"G92 {letter}0"]
    if delay := it.case.shot.pace.delay:
        lines.append(f"G4 P{delay:.4f}")
    for before, after, here, there in zip(at, at[1:], place, place[1:], strict=False):
        way = abs(float(there - here))
        if way > 0:
            lines.append(f"G1 {letter}{there:.5f} F{way / (after - before) * 60:.5f}")
        else:
            lines.append(f"G4 P{after - before:.4f}")
    return "\n".join([*lines, "M2"]) + "\n"
