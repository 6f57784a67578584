"""How the platform is kept level: its tilt and the pulls, for every way of drilling it wrong."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics import linkage
from hazel_lantern.core.mechanics.cables import Held, Pins, held_by_cables
from hazel_lantern.core.rigs.jib.model import Level

Array = NDArray[np.float64]
#: How far a hole runs off the one it is drilled through with, m: a drill follows its pilot.
STACKED = 0.0001
#: Signs of the three drilling errors of a bar: along it, at the post's pair, at the platform's.
#: First none of them, then the bar alone, then the platform's pair alone, then all of them.
_BAR = np.array([(0, 0, 0), (1, 0, 0), (0, 0, 1), *itertools.product((-1, 1), repeat=3)])
#: Signs of the four of cables: upper and lower at the post, upper and lower at the platform.
#: First none; then the boom's pin off the middle of the platform's others, which lengthens both
#: or neither; then the platform's wide; then the worst of either kind.
_CABLES = np.array(
    [
        (0, 0, 0, 0),
        (0, 0, 1, -1),
        (0, 0, 1, 1),
        (1, -1, -1, 1),
        (-1, 1, 1, -1),
        (1, 1, -1, -1),
        (-1, -1, 1, 1),
        (1, 0, -1, 0),
        (0, 1, 0, -1),
    ]
)
#: Rows of the tilts: drilled true, with one error alone, with the platform's pins wide.
TRUE, ONE_OFF, PINS_WIDE = range(3)


@dataclass(frozen=True, eq=False)
class Levelling:
    """Level bar or cables over a swing.

    Attributes
    ----------
    level : Level
        Of the design.
    front : float
        From the pivot to the front pin, m.
    moment : float
        Of the load about the front pin, nose down, N·m.
    play : float
        Of a joint, m.
    stiffness : float
        E A of a cable, N.
    swing : (n,) array
        Of the line between those two, rad.
    one_datum : bool
        Whether boom and bar are drilled through together.
    """

    level: Level
    front: float
    moment: float
    play: float
    stiffness: float
    swing: Array
    one_datum: bool

    @property
    def along_error(self) -> float:
        """How far the bar's holes may be off the boom's, m."""
        stacked = self.one_datum and not self.level.longer
        return min(self.level.bar_error, STACKED) if stacked else self.level.bar_error

    @property
    def pair_error(self) -> float:
        """How far a pair of pins may be off its spacing, m."""
        stacked = self.level.stacked and not self.level.pins_more
        return min(self.level.pins_error, STACKED) if stacked else self.level.pins_error

    @kept
    def tilts(self) -> Array:
        """Tilt for every combination of drilling errors, (combinations, n) rad."""
        level, front = self.level, self.front
        if level.kind == "none":
            return np.zeros((len(_BAR), self.swing.size))
        if level.kind == "twin cables":
            return self.cables.tilt
        # The load draws the bar's two joints to one side: that much longer it works.
        taken = math.copysign(self.play, self.moment) if self.moment else 0.0
        bar = front + level.longer + taken + _BAR[:, :1] * self.along_error
        post = level.pins + _BAR[:, 1:2] * self.pair_error
        platform = level.pins + level.pins_more + _BAR[:, 2:] * self.pair_error
        tilts = linkage.platform_tilt(self.swing[None, :], front, bar, post, platform)
        # Errors greater than the linkage can take are a platform on its side.
        return np.nan_to_num(tilts, nan=math.pi / 2)

    @kept
    def cables(self) -> Held:
        """Tilt and pulls of both cables for every combination of drilling errors."""
        level, error = self.level, self.pair_error
        post = level.pins + _CABLES[:, :2] * error
        platform = level.pins + level.pins_more + _CABLES[:, 2:] * error
        pins = Pins(post[:, :1], post[:, 1:], platform[:, :1], platform[:, 1:])
        return held_by_cables(
            self.swing[None, :], self.front, pins, self.stiffness, level.preload, self.moment
        )

    @property
    def rock(self) -> float:
        """How far the play of the bar's joints lets the platform turn either way, rad."""
        return self.play / self.level.pins if self.level.kind == "solid bar" else 0.0
