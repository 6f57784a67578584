"""Rails on sleepers: how far they dip under a wheel, and what a wheel feels at a joint."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics.beam import Beam, Loads, Support

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Span:
    """A span between two sleepers under one newton, for a span of 1 m and E I = 1 N·m².

    Attributes
    ----------
    share : (n,) array
        Where the load stands, 0 to 1.
    dip : (n,) array
        Sinking under the load; times P a³ / E I.
    moment : (n,) array
        Bending moment under the load; times P a.
    """

    share: Array
    dip: Array
    moment: Array


@lru_cache(maxsize=2)
def span(through: bool) -> Span:
    """A span of a rail on sleepers.

    Parameters
    ----------
    through : bool
        Whether the rail runs through, and this is the middle one of five spans, or it ends at
        both sides.

    Returns
    -------
    Span
    """
    count = 5 if through else 1
    supports = [Support(float(at)) for at in range(count + 1)]
    beam = Beam(float(count), 1.0, supports)
    share = np.linspace(0.0, 1.0, 41)
    at = (share + count // 2)[None, :]
    answer = beam.solve(Loads(at, np.ones_like(at)))
    dip = -beam.deflection(answer, at)[0]
    moment = beam.bending_moment(answer, at)[0]
    return Span(share, dip, moment)


def gap_drop(gap: float, radius: float) -> float:
    """How far a wheel sinks into a gap: r − √(r² − (g/2)²), nearly g²/8r.

    Parameters
    ----------
    gap, radius : float
        Of the gap, and of the wheel, m.

    Returns
    -------
    float
        m.
    """
    half = min(gap / 2, radius)
    return radius - math.sqrt(radius**2 - half**2)


def joint_heights(
    places: Array, joints: Sequence[float], gap: float, step: float, radius: float
) -> Array:
    """Height of a wheel's axle as it rolls along a rail with joints.

    Parameters
    ----------
    places : (n,) array
        Along the rail, m, growing.
    joints : sequence of float
        Middles of the gaps, m, growing.
    gap, step : float
        Width of each gap, and by how much the next piece stands higher or lower in turn, m.
    radius : float
        Of the wheel, m.

    Returns
    -------
    (n,) array
        m.
    """
    heights = np.zeros_like(places)
    if step:
        heights += step / 2 * (1.0 - 2.0 * (np.searchsorted(joints, places, side="right") % 2))
    climb = math.sqrt(max(2 * radius * step - step**2, 0.0))
    for number, joint in enumerate(joints):
        if gap:
            here = slice(*np.searchsorted(places, [joint - gap / 2, joint + gap / 2]))
            away = gap / 2 - np.abs(places[here] - joint)
            heights[here] -= radius - np.sqrt(np.maximum(radius**2 - away**2, 0.0))
        if climb:
            # Up a step the axle turns about the edge before it, down one after it.
            ends = (joint - climb, joint) if number % 2 else (joint, joint + climb)
            here = slice(*np.searchsorted(places, ends))
            away = places[here] - joint
            heights[here] = np.sqrt(np.maximum(radius**2 - away**2, 0.0)) - (radius - step / 2)
    return heights


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
