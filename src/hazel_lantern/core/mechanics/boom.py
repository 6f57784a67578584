"""A boom on a pin: how far it bends, how hard it is stressed, how it bounces.

Two-node Euler–Bernoulli elements of their own rigidity and mass, so a tapered or nested
boom is as easy as an even one.  Source: Timoshenko & Gere; consistent mass matrix after
any text on structural dynamics.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics.constants import GRAVITY

Array = NDArray[np.float64]
#: Places nearer to each other are one, m: an element so short is lost in rounding.
CLOSEST = 1e-3
#: Elements of one even stretch of boom; a stretch so short, m, is one: in slivers of it the lowest
#: frequency would drown in rounding of the highest.
PER_STRETCH, SHORT = 4, 0.05


@dataclass(frozen=True)
class Stretch:
    """A stretch of boom between two places.

    Attributes
    ----------
    start, end : float
        From the pin, m; negative on the tail.
    rigidity : tuple of float
        E I at either end, N·m²; between them as of a board whose height goes straight.
    line_mass : tuple of float
        Mass for a metre at either end, kg/m.
    """

    start: float
    end: float
    rigidity: tuple[float, float]
    line_mass: tuple[float, float]


class Boom:
    """A boom that turns about a pin at 0, with masses hung on it.

    Parameters
    ----------
    stretches : sequence of Stretch
        From tail to tip, end to end; a place 0 must lie between the ends.
    lumps : sequence of (place, mass)
        m from the pin and kg.

    Raises
    ------
    ValueError
        If the stretches do not join or do not reach over the pin.
    """

    def __init__(
        self, stretches: Sequence[Stretch], lumps: Sequence[tuple[float, float]] = ()
    ) -> None:
        for before, after in pairwise(stretches):
            if abs(before.end - after.start) > 1e-9:
                raise ValueError(f"a gap in the boom at {before.end:g} m")
        if not stretches[0].start < 0 < stretches[-1].end:
            raise ValueError("the boom must reach over its pin on both sides")
        self.lumps = tuple(lumps)
        places = {place for place, _ in lumps}
        places.update(edge for one in stretches for edge in (one.start, one.end))
        edges = _apart(places, [stretches[0].start, 0.0, stretches[-1].end])
        between = [
            np.linspace(a, b, (PER_STRETCH if b - a > SHORT else 1) + 1) for a, b in pairwise(edges)
        ]
        # Each stretch but the first begins where the one before ends.
        inner = [places[1:] for places in between[1:]]
        self.nodes: Array = np.concatenate([between[0], *inner]).round(9)
        self._size = np.diff(self.nodes)
        self._rigidity = _along(stretches, self.middles, "rigidity", 3)
        self._mass = _along(stretches, self.middles, "line_mass")
        self.pin = int(np.abs(self.nodes).argmin())

    @kept
    def _matrices(self) -> tuple[Array, Array]:
        """Stiffness and mass, built when first asked for: balance needs neither."""
        h, count = self._size, len(self.nodes)
        one = np.ones_like(h)
        k = self._rigidity / h**3
        bend = np.array(
            [
                [12 * one, 6 * h, -12 * one, 6 * h],
                [6 * h, 4 * h**2, -6 * h, 2 * h**2],
                [-12 * one, -6 * h, 12 * one, -6 * h],
                [6 * h, 2 * h**2, -6 * h, 4 * h**2],
            ]
        )
        move = np.array(
            [
                [156 * one, 22 * h, 54 * one, -13 * h],
                [22 * h, 4 * h**2, 13 * h, -3 * h**2],
                [54 * one, 13 * h, 156 * one, -22 * h],
                [-13 * h, -3 * h**2, -22 * h, 4 * h**2],
            ]
        )
        rows = 2 * np.arange(len(h))[:, None] + np.arange(4)
        where = (rows[:, :, None], rows[:, None, :])
        stiffness, inertia = np.zeros((2 * count, 2 * count)), np.zeros((2 * count, 2 * count))
        np.add.at(stiffness, where, (bend * k).transpose(2, 0, 1))
        np.add.at(inertia, where, (move * self._mass * h / 420).transpose(2, 0, 1))
        for place, mass in self.lumps:
            at = 2 * self._node(place)
            inertia[at, at] += mass
        return stiffness, inertia

    def _node(self, place: float) -> int:
        return int(np.abs(self.nodes - place).argmin())

    @property
    def element_masses(self) -> Array:
        """Mass between each node and the next, without lumps, kg."""
        return np.asarray(self._mass * self._size)

    @property
    def middles(self) -> Array:
        """Middle of each element, m from the pin."""
        return np.asarray((self.nodes[:-1] + self.nodes[1:]) / 2)

    @kept
    def as_two(self) -> tuple[tuple[float, float], tuple[float, float]]:
        """Two points of half of its mass, without lumps, that turn as it does: kg, m from the pin.

        Each element counts as an even rod, with its inertia about its own middle.
        """
        mass, middles = self.element_masses, self.middles
        total = float(mass.sum())
        centre = float(mass @ middles) / total
        inertia = float(mass @ (middles**2 + self._size**2 / 12))
        spread = math.sqrt(max(inertia / total - centre**2, 0.0))
        return (total / 2, centre - spread), (total / 2, centre + spread)

    @kept
    def weights(self) -> Array:
        """Weight that each node carries: half of its elements and its lumps, N."""
        own = self._mass * self._size / 2
        found = np.zeros(len(self.nodes))
        found[:-1] += own
        found[1:] += own
        for place, mass in self.lumps:
            found[self._node(place)] += mass
        return found * GRAVITY

    def bending_moment(self, forces: Array) -> Array:
        """Hogging moment at every node by statics.

        Parameters
        ----------
        forces : (nodes,) array
            Downward at the nodes, N.

        Returns
        -------
        (nodes,) array
            N·m, positive where the upper side is pulled; at the pin the greater of both sides.
        """
        out = np.abs(self.nodes)
        same_side = np.sign(self.nodes)[:, None] * np.sign(self.nodes)[None, :] >= 0
        lever = np.maximum(out[None, :] - out[:, None], 0.0) * same_side
        moment = lever @ forces
        # At the pin both sides pull; the greater one is what the section must bear.
        front, tail = self.nodes > 0, self.nodes < 0
        moment[self.pin] = max(
            float((out * forces)[front].sum()), float((out * forces)[tail].sum())
        )
        return np.asarray(moment)

    @kept
    def sag(self) -> Array:
        """How far each node sinks under its own weights, level and clamped at the pin, m."""
        return self._sunk[:, 0]

    @kept
    def flexibility(self) -> float:
        """Sinking of the tip for one newton there, the boom clamped at its pin, m/N."""
        return float(self._sunk[-1, 1])

    @property
    def turned(self) -> Array:
        """Lift and turn of every node of a stiff boom turned by one radian, (freedoms,)."""
        return np.stack([self.nodes, np.ones_like(self.nodes)], axis=1).ravel()

    def inertia_load(self, shape: Array, at_tip: float = 0.0, ahead: float = 0.0) -> Array:
        """What it takes to hurry a shape on: mass times shape.

        Parameters
        ----------
        shape : (freedoms,) array
            Lift, m, and turn, rad, of each node in turn.
        at_tip : float
            Inertia that turns with the tip besides, about the tip, kg·m².
        ahead : float
            Mass times how far it stands ahead of the tip, kg·m; the mass is one of the tip's own.

        Returns
        -------
        (freedoms,) array
            Force, N, and moment, N·m, on each node for one a second squared.
        """
        load: Array = self._matrices[1] @ shape
        load[-2] += ahead * shape[-1]
        load[-1] += ahead * shape[-2] + at_tip * shape[-1]
        return load

    def bent(self, load: Array) -> Array:
        """How it bends under forces and moments, clamped at its pin.

        Parameters
        ----------
        load : (freedoms,) or (freedoms, cases) array
            Force, N, and moment, N·m, on each node.

        Returns
        -------
        array
            As ``load`` is shaped: lift, m, and turn, rad, of each node in turn.
        """
        free, gives = self._clamped
        found = np.zeros_like(load)
        found[free] = gives @ load[free]
        return found

    @kept
    def _clamped(self) -> tuple[NDArray[np.intp], Array]:
        """Which freedoms are free with the boom clamped at its pin, and how they give."""
        clamped = [2 * self.pin, 2 * self.pin + 1]
        free = np.delete(np.arange(2 * len(self.nodes)), clamped)
        return free, np.asarray(np.linalg.inv(self._matrices[0][free[:, None], free]))

    @kept
    def _sunk(self) -> Array:
        """How far each node sinks under its weights and under one newton at the tip."""
        load = np.zeros((2 * len(self.nodes), 2))
        load[0::2, 0] = self.weights
        load[-2, 1] = 1.0
        # An even weight between two nodes also turns them, by w l² / 12 either way.
        turns = self._mass * GRAVITY * self._size**2 / 12
        load[1:-2:2, 0] += turns
        load[3::2, 0] -= turns
        return self.bent(load)[0::2]

    @kept
    def bounce(self) -> float:
        """First bending frequency of the boom free to turn about its pin, Hz."""
        free = np.ones(2 * len(self.nodes), dtype=bool)
        free[2 * self.pin] = False
        index = np.ix_(free, free)
        # The lowest is the whole arm turning about the pin, at no frequency at all.
        stiffness, inertia = self._matrices
        # K φ = ω² M φ as an ordinary problem, by the Cholesky factor of the mass.
        factor = np.linalg.cholesky(inertia[index])
        half = np.linalg.solve(factor, stiffness[index])
        found = np.linalg.eigvalsh(np.linalg.solve(factor, half.T))
        return math.sqrt(max(float(found[1]), 0.0)) / (2 * math.pi)


@lru_cache(maxsize=64)
def boom_of(stretches: tuple[Stretch, ...], lumps: tuple[tuple[float, float], ...]) -> Boom:
    """A `Boom`, built once for the many calls that change nothing of it.

    Parameters
    ----------
    stretches : tuple of Stretch
        From tail to tip, end to end.
    lumps : tuple of (place, mass)
        m from the pin and kg.

    Returns
    -------
    Boom

    Raises
    ------
    ValueError
        As `Boom` does.
    """
    return Boom(stretches, lumps)


def _apart(places: Iterable[float], always: list[float]) -> list[float]:
    """Places no nearer to each other than `CLOSEST`, some of them in any case."""
    kept = list(always)
    for place in sorted(places):
        if all(abs(place - other) >= CLOSEST for other in kept):
            kept.append(place)
    return sorted(kept)


def _along(stretches: Sequence[Stretch], places: Array, name: str, power: int = 1) -> Array:
    """A property at places, whose root of that power goes straight from end to end."""
    found = np.zeros_like(places)
    for one in stretches:
        here = (places > one.start) & (places < one.end)
        share = (places[here] - one.start) / (one.end - one.start)
        first, last = getattr(one, name)
        first, last = first ** (1 / power), last ** (1 / power)
        found[here] = (first + share * (last - first)) ** power
    return found


def settle_time(frequency: float, damping: float, first: float, least: float) -> float:
    """Time until a swing has died down.

    Parameters
    ----------
    frequency : float
        Of the swing, Hz.
    damping : float
        As a share of the critical one.
    first, least : float
        Size of the swing, and the size that no longer counts, in one unit.

    Returns
    -------
    float
        s.

    Notes
    -----
    ln(first / least) / (ζ 2π f); zero when it is small enough from the start.
    """
    if first <= least:
        return 0.0
    rate = damping * 2 * math.pi * frequency
    return math.log(first / least) / rate if rate > 0 else math.inf
