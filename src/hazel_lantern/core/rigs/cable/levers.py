"""What may be changed to mend a cable cam's lamps, and what is ranked."""

from __future__ import annotations

import math
from collections.abc import Iterable
from typing import Any

from hazel_lantern.core.catalogue.rows import LineRow
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.asks import Candidate, Choices, Lever, Numeric, Ranking
from hazel_lantern.core.rigs.cable import strength
from hazel_lantern.core.rigs.cable.answer import CableAnswer
from hazel_lantern.core.rigs.cable.lamps_run import hardest
from hazel_lantern.core.rigs.cable.lamps_seen import still_ramp
from hazel_lantern.core.rigs.cable.model import SHALLOWEST, F
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.shot import S
from hazel_lantern.core.units import write

#: Deepest sag that a mend tries, as a share of the span.
DEEP = 0.15


def _ended(answer: CableAnswer, row: LineRow) -> tuple[tuple[Edit, ...], float] | None:
    """Edits that hang it on another line with ends that fit, and what its weaker end leaves."""
    edits = (Edit(F.line.row, row.id),)
    if all(one.ends(row.kind) for one in answer.rows.ends):
        return edits, min(one.efficiency for one in answer.rows.ends)
    fits = [one for one in answer.case.offered("endings") if one.ends(row.kind)]
    end = max(fits, key=lambda one: one.efficiency, default=None)
    if end is None:
        return None
    return (*edits, Edit(F.line.left, end.id), Edit(F.line.right, end.id)), end.efficiency


def other_lines(answer: CableAnswer) -> Iterable[Candidate]:
    """Every line as tight as this one hangs, with ends that fit."""
    for row in answer.case.offered("lines"):
        ended = _ended(answer, row)
        if ended is not None:
            yield Candidate(row.id, row.name, ended[0])


def lines(answer: CableAnswer) -> Iterable[Candidate]:
    """Every line at the same factor: with the sag that it then hangs with, and ends that fit."""
    asked, own = strength.factor(answer), answer.design.line
    for row in answer.case.offered("lines"):
        ended = _ended(answer, row)
        if ended is None:
            continue
        edits, efficiency = ended
        if row.id == own.row:
            yield Candidate(row.id, row.name, edits, size=answer.sag)
            continue
        # The pull in the middle is as good as the greatest: at the same factor it is this.
        pull = row.breaking * efficiency / (max(asked, 0.1) * own.dynamic)
        sag = _sag_of(answer, row, pull)
        if sag is not None:
            hung = (Edit(F.line.sag, sag), Edit(F.line.tight_by, "sag"))
            yield Candidate(row.id, row.name, (*edits, *hung), size=sag)


def _sag_of(answer: CableAnswer, row: LineRow, pull: float) -> float | None:
    """Sag that another line is made tight to, so that it pulls so when it is cold, m.

    None where it lies outside of what is accepted.
    """
    own, count = answer.stringing, answer.design.lines
    stiffness, line_mass = count * row.axial_stiffness, count * row.line_mass
    other = type(own)(own.span, own.rise, stiffness, line_mass, own.weight)
    try:
        cold = other.at_pull(pull * count).line.unstretched
        made = cold / (1 - answer.design.line.shrinks(row.expansion))
        sag = float(other.to_length(made)[0][0])
    except CannotBe:
        return None
    sag = math.ceil(sag * 1e3) / 1e3
    return sag if sag >= SHALLOWEST * own.span else None


def _as_high(case: Case[Any]) -> tuple[Edit, ...]:
    """Both ends up or down until the lens flies at the height that the shot asks."""
    answer = CableAnswer(case)
    up, asked = answer.lens_up, answer.shot.camera_height
    more = asked - float(up.max() + up.min()) / 2
    ends = ((F.left, answer.design.left), (F.right, answer.design.right))
    return tuple(Edit(at.height, round(max(one.height + more, 0.1), 3)) for at, one in ends)


def levers(answer: CableAnswer) -> Iterable[Lever]:
    """What the search for mends pulls."""
    design, line, trolley = answer.design, F.line, F.trolley
    span = design.line.span
    if design.line.tight_by == "sag":
        yield Numeric(
            line.sag, 0.01, 0.002 * span, DEEP * span, "Hang it with {} of sag", then=_as_high
        )
    else:
        yield Numeric(line.pull, 10.0, 20.0, 1e5, "Tighten it to {} in the middle", then=_as_high)
    # Less span than the flight takes would only cut the flight short.
    least = answer.move.start + answer.move.distance + answer.half_length
    yield Numeric(line.span, 0.25, least, 400.0, "Set the anchors {} apart", then=_as_high)
    found = (one._replace(name=one.name.lower()) for one in other_lines(answer))
    yield Choices.of("Hang it on {}", found, design.line.row)
    rows = answer.workshop.catalogue
    kind = answer.rows.line.kind
    for end in (one for one in rows.endings.values() if one.ends(kind)):
        edits = (Edit(line.left, end.id), Edit(line.right, end.id))
        if (design.line.left, design.line.right) != (end.id, end.id):
            yield Choices(((f"End it on both sides by {end.name.lower()}", edits),))
    tools = (
        Candidate(t.id, t.name.lower(), (Edit(line.tightener, t.id),))
        for t in rows.tighteners.values()
    )
    yield Choices.of("Tighten it by {}", tools, design.line.tightener)
    yield Numeric(line.loose, 0.05, answer.sag, 0.25 * span, "Pull it to {} of sag by hand first")
    sheaves = (
        Candidate(w.id, w.name.lower(), (Edit(trolley.wheel, w.id),)) for w in rows.sheaves.values()
    )
    yield Choices.of("Run on {}", sheaves, design.trolley.wheel)
    yield Numeric(trolley.wheels, 1, 1, 6, "Run on {} wheels", whole=True)
    yield Numeric(trolley.drop, 0.01, 0.1, 2.0, "Hang the camera {} below the line", then=_as_high)
    joints = {
        "hung free": "Hang the camera free below its trolley",
        "rigid": "Fix the camera to its trolley",
    }
    yield Choices.words(trolley.joint, joints, design.trolley.joint)
    if design.trolley.head == "plain":
        yield Choices(
            (("Put the camera on a stabilised head", (Edit(trolley.head, "stabilised"),)),)
        )
        both = (Edit(trolley.head, "stabilised"), Edit(trolley.joint, "rigid"))
        if design.trolley.joint != "rigid":
            yield Choices((("Fix a stabilised head to the trolley", both),))
    if not design.trolley.keeper:
        yield Choices((("Fit keepers that hold the line in", (Edit(trolley.keeper, True),)),))
    yield from _anchors(answer)
    yield from _run(answer)
    yield from _around(answer)


def _anchors(answer: CableAnswer) -> Iterable[Lever]:
    design = answer.design
    both = ((F.left, design.left), (F.right, design.right))
    for side, (at, own) in zip(strength.SIDES, both, strict=True):
        name = f"{side} {own.kind}"
        yield Numeric(at.height, 0.05, 0.3, 12.0, f"Hang it {{}} up the {name}")
        if own.kind in ("driven post", "frame with base") and not own.guyed:
            yield Choices(((f"Guy the {name}", (Edit(at.guyed, True),)),))
        if own.kind == "vehicle hitch" and not own.wedged:
            yield Choices(((f"Wedge the {name} and pull its brake", (Edit(at.wedged, True),)),))
        yield Numeric(at.mass, 10.0, 10.0, 5000.0, f"Weigh the {name} down to {{}}")
        yield Numeric(at.holds, 100.0, 100.0, 1e5, f"Find a {name} that holds {{}}")
        yield Numeric(at.eye, 100.0, 100.0, 1e5, f"Fasten the {name} to hold {{}}")
        if own.guyed:
            rows = answer.case.offered("lines")
            guys = (Candidate(g.id, g.name.lower(), (Edit(at.guy, g.id),)) for g in rows)
            yield Choices.of(f"Guy the {name} by {{}}", guys, own.guy)
    for more in (0.1, 0.2, 0.3, 0.5, 0.8, 1.2, 2.0):
        rise = tuple(Edit(at.height, round(own.height + more, 3)) for at, own in both)
        if max(edit.value for edit in rise) <= 12.0:
            yield Choices(((f"Hang both ends {more * 1e3:.0f} mm higher", rise),))


def _run(answer: CableAnswer) -> Iterable[Lever]:
    design, pace, stops = answer.design, answer.shot.pace, F.stops
    if answer.by_gravity:
        yield Choices((("Tow it by a loop over both ends", (Edit(F.tow.kind, "tow loop"),)),))
        yield Numeric(F.tow.start, 0.1, 0.0, 5.0, "Push it off with {}")
    elif design.tow.kind == "tow line":
        yield Choices((("Tow it by a loop over both ends", (Edit(F.tow.kind, "tow loop"),)),))
    if not answer.by_gravity:
        rows = answer.case.offered("wires")
        tows = (Candidate(w.id, w.name.lower(), (Edit(F.tow.line, w.id),)) for w in rows)
        yield Choices.of("Tow it by {}", tows, design.tow.line)
        yield Numeric(F.tow.taut, 5.0, 5.0, 200.0, "Keep the tow taut with {}")
        yield Numeric(F.tow.hand, 10.0, 10.0, 500.0, "Pull it with {}")
        ramp = math.ceil(still_ramp(answer) * 100) / 100
        if 2 * ramp < pace.duration:
            ramps = (
                Edit(S.pace.ease, "straight ramps"),
                Edit(S.pace.ease_in, still_ramp(answer)),
                Edit(S.pace.ease_out, still_ramp(answer)),
            )
            title = f"Start and stop in straight ramps of {ramp:.2f} s, one whole swing"
            yield Choices(((title, ramps),))
    kinds = {
        "bumper": "Stop it by a bumper",
        "hand line": "Stop it by a hand on its line",
        "friction brake": "Stop it by a friction brake",
        "magnetic brake": "Stop it by a magnetic brake",
    }
    yield Choices.words(stops.kind, kinds, design.stops.kind)
    soft = soft_bumper(answer)
    if soft is not None:
        yield Choices((soft,))
    if design.stops.kind == "bumper":
        yield Numeric(stops.stiffness, 10.0, 10.0, 5000.0, "Fit a bumper of {} N/m")
        yield Numeric(stops.travel, 0.05, 0.05, 2.0, "Let the bumper give {}")
    else:
        yield Numeric(stops.brake, 1.0, 1.0, 300.0, "Brake with {}")
    lost = "the flight asked for"
    far = answer.move.distance
    yield Numeric(S.move.distance, 0.25, far / 2, far, "Fly {} only", loses=lost)
    allowed = "the height asked for"
    yield Numeric(S.move.level, 0.05, 0.05, 10.0, "Let the height change by {}", loses=allowed)


def soft_bumper(answer: CableAnswer) -> tuple[str, tuple[Edit, ...]] | None:
    """A bumper as stiff as the camera bears, with all the way that it then needs."""
    hard = 0.8 * hardest(answer) * GRAVITY * answer.mass
    helps = answer.weight * math.sin(answer.end_slope)
    if hard <= helps or answer.end_speed <= 0:
        return None
    # m v² = (hardest + W sin a) x, and the spring has the hardest less what the slope does.
    far = answer.mass * answer.end_speed**2 / (hard + helps)
    stiffness = max(math.floor((hard - helps) / far), 1.0)
    gives = math.ceil(1.2 * far * 20) / 20
    title = f"Fit a bumper of {stiffness:.0f} N/m that gives {write(gives, 'length', answer.style)}"
    kind = (Edit(F.stops.kind, "bumper"),)
    return title, (*kind, Edit(F.stops.stiffness, stiffness), Edit(F.stops.travel, gives))


def _around(answer: CableAnswer) -> Iterable[Lever]:
    design, around, tether = answer.design, F.around, F.tether
    people = "where people may stand"
    yield Numeric(around.nearest, 0.5, 1.0, 300.0, "Keep people {} from anchors", loses=people)
    yield Numeric(around.beside, 0.25, 0.5, 50.0, "Keep people {} beside the line", loses=people)
    yield Numeric(around.aside, 0.1, 0.1, 20.0, "Clear {} to the side")
    if not design.line.marked:
        yield Choices((("Hang flags on the line", (Edit(F.line.marked, True),)),))
    if design.line.count == "single":
        yield Choices((("Run on twin lines", (Edit(F.line.count, "twin"),)),))
    else:
        yield Numeric(F.line.spacing, 0.02, 0.1, 1.0, "Set the lines {} apart")
    if design.tether.to != "a second line":
        yield Choices((("Tether it to a second line", (Edit(tether.to, "a second line"),)),))
    yield Numeric(tether.slack, 0.01, 0.0, 1.0, "Leave the tether {} of slack")
    rows = answer.case.offered("wires")
    found = (Candidate(w.id, w.name.lower(), (Edit(tether.row, w.id),)) for w in rows)
    yield Choices.of("Tether it by {}", found, design.tether.row)


def rankings(answer: CableAnswer) -> Iterable[Ranking]:
    """Lines at the same factor, tighteners, wheels."""
    case, design = answer.case, answer.design
    yield Ranking(
        "lines",
        "Lines",
        lambda: lines(answer),
        design.line.row,
        "path",
        ("anchor",),
        by_size="least sag",
    )

    def tools() -> Iterable[Candidate]:
        for row in answer.case.offered("tighteners"):
            yield Candidate(row.id, row.name, (Edit(F.line.tightener, row.id),))

    yield Ranking.of(
        case, "tighteners", "Tighteners", F.line.tightener, tools, "tighten", "tension"
    )

    def sheaves() -> Iterable[Candidate]:
        for row in answer.case.offered("sheaves"):
            yield Candidate(row.id, row.name, (Edit(F.trolley.wheel, row.id),))

    yield Ranking.of(case, "wheels", "Wheels", F.trolley.wheel, sheaves, "wheels")
