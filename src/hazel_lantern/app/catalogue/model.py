"""Rows of a table for Qt's views: narrowed by what is typed, in the order of a column."""

from __future__ import annotations

from typing import Any

from PyQt6.QtCore import QAbstractTableModel, QModelIndex, Qt

from hazel_lantern.app import theme
from hazel_lantern.core.catalogue import Catalogue
from hazel_lantern.core.catalogue.columns import Column, cell, columns_of, value_in
from hazel_lantern.core.catalogue.rows import Row, Shop
from hazel_lantern.core.shop import sells

#: What is told beside the table, not in it.
BESIDE = ("id", "source")
#: What stands first, of what is told in it.
FIRST = ("name", "price")


def _aligned(column: Column) -> Qt.AlignmentFlag:
    side = Qt.AlignmentFlag.AlignRight if column.is_figure else Qt.AlignmentFlag.AlignLeft
    return side | Qt.AlignmentFlag.AlignVCenter


class RowsModel(QAbstractTableModel):
    """One table of a catalogue."""

    def __init__(self) -> None:
        super().__init__()
        self.columns: tuple[Column, ...] = ()
        self.rows: list[Row] = []
        self.many = 0
        self._all: list[tuple[str, set[str], Row]] = []
        self._words, self._own = "", False
        self._shop: Shop = "both"
        self._sorted_by: tuple[int, bool] | None = None

    def look_at(self, catalogue: Catalogue, table: str) -> None:
        """Show another table; what is typed narrows it too."""
        columns = columns_of(table)
        rows: dict[str, Row] = getattr(catalogue, table)
        shown = (column for column in columns if column.name not in BESIDE)
        self.columns = tuple(sorted(shown, key=lambda column: column.name not in FIRST))
        self._all = []
        for row in rows.values():
            cells = (cell(column, getattr(row, column.name)) for column in columns)
            text = " ".join(cells).casefold()
            self._all.append((text, set(text.replace('"', "").replace(";", "").split()), row))
        self.many, self._sorted_by = len(self._all), None
        self._anew()

    def narrow(self, words: str, shop: Shop = "both", own: bool = False) -> None:
        """Show rows that have each of the words in one of their cells, and a shop sells."""
        self._words, self._shop, self._own = words, shop, own
        self._anew()

    def _anew(self) -> None:
        words = self._words.casefold().split()
        self.beginResetModel()
        self.rows = [
            row
            for text, cells, row in self._all
            # A figure is one whole: 25 is not part of 1250.
            if all(word in (cells if word[0].isdigit() else text) for word in words)
            and sells(self._shop, row)
            and (row.own or not self._own)
        ]
        self._order()
        self.endResetModel()

    def sort(self, column: int, order: Qt.SortOrder = Qt.SortOrder.AscendingOrder) -> None:
        """Put the rows in the order of a column; without one in that of the file."""
        down = order == Qt.SortOrder.DescendingOrder
        self._sorted_by = (column, down) if 0 <= column < len(self.columns) else None
        self._anew()

    def _order(self) -> None:
        if self._sorted_by is None:
            return
        column, down = self.columns[self._sorted_by[0]], self._sorted_by[1]

        def key(row: Row) -> tuple[bool, float | str]:
            value = value_in(column, getattr(row, column.name))
            # What says nothing comes first, among words and among figures.
            return value != "", value.casefold() if isinstance(value, str) else value

        self.rows.sort(key=lambda row: key(row)[0])
        told = [row for row in self.rows if key(row)[0]]
        told.sort(key=key, reverse=down)
        silent = [row for row in self.rows if not key(row)[0]]
        self.rows = told + silent if down else silent + told

    def rowCount(self, parent: QModelIndex | None = None) -> int:
        """Rows that are shown."""
        return 0 if parent is not None and parent.isValid() else len(self.rows)

    def columnCount(self, parent: QModelIndex | None = None) -> int:
        """Columns of the table."""
        return 0 if parent is not None and parent.isValid() else len(self.columns)

    def headerData(
        self, section: int, way: Qt.Orientation, role: int = Qt.ItemDataRole.DisplayRole
    ) -> Any:
        """What a column is called, with its unit."""
        if way != Qt.Orientation.Horizontal:
            return None
        column = self.columns[section]
        if role == Qt.ItemDataRole.DisplayRole:
            return column.words
        return _aligned(column) if role == Qt.ItemDataRole.TextAlignmentRole else None

    def data(self, index: QModelIndex, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        """A cell as it stands in the file; own rows stand out."""
        row, column = self.rows[index.row()], self.columns[index.column()]
        if role == Qt.ItemDataRole.DisplayRole:
            return cell(column, getattr(row, column.name))
        if role == Qt.ItemDataRole.TextAlignmentRole:
            return _aligned(column)
        if role == Qt.ItemDataRole.FontRole and row.own:
            return theme.font(13, bold=True)
        return None
