"""The set: where it lies in a rig's own directions, its walls and its things."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.poses import Poses
from hazel_lantern.core.scenery import Solid
from hazel_lantern.core.shot import SUBJECT, Room, Shot, Thing
from hazel_lantern.core.sketch import Role

Array = NDArray[np.float64]
#: What a thing is drawn as.
ROLES: dict[str, Role] = {
    "table": "timber",
    "door": "timber",
    "box": "timber",
    "window": "glass",
    "post": "stand",
}


class Setting(NamedTuple):
    """The set's directions in a rig's own: right of the lens, away from it, and up.

    Its origin lies on the floor under the lens in the middle of the move; ``bearing`` is where the
    lens looks there, rad.
    """

    origin: Array
    bearing: float

    @classmethod
    def of(cls, poses: Poses, way: Array) -> Setting:
        """Of the lens as the shot asks, and its way at every mark.

        Parameters
        ----------
        poses : Poses
        way : (n,) array
            m or rad; only growing or only falling.

        Returns
        -------
        Setting
        """
        order = slice(None) if way[-1] >= way[0] else slice(None, None, -1)
        middle = (way[0] + way[-1]) / 2
        x, y, look = (
            float(np.interp(middle, way[order], row[order]))
            for row in (poses.eye[:, 0], poses.eye[:, 1], poses.look)
        )
        return cls(np.array([x, y]), look)

    @property
    def _turned(self) -> Array:
        """Rows: right, away and up of the set in the rig's directions, (3, 3)."""
        cos, sin = math.cos(self.bearing), math.sin(self.bearing)
        return np.array([[sin, -cos, 0.0], [cos, sin, 0.0], [0.0, 0.0, 1.0]])

    def to_set(self, points: Array) -> Array:
        """Places of the rig's as places of the set.

        Parameters
        ----------
        points : (..., 3) array
            m.

        Returns
        -------
        (..., 3) array
            Right, away, up, m.
        """
        return np.asarray((points - [*self.origin, 0.0]) @ self._turned.T)

    def to_rig(self, points: Array) -> Array:
        """Places of the set as places of the rig's; the other way round of `to_set`.

        Parameters
        ----------
        points : (..., 3) array
            m.

        Returns
        -------
        (..., 3) array
            m.
        """
        return np.asarray(points @ self._turned + [*self.origin, 0.0])


def corners(thing: Thing) -> tuple[Array, Array]:
    """Low and high corner of a thing on the set.

    Parameters
    ----------
    thing : Thing

    Returns
    -------
    (3,) array, (3,) array
        Right, away, up, m.
    """
    half = np.array([thing.width / 2, thing.depth / 2])
    middle = np.array([thing.aside, thing.away])
    return (
        np.array([*(middle - half), thing.base]),
        np.array([*(middle + half), thing.base + thing.height]),
    )


def solid(thing: Thing, setting: Setting) -> Solid:
    """A thing as it stands before a rig's lens; turned to the nearest quarter of a turn."""
    square = Setting(setting.origin, round(setting.bearing / (math.pi / 2)) * math.pi / 2)
    ends = np.round(square.to_rig(np.stack(corners(thing))), 12)
    role = ROLES.get(thing.kind, "room")
    return Solid(ends.min(axis=0), ends.max(axis=0), role)


def target(shot: Shot, name: str, subject: Array) -> Array:
    """What is looked at: of the subject what its rig says, of a thing its middle.

    Parameters
    ----------
    shot : Shot
    name : str
        Of a thing of the set, or the subject.
    subject : (3,) array
        What is looked at of the subject, on the set, m.

    Returns
    -------
    (3,) array
        On the set, m.
    """
    thing = None if name == SUBJECT else shot.thing(name)
    if thing is None:
        return subject
    return np.array([thing.aside, thing.away, thing.base + thing.height / 2])


def walls(room: Room, along: bool) -> tuple[float, float, float, float]:
    """Where the walls stand on the set: left, near, right, far, m.

    Parameters
    ----------
    room : Room
    along : bool
        Whether the lens looks along the move; the room's length then lies away from it.

    Returns
    -------
    tuple of float
    """
    across, away = (room.depth, room.length) if along else (room.length, room.depth)
    return (
        room.aside - across / 2,
        -room.behind,
        room.aside + across / 2,
        away - room.behind,
    )
