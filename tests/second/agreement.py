"""How well two methods agree: of each lamp the worst over many designs."""

import math
from collections import defaultdict

#: Where a figure is so small, what it may differ by: what nobody could see or measure.
FLOORS = {
    "px": 0.02,
    "fine": 2e-6,
    "length": 1e-6,
    "angle": 2e-5,
    "force": 0.02,
    "mass": 0.002,
    "percent": 2e-4,
    "number": 1e-3,
    "torque": 1e-4,
    "time": 0.01,
    "money": 0.005,
}


def worst(rigs, second, assess):
    """Of each lamp the worst disagreement as a share of 1 % or of its floor: above 1 is too much."""
    found = defaultdict(lambda: (0.0, None, 0.0, 0.0))
    for number, rig in enumerate(rigs):
        assessment = assess(rig)
        for name, value in second(assessment).all().items():
            lamp = next(one for one in assessment.lamps if one.id.endswith(f".{name}"))
            if value is None or not lamp.applies:
                continue
            allowed = max(0.01 * abs(value), FLOORS[lamp.spec.kind])
            off = abs(lamp.value - value) / allowed
            if off >= found[name][0] or math.isnan(off):
                found[name] = (off, number, lamp.value, value)
    return dict(found)
