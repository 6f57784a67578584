"""The design of a cable cam: anchors, line, trolley, tow, stops, what is below and around."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import Field, model_validator

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Frozen, choice, quantity, refs
from hazel_lantern.core.rigs.case import Design
from hazel_lantern.core.rigs.kit.tether import Caught

AnchorKind = Literal["tree", "driven post", "frame with base", "wall plate", "vehicle hitch"]
Joint = Literal["hung free", "rigid"]
StopKind = Literal["nothing", "bumper", "hand line", "magnetic brake", "friction brake"]
#: Shallower and deeper than these shares of the span nothing is worked out: lamps fail long before.
SHALLOWEST, DEEPEST = 0.0005, 0.45
#: Shorter lines than this are no cable cam, m.
SHORTEST = 0.5


class Anchor(Frozen):
    """What holds one end of the line."""

    kind: AnchorKind = choice("Anchor", "tree")
    height: float = quantity("length", "Line over the ground there", 2.4, low=0.05, high=60)
    ground: float = quantity("length", "Ground there, over the datum", 0.0, low=-60, high=60)
    known: Literal["guessed", "known", "tested"] = choice("Its strength is", "guessed")
    by: str = Field("", title="Known from", max_length=80)
    holds: float = quantity("torque", "Holds about the ground", 6000.0, low=1, high=1e7)
    eye: float = quantity("force", "Strap or plate holds, working", 5000.0, low=1, high=1e6)
    mass: float = quantity("mass", "Frame or vehicle weighs", 400.0, low=1, high=50000)
    reach: float = quantity("length", "Weight behind its front edge", 0.8, low=0.05, high=5)
    grip: float = quantity("plain", "Friction under it", 0.5, low=0.05, high=1.5)
    wedged: bool = Field(False, title="Wheels wedged, brake on")
    post: str = choice("Post of", "steel-tube-42.4x2.6", catalogue="sections")
    soil: float = quantity("torsion", "Foot holds against turning", 60000.0, low=10, high=1e9)
    guyed: bool = Field(False, title="Guyed")
    guy: str = choice("Guy of", "rope-steel-4", catalogue="lines")
    guy_angle: float = quantity(
        "angle",
        "Guy from the ground",
        math.radians(45),
        low=math.radians(10),
        high=math.radians(80),
    )
    foot: Literal["in the ground", "on a pin"] = choice("Foot", "in the ground")


class CableLine(Frozen):
    """The line, its ends, and how tight it is.

    ``tight_by`` says which of sag and pull is meant; the other follows from it.
    """

    row: str = choice("Line", "rope-steel-4", catalogue="lines")
    count: Literal["single", "twin"] = choice("Lines", "single")
    spacing: float = quantity("length", "Twin lines apart", 0.3, low=0.02, high=3)
    span: float = quantity("length", "Span", 16.0, low=SHORTEST, high=400)
    tight_by: Literal["sag", "pull"] = choice("Tightened to a", "sag")
    sag: float = quantity("length", "Sag, trolley in the middle", 0.5, low=0.002, high=100)
    pull: float = quantity("force", "Pull, trolley in the middle", 400.0, low=1, high=1e6)
    left: str = choice("Left end", "eye-clips", catalogue="endings")
    right: str = choice("Right end", "eye-clips", catalogue="endings")
    tightener: str = choice("Tightener", "pulleys-3", catalogue="tighteners")
    loose: float = quantity("length", "Sag before tightening", 1.2, low=0.005, high=100)
    dynamic: float = quantity("number", "Dynamic factor", 1.5, low=1, high=5)
    weather: float = quantity("plain", "Colder or warmer by, K", 20.0, low=0, high=60)
    marked: bool = Field(True, title="Flags on the line")

    def shrinks(self, expansion: float) -> float:
        """Share of its length that the weather takes from it at the most.

        Parameters
        ----------
        expansion : float
            For each K; a braid may be shorter when it is warm.

        Returns
        -------
        float
        """
        return abs(self.weather * expansion)


class Trolley(Frozen):
    """What rolls on the line and hangs from it."""

    wheel: str = choice("Wheels", "sheave-40", catalogue="sheaves")
    wheels: int = quantity("count", "Wheels along a line", 2, low=1, high=6)
    wheelbase: float = quantity("length", "Wheelbase", 0.25, low=0.02, high=2)
    keeper: bool = Field(True, title="Keepers hold the line in")
    mass: float = quantity("mass", "Trolley weighs, bare", 1.2, low=0.05, high=100)
    drop: float = quantity("length", "Line to the camera's middle", 0.35, low=0.05, high=5)
    joint: Joint = choice("Camera below it", "hung free")
    head: Literal["plain", "stabilised"] = choice("Head", "plain")
    range: float = quantity(
        "angle", "Stabilised within", math.radians(45), low=0, high=math.radians(90)
    )
    rolling: float = quantity("percent", "Rolls with, 0: as listed", 0.0, low=0, high=0.5)
    drag_area: float = quantity("plain", "Drag area, m²", 0.03, low=0, high=3)
    width: float = quantity("length", "Trolley's width", 0.2, low=0.02, high=3)
    damping: float = quantity("percent", "Damping", 0.02, low=0.0005, high=0.5)


class Tow(Frozen):
    """What pulls it along, and back; by what that is pulled the Drive station says."""

    kind: Literal["gravity", "tow loop", "tow line"] = choice("Towed by", "tow loop")
    line: str = choice("Tow of", "cord-2", catalogue="wires")
    hand: float = quantity("force", "A hand pulls", 60.0, low=1, high=1000)
    taut: float = quantity("force", "Tow kept taut with", 15.0, low=1, high=2000)
    start: float = quantity("speed", "Pushed off with", 0.0, low=0, high=20)


class Stops(Frozen):
    """What stops it at the end."""

    kind: StopKind = choice("Stopped by", "bumper")
    stiffness: float = quantity("plain", "Bumper spring, N/m", 40.0, low=1, high=1e6)
    travel: float = quantity("length", "Bumper gives", 0.8, low=0.01, high=5)
    brake: float = quantity("force", "Brake holds", 15.0, low=0.1, high=5000)


class Ground(Frozen):
    """A point of the ground below the line."""

    at: float = quantity("length", "From the left anchor", 8.0, low=0, high=400)
    height: float = quantity("length", "Over the datum", 0.0, low=-100, high=60)


class Beneath(Frozen):
    """A person or a thing below the line."""

    kind: Literal["person", "set piece"] = choice("Beneath", "set piece")
    at: float = quantity("length", "From the left anchor", 8.0, low=0, high=400)
    height: float = quantity("length", "Tall", 1.0, low=0.01, high=60)
    width: float = quantity("length", "Wide", 0.6, low=0.01, high=100)


class Around(Frozen):
    """Ground, what is below, who is near, wind and power lines."""

    profile: tuple[Ground, ...] = Field((), title="Ground", max_length=40)
    beneath: tuple[Beneath, ...] = Field((), title="Below the line", max_length=40)
    margin: float = quantity("length", "Margin over ground and set", 0.3, low=0, high=20)
    over_heads: float = quantity("length", "Margin over heads", 1.0, low=0, high=20)
    nearest: float = quantity("length", "Nearest people from an anchor", 20.0, low=0, high=500)
    beside: float = quantity("length", "Nearest people beside the line", 4.0, low=0, high=200)
    wind: float = quantity("speed", "Wind from the side", 4.0, low=0, high=60)
    aside: float = quantity("length", "Free to the side", 1.0, low=0.02, high=50)
    power: Literal["not looked for", "none within 50 m", "measured"] = choice(
        "Overhead power lines", "not looked for"
    )
    power_distance: float = quantity("length", "Nearest of them", 60.0, low=0, high=2000)


class Tether(Caught):
    """What catches the camera."""

    to: Literal["nothing", "the trolley", "a second line"] = choice("Tethered to", "a second line")


class CableDesign(Design):
    """A line between two anchors, and a trolley with a camera on it."""

    family: Literal["cable"] = "cable"
    left: Anchor = Anchor()
    right: Anchor = Anchor()
    line: CableLine = CableLine()
    trolley: Trolley = Trolley()
    tow: Tow = Tow()
    stops: Stops = Stops()
    around: Around = Around()
    tether: Tether = Tether()

    @model_validator(mode="after")
    def _hangs(self) -> CableDesign:
        span = self.line.span
        for name in ("sag", "loose"):
            if name == "sag" and self.line.tight_by == "pull":
                continue
            value, low, high = getattr(self.line, name), SHALLOWEST * span, DEEPEST * span
            if not low <= value <= high:
                what = "sag" if name == "sag" else "sag before tightening"
                raise CannotBe(
                    f"a {what} of {value:.3f} m over a span of {span:.2f} m cannot be; accepted: "
                    f"{low:.3f} m to {high:.2f} m"
                )
        return self

    @property
    def lines(self) -> int:
        """How many lines it runs on."""
        return 2 if self.line.count == "twin" else 1

    @property
    def rise(self) -> float:
        """Of the right end over the left one, m."""
        left, right = self.left, self.right
        return right.ground + right.height - left.ground - left.height


#: References to its fields.
F = refs(CableDesign, "design")
