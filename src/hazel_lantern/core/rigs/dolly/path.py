"""The line that the dolly's middle follows, seen from above.

The middle of the move is the origin, ``x`` to the right and ``y`` towards the arc's centre;
headings count from ``x`` towards ``y``.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol

import numpy as np

from hazel_lantern.core.mechanics import elastica
from hazel_lantern.core.mechanics.elastica import Array, Bow
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.rigs.dolly.model import DollyDesign
from hazel_lantern.core.shot import Arc


class Line(Protocol):
    """A line on the floor."""

    def at(self, way: Array) -> tuple[Array, Array, Array]:
        """x, y, m, and heading, rad, at ways from the middle, m."""
        ...


@dataclass(frozen=True)
class Straight:
    """A straight line."""

    def at(self, way: Array) -> tuple[Array, Array, Array]:
        """Along x."""
        return way, np.zeros_like(way), np.zeros_like(way)


@dataclass(frozen=True)
class Circle:
    """A circle about (0, radius)."""

    radius: float

    def at(self, way: Array) -> tuple[Array, Array, Array]:
        """Round the circle."""
        turn = way / self.radius
        return self.radius * np.sin(turn), self.radius * (1 - np.cos(turn)), turn


@dataclass(frozen=True)
class Bowed:
    """A pipe bowed by a cord, moved ``back`` from the arc's line so as to keep near it."""

    bow: Bow
    back: float = 0.0

    def at(self, way: Array) -> tuple[Array, Array, Array]:
        """Along the elastica, straight on past its ends."""
        x, y, heading = self.bow.at(way)
        return x, y - self.back, heading


def bend_radius(case: Case[DollyDesign]) -> float:
    """What pipes are bent to, m: the move's arc, or what the design says where it has none."""
    move = case.shot.move
    return move.radius if isinstance(move, Arc) else case.design.track.radius


def wanted_line(case: Case[DollyDesign]) -> Line:
    """What the shot asks for."""
    move = case.shot.move
    return Circle(move.radius) if isinstance(move, Arc) else Straight()


def real_line(case: Case[DollyDesign]) -> Line:
    """What the rails do; the floor lets it go where it is steered."""
    track = case.design.track
    if track.kind == "pre-bent track":
        return Circle(bend_radius(case))
    if track.kind == "straight track":
        return Straight()
    if track.kind == "no track":
        return wanted_line(case)
    found = elastica.bow(track.length, track.sagitta)
    move = case.shot.move
    if not isinstance(move, Arc):
        return Bowed(found)
    # Laid so that over the move it is as much too near the centre as too far from it.
    ways = np.linspace(-0.5, 0.5, 41) * move.distance
    x, y, _ = found.at(ways)
    away = np.hypot(x, move.radius - y) - move.radius
    return Bowed(found, float(away.max() + away.min()) / -2)


def least_radius(case: Case[DollyDesign]) -> float:
    """Of the rails, m; infinite when they are straight."""
    track = case.design.track
    if track.kind == "bowed track":
        return elastica.bow(track.length, track.sagitta).least_radius
    return bend_radius(case) if track.kind == "pre-bent track" else np.inf


def turned(case: Case[DollyDesign]) -> float:
    """How far the rails turn from end to end, rad."""
    track = case.design.track
    if track.kind == "bowed track":
        return 2 * elastica.bow(track.length, track.sagitta).end_angle
    return track.length / bend_radius(case) if track.kind == "pre-bent track" else 0.0
