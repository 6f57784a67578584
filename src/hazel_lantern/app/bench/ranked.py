"""A ranked choice: every candidate with what it would do, swapped by a click."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from time import monotonic

from PyQt6.QtGui import QShowEvent
from PyQt6.QtWidgets import QPushButton, QVBoxLayout, QWidget

from hazel_lantern.app.bench.ranked_list import Card, RankedList
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import Flow, button, empty, label
from hazel_lantern.app.workers import Worker
from hazel_lantern.core.identity import same
from hazel_lantern.core.ranking import COST, MASS, SIZE, Ranked, ordered, ranked
from hazel_lantern.core.rigs.asks import Ranking
from hazel_lantern.core.units import write

#: The list grows at this pace while more is ranked, s.
PACE = 0.1


class RankedChoice(QWidget):
    """The rankings of a family, one at a time, in the order asked for."""

    def __init__(self, session: Session, station: str) -> None:
        super().__init__()
        self.session, self.station = session, station
        self._ranking: Ranking | None = None
        self._order = ""
        self._rows: list[Ranked] = []
        #: The rig and family that the rows are of.
        self._rows_of: tuple[str, ...] = ()
        self._for: tuple[object, ...] | None = None
        self.list = RankedList()
        self.list.taken.connect(self._swap)
        self.worker = Worker(self, self._key)
        self.worker.progress.connect(self._take)
        self.worker.done.connect(self._take)
        self.worker.failed.connect(lambda why: self._note.setText(why))
        self.setMinimumWidth(250)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(4)
        # Six choices of a family are more than one row holds.
        self._tabs = Flow(gap=10)
        self._tab_buttons: dict[str, QPushButton] = {}
        self._orders: dict[str, QPushButton] = {}
        self._note = label("", "small")
        self._order_row = Flow(gap=10)
        layout.addLayout(self._tabs)
        layout.addLayout(self._order_row)
        layout.addWidget(self._note)
        layout.addWidget(self.list, 1)

    def refresh(self) -> None:
        """Rank anew once the design is at rest; until then the older list says so."""
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None:
            return
        rankings = self._rankings()
        if list(self._tab_buttons) != [ranking.id for ranking in rankings]:
            self._build_tabs(rankings)
        if self._ranking is None:
            return
        # The choices are those of the design at hand, not of when the tab was opened.
        id, case = self._ranking.id, self.session.case(rig)
        ranking = self._ranking = next(one for one in rankings if one.id == id)
        # As the list is headed, so are its figures.
        of = rig.name, rig.family.id, ranking.figure, *ranking.more
        if of != self._rows_of:
            # A drag may show the list of a moment ago, but never that of another rig.
            self._rows_of, self._rows = of, []
            self._offer_orders(ranking)
        key = self._key()
        if same(self._for, key) or not self.isVisible():
            return
        self._for = key
        self._note.setText("ranking…")
        self.worker.ask(lambda stop, tell: _in_chunks(ranked(ranking, case, stop), tell))

    def _rankings(self) -> tuple[Ranking, ...]:
        """Those of this station, of the design at hand."""
        found = self.session.assessment
        every = found.rankings if found is not None else ()
        return tuple(one for one in every if one.station == self.station)

    def _key(self) -> tuple[object, ...]:
        return (*self.session.looked_at, self._ranking.id if self._ranking else "")

    def showEvent(self, event: QShowEvent | None) -> None:
        """What was not ranked while hidden is ranked now."""
        super().showEvent(event)
        self.refresh()

    def _build_tabs(self, rankings: tuple[Ranking, ...]) -> None:
        empty(self._tabs)
        self._tab_buttons = {}
        for ranking in rankings:
            tab = button(ranking.title, "tab", partial(self.show_ranking, ranking.id))
            tab.setCheckable(True)
            self._tab_buttons[ranking.id] = tab
            self._tabs.addWidget(tab)
        self._ranking = None
        if rankings:
            self.show_ranking(rankings[0].id)

    def show_ranking(self, id: str) -> None:
        """Rank this choice."""
        self._ranking = next((one for one in self._rankings() if one.id == id), None)
        for name, tab in self._tab_buttons.items():
            tab.setChecked(name == id)
        self._for, self._rows_of = None, ()
        self.refresh()

    def _offer_orders(self, ranking: Ranking) -> None:
        """By the lamps that are compared, by cost, by mass."""
        empty(self._order_row)
        self._orders = {}
        found = self.session.assessment
        lamps = [] if found is None else [found.lamp(id).spec.name.lower() for id in ranking.more]
        titles = [(ranking.figure, "best"), *zip(ranking.more, lamps, strict=False)]
        if ranking.by_size:
            titles = [(SIZE, ranking.by_size), *titles, (MASS, "lightest")]
        else:
            titles += [(COST, "cheapest"), (MASS, "lightest")]
        for order, title in titles:
            tab = button(title, "tab", partial(self._sort, order))
            tab.setCheckable(True)
            self._orders[order] = tab
            self._order_row.addWidget(tab)
        self._sort(titles[0][0])

    def _sort(self, order: str) -> None:
        self._order = order
        for name, tab in self._orders.items():
            tab.setChecked(name == order)
        self._show()

    def _take(self, rows: object) -> None:
        """Show what is ranked so far."""
        assert isinstance(rows, list)
        self._rows = rows
        self._show()
        if not rows:
            self._note.setText("none qualify")

    def _show(self) -> None:
        found, ranking = self.session.assessment, self._ranking
        if found is None or ranking is None or not self._rows:
            self.list.show_cards(())
            return
        holding = sum(row.state.badness == 0 for row in self._rows)
        busy = "ranking… " if self.worker.busy else ""
        now = next((row.fails for row in self._rows if row.chosen), frozenset())
        words = f"{holding} of {len(self._rows)} all hold"
        if not holding and now:
            # Something else fails whatever is chosen here: what fails nothing more is told.
            good = sum(row.fails <= now for row in self._rows)
            words = f"{good} of {len(self._rows)} fail no more than the rig as it stands"
        self._note.setText(f"{busy}{words}")
        catalogue, style = self.session.workshop.catalogue, self.session.style
        specs = {id: found.lamp(id).spec for id in (ranking.figure, *ranking.more)}
        spec = specs.get(self._order)
        cards = []
        for row in ordered(self._rows, self._order, spec is not None and spec.sense == "at least"):
            figures = [write(value, specs[id].kind, style) for id, value in row.figures.items()]
            figures += [write(row.cost, "money", style), write(row.mass, "mass", style)]
            words = row.note or " · ".join(figures)
            cards.append(Card(row, words, catalogue.sections.get(row.id)))
        self.list.show_cards(cards)

    def _swap(self, row: Ranked) -> None:
        ranking = self._ranking
        if ranking is None:
            return
        # While the list is that of a moment ago, what is swapped in is still made for the design
        # at hand.
        now = (one for one in self._rankings() if one.id == ranking.id)
        here = next((one for at in now for one in at.candidates() if one.id == row.id), None)
        if here is None or row not in self._rows:
            trouble = f"{row.name} is no choice for this rig any more"
        else:
            trouble = self.session.edit(*here.edits, action=f"swap to {row.name.lower()}")
        self.session.message.emit(trouble, bool(trouble))


def _in_chunks(rows: Iterator[Ranked], tell: Callable[[list[Ranked]], object]) -> list[Ranked]:
    """All rows; what there is so far is told at once and then every `PACE`."""
    found: list[Ranked] = []
    due = monotonic()
    for row in rows:
        found.append(row)
        if monotonic() >= due:
            tell(list(found))
            due = monotonic() + PACE
    return found
