"""Starting the application: fonts, theme, workshop, window, recovery."""

from __future__ import annotations

import contextlib
import signal
import sys
from dataclasses import dataclass
from pathlib import Path

from PyQt6 import sip
from PyQt6.QtCore import QTimer
from PyQt6.QtWidgets import QApplication, QMessageBox

from hazel_lantern.app import theme
from hazel_lantern.app.boxes import box as plain_box
from hazel_lantern.app.keeper import DEMO
from hazel_lantern.app.memory import few_heaps, set_aside
from hazel_lantern.app.trouble import keep_log
from hazel_lantern.app.window import Window
from hazel_lantern.app.workers import stop_all
from hazel_lantern.core import catalogue
from hazel_lantern.core.files import OnDisk
from hazel_lantern.core.project.carrying import lean
from hazel_lantern.core.project.file import ProjectError
from hazel_lantern.core.project.model import Project
from hazel_lantern.core.project.store import Store, open_file
from hazel_lantern.core.shelf import Shelf
from hazel_lantern.core.workshop import Workshop


def make_app() -> QApplication:
    """The Qt application with fonts; the theme comes later."""
    found = QApplication.instance()
    # Named as an argument, the style is not wrapped for Python with its hundreds of names.
    named = [*sys.argv[:1], "-style", "Fusion"]
    app = found if isinstance(found, QApplication) else QApplication(named)
    app.setApplicationName("hazel-lantern")
    app.setApplicationDisplayName("Hazel Lantern")
    app.setDesktopFileName("hazel-lantern")
    theme.load_fonts()
    return app


@dataclass(frozen=True)
class Opened:
    """What a window begins with: the maker's workshop, a project, and what was wrong with them."""

    workshop: Workshop
    project: Project
    path: Path | None = None
    disk: OnDisk | None = None
    troubles: tuple[str, ...] = ()


def opened(store: Store, path: Path | None = None, demo: bool = False) -> Opened:
    """The maker's workshop and a project from a file, or the demo, or an empty one.

    What is faulty in the workshop is left as it is and not used.

    Raises
    ------
    ProjectError
        If the file given cannot be opened.
    """
    troubles = []
    try:
        shelf = store.shelf()
    except ProjectError as error:
        shelf = Shelf()
        troubles.append(f"The shelf is left as it is and not used: {error}")
    tables = catalogue.load(store.catalogue)
    workshop = Workshop(tables, shelf)
    file = path or (DEMO if demo else None)
    # The demo is shipped: it need not be looked through before it is shown.
    project, disk = open_file(file, workshop if path else None) if file else (Project(), None)
    project = lean(project, tables)
    return Opened(workshop, project, path, disk if path else None, (*troubles, *tables.problems))


def make_window(app: QApplication, store: Store, begin: Opened | None = None) -> Window:
    """A window; what is faulty in the workshop is said in it, not hidden."""
    begin = begin or opened(store)
    theme.use(app, str(store.preferences().get("theme", "day")))
    window = Window(store, begin.workshop, begin.project, begin.path, begin.disk)
    window.restore_place()
    if begin.troubles:
        window.say(" ".join(begin.troubles), True)
    return window


def offer_recovery(window: Window, store: Store) -> None:
    """Offer unsaved work that an earlier run left behind."""
    found = store.recoveries()
    if not found:
        return
    recovery = found[0]
    where = f" of {recovery.origin.name}" if recovery.origin else ""
    words = f"“{recovery.project.name}”{where} was left unsaved. Take it up again?"
    box = plain_box(window, "Unsaved work", words)
    take = box.addButton("Take it up", QMessageBox.ButtonRole.AcceptRole)
    box.addButton("Not now", QMessageBox.ButtonRole.RejectRole)
    drop = box.addButton("Throw it away", QMessageBox.ButtonRole.DestructiveRole)
    box.exec()
    if box.clickedButton() is take:
        window.keeper.recover(recovery)
    elif box.clickedButton() is drop:
        store.drop_recovery(recovery)


def run(path: Path | None, demo: bool = False) -> int:
    """Open the window and stay until it is closed; returns the exit status.

    Raises
    ------
    ProjectError
        If the file given cannot be opened.
    """
    few_heaps()
    store = Store()
    keep_log(store.state)
    begin = opened(store, path, demo)
    app = make_app()
    signal.signal(signal.SIGINT, signal.SIG_DFL)
    window = make_window(app, store, begin)
    window.trouble.listen()
    if path is not None:
        with contextlib.suppress(OSError):
            store.remember(path)
    window.show()
    QTimer.singleShot(0, set_aside)
    QTimer.singleShot(0, window.keeper.ask_about_rows)
    QTimer.singleShot(0, lambda: offer_recovery(window, store))
    status = app.exec()
    stop_all()
    window.trouble.stop()
    # While the application still is: widgets that outlive it bring the program down as it leaves.
    sip.delete(window)
    return status
