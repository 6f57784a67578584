"""What the lens sees of bench and tools, and what comes over a head."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics.overhead import Block, Eye, hidden, in_frame
from hazel_lantern.core.rigs.overhead.answer import OverheadAnswer
from hazel_lantern.core.rigs.overhead.model import Tool
from hazel_lantern.core.shot import Hold, Swing

Array = NDArray[np.float64]
#: Points over the bench, and marks that are looked at.
POINTS, LOOKS = 2500, 9
#: Each point lies so far from the one before, as shares of length and depth: they fill it evenly
#: without rows, so that no edge of a frame falls along one (the plastic number's powers).
STEPS = np.array([0.7548776662466927, 0.5698402909980532])
#: About a person's place, m: what comes over it comes over the head.
AROUND = 0.25


class Seen(NamedTuple):
    """Share of the bench that is seen over the move, and the tools that are not."""

    share: float
    unseen: tuple[str, ...]


def blocks(answer: OverheadAnswer) -> list[Block]:
    """Tools, and a rail that is below its lens: what may stand in front of something."""
    bench = answer.design.bench
    found = []
    for tool in bench.tools:
        half = np.array([tool.width / 2, tool.depth / 2, 0.0])
        foot = np.array([tool.x, tool.y, bench.height])
        found.append(Block(foot - half, foot + half + np.array([0.0, 0.0, tool.height])))
    return found


def rail_block(answer: OverheadAnswer, mark: int) -> list[Block]:
    """The rail where the camera stands above it."""
    if answer.hangs > 0:
        return []
    holding, shape, y = answer.design.holding, answer.shape, float(answer.course.away[mark])
    wide = shape.width / 2
    if answer.design.rails == 2:
        wide += answer.design.carrier.spacing / 2
    low = np.array([0.0, y - wide, holding.height - shape.height])
    return [Block(low, np.array([holding.span, y + wide, holding.height]))]


def bench_points(answer: OverheadAnswer) -> Array:
    """Points of the bench's top, evenly over it, (n, 3) m."""
    bench = answer.design.bench
    shares = (0.5 + np.arange(POINTS)[:, None] * STEPS) % 1.0
    flat = np.array([bench.left, bench.front]) + shares * np.array([bench.length, bench.depth])
    return np.column_stack([flat, np.full(POINTS, bench.height)])


def free(answer: OverheadAnswer, points: Array) -> NDArray[np.bool_]:
    """Which points of the bench no tool stands on."""
    found = np.ones(len(points), dtype=bool)
    for tool in answer.design.bench.tools:
        under = np.abs(points[:, 0] - tool.x) <= tool.width / 2
        found &= ~(under & (np.abs(points[:, 1] - tool.y) <= tool.depth / 2))
    return found


def _frame(answer: OverheadAnswer) -> tuple[float, float]:
    lens = answer.shot.lens
    return float(lens.frame_width), float(lens.frame_height)


def looks(answer: OverheadAnswer) -> list[int]:
    """Marks that are looked at: both ends and some between."""
    last = len(answer.course.times) - 1
    return sorted({round(at * last / (LOOKS - 1)) for at in range(LOOKS)})


def seen(answer: OverheadAnswer) -> Seen:
    """What is seen over the move."""
    points = bench_points(answer)
    points = points[free(answer, points)]
    frame, standing = _frame(answer), blocks(answer)
    covered = np.zeros(len(points), dtype=bool)
    wanted = [tool for tool in answer.design.bench.tools if tool.seen]
    missing = {tool.name for tool in wanted}
    for mark in looks(answer):
        eye, rail = answer.eye(mark), rail_block(answer, mark)
        left = ~covered
        inside = in_frame(points[left], eye, answer.focal_px, frame)
        clear = np.zeros(int(left.sum()), dtype=bool)
        clear[inside] = ~hidden(points[left][inside], eye.place, [*standing, *rail])
        covered[left] = clear
        for tool in wanted:
            if tool.name in missing and _tool_seen(answer, tool, eye, rail):
                missing.discard(tool.name)
    share = float(covered.mean()) if len(points) else 1.0
    return Seen(share, tuple(tool.name for tool in wanted if tool.name in missing))


def _tool_seen(answer: OverheadAnswer, tool: Tool, eye: Eye, rail: list[Block]) -> bool:
    """All corners in frame at one mark, and the rig hides none of its top."""
    bench = answer.design.bench
    corners = np.array(
        [
            (tool.x + sx * tool.width / 2, tool.y + sy * tool.depth / 2, bench.height + up)
            for sx in (-1, 1)
            for sy in (-1, 1)
            for up in (0.0, tool.height)
        ]
    )
    if not in_frame(corners, eye, answer.focal_px, _frame(answer)).all():
        return False
    top = corners[corners[:, 2] >= bench.height + tool.height - 1e-9]
    return not hidden(top, eye.place, rail).any()


def footprint(answer: OverheadAnswer, mark: int) -> Array:
    """Corners of what the frame covers on the bench at a mark, (4, 2) m."""
    eye, f = answer.eye(mark), answer.focal_px
    wide, high = _frame(answer)
    cos, sin = math.cos(eye.turn), math.sin(eye.turn)
    right, far = np.array([cos, sin, 0.0]), np.array([-sin, cos, 0.0])
    down = np.array([0.0, 0.0, -1.0])
    ahead = math.cos(eye.tilt) * down + math.sin(eye.tilt) * far
    up = math.cos(eye.tilt) * far - math.sin(eye.tilt) * down
    found = []
    for sx, sy in ((-1, -1), (1, -1), (1, 1), (-1, 1)):
        ray = ahead + sx * wide / 2 / f * right + sy * high / 2 / f * up
        # A lens tilted past the horizon sees no end: as far as ten benches is enough.
        far_off = (eye.place[2] - answer.design.bench.height) / max(-ray[2], 0.05)
        found.append(eye.place[:2] + ray[:2] * far_off)
    return np.array(found)


def camera_half(answer: OverheadAnswer) -> tuple[float, float, float]:
    """Half of what the camera takes up along and away, and how far below its screw, m."""
    items, nod = answer.load.items, answer.design.drop.nod
    wide = max((abs(one.right) + one.width / 2 for one in items), default=0.05)
    out = max((abs(one.up) + one.height / 2 for one in items), default=0.05)
    ahead = max((one.forward + one.length / 2 for one in items), default=0.05)
    back = max((one.up + one.height / 2 for one in items), default=0.0)
    below = max(ahead, 0.02) * math.cos(nod) + back * math.sin(nod)
    return wide, out + max(ahead, 0.0) * math.sin(nod), below


def over_head(answer: OverheadAnswer) -> dict[str, float]:
    """Least underside of every part that can come over the person's head, m over the floor."""
    design, bench, holding = answer.design, answer.design.bench, answer.design.holding
    x, y = bench.person_x, bench.person_y + bench.leans
    found = {}
    rolls = design.carrier.across / 2 if design.rolls else 0.0
    half = answer.shape.width / 2 + (design.carrier.spacing / 2 if design.rails == 2 else 0.0)
    over_rail = -AROUND <= x <= holding.span + AROUND
    if over_rail and abs(y) <= rolls + half + AROUND:
        found["the rail"] = holding.height - answer.shape.height
    wide, out, below = camera_half(answer)
    reach = answer.reach + math.hypot(wide, out) + abs(design.drop.off)
    # Unless it is held in one place, it may come anywhere along its rail.
    held = isinstance(answer.shot.move, Hold | Swing) and design.trolley.lock != "nothing"
    along = answer.course.along
    left, right = (float(along.min()), float(along.max())) if held else (0.0, holding.span)
    beside = max(left - x, x - right, 0.0)
    away = max(abs(y) - rolls, 0.0)
    if math.hypot(beside, away) <= reach + AROUND:
        found["the camera"] = answer.screw_up - below
        if answer.boom:
            found["the boom"] = answer.screw_up
        elif answer.down > 0:
            found["the trolley"] = holding.height - design.trolley.hang
    return found
