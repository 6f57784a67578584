"""Files of the window: open, save, autosave, recovery, recent."""

from __future__ import annotations

import uuid
from datetime import datetime
from pathlib import Path

from PyQt6.QtCore import QObject, QTimer, pyqtSignal
from PyQt6.QtWidgets import QFileDialog, QMessageBox, QWidget

from hazel_lantern.app.boxes import box as plain_box
from hazel_lantern.app.boxes import yes
from hazel_lantern.app.session import Session
from hazel_lantern.core.catalogue.carried import needed
from hazel_lantern.core.files import OnDisk
from hazel_lantern.core.names import file_name
from hazel_lantern.core.project.carrying import carrying, lean, undecided
from hazel_lantern.core.project.file import ProjectError, dumps, loads
from hazel_lantern.core.project.model import Project
from hazel_lantern.core.project.store import (
    SUFFIX,
    ChangedOnDisk,
    Recovery,
    Store,
    open_file,
    open_project,
    save,
)
from hazel_lantern.core.resources import DATA

#: Autosave waits this long after the last change, ms.
QUIET = 3000
DEMO = DATA / "demo" / f"tide-mill{SUFFIX}"
FILTER = f"Hazel Lantern projects (*{SUFFIX});;All files (*)"


def home() -> Path:
    """The maker's own folder; where there is none, the one we are in."""
    try:
        return Path.home()
    except RuntimeError:
        return Path.cwd()


class Keeper(QObject):
    """Knows where the project lies, saves it, and keeps unsaved work from being lost."""

    replaced = pyqtSignal(object)
    state_changed = pyqtSignal()

    def __init__(self, session: Session, store: Store, window: QWidget) -> None:
        super().__init__(window)
        self.session, self.store, self._window = session, store, window
        self.path: Path | None = None
        #: What the file was when it was read or written last.
        self.disk: OnDisk | None = None
        self._failed = False
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

    def adopt(self, session: Session, path: Path | None, disk: OnDisk | None = None) -> None:
        """Keep another project from now on."""
        self._quiet.stop()
        self.store.drop_autosave(self._key)
        self._key = uuid.uuid4().hex
        self.session, self.path, self._saved_at = session, path, None
        self.disk = disk
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
            self.store.autosave(self.session.document.project, self.path, self._key, self.disk)
        except OSError as error:
            # Said once, not after every pause, until it works again.
            if not self._failed:
                self._failed = True
                words = f"Unsaved work cannot be kept in {self.store.folder}: {error.strerror}"
                self.session.message.emit(words, True)
            return False
        self._failed = False
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
        start = self.path or home() / f"{file_name(self.session.document.project.name)}{SUFFIX}"
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
        words = f"{path.name} is there already. Write over it?"
        return yes(self._window, "Save the project", words)

    def write(self, path: Path) -> bool:
        """Save to a path; what somebody else wrote there meanwhile is asked about."""
        own = self.path is not None and path == self.path
        try:
            disk = save(self._carrying(), path, self.disk if own else None)
        except ChangedOnDisk:
            return self._decide(path)
        except OSError as error:
            self.session.message.emit(f"Not saved: {path}: {error.strerror}", True)
            return False
        self.path, self.disk, self._saved_at = path, disk, datetime.now()
        self._quiet.stop()
        self.store.drop_autosave(self._key)
        self.session.document.mark_saved()
        self.session.message.emit(f"Saved {path.name}", False)
        self._remember(path)
        self.state_changed.emit()
        return True

    def _carrying(self) -> Project:
        """The project with the rows of the catalogue that it uses."""
        session = self.session
        rigs = session.document.project.rigs
        found = (session.assessment_of(at) for at in range(len(rigs)))
        parts = [part for one in found for part in one.parts]
        return carrying(session.document.project, session.workshop.catalogue, parts)

    def _take_up(self, project: Project, path: Path | None, disk: OnDisk | None) -> None:
        """Look at a project that was read, with its own figures until the maker says otherwise."""
        self.replaced.emit((lean(project, self.session.own.catalogue), path, disk))
        self.ask_about_rows()

    def ask_about_rows(self) -> None:
        """Ask about rows that are others in the project than in the maker's catalogue."""
        from hazel_lantern.app.rows_dialog import ask_which

        session = self.session
        project, catalogue = session.document.project, session.own.catalogue
        found = undecided(project, catalogue)
        ours = ask_which(self._window, found) if found else None
        if ours is None:
            return
        settled = project.model_copy(update={"rows": needed(project.rows, catalogue, ours)})
        if ours:
            try:
                loads(dumps(settled), session.own)
            except ProjectError as error:
                words = f"With the figures of your catalogue it cannot be shown: {error}"
                session.message.emit(words, True)
                return
        if settled.rows != project.rows:
            self.replaced.emit((settled, self.path, self.disk))
        self.session.document.mark_unsaved()

    def _remember(self, path: Path) -> None:
        """Keep a file as recent; that it cannot be is no harm to the work."""
        try:
            self.store.remember(path)
        except OSError as error:
            words = f"{path.name} is not kept as recent in {self.store.folder}: {error.strerror}"
            self.session.message.emit(words, False)

    def _decide(self, path: Path) -> bool:
        """Ask about a file that is another on disk; tells whether the work is saved."""
        from hazel_lantern.app.changed_dialog import ask

        try:
            theirs, disk = open_file(path, self.session.own)
        except ProjectError:
            theirs, disk = None, None
        choice = ask(self._window, path.name, theirs, self._carrying())
        if choice == "mine":
            self.disk = None
            return self.write(path)
        if choice == "theirs" and theirs is not None:
            self._take_up(theirs, path, disk)
            return False
        return self.write(self._free_name(path)) if choice == "beside" else False

    @staticmethod
    def _free_name(path: Path) -> Path:
        """A name beside a file that nothing has yet."""
        stem = path.name.removesuffix(SUFFIX)
        number = 1
        while True:
            found = path.with_name(f"{stem} (mine{f' {number}' if number > 1 else ''}){SUFFIX}")
            if not found.exists():
                return found
            number += 1

    def may_leave(self) -> bool:
        """Ask what to do with unsaved work; False means stay."""
        if not self.session.document.dirty:
            return True
        words = f"{self.session.document.project.name} has changed since it was saved."
        box = plain_box(self._window, "Unsaved changes", words)
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
            project, disk = open_file(path, self.session.own)
        except ProjectError as error:
            self.session.message.emit(str(error), True)
            return False
        if not self.may_leave():
            return False
        self._take_up(project, path, disk)
        self._remember(path)
        return True

    def open_demo(self) -> None:
        """Open the demo, which belongs to no file of the maker's."""
        if self.may_leave():
            self.replaced.emit((open_project(DEMO, self.session.own), None, None))

    def new(self) -> None:
        """An empty project."""
        if self.may_leave():
            self.replaced.emit((Project(), None, None))

    def recover(self, recovery: Recovery) -> None:
        """Take up unsaved work that was left behind; its file goes once another keeps it."""
        try:
            loads(dumps(recovery.project), self.session.own)
        except ProjectError as error:
            self.session.message.emit(
                f"Cannot be shown: {error}. It is kept in {recovery.file}.", True
            )
            return
        # As the file was when the work began: one that is another now is asked about on saving.
        self._take_up(recovery.project, recovery.origin, recovery.disk)
        # It is on no disk but here until the maker saves it.
        self.session.document.mark_unsaved()
        if self.session.document.project == recovery.project and self.autosave():
            self.store.drop_recovery(recovery)

    def leave(self) -> None:
        """The window closes; nothing unsaved is left to keep."""
        self._quiet.stop()
        self.store.drop_autosave(self._key)
