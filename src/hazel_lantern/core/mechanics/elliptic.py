"""Elliptic integrals and functions of a pendulum, by the arithmetic-geometric mean.

SciPy has them; it takes longer to load than a whole assessment takes.  Source: Abramowitz & Stegun,
*Handbook of Mathematical Functions*, 16.4, 17.3 and 17.6.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
#: Means agree to all digits after so many rounds, for any modulus below one.
ROUNDS = 12


def _means(modulus: float) -> list[tuple[float, float, float]]:
    """Arithmetic and geometric means, and half of their difference, round by round."""
    a, b, c = 1.0, math.sqrt(1 - modulus**2), modulus
    found = [(a, b, c)]
    for _ in range(ROUNDS):
        if c < 1e-16:
            break
        a, b, c = (a + b) / 2, math.sqrt(a * b), (a - b) / 2
        found.append((a, b, c))
    return found


def complete(modulus: float) -> float:
    """The complete integral of the first kind, K.

    Parameters
    ----------
    modulus : float
        k, from 0 to below 1.

    Returns
    -------
    float
    """
    return math.pi / (2 * _means(modulus)[-1][0])


def incomplete(phase: float, modulus: float) -> float:
    """The integral of the first kind up to a phase, F.

    Parameters
    ----------
    phase : float
        rad, of at most a quarter turn either way.
    modulus : float
        k.

    Returns
    -------
    float
    """
    means = _means(modulus)
    for a, b, _ in means[:-1]:
        turns = math.floor(phase / math.pi + 0.5)
        phase += math.atan(b / a * math.tan(phase)) + turns * math.pi
    return float(phase / (2 ** (len(means) - 1) * means[-1][0]))


def sn_cn(argument: Array, modulus: float) -> tuple[Array, Array]:
    """Jacobi's sine and cosine of the amplitude.

    Parameters
    ----------
    argument : (n,) array
        u.
    modulus : float
        k.

    Returns
    -------
    (array, array)
    """
    means = _means(modulus)
    phase = 2 ** (len(means) - 1) * means[-1][0] * argument
    for a, _, c in means[:0:-1]:
        phase = (phase + np.arcsin(np.clip(c / a * np.sin(phase), -1, 1))) / 2
    return np.sin(phase), np.cos(phase)
