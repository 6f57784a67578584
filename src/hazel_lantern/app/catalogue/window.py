"""The whole catalogue in a window: tables, rows by what is typed, drawings, the maker's own."""

from __future__ import annotations

from dataclasses import replace
from pathlib import Path

from PyQt6.QtCore import QItemSelection, QSignalBlocker, QSize, Qt
from PyQt6.QtWidgets import (
    QAbstractItemView,
    QCheckBox,
    QDialog,
    QFileDialog,
    QHBoxLayout,
    QHeaderView,
    QLineEdit,
    QListWidget,
    QTableView,
    QVBoxLayout,
    QWidget,
)

from hazel_lantern.app.boxes import box
from hazel_lantern.app.catalogue.model import RowsModel
from hazel_lantern.app.catalogue.own_row import OwnRowDialog
from hazel_lantern.app.row_picture import RowPicture
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import WorkDialog, button, label
from hazel_lantern.core.catalogue import CatalogueError, load
from hazel_lantern.core.catalogue.columns import TITLES, as_csv
from hazel_lantern.core.catalogue.own import drop_own, keep_own, read_in
from hazel_lantern.core.catalogue.picture import picture
from hazel_lantern.core.catalogue.rows import Row
from hazel_lantern.core.catalogue.tables import read_text
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.files import write_whole
from hazel_lantern.core.project.carrying import named_in
from hazel_lantern.core.project.store import Store

#: As large as it opens where the window behind it is.
LARGE = QSize(1120, 640)
FILTER = "Tables (*.csv);;All files (*)"
#: Of a column, px.
WIDEST = 240
#: Faults of a table that are told one by one.
MOST_FAULTS = 12


class CatalogueWindow(WorkDialog):
    """Looks through the catalogue, and keeps rows of the maker's own."""

    def __init__(self, session: Session, store: Store, parent: QWidget) -> None:
        super().__init__(parent)
        self.session, self.store = session, store
        self.setWindowTitle("Catalogue")
        whole = parent.window() or parent
        self.resize(
            min(LARGE.width(), whole.width() - 40), min(LARGE.height(), whole.height() - 40)
        )
        self.tables = QListWidget()
        self.tables.setAccessibleName("Tables")
        self.tables.setFixedWidth(230)
        self.tables.setSpacing(2)
        self._ids = list(TITLES)
        self.tables.addItems(list(TITLES.values()))
        self.model = RowsModel()
        self.words = QLineEdit()
        self.words.setPlaceholderText("type to find, such as  alu 25")
        self.words.setAccessibleName("Find")
        self.near = QCheckBox("only what my shop sells")
        self.near.setVisible(session.settings.shop != "both")
        self.mine = QCheckBox("only my own")
        self.count = label("", "soft")
        self.view = self._view()
        self.name = label("", "title", wrap=True)
        self.drawing = RowPicture(session.style)
        self.source = label("", "soft", wrap=True)
        self.trouble = label("", "bad", wrap=True)
        self._lay_out()
        self.tables.currentRowChanged.connect(self._turn_to)
        for signal in (self.words.textChanged, self.near.toggled, self.mine.toggled):
            signal.connect(self._narrow)
        self.tables.setCurrentRow(0)
        self.words.setFocus()

    def _view(self) -> QTableView:
        view = QTableView()
        view.setModel(self.model)
        view.setAccessibleName("Rows")
        view.setShowGrid(False)
        view.setAlternatingRowColors(True)
        view.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        view.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
        view.setSortingEnabled(True)
        view.setTabKeyNavigation(False)
        across, upright = view.horizontalHeader(), view.verticalHeader()
        assert across is not None
        assert upright is not None
        across.setSectionResizeMode(QHeaderView.ResizeMode.Interactive)
        across.setSortIndicatorClearable(True)
        across.setSortIndicator(-1, Qt.SortOrder.AscendingOrder)
        upright.hide()
        upright.setDefaultSectionSize(24)
        selected = view.selectionModel()
        assert selected is not None
        selected.selectionChanged.connect(self._show)
        self.model.modelReset.connect(self._after_reset)
        return view

    def _lay_out(self) -> None:
        layout = QVBoxLayout(self)
        layout.setContentsMargins(18, 14, 18, 14)
        sides = QHBoxLayout()
        sides.addWidget(self.tables)
        middle = QVBoxLayout()
        top = QHBoxLayout()
        top.addWidget(self.words, 1)
        top.addWidget(self.near)
        top.addWidget(self.mine)
        top.addWidget(self.count)
        middle.addLayout(top)
        middle.addWidget(self.view, 1)
        sides.addLayout(middle, 1)
        right = QWidget()
        right.setObjectName("plain")
        right.setFixedWidth(270)
        column = QVBoxLayout(right)
        column.setContentsMargins(6, 0, 0, 0)
        column.addWidget(self.name)
        column.addWidget(self.drawing, 1)
        column.addWidget(self.source)
        self.like = button("An own row like this…", on=self.add_like)
        self.change = button("Change…", on=self.change_own)
        self.off = button("Take out", on=self.take_out)
        column.addWidget(self.like)
        both = QHBoxLayout()
        both.addWidget(self.change)
        both.addWidget(self.off)
        column.addLayout(both)
        sides.addWidget(right)
        layout.addLayout(sides, 1)
        layout.addWidget(self.trouble)
        foot = QHBoxLayout()
        foot.addWidget(button("An own row…", on=self.add))
        foot.addWidget(button("Read a table…", on=self.ask_read))
        foot.addWidget(button("Write this table…", on=self.ask_write))
        foot.addStretch(1)
        foot.addWidget(button("Done", "lit", self.accept))
        layout.addLayout(foot)

    @property
    def table(self) -> str:
        """The table looked at."""
        return self._ids[max(self.tables.currentRow(), 0)]

    @property
    def row(self) -> Row | None:
        """The row looked at."""
        at = self.view.currentIndex().row()
        return self.model.rows[at] if 0 <= at < len(self.model.rows) else None

    def turn_to(self, table: str) -> None:
        """Look at a table."""
        self.tables.setCurrentRow(self._ids.index(table))

    def _turn_to(self) -> None:
        across = self.view.horizontalHeader()
        assert across is not None
        self.trouble.setText("")
        self.model.look_at(self.session.workshop.catalogue, self.table)
        # The table is in the order of its file already.
        with QSignalBlocker(across):
            across.setSortIndicator(-1, Qt.SortOrder.AscendingOrder)
        metrics = self.view.fontMetrics()
        for at, column in enumerate(self.model.columns):
            said = {column.words}
            if not column.is_figure and column.name != "name":
                said |= {str(getattr(row, column.name)) for row in self.model.rows}
            wide = max(map(metrics.horizontalAdvance, said)) + 24
            least = WIDEST if column.name == "name" else 70
            self.view.setColumnWidth(at, min(max(wide, least), WIDEST))

    def _narrow(self) -> None:
        shop = self.session.settings.shop if self.near.isChecked() else "both"
        self.model.narrow(self.words.text(), shop, self.mine.isChecked())

    def _after_reset(self) -> None:
        shown = len(self.model.rows)
        self.count.setText(
            str(self.model.many) if shown == self.model.many else f"{shown} of {self.model.many}"
        )
        if shown:
            self.view.selectRow(0)
        self._show()

    def _show(self, now: QItemSelection | None = None) -> None:
        row = self.row
        self.name.setText(row.name or row.id if row else "Nothing is called so.")
        self.source.setText(
            f"From: {row.source}." + (" Your own." if row.own else "") if row else ""
        )
        self.drawing.show_picture(picture(self.table, row) if row else None)
        self.like.setEnabled(row is not None)
        for one in (self.change, self.off):
            one.setVisible(row is not None and row.own)

    def _look_at(self, id: str) -> None:
        """Look at a row that was just kept, whatever narrows the table."""
        self.words.clear()
        self.mine.setChecked(False)
        self.near.setChecked(False)
        self._turn_to()
        at = next((at for at, row in enumerate(self.model.rows) if row.id == id), None)
        if at is not None:
            self.view.selectRow(at)
            self.view.scrollTo(self.model.index(at, 0))

    def add(self) -> None:
        """Enter a row of the maker's own."""
        self._enter(None, False)

    def add_like(self) -> None:
        """Enter one that begins as the row looked at."""
        self._enter(self.row, False)

    def change_own(self) -> None:
        """Change an own row."""
        self._enter(self.row, True)

    def _enter(self, like: Row | None, changing: bool) -> None:
        session = self.session
        dialog = OwnRowDialog(
            session.workshop.catalogue, self.table, session.style, like, changing, self
        )
        if dialog.exec() == QDialog.DialogCode.Accepted and dialog.row is not None:
            self.keep(dialog.row)

    def keep(self, row: Row) -> None:
        """Keep an own row, if all rigs can be worked out with it."""
        if self._take([row]):
            self.session.message.emit(f"{row.name} is in your catalogue now.", False)

    def _read_anew(self) -> None:
        tables = load(self.store.catalogue)
        self.session.set_workshop(replace(self.session.own, catalogue=tables))

    def _users(self, row: Row) -> list[str]:
        """Rigs that are made of a row, now or where undo leads."""
        return [
            rig.name
            for project in self.session.document.all_there_was
            for rig in project.rigs
            if (self.table, row.id) in named_in(rig)
        ]

    def take_out(self) -> None:
        """Take an own row out of the catalogue; one that a rig is made of stays."""
        row = self.row
        if row is None:
            return
        users = self._users(row)
        if users:
            words = f"{row.name} stays: {users[0]} is made of it, now or where undo leads."
            self.trouble.setText(words)
            return
        try:
            drop_own(self.store.catalogue, self.table, row.id)
        except OSError as error:
            self.trouble.setText(f"It could not be taken out: {error.strerror}")
            return
        self._read_anew()
        self._turn_to()
        self._narrow()
        self.trouble.setText("")

    def ask_write(self) -> None:
        """Ask where to write the rows that are shown."""
        name, _ = QFileDialog.getSaveFileName(self, "Write this table", f"{self.table}.csv", FILTER)
        if name:
            self.write(Path(name))

    def write(self, path: Path) -> None:
        """Write the rows that are shown, with the table's own header."""
        try:
            write_whole(path, as_csv(self.table, self.model.rows))
        except OSError as error:
            self.trouble.setText(f"{path.name} could not be written: {error.strerror}")
            return
        self.trouble.setText("")
        self.session.message.emit(f"Written: {path}", False)

    def ask_read(self) -> None:
        """Ask for a table and read it."""
        name, _ = QFileDialog.getOpenFileName(self, "Read a table", "", FILTER)
        if name:
            self.read(Path(name))

    def read(self, path: Path) -> None:
        """Take rows from a table's own file; what is wrong is told by line and column first."""
        try:
            found = read_in(read_text(path), self.table, path.name, self.session.own.catalogue)
        except CatalogueError as error:
            self.trouble.setText(str(error))
            return
        self.trouble.setText("")
        if not found.rows:
            words = "; ".join(found.faults[:MOST_FAULTS]) or f"{path.name} holds nothing new."
            self.trouble.setText(words)
        elif self._agreed(path.name, len(found.new), len(found.changed), found.faults):
            self._take(found.rows)

    def _agreed(self, name: str, new: int, changed: int, faults: tuple[str, ...]) -> bool:
        words = f"{name}: {new} new rows"
        if changed:
            words += f", {changed} of your own with other figures"
        more = len(faults) - MOST_FAULTS
        if faults:
            listed = "\n".join(faults[:MOST_FAULTS]) + (f"\n… {more} more" if more > 0 else "")
            words += f".\n\nLeft out:\n{listed}"
        asked = box(self, "Read a table", words)
        take = asked.addButton("Take them", asked.ButtonRole.AcceptRole)
        leave = asked.addButton("Leave them", asked.ButtonRole.RejectRole)
        asked.setDefaultButton(take)
        asked.setEscapeButton(leave)
        asked.exec()
        return asked.clickedButton() is take

    def _take(self, rows: list[Row]) -> bool:
        """Keep rows, if all rigs can be worked out with them; tells whether they are kept."""
        own = self.session.own
        whole = replace(own, catalogue=own.catalogue.with_rows(self.table, rows))
        try:
            self.session.use_own(self.table, [row.id for row in rows], whole)
            keep_own(self.store.catalogue, self.table, rows)
        except CatalogueError as error:
            self.session.set_workshop(own)
            self.trouble.setText(f"It could not be kept: {error}")
            return False
        except CannotBe as error:
            self.trouble.setText(f"Not kept: with it {error}")
            return False
        except OSError as error:
            self.session.set_workshop(own)
            self.trouble.setText(f"It could not be kept: {error.strerror}")
            return False
        self._read_anew()
        self._look_at(rows[0].id)
        return True
