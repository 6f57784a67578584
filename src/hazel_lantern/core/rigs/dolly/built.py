"""The dolly and its track as they are put together: parts with their holes, bolts, screws."""

from __future__ import annotations

from collections.abc import Iterator

from hazel_lantern.core.parts import Bolt, Hole, Template
from hazel_lantern.core.reuse import reused
from hazel_lantern.core.rigs.dolly.answer import BOARD, CORNERS, DollyAnswer
from hazel_lantern.core.rigs.dolly.pieces import (
    OVERHANG,
    SLEEPER_BOARD,
    stick_length,
)
from hazel_lantern.core.rigs.dolly.pieces import SLEEPER as SLEEPER_SECTION
from hazel_lantern.core.rigs.kit.bolts import SPACER, through
from hazel_lantern.core.rigs.kit.mounts import Mounts

DECK, PLATE = "Deck", "Wheel plate"
SLEEPER, SADDLE, STICK = "Sleeper", "Pipe saddle", "Gauge stick"
#: Thickness of a wheel plate, aluminium, m.
SHEET = 0.005
#: From a wheel plate's corner to its bolts, m.
BOLT_IN = 0.018
#: Between deck and a swivelling plate, m.
GLIDE = 0.002
#: What a saddle is screwed on with, m, and the hole that its screw is started in.
SCREW, PILOT = 0.004, 0.0025
#: From an end of a gauge stick to the hole of its tie, m, and that hole.
STICK_IN, TIE_HOLE = 0.012, 0.006
#: From a pipe's side to the middle of a saddle's screw, and a saddle's breadth, m.
BESIDE, SADDLE_BREADTH = 0.012, 0.02


def corners(answer: DollyAnswer) -> Iterator[tuple[str, float, float]]:
    """The wheel plates' middles on the deck: corner, from its rear right corner, m."""
    platform = answer.design.platform
    length, width = answer.deck_size
    for name, (ahead, left) in zip(
        CORNERS[platform.form], answer.corner_places.tolist(), strict=True
    ):
        yield name, length / 2 + ahead, width / 2 + left


def swivels(answer: DollyAnswer) -> bool:
    """Whether the wheel plates turn under the deck."""
    return answer.design.wheels.corner == "two sets, swivelling"


def mounts(answer: DollyAnswer) -> Mounts:
    """What holds the wheels under their plates."""
    return Mounts(answer.case, answer.rows.roller)


def plate_bolts(answer: DollyAnswer) -> list[tuple[str, float, float]]:
    """Where a wheel plate is bolted to the deck, from its middle: name, along and across, m."""
    if swivels(answer):
        return [("swivel", 0.0, 0.0)]
    length, breadth = answer.plate_size
    x, y = length / 2 - BOLT_IN, breadth / 2 - BOLT_IN
    places = ((-x, -y), (x, -y), (-x, y), (x, y))
    return [(f"bolt {name}", *place) for name, place in zip("abcd", places, strict=True)]


def _deck(answer: DollyAnswer) -> Template:
    thread = answer.case.row("threads", "m10" if swivels(answer) else "m6")
    words = f"{'swivel bolt' if swivels(answer) else 'bolt'} {thread.name} of the wheel plate"
    found = tuple(
        Hole(DECK, f"{corner} {name}", x + along, y + across, thread.clearance, words)
        for corner, x, y in corners(answer)
        for name, along, across in plate_bolts(answer)
    )
    note = ""
    if answer.design.platform.form == "triangle":
        note = "sawn to a triangle, its blunt corners as broad as the wheel plates"
    return Template(DECK, *answer.deck_size, found, note=note, thick=BOARD, of="plywood")


def _plate(answer: DollyAnswer) -> Template:
    length, breadth = answer.plate_size
    x, y, held = length / 2, breadth / 2, mounts(answer)
    hold = answer.case.row("threads", "m10" if swivels(answer) else "m6")
    found = [
        Hole(PLATE, name, x + along, y + across, hold.clearance, f"bolt {hold.name} to the deck")
        for name, along, across in plate_bolts(answer)
    ]
    for number, offset in enumerate(answer.design.sets, start=1):
        found += held.holes(PLATE, f"set {number}", x + offset, y)
    return Template(
        PLATE,
        length,
        breadth,
        tuple(found),
        count=len(CORNERS[answer.design.platform.form]),
        note="drill them all clamped together",
        thick=SHEET,
        of="aluminium",
    )


def _saddle_places(answer: DollyAnswer) -> list[tuple[str, float]]:
    """A saddle's screws from the pipe's middle, m."""
    aside = answer.rows.section.width / 2 + BESIDE
    return [("a", -aside), ("b", aside)]


def _track(answer: DollyAnswer) -> list[Template]:
    """Sleepers, and the saddles that hold the pipes on them."""
    track, (_, second) = answer.design.track, SLEEPER_BOARD
    board = answer.case.row("sections", SLEEPER_SECTION)
    if not track.sleepered:
        return [_stick(answer, board.name)]
    screws = _saddle_places(answer)
    words = "pilot for the saddle's screw; both rails from the same end"
    found = tuple(
        Hole(SLEEPER, f"{rail} {name}", at + aside, second / 2, PILOT, words)
        for rail, at in (("near rail", OVERHANG), ("far rail", OVERHANG + track.gauge))
        for name, aside in screws
    )
    reach = 2 * (screws[1][1] + 0.01)
    own = tuple(
        Hole(SADDLE, name, reach / 2 + aside, SADDLE_BREADTH / 2, SCREW + 0.0005, "its own screw")
        for name, aside in screws
    )
    return [
        Template(
            SLEEPER,
            track.gauge + 2 * OVERHANG,
            second,
            found,
            count=track.sleeper_count,
            note="drill them clamped together",
            thick=SLEEPER_BOARD[0],
            of=board.name,
        ),
        Template(
            SADDLE,
            reach,
            SADDLE_BREADTH,
            own,
            count=2 * track.sleeper_count,
            thick=0.0015,
            of=answer.case.row("hardware", "rail-saddle").name,
            comes_drilled=True,
        ),
    ]


def _stick(answer: DollyAnswer, board: str) -> Template:
    """What keeps the gauge of pipes that lie on the floor."""
    length, (high, second) = stick_length(answer), SLEEPER_BOARD
    found = tuple(
        Hole(STICK, name, at, second / 2, TIE_HOLE, "for a tie round the pipe")
        for name, at in (("near", STICK_IN), ("far", length - STICK_IN))
    )
    count = answer.design.track.stick_count
    note = "drill them clamped together"
    return Template(STICK, length, second, found, count=count, note=note, thick=high, of=board)


def _made_of(answer: DollyAnswer) -> tuple[object, ...]:
    """All that its parts and bolts depend on."""
    return answer.workshop.catalogue, answer.design, answer.shot.move


@reused(_made_of)
def templates(answer: DollyAnswer) -> tuple[Template, ...]:
    """Every part that a bolt or a screw goes through."""
    design = answer.design
    sets = len(CORNERS[design.platform.form]) * len(design.sets)
    found = [_deck(answer), _plate(answer), mounts(answer).template(sets)]
    if design.on_track:
        found += _track(answer)
    return tuple(found)


@reused(_made_of)
def bolts(answer: DollyAnswer) -> tuple[Bolt, ...]:
    """Every bolt in its place, and the screws of the saddles."""
    found: list[Bolt] = []
    held_by = mounts(answer)
    for corner, _, _ in corners(answer):
        for name, _, _ in plate_bolts(answer):
            held = through((DECK, f"{corner} {name}"), (PLATE, name))
            if swivels(answer):
                glide = ((SPACER, GLIDE),)
                found.append(Bolt("swivel-bolts", "swivel", corner, "m10", held, glide))
            else:
                found.append(Bolt("plate-bolts", "wheel plate", f"{corner} {name}", "m6", held))
        for number in range(1, len(answer.design.sets) + 1):
            found += held_by.bolts(PLATE, f"set {number}", f"{corner}, set {number}")
    if answer.design.track.sleepered:
        found += [
            Bolt(
                "",
                "saddle",
                f"{rail} {name}, on each sleeper",
                "",
                through((SADDLE, name), (SLEEPER, f"{rail} {name}")),
                nut=False,
                screw=SCREW,
            )
            for rail in ("near rail", "far rail")
            for name in ("a", "b")
        ]
    return tuple(found)
