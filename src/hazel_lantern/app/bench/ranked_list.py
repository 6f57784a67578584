"""A list of ranked candidates, painted as cards: as fast with two thousand rows as with ten."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from PyQt6.QtCore import QAbstractListModel, QModelIndex, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QKeyEvent, QPainter, QPen
from PyQt6.QtWidgets import (
    QAbstractItemView,
    QFrame,
    QListView,
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
)

from hazel_lantern.app import theme
from hazel_lantern.app.row_picture import draw_section
from hazel_lantern.app.widgets import plain
from hazel_lantern.core.catalogue.rows import Section
from hazel_lantern.core.ranking import Ranked

HEIGHT, GAP = 42, 4
CARD = Qt.ItemDataRole.UserRole


@dataclass(frozen=True)
class Card:
    """One candidate as it is shown: its row, its figures in words, its outline if it has one."""

    row: Ranked
    words: str
    section: Section | None

    @property
    def state(self) -> str:
        """The worst lamp in words."""
        return f"{self.row.state}" + (f": {self.row.worst_lamp}" if self.row.worst_lamp else "")


class Cards(QAbstractListModel):
    """The cards in the order in which they are shown."""

    def __init__(self) -> None:
        super().__init__()
        self.cards: list[Card] = []

    def show(self, cards: Sequence[Card]) -> None:
        """Show these from now on."""
        self.beginResetModel()
        self.cards = list(cards)
        self.endResetModel()

    def rowCount(self, parent: QModelIndex | None = None) -> int:
        """How many there are."""
        return 0 if parent is not None and parent.isValid() else len(self.cards)

    def data(self, index: QModelIndex, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        """The card, and what is read out of it."""
        card = self.cards[index.row()]
        if role == CARD:
            return card
        if role == Qt.ItemDataRole.DisplayRole:
            return card.row.name
        if role == Qt.ItemDataRole.ToolTipRole:
            return plain(f"in use; {card.state}" if card.row.chosen else card.state)
        if role == Qt.ItemDataRole.AccessibleTextRole:
            return f"{card.row.name}, {card.words}, {card.state}"
        return None


class CardPainter(QStyledItemDelegate):
    """Outline, name, figures, lamp; a heavier line around the one in use."""

    def sizeHint(self, option: QStyleOptionViewItem, index: QModelIndex) -> QSize:
        """Two lines."""
        return QSize(240, HEIGHT + GAP)

    def paint(
        self, painter: QPainter | None, option: QStyleOptionViewItem, index: QModelIndex
    ) -> None:
        """The card."""
        card = index.data(CARD)
        if painter is None or card is None:
            return
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        box = QRectF(option.rect).adjusted(0, 0, -GAP, -GAP)
        focus = bool(option.state & QStyle.StateFlag.State_HasFocus)
        lit = focus or bool(option.state & QStyle.StateFlag.State_MouseOver)
        line = "hazel" if card.row.chosen or lit else "edge"
        painter.setPen(QPen(theme.colour(line), 2 if card.row.chosen or focus else 1))
        painter.setBrush(theme.colour("raised" if card.row.chosen else "paper"))
        painter.drawRoundedRect(box.adjusted(1, 1, -1, -1), 5, 5)
        painter.translate(box.topLeft())
        left = 12
        if card.section is not None:
            draw_section(painter, QRectF(10, 9, 24, 24), card.section)
            left = 46
        width = int(box.width()) - left - 36
        painter.setPen(theme.colour("ink"))
        painter.setFont(theme.font(13, bold=True))
        name = painter.fontMetrics().elidedText(card.row.name, Qt.TextElideMode.ElideRight, width)
        painter.drawText(QRectF(left, 4, width, 18), Qt.AlignmentFlag.AlignLeft, name)
        painter.setPen(theme.colour("soft"))
        painter.setFont(theme.font(12))
        words = painter.fontMetrics().elidedText(card.words, Qt.TextElideMode.ElideRight, width)
        painter.drawText(QRectF(left, 21, width, 18), Qt.AlignmentFlag.AlignLeft, words)
        painter.drawPixmap(int(box.width()) - 30, 11, theme.lamp_glyph(card.row.state, 20))
        painter.restore()


class RankedList(QListView):
    """One stop for Tab; arrows go through it, Enter or a click takes a candidate."""

    taken = pyqtSignal(object)

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("plain")
        self.shown = Cards()
        self.setModel(self.shown)
        self.setItemDelegate(CardPainter(self))
        self.setUniformItemSizes(True)
        self.setMouseTracking(True)
        self.setFrameShape(QFrame.Shape.NoFrame)
        self.setVerticalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setTabKeyNavigation(False)
        self.setAccessibleName("Candidates, the best first")
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.clicked.connect(self._take)

    def show_cards(self, cards: Sequence[Card]) -> None:
        """Show these; the one that had the keyboard keeps it, and the place stays."""
        now = self.current
        bar = self.verticalScrollBar()
        at = bar.value() if bar is not None else 0
        self.shown.show(cards)
        if now is not None:
            self.go_to(now)
        if bar is not None:
            bar.setValue(at)

    @property
    def current(self) -> str | None:
        """The id of the candidate that has the keyboard."""
        index = self.currentIndex()
        return self.shown.cards[index.row()].row.id if index.isValid() else None

    @property
    def ids(self) -> list[str]:
        """The candidates in the order shown."""
        return [card.row.id for card in self.shown.cards]

    def go_to(self, id: str) -> None:
        """Give the keyboard to a candidate, if it is there."""
        if id in self.ids:
            self.setCurrentIndex(self.shown.index(self.ids.index(id)))

    def _take(self, index: QModelIndex) -> None:
        if index.isValid():
            self.taken.emit(index.data(CARD).row)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Enter takes the candidate that has the keyboard."""
        keys = (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space)
        if event is not None and event.key() in keys:
            self._take(self.currentIndex())
        else:
            super().keyPressEvent(event)
