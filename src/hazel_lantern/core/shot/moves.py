"""The moves that a camera makes, each kind a class: its fields, its course, its words.

A new kind is one more class in here; it is found by being there.
"""

from __future__ import annotations

import math
import typing
from typing import TYPE_CHECKING, Annotated, ClassVar, Literal, Union

from pydantic import Field

from hazel_lantern.core.fields import Frozen, choice, quantity
from hazel_lantern.core.units import Style, write


class Move(Frozen):
    """What every kind of move has.

    ``way`` says which way of its kind it goes; every kind has a ``distance``, how far it goes along
    its own course, m.
    """

    #: Ways that count towards the right, ahead or up.
    forth: ClassVar[tuple[str, ...]] = ()
    #: Ways on which the lens looks where it goes, not square to it.
    looks_along: ClassVar[tuple[str, ...]] = ()
    #: Fields that a maker thinks of last, once pace and height are said.
    last: ClassVar[tuple[str, ...]] = ()
    #: Fields that are lists.
    lists: ClassVar[tuple[str, ...]] = ()

    kind: str
    way: str

    if TYPE_CHECKING:

        @property
        def distance(self) -> float:
            """How far it goes along its own course, m: a field, or what follows from others."""

    @classmethod
    def ways(cls) -> tuple[str, ...]:
        """The ways of this kind."""
        return typing.get_args(cls.model_fields["way"].annotation)

    @property
    def sense(self) -> int:
        """+1 to the right, ahead or up; −1 the other way."""
        return 1 if self.way in self.forth else -1

    @property
    def along(self) -> bool:
        """Whether the lens looks along the move, not square to it."""
        return self.way in self.looks_along

    @property
    def slope(self) -> float:
        """Of what the camera runs on, rad."""
        return 0.0

    @property
    def least_distance(self) -> float:
        """How far the subject must be from the lens in the middle of the move, m."""
        return self.distance / 2 + 0.1 if self.along else 0.0

    @classmethod
    def after(cls, move: Move, way: str) -> Move:
        """Of this kind, a given way, as far as another one goes."""
        farthest = 50.0
        return cls.model_validate({"way": way, "distance": min(move.distance, farthest)})

    def words(self, style: Style) -> str:
        """Which way, and how far."""
        return f"{self.way}, {write(self.distance, 'length', style)}"


class Line(Move):
    """Straight along, level or on a slope."""

    forth = ("left to right", "push in")
    looks_along = ("push in", "pull out")
    last = ("tilt",)

    kind: Literal["line"] = "line"
    way: Literal["left to right", "right to left", "push in", "pull out"] = choice(
        "Direction", "left to right"
    )
    distance: float = quantity("length", "Travel", 0.8, low=0.01, high=50)
    tilt: float = quantity("angle", "Track tilt", 0.0, low=-math.radians(45), high=math.radians(45))

    @property
    def slope(self) -> float:
        """The tilt, rad."""
        return self.tilt


class Rise(Move):
    """Up or down, with a pan or without one."""

    forth = ("rise",)
    last = ("sweep", "reach")

    kind: Literal["rise"] = "rise"
    way: Literal["rise", "sink"] = choice("Direction", "rise")
    distance: float = quantity("length", "Travel", 0.8, low=0.01, high=50)
    sweep: float = quantity(
        "angle", "Pan over the move", 0.0, low=-math.radians(180), high=math.radians(180)
    )
    reach: float = quantity("length", "Reach past the feet", 0.3, low=-20, high=20)

    def words(self, style: Style) -> str:
        """How far up or down, and the pan."""
        found = f"{self.way} of {write(self.distance, 'length', style)}"
        pan = write(abs(self.sweep), "angle", style)
        return f"{found} with a pan of {pan}" if self.sweep else found


class Arc(Move):
    """Round a centre at which the lens looks; the distance is the way along the arc."""

    forth = ("arc right",)

    kind: Literal["arc"] = "arc"
    way: Literal["arc left", "arc right"] = choice("Direction", "arc right")
    distance: float = quantity("length", "Travel", 0.8, low=0.01, high=50)
    radius: float = quantity("length", "Radius of the arc", 3.5, low=0.5, high=200)

    def words(self, style: Style) -> str:
        """How far, and round what."""
        return f"{super().words(style)} round {write(self.radius, 'length', style)}"


class Turn(Move):
    """Round an upright axis, part of a turn or many; the lens stays as far from it as it is."""

    forth = ("orbit right",)

    kind: Literal["turn"] = "turn"
    way: Literal["orbit left", "orbit right"] = choice("Direction", "orbit right")
    turned: float = quantity(
        "angle", "Turned", 2 * math.pi, low=math.radians(5), high=math.radians(36000)
    )
    radius: float = quantity("length", "Lens from the axis", 1.2, low=0.1, high=10)

    @property
    def distance(self) -> float:
        """Way of the lens along its circle, m."""
        return self.radius * self.turned

    @classmethod
    def after(cls, move: Move, way: str) -> Turn:
        """A full turn."""
        return cls.model_validate({"way": way})

    def words(self, style: Style) -> str:
        """How far round, and how wide."""
        turns = self.turned / (2 * math.pi)
        angle = "a full turn" if abs(turns - 1) < 1e-6 else write(self.turned, "angle", style)
        if turns > 1.5:
            angle = f"{turns:.3g} turns"
        return f"{self.way}, {angle} at {write(self.radius, 'length', style)}"


class Fly(Move):
    """Along a line in the air, from place to place along its span."""

    forth = ("fly right",)
    last = ("start", "level")

    kind: Literal["fly"] = "fly"
    way: Literal["fly right", "fly left"] = choice("Direction", "fly right")
    distance: float = quantity("length", "Flies", 10.0, low=0.2, high=300)
    aim: Literal["square", "ahead", "at the subject"] = choice("Lens looks", "square")
    start: float = quantity("length", "Left end from the left anchor", 3.0, low=0.1, high=300)
    level: float = quantity("length", "Height may change by", 0.5, low=0.005, high=30)

    @property
    def along(self) -> bool:
        """Whether the lens looks ahead."""
        return self.aim == "ahead"

    @classmethod
    def after(cls, move: Move, way: str) -> Fly:
        """As far as a flight usually goes."""
        return cls.model_validate({"way": way})


class Glide(Move):
    """Along a rail overhead, looking down; on a gantry across it as well."""

    forth = ("glide right",)
    last = ("start", "across")

    kind: Literal["glide"] = "glide"
    way: Literal["glide right", "glide left"] = choice("Direction", "glide right")
    distance: float = quantity("length", "Glides", 1.0, low=0.02, high=50)
    start: float = quantity("length", "Left end from the rail's left end", 0.4, low=0, high=50)
    across: float = quantity("length", "And away by", 0.0, low=-20, high=20)

    @classmethod
    def after(cls, move: Move, way: str) -> Glide:
        """As far as a bench is long."""
        return cls.model_validate({"way": way})


class Stay(Frozen):
    """One more place to stay in, counted from the first."""

    along: float = quantity("length", "Along by", 0.4, low=-50, high=50)
    away: float = quantity("length", "Away by", 0.0, low=-20, high=20)


class Hold(Move):
    """No move: held above something, looking down, in one place after another."""

    forth = ("hold above",)
    last = ("start",)
    lists = ("places",)

    kind: Literal["hold"] = "hold"
    way: Literal["hold above"] = choice("Direction", "hold above")
    start: float = quantity("length", "From the rail's left end", 0.9, low=0, high=50)
    places: tuple[Stay, ...] = Field((), max_length=11)

    @property
    def distance(self) -> float:
        """None."""
        return 0.0

    @property
    def stays(self) -> tuple[tuple[float, float], ...]:
        """Every place, along from the rail's left end and away from the middle of them all, m."""
        away = [0.0, *(one.away for one in self.places)]
        middle = (min(away) + max(away)) / 2
        along = [self.start, *(self.start + one.along for one in self.places)]
        return tuple((x, y - middle) for x, y in zip(along, away, strict=True))

    @property
    def across(self) -> float:
        """How far apart the places are away from the rail, m."""
        away = [y for _, y in self.stays]
        return max(away) - min(away)

    @classmethod
    def after(cls, move: Move, way: str) -> Hold:
        """In the middle of a short rail."""
        return cls.model_validate({"way": way})

    def words(self, style: Style) -> str:
        """Where."""
        more = f", and in {len(self.places)} more" if self.places else ""
        return f"{self.way}, {write(self.start, 'length', style)} from the rail's left end{more}"


class Swing(Move):
    """A boom overhead swings the camera about an upright bolt."""

    forth = ("swing left",)
    last = ("start",)

    kind: Literal["swing"] = "swing"
    way: Literal["swing left", "swing right"] = choice("Direction", "swing left")
    turned: float = quantity(
        "angle", "Swings by", math.radians(60), low=math.radians(2), high=math.radians(350)
    )
    reach: float = quantity("length", "Lens from the bolt", 0.8, low=0.05, high=6)
    start: float = quantity("length", "Bolt from the rail's left end", 0.9, low=0, high=50)

    @property
    def distance(self) -> float:
        """Way of the lens along its arc, m."""
        return self.reach * self.turned

    @classmethod
    def after(cls, move: Move, way: str) -> Swing:
        """As far as a boom usually goes."""
        return cls.model_validate({"way": way})

    def words(self, style: Style) -> str:
        """How far round, and how wide."""
        angle = write(self.turned, "angle", style)
        return f"{self.way}, {angle} at {write(self.reach, 'length', style)}"


#: Every kind of move.
KINDS: tuple[type[Move], ...] = tuple(Move.__subclasses__())

if TYPE_CHECKING:
    AnyMove = Move
else:
    AnyMove = Annotated[Union[KINDS], Field(discriminator="kind")]  # noqa: UP007


def ways(kinds: tuple[type[Move], ...] = KINDS) -> tuple[str, ...]:
    """The ways of some kinds of move."""
    return tuple(way for kind in kinds for way in kind.ways())


def turned_to(move: Move, way: str) -> Move:
    """The move going another way; one of another kind keeps how far it goes.

    Raises
    ------
    StopIteration
        If no kind goes that way.
    """
    kind = next(kind for kind in KINDS if way in kind.ways())
    if isinstance(move, kind):
        return move.model_copy(update={"way": way})
    return kind.after(move, way)
