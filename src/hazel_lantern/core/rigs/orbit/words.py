"""An orbit rig in words: readouts, cautions, steps, the set card."""

from __future__ import annotations

import math
from collections.abc import Iterable

from hazel_lantern.core.mechanics.spin_down import fitted
from hazel_lantern.core.parts import Step, in_sentence
from hazel_lantern.core.rigs.kit.words import CUTTING, DRILLING
from hazel_lantern.core.rigs.orbit import built
from hazel_lantern.core.rigs.orbit.answer import OrbitAnswer
from hazel_lantern.core.units import by_eye, write


def readout(answer: OrbitAnswer, station: str) -> Iterable[tuple[str, str]]:
    """Computed figures of a station."""
    style = answer.style
    if station == "Load":
        yield "All that turns", write(answer.turning_mass, "mass", style)
        yield "Weights on the bar", write(answer.weights.mass, "mass", style)
        place = answer.needed / max(answer.weights.mass, 1e-6)
        yield "They balance at", write(place, "length", style)
    if station == "Frame":
        yield "Lens over the floor", write(answer.lens_height, "length", style)
        yield "Sweeps out to", write(answer.swept[1], "length", style)
        yield "Leans on its bearing", write(answer.rocking, "torque", style)
    if station == "Try-out":
        yield from _spun_down(answer)
    if station == "Drive":
        yield "Turns", f"{answer.turn.turned / (2 * math.pi):.3g}"
        yield "At the most", f"{answer.top * 60 / (2 * math.pi):.3g} turns a minute"
        yield "Lens at the most", write(answer.top * answer.radius, "speed", style)
        yield "Stored at the most", write(answer.energy, "energy", style)


def _spun_down(answer: OrbitAnswer) -> Iterable[tuple[str, str]]:
    """The bearing's friction by what was logged last of its spinning down."""
    logged = {entry.measure: entry.value for entry in getattr(answer.case.setup, "log", ())}
    half, stands = logged.get("spin-half"), logged.get("spin-down")
    if half is None or stands is None or not 0 < half < stands:
        return
    turn = 2 * math.pi
    found = fitted((0.0, half, stands), (turn, turn / 2, 0.0), answer.inertia)
    yield "Bearing's friction, by spinning down", write(found.friction, "torque", answer.style)
    grows = write(found.grows * turn, "torque", answer.style)
    yield "and at a turn a second more", grows


def cautions(answer: OrbitAnswer, station: str) -> Iterable[str]:
    """What to mind at a station."""
    if station in ("Shot", "Frame", "Drive"):
        yield (
            "Nobody within the swept ring while it turns; enter only with the arm locked, and "
            "start it from outside."
        )
    if answer.design.hung and station in ("Frame", "Build"):
        yield (
            "What hangs over people belongs to licensed riggers and local rules: what is worked "
            "out here is a fixing's load and its margin."
        )


def steps(answer: OrbitAnswer) -> tuple[Step, ...]:
    """How to build this rig."""
    design, rows, style = answer.design, answer.rows, answer.style
    arm = design.arm
    stack = design.counterweight.stack_name(design.counterweight.loaded, style)
    place = by_eye(design.counterweight.place, style)
    found = [
        Step(
            "Clamp hub plate and base plate together with their middles on each other, and drill "
            "the bearing's pattern through both from one datum.",
            ("drill", "clamps", "square"),
            DRILLING,
            makes=(built.BASE, built.HUB),
        ),
        Step(
            f"Bolt the {in_sentence(rows.bearing.name)} between them. Turn it by hand: it must run "
            "free all the way round, every head below flush.",
            ("spanners",),
            joins=("the bearing, below", "the bearing, above"),
            check=f"the hub's rim, measured over the base at four places a quarter turn apart, "
            f"agrees within {write(rows.bearing.run_out + 0.0005, 'fine', style)}",
        ),
        Step(
            f"Cut the arm {write(answer.front + arm.tail, 'length', style)} long, mark its middle "
            f"{write(answer.front, 'length', style)} from the camera's end, and clamp it there on "
            f"spacers of {write(arm.spacer, 'fine', style)}.",
            ("saw", "tape", "spanners"),
            CUTTING,
            cuts=("Arm",),
            joins=("the arm on its hub",),
        ),
    ]
    if abs(arm.riser) >= 0.03:
        way = "up from" if arm.riser > 0 else "down from"
        found.append(
            Step(
                f"Set the riser {write(abs(arm.riser), 'length', style)} {way} the arm, "
                f"{write(answer.radius, 'length', style)} from the axis, and the cradle on it.",
                ("spanners", "level"),
                cuts=("Riser",),
            )
        )
    found.append(
        Step(
            f"Hang {stack} on the bar {place} from the axis before the camera goes on; take the "
            "camera off first when you take it down. Trim it until neither side drops.",
            ("scale", "tape"),
            "A side that is loaded alone drops: hold the arm.",
            phase="load",
        )
    )
    if design.hung:
        found.append(
            Step(
                f"Fix the plate overhead by {design.fixing.count} {design.fixing.by} on a circle "
                f"of {write(design.fixing.circle, 'length', style)}, and tether what hangs by a "
                "second path past plate and bearing.",
                ("drill", "spanners"),
                "Overhead: licensed people and local rules; nobody below while it is tried.",
                phase="set up",
            )
        )
    return tuple(found)


def set_card(answer: OrbitAnswer) -> tuple[str, ...]:
    """What to have at hand on the day."""
    style, inside = answer.style, answer.design.inside
    keep = answer.swept[1] + inside.margin
    move = answer.turn.words(style)
    return (
        f"Move: {move} in {write(answer.shot.pace.duration, 'time', style)}; at most "
        f"{answer.top * 60 / (2 * math.pi):.3g} turns a minute",
        f"Keep everybody {by_eye(keep, style)} from the axis while it turns",
        f"Load: weights at {by_eye(answer.design.counterweight.place, style)} before the camera; "
        "unload: the camera before the weights",
        "Arm locked before anybody steps in",
    )
