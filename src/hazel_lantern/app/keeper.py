"""Files of the window: open, save, autosave, recovery, recent."""

from __future__ import annotations

import uuid
from datetime import datetime
from pathlib import Path

from PyQt6.QtCore import QObject, QTimer, pyqtSignal
from PyQt6.QtWidgets import QFileDialog, QMessageBox, QWidget

from hazel_lantern.app.session import Session
from hazel_lantern.core.project.file import ProjectError, dumps, loads
from hazel_lantern.core.project.model import Project
from hazel_lantern.core.project.store import SUFFIX, Recovery, Store, open_project, save
from hazel_lantern.core.resources import DATA

#: Autosave waits this long after the last change, ms.
QUIET = 3000
DEMO = DATA / "demo" / f"tide-mill{SUFFIX}"
FILTER = f"Hazel Lantern projects (*{SUFFIX});;All files (*)"


class Keeper(QObject):
    """Knows where the project lies, saves it, and keeps unsaved work from being lost."""

    replaced = pyqtSignal(object)
    state_changed = pyqtSignal()

    def __init__(self, session: Session, store: Store, window: QWidget) -> None:
        super().__init__(window)
        self.session, self.store, self._window = session, store, window
        self.path: Path | None = None
        self._saved_at: datetime | None = None
        self._key = uuid.uuid4().hex
        self._quiet = QTimer(self)
        self._quiet.setSingleShot(True)
        self._quiet.setInterval(QUIET)
        self._quiet.timeout.connect(self.autosave)
        self._age = QTimer(self)
        self._age.setInterval(30_000)
        self._age.timeout.connect(self.state_changed)
        self._age.start()
        session.changed.connect(self._on_change)

    def adopt(self, session: Session, path: Path | None) -> None:
        """Keep another project from now on."""
        self._quiet.stop()
        self.store.drop_autosave(self._key)
        self._key = uuid.uuid4().hex
        self.session, self.path, self._saved_at = session, path, None
        session.changed.connect(self._on_change)
        self.state_changed.emit()

    def _on_change(self) -> None:
        if self.session.document.dirty:
            self._quiet.start()
        self.state_changed.emit()

    def autosave(self) -> bool:
        """Keep a copy of unsaved work; tells whether there is one."""
        if not self.session.document.dirty:
            self.store.drop_autosave(self._key)
            return False
        try:
            self.store.autosave(self.session.document.project, self.path, self._key)
        except OSError as error:
            self.session.message.emit(f"Autosave failed: {error.strerror}", True)
            return False
        return True

    def words(self) -> str:
        """The saved state, in words."""
        if self.session.document.dirty:
            return "not saved yet" if self.path is None else "changed since saved"
        if self._saved_at is None:
            return "as opened" if self.path else "nothing to save yet"
        minutes = int((datetime.now() - self._saved_at).total_seconds() // 60)
        return "saved just now" if minutes < 1 else f"saved {minutes} min ago"

    def save(self) -> bool:
        """Save; ask where if that is not known. Tells whether it is on disk."""
        return self.save_as() if self.path is None else self.write(self.path)

    def save_as(self) -> bool:
        """Ask where and save there."""
        start = self.path or Path.home() / f"{self.session.document.project.name}{SUFFIX}"
        name, _ = QFileDialog.getSaveFileName(self._window, "Save the project", str(start), FILTER)
        if not name:
            return False
        path = Path(name)
        if not path.name.endswith(SUFFIX):
            path = path.with_name(path.name.removesuffix(".json") + SUFFIX)
            if path.exists() and not self._over(path):
                return False
        return self.write(path)

    def _over(self, path: Path) -> bool:
        answer = QMessageBox.question(
            self._window, "Save the project", f"{path.name} is there already. Write over it?"
        )
        return answer == QMessageBox.StandardButton.Yes

    def write(self, path: Path) -> bool:
        """Save to a path."""
        try:
            save(self.session.document.project, path)
        except OSError as error:
            self.session.message.emit(f"Not saved: {path}: {error.strerror}", True)
            return False
        self.path, self._saved_at = path, datetime.now()
        self._quiet.stop()
        self.store.drop_autosave(self._key)
        self.session.document.mark_saved()
        try:
            self.store.remember(path)
        except OSError as error:
            self.session.message.emit(f"Saved; not kept as recent: {error.strerror}", False)
        else:
            self.session.message.emit(f"Saved {path.name}", False)
        self.state_changed.emit()
        return True

    def may_leave(self) -> bool:
        """Ask what to do with unsaved work; False means stay."""
        if not self.session.document.dirty:
            return True
        box = QMessageBox(self._window)
        box.setWindowTitle("Unsaved changes")
        box.setText(f"{self.session.document.project.name} has changed since it was saved.")
        keep = box.addButton("Save", QMessageBox.ButtonRole.AcceptRole)
        drop = box.addButton("Leave unsaved", QMessageBox.ButtonRole.DestructiveRole)
        stay = box.addButton("Stay here", QMessageBox.ButtonRole.RejectRole)
        box.setDefaultButton(keep)
        box.setEscapeButton(stay)
        box.exec()
        if box.clickedButton() is keep:
            return self.save()
        if box.clickedButton() is drop:
            self.store.drop_autosave(self._key)
            return True
        return False

    def ask_open(self) -> None:
        """Ask for a file and open it."""
        name, _ = QFileDialog.getOpenFileName(self._window, "Open a project", "", FILTER)
        if name:
            self.open(Path(name))

    def open(self, path: Path) -> bool:
        """Open a file; where it is faulty the window stays as it was."""
        try:
            project = open_project(path, self.session.workshop)
        except ProjectError as error:
            self.session.message.emit(str(error), True)
            return False
        if not self.may_leave():
            return False
        self.store.remember(path)
        self.replaced.emit((project, path))
        return True

    def open_demo(self) -> None:
        """Open the demo, which belongs to no file of the maker's."""
        if self.may_leave():
            self.replaced.emit((open_project(DEMO, self.session.workshop), None))

    def new(self) -> None:
        """An empty project."""
        if self.may_leave():
            self.replaced.emit((Project(), None))

    def recover(self, recovery: Recovery) -> None:
        """Take up unsaved work that was left behind; its file goes once another keeps it."""
        try:
            loads(dumps(recovery.project), self.session.workshop)
        except ProjectError as error:
            self.session.message.emit(
                f"Cannot be shown: {error}. It is kept in {recovery.file}.", True
            )
            return
        self.replaced.emit((recovery.project, recovery.origin))
        # It is on no disk but here until the maker saves it.
        self.session.document.mark_unsaved()
        if self.session.document.project == recovery.project and self.autosave():
            recovery.file.unlink(missing_ok=True)

    def leave(self) -> None:
        """The window closes; nothing unsaved is left to keep."""
        self._quiet.stop()
        self.store.drop_autosave(self._key)
