"""Lamps of what hangs over a person: fixings, tether."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import UNKNOWN, Found, LookUp, State, check, working
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.overhead import worst_shared
from hazel_lantern.core.rigs.kit.tether import arrested, caught, not_caught, tether_check
from hazel_lantern.core.rigs.overhead.answer import Array, OverheadAnswer
from hazel_lantern.core.rigs.overhead.model import HOLDS_NOTHING
from hazel_lantern.core.shot import Glide
from hazel_lantern.core.units import Style, write

#: Who has to look at it.
WHO = (
    "Building structure is for competent people, and local rules come first; find cables and pipes "
    "before you drill."
)


def places(answer: OverheadAnswer) -> Array:
    """Of the fixings along and across, (n, 2) m."""
    own = answer.design.holding
    along = own.span / 2 + (np.arange(own.count) - (own.count - 1) / 2) * own.spacing
    rows = (0.0,) if own.rows == "one row" else (-own.across / 2, own.across / 2)
    return np.array([(x, y) for x in along for y in rows])


def loads(answer: OverheadAnswer) -> tuple[Array, Array]:
    """What hangs on them at every mark with the dynamic factor, N, and where, m."""
    return _hung(answer, answer.course.along)


def _hung(answer: OverheadAnswer, along: Array) -> tuple[Array, Array]:
    """The same with the trolley at places along the rail."""
    own = answer.design.holding
    rail = answer.line_mass * GRAVITY * own.span
    whole = answer.weight + rail
    x = (answer.weight * along + answer.heavy[0] + rail * own.span / 2) / whole
    y = answer.heavy[1] / whole
    return np.full_like(x, whole * own.factor), np.column_stack([x, y])


def travelled(answer: OverheadAnswer) -> tuple[Array, Array]:
    """Wherever it can come: at every mark, and at both ends of the rail unless it is locked."""
    found = [loads(answer)]
    moves = isinstance(answer.shot.move, Glide) or answer.stay[-1] > 0
    if moves or answer.design.trolley.lock == "nothing":
        half = answer.bearing / 2
        found += [
            _hung(answer, np.full_like(answer.course.along, end))
            for end in (half, answer.design.holding.span - half)
        ]
    forces, places = zip(*found, strict=True)
    return np.concatenate(forces), np.concatenate(places)


@check(
    "fixing",
    "Fixings",
    "Build",
    "percent",
    1.0,
    "at most",
    "what one fixing is rated for, with each of them lost in turn",
)
def fixing(answer: OverheadAnswer) -> Found:
    """The most loaded fixing, one lost, against its rating."""
    own = answer.design.holding
    hangs = travelled(answer)
    whole, lost = worst_shared(places(answer), *hangs)
    nothing = own.kind in HOLDS_NOTHING
    unrated = own.rated <= 0
    falls = not math.isfinite(lost)
    named = bool(own.source.strip())
    fails = "Fixings may come out"
    if falls:
        fails = "One lost lets it fall"
    if nothing:
        fails = (
            f"A {own.kind} holds nothing" if own.kind != "plasterboard" else "Plasterboard tears"
        )

    def said(style: Style) -> str:
        if nothing:
            return (
                f"A {own.kind} carries itself only: hang wires or timber past it to the structure. "
                f"{WHO}"
            )
        words = (
            f"The most loaded of {len(places(answer))} fixings carries "
            f"{write(whole, 'force', style)} with the dynamic factor"
        )
        if falls:
            return f"{words}; with one lost what is left cannot hold it. Use more. {WHO}"
        words += f", {write(lost, 'force', style)} once one is lost"
        if unrated:
            return f"{words}. What one is rated for in this wall or joist is not known. {WHO}"
        who = f" by {own.source}" if named else "; say who rated it"
        return f"{words}; one is rated for {write(own.rated, 'force', style)}{who}. {WHO}"

    hopeless = nothing or falls
    asked = LookUp(
        f"{own.kind}: what a fixing holds",
        "what one fixing holds" if unrated else "who rated the fixings",
        lambda s: (
            f"Each fixing must hold {write(lost, 'force', s)} in what it goes into, with any one "
            "of them lost."
        ),
        lost,
    )
    return Found(
        1.0 if hopeless or unrated else lost / own.rated,
        ("Hangs by its fixings", fails),
        said,
        working(
            "F = W f / n + moments over their squares, each one missing in turn",
            (
                ("W f", "with the factor, at the most", float(hangs[0].max()), "force"),
                ("whole", "most loaded", whole, "force"),
                *(() if falls else (("lost", "one missing", lost, "force"),)),
                *(() if unrated else (("rated", "one is rated for", own.rated, "force"),)),
            ),
            "equal springs under a stiff rail, worst over the travel",
        ),
        at_best=State.FAILS if hopeless else State.HOLDS,
        look_up=() if hopeless or (named and not unrated) else (asked,),
        instead="nothing is left" if hopeless else UNKNOWN if unrated else "",
    )


@tether_check
def tether(answer: OverheadAnswer) -> Found:
    """What a fall into the tether's slack pulls with."""
    own, row = answer.design.tether, answer.rows.tether
    if own.tethered:
        more = "It goes past trolley and clamp to the structure."
        return caught(answer.carried, own.slack, own.length, row, more)
    force = arrested(answer.carried, own.slack, own.length, row)
    why = "It hangs over whoever works there by one path."
    return not_caught(force, "Nothing catches it", why)
