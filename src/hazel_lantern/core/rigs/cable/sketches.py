"""The cable cam from the side, from above, and its trolley close up."""

from __future__ import annotations

import math
from collections.abc import Callable

import numpy as np

from hazel_lantern.core.rigs.cable import built
from hazel_lantern.core.rigs.cable.answer import CableAnswer
from hazel_lantern.core.rigs.cable.model import Anchor, F
from hazel_lantern.core.rigs.kit.drawing import PERSON, box, load_shapes, person, standing_figure
from hazel_lantern.core.shot import S
from hazel_lantern.core.sketch import (
    Arrow,
    Dimension,
    Disc,
    Handle,
    Line,
    Point,
    Shape,
    Sketch,
    Thing,
)

#: The longest arrow of a pull, as a share of the span.
LONGEST = 0.08
#: Of the line either side of the trolley that is drawn close up, m.
NEAR = 0.9


def _points(x: np.ndarray, y: np.ndarray) -> tuple[Point, ...]:
    return tuple((float(a), float(b)) for a, b in zip(x, y, strict=True))


def from_the_side(answer: CableAnswer, mark: int) -> Sketch:
    """The line as it hangs with the trolley at a mark, ground, what is below, both pulls."""
    design, span = answer.design, answer.design.line.span
    left, right = (one.ground + one.height for one in (design.left, design.right))
    x, up = answer.hung.shape(mark, 40)
    at = float(answer.course.place[mark])
    level = float(answer.line_up[mark])
    middle = float(answer.middle.load[1][0]) + left
    things: list[Thing] = [Line(_points(*answer.ground), "floor", 0.0)]
    things += _beneath(answer)
    for where, one in ((0.0, design.left), (span, design.right)):
        things += _anchor(one, where, -1 if where == 0 else 1)
    path = _points(answer.course.place, answer.line_up)
    things.append(Line(((0.0, left), (span, right)), "guide", 0.0, dashed=True))
    things.append(Line(path, "ghost", 0.0, dashed=True))
    lens = _points(answer.course.place, answer.lens_up)
    things.append(Line(lens, "shot", 0.012))
    things.append(Line(_points(x, left + up), "rail", 0.015))
    things += _trolley(answer, mark)
    longest = LONGEST * span
    level_pull = float(answer.hung.level[mark])
    for where, high, way in ((0.0, left, 1), (span, right, -1)):
        pull = float(answer.hung.ends[0 if where == 0 else 1][mark])
        away = float(answer.hung.end_upright[0 if where == 0 else 1][mark])
        vector = (way * longest * level_pull / pull, -longest * away / pull)
        things.append(Arrow((where, high), vector, "force", pull))
    beside = -0.15 * span
    things += person(beside)
    ground_low = float(answer.ground[1].min())
    top = max(left, right, PERSON + 0.2) + 0.05 * span
    first, last = sorted(answer.ends)
    high = max(left, right)
    return Sketch(
        things=tuple(things),
        dimensions=(
            Dimension(F.line.span, (0.0, high), (span, high), "above", 1, "span"),
            Dimension(S.move.start, (0.0, ground_low), (first, ground_low), "below", 0, "from"),
            Dimension(
                S.move.distance, (first, ground_low), (last, ground_low), "below", 0, "flies"
            ),
            Dimension(F.line.sag, (span / 2, middle), (span / 2, middle), "over", 0, "sag"),
            Dimension(F.line.pull, (0.72 * span, high), (0.72 * span, high), "over", 0, "pulls"),
            Dimension(F.left.height, (0.0, design.left.ground), (0.0, left), "right", 0, "line at"),
            Dimension(
                F.right.height, (span, design.right.ground), (span, right), "left", 0, "line at"
            ),
        ),
        handles=(
            Handle(
                "mark", (at, level - answer.design.trolley.drop), 0.3, (1.0, 0.0), "fly it along"
            ),
            Handle(F.line.sag, (span / 2, middle), 0.1, (0.0, -1.0), "drag the line tighter"),
            Handle(F.left.height, (0.0, left), 0.1, (0.0, 1.0), "drag this end up or down"),
            Handle(F.right.height, (span, right), 0.1, (0.0, 1.0), "drag this end up or down"),
            Handle(F.line.span, (span, right / 2), 0.15, (1.0, 0.0), "move the right anchor"),
            *_ground_handles(answer),
        ),
        bounds=(
            min(beside, -0.12 * span) - 0.03 * span,
            min(ground_low, 0.0) - 0.02 * span,
            span * 1.12,
            top,
        ),
        title="Side, to scale",
        caption="dashed: the way of the trolley, and the straight line between the anchors",
        floor=None,
    )


def _ground_handles(answer: CableAnswer) -> list[Handle]:
    """Points of the ground, and what stands on it."""
    found = []
    around = answer.design.around
    for number, point in enumerate(around.profile):
        path = f"{F.around.profile}.{number}.height"
        at = (point.at, point.height)
        found.append(Handle(path, at, 0.1, (0.0, 1.0), "drag the ground up or down"))
    for number, one in enumerate(around.beneath):
        top = float(answer.ground_at(one.at)) + one.height
        path = f"{F.around.beneath}.{number}"
        hint = f"move the {one.kind} along"
        found.append(Handle(f"{path}.at", (one.at, top - one.height / 2), 0.1, (1.0, 0.0), hint))
        found.append(Handle(f"{path}.height", (one.at, top), 0.08, (0.0, 1.0), "make it taller"))
    return found


def _beneath(answer: CableAnswer) -> list[Thing]:
    found: list[Thing] = []
    for one in answer.design.around.beneath:
        foot = float(answer.ground_at(one.at))
        if one.kind == "person":
            for thing in standing_figure(one.at, one.height):
                assert isinstance(thing, Shape)
                found.append(Shape(tuple((x, y + foot) for x, y in thing.points), "figure"))
        else:
            half = one.width / 2
            found.append(
                Shape(box(one.at - half, foot, one.at + half, foot + one.height), "timber")
            )
    return found


def _anchor(one: Anchor, x: float, outwards: int) -> list[Thing]:
    """A tree, a post, a frame, a wall or a vehicle at one end."""
    foot, head = one.ground, one.ground + one.height
    found: list[Thing] = []
    if one.kind == "tree":
        wide = 0.16
        trunk = box(x - wide + outwards * wide, foot, x + wide + outwards * wide, head + 0.9)
        found.append(Shape(trunk, "timber"))
        found.append(Disc((x + outwards * wide, head + 1.3), 0.6, "stand", hollow=True))
    elif one.kind == "wall plate":
        found.append(Shape(box(x, foot, x + outwards * 0.3, head + 0.8), "room"))
        found.append(Shape(box(x, head - 0.12, x + outwards * 0.03, head + 0.12), "metal"))
    elif one.kind == "vehicle hitch":
        body = box(x + outwards * 0.15, foot + 0.3, x + outwards * 2.6, foot + 1.0)
        found.append(Shape(body, "metal"))
        for away in (0.6, 2.1):
            found.append(Disc((x + outwards * away, foot + 0.3), 0.3, "wheel"))
        found.append(Line(((x, head), (x + outwards * 0.15, foot + 0.45)), "metal", 0.03))
    else:
        found.append(Line(((x, foot), (x, head)), "stand", 0.06))
        if one.kind == "frame with base":
            base = box(x - one.reach, foot, x + one.reach, foot + 0.12)
            found.append(Shape(base, "timber"))
            weights = x + outwards * one.reach / 2
            found.append(
                Shape(box(weights - 0.2, foot + 0.12, weights + 0.2, foot + 0.35), "ballast")
            )
        if one.guyed:
            away = one.height / math.tan(one.guy_angle)
            found.append(Line(((x, head), (x + outwards * away, foot)), "rail", 0.01))
    return found


def _trolley(answer: CableAnswer, mark: int) -> list[Thing]:
    """Trolley, pole and camera at a mark, as they lean."""
    at, level = float(answer.course.place[mark]), float(answer.line_up[mark])
    trolley, tread = answer.design.trolley, answer.rows.wheel.tread
    runs = _turned(at, level, float(answer.slope[mark]))
    found: list[Thing] = [Disc(runs(x, tread), tread * 1.3, "wheel") for x in built.axles(answer)]
    half, low = answer.half_length, built.trolley_low(answer)
    plate = tuple(runs(*corner) for corner in box(-half, -low, half, tread))
    found.append(Shape(plate, "metal", hollow=True))
    hangs = _turned(at, level, float(answer.hangs[mark]))
    # The camera turns about its own middle as far as its head lets it.
    middle = hangs(0.0, -trolley.drop)
    held = _turned(*middle, float(answer.through_head(answer.hangs)[mark]))
    top = answer.load.top - answer.centre.up
    found.append(Line((hangs(0.0, -0.02), hangs(0.0, top - trolley.drop)), "metal", 0.025))
    carried = load_shapes(
        answer.load, answer.along, "side", lambda x, y: held(x, y - answer.centre.up)
    )
    if trolley.head == "stabilised":
        found.append(Disc(hangs(0.0, top - trolley.drop), 0.03, "metal"))
    return [*found, *carried]


def _turned(x0: float, y0: float, turn: float) -> Callable[[float, float], Point]:
    """From places counted from a point, turned against the clock, to the drawing's."""
    cos, sin = math.cos(turn), math.sin(turn)
    return lambda x, y: (x0 + x * cos - y * sin, y0 + x * sin + y * cos)


def close_up(answer: CableAnswer, mark: int) -> Sketch:
    """The trolley on its line, from close by."""
    design, trolley = answer.design, answer.design.trolley
    at, level = float(answer.course.place[mark]), float(answer.line_up[mark])
    x, up = answer.hung.shape(mark, 60)
    over = design.left.ground + design.left.height
    wheels = built.axles(answer)
    runs = _turned(at, level, float(answer.slope[mark]))
    # Between its wheels the line is straight; beyond them it goes on as it hangs.
    beyond = [(at + side, float(np.interp(at + side, x, up)) + over) for side in (-NEAR, NEAR)]
    drawn = (beyond[0], runs(wheels[0], 0.0), runs(wheels[-1], 0.0), beyond[1])
    things: list[Thing] = [Line(drawn, "rail", answer.rows.line.diameter)]
    things += _trolley(answer, mark)
    screw = level - answer.screw_down
    low, wide = level - answer.lowest, max(answer.half_length, 0.3)
    half = trolley.wheelbase / 2
    high = level + 0.16
    middle = level - trolley.drop
    return Sketch(
        things=tuple(things),
        dimensions=(
            Dimension(
                F.trolley.wheelbase, (at - half, high), (at + half, high), "above", 0, "wheelbase"
            ),
            Dimension(
                F.trolley.drop,
                (at + wide, middle),
                (at + wide, level),
                "right",
                0,
                "camera's middle",
            ),
        ),
        handles=(
            Handle(F.trolley.drop, (at, middle), 0.05, (0.0, -1.0), "hang the camera lower"),
            Handle(
                F.trolley.wheelbase, (at + half, level + 0.03), 0.04, (2.0, 0.0), "set it wider"
            ),
        ),
        bounds=(at - wide - 0.35, min(low, screw) - 0.12, at + wide + 0.45, high + 0.1),
        title="The trolley, close",
        caption="the camera leans as the trolley speeds up or slows down",
        floor=None,
    )


def from_above(answer: CableAnswer, mark: int) -> Sketch:
    """Strip and circles that nobody may stand in, the trolley at a mark."""
    design, span = answer.design, answer.design.line.span
    strip, reach = answer.strip, answer.length
    around = design.around
    turns = np.linspace(-math.pi / 2, math.pi / 2, 60)
    things: list[Thing] = []
    for centre, way in ((0.0, -1), (span, 1)):
        # Of each circle only the half that is not the other one's is of use to see.
        ring = tuple(
            (centre + way * reach * math.cos(t), reach * math.sin(t)) for t in turns.tolist()
        )
        things.append(Line(ring, "bad", 0.0, dashed=True))
    things.append(Shape(box(0.0, -strip, span, strip), "bad", hollow=True, dashed=True))
    offsets = (0.0,) if design.lines == 1 else tuple(s * design.line.spacing / 2 for s in (-1, 1))
    for off in offsets:
        things.append(Line(((0.0, off), (span, off)), "rail", 0.03))
    aside, _ = answer.windy
    places = np.linspace(0.0, span, 41)
    blown = tuple((float(x), float(4 * aside * x * (span - x) / span**2)) for x in places)
    things.append(Line(blown, "ghost", 0.0, dashed=True))
    for one in around.beneath:
        if one.kind == "person":
            things.append(Disc((one.at, 0.0), 0.25, "figure"))
        else:
            half = one.width / 2
            things.append(Shape(box(one.at - half, -half, one.at + half, half), "timber"))
    for x in (0.0, span):
        things.append(Disc((x, 0.0), 0.2, "timber"))
    at = float(answer.course.place[mark])
    half = answer.half_length
    wide = design.trolley.width / 2
    things.append(Shape(box(at - half, -wide, at + half, wide), "metal"))
    things += load_shapes(answer.load, answer.along, "above", lambda x, y: (at + x, y))
    things.append(Disc((span / 2, around.beside), 0.22, "figure"))
    things.append(Disc((-around.nearest, 0.0), 0.22, "figure"))
    first, last = sorted(answer.ends)
    things.append(Line(((first, 0.0), (last, 0.0)), "shot", 0.05))
    edge = max(reach, around.nearest) + 0.05 * span
    tall = max(strip, around.beside, 0.25 * span) + 0.06 * span
    tall = min(max(tall, 0.35 * reach), reach)
    return Sketch(
        things=tuple(things),
        dimensions=(
            Dimension(
                F.around.beside,
                (span / 2, around.beside),
                (span / 2, around.beside),
                "over",
                0,
                "people",
            ),
            Dimension(
                F.around.nearest,
                (-around.nearest, 0.0),
                (-around.nearest, 0.0),
                "over",
                0,
                "people from an anchor",
            ),
            Dimension(S.move.start, (0.0, -strip), (first, -strip), "below", 0, "from"),
            Dimension(S.move.distance, (first, -strip), (last, -strip), "below", 0, "flies"),
        ),
        handles=(
            Handle("mark", (at, 0.0), 0.4, (1.0, 0.0), "fly it along"),
            Handle(F.around.beside, (span / 2, around.beside), 0.3, (0.0, 1.0), "drag the people"),
            Handle(F.around.nearest, (-around.nearest, 0.0), 0.3, (-1.0, 0.0), "drag the people"),
            Handle(S.move.start, (first, 0.0), 0.15, (1.0, 0.0), "move the flight along"),
        ),
        bounds=(-edge, -tall, span + reach + 0.05 * span, tall),
        title="From above",
        caption="dashed: what a broken line reaches, the strip, and the line blown aside",
        floor=None,
    )
