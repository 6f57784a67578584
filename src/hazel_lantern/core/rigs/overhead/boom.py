"""A swing boom of one to four pieces: how far it dips and slopes, what its knuckles bear."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.catalogue.rows import Material, Section
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.overhead.model import Drop

Array = NDArray[np.float64]
#: Steps of Simpson's along each piece.
STEPS = 16


@dataclass(frozen=True)
class Bent:
    """A boom under the camera at its end.

    Attributes
    ----------
    dip, slope : float
        Of its end, m and rad, downwards.
    gives : float
        Of its end to a newton, m/N.
    tilts : float
        Slope of its end to a newton, rad/N.
    root : float
        Moment at the bolt, N·m.
    knuckles : tuple of float
        Moment at each knuckle, N·m.
    stresses : tuple of float
        Greatest moment of each piece over its section modulus, as a share of the working stress.
    mass : float
        kg.
    first_moment : float
        Of its own mass about the bolt, kg·m.
    inertia : float
        About the bolt with the camera, kg·m².
    """

    dip: float
    slope: float
    gives: float
    tilts: float
    root: float
    knuckles: tuple[float, ...]
    stresses: tuple[float, ...]
    mass: float
    first_moment: float
    inertia: float


def bent(drop: Drop, rows: tuple[tuple[Section, Material], ...], camera: float) -> Bent:
    """A boom as a row of beams with knuckles that give, clamped at a bolt that gives.

    Parameters
    ----------
    drop : Drop
    rows : tuple of (Section, Material)
        Of its pieces.
    camera : float
        At its end, kg.

    Returns
    -------
    Bent

    Notes
    -----
    By unit loads: dip = ∫ M m / E I + Σ k M m, with m of a newton or a newton metre at the end.
    """
    starts = np.concatenate([[0.0], np.cumsum([one.length for one in drop.pieces])])
    reach = float(starts[-1])
    masses = [
        float(row.properties.area * material.density * piece.length)
        for (row, material), piece in zip(rows, drop.pieces, strict=True)
    ]

    def moment(x: Array) -> Array:
        """Of weights beyond a place, N·m."""
        found = camera * GRAVITY * (reach - x)
        for first, last, mass in zip(starts[:-1], starts[1:], masses, strict=True):
            length = last - first
            beyond = np.clip(last - np.maximum(x, first), 0.0, length)
            middle = last - beyond / 2
            found = found + mass * GRAVITY * beyond / length * (middle - x)
        return np.asarray(found)

    totals = np.zeros(4)
    stresses = []
    for (row, material), first, last in zip(rows, starts[:-1], starts[1:], strict=True):
        x = np.linspace(first, last, 2 * STEPS + 1)
        weights = np.full(len(x), 2.0)
        weights[1::2], weights[0], weights[-1] = 4.0, 1.0, 1.0
        weights *= (last - first) / (6 * STEPS)
        stiff = material.modulus * row.properties.effective_moment
        arm, m = reach - x, moment(x)
        totals += np.array([m * arm, m, arm * arm, arm]) @ weights / stiff
        stresses.append(float(m[0] / row.properties.modulus / material.working_stress))
    joints = [(0.0, drop.bolt), *((float(at), drop.knuckle) for at in starts[1:-1])]
    for at, give in joints:
        bends, out = float(moment(np.array([at]))[0]), reach - at
        totals += give * np.array([bends * out, bends, out * out, out])
    middles = (starts[1:] + starts[:-1]) / 2
    lengths = np.diff(starts)
    weights = np.array(masses)
    spread = float((weights * (middles**2 + lengths**2 / 12)).sum())
    dip, slope, gives, tilts = (float(one) for one in totals)
    return Bent(
        dip=dip,
        slope=slope,
        gives=gives,
        tilts=tilts,
        root=float(moment(np.array([0.0]))[0]),
        knuckles=tuple(float(moment(np.array([at]))[0]) for at in starts[1:-1]),
        stresses=tuple(stresses),
        mass=sum(masses),
        first_moment=float((weights * middles).sum()),
        inertia=camera * reach**2 + spread,
    )
