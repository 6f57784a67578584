"""Where the shafts of a train stand, and how far each cog is turned: for drawing and for plates.

All shafts stand on one line, from the last one, at the rig, to the motor's.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

from hazel_lantern.core.catalogue.rows import CogRow
from hazel_lantern.core.drive.answer import Driving
from hazel_lantern.core.mechanics import gears
from hazel_lantern.core.reuse import reused

#: Density of a motor as a whole, kg/m³, and its length in diameters: a common shape.
DENSE, LONG = 4000.0, 2.0
#: Between two cogs beside each other, and to the plates; an axle of cogs without a bore, m.
BETWEEN, PLAIN = 0.002, 0.006


@dataclass(frozen=True)
class Placed:
    """A cog on its shaft.

    Attributes
    ----------
    row : CogRow
    shaft : int
        From the rig's, 0, to the motor's.
    meshes : bool
        Whether it is in gear.
    pair : int
        Which pair it is of, from the motor on; that of a box is 0.
    drives : bool
        Whether it is the pair's driver.
    """

    row: CogRow
    shaft: int
    meshes: bool
    pair: int
    drives: bool

    @property
    def pitch(self) -> float:
        """Radius of its pitch circle, m."""
        return gears.pitch_diameter(self.row.module, self.row.teeth) / 2

    @property
    def tip(self) -> float:
        """Radius over its tips, m."""
        return gears.tip_diameter(self.row.module, self.row.teeth) / 2


def shafts(it: Driving) -> tuple[float, ...]:
    """Places of the shafts from the last one, which is at 0, to the motor's, m.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    tuple of float
        One more than there are pairs.
    """
    found = [0.0]
    for pair in reversed(it.pairs):
        driver, driven = pair.driver, pair.driven
        apart = gears.centre_distance(driver.module, driver.teeth, driven.teeth)
        found.append(found[-1] + apart)
    return tuple(found)


def train_of(it: Driving) -> tuple[object, ...]:
    """All that cogs, shafts and what they bear depend on, to keep what is made of them.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    tuple
    """
    return it.drive, it.last, it.case.workshop.catalogue


@reused(train_of)
def cogs(it: Driving) -> tuple[Placed, ...]:
    """Every cog on its shaft, those of a box that are not in gear too.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    tuple of Placed
    """
    count = len(it.pairs)
    found = []
    for number, pair in enumerate(it.pairs):
        near = count - 1 - number
        found.append(Placed(pair.driven, near, True, number, False))
        found.append(Placed(pair.driver, near + 1, True, number, True))
    for stage in it.drive.gears:
        if stage in it.drive.in_gear:
            continue
        found.append(Placed(it.case.row("cogs", stage.driven), count - 1, False, 0, False))
        found.append(Placed(it.case.row("cogs", stage.driver), count, False, 0, True))
    return tuple(found)


def axle(it: Driving, shaft: int) -> float:
    """Diameter of a shaft: the least bore of the cogs on it; wider ones get a sleeve, m.

    Parameters
    ----------
    it : Driving
    shaft : int
        From the rig's, 0, to the motor's.

    Returns
    -------
    float
    """
    bores = [cog.row.bore for cog in cogs(it) if cog.shaft == shaft]
    return min((one for one in bores if one > 0), default=PLAIN)


@reused(train_of)
def inside(it: Driving) -> float:
    """Between the plates of the box: every pair in a layer of its own, washers between, m.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    float
    """
    widths = [max(pair.driver.width, pair.driven.width) for pair in it.pairs]
    for stage in it.drive.gears:
        if stage not in it.drive.in_gear:
            rows = (it.case.row("cogs", one) for one in (stage.driver, stage.driven))
            widths.append(max(row.width for row in rows))
    return sum(widths) + (len(widths) + 1) * BETWEEN


def meshing(turned: float, teeth: int, driver: int, towards: float) -> float:
    """How far a cog is turned whose teeth lie in the gaps of another's.

    Parameters
    ----------
    turned : float
        Of the other, rad against the clock; a tooth of either points along its own 0.
    teeth, driver : int
        Of the other and of this one.
    towards : float
        From this one's shaft to the other's, rad.

    Returns
    -------
    float
        rad.
    """
    return towards - teeth / driver * (turned - towards - math.pi) + math.pi / driver


def turns(it: Driving, last: float, outwards: float) -> Iterator[float]:
    """How far each shaft is turned, from the last one to the motor's, rad.

    Parameters
    ----------
    it : Driving
    last : float
        Of the last shaft, rad against the clock.
    outwards : float
        Where the motor lies from it, rad.

    Yields
    ------
    float
    """
    turned = last
    yield turned
    for pair in reversed(it.pairs):
        turned = meshing(turned, pair.driven.teeth, pair.driver.teeth, outwards + math.pi)
        yield turned


def motor_radius(it: Driving) -> float:
    """About how thick the motor is, by its mass, m.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    float
    """
    return float((4 * it.motor.mass / (math.pi * LONG * DENSE)) ** (1 / 3) / 2)
