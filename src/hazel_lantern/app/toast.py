"""A few words at the foot of the window, gone after a while."""

from __future__ import annotations

from PyQt6.QtCore import Qt, QTimer
from PyQt6.QtWidgets import QLabel, QWidget

from hazel_lantern.app import theme

#: How long trouble stays, ms; other words stay half as long.
STAYS = 9000
WIDEST = 640


class Toast(QLabel):
    """Says what was done or what is wrong, over the window, without stopping the work."""

    def __init__(self, window: QWidget) -> None:
        super().__init__(window)
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setWordWrap(True)
        self.setContentsMargins(12, 8, 12, 8)
        self.hide()
        self._hush = QTimer(self)
        self._hush.setSingleShot(True)
        self._hush.timeout.connect(self.hide)

    @property
    def said(self) -> str:
        """What is being said; nothing when it is hidden."""
        return self.text() if self.isVisible() else ""

    def say(self, words: str, bad: bool) -> None:
        """Show words, in the colour of trouble if they are of some; no words hide it."""
        window = self.parentWidget()
        if not words or window is None:
            self.hide()
            return
        t = theme.current()
        self.setStyleSheet(
            f"background: {t.raised}; color: {t.clay if bad else t.ink};"
            f"border: 1px solid {t.clay if bad else t.edge}; border-radius: 5px;"
        )
        self.setText(words)
        self.setFixedWidth(min(WIDEST, window.width() - 140))
        self.adjustSize()
        self.move((window.width() - self.width()) // 2 - 60, window.height() - self.height() - 18)
        self.show()
        self.raise_()
        self._hush.start(STAYS if bad else STAYS // 2)
