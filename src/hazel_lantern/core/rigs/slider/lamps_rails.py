"""Lamps of the rails: travel, dip, stress, fit."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.lamps import Lamp
from hazel_lantern.core.rigs.judging import working
from hazel_lantern.core.rigs.slider.limits import LIMITS
from hazel_lantern.core.rigs.slider.scene import Scene, lamp
from hazel_lantern.core.units import write


def travel(scene: Scene) -> Lamp:
    """Rail length less carriage and stops, against the shot."""
    design, shot = scene.design, scene.rig.shot
    available = design.rails.length - design.carriage.length - 2 * design.stop
    return lamp(
        scene,
        "slider.travel",
        available,
        shot.distance,
        ("Travel for the shot", "Rails too short for the shot"),
        lambda s: (
            f"The carriage can run {write(available, 'length', s)} between its stops; "
            f"the shot slides {write(shot.distance, 'length', s)}."
        ),
        working(
            "travel = L - c - 2 s",
            (
                ("L", "rail length", design.rails.length, "length"),
                ("c", "carriage length", design.carriage.length, "length"),
                ("s", "stop at each end", design.stop, "length"),
            ),
            "sum of lengths",
        ),
    )


def rail_dip(scene: Scene) -> Lamp:
    """The lowest wheel point of either rail."""
    answer, design = scene.answer, scene.design
    dip = np.maximum(answer.near_dip, answer.far_dip)
    properties = scene.parts.section.properties
    return lamp(
        scene,
        "slider.rail-dip",
        dip,
        LIMITS["slider.rail-dip"].default or 0.0,
        ("Rail dip under the load", "Rails sag too far"),
        lambda s: (
            f"A rail sinks {write(float(dip.max()), 'fine', s)} under the wheels where it is "
            "weakest, its own weight included."
        ),
        working(
            "beam elements, w'''' = q / (E I), all carriage places at once",
            (
                ("E", "modulus", scene.parts.material.modulus, "stress"),
                ("I", "second moment of one rail", properties.effective_moment, "second_moment"),
                ("L", "rail length", design.rails.length, "length"),
                ("F", "weight on the wheels", float(answer.axles.sum(axis=0).max()), "force"),
                ("q", "own weight of the rails, N for 1 m", answer.line, "force"),
            ),
            "Euler-Bernoulli beam, with shear for boards; Timoshenko & Gere",
        ),
    )


def rail_stress(scene: Scene) -> Lamp:
    """Bending stress against the working stress."""
    material, answer = scene.parts.material, scene.answer
    share = answer.stress / material.working_stress
    worst = float(answer.stress.max())
    manner = {"yields": "bends for good", "cracks": "cracks", "creeps": "goes on sagging"}
    return lamp(
        scene,
        "slider.rail-stress",
        share,
        1.0,
        ("Rail stress", f"Rail {manner[material.failure]}"),
        lambda s: (
            f"The rail is loaded to {write(worst, 'stress', s)}, "
            f"{write(float(share.max()), 'percent', s)} of what this material is worked at; it "
            f"{material.failure} past its limit of {write(material.yield_stress, 'stress', s)}."
        ),
        working(
            "stress = M c / I",
            (
                ("M c / I", "bending stress", worst, "stress"),
                ("c", "to the outer fibre", scene.parts.section.properties.extreme_fibre, "fine"),
                (
                    "S",
                    f"working stress, {material.name.lower()}: {material.note}",
                    material.working_stress,
                    "stress",
                ),
            ),
            "Roark; moments by statics from the supports' reactions",
        ),
    )


def fit(scene: Scene) -> Lamp:
    """Rail spacing error against side play, and whether these wheels run on this section."""
    design, wheel, section = scene.design, scene.parts.wheel, scene.parts.section
    matched = wheel.face == section.running_face
    error = design.rails.spacing_error if design.rails.arrangement == "pair" else 0.0001
    limit = wheel.side_play if matched else 0.0
    return lamp(
        scene,
        "slider.fit",
        max(error, 1e-6),
        limit,
        (
            "Rails fit the wheels",
            "Rails bind the wheels" if matched else "These wheels do not run on these rails",
        ),
        lambda s: (
            f"Rails {write(error, 'fine', s)} out of parallel meet wheels with "
            f"{write(wheel.side_play, 'fine', s)} of side play."
            if matched
            else f"{wheel.name} run on a {wheel.face} face; {section.name} has a "
            f"{section.running_face} one."
        ),
        working(
            "spacing error is to stay below side play",
            (
                ("e", "spacing error along the rails", error, "fine"),
                ("p", f"side play, {wheel.name.lower()}", wheel.side_play, "fine"),
            ),
            "geometry of guide and rail; measure the spacing at both ends and the middle",
        ),
    )
