"""The move of a driven axis as a table and as plain G-code, for a controller of one's own."""

from __future__ import annotations

import csv
import io
import math
from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.drive import capture
from hazel_lantern.core.drive.answer import Driving
from hazel_lantern.core.line.protocol import Unit

Array = NDArray[np.float64]
#: How far the straight lines between two points may be off the move, as a share of it.
OFF = 1e-5
#: Points of a move, at the least and at the most, and of the way from one frame to the next.
LEAST, MOST, STEP = 25, 12801, 13


def place_at(it: Driving) -> Callable[[Array], Array]:
    """Where the axis is at any time of the move: by the pace itself, not by its marks.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    callable
        From times, s, to places, m or rad.
    """
    from scipy.interpolate import CubicSpline, PchipInterpolator

    pace, times, place = it.case.shot.pace, it.times, it.axis.place
    done = pace.motion(1.0, times).place
    at, first = np.unique(np.round(done, 12), return_index=True)
    if times[-1] > pace.duration * (1 + 1e-9) or at.size < 4:
        # Paced otherwise than the shot: what its marks say, without corners between them.
        smooth = PchipInterpolator(times, place)
        return lambda when: np.asarray(smooth(when))
    # How far the axis has come follows smoothly from how far the lens has.
    along = CubicSpline(at, place[first])
    return lambda when: np.asarray(along(pace.motion(1.0, np.asarray(when, dtype=float)).place))


def points(it: Driving) -> tuple[Array, Array]:
    """Times and places that hold the move by straight lines between them.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    (n,) array, (n,) array
        Times from 0, s, and places from the start, mm along a line and degrees about a pivot.  A
        time-lapse that stands still for each frame has the stops in it.
    """
    along, factor = place_at(it), unit(it)[1]
    start = float(along(np.zeros(1))[0])
    if capture.stands(it.case.shot.played):
        times, places = _stopping(it, along)
        return times, (places - start) * factor

    def place(when: Array) -> Array:
        return (along(when) - start) * factor

    fine = np.linspace(0.0, it.duration, 2 * MOST - 1)
    true = place(fine)
    whole = max(float(np.ptp(true)), 1e-9)
    count = LEAST
    while True:
        at = np.linspace(0.0, it.duration, count)
        found = place(at)
        off = float(np.abs(np.interp(fine, at, found) - true).max())
        if off <= OFF * whole or count >= MOST:
            return at, found
        count = min(2 * count - 1, MOST)


def _stopping(it: Driving, along: Callable[[Array], Array]) -> tuple[Array, Array]:
    """From frame to frame: stand for the exposure, move softly, settle."""
    played = it.case.shot.played
    frames = capture.frames_of(it.axis, it.times, it.case.shot)
    shot, moves = played.exposure + capture.CAMERA, capture.step_time(frames, played)
    begins = np.arange(frames.count) * frames.interval
    places = along(np.append(begins, it.duration))
    share = np.linspace(0.0, 1.0, STEP)
    soft = share**3 * (10 - 15 * share + 6 * share**2)
    times, found = [0.0], [float(places[0])]
    for begin, here, there in zip(begins, places, places[1:], strict=False):
        times += (begin + shot + share * moves).tolist()
        found += (here + (there - here) * soft).tolist()
    if times[-1] < it.duration:
        times.append(it.duration)
        found.append(found[-1])
    return np.array(times), np.array(found)


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
    speed = np.gradient(place, at)
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    header = ["time [s]", f"place [{name}]", f"speed [{name}/s]"]
    steps = place / factor * it.turns / (2 * math.pi) * it.motor.steps
    writer.writerow([*header, "full steps"] if it.stepping else header)
    for row in zip(at, place, speed, steps, strict=True):
        cells = [f"{row[0]:.6f}", f"{row[1]:.6f}", f"{row[2]:.6f}", f"{row[3]:.2f}"]
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
        # As long as between the places that are written, so that the times stay right.
        way = abs(round(float(there), 6) - round(float(here), 6))
        if way > 0:
            lines.append(f"G1 {letter}{there:.6f} F{way / (after - before) * 60:.6f}")
        else:
            lines.append(f"G4 P{after - before:.4f}")
    return "\n".join([*lines, "M2"]) + "\n"
