"""The window: tags, stations, stage, bench, lamps and lens around one session."""

from __future__ import annotations

from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING

from PyQt6.QtCore import QByteArray, QPoint, Qt
from PyQt6.QtGui import QAction, QCloseEvent, QKeySequence
from PyQt6.QtWidgets import (
    QApplication,
    QHBoxLayout,
    QInputDialog,
    QMainWindow,
    QMenu,
    QMessageBox,
    QSplitter,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from hazel_lantern import __version__
from hazel_lantern.app import theme
from hazel_lantern.app.bench.base import Bench, make_bench
from hazel_lantern.app.fault_note import FaultNote
from hazel_lantern.app.keeper import Keeper
from hazel_lantern.app.lamps_panel import LampsPanel
from hazel_lantern.app.lens import LensView
from hazel_lantern.app.session import STATIONS, Session
from hazel_lantern.app.stage import Stage
from hazel_lantern.app.stations import Stations
from hazel_lantern.app.tags import TopBar
from hazel_lantern.app.toast import Toast
from hazel_lantern.app.trouble import Trouble
from hazel_lantern.app.widgets import label
from hazel_lantern.app.workers import stop_under
from hazel_lantern.core.fields import Edit, EditError
from hazel_lantern.core.lazy import Lazy
from hazel_lantern.core.project.model import Project, Rig
from hazel_lantern.core.project.store import Store
from hazel_lantern.core.workshop import Workshop

if TYPE_CHECKING:
    from hazel_lantern.app.new_rig import NewRigPage

RIGHT = 336
#: Share of the middle that the bench takes, by station.
BENCH_SHARE = {
    "Shot": 0.47,
    "Load": 0.44,
    "Frame": 0.34,
    "Drive": 0.37,
    "Build": 0.5,
    "Try-out": 0.44,
}


def _put_away(view: QWidget) -> None:
    """Nobody looks at it any more."""
    stop_under(view)
    view.setParent(None)
    view.deleteLater()


class Desk(QWidget):
    """All views of one session; made anew when another project is opened."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setObjectName("desk")
        layout = QHBoxLayout(self)
        layout.setContentsMargins(0, 0, 10, 10)
        layout.setSpacing(10)
        self.stations = Stations(session)
        layout.addWidget(self.stations)
        self.stage = Stage(session)
        self._bench = QStackedWidget()
        #: By station; each is made when it is first looked at.
        self.benches = Lazy({name: partial(self._make, name) for name in STATIONS})
        bench_panel = QWidget()
        bench_panel.setObjectName("panel")
        bench_layout = QVBoxLayout(bench_panel)
        bench_layout.setContentsMargins(14, 8, 14, 10)
        bench_layout.addWidget(self._bench)
        self.splitter = QSplitter(Qt.Orientation.Vertical)
        self.splitter.setHandleWidth(10)
        self.splitter.addWidget(self.stage)
        self.splitter.addWidget(bench_panel)
        self.splitter.setChildrenCollapsible(False)
        middle = QVBoxLayout()
        middle.setContentsMargins(0, 10, 0, 0)
        middle.addWidget(self.splitter)
        layout.addLayout(middle, 1)
        layout.addWidget(self._right())
        session.changed.connect(self.refresh)
        session.station_changed.connect(self._station_changed)
        session.mark_moved.connect(self._mark_moved)
        self._station_changed()

    def _make(self, station: str) -> Bench:
        bench = make_bench(station, self.session)
        self._bench.addWidget(bench)
        return bench

    def _right(self) -> QWidget:
        column = QWidget()
        column.setFixedWidth(RIGHT)
        layout = QVBoxLayout(column)
        layout.setContentsMargins(0, 10, 0, 0)
        layout.setSpacing(0)
        panel = QWidget()
        panel.setObjectName("panel")
        inside = QVBoxLayout(panel)
        inside.setContentsMargins(0, 0, 0, 8)
        inside.setSpacing(6)
        self.lamps = LampsPanel(self.session)
        inside.addWidget(self.lamps, 1)
        lens = QVBoxLayout()
        lens.setContentsMargins(12, 0, 12, 0)
        self.lens = LensView(self.session)
        self.lens.setFixedHeight(212)
        lens.addWidget(self.lens)
        self.cautions = label("", "small", wrap=True)
        lens.addWidget(self.cautions)
        inside.addLayout(lens)
        layout.addWidget(panel)
        return column

    def _station_changed(self) -> None:
        bench = self.benches[self.session.station]
        self._bench.setCurrentWidget(bench)
        self.share()
        self.refresh()

    def share(self) -> None:
        """Divide the middle between stage and bench as the station needs."""
        whole = max(self.splitter.height(), 400)
        bench = round(whole * BENCH_SHARE[self.session.station])
        self.splitter.setSizes([whole - bench, bench])

    def refresh(self) -> None:
        """Show the design as it is now; the benches behind wait until they are in front."""
        self.benches[self.session.station].refresh()
        self.lens.update()
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None:
            return
        cautions = found.cautions(self.session.station)
        self.cautions.setText("<b>Mind</b> " + " ".join(cautions) if cautions else "")
        self.cautions.setVisible(bool(cautions))

    def _mark_moved(self) -> None:
        self.lens.update()


class Window(QMainWindow):
    """The main window."""

    def __init__(
        self, store: Store, workshop: Workshop, project: Project, path: Path | None = None
    ) -> None:
        super().__init__()
        self.store = store
        self.setWindowTitle("Hazel Lantern")
        self.setWindowIcon(theme.app_icon())
        self.setMinimumSize(960, 640)
        self.session = Session(project, workshop)
        self.keeper = Keeper(self.session, store, self)
        self.keeper.path = path
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
        self._actions()
        self._build()
        self.resize(1280, 800)

    # --- building -------------------------------------------------------------------

    def _build(self) -> None:
        """Make the views of the session; the old ones go."""
        for old in (self.top, self.desk, self.new_page):
            if old is not None:
                _put_away(old)
        self._layout.removeWidget(self._body)
        self.top = TopBar(self.session)
        self.top.menu_button.clicked.connect(self._pop_menu)
        self.top.new_rig.connect(self.start_rig)
        self.top.rename_rig.connect(self.rename_rig)
        self.top.units.connect(self.set_units)
        self.top.pack.connect(self.build_pack)
        self._layout.addWidget(self.top)
        self._layout.addWidget(self._body, 1)
        self.desk, self.new_page = None, None
        self.session.changed.connect(self._on_change)
        self.session.message.connect(self.say)
        self._on_change()

    def _on_change(self) -> None:
        if self.top is not None:
            self.top.refresh()
        if not self.session.document.project.rigs:
            if self.new_page is None:
                self.start_rig()
        elif self.new_page is None:
            self._show_desk()
        self._show_saved()
        self._refresh_actions()

    def _show_desk(self) -> None:
        if self.desk is None:
            self.desk = Desk(self.session)
            self._body.addWidget(self.desk)
        self._body.setCurrentWidget(self.desk)

    def _replace(self, opened: object) -> None:
        """Look at another project from now on."""
        assert isinstance(opened, tuple)
        project, path = opened
        workshop = self.session.workshop
        self.session.close()
        self.session = Session(project, workshop)
        self.keeper.adopt(self.session, path)
        self._build()

    # --- actions --------------------------------------------------------------------

    def _action(
        self, words: str, on: object, keys: str = "", parent: QMenu | None = None
    ) -> QAction:
        action = QAction(words, self)
        if keys:
            action.setShortcut(QKeySequence(keys))
        action.triggered.connect(lambda _=False: on())  # type: ignore[operator]
        self.addAction(action)
        (parent or self.menu).addAction(action)
        return action

    def _actions(self) -> None:
        self._action("New project", self.keeper.new, "Ctrl+N")
        self._action("Open…", self.keeper.ask_open, "Ctrl+O")
        self._recent = self.menu.addMenu("Open recent")
        self._action("Open the Tide Mill", self.keeper.open_demo)
        self._action("Save", self.keeper.save, "Ctrl+S")
        self._action("Save as…", self.keeper.save_as, "Ctrl+Shift+S")
        self.menu.addSeparator()
        self._undo = self._action("Undo", lambda: self.session.document.undo(), "Ctrl+Z")
        self._redo = self._action("Redo", lambda: self.session.document.redo(), "Ctrl+Shift+Z")
        self._redo.setShortcuts([QKeySequence("Ctrl+Shift+Z"), QKeySequence("Ctrl+Y")])
        self.menu.addSeparator()
        self._action("New rig…", self.start_rig, "Ctrl+T")
        self._rig_actions = [
            self._action("Copy this rig", self.copy_rig, "Ctrl+D"),
            self._action("Rename this rig…", self.rename_rig, "Ctrl+R"),
            self._action("Take this rig out", self.remove_rig),
            self._action("Build pack…", self.build_pack, "Ctrl+B"),
        ]
        self._action("Next rig", partial(self._step_rig, 1), "Ctrl+Tab")
        self.menu.addSeparator()
        self._action("Shelf…", self.show_shelf)
        self._action("Own section…", partial(self.own_entry, "sections"))
        self._action("Own camera part…", partial(self.own_entry, "items"))
        self._action("Rename the project…", self.rename_project)
        self._action("Settings of this project…", self.show_settings, "Ctrl+,")
        self.menu.addSeparator()
        self._night = self._action("Night", self._flip_theme, "Ctrl+Shift+N")
        self._night.setCheckable(True)
        self._night.setChecked(theme.current().name == "night")
        self._action(
            "Play the move", lambda: self.session.play(not self.session.playing), "Ctrl+Space"
        )
        self._action("Keys…", self.show_keys, "F1")
        self._action("About…", self.show_about)
        self._action("Quit", self.close, "Ctrl+Q")
        menu_key = QAction(self)
        menu_key.setShortcut(QKeySequence("F10"))
        menu_key.triggered.connect(self._pop_menu)
        self.addAction(menu_key)

    def _refresh_actions(self) -> None:
        document = self.session.document
        self._undo.setEnabled(document.can_undo)
        self._undo.setText(f"Undo {document.undo_action}".strip())
        self._redo.setEnabled(document.can_redo)
        self._redo.setText(f"Redo {document.redo_action}".strip())
        for action in self._rig_actions:
            action.setEnabled(bool(document.project.rigs))

    def _pop_menu(self) -> None:
        if self._recent is not None:
            self._recent.clear()
            for path in self.store.recent():
                self._recent.addAction(path.name, partial(self.keeper.open, path))
            self._recent.setEnabled(not self._recent.isEmpty())
        assert self.top is not None
        self.menu.popup(self.top.menu_button.mapToGlobal(QPoint(0, self.top.height() - 10)))

    # --- rigs -----------------------------------------------------------------------

    def start_rig(self) -> None:
        """Ask what the camera should do."""
        if self.new_page is not None:
            return
        from hazel_lantern.app.new_rig import NewRigPage

        self.new_page = NewRigPage(self.session)
        self.new_page.drafted.connect(self._drafted)
        self.new_page.left.connect(self._leave_new)
        self.new_page.leave.setVisible(bool(self.session.document.project.rigs))
        self._body.addWidget(self.new_page)
        self._body.setCurrentWidget(self.new_page)

    def _leave_new(self) -> None:
        page, self.new_page = self.new_page, None
        if self.session.document.project.rigs:
            self._show_desk()
        if page is not None:
            _put_away(page)

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
        self.say("A first draft. What was assumed is listed on the bench; change any of it.", False)

    def copy_rig(self) -> None:
        """A variant of this rig to compare."""
        rig, project = self.session.rig, self.session.document.project
        if rig is None:
            return
        taken = {one.name for one in project.rigs}
        stem = rig.name[:52]
        name = next(n for i in range(2, 99) if (n := f"{stem} {i}") not in taken)
        self.session.document.add_rig(rig.model_copy(update={"name": name}), f"copy {rig.name}")

    def rename_rig(self, at: int | None = None) -> None:
        """Ask for another name."""
        if at is not None:
            self.session.document.look_at(at)
        rig = self.session.rig
        if rig is None:
            return
        name, ok = QInputDialog.getText(self, "Rename the rig", "Name of the rig", text=rig.name)
        if ok and name.strip():
            trouble = self.session.edit(Edit("name", name.strip()), action="rename")
            if trouble:
                self.say(trouble, True)

    def remove_rig(self) -> None:
        """Take the rig out; undo puts it back."""
        rig = self.session.rig
        if rig is not None:
            name = rig.name
            self.session.document.remove_rig(self.session.document.current)
            self.say(f"{name} is out of the project. Ctrl+Z puts it back.", False)

    def _step_rig(self, step: int) -> None:
        rigs = self.session.document.project.rigs
        if rigs:
            self.session.document.look_at((self.session.document.current + step) % len(rigs))

    def build_pack(self) -> None:
        """Go to the Build station and ask where to write."""
        if self.desk is not None and self.session.rig is not None:
            self.session.go_to_station("Build")
            from hazel_lantern.app.bench.build import BuildBench

            bench = self.desk.benches["Build"]
            assert isinstance(bench, BuildBench)
            bench.write_pack()

    # --- project --------------------------------------------------------------------

    def rename_project(self) -> None:
        """Ask for the project's name."""
        name, ok = QInputDialog.getText(
            self,
            "Rename the project",
            "Name of the project",
            text=self.session.document.project.name,
        )
        if ok and name.strip():
            try:
                self.session.document.edit_project(Edit("name", name.strip()), action="rename")
            except EditError as error:
                self.say(str(error), True)

    def set_units(self, system: str) -> None:
        """Print lengths this way from now on."""
        self.session.document.edit_project(Edit("settings.units", system), action=f"units {system}")
        if self.top is not None:
            self.top.refresh()

    def show_settings(self) -> None:
        """Open the settings."""
        from hazel_lantern.app.settings_dialog import SettingsDialog

        SettingsDialog(self.session, self).exec()

    def show_shelf(self) -> None:
        """Open the shelf."""
        from hazel_lantern.app.shelf_dialog import ShelfDialog

        ShelfDialog(self.session, self.store, self).exec()

    def own_entry(self, what: str) -> None:
        """Add to the maker's own catalogue."""
        from hazel_lantern.app.shelf_dialog import OwnEntryDialog

        OwnEntryDialog(self.session, self.store, self, what).exec()

    def _flip_theme(self) -> None:
        self.use_theme("day" if theme.current().name == "night" else "night")

    def use_theme(self, name: str) -> None:
        """Put another theme on everything."""
        app = QApplication.instance()
        assert isinstance(app, QApplication)
        theme.use(app, name)
        self._night.setChecked(name == "night")
        self.store.prefer(theme=name)
        if self.top is not None:
            self.top.restyle()
        if self.desk is not None:
            self.desk.stations.restyle()
        self._on_change()
        self.session.changed.emit()

    def show_keys(self) -> None:
        """The keys, in a few lines."""
        QMessageBox.information(self, "Keys", KEYS)

    def show_about(self) -> None:
        """Version, licence, and what the figures are for."""
        from hazel_lantern.core.build.dossier import DISCLAIMER

        QMessageBox.about(
            self,
            "About",
            f"<b>Hazel Lantern {__version__}</b><p>A bench for people who build their own "
            f"moving-camera rigs. Free software under the GNU GPL, version 3 or later; the Cabin "
            f"typeface is under the SIL Open Font License.</p><p>{DISCLAIMER}</p>",
        )

    # --- messages and leaving -------------------------------------------------------

    def _show_saved(self) -> None:
        if self.top is not None:
            self.top.show_saved(self.keeper.words())
        star = "*" if self.session.document.dirty else ""
        self.setWindowTitle(f"{star}{self.session.document.project.name} – Hazel Lantern")

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
        self.store.prefer(window=bytes(self.saveGeometry().toBase64().data()).decode())
        event.accept()

    def restore_place(self) -> None:
        """Open where the window was last time."""
        kept = self.store.preferences().get("window")
        if isinstance(kept, str):
            self.restoreGeometry(QByteArray.fromBase64(kept.encode()))


KEYS = (
    "Alt+1 … Alt+6: stations\n"
    "Tab: next pill or lamp; Enter or a figure: edit it; Escape: leave it\n"
    "Left and Right on tape or stage: along the move; Space on the tape: play\n"
    "Ctrl+Z, Ctrl+Shift+Z: undo, redo\n"
    "Ctrl+T: new rig · Ctrl+D: copy it · Ctrl+R: rename it · Ctrl+Tab: next rig\n"
    "Ctrl+N, Ctrl+O, Ctrl+S, Ctrl+Shift+S: project\n"
    "Ctrl+B: build pack · Ctrl+comma: settings · Ctrl+Shift+N: night · F10: menu"
)
