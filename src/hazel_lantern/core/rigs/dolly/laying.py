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

#: From sleeper to sleeper, m: pipes of 32 mm and more hardly sag, and the picture does not sway.
SLEEPERS = 0.4
#: A piece is as long as a car carries, but no longer than that, m.
LONGEST = 2.0
LAID = {
    "straight track": "Lay straight track",
    "bowed track": "Bow the pipes with a cord",
    "pre-bent track": "Bend the pipes to the arc",
    "no track": "Run on the floor",
}


def pieces_for(length: float, longest: float = LONGEST) -> tuple[int, float]:
    """As few equal pieces as a length takes.

    Parameters
    ----------
    length, longest : float
        Of the track at the least, and of a piece at the most, m.

    Returns
    -------
    int
        Pieces.
    float
        Length of each, in whole 100 mm, m.
    """
    longest = math.floor(min(longest, LONGEST) * 10 + 1e-9) / 10
    count = max(1, math.ceil(length / longest - 1e-9))
    return count, round(math.ceil(length / count * 10 - 1e-9) / 10, 6)


def with_rollers(answer: DollyAnswer, face: str) -> tuple[Edit, ...]:
    """The edit that puts on wheels which run on a face; none where they do already."""
    now = answer.design.wheels.roller
    roller = wheel_for(face, now, answer.workshop.catalogue.rollers)
    return () if roller is None or roller == now else (Edit(F.wheels.roller, roller),)


def _sized(answer: DollyAnswer) -> list[Edit]:
    """Of a dolly that ran on the floor: a track as long and as broad as it needs."""
    design = answer.design
    needed = answer.shot.move.distance + 2 * design.track.spare + design.outer_base
    pieces, piece = pieces_for(needed, design.carried.longest)
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
