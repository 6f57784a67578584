"""Lamps of standing and rolling: wheels, tipping, feet, push, stop, slope."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Lamp
from hazel_lantern.core.mechanics import slopes, standing
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.dolly.scene import Scene, lamp
from hazel_lantern.core.rigs.dolly.statics import CORNERS, Array, corner_places, corners_of, outline
from hazel_lantern.core.rigs.judging import working
from hazel_lantern.core.units import write


def wheel_load(scene: Scene) -> Lamp:
    """The heaviest corner against what its wheels are rated for."""
    corners, roller = scene.answer.corners, scene.parts.roller
    rating, share = len(scene.design.sets) * roller.rating, scene.settings.working_fraction
    heaviest = corners.max(axis=0)
    return lamp(
        scene,
        "dolly.wheel-load",
        heaviest,
        rating * share,
        ("Weight on the wheels", "Too heavy for the wheels"),
        lambda s: (
            f"The heaviest corner carries {write(float(heaviest.max()), 'force', s)}; its wheels "
            f"are rated for {write(rating, 'force', s)} and {write(share, 'percent', s)} of that "
            "is used."
        ),
        working(
            "limit = share × rating of a corner",
            (
                ("W", "all that rolls", scene.answer.carried.mass, "mass"),
                ("rating", "of a corner", rating, "force"),
                ("share", "used of a rating", share, "percent"),
            ),
            "statics of the wheels: acceleration, slope, push height and curve",
        ),
    )


def wheel_lift(scene: Scene) -> Lamp:
    """The lightest corner over the move."""
    answer = scene.answer
    lightest = answer.corners.min(axis=0)
    which = CORNERS[scene.design.platform.form][int(answer.corners.min(axis=1).argmin())]
    lifts = bool(lightest.min() < 0)
    return lamp(
        scene,
        "dolly.wheel-lift",
        lightest,
        None,
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


def tipping(scene: Scene) -> tuple[dict[str, Array], float]:
    """Tilt left in each direction at every mark, rad, and the height of the weight, m.

    The push of the settings acts level at the lens; starting, stopping and the curve act at
    the centre of mass, the operator's push at its height.
    """
    answer, shot = scene.answer, scene.rig.shot
    load, run = answer.carried, answer.course
    weight, height = answer.weight, max(load.height, 0.02)
    lens = max(shot.camera_height - answer.ground, 0.0)
    nudge = scene.settings.hand_push * lens / weight
    # What inertia, slope and push do to where the weight comes down, ahead positive.
    inertia = load.mass * run.acceleration + weight * math.sin(shot.slope)
    along = load.forward + (answer.push * load.push_height - inertia * height) / weight
    across = load.sideways - answer.side * height / weight
    polygon = outline(corner_places(scene.design))
    inside = standing.edge_distances(polygon, np.stack([along, across], axis=1)) - nudge
    edges = np.roll(polygon, -1, axis=0) - polygon
    found: dict[str, Array] = {}
    tilts = standing.tip_angle(inside, np.zeros_like(inside), height)
    for edge, left in zip(edges, tilts.T, strict=True):
        way = _way_over(edge)
        found[way] = np.minimum(found.get(way, left), left)
    return found, height


def _way_over(edge: Array) -> str:
    """Which way it goes over an edge that runs anticlockwise."""
    ahead, left = float(edge[1]), -float(edge[0])
    if abs(ahead) >= abs(left):
        return "forwards" if ahead > 0 else "backwards"
    return "to the left" if left > 0 else "to the right"


def tip(scene: Scene) -> Lamp:
    """Tilt left with a push at the lens, over the nearest pair of wheels."""
    ways, height = tipping(scene)
    where = min(ways, key=lambda way: float(ways[way].min()))
    left = ways[where]
    falls, push = bool(left.min() < 0), scene.settings.hand_push
    return lamp(
        scene,
        "dolly.tip",
        left,
        None,
        ("Stands up to a push", f"{'Tips' if falls else 'Nearly tips'} {where}"),
        lambda s: (
            f"Pushed with {write(push, 'force', s)} at the lens while it starts, stops or turns, "
            f"it has {write(abs(float(left.min())), 'angle', s)} "
            f"{'too little' if falls else 'of tilt'} left, {where}."
        ),
        working(
            "tilt left = atan((e - r) / h)",
            (
                ("h", "weight over the rails", height, "length"),
                ("b/2", "to the axles", scene.answer.carried.wheelbase / 2, "length"),
                ("g/2", "to the rails", scene.answer.gauge / 2, "length"),
                ("F", "push at the lens", push, "force"),
                ("W", "whole weight", scene.answer.weight, "force"),
            ),
            "support polygon of the wheels; inertia, curve and push as turning moments",
        ),
    )


def foot_places(scene: Scene) -> Array:
    """Places of the stand's feet on the deck, ahead and to the left, (n, 2) m."""
    platform = scene.design.platform
    corners = standing.regular_polygon(scene.parts.stand.feet, platform.spread)
    # On a board one foot points ahead; on a triangle each stands over a corner.
    return corners if platform.form == "triangle" else np.asarray(corners[:, ::-1])


def deck_outline(scene: Scene) -> Array:
    """The deck's corners, ahead and to the left, anticlockwise, (n, 2) m."""
    platform = scene.design.platform
    return outline(corners_of(platform.form, platform.length / 2, platform.width / 2))


def feet(scene: Scene) -> Lamp:
    """The least distance from a foot of the stand to the platform's edge."""
    platform = scene.design.platform
    applies = platform.mount == "stand"
    places = foot_places(scene)
    deck = deck_outline(scene)
    # Set where they have the most room: in the middle of what they and the deck take up.
    middle = (deck.max(axis=0) + deck.min(axis=0) - places.max(axis=0) - places.min(axis=0)) / 2
    if platform.form == "triangle":
        middle = deck.mean(axis=0)
    left = float(standing.edge_distances(deck, places + middle).min())
    span = places.max(axis=0) - places.min(axis=0)
    return lamp(
        scene,
        "dolly.feet",
        left,
        None,
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


def push(scene: Scene) -> Lamp:
    """The greatest push over the move, and what holds it steady."""
    answer = scene.answer
    over = np.abs(answer.push)
    steady = answer.rolling * answer.weight
    return lamp(
        scene,
        "dolly.push",
        over,
        None,
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
                ("Crr", "rolling resistance", answer.rolling, "percent"),
            ),
            "rolling resistance as listed with wheels and floor",
        ),
    )


def stop(scene: Scene) -> Lamp:
    """How far it rolls from its greatest speed until it is stopped."""
    answer, design, shot = scene.answer, scene.design, scene.rig.shot
    speed = float(np.abs(answer.course.speed).max())
    slope = abs(shot.slope)
    mass = answer.carried.mass
    slows = answer.rolling * GRAVITY + design.push.stopping / mass - GRAVITY * math.sin(slope)
    way = speed**2 / (2 * slows) if slows > 1e-6 else 999.0
    alone = answer.rolling * GRAVITY - GRAVITY * math.sin(slope)
    coasts = speed**2 / (2 * alone) if alone > 1e-6 else math.inf
    room = max(design.track.spare, 0.02)
    return lamp(
        scene,
        "dolly.stop",
        way,
        room / 2,
        ("Stops before the end", "Runs past the end"),
        lambda s: (
            f"From {write(speed, 'speed', s)}, pulled back with "
            f"{write(design.push.stopping, 'force', s)}, it stops within "
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
                ("F", "pull that stops it", design.push.stopping, "force"),
                ("m", "all that rolls", mass, "mass"),
                ("room", "past the end of the move", design.track.spare, "length"),
            ),
            "even deceleration",
        ),
    )


def runaway(scene: Scene) -> Lamp:
    """Slope of the track against the slope at which it rolls by itself."""
    answer, shot = scene.answer, scene.rig.shot
    slope = abs(shot.slope)
    brake = scene.design.push.brake
    holds = slopes.rolling_angle(answer.rolling, brake, answer.carried.mass)
    force = slopes.runaway_force(answer.carried.mass, slope, answer.rolling)
    speed = slopes.end_speed(answer.carried.mass, slope, answer.rolling, shot.distance)
    return lamp(
        scene,
        "dolly.runaway",
        slope,
        holds,
        ("Does not run away", "Runs away"),
        lambda s: (
            f"It begins to roll at {write(holds, 'angle', s)}; the track slopes "
            f"{write(slope, 'angle', s)}."
            + (
                f" Let go it pulls {write(force, 'force', s)} and arrives at "
                f"{write(speed, 'speed', s)}."
                if force > brake
                else ""
            )
        ),
        working(
            "tan(slope) = Crr, with a brake m g sin(slope) = Crr m g cos(slope) + B",
            (
                ("Crr", "rolling resistance", answer.rolling, "percent"),
                ("B", "brake or wedge", brake, "force"),
                ("m", "all that rolls", answer.carried.mass, "mass"),
            ),
            "statics on a slope",
        ),
    )
