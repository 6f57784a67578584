"""Lamps of place and people: clearance, wind, keep-out, tether, power lines, room."""

from __future__ import annotations

import math

from hazel_lantern.core.lamps import UNKNOWN, Found, Inputs, LookUp, State, check, working
from hazel_lantern.core.mechanics.driving import AIR
from hazel_lantern.core.rigs.cable import built
from hazel_lantern.core.rigs.cable.answer import CableAnswer
from hazel_lantern.core.rigs.cable.below import clearances
from hazel_lantern.core.rigs.cable.strength import WHO
from hazel_lantern.core.rigs.kit.place import Spans
from hazel_lantern.core.rigs.kit.tether import arrested, caught, not_caught, tether_check
from hazel_lantern.core.units import write

#: A camera that rolls by this in the wind is stopped for, rad.
ROLLS = math.radians(3.0)
#: Beyond this nothing flies, m/s.
STORM = 25.0
#: What the room's lamp asks to get a hand in, m; between parts of the trolley none is needed.
HAND = 0.05
#: What is kept from power lines at the least, m, besides what a broken line reaches.
POWER = 10.0


@check(
    "clearance",
    "Clearance below",
    "Shot",
    "length",
    0.0,
    "at least",
    "the margin over ground, set and heads, the bounce taken off",
)
def clearance(answer: CableAnswer) -> Found:
    """The least height of camera and trolley over what is below."""
    found = clearances(answer)
    where = min(found, key=lambda name: found[name])
    least = found[where]
    return Found(
        least,
        ("Clear of all below", f"Too low over {where}"),
        lambda s: (
            f"At its lowest, {write(answer.lowest, 'length', s)} below the line and "
            f"{write(answer.jolt.height, 'fine', s)} lower in a bounce, the camera "
            + (
                f"has {write(least, 'length', s)} more than the margin over {where}."
                if least >= 0
                else f"misses the margin over {where} by {write(-least, 'length', s)}."
            )
        ),
        working(
            "left = line - camera's lowest - bounce - what is below - margin",
            tuple((str(at), name, left, "length") for at, (name, left) in enumerate(found.items())),
            "the camera upright at every mark; swinging lifts it",
        ),
        at_best=State.TIGHT if answer.near_people else State.HOLDS,
        look_up=() if answer.design.around.profile else (_level_ground(answer),),
    )


def _level_ground(answer: CableAnswer) -> LookUp:
    """That the ground is as level as it is taken to be while nobody has measured it."""
    lowest = min(one.ground for one in (answer.design.left, answer.design.right))
    highest = clearances(answer)["the ground"] + lowest
    return LookUp(
        "ground below the line",
        "the ground below the line",
        lambda s: (
            "No ground is drawn, so it is taken to run level. Nowhere below the flight may it rise "
            f"more than {write(max(highest, 0.0), 'length', s)} over the feet of the anchors."
        ),
    )


def stop_wind(answer: CableAnswer) -> tuple[float, str]:
    """The wind to stop at, m/s, and why: the room aside, or the picture's roll."""
    drop, free = answer.design.trolley.drop, answer.design.around.aside

    # All that the wind pushes grows with its square.
    aside, lean = answer.blown(1.0)
    turned = math.tan(lean) if answer.design.lines == 1 else lean

    def over(wind: float) -> tuple[float, float]:
        roll = turned * wind**2
        roll = math.atan(roll) if answer.design.lines == 1 else roll
        out = aside * wind**2 + drop * math.sin(min(roll, math.pi / 2))
        return out / free, roll / ROLLS

    low, high = 0.0, STORM
    for _ in range(30):
        middle = (low + high) / 2
        low, high = (middle, high) if max(over(middle)) < 1 else (low, middle)
    room, roll = over(high)
    return low, "it is blown out of its room" if room >= roll else "the picture rolls"


@check(
    "wind",
    "Wind from the side",
    "Shot",
    "speed",
    None,
    "at most",
    "the wind at which it is blown out of its room, or rolls by 3°",
)
def wind(answer: CableAnswer) -> Found:
    """The wind of the day against the one to stop at."""
    around, (aside, roll) = answer.design.around, answer.windy
    most, why = stop_wind(answer)
    off = answer.centre.right if not answer.along else answer.centre.forward
    steady = answer.rolled(0.0, off)
    return Found(
        around.wind,
        ("The wind lets it fly", "Too windy"),
        lambda s: (
            f"{write(around.wind, 'speed', s)} from the side blow it out by "
            f"{write(aside, 'length', s)} and roll the camera by {write(roll, 'angle', s)}; stop "
            f"at {write(most, 'speed', s)}, where {why}."
            + (
                f" Its own weight off the middle leans it {write(abs(steady), 'angle', s)}, "
                "steadily: set it straight on the head."
                if abs(steady) > math.radians(0.2)
                else ""
            )
        ),
        working(
            "y = x (L - x) (p / 2 + F / L) / H;  roll = atan(F / W), or less on twin lines",
            (
                ("q", "pressure", AIR * around.wind**2 / 2, "stress"),
                ("A", "drag area, m²", answer.design.trolley.drag_area, "number"),
                ("y", "aside", aside, "length"),
                ("roll", "of the camera", roll, "angle"),
                ("stop", "at", most, "speed"),
            ),
            "steady wind square to the line, 1.2 on the line's diameter",
        ),
        limit=most,
    )


@check(
    "keep-out",
    "Keep-out",
    "Shot",
    "length",
    0.0,
    "at least",
    "outside of the strip below the line, and of what a broken line reaches about its anchors",
)
def keep_out(answer: CableAnswer) -> Found:
    """What is left between people and strip or circles."""
    around = answer.design.around
    left = {
        "a broken line's reach about an anchor": around.nearest - answer.length,
        "the strip beside the line": around.beside - answer.strip,
    }
    where = min(left, key=lambda name: left[name])
    flags = "" if answer.design.line.marked else " Flag the line, so that it is seen."
    return Found(
        left[where],
        ("Nobody too near", "People stand within " + where),
        lambda s: (
            f"A line that breaks whips {write(answer.length, 'length', s)} about either anchor; "
            f"the strip below it is {write(2 * answer.strip, 'length', s)} wide. "
            f"{write(abs(left[where]), 'length', s)} are "
            f"{'left to' if left[where] >= 0 else 'missing to'} {where}. Nobody in line with a "
            f"tight line, or inside of its angle; who tows stands aside.{flags}"
        ),
        working(
            "circle = length of the line;  strip = half of the trolley + aside + drop sin(lean)",
            (
                ("L", "of the line", answer.length, "length"),
                ("strip", "half of it", answer.strip, "length"),
                ("aside", "blown", answer.windy[0], "length"),
                ("lean", "of wind and swing", answer.windy[1] + answer.swing.most, "angle"),
            ),
            "the whole line about each anchor",
        ),
        at_best=State.HOLDS if answer.design.line.marked else State.TIGHT,
    )


@tether_check
def tether(answer: CableAnswer) -> Found:
    """What a fall into the tether's slack pulls with."""
    own, row = answer.design.tether, answer.rows.tether
    if own.to == "a second line":
        more = "A clip runs along on the second line, slack above the first."
        return caught(answer.mass, own.slack, own.length, row, more)
    force = arrested(answer.mass, own.slack, own.length, row)
    other = "Tether it to a second line of its own, with its own anchors."
    if own.to == "the trolley":
        hangs = "The tether hangs from the trolley: if wheels or line fail it falls with it."
        return not_caught(force, "Tethered to what would fall", f"{hangs} {other}")
    return not_caught(force, "Nothing catches it", f"It hangs by one path. {other}")


@check(
    "power",
    "Power lines",
    "Shot",
    "length",
    None,
    "at least",
    "10 m more than a broken line reaches; what the owner of the power line asks comes first",
)
def power(answer: CableAnswer) -> Found:
    """Distance to overhead power lines; where nobody has looked far enough, it is not known."""
    around, limit = answer.design.around, POWER + answer.length
    looked = {"not looked for": 0.0, "none within 50 m": 50.0}.get(around.power, math.inf)
    value = around.power_distance if math.isinf(looked) else max(looked, limit)
    unknown = looked < limit
    asked = LookUp(
        "power lines",
        "whether power lines are near",
        lambda s: f"No power line may be nearer than {write(limit, 'length', s)}. {WHO}",
        limit,
    )
    return Found(
        value,
        (
            "No power line near",
            "A power line is too near",
        ),
        lambda s: (
            (
                "Walk the place and look up: how far the nearest power line is, is not known."
                if not looked
                else f"None is known within {write(looked, 'length', s)}; look further."
                if unknown
                else f"The nearest is {write(value, 'length', s)} away; a broken line reaches "
                f"{write(answer.length, 'length', s)} about either anchor."
            )
            + f" {WHO}"
        ),
        working(
            "distance, against 10 m and the whole line",
            (
                *(() if unknown else (("d", "nearest", value, "length"),)),
                ("L", "of the line", answer.length, "length"),
            ),
            "the whip of a broken line",
        ),
        limit=limit,
        on_site="Find another place: nothing that is set here moves a power line.",
        look_up=(asked,) if unknown else (),
        instead=UNKNOWN if unknown else "",
    )


def spans(answer: CableAnswer) -> tuple[Spans, Inputs]:
    """Free space in the room."""
    design, room, move = answer.design, answer.shot.room, answer.move
    high = max(one.ground + one.height for one in (design.left, design.right))
    left, right = move.start, design.line.span - move.start - move.distance
    # Neighbouring wheels, and the camera below its trolley, want no hand between them.
    found = {
        "along the place": room.length - design.line.span,
        "up to what is overhead": room.height - high,
        "at the flight's ends": min(left, right) - answer.half_length,
        "between trolley and camera": answer.camera_top - built.trolley_low(answer) + HAND,
    }
    return found, (("span", "between the anchors", design.line.span, "length"),)
