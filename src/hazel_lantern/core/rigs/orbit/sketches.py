"""The orbit rig from above and from the side."""

from __future__ import annotations

import math
from collections.abc import Callable

from hazel_lantern.core.rigs.kit.drawing import PERSON, box, enlargement, load_shapes, person
from hazel_lantern.core.rigs.orbit.answer import OrbitAnswer
from hazel_lantern.core.rigs.orbit.model import F
from hazel_lantern.core.rigs.orbit.standing import feet
from hazel_lantern.core.shot import S
from hazel_lantern.core.sketch import (
    Arrow,
    Dimension,
    Disc,
    Handle,
    Line,
    Note,
    Point,
    Role,
    Shape,
    Sketch,
    Thing,
)

#: Of an arrow of the couple: metres for a newton metre, and the longest, m.
LEANS, LONGEST = 0.02, 0.5


def _circle(radius: float, start: float = 0.0, end: float = 2 * math.pi) -> tuple[Point, ...]:
    turns = (start + (end - start) * at / 72 for at in range(73))
    return tuple((radius * math.cos(t), radius * math.sin(t)) for t in turns)


def from_above(answer: OrbitAnswer, mark: int) -> Sketch:
    """Rings swept by camera, weights and margin; the arm at a mark."""
    design, course = answer.design, answer.course
    turn = float(course.turn[mark])
    cos, sin = math.cos(turn), math.sin(turn)

    def at(out: float, across: float = 0.0) -> Point:
        return out * cos - across * sin, out * sin + across * cos

    inner, outer = answer.swept
    keep = outer + design.inside.margin
    things: list[Thing] = [
        Line(_circle(keep), "bad", dashed=True),
        Line(_circle(outer), "ghost", dashed=True),
        Line(_circle(inner), "ghost", dashed=True),
    ]
    ends = float(course.turn.min()), float(course.turn.max())
    shown = min(ends[1] - ends[0], 2 * math.pi)
    things.append(Line(_circle(answer.radius, ends[0], ends[0] + shown), "shot", 0.01))
    half = answer.shot.room.length / 2
    things.append(Line(((-half, -keep), (-half, keep)), "room", 0.02))
    things.append(Line(((half, -keep), (half, keep)), "room", 0.02))
    corners = tuple((float(x), float(y)) for x, y in feet(answer))
    if design.base.kind == "mast at a desk":
        things.append(Shape(corners, "timber"))
        things.append(Line(((-design.base.mast, 0.0), (0.0, 0.0)), "metal", 0.035))
    elif design.base.kind != "ceiling":
        things.append(Shape(corners, "guide", hollow=True, dashed=True))
        things += [Line(((0.0, 0.0), foot), "stand", 0.02) for foot in corners]
    if design.inside.kind != "nothing":
        role: Role = "figure" if design.inside.kind == "a person" else "timber"
        # It stands over the arm or inside of it: an outline leaves the arm to be seen.
        things.append(Disc((design.inside.off, 0.0), design.inside.radius, role, hollow=True))
    width = answer.rows.section.properties.width
    things.append(Disc((0.0, 0.0), answer.rows.bearing.width / 2, "metal"))
    things.append(Line((at(-design.arm.tail), at(answer.front)), "rail", max(width, 0.02)))
    weights = design.counterweight
    block = box(
        -weights.place - weights.radius,
        -weights.bar_side,
        -weights.place + weights.radius,
        weights.bar_side,
    )
    if weights.mass:
        things.append(Shape(tuple(at(*corner) for corner in block), "ballast"))
    things += _carried(answer, at)
    nearest = design.inside.nearest
    things.append(Disc((nearest, 0.0), 0.22, "figure"))
    tall = keep * 1.06
    lens = at(answer.radius)
    away: Point = (cos, sin)
    aside: Point = (-sin, cos)
    return Sketch(
        things=tuple(things),
        dimensions=(
            Dimension(S.move.radius, (0.0, 0.0), lens, "along", 0, "lens at"),
            Dimension(
                F.counterweight.place,
                at(-weights.place),
                at(-weights.place),
                "under",
                0,
                "weights at",
            ),
            Dimension(F.inside.nearest, (nearest, 0.25), (nearest, 0.25), "over", 0, "people at"),
            Dimension(
                F.base.reach,
                (0.0, -design.base.reach),
                (0.0, -design.base.reach),
                "at",
                0,
                "feet at",
            ),
        ),
        handles=(
            Handle("mark", lens, 0.2, (1.0, 0.0), "drag the camera round", (0.0, 0.0)),
            Handle(S.move.radius, at(0.0, answer.radius), 0.06, aside, "drag the ring wider"),
            Handle(
                F.counterweight.place,
                at(-weights.place),
                0.07,
                (-away[0], -away[1]),
                "slide the weights",
            ),
            Handle(F.inside.nearest, (nearest, 0.0), 0.12, (1.0, 0.0), "drag whoever stands there"),
            Handle(
                F.inside.off, (design.inside.off, 0.0), 0.05, (1.0, 0.0), "drag the subject aside"
            ),
            Handle(
                F.inside.radius,
                (-design.inside.radius, 0.0),
                0.05,
                (-1.0, 0.0),
                "drag how far the middle reaches",
            ),
            Handle(F.base.reach, corners[0], 0.05, _outward(corners[0]), "drag the foot"),
        ),
        bounds=(-tall, -tall, max(tall, nearest + 0.3), tall),
        title="From above",
        caption="dashed red: nobody inside while it turns",
    )


def _outward(foot: Point) -> Point:
    far = max(math.hypot(*foot), 1e-6)
    return foot[0] / far, foot[1] / far


def _carried(answer: OrbitAnswer, at: Callable[[float, float], Point]) -> list[Thing]:
    """The camera, turned as it looks."""
    radius, way = answer.radius, answer.outward or 1.0
    if answer.along:
        return [
            *load_shapes(answer.load, True, "above", lambda x, y: at(radius + way * x, way * y))
        ]
    return [*load_shapes(answer.load, False, "above", lambda x, y: at(radius + x, y))]


def from_the_side(answer: OrbitAnswer, mark: int) -> Sketch:
    """The plane of the arm: base or mast, riser, bending, the couple as a pair of forces."""
    design, weights, arm = answer.design, answer.design.counterweight, answer.design.arm
    level, up = answer.level, answer.level + answer.arm_up
    front, tail, radius = answer.front, arm.tail, answer.radius
    screw = answer.level + answer.screw_up
    beside = max(answer.swept[1], design.inside.nearest * 0.6) + 0.4
    things: list[Thing] = [*person(beside), *_carrier(answer)]
    larger = enlargement(abs(answer.dip), radius)
    dip = answer.dip * larger
    bent = tuple(
        (x, up - (dip * (x / radius) ** 2 if x > 0 else 0.0))
        for x in (-tail + (front + tail) * step / 40 for step in range(41))
    )
    things.append(Line(bent, "rail", answer.rows.section.properties.height))
    end = up - dip
    things.append(Line(((radius, end), (radius, screw - dip)), "metal", 0.025))
    way = answer.outward or 1.0
    things += load_shapes(
        answer.load, answer.along, "side", lambda x, y: (radius + way * x, screw - dip + y)
    )
    at_weights = (-weights.place, up + weights.above)
    if weights.above:
        things.append(Line(((-weights.place, up), at_weights), "metal", 0.015))
    if weights.mass:
        things.append(Disc(at_weights, weights.radius, "ballast"))
    things.append(Disc(at_weights, 0.012, "wheel"))
    lens = (radius, screw - dip + answer.load.lens_axis)
    things.append(Note((lens[0] + 0.14, lens[1]), "lens", "shot", answer.lens_height, "length"))
    leans = max(min(answer.rocking * LEANS, LONGEST), -LONGEST)
    if abs(leans) > 0.02:
        force = abs(answer.rocking) / 0.2
        things.append(Arrow((0.1, level), (0.0, -leans), "force", force))
        things.append(Arrow((-0.1, level), (0.0, leans), "force", force))
    top = max(lens[1] + 0.3, PERSON + 0.15, level + 0.2)
    left = -max(tail, radius * 0.5, design.base.mast + design.base.desk * design.hung) - 0.35
    riser = Dimension(F.arm.riser, (radius + 0.1, up), (radius + 0.1, screw), "right", 0, "riser")
    return Sketch(
        things=tuple(things),
        dimensions=(
            Dimension(F.arm.tail, (-tail, 0.0), (0.0, 0.0), "below", 0, "weight side"),
            Dimension(S.move.radius, (0.0, 0.0), (radius, 0.0), "below", 0, "lens at"),
            riser,
            Dimension(F.base.height, (left, 0.0), (left, level), "left", 0, "bearing"),
            Dimension(F.counterweight.above, at_weights, at_weights, "over", 1, "weights up"),
        ),
        handles=(
            Handle(F.arm.tail, (-tail, up), 0.05, (-1.0, 0.0), "drag the weight side's end"),
            Handle(F.arm.riser, (radius, screw), 0.05, (0.0, 1.0), "drag the camera up or down"),
            Handle(F.counterweight.above, at_weights, 0.06, (0.0, 1.0), "raise the weights"),
            Handle(F.base.height, (0.0, level), 0.05, (0.0, 1.0), "drag the bearing up or down"),
        ),
        bounds=(left, -0.06, beside + 0.35, top),
        title="Side, to scale",
        enlarged=larger,
        caption=f"dip drawn {larger:g}× larger; the pair of forces is what leans on the bearing",
        floor=0.0,
    )


def _carrier(answer: OrbitAnswer) -> list[Thing]:
    """What stands below the bearing, or what it hangs from."""
    base, level, row = answer.design.base, answer.level, answer.rows.bearing
    half, things = row.width / 2, list[Thing]()
    if base.kind == "mast at a desk":
        edge = -base.mast
        things.append(Shape(box(edge - base.desk, 0.70, edge, 0.74), "timber"))
        things.append(Line(((edge - 0.03, 0.70), (edge - 0.03, level + 0.04)), "metal", 0.035))
        things.append(Line(((edge - 0.03, level + 0.04), (0.03, level + 0.04)), "metal", 0.035))
    elif base.kind == "ceiling":
        things.append(Line(((-1.5, level + 0.03), (1.5, level + 0.03)), "room", 0.04))
    else:
        things.append(Shape(box(-base.reach, max(level - 0.03, 0.0), base.reach, level), "timber"))
        for x in (-base.reach + 0.03, base.reach - 0.03):
            things.append(Line(((x, max(level - 0.03, 0.0)), (x, 0.0)), "stand", 0.03))
        if base.ballast:
            things.append(Shape(box(-0.12, level, -0.04, level + 0.08), "ballast"))
    ends = sorted((level, level + answer.design.down * row.height))
    things.append(Shape(box(-half, ends[0], half, ends[1]), "metal"))
    inside = answer.design.inside
    if inside.kind == "a table" and not answer.design.hung:
        high = inside.height
        things.insert(0, Line(((0.0, high), (0.0, level + row.height)), "figure", 0.06))
        things.insert(0, Shape(box(-inside.radius, high - 0.03, inside.radius, high), "figure"))
        subject = answer.shot.subject
        if subject.base:
            half, top = 0.35 * subject.height, high + subject.height
            things.insert(0, Shape(box(-half, high, half, top), "figure"))
    return things
