"""What rolls along a line: its course over the move, and what moving it takes."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import ClassVar

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics.carriage import CarriageLoad
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.motion import Motion
from hazel_lantern.core.mechanics.windup import by_sinking
from hazel_lantern.core.rigs.answer import Answer
from hazel_lantern.core.rigs.case import DesignT

Array = NDArray[np.float64]
#: Damping of rails on their rests; joints and rests give at least so much, m.
DAMPING, LEAST_SINKING = 0.02, 1e-4
#: Hard wheels on a metal tube, at 1 m: dB, and at which speed, m/s; estimated, 6 dB a doubling.
ROLLS, ROLLED = 42.0, 0.25


@dataclass(frozen=True)
class Course:
    """The move at its marks.

    Attributes
    ----------
    times, marks : (n,) array
        s, and the way covered, m.
    place : (n,) array
        Along the line, m; to the right, or ahead, positive.
    speed, acceleration : (n,) array
        The same way, m/s and m/s².
    """

    times: Array
    marks: Array
    place: Array
    speed: Array
    acceleration: Array


@dataclass(frozen=True, eq=False)
class RollingAnswer(Answer[DesignT]):
    """A solved rig that rolls along a line, which may slope."""

    @property
    def middle(self) -> float:
        """Where on its line the move has its middle, m."""
        return 0.0

    @kept
    def course(self) -> Course:
        """Marks even in time, with the moments of greatest acceleration among them."""
        return self._course(*self.shot.pace.marked(self.shot.move.distance))

    def _course(self, times: Array, motion: Motion) -> Course:
        move = self.shot.move
        return Course(
            times=times,
            marks=motion.place,
            place=self.middle + move.sense * (motion.place - move.distance / 2),
            speed=move.sense * motion.speed,
            acceleration=move.sense * motion.acceleration,
        )

    @property
    def by_hand(self) -> bool:
        """Whether a hand pushes it: no crank of its own, and no motor."""
        return bool(self.case.setup.drive.by_hand)

    #: Last stages by which it can be driven.
    last_stages: ClassVar[tuple[str, ...]] = (
        *("line and spool", "belt loop", "threaded rod", "rack", "friction roller"),
    )

    @kept
    def carried(self) -> CarriageLoad:
        """All that rolls as one mass over the wheels."""
        raise NotImplementedError

    @property
    def weight(self) -> float:
        """Of all that rolls, N."""
        return self.carried.mass * GRAVITY

    @kept
    def axis(self) -> Axis:
        """Along the line; it resists from the moment it is about to roll."""
        run, move, carried = self.course, self.shot.move, self.carried
        every = np.full_like(run.times, self.weight)
        rolling = carried.rolling_resistance * math.cos(move.slope)
        return Axis(
            name="way covered",
            kind="length",
            place=run.marks,
            speed=np.abs(run.speed),
            acceleration=run.acceleration * move.sense,
            resisting={
                "slope": math.sin(move.slope) * move.sense * every,
                "rolling": rolling * every,
            },
            inertia=carried.mass,
            pixels=self.focal_px / self.shot.subject.distance,
            friction=frozenset({"rolling"}),
            last=self.last_stages,
            loudness=ROLLS + 20 * math.log10(max(float(np.abs(run.speed).max()), 1e-6) / ROLLED),
        )

    @property
    def sunk(self) -> float:
        """How far the lens sinks at the most as its load bends what it runs on, m."""
        raise NotImplementedError

    @property
    def bounce(self) -> tuple[float, float]:
        """By how far its load sinks; with the damping of rails on their rests."""
        return by_sinking(max(self.sunk, LEAST_SINKING)), DAMPING

    @kept
    def push(self) -> Array:
        """Along the line, to the right or ahead positive, (n,) N."""
        return self.axis.effort * self.shot.move.sense
