"""What may be changed to mend an orbit rig's lamps, and what is ranked."""

from __future__ import annotations

import math
from collections.abc import Iterable
from typing import Any

from hazel_lantern.core.fields import Edit
from hazel_lantern.core.rigs.asks import Candidate, Choices, Lever, Numeric, Ranking
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.rigs.kit.counterweight import stack_id
from hazel_lantern.core.rigs.orbit.answer import OrbitAnswer
from hazel_lantern.core.rigs.orbit.model import F
from hazel_lantern.core.shot import S


def _anew(case: Case[Any]) -> tuple[Edit, ...]:
    """The weights slid to where they balance."""
    return OrbitAnswer(case).balancing.again()


def sections(answer: OrbitAnswer) -> Iterable[Candidate]:
    """Bars and tubes the arm can be of."""
    for row in answer.case.offered("sections"):
        if row.shape in ("round tube", "rectangular tube", "rectangle", "tabulated"):
            yield Candidate(row.id, row.name, (Edit(F.arm.section, row.id),))


def bearings(answer: OrbitAnswer) -> Iterable[Candidate]:
    """Everything it can turn on."""
    for row in answer.case.offered("bearings"):
        yield Candidate(row.id, row.name, (Edit(F.bearing.row, row.id),))


def stacks(answer: OrbitAnswer) -> Iterable[Candidate]:
    """Stacks of plates that balance it."""
    return answer.balancing.choices(answer.style)


def levers(answer: OrbitAnswer) -> Iterable[Lever]:
    """What the search for mends pulls."""
    design, arm = answer.design, F.arm
    weights = F.counterweight
    if design.counterweight.slides:
        low, high = design.counterweight.slot
        yield Numeric(weights.place, 0.001, low, high, "Set the weights {} from the axis")
    yield Choices.of("Load the bar with {}", stacks(answer), stack_id(design.counterweight.loaded))
    yield Numeric(weights.above, 0.01, -1.0, 1.0, "Set the weights {} over the arm")
    yield Numeric(arm.riser, 0.01, -3.0, 3.0, "Make the riser {}", then=_anew)
    yield Numeric(arm.tail, 0.01, 0.1, 3.0, "Make the weight side {} long", then=_anew)
    yield Numeric(arm.spacer, 0.001, 0.0, 0.1, "Put a spacer of {} under the arm")
    yield Numeric(arm.holds, 10.0, 20.0, 3000.0, "Fit a cradle that holds {}")
    if design.arm.slides:
        yield Numeric(arm.clamps, 10.0, 20.0, 3000.0, "Clamp each slide to hold {}")
    named = (one._replace(name=one.name.lower()) for one in sections(answer))
    yield Choices.of("Make the arm of {}", named, design.arm.section)
    turned = (one._replace(name=one.name.lower()) for one in bearings(answer))
    yield Choices.of("Turn it on a {}", turned, design.bearing.row)
    yield Numeric(F.bearing.apart, 0.01, 0.0, 0.6, "Set a second bearing {} below")
    if design.hung and not design.bearing.captured:
        yield Choices((("Hold the ring together for hanging", (Edit(F.bearing.captured, True),)),))
    if not design.bearing.brake:
        yield Choices((("Fit a brake at the rim", (Edit(F.bearing.brake, True),)),))
    yield Numeric(F.bearing.wraps, 0.5, 0.5, 500.0, "Let the cables allow {} turns")
    yield Numeric(F.base.reach, 0.01, 0.1, 2.0, "Set the feet {} from the axis")
    if design.base.kind == "mast at a desk":
        yield Numeric(F.base.mast, 0.01, 0.1, 3.0, "Reach {} over the desk's edge")
    yield Numeric(F.base.mass, 1.0, 1.0, 200.0, "Use a base or desk of {}")
    yield Numeric(F.base.ballast, 1.0, 0.0, 200.0, "Lay {} of ballast on the base")
    yield Numeric(F.base.lean, math.radians(0.05), 0.0, 0.1, "Level the base within {}")
    yield Numeric(F.base.rating, 5.0, 5.0, 1000.0, "Use a base that is rated for {}")
    yield Numeric(F.inside.off, 0.001, 0.0, 0.5, "Put the subject within {} of the axis")
    lost = "where people may stand"
    yield Numeric(F.inside.nearest, 0.1, 0.5, 20.0, "Keep people {} from the axis", loses=lost)
    yield Numeric(
        S.move.radius,
        0.05,
        0.2,
        6.0,
        "Bring the lens to {}",
        then=_anew,
        loses="the radius asked for",
    )
    yield Numeric(
        S.move.turned,
        math.radians(15),
        math.radians(15),
        200.0,
        "Turn by {}",
        loses="the turn asked for",
    )
    if design.hung:
        yield from _hung(answer)


def _hung(answer: OrbitAnswer) -> Iterable[Lever]:
    if answer.mast_sinks:
        yield Numeric(F.base.clamp, 10.0, 10.0, 2000.0, "Use a desk clamp that holds {}")
    fixing, pipes = answer.design.fixing, answer.case.offered("sections")
    if answer.mast_sinks:
        tubes = (one for one in pipes if one.shape == "round tube")
        masts = (Candidate(p.id, p.name.lower(), (Edit(F.base.pipe, p.id),)) for p in tubes)
        yield Choices.of("Make the mast of {}", masts, answer.design.base.pipe)
    ways = {"bolts through": "Bolt it through", "screws in timber": "Screw it to timber"}
    yield Choices.words(F.fixing.by, ways, fixing.by)
    yield Numeric(F.fixing.count, 1, 3, 12, "Hang it by {} fixings", whole=True)
    yield Numeric(F.fixing.circle, 0.01, 0.05, 1.0, "Set the fixings on a circle of {}")
    yield Numeric(F.fixing.holds, 50.0, 50.0, 20000.0, "Use fixings that hold {} each")
    yield Numeric(F.fixing.slack, 0.01, 0.0, 1.0, "Leave the tether {} of slack")
    if not fixing.pinned:
        yield Choices((("Pin the threaded joints", (Edit(F.fixing.pinned, True),)),))
    if not fixing.tethered:
        tether = (Edit(F.fixing.tethered, True),)
        yield Choices((("Hang a tether past bearing and mast", tether),))
    wires = answer.case.offered("wires")
    found = (Candidate(one.id, one.name.lower(), (Edit(F.fixing.tether, one.id),)) for one in wires)
    yield Choices.of("Tether it by {}", found, fixing.tether)


def rankings(answer: OrbitAnswer) -> Iterable[Ranking]:
    """Arm sections, bearings, stacks of plates."""
    case, design = answer.case, answer.design
    yield Ranking.of(
        case,
        "sections",
        "Arm sections",
        F.arm.section,
        lambda: sections(answer),
        "arm-dip",
        "arm-stress",
        "bounce",
    )
    yield Ranking.of(
        case, "bearings", "Bearings", F.bearing.row, lambda: bearings(answer), "bearing", "frame"
    )
    yield Ranking(
        "stacks",
        "Stacks that balance",
        lambda: stacks(answer),
        stack_id(design.counterweight.loaded),
        "balance",
        ("rocking",),
        station="Load",
        by_size="fewest plates",
    )
