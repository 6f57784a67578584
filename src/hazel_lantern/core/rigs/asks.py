"""What is asked of a family besides its lamps: each its own small type."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any, Generic, NamedTuple, TypeVar

from hazel_lantern.core.fields import Edit, value_at
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.rigs.case import Case


@dataclass(frozen=True)
class Numeric:
    """A lever on a figure: the least change that mends is looked for in both directions.

    Attributes
    ----------
    path : str
        The field.
    step : float
        What a maker can set, SI.
    low, high : float
        How far it may go.
    title : str
        With ``{}`` for the printed new value.
    whole : bool
        Whether only whole numbers will do.
    then : callable or None
        From the case so changed to what a maker would set anew because of it.
    loses : str
        What the maker asked for and gives up by it, such as "the slope".
    """

    path: str
    step: float
    low: float
    high: float
    title: str
    whole: bool = False
    then: Callable[[Case[Any]], tuple[Edit, ...]] | None = None
    loses: str = ""


#: What to do, and the edits that do it.
Choice = tuple[str, tuple[Edit, ...]]


@dataclass(frozen=True)
class Choices:
    """A lever on a choice: candidates, each a title and the edits it takes.

    Attributes
    ----------
    listed : tuple or callable
        The candidates, or what lists them when they are first looked at.
    loses : str
        As of `Numeric`.
    only : str
        How the ids of the lamps begin that it can mend; of all lamps where it is empty.
    """

    listed: tuple[Choice, ...] | Callable[[], Iterable[Choice]]
    loses: str = ""
    only: str = ""

    @kept
    def candidates(self) -> tuple[Choice, ...]:
        """What there is to choose."""
        return tuple(self.listed() if callable(self.listed) else self.listed)

    @classmethod
    def of(cls, title: str, found: Iterable[Candidate], now: str = "") -> Choices:
        """Of what is ranked, but for what is in use; ``title`` has ``{}`` for the name."""
        return cls(tuple((title.format(one.name), one.edits) for one in found if one.id != now))

    @classmethod
    def words(cls, path: str, titles: dict[str, str], now: str) -> Choices:
        """Of a field with few words: what to do for each, but for the one in use."""
        return cls(
            tuple((title, (Edit(path, word),)) for word, title in titles.items() if word != now)
        )


Lever = Numeric | Choices


class SetUp(NamedTuple):
    """A step of setting a built rig up on the day, and how long it takes."""

    text: str
    minutes: float


class Candidate(NamedTuple):
    """One thing to choose: its id, name, the edits that choose it, a word on it, its size."""

    id: str
    name: str
    edits: tuple[Edit, ...]
    note: str = ""
    size: float = 0.0


@dataclass(frozen=True)
class Ranking:
    """A choice to rank: its title, its candidates, and which are compared by what.

    Attributes
    ----------
    id, title : str
    candidates : callable
        What there is to choose, for the case at hand.
    chosen : str
        The id now in use.
    figure : str
        Check whose value is shown beside each.
    more : tuple of str
        Further checks whose values are shown, and by which the list can be ordered.
    station : str
        Where it stands.
    by_size : str
        What ordering by the candidates' size is called; not offered when empty.
    path : str
        The field that is chosen, where it is one.
    """

    id: str
    title: str
    candidates: Callable[[], Iterable[Candidate]]
    chosen: str
    figure: str
    more: tuple[str, ...] = ()
    station: str = "Frame"
    by_size: str = ""
    path: str = ""

    @classmethod
    def of(
        cls,
        case: Case[Any],
        id: str,
        title: str,
        path: str,
        candidates: Callable[[], Iterable[Candidate]],
        figure: str,
        *more: str,
    ) -> Ranking:
        """Of a field."""
        return cls(id, title, candidates, value_at(case.setup, path), figure, more, path=path)


@dataclass(frozen=True)
class PlotSpec:
    """Curves of one plot.

    Attributes
    ----------
    title : str
    left, right : tuple of str
        Trace ids, by the axis they are read on.
    limit_lamp : str
        The lamp whose limit is shaded.
    band : bool
        Shade what lies within the limit on both sides of nought, not what lies beyond it.
    shaded : tuple of float or None
        What is shaded, from and to; of a plot that has nothing on the right.
    warns : bool
        Whether what is shaded is to be kept out of, not to be kept to.
    across : str
        The trace to plot against, where it is not the place along the move.
    by_hand : bool
        Whether it is of the hand that pushes, and of no use once a motor does.
    """

    title: str
    left: tuple[str, ...]
    right: tuple[str, ...] = ()
    limit_lamp: str = ""
    band: bool = False
    across: str = ""
    by_hand: bool = False
    shaded: tuple[float, float] | None = None
    warns: bool = False


@dataclass(frozen=True)
class Group:
    """Fields that belong together on the bench.

    With ``rows``, the path of a list, ``paths`` are the fields of each of its members.
    """

    title: str
    paths: tuple[str, ...]
    rows: str = ""


@dataclass(frozen=True)
class Followed:
    """What a field is now that others say, and what is set with it when it is said itself."""

    value: float
    brings: tuple[Edit, ...]


AnswerT = TypeVar("AnswerT")


@dataclass(frozen=True)
class Measure(Generic[AnswerT]):
    """Something a maker can measure on the built rig, and what is foretold.

    ``how`` tells in one sentence how to take it.
    """

    id: str
    label: str
    kind: str
    how: str
    predicted: Callable[[AnswerT], float]


@dataclass(frozen=True)
class View:
    """A way to draw the rig to scale."""

    id: str
    title: str
