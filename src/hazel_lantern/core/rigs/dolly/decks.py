"""What the wheels of a dolly are bolted under: its parts with their holes, its bolts and screws."""

from __future__ import annotations

from collections.abc import Iterable
from typing import NamedTuple

from hazel_lantern.core.catalogue.rows import Thread
from hazel_lantern.core.parts import Bolt, Hole, Piece, Template
from hazel_lantern.core.rigs.dolly.answer import FRAME, DollyAnswer
from hazel_lantern.core.rigs.dolly.forms import BOARD
from hazel_lantern.core.rigs.kit.bolts import SPACER, through
from hazel_lantern.core.rigs.kit.mounts import Mounts

DECK, PLATE = "Deck", "Wheel plate"
LONG, SHORT, CROSS = "Side board, long", "Side board, short", "Cross board"
SIDE = "Side pipe"
SPREADER, SLANTED = "Spreader", "Spreader, slanted"
#: From a wheel plate's corner to its bolts, and from the end of one under a foot to its bolt, m.
BOLT_IN, JOINT_IN = 0.018, 0.025
#: Between deck and a swivelling plate, m.
GLIDE = 0.002
#: Boards of a triangle: thickness and breadth; how far the short one goes past its plate, m.
PINE, PINE_SIZE, PAST = "pine-44x94", (0.044, 0.094), 0.03
#: Screws where two boards cross, from the crossing's middle, and their thickness and pilot, m.
CROSSED = {"a": (-0.025, -0.02), "b": (0.025, -0.02), "c": (-0.025, 0.02), "d": (0.025, 0.02)}
SCREW, PILOT = 0.006, 0.004
#: Laths of a spreader: thickness, breadth, and from their ends to their bolts, m.
LATH, LATH_SIZE, LATH_IN = "pine-44x18", (0.018, 0.044), 0.03
#: How much shorter a cross pipe is than the gauge, for its tees, m.
TEES = 0.04


class Made(NamedTuple):
    """A deck as it is put together."""

    templates: list[Template]
    bolts: list[Bolt]
    pieces: tuple[Piece, ...] = ()


def mounts(answer: DollyAnswer) -> Mounts:
    """What holds the wheels under their plates."""
    return Mounts(answer.case, answer.rows.roller)


def swivels(answer: DollyAnswer) -> bool:
    """Whether the wheel plates turn under the deck."""
    design = answer.design
    return design.paired and design.wheels.corner == "two sets, swivelling" and not design.footed


def plate_bolts(answer: DollyAnswer) -> list[tuple[str, float, float]]:
    """Where a wheel plate is bolted on, from its middle: name, along and across, m."""
    length, breadth = answer.plate_size
    if answer.design.footed:
        return [("joint", JOINT_IN - length / 2, 0.0)]
    if swivels(answer):
        return [("swivel", 0.0, 0.0)]
    x, y = length / 2 - BOLT_IN, breadth / 2 - BOLT_IN
    if answer.design.platform.form == "frame of pipe":
        return [("bolt a", -x, 0.0), ("bolt b", x, 0.0)]
    places = ((-x, -y), (x, -y), (-x, y), (x, y))
    return [(f"bolt {name}", *place) for name, place in zip("abcd", places, strict=True)]


def thread_of_plate(answer: DollyAnswer) -> Thread:
    """What a wheel plate is bolted on with."""
    return answer.case.bolt("m10" if swivels(answer) or answer.design.footed else "m6")


def plate_holes(answer: DollyAnswer, part: str, corner: str, x: float, y: float) -> Iterable[Hole]:
    """Holes for a corner's wheel plate in what it is bolted under, its middle at x and y, m."""
    thread = thread_of_plate(answer)
    words = f"{'swivel bolt' if swivels(answer) else 'bolt'} {thread.size} of the wheel plate"
    for name, along, across in plate_bolts(answer):
        yield Hole(part, f"{corner} {name}", x + along, y + across, thread.clearance, words)


def plates_on(answer: DollyAnswer, part: str, corner: str, hole: str) -> Iterable[Bolt]:
    """The bolts of a corner's wheel plate; its holes in the part begin with ``hole``."""
    thread = thread_of_plate(answer).id
    for name, _, _ in plate_bolts(answer):
        held = through((part, f"{hole} {name}"), (PLATE, name))
        if swivels(answer):
            glide = ((SPACER, GLIDE),)
            yield Bolt("swivel-bolts", "swivel", corner, thread, held, glide, turns=True)
        else:
            yield Bolt("plate-bolts", "wheel plate", f"{corner} {name}", thread, held)


def made(answer: DollyAnswer) -> Made:
    """What the wheels are bolted under, as the form has it."""
    builders = {
        "triangle of boards": _boards,
        "board on two trucks": _on_trucks,
        "frame of pipe": _frame,
        "wheels under the feet": _feet,
    }
    return builders.get(answer.design.platform.form, _plywood)(answer)


def _middles(answer: DollyAnswer) -> list[tuple[str, float, float]]:
    """The corners: name, ahead and to the left of the middle, m."""
    places = answer.corner_places.tolist()
    return [(name, *at) for name, at in zip(answer.form.corners, places, strict=True)]


def _plywood(answer: DollyAnswer) -> Made:
    length, width = answer.deck_size
    holes: list[Hole] = []
    bolts: list[Bolt] = []
    for corner, ahead, left in _middles(answer):
        holes += plate_holes(answer, DECK, corner, length / 2 + ahead, width / 2 + left)
        bolts += plates_on(answer, DECK, corner, corner)
    note = ""
    if answer.design.platform.form == "triangle":
        note = "sawn to a triangle, its blunt corners as broad as the wheel plates"
    deck = Template(DECK, length, width, tuple(holes), note=note, thick=BOARD, of="plywood")
    return Made([deck], bolts)


def _on_trucks(answer: DollyAnswer) -> Made:
    length, width = answer.deck_size
    holes: list[Hole] = []
    bolts: list[Bolt] = []
    for name, ahead in (("rear", -1), ("front", 1)):
        at = length / 2 + ahead * answer.design.base / 2
        holes += mounts(answer).holes(DECK, f"{name} truck", at, width / 2)
        bolts += mounts(answer).bolts(DECK, f"{name} truck", f"{name} truck")
    return Made([Template(DECK, length, width, tuple(holes), thick=BOARD, of="plywood")], bolts)


def _boards(answer: DollyAnswer) -> Made:
    """A long board over one rail, a short one over the other, and one across on top of both."""
    thick, broad = PINE_SIZE
    middle = broad / 2
    ends = {LONG: answer.deck_size[0], SHORT: answer.plate_size[0] + 2 * PAST}
    holes: dict[str, list[Hole]] = {LONG: [], SHORT: [], CROSS: []}
    bolts: list[Bolt] = []
    for corner, ahead, left in _middles(answer):
        part = SHORT if left > 0 else LONG
        holes[part] += plate_holes(answer, part, corner, ends[part] / 2 + ahead, middle)
        bolts += plates_on(answer, part, corner, corner)
    for part, at in ((LONG, middle), (SHORT, middle + answer.gauge)):
        for name, (along, across) in CROSSED.items():
            label = f"{'long' if part == LONG else 'short'} {name}"
            own = Hole(
                part, f"cross {name}", ends[part] / 2 + along, middle + across, PILOT, "pilot"
            )
            holes[part].append(own)
            top = Hole(CROSS, label, at + across, middle + along, SCREW + 5e-4, "wood screw")
            holes[CROSS].append(top)
            held = through((CROSS, label), (part, f"cross {name}"))
            bolts.append(Bolt("", "boards", label, "", held, nut=False, screw=SCREW))
    ends[CROSS] = answer.gauge + broad
    of = answer.case.row("sections", PINE).name
    return Made(
        [
            Template(part, ends[part], broad, tuple(holes[part]), thick=thick, of=of)
            for part in ends
        ],
        bolts,
        tuple(Piece(PINE, part, length, 1) for part, length in ends.items()),
    )


def _frame(answer: DollyAnswer) -> Made:
    """Two pipes along it, drilled through for the wheel plates, and two across in tees."""
    length, section = answer.deck_size[0], answer.frame
    middle = section.width / 2
    holes: list[Hole] = []
    bolts: list[Bolt] = []
    for corner, ahead, left in _middles(answer):
        end = corner.split()[0]
        if left < 0:
            # Both pipes are drilled alike.
            holes += plate_holes(answer, SIDE, end, length / 2 + ahead, middle)
        bolts += plates_on(answer, SIDE, corner, end)
    note = "drill both clamped together, straight through the middle"
    height = section.properties.height
    side = Template(
        SIDE, length, section.width, tuple(holes), count=2, note=note, thick=height, of=section.name
    )
    across = Piece(FRAME, "Cross pipe", answer.gauge - TEES, 2)
    return Made([side], bolts, (Piece(FRAME, SIDE, length, 2), across))


def _feet(answer: DollyAnswer) -> Made:
    """Laths from wheel plate to wheel plate: one along, two slanted, two of them at each joint."""
    thread = thread_of_plate(answer)
    thick, broad = LATH_SIZE
    reaches = {SPREADER: answer.design.base, SLANTED: slant(answer)}
    of = answer.case.row("sections", LATH).name
    templates = [
        Template(
            part,
            reach + 2 * LATH_IN,
            broad,
            tuple(
                Hole(part, f"end {end}", LATH_IN + at, broad / 2, thread.clearance, "joint bolt")
                for end, at in (("a", 0.0), ("b", reach))
            ),
            count=1 if part == SPREADER else 2,
            thick=thick,
            of=of,
        )
        for part, reach in reaches.items()
    ]
    joints = {
        "rear right": ((SPREADER, "end a"), (SLANTED, "end a")),
        "front right": ((SPREADER, "end b"), (SLANTED, "end a")),
        "left": ((SLANTED, "end b"), (SLANTED, "end b")),
    }
    bolts = [
        Bolt("joint-bolts", "spreader", corner, thread.id, through(*laths, (PLATE, "joint")))
        for corner, laths in joints.items()
    ]
    pieces = tuple(Piece(LATH, one.part, one.length, one.count) for one in templates)
    return Made(templates, bolts, pieces)


def slant(answer: DollyAnswer) -> float:
    """From a wheel set on the one rail to that on the other, m."""
    return float((answer.gauge**2 + (answer.design.base / 2) ** 2) ** 0.5)
