"""The flight at its marks: as it is paced, or as it rolls by itself."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

if TYPE_CHECKING:
    from hazel_lantern.core.rigs.cable.answer import CableAnswer

Array = NDArray[np.float64]
#: Marks of a run by gravity.
MARKS = 45
#: A way so short is none, m; so slow stands, m/s.
NOWHERE, STANDS = 1e-6, 1e-6


@dataclass(frozen=True, eq=False)
class Course:
    """The move at its marks: s, and place along the span from the left anchor, m, with rates."""

    times: Array
    place: Array
    speed: Array
    acceleration: Array


def rolled(answer: CableAnswer) -> Course:
    """A run by gravity up to the end of the flight, or to where it first stands."""
    run, end = answer.run, answer.till_end
    x, way = answer.swept.load[0], run.way
    upto = min(float(way[end]), run.reached)
    if upto <= NOWHERE:
        # It does not roll at all: it stands where it is let go.
        none = np.zeros(MARKS)
        times = np.linspace(0.0, answer.shot.pace.duration, MARKS)
        return Course(times, np.full(MARKS, answer.ends[0]), none, none)
    # It starts and may end at rest, where little way takes long: marks stand closer there.
    going = upto * (1 - np.cos(np.linspace(0, np.pi, MARKS))) / 2
    last = int(np.searchsorted(way, upto - 1e-9))
    stops = abs(upto - run.reached) < 1e-9 and run.stalls
    final = 0.0 if stops else float(np.interp(upto, way, run.speed**2))
    squares = np.interp(going, np.append(way[:last], upto), np.append(run.speed[:last] ** 2, final))
    speeds = np.sqrt(np.maximum(squares, 0.0))
    together = np.maximum(speeds[1:] + speeds[:-1], STANDS)
    times = np.append(0.0, np.cumsum(2 * np.diff(going) / together))
    level = np.interp(going, way, x)
    slope = np.gradient(level, going)
    return Course(times, level, speeds * slope, np.gradient(squares, going) / 2 * slope)
