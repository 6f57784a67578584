"""Outlines of people, stands and what is carried: simple shapes, in metres."""

from __future__ import annotations

import math
from collections.abc import Callable

from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.sketch import Disc, Line, Note, Point, Role, Shape

#: Height of the person beside a rig, m.
PERSON = 1.72


def _ellipse(cx: float, cy: float, rx: float, ry: float, points: int = 20) -> tuple[Point, ...]:
    turns = [2 * math.pi * i / points for i in range(points)]
    return tuple((cx + rx * math.cos(t), cy + ry * math.sin(t)) for t in turns)


def standing_figure(x: float, height: float, role: Role = "figure") -> tuple[Shape | Disc, ...]:
    """A person seen from the front, feet at the floor.

    Parameters
    ----------
    x : float
        Where, m.
    height : float
        m.
    role : Role
        How it is drawn.

    Returns
    -------
    tuple of Shape or Disc
    """
    h = height
    body = (
        (-0.045, 0.0),
        (-0.105, 0.0),
        (-0.075, 0.47),
        (-0.125, 0.48),
        (-0.115, 0.78),
        (-0.075, 0.825),
        (0.075, 0.825),
        (0.115, 0.78),
        (0.125, 0.48),
        (0.075, 0.47),
        (0.105, 0.0),
        (0.045, 0.0),
        (0.012, 0.44),
        (-0.012, 0.44),
    )
    return (
        Shape(tuple((x + px * h, py * h) for px, py in body), role),
        Shape(_ellipse(x, 0.92 * h, 0.055 * h, 0.075 * h), role),
    )


def person(x: float) -> tuple[Shape | Disc | Note, ...]:
    """A person for scale, with the height written over the head.

    Parameters
    ----------
    x : float
        Where, m.

    Returns
    -------
    tuple of Shape, Disc or Note
    """
    words = Note((x, PERSON + 0.06), "", "guide", PERSON, "length")
    return (*standing_figure(x, PERSON), words)


def stand_outline(apex: Point, spread: float, role: Role = "stand") -> tuple[Line | Shape, ...]:
    """Three legs to the floor from an apex, seen from the side: two outer feet, one behind.

    Parameters
    ----------
    apex : Point
        m.
    spread : float
        Between the outer feet, m.
    role : Role
        How it is drawn.

    Returns
    -------
    tuple of Line or Shape
    """
    x, top = apex
    knee = max(top - 0.06, 0.0)
    return (
        Line(((x, knee), (x - spread / 2, 0.0)), role, 0.02),
        Line(((x, knee), (x + spread / 2, 0.0)), role, 0.02),
        Line(((x, knee), (x + 0.06 * spread, 0.0)), role, 0.014),
        Shape(((x - 0.035, knee), (x + 0.035, knee), (x + 0.035, top), (x - 0.035, top)), role),
    )


# Bending is drawn as a share of the rail length, by a round factor.
_DRAWN_DIP = 0.035
_FACTORS = (1, 2, 5, 10, 20, 25, 50, 100, 200, 500)


def enlargement(dip: float, length: float) -> float:
    """How many times bending is drawn larger, so that it is seen and not a caricature.

    Parameters
    ----------
    dip, length : float
        Greatest sinking, and of what bends, m.

    Returns
    -------
    float
        1 or more, a round figure.
    """
    if dip <= 0:
        return 1.0
    return float(max((f for f in _FACTORS if f * dip <= _DRAWN_DIP * length), default=1))


def box(x0: float, y0: float, x1: float, y1: float) -> tuple[Point, ...]:
    """The corners of an upright rectangle.

    Parameters
    ----------
    x0, y0, x1, y1 : float
        Two opposite corners, m.

    Returns
    -------
    tuple of Point
        Four.
    """
    return (x0, y0), (x1, y0), (x1, y1), (x0, y1)


def item_box(item: LoadItem, along: bool, view: str) -> tuple[float, float, float, float]:
    """An item's outline in a view.

    Parameters
    ----------
    item : LoadItem
    along : bool
        Whether the lens looks along the drawing's x.
    view : {"side", "above"}

    Returns
    -------
    float, float, float, float
        Left, right, low, high, from the camera screw, m.
    """
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
    """How an item is drawn: glass for what is looked into, else camera.

    Parameters
    ----------
    item : LoadItem

    Returns
    -------
    Role
    """
    return "glass" if item.kind in ("lens", "monitor") else "camera"


def load_shapes(
    load: Load,
    along: bool,
    view: str,
    at: Callable[[float, float], Point],
    ghost: bool = False,
    least: float = -math.inf,
) -> list[Shape]:
    """All that is carried, seen from a side.

    Parameters
    ----------
    load : Load
    along : bool
        Whether the lens looks along the drawing's x.
    view : {"side", "above"}
    at : callable
        From a place counted from the camera screw, m, to a point of the drawing.
    ghost : bool
        In outline only.
    least : float
        Nothing is drawn below this, m.

    Returns
    -------
    list of Shape
    """
    found = []
    for item in sorted(load.items, key=lambda item: item.up if view == "above" else 0.0):
        left, right, low, high = item_box(item, along, view)
        low = max(low, least)
        corners = box(left, low, right, max(high, low + 0.01) if least > -math.inf else high)
        outline = tuple(at(x, y) for x, y in corners)
        found.append(Shape(outline, "ghost" if ghost else item_role(item), ghost, ghost))
    return found
