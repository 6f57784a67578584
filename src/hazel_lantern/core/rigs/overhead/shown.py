"""What is drawn of an overhead rig over other things than its move: shake, coverage by height."""

from __future__ import annotations

import math
from collections.abc import Callable

import numpy as np

from hazel_lantern.core.fields import Edit
from hazel_lantern.core.poses import Trace
from hazel_lantern.core.rigs.overhead.answer import OverheadAnswer
from hazel_lantern.core.rigs.overhead.lamps_beam import Mode, modes
from hazel_lantern.core.rigs.overhead.model import F
from hazel_lantern.core.rigs.overhead.seen import seen

#: Points of a shake, and for how long; drops that coverage is drawn over, and the longest, m.
TIMES, LASTS, DROPS, LONGEST = 241, 1.5, 13, 1.5


def shaken(answer: OverheadAnswer) -> dict[str, Callable[[], Trace]]:
    """The picture after a knock, both ways."""
    times = np.linspace(0.0, LASTS, TIMES)
    damping = answer.design.carrier.damping

    def of(mode: Mode) -> np.ndarray:
        often = 2 * math.pi * mode.frequency
        return np.asarray(mode.px * np.exp(-damping * often * times) * np.sin(often * times))

    up, side = modes(answer)
    here = np.minimum(answer.course.times, LASTS)
    return {
        "shakes up": lambda: Trace("up and down", "px", of(up)),
        "shakes aside": lambda: Trace("side to side", "px", of(side)),
        "after": lambda: Trace("after the knock", "time", times, at_marks=here),
    }


def coverage_map(answer: OverheadAnswer) -> dict[str, Callable[[], Trace]]:
    """Share of the bench that is seen at each drop."""
    drops = np.linspace(0.0, LONGEST, DROPS)

    def covers() -> Trace:
        found = []
        for drop in drops:
            case = answer.case.edited((Edit(F.drop.length, float(drop)),))
            found.append(seen(type(answer)(case)).share)
        return Trace("of the bench", "percent", np.array(found))

    here = np.full_like(answer.course.times, answer.design.drop.length)
    return {
        "covers": covers,
        "heights": lambda: Trace("drop", "length", drops, at_marks=here),
    }
