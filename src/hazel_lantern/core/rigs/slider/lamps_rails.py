"""Lamps of the rails: travel, what the picture shows of their bending, dip, stress."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.rigs.kit.seen import drift_limit, roll_check, rolled, wobble_check, wobbled
from hazel_lantern.core.rigs.kit.strength import stress_check, stressed
from hazel_lantern.core.rigs.slider.answer import SliderAnswer
from hazel_lantern.core.units import write


@check(
    "travel",
    "Travel for the shot",
    "Frame",
    "length",
    None,
    "at least",
    "the shot's own slide",
    0.1,
)
def travel(answer: SliderAnswer) -> Found:
    """Rail length less carriage and stops, against the shot."""
    design, shot = answer.design, answer.shot
    available = answer.travel
    return Found(
        available,
        ("Travel for the shot", "Rails too short for the shot"),
        lambda s: (
            f"The carriage can run {write(available, 'length', s)} between its stops; "
            f"the shot slides {write(shot.move.distance, 'length', s)}."
        ),
        working(
            "travel = L - c - 2 s",
            (
                ("L", "rail length", design.rails.length, "length"),
                ("c", "carriage plate", answer.plate[0], "length"),
                ("s", "stop at each end", design.stop, "length"),
            ),
            "sum of lengths",
        ),
        limit=shot.move.distance,
    )


@check(
    "frame-drift",
    "Frame drift over the move",
    "Frame",
    "px",
    None,
    "at most",
    "12 px in a frame 1920 px wide, or 4 % of how far the move sends the picture through the "
    "frame: less is taken for the move itself",
)
def frame_drift(answer: SliderAnswer) -> Found:
    """How far the subject wanders up and down in the frame, peak to peak over the move."""
    shot, (pitch, _), centre = answer.shot, answer.camera_angles, answer.drift[1]
    wanders, flow = float(picture.peak_to_peak(centre)), answer.flow
    return Found(
        wanders,
        ("Frame drift over the move", "Frame drifts in sight"),
        lambda s: (
            f"The rails give under the carriage, so a still subject wanders "
            f"{write(wanders, 'px', s)} up and down in the middle of the frame over the move, "
            f"while the move itself sends it {write(flow, 'px', s)} "
            f"{'outwards at the edge' if answer.along else 'across'}."
        ),
        working(
            "drift = f tan(pitch) + f z / d, greatest less least; limit = 4 % of the flow",
            (
                ("f", "focal length in pixels", answer.focal_px, "px"),
                (
                    "pitch",
                    "lens nose-up turn, greatest less least",
                    float(picture.peak_to_peak(pitch)),
                    "angle",
                ),
                (
                    "z",
                    "lens rise, greatest less least",
                    float(picture.peak_to_peak(answer.bending.rise)),
                    "fine",
                ),
                ("d", "lens to subject", shot.subject.distance, "length"),
                ("flow", "of the picture over the move", flow, "px"),
            ),
            "pinhole projection",
        ),
        limit=drift_limit(shot.lens.frame_width, flow),
        over_move=np.abs(centre),
    )


@roll_check
def roll(answer: SliderAnswer) -> Found:
    """How far the horizon turns over the move."""
    turned, bending = answer.camera_angles[1], answer.bending
    because = "The rails slope under the carriage and the lens looks across them"
    if answer.along:
        because = "One rail sinks more than the other, or twists"
    return rolled(
        turned,
        because,
        (
            (
                "slope",
                "of the carriage along the rails, greatest less least",
                float(picture.peak_to_peak(bending.pitch)),
                "angle",
            ),
            (
                "across",
                "slope of the carriage across them, greatest less least",
                float(picture.peak_to_peak(bending.roll)),
                "angle",
            ),
        ),
        "a lens square to the track turns the rails' slope into roll",
    )


@wobble_check
def wobble(answer: SliderAnswer) -> Found:
    """How far the picture departs from its smooth path, at its edges too."""
    lens, rests = answer.shot.lens, float(len(answer.supports))
    return wobbled(
        answer.drift,
        answer.course.marks,
        lens.frame_width,
        (("n", "rests under the rails", rests, "count"),),
        "a rail sinks between its rests: each pair of them is one wave over the move",
    )


@check(
    "rail-dip",
    "Rail dip under the load",
    "Frame",
    "fine",
    0.005,
    "at most",
    "5 mm: more is seen on the rig and upsets whoever pushes it",
)
def rail_dip(answer: SliderAnswer) -> Found:
    """The lowest wheel point of either rail."""
    design = answer.design
    dip = answer.bending.dip
    properties = answer.rows.section.properties
    worst = int(dip.argmax())
    turned = answer.head_turn[worst] * (answer.wheel_place[:, worst] - answer.supports[0])
    head = float(-turned.min())
    return Found(
        dip,
        ("Rail dip under the load", "Rails sag too far"),
        lambda s: (
            f"A rail sinks {write(float(dip.max()), 'fine', s)} under the wheels where it is "
            "weakest, its own weight included."
            + (
                f" The stand's head gives {write(head, 'fine', s)} of it, the rail bends the rest."
                if head
                else ""
            )
        ),
        working(
            "beam elements, w'''' = q / (E I), all carriage places at once; a head turns by M / k",
            (
                ("E", "modulus", answer.rows.material.modulus, "stress"),
                ("I", "second moment of one rail", properties.effective_moment, "second_moment"),
                ("L", "rail length", design.rails.length, "length"),
                ("F", "weight on the wheels", float(answer.axles.sum(axis=0).max()), "force"),
                ("q", "own weight of the rails, N for 1 m", answer.line, "force"),
            ),
            "Euler-Bernoulli beam, with shear for boards; Timoshenko & Gere",
        ),
    )


@stress_check("rail-stress", "Rail strength used")
def rail_stress(answer: SliderAnswer) -> Found:
    """Bending stress against the working stress."""
    return stressed(
        "Rail",
        answer.rows.material,
        answer.bending.stress / answer.rows.material.working_stress,
        lambda s: f"The rail is bent with {write(float(answer.bending.stress.max()), 'stress', s)}",
        (("I", "second moment", answer.rows.section.properties.effective_moment, "second_moment"),),
        "M / W, of an angle about both axes; moments by statics from the supports' reactions",
    )
