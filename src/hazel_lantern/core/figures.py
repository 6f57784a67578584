"""Outlines of people and things for scale: simple shapes, in metres."""

from __future__ import annotations

import math

from hazel_lantern.core.sketch import Disc, Line, Point, Role, Shape


def _ellipse(cx: float, cy: float, rx: float, ry: float, points: int = 20) -> tuple[Point, ...]:
    turns = [2 * math.pi * i / points for i in range(points)]
    return tuple((cx + rx * math.cos(t), cy + ry * math.sin(t)) for t in turns)


def standing_figure(x: float, height: float, role: Role = "figure") -> tuple[Shape | Disc, ...]:
    """A person seen from the front, feet at the floor."""
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


def stand_outline(apex: Point, spread: float, role: Role = "stand") -> tuple[Line | Shape, ...]:
    """Three legs to the floor from an apex, seen from the side: two outer feet, one behind."""
    x, top = apex
    knee = max(top - 0.06, 0.0)
    return (
        Line(((x, knee), (x - spread / 2, 0.0)), role, 0.02),
        Line(((x, knee), (x + spread / 2, 0.0)), role, 0.02),
        Line(((x, knee), (x + 0.06 * spread, 0.0)), role, 0.014),
        Shape(((x - 0.035, knee), (x + 0.035, knee), (x + 0.035, top), (x - 0.035, top)), role),
    )
