"""The overhead rig from above, from the front and end-on."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.mechanics.overhead import shared
from hazel_lantern.core.rigs.kit.drawing import box, enlargement, load_shapes, standing_figure
from hazel_lantern.core.rigs.overhead.answer import OverheadAnswer
from hazel_lantern.core.rigs.overhead.lamps_held import loads, places
from hazel_lantern.core.rigs.overhead.model import F
from hazel_lantern.core.rigs.overhead.seen import camera_half, footprint
from hazel_lantern.core.shot import Glide, S, Swing
from hazel_lantern.core.sketch import (
    Arrow,
    Dimension,
    Disc,
    Handle,
    Line,
    Note,
    Point,
    Shape,
    Sketch,
    Thing,
)

#: The longest arrow of a fixing's pull, m.
LONGEST = 0.35


def _corners(points: np.ndarray) -> tuple[Point, ...]:
    return tuple((float(x), float(y)) for x, y in points)


def from_above(answer: OverheadAnswer, mark: int) -> Sketch:
    """Bench and tools, what the frame covers, the rail over them, who stands there."""
    design, bench, span = answer.design, answer.design.bench, answer.design.holding.span
    x, y = float(answer.course.along[mark]), float(answer.course.away[mark])
    last = len(answer.course.times) - 1
    right, back = bench.left + bench.length, bench.front + bench.depth
    things: list[Thing] = [Shape(box(bench.left, bench.front, right, back), "timber")]
    for tool in bench.tools:
        half, deep = tool.width / 2, tool.depth / 2
        outline = box(tool.x - half, tool.y - deep, tool.x + half, tool.y + deep)
        things.append(Shape(outline, "metal" if tool.seen else "stand"))
        things.append(Note((tool.x, tool.y - deep - 0.06), tool.name))
    for at in {0, last}:
        things.append(Shape(_corners(footprint(answer, at)), "ghost", hollow=True, dashed=True))
    things.append(Shape(_corners(footprint(answer, mark)), "shot", hollow=True))
    offs: tuple[float, ...] = (0.0,)
    if design.rails == 2:
        offs = (-design.carrier.spacing / 2, design.carrier.spacing / 2)
    wide = max(answer.shape.width, 0.01)
    things += [Line(((0.0, y + off), (span, y + off)), "rail", wide) for off in offs]
    if design.rolls:
        half = design.carrier.across / 2
        for end in (0.0, span):
            things.append(Line(((end, -half), (end, half)), "metal", 0.03))
    lens_x, lens_y = (float(one[mark]) for one in answer.eyes)
    if answer.boom:
        ring = [
            (x + answer.reach * math.cos(t), y + answer.reach * math.sin(t))
            for t in np.linspace(0, 2 * math.pi, 73)
        ]
        things.append(Line(tuple(ring), "ghost", dashed=True))
        mount = answer.mount
        tip = x + float(mount[0][mark]), y + float(mount[1][mark])
        things.append(Line(((x, y), tip), "metal", 0.04))
    half_x, half_y, _ = camera_half(answer)
    things.append(Disc((x, y), 0.04, "wheel"))
    things.append(
        Shape(box(lens_x - half_x, lens_y - half_y, lens_x + half_x, lens_y + half_y), "camera")
    )
    head = bench.person_x, bench.person_y + bench.leans
    things += [
        Disc((bench.person_x, bench.person_y), 0.2, "figure"),
        Disc(head, 0.1, "figure"),
        Disc(head, 0.25, "ghost", hollow=True),
    ]
    low = bench.front
    dimensions = [
        Dimension(F.holding.span, (0.0, y), (span, y), "above", 1, "span"),
        Dimension(
            F.bench.length, (bench.left, bench.front), (right, bench.front), "below", 0, "bench"
        ),
        Dimension(F.bench.depth, (right, bench.front), (right, back), "right", 0, "deep"),
    ]
    handles = [
        Handle(F.holding.span, (span, y), 0.06, (1.0, 0.0), "drag the rail's end"),
        Handle(F.bench.left, (bench.left, back - 0.08), 0.06, (1.0, 0.0), "move the bench along"),
        Handle(F.bench.front, (bench.left + 0.15, bench.front), 0.06, (0.0, 1.0), "move it away"),
        Handle(F.bench.person_x, (bench.person_x, bench.person_y), 0.1, (1.0, 0.0), "move along"),
    ]
    for number, tool in enumerate(bench.tools):
        path = f"{F.bench.tools}.{number}"
        hint = f"move the {tool.name} along"
        handles.append(Handle(f"{path}.x", (tool.x, tool.y), 0.06, (1.0, 0.0), hint))
        near = tool.x, tool.y - tool.depth / 2
        handles.append(Handle(f"{path}.y", near, 0.05, (0.0, 1.0), f"move the {tool.name} away"))
    move = answer.shot.move
    if isinstance(move, Swing):
        handles.append(Handle("mark", (lens_x, lens_y), 0.12, (1.0, 0.0), "swing it round", (x, y)))
    elif isinstance(move, Glide):
        handles.append(Handle("mark", (lens_x, lens_y), 0.1, (1.0, 0.0), "glide it along"))
        first = float(answer.course.along.min())
        dimensions.append(Dimension(S.move.start, (0.0, y), (first, y), "above", 0, "from"))
    left = min(-0.1, bench.left - 0.15, float(x) - answer.reach - 0.1)
    far = max(back, answer.reach + y, design.carrier.across / 2 if design.rolls else 0.0)
    low = min(bench.person_y - 0.35, bench.front - 0.2)
    return Sketch(
        things=tuple(things),
        dimensions=tuple(dimensions),
        handles=tuple(handles),
        bounds=(left, low, max(span + 0.1, right + 0.2), far + 0.2),
        title="From above",
        caption="outlined: what the frame covers here; dashed: at the ends, and the boom's reach",
        floor=None,
    )


def _below(answer: OverheadAnswer, x: float, sunk: float) -> list[Thing]:
    """Trolley, pole and camera where the trolley is, from the front."""
    design = answer.design
    rail = design.holding.height - sunk
    half = answer.bearing / 2
    found: list[Thing] = [Shape(box(x - half, rail - 0.02, x + half, rail + 0.05), "metal")]
    if design.trolley.runs != "block":
        found += [Disc((x + side * half, rail + 0.03), 0.025, "wheel") for side in (-1, 1)]
    screw = answer.screw_up - sunk
    found.append(Line(((x, rail), (x, screw)), "metal", 0.025))
    # Looking down the camera's forward is down, its up is away: from the front its back is up.
    found += load_shapes(answer.load, True, "side", lambda a, b: (x + b, screw - a))
    return found


def from_the_front(answer: OverheadAnswer, mark: int) -> Sketch:
    """The rail from the front: bending enlarged, pull on each fixing, bench, tools, person."""
    holding, bench = answer.design.holding, answer.design.bench
    span, high = holding.span, holding.height
    x = float(answer.course.along[mark])
    larger = enlargement(float(answer.sinks.max()), span)
    at = np.linspace(0.0, span, 41)
    loaded = answer.beam.deflection(
        answer.response, np.repeat(at[:, None], len(answer.sinks[0]), 1)
    )
    line = loaded[:, mark] * larger
    top = high + answer.shape.height
    things: list[Thing] = [
        Line(((-0.2, top + 0.12), (span + 0.2, top + 0.12)), "room", 0.02),
        Shape(
            box(bench.left, bench.height - 0.04, bench.left + bench.length, bench.height), "timber"
        ),
    ]
    for leg in (bench.left + 0.08, bench.left + bench.length - 0.08):
        things.append(Line(((leg, 0.0), (leg, bench.height)), "stand", 0.05))
    for tool in bench.tools:
        half = tool.width / 2
        outline = box(tool.x - half, bench.height, tool.x + half, bench.height + tool.height)
        things.append(Shape(outline, "metal" if tool.seen else "stand"))
    things += list(standing_figure(bench.person_x, bench.head))
    thick = max(answer.shape.height, 0.01)
    curve = tuple((float(a), high + float(b)) for a, b in zip(at, line, strict=True))
    things.append(Line(curve, "rail", thick))
    force, where = loads(answer)
    spots = places(answer)
    pulls = shared(spots, force[mark : mark + 1], where[mark : mark + 1])[:, 0]
    most = max(float(np.abs(pulls[np.isfinite(pulls)]).max(initial=0.0)), 1e-9)
    # Two rows stand behind each other: the fuller one of each pair is drawn.
    fuller: dict[float, float] = {}
    for (along, _), pull in zip(spots, pulls, strict=True):
        fuller[float(along)] = max(float(pull), fuller.get(float(along), -math.inf))
    for along, pull in fuller.items():
        things.append(Line(((along, high), (along, top + 0.12)), "stand", 0.015))
        if math.isfinite(pull):
            # Drawn as it pulls at what it hangs from, over the ceiling where there is room.
            vector = (0.0, LONGEST * float(pull) / most)
            things.append(Arrow((float(along), top + 0.14), vector, "force", float(pull)))
    sunk = -float(np.interp(x, at, line))
    things += _below(answer, x, sunk)
    screw = answer.screw_up - sunk
    left = min(-0.25, bench.left - 0.2)
    return Sketch(
        things=tuple(things),
        dimensions=(
            Dimension(F.holding.span, (0.0, 0.0), (span, 0.0), "below", 0, "span"),
            Dimension(F.drop.length, (x + 0.16, screw), (x + 0.16, high), "right", 0, "drop"),
            Dimension(F.holding.height, (left, 0.0), (left, high), "left", 0, "rail"),
            Dimension(
                F.bench.height,
                (bench.left + bench.length, 0.0),
                (bench.left + bench.length, bench.height),
                "right",
                0,
                "bench",
            ),
        ),
        handles=(
            Handle("mark", (x, high), 0.08, (1.0, 0.0), "glide it along"),
            Handle(F.drop.length, (x, screw), 0.07, (0.0, -1.0), "drag the camera up or down"),
            Handle(F.holding.height, (0.0, high), 0.06, (0.0, 1.0), "drag the rail up or down"),
            Handle(F.bench.person_x, (bench.person_x, bench.head), 0.1, (1.0, 0.0), "move along"),
        ),
        bounds=(left - 0.1, -0.06, max(span, bench.left + bench.length) + 0.35, top + 0.6),
        title="From the front, to scale",
        enlarged=larger,
        caption=f"bending drawn {larger:g}× larger; arrows: what each fixing carries",
        floor=0.0,
    )


def end_on(answer: OverheadAnswer, mark: int) -> Sketch:
    """Along the rail: drop, headroom, how the head leans over the bench."""
    design, holding, bench = answer.design, answer.design.holding, answer.design.bench
    y = float(answer.course.away[mark])
    high, back = holding.height, bench.front + bench.depth
    things: list[Thing] = [
        Shape(box(bench.front, bench.height - 0.04, back, bench.height), "timber"),
        Line(((bench.front + 0.05, 0.0), (bench.front + 0.05, bench.height)), "stand", 0.05),
        Line(((back - 0.05, 0.0), (back - 0.05, bench.height)), "stand", 0.05),
    ]
    for tool in bench.tools:
        half = tool.depth / 2
        outline = box(tool.y - half, bench.height, tool.y + half, bench.height + tool.height)
        things.append(Shape(outline, "metal" if tool.seen else "stand"))
    neck = bench.head - 0.3
    things += [
        Line(((bench.person_y, 0.0), (bench.person_y, neck)), "figure", 0.22),
        Line(
            ((bench.person_y, neck), (bench.person_y + bench.leans, bench.head - 0.12)),
            "figure",
            0.12,
        ),
        Disc((bench.person_y + bench.leans, bench.head - 0.12), 0.12, "figure"),
    ]
    if design.rolls:
        half = design.carrier.across / 2
        things.append(Line(((-half, high - 0.06), (half, high - 0.06)), "metal", 0.03))
    wide = answer.shape.width / 2
    offs: tuple[float, ...] = (0.0,)
    if design.rails == 2:
        offs = (-design.carrier.spacing / 2, design.carrier.spacing / 2)
    for off in offs:
        outline = box(y + off - wide, high, y + off + wide, high + answer.shape.height)
        things.append(Shape(outline, "rail"))
    lens_y, screw = float(answer.eyes[1][mark]), answer.screw_up
    mount = y + float(answer.mount[1][mark])
    bolt = high - answer.down * design.trolley.hang
    things.append(Line(((y, high), (y, bolt)), "metal", 0.03))
    if answer.boom:
        things.append(Line(((y, bolt), (mount, bolt)), "metal", 0.035))
    things.append(Line(((mount, bolt), (mount, screw)), "metal", 0.025))
    things += load_shapes(answer.load, True, "side", lambda a, b: (mount + b, screw - a))
    sees = footprint(answer, mark)[:, 1]
    for edge in (float(sees.min()), float(sees.max())):
        things.append(Line(((lens_y, screw), (edge, bench.height)), "shot", dashed=True))
    low = min(bench.person_y - 0.3, bench.front - 0.2)
    far = max(back, abs(y) + answer.reach, 0.4) + 0.25
    return Sketch(
        things=tuple(things),
        dimensions=(
            Dimension(F.bench.head, (low, 0.0), (low, bench.head), "left", 0, "head"),
            Dimension(
                F.drop.length, (mount + 0.15, screw), (mount + 0.15, bolt), "right", 0, "drop"
            ),
            Dimension(
                F.bench.depth, (bench.front, bench.height), (back, bench.height), "below", 0, "deep"
            ),
        ),
        handles=(
            Handle(F.drop.length, (mount, screw), 0.07, (0.0, -1.0), "drag the camera up or down"),
            Handle(F.bench.person_y, (bench.person_y, 0.9), 0.12, (1.0, 0.0), "move away"),
            Handle(F.bench.front, (bench.front, bench.height), 0.06, (1.0, 0.0), "move the bench"),
        ),
        bounds=(low - 0.25, -0.06, far + 0.2, high + answer.shape.height + 0.25),
        title="End-on, to scale",
        caption="dashed: what the lens sees from front to back",
        floor=0.0,
    )
