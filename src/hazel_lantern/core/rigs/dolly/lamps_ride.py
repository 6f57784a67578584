"""Lamps of the ride: the move covered, shake, dip, stress, and the curve's truth."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Lamp
from hazel_lantern.core.mechanics import ride as mechanics
from hazel_lantern.core.mechanics import track
from hazel_lantern.core.rigs.dolly.scene import Scene, lamp
from hazel_lantern.core.rigs.dolly.shaking import FRAMES, SOURCE_WORDS
from hazel_lantern.core.rigs.dolly.statics import Array
from hazel_lantern.core.rigs.judging import working
from hazel_lantern.core.units import write

#: Shake that is not seen as such, root mean square above 1 Hz, as a share of the frame's width.
UNSEEN = 0.8 / 1920
#: Nearer or farther to the subject over the move than this share of its distance is seen.
NEARER = 1 / 50
#: Share of the strain at yield that a bowed pipe may keep, by how the material fails.
KEPT_STRAIN = {"yields": 0.5, "creeps": 0.5, "cracks": 0.25}


def shot(scene: Scene) -> Lamp:
    """Way that the wheels have on the track, against the move and room past its ends."""
    design, move = scene.design, scene.rig.shot
    way = design.track.length - design.outer_base
    needed = move.distance + 2 * design.track.spare
    applies = design.on_track
    return lamp(
        scene,
        "dolly.shot",
        way,
        needed,
        ("Covers the move", "Track is too short"),
        lambda s: (
            f"{write(design.track.length, 'length', s)} of track leave the wheels "
            f"{write(way, 'length', s)}; the move and {write(design.track.spare, 'length', s)} "
            f"past each end take {write(needed, 'length', s)}."
            if applies
            else "There is no track that could be too short."
        ),
        working(
            "way = pieces × length - (wheelbase + sets)",
            (
                ("pieces", "in a row", design.track.pieces, "count"),
                ("length", "of a piece", design.track.piece, "length"),
                ("base", "between the outermost axles", design.outer_base, "length"),
                ("spare", "past each end", design.track.spare, "length"),
            ),
            "sum of lengths along the middle line",
        ),
        applies=applies,
    )


def ride(scene: Scene) -> Lamp:
    """Shake above 1 Hz in the picture over the move."""
    shaking, move = scene.shaking, scene.rig.shot
    quick = shaking.quick
    value = mechanics.root_mean_square(quick)
    jump = mechanics.worst_jump(shaking.seen, shaking.rate, FRAMES)
    worst = max(shaking.shares, key=lambda name: shaking.shares[name])
    over = np.interp(scene.answer.course.times, shaking.times, np.sqrt((quick**2).sum(axis=0)))
    slowest = float(shaking.frequencies[0])
    return lamp(
        scene,
        "dolly.ride",
        value,
        UNSEEN * move.lens.frame_width,
        ("Rides smoothly", f"Shakes: {worst}"),
        lambda s: (
            f"The picture shakes by {write(value, 'px', s)} on the average, and jumps "
            f"{write(jump, 'px', s)} from one frame to the next at the worst. Most of it is from "
            f"{SOURCE_WORDS[worst]}."
        ),
        working(
            "M q'' = A' (k (h - A q) + c (h' - A q')); above 1 Hz, root mean square of up and "
            "down, sideways and turning",
            (
                *((name, SOURCE_WORDS[name], px, "px") for name, px in shaking.shares.items()),
                ("k", "stiffness of a corner, per metre", scene.parts.roller.stiffness, "force"),
                ("M", "all that rolls", scene.answer.carried.mass, "mass"),
                ("slowest", "swing of the body on its wheels", slowest, "rate"),
                ("f", "focal length in pixels", scene.focal_px, "px"),
            ),
            "rigid body on springs; floor after ISO 8608, always the same one; joints by "
            "the wheel's radius",
        ),
        over_move=over,
    )


def track_dip(scene: Scene) -> Lamp:
    """How far a rail sinks between two sleepers."""
    answer, design, parts = scene.answer, scene.design, scene.parts
    applies = design.on_track
    heaviest = float(answer.corners.max())
    through = design.track.joint != "butted"
    return lamp(
        scene,
        "dolly.track-dip",
        answer.dip,
        None,
        ("Track dips little" if applies else "No track to dip", "Track sags between sleepers"),
        lambda s: (
            f"Under the heaviest corner, {write(heaviest, 'force', s)}, a pipe sinks "
            f"{write(answer.dip, 'fine', s)} half way between two sleepers."
            if applies
            else "The wheels run on the floor."
        ),
        working(
            "dip = P a³ / E I × " + ("0.0110, running through" if through else "1/48, ends free"),
            (
                ("P", "heaviest corner", heaviest, "force"),
                ("a", "from sleeper to sleeper", design.track.sleepers, "length"),
                ("I", "of a pipe", parts.section.properties.effective_moment, "second_moment"),
                ("E", "modulus of elasticity", parts.material.modulus, "stress"),
            ),
            "continuous beam of five spans, or one span for butted pieces",
        ),
        applies=applies,
    )


def track_stress(scene: Scene) -> Lamp:
    """Bending of a rail between sleepers."""
    answer, material = scene.answer, scene.parts.material
    applies = scene.design.on_track
    share = answer.stress / material.working_stress
    breaks = {"yields": "bends for good", "cracks": "cracks", "creeps": "gives way slowly"}
    return lamp(
        scene,
        "dolly.track-stress",
        share,
        None,
        (
            "Track is strong enough" if applies else "No track to break",
            f"Track {breaks[material.failure]}",
        ),
        lambda s: (
            f"A pipe is bent to {write(share, 'percent', s)} of what {material.name.lower()} may "
            f"bear. {material.name} {material.note}."
            if applies
            else "The wheels run on the floor."
        ),
        working(
            "stress = M / W, as a share of the working stress",
            (
                ("P", "heaviest corner", float(answer.corners.max()), "force"),
                ("a", "from sleeper to sleeper", scene.design.track.sleepers, "length"),
                ("stress", "in the pipe", answer.stress, "stress"),
                ("w", "working stress", material.working_stress, "stress"),
            ),
            "continuous beam; the bow's own stress is a lamp of its own",
        ),
        applies=applies,
    )


def pipe_strain(scene: Scene) -> Lamp:
    """Strain of a pipe bowed cold, against what its material keeps."""
    answer, material, section = scene.answer, scene.parts.material, scene.parts.section
    applies = scene.design.track.kind == "bowed track"
    strain = section.properties.height / 2 / answer.radius if applies else 0.0
    kept = KEPT_STRAIN[material.failure] * material.yield_stress / material.modulus
    words = "cracks" if material.failure == "cracks" else "stays bent or buckles"
    return lamp(
        scene,
        "dolly.pipe-strain",
        strain / kept,
        None,
        ("Pipe bears its bow" if applies else "No bowed pipe", f"Pipe {words}"),
        lambda s: (
            f"In the middle the pipe is bent to a radius of {write(answer.radius, 'length', s)}, a "
            f"strain of {strain * 100:.2f} %; {material.name.lower()} is given "
            f"{kept * 100:.2f} %. Take the cord off when it is not in use: what creeps keeps some "
            "of its bow."
            if applies
            else "Only a pipe that a cord pulls into a bow is strained by it."
        ),
        working(
            "strain = pipe's radius / least radius, as a share of what is given",
            (
                ("r", "pipe's radius", section.properties.height / 2, "fine"),
                ("R", "least radius, in the middle", answer.radius if applies else 0.0, "length"),
                ("yield", "strain at yield", material.yield_stress / material.modulus, "percent"),
                ("given", "strain that it is given", kept, "percent"),
            ),
            "elastica: least radius L / (4 k K); Timoshenko & Gere",
        ),
        applies=applies,
    )


def departure(scene: Scene) -> tuple[Array, Array]:
    """How much farther from the subject than wanted the lens is, m, and its aim off, rad."""
    answer, place = scene.answer, scene.answer.course.place
    away, aim = [], []
    distance = scene.rig.shot.subject.distance
    for line in (answer.line, answer.wanted):
        x, y, heading = line.at(place)
        away.append(np.hypot(x, distance - y))
        aim.append(np.arctan2(distance - y, -x) - heading - math.pi / 2)
    return away[0] - away[1], aim[0] - aim[1]


def arc(scene: Scene) -> Lamp:
    """How far the line departs from the arc that is wanted."""
    farther, aim = departure(scene)
    distance = scene.rig.shot.subject.distance
    applies = scene.rig.shot.curved or scene.design.curved
    shown = scene.focal_px * float(np.abs(np.tan(aim)).max())
    bowed = scene.design.track.kind == "bowed track"
    return lamp(
        scene,
        "dolly.arc",
        np.abs(farther),
        NEARER * distance,
        ("Keeps to the arc" if applies else "No arc to keep to", "Leaves the arc"),
        lambda s: (
            f"Over the move the lens comes {write(float(np.abs(farther).max()), 'length', s)} "
            f"nearer or farther than on the arc, and looks past the subject by up to "
            f"{write(float(np.abs(aim).max()), 'angle', s)}, {write(shown, 'px', s)}: follow with "
            "the head."
            + (" A bowed pipe is tighter in its middle and straight at its ends." if bowed else "")
            if applies
            else "The move is straight."
        ),
        working(
            "distance and aim from the line of the rails, less those from the arc",
            (
                ("R", "radius of the arc", scene.rig.shot.radius, "length"),
                ("d", "to the subject", distance, "length"),
                ("R0", "least radius of the rails", min(scene.answer.radius, 999.0), "length"),
                ("aim", "off at the worst", float(np.abs(aim).max()), "angle"),
            ),
            "elastica against a circle, laid so that it errs as much either way",
        ),
        applies=applies,
    )


def wheel_fit(scene: Scene) -> Lamp:
    """Side play that gauge error and a stiff pair of wheels on a curve take up."""
    wheels, roller, radius = scene.design.wheels, scene.parts.roller, scene.answer.radius
    applies = scene.design.on_track
    stiff = wheels.corner == "two sets, rigid" and math.isfinite(radius)
    offset = track.bogie_offset(wheels.bogie, radius) if stiff else 0.0
    used = offset + wheels.gauge_error
    return lamp(
        scene,
        "dolly.wheel-fit",
        used if applies else 0.0,
        roller.side_play,
        ("Wheels fit the rails" if applies else "No rails to fit", "Wheels bind on the rails"),
        lambda s: (
            f"The gauge may be off by {write(wheels.gauge_error, 'fine', s)}"
            + (
                f" and a stiff pair of sets on this curve needs {write(offset, 'fine', s)}"
                if stiff
                else ""
            )
            + f"; the wheels have {write(roller.side_play, 'fine', s)} of side play."
            if applies
            else "On the floor nothing guides the wheels."
        ),
        working(
            "used = gauge error + b² / 8R",
            (
                ("error", "of the gauge", wheels.gauge_error, "fine"),
                ("b", "from set to set", wheels.bogie, "length"),
                ("b²/8R", "offset of the middle of a stiff pair", offset, "fine"),
                ("play", "of the wheels", roller.side_play, "fine"),
            ),
            "chord of a circle",
        ),
        applies=applies,
    )
