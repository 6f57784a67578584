"""The trolley as it is put together: plates with the wheels between them, and the drop pole.

On twin lines one set of rods goes through the plates of both lines, with tubes between, and the
pole hangs in the middle.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from hazel_lantern.core.parts import Bolt, Hole, Template
from hazel_lantern.core.reuse import reused
from hazel_lantern.core.rigs.cable.answer import CableAnswer
from hazel_lantern.core.rigs.kit.bolts import SPACER, thread_of, through

PLATE, DROP = "Trolley plate", "Drop pole"
#: What the drop pole is of; what the plates are of and how thick, m.
POLE, ALUMINIUM, THICK = "aluminium-tube-25x2", "aluminium", 0.005
#: From a hole to the edge of its plate, m, and between a wheel and a plate.
EDGE, CLEAR = 0.018, 0.001
#: The pole's two bolts: the upper one below the axles at the least, down to the second, and from
#: either to the pole's end, m.
UNDER, APART, PAST = 0.04, 0.035, 0.015
#: Between two neighbouring wheels, m.
BETWEEN = 0.004


@dataclass(frozen=True)
class Across:
    """What lies side by side on a rod, m: between two plates, and between the two lines' plates."""

    gap: float
    inner: float


def across(answer: CableAnswer) -> Across:
    """Of a trolley on one line, or on two."""
    pole, wheel = pole_width(answer), answer.rows.wheel.width + 2 * CLEAR
    if answer.design.lines == 1:
        return Across(max(wheel, pole), 0.0)
    return Across(wheel, answer.design.line.spacing - wheel - 2 * THICK)


def pole_width(answer: CableAnswer) -> float:
    """Of the drop pole, m."""
    return float(answer.case.row("sections", POLE).properties.width)


def axles(answer: CableAnswer) -> list[float]:
    """Of one line's wheels from the trolley's middle, m."""
    count, base = answer.design.trolley.wheels, answer.design.trolley.wheelbase
    if count == 1:
        return [0.0]
    return [base * (at / (count - 1) - 0.5) for at in range(count)]


def least_wheelbase(answer: CableAnswer) -> float:
    """At which the wheels do not touch each other, m."""
    wheel = answer.rows.wheel
    outer = wheel.tread + wheel.groove / 2
    return (answer.design.trolley.wheels - 1) * (2 * outer + BETWEEN)


def under(answer: CableAnswer) -> float:
    """From the axles down to the pole's upper bolt, m: clear of wheels and line."""
    return max(UNDER, answer.rows.wheel.tread + 0.03)


def trolley_low(answer: CableAnswer) -> float:
    """Of the trolley's lower edge below the line, m."""
    # The line runs below the axles by the tread's radius.
    return under(answer) - answer.rows.wheel.tread + APART + EDGE


def pole_length(answer: CableAnswer) -> float:
    """Of the drop pole down to the cage that the camera hangs in, m."""
    upper = under(answer) - answer.rows.wheel.tread
    return max(answer.camera_top - upper, APART + PAST) + PAST


def _made_of(answer: CableAnswer) -> tuple[object, ...]:
    """All that its parts and bolts depend on."""
    design = answer.design
    own = design.trolley, design.line.count, design.line.spacing
    return *own, answer.rows, answer.camera_top, answer.case.settings.shop


@reused(_made_of)
def templates(answer: CableAnswer) -> tuple[Template, ...]:
    """Parts as they are built."""
    return _plate(answer), _pole(answer)


def _plate(answer: CableAnswer) -> Template:
    spread = axles(answer)
    long = max(spread[-1] - spread[0], 0.06) + 2 * EDGE
    high = under(answer) + APART + 2 * EDGE
    return Template(
        PLATE,
        long,
        high,
        tuple(_holes(answer, long, high)),
        count=2 * answer.design.lines,
        thick=THICK,
        of=ALUMINIUM,
        note="drill all of them clamped together; round every edge that the line may touch",
    )


def _holes(answer: CableAnswer, long: float, high: float) -> Iterator[Hole]:
    axle = answer.case.row("threads", thread_of(answer.rows.wheel.bolt))
    for number, at in enumerate(axles(answer)):
        use = f"bolt {axle.name}, a wheel turns on it"
        yield Hole(PLATE, f"wheel {chr(97 + number)}", long / 2 + at, high - EDGE, axle.close, use)
    bolt = answer.case.bolt("m6")
    for name, down in (("upper", 0.0), ("lower", APART)):
        y, use = high - EDGE - under(answer) - down, f"bolt {bolt.size} through the drop pole"
        yield Hole(PLATE, f"pole {name}", long / 2, y, bolt.clearance, use)


def _pole(answer: CableAnswer) -> Template:
    wide = pole_width(answer)
    clear = answer.case.bolt("m6").clearance
    holes = tuple(
        Hole(DROP, name, PAST + down, wide / 2, clear, "bolt M6 through the trolley plates")
        for name, down in (("upper", 0.0), ("lower", APART))
    )
    of = answer.case.row("sections", POLE).name
    return Template(DROP, pole_length(answer), wide, holes, thick=wide, of=of)


@reused(_made_of)
def bolts(answer: CableAnswer) -> tuple[Bolt, ...]:
    """What holds them together."""
    row, lies = answer.rows.wheel, across(answer)
    twin = answer.design.lines == 2
    beside = (lies.gap - row.width) / 2
    wheel = ((SPACER, beside), ("a wheel", row.width), (SPACER, beside))
    inner = ((SPACER, lies.inner),) if twin else ()
    found = []
    for number, _ in enumerate(axles(answer)):
        name = f"wheel {chr(97 + number)}"
        plates = through(*((PLATE, name),) * (2 * answer.design.lines))
        also = (*wheel, *inner, *wheel) if twin else wheel
        found.append(
            Bolt("axle-bolts", "a wheel", name, thread_of(row.bolt), plates, also, turns=True)
        )
    for name in ("upper", "lower"):
        plate, pole = (PLATE, f"pole {name}"), (DROP, name)
        if twin:
            holes = through(plate, plate, pole, plate, plate)
            side = (lies.inner - pole_width(answer)) / 2
            also = tuple((SPACER, one) for one in (lies.gap, side, side, lies.gap) if one > 1e-6)
        else:
            holes = through(plate, pole, plate)
            side = (lies.gap - pole_width(answer)) / 2
            also = ((SPACER, side), (SPACER, side)) if side > 1e-6 else ()
        found.append(
            Bolt("pole-bolts", "the drop pole", name, answer.case.bolt("m6").id, holes, also)
        )
    return tuple(found)
