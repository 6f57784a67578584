"""A mend as it is offered: what to do, and what it costs."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.units import Style, write

#: A mend that takes no more than this share of the way that the camera can go keeps it.
KEPT = 0.05


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
    loses : str
        What the maker asked for and gives up by it.
    """

    title: str
    edits: tuple[Edit, ...]
    after: Assessment
    cost: float
    mass: float
    travel: float
    loses: str = ""

    @classmethod
    def of(
        cls,
        title: str,
        edits: tuple[Edit, ...],
        before: Assessment,
        after: Assessment,
        loses: str = "",
    ) -> Mend:
        """The mend that leads from one assessment to another."""
        return cls(
            title,
            edits,
            after,
            after.cost - before.cost,
            after.mass - before.mass,
            after.travel - before.travel,
            loses,
        )

    def price(self, style: Style) -> str:
        """What it costs in money, mass and travel, in words."""
        words = [f"gives up {self.loses}"] if self.loses else []
        for change, kind, least, name in (
            (self.cost, "money", 0.005, ""),
            (self.mass, "mass", 0.0005, ""),
            (self.travel, "length", 0.00005, " travel"),
        ):
            if abs(change) >= least:
                words.append(f"{'+' if change > 0 else '–'}{write(abs(change), kind, style)}{name}")
        return " · ".join(words) or "costs nothing"


def cheapest_first(found: Iterable[Mend]) -> list[Mend]:
    """In the order in which they are offered: what gives up something asked for comes last.

    Money saved by other parts is no reason to build anew: what is only set otherwise, and costs
    and weighs nothing, is tried first.  The way that the camera can go was built on purpose.
    """

    def order(mend: Mend) -> tuple[bool, bool, float, float, float]:
        shorter = mend.travel < -KEPT * (mend.after.travel - mend.travel)
        spent = max(round(mend.cost, 2), 0.0)
        return bool(mend.loses), shorter, spent, abs(mend.mass), abs(mend.travel)

    return sorted(found, key=order)


class Offers(list[Mend]):
    """Mends in the order in which they are offered.

    ``in_the_way`` names the lamps that changes which would have mended make worse, the most
    frequent first.
    """

    def __init__(self, found: Iterable[Mend], in_the_way: Iterable[str] = ()) -> None:
        super().__init__(found)
        self.in_the_way = tuple(in_the_way)


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
