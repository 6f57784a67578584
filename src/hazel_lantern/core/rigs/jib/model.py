"""The design of a jib or crane: boom, level bars, pivots, platform, weights, post, swing."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Literal

import numpy as np
from pydantic import Field, model_validator

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Frozen, choice, quantity, refs
from hazel_lantern.core.mechanics import linkage
from hazel_lantern.core.rigs.case import Design
from hazel_lantern.core.rigs.kit.words import mm

#: Boom past its front pin, and link bar past both of its pins, m.
BOOM_END, BAR_END = 0.03, 0.02
#: The bars may not come closer to each other than this over the swing, m.
CLOSEST_BARS = 0.012
DEGREE = math.pi / 180

BoomForm = Literal["one piece", "tapered board", "two nested pieces"]
LevelKind = Literal["solid bar", "twin cables", "none"]


class Boom(Frozen):
    """The arm: a front that carries the camera, a tail that carries the weights."""

    section: str = choice("Section", "aluminium-box-40x40x3", catalogue="sections")
    form: BoomForm = choice("Made as", "one piece")
    front: float = quantity("length", "Front, pivot to camera pin", 1.2, low=0.2, high=8)
    tail: float = quantity("length", "Tail, pivot to its end", 0.55, low=0.08, high=6)
    tip_height: float = quantity("percent", "Board's height at the ends", 0.6, low=0.2, high=1)
    tip_section: str = choice("Inner piece", "aluminium-box-25x25x2", catalogue="sections")
    joint: float = quantity("length", "Outer piece ends at", 0.6, low=0.05, high=8)
    overlap: float = quantity("length", "Inner piece pushed in by", 0.15, low=0.02, high=2)
    damping: float = quantity("percent", "Damping of its bounce", 0.015, low=0.001, high=0.5)


class Level(Frozen):
    """What keeps the platform level: a bar or two cables beside the boom, or nothing."""

    kind: LevelKind = choice("Kept level by", "solid bar")
    section: str = choice("Bar", "aluminium-box-20x20x2", catalogue="sections")
    wire: str = choice("Cable", "wire-2", catalogue="wires")
    preload: float = quantity("force", "Cables tightened to", 80.0, low=1, high=20000)
    pins: float = quantity("length", "Pin spacing", 0.14, low=0.02, high=1)
    pins_more: float = quantity(
        "fine", "Platform pins wider than post's by", 0.0, low=-0.1, high=0.1
    )
    longer: float = quantity("fine", "Bar longer than the front by", 0.0, low=-0.2, high=0.2)
    bar_error: float = quantity("fine", "Drilling error along, ±", 0.0004, low=0, high=0.02)
    pins_error: float = quantity(
        "fine", "Drilling error of a pin pair, ±", 0.0002, low=0, high=0.02
    )


class Pivots(Frozen):
    """The joints: how they turn, their bolts, and how tight the nuts are."""

    kind: str = choice("Joints", "bolt-washers", catalogue="pivots")
    main_bolt: str = choice("Main bolt", "m12", catalogue="threads")
    bolt: str = choice("Other bolts", "m8", catalogue="threads")
    shear: Literal["single shear", "double shear"] = choice("Bolts held", "double shear")
    drag: float = quantity("torque", "Drag set by the nut", 0.3, low=0, high=50)


class Platform(Frozen):
    """What the camera stands on or hangs from, at the boom's front pin."""

    mass: float = quantity("mass", "Platform mass", 0.4, low=0.01, high=50)
    ahead: float = quantity("length", "Screw ahead of the front pin", 0.08, low=-1, high=2)
    rise: float = quantity("length", "Screw above the front pin", 0.09, low=-2, high=2)
    looks: Literal["along the boom", "across the boom"] = choice("Camera looks", "along the boom")


class PlateSize(Frozen):
    """Weights of one size: how many there are and how many are on the bar."""

    mass: float = quantity("mass", "One weighs", 1.0, low=0.01, high=100)
    on_hand: int = quantity("count", "On hand", 2, low=0, high=60)
    on_bar: int = quantity("count", "On the bar", 0, low=0, high=60)

    @model_validator(mode="after")
    def _enough(self) -> PlateSize:
        if self.on_bar > self.on_hand:
            raise CannotBe(
                f"{self.on_bar} plates on the bar, but {self.on_hand} on hand; "
                f"at most {self.on_hand}"
            )
        return self


class Counterweight(Frozen):
    """Plates on a bar that slides in the tail's slot, or that is bolted in one place."""

    carrier: Literal["slides in a slot", "bolted in one place"] = choice(
        "Weight bar", "slides in a slot"
    )
    place: float = quantity("length", "Weights behind the pivot", 0.45, low=0.03, high=6)
    nearest: float = quantity("length", "Slot from", 0.25, low=0.03, high=6)
    farthest: float = quantity("length", "Slot to", 0.52, low=0.03, high=6)
    bar_mass: float = quantity("mass", "Bar and collars", 0.4, low=0, high=50)
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


class Post(Frozen):
    """What it stands on."""

    height: float = quantity("length", "Pivot above the floor", 1.3, low=0.15, high=8)
    turntable: str = choice("Pans on", "turntable-ring", catalogue="turntables")
    stand: str = choice("Base", "timber-post", catalogue="stands")
    spread: float = quantity("length", "Foot spread", 1.1, low=0.1, high=6)
    ballast: float = quantity("mass", "Ballast on the base", 0.0, low=0, high=500)
    rating: float = quantity("mass", "Base rating", 60.0, low=0.1, high=2000)
    twist_stiffness: float = quantity("torsion", "Base against twisting", 1600.0, low=1, high=1e7)
    rest: Literal["strap", "rest under the tail", "none"] = choice("Parked with", "strap")


class Swing(Frozen):
    """How far stops let the boom go."""

    up: float = quantity("angle", "Swings up to", 40 * DEGREE, low=2 * DEGREE, high=80 * DEGREE)
    down: float = quantity("angle", "Swings down to", 35 * DEGREE, low=0, high=80 * DEGREE)


class JibDesign(Design):
    """A jib or crane."""

    family: Literal["jib"] = "jib"
    boom: Boom = Boom()
    level: Level = Level()
    pivots: Pivots = Pivots()
    platform: Platform = Platform()
    counterweight: Counterweight = Counterweight()
    post: Post = Post()
    swing: Swing = Swing()

    @model_validator(mode="after")
    def _fits_together(self) -> JibDesign:
        self._weights_on_the_tail()
        self._nests()
        self._clears_the_floor()
        if self.level.kind != "none":
            self._closes()
        return self

    def _weights_on_the_tail(self) -> None:
        weights, tail = self.counterweight, self.boom.tail
        if weights.carrier == "bolted in one place":
            if weights.place > tail:
                raise CannotBe(
                    f"weights {mm(weights.place)} behind the pivot are off the tail; "
                    f"at most {mm(tail)}"
                )
            return
        if weights.farthest > tail:
            raise CannotBe(
                f"a slot to {mm(weights.farthest)} runs off the tail; at most {mm(tail)}"
            )
        if weights.nearest > weights.farthest - 0.005:
            raise CannotBe(
                f"a slot from {mm(weights.nearest)} to {mm(weights.farthest)} has no length; "
                f"from at most {mm(weights.farthest - 0.005)}"
            )
        if not weights.nearest - 1e-9 <= weights.place <= weights.farthest + 1e-9:
            raise CannotBe(
                f"weights {mm(weights.place)} behind the pivot are outside of the slot; "
                f"accepted: {mm(weights.nearest)} to {mm(weights.farthest)}"
            )

    def _nests(self) -> None:
        boom = self.boom
        if boom.form != "two nested pieces":
            return
        if not boom.overlap < boom.joint < boom.front - 0.02:
            least, most = boom.overlap + 0.005, boom.front - 0.025
            raise CannotBe(
                f"an outer piece that ends {mm(boom.joint)} before the pivot does not leave "
                f"room for both; accepted: {mm(least)} to {mm(most)}"
            )

    def _clears_the_floor(self) -> None:
        height, swing = self.post.height, self.swing
        for length, angle, part, way in (
            (self.boom.tail, swing.up, "tail", "up"),
            (self.boom.front, swing.down, "front", "down"),
        ):
            if length * math.sin(angle) > height + 1e-9:
                most = math.degrees(math.asin(min(1.0, height / length)))
                raise CannotBe(
                    f"a {part} of {mm(length)} goes through the floor at "
                    f"{math.degrees(angle):.1f}° {way}; at most {mm(height / math.sin(angle))}, "
                    f"or {most:.1f}° {way}, or a pivot {mm(length * math.sin(angle))} high"
                )

    def _closes(self) -> None:
        level, swing, front = self.level, self.swing, self.boom.front
        steepest = max(swing.up, swing.down)
        if level.pins * math.cos(steepest) < CLOSEST_BARS:
            most = math.degrees(math.acos(min(1.0, CLOSEST_BARS / level.pins)))
            raise CannotBe(
                f"at {math.degrees(steepest):.1f}° bars with pins {mm(level.pins)} apart cross; "
                f"pins at least {mm(CLOSEST_BARS / math.cos(steepest))} apart, "
                f"or a swing of at most {most:.1f}°"
            )
        if level.pins + level.pins_more < CLOSEST_BARS:
            raise CannotBe(
                f"platform pins {mm(level.pins + level.pins_more)} apart cross; "
                f"at least {mm(CLOSEST_BARS)}"
            )
        if not self._closes_with(level.longer, level.pins_more):
            longer = _greatest(lambda share: self._closes_with(share * level.longer, 0.0))
            more = _greatest(lambda share: self._closes_with(0.0, share * level.pins_more))
            raise CannotBe(
                f"the bars cannot close over the swing: with a front of {mm(front)}, a bar "
                f"longer by at most {mm(longer * level.longer)}, or platform pins wider by at "
                f"most {mm(more * level.pins_more)}, would"
            )

    def _closes_with(self, longer: float, more: float) -> bool:
        angles = np.linspace(-self.swing.down, self.swing.up, 9)
        tilt = linkage.platform_tilt(
            angles,
            self.boom.front,
            self.boom.front + longer,
            self.level.pins,
            self.level.pins + more,
        )
        return bool(np.isfinite(tilt).all() and (np.abs(tilt) < math.radians(60)).all())


def _greatest(works: Callable[[float], bool]) -> float:
    """The greatest share, 0 to 1, that works, by halving."""
    low, high = 0.0, 1.0
    for _ in range(30):
        middle = (low + high) / 2
        if works(middle):
            low = middle
        else:
            high = middle
    return low


#: References to the design's fields.
F = refs(JibDesign, "design")
