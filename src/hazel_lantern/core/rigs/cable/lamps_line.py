"""Lamps of what is under tension: line, tightener, anchors, wheels on the line."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import UNKNOWN, Found, LookUp, State, check, working
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.cable import strength
from hazel_lantern.core.rigs.cable.answer import CableAnswer
from hazel_lantern.core.rigs.cable.below import clearances
from hazel_lantern.core.rigs.cable.strength import WHO
from hazel_lantern.core.units import Style, write

#: A tow line works at this share of what its knots leave, which are this share of its strength.
TOW_WORKS, TOW_KNOTS = 1 / 7, 0.6
DOES: dict[str, str] = {
    "strap or plate": "Strap or plate tears out",
    "foot": "Anchor leans and pulls out",
    "tipping": "Frame tips over",
    "sliding": "Anchor slides",
    "rolling away": "Vehicle rolls: wedge it",
    "test": "Not tested to twice its pull",
    "post": "Post bends for good",
    "guy": "Guy is too weak",
}


@check(
    "tension",
    "Line strength",
    "Frame",
    "number",
    None,
    "at least",
    "breaking strength over the working pull: wire 5, fibre and webbing 7, near people 10",
)
def tension(answer: CableAnswer) -> Found:
    """Breaking strength at the weaker end over the greatest pull with the dynamic factor."""
    row, line, tool = answer.rows.line, answer.design.line, answer.rows.tightener
    value, asked = strength.factor(answer), strength.asked_factor(answer)
    end, pull = strength.weakest_end(answer), strength.greatest_pull(answer)
    over = pull * line.dynamic / tool.working
    unfit = [one.name for one in answer.rows.ends if not one.ends(row.kind)]
    fails = "Line may break"
    if over > 1:
        fails = "Tightener is overloaded"
    if unfit:
        fails = "That end does not hold this line"

    def said(s: Style) -> str:
        if unfit:
            return f"{unfit[0]} does not hold {row.kind}: take an end that is made for it."
        words = (
            f"At the most one line pulls {write(pull, 'force', s)} on a cold day, and "
            f"{line.dynamic:.3g} times that as it bounces; {row.name} breaks at "
            f"{write(row.breaking, 'force', s)}, its "
            f"weaker end at {write(end, 'percent', s)} of that. The tightener is marked for "
            f"{write(tool.working, 'force', s)} and has {write(over, 'percent', s)} of it."
        )
        return f"{words} {WHO}" if answer.near_people or value < asked else words

    state = State.HOLDS
    if over > 1:
        state = State.FAILS
    elif answer.near_people or value < asked or over > 1 - answer.settings.tight_margin:
        state = State.TIGHT
    return Found(
        value,
        ("Line holds; have it looked at" if answer.near_people else "Line is strong enough", fails),
        said,
        working(
            "factor = F e / (T d)",
            (
                ("F", "breaks at", row.breaking, "force"),
                ("e", "of it at the weaker end", end, "percent"),
                ("T", "greatest pull at rest over the run, the line cold", pull, "force"),
                ("d", "dynamic factor", line.dynamic, "number"),
                ("W", "tightener's marked load", tool.working, "force"),
            ),
            "elastic catenary with the trolley at every mark, in weather that tightens it",
        ),
        limit=asked,
        over_move=value * pull * answer.design.lines / answer.cold.pull,
        at_best=state,
    )


@check(
    "tighten",
    "Tightening",
    "Frame",
    "percent",
    1.0,
    "at most",
    "the tightener's travel, and the force that a hand has on it",
)
def tighten(answer: CableAnswer) -> Found:
    """Travel and hand's force against the tightener's."""
    tool, found = answer.rows.tightener, strength.tightened(answer)
    line, kind, count = answer.design.line, answer.rows.line, answer.design.lines
    drawn, crept = found.lines.drawn_in, found.lines.crept
    shares = {"travel": drawn / tool.travel, "hand": found.hand / tool.hand}
    worst = max(shares, key=lambda one: shares[one])
    longer = crept.sag - answer.sag

    def said(s: Style) -> str:
        colder, warmer = found.lines.colder, found.lines.warmer
        return (
            f"From {write(line.loose, 'length', s)} of sag to {write(answer.sag, 'length', s)} "
            f"it takes in {write(drawn, 'length', s)}; {tool.name.lower()} takes "
            f"{write(tool.travel, 'length', s)} and asks the hand for "
            f"{write(found.hand, 'force', s)}. An hour later {kind.name.lower()} has crept to "
            f"{write(crept.sag, 'length', s)} of sag"
            + (": tighten again then. " if longer > 0.1 * answer.sag else ". ")
            + f"{line.weather:.3g} K colder a line pulls {write(colder.pull / count, 'force', s)} "
            f"at {write(colder.sag, 'length', s)}, as much warmer "
            f"{write(warmer.pull / count, 'force', s)} at {write(warmer.sag, 'length', s)}."
        )

    return Found(
        max(shares.values()),
        (
            "Tightener gets it there",
            "Tightener runs out of travel" if worst == "travel" else "Too hard to pull tight",
        ),
        said,
        working(
            "travel = sum of (1 + T / EA) dL from loose to tight;  hand = T / advantage",
            (
                ("L", "taken in, as it comes off", drawn, "length"),
                ("T", "greatest pull of a line", strength.pull_now(answer), "force"),
                ("hand", "on the tightener", found.hand, "force"),
                ("crept", "sag after an hour", crept.sag, "length"),
                ("then", "pull of a line after an hour", crept.pull / count, "force"),
            ),
            "elastic catenary, trolley hung; ropes at the moving block, each sheave with its loss",
        ),
    )


@check(
    "anchor",
    "Anchors",
    "Frame",
    "percent",
    1.0,
    "at most",
    "what is known of each; tested is twice the working pull for ten minutes",
)
def anchor(answer: CableAnswer) -> Found:
    """The more loaded anchor: pull, moment, post, guy."""
    both = [strength.held(answer, side) for side in strength.SIDES]
    measured = [one for one in both if math.isfinite(one.share)]
    worst = max(both, key=lambda one: one.share)
    if worst.by == "test" and any(one.share > 1 for one in measured):
        # What fails is told before what has not been tested.
        worst = max(measured, key=lambda one: one.share)
    own = getattr(answer.design, worst.side)
    guessed = [one for one in both if one.look_up]
    bent = worst.shares.bent

    def said(s: Style) -> str:
        words = (
            f"The {worst.side} one, a {own.kind}, is pulled with {write(worst.level, 'force', s)} "
            f"level at {write(own.height, 'length', s)}: {write(worst.shares.moment, 'torque', s)} "
            f"about the ground. "
            + (
                f"Nothing keeps it from {worst.by}"
                if math.isinf(worst.share) and worst.by != "test"
                else "Its test has not been recorded"
                if math.isinf(worst.share)
                else f"Most used is its {worst.by}, {write(worst.share, 'percent', s)}"
            )
        )
        if worst.shares.guy:
            words += (
                f"; its guy takes {write(worst.shares.guy, 'percent', s)} and pulls with "
                f"{write(worst.shares.pull, 'force', s)}"
            )
        if bent > 1e-4:
            words += f"; its head comes in {write(bent, 'fine', s)}"
        words += "."
        if own.kind == "tree":
            words += " A live tree, a padded strap, low."
        for one in guessed:
            words += f" What the {one.side} one holds is a guess."
        if answer.near_people:
            words += " People are near."
        return f"{words} {WHO}" if guessed or answer.near_people else words

    nothing = math.isinf(worst.share)
    tested = strength.TESTED * float(answer.cold.pull.max())
    untested = tuple(
        LookUp(
            f"test of the {one.side} anchor",
            f"the test of the {one.side} anchor",
            lambda s: (
                f"Pull it with {write(tested, 'force', s)}, twice its working pull, for ten "
                "minutes, watch that nothing creeps, and record it at Try-out."
            ),
            tested,
        )
        for one in both
        if one.by == "test" and math.isinf(one.share)
    )
    rolls = nothing and not untested
    best = State.TIGHT if answer.near_people else State.HOLDS
    return Found(
        1.0 if nothing else worst.share,
        ("Anchors hold", DOES[worst.by]),
        said,
        working(
            "M = H h (1 - guy's share);  share = asked × dynamic factor / strength known",
            (
                ("H", f"level pull, {worst.side}", worst.level, "force"),
                ("V", "downwards", worst.down, "force"),
                ("h", "over the ground there", own.height, "length"),
                ("M", "about the ground line", worst.shares.moment, "torque"),
                ("guy", "its share", worst.shares.guy, "percent"),
                *(
                    (one.side, "most used", one.share, "percent")
                    for one in both
                    if math.isfinite(one.share)
                ),
            ),
            "statics; post, ground and guy share by their stiffness, a pin leaves all to the guy",
        ),
        at_best=State.FAILS if rolls else best,
        look_up=(*untested, *(one.look_up for one in guessed if one.look_up)),
        instead="it rolls away" if rolls else UNKNOWN if nothing else "",
    )


def wheel_loads(answer: CableAnswer) -> tuple[float, ...]:
    """Of each wheel of one line, N, the worst over the run: with what leans it when it is rigid."""
    trolley = answer.design.trolley
    count, each = trolley.wheels, answer.weight / answer.design.lines
    if count < 2 or trolley.joint != "rigid":
        return (each / count,) * count
    off = answer.centre.forward if answer.along else answer.centre.right
    # Where it stands slanting, the camera below hangs out towards the upper wheel.
    off = abs(off) + trolley.drop * math.sin(float(np.abs(answer.tilted).max()))
    moment = off * answer.centre.mass * GRAVITY / answer.design.lines
    places = [trolley.wheelbase * (at / (count - 1) - 0.5) for at in range(count)]
    squares = sum(x * x for x in places)
    return tuple(max(each / count + moment * x / squares, 0.0) for x in places)


def bend(answer: CableAnswer, load: float) -> float:
    """Radius that a line is bent to at a wheel, m: the tread's, or its own under that load."""
    # The slacker it is the sharper it bends.
    pull = strength.pull_now(answer)
    own = 2 * math.sqrt(pull * answer.rows.line.bending) / max(load, 1e-9)
    return max(answer.rows.wheel.tread, own)


def tow_pull(answer: CableAnswer) -> float:
    """The greatest that the tow has to pull, N."""
    return max(float((answer.sense * answer.axis.effort).max()), 0.0)


def tow_sag(answer: CableAnswer) -> float:
    """Of the longest free part of the tow, kept taut, m."""
    reach = max(
        float(answer.course.place.max()),
        float(answer.design.line.span - answer.course.place.min()),
    )
    return answer.rows.tow.line_mass * GRAVITY * reach**2 / (8 * answer.design.tow.taut)


@check(
    "wheels",
    "Wheels on the line",
    "Frame",
    "percent",
    1.0,
    "at most",
    "the wheel's rating, the least bend of the line, the tow's seventh of its strength",
)
def wheels(answer: CableAnswer) -> Found:
    """Wheel load, bend of the line, groove, keeper; the tow's strength and sag."""
    wheel, row, trolley = answer.rows.wheel, answer.rows.line, answer.design.trolley
    loads = wheel_loads(answer)
    heaviest = max(loads)
    least = row.least_bend * row.diameter / 2
    bent = min(bend(answer, load) for load in loads)
    shares = {
        "load": heaviest / (wheel.rating * GRAVITY),
        "bend": least / bent,
        "groove": row.diameter / wheel.groove,
    }
    tow, sags = 0.0, 0.0
    if not answer.by_gravity:
        tow, sags = tow_pull(answer), tow_sag(answer)
        holds = answer.rows.tow.breaking * TOW_KNOTS * TOW_WORKS
        shares["tow"] = (tow + answer.design.tow.taut) / holds
        shares["snag"] = sags / max(
            answer.lowest + max(min(clearances(answer).values()), 0.0), 1e-3
        )
    worst = max(shares, key=lambda one: shares[one])
    fails = {
        "load": "Wheels are overloaded",
        "bend": "Wheels bend the line too sharply",
        "groove": "Line does not sit in the groove",
        "tow": "Tow line may part",
        "snag": "Tow line hangs down and snags",
    }[worst]
    if not trolley.keeper and answer.near_people:
        fails = "Line can jump out of the wheels"
    state = State.HOLDS
    if not trolley.keeper:
        state = State.FAILS if answer.near_people else State.TIGHT
    return Found(
        shares[worst],
        ("Wheels suit the line" if trolley.keeper else "Line can jump out: keepers", fails),
        lambda s: (
            f"The heaviest wheel carries {write(heaviest, 'force', s)} of "
            f"{write(wheel.rating * GRAVITY, 'force', s)} and bends the line to "
            f"{write(bent, 'fine', s)}; {row.name.lower()} wants {write(least, 'fine', s)}."
            + (
                ""
                if answer.by_gravity
                else f" The tow pulls {write(tow, 'force', s)} at the most and hangs down "
                f"{write(sags, 'length', s)} where it is longest."
            )
            + (
                ""
                if trolley.keeper
                else " Slack or twisted, the line jumps out of a wheel that has no keeper."
            )
        ),
        working(
            "R = max(tread, 2 sqrt(T EI) / load)",
            (
                ("load", "of the heaviest wheel", heaviest, "force"),
                ("tread", "radius of the wheel", wheel.tread, "fine"),
                ("R", "the line is bent to", bent, "fine"),
                ("least", "for this line", least, "fine"),
                ("tow", "pulls", tow, "force"),
            ),
            "a stiff line under a point load at a pull T; catalogue of lines and wheels",
        ),
        at_best=state,
    )
