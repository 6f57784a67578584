"""An axis: what moves along or about one freedom of a rig, as the tape and a drive read it."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
#: The cause in ``resisting`` that grows with the square of the speed.
AIR = "air"


class Beam(NamedTuple):
    """What turns about a pivot, where a sector is clamped to it, m.

    Its height and width there; how far its middle lies over the pivot; what stands beside it and a
    sector has to clear; and how far below the pivot there is nothing else.
    """

    height: float
    width: float
    lifted: float
    beside: float
    below: float


@dataclass(frozen=True)
class Axis:
    """One freedom of a rig over the marks of its move.

    Along a line forces are in N and the inertia is in kg; about a pivot torques are in N·m and
    the inertia is in kg·m².

    Attributes
    ----------
    name : str
        What the tape calls a place on it.
    kind : str
        Of a place: a `units` kind, "length" or "angle".
    place : (n,) array
        m or rad, only growing or only falling.
    speed, acceleration : (n,) array
        By the second, positive the way that ``place`` counts.
    resisting : mapping of str to (n,) array
        What holds back motion that way, by cause; negative where it helps.
    inertia : float
        Of all that moves with it.
    pixels : float
        How far a unit of it shifts the picture at the subject, px by m or by rad.
    reach : float
        Of what turns, where a hand or a head may be hit: from the pivot to the lens, m; 1 along a
        line.
    friction : frozenset of str
        Causes in ``resisting`` that are friction: they hold back either way.
    last : tuple of str
        Last stages by which it can be driven, as `drive.model.Last` names them.
    beam : Beam or None
        What a sector can be clamped to.
    loudness : float
        Of what rolls, at 1 m at its greatest speed, dB; none where nothing does.
    """

    name: str
    kind: str
    place: Array
    speed: Array
    acceleration: Array
    resisting: Mapping[str, Array]
    inertia: float
    pixels: float
    reach: float = 1.0
    friction: frozenset[str] = frozenset()
    last: tuple[str, ...] = ()
    beam: Beam | None = None
    loudness: float = -math.inf

    @property
    def free(self) -> Array:
        """Effort but for friction."""
        return np.asarray(self.effort - self.rubbing)

    @property
    def rubbing(self) -> Array:
        """All that is friction, with its sign."""
        none = np.zeros_like(self.place)
        return np.asarray(sum((self.resisting[one] for one in self.friction), start=none))

    @property
    def standing(self) -> Array:
        """Effort but for friction where it stands still: no inertia, no air."""
        return np.asarray(self.paced(math.inf) - self.rubbing)

    def paced(self, slower: float) -> Array:
        """Effort where the whole move takes longer.

        Parameters
        ----------
        slower : float
            Times as long: what speeds it up, and air, fall with the square of that.

        Returns
        -------
        (n,) array
        """
        air = self.resisting.get(AIR, np.zeros_like(self.place))
        quick = self.inertia * self.acceleration + air
        return np.asarray(self.effort + quick * (1 / slower**2 - 1), dtype=np.float64)

    @property
    def effort(self) -> Array:
        """What has to push or turn it: inertia times acceleration and all that resists."""
        moved = self.inertia * self.acceleration
        return np.asarray(sum(self.resisting.values(), start=moved), dtype=np.float64)
