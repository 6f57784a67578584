"""Lamps of how far the camera gets: reach, heights, clearances, the room."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Found, Inputs, check, working
from hazel_lantern.core.rigs.jib.answer import JibAnswer
from hazel_lantern.core.rigs.jib.built import under_pivot
from hazel_lantern.core.rigs.jib.standing import gaps, tail_end, up_or_down
from hazel_lantern.core.rigs.kit.place import Spans, beyond_setting
from hazel_lantern.core.units import write


@check(
    "reach",
    "Reach past the feet",
    "Frame",
    "length",
    None,
    "at least",
    "the reach that the shot asks for",
    0.3,
)
def reach(answer: JibAnswer) -> Found:
    """How far the lens gets past the feet, wherever they stand, at the worst of the move."""
    feet = answer.feet_reach
    out = answer.over_move(answer.lens)[0]
    least = float(out.min() - feet)
    return Found(
        out - feet,
        ("Reaches past its feet", "Does not reach far enough"),
        lambda s: (
            f"Over the move the lens is never less than {write(float(out.min()), 'length', s)} "
            f"from the post, which is {write(abs(least), 'length', s)} "
            f"{'past' if least >= 0 else 'short of'} the foot that stands below the arm; the shot "
            f"asks for {write(answer.rise.reach, 'length', s)}."
        ),
        working(
            "r = a cos(swing) + e - b / (2 sin(180°/n))",
            (
                ("a", "front", answer.design.boom.front, "length"),
                ("e", "screw ahead of the front pin", answer.design.platform.ahead, "length"),
                ("b", "foot spread", answer.spread, "length"),
                ("n", "feet", answer.rows.stand.feet, "count"),
            ),
            "the arm's circle, and the circle through the feet",
        ),
        limit=answer.rise.reach,
    )


@check(
    "height",
    "Reach in height",
    "Frame",
    "length",
    0.02,
    "at least",
    "20 mm in hand before a stop is hit",
)
def height(answer: JibAnswer) -> Found:
    """How much of the swing is left past the highest and the lowest point of the move."""
    shot, swing = answer.shot, answer.design.swing
    heights = answer.stop_to_stop(answer.lens)[1]
    high = shot.camera_height + shot.move.distance / 2
    low = shot.camera_height - shot.move.distance / 2
    above, below = float(heights.max()) - high, low - float(heights.min())
    above_short = above < below
    return Found(
        min(above, below),
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
                ("post", "pivot over the floor", answer.design.post.pivot_height, "length"),
                ("a", "front", answer.design.boom.front, "length"),
                ("up", "stop above", swing.up, "angle"),
                ("down", "stop below", swing.down, "angle"),
                ("top", "left over at the top", above, "length"),
                ("foot", "left over at the bottom", below, "length"),
            ),
            "the arm's circle between its stops",
        ),
    )


@check(
    "clearance",
    "Clearance of floor and feet",
    "Frame",
    "length",
    0.05,
    "at least",
    "50 mm, so that a hand is not caught",
)
def clearance(answer: JibAnswer) -> Found:
    """The least gap between what moves and the floor or the base's legs, stop to stop."""
    free = gaps(answer)
    whole = {name: answer.stop_to_stop(gap) for name, gap in free.items()}
    name = min(whole, key=lambda one: float(whole[one].min()))
    least, at = float(whole[name].min()), float(answer.whole[whole[name].argmin()])
    return Found(
        least,
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
        over_move=np.min([answer.over_move(gap) for gap in free.values()], axis=0),
    )


def clearances(answer: JibAnswer) -> tuple[Spans, Inputs]:
    """Free space left in each direction over the move, m; negative where it does not fit."""
    shot, swing, design, rows = answer.shot, answer.course.swing, answer.design, answer.rows
    out, screw = answer.geometry.screw(swing)
    _, tail = tail_end(answer, swing)
    half = rows.section.properties.height / 2
    camera = max((item.forward + item.length / 2 for item in answer.load.items), default=0.0)
    feet = answer.feet_reach
    front = max(float(out.max()) + camera, feet)
    top = max(float((screw + answer.load.top).max()), float(tail.max()) + half)
    spans = {
        "overhead": shot.room.height - top,
        "along the room": shot.room.length - front - max(design.boom.tail, feet),
    }
    if answer.rise.sweep:
        # Panned, the arm needs the breadth of its arc as well as its length.
        half_sweep = min(abs(answer.rise.sweep) / 2, math.pi / 2)
        spans["across its arc"] = shot.room.length - 2 * front * math.sin(half_sweep)
    if not design.post.legs.cut:
        seat = design.post.pivot_height - rows.turntable.height - under_pivot(answer)
        words = "the base's {} setting"
        beyond_setting(spans, seat, rows.stand.lowest, rows.stand.highest, words)
    return spans, ()
