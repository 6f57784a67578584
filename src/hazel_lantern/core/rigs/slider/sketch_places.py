"""Places on the slider as points of a drawing."""

from __future__ import annotations

import math
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.rigs.kit.drawing import enlargement
from hazel_lantern.core.rigs.slider.answer import SliderAnswer
from hazel_lantern.core.sketch import Point

Array = NDArray[np.float64]

#: Enough points that the bent rail line reads as a curve.
RAIL_POINTS = 49


class Rail:
    """Places on the tilted, bent rail line as points of the side view."""

    def __init__(self, answer: SliderAnswer, mark: int) -> None:
        self.answer, self.design, self.mark = answer, answer.design, mark
        self.tilt, self.height = answer.shot.move.slope, answer.rail_height
        self.drop = answer.rows.section.properties.height
        self.place = float(answer.place[mark])
        dip = float(answer.bending.dip.max())
        self.along = np.linspace(0.0, self.design.rails.length, RAIL_POINTS)
        self.enlarged = enlargement(dip, self.design.rails.length)

    def at(self, along: float, up: float = 0.0) -> Point:
        """From the left rail end and over the straight rail line."""
        out = along - self.design.rails.length / 2
        return (
            out * math.cos(self.tilt) - up * math.sin(self.tilt),
            self.height + out * math.sin(self.tilt) + up * math.cos(self.tilt),
        )

    @cached_property
    def lifts(self) -> Array:
        """Enlarged lift of the rail line at `along` at the present mark, m."""
        return self.answer.lift(self.mark, self.along) * self.enlarged

    def sag(self, along: float) -> float:
        """Enlarged lift of the rail at a place, on the line as drawn, m."""
        return float(np.interp(along, self.along, self.lifts))

    def rail(self) -> tuple[Point, ...]:
        """The middle line of the bent rail."""
        return tuple(
            self.at(float(place), float(lift) - self.drop / 2)
            for place, lift in zip(self.along, self.lifts, strict=True)
        )
