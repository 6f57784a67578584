"""What a slider says in words: readouts, steps, cautions, set card."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.build.boards import board
from hazel_lantern.core.lamps import State
from hazel_lantern.core.mechanics import slopes
from hazel_lantern.core.parts import Step, in_sentence
from hazel_lantern.core.rigs.kit.standing import LEAST_LEFT
from hazel_lantern.core.rigs.kit.words import (
    CUTTING,
    DRILLING,
    GLUED,
    cut_steps,
    workshop_cautions,
)
from hazel_lantern.core.rigs.slider import built
from hazel_lantern.core.rigs.slider.answer import SliderAnswer
from hazel_lantern.core.rigs.slider.parts import pieces
from hazel_lantern.core.rigs.slider.standing import stance
from hazel_lantern.core.units import write

#: A stop shorter than this is none, m.
LEAST_STOP = 0.005


def readout(answer: SliderAnswer, station: str) -> tuple[tuple[str, str], ...]:
    """Computed figures of a station."""
    style, axis = answer.style, answer.axis
    if station == "Frame":
        return (
            ("Rails stand at", write(answer.rail_height, "length", style)),
            ("Travel", write(answer.travel, "length", style)),
            ("Moving mass", write(axis.inertia, "mass", style)),
        )
    if station != "Drive":
        return ()
    speed, push = float(axis.speed.max()), float(np.abs(axis.effort).max())
    acceleration = float(np.abs(axis.acceleration).max())
    rows = [
        ("Greatest speed", write(speed, "speed", style)),
        ("Greatest acceleration", write(acceleration, "acceleration", style)),
        ("Greatest push", write(push, "force", style)),
        ("Moving mass", write(axis.inertia, "mass", style)),
    ]
    if answer.shot.move.slope:
        pull = slopes.runaway_force(
            axis.inertia, answer.shot.move.slope, answer.carried.rolling_resistance
        )
        rows.append(("Pull down the slope", write(pull, "force", style)))
    return tuple(rows)


def cautions(answer: SliderAnswer, station: str) -> tuple[str, ...]:
    """What to mind at a station; nothing that is not at stake there."""
    found = []
    if station == "Frame" and answer.on_stands:
        found.append(
            "Hang weight on the stand before the camera goes on. Keep a hand on the rig "
            "when the camera comes off."
        )
    if station in ("Frame", "Drive") and answer.design.stop < LEAST_STOP:
        found.append("The rails are open at their ends: nothing keeps the carriage on them.")
    return (*found, *workshop_cautions(answer.rows.material, station))


def _stand_words(answer: SliderAnswer) -> str:
    supports, style = answer.design.supports, answer.style
    if supports.kind == "stand":
        return f"one stand, feet {write(supports.spread, 'length', style)} apart"
    if supports.kind == "end stands":
        return f"{supports.count} stands, feet {write(supports.spread, 'length', style)} apart"
    place = "a table" if supports.kind == "table" else "the floor"
    return f"{supports.count} blocks on {place}"


def steps(answer: SliderAnswer) -> tuple[Step, ...]:
    """How to build this slider."""
    design, rows, style = answer.design, answer.rows, answer.style
    rails, carriage = design.rails, design.carriage
    length, breadth = answer.plate
    pair = answer.rails == 2
    material = in_sentence(answer.case.row("materials", carriage.plate_material).name)
    found = [
        *cut_steps(answer.case, pieces(answer)),
        Step(
            f"Cut the carriage plate {write(length, 'length', style)} by "
            f"{write(breadth, 'length', style)} from "
            f"{board(carriage.plate_thickness, material, style)} and mark its near left "
            "corner: every hole is measured from there.",
            ("saw", "square", "pencil"),
            CUTTING,
            cuts=(built.PLATE,),
        ),
        Step(
            "Drill the carriage plate by the drill table; start each hole with a punch and a "
            "3 mm drill.",
            ("drill", "punch", "drills by the table"),
            DRILLING,
            makes=(built.PLATE,),
        ),
    ]
    if pair and rails.ends != "clamped":
        glue, wait = (
            ". Mark both across the joint: a mark that wanders shows that it works loose",
            "",
        )
        if rails.ends == "glued into fittings":
            glue, wait = ", with glue, all on a flat table in one go", GLUED
        found.append(
            Step(
                f"Push the rails into their fittings as far as they go{glue}.",
                ("mallet", "calliper or tape", "marker"),
                check=_apart(answer),
                wait=wait,
            )
        )
    elif pair:
        found.append(
            Step(
                f"Drill both end plates clamped together, rail clamps "
                f"{write(rails.spacing, 'length', style)} apart, and clamp the rails on with a "
                f"spacer of that length between them.",
                ("drill", "spacer", "calliper or tape"),
                DRILLING,
                makes=(built.END_PLATE,),
                joins=("rail clamp",),
                check=_apart(answer),
            )
        )
    found.append(
        Step(
            f"Bolt on {answer.wheel_count} wheels ({in_sentence(rows.wheel.name)}), wheelbase "
            f"{write(carriage.wheelbase, 'length', style)}; run the empty carriage end to end and "
            "free it where it binds.",
            ("two spanners",),
            joins=("axle", "wheel mount"),
            check=f"{answer.wheel_count} wheels touch and turn, at both ends and between; the "
            f"carriage has no more play aside than {write(rows.wheel.side_play, 'fine', style)}",
        )
    )
    found.append(
        Step(
            f"Fit the stops {write(design.stop, 'length', style)} from each rail end, then the "
            "camera screw. Push the carriage against both stops: it must not ride over them.",
            ("screwdriver",),
            joins=("camera screw",),
        )
    )
    where = ", ".join(write(place, "length", style) for place in answer.supports)
    if answer.on_stands:
        found.append(
            Step(
                f"Bolt the stand plate under the rails at {where} from the left end and set up on "
                f"{_stand_words(answer)}.",
                ("spanner", "tape"),
                "Set the feet on firm ground and hang any ballast before the camera goes on.",
                phase="set up",
                joins=(built.STAND_CLAMP,),
            )
        )
    else:
        found.append(
            Step(
                f"Lay the rails on {_stand_words(answer)}, at {where} from the left end; "
                "pack them until a level reads the same along and across.",
                ("level", "packing"),
                phase="set up",
            )
        )
        if answer.held:
            found.append(
                Step(
                    "Screw or clamp each block to what it stands on, and hold each rail down "
                    "on it with a saddle.",
                    ("screwdriver", "clamps"),
                    phase="set up",
                )
            )
    if answer.shot.move.slope:
        found.append(
            Step(
                f"Tilt the track to {write(answer.shot.move.slope, 'angle', style)} and tether the "
                "carriage to the upper end.",
                ("level with degrees", "tether"),
                "A tilted track is held or braked at all times.",
                phase="set up",
            )
        )
    found.append(
        Step(
            "Try it with a bag of the camera's mass first, then log dip, push and rolling tilt at "
            "the Try-out station.",
            ("luggage scale", "tape"),
            phase="try",
        )
    )
    return tuple(found)


def _apart(answer: SliderAnswer) -> str:
    """What the rails must measure at three places."""
    rails, style = answer.design.rails, answer.style
    apart = write(rails.spacing, "length", style)
    play = write(answer.rows.wheel.side_play, "fine", style)
    return (
        f"the rails' middles are {apart} apart at the left end, in the middle and at the right "
        f"end, within {play}; the diagonals of the frame agree within {play}"
    )


def set_card(answer: SliderAnswer) -> tuple[str, ...]:
    """What to have at hand on the day, in the order of doing."""
    design, shot, style = answer.design, answer.shot, answer.style
    rail = write(answer.rail_height, "length", style)
    lines = [
        f"Set up on {_stand_words(answer)}; rails {rail} over the floor.",
    ]
    if design.supports.ballast:
        lines.append(f"Hang {write(design.supports.ballast, 'mass', style)} of ballast first.")
    stood = stance(answer)
    told = stood.told(answer.settings)
    fails = told.left < LEAST_LEFT or told.at_best is State.FAILS
    words = told.headlines(stood.words[told.edge], stood.words[told.over])[fails]
    lines += [
        f"Camera on: {write(answer.load.centre().mass, 'mass', style)} on the screw, carriage at "
        "mid-rail, one hand on it.",
        f"Lens {write(shot.lens.focal, 'focal', style)}, height "
        f"{write(shot.camera_height, 'length', style)}, subject "
        f"{write(shot.subject.distance, 'length', style)} away.",
        f"Move: {shot.move.way}, {write(shot.move.distance, 'length', style)} in "
        f"{write(shot.pace.duration, 'time', style)}; push at most "
        f"{write(float(np.abs(answer.push).max()), 'force', style)}.",
        f"{words}: {write(told.left, 'angle', style)} of tilt left by itself; a push of "
        f"{write(told.push, 'force', style)} at the lens takes it over.",
    ]
    if shot.move.slope:
        lines.append(
            f"Track tilts {write(shot.move.slope, 'angle', style)}: hold, brake or tether it."
        )
    lines.append("Camera off last thing before striking: carriage at mid-rail, one hand on it.")
    return tuple(lines)
