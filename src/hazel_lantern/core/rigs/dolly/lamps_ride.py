"""Lamps of the ride: the move covered, shake, dip, stress, and the curve's truth."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np

from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.mechanics import ride as mechanics
from hazel_lantern.core.rigs.dolly.answer import DollyAnswer
from hazel_lantern.core.rigs.dolly.path import bend_radius
from hazel_lantern.core.rigs.dolly.pieces import alike, pipe_bows
from hazel_lantern.core.rigs.dolly.shaking import (
    FLOORS,
    FRAMES,
    MAY_FAIL,
    SOURCE_WORDS,
    decides,
)
from hazel_lantern.core.rigs.kit.seen import SHAKE, wobble_check, wobbled
from hazel_lantern.core.rigs.kit.strength import stress_check, stressed
from hazel_lantern.core.shot import Arc
from hazel_lantern.core.units import write

#: How far aside it may run on the floor, as a share of the way.
STRAIGHT = 1 / 50
#: Nearer or farther to the subject over the move than this share of its distance is seen.
NEARER = 1 / 50
#: Share of the strain at yield that a bowed pipe may keep, by how the material fails.
KEPT_STRAIN = {"yields": 0.5, "creeps": 0.5, "cracks": 0.25}


@check(
    "shot",
    "Way for the move",
    "Frame",
    "length",
    None,
    "at least",
    "the move and the room past both of its ends",
    0.1,
)
def shot(answer: DollyAnswer) -> Found:
    """Way that the wheels have on the track, against the move and room past its ends."""
    design, move = answer.design, answer.shot.move
    way = design.track.length - design.outer_base
    needed = move.distance + 2 * design.track.spare
    applies = design.on_track
    return Found(
        way,
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
        limit=needed,
        applies=applies,
    )


@check(
    "ride",
    "Shake of the ride",
    "Frame",
    "px",
    None,
    "at most",
    "0.8 px root mean square above 1 Hz in a frame 1920 px wide: more is seen as shake",
)
def ride(answer: DollyAnswer) -> Found:
    """Shake above 1 Hz in the picture over the move, on all but the worst of several floors."""
    shaking, lens = answer.shaking, answer.shot.lens
    quick, value, limit = shaking.quick, shaking.size, SHAKE * lens.frame_width
    jump = mechanics.worst_jump(shaking.seen, shaking.rate, FRAMES)
    smooth = sum(one.size <= limit for one in answer.rides.whole)
    over = np.interp(answer.course.times, shaking.times, np.sqrt((quick**2).sum(axis=0)))
    slowest = float(shaking.frequencies[0])
    return Found(
        value,
        ("Rides smoothly", lambda: f"Shakes: {shaking.worst}"),
        lambda s: (
            f"Of {FLOORS} floors of this kind it rides smoothly on {smooth}. On all but "
            f"{MAY_FAIL} the picture shakes by {write(value, 'px', s)} or less, and jumps "
            f"{write(jump, 'px', s)} from one frame to the next at the worst. Most of it is from "
            f"{SOURCE_WORDS[shaking.worst]}."
        ),
        lambda s: working(
            "M q'' = A' max(0, N + k (h - A q) + c (h' - A q')); above 1 Hz, root mean square of "
            "up and down, sideways and turning",
            (
                *((name, SOURCE_WORDS[name], px, "px") for name, px in shaking.shares.items()),
                ("k", "stiffness of a corner, per metre", answer.rows.roller.stiffness, "force"),
                ("M", "all that rolls", answer.carried.mass, "mass"),
                ("slowest", "swing of the body on its wheels", slowest, "rate"),
                ("f", "focal length in pixels", answer.focal_px, "px"),
            ),
            "body on springs that push only, its deck twisting; floors after ISO 8608, always "
            "the same; edges by the wheel's radius",
        )(s),
        limit=limit,
        over_move=over,
        stale=answer.borrowed is not None,
    )


@check(
    "clatter",
    "Clatter of the wheels",
    "Frame",
    "percent",
    1.0,
    "at most",
    "wheels off the ground by 3 mm, or landing as if dropped from 0.25 mm, which is heard",
)
def clatter(answer: DollyAnswer) -> Found:
    """How high wheels leave the ground and how hard they land, but on the worst of the floors."""
    rides, roller, corners = answer.rides.whole, answer.rows.roller, len(answer.corner_places)
    shaking = rides[decides([one.clatter for one in rides])]
    mean = answer.weight / corners
    stiff = answer.sets_at_corner * roller.stiffness
    return Found(
        shaking.clatter,
        ("Wheels stay on the ground", "Light wheels clatter"),
        lambda s: (
            f"On all but {MAY_FAIL} of {FLOORS} floors of this kind a wheel leaves the ground by "
            f"up to {write(shaking.high, 'fine', s)} and lands as if dropped from "
            f"{write(shaking.drop, 'fine', s)}; some wheel is off the ground for "
            f"{write(shaking.off, 'percent', s)} of the time. A corner bears "
            f"{write(mean, 'force', s)}, which presses its wheels in by "
            f"{write(mean / stiff, 'fine', s)}: what is higher or lower than that lifts one."
        ),
        working(
            "N = max(0, N0 + k (h - A q) + c (h' - A q')); off the ground while N = 0",
            (
                ("h", "highest off the ground", shaking.high, "fine"),
                ("d", "as if dropped from, v² / 2 g", shaking.drop, "fine"),
                ("N0", "a corner bears on the average", mean, "force"),
                ("k", "stiffness of a corner, per metre", stiff, "force"),
                ("v", "greatest speed", float(np.abs(answer.course.speed).max()), "speed"),
            ),
            "body on springs that push only, its deck twisting; the same floors as for the shake",
        ),
        stale=answer.borrowed is not None,
    )


@check(
    "steer",
    "Steering off line",
    "Frame",
    "length",
    None,
    "at most",
    "a fiftieth of the way to the side: more has to be steered against all the way",
)
def steer(answer: DollyAnswer) -> Found:
    """How far wheel sets that are out of line send it aside over the move."""
    design, distance = answer.design, answer.shot.move.distance
    applies = not design.on_track
    askew, base = design.wheels.askew, design.base
    aside = distance**2 * askew / (2 * base) if applies else 0.0
    return Found(
        aside,
        ("Runs straight on the floor" if applies else "Rails keep it straight", "Runs askew"),
        lambda s: (
            f"Wheel sets {write(askew, 'angle', s)} out of line send it on a curve, "
            f"{write(aside, 'length', s)} aside at the end of the move, if nobody steers."
            if applies
            else "On track the rails steer."
        ),
        working(
            "aside = s² / 2 R,  R = wheelbase / askew",
            (
                ("s", "way", distance, "length"),
                ("b", "wheelbase", base, "length"),
                ("d", "out of line", askew, "angle"),
            ),
            "a body whose axles are not parallel runs round their meeting point",
        ),
        limit=STRAIGHT * distance,
        applies=applies,
    )


@wobble_check
def wobble(answer: DollyAnswer) -> Found:
    """What the ride does to the picture too slowly to be shake: a slow move shows all of it."""
    rides = answer.rides.slow
    sways = [float(np.abs(picture.departure(one.slow, one.place)).max()) for one in rides]
    shaking = rides[decides(sways)]
    found = wobbled(
        shaking.slow,
        shaking.place,
        answer.shot.lens.frame_width,
        (
            ("v", "greatest speed", float(np.abs(answer.course.speed).max()), "speed"),
            ("T", "of the slowest shake, all slower sways", 1 / mechanics.SHAKES, "time"),
        ),
        f"the ride below 1 Hz: at this speed all that is longer than v T; {FLOORS} floors of this "
        f"kind, all but the worst {MAY_FAIL}",
    )
    # The worst between two marks is shown at the nearer one.
    over = np.zeros(answer.course.times.size)
    between = (answer.course.times[1:] + answer.course.times[:-1]) / 2
    marks = np.searchsorted(between, shaking.times)
    np.maximum.at(over, marks, np.asarray(found.trace))
    return replace(found, over_move=over, stale=answer.borrowed is not None)


@check(
    "track-dip",
    "Track dip",
    "Frame",
    "fine",
    0.0015,
    "at most",
    "1.5 mm between two sleepers",
)
def track_dip(answer: DollyAnswer) -> Found:
    """How far a rail sinks under a wheel, wherever on the track the dolly stands."""
    design, rows = answer.design, answer.rows
    applies = design.track.sleepered
    heaviest = float(answer.corners.max())
    nothing = "No track to dip" if not design.on_track else "Track lies on the floor"
    return Found(
        answer.dip,
        ("Track dips little" if applies else nothing, "Track sags between sleepers"),
        lambda s: (
            f"Under the wheels of the heaviest corner, {write(heaviest, 'force', s)}, a pipe sinks "
            f"{write(answer.dip, 'fine', s)} between two sleepers where it sinks most."
            if applies
            else "What lies on the floor all along does not sag."
            if design.on_track
            else "The wheels run on the floor."
        ),
        working(
            "E I d4w/dx4 = all wheels on the rail, at every place; most near the track's ends",
            (
                ("P", "heaviest corner", heaviest, "force"),
                ("n", "stretches from sleeper to sleeper", design.track.spans, "count"),
                ("a", "from sleeper to sleeper", design.track.apart, "length"),
                ("I", "of a pipe", rows.section.properties.effective_moment, "second_moment"),
                ("E", "modulus of elasticity", rows.material.modulus, "stress"),
            ),
            "continuous beam over all sleepers; butted pieces bear no moment at their joints",
        ),
        applies=applies,
    )


@stress_check("track-stress", "Track strength used")
def track_stress(answer: DollyAnswer) -> Found:
    """Bending of a rail between sleepers."""
    return stressed(
        "Track",
        answer.rows.material,
        answer.stress / answer.rows.material.working_stress,
        lambda s: f"A pipe is bent under a wheel with {write(answer.stress, 'stress', s)}",
        (
            ("P", "heaviest corner", float(answer.corners.max()), "force"),
            ("a", "from sleeper to sleeper", answer.design.track.apart, "length"),
        ),
        "continuous beam; the bow's own stress is a lamp of its own",
        None
        if answer.design.track.sleepered
        else ("No track to break", "Nothing is bent that lies on the floor all along."),
    )


def tightest(answer: DollyAnswer) -> float:
    """Least radius of a bowed pipe: of the inner one, in its middle, m.

    Cut to its own length it has a bow of its own; as long as the outer one, it is held beside it.

    Parameters
    ----------
    answer : DollyAnswer

    Returns
    -------
    float
    """
    inner, outer = (bow.least_radius for bow in pipe_bows(answer))
    return outer - answer.gauge if alike(answer) else inner


@check(
    "pipe-strain",
    "Strain of a bowed pipe",
    "Frame",
    "percent",
    1.0,
    "at most",
    "half of the strain at which it yields, a quarter if it cracks",
)
def pipe_strain(answer: DollyAnswer) -> Found:
    """Strain of a pipe bowed cold, against what its material keeps."""
    material, section = answer.rows.material, answer.rows.section
    applies = answer.design.track.kind == "bowed track"
    radius = tightest(answer) if applies else math.inf
    strain = section.properties.height / 2 / radius
    kept = KEPT_STRAIN[material.failure] * material.yield_stress / material.modulus
    words = "cracks" if material.failure == "cracks" else "stays bent or buckles"
    return Found(
        strain / kept,
        ("Pipe bears its bow" if applies else "No bowed pipe", f"Pipe {words}"),
        lambda s: (
            f"In its middle the inner pipe is bent to a radius of {write(radius, 'length', s)}, a "
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
                ("R", "least radius, of the inner pipe", radius if applies else 0.0, "length"),
                ("yield", "strain at yield", material.yield_stress / material.modulus, "percent"),
                ("given", "strain that it is given", kept, "percent"),
            ),
            "elastica: least radius L / (4 k K); Timoshenko & Gere",
        ),
        applies=applies,
    )


@check(
    "arc",
    "Way off the arc",
    "Frame",
    "length",
    None,
    "at most",
    "a fiftieth of the distance to the subject nearer or farther over the move",
)
def arc(answer: DollyAnswer) -> Found:
    """How far the line departs from the arc that is wanted."""
    farther, aim = answer.departure
    distance = answer.shot.subject.distance
    applies = isinstance(answer.shot.move, Arc) or answer.design.curved
    shown = answer.focal_px * float(np.abs(np.tan(aim)).max())
    bowed = answer.design.track.kind == "bowed track"
    return Found(
        np.abs(farther),
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
                ("R", "radius of the arc", bend_radius(answer.case), "length"),
                ("d", "to the subject", distance, "length"),
                ("R0", "least radius of the rails", min(answer.radius, 999.0), "length"),
                ("aim", "off at the worst", float(np.abs(aim).max()), "angle"),
            ),
            "elastica against a circle, laid so that it errs as much either way",
        ),
        limit=NEARER * distance,
        applies=applies,
    )
