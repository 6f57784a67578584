"""A move asked of a controller, and what came of it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.lazy import kept
from hazel_lantern.core.line.protocol import Knows, Unit

Array = NDArray[np.float64]
Ending = Literal[
    "done", "stopped", "stalled", "end switch", "refused", "not understood", "silent", "lost"
]


@dataclass(frozen=True, eq=False)
class Asked:
    """A move to play.

    Attributes
    ----------
    name : str
        Of the axis.
    unit : {"mm", "deg"}
    times : (n,) array
        From 0, s.
    places : (n,) array
        From 0, by the unit.
    pixels : float
        How far a unit shifts the picture at the subject, px.
    delay : float
        Waited before it is played, s.
    """

    name: str
    unit: Unit
    times: Array
    places: Array
    pixels: float
    delay: float = 0.0

    @property
    def duration(self) -> float:
        """From start to end, s."""
        return float(self.times[-1])


@dataclass(frozen=True, eq=False)
class Run:
    """What came of a move.

    Attributes
    ----------
    asked : Asked
    times, places : (n,) array
        As the controller reported them.
    ended : str
        How it ended, of `Ending`.
    words : str
        What happened, where, and what was heard.
    knows : {"measured", "counted"}
        Whether the places were measured.
    """

    asked: Asked
    times: Array
    places: Array
    ended: Ending
    words: str
    knows: Knows = "counted"

    @property
    def whole(self) -> bool:
        """Whether it was played to its end."""
        return self.ended == "done"

    @kept
    def off(self) -> Array:
        """How far the picture was off at each report, px; ahead is positive."""
        asked = self.asked
        meant = np.interp(self.times, asked.times, asked.places)
        sense = 1.0 if asked.places[-1] >= asked.places[0] else -1.0
        return np.asarray((self.places - meant) * sense * asked.pixels)

    @property
    def worst(self) -> int:
        """Index of the report that was furthest off.

        Raises
        ------
        ValueError
            Where there is no report.
        """
        return int(np.abs(self.off).argmax())

    @property
    def furthest(self) -> float:
        """How far off it was at the worst, px; 0 where nothing was reported."""
        return float(abs(self.off[self.worst])) if len(self.off) else 0.0
