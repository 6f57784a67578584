"""A new rig: what should the camera do, and what does it carry?"""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QGridLayout, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from hazel_lantern.app.bench.load import LoadBench
from hazel_lantern.app.bench.shot import Frames, shot_groups
from hazel_lantern.app.fieldset import FieldSet
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import button, label, scrolled
from hazel_lantern.app.workers import Worker
from hazel_lantern.core.drafts import draft_rig
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.project.model import Project, Rig
from hazel_lantern.core.rigs import AnyFamily, families
from hazel_lantern.core.shot import S, Shot
from hazel_lantern.core.shot.moves import turned_to, ways

#: What most makers carry; to be changed at once.
USUAL = ("head-ball", "plate", "body-small", "lens-prime")


def able(shot: Shot) -> AnyFamily:
    """The family best suited to a shot, of those that make its move."""
    return max(
        (one for one in families().values() if isinstance(shot.move, one.moves)),
        key=lambda one: one.suits(shot)[0],
    )


class Scratch(Session):
    """The answers so far; a family that can make the move stands in for the one not chosen."""

    def options(self, path: str) -> list[tuple[str, str]]:
        """Any move, whichever family stands in."""
        if path == S.move.way:
            return [(way, way) for way in ways()]
        return super().options(path)

    def choose(self, path: str, value: str) -> str:
        """Another move may need another family to show it."""
        rig = self.rig
        assert rig is not None
        if path == S.move.way:
            move = turned_to(rig.shot.move, value)
            if not isinstance(move, rig.family.moves):
                shot = rig.shot.model_copy(update={"move": move})
                edits = (Edit(S.move, move), Edit("design", able(shot).design_type()))
                return self.edit(*edits, action="set direction")
        return super().choose(path, value)


class NewRigPage(QWidget):
    """The one question of the empty state; its answers make a first draft."""

    drafted = pyqtSignal(object)
    left = pyqtSignal()

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setObjectName("desk")
        listed = session.workshop.catalogue.items
        items = [LoadItem.of(listed[id]) for id in USUAL]
        first = able(Shot())
        rig = Rig(name="scratch", load=Load(items=tuple(items)), design=first.design_type())
        project = Project(name="scratch", settings=session.settings, rigs=(rig,))
        self.scratch = Scratch(project, session.workshop)
        self.scratch.setParent(self)
        self.scratch.message.connect(session.message)
        self.worker = Worker(self)
        self.worker.done.connect(self.drafted)
        self.worker.failed.connect(lambda why: session.message.emit(why, True))
        layout = QVBoxLayout(self)
        layout.setContentsMargins(28, 18, 28, 18)
        layout.setSpacing(10)
        self._title = QLabel("What should the camera do?")
        self._title.setStyleSheet("font-size: 24px; font-weight: 600;")
        layout.addWidget(self._title)
        layout.addWidget(
            label(
                "Say the move, the lens, the subject and the room, then what it carries. "
                "Anything not known can stay as it is and be changed later.",
                "soft",
                wrap=True,
            )
        )
        panel = QWidget()
        panel.setObjectName("panel")
        inside = QHBoxLayout(panel)
        inside.setContentsMargins(16, 12, 16, 12)
        self.fields = FieldSet(self.scratch)
        inside.addWidget(scrolled(self.fields), 3)
        self.frames = Frames(self.scratch)
        inside.addWidget(self.frames, 1)
        layout.addWidget(panel, 5)
        carries = QWidget()
        carries.setObjectName("panel")
        carries_layout = QVBoxLayout(carries)
        carries_layout.setContentsMargins(16, 10, 16, 10)
        carries_layout.addWidget(label("What does it carry?", "title"))
        self.load = LoadBench(self.scratch)
        carries_layout.addWidget(self.load, 1)
        layout.addWidget(carries, 5)
        self._families = QGridLayout()
        self._families.setHorizontalSpacing(10)
        self._families.setVerticalSpacing(4)
        foot = QHBoxLayout()
        foot.addLayout(self._families, 1)
        self.leave = button("Leave it", on=self.left.emit)
        foot.addWidget(self.leave)
        layout.addLayout(foot)
        self.draft_buttons: dict[str, QPushButton] = {}
        self._reasons: dict[str, QLabel] = {}
        self._offer_families()
        self.scratch.changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """Show the answers, and why each family suits them."""
        rig = self.scratch.rig
        assert rig is not None
        self.fields.show_groups(shot_groups(rig.shot))
        self.frames.update()
        self.load.refresh()
        order = sorted(families().values(), key=lambda one: -one.suits(rig.shot)[0])
        for place, family in enumerate(order):
            self._reasons[family.id].setText(family.suits(rig.shot)[1])
            self.draft_buttons[family.id].setEnabled(isinstance(rig.shot.move, family.moves))
            self._families.addWidget(self.draft_buttons[family.id], place, 0)
            self._families.addWidget(self._reasons[family.id], place, 1)

    def _offer_families(self) -> None:
        """A button and a reason for each family; `refresh` puts the best suited first."""
        for family in families().values():
            name = family.title.lower()
            article = "an" if name[0] in "aeiou" else "a"
            draft = button(f"Draft {article} {name}", "lit", partial(self.draft, family))
            self.draft_buttons[family.id] = draft
            self._reasons[family.id] = label("", "small")
        self._families.setColumnStretch(1, 1)

    def draft(self, family: AnyFamily) -> None:
        """Make the first draft off the window's thread."""
        project, rig = self.session.document.project, self.scratch.rig
        assert rig is not None
        taken = {one.name for one in project.rigs}
        base = f"{family.title} for {rig.shot.move.way}"
        name = next(n for n in (base, *(f"{base} {i}" for i in range(2, 99))) if n not in taken)
        for draft in self.draft_buttons.values():
            draft.setEnabled(False)
            draft.setText("Drafting…")
        settings, workshop = self.session.settings, self.session.workshop
        self.worker.ask(
            lambda stop, progress: draft_rig(family, name, rig, settings, workshop), wait=0
        )
