"""Standing and tipping: the ways in which a rig may go over, and the nearest of them."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.lamps import Check, Found, check
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics import standing

Array = NDArray[np.float64]
#: Tilt that is to be left before a rig goes over, rad.
LEAST_LEFT = 0.0523598776
#: Height of a stand's own weight, as a share of its height: legs are wide and low.
STAND_WEIGHT_HEIGHT = 0.45


@dataclass(frozen=True)
class Over:
    """A way to go over, at every mark.

    Attributes
    ----------
    words : str
        Which way.
    edge : float
        From the middle to the edge of the feet, m.
    meets : array
        From the middle to where weight and pushes come down, towards that edge, m.
    height : array or float
        Of the centre of mass over the feet, m.
    """

    words: str
    edge: float
    meets: Array
    height: Array | float

    @kept
    def left(self) -> Array:
        """Tilt left, rad; negative when it goes over."""
        return standing.tip_angle(self.edge, self.meets, self.height)

    @property
    def least(self) -> float:
        """The least tilt left, rad."""
        return float(self.left.min())

    @property
    def falls(self) -> bool:
        """Whether it goes over."""
        return self.least < 0


def nearest(ways: Iterable[Over]) -> Over:
    """The way in which it goes over first.

    Parameters
    ----------
    ways : iterable of Over
        At least one.

    Returns
    -------
    Over
    """
    return min(ways, key=lambda way: way.least)


def over_edges(
    polygon: Array,
    points: Array,
    height: float,
    words: Callable[[Array], str],
    nudge: float = 0.0,
) -> list[Over]:
    """A way over each edge of the feet.

    Parameters
    ----------
    polygon : (corners, 2) array
        Of the feet, anticlockwise, m.
    points : (n, 2) array
        Where the weight comes down, m.
    height : float
        Of the centre of mass, m.
    words : callable
        From an edge's direction, (2,), to which way lies over it.
    nudge : float
        How far a push towards each edge in turn shifts where the weight comes down, m.

    Returns
    -------
    list of Over
    """
    inside = standing.edge_distances(polygon, points) - nudge
    edges = np.roll(polygon, -1, axis=0) - polygon
    return [
        Over(words(edge), 0.0, -distance, height)
        for edge, distance in zip(edges, inside.T, strict=True)
    ]


def tip_check(
    station: str, id: str = "tip", name: str = "Stands up to a push", source: str = ""
) -> Callable[[Callable[[Any], Found]], Check]:
    """A check of the tilt that is left before it goes over.

    Parameters
    ----------
    station : str
        Where its lamp stands.
    id, name : str
        Of the lamp.
    source : str
        Of its limit, where it is not the usual one.

    Returns
    -------
    callable
        Which makes a `Check` of a function.
    """
    source = (
        source
        or "3 degrees of tilt left before it goes over, with the push of the project's settings"
    )
    return check(id, name, station, "angle", LEAST_LEFT, "at least", source)
