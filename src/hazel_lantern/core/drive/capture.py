"""Slow motion: the steady part of a move, what the buffer keeps of it, when to press stop."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.mechanics.driving import Frames, time_lapse
from hazel_lantern.core.shot import Shot
from hazel_lantern.core.shot.played import Played

Array = NDArray[np.float64]
#: At so much of its greatest speed a move counts as steady.
STEADY = 0.98
#: What a camera takes between two frames besides its exposure, s.
CAMERA = 0.5


@dataclass(frozen=True)
class Capture:
    """What is kept of a move.

    Attributes
    ----------
    start, end : float
        Of its steady part, s.
    opens, press : float
        When the buffer's first frame is taken, and when stop is pressed, s.
    frames : int
        Of the steady part that are kept: those that start in it.
    screen : float
        How long they last on screen, s.
    way : float
        Of the axis meanwhile, m or rad.
    """

    start: float
    end: float
    opens: float
    press: float
    frames: int
    screen: float
    way: float

    @property
    def lost(self) -> float:
        """Of the steady part that the buffer has no room for, s."""
        return max(self.opens - self.start, 0.0)


def capture(axis: Axis, times: Array, played: Played) -> Capture:
    """Stop pressed as the steady part ends: the buffer keeps what came before.

    Parameters
    ----------
    axis : Axis
    times : (n,) array
        Of its marks, s.
    played : Played

    Returns
    -------
    Capture
    """
    speed = np.abs(axis.speed)
    fine = np.linspace(float(times[0]), float(times[-1]), 2001)
    steady = fine[np.interp(fine, times, speed) >= STEADY * float(speed.max())]
    start, end = float(steady[0]), float(steady[-1])
    opens = max(end - played.buffer, 0.0)
    kept = max(start, opens)
    frames = math.floor((end - kept) * played.captured + 1e-6)
    places = np.interp([kept, end], times, axis.place)
    return Capture(
        start, end, opens, end, frames, frames / played.shown, float(abs(places[1] - places[0]))
    )


def stands(played: Played) -> bool:
    """Whether the rig stands still while each frame of a time-lapse is taken.

    Parameters
    ----------
    played : Played

    Returns
    -------
    bool
    """
    return played.kind == "time-lapse" and played.shoots != "running through"


def frames_of(axis: Axis, times: Array, shot: Shot) -> Frames:
    """Frames of a time-lapse: how many, how far apart, and the way of one.

    Parameters
    ----------
    axis : Axis
    times : (n,) array
        Of its marks, s.
    shot : Shot

    Returns
    -------
    Frames
    """
    played = shot.played
    return time_lapse(shot.pace.duration, played.screen, played.shown, axis.place, times)


def step_time(frames: Frames, played: Played) -> float:
    """Time of a way between two frames: half of what camera and exposure leave.

    Parameters
    ----------
    frames : Frames
    played : Played

    Returns
    -------
    float
        s.
    """
    return max((frames.interval - played.exposure - CAMERA) / 2, 0.05)
