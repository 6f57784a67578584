"""A sketch on paper: drawn to a round scale with a scale bar."""

from __future__ import annotations

from typing import Any

from reportlab.lib.colors import HexColor

from hazel_lantern.core.build.letters import put, traced
from hazel_lantern.core.build.tagged import Drawing
from hazel_lantern.core.fields import describe, value_at
from hazel_lantern.core.project.model import Rig
from hazel_lantern.core.sketch import Arrow, Dimension, Disc, Line, Note, Shape, Sketch
from hazel_lantern.core.units import Style, write

INK, SOFT, PALE = HexColor("#2A2119"), HexColor("#6B5B4B"), HexColor("#D6C8B0")
_FILL = {
    "figure": "#EFE7D8",
    "timber": "#E2D2B4",
    "camera": "#5A4B3C",
    "glass": "#8A7A68",
    "wheel": "#FFFFFF",
    "stand": "#6B5B4B",
    "metal": "#9A8C7C",
    "ballast": "#9A8C7C",
    "mass": "#8E2B1F",
}
#: Drawing scales in use, 1 to this many.
SCALES = (1, 2, 2.5, 5, 10, 15, 20, 25, 30, 40, 50, 75, 100, 200, 500)
#: Dimensions lie so far over each other, points.
LANE = 12.0
_POINTS_PER_METRE = 72 / 0.0254


def round_scale(span: tuple[float, float], room: tuple[float, float]) -> float:
    """The largest usual scale at which ``span`` m fits into ``room`` points."""
    need = max(
        span[0] * _POINTS_PER_METRE / room[0], span[1] * _POINTS_PER_METRE / room[1], SCALES[0]
    )
    return next((scale for scale in SCALES if scale >= need), SCALES[-1])


class SketchSheet(Drawing):
    """A `Sketch` as a flowable of the PDF, to scale."""

    def __init__(self, sketch: Sketch, rig: Rig, style: Style, width: float, height: float) -> None:
        super().__init__()
        self.sketch, self.rig, self.style = sketch, rig, style
        self.width, self.height = width, height
        self.alt = f"{rig.name}, to scale, with its dimensions"
        left, low, right, high = sketch.bounds
        self.scale = round_scale((right - left, high - low), (width - 20, height - 60))
        self._factor = _POINTS_PER_METRE / self.scale
        self._x0 = width / 2 - (left + right) / 2 * self._factor
        self._y0 = (height + 24) / 2 - (low + high) / 2 * self._factor

    def wrap(self, *_: float) -> tuple[float, float]:
        return self.width, self.height

    def _at(self, point: tuple[float, float]) -> tuple[float, float]:
        return self._x0 + point[0] * self._factor, self._y0 + point[1] * self._factor

    def draw(self) -> None:
        canvas = self.canv
        #: Middle, height and half width of the words of dimensions that lie across.
        self._said: list[tuple[float, float, float]] = []
        if self.sketch.floor is not None:
            canvas.setStrokeColor(SOFT)
            canvas.setLineWidth(0.6)
            _, y = self._at((0, self.sketch.floor))
            canvas.line(0, y, self.width, y)
        for thing in self.sketch.things:
            self._thing(thing)
        for dimension in self.sketch.dimensions:
            self._dimension(dimension)
        self._scale_bar()

    def _thing(self, thing: Any) -> None:
        canvas = self.canv
        canvas.setDash([3, 2] if getattr(thing, "dashed", False) else [])
        if isinstance(thing, Line):
            canvas.setStrokeColor(PALE if thing.role == "ghost" else INK)
            if thing.role in ("rail", "stand", "timber"):
                canvas.setStrokeColor(HexColor("#8A5A2B") if thing.role == "rail" else SOFT)
            canvas.setLineWidth(max(0.4, thing.weight * self._factor))
            canvas.drawPath(traced(canvas, map(self._at, thing.points)), stroke=1, fill=0)
        elif isinstance(thing, Shape):
            canvas.setLineWidth(0.4)
            canvas.setStrokeColor(PALE if thing.role in ("ghost", "figure") else INK)
            canvas.setFillColor(HexColor(_FILL.get(thing.role, "#FFFFFF")))
            path = traced(canvas, map(self._at, thing.points), closed=True)
            canvas.drawPath(path, stroke=1, fill=0 if thing.hollow else 1)
        elif isinstance(thing, Disc):
            canvas.setLineWidth(0.6)
            canvas.setStrokeColor(INK)
            canvas.setFillColor(HexColor(_FILL.get(thing.role, "#FFFFFF")))
            x, y = self._at(thing.centre)
            radius = max(thing.radius * self._factor, 1.2)
            canvas.circle(x, y, radius, stroke=1, fill=0 if thing.hollow else 1)
        elif isinstance(thing, Note) and thing.value is not None:
            words = f"{thing.text} {write(thing.value, thing.kind, self.style)}".strip()
            canvas.setFillColor(SOFT)
            put(canvas, self._at(thing.at), words, "Lantern", 7)
        elif isinstance(thing, Arrow) and thing.newtons:
            canvas.setStrokeColor(HexColor("#8E2B1F"))
            canvas.setLineWidth(0.8)
            x, y = self._at(thing.at)
            end = self._at((thing.at[0] + thing.vector[0], thing.at[1] + thing.vector[1]))
            canvas.line(x, y, *end)
            canvas.setFillColor(HexColor("#8E2B1F"))
            canvas.setFont("Lantern", 7)
            canvas.drawString(end[0] + 3, end[1], write(thing.newtons, "force", self.style))

    def _dimension(self, dimension: Dimension) -> None:
        canvas = self.canv
        canvas.setDash([])
        kind = describe(self.rig, dimension.path).kind
        words = write(float(value_at(self.rig, dimension.path)), kind, self.style)
        words = f"{dimension.prefix} {words}".strip()
        (x0, y0), (x1, y1) = self._at(dimension.start), self._at(dimension.end)
        canvas.setStrokeColor(SOFT)
        canvas.setFillColor(INK)
        canvas.setFont("Lantern", 8)
        canvas.setLineWidth(0.4)
        if dimension.side in ("above", "below"):
            sign = 1 if dimension.side == "above" else -1
            base = self._at((0, self.sketch.bounds[3]))[1] if sign > 0 else min(y0, y1) - 12
            y = base - 10 - 14 * (1 - dimension.lane) if sign > 0 else base
            y = self._free(words, (x0 + x1) / 2, y, sign)
            canvas.line(x0, y, x1, y)
            for x in (x0, x1):
                canvas.line(x, y - 3, x, y + 3)
            canvas.drawCentredString((x0 + x1) / 2, y + 3, words)
        elif dimension.side == "left":
            x = x0 - 8
            canvas.line(x, y0, x, y1)
            for y in (y0, y1):
                canvas.line(x - 3, y, x + 3, y)
            canvas.saveState()
            canvas.translate(x - 4, (y0 + y1) / 2)
            canvas.rotate(90)
            canvas.drawCentredString(0, 0, words)
            canvas.restoreState()

    def _free(self, words: str, x: float, y: float, sign: int) -> float:
        """Where a dimension's words lie over no other's: as far out as need be."""
        half = self.canv.stringWidth(words, "Lantern", 8) / 2 + 2
        while any(
            abs(x - other) < half + wide and abs(y - at) < LANE for other, at, wide in self._said
        ):
            y += sign * LANE
        self._said.append((x, y, half))
        return y

    def _scale_bar(self) -> None:
        canvas = self.canv
        bar = 0.3048 if self.style.imperial else 0.25
        while bar * self._factor > self.width / 2:
            bar /= 2
        x, y = 6, 8
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(1)
        canvas.line(x, y, x + bar * self._factor, y)
        for end in (x, x + bar * self._factor):
            canvas.line(end, y - 3, end, y + 3)
        canvas.setFont("Lantern", 8)
        canvas.setFillColor(INK)
        canvas.drawString(
            x + bar * self._factor + 6,
            y - 3,
            f"{write(bar, 'length', self.style)} · scale 1 : {self.scale:g} · check with a rule; "
            "written sizes rule",
        )
        if self.sketch.caption:
            canvas.drawRightString(self.width - 4, y - 3, self.sketch.caption)
