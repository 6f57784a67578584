"""All lamps of the slider, in the order in which they are listed."""

from hazel_lantern.core.rigs.slider.lamps_carriage import jam, runaway, wheel_lift
from hazel_lantern.core.rigs.slider.lamps_picture import frame_drift
from hazel_lantern.core.rigs.slider.lamps_place import budget, room, stand_load, tip
from hazel_lantern.core.rigs.slider.lamps_rails import fit, rail_dip, rail_stress, travel

ALL = (
    travel,
    frame_drift,
    rail_dip,
    rail_stress,
    jam,
    wheel_lift,
    tip,
    stand_load,
    runaway,
    fit,
    room,
    budget,
)
