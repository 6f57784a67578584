"""All lamps of the dolly, in the order in which they are listed."""

from hazel_lantern.core.rigs.dolly.lamps_place import budget, carry, room
from hazel_lantern.core.rigs.dolly.lamps_ride import (
    arc,
    pipe_strain,
    ride,
    shot,
    track_dip,
    track_stress,
    wheel_fit,
)
from hazel_lantern.core.rigs.dolly.lamps_stand import (
    feet,
    push,
    runaway,
    stop,
    tip,
    wheel_lift,
    wheel_load,
)

ALL = (
    shot,
    ride,
    track_dip,
    track_stress,
    pipe_strain,
    arc,
    wheel_fit,
    wheel_load,
    wheel_lift,
    tip,
    feet,
    push,
    stop,
    runaway,
    carry,
    room,
    budget,
)
