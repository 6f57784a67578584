"""Places on the slider as points of a drawing."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.rigs.kit.drawing import enlargement
from hazel_lantern.core.rigs.slider.answer import SliderAnswer
from hazel_lantern.core.sketch import Point


class Rail:
    """Places on the tilted, bent rail line as points of the side view."""

    def __init__(self, answer: SliderAnswer, mark: int) -> None:
        self.answer, self.design, self.mark = answer, answer.design, mark
        self.tilt, self.height = answer.shot.move.slope, answer.rail_height
        self.drop = answer.rows.section.properties.height
        self.place = float(answer.course.place[mark])
        dip = float(answer.bending.dip.max())
        self.enlarged = enlargement(dip, self.design.rails.length)

    def at(self, along: float, up: float = 0.0) -> Point:
        """From the left rail end and over the straight rail line."""
        out = along - self.design.rails.length / 2
        return (
            out * math.cos(self.tilt) - up * math.sin(self.tilt),
            self.height + out * math.sin(self.tilt) + up * math.cos(self.tilt),
        )

    def sag(self, along: float) -> float:
        """Enlarged lift of the rail at the present mark, m."""
        bending = self.answer.bending
        shape = bending.rail_line[:, min(self.mark, bending.rail_line.shape[1] - 1)]
        return float(np.interp(along, bending.along, shape)) * self.enlarged

    def rail(self) -> tuple[Point, ...]:
        """The middle line of the bent rail."""
        half = self.drop / 2
        return tuple(
            self.at(float(a), self.sag(float(a)) - half) for a in self.answer.bending.along
        )
