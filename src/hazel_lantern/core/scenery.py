"""What stands before a lens besides its subject: upright boxes, for the view through the lens."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.sketch import Role

Array = NDArray[np.float64]


class Solid(NamedTuple):
    """An upright box between two opposite corners, (3,) m, where the poses' places are."""

    low: Array
    high: Array
    role: Role

    def faces(self, eye: Array) -> list[tuple[Array, bool]]:
        """Faces that are turned to an eye, (4, 3) m each, and whether it is the top.

        Parameters
        ----------
        eye : (3,) array
            m.

        Returns
        -------
        list of (array, bool)
        """
        (x0, y0, z0), (x1, y1, z1) = self.low.tolist(), self.high.tolist()
        found = []
        sides = (
            (eye[0] < x0, [(x0, y0), (x0, y1)]),
            (eye[0] > x1, [(x1, y0), (x1, y1)]),
            (eye[1] < y0, [(x0, y0), (x1, y0)]),
            (eye[1] > y1, [(x0, y1), (x1, y1)]),
        )
        for turned, ((ax, ay), (bx, by)) in sides:
            if turned:
                corners = [(ax, ay, z0), (bx, by, z0), (bx, by, z1), (ax, ay, z1)]
                found.append((np.array(corners), False))
        if eye[2] > z1:
            corners = [(x0, y0, z1), (x1, y0, z1), (x1, y1, z1), (x0, y1, z1)]
            found.append((np.array(corners), True))
        return found
