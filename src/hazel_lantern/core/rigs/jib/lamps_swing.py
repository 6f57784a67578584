"""Lamps of how far the camera gets: reach, heights, clearances, the room."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Lamp
from hazel_lantern.core.mechanics import standing
from hazel_lantern.core.rigs.jib.limits import LIMITS
from hazel_lantern.core.rigs.jib.scene import Scene, lamp, up_or_down
from hazel_lantern.core.rigs.jib.standing import clearances, tail_end
from hazel_lantern.core.rigs.judging import working
from hazel_lantern.core.units import write

#: From the turntable's top to the pivot, cheeks and all, m.
UNDER_PIVOT = 0.05


def reach(scene: Scene) -> Lamp:
    """How far the lens gets past the feet, wherever they stand, at the worst of the move."""
    post, shot = scene.design.post, scene.rig.shot
    feet = standing.foot_reach(scene.parts.stand.feet, post.spread)
    out = scene.answer.over_move(scene.answer.lens)[0]
    least = float(out.min() - feet)
    return lamp(
        scene,
        "jib.reach",
        out - feet,
        shot.reach,
        ("Reaches past its feet", "Does not reach far enough"),
        lambda s: (
            f"Over the move the lens is never less than {write(float(out.min()), 'length', s)} "
            f"from the post, which is {write(abs(least), 'length', s)} "
            f"{'past' if least >= 0 else 'short of'} the foot that stands below the arm; the shot "
            f"asks for {write(shot.reach, 'length', s)}."
        ),
        working(
            "r = a cos(swing) + e - b / (2 sin(180°/n))",
            (
                ("a", "front", scene.design.boom.front, "length"),
                ("e", "screw ahead of the front pin", scene.design.platform.ahead, "length"),
                ("b", "foot spread", post.spread, "length"),
                ("n", "feet", scene.parts.stand.feet, "count"),
            ),
            "the arm's circle, and the circle through the feet",
        ),
    )


def height(scene: Scene) -> Lamp:
    """How much of the swing is left past the highest and the lowest point of the move."""
    shot, swing = scene.rig.shot, scene.design.swing
    heights = scene.answer.stop_to_stop(scene.answer.lens)[1]
    high = shot.camera_height + shot.distance / 2
    low = shot.camera_height - shot.distance / 2
    above, below = float(heights.max()) - high, low - float(heights.min())
    above_short = above < below
    return lamp(
        scene,
        "jib.height",
        min(above, below),
        LIMITS["jib.height"].default or 0.0,
        (
            "Reaches both heights",
            "Does not go high enough" if above_short else "Does not go low enough",
        ),
        lambda s: (
            f"Between its stops the lens goes from {write(float(heights.min()), 'length', s)} to "
            f"{write(float(heights.max()), 'length', s)}; the shot goes from "
            f"{write(low, 'length', s)} to {write(high, 'length', s)}."
        ),
        working(
            "h = post + a sin(swing) + rise of the lens over the pin",
            (
                ("post", "pivot over the floor", scene.design.post.height, "length"),
                ("a", "front", scene.design.boom.front, "length"),
                ("up", "stop above", swing.up, "angle"),
                ("down", "stop below", swing.down, "angle"),
                ("top", "left over at the top", above, "length"),
                ("foot", "left over at the bottom", below, "length"),
            ),
            "the arm's circle between its stops",
        ),
    )


def clearance(scene: Scene) -> Lamp:
    """The least gap between what moves and the floor or the base's legs, stop to stop."""
    answer = scene.answer
    gaps = clearances(scene.rig, scene.parts, answer)
    whole = {name: answer.stop_to_stop(gap) for name, gap in gaps.items()}
    name = min(whole, key=lambda one: float(whole[one].min()))
    least, at = float(whole[name].min()), float(answer.whole[whole[name].argmin()])
    return lamp(
        scene,
        "jib.clearance",
        least,
        LIMITS["jib.clearance"].default or 0.0,
        (
            "Clears floor and feet",
            f"{name.capitalize()} meet" if least < 0 else f"{name} are close",
        ),
        lambda s: (
            f"Between the stops the least gap is {name}, {up_or_down(at)}: "
            f"{write(least, 'length', s)}."
        ),
        working(
            "gap = height less half of the boom; legs run straight from post to foot",
            tuple((part, "least gap", float(gap.min()), "length") for part, gap in whole.items()),
            "the arm's circle; the arm panned over a leg",
        ),
        over_move=np.min([answer.over_move(gap) for gap in gaps.values()], axis=0),
    )


def room(scene: Scene) -> Lamp:
    """The least clearance of arm and room, up and along."""
    shot, swing, design = scene.rig.shot, scene.answer.course.swing, scene.design
    out, screw = scene.answer.geometry.screw(swing)
    top = max((item.up + item.height / 2 for item in scene.rig.load.items), default=0.0)
    _, tail = tail_end(design, swing)
    half = scene.parts.section.properties.height / 2
    camera = max((item.forward + item.length / 2 for item in scene.rig.load.items), default=0.0)
    feet = standing.foot_reach(scene.parts.stand.feet, design.post.spread)
    front = max(float(out.max()) + camera, feet)
    back = max(design.boom.tail, feet)
    spans = {
        "overhead": shot.room.height - max(float((screw + top).max()), float(tail.max()) + half),
        "along the room": shot.room.length - front - back,
    }
    if shot.sweep:
        half_sweep = abs(shot.sweep) / 2
        # Panned, the arm needs the breadth of its arc as well as its length.
        spans["across its arc"] = shot.room.length - 2 * front * math.sin(
            min(half_sweep, math.pi / 2)
        )
    stand = scene.parts.stand
    seat = design.post.height - scene.parts.turntable.height - UNDER_PIVOT
    # A setting at the very end of its range is no lack of room; one outside it is.
    if seat < stand.lowest:
        spans["down to the base's lowest setting"] = seat - stand.lowest
    if seat > stand.highest:
        spans["up to the base's highest setting"] = stand.highest - seat
    name, least = min(spans.items(), key=lambda span: span[1])
    return lamp(
        scene,
        "jib.room",
        least,
        LIMITS["jib.room"].default or 0.0,
        ("Fits the room", f"Does not fit {name}"),
        lambda s: (
            f"The least clearance is {name}: {write(abs(least), 'length', s)}"
            + (" is missing." if least < 0 else " left over.")
        ),
        working(
            "clearance = free space less what the arm takes up",
            tuple((name.split()[0], name, value, "length") for name, value in spans.items()),
            "sum of lengths over the move",
        ),
    )
