"""The four-bar linkage that keeps a jib's platform level.

The boom turns about the post's lower pin and carries the platform's lower pin; a second bar
joins the upper pins.  With equal bars and equal pin spacings it is a parallelogram and the
platform never tilts; with real ones it tilts as the closure says.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike, NDArray

Array = NDArray[np.float64]


def platform_tilt(
    swing: ArrayLike,
    front: ArrayLike,
    bar: ArrayLike,
    post_pins: ArrayLike,
    platform_pins: ArrayLike,
) -> Array:
    """Tilt of the platform.

    Parameters
    ----------
    swing : array_like
        Boom above level, rad, between a right angle down and up.
    front, bar : array_like
        Length of boom and bar between their pins, m.
    post_pins, platform_pins : array_like
        Spacing of the pins at either end, m; both above the boom, or both negative below it.

    Returns
    -------
    array
        Nose up, rad; NaN where the bars cannot close.

    Notes
    -----
    With ``X = a cos θ``, ``Z = a sin θ − p₁`` from the post's upper pin to the platform's
    lower one, the bar closes when ``|(X, Z) + p₂ (−sin φ, cos φ)| = L``, so
    ``Z cos φ − X sin φ = (L² − X² − Z² − p₂²) / 2 p₂``: exact, with one root near level.
    """
    swing, front = np.asarray(swing, dtype=float), np.asarray(front, dtype=float)
    post, platform = np.asarray(post_pins, dtype=float), np.asarray(platform_pins, dtype=float)
    # A bar below the boom is the same linkage seen upside down.
    side = np.sign(platform)
    post, platform = post * side, platform * side
    x, z = front * np.cos(swing), front * np.sin(swing) * side - post
    reach = np.hypot(x, z)
    # Pins that an error brings onto each other hold nothing, and close at no angle.
    with np.errstate(invalid="ignore", divide="ignore"):
        wanted = (np.asarray(bar, dtype=float) ** 2 - reach**2 - platform**2) / (2 * platform)
        turn = np.arccos(wanted / reach) - np.arctan2(x, z)
    # arccos loses half of its digits near its ends; one step of Newton's puts them back.
    slope = -z * np.sin(turn) - x * np.cos(turn)
    with np.errstate(invalid="ignore", divide="ignore"):
        turn = turn - (z * np.cos(turn) - x * np.sin(turn) - wanted) / slope
    return np.asarray(turn * side)


def bar_pull(moment: ArrayLike, pins: ArrayLike, swing: ArrayLike) -> Array:
    """Force along the bar that holds up an overhanging load: M / (p cos θ).

    Parameters
    ----------
    moment : array_like
        Weight of the load times how far it overhangs the front pin, N·m.
    pins : array_like
        Pin spacing, m.
    swing : array_like
        Boom above level, rad.

    Returns
    -------
    array
        N.
    """
    swing = np.asarray(swing, dtype=float)
    return np.asarray(np.asarray(moment) / (np.asarray(pins) * np.cos(swing)))
