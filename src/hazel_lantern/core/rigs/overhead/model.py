"""The design of an overhead rig: what holds it, rail or beam, trolley, drop, bench and person."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import Field, model_validator

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Frozen, choice, quantity, refs
from hazel_lantern.core.rigs.case import Design
from hazel_lantern.core.rigs.kit.tether import Caught

HoldingKind = Literal[
    "two walls",
    "ceiling joists",
    "wall brackets",
    "two building beams",
    "free frame",
    "ceiling grid",
    "plasterboard",
]
#: What looks as if it held and does not.
HOLDS_NOTHING = ("ceiling grid", "plasterboard")
Runs = Literal[
    "wheels on top", "wheels on the flange", "wheels under the flange", "wheels in a slot", "block"
]
#: Wheels that are held both ways cannot lift.
CAPTIVE = ("wheels under the flange", "wheels in a slot", "block")
Clamp = Literal["split clamp", "hose clip", "dovetail"]


class Holding(Frozen):
    """What the rail hangs from, and by what."""

    kind: HoldingKind = choice("Held by", "ceiling joists")
    span: float = quantity("length", "Between supports", 2.4, low=0.2, high=30)
    height: float = quantity("length", "Rail over the floor", 2.3, low=0.3, high=20)
    count: int = quantity("count", "Fixings along it", 4, low=1, high=40)
    spacing: float = quantity("length", "Fixings apart", 0.8, low=0.02, high=10)
    rows: Literal["one row", "two rows"] = choice("Fixings in", "two rows")
    across: float = quantity("length", "Rows apart", 0.12, low=0.01, high=2)
    rated: float = quantity("force", "Rated load of a fixing, 0: unknown", 0.0, low=0, high=1e5)
    source: str = Field("", title="Rated by", max_length=80)
    factor: float = quantity("number", "Dynamic factor", 2.0, low=1, high=10)
    sinks: float = quantity("plain", "A support gives, N/m", 400000.0, low=1e3, high=1e9)
    sways: float = quantity("plain", "Sideways it gives, N/m", 60000.0, low=100, high=1e9)
    twists: float = quantity("torsion", "Against twisting it gives", 4000.0, low=1, high=1e8)


class Carrier(Frozen):
    """Rail, rails, beam, or a gantry that rolls itself."""

    kind: Literal["one rail", "pair of rails", "beam", "gantry"] = choice("Carried by", "beam")
    made: Literal["section", "I of boards", "box of boards"] = choice("Made of", "section")
    section: str = choice("Rail or beam", "steel-box-30x30x2", catalogue="sections")
    spacing: float = quantity("length", "Rails apart", 0.2, low=0.02, high=2)
    material: str = choice("Boards of", "pine", catalogue="materials")
    flange_width: float = quantity("length", "Flange wide", 0.06, low=0.01, high=0.6)
    flange: float = quantity("fine", "Flange thick", 0.018, low=0.003, high=0.1)
    web: float = quantity("fine", "Web thick", 0.018, low=0.003, high=0.1)
    web_height: float = quantity("length", "Web high", 0.11, low=0.01, high=1)
    joint: Literal["glued", "screwed"] = choice("Boards are", "glued")
    screw: float = quantity("fine", "Screws thick", 0.004, low=0.002, high=0.02)
    pitch: float = quantity("length", "Screws apart", 0.15, low=0.02, high=1)
    screw_holds: float = quantity("force", "A screw holds, working", 350.0, low=10, high=1e5)
    damping: float = quantity("percent", "Damping", 0.02, low=0.001, high=0.5)
    across: float = quantity("length", "Gantry rolls", 1.5, low=0.05, high=20)
    base: float = quantity("length", "Its wheels apart along its way", 0.4, low=0.02, high=5)
    pushed: Literal["at the trolley", "at one end"] = choice("Gantry is pushed", "at the trolley")


class Trolley(Frozen):
    """What runs along the rail."""

    runs: Runs = choice("Runs by", "wheels on top")
    wheel: str = choice("Wheels", "roller-flat", catalogue="wheels")
    wheelbase: float = quantity("length", "Wheels apart along", 0.16, low=0.01, high=3)
    track: float = quantity("length", "Wheels apart across", 0.08, low=0.005, high=2)
    mass: float = quantity("mass", "Trolley weighs", 0.8, low=0.05, high=100)
    hang: float = quantity("length", "Drop begins below the rail", 0.06, low=-0.5, high=1)
    block: float = quantity("length", "Block's length", 0.12, low=0.01, high=1)
    clearance: float = quantity("fine", "Holes wider than the rods", 0.001, low=0, high=0.02)
    bow: float = quantity("fine", "One rod is bowed by", 0.001, low=-0.1, high=0.1)
    other_bow: float = quantity("fine", "The other by", -0.001, low=-0.1, high=0.1)
    apart: float = quantity("fine", "Rods out of parallel by", 0.0005, low=-0.1, high=0.1)
    friction: float = quantity("plain", "Friction of the block", 0.25, low=0.01, high=1)
    guided: Literal["on both", "on one"] = choice("Guided", "on both")
    push: float = quantity("length", "Pushed beside the middle", 0.05, low=0, high=3)
    lock: Literal["nothing", "brake", "lock screw"] = choice("Locked by", "lock screw")
    holds: float = quantity("force", "The lock holds", 60.0, low=0, high=1e4)
    pull: float = quantity("force", "Cables pull with", 5.0, low=0, high=1000)
    slope: float = quantity("angle", "Rail is off level", 0.0, low=0, high=math.radians(20))
    stops: bool = Field(True, title="End stops")


class BoomPiece(Frozen):
    """One piece of a swing boom, from its bolt on."""

    length: float = quantity("length", "Length", 0.4, low=0.03, high=5)
    section: str = choice("Section", "aluminium-box-40x20x2", catalogue="sections")


class Drop(Frozen):
    """From the trolley to the camera: a pole in a clamp, or a boom that swings."""

    kind: Literal["pole", "boom"] = choice("Camera hangs by", "pole")
    pole: str = choice("Pole of", "aluminium-tube-25x2", catalogue="sections")
    length: float = quantity("length", "Drop", 0.4, low=0.0, high=5)
    way: Literal["hangs below", "stands above"] = choice("Camera", "hangs below")
    clamp: Clamp = choice("Clamped by", "split clamp")
    grip: float = quantity("force", "The clamp grips with", 200.0, low=0, high=1e5)
    stop: bool = Field(True, title="Stop below the clamp")
    nod: float = quantity("angle", "Lens off straight down", 0.0, low=0, high=math.radians(80))
    off: float = quantity("length", "Camera beside the pole", 0.0, low=-1, high=1)
    pieces: tuple[BoomPiece, ...] = Field(
        (BoomPiece(), BoomPiece()), title="Boom", min_length=1, max_length=4
    )
    knuckle: float = quantity("plain", "A knuckle gives, rad per N·m", 0.0004, low=0, high=0.1)
    bolt: float = quantity("plain", "Its bolt gives, rad per N·m", 0.0003, low=0, high=0.1)
    bears: float = quantity("torque", "A knuckle or the bolt bears", 60.0, low=0.1, high=1e5)
    ring: float = quantity("length", "Bolt's friction ring", 0.06, low=0.005, high=1)
    pressed: float = quantity("force", "Bolt presses with", 500.0, low=0, high=1e6)
    rubs: float = quantity("plain", "Ring's friction", 0.25, low=0.01, high=1)
    points: float = quantity(
        "angle", "Boom points, from the rail", math.radians(90), low=-math.pi, high=math.pi
    )


class Tool(Frozen):
    """A tool on the bench: where its middle is and how big it is."""

    name: str = Field("Vice", title="Tool", min_length=1, max_length=40)
    x: float = quantity("length", "Along", 1.2, low=-10, high=40)
    y: float = quantity("length", "Away", 0.1, low=-10, high=20)
    width: float = quantity("length", "Wide", 0.15, low=0.01, high=5)
    depth: float = quantity("length", "Deep", 0.15, low=0.01, high=5)
    height: float = quantity("length", "Tall", 0.15, low=0.0, high=3)
    seen: bool = Field(True, title="Must be seen")


class Bench(Frozen):
    """The bench below, what is on it, and who works at it; along counts from the rail's end."""

    left: float = quantity("length", "Bench begins along", 0.3, low=-10, high=40)
    front: float = quantity("length", "Its front edge, away from the rail", -0.35, low=-10, high=20)
    length: float = quantity("length", "Bench long", 1.8, low=0.1, high=20)
    depth: float = quantity("length", "Bench deep", 0.7, low=0.1, high=5)
    height: float = quantity("length", "Bench high", 0.9, low=0.0, high=2.5)
    wanted: float = quantity("percent", "Of it to be seen", 0.6, low=0.0, high=1)
    tools: tuple[Tool, ...] = Field((), title="Tools", max_length=20)
    person_x: float = quantity("length", "Person stands along", 1.2, low=-10, high=40)
    person_y: float = quantity("length", "and away", -0.65, low=-10, high=20)
    head: float = quantity("length", "Top of the head", 1.8, low=0.5, high=2.5)
    leans: float = quantity("length", "Head leans over the bench by", 0.25, low=0, high=1)


class Tether(Caught):
    """What catches trolley and camera."""

    tethered: bool = Field(True, title="Tethered past the trolley")


class OverheadDesign(Design):
    """A rail overhead, and a camera that looks down from it."""

    family: Literal["overhead"] = "overhead"
    holding: Holding = Holding()
    carrier: Carrier = Carrier()
    trolley: Trolley = Trolley()
    drop: Drop = Drop()
    bench: Bench = Bench()
    tether: Tether = Tether()

    @model_validator(mode="after")
    def _fits(self) -> OverheadDesign:
        if self.trolley.wheelbase >= self.holding.span:
            raise CannotBe(
                f"a trolley of {self.trolley.wheelbase:.2f} m does not fit a rail of "
                f"{self.holding.span:.2f} m; less is accepted"
            )
        return self

    @property
    def rails(self) -> int:
        """How many rails carry it."""
        return 2 if self.carrier.kind == "pair of rails" else 1

    @property
    def rolls(self) -> bool:
        """Whether it is a gantry."""
        return self.carrier.kind == "gantry"


#: References to its fields.
F = refs(OverheadDesign, "design")
