"""How a dolly stands, rolls and loads its track at every mark: pure numbers."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics import carriage, track
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.motion import marked_move
from hazel_lantern.core.rigs.dolly.path import Line, least_radius, real_line, wanted_line

if TYPE_CHECKING:
    from hazel_lantern.core.catalogue.rows import Floor, Material, Roller, Section, Stand
    from hazel_lantern.core.project.model import Rig
    from hazel_lantern.core.rigs.dolly.model import DollyDesign
    from hazel_lantern.core.workshop import Workshop

Array = NDArray[np.float64]
#: Heights of a seated operator and of ballast over the deck, and of a stand's own weight as a
#: share of its height.
OPERATOR_UP, BALLAST_UP, STAND_UP = 0.55, 0.08, 0.45
#: From a low mount's foot to the camera screw at the least, m.
LEAST_MAST = 0.03


@dataclass(frozen=True)
class Parts:
    """The catalogue rows a dolly is made of."""

    section: Section
    material: Material
    roller: Roller
    floor: Floor
    stand: Stand

    @staticmethod
    def of(design: DollyDesign, workshop: Workshop) -> Parts:
        """Look them up; raises CatalogueError for an id that is not there."""
        catalogue = workshop.catalogue
        section = catalogue.find("sections", design.track.section)
        return Parts(
            section=section,
            material=catalogue.material_of(section),
            roller=catalogue.find("rollers", design.wheels.roller),
            floor=catalogue.find("floors", design.track.floor),
            stand=catalogue.find("stands", design.platform.stand),
        )


@dataclass(frozen=True)
class Lump:
    """Something that rolls along: kg; ahead, to the left and over the ground, m; its size, m."""

    name: str
    mass: float
    ahead: float
    left: float
    up: float
    size: tuple[float, float, float] = (0.0, 0.0, 0.0)


#: What corners are called, in the order of `corner_places`.
CORNERS = {
    "board": ("rear right", "rear left", "front right", "front left"),
    "triangle": ("rear right", "front right", "left"),
}


def corner_places(design: DollyDesign) -> Array:
    """Where the wheels' contacts stand, ahead and to the left of the middle, (corners, 2) m.

    A triangle has two corners over the right rail and one over the left, nearer to what a
    lens square to the way looks at.
    """
    half, side = design.wheels.wheelbase / 2, running_gauge(design) / 2
    return corners_of(design.platform.form, half, side)


def corners_of(form: str, half: float, side: float) -> Array:
    """Corners of a form that reaches so far ahead and so far to either side, (corners, 2) m."""
    if form == "triangle":
        return np.array([(-half, -side), (half, -side), (0.0, side)])
    return np.array([(-half, -side), (-half, side), (half, -side), (half, side)])


def mount_left(design: DollyDesign) -> float:
    """How far to the left of the middle line the camera stands, m: amid its corners."""
    return float(corner_places(design)[:, 1].mean())


def outline(places: Array) -> Array:
    """The same corners in their order round the middle, anticlockwise."""
    centre = places.mean(axis=0)
    return places[np.argsort(np.arctan2(*(places - centre).T[::-1]))]


def rail_top(design: DollyDesign, parts: Parts) -> float:
    """Height of the rails over the floor, sleepers and all, m; 0 without track."""
    return parts.section.properties.height + SLEEPER_HEIGHT if design.on_track else 0.0


#: Height of a sleeper, m: a board laid flat.
SLEEPER_HEIGHT = 0.018


def screw_height(rig: Rig) -> float:
    """Of the camera screw over the floor, m."""
    return rig.shot.camera_height - rig.load.lens_axis


def lumps(rig: Rig, parts: Parts) -> tuple[Lump, ...]:
    """All that rolls, as masses with their places over the floor."""
    design: DollyDesign = rig.design  # type: ignore[assignment]
    platform, centre = design.platform, rig.load.centre()
    deck = rail_top(design, parts) + platform.height
    screw = max(screw_height(rig), deck + LEAST_MAST)
    mount = mount_left(design)
    if rig.shot.along:
        ahead, left = centre.forward, mount - centre.right
    else:
        # The lens looks to the left of the way along which places count.
        ahead, left = centre.right, mount + centre.forward
    corners = len(CORNERS[platform.form]) * len(design.sets)
    flat = (platform.length, platform.width, 0.02)
    found = [
        Lump("platform", platform.mass, 0.0, mount, deck, flat),
        Lump("wheels", corners * parts.roller.mass, 0.0, mount, deck - platform.height / 2, flat),
        Lump("camera", centre.mass, ahead, left, screw + centre.up, (0.2, 0.2, 0.25)),
    ]
    if platform.mount == "stand":
        up = deck + STAND_UP * (screw - deck)
        size = (platform.spread * 0.6, platform.spread * 0.6, screw - deck)
        found.append(Lump("stand", parts.stand.mass, 0.0, mount, up, size))
    else:
        found.append(Lump("low mount", platform.low_mass, 0.0, mount, (deck + screw) / 2))
    if platform.operator == "rides":
        back = -platform.operator_back * rig.shot.sense
        size = (0.4, 0.4, 0.9)
        found.append(
            Lump("operator", platform.operator_mass, back, mount, deck + OPERATOR_UP, size)
        )
    if platform.ballast:
        size = (platform.length * 0.8, platform.width * 0.8, 0.1)
        found.append(Lump("ballast", platform.ballast, 0.0, mount, deck + BALLAST_UP, size))
    return tuple(found)


@dataclass(frozen=True)
class Course:
    """The move: times, way covered, place along the line from its middle, speed, acceleration."""

    times: Array
    marks: Array
    place: Array
    speed: Array
    acceleration: Array


@dataclass(frozen=True)
class Answer:
    """All that the lamps need; arrays have one value per mark.

    ``carried`` is all that rolls as one mass over the wheels, places from the ground the wheels
    stand on; ``corners`` are the corners' loads, (corners, marks) N, in the order of
    `corner_places`; ``side`` is what a curve asks for, N; ``dip`` is how far the rail sinks under
    the heaviest corner between two sleepers, m, and ``stress`` what it is bent with, Pa.
    """

    course: Course
    lumps: tuple[Lump, ...]
    carried: carriage.CarriageLoad
    gauge: float
    rolling: float
    push: Array
    corners: Array
    side: Array
    line: Line
    wanted: Line
    radius: float
    dip: float
    stress: float
    ground: float

    @property
    def weight(self) -> float:
        """Of all that rolls, N."""
        return self.carried.mass * GRAVITY


def running_gauge(design: DollyDesign) -> float:
    """Between the wheels of both sides, m: the track's, or the platform's breadth."""
    return design.track.gauge if design.on_track else design.platform.width * 0.9


def solve(rig: Rig, workshop: Workshop) -> Answer:
    """Everything the lamps need of the dolly but its shaking."""
    design: DollyDesign = rig.design  # type: ignore[assignment]
    parts, shot = Parts.of(design, workshop), rig.shot
    times, motion = marked_move(
        shot.distance, shot.duration, shot.ease, shot.ease_in, shot.ease_out
    )
    run = Course(
        times,
        motion.place,
        shot.sense * (motion.place - shot.distance / 2),
        shot.sense * motion.speed,
        shot.sense * motion.acceleration,
    )
    found, ground = lumps(rig, parts), rail_top(design, parts)
    by_hand = design.push.kind == "by hand"
    pushed_at = design.push.height - ground if by_hand else design.platform.height
    mass = sum(lump.mass for lump in found)
    gauge, radius = running_gauge(design), least_radius(rig)
    rolling = parts.roller.rolling + (0.0 if design.on_track else parts.floor.rolling)
    carried = carriage.CarriageLoad(
        mass=mass,
        forward=sum(lump.mass * lump.ahead for lump in found) / mass,
        sideways=sum(lump.mass * lump.left for lump in found) / mass,
        height=sum(lump.mass * lump.up for lump in found) / mass - ground,
        wheelbase=design.wheels.wheelbase,
        gauge=gauge,
        push_height=max(pushed_at, 0.0),
        rolling=rolling,
    )
    tilt = np.full_like(times, shot.slope)
    # It resists from the moment it is about to roll.
    ahead = np.full_like(times, float(shot.sense))
    push = carriage.push_force(carried, run.acceleration, tilt, ahead)
    # Round a curve the body leans out of it, onto the rail that is farther from its centre.
    turning = radius if math.isfinite(radius) else (shot.radius if shot.curved else math.inf)
    side = mass * run.speed**2 / turning
    normal = mass * GRAVITY * np.cos(tilt)
    ahead_moment = carriage.front_moment(carried, run.acceleration, tilt, push)
    left_moment = normal * carried.sideways - side * carried.height
    # Alike springs under a stiff deck share by a plane: the least squares of the three balances.
    places = corner_places(design)
    balances = np.vstack([np.ones(len(places)), places.T])
    corners = np.linalg.pinv(balances) @ np.stack([normal, ahead_moment, left_moment])
    heaviest = float(corners.max())
    span = track.span(design.track.joint != "butted")
    properties = parts.section.properties
    rigidity = parts.material.modulus * properties.effective_moment
    apart = design.track.sleepers
    return Answer(
        course=run,
        lumps=found,
        carried=carried,
        gauge=gauge,
        rolling=rolling,
        push=push,
        corners=corners,
        side=side,
        line=real_line(rig),
        wanted=wanted_line(rig),
        radius=radius,
        dip=heaviest * apart**3 / rigidity * float(span.dip.max()) if design.on_track else 0.0,
        stress=(
            heaviest
            * apart
            * float(np.abs(span.moment).max())
            * properties.extreme_fibre
            / properties.effective_moment
            if design.on_track
            else 0.0
        ),
        ground=ground,
    )
