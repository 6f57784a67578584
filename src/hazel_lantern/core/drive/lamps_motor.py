"""Lamps of the motor: pace, torque, steps, battery, sound."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.drive.answer import STARTING, Driving
from hazel_lantern.core.lamps import Found, State, check, not_at_stake, working
from hazel_lantern.core.mechanics import driving
from hazel_lantern.core.units import Style, write

#: Share of the move's time that may lie in a step motor's band of resonance.
RINGING = 0.05
#: Speech at 1 m, and by how much it must stand over the motor, dB.
SPEECH, OVER_NOISE = 60.0, 20.0
#: Nothing is quieter, dB at 1 m.
QUIET = 20.0


def turns_a_minute(speed: float) -> str:
    """A speed as makers say it.

    Parameters
    ----------
    speed : float
        rad/s.

    Returns
    -------
    str
    """
    return f"{speed * 60 / (2 * math.pi):.3g} turns a minute"


@check(
    "drive.speed",
    "Pace it reaches",
    "Drive",
    "number",
    1.0,
    "at least",
    "mean speed in the steady range of the dial, greatest speed within its top; the ends may pass "
    "below it",
)
def speed(it: Driving) -> Found:
    """How much of the range is left: to the top at the greatest speed, to the least at the mean."""
    top, mean, (quickest, slowest) = float(it.speed.max()), it.mean_speed, it.span
    if it.stepping:
        rate, fastest = float(it.steps.max()), it.motor.fastest_steps
        return Found(
            fastest / max(rate, 1e-9),
            ("Runs at the asked pace", "Steps come too fast"),
            lambda s: (
                f"The move asks up to {rate:.0f} full steps a second of {fastest:.0f}; "
                + (
                    f"it could be done in {write(quickest, 'time', s)}."
                    if math.isfinite(quickest)
                    else "the load alone is more than the motor holds."
                )
            ),
            working("steps a second it can do / asked", (("n", "asked", rate, "rate"),), "motor"),
        )
    curve, lowest = it.curve, it.motor.lowest_dial
    highest, middle = float(it.dial.max()), float(curve.dial(it.load, mean))
    faster, slower = 1 / max(highest, 1e-9), it.slowest / it.duration
    slow = slower < faster
    return Found(
        min(faster, slower),
        ("Runs at the asked pace", "Too slow for its dial" if slow else "Too fast for its motor"),
        lambda s: (
            f"The motor turns {turns_a_minute(mean)} on the average and "
            f"{turns_a_minute(top)} at the most, of {turns_a_minute(curve.free)} free; its dial "
            f"stands at {write(middle, 'percent', s)}, and is steady from "
            f"{write(lowest, 'percent', s)}. "
            + (
                f"In this gear the move can take {write(quickest, 'time', s)} to "
                f"{write(slowest, 'time', s)}."
                if math.isfinite(quickest)
                else "In this gear the load alone stalls the motor, however slow the move."
            )
        ),
        working(
            "dial = n / n0 + T / Ts",
            (
                ("G", "turns of the motor for one of the last axle", it.ratio, "number"),
                ("top", "dial at the greatest speed", highest, "percent"),
                ("mean", "dial at the mean speed", middle, "percent"),
                ("least", "share at which it still turns evenly", lowest, "percent"),
            ),
            "straight line from stalled to free; the dial scales the volts",
        ),
    )


@check(
    "drive.torque",
    "Torque used",
    "Drive",
    "percent",
    0.7,
    "at most",
    "seven tenths of what it can give there, starting included",
)
def torque(it: Driving) -> Found:
    """Torque at the worst place against what the motor has at that speed, and at the start."""
    can, over = it.can, it.share
    starts = it.starting / it.motor.stalled_torque
    used = np.maximum(over, starts)
    worst = int(over.argmax())
    return Found(
        used,
        ("Motor has the torque", "Motor stalls"),
        lambda s: (
            f"At its worst place the move asks {write(float(it.torque[worst]), 'torque', s)} of "
            f"the motor, which has {write(float(can[worst]), 'torque', s)} at that speed; to start "
            f"it asks {write(it.starting, 'torque', s)}."
        ),
        working(
            "T = F / (G efficiency), driven by the motor; × efficiency, by the load",
            (
                ("F", "greatest effort", float(np.abs(it.effort).max()), "number"),
                ("G", "turns of the motor for one of the last axle", it.ratio, "number"),
                ("eff", "of all stages", it.efficiency, "percent"),
                ("start", "times what resists", STARTING, "number"),
            ),
            "sum of inertia, slope and friction; the motor's straight line",
        ),
    )


@check(
    "drive.judder",
    "Size of a step",
    "Drive",
    "px",
    None,
    "at most",
    "half a pixel in a frame 1920 px wide, and not more than 5 % of the move in the band in "
    "which the motor rings",
)
def judder(it: Driving) -> Found:
    """What a microstep, and the rotor's lag under a load that changes, do to the picture."""
    if not it.stepping:
        return not_at_stake(
            "No steps",
            "The motor turns evenly: there are no steps to see.",
            "no steps",
            "kind of motor",
            value=0.0,
            limit=0.5,
        )
    motor = it.motor
    full = 2 * math.pi / motor.steps / it.turns * it.axis.pixels
    lag = driving.microstep_lag(it.torque, motor.stalled_torque) * np.sign(it.torque)
    wanders = float(np.ptp(lag)) * full
    step = full / motor.microsteps
    rings = (it.steps >= motor.band_low) & (it.steps <= motor.band_high)
    share = float(rings.mean())
    return Found(
        step + wanders,
        (
            "Steps too fine to see" if share <= RINGING else "Motor rings at its resonance",
            "Steps are seen",
        ),
        lambda s: (
            f"A microstep is {write(step, 'px', s)}; as the load changes the rotor lags by "
            f"{write(wanders, 'px', s)} more or less. {write(share, 'percent', s)} of the move "
            f"lies between {motor.band_low:.0f} and {motor.band_high:.0f} full steps a second, "
            "where it rings."
        ),
        working(
            "full step × (1 / microsteps + change of (2/pi) asin(T / Th))",
            (
                ("full", "step in the picture", full, "px"),
                ("Th", "torque at which it slips", motor.stalled_torque, "torque"),
                ("band", "share of the move in it", share, "percent"),
            ),
            "rotor in a sine field",
        ),
        limit=0.5 / 1920 * it.case.shot.lens.frame_width,
        at_best=State.HOLDS if share <= RINGING else State.TIGHT,
    )


@check(
    "drive.power",
    "Battery time",
    "Drive",
    "time",
    None,
    "at least",
    "all moves on one charge, of four fifths of the battery",
)
def power(it: Driving) -> Found:
    """How long the battery lasts against the move and its repeats."""
    drawn, drive = it.watts, it.drive
    lasts = driving.hours(drive.capacity, it.motor.volts, drawn) * 3600
    asked, applies = it.duration * drive.repeats, drive.supply == "battery"
    return Found(
        min(lasts, 3.6e6),
        ("Battery lasts" if applies else "Fed by an adapter", "Battery runs down"),
        lambda s: (
            f"It draws {drawn:.3g} W, so a charge lasts {write(lasts, 'time', s)}; "
            f"{drive.repeats} moves take {write(asked, 'time', s)}."
        ),
        working(
            "t = 0.8 Q V / P;  P = V (n/n0 + T/Ts) (I0 + (Is - I0) T/Ts)",
            (
                ("Q", "ampere-hours", drive.capacity, "number"),
                ("P", "watts on the average", drawn, "number"),
            ),
            "the motor's straight line; a step motor draws its rated amps always",
        ),
        limit=asked,
        applies=applies,
    )


@check(
    "drive.sound",
    "Speech over the noise",
    "Drive",
    "number",
    OVER_NOISE,
    "at least",
    "20 dB of speech over motor and wheels, in the open; a room may take 6 dB of it",
)
def sound(it: Driving) -> Found:
    """By how much speech stands over motor and wheels at the microphone, dB."""
    drive, applies = it.drive, it.drive.sound
    sources = [it.motor.loudness] * drive.by_motor
    if it.axis.loudness > 0:
        sources.append(it.axis.loudness)
    # Where nothing sounds the rig is as quiet as a room at night.
    motor = driving.loudness(sources or [QUIET], drive.microphone)
    name = "motor and wheels" if len(sources) > 1 else "motor" if drive.by_motor else "wheels"
    speech = driving.loudness([SPEECH], drive.speaker)

    def said(_style: Style) -> str:
        if not applies:
            return "The shot records no sound."
        return (
            f"At the microphone the rig, {name}, has {motor:.0f} dB and speech {speech:.0f} dB, "
            "give or take 6 dB."
        )

    return Found(
        speech - motor,
        ("Too quiet to hear" if applies else "No sound is recorded", "The rig is heard"),
        said,
        working(
            "L = L1 - 20 log r",
            (
                (
                    "L1",
                    "all sources at 1 m, dB",
                    driving.loudness(sources or [QUIET], 1.0),
                    "number",
                ),
                ("r", "microphone from the motor", drive.microphone, "length"),
                ("r2", "microphone from who speaks", drive.speaker, "length"),
            ),
            "free field",
        ),
        applies=applies,
    )
