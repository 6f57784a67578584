"""Where a jib's camera is for any swing of its boom."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Geometry:
    """Where things are for any swing; heights over the floor, reach from the post, m."""

    front: float
    post: float
    ahead: float
    rise: float
    lens_up: float
    level: bool
    lifted: float = 0.0

    def screw(self, swing: Array) -> tuple[Array, Array]:
        """Reach and height of the camera screw."""
        cos, sin = np.cos(swing), np.sin(swing)
        out, up = self.hangs
        reach, height = out * cos - up * sin, self.post + out * sin + up * cos
        return (reach + self.ahead, height + self.rise) if self.level else (reach, height)

    @property
    def hangs(self) -> tuple[float, float]:
        """Where the load turns with the boom, along it from the pivot and square to it, m."""
        if self.level:
            return self.front, self.lifted
        return self.front + self.ahead, self.lifted + self.rise

    def lens(self, swing: Array) -> tuple[Array, Array]:
        """Reach and height of the lens."""
        reach, height = self.screw(swing)
        return reach, height + self.lens_up

    def swing_at(self, height: Array, down: float, up: float) -> Array:
        """Swing that brings the lens to a height, or as near as the stops let it."""
        radius, lead, above = self._circle()
        share = np.clip((height - above) / radius, -1.0, 1.0)
        return np.clip(np.arcsin(share) - lead, -down, up)

    def _circle(self) -> tuple[float, float, float]:
        """The lens's circle: radius, how far it leads the boom, height of its centre."""
        out, up = self.hangs
        centre = self.post + self.lens_up + (self.rise if self.level else 0.0)
        return math.hypot(out, up), math.atan2(up, out), centre

    @property
    def radius(self) -> float:
        """Of the lens's circle, m."""
        return self._circle()[0]

    def rates(self, swing: Array, speed: Array, acceleration: Array) -> tuple[Array, Array]:
        """Swing rate and acceleration for an upright speed and acceleration of the lens."""
        radius, lead, _ = self._circle()
        angle = swing + lead
        cos = np.maximum(np.cos(angle), 0.05)
        rate = speed / (radius * cos)
        return rate, acceleration / (radius * cos) + np.tan(angle) * rate**2
