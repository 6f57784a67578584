"""Pieces of a jib that are cut from stock lengths, and its cables."""

from __future__ import annotations

from hazel_lantern.core.parts import Piece
from hazel_lantern.core.rigs.jib.answer import JibAnswer
from hazel_lantern.core.rigs.jib.model import BAR_END, BOOM_END, JibDesign
from hazel_lantern.core.rigs.kit.arm import BoomDesign

OUTER, INNER, WHOLE, BAR = "Boom, outer piece", "Boom, inner piece", "Boom", "Link bar"
#: Wire that one loop with thimble and clips takes up, m.
LOOP = 0.12


def pieces(answer: JibAnswer) -> tuple[Piece, ...]:
    """Pieces cut from stock lengths."""
    boom, level = answer.design.boom, answer.design.level
    labels = piece_labels(boom)
    found = [
        Piece(section, label, end - start + (BOOM_END if label == labels[-1] else 0.0), boom.boards)
        for section, label, (start, end) in zip(
            (boom.section, *boom.inner), labels, boom.reaches, strict=True
        )
    ]
    if level.kind == "solid bar":
        length = answer.design.radius + level.longer + 2 * BAR_END
        found.append(Piece(level.section, BAR, length, 1))
    return tuple(found)


def piece_labels(boom: BoomDesign) -> tuple[str, ...]:
    """What the pieces of a boom are called, outer one first."""
    if boom.nested == 1:
        return (WHOLE,)
    between = ("Boom, second piece", "Boom, third piece")[: boom.nested - 2]
    return (OUTER, *between, INNER)


def cable_length(design: JibDesign) -> float:
    """Wire to cut for one cable, loops and all, m; the tightener takes up the rest."""
    return design.radius + 2 * LOOP
