"""Starting the application: fonts, theme, workshop, window, recovery."""

from __future__ import annotations

import signal
import sys
from pathlib import Path

from PyQt6.QtCore import QTimer
from PyQt6.QtWidgets import QApplication, QMessageBox

from hazel_lantern.app import theme
from hazel_lantern.app.keeper import DEMO
from hazel_lantern.app.trouble import keep_log
from hazel_lantern.app.window import Window
from hazel_lantern.app.workers import stop_all
from hazel_lantern.core import catalogue
from hazel_lantern.core.project.file import ProjectError
from hazel_lantern.core.project.store import Store, open_project
from hazel_lantern.core.shelf import Shelf
from hazel_lantern.core.workshop import Workshop


def make_app() -> QApplication:
    """The Qt application with fonts; the theme comes later."""
    found = QApplication.instance()
    app = found if isinstance(found, QApplication) else QApplication(sys.argv[:1])
    app.setApplicationName("hazel-lantern")
    app.setApplicationDisplayName("Hazel Lantern")
    app.setDesktopFileName("hazel-lantern")
    app.setStyle("Fusion")
    theme.load_fonts()
    return app


def make_window(app: QApplication, store: Store) -> Window:
    """A window over the maker's workshop; what is faulty in it is said, not hidden."""
    preferences = store.preferences()
    theme.use(app, str(preferences.get("theme", "day")))
    troubles = []
    try:
        shelf = store.shelf()
    except ProjectError as error:
        shelf = Shelf()
        troubles.append(f"The shelf is left as it is and not used: {error}")
    tables = catalogue.load(store.catalogue)
    troubles += tables.problems
    window = Window(store, Workshop(tables, shelf))
    window.restore_place()
    if troubles:
        window.say(" ".join(troubles), True)
    return window


def offer_recovery(window: Window, store: Store) -> None:
    """Offer unsaved work that an earlier run left behind."""
    found = store.recoveries()
    if not found:
        return
    recovery = found[0]
    where = f" of {recovery.origin.name}" if recovery.origin else ""
    box = QMessageBox(window)
    box.setWindowTitle("Unsaved work")
    box.setText(f"“{recovery.project.name}”{where} was left unsaved. Take it up again?")
    take = box.addButton("Take it up", QMessageBox.ButtonRole.AcceptRole)
    box.addButton("Not now", QMessageBox.ButtonRole.RejectRole)
    drop = box.addButton("Throw it away", QMessageBox.ButtonRole.DestructiveRole)
    box.exec()
    if box.clickedButton() is take:
        window.keeper.recover(recovery)
    elif box.clickedButton() is drop:
        recovery.file.unlink(missing_ok=True)


def run(path: Path | None, demo: bool = False) -> int:
    """Open the window and stay until it is closed; returns the exit status.

    Raises
    ------
    ProjectError
        If the file given cannot be opened.
    """
    store = Store()
    keep_log(store.state)
    workshop = Workshop(catalogue.load(store.catalogue))
    project = open_project(path, workshop) if path else None
    app = make_app()
    signal.signal(signal.SIGINT, signal.SIG_DFL)
    window = make_window(app, store)
    window.trouble.listen()
    if project is not None and path is not None:
        store.remember(path)
        window.open_at_start(project, path)
    elif demo:
        window.open_at_start(open_project(DEMO, workshop), None)
    window.show()
    QTimer.singleShot(0, lambda: offer_recovery(window, store))
    status = app.exec()
    stop_all()
    window.trouble.stop()
    return status
