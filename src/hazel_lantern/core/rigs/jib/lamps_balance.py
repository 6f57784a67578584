"""Lamps of balance: whether the arm stays, whether it can be trimmed, and the bare arm."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.mechanics import balance as mechanics
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.jib.answer import Array, JibAnswer
from hazel_lantern.core.rigs.jib.post import SUPPORT
from hazel_lantern.core.rigs.jib.standing import stance, up_or_down
from hazel_lantern.core.rigs.kit.standing import tip_check
from hazel_lantern.core.units import Style, write


def payload_range(answer: JibAnswer) -> tuple[float, float]:
    """By how much the camera may get lighter and heavier, kg, and still be balanced.

    The stack on the bar stays; only its place changes.  What friction holds besides is no trim:
    looser joints are no worse.
    """
    nearest, farthest = answer.design.counterweight.slot
    front = answer.load_lever
    lighter = (answer.needed - answer.tail_mass * nearest) / front
    heavier = (answer.tail_mass * farthest - answer.needed) / front
    return lighter, heavier


def places_for(answer: JibAnswer) -> tuple[Array, Array]:
    """Cameras from none to twice the one carried, kg, and where the weights balance each, m."""
    front = answer.load_lever
    cameras = np.linspace(0.0, 2 * max(answer.centre.mass, 0.5), 25)
    needed = answer.needed + (cameras - answer.centre.mass) * front
    return cameras, np.maximum(needed, 0.0) / max(answer.tail_mass, 1e-3)


@check(
    "balance",
    "Drift when let go",
    "Load",
    "torque",
    None,
    "at most",
    "what the joints hold by friction, over the whole swing",
)
def balance(answer: JibAnswer) -> Found:
    """The greatest torque that moves the arm by itself, against what the joints hold."""
    torque = answer.stop_to_stop(answer.torque)
    worst = int(np.abs(torque).argmax())
    way = "up" if torque[worst] > 0 else "down"
    where = up_or_down(float(answer.whole[worst]))
    spread = float(torque.max() - torque.min())
    above = answer.design.counterweight.above
    return Found(
        float(abs(torque[worst])),
        ("Stays where it is left", f"Drifts {way}, {where}"),
        lambda s: (
            f"With the {where} the camera wants to go {way} "
            f"with {write(float(abs(torque[worst])), 'torque', s)}; the joints hold "
            f"{write(answer.friction, 'torque', s)}. " + _trim_words(answer, s)
        ),
        working(
            "T = -dV/d(swing) = -g (sum m x cos(swing) - sum m z sin(swing))",
            (
                ("front", "what pulls the camera down, moment", answer.needed * GRAVITY, "torque"),
                (
                    "tail",
                    "what the weights balance, moment",
                    answer.tail_mass * answer.design.counterweight.place * GRAVITY,
                    "torque",
                ),
                ("z", "weights above the pins' line", above, "length"),
                ("change", "of the torque over the swing", spread, "torque"),
                ("held", "by friction in the joints and the nut's drag", answer.friction, "torque"),
            ),
            "potential energy of all that turns; joints: coefficient × bolt radius × load",
        ),
        limit=answer.friction,
        over_move=np.abs(answer.over_move(answer.torque)),
    )


def _trim_words(answer: JibAnswer, style: Style) -> str:
    """What to do to the weights to balance it level."""
    if answer.tail_mass <= 0:
        return "There is no weight on the tail."
    place = answer.needed / answer.tail_mass
    return f"Level, these weights balance {write(place, 'length', style)} behind the pivot."


@check(
    "counterweight",
    "Room to trim",
    "Load",
    "mass",
    0.05,
    "at least",
    "50 g more or less on the camera, such as a filter, is balanced by a slide of the weights",
)
def counterweight(answer: JibAnswer) -> Found:
    """How much lighter or heavier the camera may get with the stack on the bar."""
    nearest, farthest = answer.design.counterweight.slot
    lighter, heavier = payload_range(answer)
    mass, front = answer.tail_mass, answer.load_lever
    smallest = min(
        (plate.mass for plate in answer.design.counterweight.plates if plate.on_hand), default=0.0
    )
    per_gram = front / mass if mass > 0 else 0.0
    if not answer.design.counterweight.slides or mass <= 0:
        return replace(_bolted(answer), applies=False)
    fails = "Weights run out of slot" if heavier < lighter else "Weights are too heavy"
    return Found(
        min(lighter, heavier),
        ("Weights can be trimmed", fails),
        lambda s: (
            f"Only by moving, this stack balances a camera "
            f"{write(abs(lighter), 'mass', s)} {'lighter' if lighter >= 0 else 'heavier'} to "
            f"{write(abs(heavier), 'mass', s)} {'heavier' if heavier >= 0 else 'lighter'} than "
            f"now. 100 g more on the camera moves it {write(0.1 * per_gram, 'length', s)}; the "
            f"smallest plate, {write(smallest, 'mass', s)}, is worth "
            f"{write(smallest * farthest / front, 'mass', s)} there; 1 mm is worth "
            f"{write(0.001 * mass / front, 'mass', s)}."
        ),
        working(
            "lighter = (M - W s0) / a,  heavier = (W s1 - M) / a",
            (
                ("M/a", "to be balanced, as mass at the camera", answer.needed / front, "mass"),
                ("W", "weight bar and plates", mass, "mass"),
                ("s0", "nearest they can sit", nearest, "length"),
                ("s1", "farthest they can sit", farthest, "length"),
                ("a", "pivot to where the load counts", front, "length"),
            ),
            "moments about the pivot",
        ),
    )


def _bolted(answer: JibAnswer) -> Found:
    """Weights that stay where they are, or none: small weights laid on trim the arm."""
    design, front = answer.design, answer.load_lever
    over = answer.needed - answer.tail_mass * design.counterweight.place
    end = design.boom.tail if over > 0 else front
    trim = abs(over) / end
    return Found(
        trim,
        ("Trimmed by small weights", ""),
        lambda s: (
            (
                "The weights are bolted in one place"
                if answer.tail_mass > 0
                else "There are no weights: the joints must hold all of it"
            )
            + f". {write(trim, 'mass', s)} {'at the tail' if over > 0 else 'at the camera'} would "
            f"balance it level; 100 g more on the camera ask for "
            f"{write(0.1 * front / design.boom.tail, 'mass', s)} at the tail's end."
        ),
        working(
            "trim = |M - W s| / lever",
            (
                ("M", "to be balanced, as mass at the camera", answer.needed / front, "mass"),
                ("W", "weight bar and plates", answer.tail_mass, "mass"),
                ("s", "behind the pivot", design.counterweight.place, "length"),
                ("lever", "from the pivot to where it is laid on", end, "length"),
            ),
            "moments about the pivot",
        ),
    )


@tip_check(
    "Frame",
    "bare-arm",
    "Lean with the camera off",
    "3 degrees of tilt left with the weights on and the camera off",
)
def bare_arm(answer: JibAnswer) -> Found:
    """The camera is off and the weights are on: does the base stand, how hard the tail falls."""
    design = answer.design
    everywhere = stance(answer, bare=True).left
    left = answer.stop_to_stop(everywhere)
    torque = float(np.abs(mechanics.drift_torque(answer.bare, answer.whole)).max())
    low, high = float(answer.whole[0]), float(answer.whole[-1])
    speed = mechanics.free_fall_speed(answer.bare, low, high, design.boom.tail, answer.friction)
    falls = bool(left.min() < 0)
    mend = {
        "strap": "Strap the arm before the camera comes off.",
        "rest under the tail": "Set the tail on its rest before the camera comes off.",
        SUPPORT: "Set the tail on its support before the camera comes off.",
        "none": "Nothing holds it: someone has to.",
    }[design.post.rest]
    return Found(
        float(left.min()),
        (
            "Stands with the camera off",
            "Tips over when the camera comes off" if falls else "Nearly tips without the camera",
        ),
        lambda s: (
            f"With the camera off the tail falls with {write(torque, 'torque', s)} and arrives at "
            f"its stop at {write(speed, 'speed', s)}; the base has "
            f"{write(abs(float(left.min())), 'angle', s)} "
            f"{'too little' if falls else 'of tilt'} left. {mend}"
        ),
        working(
            "tilt left = atan((e - r) / h);  v = tail × sqrt(2 (V1 - V2 - T swing) / I)",
            (
                ("T", "torque that swings the tail down", torque, "torque"),
                ("swing", "from the lowest stop to the highest", high - low, "angle"),
                ("v", "the tail's speed at the stop", speed, "speed"),
                ("W", "weights on the tail", answer.tail_mass, "mass"),
            ),
            "support polygon; energy of the arm without the camera",
        ),
        over_move=answer.over_move(everywhere),
    )
