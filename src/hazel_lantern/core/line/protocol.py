"""The words that a motor's controller and the program say to each other.

One line of ASCII each, ended by a line feed; docs/line-protocol.md is the same for makers.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from hazel_lantern.core.errors import CannotBe

VERSION = 1
#: Letters of a line at the most.
LONGEST = 80
Unit = Literal["mm", "deg"]
#: What a controller says of a place: it was measured, or only counted.
Knows = Literal["measured", "counted"]
#: Words of the controller that are followed by its clock, s, and the place.
PLACED = ("at", "home", "stopped", "stalled", "done", "low", "high")


class NotSaid(CannotBe):
    """A line that is none of the protocol's."""


@dataclass(frozen=True)
class Here:
    """The controller's answer to a greeting."""

    unit: Unit
    knows: Knows


@dataclass(frozen=True)
class Placed:
    """A report: what happened, at which time of its clock, s, and at which place."""

    word: str
    time: float
    place: float


@dataclass(frozen=True)
class Sorry:
    """The controller will not, and says why."""

    why: str


@dataclass(frozen=True)
class Echo:
    """What it was told, said back."""

    line: str


Said = Here | Placed | Sorry | Echo


def point(number: int, time: float, place: float) -> str:
    """A point of the move: its number from 0, s from the start, place from the start."""
    return f"point {number} {time:.4f} {place:.5f}"


def placed(word: str, time: float, place: float) -> str:
    """A report, as the controller writes it."""
    return f"{word} {time:.4f} {place:.5f}"


def figure(text: str, what: str) -> float:
    """A number of a line.

    Raises
    ------
    NotSaid
        For what is no number, or none that is finite.
    """
    try:
        found = float(text)
    except ValueError:
        found = math.nan
    if not math.isfinite(found):
        raise NotSaid(f"“{text}” is no {what}; accepted: a number such as 12.5")
    return found


def heard(line: str) -> Said:
    """What a line of the controller says.

    Parameters
    ----------
    line : str
        Without its line feed.

    Returns
    -------
    Here, Placed, Sorry or Echo

    Raises
    ------
    NotSaid
        Quotes the line, and says what would be accepted.
    """
    words = line.split()
    if not words or len(line) > LONGEST or not (line.isascii() and line.isprintable()):
        raise NotSaid(f"heard {quoted(line)}, which is no line of the protocol")
    first, rest = words[0], words[1:]
    if first in PLACED and len(rest) == 2:
        return Placed(first, figure(rest[0], "time"), figure(rest[1], "place"))
    if first == "sorry" and rest:
        return Sorry(" ".join(rest))
    if first == "here":
        return _here(line, rest)
    if first in ("load", "point", "play"):
        return Echo(line.strip())
    raise NotSaid(f"heard {quoted(line)}, which is no line of the protocol")


def _here(line: str, rest: list[str]) -> Here:
    if rest[:1] != [str(VERSION)]:
        raise NotSaid(f"heard {quoted(line)}; accepted: version {VERSION} of the protocol")
    match rest[1:]:
        case ["mm" | "deg" as unit, "measured" | "counted" as knows]:
            return Here(unit, knows)
    raise NotSaid(f"heard {quoted(line)}; accepted: “here 1”, mm or deg, measured or counted")


def quoted(line: str) -> str:
    """A line as it can be printed, whatever was in it."""
    shown = line if len(line) <= LONGEST else line[:LONGEST] + "..."
    return "“" + "".join(c if c.isascii() and c.isprintable() else "?" for c in shown) + "”"
