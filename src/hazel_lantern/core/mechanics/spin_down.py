"""What brakes a thing left to spin: friction that is always there, and what grows with speed."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


class Braked(NamedTuple):
    """Friction, N·m; what grows with speed, N·m·s; the speed at the start, rad/s."""

    friction: float
    grows: float
    first: float


def speed_after(time: Array, inertia: float, braked: Braked) -> Array:
    """Speed of what spins down: I dω/dt = −(T + c ω), until it stands.

    Parameters
    ----------
    time : (n,) array
        s.
    inertia : float
        kg·m².
    braked : Braked

    Returns
    -------
    (n,) array
        rad/s.
    """
    return np.asarray(np.maximum(_line(time, inertia, braked), 0.0))


def fitted(times: Sequence[float], speeds: Sequence[float], inertia: float) -> Braked:
    """Friction from speeds that were read while it spun down; the first speed is fitted too.

    Parameters
    ----------
    times, speeds : sequence of float
        s and rad/s, at least three.
    inertia : float
        kg·m².

    Returns
    -------
    Braked
        Neither of its frictions is below nought.

    Raises
    ------
    ValueError
        For fewer than three readings.
    """
    # Only a maker who logs a spin-down waits for it.
    from scipy.optimize import least_squares

    if len(times) < 3:
        raise ValueError(f"{len(times)} readings; at least 3 are needed")
    at, read = np.asarray(times, dtype=float), np.asarray(speeds, dtype=float)
    first = float(read.max())
    lasts = max(float(at.max()), 1e-9)
    guess = np.array([inertia * first / lasts, 0.01 * inertia / lasts, first])
    scale = np.array([inertia * first / lasts, inertia / lasts, first])

    def off(shares: Array) -> Array:
        friction, grows, start = shares * scale
        found = _line(at, inertia, Braked(float(friction), float(grows), float(start)))
        return np.asarray((found - read) / first)

    best = least_squares(off, guess / scale, bounds=(0.0, np.inf), xtol=1e-12, ftol=1e-12).x
    friction, grows, start = (float(one) for one in best * scale)
    return Braked(friction, grows, start)


def _line(time: Array, inertia: float, braked: Braked) -> Array:
    """As `speed_after`, going on below nought: a fit needs to know how far past it stood."""
    if braked.grows < 1e-12:
        return np.asarray(braked.first - braked.friction / inertia * time)
    steady = braked.friction / braked.grows
    return np.asarray((braked.first + steady) * np.exp(-braked.grows / inertia * time) - steady)
