"""A straight beam on any supports under many load cases at once.

Two-node beam elements with cubic shape functions; nodes stand at every support, so that
reactions are exact, and moments follow from statics.  With a finite shear stiffness the
elements are Timoshenko's.  Sources: Timoshenko & Gere; Roark table 8.1 for the checks.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Support:
    """A support of the beam.

    Attributes
    ----------
    at : float
        Place along the beam, m.
    vertical : float
        Stiffness against sinking, N/m; infinite for a support that does not give.
    rotational : float
        Stiffness against turning, N·m/rad; 0 for a plain rest, infinite for a clamp.
    """

    at: float
    vertical: float = np.inf
    rotational: float = 0.0


@dataclass(frozen=True)
class Response:
    """The answer of a `Beam` to load cases.

    Attributes
    ----------
    deflection : (nodes, cases) array
        Upward, m.
    slope : (nodes, cases) array
        Rotation, rise over run, rad.
    reactions : (supports, cases) array
        Upward force of each support on the beam, N.
    couples : (supports, cases) array
        Turning moment of each support on the beam, N·m.
    """

    deflection: Array
    slope: Array
    reactions: Array
    couples: Array


@dataclass(frozen=True)
class Places:
    """Places along a beam as freedoms and cubic shape functions, each (4, points, cases)."""

    freedoms: NDArray[np.intp]
    column: NDArray[np.intp]
    shapes: Array


class Beam:
    """A straight beam whose stiffness is built and factorised once, then asked many times.

    Parameters
    ----------
    length : float
        m.
    rigidity : float
        E I, N·m².
    supports : sequence of Support
        At least one clamp, or two rests.
    shear_rigidity : float
        k G A, N; infinite for slender sections, finite for built-up boards.
    elements : int
        Least number of elements along the length.

    Raises
    ------
    ValueError
        If a figure is out of range or the supports let the beam fall.
    """

    def __init__(
        self,
        length: float,
        rigidity: float,
        supports: Sequence[Support],
        shear_rigidity: float = np.inf,
        elements: int = 24,
    ) -> None:
        if not (length > 0 and rigidity > 0 and shear_rigidity > 0):
            raise ValueError(f"length {length:g} m and rigidity {rigidity:g} N·m² must be above 0")
        if any(not 0 <= support.at <= length for support in supports):
            raise ValueError(f"every support must stand between 0 and {length:g} m")
        holding = sum(1 + (support.rotational > 0) for support in supports)
        if holding < 2:
            raise ValueError("one plain rest cannot hold a beam; add a support or a clamp")
        self.length = length
        self.rigidity = rigidity
        self.supports = tuple(supports)
        grid = np.linspace(0.0, length, elements + 1)
        places = np.array([support.at for support in supports])
        # A node next to a support would make a sliver of an element; drop it instead.
        near = np.abs(grid[:, None] - places[None, :]).min(axis=1) < 0.2 * length / elements
        near[[0, -1]] = False
        inner = places[(places > 0) & (places < length)]
        self.nodes: Array = np.sort(np.concatenate([grid[~near], inner]))
        self._size = np.diff(self.nodes)
        self._flexibility: Array = np.zeros((0, 0))
        self._factorise(shear_rigidity)

    def _factorise(self, shear_rigidity: float) -> None:
        h = self._size
        phi = 12 * self.rigidity / (shear_rigidity * h**2)
        k = self.rigidity / (h**3 * (1 + phi))
        block = np.empty((len(h), 4, 4))
        block[:, 0] = np.stack([12 + 0 * h, 6 * h, -12 + 0 * h, 6 * h], axis=1)
        block[:, 1] = np.stack([6 * h, (4 + phi) * h**2, -6 * h, (2 - phi) * h**2], axis=1)
        block[:, 2] = -block[:, 0]
        block[:, 3] = np.stack([6 * h, (2 - phi) * h**2, -6 * h, (4 + phi) * h**2], axis=1)
        block *= k[:, None, None]
        size = 2 * len(self.nodes)
        stiffness = np.zeros((size, size))
        rows = 2 * np.arange(len(h))[:, None] + np.arange(4)
        np.add.at(stiffness, (rows[:, :, None], rows[:, None, :]), block)
        node = np.searchsorted(self.nodes, [s.at for s in self.supports])
        self._support_node = node
        self._unsupported = stiffness.copy()
        free = np.ones(size, dtype=bool)
        for place, support in zip(node, self.supports, strict=True):
            for freedom, spring in (
                (2 * place, support.vertical),
                (2 * place + 1, support.rotational),
            ):
                if np.isinf(spring):
                    free[freedom] = False
                else:
                    stiffness[freedom, freedom] += spring
        self._free = np.flatnonzero(free)
        inner = stiffness[self._free[:, None], self._free]
        # The inverse is kept: it is small, and every later case is one product.
        self._flexibility = np.asarray(np.linalg.inv(inner), dtype=np.float64)

    def locate(self, places: Array) -> Places:
        """Where places, (points, cases) m, lie among the elements, for loads and readings."""
        element = np.searchsorted(self.nodes[1:-1], places, side="right")
        h = np.asarray(self._size[element])
        u = np.asarray((places - self.nodes[element]) / h)
        v = 1 - u
        shapes = np.empty((4, *places.shape))
        shapes[0], shapes[1] = v * v * (1 + 2 * u), h * u * v * v
        shapes[2], shapes[3] = u * u * (1 + 2 * v), -h * u * u * v
        freedoms = 2 * element + np.arange(4).reshape(4, 1, 1)
        column = np.broadcast_to(np.arange(places.shape[-1]), freedoms.shape)
        return Places(freedoms, column, shapes)

    def point_loads(self, places: Places, forces: Array) -> Array:
        """Load vectors of downward point loads.

        Parameters
        ----------
        places : Places
            From `locate`, (loads, cases).
        forces : (loads, cases) array
            Downward, N.

        Returns
        -------
        (freedoms, cases) array
        """
        load = np.zeros((2 * len(self.nodes), forces.shape[1]))
        np.add.at(load, (places.freedoms, places.column), -forces * places.shapes)
        return load

    def line_load(self, weight: float) -> Array:
        """Load vector, (freedoms, 1), of an even downward load in N/m."""
        load = np.zeros((2 * len(self.nodes), 1))
        h = self._size
        for offset, share in ((0, h / 2), (1, h**2 / 12), (2, h / 2), (3, -(h**2) / 12)):
            load[offset : offset + 2 * len(h) : 2, 0] -= weight * share
        return load

    def solve(self, load: Array) -> Response:
        """Deflection, slope and support forces for load vectors, (freedoms, cases)."""
        moved = np.zeros_like(load)
        moved[self._free] = self._flexibility @ load[self._free]
        residual = self._unsupported @ moved - load
        return Response(
            deflection=moved[0::2],
            slope=moved[1::2],
            reactions=residual[2 * self._support_node],
            couples=residual[2 * self._support_node + 1],
        )

    def deflection_at(self, response: Response, places: Places) -> Array:
        """Upward deflection, m, at places (points, cases), by the elements' own cubics."""
        moved = np.empty((2 * len(self.nodes), response.deflection.shape[1]))
        moved[0::2], moved[1::2] = response.deflection, response.slope
        return np.asarray((moved[places.freedoms, places.column] * places.shapes).sum(axis=0))

    def bending_moment(
        self, response: Response, at: Array, places: Array, forces: Array, line: float
    ) -> Array:
        """Sagging bending moment from statics, N·m.

        Parameters
        ----------
        response : Response
            The answer to these same loads.
        at : (points, cases) array
            Where, m; at a support that turns the beam, the side just right of it.
        places, forces : (loads, cases) arrays
            The point loads, m and N downward.
        line : float
            Even load, N/m.
        """
        moment = -line * at**2 / 2
        for support, reaction, couple in zip(
            self.supports, response.reactions, response.couples, strict=True
        ):
            reach = at - support.at
            moment = moment + np.where(reach >= 0, reaction * reach - couple, 0.0)
        for place, force in zip(places, forces, strict=True):
            moment = moment - force * np.maximum(at - place, 0.0)
        return np.asarray(moment)


@lru_cache(maxsize=64)
def factorised(
    length: float, rigidity: float, supports: tuple[Support, ...], shear_rigidity: float = np.inf
) -> Beam:
    """A `Beam`, built once for the many calls that change nothing of it."""
    return Beam(length, rigidity, supports, shear_rigidity)
