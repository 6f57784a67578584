"""What turns about an upright axis: pull outwards, rocking, fixings, a fall into a tether."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import ArrayLike, NDArray

from hazel_lantern.core.mechanics.balance import Body, moment
from hazel_lantern.core.mechanics.constants import GRAVITY

Array = NDArray[np.float64]


def pull(mass: float, radius: float, speed: float) -> float:
    """Force that keeps a mass on its circle: m ω² r.

    Parameters
    ----------
    mass, radius : float
        kg, and from the axis, m.
    speed : float
        rad/s.

    Returns
    -------
    float
        N, towards the axis.
    """
    return mass * radius * speed**2


def product(bodies: Sequence[Body]) -> float:
    """Σ m x z: what rocks a turning rig even where it is balanced.

    Parameters
    ----------
    bodies : sequence of Body
        ``along`` from the axis on the camera's side, ``up`` over the bearing.

    Returns
    -------
    float
        kg·m².
    """
    return sum(body.mass * body.along * body.up for body in bodies)


def couple(bodies: Sequence[Body], speed: ArrayLike) -> Array:
    """Moment that leans the bearing outwards on the camera's side, of weight and of turning.

    Parameters
    ----------
    bodies : sequence of Body
    speed : array_like
        rad/s.

    Returns
    -------
    array
        g Σ m x + ω² Σ m x z, N·m, as ``speed`` is shaped.
    """
    turning = np.asarray(speed, dtype=float) ** 2
    return np.asarray(GRAVITY * moment(bodies) + turning * product(bodies))


def arrest(mass: float, slack: float, stiffness: float) -> float:
    """Greatest force in a tether that catches a fall: a weight let fall on a spring.

    Parameters
    ----------
    mass : float
        kg.
    slack : float
        Fallen freely, m.
    stiffness : float
        Of the tether, E A / L, N/m.

    Returns
    -------
    float
        N: m g (1 + √(1 + 2 k s / m g)).
    """
    weight = mass * GRAVITY
    return weight * (1 + math.sqrt(1 + 2 * stiffness * slack / weight))


def end_frequency(
    length: float, rigidity: float, mass: float, height: float, line_mass: float
) -> float:
    """How often a mass on a riser at the end of a clamped bar bounces.

    Parameters
    ----------
    length : float
        Of the bar from its clamp, m.
    rigidity : float
        E I, N·m².
    mass, height : float
        kg, and over the bar's end, m: it adds m h² of rotary inertia.
    line_mass : float
        Of the bar, kg/m; 33/140 of it moves with its end.

    Returns
    -------
    float
        Of the lowest of both ways, Hz.
    """
    gives = (
        np.array([[length**3 / 3, length**2 / 2], [length**2 / 2, length]], dtype=float) / rigidity
    )
    moved = np.diag([mass + 33 / 140 * line_mass * length, max(mass * height**2, 1e-9)])
    slowest = float(np.linalg.eigvals(gives @ moved).real.max())
    return 1 / (2 * math.pi * math.sqrt(slowest))


def fixings(count: int, circle: float, force: float, turning: float, lost: bool = False) -> float:
    """Load of the most loaded of fixings on a circle, a stiff plate on equal springs.

    Parameters
    ----------
    count : int
        At least 3.
    circle : float
        Diameter, m.
    force, turning : float
        Pulled off, N, and a moment that may point any way, N·m.
    lost : bool
        Whether one of them holds no more: the worst one.

    Returns
    -------
    float
        N; infinite where those left stand in a line, which bears no moment across it.
    """
    angles = 2 * np.pi * np.arange(count) / count
    places = circle / 2 * np.stack([np.cos(angles), np.sin(angles)], axis=1)
    kept = places[1:] if lost else places
    middle = kept.mean(axis=0)
    off = kept - middle
    spread = off.T @ off
    if np.linalg.matrix_rank(spread) < 2:
        return math.inf if force or turning else 0.0
    # The force acts on the axis, which is not the middle of what is left.
    lever = -middle * force
    worst = 0.0
    for way in np.linspace(0, 2 * np.pi, 72, endpoint=False):
        bent = lever + turning * np.array([math.cos(way), math.sin(way)])
        share = force / len(kept) + off @ np.linalg.solve(spread, bent)
        worst = max(worst, float(share.max()))
    return worst


def captured(turned: float, duration: float, rate: float) -> float:
    """Frames of a part of an even turn.

    Parameters
    ----------
    turned : float
        The part, as a share of the turn.
    duration : float
        Of the whole turn, s.
    rate : float
        Frames a second.

    Returns
    -------
    float
    """
    return turned * duration * rate
