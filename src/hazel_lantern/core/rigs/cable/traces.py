"""A cable cam's figures over the flight, its pull over sag, its swing over time."""

from __future__ import annotations

from collections.abc import Callable, Mapping

import numpy as np

from hazel_lantern.core.mechanics import swing
from hazel_lantern.core.poses import Trace
from hazel_lantern.core.rigs.cable import strength
from hazel_lantern.core.rigs.cable.answer import Array, CableAnswer
from hazel_lantern.core.rigs.cable.lamps_seen import ramp_speed, still_ramp
from hazel_lantern.core.rigs.cable.model import DEEPEST, SHALLOWEST

#: Places of a plot over sag, and over the time of a swing; how far either side of the sag now.
SAGS, TIMES, WIDER = 81, 241, 4.0


def traces(answer: CableAnswer) -> Mapping[str, Callable[[], Trace]]:
    """Each made when it is looked at."""
    course, axis = answer.course, answer.axis

    def rolls() -> Trace:
        x, run = answer.swept.load[0], answer.run
        order = np.argsort(x)
        speed = np.interp(course.place, x[order], run.speed[order])
        return Trace("if it rolled by itself", "speed", speed)

    return {
        "lens height": lambda: Trace("lens over the datum", "length", answer.lens_up),
        "path": lambda: Trace("line over the datum", "length", answer.line_up),
        "slope": lambda: Trace("climbs", "angle", answer.sense * answer.slope),
        "pull": lambda: Trace("pull of a line", "force", answer.hung.pull / answer.design.lines),
        "speed": lambda: Trace("speed", "speed", np.abs(course.speed)),
        "rolls by itself": rolls,
        "push": lambda: Trace("to tow it", "force", answer.sense * axis.effort),
        "time": lambda: Trace("time", "time", course.times),
        **_by_sag(answer),
        **_swings(answer),
    }


def _sags(answer: CableAnswer) -> Array:
    low, high = SHALLOWEST * answer.design.line.span, DEEPEST * answer.design.line.span
    return np.linspace(max(low, answer.sag / WIDER), min(high, answer.sag * WIDER), SAGS)


def _by_sag(answer: CableAnswer) -> dict[str, Callable[[], Trace]]:
    """Pull over sag; every mark stands at the sag that it has."""

    def pull() -> Trace:
        return Trace(
            "pull of a line",
            "force",
            answer.stringing.to_sag(_sags(answer))[1] / answer.design.lines,
        )

    def sags() -> Trace:
        here = np.full_like(answer.course.place, answer.sag)
        return Trace("sag", "length", _sags(answer), at_marks=here)

    return {"pull by sag": pull, "sags": sags}


def working_band(answer: CableAnswer) -> tuple[float, float]:
    """Pulls of a line that strength and tightener allow, N: from nought to the least of both."""
    breaks = answer.rows.line.breaking * strength.weakest_end(answer)
    most = breaks / (strength.asked_factor(answer) * answer.design.line.dynamic)
    return 0.0, min(most, answer.rows.tightener.working / answer.design.line.dynamic)


def _swings(answer: CableAnswer) -> dict[str, Callable[[], Trace]]:
    """Lean over the start: as it is eased, with the ramp that leaves none, in two halves."""
    drop, pace, sense = answer.design.trolley.drop, answer.shot.pace, answer.sense
    once = swing.period(drop)
    still = still_ramp(answer)
    eased = pace.ease_in if pace.ease != "smooth" else pace.duration
    times = np.linspace(0.0, max(still, min(eased, 6 * once)) + 3 * once, TIMES)

    def over(lean: tuple[Array, Array, Array]) -> Array:
        return np.interp(times, lean[0], lean[1])

    def chosen() -> Trace:
        return Trace("as it is eased", "angle", np.interp(times, *answer.swing[:2]))

    def straight() -> Trace:
        top = ramp_speed(answer, still)
        lean = swing.swung(
            drop,
            (0.0, still, float(times[-1])),
            lambda t: np.where(t < still, sense * top / still, 0.0),
        )
        return Trace("a straight ramp of one swing", "angle", over(lean))

    def halves() -> Trace:
        ramp = min(max(pace.ease_in, 0.05), 2 * once)
        given = swing.shaped(sense * ramp_speed(answer, ramp + once / 2), ramp, drop)
        pieces = sorted({0.0, ramp, once / 2, once / 2 + ramp, float(times[-1])})
        return Trace("a ramp in two halves", "angle", over(swing.swung(drop, tuple(pieces), given)))

    def when() -> Trace:
        return Trace("time", "time", times, at_marks=np.minimum(answer.course.times, times[-1]))

    return {
        "swing": chosen,
        "swing, straight ramps": straight,
        "swing, ramps in halves": halves,
        "swing time": when,
    }
