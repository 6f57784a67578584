"""The set: moves by picture, the plan and its heights, and the frame beside them on a tab."""

from __future__ import annotations

from functools import partial

from PyQt6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from hazel_lantern.app.choice_popup import offer
from hazel_lantern.app.session import Session
from hazel_lantern.app.shot.pictures import Pictures
from hazel_lantern.app.shot.plan import SetDrawing
from hazel_lantern.app.shot.through import Through
from hazel_lantern.app.widgets import Tabbed, button, label, tip
from hazel_lantern.core.candidates import standing_in
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.framing.heights import heights_sketch
from hazel_lantern.core.framing.plan import plan_sketch
from hazel_lantern.core.parts import with_article
from hazel_lantern.core.shot import S
from hazel_lantern.core.shot.furnishing import KINDS, put_in
from hazel_lantern.core.shot.pictures import Picture

#: Pixels kept around plan and heights for pills: left, top, right, bottom.
PLAN_AROUND = (110, 34, 60, 44)
#: What a move that stays in places may have more of.
PLACE = "place to stay in"
HEIGHTS_AROUND = (14, 34, 14, 30)


def choose_picture(session: Session, picture: Picture) -> None:
    """Make the shot one of a picture; where the rig cannot make it, one that can stands in."""
    rig = session.rig
    if rig is None:
        return
    before = rig.family
    try:
        wanted = standing_in(rig, picture.edits(rig.shot), session.settings, session.workshop)
    except CannotBe as error:
        session.message.emit(str(error), True)
        return
    trouble = session.edit(*wanted, action=f"set the move to {picture.title}")
    found = session.assessment
    if trouble or found is None:
        session.message.emit(trouble, True)
        return
    session.go_to_mark(len(found.marks) // 2)
    words = picture.film
    if found.family.id != before.id:
        does, stands = with_article(before.title), with_article(found.family.title)
        words += f"; not for {does}: {stands} stands in"
    session.message.emit(words[0].upper() + words[1:] + ".", False)


def panel(title: QWidget, inside: QWidget) -> QWidget:
    """A paper panel with a head."""
    found = QWidget()
    found.setObjectName("panel")
    layout = QVBoxLayout(found)
    layout.setContentsMargins(12, 6, 12, 6)
    layout.setSpacing(4)
    layout.addWidget(title)
    layout.addWidget(inside, 1)
    return found


class SetStage(QWidget):
    """What the camera does, drawn; everything on it is dragged, typed or picked."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(10)
        head = QWidget()
        row = QHBoxLayout(head)
        row.setContentsMargins(0, 0, 0, 0)
        self.title = label("What should the camera do?", "title")
        row.addWidget(self.title, 1)
        row.addWidget(label("a picture, or draw it below", "small"))
        self.pictures = Pictures(session, partial(choose_picture, session))
        layout.addWidget(panel(head, self.pictures))
        self.plan = SetDrawing(session, plan_sketch, "The set from above", PLAN_AROUND)
        self.heights = SetDrawing(session, heights_sketch, "Heights of the set", HEIGHTS_AROUND)
        self.heights.setMinimumWidth(150)
        self.through = Through(session)
        self.views = Tabbed(
            [("The set, from above", self.plan), ("Through the lens", self.through)]
        )
        self.add = button("Put in…", "link", self._offer_things)
        tip(self.add, "A post, a table, a wall, a window, a door or a box on the set")
        self.take_out = button("Take out", "link", self._take_out)
        tip(self.take_out, "Take the thing held out of the set (Delete)")
        self.views.corner.addWidget(self.add)
        self.views.corner.addWidget(self.take_out)
        self.views.turned.connect(self._turned)
        below = QHBoxLayout()
        below.setSpacing(10)
        left = QWidget()
        left.setObjectName("panel")
        inside = QVBoxLayout(left)
        inside.setContentsMargins(12, 4, 12, 4)
        inside.addWidget(self.views)
        below.addWidget(left, 17)
        below.addWidget(panel(label("Heights", "title"), self.heights), 6)
        layout.addLayout(below, 1)
        self.plan.held_changed.connect(self._offer)
        session.changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """Light the picture in use, and offer what can be done."""
        self.pictures.refresh()
        self._offer()

    def _turned(self, at: int) -> None:
        for one in (self.add, self.take_out):
            one.setVisible(at == 0)

    def _offer(self) -> None:
        self.take_out.setEnabled(self.plan.held_member() is not None)

    def _offer_things(self) -> None:
        rig = self.session.rig
        assert rig is not None
        options: list[tuple[str, str]] = [(kind, kind) for kind in KINDS]
        if rig.shot.move.lists:
            options.insert(0, (PLACE, PLACE))
        offer(self.session, options, "", self.add, self.put_in)

    def put_in(self, kind: str) -> None:
        """Put a thing on the set; it is held, so that arrows move it at once."""
        rig = self.session.rig
        assert rig is not None
        if kind == PLACE:
            path, field = f"{S.move}.{rig.shot.move.lists[0]}", "along"
            new: object = self.session.new_member(path)
        else:
            path, field = S.things, "aside"
            new = put_in(rig.shot, kind)  # type: ignore[arg-type]
        members = self.session.value(path)
        trouble = self.session.edit(Edit(path, (*members, new)), action=f"put a {kind} in")
        self.session.message.emit(trouble, bool(trouble))
        if not trouble:
            self.plan.hold(f"{path}.{len(members)}.{field}")

    def _take_out(self) -> None:
        self.plan.take_out()
