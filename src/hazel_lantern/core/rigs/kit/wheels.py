"""Wheels on what they run on: whether they do, and whether they bind."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Protocol, TypeVar

from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.rigs.assembly import AnswerT, Assembly
from hazel_lantern.core.units import Style, write


class WheelRow(Protocol):
    """What every kind of wheel in the catalogue has."""

    @property
    def id(self) -> str:
        """Its id."""
        ...

    @property
    def name(self) -> str:
        """What it is called."""
        ...

    @property
    def face(self) -> str:
        """What it runs on."""
        ...

    @property
    def side_play(self) -> float:
        """How far it may move aside, m."""
        ...

    @property
    def price(self) -> float:
        """Of one."""
        ...

    @property
    def count(self) -> int:
        """How many are taken together."""
        ...


WheelT = TypeVar("WheelT", bound=WheelRow)


def wheel_for(face: str, now: str, wheels: dict[str, WheelT]) -> str | None:
    """The wheel to use on a face: the one in use if it runs there, else the cheapest.

    Parameters
    ----------
    face : str
        What is run on.
    now : str
        Id of the wheel in use.
    wheels : dict of str to WheelRow
        By id.

    Returns
    -------
    str or None
        Id; none where nothing runs there.
    """
    if now in wheels and wheels[now].face == face:
        return now
    fitting = [wheel for wheel in wheels.values() if wheel.face == face]
    return min(fitting, key=lambda wheel: wheel.price * wheel.count).id if fitting else None


@dataclass(frozen=True)
class Runs:
    """Wheels and what they run on.

    Attributes
    ----------
    wheel : WheelRow
    on, face : str
        What they run on, and the face that it offers.
    guided : bool
        Whether it guides them, so that side play is taken up.
    used : tuple of (words, m)
        What takes up side play.
    refused : str
        Why they do not run there though the face is theirs; nothing where they do.
    """

    wheel: WheelRow
    on: str
    face: str
    guided: bool
    used: tuple[tuple[str, float], ...]
    refused: str = ""


class WheelsOn(Assembly[AnswerT]):
    """Checks that wheels run on what they stand on, and do not bind there."""

    def __init__(self, answer: AnswerT, runs: Runs) -> None:
        super().__init__(answer)
        self._runs = runs

    @check(
        "fit", "Fit of wheels and rails", "Frame", "fine", None, "at most", "the wheels' side play"
    )
    def fit(self) -> Found:
        """Side play that errors and curves take up; none is left on a face they do not run on."""
        runs, wheel = self._runs, self._runs.wheel
        matched = wheel.face == runs.face and not runs.refused
        taken = sum(length for _, length in runs.used)
        return Found(
            max(taken, 1e-6) if runs.guided or not matched else 0.0,
            (
                "Wheels fit the rails" if runs.guided else "No rails to fit",
                "Wheels bind on the rails"
                if matched
                else f"These wheels do not run on {'these rails' if runs.guided else 'the floor'}",
            ),
            lambda s: (
                runs.refused
                or f"{wheel.name}: made for a {wheel.face} face; {runs.on} has a {runs.face} one."
                if not matched
                else _sentence(runs.used, wheel.side_play, s)
                if runs.guided
                else "On the floor nothing guides the wheels."
            ),
            working(
                "what takes up side play is to stay below it",
                (
                    *(
                        (f"e{at}", words, length, "fine")
                        for at, (words, length) in enumerate(runs.used, 1)
                    ),
                    ("p", f"side play, {wheel.name.lower()}", wheel.side_play, "fine"),
                ),
                "geometry of guide and rail, b² / 8R for a stiff pair on a curve; measure the "
                "spacing at both ends and the middle",
            ),
            limit=wheel.side_play if matched else 0.0,
            applies=runs.guided or not matched,
        )


def _sentence(used: Iterable[tuple[str, float]], play: float, style: Style) -> str:
    taken = " and ".join(f"{words} {write(length, 'fine', style)}" for words, length in used)
    room = write(play, "fine", style)
    return f"{taken[:1].upper()}{taken[1:]}; the wheels have {room} of side play."
