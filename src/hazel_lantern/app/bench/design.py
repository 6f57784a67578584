"""Frame and Drive: what the family plots, ranks and lets be set."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import (
    QGridLayout,
    QHBoxLayout,
    QVBoxLayout,
    QWidget,
)

from hazel_lantern.app.bench.base import Bench
from hazel_lantern.app.bench.gears import GearBench
from hazel_lantern.app.bench.lapse import LapseBench
from hazel_lantern.app.bench.line import LineBench
from hazel_lantern.app.bench.ranked import RankedChoice
from hazel_lantern.app.bench.slow import SlowBench
from hazel_lantern.app.fieldset import FieldSet
from hazel_lantern.app.pill import Pill
from hazel_lantern.app.plot import TracePlot
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import Tabbed, empty, label, scrolled
from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.drive.assembly import MOTOR
from hazel_lantern.core.rigs.asks import PlotSpec

ASSUMED = "What was assumed"


class Plots(QWidget):
    """The plots of a station, side by side."""

    def __init__(self, session: Session, station: str) -> None:
        super().__init__()
        self.session, self.station = session, station
        self._specs: tuple[PlotSpec, ...] = ()
        self.plots: list[TracePlot] = []
        self._row = QHBoxLayout(self)
        self._row.setContentsMargins(0, 0, 0, 0)
        self._row.setSpacing(12)

    def refresh(self) -> None:
        """Show the traces as they are now."""
        found = self.session.assessment
        if found is None:
            return
        specs = found.plots(self.station)
        if specs != self._specs:
            self._specs = specs
            empty(self._row)
            self.plots = [TracePlot(self.session, spec) for spec in specs]
            for plot in self.plots:
                self._row.addWidget(plot)
        else:
            for plot in self.plots:
                plot.refresh()

    def follow_mark(self) -> None:
        """Move the cursors."""
        for plot in self.plots:
            plot.follow_mark()


class Assumed(QWidget):
    """What the first draft assumed: each figure can be set, and then is the maker's own."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(0, 0, 8, 0)
        self._grid.setVerticalSpacing(4)
        self._paths: tuple[str, ...] | None = None
        self.pills: dict[str, Pill] = {}

    def refresh(self) -> None:
        """Show the assumptions that are left."""
        rig = self.session.rig
        if rig is None:
            return
        paths = tuple(note.path for note in rig.assumed)
        if paths == self._paths:
            for pill in self.pills.values():
                pill.refresh()
            return
        self._paths = paths
        empty(self._grid)
        self.pills = {}
        if not paths:
            self._grid.addWidget(
                label("Nothing is assumed any more: every figure is your own.", "soft"), 0, 0
            )
            return
        for row, note in enumerate(rig.assumed):
            pill = Pill(self.session, note.path, self)
            self.pills[note.path] = pill
            self._grid.addWidget(label(self.session.spec(note.path).label), row, 0)
            self._grid.addWidget(pill, row, 1, Qt.AlignmentFlag.AlignLeft)
            self._grid.addWidget(label(note.why, "small"), row, 2)
        self._grid.setColumnStretch(2, 1)
        self._grid.setRowStretch(len(paths), 1)


class Readout(QWidget):
    """Computed figures with their names."""

    def __init__(self, session: Session, station: str) -> None:
        super().__init__()
        self.session, self.station = session, station
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(0, 0, 10, 0)
        self._grid.setVerticalSpacing(3)
        self._names: tuple[str, ...] = ()

    def refresh(self) -> None:
        """Show the figures as they are now."""
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None:
            return
        rows = found.readout(self.station)
        names = tuple(name for name, _ in rows)
        if names != self._names:
            self._names = names
            empty(self._grid)
            for at, name in enumerate(names):
                self._grid.addWidget(label(name, "soft"), at, 0)
                value = label()
                value.setStyleSheet("font-weight: 600;")
                self._grid.addWidget(value, at, 1)
        for at, (_, words) in enumerate(rows):
            item = self._grid.itemAtPosition(at, 1)
            widget = item.widget() if item else None
            if widget is not None:
                widget.setText(words)  # type: ignore[attr-defined]


@dataclass(frozen=True)
class Page:
    """A page of a bench: when it is offered, and what shows it as the design is now."""

    title: str
    widget: QWidget
    offered: Callable[[Assessment], bool]
    refresh: Callable[[Assessment], None]


class DesignBench(Bench):
    """A station's bench: its own page if it has one, then what the family shows there.

    The family's plots and ranked choices, all its figures, on the Frame station what the
    first draft assumed, and on the Drive station a motor on the line; a page of which there is
    nothing is not offered.
    """

    def __init__(
        self, session: Session, station: str, own: tuple[str, Bench] | None = None
    ) -> None:
        super().__init__()
        self.session, self.station = session, station
        self.own = own[1] if own else None
        self.plots = Plots(session, station)
        self.ranked = RankedChoice(session, station)
        self.readout = Readout(session, station)
        self.fields = FieldSet(session)
        self.assumed = Assumed(session)
        self.line: LineBench | None = None
        self._pages = tuple(self._all_pages(own))
        self.pages = Tabbed([(page.title, page.widget) for page in self._pages])
        self.pages.turned.connect(self.refresh)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.addWidget(self.pages)
        session.mark_moved.connect(self.plots.follow_mark)

    def _all_pages(self, own: tuple[str, Bench] | None) -> Iterator[Page]:
        if own is not None:
            title, page = own
            yield Page(title, page, self._anything, lambda _: page.refresh())
        does = _side_by_side(14, (self.plots, 5), (self.ranked, 3))
        yield Page(
            "Balance" if own else "What it does",
            does,
            self._does_something,
            self._show_what_it_does,
        )
        yield Page(
            "All its figures",
            scrolled(_side_by_side(18, (self.fields, 1), (self.readout, 0))),
            lambda found: bool(found.groups(self.station)),
            self._show_figures,
        )
        if self.station == "Drive":
            yield from self._drive_pages()
        yield Page(
            ASSUMED,
            scrolled(self.assumed),
            lambda _: self.station == "Frame",
            lambda _: self.assumed.refresh(),
        )
        nothing = label("There is nothing to set here on a rig of this kind.", "soft")
        yield Page(
            self.station,
            nothing,
            lambda found: self.own is None and not self._anything(found),
            lambda _: None,
        )

    def _drive_pages(self) -> Iterator[Page]:
        """What a motor does, and how a time-lapse is taken."""

        def driven(found: Assessment) -> bool:
            return found.family.drives.used

        motor = Plots(self.session, MOTOR)
        self.session.mark_moved.connect(motor.follow_mark)
        gears, lapse = GearBench(self.session), LapseBench(self.session)
        line = self.line = LineBench(self.session)
        yield Page(MOTOR, motor, driven, lambda _: motor.refresh())
        yield Page("Gears", gears, driven, lambda _: gears.refresh())
        yield Page(
            "Time-lapse", lapse, lambda found: found.family.shown.lapse, lambda _: lapse.refresh()
        )
        slow = SlowBench(self.session)
        yield Page(
            "Slow motion", slow, lambda found: found.family.shown.slow, lambda _: slow.refresh()
        )
        yield Page(
            "On the line",
            line,
            lambda found: driven(found) or line.line.running,
            lambda _: line.refresh(),
        )

    def _does_something(self, found: Assessment) -> bool:
        ranks = any(ranking.station == self.station for ranking in found.rankings)
        self.ranked.setVisible(ranks)
        return ranks or bool(found.plots(self.station))

    def _anything(self, found: Assessment) -> bool:
        does = self._does_something(found)
        return does or bool(found.groups(self.station)) or self.station == "Frame"

    def _show_what_it_does(self, _found: Assessment) -> None:
        self.plots.refresh()
        self.ranked.refresh()

    def _show_figures(self, found: Assessment) -> None:
        self.fields.show_groups(found.groups(self.station))
        self.readout.refresh()

    def refresh(self) -> None:
        """Show the page in front as the design is now; only pages with something on them stay."""
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None:
            return
        offered = [page.offered(found) for page in self._pages]
        for tab, page, there in zip(self.pages.tabs, self._pages, offered, strict=True):
            tab.setVisible(there)
            if page.title == ASSUMED:
                left = len(rig.assumed)
                tab.setText(f"{ASSUMED} ({left})" if left else ASSUMED)
        if not offered[self.pages.current] and any(offered):
            # Turning to a page shows it.
            self.pages.turn_to(offered.index(True))
            return
        self._pages[self.pages.current].refresh(found)


def _side_by_side(gap: int, *widgets: tuple[QWidget, int]) -> QWidget:
    """Widgets in a row, each with its share of what is left; those without stay at the top."""
    found = QWidget()
    row = QHBoxLayout(found)
    row.setContentsMargins(0, 0, 0, 0)
    row.setSpacing(gap)
    for widget, share in widgets:
        row.addWidget(widget, share, Qt.AlignmentFlag(0) if share else Qt.AlignmentFlag.AlignTop)
    return found
