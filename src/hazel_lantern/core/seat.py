"""Where on a rig's drawing one of its axes is driven."""

from __future__ import annotations

import math
from dataclasses import dataclass

from hazel_lantern.core.sketch import Point


@dataclass(frozen=True)
class Seat:
    """A place for a drive on one of a family's views, at one mark.

    Attributes
    ----------
    view : str
        The view in which its cogs are seen face on.
    at : Point
        The pivot, or what moves along, m.
    ends : tuple of Point
        Tail and front of what turns, or the two ends of the way.
    turned : float
        Against the clock since the middle of the move, rad; 0 along a way.
    towards : float
        From the pivot to the last axle, rad against the clock from x.
    outwards : float
        From the last axle to the motor, the same way.
    """

    view: str
    at: Point = (0.0, 0.0)
    ends: tuple[Point, Point] = ((-0.4, 0.0), (0.4, 0.0))
    turned: float = 0.0
    towards: float = -math.pi / 2
    outwards: float = 0.0
