"""The shelf: stock lengths and parts that the maker owns, kept for all projects."""

from __future__ import annotations

from pydantic import Field

from hazel_lantern.core.fields import Frozen, choice, quantity

#: Tables of what may lie on a shelf besides lengths of sections, in the order they are offered in.
PARTS = (
    "wheels", "rollers", "stands", "turntables", "bearings", "motors", "cogs", "lines", "wires",
    "endings", "tighteners", "sheaves", "threads", "hardware",
)  # fmt: skip


class StockPiece(Frozen):
    """Lengths of one section lying on the shelf."""

    section: str = choice("Section", catalogue="sections")
    length: float = quantity("length", "Length", low=0.01, high=20)
    count: int = quantity("count", "How many", 1, low=1, high=999)


class OwnedPart(Frozen):
    """A part owned: a wheel kind, a stand or a piece of hardware, by its catalogue id."""

    part: str = Field(title="Part", min_length=1)
    count: int = quantity("count", "How many", 1, low=1, high=999)


class Shelf(Frozen):
    """All that is owned; the default is an empty shelf."""

    version: int = 1
    stock: tuple[StockPiece, ...] = ()
    parts: tuple[OwnedPart, ...] = ()

    @property
    def ids(self) -> set[str]:
        """Of all that is on it."""
        return {one.section for one in self.stock} | {one.part for one in self.parts}

    def lengths_of(self, section: str) -> tuple[float, ...]:
        """Owned lengths of a section, each as often as it is there, shortest first, m."""
        found = [p.length for p in self.stock if p.section == section for _ in range(p.count)]
        return tuple(sorted(found))

    def count_of(self, part: str) -> int:
        """How many of a part are owned."""
        return sum(owned.count for owned in self.parts if owned.part == part)
