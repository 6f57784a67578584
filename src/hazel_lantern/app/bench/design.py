"""Frame and Drive: what the family plots, ranks and lets be set."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import (
    QGridLayout,
    QHBoxLayout,
    QVBoxLayout,
    QWidget,
)

from hazel_lantern.app.bench.base import Bench
from hazel_lantern.app.bench.ranked import RankedChoice
from hazel_lantern.app.fieldset import FieldSet
from hazel_lantern.app.pill import Pill
from hazel_lantern.app.plot import TracePlot
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import Tabbed, empty, label, scrolled
from hazel_lantern.core.rigs.asks import PlotSpec


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
        self._grid.setContentsMargins(0, 0, 0, 0)
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


class DesignBench(Bench):
    """A station's bench: its own page if it has one, then what the family shows there.

    The family's plots and ranked choices, all its figures, and on the Frame station what the
    first draft assumed; a page of which the family has nothing is not offered.
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
        first = QWidget()
        row = QHBoxLayout(first)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(14)
        row.addWidget(self.plots, 5)
        row.addWidget(self.ranked, 3)
        second = QWidget()
        fields_row = QHBoxLayout(second)
        fields_row.setContentsMargins(0, 4, 0, 0)
        fields_row.setSpacing(28)
        fields_row.addWidget(self.fields, 1)
        fields_row.addWidget(self.readout, 0, Qt.AlignmentFlag.AlignTop)
        pages: list[tuple[str, QWidget]] = [own] if own else []
        pages += [
            ("What it does" if own is None else "Balance", first),
            ("All its figures", scrolled(second)),
            ("What was assumed", scrolled(self.assumed)),
            (station, label("There is nothing to set here on a rig of this kind.", "soft")),
        ]
        self._does = len(pages) - 4
        self.pages = Tabbed(pages)
        self.pages.turned.connect(self.refresh)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.addWidget(self.pages)
        session.mark_moved.connect(self.plots.follow_mark)

    def refresh(self) -> None:
        """Show the page in front as the design is now."""
        found = self.session.assessment
        if found is None:
            return
        self._offer_pages()
        at = self.pages.current - self._does
        if at < 0 and self.own is not None:
            self.own.refresh()
        elif at == 0:
            self.plots.refresh()
            self.ranked.refresh()
        elif at == 1:
            self.fields.show_groups(found.groups(self.station))
            self.readout.refresh()
        elif at == 2:
            self.assumed.refresh()

    def _offer_pages(self) -> None:
        """Only the pages that have something on them; where none has, an empty one says so."""
        rig, found = self.session.rig, self.session.assessment
        assert rig is not None
        assert found is not None
        tabs = self.pages.tabs[self._does : -1]
        ranks = any(ranking.station == self.station for ranking in found.rankings)
        self.ranked.setVisible(ranks)
        offered = (
            ranks or bool(found.plots(self.station)),
            bool(found.groups(self.station)),
            self.station == "Frame",
        )
        for tab, there in zip(tabs, offered, strict=True):
            tab.setVisible(there)
        if self.own is not None:
            self.pages.tabs[0].setVisible(any(offered))
        empty_page = len(offered)
        nothing = self.own is None and not any(offered)
        self.pages.tabs[-1].setVisible(nothing)
        at = self.pages.current - self._does
        if at >= 0 and not (*offered, nothing)[at]:
            first = offered.index(True) if any(offered) else empty_page
            self.pages.turn_to(0 if self.own is not None else self._does + first)
        left = len(rig.assumed)
        tabs[2].setText(f"What was assumed ({left})" if left else "What was assumed")
