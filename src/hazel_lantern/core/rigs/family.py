"""A family of rigs: an assembly that solves a case, draws it, and says what moves it makes."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Callable, Iterable, Mapping
from typing import Any, Generic, NamedTuple

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.drive.assembly import Drives
from hazel_lantern.core.drive.shown import Shown
from hazel_lantern.core.framing.assembly import Framed
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.load import Load
from hazel_lantern.core.parts import Part, Piece
from hazel_lantern.core.poses import AIM, Poses, Shake, Trace, Turn
from hazel_lantern.core.rigs.asks import Followed, Measure, SetUp, View
from hazel_lantern.core.rigs.assembly import AnswerT, Assembly
from hazel_lantern.core.rigs.case import Case, DesignT
from hazel_lantern.core.scenery import Solid
from hazel_lantern.core.seat import Seat
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Move, Shot
from hazel_lantern.core.sketch import Sketch
from hazel_lantern.core.workshop import Workshop

Array = NDArray[np.float64]


class Draft(NamedTuple):
    """A design to start from, and the assumptions made: path to reason."""

    design: Any
    why: dict[str, str]


class Family(Assembly[AnswerT], ABC, Generic[DesignT, AnswerT]):
    """A family of rigs; an instance is one solved case of it.

    Attributes
    ----------
    id, title : str
    moves : tuple of type
        Kinds of move that it makes.
    design_type, answer_type : type
        Its design model, and its solved case.
    views : tuple of View
        Ways to draw it; the first one is shown first.
    measures : tuple of Measure
        What a maker can measure on the built rig.
    wanted_words : str
        What ``wanted`` is, to end the sentence "white cross: …".
    own_words, own_many : str, bool
        What of the rig might come before its lens, to begin a sentence, and whether that is many.
    walked : bool
        Whether who pushes it by hand walks along behind the lens.
    """

    id: str
    title: str
    moves: tuple[type[Move], ...]
    design_type: type[DesignT]
    answer_type: type[AnswerT]
    views: tuple[View, ...]
    measures: tuple[Measure[AnswerT], ...] = ()
    wanted_words: str = "where a stiff rig would"
    own_words: str = "The rails"
    own_many: bool = True
    walked: bool = False

    @classmethod
    def solve(cls, case: Case[DesignT]) -> AnswerT:
        """The physics of a case.

        What takes long may wait until it is asked for; what cannot be is said at once.

        Raises
        ------
        CannotBe
            Names value, place and what would be accepted.
        """
        return cls.answer_type(case).looked_up()

    @classmethod
    def borrow(cls, answer: AnswerT, before: AnswerT) -> AnswerT | None:
        """The answer with what takes longer than a frame from a moment ago, marked as stale.

        None where nothing takes so long.
        """
        return None

    @classmethod
    @abstractmethod
    def first_draft(cls, shot: Shot, load: Load, settings: Settings, workshop: Workshop) -> Draft:
        """A design to start from; the search for mends settles it."""

    @classmethod
    @abstractmethod
    def suits(cls, shot: Shot) -> tuple[float, str]:
        """How well the family can do a shot, 0 to 1, and why."""

    def assemblies(self) -> Iterable[Assembly[AnswerT]]:
        """What the rig is made of, in the order in which its lamps are listed."""
        return ()

    @kept
    def everything(self) -> tuple[Assembly[AnswerT], ...]:
        """The family itself, all of its assemblies, and what drives it."""
        return self, *self.assemblies(), self.framed, self.shown, self.drives

    @kept
    def shown(self) -> Shown[AnswerT]:
        """How its move is shown, of whatever family it is."""
        return Shown(self.answer, self.axes)

    @kept
    def framed(self) -> Framed[AnswerT]:
        """What its shot gives and asks, of whatever family it is."""
        return Framed(self)

    @kept
    def drives(self) -> Drives[AnswerT]:
        """What moves it, of whatever family it is."""
        return Drives(self.answer, self.axes)

    def set_up(self) -> tuple[SetUp, ...]:
        """What it takes on the day until it stands, estimates of one practised person's minutes."""
        return (SetUp("Stand it up and put the camera on", 5.0),)

    def own(self, mark: int) -> Array:
        """Lines of the rig that might come before its own lens at a mark, (k, 2, 3) m."""
        return np.zeros((0, 2, 3))

    def scenery(self) -> tuple[Solid, ...]:
        """What stands before the lens in place of a subject that stands alone."""
        return ()

    def followed(self) -> Mapping[str, Callable[[], Followed]]:
        """Fields that are ways to say one thing: what each is now, and what setting it brings."""
        return {}

    @abstractmethod
    def axes(self) -> tuple[Axis, ...]:
        """Its freedoms; the tape reads the first."""

    @property
    def times(self) -> Array:
        """When each mark is reached, (n,) s."""
        times: Array = self.answer.course.times
        return times

    @abstractmethod
    def traces(self) -> Mapping[str, Callable[[], Trace]]:
        """Figures over the move, each made when it is looked at."""

    @abstractmethod
    def poses(self) -> Poses:
        """Of the lens as the rig really carries it."""

    @abstractmethod
    def wanted(self) -> Poses:
        """Of the lens as the shot asks."""

    @property
    def distance(self) -> float:
        """From the lens to its subject in the middle of the move, m."""
        return float(self.answer.shot.subject.distance)

    @property
    def middle(self) -> float:
        """How far out the lens is in the middle of the move, m."""
        return 0.0

    def subject(self) -> Array:
        """Foot of the subject, (3,) m: where the lens looks in the middle of the move."""
        subject, middle = self.answer.shot.subject, self.middle
        ahead = (middle + subject.distance, 0.0)
        aside = (middle, subject.distance)
        return np.array([*(ahead if self.answer.along else aside), subject.base])

    def aim(self) -> Array:
        """What is looked at of the subject, (3,) m: its upper third."""
        up = np.array([0.0, 0.0, AIM * self.answer.shot.subject.height])
        return np.asarray(self.subject() + up)

    @abstractmethod
    def sketch(self, view: str, mark: int, turn: float | None = None) -> Sketch:
        """The drawing of a view at a mark, turned as asked or as the move has it."""

    def seat(self, axis: int, mark: int, turn: float | None = None) -> Seat | None:
        """Where on which view one of its axes is driven; None draws the drive by itself."""
        return None

    def drawn(self, view: str, mark: int, turn: float | None = None) -> Sketch:
        """The drawing of a view with what drives the rig, or that drive from close by."""
        drives = self.drives
        if not drives.used:
            return self.sketch(view, mark, turn)
        seat = self.seat(drives.which, mark, turn)
        return drives.drawn(view, seat, mark, lambda plain: self.sketch(plain, mark, turn))

    @abstractmethod
    def parts(self) -> tuple[Part, ...]:
        """What to buy and what is owned; `bought` keeps it."""

    @kept
    def bought(self) -> tuple[Part, ...]:
        """The parts, worked out once."""
        return (*self.parts(), *self.drives.parts())

    @abstractmethod
    def pieces(self) -> tuple[Piece, ...]:
        """Pieces to cut from stock lengths."""

    @abstractmethod
    def travel(self) -> float:
        """How far the camera can go, m."""

    def turn(self) -> Turn | None:
        """A second freedom in which a maker may look round."""
        return None

    def shake(self) -> Shake | None:
        """What moves the lens too quickly to be in its poses."""
        return None
