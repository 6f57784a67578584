"""Uneven floors: random heights along two lines, always the same for the same seed.

The displacement spectrum falls with the square of the waves' number, as in ISO 8608:
G(n) = G₀ (n / n₀)⁻² with n₀ = 0.1 waves a metre.
"""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
REFERENCE = 0.1
#: Waves a metre that are counted: longer ones are slope, shorter ones the wheel bridges.
LONGEST, SHORTEST = 0.05, 20.0
WAVES = 240
#: Between the heights kept, m.
STEP = 0.01


def root_mean_square(level: float) -> float:
    """Of the heights of a line.

    Parameters
    ----------
    level : float
        G₀ of its spectrum, m³.

    Returns
    -------
    float
        m.
    """
    return math.sqrt(level * REFERENCE**2 * (1 / LONGEST - 1 / SHORTEST))


@lru_cache(maxsize=16)
def _unit_lines(length: float, apart: float, seed: int) -> tuple[Array, Array, Array]:
    """Places and the heights of two lines with G₀ = 1 m³."""
    chance = np.random.default_rng(seed)
    edges = np.geomspace(LONGEST, SHORTEST, WAVES + 1)
    waves = np.sqrt(edges[1:] * edges[:-1])
    size = np.sqrt(2 * REFERENCE**2 / waves**2 * np.diff(edges))
    places = np.arange(0.0, length + 2 * STEP, STEP)
    turns = 2 * math.pi * waves[:, None] * places
    both = [
        np.cos(turns + chance.uniform(0, 2 * math.pi, (WAVES, 1))) * size[:, None] for _ in range(2)
    ]
    # Waves much longer than the lines are apart lift both alike; short ones do not.
    alike = np.exp(-2 * math.pi * waves * apart)[:, None]
    common, own = np.sqrt((1 + alike) / 2) * both[0], np.sqrt((1 - alike) / 2) * both[1]
    return places, (common + own).sum(axis=0), (common - own).sum(axis=0)


def two_lines(
    level: float, length: float, apart: float, seed: int = 1
) -> tuple[Array, Array, Array]:
    """Heights of a floor along two lines side by side.

    Parameters
    ----------
    level : float
        G₀, m³.
    length, apart : float
        m.
    seed : int
        Another floor of the same kind for each.

    Returns
    -------
    (n,) array
        Places, m, `STEP` apart.
    (n,), (n,) array
        Heights of the left and of the right line, m.
    """
    places, left, right = _unit_lines(math.ceil(length), round(apart, 3), seed)
    return places, math.sqrt(level) * left, math.sqrt(level) * right
