"""The design of a jib or crane: boom, level bars, pivots, platform, weights, post, swing."""

from __future__ import annotations

import math
from collections.abc import Callable
from functools import lru_cache
from typing import Literal

import numpy as np
from pydantic import model_validator

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Frozen, choice, quantity, refs, tolerance
from hazel_lantern.core.mechanics import linkage
from hazel_lantern.core.rigs.case import Design
from hazel_lantern.core.rigs.jib.post import DEGREE, Post
from hazel_lantern.core.rigs.kit.arm import BoomDesign
from hazel_lantern.core.rigs.kit.counterweight import Counterweight
from hazel_lantern.core.rigs.kit.words import mm

#: Boom past its front pin, and link bar past both of its pins, m.
BOOM_END, BAR_END = 0.03, 0.02
#: The bars may not come closer to each other than this over the swing, m.
CLOSEST_BARS = 0.012

LevelKind = Literal["solid bar", "twin cables", "none"]
Drilled = Literal["as one stack", "each part by itself"]
Held = Literal["a bolt through it", "two clamps on a cradle", "two clamps on a tilting head"]
BOLTED, ON_HEAD = "a bolt through it", "two clamps on a tilting head"


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
    drilled: Drilled = choice("Pin holes drilled", "as one stack")
    bar_error: float = tolerance("drilled", "Drilling error along, ±", 0.0004, 0.02)
    pins_error: float = tolerance("drilled", "Drilling error of a pin pair, ±", 0.0002, 0.02)

    @property
    def stacked(self) -> bool:
        """Whether boom and bar, and all cheeks, are drilled through together."""
        return self.drilled == "as one stack"


class Pivots(Frozen):
    """The joints: how they turn, their bolts, how tight the nuts are, and what holds the boom."""

    held: Held = choice("Boom held by", "a bolt through it")
    above: float = quantity("length", "Boom above its pivot", 0.06, low=0, high=0.5)
    clamp_force: float = quantity("force", "A clamp presses with", 1500.0, low=1, high=50000)
    counterbalance: float = quantity("torque", "Head's counterbalance", 0.0, low=0, high=100)
    kind: str = choice("Joints", "bolt-washers", catalogue="pivots")
    main_bolt: str = choice("Main bolt", "m12", catalogue="threads")
    bolt: str = choice("Other bolts", "m8", catalogue="threads")
    shear: Literal["single shear", "double shear"] = choice("Bolts held", "double shear")
    drag: float = quantity("torque", "Drag set by the nut", 0.3, low=0, high=50)

    @property
    def clamped(self) -> bool:
        """Whether the boom lies in two clamps and is not drilled."""
        return self.held != BOLTED

    @property
    def on_head(self) -> bool:
        """Whether the tilting head of a stand is the pivot."""
        return self.held == ON_HEAD

    @property
    def lifted(self) -> float:
        """How far the boom's middle line is above its pivot, m."""
        return self.above if self.clamped else 0.0


class Platform(Frozen):
    """What the camera stands on or hangs from, at the boom's front pin."""

    mass: float = quantity("mass", "Platform mass", 0.4, low=0.01, high=50)
    ahead: float = quantity("length", "Screw ahead of the front pin", 0.08, low=-1, high=2)
    rise: float = quantity("length", "Screw above the front pin", 0.09, low=-2, high=2)
    looks: Literal["along the boom", "across the boom"] = choice("Camera looks", "along the boom")
    head_range: float = quantity(
        "angle", "Head tilts either way by", 60 * DEGREE, low=0, high=180 * DEGREE
    )


class Swing(Frozen):
    """How far stops let the boom go."""

    up: float = quantity("angle", "Swings up to", 40 * DEGREE, low=2 * DEGREE, high=80 * DEGREE)
    down: float = quantity("angle", "Swings down to", 35 * DEGREE, low=0, high=80 * DEGREE)


class JibDesign(Design):
    """A jib or crane."""

    family: Literal["jib"] = "jib"
    boom: BoomDesign = BoomDesign()
    level: Level = Level()
    pivots: Pivots = Pivots()
    platform: Platform = Platform()
    counterweight: Counterweight = Counterweight()
    post: Post = Post()
    swing: Swing = Swing()

    @model_validator(mode="after")
    def _fits_together(self) -> JibDesign:
        self.counterweight.sits_on(self.boom.tail)
        self.boom.nests()
        self._clears_the_floor()
        if self.level.kind != "none":
            if self.pivots.on_head:
                raise CannotBe(
                    f"a boom on a tilting head has no cheeks that would hold a "
                    f"{self.level.kind.removeprefix('twin ')}; accepted: kept level by none, or "
                    "two clamps on a cradle"
                )
            self._closes()
        return self

    @property
    def radius(self) -> float:
        """From the pivot to the front pin, m."""
        return math.hypot(self.boom.front, self.pivots.lifted)

    @property
    def lead(self) -> float:
        """How far the front pin, seen from the pivot, is above the boom's own direction, rad."""
        return math.atan2(self.pivots.lifted, self.boom.front)

    def _clears_the_floor(self) -> None:
        height, swing = self.post.pivot_height, self.swing
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
        steepest = max(swing.up + self.lead, swing.down - self.lead)
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
        front, pins, swing, lead = self.radius, self.level.pins, self.swing, self.lead
        ends = swing.down - lead, swing.up + lead
        return _close(front, front + longer, pins, pins + more, *ends)


@lru_cache(maxsize=256)
def _close(front: float, bar: float, pins: float, others: float, down: float, up: float) -> bool:
    """Whether the bars close over a swing; a search asks it of hundreds that share them."""
    tilt = linkage.platform_tilt(np.linspace(-down, up, 9), front, bar, pins, others)
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
