"""All lamps of the jib, in the order in which they are listed."""

from hazel_lantern.core.rigs.jib.lamps_balance import balance, bare_arm, counterweight
from hazel_lantern.core.rigs.jib.lamps_base import base_load, budget, tip
from hazel_lantern.core.rigs.jib.lamps_boom import boom_dip, boom_stress, bounce, windup
from hazel_lantern.core.rigs.jib.lamps_level import bars, level
from hazel_lantern.core.rigs.jib.lamps_swing import clearance, height, reach, room

ALL = (
    reach,
    height,
    balance,
    counterweight,
    level,
    bars,
    boom_stress,
    boom_dip,
    bounce,
    windup,
    tip,
    base_load,
    bare_arm,
    clearance,
    room,
    budget,
)
