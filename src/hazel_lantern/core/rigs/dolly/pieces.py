"""Pieces of a dolly's track that are cut from stock lengths, and how its pipes are bowed."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.mechanics import elastica
from hazel_lantern.core.parts import Piece
from hazel_lantern.core.rigs.dolly.answer import DollyAnswer
from hazel_lantern.core.rigs.dolly.path import turned

#: What sleepers are cut from, its height and breadth, and how far they reach past the rails, m.
SLEEPER, SLEEPER_BOARD, OVERHANG = "pine-44x18", (0.018, 0.044), 0.08


def rail_lengths(answer: DollyAnswer) -> tuple[float, float]:
    """Of the rail nearer to the curve's centre and of the farther one, m."""
    track = answer.design.track
    more = track.gauge / 2 * turned(answer.case)
    return track.length - more, track.length + more


def crossing_places(answer: DollyAnswer) -> list[tuple[float, float]]:
    """Where each sleeper or stick crosses both pipes, from their ends, m: inner and outer.

    The outer pipe runs ahead of the middle line by half of the gauge times the angle turned.
    """
    design = answer.design
    ways = np.array(answer.crossings)
    _, _, turn = answer.line.at(ways)
    inner, outer = (ways + sign * design.track.gauge / 2 * turn for sign in (-1, 1))
    return list(zip((inner - inner[0]).tolist(), (outer - outer[0]).tolist(), strict=True))


def pieces(answer: DollyAnswer) -> tuple[Piece, ...]:
    """Pieces cut from stock lengths; of a curve the inner and the outer rail apart.

    One rail of a straight track begins and ends with half a piece, so that joints are not
    side by side.
    """
    design, track = answer.design, answer.design.track
    if not design.on_track:
        return ()
    inner, outer = rail_lengths(answer)
    sleeper = Piece(SLEEPER, "Sleeper", track.gauge + 2 * OVERHANG, track.sleeper_count)
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


def cord_length(bow: elastica.Bow) -> float:
    """Cord for a bowed pipe, from end to end with its knots, m."""
    return bow.chord + 0.4


def pipe_bows(answer: DollyAnswer) -> tuple[elastica.Bow, elastica.Bow]:
    """Inner and outer pipe, each bowed to turn as far as the middle line does."""
    track = answer.design.track
    k = elastica.bow(track.length, track.sagitta).k
    inner, outer = (elastica.Bow(length, k) for length in rail_lengths(answer))
    return inner, outer


def track_mass(answer: DollyAnswer) -> float:
    """Mass of rails and sleepers, kg."""
    found = 0.0
    for piece in pieces(answer):
        section = answer.case.row("sections", piece.section)
        density = answer.workshop.catalogue.material_of(section).density
        found += section.properties.area * density * piece.length * piece.count
    return found
