"""How track is sized for a move: its pieces, its gauge, and wheels that run on it."""

from __future__ import annotations

import math
from collections.abc import Iterable

from hazel_lantern.core.fields import Edit
from hazel_lantern.core.mechanics import elastica
from hazel_lantern.core.rigs.asks import Candidate
from hazel_lantern.core.rigs.dolly.answer import WHEEL_PLATE, DollyAnswer
from hazel_lantern.core.rigs.dolly.model import F
from hazel_lantern.core.rigs.kit.wheels import wheel_for
from hazel_lantern.core.shot import Arc
from hazel_lantern.core.units import write

#: From sleeper to sleeper, m: pipes of 32 mm and more hardly sag, and the picture does not sway.
SLEEPERS = 0.4
#: More way than is needed, so that the lamp of it holds with its margin.
SPARE = 1.12
#: Side play over the gauge's error that wheels which are chosen for a track have.
ROOMY = 1.25
#: A piece is as long as a car carries, but no longer than that, m.
LONGEST = 2.0
LAID = {
    "straight track": "Lay straight track",
    "bowed track": "Bow the pipes with a cord",
    "pre-bent track": "Bend the pipes to the arc",
    "no track": "Run on the floor",
}


def pieces_for(way: float, base: float, longest: float = LONGEST) -> tuple[int, float]:
    """As few equal pieces as a way takes, with something to spare.

    Parameters
    ----------
    way, base, longest : float
        What the wheels run at the least, between the outermost of them, and of a piece at the
        most, m.

    Returns
    -------
    int
        Pieces.
    float
        Length of each, in whole 100 mm, m.
    """
    length = SPARE * way + base
    longest = math.floor(min(longest, LONGEST) * 10 + 1e-9) / 10
    count = max(1, math.ceil(length / longest - 1e-9))
    return count, round(math.ceil(length / count * 10 - 1e-9) / 10, 6)


def with_rollers(answer: DollyAnswer, face: str, across: float | None = None) -> tuple[Edit, ...]:
    """The edit that puts on wheels which run on a face; none where they do already.

    Of those with side play for the gauge as it is laid, if there are any.
    """
    wheels = answer.design.wheels
    now, across = wheels.roller, answer.rows.section.width if across is None else across
    every = answer.workshop.catalogue.rollers
    table = {id: row for id, row in every.items() if row.takes(across)} or every
    roomy = {id: row for id, row in table.items() if row.side_play >= ROOMY * wheels.gauge_error}
    roller = wheel_for(face, now, roomy) or wheel_for(face, now, table)
    return () if roller is None or roller == now else (Edit(F.wheels.roller, roller),)


def _sized(answer: DollyAnswer) -> list[Edit]:
    """Of a dolly that ran on the floor: a track as long and as broad as it needs."""
    design = answer.design
    way = answer.shot.move.distance + 2 * design.track.spare
    pieces, piece = pieces_for(way, design.outer_base, design.carried.longest)
    gauge = round(max(design.platform.width - WHEEL_PLATE[1], 0.1), 2)
    return [
        Edit(F.track.pieces, pieces),
        Edit(F.track.piece, piece),
        Edit(F.track.gauge, gauge),
        Edit(F.track.sleepers, min(design.track.sleepers, SLEEPERS)),
        Edit(F.track.bed, "on sleepers"),
    ]


def laid_edits(answer: DollyAnswer, laid: str) -> tuple[Edit, ...]:
    """The edits that lay another kind of track: its size, wheels and bow come with it."""
    track, move = answer.design.track, answer.shot.move
    edits = [Edit(F.track.kind, laid)]
    length = track.length
    if laid != "no track" and not answer.design.on_track:
        edits += _sized(answer)
        length = math.prod(
            float(edit.value) for edit in edits if edit.path in (F.track.pieces, F.track.piece)
        )
    face = "floor" if laid == "no track" else answer.rows.section.running_face
    edits += with_rollers(answer, face)
    if laid == "bowed track" and isinstance(move, Arc):
        turn = length / move.radius
        if math.sin(turn / 4) <= elastica.STEEPEST and turn < 2 * math.pi:
            sagitta = elastica.fitted_sagitta(length, move.radius)
            edits.append(Edit(F.track.sagitta, round(sagitta, 3)))
    return tuple(edits)


def ways_to_lay(answer: DollyAnswer) -> Iterable[Candidate]:
    """Every kind of track, and none, as what is needed for it."""
    for laid, title in LAID.items():
        now = laid == answer.design.track.kind
        yield Candidate(laid, title, () if now else laid_edits(answer, laid))


def refused(answer: DollyAnswer) -> str:
    """Why wheels do not run on the pipes that are laid though they run on pipe; else nothing.

    Parameters
    ----------
    answer : DollyAnswer

    Returns
    -------
    str
    """
    if not answer.design.on_track:
        return ""
    if answer.design.platform.form == "board on two trucks":
        return (
            "Trucks steer by leaning and have floor wheels: take another platform on pipe, or "
            "run on the floor."
        )
    roller, across = answer.rows.roller, answer.rows.section.width
    if roller.takes(across):
        return ""
    ends = roller.least_pipe or 0.0, roller.greatest_pipe or 0.0
    least, most = (write(one, "fine", answer.style) for one in ends)
    return (
        f"{roller.name} sit on pipes of {least} to {most}; these are "
        f"{write(across, 'fine', answer.style)} across."
    )
