"""An assembly: a part of a rig that brings its own checks, levers, choices, parts and words."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from typing import Any, Concatenate, Generic, ParamSpec, TypeVar

from hazel_lantern.core.lamps import Check
from hazel_lantern.core.parts import Bolt, Step, Template
from hazel_lantern.core.rigs.answer import Answer
from hazel_lantern.core.rigs.asks import Group, Lever, PlotSpec, Ranking

AnswerT = TypeVar("AnswerT", bound=Answer[Any])
MoreT = ParamSpec("MoreT")
GivenT = TypeVar("GivenT")


def of(
    function: Callable[Concatenate[AnswerT, MoreT], GivenT],
) -> Callable[Concatenate[Any, MoreT], GivenT]:
    """A method of an assembly that a function of its solved case answers."""

    def method(self: Assembly[AnswerT], /, *more: MoreT.args, **named: MoreT.kwargs) -> GivenT:
        return function(self.answer, *more, **named)

    method.__doc__ = function.__doc__
    return method


class Assembly(Generic[AnswerT]):
    """Part of a solved rig.  This base class answers nothing; a subclass says what it has.

    Methods made with `lamps.check` are its checks, in the order in which they stand.
    """

    _checks: tuple[Check, ...] = ()

    def __init_subclass__(cls, **more: Any) -> None:
        super().__init_subclass__(**more)
        own = tuple(value for value in vars(cls).values() if isinstance(value, Check))
        cls._checks = (*cls._checks, *own)

    def __init__(self, answer: AnswerT) -> None:
        self.answer = answer
        self.case = answer.case

    def checks(self) -> Iterable[tuple[Check, Any]]:
        """Each check with what it looks at."""
        return tuple((one, self) for one in self._checks)

    def levers(self) -> Iterable[Lever]:
        """What may be changed to mend a lamp; the search finds which does."""
        return ()

    def rankings(self) -> Iterable[Ranking]:
        """Choices that are ranked by what they do."""
        return ()

    def plots(self, station: str) -> Iterable[PlotSpec]:
        """The curves of a station."""
        return ()

    def groups(self, station: str) -> Iterable[Group]:
        """The fields of a station's bench."""
        return ()

    def readout(self, station: str) -> Iterable[tuple[str, str]]:
        """Computed figures that a station shows beside its fields."""
        return ()

    def cautions(self, station: str) -> Iterable[str]:
        """What to mind at a station; nothing that is not at stake there."""
        return ()

    def templates(self) -> Iterable[Template]:
        """Parts as they are built, each with its holes from its datum corner."""
        return ()

    def bolts(self) -> Iterable[Bolt]:
        """What holds them together, each bolt with the holes that it goes through."""
        return ()

    def steps(self) -> Iterable[Step]:
        """How to build it."""
        return ()

    def set_card(self) -> Iterable[str]:
        """What to have at hand on the day."""
        return ()


class Checks(Assembly[AnswerT]):
    """Checks that look at the solved case itself."""

    def __init__(self, answer: AnswerT, *found: Check) -> None:
        super().__init__(answer)
        self._found = found

    def checks(self) -> Iterable[tuple[Check, Any]]:
        """Each with the solved case."""
        return tuple((one, self.answer) for one in self._found)
