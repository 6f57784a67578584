"""Places on the slider as points of a drawing."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING

import numpy as np

from hazel_lantern.core.figures import enlargement
from hazel_lantern.core.rigs.slider.statics import Answer, Parts
from hazel_lantern.core.sketch import Point

if TYPE_CHECKING:
    from hazel_lantern.core.assessment import Assessment
    from hazel_lantern.core.project.model import Rig
    from hazel_lantern.core.rigs.slider.model import SliderDesign


class Rail:
    """Places on the tilted, bent rail line as points of the side view."""

    def __init__(self, rig: Rig, assessment: Assessment, mark: int) -> None:
        self.design: SliderDesign = rig.design  # type: ignore[assignment]
        self.answer: Answer = assessment.figures["answer"]
        self.parts: Parts = assessment.figures["parts"]
        self.tilt = rig.shot.tilt
        self.height = float(assessment.figures["rail height"])
        self.mark = mark
        dip = assessment.by_id["slider.rail-dip"].value
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
        shape = self.answer.rail_line[:, min(self.mark, self.answer.rail_line.shape[1] - 1)]
        return float(np.interp(along, self.answer.along, shape)) * self.enlarged

    def rail(self) -> tuple[Point, ...]:
        drop = self.parts.section.properties.height / 2
        return tuple(self.at(float(a), self.sag(float(a)) - drop) for a in self.answer.along)
