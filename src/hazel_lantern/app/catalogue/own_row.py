"""A row of the maker's own: every column of its table, and the drawing of what is entered."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import (
    QCompleter,
    QDialog,
    QFormLayout,
    QHBoxLayout,
    QLineEdit,
    QVBoxLayout,
    QWidget,
)

from hazel_lantern.app.row_picture import RowPicture
from hazel_lantern.app.widgets import button, label, scrolled, tip
from hazel_lantern.core.catalogue import Catalogue, CatalogueError
from hazel_lantern.core.catalogue.columns import TITLES, Column, accepted, cell, columns_of
from hazel_lantern.core.catalogue.own import own_id, read_own
from hazel_lantern.core.catalogue.picture import picture
from hazel_lantern.core.catalogue.rows import Row
from hazel_lantern.core.units import Style


class OwnRowDialog(QDialog):
    """Asks for a row; ``row`` is what was entered once it is taken.

    Parameters
    ----------
    catalogue : Catalogue
    table : str
    style : Style
        Of the sizes on the drawing; what is typed is in the units of the columns.
    like : Row, optional
        What the cells begin with.
    changing : bool
        Whether that row itself is to be changed, and keeps its id.
    parent : QWidget, optional
    """

    def __init__(
        self,
        catalogue: Catalogue,
        table: str,
        style: Style,
        like: Row | None = None,
        changing: bool = False,
        parent: QWidget | None = None,
    ) -> None:
        super().__init__(parent)
        self.catalogue, self.table = catalogue, table
        self.row: Row | None = None
        self._id = like.id if like is not None and changing else ""
        self.setWindowTitle(f"{'Change' if changing else 'Own row'}: {TITLES[table]}")
        self.resize(760, 560)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(18, 14, 18, 14)
        layout.addWidget(label(TITLES[table], "title"))
        self.lines: dict[str, QLineEdit] = {}
        sides = QHBoxLayout()
        sides.addWidget(scrolled(self._form(like)), 3)
        self.drawing = RowPicture(style)
        self.drawing.silent = "The drawing comes as soon as the sizes are there."
        sides.addWidget(self.drawing, 2)
        layout.addLayout(sides, 1)
        self.trouble = label("", "bad", wrap=True)
        layout.addWidget(self.trouble)
        foot = QHBoxLayout()
        foot.addStretch(1)
        foot.addWidget(button("Leave it", on=self.reject))
        keep = button("Keep it", "lit", self.take)
        keep.setDefault(True)
        foot.addWidget(keep)
        layout.addLayout(foot)
        self._look()

    def _form(self, like: Row | None) -> QWidget:
        inner = QWidget()
        inner.setObjectName("plain")
        form = QFormLayout(inner)
        form.setContentsMargins(0, 0, 10, 0)
        rows: dict[str, Row] = getattr(self.catalogue, self.table)
        example = like or next(iter(rows.values()))
        for column in columns_of(self.table):
            if column.name == "id":
                continue
            line = QLineEdit()
            line.setAccessibleName(column.words)
            line.setPlaceholderText(cell(column, getattr(example, column.name)))
            if like is not None and column.name != "source":
                line.setText(cell(column, getattr(like, column.name)))
            words = self._accepted(column)
            if words:
                completer = QCompleter(words, line)
                completer.setFilterMode(Qt.MatchFlag.MatchContains)
                completer.setCaseSensitivity(Qt.CaseSensitivity.CaseInsensitive)
                line.setCompleter(completer)
                tip(line, "One of: " + ", ".join(words))
            line.textChanged.connect(self._look)
            self.lines[column.title] = line
            form.addRow(column.words, line)
        return inner

    def _accepted(self, column: Column) -> list[str]:
        """The words that a column takes; none where it takes any."""
        if column.name == "material":
            return list(self.catalogue.materials)
        return list(accepted(self.table, column))

    def _read(self, assumed: str = "") -> Row:
        """What is typed; where the figures come from may be ``assumed`` until it is said."""
        typed = {title: line.text().strip() for title, line in self.lines.items()}
        typed["source"] = typed["source"] or assumed
        if not self._id and own_id(typed["name"]) in getattr(self.catalogue, self.table):
            raise CatalogueError(f"there is a “{typed['name']}” already; choose another name")
        id = self._id or own_id(typed["name"])
        return read_own(self.table, {**typed, "id": id}, self.catalogue)

    def _look(self) -> None:
        """Draw what is entered as far as it goes, and say what is still in the way of it."""
        try:
            self.drawing.show_picture(picture(self.table, self._read("not said yet")))
        except CatalogueError:
            self.drawing.show_picture(None)
        self.trouble.setText("")

    def take(self) -> None:
        """Take the row, or say which column is wrong."""
        try:
            self.row = self._read()
        except CatalogueError as error:
            self.trouble.setText(str(error))
            return
        self.accept()
