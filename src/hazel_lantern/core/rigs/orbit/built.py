"""The orbit rig as it is put together: plates with the bearing's pattern, and the arm's clamps."""

from __future__ import annotations

import math
from collections.abc import Iterator

from hazel_lantern.core.parts import Bolt, Hole, Template
from hazel_lantern.core.reuse import reused
from hazel_lantern.core.rigs.kit.bolts import SPACER, thread_of, through
from hazel_lantern.core.rigs.orbit.answer import OrbitAnswer

BASE, HUB, RING, CLAMP = "Base plate", "Hub plate", "Bearing", "Arm clamp"
#: Plywood of the plates, of a clamp, and a bearing's flange, m.
BOARD, STRIP, FLANGE = 0.018, 0.018, 0.005
#: Past the bearing's pattern, and past the arm to a clamp's bolt; a clamp's breadth, m.
PAST, BESIDE, BROAD = 0.025, 0.014, 0.04
#: From the hub's middle to each clamp, as a share of half of its length.
CLAMPS = 0.7


def pattern(answer: OrbitAnswer) -> list[tuple[str, float, float]]:
    """The bearing's holes from its middle: label, along and across, m."""
    row = answer.rows.bearing
    found = []
    for at in range(row.holes):
        turn = 2 * math.pi * at / row.holes + math.pi / row.holes
        name, half = f"ring {chr(97 + at)}", row.bolt_circle / 2
        found.append((name, half * math.cos(turn), half * math.sin(turn)))
    return found


def clamp_places(answer: OrbitAnswer) -> list[tuple[str, float, float]]:
    """Bolts of both clamps from the hub's middle: label, along the arm and across, m."""
    along = CLAMPS * hub_size(answer)[0] / 2
    across = answer.rows.section.properties.width / 2 + BESIDE
    return [
        (f"clamp {name}", side * along, other * across)
        for name, side, other in (("a", -1, -1), ("b", -1, 1), ("c", 1, -1), ("d", 1, 1))
    ]


def hub_size(answer: OrbitAnswer) -> tuple[float, float]:
    """Length and breadth of the hub plate, m: past the pattern, and clear of it for the clamps."""
    row = answer.rows.bearing
    long = row.bolt_circle / CLAMPS + 2 * (row.bolt + 0.02)
    broad = max(row.width, answer.rows.section.properties.width + 2 * BESIDE) + 2 * PAST
    return long, broad


def _made_of(answer: OrbitAnswer) -> tuple[object, ...]:
    """All that its parts and bolts depend on."""
    design = answer.design
    own = design.base, design.arm, design.bearing, design.fixing
    return *own, answer.rows, answer.case.settings.shop


@reused(_made_of)
def templates(answer: OrbitAnswer) -> tuple[Template, ...]:
    """Parts as they are built."""
    return _base(answer), _ring(answer), _hub(answer), _clamp(answer)


def _bearing_holes(answer: OrbitAnswer, part: str, x: float, y: float) -> Iterator[Hole]:
    thread = answer.case.row("threads", thread_of(answer.rows.bearing.bolt))
    for name, along, across in pattern(answer):
        yield Hole(part, name, x + along, y + across, thread.clearance, f"bolt {thread.size}")


def _base(answer: OrbitAnswer) -> Template:
    design, row = answer.design, answer.rows.bearing
    reach = max(design.base.reach + 0.03, row.width / 2 + PAST)
    if design.hung:
        reach = max(design.fixing.circle, row.width) / 2 + PAST
    holes = list(_bearing_holes(answer, BASE, reach, reach))
    if design.hung:
        own = design.fixing
        for at in range(own.count):
            # Between the bearing's bolts, as far as their circles lie on each other.
            turn = 2 * math.pi * at / own.count
            x, y = (reach + own.circle / 2 * f(turn) for f in (math.cos, math.sin))
            use = "fixing overhead; mark it from what it hangs from"
            holes.append(Hole(BASE, f"fixing {chr(97 + at)}", x, y, 0.009, use))
    return Template(
        BASE,
        2 * reach,
        2 * reach,
        tuple(holes),
        thick=BOARD,
        of="plywood",
        note="drill it with the hub plate clamped on; its middle is the axis",
    )


def _ring(answer: OrbitAnswer) -> Template:
    row = answer.rows.bearing
    half = row.bolt_circle / 2 + row.bolt + 0.004
    return Template(
        RING,
        2 * half,
        2 * half,
        tuple(_bearing_holes(answer, RING, half, half)),
        thick=FLANGE,
        of=row.name,
        comes_drilled=True,
    )


def _hub(answer: OrbitAnswer) -> Template:
    long, broad = hub_size(answer)
    clear = answer.case.bolt("m6").clearance
    holes = list(_bearing_holes(answer, HUB, long / 2, broad / 2))
    for name, along, across in clamp_places(answer):
        holes.append(Hole(HUB, name, long / 2 + along, broad / 2 + across, clear, "bolt M6"))
    return Template(
        HUB,
        long,
        broad,
        tuple(holes),
        thick=BOARD,
        of="plywood",
        note="screw heads below flush, or the arm on spacers over them",
    )


def _clamp(answer: OrbitAnswer) -> Template:
    across = answer.rows.section.properties.width / 2 + BESIDE
    long, clear = 2 * (across + 0.012), answer.case.bolt("m6").clearance
    holes = tuple(
        Hole(CLAMP, name, long / 2 + side * across, BROAD / 2, clear, "bolt M6 over the arm")
        for name, side in (("near", -1), ("far", 1))
    )
    return Template(CLAMP, long, BROAD, holes, count=2, thick=STRIP, of="plywood")


@reused(_made_of)
def bolts(answer: OrbitAnswer) -> tuple[Bolt, ...]:
    """What holds them together."""
    row, arm = answer.rows.bearing, answer.design.arm
    thread = thread_of(row.bolt)
    found = []
    for name, _, _ in pattern(answer):
        for part, where in ((BASE, "below"), (HUB, "above")):
            holes = through((part, name), (RING, name))
            purpose = f"the bearing, {where}"
            found.append(Bolt(f"bearing-{where}", purpose, name, thread, holes))
    high = answer.rows.section.properties.height
    also: tuple[tuple[str, float], ...] = (("the arm", high),)
    if arm.spacer:
        also = ((SPACER, arm.spacer), *also)
    sides = {"a": "near", "b": "far", "c": "near", "d": "far"}
    bolt = answer.case.bolt("m6").id
    for name, _, _ in clamp_places(answer):
        holes = through((HUB, name), (CLAMP, sides[name[-1]]))
        found.append(Bolt("clamp-bolts", "the arm on its hub", name, bolt, holes, also))
    return tuple(found)
