"""A platform kept level by two cables, one above the boom and one below it.

Both are elastic and pull only.  Tightened with the arm level, they differ by what the load
needs; over the swing the pins' true places lengthen one, the other or both, and the platform
turns until their moments and the load's are in balance.  Source: statics; elastic energy.
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
#: Steps of Newton's towards balance: between two kinks of the energy one step is nearly exact.
STEPS = 40
#: How far the platform may turn either way, rad; a stiffness that is as good as none, N·m/rad.
FARTHEST, TINY = 0.5, 1e-9
#: A turn that no longer counts, rad.
STILL = 1e-7


class Pins(NamedTuple):
    """How far each cable's pins stand from the boom's, m: at the post and at the platform."""

    post_upper: Array
    post_lower: Array
    upper: Array
    lower: Array


class Held(NamedTuple):
    """How cables hold: tilt, nose up, rad; pull of the upper and of the lower one, N.

    A slack cable pulls nothing; its figure is below 0, by what it lacks to be taut.
    """

    tilt: Array
    upper: Array
    lower: Array


def held_by_cables(
    swing: Array, front: float, pins: Pins, stiffness: float, tight: float, moment: float
) -> Held:
    """Tilt of the platform and pull of either cable.

    Parameters
    ----------
    swing : array
        Boom above level, rad; shaped so that it goes with ``pins``.
    front : float
        Of the boom, between its pins, m.
    pins : Pins
        Of arrays.
    stiffness : float
        E A of one cable, N.
    tight : float
        Mean pull of both with the arm level and the load on, N.
    moment : float
        Of the load about the boom's front pin, nose down, N·m.

    Returns
    -------
    Held
        Of arrays as broad as swing and pins together.
    """
    upper_at, lower_at = _lengths(np.zeros(1), np.zeros(1), front, pins)
    span = pins.upper + pins.lower
    first = np.clip((moment + 2 * tight * pins.lower) / span, 0.0, None)
    second = np.clip(2 * tight - first, 0.0, None)
    # Where one alone carries the load, the other is slack from the start.
    first = np.where(second == 0, np.maximum(moment, 0.0) / pins.upper, first)
    free = upper_at[0] / (1 + first / stiffness), lower_at[0] / (1 + second / stiffness)
    tilt = np.zeros(np.broadcast_shapes(swing.shape, pins.upper.shape))
    least, most = tilt - FARTHEST, tilt + FARTHEST
    for _ in range(STEPS):
        (up, up_rate), (low, low_rate) = _lengths(swing, tilt, front, pins)
        pulls = [
            np.maximum(_pull(length, at, stiffness), 0.0)
            for length, at in ((up, free[0]), (low, free[1]))
        ]
        slope = pulls[0] * up_rate + pulls[1] * low_rate + moment
        give = stiffness / front
        curve = (pulls[0] > 0) * up_rate**2 * give + (pulls[1] > 0) * low_rate**2 * give
        # The energy is convex with a kink where a cable goes slack: a step over one is halved.
        least, most = np.where(slope < 0, tilt, least), np.where(slope > 0, tilt, most)
        there = tilt - slope / np.maximum(curve, TINY)
        there = np.where((there > least) & (there < most), there, (least + most) / 2)
        step, tilt = there - tilt, np.where(slope == 0, tilt, there)
        if float(np.abs(np.where(slope == 0, 0.0, step)).max()) < STILL:
            break
    (up, _), (low, _) = _lengths(swing, tilt, front, pins)
    return Held(tilt, _pull(up, free[0], stiffness), _pull(low, free[1], stiffness))


def _pull(length: Array, free: Array, stiffness: float) -> Array:
    return np.asarray(stiffness * (length / free - 1))


def _lengths(
    swing: Array, tilt: Array, front: float, pins: Pins
) -> tuple[tuple[Array, Array], tuple[Array, Array]]:
    """Length of each cable, m, and how it grows with the tilt, m/rad."""
    cos, sin = np.cos(tilt), np.sin(tilt)
    out, up = front * np.cos(swing), front * np.sin(swing)
    found = []
    for post, platform in ((pins.post_upper, pins.upper), (-pins.post_lower, -pins.lower)):
        x, z = out - platform * sin, up + platform * cos - post
        length = np.hypot(x, z)
        found.append((length, -platform * (cos * x + sin * z) / length))
    return found[0], found[1]
