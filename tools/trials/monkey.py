"""Random mouse, keys and text on the real window.

Whatever it does, no fault of the program may come out, no figure that is none may be shown, and
what it made must be undone to where it began and read back as it was written.
"""

from __future__ import annotations

import contextlib
import gc
import os
import random
import resource
import sys
import tempfile
import time
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
from hazel_lantern.app.memory import few_heaps
from hazel_lantern.app.pill import Pill
from hazel_lantern.app.stage import Drawing
from hazel_lantern.app.start import make_app, make_window, opened
from hazel_lantern.app.tag import Tag
from hazel_lantern.app.workers import stop_all
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.project.file import dumps, loads
from hazel_lantern.core.project.store import Store

TEXTS = (
    "banana",
    "",
    "<b>x</b>",
    "9" * 40,
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
#: After so many events memory is taken as settled.
SETTLED = 500
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
        #: The longest that the window's own thread was busy from one turn to the next, s of its
        #: processor time, and after what.
        self.longest, self.longest_at = 0.0, ""
        self._since = time.thread_time()
        #: Called after each event; for who looks on.
        self.looks_on = lambda done: None

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
        busy = time.thread_time() - self._since
        if self.done and busy > self.longest:
            self.longest, self.longest_at = busy, self.last
        self._since = time.thread_time()
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
        self.looks_on(self.done)

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


def memory():
    """Resident now, MB."""
    words = Path("/proc/self/statm").read_text(encoding="ascii").split()
    return int(words[1]) * resource.getpagesize() / 2**20


def trial(number: int, seed: int = 4) -> str:
    """Do so many things; tells what came of it."""
    few_heaps()
    resident = []

    def look_on(done):
        if done % 100 == 0 and not window.session.document.project.rigs:
            # Left alone with an empty project, it would hardly come back.
            window.keeper.open_demo()
        if done == min(SETTLED, number // 2):
            gc.collect()
            resident.append(memory())

    with tempfile.TemporaryDirectory() as name:
        folder, app = Path(name), make_app()
        store = Store(folder / "home")
        window = make_window(app, store, opened(store, demo=True))
        window.show()
        with harmless(folder):
            monkey = Monkey(window, seed)
            monkey.looks_on = look_on
            wrong = monkey.run(number)
            stop_all()
            gc.collect()
            resident.append(memory())
            wrong += after(window)
        window.keeper.may_leave = lambda: True
        window.close()
    for one in wrong[:5]:
        print(f"fault: {one}")
    return (
        f"monkey: {number} events, {len(wrong)} faults, {monkey.changes} changes; memory grew by "
        f"{resident[-1] - resident[0]:.0f} MB after the first {min(SETTLED, number // 2)}; the "
        f"window's thread was busy for {monkey.longest:.2f} s at most, at {monkey.longest_at}"
    )
