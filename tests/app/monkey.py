"""Random mouse, keys and text on the real window: ``python -m tests.app.monkey --events 20000``.

Whatever it does, no fault of the program may come out, no figure that is none may be shown, and
what it made must be undone to where it began and read back as it was written.
"""

from __future__ import annotations

import argparse
import contextlib
import os
import random
import sys
import tempfile
import traceback
from pathlib import Path
from unittest import mock

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PyQt6.QtCore import QEvent, QEventLoop, QPoint, QPointF, Qt, QTimer
from PyQt6.QtGui import QMouseEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import (
    QAbstractButton,
    QApplication,
    QDialog,
    QFileDialog,
    QLabel,
    QLineEdit,
    QMenu,
    QWidget,
)

from hazel_lantern.app.keeper import DEMO
from hazel_lantern.app.pill import Pill
from hazel_lantern.app.stage import Drawing
from hazel_lantern.app.start import make_app, make_window, opened
from hazel_lantern.app.tags import Tag
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.project.file import dumps, loads
from hazel_lantern.core.project.store import Store

TEXTS = (
    "banana",
    "",
    "1270",
    "0",
    "-5",
    "1e9",
    "12 ft 3 in",
    "45",
    "1/0",
    "0.001",
    "½",
    "3,5",
    "(((",
)
KEYS = (
    Qt.Key.Key_Tab,
    Qt.Key.Key_Backtab,
    Qt.Key.Key_Return,
    Qt.Key.Key_Escape,
    Qt.Key.Key_Left,
    Qt.Key.Key_Right,
    Qt.Key.Key_Up,
    Qt.Key.Key_Down,
    Qt.Key.Key_Space,
    Qt.Key.Key_F2,
    Qt.Key.Key_Home,
    Qt.Key.Key_PageDown,
)
CONTROL = "zzzytdbn"
LEFT = Qt.MouseButton.LeftButton


class Monkey:
    """Does one thing at each turn of the event loop, dialogs and menus included."""

    def __init__(self, window, seed):
        self.window, self.random = window, random.Random(seed)
        self.faults, self.done, self.last = [], 0, ""
        #: How often the project was another one after an act.
        self.changes = 0
        self._loop = QEventLoop()
        self._most = 0
        #: What is being acted on; a dialog that opens under an act gets turns of its own.
        self._acting: list[object] = []

    def run(self, events):
        """Do that many things; returns the faults."""
        self._most = self.done + events
        before, sys.excepthook = sys.excepthook, self._heard
        QTimer.singleShot(0, self._turn)
        try:
            self._loop.exec()
        finally:
            sys.excepthook = before
        return self.faults

    def _heard(self, kind, error, trace):
        if not issubclass(kind, CannotBe):
            found = "".join(traceback.format_exception(kind, error, trace))
            self.faults.append(f"after event {self.done} ({self.last}):\n{found}")

    def _turn(self):
        app = QApplication.instance()
        root = app.activePopupWidget() or app.activeModalWidget() or self.window
        if self.done >= self._most:
            if root is not self.window:
                root.close()
            elif not self._acting:
                self._loop.quit()
                return
            QTimer.singleShot(0, self._turn)
            return
        # A timer's slot is not called again while it runs, so each turn asks for the next.
        QTimer.singleShot(0, self._turn)
        if self._acting and self._acting[-1] is root:
            return
        self.done += 1
        before = self.window.undone.project
        self._acting.append(root)
        try:
            if not self.window.isVisible():
                self.window.show()
            self._act(root)
        finally:
            self._acting.pop()
        self.changes += self.window.undone.project is not before
        self._look()

    def _act(self, root):
        act = self.random.choices(
            (
                self._click,
                self._type,
                self._press,
                self._drag,
                self._tag,
                self._control,
                self._escape,
            ),
            (8, 6, 5, 4, 2, 2, 2),
        )[0]
        self.last = f"{act.__name__} in {type(root).__name__}"
        act(root)

    def _one(self, root, kinds):
        found = [w for w in root.findChildren(kinds) if w.isVisible() and w.isEnabled()]
        return self.random.choice(found) if found else None

    def _click(self, root):
        if isinstance(root, QMenu):
            actions = [a for a in root.actions() if a.isEnabled() and not a.isSeparator()]
            if actions:
                action = self.random.choice(actions)
                self.last += f" “{action.text()}”"
                root.close()
                action.trigger()
            return
        widget = self._one(root, QAbstractButton)
        if widget is not None:
            self.last += f" “{widget.text() or widget.accessibleName()}”"
            QTest.mouseClick(widget, LEFT)

    def _type(self, root):
        text = self.random.choice(TEXTS)
        pill = self._one(root, Pill)
        if pill is not None:
            self.last += f" “{text}” into {pill.path}"
            QTest.mouseClick(pill, LEFT)
        line = QApplication.focusWidget()
        if isinstance(line, QLineEdit):
            line.clear()
            QTest.keyClicks(line, text)
            if self.random.random() < 0.6:
                QTest.keyClick(line, Qt.Key.Key_Return)

    def _press(self, root):
        key = self.random.choice(KEYS)
        widget = QApplication.focusWidget() or root
        self.last += f" {key.name} on {type(widget).__name__}"
        QTest.keyClick(widget, key)

    def _drag(self, root):
        places = [w for w in root.findChildren(QWidget) if w.isVisible() and w.width() > 60]
        if root is self.window and self.random.random() < 0.7:
            places = [place for place in places if isinstance(place, Drawing)]
        if not places:
            return
        widget = self.random.choice(places)
        start, end = self._point(widget), self._point(widget)
        sketch = getattr(widget, "sketch", None)
        if sketch is not None and sketch.handles:
            handle = self.random.choice(sketch.handles)
            self.last += f" {handle.path}"
            start = widget.mapping.to_px(handle.at).toPoint()
        QTest.mousePress(widget, LEFT, pos=start)
        for step in (1, 2, 3):
            self._move(widget, start + (end - start) * step / 3)
            if self.random.random() < 0.1:
                self._control(root)
        QTest.mouseRelease(widget, LEFT, pos=end)

    def _point(self, widget):
        return QPoint(
            self.random.randint(-20, widget.width() + 20),
            self.random.randint(-20, widget.height() + 20),
        )

    @staticmethod
    def _move(widget, at):
        QApplication.sendEvent(
            widget,
            QMouseEvent(
                QEvent.Type.MouseMove,
                QPointF(at),
                QPointF(widget.mapToGlobal(at)),
                LEFT,
                LEFT,
                Qt.KeyboardModifier.NoModifier,
            ),
        )

    def _tag(self, root):
        tag = self._one(root, Tag)
        if tag is not None:
            self.last += f" {tag.text()}"
            QTest.mouseClick(tag, LEFT)

    def _control(self, root):
        key = self.random.choice(CONTROL)
        self.last += f" Ctrl+{key}"
        widget = QApplication.focusWidget() or root
        if key == "t" and self.random.random() < 0.5:
            QTest.keyClick(widget, Qt.Key.Key_Tab, Qt.KeyboardModifier.ControlModifier)
        else:
            QTest.keyClick(widget, key, Qt.KeyboardModifier.ControlModifier)

    def _escape(self, root):
        if isinstance(root, QDialog) or root.windowType() == Qt.WindowType.Popup:
            root.close()

    def _look(self):
        """No figure that is none is shown."""
        if self.done % 10:
            return
        for widget in self.window.findChildren((QLabel, QAbstractButton)):
            words = widget.text().lower().split()
            if widget.isVisible() and ("nan" in words or "inf" in words):
                self.faults.append(f"after event {self.done} ({self.last}): shows {widget.text()}")


def harmless(folder):
    """Files are asked for without a window of the system's, and lie in a folder of the run."""
    names = iter(range(10**9))
    # A copy: what is opened may be saved.
    demo = folder / DEMO.name
    demo.write_bytes(DEMO.read_bytes())
    stack = contextlib.ExitStack()
    for name, found in (
        ("getSaveFileName", lambda *_, **__: (str(folder / f"p{next(names)}.hazel.json"), "")),
        ("getOpenFileName", lambda *_, **__: (str(demo), "")),
        ("getExistingDirectory", lambda *_, **__: str(folder)),
    ):
        stack.enter_context(mock.patch.object(QFileDialog, name, found))
    return stack


def after(window):
    """What must hold of the project when the monkey is gone; returns what does not."""
    document = window.session.document
    wrong = []
    if loads(dumps(document.project)) != document.project:
        wrong.append("the project is not read back as it was written")
    for _ in range(100_000):
        if not document.can_undo:
            break
        document.undo()
    start = document.project
    for _ in range(100_000):
        if not document.can_redo:
            break
        document.redo()
    while document.can_undo:
        document.undo()
    if document.project != start:
        wrong.append("undone, done again and undone, it is another project")
    return wrong


def main():
    """By hand."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--events", type=int, default=5000)
    parser.add_argument("--seed", type=int, default=1)
    asked = parser.parse_args()
    app = make_app()
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        store = Store(folder / "home")
        window = make_window(app, store, opened(store, demo=True))
        window.show()
        with harmless(folder):
            monkey = Monkey(window, asked.seed)
            wrong = [*monkey.run(asked.events), *after(window)]
        window.keeper.may_leave = lambda: True
        window.close()
    print("\n\n".join(wrong) or f"{asked.events} events, seed {asked.seed}: nothing found")
    return bool(wrong)


if __name__ == "__main__":
    sys.exit(main())
