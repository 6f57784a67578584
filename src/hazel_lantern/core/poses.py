"""Figures and poses over a move: traces, the lens's poses, its shake, a turn looked round in."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.lazy import kept

Array = NDArray[np.float64]
#: Where on a subject drift is watched, as a share of its height.
AIM = 0.66


@dataclass(frozen=True)
class Trace:
    """A figure over the move, SI, of a `units` kind.

    One value per mark; or, with ``along``, one at each of those places, which may go further
    than the move does.  What others are plotted across may have values of its own, and then
    says in ``at_marks`` where on it each mark is.  A curve that is longer than what it is plotted
    across says where it lies with ``on``.
    """

    label: str
    kind: str
    values: Array
    along: Array | None = None
    at_marks: Array | None = None
    on: Array | None = None


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


class Shake:
    """What moves the lens too quickly to be meant; worked out when it is looked at.

    Parameters
    ----------
    times : ndarray, shape (n,)
        Even times, s.
    rows : callable
        Gives lift in m, pitch nose up and roll in rad, at these times, shape (3, n).
    size : callable
        Gives how far it shakes the picture at the worst, px.
    name : str
        What it is.
    """

    def __init__(
        self,
        times: Array,
        rows: Callable[[], Array],
        size: Callable[[], float],
        name: str = "shake",
    ) -> None:
        self._times, self._make, self._measure, self.name = times, rows, size, name

    @kept
    def _rows(self) -> Array:
        return self._make()

    @kept
    def size(self) -> float:
        """How far it shakes the picture at the worst, px."""
        return self._measure()

    def at(self, time: float) -> tuple[float, float, float]:
        """Lift, m, pitch and roll, rad, at a time, s."""
        lift, pitch, roll = (float(np.interp(time, self._times, row)) for row in self._rows)
        return lift, pitch, roll
