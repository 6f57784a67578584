"""The small drawing of a step: the part that is made, or what the bolt goes through."""

from __future__ import annotations

from typing import Any

from reportlab.lib.colors import HexColor

from hazel_lantern.core.build.letters import put, traced
from hazel_lantern.core.build.sheet_sketch import INK, PALE, SOFT, round_scale
from hazel_lantern.core.build.steps import Joint, PackStep
from hazel_lantern.core.build.tagged import Drawing
from hazel_lantern.core.parts import Piece, Template, in_sentence
from hazel_lantern.core.sketch import Disc, Line, Shape, Sketch
from hazel_lantern.core.units import Style, write

POINTS = 72 / 0.0254
#: How high a drawing is, and how many parts or bolts have room in one; points.
HIGH, MOST = 70.0, 2
#: Of one bolt's drawing: head and nut along it, how high a part is drawn, how thick at the least
#: and at the most.
HEAD, BROAD, THIN, THICK = 7.0, 22.0, 5.0, 26.0
FILLS = tuple(HexColor(code) for code in ("#E2D2B4", "#EFE7D8", "#D6C8B0"))


class StepDrawing(Drawing):
    """Draws one step, as wide as it is told."""

    def __init__(self, step: PackStep, whole: Sketch | None, style: Style, width: float) -> None:
        super().__init__()
        self.pieces = step.pieces[:MOST]
        self.parts = [part for part in step.parts if part.length and part.breadth][:MOST]
        self.joints = step.joints[:MOST] if not self.parts else ()
        self.whole, self.style, self.width = whole, style, width
        self.alt = self._told()
        drawn = len(self.pieces), 2 * len(self.parts), 2 * len(self.joints)
        self.height = HIGH / 2 * max(sum(drawn), 1 if whole is None else 2)

    def _told(self) -> str:
        """What is drawn, in words."""
        names = [in_sentence(piece.label) for piece in self.pieces]
        names += [in_sentence(part.part) for part in self.parts]
        names += [
            f"{joint.sold_as} through {', '.join(map(in_sentence, joint.through))}"
            for joint in self.joints
        ]
        return "; ".join(names) or "the rig as a whole"

    def wrap(self, *_: float) -> tuple[float, float]:
        return self.width, self.height

    def draw(self) -> None:
        top = self.height
        for piece in self.pieces:
            self._piece(piece, top - HIGH / 2)
            top -= HIGH / 2
        for part in self.parts:
            self._part(part, top - HIGH)
            top -= HIGH
        for joint in self.joints:
            self._joint(joint, top - HIGH)
            top -= HIGH
        if self.whole is not None:
            self._whole(self.whole)

    def _label(self, words: str, x: float, y: float, middle: bool = False) -> None:
        canvas, size = self.canv, 6.5
        canvas.setFillColor(SOFT)
        wide = canvas.stringWidth(words, "Lantern", size)
        while wide > self.width and size > 4.5:
            size -= 0.5
            wide = canvas.stringWidth(words, "Lantern", size)
        start = x - wide / 2 if middle else x
        put(canvas, (min(max(start, 0), max(self.width - wide, 0)), y), words, "Lantern", size)

    def _piece(self, piece: Piece, low: float) -> None:
        """A length to be cut, from end to end."""
        canvas, y = self.canv, low + HIGH / 4
        canvas.setDash([])
        canvas.setStrokeColor(INK)
        canvas.setFillColor(FILLS[1])
        canvas.setLineWidth(0.7)
        canvas.rect(10, y, self.width - 20, 7, fill=1)
        count = f"{piece.count} × " if piece.count > 1 else ""
        words = f"{count}{in_sentence(piece.label)}, {write(piece.length, 'length', self.style)}"
        self._label(words, self.width / 2, y - 9, middle=True)

    def _part(self, part: Template, low: float) -> None:
        """Its outline with its holes, the datum corner marked."""
        canvas, room = self.canv, (self.width - 8, HIGH - 22)
        scale = round_scale((part.length, part.breadth), room)
        times = POINTS / scale
        wide, high = part.length * times, part.breadth * times
        x0, y0 = (self.width - wide) / 2, low + 12 + (room[1] - high) / 2

        def at(x: float, y: float) -> tuple[float, float]:
            return x0 + x * times, y0 + y * times

        canvas.setDash([])
        canvas.setLineWidth(0.7)
        canvas.setStrokeColor(INK)
        canvas.setFillColor(FILLS[1])
        if part.outline:
            edge = traced(canvas, (at(*corner) for corner in part.outline), closed=True)
            canvas.drawPath(edge, stroke=1, fill=1)
        else:
            canvas.rect(x0, y0, wide, high, fill=1)
        canvas.setFillColor(HexColor("#FFFFFF"))
        canvas.setLineWidth(0.4)
        for hole in part.holes:
            canvas.circle(*at(hole.x, hole.y), max(hole.diameter / 2 * times, 0.7), fill=1)
        for start, end, y, across in part.slots:
            ends = at(start, y - across / 2)
            canvas.rect(*ends, (end - start) * times, across * times, fill=1)
        canvas.setFillColor(HexColor("#8A5A2B"))
        canvas.circle(x0, y0, 1.8, stroke=0, fill=1)
        count = f"{part.count} × " if part.count > 1 else ""
        words = f"{count}{in_sentence(part.part)}, 1 to {scale:g}; dot: the corner measured from"
        self._label(words, self.width / 2, low + 3, middle=True)

    def _joint(self, joint: Joint, low: float) -> None:
        """The bolt from its head on, with all that it goes through, letter by letter."""
        canvas = self.canv
        names = list(dict.fromkeys(joint.through))
        letters = {name: chr(97 + at) for at, name in enumerate(names)}
        layers = [letters[place.part] for place in joint.bolt.through if not place.inside]
        wide = min(max((self.width - 40) / max(len(layers), 1), THIN), THICK)
        x = (self.width - wide * len(layers)) / 2
        middle = low + HIGH - 14 - BROAD / 2
        canvas.setDash([])
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(0.6)
        start = x
        for number, letter in enumerate(layers):
            canvas.setFillColor(FILLS[number % len(FILLS)])
            canvas.rect(x, middle - BROAD / 2, wide, BROAD, fill=1)
            self._label(letter, x + wide / 2, middle - BROAD / 2 + 2.5, middle=True)
            x += wide
        canvas.setFillColor(INK)
        canvas.rect(start - HEAD, middle - 5, HEAD, 10, fill=1, stroke=0)
        canvas.rect(start, middle - 1.6, x - start + 5, 3.2, fill=1, stroke=0)
        if joint.bolt.nut:
            canvas.rect(x, middle - 5, HEAD - 1, 10, fill=1, stroke=0)
        y = low + HIGH - 20 - BROAD
        legend = ", ".join(f"{letters[name]} {in_sentence(name)}" for name in names)
        self._label(legend, self.width / 2, y, middle=True)
        also = [words for words, _ in joint.bolt.also]
        if also:
            listed = ", ".join(dict.fromkeys(also))
            self._label(f"between them: {listed}", self.width / 2, y - 8, middle=True)
        words = f"{joint.number} × {joint.sold_as}"
        self._label(words, self.width / 2, y - (16 if also else 8), middle=True)

    def _whole(self, sketch: Sketch) -> None:
        """The rig in thin lines, to show what the step is about."""
        canvas = self.canv
        left, low, right, high = sketch.bounds
        times = min((self.width - 6) / (right - left), (HIGH - 6) / (high - low))
        x0 = self.width / 2 - (left + right) / 2 * times
        y0 = HIGH / 2 - (low + high) / 2 * times

        def at(point: tuple[float, float]) -> tuple[float, float]:
            return x0 + point[0] * times, y0 + point[1] * times

        canvas.setDash([])
        for thing in sketch.things:
            self._thing(thing, at, times)
        if sketch.floor is not None:
            canvas.setStrokeColor(SOFT)
            canvas.setLineWidth(0.5)
            y = at((0.0, sketch.floor))[1]
            canvas.line(0, y, self.width, y)

    def _thing(self, thing: Any, at: Any, times: float) -> None:
        canvas = self.canv
        if getattr(thing, "dashed", False) or getattr(thing, "role", "") in ("ghost", "figure"):
            return
        canvas.setStrokeColor(SOFT)
        canvas.setFillColor(PALE)
        canvas.setLineWidth(0.6)
        if isinstance(thing, Line):
            canvas.setLineWidth(max(0.5, thing.weight * times))
            canvas.drawPath(traced(canvas, map(at, thing.points)))
        elif isinstance(thing, Shape):
            canvas.drawPath(traced(canvas, map(at, thing.points), closed=True), fill=1)
        elif isinstance(thing, Disc):
            canvas.circle(*at(thing.centre), thing.radius * times, fill=1)
