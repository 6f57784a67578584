"""Changing a lamp's limit for this project, or going back to the default."""

from __future__ import annotations

from PyQt6.QtWidgets import QDialog, QHBoxLayout, QLineEdit, QVBoxLayout, QWidget

from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import button, label
from hazel_lantern.core.fields import Edit, EditError
from hazel_lantern.core.lamps import Lamp
from hazel_lantern.core.units import ReadError, read, write


class LimitDialog(QDialog):
    """Asks for a limit; says where the default comes from."""

    def __init__(self, session: Session, lamp: Lamp, parent: QWidget) -> None:
        super().__init__(parent)
        self.session, self.lamp = session, lamp
        self.setWindowTitle(f"Limit: {lamp.spec.name}")
        layout = QVBoxLayout(self)
        layout.setContentsMargins(16, 14, 16, 14)
        layout.addWidget(label(lamp.spec.name, "title"))
        layout.addWidget(label(f"The default: {lamp.spec.source}.", "soft", wrap=True))
        row = QHBoxLayout()
        row.addWidget(label(f"The value is to be {lamp.spec.sense}"))
        self.line = QLineEdit(write(lamp.limit, lamp.spec.kind, session.style))
        self.line.setAccessibleName("Limit")
        self.line.selectAll()
        row.addWidget(self.line)
        layout.addLayout(row)
        self.trouble = label("", "bad", wrap=True)
        layout.addWidget(self.trouble)
        buttons = QHBoxLayout()
        back = button("Back to the default", on=self._default)
        back.setEnabled(lamp.id in session.settings.limits)
        buttons.addWidget(back)
        buttons.addStretch(1)
        buttons.addWidget(button("Leave it", on=self.reject))
        take = button("Use this limit", "lit", self._take)
        take.setDefault(True)
        buttons.addWidget(take)
        layout.addLayout(buttons)
        self.setMinimumWidth(420)

    def _take(self) -> None:
        try:
            value = read(self.line.text(), self.lamp.spec.kind, self.session.style)
            self._keep({**self.session.settings.limits, self.lamp.id: value})
        except (ReadError, EditError) as error:
            self.trouble.setText(str(error))
            return
        self.accept()

    def _default(self) -> None:
        limits = dict(self.session.settings.limits)
        limits.pop(self.lamp.id, None)
        self._keep(limits)
        self.accept()

    def _keep(self, limits: dict[str, float]) -> None:
        self.session.document.edit_project(
            Edit("settings.limits", limits), action=f"limit of {self.lamp.spec.name.lower()}"
        )


def change_limit(session: Session, lamp: Lamp, parent: QWidget) -> None:
    """Ask for another limit."""
    LimitDialog(session, lamp, parent.window() or parent).exec()
