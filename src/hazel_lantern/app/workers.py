"""Long work off the window's thread: one task at a time for each asker, the latest wins."""

from __future__ import annotations

import atexit
import sys
import weakref
from collections.abc import Callable
from typing import Any

from PyQt6.QtCore import QObject, QRunnable, QThreadPool, QTimer, pyqtSignal

from hazel_lantern.app.memory import give_back
from hazel_lantern.app.trouble import hand_over
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.identity import same
from hazel_lantern.core.stopping import StopSearch

#: Said where a result was waited for; what happened is told by the window.
FAULT = "not worked out: a fault in the program"

#: Work waits this long after the last change, so that a drag is not disturbed, ms.
SETTLE = 200

# A busy search holds the interpreter, and the window asks for it back at every call that Qt makes
# into Python, a hundred times in a frame: short slices keep frames on time.
sys.setswitchinterval(0.0005)


class _Stop:
    """A request to stop, asked for by the window and looked at by the thread."""

    def __init__(self) -> None:
        self.asked = False


_under_way: weakref.WeakSet[_Stop] = weakref.WeakSet()


def stop_all(patience: int = 5000) -> None:
    """Stop all work and wait for its threads, ms; for when the application ends."""
    for stop in list(_under_way):
        stop.asked = True
    pool = QThreadPool.globalInstance()
    if pool is not None:
        pool.waitForDone(patience)


# A thread must not outlive the objects that it reports to, however the program ends.
atexit.register(stop_all)


def stop_under(view: QObject) -> None:
    """Stop the work of everything in a view: nobody looks at it any more."""
    for worker in view.findChildren(Worker):
        worker.cancel()
    for follower in view.findChildren(Follower):
        follower.close()


class _Signals(QObject):
    done = pyqtSignal(int, object)
    failed = pyqtSignal(int, str)
    progress = pyqtSignal(int, object)


class _Task(QRunnable):
    """Runs ``work(stop, progress)``; a stopped task says nothing more."""

    def __init__(
        self, number: int, work: Callable[..., Any], signals: _Signals, large: bool = True
    ) -> None:
        super().__init__()
        self.number, self.work, self.signals, self.large = number, work, signals, large
        self.stop = _Stop()
        _under_way.add(self.stop)

    def run(self) -> None:
        """In the pool's thread."""
        try:
            self._do()
        finally:
            if self.large:
                give_back()

    def _do(self) -> None:
        try:
            result = self.work(
                lambda: self.stop.asked,
                lambda found: self._emit("progress", found),
            )
        except StopSearch:
            return
        except (CannotBe, OSError) as error:
            self._emit("failed", str(error))
            return
        except Exception as error:
            # A fault is told even where its task was stopped: it will come again.
            hand_over(error)
            self._emit("failed", FAULT)
            return
        self._emit("done", result)

    def _emit(self, signal: str, value: object) -> None:
        # Who is stopped may have lost what it reported to.
        if not self.stop.asked:
            getattr(self.signals, signal).emit(self.number, value)


class Follower(QObject):
    """Does the latest of many things asked for, as fast as it can, letting each one end.

    A `Worker` waits for rest; this is for what has to keep up with a hand that does not.
    """

    done = pyqtSignal(object)

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._signals = _Signals()
        self._signals.done.connect(self._on_done)
        self._signals.failed.connect(self._on_failed)
        self._next: Callable[[], Any] | None = None
        self._task: _Task | None = None

    @property
    def busy(self) -> bool:
        """Whether something is under way."""
        return self._task is not None

    def ask(self, work: Callable[[], Any]) -> None:
        """Do this next; what was to be next before is forgotten."""
        self._next = work
        if self._task is None:
            self._begin()

    def _begin(self) -> None:
        work, self._next = self._next, None
        if work is None:
            return
        self._task = _Task(0, lambda stop, progress: work(), self._signals, large=False)
        pool = QThreadPool.globalInstance()
        assert pool is not None
        pool.start(self._task)

    def close(self) -> None:
        """Nothing more is done, and nothing more is heard of what is under way."""
        self._next = None
        if self._task is not None:
            self._task.stop.asked = True
            self._task = None

    def _on_done(self, number: int, result: object) -> None:
        self._task = None
        self.done.emit(result)
        self._begin()

    def _on_failed(self, number: int, why: str) -> None:
        # The edit itself has said what is wrong; what comes next may be right again.
        self._task = None
        self._begin()


class Worker(QObject):
    """Asks for one thing at a time: a new request stops the one before.

    ``done`` carries the result, ``failed`` the reason, ``progress`` whatever the work tells of
    itself: a share from 0 to 1, or what it has found so far.  What it is asked about is told by
    ``of``: where that is another by then, nothing is heard of a result.
    """

    done = pyqtSignal(object)
    failed = pyqtSignal(str)
    progress = pyqtSignal(object)

    def __init__(
        self, parent: QObject | None = None, of: Callable[[], tuple[object, ...]] = tuple
    ) -> None:
        super().__init__(parent)
        self._of, self._asked_of = of, tuple[object, ...]()
        self._signals = _Signals()
        self._signals.done.connect(self._on_done)
        self._signals.failed.connect(self._on_failed)
        self._signals.progress.connect(self._on_progress)
        self._number = 0
        self._task: _Task | None = None
        self._waiting: Callable[..., Any] | None = None
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.timeout.connect(self._begin)

    @property
    def busy(self) -> bool:
        """Whether something is waited for."""
        return self._task is not None or self._timer.isActive()

    def ask(self, work: Callable[..., Any], wait: int = SETTLE) -> None:
        """Do ``work(stop, progress)`` after ``wait`` ms without another request."""
        self.cancel()
        self._waiting, self._asked_of = work, self._of()
        self._timer.start(wait)

    def cancel(self) -> None:
        """Stop what is under way; nothing more is heard of it."""
        self._timer.stop()
        if self._task is not None:
            self._task.stop.asked = True
            self._task = None

    def _begin(self) -> None:
        # What is done is not kept: it holds all that it was asked about.
        work, self._waiting = self._waiting, None
        if work is not None:
            self._number += 1
            self._task = _Task(self._number, work, self._signals)
            pool = QThreadPool.globalInstance()
            assert pool is not None
            pool.start(self._task)

    def _waited_for(self, number: int) -> bool:
        """Whether this is the task under way, and of what is still looked at."""
        if number != self._number or self._task is None:
            return False
        if same(self._asked_of, self._of()):
            return True
        self.cancel()
        return False

    def _on_done(self, number: int, result: object) -> None:
        if self._waited_for(number):
            self._task = None
            self.done.emit(result)

    def _on_failed(self, number: int, why: str) -> None:
        if self._waited_for(number):
            self._task = None
            self.failed.emit(why)

    def _on_progress(self, number: int, found: object) -> None:
        if self._waited_for(number):
            self.progress.emit(found)
