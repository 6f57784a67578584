"""What a jib stands on: a base as bought, or a timber post on legs that the maker cuts."""

from __future__ import annotations

import math
from typing import Literal

from hazel_lantern.core.fields import Frozen, choice, quantity

DEGREE = math.pi / 180
Rest = Literal["strap", "rest under the tail", "a support of its height", "none"]
Tie = Literal["the floor alone", "stops at the hinges", "a chain round the feet"]
SUPPORT: Rest = "a support of its height"
CUT = "cut to length"


class Legs(Frozen):
    """Timber legs hinged to a post: they say how high it stands and how far its feet spread."""

    kind: Literal["as the base has them", "cut to length"] = choice("Legs", "as the base has them")
    leg: float = quantity("length", "Leg, hinge to foot", 1.0, low=0.1, high=6)
    angle: float = quantity(
        "angle", "Leg from upright", 36 * DEGREE, low=3 * DEGREE, high=70 * DEGREE
    )
    hinge: float = quantity("length", "Hinge below the pivot", 0.5, low=0.05, high=4)
    tie: Tie = choice("Legs held by", "stops at the hinges")

    @property
    def cut(self) -> bool:
        """Whether the maker cuts them."""
        return self.kind == CUT

    @property
    def reach(self) -> float:
        """From the post's middle to a foot, m."""
        return self.leg * math.sin(self.angle)

    @property
    def folded(self) -> float:
        """Length of post and legs folded along it, m."""
        return max(self.leg, self.hinge)


class Post(Frozen):
    """What it stands on."""

    height: float = quantity("length", "Pivot above the floor", 1.3, low=0.15, high=8)
    turntable: str = choice("Pans on", "turntable-ring", catalogue="turntables")
    stand: str = choice("Base", "timber-post", catalogue="stands")
    spread: float = quantity("length", "Foot spread", 1.1, low=0.1, high=6)
    legs: Legs = Legs()
    ballast: float = quantity("mass", "Ballast on the base", 0.0, low=0, high=500)
    rating: float = quantity("mass", "Base rating", 60.0, low=0.1, high=2000)
    twist_stiffness: float = quantity("torsion", "Base against twisting", 1600.0, low=1, high=1e7)
    rest: Rest = choice("Parked with", "strap")
    rest_height: float = quantity("length", "Height of that support", 0.9, low=0.02, high=8)

    @property
    def pivot_height(self) -> float:
        """Pivot above the floor, as entered or as the legs give it, m."""
        legs = self.legs
        return legs.hinge + legs.leg * math.cos(legs.angle) if legs.cut else self.height
