"""The place: whether the rig fits the room, along, up and down to its settings."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from hazel_lantern.core.lamps import Found, Inputs, check, working
from hazel_lantern.core.rigs.assembly import AnswerT, Assembly
from hazel_lantern.core.units import write

#: Free space left in each direction, m, by what the direction is called.
Spans = dict[str, float]


class Place(Assembly[AnswerT]):
    """Checks the room; ``spans`` gives what is left, and more to show in the working."""

    def __init__(
        self, answer: AnswerT, spans: Callable[[Any], tuple[Spans, Inputs]], source: str
    ) -> None:
        super().__init__(answer)
        self._spans, self._source = spans, source

    @check("room", "Room around it", "Shot", "length", 0.05, "at least", "50 mm to get a hand in")
    def room(self) -> Found:
        """The least clearance of rig and room."""
        spans, more = self._spans(self.answer)
        name, least = min(spans.items(), key=lambda span: span[1])
        return Found(
            least,
            ("Fits the room", f"Does not fit {name}"),
            lambda s: (
                f"The least clearance is {name}: {write(abs(least), 'length', s)}"
                + (" is missing." if least < 0 else " left over.")
            ),
            working(
                "clearance = free space less what the rig takes up",
                (*((name.split()[0], name, left, "length") for name, left in spans.items()), *more),
                self._source,
            ),
        )


def beyond_setting(spans: Spans, seat: float, lowest: float, highest: float, what: str) -> None:
    """Add what is missing where a height lies outside of what a stand can be set to.

    A setting at the very end of its range is no lack of room; one outside it is.

    Parameters
    ----------
    spans : dict of str to float
        Free space by direction, m; added to.
    seat, lowest, highest : float
        The height wanted, and the range, m.
    what : str
        Whose setting, with {} for "lowest" or "highest".
    """
    if seat < lowest:
        spans[f"down to {what.format('lowest')}"] = seat - lowest
    if seat > highest:
        spans[f"up to {what.format('highest')}"] = highest - seat
