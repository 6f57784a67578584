"""Lamps of the carriage: jamming, lifting and falling, what its wheels and its plate bear."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.mechanics.carriage import jam_margin
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.kit.seen import SWAY, TOUCH
from hazel_lantern.core.rigs.kit.standing import Verdict, stands, tip_check
from hazel_lantern.core.rigs.kit.strength import rated, rating_check
from hazel_lantern.core.rigs.slider.answer import SliderAnswer
from hazel_lantern.core.rigs.slider.standing import riding
from hazel_lantern.core.units import write


@check(
    "jam",
    "Margin against jamming",
    "Drive",
    "number",
    1.5,
    "at least",
    "half as much again as the push offset at which a guide locks",
)
def jam(answer: SliderAnswer) -> Found:
    """Push offset against the offset at which the guide locks, beside the middle and in height.

    Wheels that nothing holds down lift before they lock: for them the height counts as lift.
    """
    drive, wheel, base = answer.design.drive, answer.rows.wheel, answer.guide
    upright = abs(drive.push_height) if wheel.captive else 0.0
    offset = math.hypot(drive.push_offset, upright)
    friction = wheel.side_friction * answer.design.carriage.friction
    margin = min(jam_margin(base, offset, friction), 99.0)
    below = "below" if drive.push_height < 0 else "above"
    return Found(
        margin,
        ("Carriage will not jam", "Carriage jams when pushed"),
        lambda s: (
            f"Pushed {write(drive.push_offset, 'length', s)} beside the middle"
            + (
                f" and {write(upright, 'length', s)} {below} the rails that hold it"
                if upright
                else ""
            )
            + f", the carriage could be pushed {write(margin, 'number', s)} as far out before it "
            "locks on the rails."
        ),
        working(
            "margin = l / (2 m sqrt(d² + h²))",
            (
                ("l", "length of the guide", base, "length"),
                ("m", f"side friction, {wheel.name.lower()}", friction, "percent"),
                ("d", "push beside the middle", drive.push_offset, "length"),
                ("h", "push above or below the rails, of what is held on them", upright, "length"),
            ),
            "equilibrium of a guide with friction at both ends, in both planes",
        ),
    )


@tip_check(
    "Frame",
    "knock",
    "Hold on the rails",
    "3 degrees of tilt left before it goes over its own wheels; tight where the nudge of the "
    "settings takes it off, failing where more than 10 kg stand above 1 m, or over people",
)
def knock(answer: SliderAnswer) -> Found:
    """Whether the carriage stays on its rails by itself and when it is nudged at the lens."""
    if answer.rows.wheel.captive:
        return Found(
            math.pi / 2,
            ("Carriage is held on its rails", ""),
            lambda s: f"{answer.rows.wheel.name} hold the carriage down; see the lightest of them.",
            working("captive wheels reach round the rail", (), "the wheels' own shape"),
            applies=False,
        )
    return stands(riding(answer), answer.settings, headlines=_knocked)


def _knocked(told: Verdict) -> tuple[str, str]:
    stays = "A nudge knocks it off its rails" if told.topples else "Carriage stays on its rails"
    return stays, "Carriage falls off its rails" if told.left < 0 else "Carriage nearly falls off"


@rating_check("wheel-load", "Weight on the wheels", "Frame", "the wheels' rating")
def wheel_load(answer: SliderAnswer) -> Found:
    """The most that one wheel carries over the move, against its rating."""
    wheel = answer.rows.wheel
    each = wheel.count / 4
    # Two wheels on the flanks of an angle lean on each other: 1 / (2 cos 45°) each.
    share = 1 / math.sqrt(2) if wheel.mount == "angle pair" else 1 / each
    heaviest = np.abs(answer.wheels).max(axis=0) * share / GRAVITY
    return rated(
        ("Weight on the wheels", "Too heavy for the wheels"),
        heaviest,
        {"wheel": wheel.rating},
        answer.settings.working_fraction,
        lambda s: f"{write(float(heaviest.max()), 'mass', s)} press on the heaviest wheel",
        "rigid-body statics of the wheels; slope, acceleration and push counted",
    )


@check(
    "plate",
    "Rock of the plate",
    "Frame",
    "px",
    None,
    "at most",
    "2 px either way in a frame 1920 px wide, under a finger on the focus ring",
)
def plate(answer: SliderAnswer) -> Found:
    """How far the camera rocks on the carriage plate under a finger on the focus ring."""
    carriage, (length, _) = answer.design.carriage, answer.plate
    material = answer.case.row("materials", carriage.plate_material)
    span, thick = answer.wheel_gauge, carriage.plate_thickness
    # A strip as broad as the plate is long, on the wheels of either side, turned in its middle.
    rigidity = material.modulus * length * thick**3 / 12
    moment = TOUCH * answer.load.lens_axis
    turn = moment * span / (12 * rigidity)
    shown = answer.focal_px * math.tan(turn)
    return Found(
        shown,
        ("Plate does not rock", "Plate rocks under the camera"),
        lambda s: (
            f"A finger of {write(TOUCH, 'force', s)} on the focus ring turns the camera by "
            f"{write(turn, 'angle', s)} on its plate, {write(shown, 'px', s)} in the picture."
        ),
        working(
            "turn = M g / (12 E I),  I = l t³ / 12",
            (
                ("M", "finger times lens height over the screw", moment, "torque"),
                ("g", "between the wheels of either side", span, "length"),
                ("E", material.name.lower(), material.modulus, "stress"),
                ("l", "plate's length", length, "length"),
                ("t", "plate's thickness", thick, "fine"),
                ("f", "focal length in pixels", answer.focal_px, "px"),
            ),
            "a beam on two rests with a moment in its middle; Roark table 8.1, case 3e",
        ),
        limit=SWAY * answer.shot.lens.frame_width,
    )


@check(
    "wheel-lift",
    "Least load on a wheel",
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
    places = ("left near", "left far", "right near", "right far")
    place = (("left near", "right near", "far") if answer.three else places)[which]
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
            "near: W/4 (1 - 2 y/g) ± M/b, far: W/2 (1 + 2 y/g),  M = W x - (m a + W sin tilt) h"
            if answer.three
            else "N = W/4 (1 ± 2 x/b)(1 ± 2 y/g), less (m a + W sin tilt) h / b",
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
            "rigid-body statics of the wheels",
        ),
        limit=limit,
    )
