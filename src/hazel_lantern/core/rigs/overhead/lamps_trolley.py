"""Lamps of trolley and lock: wheels, jam, rods, stops, what holds it where it is left."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Found, State, check, not_at_stake, working
from hazel_lantern.core.mechanics.carriage import jam_margin
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.overhead import least_gap
from hazel_lantern.core.rigs.overhead.answer import Array, OverheadAnswer
from hazel_lantern.core.rigs.overhead.model import CAPTIVE
from hazel_lantern.core.units import write

#: Of an even share a wheel must keep at the least.
KEEPS = 0.15
#: On one rail it may roll aside by less than this, rad.
ROLLS = math.radians(7.0)
#: Of the frame's width a block may rock in its holes without a word.
ROCKS = 0.05
#: Guides jam at 1; this is to be kept.
MARGIN = 1.5
#: Places along the rail, and along a block, that are tried; nothing pushes more centrally, m.
PLACES, ALONG, CENTRAL = 41, 7, 1e-4


def wheels(answer: OverheadAnswer) -> Array:
    """Load of each of four wheels at every mark, (4, n) N."""
    trolley = answer.design.trolley
    x, y = answer.heavy[0] / trolley.wheelbase, answer.heavy[1] / trolley.track
    if hangs_straight(answer):
        # It turns on its rail until nothing is left that tips it across.
        y = np.zeros_like(y)
    quarter = answer.weight / 4
    return np.stack([quarter + (sx * x + sy * y) / 2 for sx in (-1, 1) for sy in (-1, 1)])


def hangs_straight(answer: OverheadAnswer) -> bool:
    """Whether it turns on a single rail until its weight is below it."""
    return answer.design.carrier.kind == "one rail" and answer.hangs > 0


@check("wheel-load", "Wheel load", "Frame", "percent", 1.0, "at most", "the wheel's own rating")
def wheel_load(answer: OverheadAnswer) -> Found:
    """The heaviest wheel against its rating."""
    if answer.design.trolley.runs == "block":
        return not_at_stake("A block slides", "It has no wheels.", "no wheels", "trolley", 0.0)
    row, loads = answer.rows.wheel, wheels(answer)
    most, rated = float(loads.max()), row.rating * GRAVITY / 4
    return Found(
        most / rated,
        ("Wheels carry it", "A wheel is overloaded"),
        lambda s: (
            f"The heaviest wheel carries {write(most, 'force', s)} of {write(rated, 'force', s)}; "
            f"{row.name.lower()} are rated {write(row.rating, 'mass', s)} for a set."
        ),
        working(
            "F = W/4 + Mx/2b + My/2t",
            (
                ("W", "on the trolley", answer.weight, "force"),
                ("Mx", "tips it along", float(np.abs(answer.heavy[0]).max()), "torque"),
                ("My", "tips it across", float(np.abs(answer.heavy[1]).max()), "torque"),
            ),
            "four wheels, statics",
        ),
    )


@check(
    "wheel-lift",
    "Least load on a wheel",
    "Frame",
    "percent",
    KEEPS,
    "at least",
    "15 in 100 of its even share on every wheel",
)
def wheel_lift(answer: OverheadAnswer) -> Found:
    """The lightest wheel as a share of an even one."""
    trolley = answer.design.trolley
    if trolley.runs in CAPTIVE:
        return not_at_stake(
            "Held both ways",
            "It cannot lift off.",
            "held from above and below",
            "trolley",
            limit=KEEPS,
        )
    if hangs_straight(answer):
        return _leans(answer)
    share = wheels(answer).min(axis=0) / max(answer.weight / 4, 1e-9)
    least = float(share.min())
    return Found(
        share,
        ("Wheels stay down", "A wheel lifts off"),
        lambda s: (
            f"The lightest wheel keeps {write(least, 'percent', s)} of an even share."
            + (
                " What hangs aside lifts the wheels on the other side: set them wider, or run "
                "them under the flange."
                if least < KEEPS
                else ""
            )
        ),
        working(
            "least of W/4 - Mx/2b - My/2t, over W/4",
            (
                ("b", "wheels apart along", trolley.wheelbase, "length"),
                ("t", "wheels apart across", trolley.track, "length"),
                ("My", "tips it across", float(np.abs(answer.heavy[1]).max()), "torque"),
            ),
            "contact only pushes",
        ),
    )


def _leans(answer: OverheadAnswer) -> Found:
    """On one rail it turns until what hangs from it hangs straight below."""
    lean = np.arctan(np.abs(answer.heavy[1]) / (answer.weight * answer.hangs_at))
    most = float(lean.max())
    return Found(
        1 - lean / ROLLS,
        ("Hangs from its rail", "Rolls aside on its rail"),
        lambda s: (
            f"On one rail it leans {write(most, 'angle', s)} until its weight hangs straight "
            "below. Steady, that is framing; but it swings, and the picture leans with it: hang "
            "the camera in line with the rail."
        ),
        working(
            "lean = atan(My / W h), as what it leaves of 7 degrees",
            (
                ("My", "hangs aside", float(np.abs(answer.heavy[1]).max()), "torque"),
                ("W", "on the trolley", answer.weight, "force"),
                ("h", "its weight below the rail", answer.hangs_at, "length"),
            ),
            "a pendulum on a round or narrow rail",
        ),
    )


def racks(answer: OverheadAnswer) -> float:
    """How far a gantry is pushed beside the middle of what resists, m."""
    span = answer.design.holding.span
    beam = answer.line_mass * span
    x = answer.course.along
    middle = (answer.carried * x + beam * span / 2) / (answer.carried + beam)
    pushed = x if answer.design.carrier.pushed == "at the trolley" else np.zeros_like(x)
    return float(np.abs(pushed - middle).max())


@check(
    "jam", "Margin against jamming", "Drive", "number", MARGIN, "at least", "1.5 times what jams"
)
def jam(answer: OverheadAnswer) -> Found:
    """A block's length against its offset, a gantry's base against where it is pushed."""
    trolley, carrier = answer.design.trolley, answer.design.carrier
    found = {}
    if trolley.runs == "block":
        # Guided on one rod the push counts from that rod, on both from their middle.
        aside = trolley.push + (carrier.spacing / 2 if trolley.guided == "on one" else 0.0)
        aside = max(aside, CENTRAL)
        found["block"] = jam_margin(trolley.block, aside, trolley.friction)
    if answer.design.rolls:
        grips = answer.rows.wheel.rolling_resistance + answer.rows.wheel.side_friction
        found["gantry"] = jam_margin(carrier.base, max(racks(answer), CENTRAL), max(grips, 1e-3))
    if not found:
        return not_at_stake(
            "Rolls on wheels",
            "Nothing guides it that could jam.",
            "no guide",
            "trolley",
            limit=MARGIN,
        )
    worst = min(found, key=lambda name: found[name])
    block = worst == "block"
    guided = trolley.block if block else carrier.base
    aside = trolley.push if block else racks(answer)
    return Found(
        min(found[worst], 99.0),
        ("Runs without jamming", f"The {worst} jams"),
        lambda s: (
            f"The {worst} is guided over {write(guided, 'length', s)} and pushed "
            f"{write(aside, 'length', s)} beside its middle: {min(found[worst], 99.0):.3g} times "
            "what jams it."
        ),
        working(
            "margin = l / (2 mu d)",
            (
                ("l", "guided over", guided, "length"),
                ("d", "pushed beside", aside, "length"),
            ),
            "friction on both ends of a guide",
        ),
    )


def gaps(answer: OverheadAnswer) -> Array:
    """How far the holes of a block are off rods that are not straight, along the rail, (n,) m."""
    trolley, span = answer.design.trolley, answer.design.holding.span
    half = trolley.block / 2
    middles = np.linspace(half, span - half, PLACES)
    along = np.linspace(-half, half, ALONG)
    x = middles[:, None] + along[None, :]
    bowed = 4 * x * (span - x) / span**2
    return least_gap(
        trolley.bow * bowed, trolley.other_bow * bowed + trolley.apart * x / span, along
    )


@check(
    "fit", "Runs the whole way", "Frame", "fine", None, "at most", "half of the holes' clearance"
)
def rods(answer: OverheadAnswer) -> Found:
    """Straightness of the rods against the clearance of the holes."""
    trolley = answer.design.trolley
    off = float(gaps(answer).max())
    play = trolley.clearance / trolley.block
    px = answer.focal_px * play
    rocks = px > ROCKS * answer.shot.lens.frame_width
    return Found(
        off,
        (
            "Block runs, and rocks in its holes" if rocks else "Block runs the whole way",
            "Block sticks where the rods bow",
        ),
        lambda s: (
            f"Where the rods are furthest out, the holes are {write(off, 'fine', s)} off them at "
            f"best; half of their clearance is {write(trolley.clearance / 2, 'fine', s)}. With it "
            f"the block rocks by {write(play, 'angle', s)}: {write(px, 'px', s)} in the picture."
        ),
        working(
            "least over all poses of the greatest distance of hole and rod",
            (
                ("s", "one rod is bowed by", trolley.bow, "fine"),
                ("t", "the other by", trolley.other_bow, "fine"),
                ("c", "clearance of the holes", trolley.clearance, "fine"),
                ("l", "block's length", trolley.block, "length"),
            ),
            "rigid rods and block; sight along a stretched thread to see how far a rod is bowed",
        ),
        limit=trolley.clearance / 2,
        at_best=State.TIGHT if rocks else State.HOLDS,
    )


@check(
    "lock",
    "Rolling off by itself",
    "Build",
    "percent",
    1.0,
    "at most",
    "what lock, clamp and bolt hold",
)
def lock(answer: OverheadAnswer) -> Found:
    """Cable pull and slope against the lock; weight and a knock against clamp or bolt."""
    trolley, drop, factor = answer.design.trolley, answer.design.drop, answer.design.holding.factor
    pulled = trolley.pull + answer.weight * math.sin(trolley.slope)
    holds = 0.0 if trolley.lock == "nothing" else trolley.holds
    loose = not holds and pulled > 0
    shares = {"trolley": pulled / holds if holds else 0.0}
    hung = (answer.centre.mass + answer.drop_mass) * GRAVITY
    grips = drop.grip * {"split clamp": 1.0, "dovetail": 1.0, "hose clip": 0.6}[drop.clamp]
    shares["clamp"] = hung * factor / max(grips, 1e-6)
    if answer.boom:
        out = (
            (answer.centre.mass * answer.reach + answer.bent.first_moment)
            * GRAVITY
            * math.sin(trolley.slope)
        )
        out += trolley.pull * answer.reach
        shares["bolt"] = out / max(answer.ring_friction, 1e-6)
    worst = "trolley" if loose else max(shares, key=lambda name: shares[name])
    fails = {
        "trolley": "Trolley creeps along" if holds else "Nothing locks the trolley",
        "clamp": "Pole slips through its clamp",
        "bolt": "Boom swings round by itself",
    }[worst]
    bare = not drop.stop and drop.kind == "pole"
    return Found(
        shares[worst],
        ("A stop below the clamp is missing" if bare else "Stays where it is left", fails),
        lambda s: (
            f"Along the rail {write(pulled, 'force', s)} pull against {write(holds, 'force', s)}; "
            f"the {drop.clamp} holds {write(grips, 'force', s)} against "
            f"{write(hung * factor, 'force', s)} of weight with its factor."
            + (" Without a stop below, a clamp that slips lets it all fall." if bare else "")
        ),
        working(
            "pull + W sin a, weight × factor, moment, each over what holds it",
            (
                ("pull", "of cables", trolley.pull, "force"),
                ("a", "rail off level", trolley.slope, "angle"),
                ("W", "below the clamp", hung, "force"),
                ("ring", "bolt holds by friction", answer.ring_friction, "torque"),
            ),
            "statics",
        ),
        at_best=State.FAILS if loose else State.TIGHT if bare else State.HOLDS,
        instead="nothing holds it" if loose else "",
    )


@check(
    "stops",
    "Hold at the rail's ends",
    "Build",
    "length",
    0.02,
    "at least",
    "20 mm to the rail's end",
)
def stops(answer: OverheadAnswer) -> Found:
    """What is left of the rail past the move, and whether stops end it."""
    half, span = answer.bearing / 2, answer.design.holding.span
    x = answer.course.along
    left = min(float(x.min()) - half, span - half - float(x.max()))
    if answer.design.rolls:
        left = min(left, answer.design.carrier.across / 2 - float(np.abs(answer.course.away).max()))
    fitted = answer.design.trolley.stops
    return Found(
        left,
        (
            "Cannot leave its rail" if fitted else "No stops",
            "Runs off its rail" if fitted or left < 0 else "No stops at the ends",
        ),
        lambda s: (
            f"Past the move {write(max(left, 0.0), 'length', s)} of rail are left."
            + ("" if fitted else " Nothing ends it: screw stops to both ends.")
        ),
        working(
            "rail's end less move and half of the trolley",
            (("left", "at the nearer end", left, "length"), ("L", "rail", span, "length")),
            "sum of lengths",
        ),
        at_best=State.HOLDS if fitted else State.FAILS,
    )
