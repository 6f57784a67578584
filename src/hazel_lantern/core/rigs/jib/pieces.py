"""Pieces of a jib that are cut from stock lengths, and its cables."""

from __future__ import annotations

from hazel_lantern.core.parts import Piece
from hazel_lantern.core.rigs.jib.answer import JibAnswer
from hazel_lantern.core.rigs.jib.model import BAR_END, BOOM_END, JibDesign

#: Wire that one loop with thimble and clips takes up, m.
LOOP = 0.12


def pieces(answer: JibAnswer) -> tuple[Piece, ...]:
    """Pieces cut from stock lengths."""
    boom, level = answer.design.boom, answer.design.level
    if boom.form == "two nested pieces":
        inner = boom.front - boom.joint + boom.overlap + BOOM_END
        found = [
            Piece(boom.section, "Boom, outer piece", boom.tail + boom.joint, 1),
            Piece(boom.tip_section, "Boom, inner piece", inner, 1),
        ]
    else:
        found = [Piece(boom.section, "Boom", boom.tail + boom.front + BOOM_END, 1)]
    if level.kind == "solid bar":
        length = boom.front + level.longer + 2 * BAR_END
        found.append(Piece(level.section, "Link bar", length, 1))
    return tuple(found)


def cable_length(design: JibDesign) -> float:
    """Wire to cut for one cable, loops and all, m; the tightener takes up the rest."""
    return design.boom.front + 2 * LOOP
