"""The dolly from the side, its line laid out straight: sag enlarged, sleepers, wheels, push."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.rigs.dolly.answer import SLEEPER_HEIGHT, DollyAnswer
from hazel_lantern.core.rigs.dolly.model import F
from hazel_lantern.core.rigs.kit.drawing import PERSON, box, enlargement, load_shapes, person
from hazel_lantern.core.shot import Arc, S
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


class Side:
    """The upright plane along the rails."""

    def __init__(self, answer: DollyAnswer, mark: int) -> None:
        self.answer, self.design, self.shot = answer, answer.design, answer.shot
        self.way = float(answer.course.place[mark])
        self.enlarged = enlargement(self.answer.dip, self.design.track.apart)
        self.deck, self.screw = answer.deck, answer.mounted_screw

    def axles(self, way: float) -> list[float]:
        """Where the wheels stand along the line."""
        places = sorted(set(self.answer.corner_places[:, 0].tolist()))
        return [way + ahead + offset for ahead in places for offset in self.design.sets]

    def rail(self) -> tuple[Point, ...]:
        """The rail's middle line, sunk under the wheels, enlarged."""
        track, half = self.design.track, self.design.track.length / 2
        at = np.linspace(-half, half, max(int(track.length / 0.02), 2))
        sunk = np.zeros_like(at)
        if self.answer.rails:
            ways, sinking = self.answer.sinking
            corners = zip(self.answer.corner_places[:, 0].tolist(), sinking, strict=True)
            for ahead, sinks in corners:
                for axle in (self.way + ahead + offset for offset in self.design.sets):
                    first = np.floor((axle + half) / track.apart) * track.apart - half
                    inside = np.clip((at - first) / track.apart, 0, 1)
                    deep = float(np.interp(self.way, ways, sinks))
                    sunk = np.maximum(sunk, deep * np.sin(np.pi * inside))
        middle = self.answer.bed_height + self.answer.rows.section.properties.height / 2
        return tuple(zip(at.tolist(), (middle - sunk * self.enlarged).tolist(), strict=True))


def _track(side: Side) -> list[Thing]:
    track = side.design.track
    height = side.answer.rows.section.properties.height
    things: list[Thing] = []
    for at in side.answer.crossings if track.sleepered else ():
        things.append(Shape(box(at - 0.022, 0.0, at + 0.022, SLEEPER_HEIGHT), "timber"))
    things.append(Line(side.rail(), "rail", height))
    low = side.answer.bed_height
    for joint in track.joints(True):
        things.append(Line(((joint, low), (joint, low + height)), "wheel"))
    return things


def _dolly(side: Side, way: float, ghost: bool) -> list[Thing]:
    platform, ground = side.design.platform, side.answer.ground
    role: Role = "ghost" if ghost else "timber"
    half, radius = platform.length / 2, side.answer.rows.roller.diameter / 2
    deck, screw = side.deck, side.screw
    things: list[Thing] = [
        Shape(box(way - half, deck - 0.02, way + half, deck), role, ghost, ghost)
    ]
    for axle in side.axles(way):
        at = (axle, ground + radius)
        things.append(Disc(at, radius, "ghost" if ghost else "wheel", ghost))
    things += load_shapes(
        side.answer.load, side.answer.along, "side", lambda x, y: (way + x, screw + y), ghost
    )
    if ghost:
        return things
    if platform.mount == "stand":
        knee = deck + 0.78 * (screw - deck)
        spread = platform.spread / 2
        things.append(Line(((way, knee), (way, screw)), "stand", 0.03))
        for foot in (-spread, 0.1, spread):
            things.append(Line(((way, knee), (way + foot, deck)), "stand", 0.018))
    else:
        things.append(Line(((way, deck), (way, screw)), "stand", 0.05))
    if platform.ballast:
        size = 0.05 + 0.03 * platform.ballast ** (1 / 3)
        things.append(Shape(box(way - size, deck, way + size, deck + 0.12), "ballast"))
    if platform.operator == "rides":
        back = way - platform.operator_back * side.shot.move.sense
        things.append(Shape(box(back - 0.16, deck, back + 0.16, deck + 0.85), "figure"))
        things.append(Disc((back, deck + 1.02), 0.12, "figure"))
    load = side.answer.carried
    at = (way + load.forward, ground + load.height)
    things += [Disc(at, 0.028, "mass"), Line((at, (at[0], 0.0)), "mass", dashed=True)]
    return things


def from_the_side(answer: DollyAnswer, mark: int) -> Sketch:
    """Side view at a mark."""
    side = Side(answer, mark)
    design, shot = side.design, side.shot
    half = design.track.length / 2 if design.on_track else shot.move.distance / 2 + 0.6
    half = max(half, shot.move.distance / 2 + design.platform.length / 2)
    beside = half + 0.5
    things: list[Thing] = [*person(beside)]
    if design.on_track:
        things += _track(side)
    for end in (-shot.move.distance / 2, shot.move.distance / 2):
        if abs(end - side.way) > 0.05:
            things += _dolly(side, end, True)
    things += _dolly(side, side.way, False)
    push = float(answer.push[mark])
    if abs(push) > 0.5:
        reach = design.platform.length / 2 + 0.35
        start = (side.way - (reach if push > 0 else -reach), design.drive.height)
        things.append(Arrow(start, (0.3 if push > 0 else -0.3, 0.0), "force", abs(push)))
    if design.on_track:
        dip = (side.way + design.wheels.wheelbase / 2 + 0.25, side.answer.ground + 0.12)
        things.append(Note(dip, "dip", "shot", side.answer.dip, "fine"))
    lens = shot.camera_height
    base = design.wheels.wheelbase / 2
    dimensions = [
        Dimension(S.camera_height, (-half - 0.1, 0.0), (-half - 0.1, lens), "left", 0, "lens"),
        Dimension(
            F.wheels.wheelbase,
            (side.way - base, 0.0),
            (side.way + base, 0.0),
            "below",
            0,
            "wheelbase",
        ),
        Dimension(
            S.move.distance,
            (-shot.move.distance / 2, lens + 0.35),
            (shot.move.distance / 2, lens + 0.35),
            "above",
            0,
            "move",
        ),
    ]
    sense = float(shot.move.sense)
    handles = [
        Handle("mark", (side.way, side.deck), 0.4, (sense, 0.0), "drag the dolly along"),
        Handle(
            F.wheels.wheelbase,
            (side.way + base, side.answer.ground),
            0.05,
            (2.0, 0.0),
            "drag an axle",
        ),
        Handle(
            S.camera_height,
            (side.way, side.screw + answer.load.lens_axis),
            0.08,
            (0.0, 1.0),
            "drag the camera up or down",
        ),
    ]
    if design.on_track:
        first = -design.track.length / 2
        dimensions.append(
            Dimension(
                F.track.sleepers,
                (first, 0.0),
                (first + design.track.apart, 0.0),
                "below",
                0,
                "sleepers",
            )
        )
    return Sketch(
        things=tuple(things),
        dimensions=tuple(dimensions),
        handles=tuple(handles),
        bounds=(-half - 0.3, -0.06, beside + 0.35, max(lens + 0.6, PERSON + 0.15)),
        enlarged=side.enlarged,
        title="Side, to scale",
        caption=(
            ("the curve laid out straight; " if isinstance(shot.move, Arc) else "")
            + (f"dip drawn {side.enlarged:g}× larger" if side.enlarged > 1 else "dip to scale")
        ),
        floor=0.0,
    )
