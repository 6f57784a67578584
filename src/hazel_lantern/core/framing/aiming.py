"""A head that turns while the camera moves, so that the lens stays on what it is aimed at."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.poses import Poses

Array = NDArray[np.float64]


class Turned(NamedTuple):
    """How far a head pans to the left and tilts up at every mark, (n,) rad."""

    pan: Array
    tilt: Array

    def of(self, poses: Poses) -> Poses:
        """Poses of a camera on that head."""
        return Poses(poses.eye, poses.look + self.pan, poses.pitch + self.tilt, poses.roll)


def bearings(eye: Array, at: Array) -> tuple[Array, Array]:
    """Where a place is seen from other places.

    Parameters
    ----------
    eye : (n, 3) array
        m.
    at : (3,) array
        m.

    Returns
    -------
    (n,) array, (n,) array
        Bearing, without a leap, and height over level, rad.
    """
    away = at - eye
    level = np.hypot(away[:, 0], away[:, 1])
    return np.unwrap(np.arctan2(away[:, 1], away[:, 0])), np.arctan2(away[:, 2], level)


def turned_to(poses: Poses, first: Array, last: Array, share: Array) -> Turned:
    """How a head turns that goes from one place to another over the move.

    Parameters
    ----------
    poses : Poses
        As the shot asks, on a head that does not turn.
    first, last : (3,) array
        Places looked at, m; the same one to stay on it.
    share : (n,) array
        Of the way covered, 0 to 1.

    Returns
    -------
    Turned
    """
    pan, tilt = np.zeros_like(share), np.zeros_like(share)
    for at, weight in ((first, 1 - share), (last, share)):
        look, height = bearings(poses.eye, at)
        aside = np.unwrap(look - poses.look)
        # The nearest way round, as seen from the middle of the move.
        middle = aside[len(aside) // 2]
        aside = aside - 2 * np.pi * np.round(middle / (2 * np.pi))
        pan, tilt = pan + weight * aside, tilt + weight * (height - poses.pitch)
    return Turned(pan, tilt)
