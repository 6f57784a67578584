"""Bolts as they sit: how long each must be, what it is sold as, spacers that fill the rest."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from fractions import Fraction

from hazel_lantern.core.catalogue.rows import Thread
from hazel_lantern.core.parts import Bolt, Template, Through

INCH = 0.0254
#: Lengths under the head that shops have, m: metric bolts by the millimetre, unified by the inch.
METRIC = tuple(
    mm / 1e3
    for mm in (
        *(10, 12, 16, 20, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 75, 80, 90, 100, 110, 120),
        *(130, 140, 150, 160, 180, 200, 220, 240, 260, 280, 300),
    )
)
UNIFIED = tuple(
    inches * INCH
    for inches in (
        *(0.5, 0.625, 0.75, 1, 1.25, 1.5, 1.75, 2, 2.25, 2.5, 2.75, 3, 3.5, 4, 4.5, 5, 5.5, 6),
        *(7, 8, 9, 10, 11, 12),
    )
)
#: Past what it holds together a bolt needs so much of its diameter: washers, nut, two threads.
NUT = 1.6
#: Screwed into a part, it holds with so much of its diameter at the least.
ENGAGED = 0.6
#: Thickness of a washer, m.
WASHER = 0.0016


@dataclass(frozen=True)
class Sized:
    """A bolt with its thread, what lies between head and nut, and its length, m.

    ``washers`` are those that it has more than one under its head.
    """

    bolt: Bolt
    thread: Thread
    grip: float
    length: float
    washers: int = 0

    @property
    def sold_as(self) -> str:
        """Such as “M8 × 70”; longer than shops have, of threaded rod."""
        name, unified = self.thread.size, self.thread.system == "unified"
        if self.length > METRIC[-1] + 0.005:
            long = _by_the_inch(self.length) if unified else f"{self.length * 1e3:.0f}"
            return f"{name} rod × {long}"
        if unified:
            return f"{name} × {_by_the_inch(self.length)}"
        return f"{name} × {self.length * 1e3:.0f}"


def _by_the_inch(length: float) -> str:
    """A length as shops write it: ``1 3/4 in``, to a sixteenth."""
    whole, rest = divmod(round(length / INCH * 16), 16)
    part = str(Fraction(rest, 16)) if rest else ""
    return " ".join(filter(None, (str(whole) if whole else "", part, "in")))


def thread_of(diameter: float) -> str:
    """The metric thread of a diameter.

    Parameters
    ----------
    diameter : float
        m.

    Returns
    -------
    str
        Its id in the catalogue.
    """
    return f"m{diameter * 1e3:.0f}"


def sized(bolt: Bolt, made: Mapping[str, Template], thread: Thread) -> Sized:
    """A bolt with the shortest length that will do.

    Parameters
    ----------
    bolt : Bolt
    made : mapping of str to Template
        The parts by name, with their thickness.
    thread : Thread

    Returns
    -------
    Sized

    Raises
    ------
    KeyError
        If it goes through a part that is not there.
    """
    thick = [0.0 if one.inside else made[one.part].thick for one in bolt.through]
    also = sum(length for _, length in bolt.also)
    lengths = UNIFIED if thread.system == "unified" else METRIC
    # What it is screwed into holds it by its thread: up to there is what it clamps.
    grip = sum(thick if bolt.nut else thick[:-1]) + also
    least = grip + (NUT if bolt.nut else ENGAGED) * thread.diameter
    length = next((one for one in lengths if least - 1e-9 <= one), math.ceil(least * 1e2) / 1e2)
    # Rather than come out at the back of what it is screwed into, it gets washers.
    over = 0.0 if bolt.nut else length - grip - thick[-1]
    return Sized(bolt, thread, grip, length, max(math.ceil(over / WASHER - 1e-6), 0))


def bought(found: Iterable[Sized]) -> dict[tuple[str, str, str, float], int]:
    """How many of each bolt there are.

    Parameters
    ----------
    found : iterable of Sized

    Returns
    -------
    dict
        Number by key, thread, what it is sold as and length, m, in the order of need.
    """
    return Counter((one.bolt.key, one.thread.id, one.sold_as, one.length) for one in found)


def spacers(found: Iterable[Sized]) -> dict[tuple[str, float], int]:
    """How many spacers of each bore and length there are.

    Parameters
    ----------
    found : iterable of Sized

    Returns
    -------
    dict
        Number by name of the thread and length, m.
    """
    return Counter(
        (one.thread.size, round(length, 4))
        for one in found
        for words, length in one.bolt.also
        if words == SPACER
    )


#: What a spacer is called in ``Bolt.also``.
SPACER = "spacer"


def through(*places: tuple[str, str]) -> tuple[Through, ...]:
    """Holes that a bolt goes through, from its head on.

    Parameters
    ----------
    places : (str, str)
        Part and hole.

    Returns
    -------
    tuple of Through
    """
    return tuple(Through(part, hole) for part, hole in places)
