"""Questions in boxes; what is said in them is text, whatever letters it has."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QMessageBox, QWidget


def box(window: QWidget, title: str, words: str) -> QMessageBox:
    """A box that asks something; its buttons are still to come."""
    found = QMessageBox(window)
    found.setTextFormat(Qt.TextFormat.PlainText)
    found.setWindowTitle(title)
    found.setText(words)
    return found


def yes(window: QWidget, title: str, words: str) -> bool:
    """Ask for a yes or a no."""
    asked = box(window, title, words)
    found = asked.addButton("Write over", QMessageBox.ButtonRole.DestructiveRole)
    stay = asked.addButton("Leave them", QMessageBox.ButtonRole.RejectRole)
    asked.setDefaultButton(stay)
    asked.setEscapeButton(stay)
    asked.exec()
    return asked.clickedButton() is found
