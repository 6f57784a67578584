"""How a jib stands: its weight over the feet, loaded and bare, and what it clears."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from hazel_lantern.core.mechanics import standing
from hazel_lantern.core.mechanics.balance import Body
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.jib.answer import Array, JibAnswer
from hazel_lantern.core.rigs.kit.standing import Over

#: Height of a base's own weight, and of its ballast, as shares of the post's height.
BASE_HEIGHT, BALLAST_HEIGHT = 0.4, 0.1


@dataclass(frozen=True)
class Weight:
    """Weight of the whole over a swing: N, and where it comes down, from the post and up, m."""

    weight: float
    out: Array
    height: Array


def whole_weight(answer: JibAnswer, swing: Array, bare: bool = False) -> Weight:
    """All that stands on the feet, with the camera or without."""
    design, rows = answer.design, answer.rows
    cos, sin, post = np.cos(swing), np.sin(swing), design.post.height
    bodies = answer.bare if bare else answer.turning
    mass = sum(body.mass for body in bodies)
    along = sum(body.mass * body.along for body in bodies)
    up = sum(body.mass * body.up for body in bodies)
    out = along * cos - up * sin
    high = mass * post + along * sin + up * cos
    if not bare:
        # Held level, the load stands ahead of where it hangs and over it, at any swing.
        ahead, rise = answer.overhang, design.platform.rise + answer.centre.up
        if not answer.geometry.level:
            ahead, rise = ahead - design.platform.ahead, answer.centre.up
        out = out + answer.centre.mass * ahead
        high = high + answer.centre.mass * rise
    fixed = (
        Body(rows.stand.mass, 0.0, BASE_HEIGHT * post),
        Body(design.post.ballast, 0.0, BALLAST_HEIGHT * post),
        Body(rows.turntable.mass, 0.0, post - rows.turntable.height),
    )
    whole = mass + sum(body.mass for body in fixed)
    high = high + sum(body.mass * body.up for body in fixed)
    return Weight(whole * GRAVITY, np.asarray(out / whole), np.asarray(high / whole))


def ways_over(
    answer: JibAnswer, whole: Weight, push: float = 0.0, lens: Array | float = 0.0
) -> tuple[Over, Over]:
    """The two ways to go over: out over the camera and back over the tail.

    The arm may be panned any way, so the nearest edge of the feet counts; the push acts
    level at the lens, ``lens`` m up, along the arm, towards either side.
    """
    edge = standing.foot_edge(answer.rows.stand.feet, answer.design.post.spread)
    turning = push * np.maximum(lens, 0.0) / whole.weight
    return (
        Over("over the camera", edge, whole.out + turning, whole.height),
        Over("over the tail", edge, -whole.out + turning, whole.height),
    )


def tail_end(answer: JibAnswer, swing: Array) -> tuple[Array, Array]:
    """Reach behind the post and height of the tail's end, m."""
    tail, post = answer.design.boom.tail, answer.design.post.height
    return tail * np.cos(swing), post - tail * np.sin(swing)


def gaps(answer: JibAnswer) -> dict[str, Array]:
    """What is free between the moving parts and floor and legs, everywhere, m."""
    design, rows, swing = answer.design, answer.rows, answer.everywhere
    behind, tail = tail_end(answer, swing)
    _, screw = answer.geometry.screw(swing)
    lowest = min((item.up - item.height / 2 for item in answer.load.items), default=0.0)
    pin = design.post.height + design.boom.front * np.sin(swing)
    half = rows.section.properties.height / 2
    feet = standing.foot_reach(rows.stand.feet, design.post.spread)
    # The legs run from under the turntable down to the feet; a tail below that may hit one.
    top = max(design.post.height - rows.turntable.height - 0.1, 0.05)
    legs = feet * np.clip(1 - (tail - half) / top, 0.0, 1.0)
    return {
        "tail end and floor": tail - half,
        "camera and floor": np.minimum(screw + min(lowest, 0.0), pin - half),
        "tail end and legs": np.where(tail - half < top, behind - legs, behind),
    }


def up_or_down(angle: float) -> str:
    """Where on the swing an angle is, in words."""
    if abs(angle) < 0.035:
        return "arm level"
    return "camera high" if angle > 0 else "camera low"
