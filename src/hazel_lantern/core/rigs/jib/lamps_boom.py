"""Lamps of the boom: strength, dip, bounce, and the wind-up of base and turntable."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.mechanics.boom import settle_time
from hazel_lantern.core.mechanics.windup import first_frequency, wind_up
from hazel_lantern.core.rigs.jib.answer import Array, JibAnswer
from hazel_lantern.core.rigs.jib.lamps_level import UNSEEN
from hazel_lantern.core.rigs.kit.strength import stress_check, stressed
from hazel_lantern.core.units import Style, write

#: Damping of a base that twists: joints, feet on a floor.
BASE_DAMPING = 0.05


@stress_check("boom-stress", "Boom is strong enough")
def boom_stress(answer: JibAnswer) -> Found:
    """Bending of the boom, level, where it is worst."""
    boom, at = answer.boom, int(answer.stress.argmax())
    place, moment = float(boom.nodes[at]), float(boom.bending_moment(boom.weights)[at])

    def said(style: Style) -> str:
        where = "at"
        if abs(place) >= 0.01:
            side = "in front of" if place > 0 else "behind"
            where = f"{write(abs(place), 'length', style)} {side}"
        return f"With the arm level the boom is bent hardest {where} the pivot"

    return stressed(
        "Boom",
        answer.rows.material,
        float(answer.stress[at]),
        said,
        (("M", "bending moment", moment, "torque"),),
        "beam theory; hanging and sitting weights counted, jerks not",
    )


@check(
    "boom-dip",
    "Boom dip",
    "Frame",
    "fine",
    None,
    "at most",
    "a hundredth of the front: more is felt as whip at the tail",
)
def boom_dip(answer: JibAnswer) -> Found:
    """How far the tip sinks below the line of a stiff boom, level."""
    front = answer.design.boom.front
    dip = float(answer.dip[-1])
    return Found(
        dip * np.cos(answer.course.swing),
        ("Boom dip", "Boom sags"),
        lambda s: (
            f"With the arm level the tip hangs {write(dip, 'fine', s)} below a stiff boom's, the "
            f"tail's end {write(float(answer.dip[0]), 'fine', s)}; steeper, less."
        ),
        working(
            "beam from the pivot to either end, each stretch with its own E I",
            (
                ("a", "front", front, "length"),
                ("m", "camera, head and platform", answer.payload, "mass"),
                (
                    "I",
                    "second moment of the boom",
                    answer.rows.section.properties.effective_moment,
                    "second_moment",
                ),
                (
                    "c",
                    "stiffness left under a standing load",
                    answer.rows.material.creep_factor,
                    "percent",
                ),
            ),
            "beam elements; even: P a³ / 3 E I + w a² a² / 8 E I",
        ),
        limit=front / 100,
    )


@check(
    "bounce",
    "Bounce",
    "Frame",
    "time",
    2.0,
    "at most",
    "2 s after a push at the camera is let go, until it is less than a pixel",
)
def bounce(answer: JibAnswer) -> Found:
    """How long the camera bounces after a push is let go, until it is less than a pixel."""
    shot, boom = answer.shot, answer.design.boom
    push = answer.settings.hand_push
    first = push * answer.boom.flexibility
    shown = answer.focal_px * first / shot.subject.distance
    seconds = settle_time(answer.boom.bounce, boom.damping, shown, 1.0)
    return Found(
        seconds,
        ("Bounce dies down", "Goes on bouncing"),
        lambda s: (
            f"The boom bounces {answer.boom.bounce:.1f} times a second. A push of "
            f"{write(push, 'force', s)} at the camera bends it {write(first, 'fine', s)}, "
            f"{write(shown, 'px', s)} in the picture; let go, it is less than a pixel after "
            f"{write(seconds, 'time', s)}."
        ),
        working(
            "t = ln(A / 1 px) / (2 pi f d)",
            (
                ("f", "first bending frequency", answer.boom.bounce, "rate"),
                ("A", "first swing in the picture", shown, "px"),
                ("d", "damping", boom.damping, "percent"),
                ("P", "push that is let go", push, "force"),
            ),
            "mass and stiffness matrices of the boom on its pin, weights at both ends",
        ),
    )


@check(
    "windup",
    "Pan does not wind up",
    "Frame",
    "px",
    None,
    "at most",
    "12 px in a frame 1920 px wide: at that, the base is seen to swing back",
)
def windup(answer: JibAnswer) -> Found:
    """How far base and turntable twist over the pan, and swing on once it has stopped."""
    shot, post = answer.shot, answer.design.post
    inertia = answer.pan_inertia
    stiffness = 1 / (1 / post.twist_stiffness + 1 / answer.rows.turntable.twist_stiffness)
    reach = answer.geometry.front + answer.geometry.ahead
    frequency = first_frequency(stiffness, inertia)
    applies = answer.rise.sweep != 0

    def hurry(times: Array) -> Array:
        motion = shot.pace.motion(shot.move.distance, times)
        return np.asarray(answer.rise.sweep / shot.move.distance * motion.acceleration)

    def in_picture(twist: float) -> float:
        return answer.focal_px * (math.tan(twist) + twist * reach / shot.subject.distance)

    twist, after = 0.0, 0.0
    if applies:
        found = wind_up(hurry, shot.pace.duration, frequency, BASE_DAMPING)
        twist, after = found.most, found.left
    shown, left = in_picture(twist), in_picture(after)
    seconds = settle_time(frequency, BASE_DAMPING, left, 1.0)
    return Found(
        shown if applies else 0.0,
        ("Pan does not wind up" if applies else "No pan to wind it up", "Pan swings back"),
        lambda s: (
            f"Over the pan, base and turntable wind up by {write(twist, 'angle', s)}, "
            f"{write(shown, 'px', s)} in the picture. When it stops they swing on by "
            f"{write(left, 'px', s)}, {frequency:.1f} times a second, for "
            f"{write(seconds, 'time', s)} until it is less than a pixel."
            if applies
            else "The shot has no pan; let it pan over the move to see what the base does."
        ),
        working(
            "I twist'' + c twist' + k twist = -I q over the pan;  "
            "picture = f (tan(twist) + twist × reach / d)",
            (
                (
                    "I/a²",
                    "inertia about the post, as mass at the camera",
                    inertia / reach**2,
                    "mass",
                ),
                ("k", "base and turntable in a row", stiffness, "torsion"),
                ("pan", "over the move", answer.rise.sweep, "angle"),
                ("swings", "a second", frequency, "rate"),
                ("c", "damping, of the critical", BASE_DAMPING, "percent"),
                ("left", "swing left when the pan stops", after, "angle"),
            ),
            "one inertia on one spring, its foot turned after the move's profile",
        ),
        limit=UNSEEN * shot.lens.frame_width,
        applies=applies,
    )
