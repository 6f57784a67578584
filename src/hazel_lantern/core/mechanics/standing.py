"""Standing up: how far a thing on feet is from going over."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

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


def ground_point(
    weights: Sequence[float], places: Sequence[Array | float], turning: Array | float = 0.0
) -> Array:
    """Where the resultant of weights and level pushes meets the ground.

    Parameters
    ----------
    weights : sequence of float
        N.
    places : sequence of array or float
        Of each weight, from the centre along the direction looked at, m.
    turning : array or float
        Sum of level pushes in that direction times their heights, N·m.

    Returns
    -------
    array
        m.

    Notes
    -----
    x = (Σ W x + Σ F h) / Σ W.
    """
    moment = sum((w * x for w, x in zip(weights, places, strict=True)), start=turning)
    return np.asarray(moment / sum(weights))


def tip_angle(edge: Array | float, resultant: Array, height: Array | float) -> Array:
    """Tilt left before the resultant passes an edge.

    Parameters
    ----------
    edge : array or float
        From the centre to the edge, m.
    resultant : array
        From the centre to where the resultant meets the ground, towards that edge, m.
    height : array or float
        Of the centre of mass, m.

    Returns
    -------
    array
        rad; negative when it has passed.
    """
    return np.arctan2(np.asarray(edge) - resultant, height)
