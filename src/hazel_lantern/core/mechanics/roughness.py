"""Uneven floors: random heights along two lines, always the same for the same seed; what is met.

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
#: Between the heights kept, m.
STEP = 0.01
#: A floor comes again after so much, m; a longer one after twice as much, and so on.
COMES_AGAIN = 64.0


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


@lru_cache(maxsize=64)
def _unit_lines(
    length: float, apart: float, seed: int, bridged: float
) -> tuple[Array, Array, Array]:
    """Places and the heights of two lines with G₀ = 1 m³, by one transform."""
    count = round(length / STEP)
    waves = np.fft.rfftfreq(count, STEP)
    counted = (waves >= LONGEST) & (waves <= SHORTEST)
    waves = waves[counted]
    size = REFERENCE / waves * np.sqrt(2 / length) / (1 + (bridged * waves) ** 4)
    turns = np.random.default_rng(seed).uniform(0, 2 * math.pi, (2, waves.size))
    # Waves much longer than the lines are apart lift both alike; short ones do not.
    alike = np.exp(-2 * math.pi * waves * apart)
    common, own = np.sqrt((1 + alike, 1 - alike)) / math.sqrt(2) * np.exp(1j * turns)
    both = np.zeros((2, counted.size), dtype=np.complex128)
    both[:, counted] = size * count / 2 * np.stack([common + own, common - own])
    left, right = np.fft.irfft(both, count)
    return np.asarray((np.arange(count) - count // 2) * STEP, dtype=np.float64), left, right


def two_lines(
    level: float, length: float, apart: float, seed: int = 1, bridged: float = 0.0
) -> tuple[Array, Array, Array]:
    """Heights of a floor along two lines side by side.

    Parameters
    ----------
    level : float
        G₀, m³.
    length, apart : float
        m; at least so long is what is given, as much before 0 as after it.
    seed : int
        Another floor of the same kind for each.
    bridged : float
        Length of the waves of which what lies on the floor follows half, m; longer ones more.

    Returns
    -------
    (n,) array
        Places, m, `STEP` apart.
    (n,), (n,) array
        Heights of the left and of the right line, m.
    """
    doubled = max(0, math.ceil(math.log2(max(length, STEP) / COMES_AGAIN)))
    places, left, right = _unit_lines(
        COMES_AGAIN * 2**doubled, round(apart, 3), seed, round(bridged, 3)
    )
    return places, math.sqrt(level) * left, math.sqrt(level) * right


def bridged_wave(level: float, rigidity: float, force: float) -> float:
    """Length of the waves that a pipe lying on a floor just bends into under a wheel.

    Between two crests λ apart a wheel presses it down by F λ³ / 192 EI; waves of that length are
    √(G₀ n₀² λ) deep, an octave of them together.

    Parameters
    ----------
    level : float
        G₀ of the floor, m³.
    rigidity : float
        E I of the pipe, N·m².
    force : float
        Of the wheel, N.

    Returns
    -------
    float
        m.
    """
    return float((192 * rigidity * REFERENCE * math.sqrt(level) / max(force, 1e-6)) ** 0.4)


def met(lines: Array, start: float, step: float, at: Array) -> Array:
    """Heights as a wheel meets them: the mean over the way from sample to sample.

    What is narrower than that way, such as a gap, so keeps its weight, however it is sampled.

    Parameters
    ----------
    lines : (lines, k) array
        Heights at even places, m.
    start, step : float
        The first place and how far they are apart, m.
    at : (n,) array
        Where the wheel is at each time, m, within the line.

    Returns
    -------
    (lines, n) array
        m.
    """
    sums = np.zeros_like(lines)
    np.cumsum((lines[:, 1:] + lines[:, :-1]) / 2, axis=1, out=sums[:, 1:])
    bounds = np.concatenate([at[:1], (at[1:] + at[:-1]) / 2, at[-1:]])
    index = (bounds - start) / step
    below = np.clip(index.astype(np.intp), 0, lines.shape[1] - 2)
    share = index - below
    low, high = lines[:, below], lines[:, below + 1]
    area = sums[:, below] + share * (low + share / 2 * (high - low))
    way = np.diff(index)
    still = np.abs(way) < 1e-3
    mean = np.diff(area, axis=1) / np.where(still, 1.0, way)
    point = low + share * (high - low)
    return np.asarray(np.where(still, (point[:, 1:] + point[:, :-1]) / 2, mean))
