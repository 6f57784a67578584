"""A straight beam on any supports under many load cases at once, exact between its nodes too.

Beam elements run from support to support.  Their cubics are exact where nothing presses; what
a load adds between its two nodes is the deflection of a clamped beam, in closed form.  With a
finite shear stiffness the elements are Timoshenko's.  Sources: Timoshenko & Gere; Przemieniecki,
Theory of Matrix Structural Analysis, section 5.6; Roark table 8.1 for the checks.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

#: A support nearer than this share of the length to an end stands at it; two that are nearer
#: to each other make an element too short for the arithmetic.
SLIVER = 1e-6
#: Lift and turn of an element's left node, then of its right one.
_FREEDOMS = np.arange(4).reshape(4, 1, 1)


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
    holds : float
        How hard it can pull the beam down, N: none where the beam lies on it, its own weight
        where it hangs on the beam, infinite where it is fastened; see `resting`.
    """

    at: float
    vertical: float = np.inf
    rotational: float = 0.0
    holds: float = np.inf


@dataclass(frozen=True)
class Loads:
    """What presses on the beam.

    Attributes
    ----------
    places : (loads, cases) array
        Where each point load stands, m.
    forces : (loads, cases) array
        How strongly it presses, N downward.
    line : float
        Even load over the whole length, N/m downward.
    """

    places: Array
    forces: Array
    line: float = 0.0


@dataclass(frozen=True)
class Inside:
    """Places by element: which one, how far into it of its length, m, and its four cubics."""

    element: NDArray[np.intp]
    at: Array
    size: Array
    shapes: Array


@dataclass(frozen=True)
class Response:
    """The answer of a `Beam` to load cases.

    Attributes
    ----------
    loads : Loads
        What was asked.
    pressed : Inside
        Where its point loads stand.
    moved : (freedoms, cases) array
        Lift, m, and turn, rad, of each node in turn.
    reactions : (supports, cases) array
        Upward force of each support on the beam, N.
    couples : (supports, cases) array
        Turning moment of each support on the beam, N·m.
    """

    loads: Loads
    pressed: Inside
    moved: Array
    reactions: Array
    couples: Array


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
    ) -> None:
        if not (length > 0 and rigidity > 0 and shear_rigidity > 0):
            raise ValueError(f"length {length:g} m and rigidity {rigidity:g} N·m² must be above 0")
        if any(not 0 <= support.at <= length for support in supports):
            raise ValueError(f"every support must stand between 0 and {length:g} m")
        holding = sum(1 + (support.rotational > 0) for support in supports)
        if holding < 2:
            raise ValueError("one plain rest cannot hold a beam; add a support or a clamp")
        sliver = SLIVER * length
        places = np.array([support.at for support in supports])
        inner = np.sort(places[(places > sliver) & (places < length - sliver)])
        self.nodes: Array = np.concatenate([[0.0], inner, [length]])
        self._size = np.diff(self.nodes)
        if self._size.min() < sliver:
            raise ValueError(f"two supports must stand at least {sliver:g} m apart")
        self.length = length
        self.rigidity = rigidity
        self.shear_rigidity = shear_rigidity
        self.supports = tuple(supports)
        self._shear: Array = 12 * rigidity / (shear_rigidity * self._size**2)
        self._support_node = np.abs(self.nodes[:, None] - places).argmin(axis=0)
        self._even = self._even_load()
        self._unsupported = self._stiffness()
        self._free, self._flexibility = self._inverse()

    def _stiffness(self) -> Array:
        h, phi = self._size, self._shear
        k = self.rigidity / (h**3 * (1 + phi))
        block = np.empty((len(h), 4, 4))
        block[:, 0] = np.stack([12 + 0 * h, 6 * h, -12 + 0 * h, 6 * h], axis=1)
        block[:, 1] = np.stack([6 * h, (4 + phi) * h**2, -6 * h, (2 - phi) * h**2], axis=1)
        block[:, 2] = -block[:, 0]
        block[:, 3] = np.stack([6 * h, (2 - phi) * h**2, -6 * h, (4 + phi) * h**2], axis=1)
        block *= k[:, None, None]
        stiffness = np.zeros((2 * len(self.nodes),) * 2)
        rows = 2 * np.arange(len(h))[:, None] + np.arange(4)
        np.add.at(stiffness, (rows[:, :, None], rows[:, None, :]), block)
        return stiffness

    def _inverse(self) -> tuple[NDArray[np.intp], Array]:
        """Which freedoms are free and how they give; small, so later cases are one product."""
        stiffness = self._unsupported.copy()
        free = np.ones(len(stiffness), dtype=bool)
        for node, support in zip(self._support_node, self.supports, strict=True):
            for freedom, spring in (
                (2 * node, support.vertical),
                (2 * node + 1, support.rotational),
            ):
                if np.isinf(spring):
                    free[freedom] = False
                else:
                    stiffness[freedom, freedom] += spring
        found = np.flatnonzero(free)
        return found, np.asarray(np.linalg.inv(stiffness[found[:, None], found]))

    def _even_load(self) -> Array:
        """What each node carries of one newton to the metre, (freedoms,)."""
        h, load = self._size, np.zeros(2 * len(self.nodes))
        for offset, share in ((0, h / 2), (1, h**2 / 12), (2, h / 2), (3, -(h**2) / 12)):
            load[offset : offset + 2 * len(h) : 2] += share
        return load

    def _inside(self, places: Array) -> Inside:
        """Lift and turn of each end of Timoshenko's element make the four cubics."""
        element = np.searchsorted(self.nodes[1:-1], places, side="right")
        h, phi = self._size[element], self._shear[element]
        at = places - self.nodes[element]
        u = at / h
        v, part = 1 - u, phi / 2
        scale = 1 / (1 + phi)
        turn = h * u * v * scale
        shapes = np.empty((4, *u.shape))
        shapes[0], shapes[1] = (v * v * (1 + 2 * u) + phi * v) * scale, turn * (v + part)
        shapes[2], shapes[3] = 1 - shapes[0], -turn * (u + part)
        return Inside(element, at, h, shapes)

    def solve(self, loads: Loads) -> Response:
        """What load cases do to the beam.

        Parameters
        ----------
        loads : Loads
            Point loads between the ends of the beam.

        Returns
        -------
        Response
        """
        load = np.repeat(-loads.line * self._even[:, None], loads.places.shape[1], axis=1)
        pressed = self._inside(loads.places)
        here = pressed.element == np.arange(len(self._size))[:, None, None]
        shares = np.einsum("elc,lc,klc->ekc", here, -loads.forces, pressed.shapes)
        for element, share in enumerate(shares):
            load[2 * element : 2 * element + 4] += share
        moved = np.zeros_like(load)
        moved[self._free] = self._flexibility @ load[self._free]
        residual = self._unsupported @ moved - load
        node = self._support_node
        return Response(loads, pressed, moved, residual[2 * node], residual[2 * node + 1])

    def deflection(self, response: Response, at: Array) -> Array:
        """How far the beam lies above its unloaded line.

        Parameters
        ----------
        response : Response
            The answer to the loads.
        at : (points, cases) array
            Where, m.

        Returns
        -------
        (points, cases) array
            m, upward.
        """
        inside = response.pressed if at is response.loads.places else self._inside(at)
        x, rest, line = inside.at, inside.size - inside.at, response.loads.line
        found = -line * x * rest * (x * rest / (24 * self.rigidity) + 1 / (2 * self.shear_rigidity))
        freedoms = 2 * inside.element + _FREEDOMS
        moved = response.moved[freedoms, np.arange(at.shape[1])]
        found += np.einsum("kpc,kpc->pc", moved, inside.shapes)
        for number, force in enumerate(response.loads.forces):
            found += force * self._between(response.pressed, number, inside)
        return np.asarray(found)

    def _between(self, pressed: Inside, number: int, inside: Inside) -> Array:
        """What one newton adds in its clamped element: free past it, then the end put back."""
        place = pressed.at[number]
        past, left = np.maximum(inside.at - place, 0.0), inside.size - place
        bend, shear = 1 / (6 * self.rigidity), 1 / self.shear_rigidity
        added = (
            past * (shear - bend * past**2)
            - inside.shapes[2] * left * (shear - bend * left**2)
            + inside.shapes[3] * 3 * bend * left**2
        )
        return np.where(inside.element == pressed.element[number], added, 0.0)

    def bending_moment(self, response: Response, at: Array) -> Array:
        """Sagging bending moment from statics.

        Parameters
        ----------
        response : Response
            The answer to the loads.
        at : (points, cases) array
            Where, m; at a support that turns the beam, the side just right of it.

        Returns
        -------
        (points, cases) array
            N·m, positive where the underside is pulled.
        """
        loads = response.loads
        moment = -loads.line * at**2 / 2
        for support, reaction, couple in zip(
            self.supports, response.reactions, response.couples, strict=True
        ):
            reach = at - support.at
            moment = moment + np.where(reach >= 0, reaction * reach - couple, 0.0)
        for place, force in zip(loads.places, loads.forces, strict=True):
            moment = moment - force * np.maximum(at - place, 0.0)
        return np.asarray(moment)


@lru_cache(maxsize=256)
def factorised(
    length: float, rigidity: float, supports: tuple[Support, ...], shear_rigidity: float = np.inf
) -> Beam:
    """A `Beam`, built once for the many calls that change nothing of it.

    Parameters
    ----------
    length : float
        m.
    rigidity : float
        E I, N·m².
    supports : tuple of Support
        At least one clamp, or two rests.
    shear_rigidity : float
        k G A, N.

    Returns
    -------
    Beam

    Raises
    ------
    ValueError
        As `Beam` does.
    """
    return Beam(length, rigidity, supports, shear_rigidity)
