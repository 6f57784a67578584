"""The jib from the side: linkage, weights, stops, the lens's arc, what carries what."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.rigs.jib.answer import HINGED, JibAnswer
from hazel_lantern.core.rigs.jib.built import CHEEK_EDGE, CLAMPS, CRADLE
from hazel_lantern.core.rigs.jib.model import F
from hazel_lantern.core.rigs.jib.post import SUPPORT
from hazel_lantern.core.rigs.jib.rows import slot_width
from hazel_lantern.core.rigs.jib.sketch_places import Arm
from hazel_lantern.core.rigs.jib.standing import whole_weight
from hazel_lantern.core.rigs.kit.drawing import PERSON, box, item_box, load_shapes, person
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


def _base(arm: Arm) -> list[Thing]:
    """Legs, post, turntable."""
    design, rows = arm.design, arm.rows
    top = arm.answer.under_pivot
    feet = sorted({round(float(x), 3) for x, _ in arm.feet()})
    hinge, legs = HINGED * top, design.post.legs
    if legs.cut:
        hinge = design.post.pivot_height - legs.hinge
    things: list[Thing] = [Line(((0.0, hinge), (x, 0.0)), "stand", 0.022) for x in feet]
    if legs.cut and legs.tie == "a chain round the feet":
        things.append(Line(((feet[0], 0.02), (feet[-1], 0.02)), "metal", dashed=True))
    if design.post.rest == SUPPORT:
        at = -design.boom.tail * 0.95
        high = design.post.rest_height
        things.append(Shape(box(at - 0.05, 0.0, at + 0.05, high), "guide", hollow=True))
    things.append(Shape(box(-0.035, 0.08, 0.035, top), "timber"))
    if design.post.ballast:
        things.append(Shape(box(-0.12, 0.0, 0.12, 0.16), "ballast"))
    things.append(Shape(box(-0.07, top, 0.07, top + rows.turntable.height), "metal"))
    crown = design.post.pivot_height + 0.035
    if design.level.kind != "none":
        crown += design.level.pins
    foot = design.post.pivot_height - 0.05
    if design.level.kind == "twin cables":
        foot = min(foot, design.post.pivot_height - design.level.pins - 0.02)
    things.append(Shape(box(-0.03, foot, 0.03, crown), "timber"))
    return things


def _boom(arm: Arm) -> list[Thing]:
    design, height = arm.design, arm.rows.section.properties.height
    line, boom = arm.line, design.boom
    if boom.form == "tapered board" and arm.rows.section.shape == "rectangle":
        share = boom.tip_height
        upper, lower = [], []
        for (x, z), node in zip(line, arm.answer.boom.nodes, strict=True):
            reach = node / boom.front if node > 0 else -node / boom.tail
            half = height / 2 * (1 - (1 - share) * float(reach))
            upper.append((x, z + half))
            lower.append((x, z - half))
        return [Shape((*upper, *reversed(lower)), "rail")]
    nodes, things, begins = arm.answer.boom.nodes, list[Thing](), -boom.tail
    for (section, _), (_, ends) in zip(arm.rows.pieces, boom.reaches, strict=True):
        seen = (nodes >= begins - 1e-6) & (nodes <= ends + 1e-6)
        part = tuple(point for point, one in zip(line, seen, strict=True) if one)
        things.append(Line(part, "rail", section.properties.height))
        begins = ends
    return things


def _level(arm: Arm) -> list[Thing]:
    """The bar or the cables, and the platform's cheeks."""
    level, platform = arm.design.level, arm.design.platform
    pins = level.pins + level.pins_more
    things: list[Thing] = []
    if level.kind == "solid bar":
        thickness = arm.rows.bar.properties.height
        things.append(Line((arm.post_pin, arm.on_platform(0.0, pins)), "metal", thickness))
    elif level.kind == "twin cables":
        for side in (1, -1):
            post = (0.0, arm.design.post.pivot_height + side * level.pins)
            things.append(Line((post, arm.on_platform(0.0, side * pins)), "metal"))
    low = -pins if level.kind == "twin cables" else 0.0
    high = pins if level.kind != "none" else 0.0
    if high > low:
        cheek = (
            arm.on_platform(-0.02, low - 0.02),
            arm.on_platform(0.02, low - 0.02),
            arm.on_platform(0.02, high + 0.02),
            arm.on_platform(-0.02, high + 0.02),
        )
        things.append(Shape(cheek, "timber"))
    # The plate reaches from the pin to the screw, wherever that stands or hangs.
    seat = platform.rise
    things.append(Line((arm.on_platform(0, 0), arm.on_platform(0, seat)), "timber", 0.03))
    plate = (
        arm.on_platform(-0.03, seat - 0.012),
        arm.on_platform(platform.ahead + 0.05, seat - 0.012),
    )
    things.append(Line(plate, "timber", 0.018))
    return things


def _cradle(arm: Arm) -> list[Thing]:
    """What the boom lies on, and the two clamps around it."""
    half, lifted = arm.rows.section.properties.height / 2, arm.design.pivots.lifted
    along, below = CRADLE / 2, -lifted - (0.0 if arm.design.pivots.on_head else CHEEK_EDGE)
    corners = ((-along, below), (along, below), (along, -half), (-along, -half))
    things: list[Thing] = [Shape(tuple(arm.at(x, z) for x, z in corners), "timber")]
    for x in (-CLAMPS / 2, CLAMPS / 2):
        things.append(Line((arm.at(x, -half - 0.008), arm.at(x, half + 0.008)), "metal", 0.016))
    return things


def _weights(arm: Arm) -> list[Thing]:
    """The slot, the plates, the bar."""
    weights = arm.design.counterweight
    things: list[Thing] = []
    if weights.slides:
        wide = slot_width(arm.rows, weights.window)
        ends = arm.at(-weights.farthest), arm.at(-weights.nearest)
        things.append(Line(ends, "guide", wide if weights.window else 0.0))
    if weights.above:
        things.append(Line((arm.at(-weights.place), arm.weights), "metal", 0.012))
    if weights.mass:
        things.append(Disc(arm.weights, weights.radius, "ballast"))
    things.append(Disc(arm.weights, 0.012, "wheel"))
    return things


def _ghost(arm: Arm) -> list[Thing]:
    """The arm at a stop, in outline."""
    things: list[Thing] = [
        Line((arm.at(-arm.design.boom.tail), arm.at(arm.design.boom.front)), "ghost", dashed=True)
    ]
    level = arm.design.level
    if level.kind != "none":
        things.append(Line((arm.post_pin, arm.on_platform(0.0, level.pins)), "ghost", dashed=True))
    for item in arm.answer.load.items:
        if item.kind == "body":
            left, right, low, high = item_box(item, arm.answer.along, "side")
            corners = tuple(arm.from_screw(x, z) for x, z in box(left, low, right, high))
            things.append(Shape(corners, "ghost", hollow=True, dashed=True))
    return things


def _balance(arm: Arm) -> list[Thing]:
    """Centre of mass of what turns and of the whole, and which way the arm drifts."""
    answer, swing = arm.answer, np.array([arm.swing])
    things: list[Thing] = []
    mass = answer.turning_mass
    along = sum(body.mass * body.along for body in answer.turning) / mass
    up = sum(body.mass * body.up for body in answer.turning) / mass
    things.append(Disc(arm.at(along, up - arm.design.pivots.lifted), 0.022, "mass"))
    whole = whole_weight(answer, swing)
    out, high = float(whole.out[0]), float(whole.height[0])
    things.append(Line(((out, high), (out, 0.0)), "mass", dashed=True))
    things.append(Disc((out, high), 0.028, "mass"))
    torque = float(np.interp(arm.swing, answer.whole, answer.stop_to_stop(answer.torque)))
    if abs(torque) > answer.friction:
        force = torque / arm.design.boom.front
        if force > 0:
            start, length = (arm.tip[0], arm.lens[1] + 0.15), 0.22
        else:
            start, length = (arm.tip[0], arm.tip[1] - 0.06), -0.22
        things.append(Arrow(start, (0.0, length), "force", abs(force)))
    return things


def from_the_side(answer: JibAnswer, mark: int) -> Sketch:
    """The jib in the plane of its arm, at a mark."""
    run = answer.course.swing
    arm = Arm(answer, float(run[mark]), float(answer.tilt_over_move[mark]))
    design = arm.design
    boom, stops = design.boom, design.swing
    high, low = Arm(answer, stops.up), Arm(answer, -stops.down)
    reach = float(answer.stop_to_stop(answer.lens)[0].max())
    feet = float(np.abs(arm.feet()[:, 0]).max())
    beside = max(reach, feet) + 1.25
    left, right = -max(boom.tail, feet) - 0.3, beside + 0.35
    things: list[Thing] = [*person(beside)]
    top = max(high.lens[1] + 0.25, low.at(-boom.tail)[1] + 0.2, PERSON + 0.15)
    ceiling = answer.shot.room.height
    if ceiling < top + 0.3:
        top = max(top, ceiling + 0.08)
        things.append(Line(((left - 2, ceiling), (right + 2, ceiling)), "room", 0.02))
        things.append(Note((right - 0.3, ceiling - 0.1), "ceiling", "guide"))
    things += _ghost(high)
    things += _ghost(low)
    things.append(Line(arm.lens_path(-stops.down, stops.up), "ghost", dashed=True))
    ends = float(run.min()), float(run.max())
    if ends[1] > ends[0]:
        things.append(Line(arm.lens_path(*ends), "shot", 0.008))
    things += [*_base(arm), *_level(arm), *_boom(arm), *_weights(arm)]
    things += load_shapes(answer.load, answer.along, "side", arm.from_screw)
    things.append(Disc(arm.pivot, 0.02, "wheel"))
    if design.pivots.clamped:
        things += _cradle(arm)
    if design.level.kind == "solid bar":
        things.append(Disc(arm.post_pin, 0.014, "wheel"))
        pins = design.level.pins + design.level.pins_more
        things.append(Disc(arm.on_platform(0.0, pins), 0.014, "wheel"))
    things.append(Disc(arm.tip, 0.014, "wheel"))
    things += _balance(arm)
    x, z = arm.lens
    things.append(Note((x + 0.12, z - 0.12), "lens", "shot", z, "length"))
    return Sketch(
        things=tuple(things),
        dimensions=_dimensions(arm, high, low, feet, left),
        handles=_handles(arm, high, low, feet),
        bounds=(left, -0.06, right, top),
        enlarged=arm.enlarged,
        title="Side, to scale",
        caption=f"dip drawn {arm.enlarged:g}× larger" if arm.enlarged > 1 else "dip to scale",
        floor=0.0,
    )


def _dimensions(arm: Arm, high: Arm, low: Arm, feet: float, left: float) -> tuple[Dimension, ...]:
    design = arm.design
    boom, post = design.boom, design.post
    above = (high.tip[0], high.lens[1] + 0.14)
    below = (low.tip[0] + 0.3, low.tip[1] - 0.14)
    lane = 1 if design.level.kind == "solid bar" else 0
    found = [
        Dimension(F.boom.front, arm.at(0.0), arm.at(boom.front), "along", lane, "front"),
        Dimension(F.boom.tail, arm.at(-boom.tail), arm.at(0.0), "along", 1, "tail"),
        Dimension(F.swing.up, above, above, "beside", 0, "up to"),
        Dimension(F.swing.down, below, below, "beside", 0, "down to"),
        Dimension(F.counterweight.place, arm.weights, arm.weights, "under", 0, "weights at"),
    ]
    legs = post.legs
    if legs.cut:
        top = post.pivot_height - legs.hinge
        found += [
            Dimension(F.post.legs.leg, (0.0, top), (-feet, 0.0), "along", 1, "leg"),
            Dimension(F.post.legs.angle, (feet, 0.0), (feet, 0.0), "below", 0, "from upright"),
            Dimension(
                F.post.legs.hinge, (left, top), (left, post.pivot_height), "left", 0, "hinge"
            ),
        ]
    else:
        top = post.pivot_height
        found += [
            Dimension(F.post.height, (left, 0.0), (left, top), "left", 0, "post"),
            Dimension(F.post.spread, (-feet, 0.0), (feet, 0.0), "below", 0, "spread"),
        ]
    if design.level.kind != "none":
        found.append(Dimension(F.level.pins, arm.post_pin, arm.post_pin, "over", 1, "pins"))
    return tuple(found)


def _handles(arm: Arm, high: Arm, low: Arm, feet: float) -> tuple[Handle, ...]:
    design, pivot, start = arm.design, arm.pivot, arm.at(0.0)
    ahead: Point = (arm.at(1.0)[0] - start[0], arm.at(1.0)[1] - start[1])
    back: Point = (-ahead[0], -ahead[1])
    return (
        Handle("mark", arm.lens, 0.2, (1.0, 0.0), "drag the camera through its swing", pivot),
        Handle("mark", arm.at(design.boom.front * 0.6), 0.08, (1.0, 0.0), "drag the arm", pivot),
        Handle(F.boom.front, arm.tip, 0.05, ahead, "drag the boom's end"),
        Handle(F.boom.tail, arm.at(-design.boom.tail), 0.05, back, "drag the tail's end"),
        Handle(F.counterweight.place, arm.weights, 0.07, back, "slide the weights"),
        *_post_handles(arm, feet),
        Handle(F.swing.up, high.tip, 0.06, (1.0, 0.0), "drag the upper stop", pivot),
        Handle(F.swing.down, low.tip, 0.06, (-1.0, 0.0), "drag the lower stop", pivot),
    )


def _post_handles(arm: Arm, feet: float) -> tuple[Handle, ...]:
    """Height and feet, or what gives them."""
    post, pivot = arm.design.post, arm.pivot
    if post.legs.cut:
        # A leg so much longer sets its foot so much farther out.
        further = post.legs.leg / feet
        return (
            Handle(F.post.legs.hinge, pivot, 0.05, (0.0, 1.0), "drag the pivot up or down"),
            Handle(F.post.legs.leg, (feet, 0.0), 0.06, (further, 0.0), "drag the foot"),
        )
    return (
        Handle(F.post.height, pivot, 0.05, (0.0, 1.0), "drag the pivot up or down"),
        Handle(F.post.spread, (feet, 0.0), 0.06, (post.spread / feet, 0.0), "drag the foot"),
    )
