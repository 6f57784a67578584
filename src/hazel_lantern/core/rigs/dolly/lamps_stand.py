"""Lamps of standing and rolling: wheels, tipping, feet, push, stop."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Found, check, working
from hazel_lantern.core.mechanics import standing
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.dolly.answer import CORNERS, Array, DollyAnswer, corners_of, outline
from hazel_lantern.core.rigs.kit.standing import Over, nearest, over_edges, tip_check
from hazel_lantern.core.rigs.kit.strength import rated, rating_check
from hazel_lantern.core.units import write


@rating_check("wheel-load", "Weight on the wheels", "Load", "corner's rating")
def wheel_load(answer: DollyAnswer) -> Found:
    """The heaviest corner against what its wheels are rated for."""
    heaviest = answer.corners.max(axis=0) / GRAVITY
    return rated(
        ("Weight on the wheels", "Too heavy for the wheels"),
        heaviest,
        {"a corner's wheels": len(answer.design.sets) * answer.rows.roller.rating},
        answer.settings.working_fraction,
        lambda s: f"The heaviest corner carries {write(float(heaviest.max()), 'mass', s)}",
        "statics of the wheels: acceleration, slope, push height and curve",
    )


@check(
    "wheel-lift",
    "All wheels stay down",
    "Load",
    "force",
    15.0,
    "at least",
    "15 N on the lightest corner, so that a push aside does not lift it",
)
def wheel_lift(answer: DollyAnswer) -> Found:
    """The lightest corner over the move."""
    lightest = answer.corners.min(axis=0)
    which = CORNERS[answer.design.platform.form][int(answer.corners.min(axis=1).argmin())]
    lifts = bool(lightest.min() < 0)
    return Found(
        lightest,
        ("All wheels stay down", f"The {which} {'lifts' if lifts else 'is light'}"),
        lambda s: (
            f"The lightest corner is the {which}, with {write(float(lightest.min()), 'force', s)}."
        ),
        working(
            "sum N = W;  sum N x = W x - m a h + F h_push;  sum N y = W y - m v² h / R",
            (
                ("x", "weight ahead of the middle", answer.carried.forward, "length"),
                ("y", "weight to the left", answer.carried.sideways, "length"),
                ("h", "weight over the rails", answer.carried.height, "length"),
                ("b", "wheelbase", answer.carried.wheelbase, "length"),
                ("g", "gauge", answer.gauge, "length"),
                ("h_push", "push over the rails", answer.carried.push_height, "length"),
            ),
            "rigid-body statics; four corners share by a plane",
        ),
    )


def ways_over(answer: DollyAnswer) -> list[Over]:
    """The ways to go over, one for each pair of neighbouring wheels.

    The push of the settings acts level at the lens; starting, stopping and the curve act at
    the centre of mass, the operator's push at its height.
    """
    shot, load, run = answer.shot, answer.carried, answer.course
    weight, height = answer.weight, max(load.height, 0.02)
    lens = max(shot.camera_height - answer.ground, 0.0)
    # What inertia, slope and push do to where the weight comes down, ahead positive.
    inertia = load.mass * run.acceleration + weight * math.sin(shot.move.slope)
    along = load.forward + (answer.push * load.push_height - inertia * height) / weight
    across = load.sideways - answer.side * height / weight
    nudge = answer.settings.hand_push * lens / weight
    polygon, points = outline(answer.corner_places), np.stack([along, across], axis=1)
    return over_edges(polygon, points, height, _way_over, nudge)


def _way_over(edge: Array) -> str:
    """Which way it goes over an edge that runs anticlockwise."""
    ahead, left = float(edge[1]), -float(edge[0])
    if abs(ahead) >= abs(left):
        return "forwards" if ahead > 0 else "backwards"
    return "to the left" if left > 0 else "to the right"


@tip_check(
    "Load",
    source="3 degrees of tilt left, starting, stopping and round the curve, with the push of the "
    "project's settings",
)
def tip(answer: DollyAnswer) -> Found:
    """Tilt left with a push at the lens, over the nearest pair of wheels."""
    ways = ways_over(answer)
    over, push = nearest(ways), answer.settings.hand_push
    left = np.min([way.left for way in ways if way.words == over.words], axis=0)
    return Found(
        left,
        ("Stands up to a push", f"{'Tips' if over.falls else 'Nearly tips'} {over.words}"),
        lambda s: (
            f"Pushed with {write(push, 'force', s)} at the lens while it starts, stops or turns, "
            f"it has {write(abs(over.least), 'angle', s)} "
            f"{'too little' if over.falls else 'of tilt'} left, {over.words}."
        ),
        working(
            "tilt left = atan((e - r) / h)",
            (
                ("h", "weight over the rails", float(over.height), "length"),
                ("b/2", "to the axles", answer.carried.wheelbase / 2, "length"),
                ("g/2", "to the rails", answer.gauge / 2, "length"),
                ("F", "push at the lens", push, "force"),
                ("W", "whole weight", answer.weight, "force"),
            ),
            "support polygon of the wheels; inertia, curve and push as turning moments",
        ),
    )


def foot_places(answer: DollyAnswer) -> Array:
    """Places of the stand's feet on the deck, ahead and to the left, (n, 2) m."""
    platform = answer.design.platform
    corners = standing.regular_polygon(answer.rows.stand.feet, platform.spread)
    # On a board one foot points ahead; on a triangle each stands over a corner.
    return corners if platform.form == "triangle" else np.asarray(corners[:, ::-1])


def deck_outline(answer: DollyAnswer) -> Array:
    """The deck's corners, ahead and to the left, anticlockwise, (n, 2) m."""
    platform = answer.design.platform
    return outline(corners_of(platform.form, platform.length / 2, platform.width / 2))


@check(
    "feet",
    "Feet stand on the platform",
    "Frame",
    "length",
    0.02,
    "at least",
    "20 mm from each foot to the platform's edge",
)
def feet(answer: DollyAnswer) -> Found:
    """The least distance from a foot of the stand to the platform's edge."""
    platform = answer.design.platform
    applies = platform.mount == "stand"
    places = foot_places(answer)
    deck = deck_outline(answer)
    # Set where they have the most room: in the middle of what they and the deck take up.
    middle = (deck.max(axis=0) + deck.min(axis=0) - places.max(axis=0) - places.min(axis=0)) / 2
    if platform.form == "triangle":
        middle = deck.mean(axis=0)
    left = float(standing.edge_distances(deck, places + middle).min())
    span = places.max(axis=0) - places.min(axis=0)
    return Found(
        left,
        (
            "Feet stand on the platform" if applies else "No stand to stand on it",
            "Feet stand off the platform",
        ),
        lambda s: (
            f"The feet take {write(float(span[0]), 'length', s)} by "
            f"{write(float(span[1]), 'length', s)}; the platform leaves "
            f"{write(abs(left), 'length', s)} {'' if left >= 0 else 'too little '}at the edge."
            if applies
            else "A low mount is screwed to the deck."
        ),
        working(
            "margin = least distance from a foot to an edge of the platform",
            (
                ("spread", "from foot to foot", platform.spread, "length"),
                ("length", "of the platform", platform.length, "length"),
                ("width", "of the platform", platform.width, "length"),
            ),
            "feet evenly round the stand, one ahead, or one over each corner of a triangle",
        ),
        applies=applies,
    )


@check(
    "push",
    "Push",
    "Drive",
    "force",
    40.0,
    "at most",
    "40 N: more is pushed with the body, and is felt in the picture",
)
def push(answer: DollyAnswer) -> Found:
    """The greatest push over the move, and what holds it steady."""
    over = np.abs(answer.push)
    steady = answer.rolling_resistance * answer.weight
    return Found(
        over,
        ("Can be pushed gently", "Takes a hard push"),
        lambda s: (
            f"To start and stop the move takes up to {write(float(over.max()), 'force', s)}, "
            f"to keep it rolling {write(steady, 'force', s)}."
        ),
        working(
            "F = m a + W sin(slope) + Crr W",
            (
                ("m", "all that rolls", answer.carried.mass, "mass"),
                ("a", "greatest", float(np.abs(answer.course.acceleration).max()), "acceleration"),
                ("Crr", "rolling resistance", answer.rolling_resistance, "percent"),
            ),
            "rolling resistance as listed with wheels and floor",
        ),
    )


@check(
    "stop",
    "Stops before the end",
    "Drive",
    "length",
    None,
    "at most",
    "half of the room past the end of the move, from its greatest speed",
)
def stop(answer: DollyAnswer) -> Found:
    """How far it rolls from its greatest speed until it is stopped."""
    design, shot = answer.design, answer.shot
    speed = float(np.abs(answer.course.speed).max())
    slope = abs(shot.move.slope)
    mass = answer.carried.mass
    slows = (
        answer.rolling_resistance * GRAVITY
        + design.drive.stopping / mass
        - GRAVITY * math.sin(slope)
    )
    way = speed**2 / (2 * slows) if slows > 1e-6 else 999.0
    alone = answer.rolling_resistance * GRAVITY - GRAVITY * math.sin(slope)
    coasts = speed**2 / (2 * alone) if alone > 1e-6 else math.inf
    room = max(design.track.spare, 0.02)
    return Found(
        way,
        ("Stops before the end", "Runs past the end"),
        lambda s: (
            f"From {write(speed, 'speed', s)}, pulled back with "
            f"{write(design.drive.stopping, 'force', s)}, it stops within "
            f"{write(way, 'length', s)}; "
            + (
                f"let go, it rolls {write(coasts, 'length', s)}."
                if math.isfinite(coasts)
                else "let go, it does not stop by itself."
            )
        ),
        working(
            "s = v² / 2 (Crr g + F/m - g sin(slope))",
            (
                ("v", "greatest speed", speed, "speed"),
                ("F", "pull that stops it", design.drive.stopping, "force"),
                ("m", "all that rolls", mass, "mass"),
                ("room", "past the end of the move", design.track.spare, "length"),
            ),
            "even deceleration",
        ),
        limit=room / 2,
    )
