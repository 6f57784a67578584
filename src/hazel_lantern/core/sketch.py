"""A neutral drawing in metres: what a stage or a sheet paints, whatever the rig.

``x`` runs to the right and ``y`` up; roles name what a thing is, and the theme gives it a
colour and a weight.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

Point = tuple[float, float]
Role = Literal[
    "rail",
    "metal",
    "timber",
    "camera",
    "glass",
    "wheel",
    "stand",
    "floor",
    "figure",
    "ghost",
    "mass",
    "force",
    "guide",
    "shot",
    "good",
    "bad",
    "room",
    "ballast",
    "wall",
    "view",
]


@dataclass(frozen=True)
class Line:
    """An open line through points; ``weight`` is its thickness in m, 0 for a hairline."""

    points: tuple[Point, ...]
    role: Role
    weight: float = 0.0
    dashed: bool = False


@dataclass(frozen=True)
class Shape:
    """A filled outline."""

    points: tuple[Point, ...]
    role: Role
    hollow: bool = False
    dashed: bool = False


@dataclass(frozen=True)
class Disc:
    """A round thing."""

    centre: Point
    radius: float
    role: Role
    hollow: bool = False


@dataclass(frozen=True)
class Arrow:
    """A force, N, drawn where it acts; ``label`` is its printed size."""

    at: Point
    vector: Point
    role: Role = "force"
    newtons: float = 0.0


@dataclass(frozen=True)
class Note:
    """A short word on the drawing; ``value`` and ``kind`` are printed behind it if given."""

    at: Point
    text: str
    role: Role = "guide"
    value: float | None = None
    kind: str = "fine"


Thing = Line | Shape | Disc | Arrow | Note


@dataclass(frozen=True)
class Dimension:
    """A length that is edited where it is drawn.

    Attributes
    ----------
    path : str
        The field it edits.
    start, end : Point
        What it measures, m.
    side : {"above", "below", "left", "right", "along", "beside", "over", "under", "at"}
        Where its line runs; "along" beside what it measures, at any slope.  Without a line of
        its own, "beside" has the pill right of its end, "over" and "under" a little way off
        with a leader, "at" in the margin with a leader.
    lane : int
        How many lines further out.
    prefix : str
        A word before the figure.
    """

    path: str
    start: Point
    end: Point
    side: Literal["above", "below", "left", "right", "along", "beside", "over", "under", "at"] = (
        "above"
    )
    lane: int = 0
    prefix: str = ""


@dataclass(frozen=True)
class Handle:
    """A part that can be dragged.

    Attributes
    ----------
    path : str
        The field that follows; "mark" moves along the tape instead, "turn" turns the rig.
    at : Point
        Where it is grabbed, m.
    radius : float
        How near counts, m.
    axis : Point
        Change of the field for one metre of pointer travel in x and y; with ``pivot``, the
        first figure is the change for one radian swept about it.
    hint : str
    pivot : Point or None
        What the part turns about.
    also : tuple of (path, axis)
        Fields that follow the same drag.
    """

    path: str
    at: Point
    radius: float
    axis: Point
    hint: str
    pivot: Point | None = None
    also: tuple[tuple[str, Point], ...] = ()


@dataclass(frozen=True)
class Label:
    """A name that stands beside the drawing, with a line to the place that it names, m."""

    at: Point
    text: str


@dataclass(frozen=True)
class Sketch:
    """All of a view; ``enlarged`` tells how many times bending is drawn larger."""

    things: tuple[Thing, ...]
    dimensions: tuple[Dimension, ...] = ()
    handles: tuple[Handle, ...] = ()
    bounds: tuple[float, float, float, float] = (-1.0, 0.0, 1.0, 2.0)
    enlarged: float = 1.0
    title: str = ""
    caption: str = ""
    floor: float | None = field(default=None)
    labels: tuple[Label, ...] = ()
