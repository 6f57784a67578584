"""Painting a `Sketch`: metres to pixels, roles to the theme's colours."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray
from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QBrush, QColor, QPainter, QPen, QPolygonF

from hazel_lantern.app import theme
from hazel_lantern.core.sketch import Arrow, Disc, Line, Note, Point, Shape, Sketch
from hazel_lantern.core.units import Style, to_the_eye, write

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Mapping:
    """From metres of a sketch to pixels of a widget."""

    scale: float
    x0: float
    y0: float

    def to_px(self, point: Point) -> QPointF:
        """A point of the sketch on the widget."""
        return QPointF(self.x0 + point[0] * self.scale, self.y0 - point[1] * self.scale)

    def to_polygon(self, points: Sequence[Point]) -> QPolygonF:
        """Many points of the sketch on the widget."""
        places = np.array(points)
        return polygon(self.x0 + places[:, 0] * self.scale, self.y0 - places[:, 1] * self.scale)

    def to_m(self, x: float, y: float) -> Point:
        """A point of the widget on the sketch."""
        return (x - self.x0) / self.scale, (self.y0 - y) / self.scale


def polygon(xs: Array, ys: Array) -> QPolygonF:
    """Points of two arrays, written where the polygon keeps them: one by one takes a frame."""
    found = QPolygonF()
    found.fill(QPointF(), len(xs))
    kept = found.data()
    if kept is None:
        return found
    kept.setsize(16 * len(xs))
    places = np.frombuffer(kept, dtype=np.float64)  # type: ignore[call-overload]
    places[0::2], places[1::2] = xs, ys
    return found


def fit(bounds: tuple[float, float, float, float], area: QRectF) -> Mapping:
    """The largest scale at which bounds (left, low, right, high, m) fit an area, centred."""
    left, low, right, high = bounds
    scale = min(area.width() / max(right - left, 1e-6), area.height() / max(high - low, 1e-6))
    return Mapping(
        scale,
        area.center().x() - scale * (left + right) / 2,
        area.center().y() + scale * (low + high) / 2,
    )


def _fill(role: str) -> QColor:
    t = theme.current()
    dark = t.name == "night"
    return theme.colour(
        {
            "rail": t.hazel,
            "metal": "#8C7C6C",
            "timber": "#6E5138" if dark else "#E2CDA6",
            "camera": "#0E0A07" if dark else t.husk,
            "glass": "#5C4A3A" if dark else "#4A3A2C",
            "wheel": t.raised,
            "stand": "#9C8771" if dark else t.ink,
            "figure": "#3A2D21" if dark else "#E6DAC3",
            "ghost": t.edge,
            "mass": t.glow,
            "force": t.clay,
            "guide": t.soft,
            "shot": t.water,
            "good": t.leaf,
            "bad": t.clay,
            "room": t.edge,
            "floor": t.edge,
            "ballast": "#8C7C6C",
            "wall": t.ink,
            "view": t.glow,
        }[role]
    )


def _outline(role: str) -> QColor:
    t = theme.current()
    if role == "figure":
        return _fill(role)
    return theme.colour({"ghost": t.soft, "guide": t.soft, "shot": t.water}.get(role, t.ink))


class SketchPainter:
    """Paints one sketch with a painter and a mapping."""

    def __init__(self, painter: QPainter, mapping: Mapping, style: Style) -> None:
        self._painter, self._map, self._style = painter, mapping, style

    def paint(self, sketch: Sketch, area: QRectF) -> None:
        """Floor, things, in their order."""
        self._painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if sketch.floor is not None:
            self._floor(sketch.floor, area)
        self._things(sketch, area)

    def paint_shapes(self, sketch: Sketch) -> None:
        """Without words and forces: for a drawing too small for them."""
        self._painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        bare = tuple(one for one in sketch.things if not isinstance(one, (Note, Arrow)))
        self._things(replace(sketch, things=bare), QRectF())

    def _things(self, sketch: Sketch, area: QRectF) -> None:
        for thing in sketch.things:
            if isinstance(thing, Line):
                self._line(thing)
            elif isinstance(thing, Shape):
                self._shape(thing)
            elif isinstance(thing, Disc):
                self._disc(thing)
            elif isinstance(thing, Arrow):
                self._arrow(thing, area)
            elif isinstance(thing, Note):
                self._note(thing, area)

    def _floor(self, level: float, area: QRectF) -> None:
        y = self._map.to_px((0, level)).y()
        pen = QPen(theme.colour("hazel", 0.55), 1.4)
        self._painter.setPen(pen)
        self._painter.drawLine(QPointF(area.left(), y), QPointF(area.right(), y))
        self._painter.setPen(QPen(theme.colour("edge"), 1))
        x = area.left() + 6
        while x < area.right():
            self._painter.drawLine(QPointF(x, y + 2), QPointF(x - 6, y + 9))
            x += 16

    def _line(self, line: Line) -> None:
        width = max(1.0, line.weight * self._map.scale)
        if line.role in ("rail", "stand", "timber"):
            width = max(3.0, width)
        pen = QPen(_fill(line.role), width)
        pen.setCapStyle(Qt.PenCapStyle.FlatCap)
        pen.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
        if line.dashed:
            pen.setWidthF(1.2)
            pen.setDashPattern([4, 3])
        self._painter.setPen(pen)
        self._painter.setBrush(Qt.BrushStyle.NoBrush)
        self._painter.drawPolyline(self._map.to_polygon(line.points))

    def _shape(self, shape: Shape) -> None:
        if shape.role == "view":
            # What is seen lies over the set like light.
            self._painter.setPen(Qt.PenStyle.NoPen)
            self._painter.setBrush(theme.colour("glow", 0.3))
            self._painter.drawPolygon(self._map.to_polygon(shape.points))
            return
        pen = QPen(_outline(shape.role), 1)
        if shape.dashed:
            pen.setDashPattern([3, 3])
        self._painter.setPen(pen)
        fill = QBrush(Qt.BrushStyle.NoBrush) if shape.hollow else QBrush(_fill(shape.role))
        self._painter.setBrush(fill)
        self._painter.drawPolygon(self._map.to_polygon(shape.points))

    def _disc(self, disc: Disc) -> None:
        dark = disc.role == "wheel"
        pen = QPen(_outline(disc.role), 2.4 if dark and not disc.hollow else 1)
        if disc.hollow:
            pen.setDashPattern([3, 3])
        self._painter.setPen(pen)
        fill = QBrush(Qt.BrushStyle.NoBrush) if disc.hollow else QBrush(_fill(disc.role))
        self._painter.setBrush(fill)
        radius = max(disc.radius * self._map.scale, 4.5 if disc.role == "mass" else 1.5)
        self._painter.drawEllipse(self._map.to_px(disc.centre), radius, radius)

    def _arrow(self, arrow: Arrow, area: QRectF) -> None:
        start = self._map.to_px(arrow.at)
        end = self._map.to_px((arrow.at[0] + arrow.vector[0], arrow.at[1] + arrow.vector[1]))
        colour = _fill(arrow.role)
        pen = QPen(colour, 1.8)
        pen.setDashPattern([5, 3])
        self._painter.setPen(pen)
        self._painter.drawLine(start, end)
        turn = math.atan2(end.y() - start.y(), end.x() - start.x())
        head = QPolygonF(
            [
                end,
                QPointF(end.x() - 9 * math.cos(turn - 0.38), end.y() - 9 * math.sin(turn - 0.38)),
                QPointF(end.x() - 9 * math.cos(turn + 0.38), end.y() - 9 * math.sin(turn + 0.38)),
            ]
        )
        self._painter.setPen(Qt.PenStyle.NoPen)
        self._painter.setBrush(colour)
        self._painter.drawPolygon(head)
        if arrow.newtons:
            words = write(arrow.newtons, "force", self._style)
            # Beside the head of an upright arrow, over the tail of a level one.
            level = abs(end.x() - start.x()) > abs(end.y() - start.y())
            at = QPointF(min(start.x(), end.x()), start.y() - 14) if level else end + QPointF(8, 4)
            self.words(words, at, colour, area)

    def _note(self, note: Note, area: QRectF) -> None:
        words = note.text
        if note.value is not None:
            seen = to_the_eye(note.value, note.kind, self._style)
            words = f"{write(seen, note.kind, self._style)} {note.text}".strip()
        colour = theme.colour("ember") if note.role == "shot" else theme.colour("soft")
        self.words(words, self._map.to_px(note.at), colour, area, centred=note.role == "guide")

    def words(
        self, words: str, at: QPointF, colour: QColor, area: QRectF, centred: bool = False
    ) -> None:
        """Small words on a paper ground, kept inside the area."""
        self._painter.setFont(theme.font(12, bold=not centred))
        box = QRectF(self._painter.fontMetrics().boundingRect(words)).adjusted(-3, -1, 3, 1)
        box.moveTopLeft(at - QPointF(box.width() / 2 if centred else 0, box.height() / 2))
        box.moveLeft(min(max(box.left(), area.left()), area.right() - box.width()))
        self._painter.setPen(Qt.PenStyle.NoPen)
        self._painter.setBrush(theme.colour("paper", 0.8))
        self._painter.drawRoundedRect(box, 3, 3)
        self._painter.setPen(colour)
        self._painter.drawText(box, Qt.AlignmentFlag.AlignCenter, words)
