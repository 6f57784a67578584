"""Moves as makers picture them: each sets the path and fills in what is usual for it."""

from __future__ import annotations

import math
from typing import Any, NamedTuple

from hazel_lantern.core.fields import Edit, has_field
from hazel_lantern.core.shot import (
    Aim,
    Arc,
    Fly,
    Glide,
    Hold,
    Line,
    Move,
    Pace,
    Rise,
    Room,
    S,
    Shot,
    Stay,
    Subject,
    Thing,
    Turn,
)

PERSON: dict[str, Any] = {"kind": "standing person", "height": 1.72}
OBJECT: dict[str, Any] = {"kind": "table-top object", "height": 0.3}
#: Ends of a move are eased over this share of it.
EASED = 0.15


class Picture(NamedTuple):
    """A move in one small drawing.

    Attributes
    ----------
    id, title : str
    film : str
        What a film crew calls it, in a sentence of what is seen.
    move : Move
    seconds : float
        It usually takes.
    subject : Subject
    height : float
        Of the lens in its middle, m.
    outdoors : bool
        Whether it wants more than a room.
    pulled : bool
        Whether focus has to follow.
    things : tuple of Thing
        What usually stands there.
    says : tuple of (path, value)
        What it says of a design that has such fields.
    aimed : bool
        Whether the lens stays on the subject.
    """

    id: str
    title: str
    film: str
    move: Move
    seconds: float
    subject: Subject
    height: float
    outdoors: bool = False
    pulled: bool = False
    things: tuple[Thing, ...] = ()
    says: tuple[tuple[str, str], ...] = ()
    aimed: bool = False

    def edits(self, shot: Shot) -> tuple[Edit, ...]:
        """What it changes of a shot; lens, capture and a furnished set stay.

        Parameters
        ----------
        shot : Shot

        Returns
        -------
        tuple of Edit
        """
        ease = EASED * self.seconds
        pace = Pace(duration=self.seconds, ease_in=ease, ease_out=ease)
        focus = "pulled by hand" if self.pulled else "set once"
        found = [
            Edit(S.move, self.move),
            Edit(S.pace, pace),
            Edit(S.subject, self.subject),
            Edit(S.camera_height, self.height),
            Edit(S.aim, Aim(kind="on the subject" if self.aimed else "as carried")),
            Edit(S.lens, shot.lens.model_copy(update={"focus": focus})),
        ]
        # What stands there as another picture put it is not of the maker's own choice.
        if any(shot.things == one.things for one in PICTURES):
            found.append(Edit(S.things, self.things))
        if shot.room == Room() or any(shot.room == one.room for one in PICTURES):
            found.append(Edit(S.room, self.room))
        return tuple(found)

    @property
    def room(self) -> Room:
        """That it usually wants."""
        if self.outdoors:
            return Room(length=30.0, depth=20.0, height=10.0, walls="open")
        # An arm that rises points at the subject, as rails do that push in; its tail is behind.
        away = self.move.along or isinstance(self.move, Rise)
        behind = 2.4 if isinstance(self.move, Rise) else 1.4
        if self.move.along:
            behind = max(behind, self.move.distance / 2 + 0.9)
        deep = max(behind + self.subject.distance + 1.0, 4.0)
        if isinstance(self.move, Turn):
            # Its far side is as far behind the middle again.
            deep += 1.0
        long, deep = (deep, 4.0) if away else (4.0, deep)
        return Room(length=long, depth=deep, walls="walls", behind=behind)

    def same(self, shot: Shot) -> bool:
        """Whether a shot is of this kind."""
        if type(shot.move) is not type(self.move):
            return False
        if isinstance(self.move, Turn) and isinstance(shot.move, Turn):
            return (shot.move.turned < NEARLY_ROUND) == (self.move.turned < NEARLY_ROUND)
        low = (shot.camera_height < LOW) == (self.height < LOW)
        return low and shot.move.way == self.move.way


#: Less of a turn than this is part of one, rad.
NEARLY_ROUND = 1.9 * math.pi
#: A lens below this is low over the floor, m.
LOW = 0.6


def _person(distance: float) -> Subject:
    return Subject(distance=distance, **PERSON)


def _object(distance: float, height: float = 0.3) -> Subject:
    return Subject(distance=distance, **{**OBJECT, "height": height})


POST = Thing.usual("post", "post", -0.35, 1.2)
WINDOW = Thing.usual("window", "window", 0.6, 3.54)

PICTURES: tuple[Picture, ...] = (
    Picture(
        "slide-past",
        "slide past",
        "tracking shot: what is near slides past what is far",
        Line(distance=0.8),
        10.0,
        _person(2.6),
        1.3,
        things=(POST, WINDOW),
    ),
    Picture(
        "push-in",
        "push in",
        "push: the subject grows",
        Line(way="push in", distance=1.2),
        10.0,
        _person(2.6),
        1.5,
        pulled=True,
    ),
    Picture(
        "pull-out",
        "pull out",
        "pull back: the place is revealed",
        Line(way="pull out", distance=1.2),
        10.0,
        _person(2.6),
        1.5,
        pulled=True,
    ),
    Picture(
        "rise", "rise", "boom up: the lens lifts off", Rise(distance=1.0), 10.0, _person(3.2), 1.4
    ),
    Picture(
        "sink",
        "sink",
        "boom down: the lens comes down",
        Rise(way="sink", distance=1.0),
        10.0,
        _person(3.2),
        1.4,
    ),
    Picture(
        "arc",
        "arc",
        "arc: round the subject, part of the way",
        Arc(distance=2.0, radius=3.0),
        10.0,
        _person(3.0),
        1.4,
    ),
    Picture(
        "go-round",
        "go round",
        "orbit: all the way round a hero",
        Turn(radius=0.9),
        40.0,
        _object(0.9),
        0.95,
        says=(("design.looks", "in"),),
    ),
    Picture(
        "look-out",
        "look out",
        "turn and look out: the place goes by",
        Turn(radius=0.5, turned=math.radians(90)),
        30.0,
        _person(3.0),
        1.4,
        # Who stands in the middle would be in the arm's way.
        says=(("design.looks", "out"), ("design.inside.kind", "nothing")),
    ),
    Picture(
        "fly-over",
        "fly over",
        "flight: over ground that no wheel goes on",
        Fly(aim="at the subject"),
        24.0,
        _person(8.0),
        2.4,
        outdoors=True,
    ),
    Picture(
        "glide-above",
        "glide above",
        "overhead: looking down on the work",
        Glide(),
        16.0,
        _object(1.35),
        2.15,
    ),
    Picture(
        "follow",
        "follow",
        "follow: low over the floor behind feet",
        Line(way="push in", distance=2.4),
        14.0,
        _person(3.6),
        0.35,
        pulled=True,
    ),
    Picture(
        "hold",
        "hold",
        "static overhead: stays in one place after another",
        Hold(start=0.4, places=(Stay(along=0.5), Stay(along=1.0))),
        10.0,
        _object(1.35),
        2.15,
    ),
)


def hints(design: Any, shot: Shot) -> tuple[Edit, ...]:
    """What the picture that a shot is of says of a design, where it has such a field.

    Parameters
    ----------
    design : Design
    shot : Shot

    Returns
    -------
    tuple of Edit
    """
    picture = picture_of(shot)
    if picture is None:
        return ()
    return tuple(
        Edit(path, value)
        for path, value in picture.says
        if has_field(design, path.removeprefix("design."))
    )


def picture_of(shot: Shot) -> Picture | None:
    """The picture that a shot is of, if any."""
    return next((one for one in PICTURES if one.same(shot)), None)
