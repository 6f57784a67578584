"""Shot: the move in film terms, and the frame at its start, middle and end."""

from __future__ import annotations

from PyQt6.QtCore import QRectF, QSize, Qt
from PyQt6.QtGui import QPainter, QPaintEvent
from PyQt6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.bench.base import Bench
from hazel_lantern.app.fieldset import FieldSet
from hazel_lantern.app.lens import LensPainter
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import label, scrolled
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.rigs.asks import Group
from hazel_lantern.core.shot import S, Shot
from hazel_lantern.core.units import write

L, U, R = S.lens, S.subject, S.room
LENS = Group("Lens", (L.focal, L.sensor, L.frame_width, L.frame_height, L.f_number, L.exposure))
PLACE = Group("Subject and room", (U.kind, U.height, U.distance, R.length, R.height))


def shot_groups(shot: Shot) -> tuple[Group, ...]:
    """All fields of a shot; which say the move depends on the move."""
    return Group("Move", shot.fields), LENS, PLACE


class Frames(QWidget):
    """The frame at start, middle and end, one below the other or side by side."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setAccessibleName("Frame at start, middle and end")
        self.setMinimumWidth(170)

    def sizeHint(self) -> QSize:
        """A tall strip."""
        return QSize(230, 240)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Three frames with their words."""
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None:
            return
        painter = QPainter(self)
        lens = LensPainter(rig, found, self.session.style)
        last = len(found.marks) - 1
        tall = self.height() > self.width() * 0.9
        for at, (words, mark) in enumerate((("start", 0), ("middle", last // 2), ("end", last))):
            if tall:
                step = self.height() / 3
                cell = QRectF(0, at * step, self.width(), step)
            else:
                step = self.width() / 3
                cell = QRectF(at * step, 0, step, self.height())
            frame = lens.fitted(cell.adjusted(52 if tall else 4, 3, -4, -3 if tall else -20))
            lens.paint(painter, frame, mark)
            painter.setFont(theme.font(12))
            painter.setPen(theme.colour("soft"))
            if tall:
                side = QRectF(cell.left(), frame.top(), frame.left() - 6 - cell.left(), 20)
                painter.drawText(side, Qt.AlignmentFlag.AlignRight, words)
            else:
                below = QRectF(frame.left(), frame.bottom() + 2, frame.width(), 18)
                painter.drawText(below, Qt.AlignmentFlag.AlignCenter, words)


class ShotBench(Bench):
    """Fields of the shot beside the frames."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        layout = QHBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(16)
        left = QVBoxLayout()
        self.fields = FieldSet(session)
        inner = QWidget()
        column = QVBoxLayout(inner)
        column.setContentsMargins(0, 0, 8, 0)
        column.addWidget(self.fields)
        self._words = label("", "small", wrap=True)
        column.addWidget(self._words)
        column.addStretch(1)
        left.addWidget(scrolled(inner))
        layout.addLayout(left, 4)
        self.frames = Frames(session)
        layout.addWidget(self.frames, 1)

    def refresh(self) -> None:
        """Show the shot as it is now."""
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None:
            return
        self.fields.show_groups((*shot_groups(rig.shot), *found.groups("Shot")))
        self.frames.update()
        style, shot = self.session.style, rig.shot
        sensor = self.session.workshop.catalogue.find("sensors", shot.lens.sensor)
        wide = picture.coverage(shot.lens.focal, sensor.width, found.family.distance)
        angle = picture.field_of_view(shot.lens.focal, sensor.width)
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
