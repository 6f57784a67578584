"""What the lens sees of places of the room over a move: crossing, sliding, growing, focus."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.poses import Poses

Array = NDArray[np.float64]
#: Nearer than this, nothing is projected, m.
NEAR = 0.02
#: A line of the rig is looked at in so many places.
SAMPLES = 25


def seen_at(at: Array, poses: Poses, focal_px: float) -> tuple[Array, Array]:
    """Where in the frame places are at every mark, and how far ahead.

    Parameters
    ----------
    at : (3,) or (k, 1, 3) array
        m.
    poses : Poses
    focal_px : float

    Returns
    -------
    (n, 2) or (k, n, 2) array
        Right and up of the frame's middle, px.
    (n,) or (k, n) array
        Depth, m; not above zero for what is behind the lens.
    """
    look, pitch = poses.look, poses.pitch
    ahead = np.stack(
        [np.cos(look) * np.cos(pitch), np.sin(look) * np.cos(pitch), np.sin(pitch)], axis=1
    )
    depth = ((at - poses.eye) * ahead).sum(axis=-1)
    seen = picture.project_over_move(at, poses.eye, look, pitch, poses.roll, focal_px)
    return seen, np.asarray(depth)


def in_frame(seen: Array, depth: Array, width: float, height: float) -> NDArray[np.bool_]:
    """At which marks a place is in the frame.

    Parameters
    ----------
    seen : (..., n, 2) array
        px.
    depth : (..., n) array
        m.
    width, height : float
        Of the frame, px.

    Returns
    -------
    (..., n) array of bool
    """
    half = np.array([width / 2, height / 2])
    return np.asarray((depth > NEAR) & (np.abs(seen) <= half).all(axis=-1))


def speeds(seen: Array, times: Array) -> Array:
    """How fast a place crosses the frame at every mark, px a second.

    Parameters
    ----------
    seen : (n, 2) array
        px.
    times : (n,) array
        s.

    Returns
    -------
    (n,) array
    """
    if len(times) < 2:
        return np.zeros(len(times))
    # Two marks may share a moment where a move's parts meet.
    steps = np.maximum(np.diff(times), 1e-9)
    between = np.hypot(*np.diff(seen, axis=0).T) / steps
    between = np.where(np.diff(times) < 1e-9, 0.0, between)
    either = np.concatenate([between[:1], between]), np.concatenate([between, [0.0]])
    return np.asarray(np.maximum(*either))


def blur_circle(focal: float, f_number: float, focused: float, depth: Array) -> Array:
    """Diameter on the sensor of a point out of focus: f²/(N (s - f)) · |d - s| / d.

    Parameters
    ----------
    focal, f_number : float
        m, and of the stop.
    focused : float
        Distance focused on, m; beyond the focal length.
    depth : (n,) array
        Distances of the points, m.

    Returns
    -------
    (n,) array
        m; thin lens.
    """
    return np.asarray(
        focal**2 / (f_number * (focused - focal)) * np.abs(depth - focused) / np.abs(depth)
    )


def best_focus(nearest: float, farthest: float) -> float:
    """The distance to focus on once so that both ends are equally sharp: 2 a b / (a + b).

    Parameters
    ----------
    nearest, farthest : float
        m.

    Returns
    -------
    float
        m.
    """
    return 2 * nearest * farthest / (nearest + farthest)


def spare(
    lines: Array, eyes: Array, axes: Array, focal_px: float, frame: tuple[float, float]
) -> Array:
    """How far outside of the frame the nearest of some lines passes, px; below zero inside.

    Parameters
    ----------
    lines : (m, k, 2, 3) array
        Ends at each of m marks, m.
    eyes, axes : (m, 3) and (m, 3, 3) array
        As of `picture.project`.
    focal_px : float
    frame : (float, float)
        Width and height, px.

    Returns
    -------
    (m,) array
        Infinite where all lies behind the lens.
    """
    shares = np.linspace(0.0, 1.0, SAMPLES)[:, None]
    starts, ends = lines[:, :, None, 0], lines[:, :, None, 1]
    points = (starts + shares * (ends - starts)).reshape(len(lines), -1, 3)
    seen = (points - eyes[:, None]) @ axes.transpose(0, 2, 1)
    depth = seen[..., 2]
    ahead = depth > NEAR
    at = np.abs(focal_px * seen[..., :2] / np.where(ahead, depth, 1.0)[..., None])
    outside = (at - np.array(frame) / 2).max(axis=-1)
    return np.asarray(np.where(ahead, outside, np.inf).min(axis=-1))
