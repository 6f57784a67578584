"""The design of a drive, the same for every family."""

from __future__ import annotations

from collections import Counter
from typing import Literal

from pydantic import Field

from hazel_lantern.core.fields import Frozen, choice, quantity, refs

Source = Literal["by hand", "hand crank", "motor"]
Last = Literal[
    "line and spool",
    "belt loop",
    "threaded rod",
    "rack",
    "friction roller",
    "sector",
    "line from the tail",
    "belt round it",
]
#: Gears of a box, the slowest first.
GEARS = ("first", "second", "third")
#: Last stages whose teeth have play at the rig.
TOOTHED = ("rack", "sector")
#: Those that pull by a line or a belt, which gives.
SPRINGY = ("line and spool", "belt loop", "line from the tail", "belt round it")
#: Of those, what goes slack where it would have to push.
PULLING = ("line and spool", "line from the tail")
#: Share of the work that a last stage passes on; a threaded rod's comes from its thread.
PASSES_ON: dict[str, float] = {
    "line and spool": 0.9,
    "belt loop": 0.95,
    "rack": 0.95,
    "friction roller": 0.9,
    "sector": 0.95,
    "line from the tail": 0.9,
    "belt round it": 0.92,
}


Fixing = Literal["set screw on a flat", "key", "glue", "screw in a wooden axle"]
Mount = Literal["bolted", "slots and thumb screws"]


class Stage(Frozen):
    """Two cogs that mesh, by their ids in the catalogue; the motor's side first."""

    driver: str = choice("Drives", "pom-1-12", catalogue="cogs")
    driven: str = choice("Driven", "pom-1-60", catalogue="cogs")


class Drive(Frozen):
    """What moves the rig, through what."""

    source: Source = choice("Moved by", "by hand")
    spool: float = quantity("length", "Spool diameter", 0.05, low=0.005, high=1)
    crank: float = quantity("length", "Crank arm", 0.08, low=0.01, high=1)
    efficiency: float = quantity("percent", "Crank passes on", 0.8, low=0.1, high=1)
    axis: Literal["the move", "the pan"] = choice("Drives", "the move")
    motor: str = choice("Motor", "gearmotor-30", catalogue="motors")
    train: tuple[Stage, ...] = Field((), max_length=4, title="Cogs")
    gears: tuple[Stage, ...] = Field((), max_length=3, title="Box of gears")
    gear: Literal["first", "second", "third"] = choice("In gear", "first")
    quickest: float = quantity("time", "Gears from a move of", 20.0, low=0.5, high=36000)
    slowest: float = quantity("time", "to one of", 3600.0, low=1, high=360000)
    kerf: float = quantity("fine", "Cutter or print takes off", 0.0, low=-0.002, high=0.002)
    spring: float = quantity("force", "Spring keeps a flank loaded", 0.0, low=0, high=500)
    train_play: float = quantity("fine", "Play of a pair of cogs", 0.0002, low=0, high=0.01)
    fixing: Fixing = choice("Cogs held by", "set screw on a flat")
    mount: Mount = choice("Box on its board", "bolted")
    cover: bool = Field(True, title="Guard over the mesh")
    declutch: bool = Field(False, title="Declutch frees it by hand")
    last: Last = choice("Last stage", "line and spool")
    wheel: float = quantity("length", "Spool, roller, pulley or pinion", 0.04, low=0.002, high=1)
    ring: float = quantity("length", "Sector, ring or lever at the rig", 0.12, low=0.01, high=4)
    module: float = quantity("fine", "Module of its teeth", 0.002, low=0.0003, high=0.02)
    lead: float = quantity("fine", "Way for a turn of the rod", 0.002, low=0.0002, high=0.1)
    rod: float = quantity("fine", "Rod's diameter", 0.008, low=0.002, high=0.05)
    line: float = quantity("length", "Line or belt to the rig", 1.0, low=0.01, high=60)
    stiffness: float = quantity("force", "Its stiffness, for doubling", 4000.0, low=1, high=1e8)
    switches: bool = Field(False, title="End switches")
    clutch: bool = Field(False, title="Slip clutch")
    fuse: bool = Field(False, title="Fuse")
    supply: Literal["battery", "mains adapter"] = choice("Fed by", "battery")
    capacity: float = quantity("plain", "Battery, ampere-hours", 7.0, low=0.05, high=500)
    repeats: int = quantity("count", "Moves on one charge", 5, low=1, high=10000)
    sound: bool = Field(False, title="The shot records sound")
    microphone: float = quantity("length", "Microphone from the motor", 1.5, low=0.05, high=50)
    speaker: float = quantity("length", "Microphone from who speaks", 0.6, low=0.05, high=50)

    @property
    def in_gear(self) -> tuple[Stage, ...]:
        """The pair of the box that is in; none without a box."""
        at = GEARS.index(self.gear)
        return self.gears[min(at, len(self.gears) - 1) :][:1] if self.gears else ()

    @property
    def stages(self) -> tuple[Stage, ...]:
        """Every pair that turns, from the motor on: the gear that is in, and the train."""
        return *self.in_gear, *self.train

    @property
    def every(self) -> tuple[Stage, ...]:
        """Every pair there is, whichever gear is in."""
        return *self.gears, *self.train

    @property
    def cogs(self) -> Counter[str]:
        """How many of each cog there are, by id."""
        return Counter(id for stage in self.every for id in (stage.driver, stage.driven))

    @property
    def guards(self) -> tuple[str, ...]:
        """What stops it or gives way when something is in the way: any of them together."""
        fitted = {"end switches": self.switches, "slip clutch": self.clutch, "fuse": self.fuse}
        return tuple(name for name, there in fitted.items() if there)

    @property
    def by_hand(self) -> bool:
        """Whether a hand moves it, with nothing between."""
        return self.source == "by hand"

    @property
    def cranked(self) -> bool:
        """Whether a hand winds its line over a spool."""
        return self.source == "hand crank"

    @property
    def by_motor(self) -> bool:
        """Whether a motor moves it."""
        return self.source == "motor"


#: References to its fields.
F = refs(Drive, "drive")
