"""How a jib stands: its weight over the feet, loaded and bare, and what it clears."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from hazel_lantern.core.mechanics import standing
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.jib.answer import Array, JibAnswer
from hazel_lantern.core.rigs.kit.standing import Place, Stance

#: Height of a base's own weight, and of its ballast, as shares of the post's height.
BASE_HEIGHT, BALLAST_HEIGHT = 0.4, 0.1


@dataclass(frozen=True)
class Weight:
    """Weight of the whole over a swing: N, and where it comes down, from the post and up, m."""

    weight: float
    out: Array
    height: Array


def bodies(answer: JibAnswer, swing: Array, bare: bool = False) -> tuple[tuple[float, Place], ...]:
    """All that stands on the feet, with the camera or without: kg, out along the arm and up, m."""
    design, rows = answer.design, answer.rows
    cos, sin, post = np.cos(swing), np.sin(swing), design.post.pivot_height
    turning = answer.bare if bare else answer.turning
    mass = sum(body.mass for body in turning)
    along = sum(body.mass * body.along for body in turning) / mass
    up = sum(body.mass * body.up for body in turning) / mass
    out, high = along * cos - up * sin, post + along * sin + up * cos
    if not bare:
        # Held level, the load stands ahead of where it hangs and over it, at any swing.
        ahead, rise = answer.overhang, design.platform.rise + answer.centre.up
        if not answer.geometry.level:
            ahead, rise = ahead - design.platform.ahead, answer.centre.up
        out = out + answer.centre.mass * ahead / mass
        high = high + answer.centre.mass * rise / mass
    return (
        (mass, Place(out, 0.0, high)),
        (rows.stand.mass, Place(0.0, 0.0, BASE_HEIGHT * post)),
        (design.post.ballast, Place(0.0, 0.0, BALLAST_HEIGHT * post)),
        (rows.turntable.mass, Place(0.0, 0.0, post - rows.turntable.height)),
    )


def whole_weight(answer: JibAnswer, swing: Array, bare: bool = False) -> Weight:
    """All of it as one weight."""
    found = bodies(answer, swing, bare)
    mass = sum(one for one, _ in found)
    out = sum(one * place.x for one, place in found) / mass
    high = sum(one * place.z for one, place in found) / mass
    return Weight(mass * GRAVITY, np.asarray(out), np.asarray(high))


def stance(answer: JibAnswer, bare: bool = False, swing: Array | None = None) -> Stance:
    """The jib on its base, panned any way, at swings or at every one of `JibAnswer.everywhere`.

    The hand at the tail pulls as hard as the move asks at its marks.
    """
    at_marks = swing is None and not bare
    swing = answer.everywhere if swing is None else swing
    reach = standing.foot_edge(answer.rows.stand.feet, answer.spread)
    edges = standing.edges_round(np.zeros(3), reach, 2)
    pull = np.zeros_like(swing)
    if at_marks:
        pull[: answer.course.swing.size] = answer.swing_axis.effort / answer.design.boom.tail
    behind, tail = tail_end(answer, swing)
    out, up = answer.geometry.lens(swing)
    return Stance(
        edges,
        ("over the camera", "over the tail"),
        bodies(answer, swing, bare),
        Place(out, 0.0, up),
        ((Place(0.0, 0.0, -pull), Place(-behind, 0.0, tail)),),
        swing.size,
    )


def tail_end(answer: JibAnswer, swing: Array) -> tuple[Array, Array]:
    """Reach behind the post and height of the tail's end, m."""
    design = answer.design
    tail, post, lifted = design.boom.tail, design.post.pivot_height, design.pivots.lifted
    cos, sin = np.cos(swing), np.sin(swing)
    return tail * cos + lifted * sin, post - tail * sin + lifted * cos


def gaps(answer: JibAnswer) -> dict[str, Array]:
    """What is free between the moving parts and floor and legs, everywhere, m."""
    design, rows, swing = answer.design, answer.rows, answer.everywhere
    tail_out, tail = tail_end(answer, swing)
    _, screw = answer.geometry.screw(swing)
    lowest = min((item.up - item.height / 2 for item in answer.load.items), default=0.0)
    pin = design.post.pivot_height + design.radius * np.sin(swing + design.lead)
    half = rows.section.properties.height / 2
    feet = answer.feet_reach
    # The legs run from under the turntable down to the feet; a tail below that may hit one.
    top = max(design.post.pivot_height - rows.turntable.height - 0.1, 0.05)
    legs = feet * np.clip(1 - (tail - half) / top, 0.0, 1.0)
    # The camera's back, over the leg that stands below it.
    behind = min((item.forward - item.length / 2 for item in answer.load.items), default=0.0)
    back = answer.geometry.screw(swing)[0] + (behind if answer.along else 0.0)
    camera = screw + min(lowest, 0.0)
    under = feet * np.clip(1 - camera / top, 0.0, 1.0)
    weights = design.counterweight
    behind, above = weights.place, design.pivots.lifted + weights.above
    low = design.post.pivot_height - behind * np.sin(swing) + above * np.cos(swing) - weights.radius
    near = behind * np.cos(swing) + above * np.sin(swing) - weights.radius
    beside = feet * np.clip(1 - low / top, 0.0, 1.0)
    return {
        "weights and floor": low,
        "weights and legs": np.where(low < top, near - beside, near),
        "camera and legs": np.where(camera < top, back - under, back),
        "tail end and floor": tail - half,
        "camera and floor": np.minimum(screw + min(lowest, 0.0), pin - half),
        "tail end and legs": np.where(tail - half < top, tail_out - legs, tail_out),
    }


def up_or_down(angle: float) -> str:
    """Where on the swing an angle is, in words."""
    if abs(angle) < 0.035:
        return "arm level"
    return "camera high" if angle > 0 else "camera low"
