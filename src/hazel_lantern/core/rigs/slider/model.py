"""The design of a slider.  Places along the rails count from their middle, + to the right."""

from __future__ import annotations

from typing import Literal

from pydantic import model_validator

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Frozen, choice, quantity, refs, tolerance
from hazel_lantern.core.rigs.case import Design
from hazel_lantern.core.rigs.kit.words import mm

#: What a wheel meets on its way.
Flaws = Literal[
    "nothing", "joints of the rails", "joints of a liner", "screw heads", "slots across"
]
SupportKind = Literal["stand", "end stands", "table", "floor"]


class Rails(Frozen):
    """What the carriage runs on."""

    section: str = choice("Section", "aluminium-tube-25x2", catalogue="sections")
    arrangement: Literal["pair", "single"] = choice("Rails", "pair")
    length: float = quantity("length", "Rail length", 1.2, low=0.15, high=30)
    spacing: float = quantity("length", "Rail spacing", 0.12, low=0.02, high=2)
    ends: Literal["clamped", "pushed into fittings", "glued into fittings"] = choice(
        "Rail ends", "clamped"
    )
    flaws: Flaws = choice("On the way of the wheels", "nothing")
    flaw: float = quantity("fine", "Step, head or width of it", 0.0003, low=0, high=0.05)
    spacing_error: float = tolerance("set", "Spacing error", 0.0005, 0.05)


class Supports(Frozen):
    """What the rails stand on."""

    kind: SupportKind = choice("Stands on", "stand")
    stand: str = choice("Stand", "photo-mid", catalogue="stands")
    count: int = quantity("count", "Supports", 2, low=2, high=12)
    inset: float = quantity("length", "From rail end", 0.03, low=0, high=10)
    blocks: Literal["they lie loose", "saddles hold them"] = choice(
        "Rails on blocks", "they lie loose"
    )
    offset: float = quantity("length", "Stand from mid-rail", 0.0, low=-10, high=10)
    plate: float = quantity("length", "Rails clamped along a plate of", 0.12, low=0.08, high=6)
    spread: float = quantity("length", "Foot spread", 0.85, low=0.1, high=4)
    head_stiffness: float = quantity("torsion", "Head stiffness", 900.0, low=1, high=1e7)
    rating: float = quantity("mass", "Head rating", 8.0, low=0.1, high=500)
    ballast: float = quantity("mass", "Hung ballast", 0.0, low=0, high=200)


class Carriage(Frozen):
    """What runs on the rails; its mass is without wheels."""

    wheel: str = choice("Wheels", "groove-nylon", catalogue="wheels")
    friction: float = quantity("number", "Friction, times listed", 1.0, low=0, high=20)
    length: float = quantity("length", "Carriage length", 0.20, low=0.04, high=3)
    wheelbase: float = quantity("length", "Wheelbase", 0.15, low=0.02, high=3)
    stands_on: Literal["four places", "three places"] = choice("Wheels at", "four places")
    mass: float = quantity("mass", "Carriage mass", 0.6, low=0.01, high=200)
    camera_offset: float = quantity("length", "Camera along carriage", 0.0, low=-1, high=1)
    camera_side: float = quantity("length", "Camera across carriage", 0.0, low=-1, high=1)
    screw_height: float = quantity("length", "Screw above rails", 0.12, low=0.005, high=2)
    screw: Literal["3/8 in", "1/4 in"] = choice("Camera screw", "3/8 in")
    plate_material: str = choice("Carriage plate of", "plywood", catalogue="materials")
    plate_thickness: float = quantity("fine", "Plate's thickness", 0.018, low=0.002, high=0.06)


class Drive(Frozen):
    """How it is moved."""

    push_offset: float = quantity("length", "Push beside the middle", 0.05, low=0, high=2)
    push_height: float = quantity("length", "Push above the rails", 0.06, low=-3, high=3)
    handle: Literal["a hand on it", "a soft link"] = choice("Pushed by", "a hand on it")
    brake: float = quantity("force", "Brake holds", 0.0, low=0, high=2000)

    @property
    def soft(self) -> bool:
        """Whether elastic between hand and carriage takes up what the hand shakes."""
        return self.handle == "a soft link"


class SliderDesign(Design):
    """A slider."""

    family: Literal["slider"] = "slider"
    rails: Rails = Rails()
    supports: Supports = Supports()
    carriage: Carriage = Carriage()
    stop: float = quantity("length", "Stop at each end", 0.02, low=0, high=1)
    drive: Drive = Drive()

    @model_validator(mode="after")
    def _fits_together(self) -> SliderDesign:
        rails, supports, carriage = self.rails, self.supports, self.carriage
        if carriage.wheelbase > carriage.length:
            raise CannotBe(
                f"the wheelbase of {mm(carriage.wheelbase)} is longer than the carriage; "
                f"at most {mm(carriage.length)}"
            )
        least = carriage.length + 2 * self.stop + 0.01
        if rails.length < least:
            raise CannotBe(
                f"rails of {mm(rails.length)} leave no travel: carriage and stops need "
                f"at least {mm(least)}"
            )
        if supports.inset > 0.45 * rails.length:
            raise CannotBe(
                f"supports {mm(supports.inset)} from the ends would meet in the middle; "
                f"at most {mm(0.45 * rails.length)}"
            )
        if abs(supports.offset) > 0.45 * rails.length:
            raise CannotBe(
                f"a stand {mm(supports.offset)} from mid-rail is not under the rails; "
                f"at most {mm(0.45 * rails.length)} to either side"
            )
        return self


#: References to the design's fields.
F = refs(SliderDesign, "design")
