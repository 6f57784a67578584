"""A counterweight of plates on a bar: what balances, where it sits, what else would."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any, Literal

from pydantic import Field, model_validator

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit, Frozen, choice, quantity
from hazel_lantern.core.mechanics import plates
from hazel_lantern.core.mechanics.plates import Stack
from hazel_lantern.core.rigs.asks import Candidate
from hazel_lantern.core.rigs.kit.words import mm
from hazel_lantern.core.shelf import Shelf
from hazel_lantern.core.units import Style, write

#: How many stacks are offered: those of fewest plates, and the lightest.
OFFERED = 16
#: Cast iron, kg/m³, and a plate's breadth over its thickness.
IRON, FLAT = 7200.0, 11.0


class PlateSize(Frozen):
    """Weights of one size: how many there are and how many are on the bar."""

    mass: float = quantity("mass", "One weighs", 1.0, low=0.01, high=100)
    on_hand: int = quantity("count", "On hand", 2, low=0, high=60)
    on_bar: int = quantity("count", "On the bar", 0, low=0, high=60)
    thick: float = quantity("fine", "Thick", 0.02, low=0.001, high=0.5)
    across: float = quantity("length", "Across", 0.16, low=0.01, high=1)
    bore: float = quantity("fine", "Bore", 0.03, low=0.001, high=0.2)

    @model_validator(mode="after")
    def _enough(self) -> PlateSize:
        if self.on_bar > self.on_hand:
            raise CannotBe(
                f"{self.on_bar} plates on the bar, but {self.on_hand} on hand; "
                f"at most {self.on_hand}"
            )
        return self


def iron_plate(mass: float, on_hand: int) -> PlateSize:
    """A plate of cast iron of the usual shape: eleven times as broad as it is thick.

    Parameters
    ----------
    mass : float
        kg.
    on_hand : int

    Returns
    -------
    PlateSize
    """
    thick = (mass / (IRON * math.pi / 4 * FLAT**2)) ** (1 / 3)
    across = round(FLAT * thick, 3)
    return PlateSize(mass=mass, on_hand=on_hand, thick=round(thick, 4), across=across)


def plates_at_hand(shelf: Shelf, heavy: float) -> tuple[PlateSize, ...]:
    """The plates that a draft counts on: the maker's own, else those that many have at home.

    Parameters
    ----------
    shelf : Shelf
    heavy : float
        What they may have to weigh in all, kg.

    Returns
    -------
    tuple of PlateSize
    """
    own = tuple(
        iron_plate(one.mass, one.count) for one in sorted(shelf.plates, key=lambda one: one.mass)
    )[:11]
    if sum(one.mass * one.on_hand for one in own) >= heavy:
        return own
    if own:
        return (*own, iron_plate(5.0, max(2, math.ceil(heavy / 5))))
    usual = (iron_plate(mass, 4) for mass in (0.5, 1.0, 2.0))
    return (*usual, iron_plate(5.0, max(2, math.ceil(heavy / 5))))


class Counterweight(Frozen):
    """Plates on a bar that slides in the tail's slot, or that is bolted in one place."""

    carrier: Literal["slides in a slot", "bolted in one place"] = choice(
        "Weight bar", "slides in a slot"
    )
    place: float = quantity("length", "Weights behind the pivot", 0.45, low=0.03, high=6)
    nearest: float = quantity("length", "Slot from", 0.25, low=0.03, high=6)
    farthest: float = quantity("length", "Slot to", 0.52, low=0.03, high=6)
    bar_mass: float = quantity("mass", "Bar and collars", 0.4, low=0, high=50)
    bar_diameter: float = quantity("fine", "Bar's diameter", 0.025, low=0.003, high=0.1)
    bar_side: float = quantity("length", "Bar free either side", 0.15, low=0.01, high=2)
    window: float = quantity("length", "Window sawn in the tail, high", 0.0, low=0, high=0.3)
    above: float = quantity("length", "Weights above the pins' line", 0.0, low=-1, high=1)
    plates: tuple[PlateSize, ...] = Field(
        (
            PlateSize(mass=0.5, on_hand=4),
            PlateSize(mass=1.0, on_hand=4, on_bar=1),
            PlateSize(mass=2.0, on_hand=4, on_bar=3),
        ),
        max_length=12,
        title="Plates",
    )

    @property
    def mass(self) -> float:
        """Plates on the bar, kg."""
        return sum(plate.mass * plate.on_bar for plate in self.plates)

    @property
    def sides(self) -> tuple[tuple[float, float], tuple[float, float]]:
        """Thickness, m, and mass, kg, of the plates on either side of the arm.

        They are put on heaviest first, each where less is.
        """
        found = [[0.0, 0.0], [0.0, 0.0]]
        for plate in sorted(self.plates, key=lambda one: -one.mass):
            for _ in range(plate.on_bar):
                side = min(found, key=lambda one: one[1])
                side[0] += plate.thick
                side[1] += plate.mass
        (thick, mass), (other_thick, other) = found
        return (thick, mass), (other_thick, other)

    @property
    def radius(self) -> float:
        """Of the largest plate on the bar, m; the bar's own where there is none."""
        loaded = (plate.across for plate in self.plates if plate.on_bar)
        return max(loaded, default=self.bar_diameter) / 2

    @property
    def slides(self) -> bool:
        """Whether they can be moved."""
        return self.carrier == "slides in a slot"

    @property
    def slot(self) -> tuple[float, float]:
        """Where they can sit behind the pivot, m."""
        return (self.nearest, self.farthest) if self.slides else (self.place, self.place)

    def sits_on(self, tail: float) -> None:
        """Whether they sit on a tail, in their slot.

        Parameters
        ----------
        tail : float
            From the pivot to its end, m.

        Raises
        ------
        CannotBe
            Says what would be accepted.
        """
        if not self.slides:
            if self.place > tail:
                raise CannotBe(
                    f"weights {mm(self.place)} behind the pivot are off the tail; "
                    f"at most {mm(tail)}"
                )
            return
        if self.farthest > tail:
            raise CannotBe(f"a slot to {mm(self.farthest)} runs off the tail; at most {mm(tail)}")
        if self.nearest > self.farthest - 0.005:
            raise CannotBe(
                f"a slot from {mm(self.nearest)} to {mm(self.farthest)} has no length; "
                f"from at most {mm(self.farthest - 0.005)}"
            )
        if not self.nearest - 1e-9 <= self.place <= self.farthest + 1e-9:
            raise CannotBe(
                f"weights {mm(self.place)} behind the pivot are outside of the slot; "
                f"accepted: {mm(self.nearest)} to {mm(self.farthest)}"
            )

    def stack_name(self, counts: tuple[int, ...], style: Style) -> str:
        """What so many plates of each size are called.

        Parameters
        ----------
        counts : tuple of int
            Of each size.
        style : Style

        Returns
        -------
        str
            Such as “2 × 2 kg + 500 g”.
        """
        words = [
            f"{count} × {write(plate.mass, 'mass', style)}"
            if count > 1
            else write(plate.mass, "mass", style)
            for plate, count in zip(self.plates, counts, strict=True)
            if count
        ]
        return " + ".join(reversed(words)) or "no plates"

    @property
    def loaded(self) -> tuple[int, ...]:
        """How many plates of each size are on the bar."""
        return tuple(plate.on_bar for plate in self.plates)


@dataclass(frozen=True)
class Balancing:
    """What the weights have to balance.

    Attributes
    ----------
    weights : Counterweight
    fields : refs
        References to its fields in the design.
    needed, held : float
        First moment to be balanced, and what the joints hold by friction, kg·m.
    front : float
        From the pivot to the camera, m.
    """

    weights: Counterweight
    fields: Any
    needed: float
    held: float
    front: float

    def stacks(self) -> list[Stack]:
        """All stacks from the plates on hand that balance the arm.

        Returns
        -------
        list of Stack
            Fewest plates first.
        """
        nearest, farthest = self.weights.slot
        if not self.weights.slides:
            # They cannot move, so a stack will do if friction holds what is left over.
            held = min(self.held, 0.9 * max(self.needed, 1e-9))
            nearest = self.weights.place * self.needed / (self.needed + held)
            farthest = self.weights.place * self.needed / (self.needed - held)
        on_hand = [(plate.mass, plate.on_hand) for plate in self.weights.plates]
        return plates.stacks(on_hand, self.needed, nearest, farthest, self.weights.bar_mass)

    def edits(self, stack: Stack) -> tuple[Edit, ...]:
        """The edits that put a stack on the bar, at its place.

        Parameters
        ----------
        stack : Stack

        Returns
        -------
        tuple of Edit
        """
        weights = self.weights
        loaded = tuple(
            plate.model_copy(update={"on_bar": count})
            for plate, count in zip(weights.plates, stack.counts, strict=True)
        )
        edits = [Edit(self.fields.plates, loaded)]
        if weights.slides:
            # As finely as a hand slides it.
            place = min(max(round(stack.place, 3), weights.nearest), weights.farthest)
            edits.append(Edit(self.fields.place, place))
        return tuple(edits)

    def again(self) -> tuple[Edit, ...]:
        """What a maker does to the weights once something else has changed the balance.

        Slides them if the slot lets them, else loads the stack of fewest plates that balances.

        Returns
        -------
        tuple of Edit
            None where nothing can be moved.
        """
        weights = self.weights
        mass = weights.mass + weights.bar_mass
        if not weights.slides or mass <= 0:
            return ()
        place = round(self.needed / mass, 3)
        if weights.nearest <= place <= weights.farthest:
            return (Edit(self.fields.place, place),)
        found = self.stacks()
        return self.edits(found[0]) if found else ()

    def choices(self, style: Style) -> Iterable[Candidate]:
        """The stacks of fewest plates and the lightest ones.

        Parameters
        ----------
        style : Style

        Yields
        ------
        Candidate
        """
        weights, found = self.weights, self.stacks()
        lightest = sorted(found, key=lambda stack: stack.mass)[: OFFERED // 4]
        offered = dict.fromkeys((*found[: OFFERED - len(lightest)], *lightest))
        for stack in offered:
            place = write(stack.place, "length", style)
            shift = 0.1 * self.front / (stack.mass + weights.bar_mass)
            more = write(0.1, "mass", style)
            yield Candidate(
                stack_id(stack.counts),
                weights.stack_name(stack.counts, style),
                self.edits(stack),
                f"at {place} · +{more}: {write(shift, 'length', style)} out",
                stack.plates,
            )


def stack_id(counts: tuple[int, ...]) -> str:
    """What a stack is called inside.

    Parameters
    ----------
    counts : tuple of int
        Plates of each size.

    Returns
    -------
    str
    """
    return "-".join(str(count) for count in counts)
