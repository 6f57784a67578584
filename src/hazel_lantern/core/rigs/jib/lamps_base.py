"""Lamps of the base: tipping, and the weight on it."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Found, check, not_at_stake, working
from hazel_lantern.core.mechanics import balance
from hazel_lantern.core.rigs.jib import standing
from hazel_lantern.core.rigs.jib.answer import JibAnswer
from hazel_lantern.core.rigs.jib.post import SUPPORT
from hazel_lantern.core.rigs.kit.standing import stands, tip_check
from hazel_lantern.core.rigs.kit.strength import Borne, borne, rating_check
from hazel_lantern.core.units import write

#: Of a timber or rubber foot on a hard floor, taken low; a chain's working pull, N; what a hinge
#: with its stop, bolted to 44 mm of timber, bears in bending, N·m: estimated.
FOOT_FRICTION, CHAIN, STOP = 0.4, 600.0, 60.0
#: The row that stands for the head that a stand has: it bears what that stand's head does.
STAND_HEAD = "stand-head"


@tip_check("Frame")
def tip(answer: JibAnswer) -> Found:
    """Tilt left at the worst pan and swing, and the push at the lens that takes it over."""
    stood = standing.stance(answer)
    return stands(
        stood,
        answer.settings,
        lambda mark: f", {standing.up_or_down(answer.everywhere[mark])}",
        answer.over_move(stood.left),
    )


@rating_check("base-load", "Weight on the base", "Frame", "rating of base and turntable")
def base_load(answer: JibAnswer) -> Found:
    """What rests on the base, and on what it pans on, each against its own rating."""
    post, stand, turntable = answer.design.post, answer.rows.stand, answer.rows.turntable
    own_head = turntable.id == STAND_HEAD
    return borne(
        stand,
        (
            Borne("legs", answer.turning_mass + turntable.mass, post.rating),
            Borne(
                "head" if own_head else "turntable",
                answer.turning_mass,
                stand.head_bears if own_head else turntable.rating,
            ),
        ),
        answer.settings.working_fraction,
        "sum of masses; ratings as given with base and turntable",
    )


def heaviest_leg(answer: JibAnswer) -> float:
    """The most that one foot carries, panned over it, with the camera on or off, N.

    Of evenly set feet one takes W / n (1 + 2 r / R), with the weight r towards it.
    """
    feet, most = answer.rows.stand.feet, 0.0
    for bare in (False, True):
        stands = standing.whole_weight(answer, answer.whole, bare)
        out = float(np.abs(stands.out).max())
        most = max(most, stands.weight / feet * (1 + 2 * out / answer.feet_reach))
    return most


@check(
    "legs",
    "Hold of the legs",
    "Frame",
    "number",
    1.3,
    "at least",
    "a third more than the feet ask for: friction of a foot on a hard floor, a stop at the hinge "
    "or a chain's pull",
)
def legs(answer: JibAnswer) -> Found:
    """What pushes the feet of hinged legs apart, against what holds them."""
    own, post = answer.design.post.legs, answer.design.post
    if not own.cut:
        return not_at_stake(
            "Legs are the base's own",
            "The base as bought holds its legs; legs cut to length are looked at here.",
            "as the base has them",
            "the base's own make",
        )
    down = heaviest_leg(answer)
    thrust = down * math.tan(own.angle)
    pull = thrust / (2 * math.sin(math.pi / answer.rows.stand.feet))
    # What friction does not hold of the thrust bends the leg at its hinge.
    bent = max(thrust - FOOT_FRICTION * down, 0.0) * own.leg * math.cos(own.angle)
    held, fails, margin, words = {
        "a chain round the feet": ("the chain", "Chain is pulled too hard", CHAIN / pull, "pull"),
        "stops at the hinges": (
            "the stop",
            "Legs break their stops",
            STOP / max(bent, 1e-9),
            "bent",
        ),
        "the floor alone": (
            "the floor",
            "Feet slide apart",
            FOOT_FRICTION / math.tan(own.angle),
            "",
        ),
    }[own.tie]
    return Found(
        min(margin, 99.0),
        ("Legs stay where they are", fails),
        lambda s: (
            f"Legs {write(own.leg, 'length', s)} long at {write(own.angle, 'angle', s)} set the "
            f"pivot {write(post.pivot_height, 'length', s)} high and the feet "
            f"{write(answer.spread, 'length', s)} apart; folded it is "
            f"{write(own.folded, 'length', s)} long. With the arm over one, its foot carries "
            f"{write(down, 'force', s)} and is pushed out by {write(thrust, 'force', s)}"
            + {
                "pull": f", which pulls the chain with {write(pull, 'force', s)}",
                "bent": f"; less friction that bends the hinge with {write(bent, 'torque', s)}",
                "": "",
            }[words]
            + f"; {held} holds {write(margin, 'number', s)} times that."
        ),
        working(
            "H = V tan(angle);  chain = H / (2 sin(180°/n));  M = (H - µ V) l cos(angle);  "
            "V = W / n (1 + 2 r / R)",
            (
                ("V", "on the foot below the arm", down, "force"),
                ("angle", "leg from upright", own.angle, "angle"),
                ("H", "thrust at the foot", thrust, "force"),
                ("R", "post to foot", answer.feet_reach, "length"),
                ("µ", "friction of a foot", FOOT_FRICTION, "percent"),
                ("chain", "bears", CHAIN, "force"),
                ("M", "a stop bears", STOP, "torque"),
            ),
            "a hinged leg carries along itself only; statics of the polygon of the chain",
        ),
    )


@check(
    "parked",
    "Tail and its support",
    "Frame",
    "angle",
    0.0,
    "at least",
    "the arm comes to rest on the support before it meets a stop",
)
def parked(answer: JibAnswer) -> Found:
    """With the camera off, whether the tail comes down on its support, and how hard."""
    design = answer.design
    if design.post.rest != SUPPORT:
        return not_at_stake(
            "No support of a given height",
            "A strap, a rest made for it or a pair of hands holds the arm.",
            "parked otherwise",
            "the rig as drawn",
            value=1.0,
        )
    swing, half = answer.whole, answer.rows.section.height / 2
    under = standing.tail_end(answer, swing)[1] - half * np.cos(swing)
    # Over the swing the tail only sinks; beyond its ends the angle that is missing counts.
    steep = np.linspace(-math.pi / 2, math.pi / 2, 721)
    far = standing.tail_end(answer, steep)[1] - half * np.cos(steep)
    falling = slice(int(far.argmax()), int(far.argmin()) + 1)
    at = float(np.interp(-design.post.rest_height, -far[falling], steep[falling]))
    left = min(design.swing.up - at, at + design.swing.down)
    torque = -float(balance.drift_torque(answer.bare, at))
    behind = float(standing.tail_end(answer, np.array([at]))[0][0])
    pressed = -torque / behind
    low = under.min() > design.post.rest_height
    return Found(
        left,
        ("Tail reaches its support", f"Support is too {'low' if low else 'high'} for the tail"),
        lambda s: (
            f"With the camera off the tail lies on its support, "
            f"{write(design.post.rest_height, 'length', s)} high, at "
            f"{write(abs(at), 'angle', s)} {standing.up_or_down(at)}, and presses on it with "
            f"{write(abs(pressed), 'force', s)}."
            if left >= 0
            else f"The tail would have to swing {write(-left, 'angle', s)} past its stop to meet "
            f"a support {write(design.post.rest_height, 'length', s)} high."
        ),
        working(
            "post - tail sin(swing) - half of the boom cos(swing) = height of the support",
            (
                ("post", "pivot over the floor", design.post.pivot_height, "length"),
                ("tail", "pivot to its end", design.boom.tail, "length"),
                ("swing", "where it rests", at, "angle"),
                ("torque", "of the bare arm there", abs(torque), "torque"),
            ),
            "the tail's circle; moments of the arm without the camera",
        ),
    )
