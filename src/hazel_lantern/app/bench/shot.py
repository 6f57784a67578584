"""Shot: the frame over the move with its figures, all fields of the shot, and what is carried."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QVBoxLayout, QWidget

from hazel_lantern.app.bench.base import Bench
from hazel_lantern.app.bench.load import LoadBench
from hazel_lantern.app.choice_popup import offer
from hazel_lantern.app.fieldset import FieldSet
from hazel_lantern.app.session import Session
from hazel_lantern.app.shot.screen import OnScreen
from hazel_lantern.app.widgets import Tabbed, button, label, scrolled, tip
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.rigs.asks import Group
from hazel_lantern.core.shot import S, Shot, Stay
from hazel_lantern.core.shot.capturing import captured
from hazel_lantern.core.units import write

PLACES = "Places to stay in, from the first"
L, U, R, A = S.lens, S.subject, S.room, S.aim
LENS = Group(
    "Lens",
    (L.focal, L.sensor, L.crop, L.frame_width, L.frame_height, L.f_number, L.exposure, L.focus),
)
AIM = Group("Aim", (A.kind, A.follows))
FROM_TO = Group("Aim", (A.kind, A.first, A.last, A.follows))
PLACE = ("Subject and room", (U.kind, U.height, U.distance, R.walls, R.length, R.height))
WALLED = (R.depth, R.aside, R.behind)
THINGS = Group(
    "Things on the set",
    ("name", "kind", "aside", "away", "width", "depth", "height", "base"),
    S.things,
)


def shot_groups(shot: Shot) -> tuple[Group, ...]:
    """All fields of a shot; which say the move depends on the move."""
    title, place = PLACE
    stays = [
        Group(PLACES, tuple(Stay.model_fields), f"{S.move}.{name}") for name in shot.move.lists
    ]
    more = WALLED if shot.room.walls == "walls" else ()
    return (
        Group("Move", shot.fields),
        *stays,
        LENS,
        FROM_TO if shot.aim.kind == "from one to another" else AIM,
        Group(title, (*place, *more)),
        THINGS,
    )


class ShotBench(Bench):
    """What the move gives on screen, all its figures, and what it carries."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        self.screen_ = OnScreen(session)
        self.screen_.figures.asked.connect(self.asked)
        self.fields = FieldSet(session)
        inner = QWidget()
        column = QVBoxLayout(inner)
        column.setContentsMargins(0, 0, 8, 0)
        column.addWidget(self.fields)
        self.modes = button("Take a capture mode of the camera…", "link", self._offer_modes)
        tip(self.modes, "Rate, frame, crop and buffer at once")
        column.addWidget(self.modes, 0, Qt.AlignmentFlag.AlignLeft)
        self._words = label("", "small", wrap=True)
        column.addWidget(self._words)
        column.addStretch(1)
        self.load = LoadBench(session, picture=True)
        self.pages = Tabbed(
            [
                ("On screen", self.screen_),
                ("All its figures", scrolled(inner)),
                ("What it carries", self.load),
            ]
        )
        self.pages.turned.connect(lambda _: self.refresh())
        layout.addWidget(self.pages)

    def refresh(self) -> None:
        """Show the page in front as the shot is now."""
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None:
            return
        carried = write(rig.load.centre().mass, "mass", self.session.style)
        self.pages.tabs[2].setText(f"What it carries: {carried}")
        if self.pages.current == 0:
            self.screen_.refresh()
        elif self.pages.current == 2:
            self.load.refresh()
        else:
            self._show_fields()

    def _offer_modes(self) -> None:
        rows = self.session.workshop.catalogue.modes.items()
        options = [(id, row.name) for id, row in rows]
        offer(self.session, options, "", self.modes, self.take_mode)

    def take_mode(self, id: str) -> None:
        """Capture as a mode of the catalogue does."""
        row = self.session.workshop.catalogue.find("modes", id)
        assert self.session.rig is not None
        edits = captured(self.session.rig.shot, row)
        trouble = self.session.edit(*edits, action=f"capture {row.name}")
        self.session.message.emit(trouble or f"Captured: {row.name}.", bool(trouble))

    def _show_fields(self) -> None:
        rig, found = self.session.rig, self.session.assessment
        assert rig is not None
        assert found is not None
        self.fields.show_groups((*shot_groups(rig.shot), *found.groups("Shot")))
        style, shot = self.session.style, rig.shot
        sensor = self.session.workshop.catalogue.find("sensors", shot.lens.sensor)
        used = shot.lens.used(sensor.width)
        wide = picture.coverage(shot.lens.focal, used, found.family.distance)
        angle = picture.field_of_view(shot.lens.focal, used)
        tall = wide * shot.lens.frame_height / shot.lens.frame_width
        near, far = picture.depth_of_field(
            shot.lens.focal, shot.lens.f_number, found.family.distance, self.session.settings.circle
        )
        top = float(found.traces["speed"].values.max()) if "speed" in found.traces else 0.0
        smear = picture.blur(found.focal_px, top, shot.lens.exposure, found.family.distance)
        behind = write(far, "length", style) if far < 1e6 else "as far as one sees"
        suits = rig.family.suits(shot)[1]
        self._words.setText(
            f"The lens sees {write(angle, 'angle', style)} across. At the subject the frame "
            f"covers {write(wide, 'length', style)} by "
            f"{write(tall, 'length', style)}; in focus from {write(near, 'length', style)} to "
            f"{behind}; smear at top speed {write(smear, 'px', style)}. "
            f"{rig.family.title}: {suits}."
        )
