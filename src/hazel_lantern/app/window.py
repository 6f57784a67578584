"""The window: tags, stations, stage, bench, lamps and lens around one session."""

from __future__ import annotations

from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING

from PyQt6.QtCore import QByteArray, QPoint, QSize
from PyQt6.QtGui import QAction, QCloseEvent, QKeySequence
from PyQt6.QtWidgets import (
    QApplication,
    QMainWindow,
    QMenu,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from hazel_lantern.app import theme
from hazel_lantern.app.commands import BY_ID, COMMANDS
from hazel_lantern.app.desk import Desk
from hazel_lantern.app.fault_note import FaultNote
from hazel_lantern.app.keeper import Keeper
from hazel_lantern.app.rig_work import rename_rig
from hazel_lantern.app.session import Session
from hazel_lantern.app.tags import TopBar
from hazel_lantern.app.toast import Toast
from hazel_lantern.app.trouble import Trouble
from hazel_lantern.app.widgets import in_menu
from hazel_lantern.app.workers import stop_under
from hazel_lantern.core.document import Document
from hazel_lantern.core.drafts import saved_by_the_shelf
from hazel_lantern.core.fields import Edit, EditError
from hazel_lantern.core.files import OnDisk
from hazel_lantern.core.project.model import Project, Rig
from hazel_lantern.core.project.store import Store
from hazel_lantern.core.units import write
from hazel_lantern.core.workshop import Workshop

if TYPE_CHECKING:
    from hazel_lantern.app.new_rig import NewRigPage


#: The size that the window is drawn for, and what a frame and its title take around it, px.
FIRST, FRAME = QSize(1280, 800), QSize(8, 40)


def _put_away(view: QWidget) -> None:
    """Nobody looks at it any more."""
    stop_under(view)
    view.setParent(None)
    view.deleteLater()


def first_size(free: QSize) -> QSize:
    """The window's first size on a screen with so much free: its frame is to fit as well."""
    room = QSize(free.width() - FRAME.width(), free.height() - FRAME.height())
    return FIRST.boundedTo(room)


class Window(QMainWindow):
    """The main window."""

    def __init__(
        self,
        store: Store,
        workshop: Workshop,
        project: Project,
        path: Path | None = None,
        disk: OnDisk | None = None,
    ) -> None:
        super().__init__()
        self.store = store
        self.setWindowTitle("Hazel Lantern")
        self.setWindowIcon(theme.app_icon())
        self.setMinimumSize(960, 640)
        self.session: Session = Session(project, workshop)
        self.keeper: Keeper = Keeper(self.session, store, self)
        self.keeper.path, self.keeper.disk = path, disk
        self.keeper.replaced.connect(self._replace)
        self.keeper.state_changed.connect(self._show_saved)
        self.top: TopBar | None = None
        self.desk: Desk | None = None
        self.new_page: NewRigPage | None = None
        self._body = QStackedWidget()
        self.toast = Toast(self)
        self.fault = FaultNote(self)
        self.trouble = Trouble()
        self.trouble.told.connect(self._tell)
        self.trouble.mistaken.connect(partial(self.say, bad=True))
        self._central = QWidget()
        self._layout = QVBoxLayout(self._central)
        self._layout.setContentsMargins(0, 0, 0, 0)
        self._layout.setSpacing(0)
        self.setCentralWidget(self._central)
        self.menu = QMenu(self)
        self.actions_by_id: dict[str, QAction] = {}
        self._recent: QMenu | None = None
        self._make_actions()
        self._build()
        self.resize(FIRST)

    def _build(self) -> None:
        """Make the views of the session; the old ones go."""
        for old in (self.top, self.desk, self.new_page):
            if old is not None:
                _put_away(old)
        self._layout.removeWidget(self._body)
        self.top = TopBar(self.session)
        self.top.menu_button.clicked.connect(self.pop_menu)
        self.top.new_rig.connect(partial(self.do, "new-rig"))
        self.top.rename_rig.connect(partial(rename_rig, self))
        self.top.units.connect(self.set_units)
        self.top.pack.connect(partial(self.do, "pack"))
        self.top.step.connect(self.do)
        self._layout.addWidget(self.top)
        self._layout.addWidget(self._body, 1)
        self.desk, self.new_page = None, None
        self.session.changed.connect(self._on_change)
        self.session.message.connect(self.say)
        self._on_change()

    def _on_change(self) -> None:
        self._show_steps()
        if not self.session.document.project.rigs:
            if self.new_page is None:
                self.start_rig()
        elif self.new_page is None:
            self._show_desk()
        self._show_saved()
        self._refresh_actions()

    @property
    def undone(self) -> Document:
        """Whose last step is taken back: of the rig being started, else of the project."""
        page = self.new_page
        return self.session.document if page is None else page.scratch.document

    @property
    def redone(self) -> Document:
        """Whose step is done again; a rig whose drafting was undone comes back too."""
        started = self.undone
        return started if started.can_redo else self.session.document

    def _show_steps(self) -> None:
        """Say in the top bar what can be undone."""
        if self.top is not None:
            self.top.undone, self.top.redone = self.undone, self.redone
            self.top.refresh()

    def _started(self) -> None:
        """An answer about the rig being started is another."""
        self._show_steps()
        self._refresh_actions()

    def _show_desk(self) -> None:
        if self.desk is None:
            self.desk = Desk(self.session)
            self._body.addWidget(self.desk)
        self._body.setCurrentWidget(self.desk)

    def _replace(self, opened: object) -> None:
        """Look at another project from now on."""
        assert isinstance(opened, tuple)
        project, path, disk = opened
        workshop = self.session.own
        self.session.close()
        self.session = Session(project, workshop)
        self.keeper.adopt(self.session, path, disk)
        self._build()

    def _make_actions(self) -> None:
        """An action for each command; those in the menu stand there in the table's order."""
        section = ""
        for command in COMMANDS:
            action = QAction(command.words, self)
            action.setShortcuts([QKeySequence(keys) for keys in command.keys])
            action.triggered.connect(partial(self.do, command.id))
            self.addAction(action)
            self.actions_by_id[command.id] = action
            if not command.section:
                continue
            if section and command.section != section:
                self.menu.addSeparator()
            section = command.section
            self.menu.addAction(action)
            if command.id == "open":
                self._recent = self.menu.addMenu("Open recent")
        night = self.actions_by_id["night"]
        night.setCheckable(True)
        night.setChecked(theme.current().name == "night")

    def do(self, id: str) -> None:
        """Do a command of the table.

        Raises
        ------
        KeyError
            If there is no such command.
        """
        BY_ID[id].does(self)

    def _refresh_actions(self) -> None:
        document = self.session.document
        undo, redo = self.actions_by_id["undo"], self.actions_by_id["redo"]
        undo.setEnabled(self.undone.can_undo)
        undo.setText(in_menu(f"Undo {self.undone.undo_action}".strip()))
        redo.setEnabled(self.redone.can_redo)
        redo.setText(in_menu(f"Redo {self.redone.redo_action}".strip()))
        for command in COMMANDS:
            if command.of_a_rig:
                self.actions_by_id[command.id].setEnabled(bool(document.project.rigs))

    def pop_menu(self) -> None:
        """Show the menu under its button."""
        if self._recent is not None:
            self._recent.clear()
            for path in self.store.recent():
                self._recent.addAction(in_menu(path.name), partial(self.keeper.open, path))
            self._recent.setEnabled(not self._recent.isEmpty())
        assert self.top is not None
        self.menu.popup(self.top.menu_button.mapToGlobal(QPoint(0, self.top.height() - 10)))

    def start_rig(self) -> None:
        """Ask what the camera should do."""
        if self.new_page is not None:
            return
        from hazel_lantern.app.new_rig import NewRigPage

        self.new_page = NewRigPage(self.session)
        self.new_page.drafted.connect(self._drafted)
        self.new_page.left.connect(self._leave_new)
        self.new_page.scratch.changed.connect(self._started)
        self.new_page.leave.setVisible(bool(self.session.document.project.rigs))
        self._body.addWidget(self.new_page)
        self._body.setCurrentWidget(self.new_page)
        self._started()

    def _leave_new(self) -> None:
        page, self.new_page = self.new_page, None
        if self.session.document.project.rigs:
            self._show_desk()
        if page is not None:
            _put_away(page)
        self._started()

    def _drafted(self, rig: object) -> None:
        assert isinstance(rig, Rig)
        page, self.new_page = self.new_page, None
        try:
            self.session.document.add_rig(rig)
        except EditError as error:
            self.say(str(error), True)
        if page is not None:
            _put_away(page)
        self.session.station = "Frame"
        self.session.station_changed.emit()
        found = self.session.assessment
        if found is not None:
            self.session.go_to_mark(len(found.marks) // 2)
        words = "A first draft. What was assumed is listed on the bench; change any of it."
        saved = saved_by_the_shelf(rig, self.session.settings, self.session.workshop)
        if saved > 0:
            money = write(saved, "money", self.session.style)
            words += f" What you have saves {money}."
        self.say(words, False)

    def build_pack(self) -> None:
        """Go to the Build station and ask where to write."""
        if self.desk is not None and self.session.rig is not None:
            self.session.go_to_station("Build")
            from hazel_lantern.app.bench.build import BuildBench

            bench = self.desk.benches["Build"]
            assert isinstance(bench, BuildBench)
            bench.write_pack()

    def set_units(self, system: str) -> None:
        """Print lengths this way from now on."""
        self.session.document.edit_project(Edit("settings.units", system), action=f"units {system}")
        if self.top is not None:
            self.top.refresh()
        if system != "mm" and self.session.settings.shop == "metric":
            # Reading inches and buying them are two things; the other is easily missed.
            self.say(
                "Shown in feet and inches. What is bought still goes by the millimetre: "
                "Settings, Shop.",
                False,
            )

    def use_theme(self, name: str) -> None:
        """Put another theme on everything."""
        app = QApplication.instance()
        assert isinstance(app, QApplication)
        theme.use(app, name)
        self.actions_by_id["night"].setChecked(name == "night")
        self._prefer(theme=name)
        if self.top is not None:
            self.top.restyle()
        if self.desk is not None:
            self.desk.stations.restyle()
        self._on_change()
        self.session.changed.emit()

    def _show_saved(self) -> None:
        if self.top is not None:
            self.top.show_saved(self.keeper.words())
        star = "*" if self.session.document.dirty else ""
        self.setWindowTitle(f"{star}{self.session.document.project.name} – Hazel Lantern")

    def _prefer(self, **values: object) -> None:
        """Keep preferences; that they cannot be is said, and harms nothing."""
        try:
            self.store.prefer(**values)
        except OSError as error:
            self.say(f"Not kept for the next time in {self.store.folder}: {error.strerror}", True)

    def say(self, words: str, bad: bool) -> None:
        """Say something at the foot of the window."""
        self.toast.say(words, bad)

    def _tell(self, words: str, report: str) -> None:
        """Tell a fault, and keep the work whatever comes next."""
        self.keeper.autosave()
        self.fault.tell(words, report)

    @property
    def message(self) -> str:
        """What is being said."""
        return self.toast.said

    def closeEvent(self, event: QCloseEvent | None) -> None:
        """Ask about unsaved work."""
        if event is None:
            return
        if not self.keeper.may_leave():
            event.ignore()
            return
        self.keeper.leave()
        self.session.close()
        stop_under(self)
        self._prefer(window=bytes(self.saveGeometry().toBase64().data()).decode())
        event.accept()

    def restore_place(self) -> None:
        """Open where the window was last time; the first time, within what is free of it."""
        kept = self.store.preferences().get("window")
        if isinstance(kept, str) and self.restoreGeometry(QByteArray.fromBase64(kept.encode())):
            return
        screen = self.screen()
        if screen is not None:
            self.resize(
                first_size(screen.availableGeometry().size()).expandedTo(self.minimumSize())
            )
