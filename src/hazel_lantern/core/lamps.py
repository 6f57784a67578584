"""Lamps: a check with its value against its limit, and what it means.

A check says what was found; `Check.lamp` judges it.  What nobody looks at is not worked out:
sentence and working are functions of the units.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from enum import StrEnum
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from hazel_lantern.core.fields import Frozen
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.units import Style, to_the_eye, write

Array = NDArray[np.float64]
Sense = Literal["at most", "at least"]
Inputs = tuple[tuple[str, str, float, str], ...]


#: In place of a figure that hangs on what is to be looked up, before and after.
UNKNOWN, LOOKED_UP = "not known yet", "as looked up"
#: Lengths from here on are read as a tape shows them, m.
LONG = 0.1


class State(StrEnum):
    """How a lamp burns."""

    HOLDS = "holds"
    TIGHT = "tight"
    TO_LOOK_UP = "to look up"
    FAILS = "fails"

    @property
    def badness(self) -> int:
        """0 to 3, to compare and sort."""
        return list(State).index(self)


def worst(states: list[State]) -> State:
    """The worst of several states; holds when there is none."""
    return max(states, key=lambda state: state.badness, default=State.HOLDS)


@dataclass(frozen=True)
class LimitSpec:
    """A lamp's limit before the maker changes it.

    Attributes
    ----------
    name : str
        What is checked.
    station : str
        Where the maker can do something about it.
    kind : str
        A `units` kind for value and limit.
    default : float or None
        SI; None when the limit is of the design (the shot's travel, the budget).
    sense : {"at most", "at least"}
    source : str
        Where the default comes from.
    margin_share : float
        Share of the project's margin within which the lamp is tight.
    """

    name: str
    station: str
    kind: str
    default: float | None
    sense: Sense
    source: str
    margin_share: float = 1.0


@dataclass(frozen=True)
class Working:
    """How a lamp's value was found.

    Attributes
    ----------
    formula : str
        With the symbols of ``inputs``.
    inputs : tuple of (symbol, what it is, value printed)
    source : str
    """

    formula: str
    inputs: tuple[tuple[str, str, str], ...]
    source: str


def working(formula: str, inputs: Inputs, source: str) -> Callable[[Style], Working]:
    """A lamp's working, printed when asked for: inputs are symbol, what it is, value, kind."""
    return lambda style: Working(
        formula,
        tuple((symbol, what, write(value, kind, style)) for symbol, what, value, kind in inputs),
        source,
    )


class LookedUp(Frozen):
    """What somebody found out about a rig: see `LookUp`.

    Attributes
    ----------
    id : str
        Of the look-up.
    by : str
        Who says so.
    least : float
        The figure that was asked for, SI: asked for more, it is to be looked up again.
    """

    id: str = Field(min_length=1, max_length=120)
    by: str = Field(min_length=1, max_length=80)
    least: float = Field(0.0, ge=-1e9, le=1e9)


@dataclass(frozen=True)
class LookUp:
    """What nobody can work out, and nobody has looked at yet.

    Attributes
    ----------
    id : str
        What it is about, within the rig; something else in its place has another id.
    name : str
        What is to be looked up, to end the words "Look up".
    ask : callable
        What must be so, as a sentence with the figure to look for, in the chosen units.
    least : float
        That figure, SI, where more of it is harder to meet; 0 where there is none.
    """

    id: str
    name: str
    ask: Callable[[Style], str]
    least: float = 0.0

    def answer(self, found_out: Iterable[LookedUp]) -> LookedUp | None:
        """What somebody has said of no less than is asked now; None where nobody has."""
        # Figures are kept in a file and worked out anew: the last digits may differ.
        enough = self.least - 1e-6 * abs(self.least)
        there = (one for one in found_out if one.id == self.id and one.least >= enough)
        return next(there, None)

    def settled(self, found_out: Iterable[LookedUp]) -> bool:
        """Whether somebody has said so, of no less than is asked now."""
        return self.answer(found_out) is not None


@dataclass(frozen=True)
class Lamp:
    """One check.

    Attributes
    ----------
    id : str
        Stable, ``family.check``.
    spec : LimitSpec
    state : State
    value, limit : float
        SI; the worst over the move.
    mark : int
        Index of the mark where it is worst.
    trace : array or None
        The value at every mark.
    title : str or callable
        What will happen, in a few words, or what gives them: see `headline`.
    meaning : callable
        One sentence, in the chosen units.
    working : callable
        Formula, numbers and source, in the chosen units.
    applies : bool
        False when the design has nothing of the kind to check.
    stale : bool
        Whether it is still that of the design a moment ago, while something is dragged.
    on_site : str
        What has to be done where it stands; nothing that is set here mends it.
    look_up : tuple of LookUp
        What the maker has to look up.
    unknown : tuple of LookUp
        What of that nobody has looked up yet.
    instead : str
        Words in place of value and limit, where there is no figure.
    decides : callable or None
        What decides where that is not the value: figures in words, in the chosen units.
    """

    id: str
    spec: LimitSpec
    state: State
    value: float
    limit: float
    mark: int
    trace: Array | None
    title: str | Callable[[], str]
    meaning: Callable[[Style], str]
    working: Callable[[Style], Working]
    applies: bool = True
    stale: bool = False
    on_site: str = ""
    look_up: tuple[LookUp, ...] = ()
    unknown: tuple[LookUp, ...] = ()
    instead: str = ""
    decides: Callable[[Style], str] | None = None

    @property
    def headline(self) -> str:
        """What will happen, in a few words."""
        return self.title if isinstance(self.title, str) else self.title()

    def reading(self, style: Style) -> str:
        """Value against limit, in words."""
        if not self.applies:
            return "does not apply"
        if self.instead:
            return self.instead
        if self.decides is not None:
            said = self.decides(style)
            return f"before: {said}" if self.stale else said
        seen = self._to_the_eye(style)
        value, limit = (write(one, self.spec.kind, style) for one in seen)
        said = f"{value} of {limit}" if self.spec.sense == "at most" else f"{value}, wants {limit}"
        return f"before: {said}" if self.stale else said

    def _to_the_eye(self, style: Style) -> tuple[float, float]:
        """Value and limit as a tape shows them, unless that would make one of the other."""
        kind, known = self.spec.kind, (self.value, self.limit)
        if min(map(abs, known)) < LONG:
            return known
        value, limit = (to_the_eye(one, kind, style) for one in known)
        return (value, limit) if value != limit or self.value == self.limit else known

    def reading_at(self, mark: int, style: Style) -> str:
        """The value at one mark; the worst when it has no course over the move."""
        if self.trace is None or not self.applies or self.instead:
            return self.reading(style)
        return write(float(self.trace[mark]), self.spec.kind, style)

    @property
    def missing(self) -> float:
        """How far it is from its limit, in its own unit; negative when it holds."""
        most = self.spec.sense == "at most"
        return self.value - self.limit if most else self.limit - self.value

    def fraction(self) -> float:
        """Length of the bar, with the limit at 0.8: 0 is far from it, 1 far past it."""
        if not self.applies or self.instead:
            return 0.0
        if self.spec.sense == "at most":
            share = self.value / self.limit if self.limit > 0 else 2.0
        elif self.value > 0:
            share = max(self.limit, 0.0) / self.value
        else:
            share = 2.0
        return float(min(1.0, max(0.02, 0.8 * share)))


def judge(value: float, limit: float, sense: Sense, margin: float) -> State:
    """The state of a value against its limit; within ``margin`` of it, as a share, is tight."""
    if sense == "at most":
        if value > limit:
            return State.FAILS
        return State.TIGHT if value > limit - margin * abs(limit) else State.HOLDS
    if value < limit:
        return State.FAILS
    return State.TIGHT if value < limit + margin * abs(limit) else State.HOLDS


@dataclass(frozen=True)
class Found:
    """What a check found.

    Attributes
    ----------
    trace : array or float
        The value over the move, SI; its worst is judged.
    headlines : tuple of (str, str or callable)
        When it does not fail, and when it does; what takes long is worked out when it is read.
    meaning, working : callable
        As of `Lamp`.
    limit : float or None
        That of the design; the default where it is None.
    applies : bool
        False when the design has nothing of the kind to check.
    over_move : array or None
        Its course over the move, where ``trace`` is looked at over something else.
    stale : bool
        Whether it is that of the design a moment ago.
    at_best : State
        What it cannot burn better than, for a reason that the value does not show.
    on_site : str
        As of `Lamp`.
    look_up : tuple of LookUp
        What the maker has to look up, whether or not somebody has.
    instead : str
        As of `Lamp`: there is nothing to judge but ``at_best``.
    decides : callable or None
        As of `Lamp`; shown where ``at_best`` is worse than what the value gives.
    """

    trace: Array | float
    headlines: tuple[str, str | Callable[[], str]]
    meaning: Callable[[Style], str]
    working: Callable[[Style], Working]
    limit: float | None = None
    applies: bool = True
    over_move: Array | None = None
    stale: bool = False
    at_best: State = State.HOLDS
    on_site: str = ""
    look_up: tuple[LookUp, ...] = ()
    instead: str = ""
    decides: Callable[[Style], str] | None = None


def not_at_stake(
    words: str,
    why: str,
    formula: str,
    source: str,
    value: float = 99.0,
    limit: float | None = None,
) -> Found:
    """What a check finds of a rig that has nothing of what it looks at.

    Parameters
    ----------
    words, why : str
        The headline, and a sentence on it.
    formula, source : str
        For the working.
    value, limit : float
        SI; what is shown beside a dark lamp.

    Returns
    -------
    Found
    """
    found = working(formula, (), source)
    return Found(value, (words, ""), lambda _style: why, found, limit=limit, applies=False)


def full_id(check: str, family: str) -> str:
    """What a check is called among all lamps: its family's, unless it is of all families alike.

    Parameters
    ----------
    check, family : str

    Returns
    -------
    str
    """
    return check if "." in check else f"{family}.{check}"


@dataclass(frozen=True)
class Check:
    """A check of a family or of an assembly: what it is called, its limit, what finds it.

    ``find`` takes the solved case, or the assembly whose method it is.
    """

    id: str
    spec: LimitSpec
    find: Callable[[Any], Found]

    def lamp(
        self, prefix: str, subject: Any, settings: Settings, found_out: Iterable[LookedUp] = ()
    ) -> Lamp:
        """The lamp of what is found, judged against its limit, with what was found out.

        Raises
        ------
        LookupError
            If neither the check nor the design says what the limit is.
        """
        id, spec, found = full_id(self.id, prefix), self.spec, self.find(subject)
        limit = settings.limits.get(id, spec.default if found.limit is None else found.limit)
        if limit is None:
            raise LookupError(f"{id} has no limit")
        most, course = spec.sense == "at most", found.over_move
        if isinstance(found.trace, float):
            value = float(found.trace)
        else:
            values = np.atleast_1d(np.asarray(found.trace, dtype=float))
            value = float(values.max() if most else values.min())
            course = values if course is None else course
        decides = None
        state, unknown = State.HOLDS, tuple[LookUp, ...]()
        if found.applies:
            unknown = tuple(one for one in found.look_up if not one.settled(found_out))
            states = [found.at_best, State.TO_LOOK_UP if unknown else State.HOLDS]
            if not found.instead:
                margin = settings.tight_margin * spec.margin_share
                judged = judge(value, limit, spec.sense, margin)
                states.append(judged)
                if found.at_best.badness > judged.badness:
                    decides = found.decides
            state = worst(states)
        title = found.headlines[state is State.FAILS]
        if state is State.TO_LOOK_UP:
            title = f"Look up {unknown[0].name}"
        return Lamp(
            id=id,
            spec=spec,
            state=state,
            value=value,
            limit=limit,
            mark=0 if course is None else int(course.argmax() if most else course.argmin()),
            trace=None if course is None or course.size < 2 else course,
            title=title,
            meaning=found.meaning,
            working=found.working,
            applies=found.applies,
            stale=found.stale,
            on_site=found.on_site,
            look_up=found.look_up,
            unknown=unknown,
            decides=decides,
            instead=LOOKED_UP if found.instead == UNKNOWN and not unknown else found.instead,
        )


def check(
    id: str,
    name: str,
    station: str,
    kind: str,
    default: float | None,
    sense: Sense,
    source: str,
    margin_share: float = 1.0,
) -> Callable[[Callable[[Any], Found]], Check]:
    """Make a check of a function of the solved case, or of a method of an assembly.

    Parameters are those of `LimitSpec`, after the id, which is ``id`` within its family.
    """
    spec = LimitSpec(name, station, kind, default, sense, source, margin_share)
    return lambda find: Check(id, spec, find)
