"""What of a drive bears how much: every tooth, every axle, and what holds each cog on its axle."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import NamedTuple

from hazel_lantern.core.drive import layout
from hazel_lantern.core.drive.answer import PAIR, Driving
from hazel_lantern.core.drive.model import TOOTHED
from hazel_lantern.core.mechanics import gears
from hazel_lantern.core.reuse import reused
from hazel_lantern.core.units import Style, write

#: Material and width of teeth at the rig: a sector and its pinion of board, m.
BOARD = {"sector": ("plywood", 0.012), "rack": ("pom", 0.012)}
#: What an axle is of, by what holds the cogs on it.
WOODEN = "screw in a wooden axle"
STEEL_ROW, WOOD_ROW = "mild-steel", "hardwood"
#: A set screw tightened by hand presses so hard, N; glue bears so much, Pa; a screw is so thick, m.
PRESSED, GLUE, SCREW = 1000.0, 2e6, 0.004
#: From the last bearing to the middle of what the last shaft turns outside the box, m.
OVERHANG = 0.02


class Use(NamedTuple):
    """A thing, what it is asked as a share of what it bears, and its load in N or N·m."""

    name: str
    share: float
    load: float
    kind: str

    def told(self, style: Style) -> str:
        """Its load in words.

        Parameters
        ----------
        style : Style

        Returns
        -------
        str
        """
        return f"{write(self.load, self.kind, style)}, {write(self.share, 'percent', style)}"


def uses(it: Driving, torque: float) -> list[Use]:
    """What every part bears while the motor gives a torque.

    Parameters
    ----------
    it : Driving
    torque : float
        N·m at the motor.

    Returns
    -------
    list of Use
    """
    return [Use(one.name, one.share * torque, one.load * torque, one.kind) for one in _for_one(it)]


@reused(layout.train_of)
def _for_one(it: Driving) -> tuple[Use, ...]:
    """For 1 N·m at the motor: all of it grows with the torque."""
    return *_teeth(it, 1.0), *(_axles(it, 1.0) if it.pairs else ())


def _bears(it: Driving, material: str, width: float, module: float, teeth: int) -> float:
    stress = it.case.row("materials", material).working_stress
    return gears.tooth_load(stress, width, module, teeth)


def _teeth(it: Driving, torque: float) -> Iterator[Use]:
    for number, pair in enumerate(it.pairs):
        turned = torque * pair.before * PAIR**number
        force = turned / (gears.pitch_diameter(pair.driver.module, pair.driver.teeth) / 2)
        width = min(pair.driver.width, pair.driven.width)
        for cog in (pair.driver, pair.driven):
            bears = _bears(it, cog.material, width, cog.module, cog.teeth)
            name = f"tooth of the {cog.name[:1].lower()}{cog.name[1:]}, pair {number + 1}"
            yield Use(name, force / bears, force, "force")
    if it.last in TOOTHED:
        material, width = BOARD[it.last]
        teeth = pinion_teeth(it)
        turned = torque * it.ratio * PAIR ** len(it.pairs)
        force = turned / (teeth * it.drive.module / 2)
        bears = _bears(it, material, width, it.drive.module, teeth)
        yield Use(f"tooth of the {it.last}'s pinion", force / bears, force, "force")


def pinion_teeth(it: Driving) -> int:
    """Of the pinion at a sector or a rack.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    int
    """
    return max(round(it.drive.wheel / it.drive.module), 6)


def _axles(it: Driving, torque: float) -> Iterator[Use]:
    inside, count = layout.inside(it), len(it.pairs)
    wooden = it.drive.fixing == WOODEN
    stress = it.case.row("materials", WOOD_ROW if wooden else STEEL_ROW).working_stress
    for shaft in range(count):
        # The shaft that a pair's driven cog is on; the next pair's driver sits on it too.
        number = count - 1 - shaft
        pair = it.pairs[number]
        turned = torque * pair.before * pair.ratio * PAIR ** (number + 1)
        forces = [turned / (gears.pitch_diameter(pair.driven.module, pair.driven.teeth) / 2)]
        bent = 0.0
        if shaft:
            driver = it.pairs[number + 1].driver
            forces.append(turned / (gears.pitch_diameter(driver.module, driver.teeth) / 2))
        else:
            bent = turned / (it.drive.wheel / 2) * OVERHANG
        bent = max(bent, sum(forces) * inside / 4)
        wide = layout.axle(it, shaft)
        felt = 32 / (math.pi * wide**3) * math.hypot(bent, math.sqrt(0.75) * turned)
        name = f"axle of {wide * 1e3:.3g} mm, {ordinal(shaft)} from the rig"
        yield Use(name, felt / stress, turned, "torque")
        width = min(cog.row.width for cog in layout.cogs(it) if cog.shaft == shaft and cog.meshes)
        holds = _holds(it, wide, width, pair.driven.material)
        yield Use(f"{it.drive.fixing} on that axle", turned / holds, turned, "torque")


def ordinal(number: int) -> str:
    """Such as “first” for 0.

    Parameters
    ----------
    number : int

    Returns
    -------
    str
    """
    return ("first", "second", "third", "fourth", "fifth", "sixth")[number]


def _holds(it: Driving, wide: float, width: float, material: str) -> float:
    """Torque that a cog's hold on its axle bears, N·m."""
    stress = float(it.case.row("materials", material).working_stress)
    wood = float(it.case.row("materials", WOOD_ROW).working_stress)
    return {
        "set screw on a flat": PRESSED * wide / 2,
        "key": stress * wide / 8 * width * wide / 2,
        "glue": GLUE * math.pi * wide * width * wide / 2,
        WOODEN: wood * SCREW * wide / 2 * wide / 2,
    }[it.drive.fixing]
