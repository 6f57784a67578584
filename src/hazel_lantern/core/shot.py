"""The shot: what the camera does, through which lens, on what, in which room."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import model_validator

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Frozen, choice, quantity, refs
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.mechanics.motion import Ease

Direction = Literal[
    "left to right",
    "right to left",
    "push in",
    "pull out",
    "rise",
    "sink",
    "arc left",
    "arc right",
]
SubjectKind = Literal["standing person", "seated person", "table-top object"]

#: Usual height of each kind of subject, m.
SUBJECT_HEIGHT: dict[str, float] = {
    "standing person": 1.72,
    "seated person": 1.28,
    "table-top object": 0.30,
}
#: Height of what the subject stands on, m.
SUBJECT_BASE: dict[str, float] = {
    "standing person": 0.0,
    "seated person": 0.0,
    "table-top object": 0.75,
}


class Lens(Frozen):
    """Focal length, sensor, frame and stop."""

    focal: float = quantity("focal", "Focal length", 0.035, low=0.002, high=1.2)
    sensor: str = choice("Sensor", "super-35", catalogue="sensors")
    frame_width: int = quantity("count", "Frame width, px", 1920, low=320, high=16384)
    frame_height: int = quantity("count", "Frame height, px", 1080, low=180, high=16384)
    f_number: float = quantity("f_stop", "Stop, f/", 4.0, low=0.7, high=64)
    exposure: float = quantity("time", "Shutter time", 0.02, low=1e-5, high=60)


class Subject(Frozen):
    """What is looked at; the distance is from the lens at the middle of the move."""

    kind: SubjectKind = choice("Subject", "standing person")
    height: float = quantity("length", "Subject height", 1.72, low=0.01, high=30)
    distance: float = quantity("length", "Distance to subject", 1.4, low=0.1, high=500)

    @property
    def base(self) -> float:
        """Height of the floor or table under it, m."""
        return SUBJECT_BASE[self.kind]


class Room(Frozen):
    """Free space for the rig."""

    length: float = quantity("length", "Free length", 4.0, low=0.2, high=500)
    height: float = quantity("length", "Free height", 2.4, low=0.2, high=100)


class Shot(Frozen):
    """A move of the camera: along a line, up or down with or without a pan, or round an arc.

    On an arc the travel is the way along it, and the lens looks at the arc's centre.
    """

    direction: Direction = choice("Direction", "left to right")
    distance: float = quantity("length", "Travel", 0.8, low=0.01, high=50)
    radius: float = quantity("length", "Radius of the arc", 3.5, low=0.5, high=200)
    duration: float = quantity("time", "Takes", 6.0, low=0.2, high=36000)
    ease: Ease = choice("Ease", "soft ramps")
    ease_in: float = quantity("time", "Ease in", 1.0, low=0, high=3600)
    ease_out: float = quantity("time", "Ease out", 1.0, low=0, high=3600)
    camera_height: float = quantity("length", "Lens height", 1.3, low=0.02, high=20)
    tilt: float = quantity("angle", "Track tilt", 0.0, low=-math.radians(45), high=math.radians(45))
    sweep: float = quantity(
        "angle", "Pan over the move", 0.0, low=-math.radians(180), high=math.radians(180)
    )
    reach: float = quantity("length", "Reach past the feet", 0.3, low=0, high=20)
    lens: Lens = Lens()
    subject: Subject = Subject()
    room: Room = Room()

    @model_validator(mode="after")
    def _eases_fit(self) -> Shot:
        together = self.ease_in + self.ease_out
        if self.ease != "smooth" and together > self.duration:
            raise CannotBe(
                f"ease in and out take {together:g} s together, more than the {self.duration:g} s "
                f"of the move; {max(0.0, self.duration - self.ease_out):g} s of ease in would do"
            )
        if self.along and self.subject.distance < self.distance / 2 + 0.1:
            raise CannotBe(
                f"the lens would run into the subject: at {self.distance:g} m of travel the subject"
                f" must be at least {self.distance / 2 + 0.1:g} m away at the middle of the move"
            )
        return self

    @property
    def upright(self) -> bool:
        """Whether the camera goes up or down, not along."""
        return self.direction in ("rise", "sink")

    @property
    def fields(self) -> tuple[str, ...]:
        """Fields that say what the camera does, in the order a maker thinks of them."""
        last = ("sweep", "reach") if self.upright else ("tilt",)
        names = ("duration", "ease", "ease_in", "ease_out", "camera_height")
        if self.curved:
            return ("direction", "distance", "radius", *names)
        return ("direction", "distance", *names, *last)

    @property
    def slope(self) -> float:
        """Of the track, rad: an arc is laid level, whatever a straight one was tilted by."""
        return 0.0 if self.curved else self.tilt

    @property
    def curved(self) -> bool:
        """Whether the camera goes round an arc."""
        return self.direction in ("arc left", "arc right")

    @property
    def along(self) -> bool:
        """Whether the lens looks along the track, not square to it."""
        return self.direction in ("push in", "pull out")

    @property
    def sense(self) -> int:
        """+1 to the right, ahead or up; −1 the other way."""
        return 1 if self.direction in ("left to right", "push in", "rise", "arc right") else -1

    def focal_px(self, sensor_width: float) -> float:
        """Focal length in pixels on a sensor that wide (m)."""
        return picture.focal_in_pixels(self.lens.focal, sensor_width, self.lens.frame_width)


#: References to the shot's fields.
S = refs(Shot, "shot")
