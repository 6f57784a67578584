"""A run along a hung line by gravity: what drives, what holds back, where it stalls.

The drive is minus the slope of the whole potential energy along the path: of trolley, of the line's
weight and of its stretch.  On a line at nearly constant pull that is half of what the height alone
would give.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.driving import AIR

Array = NDArray[np.float64]


@dataclass(frozen=True, eq=False)
class Run:
    """A run from rest over some places.

    Attributes
    ----------
    speed : (n,) array
        Along the path at each place, m/s; nought from where it stalls.
    times : (n,) array
        When it is there, s; of places that are not reached that of the stall.
    reached : float
        How far of the way it comes: from the first place, along the path, m.
    way : (n,) array
        Along the path, m.
    """

    speed: Array
    times: Array
    reached: float
    way: Array

    @property
    def stalls(self) -> bool:
        """Whether it does not get to the last place."""
        return self.reached < float(self.way[-1]) - 1e-9


def coasted(
    x: Array,
    up: Array,
    energy: Array,
    mass: float,
    rolling: float,
    drag_area: float,
    start: float = 0.0,
) -> Run:
    """Speed over a path, by the work done on every step of it.

    Parameters
    ----------
    x, up : (n,) array
        The path in the order in which it is run, m.
    energy : (n,) array
        Potential, at each place, J.
    mass : float
        kg.
    rolling : float
        Rolling resistance: by its share of m g times the cosine of the path's slope.
    drag_area : float
        m², with its coefficient.
    start : float
        Speed at the first place, m/s.

    Returns
    -------
    Run
    """
    steps = np.hypot(np.diff(x), np.diff(up))
    way = np.concatenate([[0.0], np.cumsum(steps)])
    # Cosine times the step is the step's level part.
    given = -np.diff(energy) - rolling * mass * GRAVITY * np.abs(np.diff(x))
    fades = np.exp(-AIR * drag_area * steps / mass)
    lasts = np.where(fades < 1 - 1e-9, (1 - fades) / np.maximum(-np.log(fades), 1e-300), 1.0)
    squares = np.zeros(len(x))
    squares[0], reached, last = start**2, float(way[-1]), len(x) - 1
    times = np.zeros(len(x))
    for at, gain in enumerate(2 * given / mass * lasts):
        before = squares[at]
        after = before * fades[at] + gain
        if after <= 0:
            share = before / max(before - after, 1e-300)
            reached, last = float(way[at] + share * steps[at]), at
            break
        squares[at + 1] = after
        # Of an even acceleration the mean speed is that of both ends.
        times[at + 1] = times[at] + 2 * steps[at] / (before**0.5 + after**0.5)
    if last < len(x) - 1:
        slow = squares[last] ** 0.5
        stops = times[last] + (2 * (reached - way[last]) / slow if slow else 0.0)
        times[last + 1 :] = stops
    return Run(np.sqrt(squares), times, reached, way)
