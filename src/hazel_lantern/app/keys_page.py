"""The keys, in a page of its own that stays open beside the work."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QDialog, QFrame, QGridLayout, QVBoxLayout, QWidget

from hazel_lantern.app.commands import all_keys
from hazel_lantern.app.widgets import button, label, scrolled


class KeysPage(QDialog):
    """A line for each key: what it is, and what it does."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setWindowTitle("Keys")
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.resize(620, 560)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(18, 14, 18, 14)
        layout.addWidget(label("Keys", "title"))
        inner = QFrame()
        table = QGridLayout(inner)
        table.setContentsMargins(0, 0, 8, 0)
        table.setHorizontalSpacing(18)
        table.setVerticalSpacing(5)
        table.setColumnStretch(1, 1)
        for row, (keys, does) in enumerate(all_keys()):
            table.addWidget(label(keys), row, 0, Qt.AlignmentFlag.AlignTop)
            table.addWidget(label(f"{does[:1].upper()}{does[1:]}", "soft", wrap=True), row, 1)
        table.setRowStretch(len(all_keys()), 1)
        layout.addWidget(scrolled(inner), 1)
        close = button("Close", "lit", self.close)
        close.setDefault(True)
        layout.addWidget(close, 0, Qt.AlignmentFlag.AlignRight)
