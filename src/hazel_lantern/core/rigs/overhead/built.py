"""The overhead rig as it is put together: brackets, boards of a beam, trolley or block, pole."""

from __future__ import annotations

import math
from collections.abc import Iterator

from hazel_lantern.core.parts import Bolt, Hole, Template
from hazel_lantern.core.reuse import reused
from hazel_lantern.core.rigs.kit.bolts import SPACER, thread_of, through
from hazel_lantern.core.rigs.overhead.answer import OverheadAnswer

BRACKET, CLAMP, CHEEK, POLE = "Bracket", "Rail clamp", "Trolley cheek", "Drop pole"
BLOCK, END, FLANGE, EDGE = "Block", "End board", "Flange board", "Web board, edge"
#: Plywood of brackets and end boards, of clamps and block, aluminium of cheeks, m.
BOARD, STRIP, SHEET, SOLID = 0.018, 0.018, 0.005, 0.045
#: From a hole to an edge, from the rail to a clamp's bolt, of a clamp's breadth, m.
PAST, BESIDE, BROAD = 0.02, 0.014, 0.04
#: Between rail and cheeks, wheel and cheek; the pole's bolts apart and below the rail, m.
CLEAR, CLOSE, APART, UNDER = 0.003, 0.001, 0.04, 0.025
#: A fixing's hole, m.
FIXING = 0.009
#: A screw's pilot hole, of its thickness; how much wider its clearance hole is, m.
PILOT, LOOSE = 0.7, 0.0005


def wide(answer: OverheadAnswer) -> float:
    """Of all that a bracket holds, m."""
    own = answer.design.carrier.spacing if answer.design.rails == 2 else 0.0
    return own + answer.shape.width


def slides(answer: OverheadAnswer) -> bool:
    """Whether a block runs on rods."""
    return answer.design.trolley.runs == "block"


def clamp_bolts(answer: OverheadAnswer) -> float:
    """Of the clamp's two bolts from the middle, m."""
    return wide(answer) / 2 + BESIDE


def gap(answer: OverheadAnswer) -> float:
    """Between the cheeks, m: rail, wheel or pole, whichever is widest."""
    rows = answer.rows
    return max(wide(answer) + 2 * CLEAR, rows.wheel.width + 2 * CLOSE, rows.pole.properties.width)


def pole_bolts(answer: OverheadAnswer) -> float:
    """Of the pole's upper bolt below the axles, m."""
    return answer.rows.wheel.running_diameter / 2 + answer.shape.height + UNDER


def pole_length(answer: OverheadAnswer) -> float:
    """Of pole or boom's post, m: from its upper bolt down to the camera."""
    return max(answer.design.drop.length, 0.02) + APART + 2 * PAST


def _made_of(answer: OverheadAnswer) -> tuple[object, ...]:
    """All that its parts and bolts depend on."""
    design = answer.design
    own = design.holding, design.carrier, design.trolley, design.drop
    return *own, answer.rows, answer.case.settings.shop


@reused(_made_of)
def templates(answer: OverheadAnswer) -> tuple[Template, ...]:
    """Parts as they are built."""
    found = [_bracket(answer), _clamp(answer)]
    if slides(answer):
        found += [_end(answer), _block(answer)]
    else:
        found += [_cheek(answer), _pole(answer)]
    if answer.boards is not None and answer.design.carrier.joint == "screwed":
        found += [_flange(answer), _edge(answer)]
    return tuple(found)


def _bracket(answer: OverheadAnswer) -> Template:
    own, out = answer.design.holding, clamp_bolts(answer)
    rows = (0.0,) if own.rows == "one row" else (-own.across / 2, own.across / 2)
    clear = answer.case.bolt("m8").clearance
    # Fixings stand beside the clamp's bolts along the rail, so that both can be reached.
    long = 2 * (max(out, max(abs(y) for y in rows)) + PAST)
    broad = BROAD + 2 * PAST + 2 * FIXING
    use = "fixing overhead; mark it from what it hangs from"
    holes = [
        Hole(BRACKET, f"fixing {chr(97 + at)}", long / 2 + y, broad - PAST, FIXING, use)
        for at, y in enumerate(rows)
    ]
    for name, side in (("near", -1), ("far", 1)):
        x = long / 2 + side * out
        holes.append(Hole(BRACKET, f"rail {name}", x, PAST + BROAD / 4, clear, "bolt M8"))
    return Template(
        BRACKET,
        long,
        broad,
        tuple(holes),
        count=own.count,
        thick=BOARD,
        of="plywood",
        note="drill them all clamped together; prop the rail before the last nut comes off",
    )


def _clamp(answer: OverheadAnswer) -> Template:
    out, clear = clamp_bolts(answer), answer.case.bolt("m8").clearance
    long = 2 * (out + PAST)
    holes = tuple(
        Hole(CLAMP, name, long / 2 + side * out, BROAD / 2, clear, "bolt M8 past the rail")
        for name, side in (("near", -1), ("far", 1))
    )
    count = answer.design.holding.count
    return Template(CLAMP, long, BROAD, holes, count=count, thick=STRIP, of="plywood")


def _cheek(answer: OverheadAnswer) -> Template:
    trolley = answer.design.trolley
    axle = answer.case.row("threads", thread_of(answer.rows.wheel.bolt))
    clear = answer.case.bolt("m6").clearance
    long = trolley.wheelbase + 2 * PAST
    high = pole_bolts(answer) + APART + 2 * PAST
    holes = [
        Hole(
            CHEEK,
            f"wheel {name}",
            long / 2 + side * trolley.wheelbase / 2,
            high - PAST,
            axle.close,
            f"bolt {axle.name}, a wheel turns on it",
        )
        for name, side in (("a", -1), ("b", 1))
    ]
    for name, down in (("upper", 0.0), ("lower", APART)):
        y = high - PAST - pole_bolts(answer) - down
        holes.append(Hole(CHEEK, f"pole {name}", long / 2, y, clear, "bolt M6 through the pole"))
    note = "drill both clamped together from one corner"
    return Template(CHEEK, long, high, tuple(holes), (), 2, note, SHEET, "aluminium")


def _pole(answer: OverheadAnswer) -> Template:
    across = answer.rows.pole.properties.width
    clear = answer.case.bolt("m6").clearance
    holes = tuple(
        Hole(POLE, name, PAST + down, across / 2, clear, "bolt M6 through the cheeks")
        for name, down in (("upper", 0.0), ("lower", APART))
    )
    return Template(
        POLE, pole_length(answer), across, holes, thick=across, of=answer.rows.pole.name
    )


def _rods(answer: OverheadAnswer, part: str, wider: float, use: str) -> Iterator[Hole]:
    """Both rods in a part that is as long as they are apart and a margin."""
    long, broad = _rod_board(answer)
    drill = answer.shape.width + wider
    sides = (-1, 1) if answer.design.rails == 2 else (0,)
    for name, side in zip(("left", "right"), sides, strict=False):
        x = long / 2 + side * answer.design.carrier.spacing / 2
        yield Hole(part, f"rod {name}", x, broad / 2, drill, use)


def _rod_board(answer: OverheadAnswer) -> tuple[float, float]:
    spacing = answer.design.carrier.spacing if answer.design.rails == 2 else 0.0
    return spacing + answer.shape.width + 4 * PAST, answer.shape.width + 4 * PAST


def _end(answer: OverheadAnswer) -> Template:
    long, broad = _rod_board(answer)
    use = "socket of a rod; mark it on one and drill the pair together"
    holes = tuple(_rods(answer, END, 0.0002, use))
    note = "a matched pair: drill both clamped together from one corner"
    return Template(END, long, broad, holes, count=2, thick=BOARD, of="plywood", note=note)


def _block(answer: OverheadAnswer) -> Template:
    long, broad = _rod_board(answer)
    trolley, pole = answer.design.trolley, answer.rows.pole.properties.width
    use = "a rod slides in it; mark it from the end boards and open it by the clearance"
    holes = list(_rods(answer, BLOCK, trolley.clearance, use))
    if (
        answer.design.rails == 2
        and answer.design.carrier.spacing > pole + answer.shape.width + 0.02
    ):
        words = "the pole stands in it; mark it in the middle"
        holes.append(Hole(BLOCK, "pole", long / 2, broad / 2, pole + 0.0005, words))
    note = "bore all of it from one corner, square to the face"
    return Template(BLOCK, long, broad, tuple(holes), thick=trolley.block, of="hardwood", note=note)


def screws(answer: OverheadAnswer) -> list[float]:
    """Along a flange from its end, m: even, no further apart than asked, one at either end."""
    span = answer.design.holding.span
    count = max(math.ceil((span - 2 * PAST) / answer.design.carrier.pitch), 1)
    return [PAST + (span - 2 * PAST) * at / count for at in range(count + 1)]


def _flange(answer: OverheadAnswer) -> Template:
    own, span = answer.design.carrier, answer.design.holding.span
    holes = tuple(
        Hole(FLANGE, f"screw {at}", x, own.flange_width / 2, own.screw + LOOSE, "wood screw")
        for at, x in enumerate(screws(answer), start=1)
    )
    note = "rip along the grain; clearance holes here, pilot holes in the web"
    return Template(
        FLANGE, span, own.flange_width, holes, count=2, thick=own.flange, of="board", note=note
    )


def _edge(answer: OverheadAnswer) -> Template:
    own, span = answer.design.carrier, answer.design.holding.span
    holes = tuple(
        Hole(EDGE, f"pilot {at}", x, own.web / 2, own.screw * PILOT, "pilot of a wood screw")
        for at, x in enumerate(screws(answer), start=1)
    )
    return Template(
        EDGE,
        span,
        own.web,
        holes,
        count=1,
        thick=own.web_height,
        of="board",
        note="the edge as you look on it; the same on the other edge",
    )


@reused(_made_of)
def bolts(answer: OverheadAnswer) -> tuple[Bolt, ...]:
    """What holds them together."""
    found = []
    rail, thread = (("the rail", answer.shape.height),), answer.case.bolt("m8").id
    for bracket in range(1, answer.design.holding.count + 1):
        for name in ("near", "far"):
            holes = through((BRACKET, f"rail {name}"), (CLAMP, name))
            at = f"bracket {bracket}, {name}"
            found.append(
                Bolt(
                    "rail-bolts",
                    "the rail in its bracket",
                    at,
                    thread,
                    holes,
                    rail,
                )
            )
    if not slides(answer):
        found += _trolley_bolts(answer)
    if answer.boards is not None and answer.design.carrier.joint == "screwed":
        for number in range(1, len(screws(answer)) + 1):
            holes = through((FLANGE, f"screw {number}"), (EDGE, f"pilot {number}"))
            thick = answer.design.carrier.screw
            found.append(
                Bolt("beam-screws", "flange on web", f"{number}", "", holes, nut=False, screw=thick)
            )
    return tuple(found)


def _trolley_bolts(answer: OverheadAnswer) -> Iterator[Bolt]:
    between, row = gap(answer), answer.rows.wheel
    beside = (between - row.width) / 2
    for name in ("wheel a", "wheel b"):
        holes = through((CHEEK, name), (CHEEK, name))
        beside_it = ((SPACER, beside), ("a wheel", row.width), (SPACER, beside))
        yield Bolt("axle-bolts", "a wheel", name, thread_of(row.bolt), holes, beside_it, turns=True)
    side = (between - answer.rows.pole.properties.width) / 2
    also = ((SPACER, side), (SPACER, side)) if side > 1e-6 else ()
    for name in ("upper", "lower"):
        holes = through((CHEEK, f"pole {name}"), (POLE, name), (CHEEK, f"pole {name}"))
        yield Bolt("pole-bolts", "the drop pole", name, answer.case.bolt("m6").id, holes, also)
