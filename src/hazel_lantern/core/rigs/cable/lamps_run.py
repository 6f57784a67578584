"""Lamps of the flight: its path, what it climbs, how fast it rolls, how it stops."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Found, State, check, not_at_stake, working
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.cable.answer import CableAnswer
from hazel_lantern.core.units import write

#: Stopped with more than these shares of its weight a camera that hangs free is flung up towards
#: the line, and a fixed one is shaken loose.
FREE, FIXED = 0.5, 1.0
#: A run by gravity that is quicker than the shot asks by more than this is another shot.
OTHER = 1.5


@check("path", "Height of the flight", "Shot", "length", None, "at most", "what the shot allows")
def path(answer: CableAnswer) -> Found:
    """Change of the lens's height over the flight."""
    up = answer.lens_up
    change, middle = float(np.ptp(up)), answer.move
    at = answer.course.place
    low = float(at[int(up.argmin())])
    return Found(
        change,
        ("Keeps its height", "Sinks and rises too far"),
        lambda s: (
            f"Over the flight the lens is between {write(float(up.min()), 'length', s)} and "
            f"{write(float(up.max()), 'length', s)} over the datum, lowest "
            f"{write(low, 'length', s)} from the left anchor. With the trolley in the middle the "
            f"line sags {write(answer.sag, 'length', s)} at {write(answer.pull, 'force', s)}: "
            "half the sag asks twice the pull."
        ),
        working(
            "greatest less least height of the lens over the flight",
            (
                ("sag", "in the middle of the span", answer.sag, "length"),
                ("H", "level pull there", float(answer.middle.level[0]), "force"),
                ("L", "unstretched", answer.strung.unstretched, "length"),
                ("W", "trolley and camera", answer.weight, "force"),
            ),
            "elastic catenary with the trolley at every mark",
        ),
        limit=middle.level,
        over_move=np.abs(up - (up.max() + up.min()) / 2),
    )


@check("height", "Lens height", "Shot", "length", None, "at most", "off the height asked for")
def height(answer: CableAnswer) -> Found:
    """Mean height of the lens over the flight against the height asked for."""
    mean = float((answer.lens_up.max() + answer.lens_up.min()) / 2)
    off = mean - answer.shot.camera_height
    return Found(
        abs(off),
        ("Lens is at its height", "Lens is too high" if off > 0 else "Lens is too low"),
        lambda s: (
            f"Midway between its highest and its lowest the lens is {write(mean, 'length', s)} "
            f"over the datum; the shot asks {write(answer.shot.camera_height, 'length', s)}."
        ),
        working(
            "mean of highest and lowest - height asked for",
            (("mean", "over the datum", mean, "length"),),
            "elastic catenary",
        ),
        limit=max(answer.move.level / 2, 0.05),
    )


@check(
    "climb",
    "Climb at the ends",
    "Drive",
    "angle",
    None,
    "at most",
    "the slope at which the tow's force or the run's momentum is used up",
)
def climb(answer: CableAnswer) -> Found:
    """The steepest halving line of the line's two sides against what takes it up there."""
    rising = answer.sense * answer.slope
    steepest = float(rising.max())
    if answer.by_gravity:
        stalled = answer.stalls is not None
        ends = answer.sense * answer.swept.slope
        run = answer.run
        reach = float(np.interp(run.reached, run.way, ends))
        limit = max(reach, 1e-3)
        asked = float(ends[: answer.till_end + 1].max())
        return Found(
            max(asked, 0.0),
            ("Momentum takes it up", "Too steep for its momentum"),
            lambda s: (
                f"It climbs {write(max(asked, 0.0), 'angle', s)} at the steepest; by its own "
                f"momentum it comes to a stand where it climbs {write(reach, 'angle', s)}."
                + (" Give it a tow, or end the flight sooner." if stalled else "")
            ),
            working(
                "halving line of the line's directions left and right of the trolley",
                (("climbs", "steepest", asked, "angle"), ("stalls", "at", reach, "angle")),
                "statics of a frictionless wheel on a line; energy over the run",
            ),
            limit=limit,
        )
    pull, drive = answer.design.tow.hand, answer.case.setup.drive
    most = pull / answer.weight - answer.rolling
    limit = math.asin(min(max(most, 0.0), 1.0))
    slack = (
        answer.design.tow.kind == "tow line"
        and float((answer.sense * answer.axis.effort).min()) < 0
    )
    motor = " A motor's own force is looked at on the Drive station." if drive.by_motor else ""
    return Found(
        np.maximum(rising, 0.0),
        (
            "Runs ahead of its tow" if slack else "The tow takes it up",
            "Too steep for the tow",
        ),
        lambda s: (
            f"At the steepest it climbs {write(steepest, 'angle', s)}; {write(pull, 'force', s)} "
            + (
                "lift all of its weight."
                if most >= 1
                else f"take it up {write(limit, 'angle', s)}."
            )
            + motor
            + (
                " A line to one end does not hold it back: downhill and as it stops it runs ahead "
                "of its tow. A loop over both ends does."
                if slack
                else ""
            )
        ),
        working(
            "sin a = P / W - c",
            (
                ("a", "steepest, halving line of both sides", steepest, "angle"),
                ("P", "the tow pulls", pull, "force"),
                ("W", "trolley and camera", answer.weight, "force"),
                ("c", "rolling resistance", answer.rolling, "percent"),
            ),
            "statics of a wheel on a line",
        ),
        limit=limit,
        at_best=State.TIGHT if slack else State.HOLDS,
    )


@check(
    "speed",
    "Pace when let go",
    "Drive",
    "time",
    None,
    "at most",
    "half as much again or two thirds of the time that the shot asks; it must get there",
)
def speed(answer: CableAnswer) -> Found:
    """A run by gravity: whether it gets there, and how its time is against the one asked for."""
    asked = answer.shot.pace.duration
    if not answer.by_gravity:
        return not_at_stake(
            "Towed at its pace",
            "It is towed and does not roll by itself.",
            "no free run",
            "tow",
            0.0,
            OTHER * asked,
        )
    stalled, run = answer.stalls, answer.run
    takes, top = float(answer.course.times[-1]), answer.top
    end = float(abs(answer.course.speed[-1]))
    late = max(takes / asked, asked / max(takes, 1e-6))
    if stalled is None:
        fails = "Rolls too fast for the shot" if takes < asked else "Rolls too slowly for the shot"
        value = asked * late
    else:
        here = abs(stalled - answer.ends[0])
        fails = "Does not roll" if here < 0.02 else "Stalls on the way"
        value = OTHER * asked
    return Found(
        value,
        ("Rolls there by itself", fails),
        lambda s: (
            (
                f"Let go, it is there after {write(takes, 'time', s)} with "
                f"{write(end, 'speed', s)}, at the most {write(top, 'speed', s)}; the shot asks "
                f"{write(asked, 'time', s)}."
            )
            if stalled is None
            else (
                f"Let go, it comes to a stand {write(stalled, 'length', s)} from the left anchor, "
                f"after {write(takes, 'time', s)}, and then rolls back; at the most it goes "
                f"{write(top, 'speed', s)}."
            )
        ),
        working(
            "m v² / 2 = E(start) - E(x) - c m g x - air",
            (
                ("m", "trolley and camera", answer.mass, "mass"),
                ("E", "falls by, to the lowest", float(np.ptp(answer.swept.energy)), "energy"),
                ("c", "rolling resistance", answer.rolling, "percent"),
                ("v", "at the most", top, "speed"),
                ("far", "along the path", run.reached, "length"),
            ),
            "potential energy of trolley, line weight and stretch; as if half of the height",
        ),
        limit=OTHER * asked,
        at_best=State.HOLDS if stalled is None else State.FAILS,
        instead="" if stalled is None else "does not get there",
    )


def hardest(answer: CableAnswer) -> float:
    """What it may be stopped with, as a share of its weight."""
    return FIXED if answer.design.trolley.joint == "rigid" else FREE


@check(
    "stop",
    "Way to stop",
    "Drive",
    "percent",
    1.0,
    "at most",
    "bumper's give, room to the anchor, and on the camera its weight; half of it if it hangs free",
)
def stop(answer: CableAnswer) -> Found:
    """How far it goes into its stop, and how hard."""
    stops, (far, hard) = answer.design.stops, answer.stopping
    room = answer.stop_room
    if stops.kind == "bumper":
        room = min(room, stops.travel)
    g, most = hard / GRAVITY, hardest(answer)
    never = stops.kind == "nothing" or not math.isfinite(far)
    short = 0.0 if never else far / max(room, 1e-3)
    fails = "Nothing stops it" if never else "Runs into the anchor"
    if not never and g / most > short:
        fails = "Stops too hard for the camera"
    return Found(
        max(short, g / most),
        ("Stops in time", fails),
        lambda s: (
            f"It comes to its stop with {write(answer.end_speed, 'speed', s)}"
            + ("." if answer.by_gravity else " if the tow slips or a motor runs on.")
            + (
                " Nothing there holds it."
                if never
                else f" {stops.kind.capitalize()}: {write(far, 'length', s)} of "
                f"{write(room, 'length', s)}, at {g:.2f} times its weight."
            )
        ),
        working(
            "m v² / 2 - W sin a x = work of the stop over x",
            (
                ("v", "comes with", answer.end_speed, "speed"),
                ("a", "climbs there", answer.end_slope, "angle"),
                ("room", "to stop in", room, "length"),
                ("hard", "on the camera, of its weight", g, "number"),
            ),
            "energy; a magnetic brake holds with its speed, over twice the way",
        ),
        at_best=State.FAILS if never else State.HOLDS,
        instead="nothing stops it" if never else "",
    )
