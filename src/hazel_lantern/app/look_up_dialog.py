"""What has to be looked up for a rig, all in one place: ticked off with who says so."""

from __future__ import annotations

from PyQt6.QtWidgets import QDialog, QFrame, QHBoxLayout, QLineEdit, QVBoxLayout, QWidget

from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import button, label, scrolled
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lamps import LookedUp, LookUp

NOTHING = "There is nothing to look up for this rig."
INTRO = (
    "Nobody can work these out from a drawing. Find each one out, and write down who says so: a "
    "data sheet, an owner, a competent person. Leave the line empty while it is not known."
)


class LookUpDialog(QDialog):
    """Each question with its figure, and a line for who answers it."""

    def __init__(self, session: Session, parent: QWidget) -> None:
        super().__init__(parent)
        self.session = session
        found, rig = session.assessment, session.rig
        self._asked = {one.id: one for one in found.asked} if found is not None else {}
        self._before = () if rig is None else rig.looked_up
        self.setWindowTitle("To look up")
        self.resize(560, 420)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(18, 14, 18, 14)
        layout.addWidget(label("To look up", "title"))
        layout.addWidget(label(INTRO if self._asked else NOTHING, "soft", wrap=True))
        self.lines: dict[str, QLineEdit] = {}
        inner = QFrame()
        rows = QVBoxLayout(inner)
        rows.setSpacing(6)
        for one in self._asked.values():
            rows.addWidget(label(one.ask(session.style), wrap=True))
            line = QLineEdit(self._said(one))
            line.setPlaceholderText("Who says so")
            line.setMaxLength(80)
            line.setAccessibleName(f"Who says so: {one.name}")
            rows.addWidget(line)
            self.lines[one.id] = line
        rows.addStretch(1)
        layout.addWidget(scrolled(inner), 1)
        foot = QHBoxLayout()
        foot.addStretch(1)
        foot.addWidget(button("Cancel", on=self.reject))
        take = button("Apply", "lit", self._take)
        take.setDefault(True)
        foot.addWidget(take)
        layout.addLayout(foot)

    def _said(self, one: LookUp) -> str:
        """Who has said so, of no less than is asked now."""
        was = one.answer(self._before)
        return was.by if was else ""

    def _take(self) -> None:
        # What was said of something that is not asked now may be asked again: it is kept.
        kept = [one for one in self._before if one.id not in self._asked]
        for id, line in self.lines.items():
            asked, by = self._asked[id], line.text().strip()
            was = asked.answer(self._before)
            if was is not None and was.by == by:
                kept.append(was)
            elif by:
                kept.append(LookedUp(id=id, by=by, least=asked.least))
        if tuple(kept) != self._before:
            trouble = self.session.edit(Edit("looked_up", tuple(kept)), action="what was looked up")
            if trouble:
                self.session.message.emit(trouble, True)
                return
        self.accept()


def look_up(session: Session, parent: QWidget) -> None:
    """Show what has to be looked up, and take who says so."""
    LookUpDialog(session, parent.window() or parent).exec()
