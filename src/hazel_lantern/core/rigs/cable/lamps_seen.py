"""Lamps of what is seen: swing after start and stop, bounce, drift of the picture."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Found, Inputs, check, working
from hazel_lantern.core.mechanics import picture, swing
from hazel_lantern.core.rigs.cable.answer import Array, CableAnswer
from hazel_lantern.core.rigs.kit.seen import SWAY, drift_limit
from hazel_lantern.core.units import write

#: Swinging is slow and wide: so much of the frame either way is seen as such at once.
SWUNG = 20 / 1920
#: A horizon that turns by half of a degree either way is seen.
TURNS = math.radians(1.0)
#: So long a maker waits for a shove to die down before the shot, s.
WAIT = 20.0


def ramp_speed(answer: CableAnswer, ramp: float) -> float:
    """Top speed with both ramps so long, m/s."""
    pace = answer.shot.pace
    return answer.flown / max(pace.duration - ramp, 1e-3)


def still_ramp(answer: CableAnswer) -> float:
    """The straight ramp that leaves no swing, at the speed that it leads to, s."""
    drop, lasts = answer.design.trolley.drop, swing.period(answer.design.trolley.drop)
    for _ in range(8):
        lasts = swing.still_ramp(ramp_speed(answer, lasts), drop)
    return lasts


@check(
    "swing",
    "Swing after start and stop",
    "Drive",
    "px",
    None,
    "at most",
    "20 px either way in a frame 1920 px wide: it goes on for many swings",
)
def swings(answer: CableAnswer) -> Found:
    """What the camera goes on swinging with once the trolley runs evenly, or stands."""
    found, drop = answer.swing, answer.design.trolley.drop
    left = max(found.start, found.stop)
    lasts = answer.one_swing
    still = still_ramp(answer)
    fits = 2 * still < answer.shot.pace.duration and not answer.by_gravity
    return Found(
        answer.swing_px,
        (
            "Starts and stops without swinging",
            "Goes on swinging",
        ),
        lambda s: (
            f"It leans {write(found.most, 'angle', s)} at the most and goes on swinging "
            f"{write(found.start, 'angle', s)} after the start and {write(found.stop, 'angle', s)} "
            f"at the end, {write(lasts, 'time', s)} a swing."
            + (" A wheel lifts off the line as it does." if found.lifts else "")
            + (
                f" Straight ramps of {write(still, 'time', s)}, one whole swing, leave none."
                if fits
                else ""
            )
        ),
        working(
            "px = f tan(lean) + f h sin(lean) / d; no first part for a stabilised head",
            (
                ("lean", "after the ramp", left, "angle"),
                ("h", "line to the camera's middle", drop, "length"),
                ("T", "one swing", lasts, "time"),
                ("still", "ramp that leaves none", still, "time"),
                ("f", "focal length, px", answer.focal_px, "number"),
                ("d", "to the subject", answer.distance, "length"),
            ),
            "pendulum with all of its angle, no losses; Singer & Seering 1990",
        ),
        limit=SWUNG * answer.shot.lens.frame_width,
    )


@check(
    "bounce",
    "Bounce when touched",
    "Frame",
    "time",
    WAIT,
    "at most",
    "20 s until a shove is no longer seen: time to wait before the shot",
)
def bounce(answer: CableAnswer) -> Found:
    """Letting go of a hand's push: how far, how often, how long it is seen."""
    jolt, damping = answer.jolt, answer.design.trolley.damping
    px = answer.focal_px * jolt.height / answer.distance
    seen = SWAY * answer.shot.lens.frame_width
    over = 2 * math.pi * max(jolt.frequency, 1e-3) * damping
    settles = max(math.log(max(px / seen, 1.0)) / over, 0.0)
    return Found(
        settles,
        ("Soon still again", "Bounces for long"),
        lambda s: (
            f"A push of {write(answer.pushed, 'force', s)} holds it down by "
            f"{write(jolt.height, 'fine', s)}; let go it bounces {jolt.frequency:.2f} times a "
            f"second by {write(px, 'px', s)}, and is no longer seen after "
            f"{write(settles, 'time', s)}."
        ),
        working(
            "t = ln(px / seen) / (2 pi f z)",
            (
                ("F", "hand's push, by its mass", answer.pushed, "force"),
                ("z", "damping", damping, "percent"),
                ("f", "of the mode with most of the trolley's up and down", jolt.frequency, "rate"),
                ("px", "at first", px, "px"),
                ("seen", "no longer", seen, "px"),
            ),
            "elastic line of many masses, linear about where it hangs",
        ),
    )


@check(
    "frame-drift",
    "Tilt with the line",
    "Frame",
    "px",
    None,
    "at most",
    "a horizon that turns 1° over the flight; looking ahead, what the flight itself does not hide",
)
def frame_drift(answer: CableAnswer) -> Found:
    """What the camera's own tilting does to the picture over the flight."""
    leans, place = answer.leans
    looks = bearings(answer, place)
    width = answer.shot.lens.frame_width
    pitch = np.tan(leans * np.cos(looks)) * answer.focal_px
    roll = np.tan(leans * np.sin(looks)) * width / 2
    nods, turns = float(np.ptp(pitch)), float(np.ptp(roll))
    flow = picture.flow_across(answer.move.distance, answer.focal_px, answer.distance)
    limits = {
        "nods": drift_limit(width, 0.0 if not answer.along else flow),
        "turns": math.tan(TURNS) * width / 2,
    }
    shares = {"nods": nods / limits["nods"], "turns": turns / limits["turns"]}
    worst = max(shares, key=lambda one: shares[one])
    value = nods if worst == "nods" else turns
    trolley = answer.design.trolley
    because = {
        "rigid": "The camera is fixed to the trolley and tilts with the line between its wheels",
        "hung free": "Hung free, the camera lags as the trolley speeds up and slows down",
    }[trolley.joint]
    if trolley.head == "stabilised":
        because = "The head takes the tilting as far as its range goes"
    inputs: Inputs = (
        ("lean", "greatest less least", float(np.ptp(leans)), "angle"),
        ("f", "focal length, px", answer.focal_px, "number"),
        ("w", "frame width", width, "px"),
    )
    return Found(
        value,
        (
            "Picture stays upright",
            "Picture nods" if worst == "nods" else "Horizon turns in sight",
        ),
        lambda s: (
            f"{because}: {write(float(np.ptp(leans)), 'angle', s)} over the flight, which moves "
            f"the picture by {write(nods, 'px', s)} up and down and its edges by "
            f"{write(turns, 'px', s)}."
        ),
        working("px = f tan(nod), or w/2 tan(roll), greatest less least", inputs, "projection"),
        limit=limits[worst],
    )


def bearings(answer: CableAnswer, place: Array) -> Array:
    """Where the lens looks at places, rad against the clock from the right."""
    move = answer.move
    if move.aim == "ahead":
        return np.full_like(place, 0.0 if answer.sense > 0 else math.pi)
    if move.aim == "square":
        return np.full_like(place, math.pi / 2)
    middle = move.start + move.distance / 2
    return np.arctan2(np.full_like(place, answer.distance), middle - place)
