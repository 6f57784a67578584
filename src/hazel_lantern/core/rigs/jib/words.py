"""What a jib says in words: readouts, steps, cautions, set card."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.parts import Step, in_sentence
from hazel_lantern.core.rigs.jib import built
from hazel_lantern.core.rigs.jib.answer import JibAnswer
from hazel_lantern.core.rigs.jib.lamps_balance import payload_range
from hazel_lantern.core.rigs.jib.pieces import BAR, cable_length, piece_labels, pieces
from hazel_lantern.core.rigs.kit.words import CUTTING, DRILLING, cut_steps, workshop_cautions
from hazel_lantern.core.units import by_eye, write

LOADING = (
    "Two people load the arm. {} first; the camera goes on first and the weights "
    "last; the weights come off first and the camera last."
)
#: What is taken up on one cable and let out of the other, and a tightener's whole stroke, m.
TRIM, STROKE = 0.001, 0.05
#: How the arm is kept from falling while it is loaded, as a sentence begins, and let go again.
PARKED = {
    "strap": ("Strap the arm level", "Loosen the strap with a hand on the tail"),
    "rest under the tail": (
        "Set the tail on its rest",
        "Take the rest away with a hand on the tail",
    ),
    "a support of its height": (
        "Set the tail on its support",
        "Take the support away with a hand on the tail",
    ),
    "none": ("One of two people holds the arm", "Let it go slowly, a hand on the tail"),
}


def readout(answer: JibAnswer, station: str) -> tuple[tuple[str, str], ...]:
    """Computed figures of a station."""
    design, style = answer.design, answer.style
    if station == "Load":
        lighter, heavier = payload_range(answer)
        load = answer.centre.mass
        place = answer.needed / answer.tail_mass if answer.tail_mass else 0.0
        return (
            ("Balances a camera of", write(max(load - lighter, 0.0), "mass", style)),
            ("to one of", write(max(load + heavier, 0.0), "mass", style)),
            ("Weights on the bar", write(design.counterweight.mass, "mass", style)),
            ("They balance at", write(place, "length", style)),
            ("Joints hold", write(answer.friction, "torque", style)),
        )
    if station == "Drive":
        handle = answer.swing_axis.effort / design.boom.tail
        return (
            ("Greatest lens speed", write(float(answer.course.lens_speed.max()), "speed", style)),
            ("Greatest pull at the tail", write(float(np.abs(handle).max()), "force", style)),
            ("Swing over the move", write(float(np.ptp(answer.course.swing)), "angle", style)),
            ("Lens rises", write(answer.travel, "length", style) + " between its stops"),
        )
    if station == "Frame":
        reach, height = answer.stop_to_stop(answer.lens)
        return (
            ("Lens from", write(float(height.min()), "length", style)),
            ("to", write(float(height.max()), "length", style)),
            ("Farthest from the post", write(float(reach.max()), "length", style)),
            (
                "Reach changes by",
                write(float(np.ptp(answer.over_move(answer.lens)[0])), "length", style),
            ),
            ("Bounces", f"{answer.boom.bounce:.1f} times a second"),
            *_stands(answer),
            ("All that turns", write(answer.turning_mass, "mass", style)),
        )
    return ()


def _stands(answer: JibAnswer) -> tuple[tuple[str, str], ...]:
    """What legs and tighteners give, where the maker has chosen them."""
    design, style, found = answer.design, answer.style, []
    legs, level = design.post.legs, design.level
    if legs.cut:
        found = [
            ("Pivot above the floor", write(design.post.pivot_height, "length", style)),
            ("Feet apart", write(answer.spread, "length", style)),
            ("Folded", write(legs.folded, "length", style)),
        ]
    if level.kind == "twin cables":
        found.append(("1 mm of tightener trims", write(TRIM / level.pins, "angle", style)))
    return tuple(found)


def cautions(answer: JibAnswer, station: str) -> tuple[str, ...]:
    """What to mind at a station; nothing that is not at stake there."""
    found = []
    if station in ("Load", "Frame"):
        found.append(LOADING.format(PARKED[answer.design.post.rest][0]))
    if station in ("Shot", "Frame"):
        found.append("Nobody stands under the arm or in the way of its tail.")
    if station == "Drive":
        found.append("Keep heads and hands out of the tail's way; never let go of a loose arm.")
    if answer.design.level.kind == "solid bar" and station in ("Frame", "Build"):
        found.append("Keep fingers out from between boom and bar: they close as the arm swings.")
    if answer.design.level.kind == "twin cables" and station in ("Frame", "Build"):
        found.append("A cable that snaps whips: keep faces out of its line and look over the ends.")
    return (*found, *workshop_cautions(answer.rows.material, station))


def _boom_steps(answer: JibAnswer) -> list[Step]:
    design, style = answer.design, answer.style
    nested, labels = design.boom.nested > 1, piece_labels(design.boom)
    found = cut_steps(answer.case, pieces(answer))
    if design.boom.form == "tapered board":
        share = write(design.boom.tip_height, "percent", style)
        found.append(
            Step(
                f"Taper the board from the pivot to {share} of its height at both ends, evenly "
                "above and below.",
                ("saw", "plane", "pencil"),
                CUTTING,
            )
        )
    stacked = design.level.stacked and not (design.level.longer or design.pivots.clamped)
    if design.level.kind == "solid bar" and stacked:
        pieces_first = "Bolt the pieces of the boom together first. " if nested else ""
        found.append(
            Step(
                f"{pieces_first}Clamp boom and link bar together, pivot over post end, and drill "
                "a 3 mm pilot for pivot and front pin through the whole stack: the two distances "
                "are then the same, whatever the tape said. Take them apart and drill each hole "
                "of the table to its own size.",
                ("clamps", "square", "punch", "drill press if there is one", "drills by the table"),
                DRILLING,
                makes=(*labels, BAR),
                joins=("joint of the boom",),
            )
        )
    else:
        found.append(
            Step(
                "Drill the boom by the drill table or by its template, every hole from the same "
                "end.",
                ("clamps", "punch", "drill", "drills by the table"),
                DRILLING,
                makes=labels,
            )
        )
    if design.counterweight.slides:
        slot = design.counterweight
        found.append(
            Step(
                f"Saw the tail slot between its two end holes, "
                f"{write(slot.farthest - slot.nearest, 'length', style)} long, and file it even.",
                ("jigsaw", "flat file"),
                CUTTING,
            )
        )
    return found


def _level_steps(answer: JibAnswer) -> list[Step]:
    design, rows, style = answer.design, answer.rows, answer.style
    level = design.level
    if level.kind == "none":
        return []
    apart = write(level.pins, "length", style)
    if level.stacked and not level.pins_more:
        how = (
            "Clamp all cheeks together and drill a 3 mm pilot for every pin through the stack, "
            f"pins {apart} apart; then each hole of the table to its own size."
        )
    else:
        wide = write(level.pins + level.pins_more, "length", style)
        how = (
            f"Drill the post cheeks, pins {apart} apart, then the platform cheeks, pins {wide} "
            "apart, each pair clamped together, all within "
            f"{write(level.pins_error, 'fine', style)}."
        )
    apart = write(level.pins, "fine", style)
    found = [
        Step(
            how,
            ("clamps", "drill", "calliper"),
            DRILLING,
            makes=(built.POST, built.PLATFORM),
            check=f"measured over the pins with a calliper, less one pin: {apart} in all cheeks, "
            f"all within {write(level.pins_error, 'fine', style)} of each other",
        )
    ]
    if level.kind == "twin cables":
        found.append(
            Step(
                f"Cut two lengths of {in_sentence(rows.wire.name)}, "
                f"{write(cable_length(design), 'length', style)} each with their loops, and "
                f"tighten both alike to {write(level.preload, 'force', style)}: pluck them, they "
                f"must sound the same. To trim the platform, let one out as far as you take the "
                f"other up: 1 mm turns it by {write(TRIM / level.pins, 'angle', style)}, the "
                f"{write(STROKE, 'length', style)} of a tightener by "
                f"{write(STROKE / level.pins, 'angle', style)}.",
                ("wire cutter", "spanner"),
                "A cable that snaps whips: keep faces out of its line.",
                joins=("lower cable", "upper cable"),
            )
        )
    else:
        found.append(
            Step(
                f"Bolt boom and bar to both pairs of cheeks ({in_sentence(rows.pivot.name)}). "
                "Swing it by hand from stop to stop: it must not bind anywhere.",
                ("two spanners",),
                joins=("pivot", "front pin", "link bar"),
                check="the platform stays level from the lowest place to the highest: a level on "
                "it reads the same",
            )
        )
    return found


def _clamp_steps(answer: JibAnswer) -> list[Step]:
    """What is held by friction: how it is set up, and how it is tried."""
    design, style, found = answer.design, answer.style, list[Step]()
    pivots, boom = design.pivots, design.boom
    if pivots.clamped:
        on = "head plate, and the plate on the tilting head" if pivots.on_head else "cradle"
        found.append(
            Step(
                f"Clamp the boom on the {on}, its middle line "
                f"{write(pivots.above, 'length', style)} above the pivot and "
                f"{write(boom.tail, 'length', style)} of it behind. Mark it at both clamps: a "
                "mark that wanders shows that it slips.",
                ("spanner", "tape", "marker"),
            )
        )
    if boom.nested > 1 and boom.locks == "clamping screws":
        found.append(
            Step(
                f"Push the pieces into each other by {write(boom.overlap, 'length', style)}, "
                "tighten both screws of every collar, and mark the overlap across the joint.",
                ("tape", "marker"),
            )
        )
    return found


def _leg_steps(answer: JibAnswer) -> list[Step]:
    """Legs that the maker cuts."""
    post, style, feet = answer.design.post, answer.style, answer.rows.stand.feet
    legs = post.legs
    if not legs.cut:
        return []
    chain = ""
    if legs.tie == "a chain round the feet":
        chain = f" Run a chain or cord from foot to foot, {write(answer.spread, 'length', style)} "
        chain += "between two, so that they cannot slide apart."
    return [
        Step(
            f"Cut {feet} legs {write(legs.leg, 'length', style)} long from the middle of the "
            f"hinge, their feet bevelled to {write(legs.angle, 'angle', style)}, and hinge them "
            f"to the post {write(legs.hinge, 'length', style)} below the pivot.{chain} Folded "
            f"along the post it is {write(legs.folded, 'length', style)} long.",
            ("saw", "bevel gauge", "drill"),
            CUTTING,
        )
    ]


def _bare(answer: JibAnswer) -> str:
    """What balances the arm before anything is on it: a check of boom, pins and platform."""
    bare = answer.needed - answer.centre.mass * answer.design.boom.front
    mass = bare / max(answer.design.counterweight.place, 0.05)
    if mass <= 0.02:
        return ""
    place = by_eye(answer.design.counterweight.place, answer.style)
    whole = write(round(mass, 2), "mass", answer.style)
    return (
        f"without the camera the arm hangs level with {whole} in all, "
        f"bar and collars too, {place} behind the pivot"
    )


def steps(answer: JibAnswer) -> tuple[Step, ...]:
    """How to build this jib."""
    design, rows, style = answer.design, answer.rows, answer.style
    post, swing = design.post, design.swing
    stack = design.counterweight.stack_name(design.counterweight.loaded, style)
    place = write(design.counterweight.place, "length", style)
    slides, (parked, loosened) = design.counterweight.slides, PARKED[post.rest]
    return (
        *_boom_steps(answer),
        *_level_steps(answer),
        *_clamp_steps(answer),
        *_leg_steps(answer),
        Step(
            f"Set up the {in_sentence(rows.stand.name)} with its feet "
            f"{write(answer.spread, 'length', style)} apart, the "
            f"{in_sentence(rows.turntable.name)} on top, and the pivot "
            f"{write(post.pivot_height, 'length', style)} above the floor.",
            ("spanner", "tape", "spirit level"),
            "Firm, level ground; nobody leans on it.",
            phase="set up",
        ),
        Step(
            f"Fit the stops for {write(swing.up, 'angle', style)} up and "
            f"{write(swing.down, 'angle', style)} down, and swing the bare boom against both.",
            ("spanner", "angle gauge"),
            phase="set up",
            check=_bare(answer),
        ),
        Step(
            f"{parked}. Camera on and locked, then {stack}, {place} behind the "
            f"pivot, {'collars' if slides else 'bolts'} tight. {loosened}.",
            ("tape",),
            LOADING.format(parked),
            phase="load",
            joins=("camera screw",),
        ),
        Step(
            "Let it go at the top, level and at the bottom. "
            + (
                "Move the weights by the least that stops the drift, and write down where they "
                "ended."
                if slides
                else "Lay small weights on the tail or the platform until it stops drifting, fix "
                "them there, and write down how much it was."
            ),
            ("tape", "pencil"),
            phase="try",
        ),
    )


def set_card(answer: JibAnswer) -> tuple[str, ...]:
    """What to have at hand on the day."""
    design, style = answer.design, answer.style
    weights, shot = design.counterweight, answer.shot
    stack = weights.stack_name(weights.loaded, style)
    lighter, heavier = payload_range(answer)
    parked, _ = PARKED[design.post.rest]
    feet = answer.feet_reach
    reach = float(answer.stop_to_stop(answer.lens)[0].max())
    clear = max(reach, design.boom.tail) + 0.5
    pull = float(np.abs(answer.swing_axis.effort).max()) / design.boom.tail
    move = shot.move.words(style)
    return (
        f"Feet {write(answer.spread, 'length', style)} apart, "
        f"{write(feet, 'length', style)} from the post, on firm level ground; local rules first.",
        f"Keep {write(clear, 'length', style)} clear all round the post.",
        f"Load: {parked[:1].lower()}{parked[1:]}; camera on and locked first; weights last; then "
        "let it up.",
        f"Weights: {stack}, {write(weights.place, 'length', style)} behind the pivot. "
        + (
            f"They take a camera from "
            f"{write(max(answer.centre.mass - lighter, 0.0), 'mass', style)} to "
            f"{write(max(answer.centre.mass + heavier, 0.0), 'mass', style)} by sliding."
            if weights.slides
            else "They are bolted: trim with small weights."
        ),
        f"Check: let go at the top, level, at the bottom. Stops at "
        f"{write(design.swing.up, 'angle', style)} up and "
        f"{write(design.swing.down, 'angle', style)} down.",
        f"Move: {move} in {write(shot.pace.duration, 'time', style)}; about "
        f"{write(pull, 'force', style)} at the "
        "tail.",
        f"Unload: {parked[:1].lower()}{parked[1:]}; weights off first; camera last. Never the "
        "camera first.",
    )
