"""True outlines of cogs: the involute that a straight rack cuts, its root fillet and all.

The rack has a straight flank of one module, a depth of 1.25 and a tip rounded by 0.38 modules
(ISO 53, profile A).  Inside all lengths are in modules.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics.gears import ADDENDUM, DEDENDUM, PRESSURE_ANGLE

Array = NDArray[np.float64]
#: Of the rack's tip.
TIP_RADIUS = 0.38
#: Points of the fillet's curve, and of one flank of an outline.
FILLET, FLANK = 4001, 60


def inv(angle: Array | float) -> Array:
    """Involute function, tan φ − φ.

    Parameters
    ----------
    angle : array or float
        rad.

    Returns
    -------
    array
        rad.
    """
    return np.asarray(np.tan(angle) - np.asarray(angle))


@dataclass(frozen=True, eq=False)
class Outline:
    """One cog.

    Attributes
    ----------
    teeth : int
    angle : float
        Of pressure, rad.
    thinner : float
        By which its teeth are thinner along the pitch circle, in modules: for play.
    """

    teeth: int
    angle: float = PRESSURE_ANGLE
    thinner: float = 0.0

    @property
    def pitch(self) -> float:
        """Radius of the pitch circle."""
        return self.teeth / 2

    @property
    def base(self) -> float:
        """Radius of the base circle."""
        return self.pitch * math.cos(self.angle)

    @property
    def tip(self) -> float:
        """Radius over the tips."""
        return self.pitch + ADDENDUM

    @property
    def root(self) -> float:
        """Radius at the root."""
        return self.pitch - DEDENDUM

    @kept
    def fillet(self) -> tuple[Array, Array]:
        """What the rack's rounded corner cuts: radius, growing, and half of the space there, rad.

        The corner's middle moves with the rack while the cog turns; what it cuts lies on the line
        from the pitch point through that middle.
        """
        low = DEDENDUM - TIP_RADIUS
        corner = math.pi / 4 - low * math.tan(self.angle) - TIP_RADIUS / math.cos(self.angle)
        moved = np.linspace(-corner, low / math.tan(self.angle) - corner, FILLET)
        across = corner + moved
        far = np.hypot(across, low)
        x = across * (1 + TIP_RADIUS / far)
        y = self.pitch - low * (1 + TIP_RADIUS / far)
        radius = np.hypot(x, y)
        half = np.arctan2(x, y) - moved / self.pitch
        order = np.argsort(radius, kind="stable")
        return radius[order], half[order]

    @property
    def flank_from(self) -> float:
        """Radius from which on the rack's straight flank cuts: below it there is only its corner.

        The flank ends where the tip's rounding begins; a rack that reaches past the foot of the
        line of action cuts down to the base circle, and with its corner away again.
        """
        deep = DEDENDUM - TIP_RADIUS * (1 - math.sin(self.angle))
        if deep > self.pitch * math.sin(self.angle) ** 2:
            return self.base
        return math.hypot(self.pitch - deep, deep / math.tan(self.angle))

    @kept
    def starts(self) -> float:
        """Radius from which on there is a flank that can touch another cog's."""
        radius, corner = self.fillet
        past = radius >= self.flank_from
        if not past.any():
            return self.flank_from
        share = np.minimum(self.base / radius[past], 1.0)
        flank = math.pi / (2 * self.teeth) + inv(np.arccos(share)) - inv(self.angle)
        undercut = radius[past][corner[past] > flank]
        return float(undercut.max()) if undercut.size else self.flank_from

    def half_space(self, radius: Array) -> Array:
        """Half of the space between two teeth at radii, seen from the axle.

        Parameters
        ----------
        radius : (n,) array
            From root to tip, in modules.

        Returns
        -------
        (n,) array
            rad: the wider of what flank and corner of the rack cut.
        """
        cut_radius, cut = self.fillet
        # Past the fillet's end its corner cuts nothing.
        by_corner = np.interp(radius, cut_radius, cut, right=-np.inf)
        share = np.minimum(self.base / np.maximum(radius, 1e-9), 1.0)
        flank = math.pi / (2 * self.teeth) + inv(np.arccos(share)) - inv(self.angle)
        by_flank = np.where(radius >= self.flank_from, flank, -np.inf)
        return np.asarray(np.maximum(by_corner, by_flank) + self.thinner / (2 * self.pitch))

    def half_tooth(self, radius: Array) -> Array:
        """Half of a tooth at radii, seen from the axle.

        Parameters
        ----------
        radius : (n,) array
            In modules.

        Returns
        -------
        (n,) array
            rad.
        """
        return np.asarray(math.pi / self.teeth - self.half_space(radius))

    def polygon(
        self, module: float, first: int = 0, count: int | None = None, flank: int = FLANK
    ) -> Array:
        """Corners round the teeth, against the clock; tooth 0 points along x.

        Parameters
        ----------
        module : float
            m.
        first, count : int
            Teeth wanted, all unless said.
        flank : int
            Points of one flank.

        Returns
        -------
        (n, 2) array
            m, from the axle.
        """
        count = self.teeth if count is None else count
        # Close to each other at the root, where it is bent most.
        share = np.linspace(0, 1, flank) ** 1.5
        radius = self.root + (self.tip - self.root) * share
        half = np.maximum(self.half_tooth(radius), 0.0)
        rising = np.stack([radius, -half])
        falling = np.stack([radius[::-1], half[::-1]])
        one = np.concatenate([rising, falling], axis=1)
        turns = 2 * math.pi / self.teeth * (first + np.arange(count))
        angles = (one[1][None, :] + turns[:, None]).ravel()
        radii = np.tile(one[0], count) * module
        return np.stack([radii * np.cos(angles), radii * np.sin(angles)], axis=1)


@lru_cache(maxsize=256)
def contact_ratio(first: int, second: int, angle: float = PRESSURE_ANGLE) -> float:
    """How many pairs of teeth touch on the average, by what the cutter leaves of their flanks.

    The path of contact runs on either side of the pitch point as far as the other cog's tip
    reaches, and no further than where the flank begins; over the base pitch.

    Parameters
    ----------
    first, second : int
        Teeth.
    angle : float
        Of pressure, rad.

    Returns
    -------
    float
        Below 1 no pair touches at times.
    """
    path, both = 0.0, (Outline(first, angle), Outline(second, angle))
    for own, other in (both, both[::-1]):
        tip = math.sqrt(other.tip**2 - other.base**2) - other.pitch * math.sin(angle)
        flank = own.pitch * math.sin(angle) - math.sqrt(max(own.starts**2 - own.base**2, 0.0))
        path += min(tip, flank)
    return path / (math.pi * math.cos(angle))
