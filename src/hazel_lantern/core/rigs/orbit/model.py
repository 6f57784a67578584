"""The design of an orbit rig: base, bearing, arm, weights, what is inside and around."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import Field, model_validator

from hazel_lantern.core.fields import Frozen, choice, quantity, refs
from hazel_lantern.core.rigs.case import Design
from hazel_lantern.core.rigs.kit.counterweight import Counterweight, PlateSize

BaseKind = Literal["plate on the floor", "table", "legs", "mast at a desk", "ceiling"]
#: Bases from which the rig hangs.
HUNG = ("mast at a desk", "ceiling")
Fixed = Literal["bolts through", "screws in timber", "adhesive pads"]


class Base(Frozen):
    """What the bearing sits on or hangs from."""

    kind: BaseKind = choice("Base", "plate on the floor")
    height: float = quantity("length", "Bearing above the floor", 0.12, low=0.01, high=8)
    feet: int = quantity("count", "Feet", 4, low=3, high=16)
    reach: float = quantity("length", "Feet from the axis", 0.35, low=0.05, high=3)
    mass: float = quantity("mass", "Base weighs", 8.0, low=0.2, high=500)
    ballast: float = quantity("mass", "Ballast on it", 0.0, low=0, high=500)
    rating: float = quantity("mass", "Base is rated for", 60.0, low=0.5, high=5000)
    lean: float = quantity("angle", "Base is off level by", 0.003, low=0, high=math.radians(10))
    mast: float = quantity("length", "Mast from desk edge to axis", 0.7, low=0.05, high=4)
    clamp: float = quantity("torque", "Desk clamp holds", 80.0, low=1, high=5000)
    pipe: str = choice("Mast of", "steel-tube-33.7x2.6", catalogue="sections")
    desk: float = quantity("length", "Desk from edge to back", 0.75, low=0.2, high=4)


class Fixing(Frozen):
    """How a hung rig is held, and what catches it."""

    by: Fixed = choice("Hung by", "bolts through")
    count: int = quantity("count", "Fixings", 4, low=3, high=16)
    circle: float = quantity("length", "On a circle of", 0.12, low=0.03, high=2)
    holds: float = quantity("force", "One holds, working", 400.0, low=1, high=50000)
    factor: float = quantity("number", "Dynamic factor", 2.0, low=1, high=10)
    pinned: bool = Field(False, title="Threaded joints pinned")
    tethered: bool = Field(False, title="Tethered")
    tether: str = choice("Tether", "wire-3", catalogue="wires")
    slack: float = quantity("length", "Its slack", 0.05, low=0, high=3)
    length: float = quantity("length", "Its length", 0.6, low=0.05, high=10)


class Bearing(Frozen):
    """What it turns on."""

    row: str = choice("Bearing", "ring-150", catalogue="bearings")
    apart: float = quantity("length", "Second one below by", 0.0, low=0, high=1)
    captured: bool = Field(False, title="Held together for hanging")
    drag: float = quantity("torque", "Its friction as measured, 0: as listed", 0.0, low=0, high=50)
    wraps: float = quantity("plain", "Turns the cables allow", 1.5, low=0, high=1000)
    brake: bool = Field(False, title="Brake at the rim")


class ArmDesign(Frozen):
    """The bar that turns, and what stands on it."""

    section: str = choice("Arm", "aluminium-box-40x20x2", catalogue="sections")
    tail: float = quantity("length", "Weight side", 0.6, low=0.05, high=5)
    beyond: float = quantity("length", "Past the camera", 0.04, low=0, high=1)
    riser: float = quantity("length", "Riser up to the camera", 0.1, low=-4, high=4)
    post: str = choice("Riser of", "aluminium-tube-25x2", catalogue="sections")
    cradle: float = quantity("mass", "Cradle weighs", 0.3, low=0, high=20)
    holds: float = quantity("force", "Cradle and its clamps hold", 150.0, low=1, high=5000)
    slides: bool = Field(False, title="Two slides instead of a bar")
    clamps: float = quantity("force", "A slide's clamp holds", 120.0, low=1, high=5000)
    spacer: float = quantity("fine", "Spacer under the arm", 0.012, low=0, high=0.5)
    heads: float = quantity("fine", "Screw heads stand up by", 0.005, low=0, high=0.1)
    damping: float = quantity("percent", "Damping", 0.02, low=0.001, high=0.5)


class Inside(Frozen):
    """What stands in the middle, and who stands around."""

    kind: Literal["nothing", "a table", "a person"] = choice("In the middle", "a table")
    radius: float = quantity("length", "Reaches out to", 0.3, low=0.01, high=8)
    height: float = quantity("length", "Table's height", 0.75, low=0, high=3)
    mass: float = quantity("mass", "Stands on the base with", 0.0, low=0, high=500)
    off: float = quantity("length", "Subject off the axis by", 0.01, low=0, high=3)
    nearest: float = quantity("length", "Nearest person outside, from axis", 2.6, low=0.2, high=50)
    margin: float = quantity("length", "Margin to people", 0.5, low=0, high=5)


class OrbitDesign(Design):
    """A turning arm with a camera on one end and a weight on the other."""

    family: Literal["orbit"] = "orbit"
    base: Base = Base()
    fixing: Fixing = Fixing()
    bearing: Bearing = Bearing()
    arm: ArmDesign = ArmDesign()
    looks: Literal["in", "out", "along"] = choice("Lens looks", "in")
    counterweight: Counterweight = Counterweight(
        place=0.5,
        nearest=0.2,
        farthest=0.57,
        plates=(
            PlateSize(mass=0.5, on_hand=4),
            PlateSize(mass=1.0, on_hand=4),
            PlateSize(mass=2.0, on_hand=4, on_bar=2),
        ),
    )
    inside: Inside = Inside()

    @model_validator(mode="after")
    def _fits_together(self) -> OrbitDesign:
        self.counterweight.sits_on(self.arm.tail)
        return self

    @property
    def hung(self) -> bool:
        """Whether it hangs."""
        return self.base.kind in HUNG

    @property
    def down(self) -> int:
        """−1 where the arm hangs below its bearing, else 1."""
        return -1 if self.hung else 1


#: References to its fields.
F = refs(OrbitDesign, "design")
