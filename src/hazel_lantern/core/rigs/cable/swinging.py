"""What the camera does below its trolley over the flight."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING, NamedTuple

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics import swing
from hazel_lantern.core.reuse import reused
from hazel_lantern.core.shot import Pace

if TYPE_CHECKING:
    from hazel_lantern.core.rigs.cable.answer import CableAnswer

Array = NDArray[np.float64]


class Swing(NamedTuple):
    """Lean of the camera below its trolley over the move, rad and s.

    ``start`` and ``stop`` are what it goes on swinging with after the first ramp and at the end;
    ``lifts`` is whether one wheel of a fixed one comes off the line.
    """

    times: Array
    lean: Array
    most: float
    start: float
    stop: float
    lifts: bool


def swung(answer: CableAnswer) -> Swing:
    """A fixed camera is stiff on its wheels until one of them lifts: contact only pushes."""
    found = _with(answer, answer.stiffening)
    if not answer.stiffening:
        return found
    # The wheels press alike where the trolley stands at the mean slope of both sides.
    level, off = float(answer.hung.level.max()), np.abs(answer.slope - answer.tilted).max()
    if found.most + float(off) > answer.weight / (2 * level):
        return _with(answer, 0.0)._replace(lifts=True)
    return found


def _pieces(pace: Pace) -> tuple[float, ...]:
    """Times between which the trolley's acceleration does not jump, s."""
    if pace.ease == "smooth":
        return 0.0, pace.duration
    return 0.0, pace.ease_in, pace.duration - pace.ease_out, pace.duration


def _with(answer: CableAnswer, stiffening: float) -> Swing:
    if answer.by_gravity:
        return _rolling(answer, stiffening)
    pace = answer.shot.pace
    return _towed((pace, answer.flown, answer.sense, answer.design.trolley.drop, stiffening))


@reused(lambda towed: towed)
def _towed(towed: tuple[Pace, float, int, float, float]) -> Swing:
    """At its pace: the same however tight the line is, as long as the camera hangs free."""
    pace, distance, sense, drop, stiffening = towed

    def given(times: Array) -> Array:
        return sense * pace.motion(distance, times).acceleration

    return _swing(drop, stiffening, _pieces(pace), given)


def _rolling(answer: CableAnswer, stiffening: float) -> Swing:
    """As it rolls, and as its stop slows it down."""
    course, (far, hard) = answer.course, answer.stopping
    end = float(course.times[-1])
    lasts = answer.end_speed / hard if hard > 0 and math.isfinite(far) else 0.0
    pieces = (0.0, end, end + lasts) if lasts > 1e-6 else (0.0, end)

    def given(times: Array) -> Array:
        rolled = np.interp(times, course.times, course.acceleration)
        return np.where(times > end, -answer.sense * hard, rolled)

    return _swing(answer.design.trolley.drop, stiffening, pieces, given)


def _swing(drop: float, stiffening: float, pieces: tuple[float, ...], given: swing.Given) -> Swing:
    times, lean, left = swing.swung(drop, pieces, given, stiffening)
    # Of one ramp all the way there is no swing between start and stop.
    first = int(np.searchsorted(times, pieces[1] - 1e-9)) if len(pieces) > 2 else len(left) - 1
    most = float(np.abs(lean).max())
    return Swing(times, lean, most, float(left[first]), float(left[-1]), False)
