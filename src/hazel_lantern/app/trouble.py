"""Faults of the program itself: logged with their trace, told once, never passed over.

What a maker does wrong is a `CannotBe` and is answered where it was done.  Anything else that
comes out of a slot, a worker or a thread ends here.
"""

from __future__ import annotations

import logging
import platform
import sys
import threading
import traceback
from collections.abc import Callable
from logging.handlers import RotatingFileHandler
from pathlib import Path
from types import TracebackType

from PyQt6.QtCore import PYQT_VERSION_STR, QT_VERSION_STR, QObject, pyqtSignal

from hazel_lantern import __version__
from hazel_lantern.core.errors import CannotBe

LARGEST, KEPT = 512 * 1024, 3
log = logging.getLogger("hazel_lantern")

Hook = Callable[[type[BaseException], BaseException, TracebackType | None], object]


def keep_log(folder: Path) -> Path:
    """Write faults into a rotating file from now on; returns where it lies.

    A folder that cannot be written leaves the log on standard error.
    """
    path = folder / "faults.log"
    for old in list(log.handlers):
        log.removeHandler(old)
        old.close()
    try:
        folder.mkdir(parents=True, exist_ok=True)
        handler: logging.Handler = RotatingFileHandler(
            path, maxBytes=LARGEST, backupCount=KEPT, encoding="utf-8", delay=True
        )
    except OSError:
        handler = logging.StreamHandler()
    handler.setFormatter(logging.Formatter("%(asctime)s %(levelname)s %(message)s"))
    log.addHandler(handler)
    log.propagate = False
    return path


def hand_over(error: BaseException) -> None:
    """Give a fault to whoever listens for those that nobody caught."""
    sys.excepthook(type(error), error, error.__traceback__)


class Trouble(QObject):
    """Listens for what nobody caught, in the window's thread and in all others."""

    #: A fault not told before: a line for the maker, and a report to copy.
    told = pyqtSignal(str, str)
    #: A maker's mistake that was not answered where it was made.
    mistaken = pyqtSignal(str)

    def __init__(self) -> None:
        super().__init__()
        self._known: set[tuple[object, ...]] = set()
        self._before: tuple[Hook, Callable[[threading.ExceptHookArgs], object]] | None = None

    def listen(self) -> None:
        """Hear of every fault until `stop`."""
        self._before = (sys.excepthook, threading.excepthook)
        sys.excepthook = self.take
        threading.excepthook = self._take_of_thread

    def stop(self) -> None:
        """Leave it to who listened before."""
        if self._before is not None:
            sys.excepthook, threading.excepthook = self._before
            self._before = None

    def _take_of_thread(self, found: threading.ExceptHookArgs) -> None:
        if found.exc_value is not None:
            self.take(found.exc_type, found.exc_value, found.exc_traceback)

    def take(
        self, kind: type[BaseException], error: BaseException, trace: TracebackType | None
    ) -> None:
        """Log a fault, and tell it if it is not known yet."""
        if isinstance(error, KeyboardInterrupt):
            sys.__excepthook__(kind, error, trace)
            return
        if isinstance(error, CannotBe):
            log.warning("not answered where it was made: %s", error, exc_info=(kind, error, trace))
            self.mistaken.emit(str(error))
            return
        log.error("fault", exc_info=(kind, error, trace))
        frames = traceback.extract_tb(trace)
        where = (frames[-1].filename, frames[-1].lineno) if frames else ("", 0)
        if (kind, *where) in self._known:
            return
        self._known.add((kind, *where))
        self.told.emit(
            "A fault in the program, not yours; the project is kept as it was before.",
            report(kind, error, trace),
        )


def report(kind: type[BaseException], error: BaseException, trace: TracebackType | None) -> str:
    """All that is needed to find a fault, and nothing of the project."""
    return "\n".join(
        (
            f"Hazel Lantern {__version__}, Python {platform.python_version()}, "
            f"Qt {QT_VERSION_STR}, PyQt {PYQT_VERSION_STR}, {platform.platform()}",
            "".join(traceback.format_exception(kind, error, trace)).rstrip(),
        )
    )
