"""Lamps of what only pulls, and of a hand at a crank."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.drive.answer import Array, Driving
from hazel_lantern.core.drive.model import PULLING
from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.units import write

#: What a hand turns with evenly, N, and how often in a minute: two turns a second.
HAND_FORCE, HAND_PACE = 40.0, 120.0


def pulled(it: Driving) -> Array:
    """What a line to the rig is pulled with at every mark, N; negative where it would push.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    (n,) array
    """
    return np.asarray((it.axis.effort * it.sense + it.preload) / it.lever)


def crank_force(it: Driving) -> Array:
    """Force of the hand at the crank at every mark, N.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    (n,) array
    """
    drive = it.drive
    lifted = np.maximum(pulled(it), 0.0)
    return np.asarray(lifted * drive.spool / (2 * drive.crank * drive.efficiency))


def crank_pace(it: Driving) -> Array:
    """Turns of the crank in a minute at every mark.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    (n,) array
    """
    return np.asarray(60 * np.abs(it.axis.speed) * it.lever / (math.pi * it.drive.spool))


@check(
    "drive.slack",
    "Least pull of the line",
    "Drive",
    "force",
    0.0,
    "at least",
    "a line only pulls: where it would have to push, the rig runs ahead of it",
)
def slack(it: Driving) -> Found:
    """The least that a line to the rig is pulled with over the move."""
    pull, applies = pulled(it), it.drive.cranked or it.last in PULLING
    loose = float((pull < 0).mean())
    return Found(
        pull if applies else 0.0,
        (
            "Line stays taut" if applies else "Pushes as well as it pulls",
            "Line goes slack and the rig runs ahead",
        ),
        lambda s: (
            f"Over {write(loose, 'percent', s)} of the move the line would have to push with up to "
            f"{write(max(-float(pull.min()), 0.0), 'force', s)} to slow the rig down. A spring "
            "that pulls back, a belt loop, or a longer stop keeps it taut."
            if applies and loose
            else f"It is pulled with {write(float(pull.min()), 'force', s)} at the least."
            if applies
            else "Nothing but a line goes slack."
        ),
        working(
            "pull = (m a + what resists + spring) / lever",
            (
                ("pull", "the least", float(pull.min()), "force"),
                ("m", "moved", it.axis.inertia, "number"),
                ("a", "least", float((it.axis.acceleration * it.sense).min()), "number"),
                ("spring", "pulls back with", it.drive.spring, "force"),
            ),
            "statics with inertia at every mark",
        ),
        applies=applies,
    )


@check(
    "drive.crank",
    "Force at the crank",
    "Drive",
    "force",
    HAND_FORCE,
    "at most",
    "40 N: more is turned with the arm, not with the wrist, and is felt in the picture",
)
def crank(it: Driving) -> Found:
    """The greatest force of the hand over the move."""
    force = crank_force(it)
    return Found(
        force,
        ("Crank turns easily", "Crank is too hard to turn"),
        lambda s: (
            f"With a spool {write(it.drive.spool, 'length', s)} across and a crank "
            f"{write(it.drive.crank, 'length', s)} long the hand pushes with up to "
            f"{write(float(force.max()), 'force', s)}."
        ),
        working(
            "F = pull d / (2 c efficiency)",
            (
                ("pull", "of the line, the greatest", float(pulled(it).max()), "force"),
                ("d", "spool", it.drive.spool, "length"),
                ("c", "crank arm", it.drive.crank, "length"),
            ),
            "moments about the spool's axle",
        ),
    )


@check(
    "drive.crank-pace",
    "Crank's turns a minute",
    "Drive",
    "number",
    HAND_PACE,
    "at most",
    "120 turns a minute: faster no hand turns evenly",
)
def pace(it: Driving) -> Found:
    """How fast the crank is turned at the most."""
    turns = crank_pace(it)
    return Found(
        turns,
        ("A hand keeps up", "Too fast for a hand"),
        lambda s: (
            f"The crank makes {float(turns.max()):.0f} turns a minute where the move is quickest; "
            "a larger spool asks for fewer, and for more force."
        ),
        working(
            "n = v / (pi d)",
            (
                ("v", "greatest", float(np.abs(it.axis.speed).max()) * it.lever, "speed"),
                ("d", "spool", it.drive.spool, "length"),
            ),
            "line wound in one layer",
        ),
    )
