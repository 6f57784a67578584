"""Standing and tipping: bodies in space on their feet, and what takes them over."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.lamps import Check, Found, State, check, working
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.standing import Edges, Leverage, Pressing
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.units import write

Array = NDArray[np.float64]
Figure = Array | float
#: Tilt that is to be left before a rig goes over, rad.
LEAST_LEFT = 0.0523598776
#: Height of a stand's own weight, as a share of its height: legs are wide and low.
STAND_WEIGHT_HEIGHT = 0.45
#: So much above such a height hurts whom it falls on, kg and m.
HEAVY, HIGH = 10.0, 1.0


class Place(NamedTuple):
    """A place in space: along the rig, to its left or far side, upward, m; one for each mark."""

    x: Figure
    y: Figure
    z: Figure


@dataclass(frozen=True, eq=False)
class Stance:
    """A rig on its feet over its move.

    Attributes
    ----------
    edges : Edges
        Lines over which it may go.
    words : tuple of str
        Which way lies over each.
    bodies : tuple of (kg, Place)
        All that stands on the feet.
    lens : Place
        Where it is nudged.
    drives : tuple of (Place, Place)
        Forces of its own drive, N, and where they act: hands, inertia, a curve.
    marks : int
        How many marks there are.
    """

    edges: Edges
    words: tuple[str, ...]
    bodies: tuple[tuple[float, Place], ...]
    lens: Place
    drives: tuple[tuple[Place, Place], ...] = ()
    marks: int = 1

    def _over_marks(self, places: Iterable[tuple[float, Place]]) -> Array:
        """The sum of places, each so many times, at every mark, (n, 3)."""
        found = np.zeros((self.marks, 3))
        for times, place in places:
            for axis, one in enumerate(place):
                found[:, axis] += times * one
        return found

    @property
    def mass(self) -> float:
        """Of all that stands, kg."""
        return sum(mass for mass, _ in self.bodies)

    @kept
    def pressing(self) -> Pressing:
        """Weight, and its own drive."""
        turning = []
        for (fx, fy, fz), (x, y, z) in self.drives:
            turning.append((1.0, Place(y * fz - z * fy, z * fx - x * fz, x * fy - y * fx)))
        return Pressing(
            weight=self.mass * GRAVITY,
            centre=self._over_marks(self.bodies) / self.mass,
            force=self._over_marks((1.0, force) for force, _ in self.drives),
            moment=self._over_marks(turning),
        )

    @kept
    def leverage(self) -> Leverage:
        """About each edge, left alone or driven, whichever holds it less."""
        return Leverage.of(self.edges, self.pressing).at_worst()

    @property
    def tilts(self) -> Array:
        """Tilt left over each edge, (edges, n) rad."""
        return self.leverage.tilt_left

    @kept
    def pushes(self) -> Array:
        """Push at the lens that takes it over each edge, (edges, n) N."""
        return self.leverage.push_over(self._over_marks([(1.0, self.lens)]))

    @property
    def left(self) -> Array:
        """The least tilt left, (n,) rad."""
        return np.asarray(self.tilts.min(axis=0))

    @property
    def raised(self) -> float:
        """The most that stands above `HIGH`, kg."""
        above = np.zeros(self.marks)
        for mass, at in self.bodies:
            above += mass * (at.z > HIGH)
        return float(above.max())

    def told(self, settings: Settings) -> Verdict:
        """How it stands.

        Parameters
        ----------
        settings : Settings

        Returns
        -------
        Verdict
        """
        edge, mark = np.unravel_index(int(self.tilts.argmin()), self.tilts.shape)
        over, at = np.unravel_index(int(self.pushes.argmin()), self.pushes.shape)
        return Verdict(
            left=float(self.tilts[edge, mark]),
            edge=int(edge),
            mark=int(mark),
            push=float(self.pushes[over, at]),
            over=int(over),
            at=int(at),
            nudge=settings.nudge(self.mass),
            grave=settings.over_people or self.raised > HEAVY,
        )


class Verdict(NamedTuple):
    """How a rig stands: tilt left, rad, over which edge, at which mark; the push, N, that takes it
    over, likewise; the nudge, N, and whether it must stand up to it."""

    left: float
    edge: int
    mark: int
    push: float
    over: int
    at: int
    nudge: float
    grave: bool

    @property
    def topples(self) -> bool:
        """Whether the nudge takes it over."""
        return self.push < self.nudge

    @property
    def at_best(self) -> State:
        """What the nudge leaves of it."""
        if not self.topples:
            return State.HOLDS
        return State.FAILS if self.grave else State.TIGHT

    def headlines(self, over: str, nudged: str) -> tuple[str, str]:
        """What will happen, when it does not fail and when it does.

        Parameters
        ----------
        over, nudged : str
            Which way it tips by itself, and nudged.

        Returns
        -------
        str, str
        """
        stands = f"A nudge tips it {nudged}" if self.topples else "Stands up to a nudge"
        if self.left < 0:
            return stands, f"Tips {over}"
        if self.at_best is State.FAILS and self.left > LEAST_LEFT:
            return stands, stands
        return stands, f"Nearly tips {over}"


def ways_over(edges: Edges, ahead: str, back: str, left: str, right: str) -> tuple[str, ...]:
    """Which way lies over each edge, by where its outside looks.

    Parameters
    ----------
    edges : Edges
    ahead, back : str
        Along x, and against it.
    left, right : str
        Along y, and against it.

    Returns
    -------
    tuple of str
        One for each edge.
    """
    _, inward, _ = edges.axes
    return tuple(
        (back if x > 0 else ahead) if abs(x) >= abs(y) else (right if y > 0 else left)
        for x, y, _ in inward
    )


def tip_check(
    station: str, id: str = "tip", name: str = "Lean before it tips", source: str = ""
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
    usual = (
        "3 degrees of tilt left before it goes over by itself or under its own drive; tight where "
        "the nudge of the settings takes it over, failing where more than 10 kg stand above 1 m, "
        "or anything over people"
    )
    return check(id, name, station, "angle", LEAST_LEFT, "at least", source or usual)


def stands(
    stance: Stance,
    settings: Settings,
    where: Callable[[int], str] = lambda mark: "",
    over_move: Array | None = None,
    headlines: Callable[[Verdict], tuple[str, str]] | None = None,
) -> Found:
    """How a rig stands over its move.

    Parameters
    ----------
    stance : Stance
    settings : Settings
    where : callable
        From a mark to what it is like there, to end the words.
    over_move : (n,) array, optional
        Tilt left at the marks, where the stance is looked at over something else, rad.
    headlines : callable, optional
        What will happen, when it does not fail and when it does, in other words than usual.

    Returns
    -------
    Found
        Its value is the tilt left, rad.
    """
    told = stance.told(settings)
    over = stance.words[told.edge] + where(told.mark)
    nudged = stance.words[told.over] + where(told.at)
    leverage, here = stance.leverage, (told.edge, told.mark)
    serious = " So much so high, or over people, must stand up to it."
    return Found(
        stance.left if over_move is None else told.left,
        headlines(told) if headlines else told.headlines(over, nudged),
        lambda s: (
            f"By itself and under its own drive it has {write(abs(told.left), 'angle', s)} "
            f"{'too little' if told.left < 0 else 'of tilt'} left {over}. "
            + (
                f"A push of {write(told.push, 'force', s)} at the lens tips it {nudged}; a nudge "
                f"is {write(told.nudge, 'force', s)} for this mass."
                if math.isfinite(told.push)
                else "Its lens is too low for a push to tip it."
            )
            + (serious if told.grave and told.topples else "")
        ),
        working(
            "W d = M + F z with a push F;  tilt left = acos(-M / W rho) - atan(h / d)",
            (
                ("d", "centre of mass inside the edge", float(leverage.inside[here]), "length"),
                ("h", "centre of mass over the edge", float(leverage.above[here]), "length"),
                ("W", "whole weight", stance.mass * GRAVITY, "force"),
                *(
                    (("F", "push at the lens that takes it over", told.push, "force"),)
                    if math.isfinite(told.push)
                    else ()
                ),
                ("nudge", "for a rig of this mass", told.nudge, "force"),
                ("m", f"stands above {HIGH:g} m", stance.raised, "mass"),
            ),
            "bodies in space about each edge of the feet, whichever way they stand; inertia, "
            "hands and curve where they act",
        ),
        over_move=over_move,
        at_best=told.at_best,
        decides=lambda s: (
            f"tips at {write(told.push, 'force', s)} of {write(told.nudge, 'force', s)}"
        ),
    )
