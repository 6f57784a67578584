"""Hands on the window: clicks, keys and drags by a seeded throw of dice."""

from __future__ import annotations

import contextlib
import gc
import os
import random
import resource
import sys
import tempfile
import time
from pathlib import Path
from types import TracebackType
from typing import Any

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import (
    QApplication,
    QDialog,
    QFileDialog,
    QInputDialog,
    QMenu,
    QMessageBox,
    QWidget,
)

from hazel_lantern.app.start import few_heaps, make_app, make_window, opened
from hazel_lantern.app.window import Window
from hazel_lantern.core.project.store import Store

#: After so many steps memory is taken as settled; resident memory may grow by so much from then on.
SETTLED = 500
KEYS = (
    Qt.Key.Key_Tab, Qt.Key.Key_Return, Qt.Key.Key_Escape, Qt.Key.Key_Left, Qt.Key.Key_Right,
    Qt.Key.Key_Up, Qt.Key.Key_Down, Qt.Key.Key_Home, Qt.Key.Key_End, Qt.Key.Key_Space,
    Qt.Key.Key_Delete, Qt.Key.Key_Backspace, Qt.Key.Key_1, Qt.Key.Key_9, Qt.Key.Key_Minus,
)  # fmt: skip
CHORDS = (Qt.Key.Key_Z, Qt.Key.Key_Y, Qt.Key.Key_D, Qt.Key.Key_S)
WORDS = ("1200", "12,5", "-3", "4' 2\"", "1/0", "((((", "nonsense", "9" * 40, "<b>x</b>", "")


def hush(dice: random.Random) -> None:
    """Answer every box at once, so that no trial waits for somebody."""
    QDialog.exec = lambda self: 0  # type: ignore[method-assign,assignment]
    QMessageBox.exec = lambda self: 0  # type: ignore[method-assign,assignment]
    QMessageBox.clickedButton = lambda self: dice.choice(self.buttons() or [None])  # type: ignore
    QMessageBox.information = staticmethod(lambda *a, **k: None)  # type: ignore
    QMessageBox.about = staticmethod(lambda *a, **k: None)  # type: ignore
    QFileDialog.getSaveFileName = staticmethod(lambda *a, **k: ("", ""))  # type: ignore
    QFileDialog.getOpenFileName = staticmethod(lambda *a, **k: ("", ""))  # type: ignore
    QFileDialog.getExistingDirectory = staticmethod(lambda *a, **k: "")  # type: ignore
    QInputDialog.getText = staticmethod(lambda *a, **k: (dice.choice(WORDS), True))  # type: ignore
    QMenu.exec = lambda *a, **k: None  # type: ignore[method-assign,assignment]


class Hands:
    """One pair of hands, and what they met."""

    def __init__(self, window: Window, dice: random.Random) -> None:
        self.window, self.dice = window, dice
        self.faults: list[str] = []
        self.longest, self.at = 0.0, ""

    def fault(
        self, kind: type[BaseException], error: BaseException, trace: TracebackType | None
    ) -> None:
        """Something came out of a handler."""
        self.faults.append(f"{kind.__name__}: {error}")

    def step(self) -> None:
        """One thing that hands do."""
        shown = QApplication.activePopupWidget() or self.window
        all_ = [one for one in shown.findChildren(QWidget) if one.isVisible() and one.isEnabled()]
        target = self.dice.choice(all_ or [shown])
        where = self._where(target)
        how = self.dice.random()
        begun = time.process_time()
        with contextlib.suppress(RuntimeError):
            if how < 0.45:
                QTest.mouseClick(target, Qt.MouseButton.LeftButton, pos=where)
            elif how < 0.6:
                QTest.mousePress(target, Qt.MouseButton.LeftButton, pos=where)
                for _ in range(3):
                    QTest.mouseMove(target, self._where(target))
                QTest.mouseRelease(target, Qt.MouseButton.LeftButton, pos=self._where(target))
            elif how < 0.65:
                QTest.mouseDClick(target, Qt.MouseButton.LeftButton, pos=where)
            elif how < 0.85:
                focused = QApplication.focusWidget() or target
                QTest.keyClick(focused, self.dice.choice(KEYS))
            elif how < 0.93:
                focused = QApplication.focusWidget() or target
                QTest.keyClicks(focused, self.dice.choice(WORDS))
                QTest.keyClick(focused, Qt.Key.Key_Return)
            else:
                chord = self.dice.choice(CHORDS)
                QTest.keyClick(self.window, chord, Qt.KeyboardModifier.ControlModifier)
            QApplication.processEvents()
        took = time.process_time() - begun
        if took > self.longest:
            self.longest, self.at = took, f"{type(target).__name__} by {how:.2f}"

    def _where(self, target: QWidget) -> QPoint:
        across, down = max(target.width(), 1), max(target.height(), 1)
        return QPoint(self.dice.randrange(across), self.dice.randrange(down))


def memory() -> float:
    """Resident now, MB."""
    words = Path("/proc/self/statm").read_text(encoding="ascii").split()
    return int(words[1]) * resource.getpagesize() / 2**20


def trial(number: int, seed: int = 4) -> str:
    """Do so many things; tells what came of it."""
    dice = random.Random(seed)
    few_heaps()
    with tempfile.TemporaryDirectory() as folder:
        app, store = make_app(), Store(Path(folder))
        window: Any = make_window(app, store, opened(store, demo=True))
        window.resize(1280, 800)
        window.show()
        hush(dice)
        hands = Hands(window, dice)
        before, sys.excepthook = sys.excepthook, hands.fault
        settled = memory()
        try:
            for at in range(number):
                hands.step()
                if not window.isVisible():
                    window.show()
                if not window.session.document.project.rigs:
                    window.keeper.open_demo()
                if at == min(SETTLED, number // 2):
                    gc.collect()
                    settled = memory()
        finally:
            sys.excepthook = before
        grown = memory() - settled
        window.session.document.mark_saved()
        window.close()
    for one in hands.faults[:5]:
        print(f"fault: {one}"[:300])
    since = min(SETTLED, number // 2)
    return (
        f"hands: {number} steps, {len(hands.faults)} faults; memory grew by {grown:.0f} MB after "
        f"the first {since}; longest step {hands.longest:.2f} s of processor time, on a {hands.at}"
    )
