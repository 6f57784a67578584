"""How a slider stands: heights, room, tipping over its feet, and what its stands bear."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Found, Inputs, working
from hazel_lantern.core.mechanics import standing
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.kit.place import Spans, beyond_setting
from hazel_lantern.core.rigs.kit.standing import STAND_WEIGHT_HEIGHT, Over, nearest, tip_check
from hazel_lantern.core.rigs.kit.strength import rated, rating_check
from hazel_lantern.core.rigs.slider.answer import SliderAnswer
from hazel_lantern.core.units import write

#: Where hung ballast sits, as a share of the stand's height.
BALLAST_HEIGHT = 0.3
#: Lowest and highest a rail can lie: on a block on the floor, on a table of usual height, m.
RAIL_RANGE = {"floor": (0.02, 0.35), "table": (0.45, 0.95)}


def clearances(answer: SliderAnswer) -> tuple[Spans, Inputs]:
    """Free space left in each direction, m; negative where it does not fit."""
    design, shot, stand = answer.design, answer.shot, answer.rows.stand
    supports, cos = design.supports, math.cos(shot.move.slope)
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
    seat = answer.rail_height - answer.rows.section.properties.height
    beyond_setting(spans, seat, lowest, highest, "the {} setting")
    return spans, ()


def ways_over(answer: SliderAnswer) -> tuple[list[Over], float, str]:
    """The four ways to go over, the whole weight, N, and where the edges lie, in words.

    The push of the settings acts at the lens, level, towards each edge in turn; on a crank
    the inertia of the carriage reacts on the rig as well.  A stand's feet may be turned any
    way, so the nearest edge counts; on rests along the rail the end rests are the edges.
    """
    design, shot, carried = answer.design, answer.shot, answer.carried
    supports = design.supports
    cos, sin = math.cos(shot.move.slope), math.sin(shot.move.slope)
    height = max(answer.rail_height, 0.01)
    out = answer.place - design.rails.length / 2
    carriage_weight = carried.mass * GRAVITY
    rails_weight = answer.line / cos * design.rails.length
    lens = height + design.carriage.screw_height + answer.load.lens_axis
    push = along = np.full_like(out, answer.settings.hand_push)
    if design.drive.kind == "hand crank":
        along = push + carried.mass * np.abs(answer.course.acceleration)
    base_weight, base_height, foot_edge = 0.0, 0.0, 0.0
    if answer.on_stands:
        stand = answer.rows.stand
        count = 1 if supports.kind == "stand" else supports.count
        own, hung = count * stand.mass * GRAVITY, supports.ballast * GRAVITY
        base_weight = own + hung
        foot_edge = standing.foot_edge(stand.feet, supports.spread)
        base_height = height * (own * STAND_WEIGHT_HEIGHT + hung * BALLAST_HEIGHT) / base_weight
    weights = (carriage_weight, rails_weight, base_weight)
    carriage_height = height + carried.height + out * sin
    centre_height = (
        carriage_weight * carriage_height + rails_weight * height + base_weight * base_height
    ) / sum(weights)
    # On a table or the floor the feet are at rail height: heights count from there.
    foot = 0.0
    if not answer.on_stands:
        foot = max(height - 0.1 if supports.kind == "floor" else height - 0.04, 0.0)
    centre_height = np.maximum(centre_height - foot, 0.02)
    if supports.kind == "stand":
        along_edge = across_edge = foot_edge
        middle, rule = supports.offset * cos, "b / (2 tan(180°/n)) for n feet at b"
    else:
        middle, rule = 0.0, "end support or half the breadth"
        along_edge = (answer.supports[-1] - design.rails.length / 2) * cos
        breadth = max(design.rails.spacing if answer.rails == 2 else 0.0, 0.1)
        across_edge = foot_edge if answer.on_stands else breadth / 2
    # Weight ahead of the wheels' middle moves the carriage's resultant with it.
    carriage_at = (out + carried.forward) * cos - middle
    ways = []
    for words, sense, at, rails_at, edge, level in (
        ("at the right end", 1, carriage_at, -middle, along_edge, along),
        ("at the left end", -1, carriage_at, -middle, along_edge, along),
        ("to the far side", 1, carried.sideways, 0.0, across_edge, push),
        ("to the near side", -1, carried.sideways, 0.0, across_edge, push),
    ):
        turning = sense * level * (lens - foot)
        meets = sense * standing.ground_point(weights, (at, rails_at, 0.0), turning)
        ways.append(Over(words, edge, meets, centre_height))
    return ways, sum(weights), rule


@tip_check("Frame")
def tip(answer: SliderAnswer) -> Found:
    """Tilt left before the whole goes over its feet, with the push."""
    ways, weight, rule = ways_over(answer)
    over = nearest(ways)
    worst, push = int(over.left.argmin()), answer.settings.hand_push
    meets = float(over.meets[worst])
    past = meets - over.edge
    return Found(
        over.left,
        (
            "Stands up to a push",
            f"Tips over {over.words}" if over.falls else f"Nearly tips {over.words}",
        ),
        lambda s: (
            f"With a push of {write(push, 'force', s)}, the weight comes down "
            f"{write(abs(past), 'length', s)} {'past' if past > 0 else 'inside'} the line of the "
            f"feet {over.words}: {write(abs(over.least), 'angle', s)} "
            f"{'past tipping' if over.falls else 'of tilt left'}."
        ),
        working(
            "tilt left = atan((e - r) / h),  r = (sum W x + sum F z) / sum W",
            (
                ("e", f"middle to the edge of the feet, {rule}", over.edge, "length"),
                ("r", "middle to where weight and push come down", meets, "length"),
                (
                    "h",
                    "height of the whole's centre of mass",
                    float(np.broadcast_to(over.height, over.meets.shape)[worst]),
                    "length",
                ),
                ("W", "whole weight", weight, "force"),
                ("F", "push at the lens", push, "force"),
            ),
            "support polygon of the feet, whichever way they stand",
        ),
    )


@rating_check("stand-load", "Weight on the stand", "Frame", "lower rating of stand and head")
def stand_load(answer: SliderAnswer) -> Found:
    """What rests on the most loaded stand against the lower rating of stand and head."""
    supports, applies = answer.design.supports, answer.on_stands
    carried = answer.bending.reactions.max(axis=0) / (GRAVITY * math.cos(answer.shot.move.slope))
    return rated(
        ("Weight on the stand" if applies else "No stand to load", "Too heavy for the stand"),
        carried if applies else 0.0,
        {"stand": answer.rows.stand.rating, "head": supports.rating},
        answer.settings.working_fraction,
        lambda s: f"{write(float(carried.max()), 'mass', s)} rests on one stand",
        "beam reactions; ratings as given with stand and head",
        "" if applies else "The rails rest on blocks, so no stand or head is loaded.",
    )
