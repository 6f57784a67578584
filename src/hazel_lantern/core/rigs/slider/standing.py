"""How a slider stands: heights, room, tipping over its feet, and what its stands bear."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Found, Inputs, not_at_stake
from hazel_lantern.core.mechanics import standing
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.kit.place import Spans, beyond_setting
from hazel_lantern.core.rigs.kit.standing import (
    STAND_WEIGHT_HEIGHT,
    Place,
    Stance,
    stands,
    tip_check,
    ways_over,
)
from hazel_lantern.core.rigs.kit.strength import rating_check, stand_bears
from hazel_lantern.core.rigs.slider.answer import Array, SliderAnswer

#: Where hung ballast sits, as a share of the stand's height.
BALLAST_HEIGHT = 0.3
#: Height of a block on the floor and on a table: rails that tip turn about its foot, m.
BLOCK = {"floor": 0.1, "table": 0.04}
#: Lowest and highest a rail can lie: on a block on the floor, on a table of usual height, m.
RAIL_RANGE = {"floor": (0.02, 0.35), "table": (0.45, 0.95)}


def clearances(answer: SliderAnswer) -> tuple[Spans, Inputs]:
    """Free space left in each direction, m; negative where it does not fit."""
    design, shot, stand = answer.design, answer.shot, answer.rows.stand
    supports, cos = design.supports, math.cos(shot.move.slope)
    half, drop = design.rails.length / 2, answer.rows.section.properties.height
    rests = [float(_on_the_rails(answer, p - half, 0.0, -drop).z) for p in answer.supports]
    reach = design.rails.length * cos
    lowest, highest = stand.lowest, stand.highest
    if answer.on_stands:
        foot = standing.foot_reach(stand.feet, supports.spread)
        outer = max(abs(p - design.rails.length / 2) for p in answer.supports) * cos + foot
        reach = max(reach, 2 * outer)
    else:
        lowest, highest = RAIL_RANGE[supports.kind]
    climb = shot.move.distance / 2 * math.sin(abs(shot.move.slope))
    top = answer.rail_height + design.carriage.screw_height + answer.load.top + climb
    spans = {
        "along the room": shot.room.length - reach,
        "overhead": shot.room.height - max(top, shot.camera_height + climb),
    }
    # On a slope each rest stands at a height of its own.
    for seat in (min(rests), max(rests)):
        beyond_setting(spans, seat, lowest, highest, "the {} setting")
    return spans, ()


def _on_the_rails(answer: SliderAnswer, out: Array | float, across: float, up: float) -> Place:
    """A place on the tilted rails: from their middle along them, across, and square to them."""
    cos, sin = math.cos(answer.shot.move.slope), math.sin(answer.shot.move.slope)
    return Place(out * cos - up * sin, across, answer.rail_height + out * sin + up * cos)


def stance(answer: SliderAnswer) -> Stance:
    """Carriage, rails and stands on their feet; the push of a hand, and inertia.

    A stand's feet may be turned any way round; on rests along the rail the end rests are the
    edges.  A crank turns inside the rig: it pushes nothing but what it moves.
    """
    design, carried, supports = answer.design, answer.carried, answer.design.supports
    slope, half = answer.shot.move.slope, design.rails.length / 2
    cos, sin = math.cos(slope), math.sin(slope)
    out, carriage = answer.place - half, design.carriage
    centre = _on_the_rails(answer, out + carried.forward, carried.sideways, carried.height)
    rails = answer.line / (GRAVITY * cos) * design.rails.length
    drop = answer.rows.section.properties.height
    rests = [_on_the_rails(answer, place - half, 0.0, -drop) for place in answer.supports]
    bodies = [(carried.mass, centre), (rails, _on_the_rails(answer, 0.0, 0.0, -drop / 2))]
    reach = 0.0
    if answer.on_stands:
        stand = answer.rows.stand
        reach = standing.foot_edge(stand.feet, supports.spread)
        for rest in rests:
            bodies.append((stand.mass, rest._replace(z=STAND_WEIGHT_HEIGHT * rest.z)))
            hung = supports.ballast / len(rests)
            bodies.append((hung, rest._replace(z=BALLAST_HEIGHT * rest.z)))
    if supports.kind == "stand":
        edges = standing.edges_round(np.array([rests[0].x, 0.0, 0.0]), reach)
    else:
        breadth = max(design.rails.spacing if answer.rails == 2 else 0.0, 0.1)
        side, corners = reach if answer.on_stands else breadth / 2, []
        for rest, way in ((rests[0], 1), (rests[0], -1), (rests[-1], -1), (rests[-1], 1)):
            foot = 0.0 if answer.on_stands else rest.z - BLOCK.get(supports.kind, 0.0)
            corners.append((rest.x, way * side, max(float(foot), 0.0)))
        edges = standing.edges_of(np.array(corners))
    pulled = carried.mass * answer.course.acceleration
    ahead = Place(cos, 0.0, sin)
    drives = [(Place(*(-pulled * one for one in ahead)), centre)]
    if answer.by_hand:
        hand = _on_the_rails(answer, out, -design.drive.push_offset, design.drive.push_height)
        drives.append((Place(*(answer.push * one for one in ahead)), hand))
    lens = carriage.screw_height + answer.load.lens_axis
    return Stance(
        edges,
        ways_over(
            edges, "at the right end", "at the left end", "to the far side", "to the near side"
        ),
        tuple(bodies),
        _on_the_rails(answer, out + carriage.camera_offset, carriage.camera_side, lens),
        tuple(drives),
        answer.course.times.size,
    )


def riding(answer: SliderAnswer) -> Stance:
    """The carriage on its wheels, on level or tilted rails; the push of a hand, and inertia."""
    design, carried = answer.design, answer.carried
    half, side = design.carriage.wheelbase / 2, answer.gauge / 2
    slope = answer.shot.move.slope

    def on(out: float, across: float, up: float) -> Place:
        return _on_the_rails(answer, out, across, up)

    near = ((-half, -side), (half, -side))
    round_it = ((0.0, side), *near) if answer.three else ((-half, side), *near, (half, side))
    corners = [on(out, across, 0.0) for out, across in round_it]
    edges = standing.edges_of(np.array(corners))
    centre = on(carried.forward, carried.sideways, carried.height)
    pulled = carried.mass * answer.course.acceleration
    ahead = Place(math.cos(slope), 0.0, math.sin(slope))
    drives = [(Place(*(-pulled * one for one in ahead)), centre)]
    if answer.by_hand:
        hand = on(0.0, -design.drive.push_offset, design.drive.push_height)
        drives.append((Place(*(answer.push * one for one in ahead)), hand))
    carriage, lens = design.carriage, design.carriage.screw_height + answer.load.lens_axis
    return Stance(
        edges,
        ways_over(edges, "to the right", "to the left", "to the far side", "to the near side"),
        ((carried.mass, centre),),
        on(carriage.camera_offset, carriage.camera_side, lens),
        tuple(drives),
        answer.course.times.size,
    )


@tip_check("Frame")
def tip(answer: SliderAnswer) -> Found:
    """Tilt left before the whole goes over its feet, and the push at the lens that takes it."""
    return stands(stance(answer), answer.settings)


@rating_check("stand-load", "Weight on the stand", "Frame", "rating of legs, head and hook")
def stand_load(answer: SliderAnswer) -> Found:
    """What the most loaded stand bears with its legs, its head and its hook."""
    supports, stand = answer.design.supports, answer.rows.stand
    if not answer.on_stands:
        why = "The rails rest on blocks, so no stand or head is loaded."
        return not_at_stake("No stand to load", why, "no stand", "kind of support", 0.0, 1.0)
    on_head = answer.bending.reactions.max(axis=0) / (GRAVITY * math.cos(answer.shot.move.slope))
    hung = supports.ballast / len(answer.supports)
    source = "beam reactions at the most loaded stand, and what hangs from it"
    fraction = answer.settings.working_fraction
    return stand_bears(stand, on_head, hung, fraction, source, supports.rating)
