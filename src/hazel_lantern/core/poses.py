"""Figures and poses over a move: traces, the lens's poses, its shake, a turn looked round in."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
#: Where on a subject drift is watched, as a share of its height.
AIM = 0.66


@dataclass(frozen=True)
class Trace:
    """A figure over the move, SI, of a `units` kind.

    One value per mark; or, with ``along``, one at each of those places, which may go further
    than the move does.  What others are plotted across may have values of its own, and then
    says in ``at_marks`` where on it each mark is.
    """

    label: str
    kind: str
    values: Array
    along: Array | None = None
    at_marks: Array | None = None


@dataclass(frozen=True)
class Turn:
    """A second freedom beside the move: the rig turned about an upright axis, rad.

    ``planned`` is where the move has it at every mark; ``low`` to ``high`` is how far a maker
    may look round; ``pivot`` is where the axis stands on the floor, m.
    """

    name: str
    planned: Array
    low: float
    high: float
    pivot: tuple[float, float] = (0.0, 0.0)


@dataclass(frozen=True)
class Poses:
    """The lens at every mark: place (n, 3) m, bearing, nose-up and roll (n,) rad."""

    eye: Array
    look: Array
    pitch: Array
    roll: Array


@dataclass(frozen=True)
class Shake:
    """What moves the lens too quickly to be meant, at even times, s.

    ``lift`` in m; ``pitch`` nose up and ``roll`` in rad; ``size`` is how far it shakes the
    picture at the worst, px.
    """

    times: Array
    lift: Array
    pitch: Array
    roll: Array
    size: float

    def at(self, time: float) -> tuple[float, float, float]:
        """Lift, pitch and roll at a time."""
        lift, pitch, roll = (
            float(np.interp(time, self.times, row)) for row in (self.lift, self.pitch, self.roll)
        )
        return lift, pitch, roll
