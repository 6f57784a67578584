"""From the camera's pose to the picture: pinhole projection, drift, field, focus, blur."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


def focal_in_pixels(focal: float, sensor_width: float, frame_width: float) -> float:
    """Focal length in pixels of the frame: f / sensor width × frame width.

    Parameters
    ----------
    focal, sensor_width : float
        m.
    frame_width : float
        px.

    Returns
    -------
    float
        px.

    Raises
    ------
    ValueError
        If a figure is not above zero.
    """
    if min(focal, sensor_width, frame_width) <= 0:
        raise ValueError("focal length, sensor width and frame width must be above 0")
    return focal / sensor_width * frame_width


def drift(pitch: Array, rise: Array, focal_px: float, distance: float | Array) -> Array:
    """How far the subject moves down the frame.

    Parameters
    ----------
    pitch : (n,) array
        Nose-up turn of the lens, rad.
    rise : (n,) array
        Lift of the lens, m.
    focal_px : float
        Focal length, px.
    distance : float or (n,) array
        Lens to subject, m.

    Returns
    -------
    (n,) array
        px.

    Notes
    -----
    ``f tan(pitch) + f rise / distance``; the second term is exact for a level lens.
    """
    return np.asarray(focal_px * np.tan(pitch) + focal_px * rise / distance)


def edge_drift(centre: Array, roll: Array, frame_width: float) -> Array:
    """Drift at the edges of a picture that also rolls.

    Parameters
    ----------
    centre : (n,) array
        Drift of its middle, px.
    roll : (n,) array
        rad.
    frame_width : float
        px.

    Returns
    -------
    (3, n) array
        At left edge, centre and right edge, px.
    """
    swing = frame_width / 2 * np.tan(roll)
    return np.stack([centre - swing, centre, centre + swing])


def peak_to_peak(values: Array) -> Array:
    """Greatest less least along the last axis.

    Parameters
    ----------
    values : (..., n) array
        In any unit.

    Returns
    -------
    (...) array
        In the unit of the values.
    """
    return np.asarray(values.max(axis=-1) - values.min(axis=-1))


def flow_across(travel: float, focal_px: float, distance: float) -> float:
    """How far a still subject moves through the frame of a lens that passes it: f s / d.

    Parameters
    ----------
    travel : float
        Of the lens, square to its sight, m.
    focal_px : float
        Focal length, px.
    distance : float
        Lens to subject, m.

    Returns
    -------
    float
        px.
    """
    return focal_px * abs(travel) / distance


def flow_ahead(near: float, far: float, frame_width: float) -> float:
    """How far what is at the frame's edge moves outwards while the lens comes nearer.

    Parameters
    ----------
    near, far : float
        Least and greatest distance to the subject, m.
    frame_width : float
        px.

    Returns
    -------
    float
        px: half of the frame times far / near - 1.
    """
    return frame_width / 2 * (far / near - 1)


def departure(values: Array, along: Array) -> Array:
    """What is left of a course beside its smooth path.

    Parameters
    ----------
    values : (..., n) array
        In any unit.
    along : (n,) array
        Way covered at each of them, m or rad.

    Returns
    -------
    (..., n) array
        In the unit of the values.

    Notes
    -----
    The smooth path is the cubic in the way covered that fits best: a slant, a bow and a double
    bow over the move are framing, whatever the move's length and time; what sways more often,
    above about one and a half turns over the move, is left.
    """
    from_middle = (along - along.mean()) / max(float(np.ptp(along)), 1e-12)
    # Orthogonal columns: the fit is one product, and exact for any cubic.
    basis, _ = np.linalg.qr(np.vander(from_middle, 4))
    return np.asarray(values - (values @ basis) @ basis.T)


def field_of_view(focal: float, sensor_side: float) -> float:
    """Angle of view across one side of the sensor: 2 atan(side / 2 f).

    Parameters
    ----------
    focal, sensor_side : float
        m.

    Returns
    -------
    float
        rad.
    """
    return 2 * math.atan(sensor_side / (2 * focal))


def coverage(focal: float, sensor_side: float, distance: float) -> float:
    """Width or height of the plane in frame at a distance.

    Parameters
    ----------
    focal, sensor_side, distance : float
        m.

    Returns
    -------
    float
        m.
    """
    return sensor_side * distance / focal


def depth_of_field(
    focal: float, f_number: float, distance: float, circle: float
) -> tuple[float, float]:
    """Limits of focus.

    Parameters
    ----------
    focal : float
        Focal length, m.
    f_number : float
        Of the stop.
    distance, circle : float
        Focus distance and circle of confusion, m.

    Returns
    -------
    float, float
        Near and far limit, m; the far one is infinite past the hyperfocal distance.

    Notes
    -----
    Thin lens: H = f²/(N c) + f; near = d(H − f)/(H + d − 2f), far = d(H − f)/(H − d).
    """
    hyperfocal = focal**2 / (f_number * circle) + focal
    near = distance * (hyperfocal - focal) / (hyperfocal + distance - 2 * focal)
    if distance >= hyperfocal:
        return near, math.inf
    return near, distance * (hyperfocal - focal) / (hyperfocal - distance)


def blur(focal_px: float, speed: float, exposure: float, distance: float) -> float:
    """Smear of a still subject while the shutter is open: f v t / d.

    Parameters
    ----------
    focal_px : float
        Focal length, px.
    speed : float
        Across the line of sight, m/s.
    exposure : float
        s.
    distance : float
        Lens to subject, m.

    Returns
    -------
    float
        px.
    """
    return focal_px * speed * exposure / distance


def rotation(look: float, pitch: float, roll: float) -> Array:
    """The lens's directions in the room.

    Parameters
    ----------
    look : float
        Bearing of the lens from the x axis towards the y axis, rad.
    pitch : float
        Nose up, rad.
    roll : float
        Right side down, rad.

    Returns
    -------
    (3, 3) array
        Rows: right, up and forward, of length one.
    """
    cos_look, sin_look = math.cos(look), math.sin(look)
    cos_pitch, sin_pitch = math.cos(pitch), math.sin(pitch)
    cos_roll, sin_roll = math.cos(roll), math.sin(roll)
    level = (sin_look, -cos_look, 0.0)
    upright = (-cos_look * sin_pitch, -sin_look * sin_pitch, cos_pitch)
    return np.array(
        [
            [cos_roll * a - sin_roll * b for a, b in zip(level, upright, strict=True)],
            [cos_roll * b + sin_roll * a for a, b in zip(level, upright, strict=True)],
            [cos_look * cos_pitch, sin_look * cos_pitch, sin_pitch],
        ]
    )


def project(points: Array, eye: Array, axes: Array, focal_px: float) -> tuple[Array, Array]:
    """Pinhole projection.

    Parameters
    ----------
    points : (n, 3) array
        Room points, m.
    eye : (3,) array
        The lens, m.
    axes : (3, 3) array
        From `rotation`.
    focal_px : float
        px.

    Returns
    -------
    (n, 2) array
        Right and up of the frame's centre, px; meaningless where depth is not above zero.
    (n,) array
        Depth in front of the lens, m.
    """
    seen = (points - eye) @ axes.T
    depth = seen[:, 2]
    divisor = np.where(np.abs(depth) < 1e-9, 1e-9, depth)
    return focal_px * seen[:, :2] / divisor[:, None], depth


def project_over_move(
    point: Array, eyes: Array, look: Array, pitch: Array, roll: Array, focal_px: float
) -> Array:
    """Where points of the room are seen from many poses.

    Parameters
    ----------
    point : (3,) or (k, 1, 3) array
        m.
    eyes : (n, 3) array
        m.
    look, pitch, roll : (n,) array
        As in `rotation`, rad.
    focal_px : float
        px.

    Returns
    -------
    (n, 2) or (k, n, 2) array
        Right and up of the frame's middle, px.
    """
    cos_look, sin_look = np.cos(look), np.sin(look)
    cos_pitch, sin_pitch = np.cos(pitch), np.sin(pitch)
    away = point - eyes
    # The lens's axes as `rotation` has them, written out: right, upright, forward.
    level = away[..., 0] * sin_look - away[..., 1] * cos_look
    ahead = away[..., 0] * cos_look + away[..., 1] * sin_look
    depth = ahead * cos_pitch + away[..., 2] * sin_pitch
    upright = away[..., 2] * cos_pitch - ahead * sin_pitch
    right = np.cos(roll) * level - np.sin(roll) * upright
    up = np.cos(roll) * upright + np.sin(roll) * level
    depth = np.where(np.abs(depth) < 1e-9, 1e-9, depth)
    return np.asarray(focal_px * np.stack([right, up], axis=-1) / depth[..., None])
