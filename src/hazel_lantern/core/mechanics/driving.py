"""What a motor, a line and a step do: closed forms, all SI.

Motors on direct current have a straight line from torque stalled to speed free; a dial scales the
volts, so both ends shrink alike.  Sources are with each formula.
"""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

Array = NDArray[np.float64]
#: Of air, kg/m³, and the drag of a tube across it.
AIR, TUBE_DRAG = 1.2, 1.1
#: Half of a metric or trapezium-like thread's flank angle, rad.
HALF_FLANK = math.radians(30.0)
#: Of a battery's capacity so much can be used.
USABLE = 0.8


@dataclass(frozen=True)
class DirectCurrent:
    """A geared or plain motor on direct current.

    Attributes
    ----------
    free : float
        Speed without load, rad/s.
    stalled : float
        Torque at no speed, N·m.
    volts, free_amps, stalled_amps : float
    """

    free: float
    stalled: float
    volts: float
    free_amps: float
    stalled_amps: float

    def speed(self, torque: ArrayLike, dial: ArrayLike = 1.0) -> Array:
        """Speed under a torque, with the dial at a share of the volts.

        Parameters
        ----------
        torque : array_like
            N·m.
        dial : array_like
            0 to 1.

        Returns
        -------
        array
            rad/s; negative where the load turns it back.
        """
        return np.asarray(self.free * (np.asarray(dial) - np.asarray(torque) / self.stalled))

    def dial(self, torque: ArrayLike, speed: ArrayLike) -> Array:
        """Share of the volts at which it turns so fast under a torque.

        Parameters
        ----------
        torque : array_like
            N·m.
        speed : array_like
            rad/s.

        Returns
        -------
        array
            Above 1 where it cannot.
        """
        return np.asarray(np.asarray(speed) / self.free + np.asarray(torque) / self.stalled)

    def watts(self, torque: ArrayLike, speed: ArrayLike) -> Array:
        """Electric power: V (n/n₀ + T/Tₛ) (I₀ + (Iₛ − I₀) T/Tₛ).

        Parameters
        ----------
        torque : array_like
            N·m; what drives it draws nothing back.
        speed : array_like
            rad/s.

        Returns
        -------
        array
            W.
        """
        share = np.maximum(np.asarray(torque) / self.stalled, 0.0)
        amps = self.free_amps + (self.stalled_amps - self.free_amps) * share
        return np.asarray(self.volts * np.maximum(self.dial(torque, speed), 0.0) * amps)


def microstep_lag(load: ArrayLike, holding: float) -> Array:
    """How far a rotor lags under load, as a share of a full step: (2/π) asin(T / T_h).

    Parameters
    ----------
    load : array_like
        Torque, N·m.
    holding : float
        Torque at which it slips, N·m.

    Returns
    -------
    array
        0 to 1; 1 where it slips.
    """
    share = np.clip(np.abs(np.asarray(load, dtype=float)) / holding, 0.0, 1.0)
    return np.asarray(2 / math.pi * np.arcsin(share))


def rod_efficiency(diameter: float, lead: float, pitch: float, friction: float) -> float:
    """Share of the work that a threaded rod passes on, driven, without a collar's friction.

    Parameters
    ----------
    diameter, lead, pitch : float
        Outer diameter, way for a turn and distance of the threads, m.
    friction : float
        Coefficient, 0 to 1.

    Returns
    -------
    float

    Notes
    -----
    tan λ (cos α − μ tan λ) / (cos α tan λ + μ), α half of the flank angle.
    """
    rise = lead / (math.pi * (diameter - 0.6495 * pitch))
    flank = math.cos(HALF_FLANK)
    return rise * (flank - friction * rise) / (flank * rise + friction)


def backward(efficiency: float) -> float:
    """Efficiency of a stage that its load drives: 2 − 1/η; nought or less holds by itself.

    Parameters
    ----------
    efficiency : float
        Driven by the motor.

    Returns
    -------
    float
    """
    return 2 - 1 / efficiency


@dataclass(frozen=True)
class Stick:
    """What a springy line makes of friction that is greater at rest.

    Attributes
    ----------
    jump : float
        How far it moves at once, m.
    frequency : float
        Of mass and line, Hz.
    """

    jump: float
    frequency: float


def stick_slip(stiffness: float, length: float, mass: float, more: float) -> Stick:
    """A mass pulled slowly by a springy line sticks, and jumps by 2 ΔF / k.

    Parameters
    ----------
    stiffness : float
        E A of the line, N.
    length : float
        Free between drive and mass, m.
    mass : float
        kg.
    more : float
        By which friction at rest exceeds that of rolling, N.

    Returns
    -------
    Stick
    """
    spring = stiffness / length
    return Stick(2 * more / spring, math.sqrt(spring / mass) / (2 * math.pi))


def turning_drag(breadth: float, reach: float, speed: float) -> float:
    """Torque that air asks of a tube turning about its end: ρ c d ω² r⁴ / 8.

    Parameters
    ----------
    breadth, reach : float
        Of the tube, across and along, m.
    speed : float
        rad/s.

    Returns
    -------
    float
        N·m.
    """
    return AIR * TUBE_DRAG * breadth * speed**2 * reach**4 / 8


def loudness(levels: Iterable[float], distance: float) -> float:
    """Level of several sources at a distance in the open: powers add, 6 dB for each doubling.

    Parameters
    ----------
    levels : iterable of float
        At 1 m, dB.
    distance : float
        m.

    Returns
    -------
    float
        dB.
    """
    power = sum(10 ** (level / 10) for level in levels)
    return 10 * math.log10(power) - 20 * math.log10(distance) if power else -math.inf


def hours(capacity: float, volts: float, watts: float) -> float:
    """How long a battery lasts.

    Parameters
    ----------
    capacity : float
        Charge, A·h.
    volts : float
        V.
    watts : float
        Drawn on the average.

    Returns
    -------
    float
        Hours, of the four fifths that can be used.
    """
    return USABLE * capacity * volts / watts if watts > 0 else math.inf


@dataclass(frozen=True)
class Frames:
    """A time-lapse: how many frames, s between two, and way of one, mean and greatest, m or rad."""

    count: int
    interval: float
    way: float
    greatest: float


def time_lapse(work: float, screen: float, rate: float, place: Array, times: Array) -> Frames:
    """Frames of work that is shown in so many seconds.

    Parameters
    ----------
    work, screen : float
        Seconds of work, and of what is seen.
    rate : float
        Frames a second.
    place : (n,) array
        Of the move at ``times``, m or rad.
    times : (n,) array
        From 0 to ``work``, s.

    Returns
    -------
    Frames
    """
    count = max(round(screen * rate), 1)
    at = np.interp(np.linspace(0.0, work, count + 1), times, place)
    ways = np.abs(np.diff(at))
    return Frames(count, work / count, float(ways.mean()), float(ways.max()))
