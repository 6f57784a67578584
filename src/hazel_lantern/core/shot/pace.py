"""The pace of a move: how long it takes, and how it starts and stops."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.fields import Frozen, choice, quantity
from hazel_lantern.core.mechanics import motion
from hazel_lantern.core.mechanics.motion import Ease, Motion

Array = NDArray[np.float64]


class Pace(Frozen):
    """Duration and eases."""

    duration: float = quantity("time", "Takes", 8.0, low=0.2, high=36000)
    ease: Ease = choice("Ease", "soft ramps")
    ease_in: float = quantity("time", "Ease in", 1.0, low=0, high=3600)
    ease_out: float = quantity("time", "Ease out", 1.0, low=0, high=3600)
    delay: float = quantity("time", "Motor waits first", 0.0, low=0, high=36000)

    def marked(self, way: float) -> tuple[Array, Motion]:
        """Times, s, and motion over a way, with the moments of greatest acceleration."""
        return motion.marked_move(way, self.duration, self.ease, self.ease_in, self.ease_out)

    def motion(self, way: float, times: Array) -> Motion:
        """Motion over a way at given times, s."""
        return motion.move(way, self.duration, self.ease, self.ease_in, self.ease_out, times)
