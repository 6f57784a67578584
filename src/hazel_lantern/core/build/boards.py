"""What a board is asked for as: its thickness in the words of the shop."""

from __future__ import annotations

import re

from hazel_lantern.core.parts import Template, in_sentence
from hazel_lantern.core.units import Style, write

#: Thickness of plywood, m, and what it is sold as where sizes go by the inch: each a little thinner
#: than its name.
NOMINAL = {0.006: '1/4"', 0.009: '3/8"', 0.012: '1/2"', 0.015: '5/8"', 0.018: '3/4"', 0.024: '1"'}
#: What is sold by those names.
BOARDS = ("plywood", "mdf", "particle board")


def spoken(name: str, style: Style) -> str:
    """A name with its board as the shop calls it: ``Deck, 18 mm plywood`` by the inch too.

    Parameters
    ----------
    name : str
    style : Style

    Returns
    -------
    str
    """
    if not style.imperial:
        return name

    def by_the_inch(match: re.Match[str]) -> str:
        nominal = NOMINAL.get(round(int(match[1]) / 1e3, 4))
        return f"{nominal} {match[2]}" if nominal else match[0]

    return re.sub(r"(\d+) mm (plywood|mdf)", by_the_inch, name)


def sold_as(part: Template, style: Style) -> str:
    """What a part is cut from: ``18 mm plywood``, ``3/4" plywood``, ``aluminium tube 25 × 2``.

    Parameters
    ----------
    part : Template
    style : Style

    Returns
    -------
    str
    """
    of = in_sentence(part.of)
    if not part.thick or any(letter.isdigit() for letter in of):
        return of
    return board(part.thick, of, style)


def board(thick: float, of: str, style: Style) -> str:
    """A board by its thickness, m, and what it is of."""
    nominal = NOMINAL.get(round(thick, 4))
    if style.imperial and nominal and of in BOARDS:
        return f"{nominal} {of}"
    return f"{write(thick, 'fine', style)} {of}"
