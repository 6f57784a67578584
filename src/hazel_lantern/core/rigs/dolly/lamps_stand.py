"""Lamps of standing and rolling: wheels, tipping, feet, push, stop."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Found, check, not_at_stake, working
from hazel_lantern.core.mechanics import standing
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.dolly.answer import Array, DollyAnswer, outline
from hazel_lantern.core.rigs.dolly.forms import TALL
from hazel_lantern.core.rigs.kit.standing import Place, Stance, stands, tip_check, ways_over
from hazel_lantern.core.rigs.kit.strength import rated, rating_check, stand_bears
from hazel_lantern.core.units import write

#: From the middle of a triangle's board to its edge, and of a wheel plate that a foot stands on, m.
OVER_BOARD, OVER_WHEELS = 0.047, 0.05
#: A gentle push, N, of what weighs so much, kg; and how many times harder the heaviest is pushed.
PUSH, PUSHED, HARDER = 40.0, 60.0, 3.0
#: Slower than that it does not stop by itself, m/s²; and the least room past an end, m.
STANDS, LEAST_ROOM = 1e-6, 0.02


@rating_check("wheel-load", "Weight on the wheels", "Load", "corner's rating")
def wheel_load(answer: DollyAnswer) -> Found:
    """The heaviest corner against what its wheels are rated for."""
    heaviest = answer.corners.max(axis=0) / GRAVITY
    return rated(
        ("Weight on the wheels", "Too heavy for the wheels"),
        heaviest,
        {"a corner's wheels": answer.sets_at_corner * answer.rows.roller.rating},
        answer.settings.working_fraction,
        lambda s: f"The heaviest corner carries {write(float(heaviest.max()), 'mass', s)}",
        "statics of the wheels: acceleration, slope, push height and curve",
    )


@check(
    "wheel-lift",
    "Least load on a wheel",
    "Load",
    "percent",
    0.25,
    "at least",
    "a quarter of what the corner bears at rest, so that a push aside does not lift it",
)
def wheel_lift(answer: DollyAnswer) -> Found:
    """The least that a corner bears over the move, as a share of what it bears at rest."""
    # Speed and acceleration are not at their worst together: between marks it may be lighter.
    finely = answer.finely
    shares = finely.corners / answer.resting[:, None]
    lightest = shares.min(axis=0)
    at = int(shares.min(axis=1).argmin())
    which = answer.form.corners[at]
    lifts = bool(lightest.min() < 0)
    least, rests = float(finely.corners[at].min()), float(answer.resting[at])
    return Found(
        lightest,
        ("All wheels stay down", f"The {which} {'lifts' if lifts else 'is light'}"),
        lambda s: (
            f"The {which} bears {write(rests, 'force', s)} at rest and "
            f"{write(least, 'force', s)} at the least over the move."
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
        over_move=(answer.corners / answer.resting[:, None]).min(axis=0),
    )


def stance(answer: DollyAnswer) -> Stance:
    """All that rolls on its wheels, on a slope that leans them all; wedged, and moved.

    Inertia, and what a curve asks for, act at the centre of mass, the push at its height.
    """
    shot, carried, run = answer.shot, answer.carried, answer.course
    cos, sin = math.cos(shot.move.slope), math.sin(shot.move.slope)

    def on_track(ahead: Array | float, left: Array | float, up: Array | float) -> Place:
        return Place(ahead * cos - up * sin, left, ahead * sin + up * cos)

    places = outline(answer.corner_places)
    corners = np.stack([places[:, 0] * cos, places[:, 1], places[:, 0] * sin], axis=1)
    edges = standing.edges_of(corners)
    pulled, ground = carried.mass * run.acceleration, answer.ground
    bodies = tuple(
        (one.mass, on_track(one.ahead, one.left, one.up - ground)) for one in answer.lumps
    )
    centre = on_track(carried.forward, carried.sideways, carried.height)
    hand = on_track(0.0, 0.0, carried.push_height)
    lens = max(shot.camera_height, answer.mounted_screw + answer.load.lens_axis)
    return Stance(
        edges,
        ways_over(edges, "forwards", "backwards", "to the left", "to the right"),
        bodies,
        on_track(0.0, answer.mount_left, lens - ground),
        (
            (Place(-pulled * cos, -answer.side, -pulled * sin), centre),
            (Place(answer.push * cos, 0.0, answer.push * sin), hand),
        ),
        run.times.size,
    )


@tip_check("Load")
def tip(answer: DollyAnswer) -> Found:
    """Tilt left over the nearest pair of wheels, and the push at the lens that takes it over."""
    return stands(stance(answer), answer.settings)


@rating_check("stand-load", "Weight on the stand", "Load", "rating of legs, head and hook")
def stand_load(answer: DollyAnswer) -> Found:
    """What the camera's stand bears with its legs, its head and its hook."""
    platform, stand = answer.design.platform, answer.rows.stand
    if platform.mount != "stand":
        why = "The mount is screwed to the deck."
        return not_at_stake("No stand to load", why, "no stand", "kind of mount", 0.0, 1.0)
    camera = answer.load.centre().mass
    hung = platform.ballast if platform.ballast_at == "hung under the apex" else 0.0
    source = "the payload, and what hangs under the apex"
    fraction = answer.settings.working_fraction
    return stand_bears(stand, camera, hung, fraction, source, stand.head_bears)


def foot_places(answer: DollyAnswer) -> Array:
    """Places of the stand's feet on the deck, ahead and to the left, (n, 2) m."""
    platform = answer.design.platform
    corners = standing.regular_polygon(answer.rows.stand.feet, platform.spread)
    # On a board one foot points ahead; on a triangle each stands over a corner.
    return corners if len(answer.form.corners) == 3 else np.asarray(corners[:, ::-1])


def deck_outline(answer: DollyAnswer) -> Array:
    """The deck's corners, ahead and to the left, anticlockwise, (n, 2) m."""
    platform = answer.design.platform
    if answer.design.footed:
        return outline(answer.corner_places)
    return outline(answer.form.places(platform.length / 2, platform.width / 2))


def _room(answer: DollyAnswer) -> float:
    """The least distance from a foot to the edge of what it stands on, m."""
    platform, places = answer.design.platform, foot_places(answer)
    if platform.form in ("triangle of boards", "wheels under the feet"):
        # Each foot stands over the board, or the wheels, of its corner; they may not be as far
        # apart as the feet are.
        half = OVER_BOARD if platform.form == "triangle of boards" else OVER_WHEELS
        return half - abs(answer.gauge - TALL * platform.spread) / 2
    deck = deck_outline(answer)
    # Set where they have the most room: in the middle of what they and the deck take up.
    middle = (deck.max(axis=0) + deck.min(axis=0) - places.max(axis=0) - places.min(axis=0)) / 2
    if platform.form == "triangle":
        middle = deck.mean(axis=0)
    return float(standing.edge_distances(deck, places + middle).min())


@check(
    "feet",
    "Feet from the edge",
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
    left = _room(answer)
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
            else "The mount is screwed to the deck."
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
    None,
    "at most",
    "40 N for up to 60 kg, in proportion up to 120 N for more: what is heavier takes a harder "
    "push to be felt in the picture",
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
        limit=PUSH * min(max(answer.carried.mass / PUSHED, 1.0), HARDER),
    )


@check(
    "stop",
    "Way to stop",
    "Drive",
    "length",
    None,
    "at most",
    "half of the room past the end of the move, wherever in the move it has to be stopped",
)
def stop(answer: DollyAnswer) -> Found:
    """How far past the end of the move it comes if it is to be stopped at the worst moment."""
    design = answer.design
    mass, alone = answer.carried.mass, answer.slows_alone
    slows = alone + design.drive.stopping / mass
    room = max(design.track.spare, LEAST_ROOM)
    over, worst = overrun(answer), overrun(answer.finely)
    if over is None or worst is None:
        # It runs down the slope against the pull: all the room there is will not do.
        over = worst = np.full_like(answer.course.times, room)
    past = float(worst.max())
    speed = float(np.abs(answer.course.speed).max())
    held = slows > STANDS
    return Found(
        past,
        ("Stops before the end", "Runs past the end"),
        lambda s: (
            (
                f"Pulled back with {write(design.drive.stopping, 'force', s)} it stops within "
                f"{write(speed**2 / 2 / slows, 'length', s)} from its greatest speed, "
                f"{write(speed, 'speed', s)}; begun anywhere in the move, at most "
                f"{write(past, 'length', s)} past its end; "
                if held
                else f"A pull of {write(design.drive.stopping, 'force', s)} does not stop it on "
                "this slope; "
            )
            + (
                f"let go, it rolls {write(speed**2 / 2 / alone, 'length', s)}."
                if alone > STANDS
                else "let go, it does not stop by itself."
            )
        ),
        working(
            "past = v² / 2 (Crr g + F/m - g sin(slope)) - way still ahead in the move",
            (
                ("v", "greatest speed", speed, "speed"),
                ("F", "pull that stops it", design.drive.stopping, "force"),
                ("m", "all that rolls", mass, "mass"),
                ("room", "past the end of the move", design.track.spare, "length"),
            ),
            "even deceleration",
        ),
        limit=room / 2,
        over_move=over,
    )


def overrun(answer: DollyAnswer) -> Array | None:
    """How far past the end of the move it stops, begun at each mark, (n,) m; none if it never does.

    The way that is still ahead in the move is room as well.
    """
    slows = answer.slows_alone + answer.design.drive.stopping / answer.carried.mass
    if slows <= STANDS:
        return None
    run = answer.course
    ahead = answer.shot.move.distance - run.marks
    return np.maximum(run.speed**2 / (2 * slows) - ahead, 0.0)
