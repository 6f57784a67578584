"""Settings of the project: units, money, margins."""

from __future__ import annotations

from typing import Any

from PyQt6.QtWidgets import QDialog, QGridLayout, QHBoxLayout, QLineEdit, QVBoxLayout, QWidget

from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import button, label
from hazel_lantern.core.fields import Edit, EditError, FieldSpec, apply, describe, read_field
from hazel_lantern.core.units import Style, write

FIELDS = {
    "denominator": "16 or 32: the finest part of an inch that is printed",
    "shop": "metric, inch or both: whose sizes the shops near you sell",
    "currency": "a sign or letters before prices",
    "price_factor": "catalogue prices are multiplied by this",
    "tight_margin": "a lamp this near to its limit burns tight",
    "hand_unsteady": "what a hand that pushes steadily wavers by; a few hundredths of its push",
    "hand_push": "a push at the lens; a lighter rig gets less, a heavier one more",
    "over_people": "yes or no: whether anything stands or hangs over people",
    "working_fraction": "how much of a stand's rating is used",
    "kerf": "what a saw cut takes away",
    "cut_price": "what a shop that cuts to size asks for each cut; 0: you saw",
    "circle": "the sharpness asked of the picture, for depth of field",
}


def _shown(spec: FieldSpec, value: Any, style: Style) -> str:
    """A setting as it stands in its line."""
    if spec.kind == "switch":
        return "yes" if value else "no"
    return str(value) if spec.kind in ("text", "choice") else write(value, spec.kind, style)


class SettingsDialog(QDialog):
    """A line for each setting; nothing changes until all can be read."""

    def __init__(self, session: Session, parent: QWidget) -> None:
        super().__init__(parent)
        self.session = session
        self.setWindowTitle("Settings of this project")
        layout = QVBoxLayout(self)
        layout.setContentsMargins(18, 14, 18, 14)
        grid = QGridLayout()
        self.lines: dict[str, QLineEdit] = {}
        for row, (name, words) in enumerate(FIELDS.items()):
            spec = describe(session.settings, name)
            value = getattr(session.settings, name)
            line = QLineEdit(_shown(spec, value, session.style))
            line.setAccessibleName(spec.label)
            line.setMinimumWidth(110)
            self.lines[name] = line
            grid.addWidget(label(spec.label), row, 0)
            grid.addWidget(line, row, 1)
            grid.addWidget(label(words, "small"), row, 2)
        layout.addLayout(grid)
        self.trouble = label("", "bad", wrap=True)
        layout.addWidget(self.trouble)
        buttons = QHBoxLayout()
        buttons.addStretch(1)
        buttons.addWidget(button("Leave it", on=self.reject))
        take = button("Use these", "lit", self.take)
        take.setDefault(True)
        buttons.addWidget(take)
        layout.addLayout(buttons)

    def take(self) -> None:
        """Use what stands in the lines, or say what cannot be used."""
        settings, edits = self.session.settings, []
        try:
            for name, line in self.lines.items():
                spec = describe(settings, name)
                now = getattr(settings, name)
                if line.text().strip() != _shown(spec, now, self.session.style):
                    value = read_field(settings, name, line.text(), self.session.style)
                    edits.append(Edit(f"settings.{name}", value))
            project = self.session.document.project
            apply(project, edits, self.session.style)
            self.session.document.edit_project(*edits)
        except EditError as error:
            self.trouble.setText(str(error))
            return
        self.accept()
