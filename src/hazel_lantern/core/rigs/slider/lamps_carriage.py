"""Lamps of the carriage: jamming, lifting wheels."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.mechanics.carriage import jam_margin
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.slider.answer import SliderAnswer
from hazel_lantern.core.units import write


@check(
    "jam",
    "Carriage will not jam",
    "Drive",
    "number",
    1.5,
    "at least",
    "half as much again as the push offset at which a guide locks",
)
def jam(answer: SliderAnswer) -> Found:
    """Push offset against the offset at which the guide locks."""
    design, wheel = answer.design, answer.rows.wheel
    offset = design.drive.push_offset
    friction = wheel.side_friction * design.carriage.friction
    margin = min(jam_margin(design.carriage.wheelbase, offset, friction), 99.0)
    return Found(
        margin,
        ("Carriage will not jam", "Carriage jams when pushed"),
        lambda s: (
            f"Pushed {write(offset, 'length', s)} beside the middle, the carriage could be "
            f"pushed {write(margin, 'number', s)} as far out before it locks on the rails."
        ),
        working(
            "margin = l / (2 m d)",
            (
                ("l", "wheelbase", design.carriage.wheelbase, "length"),
                ("m", f"side friction, {wheel.name.lower()}", friction, "percent"),
                ("d", "push beside the middle", offset, "length"),
            ),
            "equilibrium of a guide with friction at both ends",
        ),
    )


@check(
    "wheel-lift",
    "All wheels stay down",
    "Frame",
    "force",
    1.0,
    "at least",
    "1 N on the lightest wheel, so that it still turns; captive wheels may pull as hard "
    "as half of their rating",
)
def wheel_lift(answer: SliderAnswer) -> Found:
    """The lightest wheel over the move, with acceleration and slope."""
    wheel = answer.rows.wheel
    lightest = answer.wheels.min(axis=0)
    which = int(answer.wheels.min(axis=1).argmin())
    name = ("rear near", "rear far", "front near", "front far")[which]
    place = {"rear": "left", "front": "right"}[name.split()[0]] + " " + name.split()[1]
    limit = -wheel.rating * GRAVITY / 2 if wheel.captive else None
    load = answer.carried
    captive = ", held down by its captive wheels" if wheel.captive else ""
    return Found(
        lightest,
        ("All wheels stay down", f"The {place} wheel lifts"),
        lambda s: (
            f"The {place} wheel is the lightest at {write(float(lightest.min()), 'force', s)}"
            f"{captive}; it counts weight, slope, acceleration and the push."
        ),
        working(
            "N = W/4 (1 ± 2 x/b)(1 ± 2 y/g), less (m a + W sin tilt) h / b",
            (
                ("W", "weight on the wheels", load.mass * GRAVITY, "force"),
                ("x", "weight ahead of the middle", load.forward, "length"),
                ("y", "weight towards the far rail", load.sideways, "length"),
                ("h", "height of the weight over the rails", load.height, "length"),
                ("b", "wheelbase", load.wheelbase, "length"),
                ("g", "between the wheel lines", load.gauge, "length"),
                (
                    "a",
                    "greatest acceleration",
                    float(np.abs(answer.course.acceleration).max()),
                    "acceleration",
                ),
            ),
            "rigid-body statics of four wheels",
        ),
        limit=limit,
    )
