"""A camera hung below a trolley swings when the trolley starts and stops.

The lean is that of a pendulum with all of its angle, not the small-angle one.  A steady ramp that
lasts one full swing leaves none; one of half a swing, given in two equal parts half a swing apart,
leaves none either (zero-vibration shaping).  Source: Singer & Seering (1990) on input shaping; the
period of a large swing by the complete elliptic integral.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics import elliptic
from hazel_lantern.core.mechanics.constants import GRAVITY

Array = NDArray[np.float64]
#: Acceleration of a trolley at times, m/s².
Given = Callable[[Array], Array]
#: Steps for a small swing: a lean is then right to a part in 100 000.
STEPS = 40
#: Points for a swing that goes on by itself.
SHOWN = 24
#: Over so many swings nothing of one is left: air and grease take it.
FORGOTTEN = 40
#: Rounds that settle a ramp on its own swing.
ROUNDS = 60


def period(drop: float, stiffening: float = 0.0) -> float:
    """Time of a small swing.

    Parameters
    ----------
    drop : float
        From the line to the camera's middle, m.
    stiffening : float
        What holds it upright besides its weight, as a share of what its weight does.

    Returns
    -------
    float
        s.
    """
    return 2 * math.pi * math.sqrt(drop / (GRAVITY * (1 + stiffening)))


def swung(
    drop: float,
    pieces: tuple[float, ...],
    acceleration: Given,
    stiffening: float = 0.0,
) -> tuple[Array, Array, Array]:
    """Lean of what hangs below a trolley over its move, from rest and without losses.

    Parameters
    ----------
    drop : float
        m.
    pieces : tuple of float
        Times between which the acceleration does not jump, s, growing.
    acceleration : callable
        Of the trolley at times, m/s².
    stiffening : float
        As of `period`.

    Returns
    -------
    (array, array, array)
        Times, s; lean, rad, ahead of the trolley positive; and what it would go on swinging
        with if the trolley went steadily from there on, rad.
    """
    small = period(drop, stiffening)
    times, leans, left = [pieces[0]], [0.0], [0.0]
    lean = rate = 0.0
    stiff = GRAVITY * stiffening / drop
    for start, end in pairwise(pieces):
        lasts = end - start
        if lasts <= 0:
            continue
        if lasts > FORGOTTEN * small:
            # It hangs as the trolley's own speeding up leans it, and does not swing.
            at = np.linspace(start, end, 9)
            inside = 1e-9 * lasts
            given = acceleration(np.clip(at, start + inside, end - inside))
            still = np.arctan2(-given, GRAVITY * (1 + stiffening))
            times += at.tolist()
            leans += still.tolist()
            left += np.abs(still).tolist()
            lean, rate = float(still[-1]), 0.0
            continue
        if not acceleration(np.linspace(start, end, 5)[1:-1]).any():
            at = np.linspace(start, end, max(math.ceil(lasts / small * SHOWN), 4) + 1)[1:]
            freely, lean, rate = _free(lean, rate, at - start, drop, stiffening)
            times += at.tolist()
            leans += freely.tolist()
            left += [left[-1]] * len(at)
            continue
        count = max(math.ceil(lasts / small * STEPS), 8)
        step, inside = lasts / count, 1e-9 * lasts
        halves = np.linspace(start, end, 2 * count + 1)
        pushed = acceleration(np.clip(halves, start + inside, end - inside)) / drop
        pull, sin, cos, given = GRAVITY / drop, math.sin, math.cos, pushed.tolist()
        # Nyström's fourth order: the force does not depend on the rate.
        for now in range(0, 2 * count, 2):
            first = -pull * sin(lean) - given[now] * cos(lean) - stiff * lean
            near = lean + step / 2 * rate + step * step / 8 * first
            middle = -pull * sin(near) - given[now + 1] * cos(near) - stiff * near
            far = lean + step * rate + step * step / 2 * middle
            last = -pull * sin(far) - given[now + 2] * cos(far) - stiff * far
            lean += step * rate + step * step / 6 * (first + 2 * middle)
            rate += step / 6 * (first + 4 * middle + last)
            leans.append(lean)
            left.append(1 - cos(lean) + (0.5 * rate * rate + 0.5 * stiff * lean * lean) / pull)
        times += halves[2::2].tolist()
        # From the height that is left to the lean at which all of it is used up.
        heights = np.array(left[-count:])
        if stiff:
            reached = np.sqrt(2 * heights / (1 + stiffening))
        else:
            reached = np.arccos(np.clip(1 - heights, -1, 1))
        left[-count:] = reached.tolist()
    return np.array(times), np.array(leans), np.array(left)


def _free(
    lean: float, rate: float, times: Array, drop: float, stiffening: float
) -> tuple[Array, float, float]:
    """It swings on by itself: lean at times, rad, and lean and rate at the last of them."""
    often = math.sqrt(GRAVITY / drop)
    if stiffening:
        # What is stiff leans little: its swing is a plain one.
        often *= math.sqrt(1 + stiffening)
        swung = lean * np.cos(often * times) + rate / often * np.sin(often * times)
        last = -lean * often * math.sin(often * times[-1]) + rate * math.cos(often * times[-1])
        return swung, float(swung[-1]), last
    modulus = math.hypot(math.sin(lean / 2), rate / (2 * often))
    if not 1e-12 < modulus < 1:
        return np.full_like(times, lean), lean, rate
    phase = math.asin(max(-1.0, min(math.sin(lean / 2) / modulus, 1.0)))
    whole = elliptic.complete(modulus)
    began = elliptic.incomplete(phase, modulus)
    began = 2 * whole - began if rate < 0 else began
    sn, cn = elliptic.sn_cn(often * times + began, modulus)
    swung = 2 * np.arcsin(np.clip(modulus * sn, -1, 1))
    return swung, float(swung[-1]), float(2 * modulus * often * cn[-1])


def still_ramp(speed: float, drop: float) -> float:
    """How long a steady ramp to a speed has to last to leave no swing.

    Parameters
    ----------
    speed : float
        Reached, m/s.
    drop : float
        m.

    Returns
    -------
    float
        s: one full swing about where it leans, as wide as it leans.
    """
    lasts = period(drop)
    for _ in range(ROUNDS):
        pushed = abs(speed) / lasts
        wide = math.atan2(pushed, GRAVITY)
        about = math.hypot(GRAVITY, pushed)
        again = 4 * elliptic.complete(math.sin(wide / 2)) * math.sqrt(drop / about)
        if abs(again - lasts) < 1e-12:
            break
        lasts = again
    return lasts


def shaped(speed: float, ramp: float, drop: float) -> Given:
    """A ramp given in two equal halves, half a swing apart, which leave no swing between them.

    Parameters
    ----------
    speed : float
        Reached, m/s.
    ramp : float
        Of either half, s; the whole takes half a swing more.
    drop : float
        m.

    Returns
    -------
    callable
        Acceleration at times from its start, m/s².
    """
    later = period(drop) / 2

    def at(times: Array) -> Array:
        first = (times >= 0) & (times < ramp)
        second = (times >= later) & (times < later + ramp)
        return np.asarray(speed / (2 * ramp) * (first.astype(float) + second))

    return at
