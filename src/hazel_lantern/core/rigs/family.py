"""What the application asks of a family of rigs; it knows families by nothing else."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING, NamedTuple, Protocol

from hazel_lantern.core.fields import Edit, Frozen
from hazel_lantern.core.units import Style

if TYPE_CHECKING:
    from hazel_lantern.core.assessment import Assessment
    from hazel_lantern.core.lamps import LimitSpec
    from hazel_lantern.core.load import Load
    from hazel_lantern.core.parts import Hole, Step, Template
    from hazel_lantern.core.project.model import Rig, Settings
    from hazel_lantern.core.shot import Shot
    from hazel_lantern.core.sketch import Sketch
    from hazel_lantern.core.workshop import Workshop


class Design(Frozen):
    """Root of every family's design model; ``family`` is a literal in each."""

    family: str


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
        From the rig so changed to what a maker would set anew because of it.
    """

    path: str
    step: float
    low: float
    high: float
    title: str
    whole: bool = False
    then: Callable[[Rig], tuple[Edit, ...]] | None = None


@dataclass(frozen=True)
class Choices:
    """A lever on a choice: candidates, each a title and the edits it takes."""

    candidates: tuple[tuple[str, tuple[Edit, ...]], ...]


Lever = Numeric | Choices


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
        ``(rig, workshop, style)`` to candidates.
    chosen : callable
        The id now in use.
    figure : str
        Lamp id whose value is shown beside each.
    more : tuple of str
        Further lamps whose values are shown, and by which the list can be ordered.
    station : str
        Where it stands.
    by_size : str
        What ordering by the candidates' size is called; not offered when empty.
    """

    id: str
    title: str
    candidates: Callable[[Rig, Workshop, Style], Iterable[Candidate]]
    chosen: Callable[[Rig], str]
    figure: str
    more: tuple[str, ...] = ()
    station: str = "Frame"
    by_size: str = ""


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
    across : str
        The trace to plot against, where it is not the place along the move.
    """

    title: str
    left: tuple[str, ...]
    right: tuple[str, ...] = ()
    limit_lamp: str = ""
    band: bool = False
    across: str = ""


@dataclass(frozen=True)
class Group:
    """Fields that belong together on the bench.

    With ``rows``, the path of a list, ``paths`` are the fields of each of its members.
    """

    title: str
    paths: tuple[str, ...]
    rows: str = ""


@dataclass(frozen=True)
class Measure:
    """Something a maker can measure on the built rig, and what is foretold.

    ``how`` tells in one sentence how to take it.
    """

    id: str
    label: str
    kind: str
    how: str
    predicted: Callable[[Rig, Assessment], float]


@dataclass(frozen=True)
class View:
    """A way to draw the rig to scale."""

    id: str
    title: str


class Family(Protocol):
    """A family of rigs.

    One whose assessment takes longer than a frame may have ``quick(rig, settings, workshop,
    before)`` besides: the same, with what takes long from an assessment of a moment ago, its
    lamps marked as older.
    """

    id: str
    title: str
    moves: tuple[str, ...]
    design_type: type[Design]
    limits: dict[str, LimitSpec]
    views: tuple[View, ...]
    rankings: tuple[Ranking, ...]
    measures: tuple[Measure, ...]

    def assess(self, rig: Rig, settings: Settings, workshop: Workshop) -> Assessment:
        """Everything about the rig; a pure function, a few milliseconds."""
        ...

    def sketch(
        self,
        rig: Rig,
        assessment: Assessment,
        view: str,
        mark: int,
        workshop: Workshop,
        turn: float | None = None,
    ) -> Sketch:
        """The drawing of a view at a mark, turned as asked or as the move has it."""
        ...

    def levers(self, rig: Rig, workshop: Workshop, style: Style) -> Sequence[Lever]:
        """What may be changed to mend a lamp."""
        ...

    def plots(self, station: str, rig: Rig) -> tuple[PlotSpec, ...]:
        """The plots of a station."""
        ...

    def groups(self, station: str, rig: Rig) -> tuple[Group, ...]:
        """The fields of a station's bench."""
        ...

    def readout(
        self, station: str, rig: Rig, assessment: Assessment, style: Style
    ) -> tuple[tuple[str, str], ...]:
        """Computed figures that a station shows beside its fields."""
        ...

    def first_draft(
        self, shot: Shot, load: Load, settings: Settings, workshop: Workshop
    ) -> tuple[Design, dict[str, str]]:
        """A design to start from, and the assumptions made: path to reason."""
        ...

    def holes(self, rig: Rig, assessment: Assessment, workshop: Workshop) -> tuple[Hole, ...]:
        """The drill table, each part from its datum corner."""
        ...

    def templates(
        self, rig: Rig, assessment: Assessment, workshop: Workshop
    ) -> tuple[Template, ...]:
        """Parts that are marked out and drilled by a drawing of true size."""
        ...

    def steps(
        self, rig: Rig, assessment: Assessment, workshop: Workshop, style: Style
    ) -> tuple[Step, ...]:
        """How to build it."""
        ...

    def set_card(self, rig: Rig, assessment: Assessment, style: Style) -> tuple[str, ...]:
        """What to have at hand on the day."""
        ...

    def cautions(self, station: str, rig: Rig, assessment: Assessment) -> tuple[str, ...]:
        """What to mind at a station."""
        ...

    def suits(self, shot: Shot) -> tuple[float, str]:
        """How well the family can do a shot, 0 to 1, and why."""
        ...
