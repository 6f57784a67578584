"""What a slider says in words: readouts, steps, cautions, set card."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING

import numpy as np

from hazel_lantern.core.mechanics import slopes
from hazel_lantern.core.parts import Step, in_sentence
from hazel_lantern.core.rigs.slider.parts import plate_size
from hazel_lantern.core.rigs.slider.statics import Parts, support_places
from hazel_lantern.core.units import Style, write

if TYPE_CHECKING:
    from hazel_lantern.core.assessment import Assessment
    from hazel_lantern.core.project.model import Rig
    from hazel_lantern.core.rigs.slider.model import SliderDesign
    from hazel_lantern.core.workshop import Workshop

CUTTING = "Wear eye, ear and hand protection when cutting, and break the sharp edges with a file."


def readout(
    station: str, rig: Rig, assessment: Assessment, style: Style
) -> tuple[tuple[str, str], ...]:
    """Computed figures of a station."""
    design: SliderDesign = rig.design  # type: ignore[assignment]
    answer = assessment.figures["answer"]
    if station == "Drive":
        push = assessment.traces["push"].values
        speed = assessment.traces["speed"].values
        acceleration = np.abs(assessment.traces["acceleration"].values)
        rows = [
            ("Greatest speed", write(float(speed.max()), "speed", style)),
            ("Greatest acceleration", write(float(acceleration.max()), "acceleration", style)),
            ("Greatest push", write(float(np.abs(push).max()), "force", style)),
            ("Moving mass", write(answer.load.mass, "mass", style)),
        ]
        drive = design.drive
        if drive.kind == "hand crank":
            turns = rig.shot.distance / (math.pi * drive.spool)
            force = float(np.abs(push).max()) * drive.spool / (2 * drive.crank * drive.efficiency)
            rate = float(speed.max()) / (math.pi * drive.spool)
            rows += [
                ("Turns of the crank", f"{turns:.1f}"),
                ("Greatest turns a second", f"{rate:.2f}"),
                ("Force at the crank", write(force, "force", style)),
            ]
        if rig.shot.tilt:
            pull = slopes.runaway_force(answer.load.mass, rig.shot.tilt, answer.load.rolling)
            rows.append(("Pull down the slope", write(pull, "force", style)))
        return tuple(rows)
    if station == "Frame":
        return (
            ("Rails stand at", write(assessment.figures["rail height"], "length", style)),
            ("Travel", write(assessment.travel, "length", style)),
            ("Moving mass", write(answer.load.mass, "mass", style)),
        )
    return ()


def cautions(station: str, rig: Rig, assessment: Assessment) -> tuple[str, ...]:
    """What to mind at a station; nothing that is not at stake there."""
    design: SliderDesign = rig.design  # type: ignore[assignment]
    found = []
    if station in ("Frame", "Shot", "Drive") and rig.shot.tilt:
        found.append(
            "Hold or brake the carriage whenever the track is tilted, and keep hands "
            "and faces out of its way down."
        )
    if station == "Frame" and design.supports.kind in ("stand", "end stands"):
        found.append(
            "Hang weight on the stand before the camera goes on. Keep a hand on the rig "
            "when the camera comes off."
        )
    if station == "Drive" and design.drive.kind == "hand crank":
        found.append("Keep fingers and straps clear of the line where it runs onto the spool.")
    if station == "Build":
        found.append(CUTTING)
    material = assessment.figures["parts"].material
    if material.failure == "cracks" and station in ("Frame", "Build"):
        found.append(f"{material.name}: {material.note}. Look it over for cracks before each use.")
    return tuple(found)


def _stand_words(design: SliderDesign, style: Style) -> str:
    supports = design.supports
    if supports.kind == "stand":
        return f"one stand, feet {write(supports.foot_spread, 'length', style)} apart"
    if supports.kind == "end stands":
        return f"{supports.count} stands, feet {write(supports.foot_spread, 'length', style)} apart"
    place = "a table" if supports.kind == "table" else "the floor"
    return f"{supports.count} blocks on {place}"


def steps(rig: Rig, assessment: Assessment, workshop: Workshop, style: Style) -> tuple[Step, ...]:
    """How to build this slider."""
    design: SliderDesign = rig.design  # type: ignore[assignment]
    parts = Parts.of(design, workshop)
    rails, carriage = design.rails, design.carriage
    length, breadth = plate_size(design, parts)
    pair = rails.arrangement == "pair"
    found = [
        Step(
            f"Cut {'two rails' if pair else 'the rail'} of {in_sentence(parts.section.name)} to "
            f"{write(rails.length, 'length', style)}"
            + (", clamped side by side so that they are one length." if pair else "."),
            ("tape", "saw with a stop", "file"),
            CUTTING,
        ),
        Step(
            f"Cut the carriage plate {write(length, 'length', style)} by "
            f"{write(breadth, 'length', style)} from 18 mm plywood and mark its near left corner: "
            "every hole is measured from there.",
            ("saw", "square", "pencil"),
            CUTTING,
        ),
        Step(
            "Drill the carriage plate by the drill table; start each hole with a punch and a "
            "3 mm drill.",
            ("drill", "punch", "drills by the table"),
            "Clamp the work down; take gloves off at the drill.",
        ),
    ]
    if pair:
        found.append(
            Step(
                f"Drill both end plates clamped together, rail clamps "
                f"{write(rails.spacing, 'length', style)} apart, and clamp the rails on with a "
                f"spacer of that length between them. Measure at both ends and the middle: "
                f"within {write(parts.wheel.side_play, 'fine', style)}.",
                ("drill", "spacer", "calliper or tape"),
            )
        )
    found.append(
        Step(
            f"Bolt on {parts.wheel.count} wheels ({in_sentence(parts.wheel.name)}), wheelbase "
            f"{write(carriage.wheelbase, 'length', style)}; run the empty carriage end to end and "
            "free it where it binds.",
            ("two spanners",),
        )
    )
    found.append(
        Step(
            f"Fit the stops {write(design.stop, 'length', style)} from each rail end, then the "
            "camera screw. Push the carriage against both stops: it must not ride over them.",
            ("screwdriver",),
        )
    )
    if design.supports.kind in ("stand", "end stands"):
        where = ", ".join(write(place, "length", style) for place in support_places(design))
        found.append(
            Step(
                f"Bolt the stand plate under the rails at {where} from the left end and set up on "
                f"{_stand_words(design, style)}.",
                ("spanner", "tape"),
                "Set the feet on firm ground and hang any ballast before the camera goes on.",
            )
        )
    else:
        where = ", ".join(write(place, "length", style) for place in support_places(design))
        found.append(
            Step(
                f"Lay the rails on {_stand_words(design, style)}, at {where} from the left end; "
                "pack them until a level reads the same along and across.",
                ("level", "packing"),
            )
        )
    if rig.shot.tilt:
        found.append(
            Step(
                f"Tilt the track to {write(rig.shot.tilt, 'angle', style)} and tether the carriage "
                "to the upper end.",
                ("level with degrees", "tether"),
                "A tilted track is held or braked at all times.",
            )
        )
    found.append(
        Step(
            "Try it with a bag of the camera's mass first, then log dip, push and rolling tilt at "
            "the Try-out station.",
            ("luggage scale", "tape"),
        )
    )
    return tuple(found)


def set_card(rig: Rig, assessment: Assessment, style: Style) -> tuple[str, ...]:
    """What to have at hand on the day, in the order of doing."""
    design: SliderDesign = rig.design  # type: ignore[assignment]
    shot = rig.shot
    rail = write(assessment.figures["rail height"], "length", style)
    lines = [
        f"Set up on {_stand_words(design, style)}; rails {rail} over the floor.",
    ]
    if design.supports.ballast:
        lines.append(f"Hang {write(design.supports.ballast, 'mass', style)} of ballast first.")
    tip = assessment.by_id["slider.tip"]
    lines += [
        f"Camera on: {write(rig.load.centre().mass, 'mass', style)} on the screw, carriage at "
        "mid-rail, one hand on it.",
        f"Lens {write(shot.lens.focal, 'focal', style)}, height "
        f"{write(shot.camera_height, 'length', style)}, subject "
        f"{write(shot.subject.distance, 'length', style)} away.",
        f"Move: {shot.direction}, {write(shot.distance, 'length', style)} in "
        f"{write(shot.duration, 'time', style)}; push at most "
        f"{write(float(np.abs(assessment.traces['push'].values).max()), 'force', style)}.",
        f"Tilt left before it goes over, with the push: {write(tip.value, 'angle', style)} "
        f"({tip.headline.lower()}).",
    ]
    if shot.tilt:
        lines.append(f"Track tilts {write(shot.tilt, 'angle', style)}: hold, brake or tether it.")
    lines.append("Camera off last thing before striking: carriage at mid-rail, one hand on it.")
    return tuple(lines)
