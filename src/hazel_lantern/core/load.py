"""The load: what the carriage carries, item by item, from the camera screw."""

from __future__ import annotations

from dataclasses import dataclass

from pydantic import Field

from hazel_lantern.core.catalogue.rows import Item
from hazel_lantern.core.fields import Frozen, quantity


class LoadItem(Frozen):
    """One thing of the stack: mass and where its weight sits from the camera screw."""

    name: str = Field(title="Name", min_length=1, max_length=60)
    kind: str = "own"
    mass: float = quantity("mass", "Mass", low=0.001, high=200)
    forward: float = quantity("length", "Forward", 0.0, low=-2, high=2)
    right: float = quantity("length", "To the right", 0.0, low=-2, high=2)
    up: float = quantity("length", "Up", 0.0, low=-2, high=2)
    length: float = quantity("length", "Length", 0.08, low=0.002, high=2)
    width: float = quantity("length", "Width", 0.08, low=0.002, high=2)
    height: float = quantity("length", "Height", 0.08, low=0.002, high=2)

    @classmethod
    def of(cls, row: Item) -> LoadItem:
        """An item as the catalogue lists it."""
        return cls(name=row.name, **{name: getattr(row, name) for name in LISTED})


#: What an item takes over from its line in the catalogue, besides its name.
LISTED = ("kind", "mass", "forward", "right", "up", "length", "width", "height")


@dataclass(frozen=True)
class CentreOfMass:
    """Mass, kg, and where it sits from the camera screw, m."""

    mass: float
    forward: float
    right: float
    up: float


class Load(Frozen):
    """The stack on the carriage."""

    items: tuple[LoadItem, ...] = Field((), max_length=40)
    lens_axis: float = quantity("length", "Lens axis above the screw", 0.05, low=-0.5, high=1)

    def centre(self, leave_out: int | None = None) -> CentreOfMass:
        """Total and centre of mass, without one item where asked; at the screw when empty."""
        items = [item for at, item in enumerate(self.items) if at != leave_out]
        mass = sum(item.mass for item in items)
        if mass == 0:
            return CentreOfMass(0.0, 0.0, 0.0, 0.0)
        return CentreOfMass(
            mass,
            sum(item.mass * item.forward for item in items) / mass,
            sum(item.mass * item.right for item in items) / mass,
            sum(item.mass * item.up for item in items) / mass,
        )

    def effect(self, at: int) -> CentreOfMass:
        """What an item adds: its mass and how far it moves the centre of mass."""
        whole, without = self.centre(), self.centre(leave_out=at)
        return CentreOfMass(
            self.items[at].mass,
            whole.forward - without.forward,
            whole.right - without.right,
            whole.up - without.up,
        )

    @property
    def top(self) -> float:
        """Top of the highest item over the screw, m; 0 when there is none."""
        return max((item.up + item.height / 2 for item in self.items), default=0.0)
