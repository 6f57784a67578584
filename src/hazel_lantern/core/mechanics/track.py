"""Rails on sleepers: how far they sink under wheels, and what a wheel feels over an edge."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics.beam import Beam, Loads, Support

Array = NDArray[np.float64]
#: Of a long rail so many spans at either end are not like those in its middle: what one span
#: does to the sixth from it is less than a thousandth of its own.
ENDS = 6
#: Places looked at in a span.
IN_A_SPAN = 96


@dataclass(frozen=True)
class Rail:
    """A rail on even sleepers, one under each of its ends and under every joint.

    Attributes
    ----------
    spans : int
        From end to end.
    apart : float
        From sleeper to sleeper, m.
    cuts : tuple of int
        Sleepers, counted from the first, over which it is only butted and bears no moment.
    """

    spans: int
    apart: float
    cuts: tuple[int, ...] = ()

    @property
    def length(self) -> float:
        """From end to end, m."""
        return self.spans * self.apart


class Under(NamedTuple):
    """What one newton on each wheel of a group does under each wheel, all along a rail.

    Attributes
    ----------
    ways : (n,) array
        Where the group's middle stands, from the rail's middle, m.
    sinks : (wheels, wheels, n) array
        How far it sinks under the first by a newton on the second, for E I = 1 N·m², m.
    bends : (wheels, wheels, n) array
        What it is bent with under the first, sagging, N·m.
    """

    ways: Array
    sinks: Array
    bends: Array


# A long rail's takes some megabytes.
@lru_cache(maxsize=12)
def under(rail: Rail, wheels: tuple[float, ...], reach: float) -> Under:
    """Roll a group of wheels along a rail.

    Parameters
    ----------
    rail : Rail
    wheels : tuple of float
        Where they stand from the group's middle, m.
    reach : float
        How far its middle goes either way from the rail's middle, m; a wheel past an end stands on
        the end.

    Returns
    -------
    Under
    """
    count = max(2, math.ceil(2 * reach / rail.apart * IN_A_SPAN) + 1)
    ways = np.linspace(-reach, reach, count)
    at = np.clip(ways + rail.length / 2 + np.array(wheels)[:, None], 0.0, rail.length)
    sinks = np.zeros((len(wheels), len(wheels), count))
    bends = np.zeros_like(sinks)
    for first, last in pairwise((0, *rail.cuts, rail.spans)):
        start, end = first * rail.apart, last * rail.apart
        # A wheel over a cut stands on a sleeper, whichever piece it is counted to.
        here = (at >= start) & ((at < end) | (last == rail.spans))
        cases = np.flatnonzero(here.any(axis=0))
        if not cases.size:
            continue
        inside = np.clip(at[:, cases] - start, 0.0, end - start)
        down, moment = _piece(last - first, rail.apart, inside)
        both = here[:, None, cases] & here[None, :, cases]
        sinks[:, :, cases] += np.where(both, down, 0.0)
        bends[:, :, cases] += np.where(both, moment, 0.0)
    return Under(ways, sinks, bends)


def _piece(spans: int, apart: float, at: Array) -> tuple[Array, Array]:
    """The same for a piece without a cut; its like spans in the middle are left out."""
    reach = math.ceil(float((at.max(axis=0) - at.min(axis=0)).max()) / apart)
    kept = min(spans, 2 * ENDS + reach + 1)
    past = np.floor(at.min(axis=0) / apart) - ENDS
    at = at - np.clip(past, 0, spans - kept) * apart
    beam = _beam(kept, apart)
    sinks = np.empty((len(at), len(at), at.shape[1]))
    bends = np.empty_like(sinks)
    for pressed, place in enumerate(at):
        answer = beam.solve(Loads(place[None], np.ones((1, place.size))))
        sinks[:, pressed] = -beam.deflection(answer, at)
        bends[:, pressed] = beam.bending_moment(answer, at)
    return sinks, bends


@lru_cache(maxsize=32)
def _beam(spans: int, apart: float) -> Beam:
    """Even spans of E I = 1 N·m²."""
    supports = [Support(number * apart) for number in range(spans + 1)]
    return Beam(spans * apart, 1.0, supports)


def axle_heights(places: Array, starts: Array, ends: Array, heights: Array, radius: float) -> Array:
    """Height of a wheel's axle, less its radius, as it rolls over flat pieces with edges.

    It stands on whichever piece lifts it most: on the flat of one, or turning about the edge of
    one, be it the edge of a gap or of a lip.  A wheel that falls between two pieces altogether
    is taken to drop by its radius.

    Parameters
    ----------
    places : (n,) array
        Where the wheel stands, m.
    starts, ends, heights : (pieces,) array
        Of the pieces, from the first on, m; each much longer than the wheel's radius is higher
        than its edges.
    radius : float
        Of the wheel, m.

    Returns
    -------
    (n,) array
        m.
    """
    at = np.searchsorted(starts, places, side="right") - 1
    best = np.full(places.shape, -np.inf)
    for beside in (-1, 0, 1):
        piece = np.clip(at + beside, 0, len(starts) - 1)
        past = np.maximum(np.maximum(starts[piece] - places, places - ends[piece]), 0.0)
        under = radius**2 - past**2
        high = heights[piece] + np.sqrt(np.maximum(under, 0.0)) - radius
        best = np.maximum(best, np.where(under >= 0, high, -np.inf))
    return np.where(np.isfinite(best), best, heights[np.clip(at, 0, None)] - radius)


def bogie_offset(wheelbase: float, radius: float) -> float:
    """How far the middle of a rigid bogie stands inside the line of its wheels: b² / 8R.

    Parameters
    ----------
    wheelbase, radius : float
        Of the bogie and of the curve, m.

    Returns
    -------
    float
        m.
    """
    return wheelbase**2 / (8 * radius)
