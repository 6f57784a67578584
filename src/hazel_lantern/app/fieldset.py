"""Fields in groups: a label and a pill for each."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QGridLayout, QVBoxLayout, QWidget

from hazel_lantern.app.pill import Pill
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import Flow, empty, label
from hazel_lantern.core.rigs.family import Group


class FieldSet(QWidget):
    """Groups side by side, as many as fit; built anew only when the fields themselves change."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.pills: dict[str, Pill] = {}
        self._groups: tuple[Group, ...] = ()
        self._row = Flow(self, gap=20)

    def show_groups(self, groups: tuple[Group, ...]) -> None:
        """Show these groups, or refresh them."""
        if groups == self._groups and all(self._known(path) for path in self.pills):
            for pill in self.pills.values():
                if pill.editor is None:
                    pill.refresh()
            return
        self._groups = groups
        self.pills = {}
        empty(self._row)
        for group in groups:
            self._row.addWidget(self._column(group))

    def _known(self, path: str) -> bool:
        try:
            self.session.spec(path)
        except KeyError:
            return False
        return True

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
