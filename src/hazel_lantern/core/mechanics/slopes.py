"""A track that is not level: when a carriage runs away, how hard, how fast."""

from __future__ import annotations

import math

from hazel_lantern.core.mechanics.constants import GRAVITY


def rolling_angle(rolling: float, brake: float = 0.0, mass: float = 1.0) -> float:
    """Tilt at which a resting carriage begins to roll.

    Parameters
    ----------
    rolling : float
        Rolling resistance coefficient (or friction of a slide).
    brake : float
        Force that a brake holds along the track, N.
    mass : float
        kg.

    Returns
    -------
    float
        rad.

    Notes
    -----
    From m g sin α = Crr m g cos α + B; without a brake tan α = Crr.  A right angle when
    the brake holds the whole weight.
    """
    friction = math.atan(rolling)
    lean = brake * math.cos(friction) / (mass * GRAVITY)
    return math.pi / 2 if lean >= math.cos(friction) else friction + math.asin(lean)


def runaway_force(mass: float, slope: float, rolling: float) -> float:
    """Force that drives a free carriage down a slope.

    Parameters
    ----------
    mass : float
        kg.
    slope : float
        Either way, rad.
    rolling : float
        Rolling resistance coefficient.

    Returns
    -------
    float
        N; 0 when friction holds it.
    """
    weight = mass * GRAVITY
    return max(0.0, weight * (math.sin(abs(slope)) - rolling * math.cos(slope)))


def end_speed(mass: float, slope: float, rolling: float, distance: float) -> float:
    """Speed at the end of a free run from rest: √(2 F s / m).

    Parameters
    ----------
    mass : float
        kg.
    slope : float
        Either way, rad.
    rolling : float
        Rolling resistance coefficient.
    distance : float
        m.

    Returns
    -------
    float
        m/s.
    """
    return math.sqrt(2 * runaway_force(mass, slope, rolling) * distance / mass)
