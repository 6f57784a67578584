"""How a slider stands: heights, room, and tipping over its feet."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np

from hazel_lantern.core.mechanics import standing
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.slider.statics import Answer, Array, Parts, support_places

if TYPE_CHECKING:
    from hazel_lantern.core.project.model import Rig, Settings
    from hazel_lantern.core.rigs.slider.model import SliderDesign
    from hazel_lantern.core.workshop import Workshop

#: Height of a stand's own weight, as a share of its height: legs are wide and low.
STAND_WEIGHT_HEIGHT = 0.45
#: Where hung ballast sits, as a share of the stand's height.
BALLAST_HEIGHT = 0.3
#: Lowest a rail can lie: on a block on the floor, on a table of usual height, m.
LOWEST_RAIL = {"floor": 0.02, "table": 0.45}
HIGHEST_RAIL = {"floor": 0.35, "table": 0.95}


def rail_height(rig: Rig, design: SliderDesign) -> float:
    """Height of the wheels' contact over the floor at mid-rail, from the lens height, m."""
    return rig.shot.camera_height - rig.load.lens_axis - design.carriage.screw_height


def clearances(
    rig: Rig, design: SliderDesign, workshop: Workshop, parts: Parts
) -> dict[str, float]:
    """Free space left in each direction, m; negative where it does not fit."""
    shot, supports = rig.shot, design.supports
    length = design.rails.length * math.cos(shot.tilt)
    reach = length
    if supports.kind in ("stand", "end stands"):
        stand = workshop.catalogue.find("stands", supports.stand)
        foot = standing.foot_reach(stand.feet, supports.foot_spread)
        outer = [
            abs(p - design.rails.length / 2) * math.cos(shot.tilt) + foot
            for p in support_places(design)
        ]
        reach = max(length, 2 * max(outer))
        lowest, highest = stand.lowest, stand.highest
    else:
        lowest, highest = LOWEST_RAIL[supports.kind], HIGHEST_RAIL[supports.kind]
    climb = shot.distance / 2 * math.sin(abs(shot.tilt))
    top_item = max((item.up + item.height / 2 for item in rig.load.items), default=0.0)
    top = rail_height(rig, design) + design.carriage.screw_height + top_item + climb
    seat = rail_height(rig, design) - parts.section.properties.height
    spans = {
        "along the room": shot.room.length - reach,
        "overhead": shot.room.height - max(top, shot.camera_height + climb),
    }
    # A setting at the very end of its range is no lack of room; one outside it is.
    if seat < lowest:
        spans["down to the lowest setting"] = seat - lowest
    if seat > highest:
        spans["up to the highest setting"] = highest - seat
    return spans


@dataclass(frozen=True)
class Tipping:
    """The nearest way to go over.

    ``angle``, ``resultant`` and ``height`` are per mark in the worst direction; ``edge`` is
    the distance to that edge, m; ``where`` says which, ``edge_rule`` where the edge lies.
    """

    angle: Array
    resultant: Array
    height: Array
    edge: float
    where: str
    edge_rule: str
    weight: float


def tip(
    rig: Rig, design: SliderDesign, settings: Settings, workshop: Workshop, answer: Answer
) -> Tipping:
    """Tilt left before the slider goes over, in the worst of four directions.

    The push of the settings acts at the lens, level, towards each edge in turn; on a crank
    the inertia of the carriage reacts on the rig as well.  A stand's feet may be turned any
    way, so the nearest edge counts; on rests along the rail the end rests are the edges.
    """
    supports, shot, load = design.supports, rig.shot, answer.load
    cos, sin = math.cos(shot.tilt), math.sin(shot.tilt)
    height = max(rail_height(rig, design), 0.01)
    out = answer.course.place - design.rails.length / 2
    carriage_weight = load.mass * GRAVITY
    rails_weight = answer.line / cos * design.rails.length
    lens = height + design.carriage.screw_height + rig.load.lens_axis
    push = np.full_like(out, settings.hand_push)
    along = push
    if design.drive.kind == "hand crank":
        along = push + load.mass * np.abs(answer.course.acceleration)
    base_weight, base_height, foot_edge = 0.0, 0.0, 0.0
    stands = supports.kind in ("stand", "end stands")
    if stands:
        stand = workshop.catalogue.find("stands", supports.stand)
        count = 1 if supports.kind == "stand" else supports.count
        own, hung = count * stand.mass * GRAVITY, supports.ballast * GRAVITY
        base_weight = own + hung
        foot_edge = standing.foot_edge(stand.feet, supports.foot_spread)
        base_height = height * (own * STAND_WEIGHT_HEIGHT + hung * BALLAST_HEIGHT) / base_weight
    weights = (carriage_weight, rails_weight, base_weight)
    weight = sum(weights)
    carriage_height = height + load.height + out * sin
    centre_height = (
        carriage_weight * carriage_height + rails_weight * height + base_weight * base_height
    ) / weight
    # On a table or the floor the feet are at rail height: heights count from there.
    foot = 0.0 if stands else max(height - 0.1 if supports.kind == "floor" else height - 0.04, 0.0)
    lever = lens - foot
    centre_height = np.maximum(centre_height - foot, 0.02)
    if supports.kind == "stand":
        along_edge = across_edge = foot_edge
        middle = supports.offset * cos
        rule = "b / (2 tan(180°/n)) for n feet at b"
    else:
        places = [p - design.rails.length / 2 for p in support_places(design)]
        middle = 0.0
        along_edge = places[-1] * cos
        breadth = max(design.rails.spacing if design.rails.arrangement == "pair" else 0.0, 0.1)
        across_edge = foot_edge if stands else breadth / 2
        rule = "end support or half the breadth"
    # Weight ahead of the wheels' middle moves the carriage's resultant with it.
    carriage_at = (out + load.forward) * cos - middle
    ways = []
    for where, sense, at, rails_at, edge, level in (
        ("at the right end", 1, carriage_at, -middle, along_edge, along),
        ("at the left end", -1, carriage_at, -middle, along_edge, along),
        ("to the far side", 1, load.sideways, 0.0, across_edge, push),
        ("to the near side", -1, load.sideways, 0.0, across_edge, push),
    ):
        meets = sense * standing.ground_point(weights, (at, rails_at, 0.0), sense * level * lever)
        angle = standing.tip_angle(edge, meets, centre_height)
        ways.append((float(angle.min()), where, edge, angle, meets))
    _, where, edge, angle, meets = min(ways, key=lambda way: way[0])
    return Tipping(angle, meets, centre_height, edge, where, rule, weight)
