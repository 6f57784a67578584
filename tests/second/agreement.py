"""How well two methods agree: of each lamp the worst over many designs."""

import math
from typing import NamedTuple

#: What two methods may differ by.
SHARE = 0.01
#: Where a figure is so small that a hundredth of it is nothing, it may differ by what nobody
#: could see or measure: a fiftieth of a pixel, a thousandth of a degree, 2 µm, 2 g, a cent.
FLOORS = {
    "px": 0.02,
    "fine": 2e-6,
    "length": 1e-6,
    "angle": 2e-5,
    "force": 0.02,
    "mass": 0.002,
    "percent": 2e-4,
    "number": 1e-3,
    "torque": 1e-3,
    "time": 0.01,
    "money": 0.005,
}


class Worst(NamedTuple):
    """Of one lamp: how far off, as a share of what is allowed, in which design, both figures."""

    off: float
    design: int
    first: float
    second: float


def worst(rigs, second, assess):
    """Of each lamp the worst disagreement; above 1 is too much."""
    found = {}
    for number, rig in enumerate(rigs):
        assessment = assess(rig)
        lamps = {lamp.id.split(".")[1]: lamp for lamp in assessment.lamps}
        for name, value in second(assessment).all().items():
            lamp = lamps[name]
            if value is None or not lamp.applies:
                continue
            allowed = max(SHARE * abs(value), FLOORS[lamp.spec.kind])
            off = abs(lamp.value - value) / allowed
            if name not in found or off >= found[name].off or math.isnan(off):
                found[name] = Worst(off, number, lamp.value, value)
    return found


def told(found):
    """One line for each lamp, the worst first."""
    for name, (off, number, first, second) in sorted(found.items(), key=lambda one: -one[1].off):
        yield (
            f"{name:14} {100 * SHARE * off:7.4f} %  design {number:3}: {first:.6g} and {second:.6g}"
        )
