"""All lamps of a drive, in the order in which they are listed."""

from __future__ import annotations

from hazel_lantern.core.drive.lamps_gears import (
    backlash,
    fit,
    hazard,
    hold,
    stall,
    stick,
    teeth,
)
from hazel_lantern.core.drive.lamps_motor import judder, power, sound, speed, torque

ALL = (
    fit,
    speed,
    torque,
    judder,
    stick,
    backlash,
    teeth,
    stall,
    hold,
    power,
    sound,
    hazard,
)
