"""How a dolly is built and its track laid, step by step."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.parts import Step, in_sentence
from hazel_lantern.core.rigs.dolly import built, decks
from hazel_lantern.core.rigs.dolly.answer import DollyAnswer
from hazel_lantern.core.rigs.dolly.path import bend_radius
from hazel_lantern.core.rigs.dolly.pieces import (
    cord_length,
    corded,
    crossing_places,
    pieces,
    stands_out,
)
from hazel_lantern.core.rigs.kit.words import DRILLING, cut_steps
from hazel_lantern.core.units import by_eye, write


def _places_step(answer: DollyAnswer) -> Step:
    """Marking both pipes before they are bowed."""
    style, places = answer.style, crossing_places(answer)
    inner, outer = (
        ", ".join(write(one[side], "length", style) for one in places) for side in (0, 1)
    )
    cross = "sleepers" if answer.design.track.sleepered else "gauge sticks"
    return Step(
        f"Mark where the {cross} hold both pipes apart, from one end of each: inner pipe "
        f"{inner}; outer pipe {outer}.",
        ("tape", "felt pen"),
    )


def bow_steps(answer: DollyAnswer) -> list[Step]:
    """Bowing two pipes alike."""
    style = answer.style
    found = [_places_step(answer)]
    cords = corded(answer)
    for name, bow in cords:
        offsets = [
            f"{write(bow.sagitta - float(bow.at(np.array([place]))[1][0]), 'length', style)} at "
            f"{write(bow.length / 2 + place, 'length', style)} along the pipe"
            for place in (-bow.length / 4, 0.0, bow.length / 4)
        ]
        found.append(
            Step(
                f"Push a hook into both ends of the {name} pipe, "
                f"{write(bow.length, 'length', style)} long, hang a cord of "
                f"{write(cord_length(bow), 'length', style)} on them and shorten it to "
                f"{write(bow.chord, 'length', style)} between the ends. Measure from cord to "
                f"pipe: {'; '.join(offsets)}.",
                ("tape", "cord lock"),
                "A bowed pipe springs back: keep faces out of its way.",
            )
        )
    if len(cords) == 1:
        found.append(
            Step(
                "Clip the outer pipe on from the middle outwards: the separators bend it after "
                "the inner one.",
                (),
                "A bowed pipe springs back: keep faces out of its way.",
            )
        )
    out = stands_out(answer)
    if out:
        found.append(
            Step(
                f"Both pipes are alike: the inner one stands {write(out, 'length', style)} past "
                "the outer one at both ends.",
                ("tape",),
            )
        )
    return found


def _sleeper_words(answer: DollyAnswer) -> str:
    """Making the sleepers, as they are."""
    track = answer.design.track
    gauge = write(track.gauge, "length", answer.style)
    if track.sleeper == "pipes, notched":
        return (
            f"File two notches into each of the {track.sleeper_count} sleepers of pipe, {gauge} "
            "apart, until a rail lies in them like in a saddle; try the gauge with two rails."
        )
    holders = "clips" if track.sleeper == "boards with clips" else "saddles"
    return (
        f"Drill the {track.sleeper_count} sleepers clamped together, gauge {gauge}, and screw the "
        f"{holders} on."
    )


def platform_steps(answer: DollyAnswer) -> list[Step]:
    """Wheels under whatever the form puts over them."""
    design, style, rows = answer.design, answer.style, answer.rows
    base, gauge = (write(one, "length", style) for one in (design.base, answer.gauge))
    true = write(2 * design.wheels.gauge_error, "fine", style)
    across = by_eye(math.hypot(design.base, answer.gauge), style)
    square = f"both diagonals from wheel to wheel, {across} each, agree within {true}"
    if len(answer.form.corners) == 3:
        side = by_eye(math.hypot(design.base / 2, answer.gauge), style)
        square = f"both sides from the single wheel, {side} each, agree within {true}"
    wheels = in_sentence(rows.roller.name)
    plates = Step(
        f"Drill the wheel plates by their template, all clamped together, and fit the wheels "
        f"({wheels}).",
        ("clamps", "drill", "two spanners"),
        DRILLING,
        makes=(decks.PLATE,),
        joins=("wheel mount", "axle"),
        check="every wheel turns freely; spun, its tread does not wander to either side",
    )
    form = design.platform.form
    if form == "board on two trucks":
        return [
            Step(
                f"Bolt both trucks under the middle line of the board, {base} apart, both "
                "straight along it: one askew steers the whole dolly.",
                ("drill", "spanner", "tape", "straight edge"),
                DRILLING,
                joins=("wheel mount", "axle"),
            )
        ]
    if form == "triangle of boards":
        return [
            plates,
            Step(
                f"Screw the cross board on the long and the short board, square, {gauge} from "
                f"middle to middle. Bolt the wheel plates under them, wheelbase {base}.",
                ("drill", "screwdriver", "try square", "spanner"),
                joins=("boards", "swivel", "wheel plate"),
            ),
        ]
    if form == "frame of pipe":
        return [
            plates,
            Step(
                f"Drill the side pipes clamped together, push the cross pipes into their tees, "
                f"side pipes {gauge} apart, and bolt the wheel plates on, wheelbase {base}. Then "
                "tighten the tees.",
                ("drill", "spanner", "tape"),
                DRILLING,
                joins=("swivel", "wheel plate"),
                check=square,
            ),
        ]
    if form == "wheels under the feet":
        return [
            plates,
            Step(
                f"Join the three wheel plates by their laths, two sets on one rail {base} apart "
                f"and one on the other, {gauge} aside. Set each foot of the stand into its cup "
                "and strap it down; strap a weight to each foot.",
                ("spanner", "straps"),
                joins=("spreader",),
            ),
        ]
    return [
        plates,
        Step(
            f"Fix the plates under the platform, wheelbase {base}.",
            ("drill", "spanner", "tape"),
            joins=("swivel", "wheel plate"),
            check=square,
        ),
    ]


def steps(answer: DollyAnswer) -> tuple[Step, ...]:
    """How to build this dolly and lay its track."""
    design, style = answer.design, answer.style
    track = design.track
    found = cut_steps(answer.case, pieces(answer))
    found += platform_steps(answer)
    if design.on_track:
        found.append(
            Step(
                _sleeper_words(answer),
                ("clamps", "drill", "screwdriver", "half-round file"),
                DRILLING,
                makes=(built.SLEEPER,),
                joins=("saddle",),
                check=f"two rails laid in, the track is {write(track.gauge, 'length', style)} from "
                "middle to middle at the first, the middle and the last sleeper",
            )
            if track.sleepered
            else Step(
                f"Drill the {track.stick_count} gauge sticks clamped together: they stand between "
                f"the pipes and keep them {write(track.gauge, 'length', style)} apart, middle to "
                "middle.",
                ("clamps", "drill"),
                DRILLING,
                makes=(built.STICK,),
            )
        )
        if track.kind == "bowed track":
            found += bow_steps(answer)
        if track.kind == "pre-bent track":
            inside, outside = (bend_radius(answer.case) + way * track.gauge / 2 for way in (-1, 1))
            found.append(
                Step(
                    f"Bend the rails to a radius of {write(inside, 'length', style)} and "
                    f"{write(outside, 'length', style)}: draw both arcs "
                    "on the floor with a cord, and lay each pipe on its line.",
                    ("pipe bender or a former", "cord", "chalk"),
                )
            )
        stagger = ""
        if track.pieces > 1:
            stagger = " Begin one rail with half a piece, so that no two joints are side by side."
        feel = "Feel every joint with a thumb: what you feel, the lens sees."
        found.append(
            Step(
                "Lay the track on its sleepers from the middle outwards, "
                f"{write(track.apart, 'length', style)} apart, one under each end and each "
                f"joint.{stagger} Pack the sleepers until a level shows the same everywhere. "
                + feel,
                ("spirit level", "thin packing", "file"),
                phase="set up",
                check="a level laid across reads the same at every sleeper",
            )
            if track.sleepered
            else Step(
                f"Sweep the floor and lay the pipes on it along a taut cord.{stagger} Put a gauge "
                "stick between them at each end and each joint, and tie it to both pipes. " + feel,
                ("broom", "cord", "file"),
                phase="set up",
            )
        )
    found.append(
        Step(
            "Put the dolly on and roll it slowly from end to end without the camera: it must not "
            "climb, bind or knock. Wedge it. Then stand, camera and ballast.",
            ("wedges",),
            phase="try",
        )
    )
    return tuple(found)
