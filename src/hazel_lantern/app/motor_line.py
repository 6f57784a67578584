"""A motor on a line: plays the driven move off the window's thread, stopped by one key."""

from __future__ import annotations

import time
from collections.abc import Callable
from contextlib import ExitStack
from dataclasses import dataclass
from datetime import date
from typing import Any

from PyQt6.QtCore import QEvent, QObject, Qt, pyqtSignal
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QApplication

from hazel_lantern.app.session import Session
from hazel_lantern.app.workers import Worker
from hazel_lantern.core.drive.line import asked, stand_in
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.line.link import SerialLink, ports
from hazel_lantern.core.line.player import Player
from hazel_lantern.core.line.run import Asked, Run
from hazel_lantern.core.line.standin import Build, Fault, StandIn
from hazel_lantern.core.line.terminal import Terminal
from hazel_lantern.core.project.model import LogEntry

#: What is at the other end without any hardware, by what goes wrong there.
STAND_INS: dict[Fault, str] = {
    "nothing": "stand-in",
    "loose belt": "stand-in, its belt loose",
    "overload": "stand-in, overloaded half-way",
    "jam": "stand-in, jammed half-way",
    "end switch": "stand-in, into its end switch",
    "silence": "stand-in that falls silent",
    "nonsense": "stand-in that talks nonsense",
    "pulled line": "stand-in, its line pulled",
}
#: The key that stops the motor, wherever the keyboard is.
STOP = Qt.Key.Key_Escape
#: Reports are handed to the window so often, s.
HANDED = 0.03


@dataclass(frozen=True)
class _Begun:
    """What a run was begun with."""

    rig: str
    asked: Asked
    foretold: float
    end: str


class MotorLine(QObject):
    """One run at a time; what was reported so far, and the last run."""

    changed = pyqtSignal()

    def __init__(self, session: Session, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self.session = session
        self.run: Run | None = None
        self.reports: list[tuple[float, float]] = []
        #: What cannot be, in words; empty while nothing is wrong.
        self.trouble = ""
        self.logged = False
        self._begun: _Begun | None = None
        self._stop_asked = False
        self._worker = Worker(self)
        self._worker.progress.connect(self._report)
        self._worker.done.connect(self._end)
        self._worker.failed.connect(self._fail)

    @property
    def asked(self) -> Asked | None:
        """The move that is played, or was played last."""
        return self._begun.asked if self._begun else None

    @property
    def running(self) -> bool:
        """Whether a move is being played."""
        return self._worker.busy

    @staticmethod
    def stand_ins() -> list[tuple[str, str]]:
        """What can be at the other end without any hardware: id and words."""
        return [(f"stand-in:{fault}", words) for fault, words in STAND_INS.items()]

    @classmethod
    def ends(cls) -> list[tuple[str, str]]:
        """What can be at the other end now: id and words."""
        return [*cls.stand_ins(), *((path, f"{path} · {name}") for path, name in ports())]

    def play(self, end: str, home: bool) -> None:
        """Play the move of the rig looked at on what is at the other end."""
        found, rig = self.session.assessment, self.session.rig
        if found is None or rig is None or self.running or not found.family.drives.used:
            return
        drives = found.family.drives
        (measure,) = drives.measures
        move = asked(drives.it)
        words = dict(self.stand_ins()).get(end, end)
        self._begun = _Begun(rig.name, move, measure.predicted(found.answer), words)
        self.run, self.reports, self.trouble, self.logged = None, [], "", False
        self._stop_asked = False
        standin = None
        if end.startswith("stand-in:"):
            fault: Any = end.partition(":")[2]
            standin = stand_in(drives.it, fault)
        self._worker.ask(lambda stop, told: self._work(end, standin, move, home, stop, told), 0)
        app = QApplication.instance()
        assert app is not None
        app.installEventFilter(self)
        self.changed.emit()

    def _work(
        self,
        end: str,
        standin: tuple[Build, float] | None,
        move: Asked,
        home: bool,
        closed: Callable[[], bool],
        told: Callable[[Any], None],
    ) -> Run:
        """In the worker's thread."""
        handed, kept = time.monotonic(), list[tuple[float, float]]()

        def report(when: float, place: float) -> None:
            nonlocal handed
            kept.append((when, place))
            if time.monotonic() - handed >= HANDED:
                handed = time.monotonic()
                told(tuple(kept))
                kept.clear()

        with ExitStack() as stack:
            if standin is not None:
                build, faster = standin
                end = stack.enter_context(Terminal(StandIn(build), faster)).path
            link = stack.enter_context(SerialLink(end))
            return Player(link, move, lambda: self._stop_asked or closed(), report).play(home)

    def stop(self) -> None:
        """Stop the motor; what was reported until then is kept."""
        self._stop_asked = True
        self.changed.emit()

    @property
    def stopping(self) -> bool:
        """Whether it was told to stop and has not ended yet."""
        return self._stop_asked and self.running

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        """While a motor moves, one key stops it, wherever the keyboard is."""
        if (
            self.running
            and isinstance(event, QKeyEvent)
            and event.type() in (QEvent.Type.ShortcutOverride, QEvent.Type.KeyPress)
            and event.key() == STOP
        ):
            if not self._stop_asked:
                self.stop()
            event.accept()
            return True
        return False

    def _report(self, reports: Any) -> None:
        self.reports += reports
        self.changed.emit()

    def _end(self, run: Any) -> None:
        self._over()
        self.run = run
        if run.whole:
            self.log()
        else:
            self.session.message.emit(run.words, True)
        self.changed.emit()

    def _fail(self, why: str) -> None:
        self._over()
        self.trouble = why
        self.changed.emit()

    def _over(self) -> None:
        app = QApplication.instance()
        if app is not None:
            app.removeEventFilter(self)

    @property
    def can_log(self) -> bool:
        """Whether there is a whole run of the rig looked at that is not in its log."""
        rig, run = self.session.rig, self.run
        if rig is None or run is None or self._begun is None or self.logged:
            return False
        return run.whole and rig.name == self._begun.rig

    def log(self) -> None:
        """Put a whole run into the log of the rig that it was played on, if it is looked at."""
        rig, run, begun = self.session.rig, self.run, self._begun
        if not self.can_log or rig is None or run is None or begun is None:
            return
        entry = LogEntry(
            on=date.today(),
            measure="drive.run",
            value=min(run.furthest, 1e6),
            note=f"{begun.end}; places {run.knows}",
            predicted=min(begun.foretold, 1e6),
        )
        trouble = self.session.edit(Edit("log", (*rig.log, entry)), action="log the run")
        self.logged = not trouble
        self.session.message.emit(trouble or "The run is logged in Try-out.", bool(trouble))
