"""Places on the jib as points of a drawing."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics import standing
from hazel_lantern.core.rigs.jib.answer import Array, JibAnswer
from hazel_lantern.core.rigs.kit.drawing import enlargement
from hazel_lantern.core.sketch import Point


class Arm:
    """The arm at one swing in its own upright plane: out from the post, up from the floor."""

    def __init__(self, answer: JibAnswer, swing: float, tilt: float = 0.0) -> None:
        self.answer, self.design, self.rows = answer, answer.design, answer.rows
        self.swing, self.tilt = swing, tilt
        self.enlarged = enlargement(float(answer.dip[-1]), self.design.boom.front)

    def at(self, along: float, up: float = 0.0) -> Point:
        """A point of the stiff boom: along it from over the pivot, and square to it."""
        cos, sin = math.cos(self.swing), math.sin(self.swing)
        up += self.design.pivots.lifted
        return along * cos - up * sin, self.design.post.pivot_height + along * sin + up * cos

    @kept
    def line(self) -> tuple[Point, ...]:
        """The boom's middle line, its bending enlarged."""
        cos, sin = math.cos(self.swing), math.sin(self.swing)
        nodes = self.answer.boom.nodes
        lifted = self.design.pivots.lifted
        middle = self.design.post.pivot_height + lifted * cos
        heights = middle + nodes * sin - self.answer.dip * cos * self.enlarged
        return tuple(zip((nodes * cos - lifted * sin).tolist(), heights.tolist(), strict=True))

    @property
    def pivot(self) -> Point:
        """What the boom turns about."""
        return 0.0, self.design.post.pivot_height

    @property
    def tip(self) -> Point:
        """The front pin on the bent boom."""
        return self.line[-1]

    def on_platform(self, ahead: float, up: float) -> Point:
        """A point of the platform from the front pin."""
        x, z = self.tip
        turn = self.tilt if self.answer.geometry.level else self.swing
        cos, sin = math.cos(turn), math.sin(turn)
        return x + ahead * cos - up * sin, z + ahead * sin + up * cos

    def from_screw(self, ahead: float, up: float) -> Point:
        """A point of the camera from its screw."""
        platform = self.design.platform
        if self.answer.geometry.level:
            return self.on_platform(platform.ahead + ahead, platform.rise + up)
        # The stabilised head holds the camera level wherever the boom points.
        x, z = self.on_platform(platform.ahead, platform.rise)
        return x + ahead, z + up

    @property
    def lens(self) -> Point:
        """The lens."""
        return self.from_screw(0.0, self.answer.load.lens_axis)

    @property
    def post_pin(self) -> Point:
        """The post's upper pin."""
        return 0.0, self.design.post.pivot_height + self.design.level.pins

    @property
    def weights(self) -> Point:
        """Middle of the plates."""
        weights = self.design.counterweight
        return self.at(-weights.place, weights.above)

    def feet(self) -> Array:
        """Places of the feet from above, (n, 2) m."""
        return standing.regular_polygon(self.rows.stand.feet, self.answer.spread)

    def lens_path(self, low: float, high: float) -> tuple[Point, ...]:
        """The lens's arc between two swings."""
        swings = np.linspace(low, high, 41)
        reach, height = self.answer.geometry.lens(swings)
        return tuple((float(x), float(z)) for x, z in zip(reach, height, strict=True))
