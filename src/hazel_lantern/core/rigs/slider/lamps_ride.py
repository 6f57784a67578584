"""Lamps of the ride: what wheels, the way and the hand do to the picture, and loose rail ends."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.kit.hand import WAVERS, through_link
from hazel_lantern.core.rigs.kit.seen import SHAKE
from hazel_lantern.core.rigs.slider.answer import SliderAnswer
from hazel_lantern.core.units import write

#: What a pipe of 25 mm pushed into its fitting holds against turning, N·m, when it is new.
PUSHED = 0.8


def _mean_squares(answer: SliderAnswer) -> tuple[float, float, float]:
    """Of places of wheels that move by themselves: squares of lift, slope and tilt for one each.

    A stiff carriage on three or four of them; slope in 1/wheelbase, tilt in 1/gauge.
    """
    return (3 / 8, 2.0, 3 / 2) if answer.three else (1 / 4, 1.0, 1.0)


def bump(answer: SliderAnswer) -> float:
    """How far one wheel is lifted, or falls, where its way is flawed, m."""
    rails, radius = answer.design.rails, answer.rows.wheel.running_diameter / 2
    if rails.flaws == "nothing":
        return 0.0
    if rails.flaws == "slots across":
        # Between two edges a wheel hangs by its sagitta; in a wide slot it stands on the ground.
        half = min(rails.flaw / 2, radius)
        return radius - math.sqrt(radius**2 - half**2)
    return rails.flaw


def _jolt(answer: SliderAnswer) -> float:
    """Picture px while one axle stands on a flaw: it lifts half, and noses up over the base."""
    high, base, lens = bump(answer), answer.design.carriage.wheelbase, answer.shot.lens
    lift = answer.focal_px * high / 2 / answer.shot.subject.distance
    if answer.along:
        return answer.focal_px * high / base + lift
    return lens.frame_width / 2 * high / base + lift


def unsteady(answer: SliderAnswer) -> float:
    """How far a hand that wavers sends the carriage to and fro along its rails, m."""
    drive = answer.design.drive
    if not answer.by_hand:
        return 0.0
    force = answer.settings.hand_unsteady
    if drive.soft:
        force *= float(through_link(WAVERS))
    return force / (answer.carried.mass * (2 * math.pi * WAVERS) ** 2)


def _hand(answer: SliderAnswer) -> float:
    """The same in the picture, px: aside, or as a change of size at the frame's edge."""
    share = unsteady(answer) / answer.shot.subject.distance
    return share * (answer.shot.lens.frame_width / 2 if answer.along else answer.focal_px)


@check(
    "ride",
    "Shake of the ride",
    "Frame",
    "px",
    None,
    "at most",
    "0.8 px root mean square in a frame 1920 px wide: more is seen as shake",
)
def ride(answer: SliderAnswer) -> Found:
    """What wheels out of round, flaws of the way and an unsteady hand do to the picture."""
    wheel, base, lens = answer.rows.wheel, answer.design.carriage.wheelbase, answer.shot.lens
    # Root mean square of one place of wheels; several there share what either does.
    one = wheel.run_out / 2 / math.sqrt(2) / math.sqrt(wheel.count / 4)
    lifts, slopes, tilts = (math.sqrt(square) for square in _mean_squares(answer))
    lift, slope, tilt = one * lifts, one * slopes / base, one * tilts / answer.gauge
    nose, turn = (slope, tilt) if answer.along else (tilt, slope)
    if wheel.mount == "upright":
        # They run beside the rail: out of round, they move it aside and turn it level.
        nose, turn = slope, 0.0
    turned = math.hypot(
        answer.focal_px * lift / answer.shot.subject.distance,
        answer.focal_px * nose,
        lens.frame_width / 2 * turn / math.sqrt(3),
    )
    # Up and down by turns, half of the height is the mean; the hand's is a sine.
    shares = {
        "wheels out of round": turned,
        answer.design.rails.flaws: _jolt(answer) / 2,
        "the hand": _hand(answer) / math.sqrt(2),
    }
    shown = math.hypot(*shares.values())
    worst = max(shares, key=lambda name: shares[name])
    round_way = math.pi * wheel.running_diameter
    often = float(np.abs(answer.course.speed).max()) / round_way
    return Found(
        shown,
        ("Rides smoothly", f"{worst[:1].upper()}{worst[1:]} shake{'s' * (worst == 'the hand')} it"),
        lambda s: (
            f"{wheel.name} run out by {write(wheel.run_out, 'fine', s)}, up to {often:.1f} times "
            f"a second"
            + (
                f"; {answer.design.rails.flaws} lift a wheel by {write(bump(answer), 'fine', s)}"
                if bump(answer)
                else ""
            )
            + (
                f"; a hand that wavers sends it {write(unsteady(answer), 'fine', s)} to and fro"
                if unsteady(answer)
                else ""
            )
            + f": {write(shown, 'px', s)} on the average in the picture, most of it by {worst}."
        ),
        working(
            "run-out: f e / 2 over gauge and wheelbase; flaw: f h / b; hand: F / (m (2 pi t)²); "
            "squares added",
            (
                ("e", "run-out of a wheel", wheel.run_out, "fine"),
                ("b", "wheelbase", base, "length"),
                ("g", "between the wheel lines", answer.gauge, "length"),
                ("f", "focal length in pixels", answer.focal_px, "px"),
                ("once", "a turn of the wheel", round_way, "length"),
                ("h", "lift of a wheel at a flaw", bump(answer), "fine"),
                ("F", "unsteady part of the push", answer.settings.hand_unsteady, "force"),
                ("t", "wavers, times a second", WAVERS, "rate"),
                ("m", "what moves", answer.carried.mass, "mass"),
            ),
            "wheels out of step on a stiff carriage; a wheel rolling over a step or between two "
            "edges; a mass pushed by a sine",
        ),
        limit=SHAKE * lens.frame_width,
    )


@check(
    "rail-ends",
    "Hold of the rail ends",
    "Frame",
    "number",
    1.5,
    "at least",
    "half as much again as the carriage twists them with",
)
def rail_ends(answer: SliderAnswer) -> Found:
    """Whether rails pushed into fittings without glue turn in them."""
    rails, drive = answer.design.rails, answer.design.drive
    pushed = rails.ends == "pushed into fittings" and answer.rails == 2
    holds = PUSHED * (answer.rows.section.width / 0.025) ** 2
    # The hand beside the middle racks the frame in its plane: four corners share that.
    racked = float(np.abs(answer.push).max()) * drive.push_offset / 4
    # At either end the load beside the middle turns its fittings over.
    twisted = answer.carried.mass * GRAVITY * abs(answer.carried.sideways) / 4
    nudge = answer.settings.hand_push * answer.design.carriage.screw_height / 4
    asked = math.hypot(racked, twisted + nudge)
    return Found(
        min(holds / max(asked, 1e-9), 99.0) if pushed else 99.0,
        (
            "Rail ends hold" if pushed else "Rail ends are fast",
            "Rails work loose in their fittings",
        ),
        lambda s: (
            f"A corner of the frame is turned by {write(asked, 'torque', s)}: the hand beside the "
            f"middle, the load beside it and a nudge of "
            f"{write(answer.settings.hand_push, 'force', s)}. Pushed in dry it holds "
            f"{write(holds, 'torque', s)} when new, and less each time it has moved."
            if pushed
            else "Clamps or glue hold the rails; nothing turns in them."
        ),
        working(
            "margin = hold / sqrt(rack² + twist²)",
            (
                ("hold", "of one dry joint of this pipe, new", holds, "torque"),
                ("rack", "push beside the middle, over four corners", racked, "torque"),
                ("twist", "load beside the middle and the nudge", twisted + nudge, "torque"),
            ),
            "statics of a frame of four corners; hold estimated, it grows with the joint's area",
        ),
        applies=pushed,
    )
