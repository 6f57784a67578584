"""A straight pipe pulled into a bow by a cord between its ends: the elastica.

Source: Timoshenko & Gere, *Theory of Elastic Stability*, section 2.7.  With modulus k the
bow's heading θ from its middle obeys sin(θ/2) = k sn(2 K s / L).
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.lazy import kept

Array = NDArray[np.float64]
#: Past this modulus a deeper bow has no deeper sagitta: its ends close in instead.
STEEPEST = 0.84
#: Steps of the shape, from end to end.
STEPS = 400


def complete(k: float) -> tuple[float, float]:
    """Complete elliptic integrals, by the arithmetic-geometric mean.

    Parameters
    ----------
    k : float
        Modulus, from 0 to below 1.

    Returns
    -------
    float, float
        K and E.
    """
    a, b, c = 1.0, math.sqrt(1 - k * k), k
    lost, power = k * k / 2, 0.5
    while abs(c) > 1e-15:
        a, b, c = (a + b) / 2, math.sqrt(a * b), (a - b) / 2
        power *= 2
        lost += power * c * c
    whole = math.pi / (2 * a)
    return whole, whole * (1 - lost)


@dataclass(frozen=True)
class Bow:
    """A pipe of a length, m, bowed with modulus ``k``, between 0 and `STEEPEST`."""

    length: float
    k: float

    @kept
    def _integrals(self) -> tuple[float, float]:
        return complete(self.k)

    @property
    def sagitta(self) -> float:
        """How far the middle stands off the cord, m: k L / K."""
        return self.k * self.length / self._integrals[0]

    @property
    def chord(self) -> float:
        """From end to end, m: L (2 E / K − 1)."""
        whole, other = self._integrals
        return self.length * (2 * other / whole - 1)

    @property
    def end_angle(self) -> float:
        """Between pipe and cord at the ends, rad: 2 asin k."""
        return 2 * math.asin(self.k)

    @property
    def least_radius(self) -> float:
        """At the middle, m: L / (4 k K); the ends are straight."""
        return self.length / (4 * self.k * self._integrals[0]) if self.k > 0 else math.inf

    def cord_force(self, rigidity: float) -> float:
        """Pull of the cord: E I (2 K / L)².

        Parameters
        ----------
        rigidity : float
            E I of the pipe, N·m².

        Returns
        -------
        float
            N.
        """
        return rigidity * (2 * self._integrals[0] / self.length) ** 2

    @kept
    def _shape(self) -> tuple[Array, Array, Array, Array]:
        """Way from the middle, along the cord, away from the crest, heading; from end to end."""
        phi = np.linspace(-math.pi / 2, math.pi / 2, 2 * STEPS + 1)
        sine = self.k * np.sin(phi)
        grows = 1 / np.sqrt(1 - sine**2)
        share = self.length / (2 * self._integrals[0])
        way = share * _running(grows, phi)
        along = share * _running((1 - 2 * sine**2) * grows, phi)
        drop = 2 * self.k * share * (1 - np.cos(phi[::2]))
        return way, along, drop, 2 * np.arcsin(sine[::2])

    def at(self, way: Array) -> tuple[Array, Array, Array]:
        """Places on the bow; past its ends the line goes straight on.

        Parameters
        ----------
        way : array
            From the middle along the pipe, m.

        Returns
        -------
        along : array
            From the middle along the cord, m.
        drop : array
            Away from the crest towards the cord, m.
        heading : array
            From the cord's direction, rad.
        """
        ways, alongs, drops, headings = self._shape
        inside = np.clip(way, ways[0], ways[-1])
        heading = np.interp(inside, ways, headings)
        over = way - inside
        return (
            np.interp(inside, ways, alongs) + over * np.cos(heading),
            np.interp(inside, ways, drops) + over * np.sin(heading),
            heading,
        )


def _running(values: Array, phi: Array) -> Array:
    """Integral from the middle to every second point, by Simpson's rule."""
    step = phi[1] - phi[0]
    panels = step / 3 * (values[:-2:2] + 4 * values[1:-1:2] + values[2::2])
    total = np.concatenate([[0.0], np.cumsum(panels)])
    return np.asarray(total - total[len(total) // 2])


@lru_cache(maxsize=64)
def bow(length: float, sagitta: float) -> Bow:
    """The bow of a pipe whose middle is pulled so far off its cord.

    Parameters
    ----------
    length, sagitta : float
        m.

    Returns
    -------
    Bow

    Raises
    ------
    ValueError
        If it cannot be bowed so far.
    """
    deepest = Bow(length, STEEPEST).sagitta
    if not 0 <= sagitta <= deepest:
        raise ValueError(
            f"a pipe of {length:g} m can be bowed from 0 to {deepest:.3g} m, not {sagitta:g} m"
        )
    low, high = 0.0, STEEPEST
    for _ in range(60):
        k = (low + high) / 2
        if Bow(length, k).sagitta < sagitta:
            low = k
        else:
            high = k
    return Bow(length, (low + high) / 2)


def fitted_sagitta(length: float, radius: float) -> float:
    """Sagitta with which a bow keeps nearest to an arc of a radius.

    The bow whose chord turns through the same angle on the whole: its mean curvature is the
    arc's, 2 · end angle / L = 1 / R, so it is flatter at the ends and tighter in the middle.

    Parameters
    ----------
    length, radius : float
        Of the pipe and of the arc, m.

    Returns
    -------
    float
        m.

    Raises
    ------
    ValueError
        If the pipe would have to turn farther than a bow can.
    """
    turn = length / radius
    k = math.sin(turn / 4)
    if not 0 < k <= STEEPEST:
        raise ValueError(f"a pipe of {length:g} m is too long for an arc of {radius:g} m radius")
    return Bow(length, k).sagitta
