"""The design of a dolly and its track.  Places along the track count from its middle."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import model_validator

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Frozen, choice, quantity, refs, tolerance
from hazel_lantern.core.mechanics import elastica
from hazel_lantern.core.rigs.case import Design
from hazel_lantern.core.rigs.kit.words import mm

#: How far wheel sets that are set up by a rule stand askew, rad: half a millimetre in 140.
ASKEW = 0.0035
Laid = Literal["straight track", "bowed track", "pre-bent track", "no track"]


class Track(Frozen):
    """Two rails on sleepers, in pieces that can be carried."""

    kind: Laid = choice("Runs on", "straight track")
    section: str = choice("Pipe", "aluminium-tube-40x3", catalogue="sections")
    pieces: int = quantity("count", "Pieces in a row", 2, low=1, high=40)
    piece: float = quantity("length", "Length of a piece", 2.0, low=0.2, high=8)
    gauge: float = quantity("length", "Gauge, pipe to pipe", 0.5, low=0.08, high=3)
    sagitta: float = quantity("length", "Bow, middle off its cord", 0.3, low=0, high=8)
    bows: Literal["each to its length", "both alike, ends offset"] = choice(
        "Pipes bowed", "each to its length"
    )
    cord: Literal["on both pipes", "on the inner pipe"] = choice("Cord", "on both pipes")
    radius: float = quantity("length", "Bent to a radius of", 3.5, low=0.5, high=200)
    joint: Literal["sleeve inside", "butted"] = choice("Pieces joined by", "sleeve inside")
    gap: float = quantity("fine", "Gap at a joint", 0.001, low=0, high=0.03)
    step: float = quantity("fine", "Step at a joint", 0.0002, low=0, high=0.01)
    crooked: float = quantity("fine", "Pipes out of straight, in 1 m", 0.0002, low=0, high=0.02)
    bed: Literal["on sleepers", "on the floor, all along"] = choice("Pipes lie", "on sleepers")
    sleeper: Literal["boards with saddles", "boards with clips", "pipes, notched"] = choice(
        "Sleepers of", "boards with saddles"
    )
    sleepers: float = quantity("length", "Sleeper to sleeper, at most", 0.7, low=0.1, high=3)
    packing: float = quantity("percent", "Unevenness packed out", 0.6, low=0, high=1)
    floor: str = choice("Floor", "concrete", catalogue="floors")
    spare: float = quantity("length", "Room past each end of the move", 0.15, low=0, high=5)

    @property
    def length(self) -> float:
        """Along the middle line, m."""
        return self.pieces * self.piece

    @property
    def sleepered(self) -> bool:
        """Whether it lies on sleepers, and not on the floor all along."""
        return self.kind != "no track" and self.bed == "on sleepers"

    @property
    def stretch(self) -> float:
        """What sleepers divide evenly, m: half a piece, so that one lies under every joint."""
        return self.piece if self.pieces == 1 else self.piece / 2

    @property
    def spans(self) -> int:
        """From sleeper to sleeper, along the whole track."""
        return round(self.length / self.stretch) * math.ceil(self.stretch / self.sleepers - 1e-9)

    @property
    def sleeper_count(self) -> int:
        """From end to end, one under each end and each joint, no farther apart than asked."""
        return self.spans + 1

    @property
    def stick_count(self) -> int:
        """Sticks that keep the gauge of pipes that lie on the floor: at ends and joints."""
        return round(self.length / self.stretch) + 1

    @property
    def apart(self) -> float:
        """How far the sleepers really are apart, m."""
        return self.length / self.spans

    def joints(self, left: bool) -> tuple[float, ...]:
        """Where the pieces of a rail meet, from the track's middle, m; the two rails' by turns.

        The right rail begins with half a piece, so that no joint has another beside it.
        """
        half, shift = self.length / 2, 0.0 if left else self.piece / 2
        if self.pieces == 1:
            return ()
        first = 1 if left else 0
        return tuple(at * self.piece - half + shift for at in range(first, self.pieces))


class Wheels(Frozen):
    """What stands at the platform's corners."""

    roller: str = choice("Wheels", "skate-v", catalogue="rollers")
    corner: Literal["one set", "two sets, swivelling", "two sets, rigid"] = choice(
        "At each corner", "two sets, swivelling"
    )
    bogie: float = quantity("length", "From set to set", 0.14, low=0.03, high=1)
    wheelbase: float = quantity("length", "Wheelbase", 0.7, low=0.1, high=4)
    gauge_error: float = tolerance("drilled", "Gauge error, ±", 0.001, 0.05)
    askew: float = quantity("angle", "Wheel sets out of line by", ASKEW, low=0, high=0.2)


class Platform(Frozen):
    """What rolls: board, stand or low mount, whoever rides along, ballast."""

    form: Literal[
        "board",
        "triangle",
        "triangle of boards",
        "board on two trucks",
        "frame of pipe",
        "wheels under the feet",
    ] = choice("Platform", "board")
    mass: float = quantity("mass", "Platform mass", 8.0, low=0.2, high=300)
    length: float = quantity("length", "Platform length", 0.9, low=0.15, high=4)
    width: float = quantity("length", "Platform width", 0.7, low=0.1, high=3)
    height: float = quantity("length", "Deck above the rails or floor", 0.12, low=0.02, high=1)
    mount: Literal["stand", "low mount", "hung below"] = choice("Camera on", "stand")
    stand: str = choice("Stand", "photo-mid", catalogue="stands")
    spread: float = quantity("length", "Foot spread", 0.6, low=0.1, high=3)
    low_mass: float = quantity("mass", "Low mount mass", 1.5, low=0.1, high=50)
    operator: Literal["walks along", "rides"] = choice("Operator", "walks along")
    operator_mass: float = quantity("mass", "Operator's mass", 75.0, low=20, high=200)
    operator_back: float = quantity("length", "Operator behind the middle", 0.2, low=-2, high=2)
    ballast: float = quantity("mass", "Ballast", 0.0, low=0, high=500)
    ballast_at: Literal["on the deck", "hung under the apex"] = choice("Ballast", "on the deck")


class Drive(Frozen):
    """How it is moved, and how it is stopped."""

    handle: Literal["a hand on it", "a rigid handle", "a soft link"] = choice(
        "Pushed by", "a hand on it"
    )
    height: float = quantity("length", "Pushed at a height of", 0.9, low=0.02, high=2.5)
    stopping: float = quantity("force", "Pull that stops it", 15.0, low=0, high=2000)
    brake: float = quantity("force", "Brake or wedge holds", 0.0, low=0, high=5000)


class Carried(Frozen):
    """How it gets there."""

    longest: float = quantity("length", "Longest that fits the car", 2.2, low=0.3, high=8)


class DollyDesign(Design):
    """A dolly with its track."""

    family: Literal["dolly"] = "dolly"
    track: Track = Track()
    wheels: Wheels = Wheels()
    platform: Platform = Platform()
    drive: Drive = Drive()
    carried: Carried = Carried()

    @model_validator(mode="after")
    def _fits_together(self) -> DollyDesign:
        track, wheels, platform = self.track, self.wheels, self.platform
        if wheels.wheelbase > platform.length and not self.footed:
            raise CannotBe(
                f"the wheelbase of {mm(wheels.wheelbase)} is longer than the platform; "
                f"at most {mm(platform.length)}"
            )
        if self.paired and wheels.bogie > self.base - 0.02:
            raise CannotBe(
                f"sets {mm(wheels.bogie)} apart would meet in the middle; "
                f"at most {mm(self.base - 0.02)}"
            )
        if self.footed and platform.mount != "stand":
            raise CannotBe(
                "wheels under the feet want a stand; accepted are a stand, or another platform"
            )
        if track.kind == "bowed track":
            deepest = elastica.Bow(track.length, elastica.STEEPEST).sagitta
            if track.sagitta > deepest:
                raise CannotBe(
                    f"{mm(track.length)} of pipe cannot be bowed by {mm(track.sagitta)}; "
                    f"at most {mm(deepest)}"
                )
        if track.kind != "no track" and self.outer_base + 0.01 > track.length:
            raise CannotBe(
                f"a track of {mm(track.length)} is shorter than the dolly's wheels are apart; "
                f"at least {mm(self.outer_base + 0.01)}"
            )
        return self

    @property
    def footed(self) -> bool:
        """Whether there is no platform: wheels stand under the feet of the stand."""
        return self.platform.form == "wheels under the feet"

    @property
    def base(self) -> float:
        """Wheelbase, m: of wheels under the feet as far as these are apart."""
        return self.platform.spread if self.footed else self.wheels.wheelbase

    @property
    def paired(self) -> bool:
        """Whether two sets of wheels stand at each corner; a truck is there but once."""
        return self.wheels.corner != "one set" and self.platform.form != "board on two trucks"

    @property
    def sets(self) -> tuple[float, ...]:
        """Where the wheel sets of a corner stand from its middle along the rails, m."""
        return (-self.wheels.bogie / 2, self.wheels.bogie / 2) if self.paired else (0.0,)

    @property
    def outer_base(self) -> float:
        """Between the outermost axles, m."""
        return self.base + (self.wheels.bogie if self.paired else 0.0)

    @property
    def on_track(self) -> bool:
        """Whether it runs on rails."""
        return self.track.kind != "no track"

    @property
    def curved(self) -> bool:
        """Whether the rails are curved."""
        return self.track.kind in ("bowed track", "pre-bent track")


#: References to the design's fields.
F = refs(DollyDesign, "design")
