"""The slider from the side: bending enlarged, ghosts at both ends of the move."""

from __future__ import annotations

from dataclasses import replace

from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.kit.drawing import PERSON, box, load_shapes, person, stand_outline
from hazel_lantern.core.rigs.slider.answer import SliderAnswer
from hazel_lantern.core.rigs.slider.model import F
from hazel_lantern.core.rigs.slider.sketch_places import Rail
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

#: About as long as a short note is on the drawing of a rig of usual size, m.
NOTE = 0.25


def _carriage(side: Rail, mark: int, ghost: bool) -> list[Thing]:
    """Carriage, wheels and load at a mark."""
    carriage, wheel = side.design.carriage, side.answer.rows.wheel
    place = float(side.answer.place[mark])
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
    load = side.answer.load
    things: list[Thing] = [
        *load_shapes(
            load,
            side.answer.along,
            "side",
            lambda x, y: on(x + carriage.camera_offset, y + carriage.screw_height),
            ghost,
            top - carriage.screw_height,
        )
    ]
    mast = turned(
        carriage.camera_offset - 0.012, carriage.camera_offset + 0.012, top, carriage.screw_height
    )
    things.append(Shape(mast, role, ghost, ghost))
    deck_box = turned(-carriage.length / 2, carriage.length / 2, deck, top)
    things.append(Shape(deck_box, "ghost" if ghost else "timber", ghost, ghost))
    for along in (-half, half):
        things.append(Disc(on(along, radius), radius, "ghost" if ghost else "wheel", ghost))
    return things


def _supports(side: Rail) -> list[Thing]:
    supports, drop, stands = side.design.supports, side.drop, side.answer.on_stands
    things: list[Thing] = []
    table = max(side.height - drop - 0.04, 0.0)
    if supports.kind == "table":
        half = side.design.rails.length / 2 + 0.15
        things.append(Shape(box(-half, table - 0.03, half, table), "timber"))
        for x in (-half + 0.05, half - 0.05):
            things.append(Line(((x, table - 0.03), (x, 0.0)), "timber", 0.04))
    for place in side.answer.supports:
        x, y = side.at(place, -drop)
        if stands:
            things += stand_outline((x, y), supports.spread)
            half = (side.answer.under_rails if supports.kind == "stand" else 0.12) / 2
            things.append(Shape(box(x - half, y - 0.018, x + half, y), "timber"))
        else:
            low = table if supports.kind == "table" else 0.0
            things.append(Shape(box(x - 0.035, low, x + 0.035, y), "timber"))
    if supports.ballast and stands:
        x, y = side.at(side.answer.supports[0], -drop)
        size = 0.05 * max(supports.ballast, 0.5) ** (1 / 3)
        hang = 0.55 * y
        things.append(Line(((x, y - 0.06), (x, hang)), "guide"))
        things.append(Shape(box(x - size, hang - 2.2 * size, x + size, hang), "ballast"))
    return things


def _weight(side: Rail) -> list[Thing]:
    """The weight on the carriage, drawn where it acts."""
    carried = side.answer.carried
    at = side.at(side.place + carried.forward, carried.height + side.sag(side.place))
    return [
        Disc(at, 0.012, "mass"),
        Arrow(at, (0.0, -0.30), "force", carried.mass * GRAVITY),
    ]


def from_the_side(answer: SliderAnswer, mark: int) -> Sketch:
    """Side view at a mark: bending enlarged, ghosts at both ends of the move."""
    side, design, run = Rail(answer, mark), answer.design, answer.course
    rails, supports, carriage = design.rails, design.supports, design.carriage
    length = rails.length
    left, right = side.at(0.0), side.at(length)
    things: list[Thing] = []
    lens = answer.shot.camera_height
    reach = length / 2
    if answer.on_stands:
        outer = max(abs(place - length / 2) for place in answer.supports)
        reach = max(reach, outer + supports.spread / 2)
    beside = reach + 0.42
    things += [*person(beside), *_supports(side)]
    straight = tuple(side.at(a, -side.drop / 2) for a in (0.0, length))
    things.append(Line(straight, "guide", dashed=True))
    things.append(Line(side.rail(), "rail", side.drop))
    for end, sign in ((0.0, 1), (length, -1)):
        a, b = sorted((end, end + sign * max(design.stop, 0.006)))
        things.append(Shape((side.at(a), side.at(b), side.at(b, 0.03), side.at(a, 0.03)), "metal"))
    for ghost in (0, len(run.marks) - 1):
        if abs(run.marks[mark] - run.marks[ghost]) > 0.02:
            things += _carriage(side, ghost, ghost=True)
    things += [*_carriage(side, mark, ghost=False), *_weight(side)]
    place = side.place
    under = min(side.sag(place), side.sag(min(place + carriage.length, length)), 0.0)
    under -= side.drop + 0.07
    beside_it = place + carriage.length / 2 + 0.03
    # Past a rest that its words would run across.
    for rest in answer.supports:
        if beside_it - 0.03 < rest < beside_it + NOTE:
            beside_it = rest + 0.08
    dip_at = side.at(beside_it, under)
    things.append(Note(dip_at, "dip", "shot", float(answer.bending.dip[mark]), "fine"))
    lens_at = side.at(place + carriage.camera_offset, carriage.screw_height + answer.load.lens_axis)
    tallest = answer.load.top or 0.05
    climb = abs(right[1] - left[1]) / 2
    crest = side.height + climb + carriage.screw_height + tallest
    # Two lines of dimensions stand over the camera.
    top = max(crest + 0.38, PERSON + 0.1)
    feet = [side.at(p)[0] for p in answer.supports]
    first, final = float(answer.place.min()), float(answer.place.max())
    first_x, final_x = side.at(first)[0], side.at(final)[0]
    edge = -reach - 0.16
    dimensions = [
        Dimension(F.rails.length, (left[0], crest), (right[0], crest), "above", 1),
        Dimension(S.move.distance, (first_x, crest), (final_x, crest), "above", 0, "slide"),
        Dimension(S.camera_height, (edge, 0.0), (edge, lens), "left", 0, "lens"),
    ]
    along = (float(answer.shot.move.sense), 0.0)
    handles = [
        Handle("mark", lens_at, 0.16, along, "drag the carriage along the rails"),
        Handle(F.rails.length, right, 0.05, (2.0, 0.0), "drag the rail end"),
        Handle(F.rails.length, left, 0.05, (-2.0, 0.0), "drag the rail end"),
    ]
    if answer.on_stands:
        half = supports.spread / 2
        near, far = (feet[-1] - half, 0.0), (feet[-1] + half, 0.0)
        dimensions.append(Dimension(F.supports.spread, near, far, "below", 0, "spread"))
        handles.append(Handle(F.supports.spread, far, 0.06, (2.0, 0.0), "drag the foot"))
    if supports.kind == "stand":
        apex = side.at(answer.supports[0], -side.drop)
        middle = side.at(length / 2)
        dimensions.append(Dimension(F.supports.offset, middle, apex, "at", 0, "stand from middle"))
        grip, hint = (apex[0], apex[1] - 0.08), "drag the stand along the rails"
        handles.append(Handle(F.supports.offset, grip, 0.09, (1.0, 0.0), hint))
    elif supports.inset:
        grip = side.at(supports.inset, -0.08)
        handles.append(Handle(F.supports.inset, grip, 0.07, (1.0, 0.0), "drag the end support"))
    if answer.shot.move.slope:
        dimensions.append(Dimension(S.move.tilt, right, right, "at", 0, "tilt"))
    return Sketch(
        things=tuple(things),
        dimensions=tuple(dimensions),
        handles=tuple(handles),
        bounds=(-reach - 0.3, -0.06, beside + 0.25, top),
        enlarged=side.enlarged,
        title="Side, to scale",
        caption=f"dip drawn {side.enlarged:g}× larger" if side.enlarged > 1 else "dip to scale",
        floor=0.0,
    )


def close_up(answer: SliderAnswer, mark: int) -> Sketch:
    """The side view without floor and figure: rails, carriage and bending as large as fits."""
    whole, side = from_the_side(answer, mark), Rail(answer, mark)
    half = side.design.rails.length / 2
    ends = side.at(0.0)[1], side.at(2 * half)[1]
    high = max(ends) + side.design.carriage.screw_height + (answer.load.top or 0.05)
    axle, under = side.design.carriage.wheelbase / 2, min(ends) - 0.06 - side.drop
    left, right = side.at(side.place - axle)[0], side.at(side.place + axle)[0]
    wheelbase = Dimension(
        F.carriage.wheelbase, (left, under), (right, under), "below", 0, "wheelbase"
    )
    shown = (F.rails.length, S.move.distance, S.move.tilt)
    kept = (thing for thing in whole.things if getattr(thing, "at", (0.0, 0.0))[0] <= half + 0.3)
    return replace(
        whole,
        things=tuple(thing for thing in kept if thing.role != "figure"),
        dimensions=(*(one for one in whole.dimensions if one.path in shown), wheelbase),
        handles=tuple(one for one in whole.handles if one.path in ("mark", shown[0])),
        bounds=(-half - 0.06, min(ends) - 0.2, half + 0.06, high + 0.16 * half + 0.06),
        title="Rails, close",
    )
