"""Lamps of the rails: travel, what the picture shows of their bending, dip, stress."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.rigs.kit.strength import stress_check, stressed
from hazel_lantern.core.rigs.slider.answer import SliderAnswer
from hazel_lantern.core.units import write

#: Frame drift that is not seen as drift, as a share of the frame's width.
UNSEEN_DRIFT = 12 / 1920


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
    "12 px in a frame 1920 px wide: at that, an edge in the picture is seen to wander",
)
def frame_drift(answer: SliderAnswer) -> Found:
    """How far the subject wanders up and down in the frame, peak to peak over the move."""
    shot = answer.shot
    drift = answer.drift
    spans = picture.peak_to_peak(drift)
    where = int(spans.argmax())
    pitch, roll = answer.camera_angles
    return Found(
        float(spans[where]),
        ("Frame drift over the move", "Frame drifts in sight"),
        lambda s: (
            f"The rails give under the carriage, so what is still at the "
            f"{('left edge', 'middle', 'right edge')[where]} of the frame wanders "
            f"{write(float(spans[where]), 'px', s)} up and down over the move."
        ),
        working(
            "drift = f tan(pitch) + f z / d + (w/2) tan(roll), greatest less least",
            (
                ("f", "focal length in pixels", answer.focal_px, "px"),
                (
                    "pitch",
                    "lens nose-up turn, greatest less least",
                    float(picture.peak_to_peak(pitch)),
                    "angle",
                ),
                (
                    "roll",
                    "lens roll, greatest less least",
                    float(picture.peak_to_peak(roll)),
                    "angle",
                ),
                (
                    "z",
                    "lens rise, greatest less least",
                    float(picture.peak_to_peak(answer.bending.rise)),
                    "fine",
                ),
                ("d", "lens to subject", shot.subject.distance, "length"),
                ("w", "frame width", shot.lens.frame_width, "px"),
            ),
            "pinhole projection; a lens square to the track turns rail pitch into picture roll",
        ),
        limit=UNSEEN_DRIFT * shot.lens.frame_width,
        over_move=np.abs(drift[where]),
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
    return Found(
        dip,
        ("Rail dip under the load", "Rails sag too far"),
        lambda s: (
            f"A rail sinks {write(float(dip.max()), 'fine', s)} under the wheels where it is "
            "weakest, its own weight included."
        ),
        working(
            "beam elements, w'''' = q / (E I), all carriage places at once",
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


@stress_check("rail-stress", "Rail is strong enough")
def rail_stress(answer: SliderAnswer) -> Found:
    """Bending stress against the working stress."""
    return stressed(
        "Rail",
        answer.rows.material,
        answer.bending.stress / answer.rows.material.working_stress,
        lambda s: f"The rail is bent with {write(float(answer.bending.stress.max()), 'stress', s)}",
        (("c", "to the outer fibre", answer.rows.section.properties.extreme_fibre, "fine"),),
        "M c / I; moments by statics from the supports' reactions",
    )
