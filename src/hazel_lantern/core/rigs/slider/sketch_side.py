"""The slider from the side: bending enlarged, ghosts at both ends of the move."""

from __future__ import annotations

from dataclasses import replace
from typing import TYPE_CHECKING

from hazel_lantern.core.figures import (
    box,
    item_box,
    item_role,
    stand_outline,
    standing_figure,
)
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.slider.sketch_places import Rail
from hazel_lantern.core.rigs.slider.statics import support_places
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

if TYPE_CHECKING:
    from hazel_lantern.core.assessment import Assessment
    from hazel_lantern.core.project.model import Rig
    from hazel_lantern.core.workshop import Workshop


PERSON = 1.72


def _carriage(side: Rail, rig: Rig, mark: int, ghost: bool) -> list[Thing]:
    """Carriage, wheels and load at a mark."""
    carriage, wheel = side.design.carriage, side.parts.wheel
    place = float(side.answer.course.place[mark])
    half = carriage.wheelbase / 2
    lifts = (0.0, 0.0) if ghost else (side.sag(place - half), side.sag(place + half))
    slope = (lifts[1] - lifts[0]) / carriage.wheelbase
    middle = sum(lifts) / 2

    def on(along: float, up: float) -> Point:
        return side.at(place + along - up * slope, up + middle + along * slope)

    def turned(left: float, right: float, low: float, high: float) -> tuple[Point, ...]:
        return on(left, low), on(right, low), on(right, high), on(left, high)

    radius = min(wheel.diameter / 2, carriage.screw_height / 2)
    deck = min(2 * radius, carriage.screw_height - 0.01)
    top = min(deck + 0.018, carriage.screw_height)
    role: Role = "ghost" if ghost else "camera"
    things: list[Thing] = []
    for item in rig.load.items:
        left, right, low, high = item_box(item, rig.shot.along, "side")
        left, right = left + carriage.camera_offset, right + carriage.camera_offset
        low = max(low + carriage.screw_height, top)
        outline = turned(left, right, low, max(high + carriage.screw_height, low + 0.01))
        things.append(Shape(outline, "ghost" if ghost else item_role(item), ghost, ghost))
    mast = turned(
        carriage.camera_offset - 0.012, carriage.camera_offset + 0.012, top, carriage.screw_height
    )
    things.append(Shape(mast, role, ghost, ghost))
    deck_box = turned(-carriage.length / 2, carriage.length / 2, deck, top)
    things.append(Shape(deck_box, "ghost" if ghost else "timber", ghost, ghost))
    for along in (-half, half):
        things.append(Disc(on(along, radius), radius, "ghost" if ghost else "wheel", ghost))
    return things


def _supports(side: Rail, rig: Rig) -> list[Thing]:
    supports = side.design.supports
    drop = side.parts.section.properties.height
    things: list[Thing] = []
    table = max(side.height - drop - 0.04, 0.0)
    if supports.kind == "table":
        half = side.design.rails.length / 2 + 0.15
        things.append(Shape(box(-half, table - 0.03, half, table), "timber"))
        for x in (-half + 0.05, half - 0.05):
            things.append(Line(((x, table - 0.03), (x, 0.0)), "timber", 0.04))
    for place in support_places(side.design):
        x, y = side.at(place, -drop)
        if supports.kind in ("stand", "end stands"):
            things += stand_outline((x, y), supports.foot_spread)
            things.append(Shape(box(x - 0.05, y - 0.018, x + 0.05, y), "timber"))
        else:
            low = table if supports.kind == "table" else 0.0
            things.append(Shape(box(x - 0.035, low, x + 0.035, y), "timber"))
    if supports.ballast and supports.kind in ("stand", "end stands"):
        x, y = side.at(support_places(side.design)[0], -drop)
        size = 0.05 * max(supports.ballast, 0.5) ** (1 / 3)
        hang = 0.55 * y
        things.append(Line(((x, y - 0.06), (x, hang)), "guide"))
        things.append(Shape(box(x - size, hang - 2.2 * size, x + size, hang), "ballast"))
    return things


def _tip_thing(side: Rail, assessment: Assessment, mark: int) -> list[Thing]:
    """The weight on the carriage, drawn where it acts."""
    load = side.answer.load
    place = float(side.answer.course.place[mark]) + load.forward
    lift = side.sag(float(side.answer.course.place[mark]))
    at = side.at(place, load.height + lift)
    return [
        Disc(at, 0.012, "mass"),
        Arrow(at, (0.0, -0.30), "force", load.mass * GRAVITY),
    ]


def from_the_side(rig: Rig, assessment: Assessment, mark: int, workshop: Workshop) -> Sketch:
    """Side view at a mark: bending enlarged, ghosts at both ends of the move."""
    side = Rail(rig, assessment, mark)
    design = side.design
    rails, supports, carriage = design.rails, design.supports, design.carriage
    properties = side.parts.section.properties
    length = rails.length
    left, right = side.at(0.0), side.at(length)
    things: list[Thing] = []
    lens = rig.shot.camera_height
    reach = length / 2
    if supports.kind in ("stand", "end stands"):
        outer = max(abs(place - length / 2) for place in support_places(design))
        reach = max(reach, outer + supports.foot_spread / 2)
    person = reach + 0.42
    things += standing_figure(person, PERSON)
    things += _supports(side, rig)
    straight = tuple(side.at(a, -properties.height / 2) for a in (0.0, length))
    things.append(Line(straight, "guide", dashed=True))
    things.append(Line(side.rail(), "rail", properties.height))
    for end, sign in ((0.0, 1), (length, -1)):
        a, b = sorted((end, end + sign * max(design.stop, 0.006)))
        things.append(Shape((side.at(a), side.at(b), side.at(b, 0.03), side.at(a, 0.03)), "metal"))
    last = len(assessment.marks) - 1
    for ghost in (0, last):
        if abs(assessment.marks[mark] - assessment.marks[ghost]) > 0.02:
            things += _carriage(side, rig, ghost, ghost=True)
    things += _carriage(side, rig, mark, ghost=False)
    things += _tip_thing(side, assessment, mark)
    place = float(side.answer.course.place[mark])
    dip = float(assessment.traces["dip"].values[mark])
    under = min(side.sag(place), side.sag(min(place + carriage.length, length)), 0.0)
    under -= properties.height + 0.07
    things.append(
        Note(
            side.at(place + carriage.length / 2 + 0.03, under),
            "dip",
            "shot",
            dip,
            "fine",
        )
    )
    things.append(Note((person, PERSON + 0.06), "", "guide", PERSON, "length"))
    lens_at = side.at(place + carriage.camera_offset, carriage.screw_height + rig.load.lens_axis)
    tallest = max((item.up + item.height / 2 for item in rig.load.items), default=0.05)
    climb = abs(right[1] - left[1]) / 2
    crest = side.height + climb + carriage.screw_height + tallest
    # Two lines of dimensions stand over the camera.
    top = max(crest + 0.38, PERSON + 0.1)
    feet = [side.at(p)[0] for p in support_places(design)]
    first, final = float(side.answer.course.place.min()), float(side.answer.course.place.max())
    dimensions = [
        Dimension("design.rails.length", (left[0], crest), (right[0], crest), "above", 1),
        Dimension(
            "shot.distance",
            (side.at(first)[0], crest),
            (side.at(final)[0], crest),
            "above",
            0,
            "slide",
        ),
        Dimension(
            "shot.camera_height", (-reach - 0.16, 0.0), (-reach - 0.16, lens), "left", 0, "lens"
        ),
    ]
    along = (float(rig.shot.sense), 0.0)
    handles = [
        Handle("mark", lens_at, 0.16, along, "drag the carriage along the rails"),
        Handle("design.rails.length", right, 0.05, (2.0, 0.0), "drag the rail end"),
        Handle("design.rails.length", left, 0.05, (-2.0, 0.0), "drag the rail end"),
    ]
    if supports.kind in ("stand", "end stands"):
        half = supports.foot_spread / 2
        dimensions.append(
            Dimension(
                "design.supports.foot_spread",
                (feet[-1] - half, 0.0),
                (feet[-1] + half, 0.0),
                "below",
                0,
                "spread",
            )
        )
        handles.append(
            Handle(
                "design.supports.foot_spread",
                (feet[-1] + half, 0.0),
                0.06,
                (2.0, 0.0),
                "drag the foot",
            )
        )
    if supports.kind == "stand":
        apex = side.at(support_places(design)[0], -properties.height)
        dimensions.append(
            Dimension(
                "design.supports.offset", side.at(length / 2), apex, "at", 0, "stand from middle"
            )
        )
        handles.append(
            Handle(
                "design.supports.offset",
                (apex[0], apex[1] - 0.08),
                0.09,
                (1.0, 0.0),
                "drag the stand along the rails",
            )
        )
    elif supports.inset:
        handles.append(
            Handle(
                "design.supports.inset",
                side.at(supports.inset, -0.08),
                0.07,
                (1.0, 0.0),
                "drag the end support",
            )
        )
    if rig.shot.tilt:
        dimensions.append(Dimension("shot.tilt", right, right, "at", 0, "tilt"))
    return Sketch(
        things=tuple(things),
        dimensions=tuple(dimensions),
        handles=tuple(handles),
        bounds=(-reach - 0.3, -0.06, person + 0.25, top),
        enlarged=side.enlarged,
        title="Side, to scale",
        caption=f"dip drawn {side.enlarged:g}× larger" if side.enlarged > 1 else "dip to scale",
        floor=0.0,
    )


def close_up(rig: Rig, assessment: Assessment, mark: int, workshop: Workshop) -> Sketch:
    """The side view without floor and figure: rails, carriage and bending as large as fits."""
    whole = from_the_side(rig, assessment, mark, workshop)
    side = Rail(rig, assessment, mark)
    half = side.design.rails.length / 2
    ends = side.at(0.0)[1], side.at(2 * half)[1]
    tallest = max((item.up + item.height / 2 for item in rig.load.items), default=0.05)
    high = max(ends) + side.design.carriage.screw_height + tallest
    place, axle = float(side.answer.course.place[mark]), side.design.carriage.wheelbase / 2
    under = min(ends) - 0.06 - side.parts.section.properties.height
    wheelbase = Dimension(
        "design.carriage.wheelbase",
        (side.at(place - axle)[0], under),
        (side.at(place + axle)[0], under),
        "below",
        0,
        "wheelbase",
    )
    shown = ("design.rails.length", "shot.distance", "shot.tilt")
    kept = (thing for thing in whole.things if getattr(thing, "at", (0.0, 0.0))[0] <= half + 0.3)
    return replace(
        whole,
        things=tuple(thing for thing in kept if thing.role != "figure"),
        dimensions=(*(one for one in whole.dimensions if one.path in shown), wheelbase),
        handles=tuple(one for one in whole.handles if one.path in ("mark", shown[0])),
        bounds=(-half - 0.06, min(ends) - 0.2, half + 0.06, high + 0.16 * half + 0.06),
        title="Rails, close",
    )
