"""Places on the slider as points of a drawing, and outlines of what it carries."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING

import numpy as np

from hazel_lantern.core.rigs.slider.statics import Answer, Parts
from hazel_lantern.core.sketch import (
    Arrow,
    Disc,
    Line,
    Note,
    Point,
    Role,
    Shape,
)

if TYPE_CHECKING:
    from hazel_lantern.core.assessment import Assessment
    from hazel_lantern.core.load import LoadItem
    from hazel_lantern.core.project.model import Rig
    from hazel_lantern.core.rigs.slider.model import SliderDesign

Thing = Line | Shape | Disc | Arrow | Note


# Bending is drawn as a share of the rail length, by a round factor.
_DRAWN_DIP = 0.035
_FACTORS = (1, 2, 5, 10, 20, 25, 50, 100, 200, 500)


def enlargement(dip: float, length: float) -> float:
    """How many times bending is drawn larger, so that it is seen and not a caricature."""
    if dip <= 0:
        return 1.0
    return float(max((f for f in _FACTORS if f * dip <= _DRAWN_DIP * length), default=1))


def box(x0: float, y0: float, x1: float, y1: float) -> tuple[Point, ...]:
    """The corners of an upright rectangle."""
    return (x0, y0), (x1, y0), (x1, y1), (x0, y1)


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


def item_box(item: LoadItem, along: bool, view: str) -> tuple[float, float, float, float]:
    """Left, right, low, high of an item's outline from the camera screw in a view."""
    if view == "side":
        centre, size = (item.forward, item.length) if along else (item.right, item.width)
        return (
            centre - size / 2,
            centre + size / 2,
            item.up - item.height / 2,
            item.up + item.height / 2,
        )
    if along:
        return (
            item.forward - item.length / 2,
            item.forward + item.length / 2,
            -item.right - item.width / 2,
            -item.right + item.width / 2,
        )
    return (
        item.right - item.width / 2,
        item.right + item.width / 2,
        item.forward - item.length / 2,
        item.forward + item.length / 2,
    )


def item_role(item: LoadItem) -> Role:
    """How an item is drawn: glass for what is looked into, else camera."""
    return "glass" if item.kind in ("lens", "monitor") else "camera"
