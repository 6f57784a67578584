"""The dolly and its track as they are put together: parts with their holes, bolts, screws."""

from __future__ import annotations

from hazel_lantern.core.parts import Bolt, Hole, Template
from hazel_lantern.core.reuse import reused
from hazel_lantern.core.rigs.dolly import decks
from hazel_lantern.core.rigs.dolly.answer import DollyAnswer
from hazel_lantern.core.rigs.dolly.decks import PLATE, mounts
from hazel_lantern.core.rigs.dolly.pieces import (
    NOTCHED,
    OVERHANG,
    SLEEPER_BOARD,
    stick_length,
)
from hazel_lantern.core.rigs.dolly.pieces import SLEEPER as SLEEPER_SECTION
from hazel_lantern.core.rigs.kit.bolts import through

SLEEPER, SADDLE, STICK = "Sleeper", "Pipe saddle", "Gauge stick"
#: Thickness of a wheel plate, aluminium, m.
SHEET = 0.005
#: What a saddle is screwed on with, m, and the hole that its screw is started in.
SCREW, PILOT = 0.004, 0.0025
#: How deep a rail lies in a sleeper of pipe, m.
NOTCH = 0.012
#: From an end of a gauge stick to the hole of its tie, m, and that hole.
STICK_IN, TIE_HOLE = 0.012, 0.006
#: From a pipe's side to the middle of a saddle's screw, and a saddle's breadth, m.
BESIDE, SADDLE_BREADTH = 0.012, 0.02


def plated(answer: DollyAnswer) -> bool:
    """Whether the wheels are on plates; trucks are bolted right under their board."""
    return answer.design.platform.form != "board on two trucks"


def _plate(answer: DollyAnswer) -> Template:
    length, breadth = answer.plate_size
    x, y, held = length / 2, breadth / 2, mounts(answer)
    hold = decks.thread_of_plate(answer)
    found = [
        Hole(PLATE, name, x + along, y + across, hold.clearance, f"bolt {hold.size} to the deck")
        for name, along, across in decks.plate_bolts(answer)
    ]
    for number, offset in enumerate(answer.design.sets, start=1):
        found += held.holes(PLATE, f"set {number}", x + offset, y)
    return Template(
        PLATE,
        length,
        breadth,
        tuple(found),
        count=len(answer.form.corners),
        note="drill them all clamped together",
        thick=SHEET,
        of="aluminium",
    )


def _saddle_places(answer: DollyAnswer) -> list[tuple[str, float]]:
    """A saddle's screws from the pipe's middle, m."""
    if answer.design.track.sleeper == "boards with clips":
        return [("a", 0.0)]
    aside = answer.rows.section.width / 2 + BESIDE
    return [("a", -aside), ("b", aside)]


def _track(answer: DollyAnswer) -> list[Template]:
    """Sleepers, and the saddles that hold the pipes on them."""
    track, (_, second) = answer.design.track, SLEEPER_BOARD
    board = answer.case.row("sections", SLEEPER_SECTION)
    if not track.sleepered:
        return [_stick(answer, board.name)]
    if track.sleeper == "pipes, notched":
        return [_notched(answer)]
    clips = track.sleeper == "boards with clips"
    screws = _saddle_places(answer)
    words = "pilot for the saddle's screw; both rails from the same end"
    found = tuple(
        Hole(SLEEPER, f"{rail} {name}", at + aside, second / 2, PILOT, words)
        for rail, at in (("near rail", OVERHANG), ("far rail", OVERHANG + track.gauge))
        for name, aside in screws
    )
    reach = 2 * (screws[-1][1] + 0.01)
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
            of=answer.case.row("hardware", "pipe-clip" if clips else "rail-saddle").name,
            comes_drilled=True,
        ),
    ]


def _notched(answer: DollyAnswer) -> Template:
    """A sleeper of pipe with a saddle filed into it for each rail."""
    track, row = answer.design.track, answer.case.row("sections", NOTCHED)
    words = f"mark it: middle of a notch that the pipe lies in, {NOTCH * 1e3:g} mm deep"
    holes = tuple(
        Hole(SLEEPER, rail, at, row.width / 2, PILOT, words)
        for rail, at in (("near rail", OVERHANG), ("far rail", OVERHANG + track.gauge))
    )
    return Template(
        SLEEPER,
        track.gauge + 2 * OVERHANG,
        row.width,
        holes,
        count=track.sleeper_count,
        note="file the notches with a rail as the gauge; tie each rail into them",
        thick=row.width,
        of=row.name,
    )


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
    shop = answer.case.settings.shop
    return answer.workshop.catalogue, shop, answer.design, answer.shot.move


@reused(_made_of)
def templates(answer: DollyAnswer) -> tuple[Template, ...]:
    """Every part that a bolt or a screw goes through."""
    found = [*decks.made(answer).templates]
    if plated(answer):
        found.append(_plate(answer))
    found.append(mounts(answer).template(answer.sets))
    if answer.design.on_track:
        found += _track(answer)
    return tuple(found)


@reused(_made_of)
def bolts(answer: DollyAnswer) -> tuple[Bolt, ...]:
    """Every bolt in its place, and the screws of boards and saddles."""
    found = [*decks.made(answer).bolts]
    held_by = mounts(answer)
    for corner in answer.form.corners if plated(answer) else ():
        for number in range(1, len(answer.design.sets) + 1):
            found += held_by.bolts(PLATE, f"set {number}", f"{corner}, set {number}")
    track = answer.design.track
    if track.sleepered and track.sleeper != "pipes, notched":
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
            for name, _ in _saddle_places(answer)
        ]
    return tuple(found)
