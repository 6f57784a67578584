"""Fields in groups: a label and a pill for each."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QGridLayout, QVBoxLayout, QWidget

from hazel_lantern.app.pill import Pill
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import Flow, button, empty, label
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.rigs.asks import Group


class FieldSet(QWidget):
    """Groups side by side, as many as fit; built anew only when the fields themselves change."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.pills: dict[str, Pill] = {}
        self._groups: tuple[Group, ...] = ()
        self._counts: list[int] = []
        self._row = Flow(self, gap=20)

    def show_groups(self, groups: tuple[Group, ...]) -> None:
        """Show these groups, or refresh them."""
        same_rows = groups == self._groups and self._row_counts(groups) == self._counts
        if same_rows and all(self.session.has(path) for path in self.pills):
            for pill in self.pills.values():
                if pill.editor is None:
                    pill.refresh()
            return
        self._groups = groups
        self._counts = self._row_counts(groups)
        for pill in self.pills.values():
            pill.put_away()
        self.pills = {}
        empty(self._row)
        for group in groups:
            self._row.addWidget(self._rows(group) if group.rows else self._column(group))

    def _row_counts(self, groups: tuple[Group, ...]) -> list[int]:
        return [len(self.session.value(group.rows)) for group in groups if group.rows]

    def _column(self, group: Group) -> QWidget:
        column = QWidget()
        layout = QVBoxLayout(column)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(6)
        if group.title:
            heading = label(group.title)
            heading.setStyleSheet("font-weight: 600;")
            layout.addWidget(heading)
        grid = QGridLayout()
        grid.setHorizontalSpacing(10)
        grid.setVerticalSpacing(4)
        for row, path in enumerate(group.paths):
            pill = Pill(self.session, path, column)
            words = label(self.session.spec(path).label, "soft")
            words.setBuddy(pill)
            grid.addWidget(words, row, 0)
            grid.addWidget(pill, row, 1, Qt.AlignmentFlag.AlignLeft)
            self.pills[path] = pill
        layout.addLayout(grid)
        return column

    def _rows(self, group: Group) -> QWidget:
        """A list: a line of pills for each member, to take out and to add."""
        table = QWidget()
        grid = QGridLayout(table)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setHorizontalSpacing(10)
        grid.setVerticalSpacing(4)
        heading = label(group.title)
        heading.setStyleSheet("font-weight: 600;")
        grid.addWidget(heading, 0, 0, 1, len(group.paths) + 1)
        members = self.session.value(group.rows)
        for at in range(len(members)):
            for column, name in enumerate(group.paths):
                path = f"{group.rows}.{at}.{name}"
                if at == 0:
                    grid.addWidget(label(self.session.spec(path).label, "soft"), 1, column)
                self.pills[path] = Pill(self.session, path, table)
                grid.addWidget(self.pills[path], at + 2, column)
            out = button("take out", "link", partial(self._take_out, group.rows, at))
            grid.addWidget(out, at + 2, len(group.paths))
        more = button("Add one more", "link", partial(self._add, group.rows))
        grid.addWidget(more, len(members) + 2, 0, 1, 2, Qt.AlignmentFlag.AlignLeft)
        return table

    def _take_out(self, path: str, at: int) -> None:
        members = self.session.value(path)
        self._set_list(path, (*members[:at], *members[at + 1 :]), "take one out")

    def _add(self, path: str) -> None:
        """One more, like the last one."""
        new = self.session.new_member(path)
        self._set_list(path, (*self.session.value(path), new), "add one")

    def _set_list(self, path: str, members: tuple[object, ...], action: str) -> None:
        trouble = self.session.edit(Edit(path, members), action=action)
        self.session.message.emit(trouble, bool(trouble))
