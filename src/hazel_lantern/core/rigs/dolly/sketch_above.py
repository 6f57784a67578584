"""The dolly from above: rails with their true shape, the wanted arc, the aim at the subject."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.rigs.dolly.answer import Array, DollyAnswer
from hazel_lantern.core.rigs.dolly.lamps_stand import deck_outline, foot_places
from hazel_lantern.core.rigs.dolly.model import F
from hazel_lantern.core.rigs.dolly.path import Line as Way
from hazel_lantern.core.rigs.dolly.pieces import OVERHANG
from hazel_lantern.core.rigs.kit.drawing import box, load_shapes
from hazel_lantern.core.shot import Arc, S
from hazel_lantern.core.sketch import (
    Arrow,
    Dimension,
    Disc,
    Handle,
    Line,
    Point,
    Role,
    Shape,
    Sketch,
    Thing,
)


class Plan:
    """The floor: points along the rails and across them."""

    def __init__(self, answer: DollyAnswer) -> None:
        self.answer, self.design, self.shot = answer, answer.design, answer.shot
        self._frames: dict[float, tuple[float, float, float, float]] = {}

    def on(self, way: float, ahead: float = 0.0, left: float = 0.0) -> Point:
        """A point of a body whose middle is at a way along the line."""
        if way not in self._frames:
            x, y, heading = (float(one[0]) for one in self.answer.line.at(np.array([way])))
            self._frames[way] = x, y, math.cos(heading), math.sin(heading)
        x, y, cos, sin = self._frames[way]
        return x + ahead * cos - left * sin, y + ahead * sin + left * cos

    def line(self, line: Way, start: float, end: float, left: float = 0.0) -> tuple[Point, ...]:
        """Along a line, at an even distance to its left."""
        x, y, heading = line.at(np.linspace(start, end, 61))
        xs, ys = x - left * np.sin(heading), y + left * np.cos(heading)
        return tuple(zip(xs.tolist(), ys.tolist(), strict=True))

    def turned(self, way: float, corners: tuple[Point, ...]) -> tuple[Point, ...]:
        """An outline on the dolly, given ahead and to the left of its middle."""
        return tuple(self.on(way, ahead, left) for ahead, left in corners)


def _track(plan: Plan) -> list[Thing]:
    design = plan.design
    track, half = design.track, design.track.length / 2
    things: list[Thing] = []
    reach = track.gauge / 2 + OVERHANG
    for at in plan.answer.crossings:
        ends = plan.on(float(at), 0.0, -reach), plan.on(float(at), 0.0, reach)
        things.append(Line(ends, "timber", 0.044))
    width = max(plan.answer.rows.section.properties.width, 0.02)
    for side in (-1, 1):
        left = side * track.gauge / 2
        things.append(Line(plan.line(plan.answer.line, -half, half, left), "rail", width))
        for joint in track.joints(side > 0):
            mark = plan.on(joint, 0.0, left - 0.03), plan.on(joint, 0.0, left + 0.03)
            things.append(Line(mark, "wheel", 0.012))
    if track.kind == "bowed track":
        things.append(Line((plan.on(-half), plan.on(half)), "guide", dashed=True))
    return things


def _dolly(plan: Plan, way: float, ghost: bool) -> list[Thing]:
    design, platform = plan.design, plan.design.platform
    role: Role = "ghost" if ghost else "timber"
    deck = plan.turned(way, tuple((x, y) for x, y in deck_outline(plan.answer).tolist()))
    things: list[Thing] = [Shape(deck, role, ghost, ghost)]
    if ghost:
        return things
    radius, broad = plan.answer.rows.roller.diameter / 2, plan.answer.rows.roller.width / 2
    mount = plan.answer.mount_left
    for ahead, left in plan.answer.corner_places.tolist():
        for offset in design.sets:
            at = ahead + offset
            tread = box(at - radius, left - broad, at + radius, left + broad)
            things.append(Shape(plan.turned(way, tread), "wheel"))
    if platform.mount == "stand":
        for ahead, left in foot_places(plan.answer):
            leg = plan.on(way, 0.0, mount), plan.on(way, float(ahead), mount + float(left))
            things.append(Line(leg, "stand", 0.018))
    things += load_shapes(
        plan.answer.load, plan.answer.along, "above", lambda x, y: plan.on(way, x, mount + y)
    )
    if platform.operator == "rides":
        back = -platform.operator_back * plan.shot.move.sense
        things.append(Disc(plan.on(way, back), 0.16, "figure"))
    load = plan.answer.carried
    things.append(Disc(plan.on(way, load.forward, load.sideways), 0.03, "mass"))
    return things


def from_above(answer: DollyAnswer, look: float, foot: Array, mark: int) -> Sketch:
    """From above at a mark, the lens looking so, rad; ``foot`` is the subject's, m."""
    plan = Plan(answer)
    design, shot = plan.design, plan.shot
    way = float(answer.course.place[mark])
    ends = -shot.move.distance / 2, shot.move.distance / 2
    things: list[Thing] = []
    if design.on_track:
        things += _track(plan)
    things.append(Line(plan.line(answer.wanted, *ends), "shot", 0.012, dashed=True))
    for end in ends:
        if abs(end - way) > 0.05:
            things += _dolly(plan, end, True)
    things += _dolly(plan, way, False)
    eye = plan.on(way, 0.0, answer.mount_left)
    subject = (float(foot[0]), float(foot[1]))
    far = math.dist(eye, subject)
    seen = eye[0] + far * math.cos(look), eye[1] + far * math.sin(look)
    things.append(Line((eye, seen), "shot", dashed=True))
    things.append(Arrow(eye, (0.45 * math.cos(look), 0.45 * math.sin(look)), "shot"))
    things.append(Disc(subject, 0.22, "figure"))
    push = float(answer.push[mark])
    if abs(push) > 0.5:
        behind = -math.copysign(design.platform.length / 2 + 0.3, push)
        tail, tip = plan.on(way, behind), plan.on(way, behind * 0.55)
        vector = (tip[0] - tail[0], tip[1] - tail[1])
        things.append(Arrow(tail, vector, "force", abs(push)))
    half = design.track.length / 2 if design.on_track else shot.move.distance / 2 + 0.6
    xs, ys, _ = answer.line.at(np.linspace(-half, half, 21))
    reach = answer.gauge / 2 + 0.35
    near = min(subject[1], float(ys.max()) + 4.0)
    right = float(xs.max()) + 0.3
    if answer.along:
        right = max(right, min(subject[0] + 0.3, float(xs.max()) + 2.5))
    return Sketch(
        things=tuple(things),
        dimensions=_dimensions(plan, way, subject, half),
        handles=_handles(plan, way, subject),
        bounds=(
            float(xs.min()) - 0.3,
            float(ys.min()) - reach,
            right,
            max(float(ys.max()) + reach, near + 0.35),
        ),
        title="From above",
        caption="dashed: the line that the shot wants, and where the lens looks",
    )


def _dimensions(plan: Plan, way: float, subject: Point, half: float) -> tuple[Dimension, ...]:
    design, shot = plan.design, plan.shot
    start, end = plan.on(-shot.move.distance / 2), plan.on(shot.move.distance / 2)
    low = -plan.answer.gauge / 2 - 0.3
    found = [
        Dimension(S.move.distance, (start[0], low), (end[0], low), "below", 0, "move"),
        Dimension(S.subject.distance, subject, subject, "beside", 0, "subject at"),
    ]
    if isinstance(shot.move, Arc):
        found.append(Dimension(S.move.radius, end, end, "over", 1, "radius"))
    if design.on_track:
        near = plan.on(-half, 0.0, -plan.answer.gauge / 2)
        far = plan.on(-half, 0.0, plan.answer.gauge / 2)
        found.append(Dimension(F.track.gauge, near, far, "left", 0, "gauge"))
    if design.track.kind == "bowed track":
        cord = (0.0, plan.on(half)[1])
        found.append(Dimension(F.track.sagitta, cord, cord, "over", 0, "bowed by"))
    return tuple(found)


def _handles(plan: Plan, way: float, subject: Point) -> tuple[Handle, ...]:
    design, shot = plan.design, plan.shot
    ends = plan.on(-shot.move.distance / 2), plan.on(shot.move.distance / 2)
    sense = float(shot.move.sense)
    toward = (1.0, 0.0) if plan.answer.along else (0.0, 1.0)
    found = [
        Handle("mark", plan.on(way), 0.35, (sense, 0.0), "drag the dolly along its line"),
        Handle(S.move.distance, ends[1], 0.08, (2.0, 0.0), "drag the end of the move"),
        Handle(S.subject.distance, subject, 0.2, toward, "drag the subject"),
    ]
    if isinstance(shot.move, Arc):
        # The end of the arc stands s²/2R off the tangent.
        half = shot.move.distance / 2
        slope = -2 * shot.move.radius**2 / half**2
        found.append(Handle(S.move.radius, ends[0], 0.08, (0.0, slope), "drag the arc open"))
    if design.on_track:
        at = plan.on(-design.track.length * 0.4, 0.0, plan.answer.gauge / 2)
        found.append(Handle(F.track.gauge, at, 0.06, (0.0, 2.0), "drag a rail"))
    return tuple(found)
