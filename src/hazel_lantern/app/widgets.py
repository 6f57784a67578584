"""Small pieces that several views use."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial
from html import escape

from PyQt6.QtCore import QRect, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import (
    QDialog,
    QFrame,
    QHBoxLayout,
    QLabel,
    QLayout,
    QLayoutItem,
    QLineEdit,
    QPushButton,
    QScrollArea,
    QStackedWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)


def label(text: str = "", role: str = "", wrap: bool = False) -> QLabel:
    """A label in one of the style sheet's roles."""
    found = QLabel(text)
    # What makers type is shown as it was typed; the few that are marked up say so themselves.
    found.setTextFormat(Qt.TextFormat.PlainText)
    found.setProperty("role", role)
    found.setWordWrap(wrap)
    return found


def in_menu(words: str) -> str:
    """Words of a menu: there an ampersand stands before the letter of a key, and two for one."""
    return words.replace("&", "&&")


def plain(words: str) -> str:
    """Words for a tooltip, which takes what looks like markup for markup: shown as they are.

    What a maker has typed, or a file brings, must load nothing and look like nothing else.
    """
    marked = "<" in words or "&" in words
    return f"<qt>{escape(words)}</qt>".replace("\n", "<br>") if marked else words


def tip(widget: QWidget | QTableWidgetItem, words: str) -> None:
    """Words that come up over a widget, shown as they are."""
    widget.setToolTip(plain(words))


def button(text: str, role: str = "", on: Callable[[], object] | None = None) -> QPushButton:
    """A button in one of the style sheet's roles."""
    found = QPushButton(text)
    found.setProperty("role", role)
    if on is not None:
        found.clicked.connect(lambda _=False: on())
    return found


class WorkDialog(QDialog):
    """A dialog to work at: Enter in a line does what the line does, and presses no button."""

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Leave Enter to the line that has the keyboard."""
        entered = event is not None and event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter)
        if not (entered and isinstance(self.focusWidget(), QLineEdit)):
            super().keyPressEvent(event)


def scrolled(inner: QWidget, sideways: bool = False) -> QScrollArea:
    """A widget that may be taller than its place, and wider where ``sideways``."""
    area = QScrollArea()
    area.setWidgetResizable(True)
    area.setFocusPolicy(Qt.FocusPolicy.NoFocus)
    if not sideways:
        area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
    area.setFrameShape(QFrame.Shape.NoFrame)
    area.setWidget(inner)
    return area


def empty(layout: QLayout) -> None:
    """Take everything out of a layout."""
    while layout.count():
        item = layout.takeAt(0)
        widget = item.widget() if item is not None else None
        if widget is not None:
            widget.hide()
            widget.deleteLater()


class Tabbed(QWidget):
    """Pages under a row of tabs; room for more beside the tabs, in ``corner``."""

    turned = pyqtSignal(int)

    def __init__(self, pages: Sequence[tuple[str, QWidget]]) -> None:
        super().__init__()
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(4)
        self._row = QWidget()
        row = QHBoxLayout(self._row)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(18)
        self.corner = QHBoxLayout()
        self._stack = QStackedWidget()
        self.tabs: list[QPushButton] = []
        for at, (title, page) in enumerate(pages):
            tab = button(title, "tab", partial(self.turn_to, at))
            tab.setCheckable(True)
            self.tabs.append(tab)
            row.addWidget(tab)
            self._stack.addWidget(page)
        row.addStretch(1)
        row.addLayout(self.corner)
        layout.addWidget(self._row)
        layout.addWidget(self._stack, 1)
        self.turn_to(0)

    def show_tabs(self, on: bool) -> None:
        """Whether one may turn from page to page."""
        self._row.setVisible(on)

    def inset(self, px: int) -> None:
        """Keep the tabs off the sides, where the pages go right to them."""
        self._row.setContentsMargins(px, 6, px, 0)

    @property
    def current(self) -> int:
        """Which page is in front."""
        return self._stack.currentIndex()

    def turn_to(self, at: int) -> None:
        """Bring a page to the front."""
        self._stack.setCurrentIndex(at)
        for number, tab in enumerate(self.tabs):
            tab.setChecked(number == at)
        self.turned.emit(at)


class Flow(QLayout):
    """Lays widgets in rows, as many as fit, like words in a text."""

    def __init__(self, parent: QWidget | None = None, gap: int = 8) -> None:
        super().__init__(parent)
        self._items: list[QLayoutItem] = []
        self._gap = gap
        self.setContentsMargins(0, 0, 0, 0)

    def addItem(self, item: QLayoutItem | None) -> None:
        """Add at the end."""
        if item is not None:
            self._items.append(item)

    def count(self) -> int:
        """How many there are."""
        return len(self._items)

    def itemAt(self, index: int) -> QLayoutItem | None:
        """One of them."""
        return self._items[index] if 0 <= index < len(self._items) else None

    def takeAt(self, index: int) -> QLayoutItem | None:
        """Take one out."""
        return self._items.pop(index) if 0 <= index < len(self._items) else None

    def hasHeightForWidth(self) -> bool:
        """The height follows from the width."""
        return True

    def heightForWidth(self, width: int) -> int:
        """How high the rows are at a width."""
        return self._arrange(QRect(0, 0, width, 0), move=False)

    def setGeometry(self, box: QRect) -> None:
        """Put everything in its place."""
        super().setGeometry(box)
        self._arrange(box, move=True)

    def sizeHint(self) -> QSize:
        """The least size."""
        return self.minimumSize()

    def minimumSize(self) -> QSize:
        """Room for the widest."""
        size = QSize(0, 0)
        for item in self._items:
            size = size.expandedTo(item.minimumSize())
        return size

    def _arrange(self, box: QRect, move: bool) -> int:
        x, y, line = box.x(), box.y(), 0
        for item in self._items:
            hint = item.sizeHint()
            if x > box.x() and x + hint.width() > box.right() + 1:
                x, y, line = box.x(), y + line + self._gap, 0
            if move:
                item.setGeometry(QRect(x, y, hint.width(), hint.height()))
            x += hint.width() + self._gap
            line = max(line, hint.height())
        return y + line - box.y()
