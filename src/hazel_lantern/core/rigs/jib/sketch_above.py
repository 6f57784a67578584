"""The jib from above: pan circle, swept tail, feet, and the weight's path over them."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.mechanics import standing as feet_mechanics
from hazel_lantern.core.rigs.jib.answer import Array, JibAnswer
from hazel_lantern.core.rigs.jib.model import F
from hazel_lantern.core.rigs.jib.sketch_places import Arm
from hazel_lantern.core.rigs.jib.standing import whole_weight
from hazel_lantern.core.rigs.kit.drawing import box, load_shapes
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


def _circle(radius: float, start: float = 0.0, end: float = 2 * math.pi) -> tuple[Point, ...]:
    turns = np.linspace(start, end, 73)
    return tuple((radius * math.cos(t), radius * math.sin(t)) for t in turns)


def from_above(answer: JibAnswer, subject: Array, mark: int, turn: float | None) -> Sketch:
    """From above at a mark, panned as asked; ``subject`` is its foot, m."""
    swing = float(answer.course.swing[mark])
    pan = float(answer.course.pan[mark]) if turn is None else turn
    arm = Arm(answer, swing)
    design, cos, sin = arm.design, math.cos(pan), math.sin(pan)

    def at(out: float, across: float) -> Point:
        """Out along the arm and to its left."""
        return out * cos - across * sin, out * sin + across * cos

    reach = float(answer.stop_to_stop(answer.lens)[0].max())
    tail = design.boom.tail
    corners = tuple((float(x), float(y)) for x, y in arm.feet())
    things: list[Thing] = [
        Line(_circle(reach), "ghost", dashed=True),
        Line(_circle(tail), "ghost", dashed=True),
        Shape(corners, "guide", hollow=True, dashed=True),
        *(Line(((0.0, 0.0), foot), "stand", 0.022) for foot in corners),
    ]
    low, high = float(answer.course.pan.min()), float(answer.course.pan.max())
    lens = arm.lens[0]
    if high > low:
        things.append(Line(_circle(lens, low, high), "shot", 0.01))
    edge = feet_mechanics.foot_edge(arm.rows.stand.feet, answer.spread)
    things.append(Line(_circle(edge), "guide", dashed=True))
    width = arm.rows.section.properties.width
    things.append(Disc((0.0, 0.0), 0.07, "metal"))
    things.append(Line((at(arm.at(-tail)[0], 0.0), at(arm.tip[0], 0.0)), "rail", max(width, 0.02)))
    back = arm.weights[0]
    weights, beside = design.counterweight, width / 2 + 0.005
    for (thick, _), way in zip(weights.sides, (-1, 1), strict=True):
        near, far = sorted((way * beside, way * (beside + thick)))
        edge_on = box(back - weights.radius, near, back + weights.radius, far)
        if thick:
            things.append(Shape(tuple(at(x, y) for x, y in edge_on), "ballast"))
    bar = beside + weights.bar_side
    things.append(Line((at(back, -bar), at(back, bar)), "metal", weights.bar_diameter))
    along, screw = answer.along, arm.from_screw(0.0, 0.0)[0]
    things += load_shapes(answer.load, along, "above", lambda x, y: at(screw + x, y))
    ahead = at(screw + 0.4, 0.0) if along else at(screw, 0.4)
    start = at(screw, 0.0)
    things.append(Arrow(start, (ahead[0] - start[0], ahead[1] - start[1]), "shot"))
    whole = whole_weight(answer, answer.whole)
    outs = float(whole.out.min()), float(whole.out.max())
    things.append(Line((at(outs[0], 0.0), at(outs[1], 0.0)), "mass", 0.02))
    now = float(np.interp(swing, answer.whole, whole.out))
    things.append(Line(_circle(abs(now)), "mass", dashed=True))
    things.append(Disc(at(now, 0.0), 0.03, "mass"))
    bare = whole_weight(answer, np.array([swing]), bare=True)
    things.append(Disc(at(float(bare.out[0]), 0.0), 0.022, "mass", hollow=True))
    if float(np.hypot(*subject[:2])) < 2.2 * reach:
        things.append(Disc((float(subject[0]), float(subject[1])), 0.18, "figure"))
    extent = max(reach + 0.35, tail + 0.2)
    foot = max(corners, key=lambda corner: corner[1])
    spread = Dimension(F.post.spread, foot, foot, "over", 0, "feet apart")
    pull = Handle(F.post.spread, foot, 0.06, (0.0, answer.spread / foot[1]), "drag the foot")
    if design.post.legs.cut:
        leg = design.post.legs.leg
        pull = Handle(F.post.legs.leg, foot, 0.06, (0.0, leg / foot[1]), "drag the foot")
    sweep = (reach * math.cos(high), reach * math.sin(high))
    return Sketch(
        things=tuple(things),
        dimensions=(
            Dimension(F.boom.front, at(0.0, 0.0), at(arm.tip[0], 0.0), "along", 0, "front"),
            Dimension(F.boom.tail, at(arm.at(-tail)[0], 0.0), (0.0, 0.0), "along", 1, "tail"),
            *(() if design.post.legs.cut else (spread,)),
            Dimension(S.move.sweep, sweep, sweep, "beside", 0, "pan over the move"),
        ),
        handles=(
            Handle("turn", at(lens, 0.0), 0.2, (1.0, 0.0), "drag the camera round", (0.0, 0.0)),
            Handle(F.boom.tail, at(arm.at(-tail)[0], 0.0), 0.06, (-cos, -sin), "drag the tail"),
            pull,
        ),
        bounds=(-extent, -reach - 0.05, extent, reach + 0.05),
        title="From above",
        caption="lit: where the weight comes down over the swing; open ring: with the camera off",
    )
