"""The shelf: stock lengths and parts that the maker owns, kept for all projects."""

from __future__ import annotations

from pydantic import Field

from hazel_lantern.core.fields import Frozen, choice, quantity
from hazel_lantern.core.tools import Tool

#: Tables of what may lie on a shelf besides lengths of sections, in the order they are offered in.
PARTS = (
    "wheels", "rollers", "stands", "turntables", "bearings", "motors", "cogs", "lines", "wires",
    "endings", "tighteners", "sheaves", "threads", "hardware",
)  # fmt: skip

#: Bolts whose lengths differ by less are as long as each other, m.
AS_LONG = 6e-4


class StockPiece(Frozen):
    """Lengths of one section lying on the shelf."""

    section: str = choice("Section", catalogue="sections")
    length: float = quantity("length", "Length", low=0.01, high=20)
    count: int = quantity("count", "How many", 1, low=1, high=999)


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

    def lengths_of(self, section: str) -> tuple[float, ...]:
        """Owned lengths of a section, each as often as it is there, shortest first, m."""
        found = [p.length for p in self.stock if p.section == section for _ in range(p.count)]
        return tuple(sorted(found))

    def count_of(self, part: str, length: float = 0.0) -> int:
        """How many of a part are owned; of bolts those of a length, or of none that is told."""
        return sum(
            owned.count
            for owned in self.parts
            if owned.part == part
            and (not length or not owned.length or abs(owned.length - length) < AS_LONG)
        )
