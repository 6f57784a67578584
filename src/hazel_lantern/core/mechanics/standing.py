"""Standing up: how far a thing on feet is from going over."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.lazy import kept

Array = NDArray[np.float64]


def foot_edge(feet: int, spread: float) -> float:
    """Distance from the centre of evenly set feet to the nearest edge: b / (2 tan(π/n)).

    Parameters
    ----------
    feet : int
        At least 3.
    spread : float
        Between neighbours, m.

    Returns
    -------
    float
        m.
    """
    return spread / (2 * math.tan(math.pi / feet))


def foot_reach(feet: int, spread: float) -> float:
    """Distance from the centre to each foot: b / (2 sin(π/n)).

    Parameters
    ----------
    feet : int
        At least 3.
    spread : float
        Between neighbours, m.

    Returns
    -------
    float
        m.
    """
    return spread / (2 * math.sin(math.pi / feet))


def regular_polygon(feet: int, spread: float) -> Array:
    """Corners of feet evenly round the origin.

    Parameters
    ----------
    feet : int
        At least 3.
    spread : float
        Between neighbours, m.

    Returns
    -------
    (feet, 2) array
        Anticlockwise, m.
    """
    turn = 2 * math.pi * np.arange(feet) / feet + math.pi / 2
    radius = spread / (2 * math.sin(math.pi / feet))
    return radius * np.stack([np.cos(turn), np.sin(turn)], axis=1)


def edge_distances(polygon: Array, points: Array) -> Array:
    """Signed distance of points inside each edge of a convex polygon.

    Parameters
    ----------
    polygon : (corners, 2) array
        Anticlockwise, m.
    points : (points, 2) array
        m.

    Returns
    -------
    (points, edges) array
        m; negative outside.
    """
    along = np.roll(polygon, -1, axis=0) - polygon
    inward = np.stack([-along[:, 1], along[:, 0]], axis=1)
    inward /= np.linalg.norm(inward, axis=1, keepdims=True)
    offset = points[:, None, :] - polygon[None, :, :]
    return np.asarray((offset * inward[None]).sum(axis=-1))


@dataclass(frozen=True)
class Edges:
    """Lines over which a thing on feet can go, seen anticlockwise from above.

    Attributes
    ----------
    starts, ends : (edges, 3) array
        Ends of each, x, y and z upward, m; they may slope, but not stand upright.
    """

    starts: Array
    ends: Array

    @kept
    def axes(self) -> tuple[Array, Array, Array]:
        """Along each edge, level towards the inside, and upward square to both; of length one."""
        along = self.ends - self.starts
        along = along / np.sqrt((along**2).sum(axis=1, keepdims=True))
        x, y, z = along.T
        level = np.hypot(x, y)
        inward = np.stack([-y / level, x / level, np.zeros_like(x)], axis=1)
        return along, inward, np.stack([-z * x / level, -z * y / level, level], axis=1)


@dataclass(frozen=True)
class Pressing:
    """Weight and what else acts, at every mark.

    Attributes
    ----------
    weight : float or (n,) array
        N.
    centre : (n, 3) array
        Centre of mass, m.
    force : (n, 3) array
        Sum of all other forces, N.
    moment : (n, 3) array
        Their moment about the origin, N·m.
    """

    weight: Array | float
    centre: Array
    force: Array
    moment: Array


def edges_of(corners: Array) -> Edges:
    """The edges between corners.

    Parameters
    ----------
    corners : (n, 3) array
        Anticlockwise from above, m.

    Returns
    -------
    Edges
    """
    return Edges(corners, np.roll(corners, -1, axis=0))


def edges_round(middle: Array, reach: float, count: int = 16) -> Edges:
    """Edges of feet that may stand any way round: tangents of the circle inside them.

    Parameters
    ----------
    middle : (3,) array
        Of the feet, m.
    reach : float
        From the middle to the nearest edge, m.
    count : int
        Ways that are looked at; the first is along x.

    Returns
    -------
    Edges
    """
    turn = 2 * math.pi * np.arange(count) / count
    none = np.zeros(count)
    out = np.stack([np.cos(turn), np.sin(turn), none], axis=1)
    along = np.stack([-np.sin(turn), np.cos(turn), none], axis=1)
    return Edges(middle + reach * out, middle + reach * out + along)


@dataclass(frozen=True, eq=False)
class Leverage:
    """What holds a thing down about each edge.

    Attributes
    ----------
    edges : Edges
    weight : (edges, 1 or n) array
        Square to each edge, N.
    inside, above : (edges, n) array
        Centre of mass from each edge, level and upward square to it, m.
    other : (edges, n) array
        Moment of all other forces that keeps it down, N·m.
    """

    edges: Edges
    weight: Array
    inside: Array
    above: Array
    other: Array

    @classmethod
    def of(cls, edges: Edges, pressing: Pressing) -> Leverage:
        """Of weight and other forces about edges.

        Parameters
        ----------
        edges : Edges
        pressing : Pressing

        Returns
        -------
        Leverage
        """
        along, inward, upward = edges.axes
        # About an edge from p: axis · (M − p × F) = axis · M − (axis × p) · F.
        (ax, ay, az), (px, py, pz) = along.T, edges.starts.T
        arm = np.stack([ay * pz - az * py, az * px - ax * pz, ax * py - ay * px], axis=1)
        other = arm @ pressing.force.T - along @ pressing.moment.T
        offsets = [(edges.starts * way).sum(axis=1, keepdims=True) for way in (inward, upward)]
        inside, above = inward @ pressing.centre.T, upward @ pressing.centre.T
        weight = np.asarray(pressing.weight) * upward[:, 2:]
        return cls(edges, weight, inside - offsets[0], above - offsets[1], other)

    def at_worst(self) -> Leverage:
        """Without those other forces that hold it down: they may be missing.

        Returns
        -------
        Leverage
        """
        return replace(self, other=np.minimum(self.other, 0.0))

    @kept
    def held(self) -> Array:
        """Moment that keeps it from going over, (edges, n) N·m; negative where it goes over."""
        return np.asarray(self.weight * self.inside + self.other)

    @kept
    def tilt_left(self) -> Array:
        """How far the ground may be tilted, (edges, n) rad; negative where it goes over already.

        Tilted by θ about an edge, the weight W square to it holds with W (d cos θ − h sin θ),
        all else with M as before: in balance where W ρ cos(θ + φ) = −M, with ρ, φ the place of
        the centre of mass from the edge.  So it holds from −φ − α to −φ + α, cos α = −M / W ρ.
        Where level ground lies outside of that, the nearer end of it counts: a weight that hangs
        below the edge and outside it is also righted by tilting it further.  What no tilt holds
        has half a turn too little.
        """
        place = np.arctan2(self.above, self.inside)
        share = -self.other / (self.weight * np.maximum(np.hypot(self.inside, self.above), 1e-12))
        half = np.arccos(np.clip(share, -1.0, 1.0))
        fallen = np.where(share > 1.0, -math.pi, half - np.abs(place))
        return np.where(self.held >= 0, half - place, fallen)

    def push_over(self, at: Array) -> Array:
        """Level push, square to each edge, that takes it over.

        Parameters
        ----------
        at : (n, 3) array
            Where it is pushed, m: outwards above the edge, inwards below it.

        Returns
        -------
        (edges, n) array
            N; 0 where it goes over by itself, infinite where the push is level with the edge.
        """
        _, _, upward = self.edges.axes
        over = np.abs(upward @ at.T - (self.edges.starts * upward).sum(axis=1, keepdims=True))
        with np.errstate(divide="ignore", invalid="ignore"):
            needed = np.where(over > 1e-9, self.held / over, np.inf)
        return np.where(self.held > 0, needed, 0.0)
