"""Lamps of what carries it: tipping, the bearing, fixings overhead, the tether."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Found, LookUp, State, check, not_at_stake, working
from hazel_lantern.core.mechanics import orbit
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.kit.standing import stands, tip_check
from hazel_lantern.core.rigs.kit.tether import arrested, caught, not_caught, tether_check
from hazel_lantern.core.rigs.orbit.answer import OrbitAnswer
from hazel_lantern.core.rigs.orbit.standing import stance
from hazel_lantern.core.units import write

#: Of what a base is rated for may stand on it.
WORKING = 0.9


@tip_check("Frame")
def tip(answer: OrbitAnswer) -> Found:
    """Tilt left, standing and turning, the arm pointing any way."""
    if answer.design.base.kind == "ceiling":
        return not_at_stake(
            "Hangs from the ceiling", "It has no feet.", "no feet", "kind of base", value=1.5
        )
    found = stance(answer)
    # The arm may stand any way; over the move it passes these.
    ways = np.linspace(0.0, 2 * np.pi, len(found.left), endpoint=False)
    passed = np.interp(answer.course.turn, ways, found.left, period=2 * np.pi)
    return stands(found, answer.settings, over_move=passed)


@check(
    "base-load", "Weight on the base", "Frame", "mass", None, "at most", "nine tenths of its rating"
)
def base_load(answer: OrbitAnswer) -> Found:
    """What stands on the base, a person on the platform too."""
    carried = answer.turning_mass + answer.rows.bearing.mass + answer.design.inside.mass
    return Found(
        carried,
        ("Base carries it", "Too heavy for its base"),
        lambda s: f"{write(carried, 'mass', s)} stand on the base or hang from it.",
        working("sum of masses", (("m", "carried", carried, "mass"),), "rating of the base"),
        limit=WORKING * answer.design.base.rating,
    )


@check(
    "bearing",
    "Bearing",
    "Frame",
    "percent",
    1.0,
    "at most",
    "its rating, each for the way it is given for only",
)
def bearing(answer: OrbitAnswer) -> Found:
    """Pressed, pulled when hung, sideways, leaned: the most used of its ratings."""
    row, own = answer.rows.bearing, answer.design.bearing
    weight = answer.turning_mass * GRAVITY
    leaned, sideways = answer.bearing_moment, answer.side_pull
    loads = {}
    hung = answer.design.hung
    if hung:
        rated = row.pull or (row.press if own.captured else 0.0)
        loads["pulled"] = (weight, rated)
    else:
        loads["pressed"] = (weight, row.press)
    if own.apart:
        # Two of them take a moment as a pair of forces.
        loads["sideways"] = (sideways + leaned / own.apart, row.radial)
    else:
        loads["leaned"] = (leaned, row.moment)
        loads["sideways"] = (sideways, row.radial)
    shares = {
        way: load / rated if rated else (math.inf if load > 1e-6 else 0.0)
        for way, (load, rated) in loads.items()
        # A ring without a rating sideways is held by its own balls: a tenth of its press.
        if not (way == "sideways" and not rated and load <= row.press / 10)
    }
    worst = max(shares, key=lambda way: shares[way])
    load, rated = loads[worst]
    unmade = math.isinf(shares[worst])
    kind = "torque" if worst == "leaned" else "force"
    return Found(
        1.0 if unmade else shares[worst],
        (
            "Bearing carries it",
            f"Bearing is not made to be {worst}" if not rated else f"Bearing is {worst} too hard",
        ),
        lambda s: (
            f"Most is asked of it {worst}: {write(load, kind, s)} "
            + (
                f"of {write(rated, kind, s)}."
                if rated
                else "and it has no rating for that; a rating counts only for its own way."
            )
            + (
                " Held together, a ring made to be pressed hangs by what holds it."
                if hung and own.captured and not row.pull
                else ""
            )
        ),
        working(
            "load / rating, the greatest",
            tuple(
                (way, "asked", value, "torque" if way == "leaned" else "force")
                for way, (value, _) in loads.items()
            ),
            "weight of all that turns; moment at full speed and while it spins up",
        ),
        at_best=State.FAILS if unmade else State.HOLDS,
        instead="no rating for that" if unmade else "",
    )


@check(
    "fixing",
    "Fixings",
    "Build",
    "percent",
    1.0,
    "at most",
    "what one fixing holds, the worst one lost; licensed people where it hangs over others",
)
def fixing(answer: OrbitAnswer) -> Found:
    """Load of the worst fixing with the dynamic factor, one of them lost."""
    design, own = answer.design, answer.design.fixing
    if not design.hung:
        return not_at_stake(
            "Stands on its base", "Nothing hangs.", "no fixings", "kind of base", value=0.0
        )
    weight = (answer.turning_mass + answer.rows.bearing.mass) * GRAVITY * own.factor
    turning = answer.bearing_moment * own.factor
    whole = orbit.fixings(own.count, own.circle, weight, turning)
    lost = orbit.fixings(own.count, own.circle, weight, turning, lost=True)
    # What hangs past the desk's edge turns its clamp over.
    mast = design.base.mast if design.base.kind == "mast at a desk" else 0.0
    clamped = weight * mast / design.base.clamp
    slips = clamped > lost / own.holds
    stuck = own.by == "adhesive pads"
    falls = math.isinf(lost)
    unscrews = design.base.kind == "mast at a desk" and not own.pinned
    asked = LookUp(
        f"{own.by}: what a fixing holds",
        "what one fixing holds",
        lambda s: (
            f"Each of the {own.count} fixings must hold {write(lost, 'force', s)} in what it goes "
            "into, with any one of them lost."
        ),
        lost,
    )
    return Found(
        1.0 if stuck or falls else max(lost / own.holds, clamped),
        (
            "Threads may unscrew: pin them" if unscrews else "Hangs by its fixings",
            "Adhesive overhead is refused"
            if stuck
            else "One lost lets it fall"
            if falls
            else "Desk's clamp turns over"
            if slips
            else "Fixings may come out",
        ),
        lambda s: (
            (
                "Pads creep and peel overhead, whatever they held once: bolt it."
                if stuck
                else f"The worst of {own.count} fixings carries {write(whole, 'force', s)}; "
                "with one lost, those left stand in a line and hold nothing. Use four or more."
                if falls
                else f"The worst of {own.count} fixings carries {write(whole, 'force', s)}, and "
                f"{write(lost, 'force', s)} once one is lost; one holds "
                f"{write(own.holds, 'force', s)}."
            )
            + (
                f" The mast turns on its clamp with {write(weight * mast, 'torque', s)} of "
                f"{write(design.base.clamp, 'torque', s)}."
                if mast
                else ""
            )
            + (
                " Threaded pipe turns in its joints against the spin: pin, set screw or flange."
                if unscrews
                else ""
            )
        ),
        working(
            "F = W f / n + M f about what is left of the circle",
            (
                ("W", "hangs", weight / own.factor, "force"),
                ("M", "on the plate", turning / own.factor, "torque"),
                ("f", "dynamic factor", own.factor, "number"),
            ),
            "stiff plate on equal springs, the moment all round",
        ),
        at_best=State.FAILS if stuck or falls else State.TIGHT if unscrews else State.HOLDS,
        look_up=() if stuck or falls else (asked,),
        instead="nothing is left" if stuck or falls else "",
    )


@tether_check
def tether(answer: OrbitAnswer) -> Found:
    """What a fall into the tether's slack pulls with."""
    own, row = answer.design.fixing, answer.rows.tether
    if not answer.design.hung:
        return not_at_stake(
            "Stands on its base", "Nothing hangs.", "no tether", "kind of base", 0.0, 1.0
        )
    mass = answer.turning_mass + answer.rows.bearing.mass
    if own.tethered:
        return caught(mass, own.slack, own.length, row)
    why = "It hangs by one path: a tether must not go through the same part."
    return not_caught(arrested(mass, own.slack, own.length, row), "Nothing catches it", why)
