"""Lamps of the level bars: does the picture tilt, do bars and bolts bear it."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Lamp
from hazel_lantern.core.mechanics import linkage
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.jib.limits import UNSEEN
from hazel_lantern.core.rigs.jib.scene import Scene, lamp
from hazel_lantern.core.rigs.jib.statics import Array, hole_width, left_by_hole
from hazel_lantern.core.rigs.judging import working
from hazel_lantern.core.units import Style, write

#: Working shear of an ordinary bolt (class 4.6): half of 0.577 × 240 MPa, Pa.
BOLT_SHEAR = 70e6
#: A cable is used to this share of its breaking strength.
CABLE_SHARE = 1 / 5
#: A slender bar in compression is used to this share of its buckling load.
BUCKLING_SHARE = 1 / 3


def tilt_in_picture(scene: Scene, tilt: Array) -> Array:
    """What a tilt does to the picture, px: up and down, or at the edge when it rolls."""
    if scene.design.platform.looks == "along the boom":
        return np.asarray(scene.focal_px * np.tan(tilt))
    return np.asarray(scene.rig.shot.lens.frame_width / 2 * np.tan(tilt))


def tilt_over_move(scene: Scene) -> Array:
    """Tilt of the platform at every mark with the worst drilling errors, rad."""
    return scene.answer.over_move(scene.answer.tilts[scene.answer.worst_tilt])


def level(scene: Scene) -> Lamp:
    """Change of tilt over the move with the drilling errors at their worst."""
    design, tilt = scene.design.level, tilt_over_move(scene)
    change, constant = float(tilt.max() - tilt.min()), float((tilt.max() + tilt.min()) / 2)
    shown = tilt_in_picture(scene, tilt)
    applies = design.kind != "none"
    swing = scene.answer.course.swing

    def meaning(style: Style) -> str:
        if not applies:
            return (
                f"The head keeps the camera level by itself: over the move it must take up "
                f"{write(float(swing.max() - swing.min()), 'angle', style)} of tilt."
            )
        trim = abs(math.tan(constant)) * design.pins
        whole = tilt_in_picture(
            scene, scene.answer.stop_to_stop(scene.answer.tilts[scene.answer.worst_tilt])
        )
        return (
            f"With every hole off by its drilling error the camera tilts "
            f"{write(change, 'angle', style)} over the move, "
            f"{write(float(shown.max() - shown.min()), 'px', style)} in the picture; from stop to "
            f"stop it would be {write(float(whole.max() - whole.min()), 'px', style)}. A steady "
            f"{write(abs(constant), 'angle', style)} {'down' if constant < 0 else 'up'} comes on "
            f"top: trim it out at the head, or with {write(trim, 'fine', style)} of bar."
        )

    return lamp(
        scene,
        "jib.level",
        float(shown.max() - shown.min()) if applies else 0.0,
        UNSEEN * scene.rig.shot.lens.frame_width,
        ("Keeps level over the swing" if applies else "The head keeps level", "Tilts in sight"),
        meaning,
        working(
            "exact closure of the four bars; worst of all signs of the drilling errors",
            (
                ("p", "pin spacing", design.pins, "length"),
                ("a", "front", scene.design.boom.front, "length"),
                ("bar", "drilling error along boom and bar", design.bar_error, "fine"),
                ("pair", "drilling error of a pin pair", design.pins_error, "fine"),
                ("wider", "platform pins wider than the post's by", design.pins_more, "fine"),
                ("f", "focal length in pixels", scene.focal_px, "px"),
                ("change", "of tilt over the move", change, "angle"),
                ("steady", "tilt that can be trimmed out", constant, "angle"),
            ),
            "planar four-bar linkage; pinhole projection",
        ),
        applies=applies,
        over_move=np.abs(shown - shown[0]),
    )


def _uses(scene: Scene) -> dict[str, tuple[float, float]]:
    """Each thing that is pulled or sheared: share used, and its force, N."""
    design, parts, answer = scene.design, scene.parts, scene.answer
    planes = 2 if design.pivots.shear == "double shear" else 1
    turning = sum(body.mass for body in answer.turning) * GRAVITY
    uses = {"main bolt": (turning / (parts.main_bolt.stress_area * planes * BOLT_SHEAR), turning)}
    if design.level.kind == "none":
        return uses
    steepest = max(design.swing.up, design.swing.down)
    moment = answer.load.mass * GRAVITY * answer.overhang
    pull = float(linkage.bar_pull(moment, design.level.pins, steepest))
    bolt = parts.bolt.stress_area * planes * BOLT_SHEAR
    front = math.hypot(answer.payload * GRAVITY, pull)
    uses["front bolt"] = (front / bolt, front)
    if design.level.kind == "twin cables":
        half, tight = abs(pull) / 2, design.level.preload
        uses["slack cable"] = (half / tight, tight - half)
        uses["tight cable"] = ((tight + half) / (parts.wire.breaking * CABLE_SHARE), tight + half)
        return uses
    uses["bar bolt"] = (abs(pull) / bolt, abs(pull))
    section, material = parts.bar.properties, parts.bar_material
    hole = hole_width(parts, parts.bolt)
    bears = section.area * left_by_hole(parts.bar, hole)[0] * material.working_stress
    if pull < 0:
        # The load hangs behind the pin and pushes the bar: it may buckle before it yields.
        length = design.boom.front + design.level.longer
        least = min(section.second_moment, section.sideways_moment)
        buckles = math.pi**2 * material.modulus * material.creep_factor * least / length**2
        bears = min(bears, buckles * BUCKLING_SHARE)
    uses["bar"] = (abs(pull) / bears, abs(pull))
    return uses


_WORDS = {
    "main bolt": "The main bolt shears",
    "front bolt": "The front bolt shears",
    "bar bolt": "A bar bolt shears",
    "bar": "The bar gives way",
    "slack cable": "A cable goes slack",
    "tight cable": "A cable is pulled too hard",
}


def bars(scene: Scene) -> Lamp:
    """The most used of bar, cables and bolts, at the steepest stop."""
    uses = _uses(scene)
    name, (share, force) = max(uses.items(), key=lambda use: use[1][0])
    answer, cables = scene.answer, scene.design.level.kind == "twin cables"
    return lamp(
        scene,
        "jib.bars",
        share,
        1.0,
        ("Bars, cables and bolts bear it" if cables else "Bar and bolts bear it", _WORDS[name]),
        lambda s: (
            f"The {name} is the most used, with {write(abs(force), 'force', s)}: "
            f"{write(share, 'percent', s)} of what it may bear. The camera's weight stands "
            f"{write(abs(answer.overhang), 'length', s)} "
            f"{'ahead of' if answer.overhang >= 0 else 'behind'} the front pin; that is what "
            f"{'the cables' if cables else 'the bar'} must hold."
        ),
        working(
            "F = m g e / (p cos(swing)); two cables share it, and both must stay taut",
            (
                ("m", "camera and what is with it", answer.load.mass, "mass"),
                ("e", "its weight ahead of the front pin", answer.overhang, "length"),
                ("p", "pin spacing", scene.design.level.pins, "length"),
                *((use, "used", share, "percent") for use, (share, _) in uses.items()),
            ),
            "statics of the platform; Shigley, bolts in shear and columns",
        ),
    )
