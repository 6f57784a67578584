"""Rows of the catalogue that the project has otherwise than the maker: which are to be taken."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial

from PyQt6.QtWidgets import QDialog, QHBoxLayout, QVBoxLayout, QWidget

from hazel_lantern.app.bench.build import fill, table
from hazel_lantern.app.widgets import button, label
from hazel_lantern.core.catalogue.carried import Difference
from hazel_lantern.core.catalogue.columns import cell, columns_of

THEIRS, OURS = "the project's", "mine"


class RowsDialog(QDialog):
    """Each row side by side: as the project has it, and as the maker's catalogue does."""

    def __init__(self, found: Sequence[Difference], parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.found = found
        #: Table and id of those that are taken from the maker's catalogue.
        self.ours: set[tuple[str, str]] = set()
        self.setWindowTitle("Other figures in the project")
        self.resize(760, 420)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(18, 14, 18, 14)
        layout.addWidget(label("This project was made with other figures than yours", "title"))
        words = (
            "Its figures are shown now. Take yours where they are better; the rig is worked out "
            "anew. What you decide is kept when you save."
        )
        layout.addWidget(label(words, "soft", wrap=True))
        self.table = table(("Part", "Figure", "In the project", "In my catalogue", "Take"))
        self._first: list[int] = []
        rows: list[tuple[str, ...]] = []
        for one in found:
            self._first.append(len(rows))
            by_name = {column.name: column for column in columns_of(one.carried.table)}
            name = one.ours.name or one.ours.id
            if not one.carried.as_written:
                name += " (changed in the file by hand)"
            for at, (field, theirs, ours) in enumerate(one.figures):
                column = by_name[field]
                shown = (column.words, cell(column, theirs) or "–", cell(column, ours) or "–")
                rows.append((name if at == 0 else "", *shown, ""))
        fill(self.table, rows)
        self.takes = [button(THEIRS, on=partial(self.turn, at)) for at in range(len(found))]
        for at, (line, take) in enumerate(zip(self._first, self.takes, strict=True)):
            take.setAccessibleName(f"Which figures of {rows[line][0]} to take")
            self.table.setCellWidget(self._first[at], 4, take)
        layout.addWidget(self.table, 1)
        foot = QHBoxLayout()
        foot.addWidget(button("All as in my catalogue", on=partial(self.turn_all, True)))
        foot.addWidget(button("All as in the project", on=partial(self.turn_all, False)))
        foot.addStretch(1)
        go_on = button("Go on with these", "lit", self.accept)
        go_on.setDefault(True)
        foot.addWidget(go_on)
        layout.addLayout(foot)

    def _show(self) -> None:
        for one, take in zip(self.found, self.takes, strict=True):
            take.setText(OURS if self._key(one) in self.ours else THEIRS)

    @staticmethod
    def _key(one: Difference) -> tuple[str, str]:
        return one.carried.table, one.ours.id

    def turn(self, at: int) -> None:
        """Take the other figures of one row."""
        self.ours ^= {self._key(self.found[at])}
        self._show()

    def turn_all(self, ours: bool) -> None:
        """Take all from one of both."""
        self.ours = {self._key(one) for one in self.found} if ours else set()
        self._show()


def ask_which(window: QWidget, found: Sequence[Difference]) -> set[tuple[str, str]] | None:
    """Ask which rows to take from the maker's catalogue; None where it is left undecided."""
    dialog = RowsDialog(found, window)
    return dialog.ours if dialog.exec() == QDialog.DialogCode.Accepted else None
