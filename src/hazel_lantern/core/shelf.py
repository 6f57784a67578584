"""The shelf: stock lengths and parts that the maker owns, kept for all projects."""

from __future__ import annotations

import math

from pydantic import Field

from hazel_lantern.core.fields import Frozen, choice, quantity
from hazel_lantern.core.tools import Tool

#: Tables of what may lie on a shelf besides lengths of sections, in the order they are offered in.
PARTS = (
    "wheels", "rollers", "stands", "turntables", "bearings", "motors", "cogs", "lines", "wires",
    "endings", "tighteners", "sheaves", "threads", "hardware",
)  # fmt: skip

#: A piece may be so far out of straight over its length, m: what packing and clamps take up.
AS_STRAIGHT = 0.001
#: Bolts whose lengths differ by less are as long as each other, m.
AS_LONG = 6e-4


class StockPiece(Frozen):
    """Lengths of one section lying on the shelf."""

    section: str = choice("Section", catalogue="sections")
    length: float = quantity("length", "Length", low=0.01, high=20)
    count: int = quantity("count", "How many", 1, low=1, high=999)
    bow: float = quantity("fine", "Out of straight, in 1 m", 0.0, low=0, high=0.2)

    @property
    def reach(self) -> float:
        """The longest piece of it that is as good as straight, m: its bow grows with the square."""
        return math.sqrt(AS_STRAIGHT / self.bow) if self.bow else math.inf


class OwnedPart(Frozen):
    """A part owned: a wheel kind, a stand or a piece of hardware, by its catalogue id.

    Bolts have a ``length``, m; without one they do for any.
    """

    part: str = Field(title="Part", min_length=1)
    count: int = quantity("count", "How many", 1, low=1, high=999)
    length: float = quantity("fine", "Length", 0.0, low=0, high=2)


class OwnedPlate(Frozen):
    """Weight plates of one size."""

    mass: float = quantity("mass", "One weighs", low=0.01, high=100)
    count: int = quantity("count", "How many", 1, low=1, high=60)


class Shelf(Frozen):
    """All that is owned; the default is an empty shelf."""

    version: int = 1
    stock: tuple[StockPiece, ...] = ()
    parts: tuple[OwnedPart, ...] = ()
    plates: tuple[OwnedPlate, ...] = ()
    tools: tuple[Tool, ...] = ()

    @property
    def ids(self) -> set[str]:
        """Of all that is on it."""
        return {one.section for one in self.stock} | {one.part for one in self.parts}

    def stock_of(self, section: str) -> tuple[tuple[float, float], ...]:
        """Owned lengths of a section and the longest pieces they are straight enough for, m; each
        as often as it is there, shortest first.
        """
        found = [
            (p.length, p.reach) for p in self.stock if p.section == section for _ in range(p.count)
        ]
        return tuple(sorted(found))

    def lengths_of(self, section: str, piece: float = 0.0) -> tuple[float, ...]:
        """Owned lengths of a section that are straight enough for a piece, shortest first, m."""
        return tuple(length for length, reach in self.stock_of(section) if reach >= piece)

    def count_of(self, part: str, length: float = 0.0) -> int:
        """How many of a part are owned; of bolts those of a length, or of none that is told."""
        return sum(
            owned.count
            for owned in self.parts
            if owned.part == part
            and (not length or not owned.length or abs(owned.length - length) < AS_LONG)
        )
