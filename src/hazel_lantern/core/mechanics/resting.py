"""A beam that lies on rests: contact only pushes, so a rest is left where it would have to pull.

Of each load case it is found which rests the beam lies on, one rest at a time: one that the
beam has sunk into is taken back first, else the one that would have to pull hardest is let go.
What is found is the only answer there is, as the beam's energy is convex: no rest pulls harder
than it holds, and the beam is nowhere below a rest.  Source: Kalker, *Three-Dimensional Elastic
Bodies in Rolling Contact*, chapter 4, active sets; Johnson, *Contact Mechanics*.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics.beam import Array, Beam, Loads, Response, Support, factorised

#: What counts as no pull and no gap, as a share of what presses and of what that bends.
NONE = 1e-9


@dataclass(frozen=True)
class Lying:
    """Load cases that lie on the same rests, and what the beam on those does."""

    cases: NDArray[np.intp]
    beam: Beam
    response: Response


@dataclass(frozen=True)
class Rested:
    """The answer of a beam on its rests.

    Attributes
    ----------
    beam : Beam
        With all of its rests.
    lying : (supports, cases) bool array
        Whether the beam lies on a rest.
    groups : tuple of Lying
    """

    beam: Beam
    lying: NDArray[np.bool_]
    groups: tuple[Lying, ...]

    def deflection(self, at: Array) -> Array:
        """How far the beam lies above its unloaded line.

        Parameters
        ----------
        at : (points, cases) array
            Where, m.

        Returns
        -------
        (points, cases) array
            m, upward.
        """
        return self._gathered(Beam.deflection, at)

    def shape(self, case: int, along: Array) -> Array:
        """How far the beam lies above its unloaded line in one case.

        Parameters
        ----------
        case : int
            Its number.
        along : (points,) array
            Where, m.

        Returns
        -------
        (points,) array
            m, upward.
        """
        one = next(one for one in self.groups if case in one.cases)
        at = np.repeat(along[:, None], one.cases.size, axis=1)
        return one.beam.deflection(one.response, at)[:, np.flatnonzero(one.cases == case)[0]]

    def bending_moment(self, at: Array) -> Array:
        """Sagging bending moment.

        Parameters
        ----------
        at : (points, cases) array
            Where, m.

        Returns
        -------
        (points, cases) array
            N·m, positive where the underside is pulled.
        """
        return self._gathered(Beam.bending_moment, at)

    def _gathered(self, asked: Callable[[Beam, Response, Array], Array], at: Array) -> Array:
        found = np.empty_like(at)
        for one in self.groups:
            found[:, one.cases] = asked(one.beam, one.response, at[:, one.cases])
        return found

    @property
    def reactions(self) -> Array:
        """Upward force of each support on the beam, (supports, cases) N."""
        holds = np.array([support.holds for support in self.beam.supports])
        found = np.where(self.lying, 0.0, -holds[:, None])
        for one in self.groups:
            kept = np.flatnonzero(self.lying[:, one.cases[0]])
            found[np.ix_(kept, one.cases)] = one.response.reactions
        return found


def rested(beam: Beam, loads: Loads) -> Rested:
    """What load cases do to a beam that may leave its rests.

    Parameters
    ----------
    beam : Beam
        Its supports say what they hold.
    loads : Loads

    Returns
    -------
    Rested
        Where all of it would tip off its outermost rest, as if every rest held.

    Raises
    ------
    ArithmeticError
        If the rests of a case are not found; none is known.
    """
    lying = np.ones((len(beam.supports), loads.places.shape[1]), dtype=bool)
    groups = _groups(beam, loads, lying)
    if all(np.isinf(support.holds) for support in beam.supports):
        return Rested(beam, lying, groups)
    open_cases = np.flatnonzero(~_tips(beam, loads))
    for turn in range(8 * len(beam.supports)):
        changed = []
        for one in _groups(beam, _part(loads, open_cases), lying[:, open_cases]):
            changed.append(_let_go(beam, one, lying, open_cases, turn))
        if not (changed and (open_cases := np.concatenate(changed)).size):
            return Rested(beam, lying, _groups(beam, loads, lying))
    raise ArithmeticError(f"rests of {open_cases.size} load cases are not found")


def _let_go(
    beam: Beam, one: Lying, lying: NDArray[np.bool_], open_cases: NDArray[np.intp], turn: int
) -> NDArray[np.intp]:
    """Change one rest of each case of a group that is not at rest; which cases those are."""
    cases = open_cases[one.cases]
    kept = lying[:, cases[0]]
    places = np.array([support.at for support in beam.supports])
    holds = np.array([support.holds for support in beam.supports])
    loads = one.response.loads
    scale = np.abs(loads.forces).sum(axis=0) + loads.line * beam.length
    # How far a rest is pulled past what it holds, and how far the beam is below one, as shares
    # of all that presses and of how far that bends a plain beam.
    give = beam.length**3 / (48 * beam.rigidity)
    pulled = np.zeros((len(places), cases.size))
    pulled[kept] = -(one.response.reactions + holds[kept, None]) / scale
    sunk = np.zeros_like(pulled)
    loose = np.repeat(places[~kept, None], cases.size, axis=1)
    sunk[~kept] = -one.beam.deflection(one.response, loose) / (scale * give)
    wrong = np.where(sunk.max(axis=0) > NONE, sunk, pulled)
    if turn > 4 * len(places):
        # The first in the row, not the worst: that way round there is no circle (Bland, Murty).
        wrong = np.where(wrong > NONE, 1.0, 0.0)
    which, bad = wrong.argmax(axis=0), wrong.max(axis=0) > NONE
    lying[which[bad], cases[bad]] ^= True
    clamped = any(support.rotational for support in beam.supports)
    alone = bad & (lying[:, cases].sum(axis=0) < 2) & (not clamped)
    for rest, case in zip(which[alone], cases[alone], strict=True):
        # On one alone it turns, away from the one let go, until it lies on the next.
        (last,) = np.flatnonzero(lying[:, case])
        beyond = (places - places[last]) * (places[last] - places[rest])
        lying[np.where(beyond > 0, beyond, np.inf).argmin(), case] = True
    return np.asarray(cases[bad])


def _part(loads: Loads, cases: NDArray[np.intp]) -> Loads:
    return Loads(loads.places[:, cases], loads.forces[:, cases], loads.line)


def _tips(beam: Beam, loads: Loads) -> NDArray[np.bool_]:
    """Which cases turn over their outermost rest, whatever the others hold."""
    over = np.zeros(loads.places.shape[1], dtype=bool)
    if any(support.rotational for support in beam.supports):
        return over
    places = np.array([support.at for support in beam.supports])
    holds = np.array([support.holds for support in beam.supports])
    for way in (1.0, -1.0):
        edge = (places * way).max() * way
        held = float((holds * np.abs(edge - places))[np.abs(edge - places) > 0].sum())
        past = (loads.forces * (loads.places - edge) * way).sum(axis=0)
        past += loads.line * beam.length * (beam.length / 2 - edge) * way
        over |= past > held - NONE * beam.length
    return over


def _groups(beam: Beam, loads: Loads, lying: NDArray[np.bool_]) -> tuple[Lying, ...]:
    """Cases by the rests they lie on, each solved on those."""
    found = []
    patterns, which = np.unique(lying, axis=1, return_inverse=True)
    for number, kept in enumerate(patterns.T):
        cases = np.flatnonzero(which.ravel() == number)
        part, on = _part(loads, cases), beam
        if not kept.all():
            rests = tuple(one for one, lies in zip(beam.supports, kept, strict=True) if lies)
            left = [one for one, lies in zip(beam.supports, kept, strict=True) if not lies]
            on = factorised(beam.length, beam.rigidity, rests, beam.shear_rigidity)
            part = _hung(part, left)
        found.append(Lying(cases, on, on.solve(part)))
    return tuple(found)


def _hung(loads: Loads, left: list[Support]) -> Loads:
    """What is left hangs on the beam with as much as it held: a stand's weight."""
    hung = [support for support in left if support.holds]
    if not hung:
        return loads
    cases = np.ones((1, loads.places.shape[1]))
    places = np.array([[support.at] for support in hung]) * cases
    forces = np.array([[support.holds] for support in hung]) * cases
    return replace(
        loads,
        places=np.concatenate([loads.places, places]),
        forces=np.concatenate([loads.forces, forces]),
    )
