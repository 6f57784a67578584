"""What the camera frames: pinhole projection of floor, subject and marks."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray
from PyQt6.QtCore import QLineF, QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QColor, QPainter, QPaintEvent, QPen, QPolygonF, QResizeEvent
from PyQt6.QtWidgets import QPushButton, QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.session import Session
from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.poses import Poses
from hazel_lantern.core.project.model import Rig
from hazel_lantern.core.rigs.kit.drawing import standing_figure
from hazel_lantern.core.sketch import Disc, Shape
from hazel_lantern.core.units import Style, write

Array = picture.Array
NEAR = 0.05
#: A lens that looks down so steeply sees floor only: the upright part of where it looks.
DOWN = -0.8
FLOOR = "#6A5745"
#: Fill of what stands before the lens, by its role.
SOLIDS = {"timber": "#B08B5E", "metal": "#A39C90", "stand": "#8F8675", "figure": "#D9C7AC"}
#: Round figures by which shake is drawn larger, and how far it may then go, pixels.
LARGER = (1, 2, 5, 10, 20, 50, 100, 200, 500, 1000)
MOST_SHAKEN = 14.0


def _seated(height: float) -> list[list[tuple[float, float]]]:
    h = height
    return [
        [(-0.16 * h, 0), (0.16 * h, 0), (0.17 * h, 0.36 * h), (-0.17 * h, 0.36 * h)],
        [(-0.17 * h, 0.36 * h), (0.17 * h, 0.36 * h), (0.16 * h, 0.75 * h), (-0.16 * h, 0.75 * h)],
        _round(0, 0.88 * h, 0.075 * h, 0.1 * h),
    ]


def _round(x: float, y: float, rx: float, ry: float) -> list[tuple[float, float]]:
    turns = np.linspace(0, 2 * math.pi, 21)[:-1]
    return [(x + rx * math.cos(t), y + ry * math.sin(t)) for t in turns]


def subject_outlines(kind: str, height: float) -> list[list[tuple[float, float]]]:
    """Flat outlines of a subject facing the lens, m from its foot: right and up."""
    if kind == "seated person":
        return _seated(height)
    if kind == "table-top object":
        w = 0.35 * height
        neck = 0.45 * w
        return [
            [
                (-w, 0),
                (w, 0),
                (w, 0.55 * height),
                (neck, 0.7 * height),
                (neck, height),
                (-neck, height),
                (-neck, 0.7 * height),
                (-w, 0.55 * height),
            ]
        ]
    found = []
    for thing in standing_figure(0.0, height):
        assert isinstance(thing, (Shape, Disc))
        if isinstance(thing, Shape):
            found.append(list(thing.points))
    return found


class LensPainter:
    """Paints the frame at one mark into an area of that frame's shape.

    Given a ``time`` it stands between two marks; ``enlarged`` tells how many times larger than
    it is the shake is added, if at all.
    """

    def __init__(
        self,
        rig: Rig,
        assessment: Assessment,
        style: Style,
        turn: float | None = None,
        time: float | None = None,
        enlarged: float = 0.0,
    ) -> None:
        self.rig, self.assessment, self.style = rig, assessment, style
        self._turn, self._time, self._enlarged = turn, time, enlarged
        lens = rig.shot.lens
        self.frame = (lens.frame_width, lens.frame_height)

    def fitted(self, area: QRectF) -> QRectF:
        """The largest box of the frame's shape in an area."""
        width, height = self.frame
        scale = min(area.width() / width, area.height() / height)
        box = QRectF(0, 0, width * scale, height * scale)
        box.moveCenter(area.center())
        return box

    def _pose(self, poses: Poses, mark: int) -> tuple[Array, Array]:
        look, eye = float(poses.look[mark]), poses.eye[mark]
        pitch, roll = float(poses.pitch[mark]), float(poses.roll[mark])
        if self._time is not None:
            times = self.assessment.times
            look, pitch, roll = (
                float(np.interp(self._time, times, row))
                for row in (poses.look, poses.pitch, poses.roll)
            )
            eye = np.array([np.interp(self._time, times, row) for row in poses.eye.T])
        shake = self.assessment.shake
        if shake is not None and self._enlarged and poses is self.assessment.poses:
            moment = float(self.assessment.times[mark]) if self._time is None else self._time
            lift, nose, lean = shake.at(moment)
            eye = eye + np.array([0.0, 0.0, self._enlarged * lift])
            pitch, roll = pitch + self._enlarged * nose, roll + self._enlarged * lean
        turn = self.assessment.turn
        if turn is not None and self._turn is not None:
            more = self._turn - float(turn.planned[mark])
            pivot = np.array([*turn.pivot, 0.0])
            cos, sin = math.cos(more), math.sin(more)
            about = np.array([[cos, -sin, 0.0], [sin, cos, 0.0], [0.0, 0.0, 1.0]])
            look, eye = look + more, pivot + about @ (eye - pivot)
        axes = picture.rotation(look, pitch, roll)
        return eye, axes

    def paint(self, painter: QPainter, area: QRectF, mark: int) -> None:
        """Sky, floor with its grid, subject, and where it would be without any bending."""
        box = self.fitted(area)
        painter.save()
        painter.setClipRect(box)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        eye, axes = self._pose(self.assessment.poses, mark)
        self._ground(painter, box, eye, axes)
        if self.assessment.scenery:
            self._scenery(painter, box, eye, axes)
        else:
            self._subject(painter, box, eye, axes)
        self._crosses(painter, box, mark)
        painter.restore()

    def _to_box(self, box: QRectF, seen: Sequence[float] | Array) -> QPointF:
        scale = box.width() / self.frame[0]
        return QPointF(box.center().x() + seen[0] * scale, box.center().y() - seen[1] * scale)

    def _ground(self, painter: QPainter, box: QRectF, eye: Array, axes: Array) -> None:
        down = bool(axes[2][2] < DOWN)
        painter.fillRect(box, QColor(FLOOR if down else "#7F9296"))
        far = None if down else self._line(box, eye, axes, axes[2] * [1, 1, 0], 4000.0)
        if far is not None:
            left, right = far
            floor = QPolygonF(
                [
                    left,
                    right,
                    QPointF(box.right() + 9e3, box.bottom() + 9e3),
                    QPointF(box.left() - 9e3, box.bottom() + 9e3),
                ]
            )
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(QColor(FLOOR))
            painter.drawPolygon(floor)
        painter.setPen(QPen(QColor(240, 228, 205, 70), 1))
        starts, ends = _grid(np.round(self.assessment.subject[:2]))
        starts, ends, seen = _clip_near(starts, ends, eye, axes)
        focal = self.assessment.focal_px
        from_px, _ = picture.project(starts, eye, axes, focal)
        to_px, _ = picture.project(ends, eye, axes, focal)
        scale, middle = box.width() / self.frame[0], box.center()
        both = np.concatenate([from_px[seen], to_px[seen]], axis=1) * scale
        both = both * [1, -1, 1, -1] + [middle.x(), middle.y()] * 2
        lines = [QLineF(*ends) for ends in both.tolist()]
        if lines:
            painter.drawLines(*lines)

    def _line(
        self, box: QRectF, eye: Array, axes: Array, ahead: Array, far: float
    ) -> tuple[QPointF, QPointF] | None:
        """The horizon: two floor points very far ahead, to the left and to the right."""
        level = ahead / max(float(np.linalg.norm(ahead)), 1e-9)
        side = np.array([level[1], -level[0], 0.0])
        base = np.array([eye[0], eye[1], 0.0])
        points = np.stack([base + far * (level - 3 * side), base + far * (level + 3 * side)])
        seen, depth = picture.project(points, eye, axes, self.assessment.focal_px)
        if (depth < NEAR).any():
            return None
        return self._to_box(box, seen[0]), self._to_box(box, seen[1])

    def _scenery(self, painter: QPainter, box: QRectF, eye: Array, axes: Array) -> None:
        """Boxes, the farthest first, each by the faces that are turned here."""
        painter.setPen(QPen(QColor(40, 30, 20, 120), 1))
        solids = self.assessment.scenery
        for one in sorted(solids, key=lambda one: -float(np.linalg.norm(one.high - eye))):
            fill = QColor(SOLIDS.get(one.role, "#8C6A45"))
            for corners, top in one.faces(eye):
                seen, depth = picture.project(corners, eye, axes, self.assessment.focal_px)
                if (depth > NEAR).all():
                    painter.setBrush(fill if top else fill.darker(125))
                    painter.drawPolygon(QPolygonF([self._to_box(box, at) for at in seen.tolist()]))

    def _subject(self, painter: QPainter, box: QRectF, eye: Array, axes: Array) -> None:
        subject = self.rig.shot.subject
        foot = self.assessment.subject
        facing = axes[0] * [1, 1, 0]
        facing = facing / max(float(np.linalg.norm(facing)), 1e-9)
        painter.setPen(Qt.PenStyle.NoPen)
        if subject.base > 0:
            table = [(-0.6, -0.03), (0.6, -0.03), (0.6, 0.0), (-0.6, 0.0)]
            self._flat(painter, box, eye, axes, foot, facing, table, QColor("#8C6A45"))
        for outline in subject_outlines(subject.kind, subject.height):
            self._flat(painter, box, eye, axes, foot, facing, outline, QColor("#D9C7AC"))

    def _flat(
        self,
        painter: QPainter,
        box: QRectF,
        eye: Array,
        axes: Array,
        foot: Array,
        facing: Array,
        outline: list[tuple[float, float]],
        fill: QColor,
    ) -> None:
        flat = np.array(outline)
        points = foot + flat[:, :1] * facing + flat[:, 1:] * [0.0, 0.0, 1.0]
        seen, depth = picture.project(points, eye, axes, self.assessment.focal_px)
        if (depth > NEAR).all():
            painter.setBrush(fill)
            painter.drawPolygon(QPolygonF([self._to_box(box, at) for at in seen.tolist()]))

    def aim(self) -> Array:
        """The point of the subject that is watched for drift."""
        return self.assessment.family.aim()

    def wander(self, mark: int) -> Array:
        """How far the aim point is from where it is wanted, (2,) px."""
        seen = []
        for poses in (self.assessment.poses, self.assessment.wanted):
            eye, axes = self._pose(poses, mark)
            at, _ = picture.project(self.aim()[None], eye, axes, self.assessment.focal_px)
            seen.append(at[0])
        return np.asarray(seen[0] - seen[1])

    def _crosses(self, painter: QPainter, box: QRectF, mark: int) -> None:
        """The aim point where it is wanted, and where it is."""
        for poses, ink, size in (
            (self.assessment.wanted, QColor(255, 255, 255, 150), 9),
            (self.assessment.poses, QColor(theme.current().glow), 6),
        ):
            eye, axes = self._pose(poses, mark)
            seen, depth = picture.project(self.aim()[None], eye, axes, self.assessment.focal_px)
            if depth[0] < NEAR:
                continue
            at = self._to_box(box, seen[0])
            painter.setPen(QPen(ink, 1.6))
            painter.drawLine(at - QPointF(size, 0), at + QPointF(size, 0))
            painter.drawLine(at - QPointF(0, size), at + QPointF(0, size))


def _grid(centre: Array, reach: int = 6) -> tuple[Array, Array]:
    """Ends of the lines of a floor grid of 1 m, each (lines, 3)."""
    steps = np.arange(-reach, reach + 1.0)
    level, far = np.zeros_like(steps), np.full_like(steps, reach)
    middle = np.array([*centre, 0.0])
    starts = np.concatenate([np.stack([steps, -far, level], 1), np.stack([-far, steps, level], 1)])
    ends = np.concatenate([np.stack([steps, far, level], 1), np.stack([far, steps, level], 1)])
    return starts + middle, ends + middle


def _clip_near(
    starts: Array, ends: Array, eye: Array, axes: Array
) -> tuple[Array, Array, NDArray[np.bool_]]:
    """The parts of lines in front of the lens, and which lines have such a part."""
    first, last = (starts - eye) @ axes[2], (ends - eye) @ axes[2]
    step = np.where(np.abs(last - first) < 1e-12, 1e-12, last - first)
    share = ((NEAR - first) / step)[:, None]
    crossing = starts + share * (ends - starts)
    clipped = np.where((first < NEAR)[:, None], crossing, starts)
    other = np.where((last < NEAR)[:, None], crossing, ends)
    return clipped, other, (first >= NEAR) | (last >= NEAR)


class LensView(QWidget):
    """The lens view beside the lamps, with its caption."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setMinimumHeight(150)
        self.setAccessibleName("What the camera frames here")
        self.shake = QPushButton("shake", self)
        self.shake.setCheckable(True)
        self.shake.setProperty("role", "husk")
        self.shake.setToolTip("Show what else moves the picture; play the move to see it")
        self.shake.toggled.connect(self._refresh)
        session.changed.connect(self._refresh)
        session.ticked.connect(self._tick)
        self._refresh()

    def _refresh(self) -> None:
        """Offer the shake to rigs that have one, and say how much larger it is drawn."""
        found = self.session.assessment
        there = found is not None and found.shake is not None
        self.shake.setVisible(there)
        times = f" {self._enlargement():g}×" if there and self.shake.isChecked() else ""
        name = found.shake.name if found is not None and found.shake is not None else "shake"
        self.shake.setText(f"{name}{times}")
        self.shake.adjustSize()
        self._place()
        self.update()

    def _tick(self) -> None:
        if self.shake.isChecked():
            self.update()

    def _place(self) -> None:
        self.shake.move(self.width() - self.shake.width() - 8, self.height() - 24)

    def _enlargement(self) -> float:
        """How many times larger the shake is drawn, so that it is seen in so small a picture."""
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None or not self.shake.isChecked() or found.shake is None:
            return 0.0
        shown = found.shake.size * (self.width() - 16) / rig.shot.lens.frame_width
        return float(max((f for f in LARGER if f * shown <= MOST_SHAKEN), default=1))

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Keep the switch in its corner."""
        super().resizeEvent(event)
        self._place()

    def sizeHint(self) -> QSize:
        """Frame and caption."""
        return QSize(300, 216)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """A dark surround, the frame, and two lines of words."""
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None:
            return
        t = theme.current()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(theme.colour(t.husk))
        painter.drawRoundedRect(QRectF(self.rect()), 6, 6)
        enlarged = self._enlargement()
        time = self.session.time if self.session.playing and enlarged else None
        lens = LensPainter(rig, found, self.session.style, self.session.turn, time, enlarged)
        area = QRectF(self.rect()).adjusted(8, 8, -8, -44)
        lens.paint(painter, area, self.session.mark)
        style, shot = self.session.style, rig.shot
        painter.setFont(theme.font(12))
        painter.setPen(theme.colour(t.on_husk))
        words = QRectF(10, self.height() - 40, self.width() - 20, 18)
        focal = f"{shot.lens.focal * 1e3:g} mm"
        away = f"{focal} · subject {write(found.family.distance, 'length', style)} away"
        painter.drawText(words, Qt.AlignmentFlag.AlignLeft, away)
        drift = found.traces.get("drift")
        if drift is not None:
            painter.setPen(QColor("#F0B27A"))
            now = write(float(drift.values[self.session.mark]), "px", style)
            painter.drawText(words, Qt.AlignmentFlag.AlignRight, f"drift {now}")
        painter.setPen(theme.colour(t.soft_on_husk))
        along = write(float(found.marks[self.session.mark]), found.axis.kind, style)
        painter.drawText(
            words.translated(0, 18),
            Qt.AlignmentFlag.AlignLeft,
            f"frame at {along} {found.axis.name}",
        )
