"""A mend as it is offered: what to do, and what it costs."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.units import Style, write


@dataclass(frozen=True)
class Mend:
    """A change that makes a lamp hold.

    Attributes
    ----------
    title : str
        What to do.
    edits : tuple of Edit
    after : Assessment
        Of the changed rig.
    cost, mass, travel : float
        Change of each: money, kg, m.
    """

    title: str
    edits: tuple[Edit, ...]
    after: Assessment
    cost: float
    mass: float
    travel: float

    @classmethod
    def of(cls, title: str, edits: tuple[Edit, ...], before: Assessment, after: Assessment) -> Mend:
        """The mend that leads from one assessment to another."""
        return cls(
            title,
            edits,
            after,
            after.cost - before.cost,
            after.mass - before.mass,
            after.travel - before.travel,
        )

    def price(self, style: Style) -> str:
        """What it costs in money, mass and travel, in words."""
        words = []
        for change, kind, least, name in (
            (self.cost, "money", 0.005, ""),
            (self.mass, "mass", 0.0005, ""),
            (self.travel, "length", 0.00005, " travel"),
        ):
            if abs(change) >= least:
                words.append(f"{'+' if change > 0 else '–'}{write(abs(change), kind, style)}{name}")
        return " · ".join(words) or "costs nothing"


def cheapest_first(found: Iterable[Mend]) -> list[Mend]:
    """In the order in which they are offered."""
    return sorted(found, key=lambda mend: (round(mend.cost, 2), abs(mend.mass), abs(mend.travel)))


def no_more_than_needed(found: list[Mend]) -> list[Mend]:
    """Without the mends that set what another one sets, and change the rig besides."""

    def needless(mend: Mend) -> bool:
        paths = {edit.path for edit in mend.edits}
        return any(
            {edit.path for edit in other.edits} < paths
            and (other.cost, other.travel) != (mend.cost, mend.travel)
            for other in found
        )

    return [mend for mend in found if not needless(mend)]
