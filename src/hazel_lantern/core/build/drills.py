"""Drills as a shop calls them: by the tenth of a millimetre, or by fraction, number and letter."""

from __future__ import annotations

from fractions import Fraction
from typing import NamedTuple

from hazel_lantern.core.build.marking import ruled
from hazel_lantern.core.units import INCH, Style, write

#: Diameters of the numbered drills from 1 on, thousandths of an inch, after ASME B94.11M.
NUMBERS = (
    228, 221, 213, 209, 205.5, 204, 201, 199, 196, 193.5, 191, 189, 185, 182, 180, 177, 173, 169.5,
    166, 161, 159, 157, 154, 152, 149.5, 147, 144, 140.5, 136, 128.5, 120, 116, 113, 111, 110,
    106.5, 104, 101.5, 99.5, 98, 96, 93.5, 89, 86, 82, 81, 78.5, 76, 73, 70, 67, 63.5, 59.5, 55,
    52, 46.5, 43, 42, 41, 40,
)  # fmt: skip
#: Of the lettered ones from A on.
LETTERS = (
    234, 238, 242, 246, 250, 257, 261, 266, 272, 277, 281, 290, 295, 302, 316, 323, 332, 339, 348,
    358, 368, 377, 386, 397, 404, 413,
)  # fmt: skip
#: A set goes by 1/64 in up to half an inch, by 1/32 to an inch, then by 1/16: bits and hole saws.
FINE, MIDDLE = 0.5, 1.0
#: A fraction is taken where it is no more than this above what is wanted, m; and a drill is not
#: called too small for being smaller by the other.
NEAR, EVEN = 0.25e-3, 0.03e-3


class DrillSize(NamedTuple):
    """What a drill is called, and its diameter, m."""

    name: str
    diameter: float


def _fractions(upto: float) -> list[DrillSize]:
    found, at = [], Fraction(1, 16)
    while at * INCH <= upto + INCH / 8:
        size = float(at) * INCH
        found.append(DrillSize(ruled(size), size))
        fine = at < FINE
        at += Fraction(1, 64) if fine else Fraction(1, 32) if at < MIDDLE else Fraction(1, 16)
    return found


def _named() -> list[DrillSize]:
    found = [
        DrillSize(f'#{at} ({size / 1000:.4g}")', size / 1000 * INCH)
        for at, size in enumerate(NUMBERS, start=1)
    ]
    found += [
        DrillSize(f'letter {chr(ord("A") + at)} ({size / 1000:.3f}")', size / 1000 * INCH)
        for at, size in enumerate(LETTERS)
    ]
    return sorted(found, key=lambda one: one.diameter)


def by_the_millimetre(diameter: float, style: Style) -> DrillSize:
    """The drill for what is sold by the millimetre everywhere, such as rod for axles.

    Parameters
    ----------
    diameter : float
        m.
    style : Style

    Returns
    -------
    DrillSize
        By the inch with the decimals behind it.
    """
    name = write(diameter, "fine")
    return DrillSize(
        f"{name} ({write(diameter, 'fine', style)})" if style.imperial else name, diameter
    )


def drill_for(diameter: float, style: Style, exact: bool = False) -> DrillSize:
    """The drill to take for a hole.

    Parameters
    ----------
    diameter : float
        What the hole is to be, m.
    style : Style
        By the millimetre or by the inch.
    exact : bool
        Whether the hole is tapped or a press fit: the nearest drill, rather than one that lets
        the bolt through.

    Returns
    -------
    DrillSize
        Its name, and what it really drills, m.
    """
    if not style.imperial:
        return DrillSize(write(diameter, "fine", style), diameter)
    fractions, named = _fractions(diameter), _named()
    if exact:
        return min((*fractions, *named), key=lambda one: abs(one.diameter - diameter))
    large = [one for one in fractions if one.diameter >= diameter - EVEN]
    if large and large[0].diameter <= diameter + NEAR:
        return large[0]
    closer = [one for one in named if one.diameter >= diameter - EVEN]
    return min((*large[:1], *closer[:1]), key=lambda one: one.diameter)
