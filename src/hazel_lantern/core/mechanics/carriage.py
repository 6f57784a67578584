"""Statics of a four-wheeled carriage: wheel loads, jamming, side play."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics.constants import GRAVITY

Array = NDArray[np.float64]


@dataclass(frozen=True)
class CarriageLoad:
    """What a carriage carries and how it is pushed.

    Attributes
    ----------
    mass : float
        All that moves, kg.
    forward, sideways, height : float
        Centre of mass from the middle of the wheels: along the track, across it, and
        above the wheels' contact, m.
    wheelbase, gauge : float
        Between axles and between the wheels' contact lines, m.
    push_height : float
        Height of the push above the contact, m.
    rolling_resistance : float
        Rolling resistance coefficient.
    """

    mass: float
    forward: float
    sideways: float
    height: float
    wheelbase: float
    gauge: float
    push_height: float
    rolling_resistance: float


def front_moment(load: CarriageLoad, acceleration: Array, slope: Array, push: Array) -> Array:
    """Moment about the contact line's middle that presses the front down.

    Parameters
    ----------
    load : CarriageLoad
    acceleration : (n,) array
        Along the track, m/s².
    slope : (n,) array
        Rise of the track along its positive direction, rad.
    push : (n,) array
        Force along the track, N.

    Returns
    -------
    (n,) array
        N·m.
    """
    normal = load.mass * GRAVITY * np.cos(slope)
    inertia = load.mass * acceleration + load.mass * GRAVITY * np.sin(slope)
    return np.asarray(normal * load.forward - inertia * load.height + push * load.push_height)


def axle_loads(load: CarriageLoad, acceleration: Array, slope: Array, push: Array) -> Array:
    """Load on both axles, square to the track.

    Parameters
    ----------
    load : CarriageLoad
    acceleration : (n,) array
        Along the track, m/s².
    slope : (n,) array
        Rise of the track along its positive direction, rad.
    push : (n,) array
        Force along the track, N.

    Returns
    -------
    (2, n) array
        Rear (low x) and front (high x), N; negative where an axle would lift.

    Notes
    -----
    Moments about the contact line: weight ahead of the middle and a high push load the front
    axle; inertia and slope act at the centre of mass and unload it.
    """
    normal = load.mass * GRAVITY * np.cos(slope)
    half = front_moment(load, acceleration, slope, push) / load.wheelbase
    return np.stack([normal / 2 - half, normal / 2 + half])


def side_share(load: CarriageLoad) -> tuple[float, float]:
    """Share of the load on either rail.

    Parameters
    ----------
    load : CarriageLoad

    Returns
    -------
    float, float
        Near (negative) and far rail; they add to one.
    """
    far = 0.5 + load.sideways / load.gauge
    return 1 - far, far


def wheel_loads(load: CarriageLoad, axles: Array) -> Array:
    """Loads of the four wheels.

    A stiff carriage on level rails shares each axle in the same proportion.

    Parameters
    ----------
    load : CarriageLoad
    axles : (2, n) array
        From `axle_loads`, N.

    Returns
    -------
    (4, n) array
        Rear near, rear far, front near, front far, N.
    """
    near, far = side_share(load)
    return np.stack([axles[0] * near, axles[0] * far, axles[1] * near, axles[1] * far])


def three_wheel_loads(load: CarriageLoad, axles: Array) -> Array:
    """Loads of three wheels: two on the near line, one on the far line in the middle.

    Parameters
    ----------
    load : CarriageLoad
    axles : (2, n) array
        What a rear and a front axle would carry, from `axle_loads`, N.

    Returns
    -------
    (3, n) array
        Rear near, front near, far, N.

    Notes
    -----
    Statics alone: the far wheel stands in the middle, so the two near ones hold all that presses
    one end down.
    """
    near, far = side_share(load)
    total, uneven = axles.sum(axis=0), (axles[1] - axles[0]) / 2
    return np.stack([total * near / 2 - uneven, total * near / 2 + uneven, total * far])


def jam_margin(guide_length: float, offset: float, friction: float) -> float:
    """How many times further out the push could be before the guide jams.

    Parameters
    ----------
    guide_length : float
        m.
    offset : float
        From the guide's line to the push, m.
    friction : float
        Coefficient, of the guide on its rail.

    Returns
    -------
    float
        Infinite without friction or offset.

    Notes
    -----
    A guide of length ℓ pushed at offset d with friction μ jams when d ≥ ℓ/(2μ), so the margin
    is ℓ/(2μd).
    """
    if offset == 0 or friction == 0:
        return math.inf
    return guide_length / (2 * friction * abs(offset))
