"""The arithmetic of a plot's axes: round ranges, ticks and their figures, places in pixels."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


def round_range(low: float, high: float) -> tuple[float, float]:
    """A range of round figures around another, so that a small change leaves the axis be."""
    span = high - low
    if span < 1e-9:
        return low, low + 1.0
    step = 10.0 ** math.floor(math.log10(span)) / 2
    return math.floor(low / step) * step, math.ceil(high / step) * step


def tick_step(span: float, most: int) -> float:
    """The least of 1, 2, 5 times a power of ten that puts no more than ``most`` ticks on a span.

    Raises
    ------
    ValueError
        If the span is not above nought.
    """
    if not span > 0:
        raise ValueError(f"a span of {span} has no ticks")
    power = 10.0 ** math.floor(math.log10(span / max(most, 1)))
    return next(
        step
        for factor in (1, 2, 5, 10, 20)
        if span / (step := factor * power) <= max(most, 1) * (1 + 1e-9)
    )


def ticks(low: float, high: float, most: int) -> list[tuple[float, str]]:
    """Where ticks stand in a range, and their figures, all with the decimals the step needs."""
    step = tick_step(high - low, most)
    decimals = max(0, -math.floor(math.log10(step) + 1e-9))
    first, last = math.ceil(low / step - 1e-6), math.floor(high / step + 1e-6)
    return [(at * step, f"{at * step:.{decimals}f}") for at in range(first, last + 1)]


@dataclass(frozen=True)
class Axis:
    """A range laid over pixels, linearly; ``end`` is less than ``start`` where it runs up."""

    low: float
    high: float
    start: float
    end: float

    @property
    def scale(self) -> float:
        """Pixels a unit; negative where it runs up."""
        return (self.end - self.start) / (self.high - self.low)

    def px(self, value: float) -> float:
        """Where a value lies."""
        return self.start + (value - self.low) * self.scale

    def place(self, values: Array) -> Array:
        """Where values lie."""
        found: Array = self.start + (values - self.low) * self.scale
        return found

    def value(self, px: float) -> float:
        """What lies at a pixel."""
        return self.low + (px - self.start) / self.scale

    def widened_to(self, scale: float) -> Axis:
        """The same middle and pixels with a scale of that size."""
        span = abs(self.end - self.start) / scale
        middle = (self.low + self.high) / 2
        return Axis(middle - span / 2, middle + span / 2, self.start, self.end)


def equal_scales(across: Axis, up: Axis) -> tuple[Axis, Axis]:
    """Both axes with the smaller of their scales, so that a drawing keeps its shape."""
    scale = min(abs(across.scale), abs(up.scale))
    return across.widened_to(scale), up.widened_to(scale)


def thinned(x: Array, y: Array, column: float = 2.0) -> tuple[Array, Array]:
    """A curve with no more than four points in each column, as wide as a pen, of pixels.

    Parameters
    ----------
    x, y : ndarray, shape (n,)
        Pixels; where ``x`` runs to and fro nothing is left out.
    column : float
        Pixels.

    Returns
    -------
    x, y : ndarray, shape (m,)
        Of each column the first point, the least and the greatest height, and the last point.
    """
    if len(x) < 4 * (x[-1] - x[0]) / column or (np.diff(x) < 0).any():
        return x, y
    starts = np.flatnonzero(np.diff(np.floor(x / column), prepend=-np.inf))
    ends = np.append(starts[1:], len(x)) - 1
    heights = y[starts], np.minimum.reduceat(y, starts), np.maximum.reduceat(y, starts), y[ends]
    return np.repeat(x[[starts, ends]], 2, axis=0).T.ravel(), np.stack(heights, axis=1).ravel()
