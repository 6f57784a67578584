"""All lamps of a drive, in the order in which they are listed."""

from __future__ import annotations

from hazel_lantern.core.drive.lamps_crank import crank, pace, slack
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
    slack,
    backlash,
    teeth,
    stall,
    hold,
    power,
    sound,
    hazard,
)
#: Those of a hand at a crank.
CRANKED = (crank, pace, slack)
