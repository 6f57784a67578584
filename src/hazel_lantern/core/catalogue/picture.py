"""What a row of the catalogue looks like, from its own figures: areas and sizes, in m.

Seen along its length or axis, or from the side; up is up.  What has no size has no picture.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from math import cos, pi, sin
from typing import Any, Literal

from hazel_lantern.core.catalogue.rows import (
    Bearing,
    CogRow,
    Item,
    LineRow,
    Roller,
    Row,
    Section,
    Sensor,
    Sheave,
    Stand,
    Thread,
    Wheel,
    Wire,
)

Look = Literal["solid", "hollow", "line", "hidden"]


@dataclass(frozen=True)
class Area:
    """A box or an ellipse about its middle; ``hollow`` is cut out of what is solid."""

    form: Literal["box", "ellipse"]
    x: float
    y: float
    width: float
    height: float
    look: Look = "solid"


@dataclass(frozen=True)
class Stroke:
    """A line through points."""

    points: tuple[tuple[float, float], ...]
    look: Look = "line"


@dataclass(frozen=True)
class Size:
    """A length that is written on the picture: of which column, and from where to where."""

    name: str
    start: tuple[float, float]
    end: tuple[float, float]


@dataclass(frozen=True)
class Picture:
    """Areas and strokes in the order they are drawn, sizes to be written, and from where it is
    seen.
    """

    areas: tuple[Area | Stroke, ...]
    sizes: tuple[Size, ...] = ()
    seen: str = ""


def _round(diameter: float, look: Look = "solid", x: float = 0.0, y: float = 0.0) -> Area:
    return Area("ellipse", x, y, diameter, diameter, look)


def _across(name: str, width: float, y: float) -> Size:
    return Size(name, (-width / 2, y), (width / 2, y))


def _upright(name: str, height: float, x: float, low: float) -> Size:
    return Size(name, (x, low), (x, low + height))


def section_areas(section: Section, least_wall: float = 0.0) -> tuple[Area, ...]:
    """The cross-section of a bar, tube or board.

    Parameters
    ----------
    section : Section
    least_wall : float
        Walls are drawn no thinner, m.

    Returns
    -------
    tuple of Area
    """
    wide, high, wall = section.width, section.height, max(section.wall, least_wall)
    inside = (wide - 2 * wall, high - 2 * wall)
    hollow = min(inside) > 0
    if section.shape in ("round tube", "round bar", "oval tube"):
        outer = Area("ellipse", 0, 0, wide, high)
        if section.shape == "round bar" or not hollow:
            return (outer,)
        return outer, Area("ellipse", 0, 0, *inside, "hollow")
    if section.shape == "angle":
        cut = (wide - wall, high - wall)
        return Area("box", 0, 0, wide, high), Area("box", wall / 2, wall / 2, *cut, "hollow")
    if section.shape == "channel":
        cut = (wide - 2 * wall, high - wall)
        return Area("box", 0, 0, wide, high), Area("box", 0, wall / 2, *cut, "hollow")
    outer = Area("box", 0, 0, wide, high)
    if section.shape == "rectangular tube" and hollow:
        return outer, Area("box", 0, 0, *inside, "hollow")
    if section.shape == "slotted":
        slot = 0.16 * wide
        places = [(way * (wide - slot) / 2, 0.0) for way in (-1, 1)]
        places += [(0.0, way * (high - slot) / 2) for way in (-1, 1)]
        return outer, *(Area("box", x, y, slot, slot, "hollow") for x, y in places)
    return (outer,)


def _section(row: Section) -> Picture:
    wide, high = row.width, row.height
    sizes = [_across("width", wide, -0.62 * high)]
    if wide != high or row.shape not in ("round tube", "round bar"):
        sizes.append(_upright("height", high, 0.62 * wide, -high / 2))
    if row.wall:
        sizes.append(Size("wall", (-wide / 2, 0), (-wide / 2 + row.wall, 0)))
    return Picture(section_areas(row), tuple(sizes), "the cut end")


def _disc(row: Wheel | Roller, running: float, hole: float) -> Picture:
    """A wheel from the side, and beside it how wide it is."""
    across, wide = row.diameter, row.width
    apart = 0.75 * across + wide / 2
    return Picture(
        (
            _round(across),
            _round(running, "hidden"),
            _round(hole, "hollow"),
            Area("box", apart, 0, wide, across),
        ),
        (
            _across("diameter", across, -0.62 * across),
            Size("width", (apart - wide / 2, -0.62 * across), (apart + wide / 2, -0.62 * across)),
        ),
        "from the side and from the front",
    )


def _wheel(row: Wheel) -> Picture:
    return _disc(row, row.running_diameter, row.bolt)


def _roller(row: Roller) -> Picture:
    return _disc(row, row.diameter, row.bolt)


def _sheave(row: Sheave) -> Picture:
    return Picture(
        (
            _round(2 * row.tread + 2 * row.groove),
            _round(2 * row.tread, "hidden"),
            _round(row.bolt, "hollow"),
        ),
        (Size("tread", (0, 0), (row.tread, 0)),),
        "from the side",
    )


def _item(row: Item) -> Picture:
    """From the right: forward is to the right, the camera screw at the foot."""
    low = row.up - row.height / 2
    return Picture(
        (
            Area("box", row.forward, row.up, row.length, row.height, "line"),
            _round(min(row.length, row.height) / 4, "solid", row.forward, row.up),
            Stroke(((0, low - 0.15 * row.height), (0, low))),
        ),
        (
            Size(
                "length",
                (row.forward - row.length / 2, low - 0.3 * row.height),
                (row.forward + row.length / 2, low - 0.3 * row.height),
            ),
            _upright("height", row.height, row.forward + 0.65 * row.length, low),
        ),
        "from the right; the dot is its weight, the stroke below it the camera screw",
    )


def _stand(row: Stand) -> Picture:
    wide, top, low = row.greatest_spread, row.highest, row.lowest
    legs: list[Area | Stroke] = [
        Stroke(((way * wide / 2, 0), (0, 0.75 * low), (0, top))) for way in (-1, 1)
    ]
    head = Stroke(((-0.06 * wide, low), (0.06 * wide, low)), "hidden")
    return Picture(
        (*legs, head),
        (
            _across("greatest_spread", wide, -0.08 * top),
            _upright("highest", top, 0.62 * wide, 0),
            _upright("lowest", low, -0.62 * wide, 0),
        ),
        "from the side, as high and as low as it goes",
    )


def _thread(row: Thread) -> Picture:
    """Its end, in the holes that are drilled for it."""
    return Picture(
        (
            _round(max(row.countersink, row.clearance), "line"),
            _round(row.clearance, "line"),
            _round(row.diameter),
            _round(row.tapping, "hidden"),
        ),
        (
            _across("diameter", row.diameter, -0.62 * max(row.countersink, row.clearance)),
            _across("clearance", row.clearance, 0.62 * max(row.countersink, row.clearance)),
        ),
        "along it, with the holes drilled for it",
    )


def _cog(row: CogRow) -> Picture:
    pitch, outer = row.module * row.teeth, row.module * (row.teeth + 2)
    root = row.module * (row.teeth - 2.5)
    teeth: list[tuple[float, float]] = []
    for at in range(row.teeth):
        for turn, across in ((-0.32, root), (-0.14, outer), (0.14, outer), (0.32, root)):
            angle = 2 * pi * (at + turn) / row.teeth
            teeth.append((across / 2 * cos(angle), across / 2 * sin(angle)))
    return Picture(
        (Stroke((*teeth, teeth[0])), _round(pitch, "hidden"), _round(row.bore, "line")),
        (_across("pitch circle", pitch, -0.62 * outer),),
        "from the side; teeth as strokes",
    )


def _bearing(row: Bearing) -> Picture:
    holes = [
        _round(
            row.bolt,
            "hollow",
            row.bolt_circle / 2 * cos(2 * pi * at / row.holes),
            row.bolt_circle / 2 * sin(2 * pi * at / row.holes),
        )
        for at in range(row.holes)
    ]
    return Picture(
        (_round(row.width), *holes, _round(row.bolt_circle, "hidden")),
        (
            _across("width", row.width, -0.62 * row.width),
            _across("bolt_circle", row.bolt_circle, 0.62 * row.width),
        ),
        "from above",
    )


def _line(row: LineRow | Wire) -> Picture:
    return Picture(
        (_round(row.diameter),),
        (_across("diameter", row.diameter, -0.8 * row.diameter),),
        "the cut end",
    )


def _sensor(row: Sensor) -> Picture:
    return Picture(
        (Area("box", 0, 0, row.width, row.height, "line"),),
        (
            _across("width", row.width, -0.62 * row.height),
            _upright("height", row.height, 0.62 * row.width, -row.height / 2),
        ),
        "from the lens",
    )


_DRAWN: dict[str, Callable[[Any], Picture]] = {
    "sections": _section,
    "wheels": _wheel,
    "rollers": _roller,
    "sheaves": _sheave,
    "items": _item,
    "stands": _stand,
    "threads": _thread,
    "cogs": _cog,
    "bearings": _bearing,
    "lines": _line,
    "wires": _line,
    "sensors": _sensor,
}


def picture(table: str, row: Row) -> Picture | None:
    """The picture of a row.

    Parameters
    ----------
    table : str
    row : Row

    Returns
    -------
    Picture or None
        None for what has no size of its own.
    """
    draws = _DRAWN.get(table)
    return draws(row) if draws is not None else None
