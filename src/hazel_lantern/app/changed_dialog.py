"""What to do with a file that somebody else wrote since it was opened."""

from __future__ import annotations

import difflib
from typing import Literal

from PyQt6.QtWidgets import (
    QDialog,
    QDialogButtonBox,
    QMessageBox,
    QPlainTextEdit,
    QVBoxLayout,
    QWidget,
)

from hazel_lantern.app.boxes import box as plain_box
from hazel_lantern.core.project.file import dumps
from hazel_lantern.core.project.model import Project

Choice = Literal["mine", "theirs", "beside", "stay"]
#: Lines of a comparison that are shown.
MOST_LINES = 4000


def differences(theirs: Project | None, mine: Project) -> str:
    """What differs, line by line: what is on disk is marked by a minus, what is here by a plus."""
    before = [] if theirs is None else dumps(theirs).splitlines()
    lines = difflib.unified_diff(before, dumps(mine).splitlines(), "on disk", "in this window", n=3)
    found = list(lines)
    more = len(found) - MOST_LINES
    return "\n".join(found[:MOST_LINES]) + (f"\n… {more} more lines" if more > 0 else "")


def ask(window: QWidget, name: str, theirs: Project | None, mine: Project) -> Choice:
    """Ask what to do; looking at what differs asks again."""
    while True:
        gone = "is no longer there or cannot be read" if theirs is None else "was changed"
        words = f"{name} {gone} since it was opened here. Nothing is written yet."
        box = plain_box(window, "Changed on disk", words)
        keep = box.addButton("Keep mine", QMessageBox.ButtonRole.DestructiveRole)
        take = box.addButton("Take theirs", QMessageBox.ButtonRole.DestructiveRole)
        assert take is not None
        take.setEnabled(theirs is not None)
        beside = box.addButton("Save mine beside it", QMessageBox.ButtonRole.AcceptRole)
        see = box.addButton("See what differs", QMessageBox.ButtonRole.HelpRole)
        stay = box.addButton("Not now", QMessageBox.ButtonRole.RejectRole)
        box.setDefaultButton(beside)
        box.setEscapeButton(stay)
        box.exec()
        clicked = box.clickedButton()
        if clicked is see:
            _show(window, name, differences(theirs, mine))
            continue
        if clicked is keep:
            return "mine"
        if clicked is take:
            return "theirs"
        return "beside" if clicked is beside else "stay"


def _show(window: QWidget, name: str, words: str) -> None:
    dialog = QDialog(window)
    dialog.setWindowTitle(f"What differs in {name}")
    dialog.resize(720, 520)
    text = QPlainTextEdit(words or "Nothing differs but how it is written.")
    text.setReadOnly(True)
    buttons = QDialogButtonBox(QDialogButtonBox.StandardButton.Close)
    buttons.rejected.connect(dialog.reject)
    layout = QVBoxLayout(dialog)
    layout.addWidget(text)
    layout.addWidget(buttons)
    dialog.exec()
