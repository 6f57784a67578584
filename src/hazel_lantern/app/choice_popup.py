"""A list to choose from, narrowed by typing."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import QEvent, QObject, QPoint, Qt, pyqtSignal
from PyQt6.QtGui import QFontMetrics, QKeyEvent
from PyQt6.QtWidgets import QFrame, QLineEdit, QListWidget, QListWidgetItem, QVBoxLayout, QWidget

from hazel_lantern.app.session import Session

LONG = 10


class ChoicePopup(QFrame):
    """Pops up under a point; Enter or a click chooses, Escape leaves."""

    chosen = pyqtSignal(str)

    def __init__(self, options: list[tuple[str, str]], now: str, parent: QWidget) -> None:
        super().__init__(parent, Qt.WindowType.Popup)
        self.setObjectName("panel")
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(6, 6, 6, 6)
        self.filter = QLineEdit()
        self.filter.setPlaceholderText("type to narrow")
        self.filter.setAccessibleName("Narrow the list")
        self.filter.setVisible(len(options) > LONG)
        self.filter.textChanged.connect(self._narrow)
        self.filter.installEventFilter(self)
        self.list = QListWidget()
        self.list.setAccessibleName("Choices")
        self.list.setUniformItemSizes(True)
        self.list.addItems([words for _, words in options])
        self._taken = False
        self._session: Session | None = None
        self._whose = ""
        self._values = [value for value, _ in options]
        if now in self._values:
            self.list.setCurrentRow(self._values.index(now))
        self.list.itemClicked.connect(self._take)
        self.list.itemActivated.connect(self._take)
        layout.addWidget(self.filter)
        layout.addWidget(self.list)
        rows = min(len(options), 14)
        self.resize(
            max(250, _widest(self.list.fontMetrics(), [words for _, words in options]) + 44),
            rows * 24 + 24 + (34 if len(options) > LONG else 0),
        )

    def only_for(self, session: Session) -> None:
        """What is chosen is for the rig looked at now: it closes when another one is."""
        self._session, self._whose = session, session.whose
        session.changed.connect(self._let_go)

    def _let_go(self) -> None:
        if self._session is not None and self._session.whose != self._whose:
            self.close()

    def pop(self, at: QPoint) -> None:
        """Show it at a global point, moved so that it stays on the screen."""
        self.move(at)
        self.show()
        screen = self.screen()
        if screen is not None:
            # Only once shown is its height known.
            area = screen.availableGeometry()
            left = max(area.left(), min(at.x(), area.right() + 1 - self.width()))
            top = max(area.top(), min(at.y(), area.bottom() + 1 - self.height()))
            self.move(left, top)
        (self.filter if self.filter.isVisible() else self.list).setFocus()

    def _narrow(self, text: str) -> None:
        first = None
        for row in range(self.list.count()):
            item = self.list.item(row)
            assert item is not None
            fits = all(word in item.text().lower() for word in text.lower().split())
            item.setHidden(not fits)
            if fits and first is None:
                first = item
        self.list.setCurrentItem(first)

    def _take(self, item: QListWidgetItem | None) -> None:
        # Enter in the list activates the item and then comes here as a key as well.
        if item is not None and not self._taken:
            self._taken = True
            value = self._values[self.list.row(item)]
            self.close()
            self.chosen.emit(value)

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        """Let arrows and Enter in the narrowing line work the list."""
        if (
            watched is self.filter
            and isinstance(event, QKeyEvent)
            and (event.type() == QEvent.Type.KeyPress)
        ):
            if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
                self._take(self.list.currentItem())
                return True
            if event.key() in (Qt.Key.Key_Down, Qt.Key.Key_Up):
                self.list.setFocus()
                self.list.event(event)
                return True
        return super().eventFilter(watched, event)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Enter chooses, Escape leaves."""
        if event is not None and event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self._take(self.list.currentItem())
        elif event is not None and event.key() == Qt.Key.Key_Escape:
            self.close()
        else:
            super().keyPressEvent(event)


def offer(
    session: Session,
    options: list[tuple[str, str]],
    now: str,
    under: QWidget,
    chosen: Callable[[str], object],
) -> None:
    """Let one choose below a widget, for the rig looked at; ``now`` is what is chosen already."""
    popup = ChoicePopup(options, now, under.window() or under)
    popup.only_for(session)
    popup.chosen.connect(chosen)
    popup.pop(under.mapToGlobal(QPoint(0, under.height() + 2)))


def _widest(metrics: QFontMetrics, options: list[str]) -> int:
    """About the width of the widest: only the longest are measured, of thousands."""
    longest = sorted(options, key=len)[-20:]
    return max((metrics.horizontalAdvance(words) for words in longest), default=0)
