"""Motion profiles: where the camera is, how fast, how hard it is pushed.

Source: Biagiotti & Melchiorri, *Trajectory Planning for Automatic Machines and Robots*.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Ease = Literal["smooth", "soft ramps", "straight ramps"]


@dataclass(frozen=True)
class Motion:
    """Place (m), speed (m/s) and acceleration (m/s²) at given times."""

    place: Array
    speed: Array
    acceleration: Array


def minimum_jerk(distance: float, duration: float, times: Array) -> Motion:
    """Quintic from rest to rest.

    Parameters
    ----------
    distance : float
        m, or rad: the result has the same unit.
    duration : float
        s.
    times : array
        s.

    Returns
    -------
    Motion

    Notes
    -----
    Peak speed 1.875 D/T, peak acceleration 5.7735 D/T².
    """
    u = np.clip(times / duration, 0.0, 1.0)
    return Motion(
        distance * (10 * u**3 - 15 * u**4 + 6 * u**5),
        distance / duration * (30 * u**2 - 60 * u**3 + 30 * u**4),
        distance / duration**2 * (60 * u - 180 * u**2 + 120 * u**3),
    )


def _ramp(u: Array, soft: bool) -> tuple[Array, Array, Array]:
    """Integral, value and slope of a speed ramp from 0 to 1 over u = 0…1."""
    if soft:
        return u**3 - u**4 / 2, 3 * u**2 - 2 * u**3, 6 * u - 6 * u**2
    return u**2 / 2, u, np.where((u > 0) & (u < 1), 1.0, 0.0)


def ramped(
    distance: float, duration: float, ease_in: float, ease_out: float, times: Array, soft: bool
) -> Motion:
    """Constant speed between two ramps.

    Parameters
    ----------
    distance : float
        m.
    duration, ease_in, ease_out : float
        s; ramps longer than the whole are shortened in proportion.
    times : array
        s.
    soft : bool
        Ramps without a jolt (cubic speed), else straight ones.

    Returns
    -------
    Motion

    Notes
    -----
    Either ramp covers half of what constant speed would, so v = D / (T − (ti + to)/2).
    """
    together = ease_in + ease_out
    if together > duration:
        ease_in, ease_out = ease_in * duration / together, ease_out * duration / together
    top = distance / (duration - (ease_in + ease_out) / 2)
    t = np.clip(times, 0.0, duration)
    place = top * np.clip(t - ease_in, 0, duration - ease_in - ease_out)
    speed = np.full_like(t, top)
    acceleration = np.zeros_like(t)
    if ease_in > 0:
        u = np.clip(t / ease_in, 0, 1)
        run, value, slope = _ramp(u, soft)
        place = place + top * ease_in * run
        speed = np.where(t < ease_in, top * value, speed)
        acceleration = np.where(t < ease_in, top / ease_in * slope, acceleration)
    if ease_out > 0:
        u = np.clip((duration - t) / ease_out, 0, 1)
        run, value, slope = _ramp(u, soft)
        late = t > duration - ease_out
        place = place + top * ease_out * (0.5 - run)
        speed = np.where(late, top * value, speed)
        acceleration = np.where(late, -top / ease_out * slope, acceleration)
    return Motion(place, speed, acceleration)


def move(
    distance: float, duration: float, ease: Ease, ease_in: float, ease_out: float, times: Array
) -> Motion:
    """The profile of a name: `minimum_jerk` for "smooth", else `ramped`.

    Parameters
    ----------
    distance : float
        m.
    duration : float
        s.
    ease : {"smooth", "soft ramps", "straight ramps"}
    ease_in, ease_out : float
        s; of no use to "smooth".
    times : array
        s.

    Returns
    -------
    Motion
    """
    if ease == "smooth":
        return minimum_jerk(distance, duration, times)
    return ramped(distance, duration, ease_in, ease_out, times, soft=ease == "soft ramps")


@lru_cache(maxsize=32)
def marked_move(
    distance: float, duration: float, ease: Ease, ease_in: float, ease_out: float, marks: int = 41
) -> tuple[Array, Motion]:
    """Times and motion of a move, kept for the many designs that make the same one.

    Parameters
    ----------
    distance : float
        m.
    duration : float
        s.
    ease : {"smooth", "soft ramps", "straight ramps"}
    ease_in, ease_out : float
        s.
    marks : int
        How many even times.

    Returns
    -------
    (n,) array
        Times, s: the even ones, with the moments of greatest acceleration among them.
    Motion
    """
    if ease == "smooth":
        peaks = [0.2113 * duration, 0.7887 * duration]
    else:
        peaks = [ease_in / 2, ease_in, duration - ease_out, duration - ease_out / 2]
    times = np.sort(np.concatenate([np.linspace(0, duration, marks), peaks]))
    times = times[np.diff(times, append=np.inf) > 1e-9 * duration]
    return times, move(distance, duration, ease, ease_in, ease_out, times)
