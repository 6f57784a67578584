"""How a drive answers to what it moves: turns, torque, play, at every mark.  Pure numbers."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.catalogue.rows import CogRow, Motor
from hazel_lantern.core.drive.model import PASSES_ON, TOOTHED, Drive
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics import driving, gears
from hazel_lantern.core.mechanics.driving import DirectCurrent
from hazel_lantern.core.mechanics.trains import Span
from hazel_lantern.core.rigs.case import Case

Array = NDArray[np.float64]
#: Share of the work that a pair of cogs passes on; friction of a rod's nut.
PAIR, NUT = 0.95, 0.15
#: Starting counts what resists so many times.
STARTING = 1.5


@dataclass(frozen=True)
class Pair:
    """A pair of cogs in its place: their rows, and turns of the motor for one of the driver."""

    driver: CogRow
    driven: CogRow
    before: float

    @property
    def ratio(self) -> float:
        """Turns of the driver for one of the driven."""
        return self.driven.teeth / self.driver.teeth


@dataclass(frozen=True, eq=False)
class Driving:
    """A drive and the axis that it moves.

    Attributes
    ----------
    case : Case
    axis : Axis
    times : (n,) array
        Of its marks, s.
    """

    case: Case[Any]
    axis: Axis
    times: Array

    @property
    def drive(self) -> Drive:
        """Its design."""
        return self.case.setup.drive

    @kept
    def motor(self) -> Motor:
        """Its motor; raises CatalogueError for an id that is not there."""
        found: Motor = self.case.row("motors", self.drive.motor)
        return found

    @property
    def stepping(self) -> bool:
        """Whether it is a step motor."""
        return self.motor.kind == "step motor"

    @kept
    def curve(self) -> DirectCurrent:
        """The straight line of a motor on its dial."""
        row = self.motor
        return DirectCurrent(
            row.free_speed, row.stalled_torque, row.volts, row.free_amps, row.stalled_amps
        )

    @kept
    def pairs(self) -> tuple[Pair, ...]:
        """What turns, from the motor on: the gear that is in, and the train."""
        found, before = [], 1.0
        for stage in self.drive.stages:
            pair = Pair(
                self.case.row("cogs", stage.driver), self.case.row("cogs", stage.driven), before
            )
            found.append(pair)
            before *= pair.ratio
        return tuple(found)

    @kept
    def last(self) -> str:
        """The last stage: as chosen, or the first that this axis can have."""
        can = self.axis.last
        return self.drive.last if self.drive.last in can or not can else can[0]

    @kept
    def ratio(self) -> float:
        """Turns of the motor for one of the last axle."""
        return math.prod(pair.ratio for pair in self.pairs)

    @kept
    def last_turns(self) -> float:
        """Turns of the last axle, rad, for a unit of the axis, m or rad."""
        drive = self.drive
        if self.axis.kind == "angle":
            return 2 * drive.ring / drive.wheel
        if self.last == "threaded rod":
            return 2 * math.pi / drive.lead
        return 2 / drive.wheel

    @kept
    def turns(self) -> float:
        """Turns of the motor, rad, for a unit of the axis."""
        return self.ratio * self.last_turns

    @property
    def target(self) -> float:
        """Ratio of the train at which the motor runs in the middle of what it can, loaded."""
        mean = float(np.ptp(self.axis.place)) / max(self.duration, 1e-9)
        if self.stepping:
            wanted = 0.25 * self.motor.fastest_steps / self.motor.steps * 2 * math.pi
        else:
            wanted = self.motor.free_speed * math.sqrt(self.motor.lowest_dial * 0.8)
        return wanted / max(mean * self.last_turns * self.geared, 1e-9)

    @property
    def geared(self) -> float:
        """Ratio of the gear that is in; 1 without a box."""
        return self.pairs[0].ratio if self.drive.in_gear else 1.0

    @kept
    def span(self) -> Span:
        """The quickest and the slowest that the move can be done as it is geared, s.

        The quickest asks all that the motor has somewhere on the way: the quicker, the more speeds
        it up.  It is infinite where the load at rest is more than the motor ever has.  The slowest
        of a motor on its dial is at its lowest steady speed on the average: where the load alone
        stalls it there, half of the lowest free speed is the least, as slower only its own friction
        keeps it even.  A step motor may be as slow as one full step a second on the average.
        """
        quick = self.duration * self._quickest
        return Span(quick, max(self.slowest, quick))

    @property
    def slowest(self) -> float:
        """The slowest that its own evenness lets the move be done, s."""
        if self.stepping:
            return self.duration * self.mean_speed / (2 * math.pi) * self.motor.steps
        curve, lowest = self.curve, self.motor.lowest_dial
        load = self.load / curve.stalled
        least = curve.free * max(lowest - load, lowest / 2)
        return self.duration * self.mean_speed / least

    @property
    def _quickest(self) -> float:
        """Times as long as now at the least, with all that the motor has."""
        rotor = self.motor.inertia * self.turns**2
        speeds, free = self.speed, self.line[0][-1]

        def used(slower: float) -> float:
            """Share of what the motor has, at the worst place: torque and speed use one line."""
            turned = rotor * self.axis.acceleration / slower**2
            asked = (self.axis.paced(slower) + turned) * self.sense + self.preload
            torque = np.maximum(self.at_motor(asked), 0.0) / self.motor.stalled_torque
            return float((torque + speeds / slower / free).max())

        if used(math.inf) >= 1:
            return math.inf
        low, high = 1e-6, 1.0
        while used(high) > 1:
            high *= 2
        for _ in range(60):
            middle = math.sqrt(low * high)
            low, high = (low, middle) if used(middle) <= 1 else (middle, high)
        return high

    @kept
    def load(self) -> float:
        """Torque that the motor gives on the average, N·m."""
        return max(float(self.torque.mean()), 0.0)

    @kept
    def dial(self) -> Array:
        """Share of its range that the motor runs at over the marks; above 1 where it cannot."""
        if self.stepping:
            return np.asarray(self.steps / self.motor.fastest_steps)
        return self.curve.dial(np.maximum(self.torque, 0.0), self.speed)

    @kept
    def has(self) -> Array:
        """What the motor can give at the speed of each mark, N·m."""
        share = self.dial if self.stepping else self.speed / self.motor.free_speed
        return np.asarray(self.motor.stalled_torque * np.maximum(1 - share, 0.0))

    @kept
    def can(self) -> Array:
        """`has`; where nothing is left a thousandth of the stalled torque stands for it, N·m."""
        return np.maximum(self.has, 1e-3 * self.motor.stalled_torque)

    @property
    def share(self) -> Array:
        """Of the torque that the motor can give, what each mark asks."""
        return np.asarray(np.maximum(self.torque, 0.0) / self.can)

    @property
    def line(self) -> tuple[Array, Array]:
        """Speeds of the motor from stalled to free, rad/s, and the torque it has there, N·m."""
        free = self.motor.free_speed
        if self.stepping:
            free = self.motor.fastest_steps / self.motor.steps * 2 * math.pi
        speeds = np.linspace(0.0, free, 25)
        return speeds, self.motor.stalled_torque * (1 - speeds / free)

    @property
    def watts(self) -> float:
        """Drawn on the average over the move, W."""
        if self.stepping:
            return self.motor.volts * self.motor.stalled_amps
        # More than stalled it never draws, whatever is asked of it.
        most = self.motor.volts * self.motor.stalled_amps
        return float(np.minimum(self.curve.watts(self.torque, self.speed), most).mean())

    @kept
    def mean_speed(self) -> float:
        """Of the motor over the move, rad/s."""
        return float(np.ptp(self.axis.place)) * self.turns / self.duration

    @kept
    def duration(self) -> float:
        """Of the move, s."""
        return float(self.case.shot.pace.duration)

    @kept
    def last_efficiency(self) -> float:
        """Share of the work that the last stage passes on."""
        drive = self.drive
        if self.last == "threaded rod":
            return driving.rod_efficiency(drive.rod, drive.lead, drive.lead, NUT)
        return PASSES_ON[self.last]

    @kept
    def efficiency(self) -> float:
        """Of all stages, driven by the motor."""
        return self.last_efficiency * PAIR ** len(self.pairs)

    @property
    def backward(self) -> float:
        """Of all stages, driven by the load; nought or less holds by itself."""
        stages = [self.last_efficiency, *[PAIR] * len(self.pairs)]
        found = [driving.backward(one) for one in stages]
        return math.prod(found) if min(found) > 0 else 0.0

    @kept
    def sense(self) -> float:
        """Which way the move goes."""
        return math.copysign(1.0, float(self.axis.place[-1] - self.axis.place[0]))

    @kept
    def effort(self) -> Array:
        """What the last stage must give, rotor and all, the way of the move positive."""
        rotor = self.motor.inertia * self.turns**2
        moved = (self.axis.effort + rotor * self.axis.acceleration) * self.sense
        return np.asarray(moved + self.preload)

    @property
    def lever(self) -> float:
        """Of the last stage at the rig: m about a pivot, 1 along a way."""
        return self.drive.ring if self.axis.kind == "angle" else 1.0

    @property
    def preload(self) -> float:
        """What a spring pulls back with, N or N·m: it keeps one flank loaded."""
        return self.drive.spring * self.lever

    @kept
    def free(self) -> Array:
        """Effort but for friction, with the spring; the way of the move positive."""
        return np.asarray(self.axis.free * self.sense + self.preload)

    @property
    def standing(self) -> Array:
        """The same where it stands still."""
        return np.asarray(self.axis.standing * self.sense + self.preload)

    def at_motor(self, effort: Array) -> Array:
        """Torque at the motor: losses add to what it drives, and take from what drives it.

        Parameters
        ----------
        effort : (n,) array
            At the axis, N or N·m.

        Returns
        -------
        (n,) array
            N·m.
        """
        share = np.where(effort >= 0, 1 / self.efficiency, self.efficiency)
        return np.asarray(effort * share / self.turns)

    @kept
    def torque(self) -> Array:
        """At the motor over the marks, N·m."""
        return self.at_motor(self.effort)

    @kept
    def starting(self) -> float:
        """Torque at the motor that starts it, N·m."""
        resists = sum(float(one[0]) for one in self.axis.resisting.values()) * self.sense
        asked = max(resists, 0.0) * STARTING + self.preload
        return float(self.at_motor(np.array([asked]))[0])

    @kept
    def speed(self) -> Array:
        """Of the motor over the marks, rad/s."""
        return np.asarray(np.abs(self.axis.speed) * self.turns)

    @kept
    def steps(self) -> Array:
        """Full steps a second over the marks."""
        return np.asarray(self.speed / (2 * math.pi) * self.motor.steps)

    @property
    def play(self) -> float:
        """Of all stages at the axis, m or rad: each along its pitch circle, geared down."""
        found, drive = 0.0, self.drive
        for pair in self.pairs:
            radius = gears.pitch_diameter(pair.driven.module, pair.driven.teeth) / 2
            after = self.ratio / (pair.before * pair.ratio)
            found += drive.train_play / radius / after / self.last_turns
        if self.last in TOOTHED:
            found += drive.train_play / self.lever
        return found

    @property
    def hangs_free(self) -> bool:
        """Whether the load changes sides, or is held by friction alone, somewhere on the way."""
        free, rubs = self.free, np.abs(self.axis.rubbing)
        return bool(free.max() > 0 > free.min() or (np.abs(free) < rubs).any())
