"""The shot: what the camera does, through which lens, on what, in which room."""

from __future__ import annotations

from typing import Literal

from pydantic import Field, model_validator

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Frozen, choice, quantity, refs
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.shot.moves import (
    AnyMove,
    Arc,
    Fly,
    Glide,
    Hold,
    Line,
    Move,
    Rise,
    Stay,
    Swing,
    Turn,
)
from hazel_lantern.core.shot.pace import Pace
from hazel_lantern.core.shot.played import Played
from hazel_lantern.core.shot.things import SUBJECT, Aim, Thing

__all__ = [
    "SUBJECT",
    "Aim",
    "Arc",
    "Fly",
    "Glide",
    "Hold",
    "Lens",
    "Line",
    "Move",
    "Pace",
    "Rise",
    "Room",
    "S",
    "Shot",
    "Stay",
    "Subject",
    "Swing",
    "Thing",
    "Turn",
]

SubjectKind = Literal["standing person", "seated person", "table-top object"]

#: Height of what each kind of subject stands on, m.
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
    crop: float = quantity("number", "Crop of the sensor", 1.0, low=1, high=8)
    f_number: float = quantity("f_stop", "Stop, f/", 4.0, low=0.7, high=64)
    exposure: float = quantity("time", "Shutter time", 0.02, low=1e-5, high=60)
    focus: Literal["set once", "pulled by hand"] = choice("Focus", "set once")

    def used(self, sensor_width: float) -> float:
        """How much of a sensor's width the frame is, m."""
        return sensor_width / self.crop


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
    """Free space for the rig: its length lies along the move, its depth square to it."""

    length: float = quantity("length", "Free length", 4.0, low=0.2, high=500)
    height: float = quantity("length", "Free height", 2.4, low=0.2, high=100)
    walls: Literal["open", "walls"] = choice("Set is", "open")
    depth: float = quantity("length", "Free depth", 4.0, low=0.2, high=500)
    aside: float = quantity("length", "Room's middle to the right by", 0.0, low=-250, high=250)
    behind: float = quantity("length", "From the move to the wall behind", 1.2, low=0.0, high=500)


class Shot(Frozen):
    """A move of the camera at its pace, through a lens, at a subject, in a room."""

    move: AnyMove = Line()
    pace: Pace = Pace()
    played: Played = Played()
    camera_height: float = quantity("length", "Lens height", 1.3, low=0.02, high=20)
    lens: Lens = Lens()
    subject: Subject = Subject()
    room: Room = Room()
    things: tuple[Thing, ...] = Field((), max_length=12)
    aim: Aim = Aim()

    @model_validator(mode="after")
    def _fits_together(self) -> Shot:
        pace, move = self.pace, self.move
        together = pace.ease_in + pace.ease_out
        if pace.ease != "smooth" and together > pace.duration:
            would = max(0.0, pace.duration - pace.ease_out)
            raise CannotBe(
                f"ease in and out take {together:g} s together, more than the {pace.duration:g} s "
                f"of the move; {would:g} s of ease in would do"
            )
        if self.subject.distance < move.least_distance:
            raise CannotBe(
                f"the lens would run into the subject: at {move.distance:g} m of travel the subject"
                f" must be at least {move.least_distance:g} m away at the middle of the move"
            )
        return self

    @model_validator(mode="after")
    def _names_what_is_there(self) -> Shot:
        names = [SUBJECT, *(thing.name for thing in self.things)]
        double = next((name for name in names if names.count(name) > 1), None)
        if double is not None:
            raise CannotBe(f"two things are called “{double}”; each needs a name of its own")
        for said in (self.aim.first, self.aim.last, self.aim.follows):
            if said not in names:
                raise CannotBe(
                    f"nothing on the set is called “{said}”; there is {', '.join(names)}"
                )
        return self

    def thing(self, name: str) -> Thing | None:
        """The thing of that name; none for the subject."""
        return next((thing for thing in self.things if thing.name == name), None)

    @property
    def fields(self) -> tuple[str, ...]:
        """Fields that say what the camera does, in the order a maker thinks of them."""
        move = self.move
        others = ("kind", "way", *move.last, *move.lists)
        own = [name for name in type(move).model_fields if name not in others]
        pace = (S.pace.duration, S.pace.ease, S.pace.ease_in, S.pace.ease_out)
        return (
            S.move.way,
            *(f"{S.move}.{name}" for name in own),
            *pace,
            S.camera_height,
            *(f"{S.move}.{name}" for name in move.last),
        )

    def focal_px(self, sensor_width: float) -> float:
        """Focal length in pixels on a sensor that wide (m), of which the frame is cropped."""
        lens = self.lens
        return picture.focal_in_pixels(lens.focal, lens.used(sensor_width), lens.frame_width)


#: References to the shot's fields.
S = refs(Shot, "shot")
