"""A new rig: what should the camera do, what does it carry, and which rig can do it?"""

from __future__ import annotations

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtWidgets import QHBoxLayout, QSplitter, QVBoxLayout, QWidget

from hazel_lantern.app.bench.shot import ShotBench
from hazel_lantern.app.session import Session
from hazel_lantern.app.shot.cards import Cards
from hazel_lantern.app.shot.set_stage import SetStage
from hazel_lantern.app.widgets import button
from hazel_lantern.core.candidates import Candidate, able, standing_in
from hazel_lantern.core.fields import Edit, apply
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.project.model import Project, Rig
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import S, Shot
from hazel_lantern.core.shot.moves import turned_to, ways
from hazel_lantern.core.shot.pictures import PICTURES

#: What most makers carry; to be changed at once.
USUAL = ("head-ball", "plate", "body-small", "lens-prime")
SIDE = 336
#: What a first rig may cost with nothing owned; it stands beside the cards, to be changed.
BUDGET = 200.0


class Scratch(Session):
    """The answers so far; a family that can make the move stands in for the one not chosen."""

    def __init__(self, rig: Rig, around: Session) -> None:
        self._around = around
        super().__init__(Project(name="scratch", rigs=(rig,)), around.workshop)
        around.changed.connect(self._follow)

    def _follow(self) -> None:
        """Settings and what the maker has may be others now."""
        if self.workshop is self._around.workshop:
            self._on_change()
        else:
            self.set_workshop(self._around.workshop)

    @property
    def settings(self) -> Settings:
        """Of the project that the rig is started for."""
        return self._around.settings

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
            edits = (Edit(S.move, turned_to(rig.shot.move, value)),)
            wanted = standing_in(rig, edits, self.settings, self.workshop)
            return self.edit(*wanted, action="set direction")
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
        first = able(Shot())[0]
        load = Load(items=tuple(items))
        rig = Rig(name="scratch", load=load, design=first.design_type(), budget=BUDGET)
        usual = standing_in(rig, PICTURES[0].edits(rig.shot), session.settings, session.workshop)
        self.scratch = Scratch(apply(rig, usual), session)
        self.scratch.setParent(self)
        self.scratch.message.connect(session.message)
        layout = QHBoxLayout(self)
        layout.setContentsMargins(10, 10, 10, 10)
        layout.setSpacing(10)
        self.set_stage = SetStage(self.scratch)
        self.bench = ShotBench(self.scratch)
        bench_panel = QWidget()
        bench_panel.setObjectName("panel")
        inside = QVBoxLayout(bench_panel)
        inside.setContentsMargins(14, 8, 14, 10)
        inside.addWidget(self.bench)
        splitter = QSplitter(Qt.Orientation.Vertical)
        splitter.setHandleWidth(10)
        splitter.setChildrenCollapsible(False)
        splitter.addWidget(self.set_stage)
        splitter.addWidget(bench_panel)
        splitter.setStretchFactor(0, 1)
        splitter.setStretchFactor(1, 1)
        splitter.setSizes([470, 248])
        layout.addWidget(splitter, 1)
        side = QWidget()
        side.setObjectName("panel")
        side.setFixedWidth(SIDE)
        column = QVBoxLayout(side)
        column.setContentsMargins(0, 0, 0, 8)
        self.cards = Cards(self.scratch, own=False)
        self.cards.taken.connect(self._take)
        column.addWidget(self.cards, 1)
        self.leave = button("Leave it", "link", self.left.emit)
        column.addWidget(self.leave, 0, Qt.AlignmentFlag.AlignHCenter)
        layout.addWidget(side)
        self.scratch.changed.connect(self.bench.refresh)
        self.bench.refresh()

    def _take(self, one: object) -> None:
        """The drafted rig; the document sees to it that its name is its own."""
        assert isinstance(one, Candidate)
        assert one.rig is not None
        self.drafted.emit(one.rig)
