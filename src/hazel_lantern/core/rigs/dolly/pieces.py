"""Pieces of a dolly's track that are cut from stock lengths, and how its pipes are bowed."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.mechanics import elastica
from hazel_lantern.core.parts import Piece
from hazel_lantern.core.rigs.dolly.answer import DollyAnswer
from hazel_lantern.core.rigs.dolly.decks import made
from hazel_lantern.core.rigs.dolly.path import turned

#: What sleepers of pipe are cut from.
NOTCHED = "pvc-pipe-50x3.7"
#: What sleepers are cut from, its height and breadth, and how far they reach past the rails, m.
SLEEPER, SLEEPER_BOARD, OVERHANG = "pine-44x18", (0.018, 0.044), 0.08


def along_rails(answer: DollyAnswer) -> tuple[float, float]:
    """How far the rail nearer to the curve's centre and the farther one run beside the line, m."""
    track = answer.design.track
    more = track.gauge / 2 * turned(answer.case)
    return track.length - more, track.length + more


def alike(answer: DollyAnswer) -> bool:
    """Whether both pipes are as long, and the inner one stands out at both ends."""
    track = answer.design.track
    return track.kind == "bowed track" and track.bows == "both alike, ends offset"


def stands_out(answer: DollyAnswer) -> float:
    """How far the inner pipe goes past the outer one's ends, m."""
    inner, outer = along_rails(answer)
    return (outer - inner) / 2 if alike(answer) else 0.0


def rail_lengths(answer: DollyAnswer) -> tuple[float, float]:
    """Of the rail nearer to the curve's centre and of the farther one, as cut, m."""
    inner, outer = along_rails(answer)
    return (outer, outer) if alike(answer) else (inner, outer)


def crossing_places(answer: DollyAnswer) -> list[tuple[float, float]]:
    """Where each sleeper or stick crosses both pipes, from their ends, m: inner and outer.

    The outer pipe runs ahead of the middle line by half of the gauge times the angle turned.
    """
    design = answer.design
    ways = np.array(answer.crossings)
    _, _, turn = answer.line.at(ways)
    inner, outer = (ways + sign * design.track.gauge / 2 * turn for sign in (-1, 1))
    inner = inner - inner[0] + stands_out(answer)
    return list(zip(inner.tolist(), (outer - outer[0]).tolist(), strict=True))


def pieces(answer: DollyAnswer) -> tuple[Piece, ...]:
    """Pieces cut from stock lengths: the platform's, and the track's."""
    return (*made(answer).pieces, *_of_track(answer))


def _of_track(answer: DollyAnswer) -> tuple[Piece, ...]:
    """Rails and what lies across them; of a curve the inner and the outer rail apart.

    One rail of a straight track begins and ends with half a piece, so that joints are not
    side by side.
    """
    design, track = answer.design, answer.design.track
    if not design.on_track:
        return ()
    inner, outer = rail_lengths(answer)
    of = NOTCHED if track.sleeper == "pipes, notched" else SLEEPER
    sleeper = Piece(of, "Sleeper", track.gauge + 2 * OVERHANG, track.sleeper_count)
    if not track.sleepered:
        sleeper = Piece(SLEEPER, "Gauge stick", stick_length(answer), track.stick_count)
    if design.curved:
        found = []
        for name, length in (("inner", inner), ("outer", outer)):
            each, half = length / track.pieces, length / track.pieces / 2
            if name == "inner" or track.pieces == 1:
                found.append(Piece(track.section, f"Rail, {name}", each, track.pieces))
                continue
            found.append(Piece(track.section, f"Rail, {name}", each, track.pieces - 1))
            found.append(Piece(track.section, f"Rail, {name}, half", half, 2))
        return (*found, sleeper)
    if track.pieces == 1:
        return Piece(track.section, "Rail", track.piece, 2), sleeper
    return (
        Piece(track.section, "Rail", track.piece, 2 * track.pieces - 1),
        Piece(track.section, "Rail, half", track.piece / 2, 2),
        sleeper,
    )


def stick_length(answer: DollyAnswer) -> float:
    """Of a stick that fits between the pipes, m."""
    return answer.design.track.gauge - answer.rows.section.width


def corded(answer: DollyAnswer) -> tuple[tuple[str, elastica.Bow], ...]:
    """The pipes that a cord is tied to, inner first: what each is called, and its bow."""
    both = tuple(zip(("inner", "outer"), pipe_bows(answer), strict=True))
    return both if answer.design.track.cord == "on both pipes" else both[:1]


def cord_length(bow: elastica.Bow) -> float:
    """Cord for a bowed pipe, from end to end with its knots, m."""
    return bow.chord + 0.4


def pipe_bows(answer: DollyAnswer) -> tuple[elastica.Bow, elastica.Bow]:
    """Inner and outer pipe, each bowed to turn as far as the middle line does.

    Where both are alike, the separators hold the inner one nearer to the cord than it would lie.
    """
    track = answer.design.track
    k = elastica.bow(track.length, track.sagitta).k
    inner, outer = (elastica.Bow(length, k) for length in rail_lengths(answer))
    return inner, outer


def track_mass(answer: DollyAnswer) -> float:
    """Mass of rails and sleepers, kg."""
    found = 0.0
    for piece in _of_track(answer):
        section = answer.case.row("sections", piece.section)
        density = answer.workshop.catalogue.material_of(section).density
        found += section.properties.area * density * piece.length * piece.count
    return found
