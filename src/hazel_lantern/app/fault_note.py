"""A note at the head of the window that tells a fault of the program."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QApplication, QHBoxLayout, QLabel, QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.widgets import button

WIDEST = 760


class FaultNote(QWidget):
    """Stays until it is closed; the report is copied, not shown."""

    def __init__(self, window: QWidget) -> None:
        super().__init__(window)
        self.setObjectName("fault")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self._report = ""
        self._words = QLabel()
        self._words.setTextFormat(Qt.TextFormat.PlainText)
        self._words.setWordWrap(True)
        self.copy = button("Copy for a report", "", self._copy)
        self.close_note = button("Close", "link", self.hide)
        layout = QHBoxLayout(self)
        layout.setContentsMargins(12, 8, 12, 8)
        layout.addWidget(self._words, 1)
        layout.addWidget(self.copy)
        layout.addWidget(self.close_note)
        self.hide()

    @property
    def said(self) -> str:
        """What is being told; nothing when it is hidden."""
        return self._words.text() if self.isVisible() else ""

    def tell(self, words: str, report: str) -> None:
        """Tell one fault; a later one takes its place."""
        window = self.parentWidget()
        assert window is not None
        t = theme.current()
        self.setStyleSheet(
            f"#fault {{ background: {t.raised}; border: 1px solid {t.clay}; border-radius: 5px; }}"
            f"#fault QLabel {{ color: {t.clay}; }}"
        )
        self._report = report
        self.copy.setText("Copy for a report")
        self._words.setText(words)
        self.setFixedWidth(min(WIDEST, window.width() - 120))
        self.adjustSize()
        self.move((window.width() - self.width()) // 2, 60)
        self.show()
        self.raise_()

    def _copy(self) -> None:
        clipboard = QApplication.clipboard()
        if clipboard is not None:
            clipboard.setText(self._report)
            self.copy.setText("Copied")
