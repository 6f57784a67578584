"""Parts to drill: whether every hole keeps its edge, and its distance from the others."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import NamedTuple

from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.parts import Template, in_sentence
from hazel_lantern.core.reuse import reused
from hazel_lantern.core.rigs.assembly import AnswerT, Assembly
from hazel_lantern.core.units import write


class Left(NamedTuple):
    """What is left beside a hole: how much, m, of which part, and what it is between."""

    left: float
    part: str
    between: str


@reused(lambda made: (made,))
def least_left(made: tuple[Template, ...]) -> Left:
    """The least that is left beside any hole of the parts that are drilled.

    Parameters
    ----------
    made : tuple of Template

    Returns
    -------
    Left
        Infinite where nothing is drilled.
    """
    found = Left(math.inf, "", "")
    for one in made:
        if one.comes_drilled:
            continue
        for number, hole in enumerate(one.holes):
            x, y, radius = hole.x, hole.y, hole.diameter / 2
            edge = min(x, y, one.length - x, one.breadth - y) - radius
            if edge < found.left:
                found = Left(edge, one.part, f"{hole.label} and the edge")
            for other in one.holes[number + 1 :]:
                apart = math.hypot(x - other.x, y - other.y) - radius - other.diameter / 2
                if apart < found.left:
                    found = Left(apart, one.part, f"{hole.label} and {other.label}")
    return found


class Drilled(Assembly[AnswerT]):
    """Checks the parts to drill; ``made`` gives them."""

    def __init__(self, answer: AnswerT, made: Callable[[AnswerT], tuple[Template, ...]]) -> None:
        super().__init__(answer)
        self._made = made

    @kept
    def _least(self) -> Left:
        return least_left(self._made(self.answer))

    @check(
        "holes",
        "Material around holes",
        "Frame",
        "fine",
        0.003,
        "at least",
        "3 mm of wood or metal left beside every hole, to its edge and to the next",
    )
    def holes(self) -> Found:
        """The least that is left beside a hole."""
        least = self._least
        part = in_sentence(least.part)
        return Found(
            least.left,
            (
                "Holes keep their edges",
                f"Holes run out of the {part}" if least.left < 0 else f"Holes weaken the {part}",
            ),
            lambda s: (
                f"The least that is left is {write(least.left, 'fine', s)}, in the {part} between "
                f"{least.between}."
            ),
            working(
                "left = distance less the radius of each hole",
                (("left", f"{part}: {least.between}", least.left, "fine"),),
                "the drill table; every part from its own datum corner",
            ),
        )
