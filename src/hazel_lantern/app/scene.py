"""What the camera frames: pinhole projection of the set, the subject and the marks on it."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from PyQt6.QtCore import QLineF, QPointF, QRectF, Qt
from PyQt6.QtGui import QColor, QPainter, QPainterPath, QPen, QPolygonF

from hazel_lantern.app import textures, theme
from hazel_lantern.app.painting import polygon
from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.framing.setting import solid, walls
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.poses import Poses
from hazel_lantern.core.project.model import Rig
from hazel_lantern.core.rigs.kit.drawing import standing_figure
from hazel_lantern.core.scenery import Solid
from hazel_lantern.core.sketch import Disc, Shape
from hazel_lantern.core.units import Style

Array = picture.Array
NEAR = 0.05
#: A lens that looks down so steeply sees floor only: the upright part of where it looks.
DOWN = -0.8
FLOOR, SKY, WALL, CEILING, HILLS = "#6A5745", "#7F9296", "#9B8672", "#8A7F70", "#5E6B62"
#: Fill of what stands before the lens, by its role.
SOLIDS = {
    "timber": "#B08B5E",
    "metal": "#A39C90",
    "stand": "#453A30",
    "figure": "#D9C7AC",
    "glass": "#B9CBD0",
}
BOARDS, JOINTS, PRINTED = (240, 228, 205, 90), (50, 36, 24, 150), (90, 66, 40, 200)
#: Lines of a texture; broader ones take Qt three times as long to paint.
HAIR = 1.0


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


@dataclass(frozen=True)
class Eye:
    """A lens in the room and the box that its frame is painted into."""

    at: Array
    axes: Array
    focal: float
    box: QRectF
    frame_width: float

    def to_box(self, seen: Sequence[float] | Array) -> QPointF:
        """A place in the frame, px right and up of its middle, in the box."""
        scale = self.box.width() / self.frame_width
        middle = self.box.center()
        return QPointF(middle.x() + seen[0] * scale, middle.y() - seen[1] * scale)

    def polygon(self, points: Array) -> QPolygonF:
        """An outline in the room, cut off before the lens, in the box; maybe nothing is left."""
        seen = (points - self.at) @ self.axes.T
        ahead = seen[:, 2] >= NEAR
        if not ahead.all():
            seen = _cut_off(seen, ahead)
        if not len(seen):
            return QPolygonF()
        # What is far outside of the frame is as good as at its edge, and paints quicker.
        return self.flat((self.focal * seen[:, :2] / seen[:, 2:]).clip(-1e6, 1e6))

    def flat(self, seen: Array) -> QPolygonF:
        """An outline in the frame, px right and up of its middle, in the box."""
        scale, middle = self.box.width() / self.frame_width, self.box.center()
        return polygon(middle.x() + seen[:, 0] * scale, middle.y() - seen[:, 1] * scale)

    def lines(self, starts: Array, ends: Array) -> list[QLineF]:
        """Lines in the room, cut off before the lens; those beside the frame are left out."""
        starts, ends, seen = clip_near(starts, ends, self.at, self.axes)
        a, _ = picture.project(starts[seen], self.at, self.axes, self.focal)
        b, _ = picture.project(ends[seen], self.at, self.axes, self.focal)
        wide = self.frame_width / 2
        tall = wide * self.box.height() / self.box.width()
        limit = np.array([wide, tall])
        inside = ((np.maximum(a, b) > -limit) & (np.minimum(a, b) < limit)).all(axis=1)
        scale, middle = self.box.width() / self.frame_width, self.box.center()
        both = np.concatenate([a[inside], b[inside]], axis=1) * scale
        both = both * [1, -1, 1, -1] + [middle.x(), middle.y()] * 2
        return [QLineF(*ends) for ends in both.tolist()]


def _cut_off(seen: Array, ahead: NDArray[np.bool_]) -> Array:
    """What of an outline is before the lens, in the lens's own directions."""
    kept = []
    for at in range(len(seen)):
        here, then = seen[at - 1], seen[at]
        if ahead[at - 1] != ahead[at]:
            kept.append(here + (NEAR - here[2]) / (then[2] - here[2]) * (then - here))
        if ahead[at]:
            kept.append(then)
    return np.array(kept).reshape(-1, 3)


def clip_near(
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


class LensPainter:
    """Paints the frame at one mark into an area of that frame's shape.

    Parameters
    ----------
    rig : Rig
    assessment : Assessment
    style : Style
    turn : float, optional
        As the maker looks round, rad.
    time : float, optional
        Stands between two marks, s.
    enlarged : float
        How many times larger than it is the shake is added, if at all.
    fine : bool
        With textures in which a shake of a few pixels is seen.
    perfect : bool
        As the shot asks, of a rig that neither bends nor shakes.
    crosses : bool
        With the aim point where it is and where it is wanted.
    """

    def __init__(
        self,
        rig: Rig,
        assessment: Assessment,
        style: Style,
        turn: float | None = None,
        time: float | None = None,
        enlarged: float = 0.0,
        fine: bool = False,
        perfect: bool = False,
        crosses: bool = True,
    ) -> None:
        self.rig, self.assessment, self.style = rig, assessment, style
        self._turn, self._time, self._enlarged = turn, time, enlarged
        self._fine, self._marked = fine, crosses
        self._poses = assessment.wanted if perfect else assessment.poses
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
        shake = self.assessment.shake if self._enlarged else None
        if shake is not None and poses is self.assessment.poses:
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
        """The set, the subject, and where it would be without any bending."""
        box = self.fitted(area)
        painter.save()
        painter.setClipRect(box)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        at, axes = self._pose(self._poses, mark)
        eye = Eye(at, axes, self.assessment.focal_px, box, self.frame[0])
        self._ground(painter, eye)
        self._room(painter, eye)
        self._standing(painter, eye)
        if self._marked:
            self._crosses(painter, box, mark)
        painter.restore()

    def _ground(self, painter: QPainter, eye: Eye) -> None:
        box = eye.box
        down = bool(eye.axes[2][2] < DOWN)
        painter.fillRect(box, QColor(FLOOR if down else SKY))
        if not down:
            self._horizon(painter, eye)
        texture = textures.boards() if self._fine else textures.grid()
        middle = np.array([*np.round(self.assessment.subject[:2]), 0.0])
        painter.setPen(QPen(QColor(*BOARDS), HAIR))
        _strokes(painter, eye.lines(*(ends + middle for ends in texture)))

    def _horizon(self, painter: QPainter, eye: Eye) -> None:
        """Floor as far as one sees, and what stands at its end."""
        level = eye.axes[2] * [1, 1, 0]
        level = level / max(float(np.linalg.norm(level)), 1e-9)
        side = np.array([level[1], -level[0], 0.0])
        base = np.array([eye.at[0], eye.at[1], 0.0])
        points = np.stack([base + 4000 * (level - 3 * side), base + 4000 * (level + 3 * side)])
        seen, depth = picture.project(points, eye.at, eye.axes, eye.focal)
        if (depth < NEAR).any():
            return
        painter.setPen(Qt.PenStyle.NoPen)
        if self._fine and self.rig.shot.room.walls == "open":
            far = eye.at + 3000 * textures.horizon()
            ahead = (far - eye.at) @ eye.axes[2] > 3000 * 0.2
            # From the bearing that lies farthest behind on, so that what is ahead hangs together.
            start = int(((far - eye.at) @ eye.axes[2]).argmin())
            ahead, far = np.roll(ahead, -start), np.roll(far, -start, axis=0)
            tops, _ = picture.project(far[ahead], eye.at, eye.axes, eye.focal)
            feet, _ = picture.project(far[ahead] * [1, 1, 0], eye.at, eye.axes, eye.focal)
            outline = np.concatenate([tops, feet[::-1]])
            painter.setBrush(QColor(HILLS))
            painter.drawPolygon(eye.flat(outline))
        floor = QPolygonF(
            [
                eye.to_box(seen[0]),
                eye.to_box(seen[1]),
                QPointF(eye.box.right() + 9e3, eye.box.bottom() + 9e3),
                QPointF(eye.box.left() - 9e3, eye.box.bottom() + 9e3),
            ]
        )
        painter.setBrush(QColor(FLOOR))
        painter.drawPolygon(floor)

    def _room(self, painter: QPainter, eye: Eye) -> None:
        """Walls and ceiling that show their inner side."""
        shot = self.rig.shot
        if shot.room.walls == "open":
            return
        framed = self.assessment.family.framed
        left, near, right, far = walls(shot.room, framed.along)
        high = shot.room.height
        at = framed.setting.to_set(eye.at[None])[0]
        ceiling = [(left, near, high), (right, near, high), (right, far, high), (left, far, high)]
        painter.setPen(Qt.PenStyle.NoPen)
        if at[2] < high:
            painter.setBrush(QColor(CEILING))
            painter.drawPolygon(eye.polygon(framed.setting.to_rig(np.array(ceiling))))
        sides = (
            (at[0] > left, (left, near), (left, far)),
            (at[0] < right, (right, near), (right, far)),
            (at[1] > near, (left, near), (right, near)),
            (at[1] < far, (left, far), (right, far)),
        )
        for inside, start, end in sides:
            if not inside:
                continue
            outline = [(*start, 0.0), (*end, 0.0), (*end, high), (*start, high)]
            painter.setPen(QPen(QColor(*JOINTS), HAIR))
            painter.setBrush(QColor(WALL))
            painter.drawPolygon(eye.polygon(framed.setting.to_rig(np.array(outline))))
            if self._fine:
                long = math.dist(start, end)
                way = (np.array(end) - start) / long
                joints = (
                    framed.setting.to_rig(np.column_stack([start + at[:, :1] * way, at[:, 1]]))
                    for at in textures.bricks(long, high)
                )
                _strokes(painter, eye.lines(*joints))

    def _standing(self, painter: QPainter, eye: Eye) -> None:
        """What stands there, the farthest first; the subject in its place among it."""
        found = self.assessment
        setting = found.family.framed.setting
        solids = [solid(thing, setting) for thing in self.rig.shot.things]
        alone = not found.scenery
        subject = float(np.linalg.norm((found.subject - eye.at)[:2]))
        drawn = False
        for one in sorted([*found.scenery, *solids], key=lambda one: -_away(one, eye.at)):
            if alone and not drawn and _away(one, eye.at) < subject:
                self._subject(painter, eye)
                drawn = True
            self._box(painter, eye, one)
        if alone and not drawn:
            self._subject(painter, eye)

    def _box(self, painter: QPainter, eye: Eye, one: Solid) -> None:
        painter.setPen(QPen(QColor(40, 30, 20, 120), HAIR))
        fill = QColor(SOLIDS.get(one.role, "#8C6A45"))
        for corners, top in one.faces(eye.at):
            painter.setBrush(fill if top else fill.darker(125))
            painter.drawPolygon(eye.polygon(corners))
            if top and one.role == "timber":
                low, _, high, _ = corners
                planks = textures.planks(*(high - low)[:2].tolist())
                _strokes(painter, eye.lines(*(low + ends for ends in planks)))

    def _subject(self, painter: QPainter, eye: Eye) -> None:
        subject = self.rig.shot.subject
        foot = self.assessment.subject
        facing = eye.axes[0] * [1, 1, 0]
        facing = facing / max(float(np.linalg.norm(facing)), 1e-9)
        painter.setPen(Qt.PenStyle.NoPen)
        if subject.base > 0:
            table = [(-0.6, -0.03), (0.6, -0.03), (0.6, 0.0), (-0.6, 0.0)]
            painter.setBrush(QColor("#8C6A45"))
            painter.drawPolygon(eye.polygon(_upright(foot, facing, np.array(table))))
        painter.setBrush(QColor("#D9C7AC"))
        worn = QPainterPath()
        for outline in subject_outlines(subject.kind, subject.height):
            shape = eye.polygon(_upright(foot, facing, np.array(outline)))
            painter.drawPolygon(shape)
            worn.addPolygon(shape)
        if self._fine and not worn.isEmpty():
            painter.save()
            worn.setFillRule(Qt.FillRule.WindingFill)
            painter.setClipPath(worn, Qt.ClipOperation.IntersectClip)
            painter.setPen(QPen(QColor(*PRINTED), HAIR))
            check = textures.printed(0.8 * subject.height, subject.height)
            _strokes(painter, eye.lines(*(_upright(foot, facing, line) for line in check)))
            painter.restore()

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
            (self._poses, QColor(theme.current().glow), 6),
        ):
            at, axes = self._pose(poses, mark)
            eye = Eye(at, axes, self.assessment.focal_px, box, self.frame[0])
            seen, depth = picture.project(self.aim()[None], at, axes, eye.focal)
            if depth[0] < NEAR:
                continue
            place = eye.to_box(seen[0])
            painter.setPen(QPen(ink, 1.6))
            painter.drawLine(place - QPointF(size, 0), place + QPointF(size, 0))
            painter.drawLine(place - QPointF(0, size), place + QPointF(0, size))


def _upright(foot: Array, facing: Array, flat: Array) -> Array:
    """Flat places, right and up of a foot, in the room."""
    return np.asarray(foot + flat[:, :1] * facing + flat[:, 1:] * [0.0, 0.0, 1.0])


def _strokes(painter: QPainter, lines: list[QLineF]) -> None:
    if lines:
        painter.drawLines(*lines)


def _away(one: Solid, eye: Array) -> float:
    """How far a box is, by its nearest place."""
    return float(np.linalg.norm(np.maximum(np.maximum(one.low - eye, eye - one.high), 0.0)))
