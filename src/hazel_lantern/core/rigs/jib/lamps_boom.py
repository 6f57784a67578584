"""Lamps of the boom: strength, dip, bounce, and the wind-up of base and turntable."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.mechanics.boom import settle_time
from hazel_lantern.core.mechanics.windup import wind_up
from hazel_lantern.core.rigs.jib.answer import Array, JibAnswer
from hazel_lantern.core.rigs.kit.seen import UNSEEN
from hazel_lantern.core.rigs.kit.strength import stress_check, stressed
from hazel_lantern.core.units import Style, write

#: Damping of a base that twists: joints, feet on a floor.
BASE_DAMPING = 0.05


@stress_check("boom-stress", "Boom strength used")
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
    "2 s after the move has ended and the hand has gone, until it is less than a pixel",
)
def bounce(answer: JibAnswer) -> Found:
    """How long the camera bounces once the move has ended and the hand has gone."""
    shot, boom, bends = answer.shot, answer.design.boom, answer.boom.flexibility
    frequency, front = answer.boom.bounce, answer.design.boom.front

    def hurry(times: Array) -> Array:
        return np.asarray(answer.swinging(times) * front)

    own = wind_up(hurry, shot.pace.duration, frequency, boom.damping)
    # What the hand pulled at the tail the camera's inertia held up over the pivot.
    pulled = float(np.abs(answer.swing_axis.effort).max()) / front
    if answer.case.setup.drive.by_motor:
        # A motor lets go of nothing.
        pulled = 0.0
    push = answer.settings.hand_push
    per_metre = answer.focal_px / shot.subject.distance
    shares = {"stop": own.left, "hand": pulled * bends, "nudge": push * bends}
    shown = sum(shares.values()) * per_metre
    seconds = settle_time(frequency, boom.damping, shown, 1.0)
    return Found(
        seconds,
        ("Bounce dies down", "Goes on bouncing"),
        lambda s: (
            f"The boom bounces {frequency:.1f} times a second. Over the move it bends by "
            f"{write(own.most, 'fine', s)}; its own stop leaves "
            f"{write(own.left * per_metre, 'px', s)} of bounce, the hand that lets go of the "
            f"tail {write(shares['hand'] * per_metre, 'px', s)}, a nudge of "
            f"{write(push, 'force', s)} at the camera "
            f"{write(shares['nudge'] * per_metre, 'px', s)}. All at once it is less than a "
            f"pixel after {write(seconds, 'time', s)}."
        ),
        working(
            "t = ln(A / 1 px) / (2 pi f d);  y'' + 2 d w y' + w² y = -a over the move",
            (
                ("f", "first bending frequency", frequency, "rate"),
                ("A", "all shares in the picture", shown, "px"),
                ("stop", "left by the move itself", own.left, "fine"),
                ("hand", "that lets go, as a force at the camera", pulled, "force"),
                ("P", "nudge at the camera", push, "force"),
                ("d", "damping", boom.damping, "percent"),
            ),
            "mass and stiffness matrices of the boom on its pin, weights at both ends",
        ),
    )


@check(
    "windup",
    "Wind-up of the pan",
    "Frame",
    "px",
    None,
    "at most",
    "12 px in a frame 1920 px wide: at that, the arm is seen to swing back",
)
def windup(answer: JibAnswer) -> Found:
    """How far base, turntable and boom give way over the pan, and swing on when it has stopped."""
    shot, applies = answer.shot, answer.rise.sweep != 0

    def hurry(times: Array) -> Array:
        motion = shot.pace.motion(shot.move.distance, times)
        return np.asarray(answer.rise.sweep / shot.move.distance * motion.acceleration)

    lag = answer.pan_lag
    omega = 2 * math.pi * lag.frequency
    # Of a unit's turn the lens is aside by so much, over the subject's distance.
    beside = lag.aside / lag.turn / shot.subject.distance

    def in_picture(turn: float) -> float:
        return answer.focal_px * (math.tan(turn) + turn * beside)

    turn, after = 0.0, 0.0
    if applies:
        found = wind_up(hurry, shot.pace.duration, lag.frequency, BASE_DAMPING)
        turn, after = (one * omega**2 * lag.turn for one in (found.most, found.left))
    shown, left = in_picture(turn), in_picture(after)
    seconds = settle_time(lag.frequency, BASE_DAMPING, left, 1.0)
    return Found(
        shown if applies else 0.0,
        ("Pan does not wind up" if applies else "No pan to wind it up", "Pan swings back"),
        lambda s: (
            f"Over the pan the lens lags by {write(turn, 'angle', s)}, "
            f"{write(shown, 'px', s)} in the picture: {write(lag.base, 'percent', s)} of it is "
            f"base and turntable, the rest the boom bent sideways. When it stops it swings on by "
            f"{write(left, 'px', s)}, {lag.frequency:.1f} times a second, for "
            f"{write(seconds, 'time', s)} until it is less than a pixel."
            if applies
            else "The shot has no pan; let it pan over the move to see what the base does."
        ),
        working(
            "lag'' + c lag' + w² lag = -q over the pan;  turn = lag w² × turn for 1 rad/s²;  "
            "picture = f (tan(turn) + aside / d)",
            (
                (
                    "I",
                    "inertia about the post, as mass at the front pin",
                    answer.pan_inertia / answer.geometry.front**2,
                    "mass",
                ),
                ("k", "base and turntable in a row", answer.pan_stiffness, "torsion"),
                ("base", "share of base and turntable", lag.base, "percent"),
                ("pan", "over the move", answer.rise.sweep, "angle"),
                ("swings", "a second", lag.frequency, "rate"),
                ("c", "damping, of the critical", BASE_DAMPING, "percent"),
                ("left", "swing left when the pan stops", after, "angle"),
            ),
            "its shape under even turning, Rayleigh; its foot turned after the move's profile",
        ),
        limit=UNSEEN * shot.lens.frame_width,
        applies=applies,
    )
