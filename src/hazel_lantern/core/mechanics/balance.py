"""Balance of an arm about a level pin: energy, drift torque, and where it stays put."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from hazel_lantern.core.mechanics.constants import GRAVITY

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Body:
    """A mass that turns with the arm.

    Attributes
    ----------
    mass : float
        kg.
    along : float
        From the pin along the arm, m; negative on the tail.
    up : float
        Above the line of the pins, m.  What hangs level from a pin sits at that pin.
    """

    mass: float
    along: float
    up: float = 0.0


def energy(bodies: Sequence[Body], swing: ArrayLike) -> Array:
    """Potential energy over the pin's height: g Σ m (x sin θ + z cos θ).

    Parameters
    ----------
    bodies : sequence of Body
    swing : array_like
        Arm above level, rad.

    Returns
    -------
    array
        J, as ``swing`` is shaped.
    """
    angle = np.asarray(swing, dtype=float)
    along = sum(body.mass * body.along for body in bodies)
    up = sum(body.mass * body.up for body in bodies)
    return np.asarray(GRAVITY * (along * np.sin(angle) + up * np.cos(angle)))


def drift_torque(bodies: Sequence[Body], swing: ArrayLike) -> Array:
    """Torque that turns a free arm: −dV/dθ of `energy`.

    Parameters
    ----------
    bodies : sequence of Body
    swing : array_like
        Arm above level, rad.

    Returns
    -------
    array
        N·m, upward positive, as ``swing`` is shaped.
    """
    angle = np.asarray(swing, dtype=float)
    along = sum(body.mass * body.along for body in bodies)
    up = sum(body.mass * body.up for body in bodies)
    return np.asarray(-GRAVITY * (along * np.cos(angle) - up * np.sin(angle)))


def moment(bodies: Sequence[Body]) -> float:
    """First moment about the pin.

    Parameters
    ----------
    bodies : sequence of Body

    Returns
    -------
    float
        kg·m; positive is heavy on the camera's side.
    """
    return sum(body.mass * body.along for body in bodies)


def inertia(bodies: Sequence[Body]) -> float:
    """Second moment about the pin.

    Parameters
    ----------
    bodies : sequence of Body

    Returns
    -------
    float
        kg·m².
    """
    return sum(body.mass * (body.along**2 + body.up**2) for body in bodies)


def rod(mass_per_length: float, start: float, end: float) -> list[Body]:
    """An even rod as two bodies with its mass and both its moments: Gauss's points.

    Parameters
    ----------
    mass_per_length : float
        kg/m.
    start, end : float
        From the pin, m.

    Returns
    -------
    list of Body
        Two.
    """
    middle, half = (start + end) / 2, (end - start) / 2
    return [Body(mass_per_length * half, middle + sign * half / 3**0.5) for sign in (-1, 1)]


def lumped(bodies: Sequence[Body]) -> tuple[Body, Body]:
    """Two bodies with the mass and both moments of many, all on the line of the pins.

    Parameters
    ----------
    bodies : sequence of Body
        At least one with a mass.

    Returns
    -------
    Body, Body
        Of half the mass each.
    """
    mass = sum(body.mass for body in bodies)
    centre = moment(bodies) / mass
    spread = max(inertia(bodies) / mass - centre**2, 0.0) ** 0.5
    return Body(mass / 2, centre - spread), Body(mass / 2, centre + spread)


def free_fall_speed(
    bodies: Sequence[Body], start: float, end: float, at: float, friction: float = 0.0
) -> float:
    """Speed of a point of the arm after it has turned by itself.

    Parameters
    ----------
    bodies : sequence of Body
    start, end : float
        Angles, rad.
    at : float
        How far the point is from the pin, m.
    friction : float
        Torque that brakes all the way, N·m.

    Returns
    -------
    float
        m/s.

    Notes
    -----
    ½ I ω² = V(start) − V(end) − T |end − start|; zero when friction takes it all.
    """
    drop = float(energy(bodies, start) - energy(bodies, end)) - friction * abs(end - start)
    mass = inertia(bodies)
    return abs(at) * (2 * max(drop, 0.0) / mass) ** 0.5 if mass > 0 else 0.0
