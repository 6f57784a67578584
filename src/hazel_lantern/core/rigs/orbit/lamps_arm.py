"""Lamps of the arm: how it hangs, what it bears, how it bounces, what it clears."""

from __future__ import annotations

import math

from hazel_lantern.core.lamps import Found, State, check, working
from hazel_lantern.core.rigs.orbit.answer import OrbitAnswer
from hazel_lantern.core.units import write

#: Of the arm's free length it may dip; the turn rate keeps so far off the bounce.
DIPS, NEAR = 0.01, 0.2
#: Over screw heads, m.
OVER = 0.002


@check(
    "arm-dip",
    "Arm dip",
    "Frame",
    "fine",
    None,
    "at most",
    "a hundredth of the arm from its clamp to the camera",
)
def arm_dip(answer: OrbitAnswer) -> Found:
    """How far the camera hangs down at full speed."""
    hung, pulled, given = answer.dips
    mast = answer.mast_sinks > 0
    return Found(
        abs(answer.dip),
        ("Arm is stiff enough", "Arm sags"),
        lambda s: (
            f"The camera hangs {write(answer.dip, 'fine', s)} down at full speed: "
            f"{write(hung, 'fine', s)} by weight, {write(pulled, 'fine', s)} as its pull outwards "
            f"bends the arm over its height, {write(given, 'fine', s)} as the bearing gives"
            + (f", {write(answer.mast_sinks, 'fine', s)} as the mast bends." if mast else ".")
        ),
        working(
            "d = W L³/3EI + q L^4/8EI + F h L²/2EI + M R/k",
            (
                ("L", "from the bearing's edge", answer.free_arm, "length"),
                ("F h", "of the camera's pull", answer.outward_moment, "torque"),
                ("M", "on the bearing", answer.bearing_moment, "torque"),
                ("k", "of the bearing, N m/rad", answer.hub_stiffness, "number"),
            ),
            "clamped beam; the bearing as a spring",
        ),
        limit=DIPS * answer.free_arm,
    )


@check(
    "arm-stress",
    "Stress",
    "Frame",
    "percent",
    1.0,
    "at most",
    "working stress of the material, half of where it gives",
)
def arm_stress(answer: OrbitAnswer) -> Found:
    """What bends the arm at its clamp at full speed."""
    bears = answer.rows.material.working_stress
    return Found(
        answer.stress / bears,
        ("Arm is strong enough", "Arm bends for good"),
        lambda s: (
            f"At its clamp the arm is bent with {write(answer.stress, 'stress', s)} of "
            f"{write(bears, 'stress', s)}."
        ),
        working(
            "s = (W L + q L²/2 + F h) / S",
            (
                ("L", "from the bearing's edge", answer.free_arm, "length"),
                ("F h", "of the camera's pull", answer.outward_moment, "torque"),
                ("s", "at the clamp", answer.stress, "stress"),
            ),
            "beam theory",
        ),
    )


@check(
    "bounce",
    "Bounce",
    "Frame",
    "rate",
    2.0,
    "at least",
    "twice a second: slower is seen as nodding; a fifth off the turn's own rate",
)
def bounce(answer: OrbitAnswer) -> Found:
    """How often the camera bounces on its riser at the arm's end, and how near the turns are."""
    found, turns = answer.frequency, answer.top / (2 * math.pi)
    close = abs(found - turns) < NEAR * found
    return Found(
        found,
        ("Turns as often as it bounces" if close else "Does not bounce", "Nods on its arm"),
        lambda s: (
            f"The camera bounces {found:.2f} times a second on arm and riser; the rig turns "
            f"{turns:.2f} times a second."
        ),
        working(
            "least frequency of m and m h² at the end of a clamped bar",
            (
                ("m", "at the end", answer.camera.mass, "mass"),
                ("h", "over the arm", abs(answer.camera.up - answer.arm_up), "length"),
                ("L", "from the bearing's edge", answer.free_arm, "length"),
            ),
            "two ways to move, mass and rotary inertia",
        ),
        at_best=State.FAILS if close else State.HOLDS,
    )


def rooms(answer: OrbitAnswer) -> dict[str, float]:
    """What is free between what turns and what does not, m."""
    design = answer.design
    found = {"between the screw heads and the arm": design.arm.spacer - design.arm.heads}
    lowest = min((item.up - item.height / 2 for item in answer.load.items), default=0.0)
    camera = answer.level + answer.screw_up + min(lowest, 0.0)
    inner = answer.swept[0]
    if not design.hung:
        found["between the camera and the floor"] = camera
        if design.arm.riser < 0 and inner < design.base.reach:
            found["between the camera and the base"] = camera - design.base.height
    weights = design.counterweight
    low = answer.level + answer.weights.up - weights.radius
    found["between the weights and the floor"] = low
    if not design.hung and weights.place - weights.radius < design.base.reach:
        found["between the weights and the base"] = low - design.base.height
    return found


@check("clear", "Room to turn", "Build", "length", OVER, "at least", "2 mm over screw heads")
def clear(answer: OrbitAnswer) -> Found:
    """The least room between what turns and what does not."""
    found = rooms(answer)
    where = min(found, key=lambda name: found[name])
    return Found(
        found[where],
        ("Turns freely", "Runs against what stands"),
        lambda s: f"The least room is {write(found[where], 'length', s)} {where}.",
        working(
            "least of the rooms",
            tuple((f"{at}", name, found[name], "length") for at, name in enumerate(found, 1)),
            "places of the drawing",
        ),
    )
