"""A ranked choice: every candidate with what it would do, swapped by a click."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QRectF, QSize, Qt
from PyQt6.QtGui import QPainter, QPainterPath, QPaintEvent, QPen, QShowEvent
from PyQt6.QtWidgets import (
    QAbstractButton,
    QHBoxLayout,
    QPushButton,
    QSizePolicy,
    QVBoxLayout,
    QWidget,
)

from hazel_lantern.app import theme
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import button, empty, label, scrolled
from hazel_lantern.app.workers import Worker
from hazel_lantern.core.catalogue.rows import Section
from hazel_lantern.core.identity import same
from hazel_lantern.core.ranking import COST, MASS, SIZE, Ranked, ordered, rank
from hazel_lantern.core.rigs.asks import Ranking
from hazel_lantern.core.units import write


def draw_section(painter: QPainter, box: QRectF, section: Section) -> None:
    """The outline of a section, walls and all, in a box."""
    width, height = section.width, section.height
    scale = min(box.width(), box.height()) / max(width, height)
    outer = QRectF(0, 0, width * scale, height * scale)
    outer.moveCenter(box.center())
    wall = max(section.wall * scale, 1.6)
    path = QPainterPath()
    path.setFillRule(Qt.FillRule.OddEvenFill)
    if section.shape in ("round tube", "round bar", "oval tube"):
        path.addEllipse(outer)
        if section.shape != "round bar":
            path.addEllipse(outer.adjusted(wall, wall, -wall, -wall))
    elif section.shape == "angle":
        path.addRect(QRectF(outer.left(), outer.top(), wall, outer.height()))
        path.addRect(QRectF(outer.left() + wall, outer.bottom() - wall, outer.width() - wall, wall))
    elif section.shape == "channel":
        path.addRect(QRectF(outer.left(), outer.top(), wall, outer.height()))
        path.addRect(QRectF(outer.right() - wall, outer.top(), wall, outer.height()))
        path.addRect(
            QRectF(outer.left() + wall, outer.bottom() - wall, outer.width() - 2 * wall, wall)
        )
    else:
        path.addRect(outer)
        if section.shape == "rectangular tube":
            path.addRect(outer.adjusted(wall, wall, -wall, -wall))
        if section.shape == "slotted":
            slot = outer.width() * 0.16
            for x in (outer.left(), outer.right() - slot):
                path.addRect(QRectF(x, outer.center().y() - slot / 2, slot, slot))
            for y in (outer.top(), outer.bottom() - slot):
                path.addRect(QRectF(outer.center().x() - slot / 2, y, slot, slot))
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(theme.colour("ink"))
    painter.drawPath(path)


class ChoiceCard(QAbstractButton):
    """One candidate: outline, name, figures, lamp."""

    def __init__(self, row: Ranked, words: str, section: Section | None) -> None:
        super().__init__()
        self.row, self.words, self.section = row, words, section
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)
        state = f"{row.state}" + (f": {row.worst_lamp}" if row.worst_lamp else "")
        self.setAccessibleName(f"{row.name}, {words}, {state}")
        self.setToolTip(state if not row.chosen else f"in use; {state}")

    def sizeHint(self) -> QSize:
        """Two lines."""
        return QSize(240, 42)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """The card; a heavier line around the one in use."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        lit = self.hasFocus() or self.underMouse()
        line = "hazel" if self.row.chosen or lit else "edge"
        painter.setPen(QPen(theme.colour(line), 2 if self.row.chosen or self.hasFocus() else 1))
        painter.setBrush(theme.colour("raised" if self.row.chosen else "paper"))
        painter.drawRoundedRect(QRectF(self.rect()).adjusted(1, 1, -1, -1), 5, 5)
        left = 12
        if self.section is not None:
            draw_section(painter, QRectF(10, 9, 24, 24), self.section)
            left = 46
        width = self.width() - left - 36
        painter.setPen(theme.colour("ink"))
        painter.setFont(theme.font(13, bold=True))
        name = painter.fontMetrics().elidedText(self.row.name, Qt.TextElideMode.ElideRight, width)
        painter.drawText(QRectF(left, 4, width, 18), Qt.AlignmentFlag.AlignLeft, name)
        painter.setPen(theme.colour("soft"))
        painter.setFont(theme.font(12))
        words = painter.fontMetrics().elidedText(self.words, Qt.TextElideMode.ElideRight, width)
        painter.drawText(QRectF(left, 21, width, 18), Qt.AlignmentFlag.AlignLeft, words)
        painter.drawPixmap(self.width() - 30, 11, theme.lamp_glyph(self.row.state, 20))


class RankedChoice(QWidget):
    """The rankings of a family, one at a time, in the order asked for."""

    def __init__(self, session: Session, station: str) -> None:
        super().__init__()
        self.session, self.station = session, station
        self._ranking: Ranking | None = None
        self._order = ""
        self._rows: list[Ranked] = []
        self._for: tuple[object, ...] | None = None
        self.cards: dict[str, ChoiceCard] = {}
        self.worker = Worker(self)
        self.worker.done.connect(self._take)
        self.worker.failed.connect(lambda why: self._note.setText(why))
        self.setMinimumWidth(250)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(4)
        self._tabs = QHBoxLayout()
        self._tabs.setSpacing(12)
        self._tab_buttons: dict[str, QPushButton] = {}
        self._orders: dict[str, QPushButton] = {}
        head = QHBoxLayout()
        head.addLayout(self._tabs)
        head.addStretch(1)
        self._note = label("", "small")
        head.addWidget(self._note)
        self._order_row = QHBoxLayout()
        self._order_row.setSpacing(10)
        layout.addLayout(head)
        layout.addLayout(self._order_row)
        self._inner = QWidget()
        self._list = QVBoxLayout(self._inner)
        self._list.setContentsMargins(0, 0, 4, 0)
        self._list.setSpacing(4)
        layout.addWidget(scrolled(self._inner), 1)

    def refresh(self) -> None:
        """Rank anew once the design is at rest; until then the older list says so."""
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None:
            return
        rankings = tuple(one for one in found.rankings if one.station == self.station)
        if list(self._tab_buttons) != [ranking.id for ranking in rankings]:
            self._build_tabs(rankings)
        if self._ranking is None:
            return
        key = (*self.session.looked_at, self._ranking.id)
        if same(self._for, key) or not self.isVisible():
            return
        self._for = key
        self._note.setText("ranking…")
        # The choices are those of the design at hand, not of when the tab was opened.
        id, case = self._ranking.id, self.session.case(rig)
        ranking = next(one for one in rankings if one.id == id)
        self.worker.ask(lambda stop, _: rank(ranking, case, stop))

    def showEvent(self, event: QShowEvent | None) -> None:
        """What was not ranked while hidden is ranked now."""
        super().showEvent(event)
        self.refresh()

    def _build_tabs(self, rankings: tuple[Ranking, ...]) -> None:
        empty(self._tabs)
        self._tab_buttons = {}
        for ranking in rankings:
            tab = button(ranking.title, "tab", partial(self.show_ranking, ranking))
            tab.setCheckable(True)
            self._tab_buttons[ranking.id] = tab
            self._tabs.addWidget(tab)
        self._ranking = None
        if rankings:
            self.show_ranking(rankings[0])

    def show_ranking(self, ranking: Ranking) -> None:
        """Rank this choice."""
        self._ranking = ranking
        for id, tab in self._tab_buttons.items():
            tab.setChecked(id == ranking.id)
        self._for = None
        self._rows = []
        self._offer_orders(ranking)
        self._show()
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
        self._order_row.addStretch(1)
        self._sort(titles[0][0])

    def _sort(self, order: str) -> None:
        self._order = order
        for name, tab in self._orders.items():
            tab.setChecked(name == order)
        self._show()

    def _take(self, rows: object) -> None:
        assert isinstance(rows, list)
        self._rows = rows
        self._show()

    def _show(self) -> None:
        empty(self._list)
        self.cards = {}
        ranking, found = self._ranking, self.session.assessment
        if ranking is None or found is None:
            return
        holding = sum(row.state.badness == 0 for row in self._rows)
        self._note.setText(f"{holding} of {len(self._rows)} hold all" if self._rows else "")
        catalogue = self.session.workshop.catalogue
        style = self.session.style
        checked = self._order in (ranking.figure, *ranking.more)
        lamp = found.lamp(self._order) if checked else None
        most = lamp is not None and lamp.spec.sense == "at least"
        for row in ordered(self._rows, self._order, most):
            figures = [
                write(value, found.lamp(id).spec.kind, style) for id, value in row.figures.items()
            ]
            figures += [write(row.cost, "money", style), write(row.mass, "mass", style)]
            words = row.note or " · ".join(figures)
            card = ChoiceCard(row, words, catalogue.sections.get(row.id))
            card.clicked.connect(partial(self._swap, row))
            self.cards[row.id] = card
            self._list.addWidget(card)
        self._list.addStretch(1)

    def _swap(self, row: Ranked) -> None:
        trouble = self.session.edit(*row.edits, action=f"swap to {row.name.lower()}")
        self.session.message.emit(trouble, bool(trouble))
