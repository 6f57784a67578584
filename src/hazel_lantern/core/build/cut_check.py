"""Whether a cut plan adds up, counted again by its own rules, not by those that made it."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from typing import TYPE_CHECKING

from hazel_lantern.core.parts import Piece

if TYPE_CHECKING:
    from hazel_lantern.core.build.cuts import CutPlan, StockLength

#: Figures that differ by less are the same, m; pieces that differ by less are cut alike.
SAME, ALIKE = 1e-8, 1e-6


def faults(
    plan: CutPlan,
    pieces: Sequence[Piece],
    stock: dict[str, Sequence[StockLength]],
    kerf: float,
) -> list[str]:
    """What does not add up.

    Laid end to end, pieces, a saw cut after each of them and the offcut make the bar; a piece that
    ends with its bar wants no last cut.

    Parameters
    ----------
    plan : CutPlan
    pieces : sequence of Piece
        That were asked for.
    stock : dict
        Lengths that could be had, by section id.
    kerf : float
        Lost at each cut, m.

    Returns
    -------
    list of str
        Empty where all is well.
    """
    found = []
    for number, bar in enumerate(plan.bars, start=1):
        place, last = 0.0, len(bar.pieces)
        for at, (label, length) in enumerate(bar.pieces, start=1):
            if length > bar.stock.reach + SAME:
                found.append(f"bar {number} is straight for {bar.stock.reach:g} m, not for {label}")
            place += length
            if place > bar.stock.length + SAME:
                found.append(f"{label} ends {place - bar.stock.length:g} m past bar {number}")
            if at < last:
                place += kerf
            elif place < bar.stock.length:
                # Within a saw cut of the end nothing is left to cut off.
                place = min(place + kerf, bar.stock.length)
        if abs(place + bar.offcut - bar.stock.length) > SAME:
            found.append(
                f"bar {number} of {bar.stock.length:g} m comes to {place + bar.offcut:g} m"
            )
    asked = Counter({(one.section, one.label): 0 for one in pieces})
    for piece in pieces:
        asked[piece.section, piece.label] += piece.count
    for piece in plan.too_long:
        asked[piece.section, piece.label] -= piece.count
    for bar in plan.bars:
        for label, _ in bar.pieces:
            asked[bar.section, label] -= 1
    found += [f"{many} × {label} too few" for (_, label), many in asked.items() if many]
    used = Counter((bar.section, bar.stock) for bar in plan.bars)
    for (section, entry), many in used.items():
        there = sum(one.available or 0 for one in stock.get(section, ()) if one == entry)
        if entry.available is not None and many > there:
            found.append(f"{many} of {entry.length:g} m of {section}, of {there} there are")
    for bar in plan.bars:
        for label, length in bar.pieces:
            alike = [
                one.length for one in pieces if (one.section, one.label) == (bar.section, label)
            ]
            if not any(abs(one - length) <= ALIKE for one in alike):
                found.append(f"{label} is cut {length:g} m long")
    return found
