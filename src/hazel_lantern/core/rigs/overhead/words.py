"""An overhead rig in words: readouts, cautions, steps, the set card."""

from __future__ import annotations

from collections.abc import Iterable

from hazel_lantern.core.mechanics import built_beam
from hazel_lantern.core.parts import Step, in_sentence
from hazel_lantern.core.rigs.kit.words import (
    DRILLING,
    GLUED,
    cut_steps,
    workshop_cautions,
)
from hazel_lantern.core.rigs.overhead import built
from hazel_lantern.core.rigs.overhead.answer import OverheadAnswer
from hazel_lantern.core.rigs.overhead.lamps_held import WHO
from hazel_lantern.core.rigs.overhead.parts import pieces
from hazel_lantern.core.units import by_eye, write


def readout(answer: OverheadAnswer, station: str) -> Iterable[tuple[str, str]]:
    """Computed figures of a station."""
    s, lens = answer.style, answer.shot.lens
    if station in ("Shot", "Load"):
        wide = answer.distance * lens.frame_width / answer.focal_px
        yield "Lens over the floor", write(answer.lens_up, "length", s)
        yield (
            "Frame on the bench",
            (
                f"{write(wide, 'length', s)} by "
                f"{write(wide * lens.frame_height / lens.frame_width, 'length', s)}"
            ),
        )
        yield "Hangs on the trolley", write(answer.carried, "mass", s)
    if station == "Frame":
        yield "Rail or beam weighs", write(answer.line_mass * answer.design.holding.span, "mass", s)
        yield "Beam bounces", f"{answer.bounce[0]:.1f} times a second"
        if answer.boards is not None and answer.design.carrier.joint == "screwed":
            share = answer.shape.second_moment / _glued(answer)
            yield "Of glued boards it keeps", write(share, "percent", s)
            yield (
                "Its screws, no further apart than",
                write(answer.design.carrier.pitch, "length", s),
            )
    if station == "Drive":
        yield "To move it", write(answer.rubs * answer.weight, "force", s)


def _glued(answer: OverheadAnswer) -> float:
    assert answer.boards is not None
    return built_beam.glued(answer.boards).moment


def cautions(answer: OverheadAnswer, station: str) -> Iterable[str]:
    """What to mind at a station."""
    if station in ("Shot", "Frame", "Build"):
        yield (
            "It hangs over whoever works there: nobody below while it is put up or moved, caps, "
            "batteries and filters tied."
        )
    if station in ("Frame", "Build"):
        yield WHO
    material = answer.rows.material if answer.boards is not None else None
    yield from workshop_cautions(material, station)


def steps(answer: OverheadAnswer) -> tuple[Step, ...]:
    """How to build this rig."""
    design, s = answer.design, answer.style
    found = cut_steps(answer.case, pieces(answer))
    own = design.carrier
    if answer.boards is not None:
        glued = own.joint == "glued"
        how = (
            "spread glue on every joint and clamp it all along"
            if glued
            else f"drill clearance holes in the flanges and pilot holes in the webs' edges, clamp "
            f"the edge's sides so that it does not split, and screw every "
            f"{write(own.pitch, 'length', s)}"
        )
        found.append(
            Step(
                "Rip the boards along the grain: two flanges "
                f"{write(own.flange_width, 'length', s)} wide, webs "
                f"{write(own.web_height, 'length', s)} high; crosscut them to "
                f"{write(design.holding.span, 'length', s)}; {how}.",
                ("saw", "clamps", "drill"),
                "Wear eye, ear and hand protection when cutting; push sticks at the saw.",
                cuts=(built.FLANGE, built.EDGE),
                makes=(built.FLANGE, built.EDGE),
                joins=("flange on web",),
                check="sighted along from one end the beam is straight and has no twist",
                wait=GLUED if glued else "",
            )
        )
    if built.slides(answer):
        found.append(
            Step(
                "Drill both end boards clamped together, bore the block from the same corner and "
                f"open its holes by {write(design.trolley.clearance, 'fine', s)}. Roll the rods on "
                "a flat table and turn their bows the same way.",
                ("drill", "square", "clamps"),
                DRILLING,
                makes=(built.END, built.BLOCK),
                check="the block slides by its own weight where the rods are tilted a little",
            )
        )
    else:
        found.append(
            Step(
                "Drill both cheeks clamped together from one corner; bolt wheels and pole between "
                "them, the rail inside.",
                ("drill", "clamps", "spanners"),
                DRILLING,
                makes=(built.CHEEK, built.POLE),
                joins=("a wheel", "the drop pole"),
                check="every wheel turns by a finger, and the trolley rolls along the rail",
            )
        )
    found.append(
        Step(
            f"Find the {in_sentence(design.holding.kind)}, then cables and pipes. Mark "
            f"{design.holding.count} places {write(design.holding.spacing, 'length', s)} apart "
            "from the wall templates, drill, and fix the brackets.",
            ("detector", "level", "drill", "ladder"),
            "Two people, one of them at the ladder. Structure belongs to competent people.",
            phase="set up",
        )
    )
    found.append(
        Step(
            f"Lift the rail into its brackets at {write(design.holding.height, 'length', s)}, "
            "clamp it, and screw the removable stop on last, so that trolley and beam can come "
            "down again.",
            ("spanners", "level", "ladder"),
            "Two people lift; nobody below.",
            phase="set up",
            joins=("the rail in its bracket",),
            check="a level reads the same at both ends and in the middle of the rail",
        )
    )
    found.append(
        Step(
            f"Hang the drop {write(design.drop.length, 'length', s)}, its stop below the clamp, "
            "the tether past both to the structure; hang a bag of twice the weight on it for ten "
            "minutes before the camera.",
            ("spanners", "scale"),
            "Nobody below while it is tried.",
            phase="load",
        )
    )
    return tuple(found)


def set_card(answer: OverheadAnswer) -> tuple[str, ...]:
    """What to have at hand on the day."""
    s = answer.style
    return (
        f"Move: {answer.shot.move.words(s)} in {write(answer.shot.pace.duration, 'time', s)}",
        f"Lens {by_eye(answer.lens_up, s)} over the floor, "
        f"{by_eye(answer.distance, s)} from the bench",
        "Load: lock on, stops at both ends, tether hooked in, then the camera; unload: the camera "
        "first, the tether last; nobody below meanwhile",
        "Caps, batteries and filters tied; camera off before the bench is used for heavy work",
    )
