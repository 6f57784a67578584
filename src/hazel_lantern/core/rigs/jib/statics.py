"""How a jib answers over its swing: places, balance, tilt, bending. Pure numbers."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass
from functools import cached_property
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics import balance, linkage
from hazel_lantern.core.mechanics.balance import Body
from hazel_lantern.core.mechanics.boom import Boom, Stretch, boom_of
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.motion import marked_move
from hazel_lantern.core.rigs.jib.model import BAR_END, BOOM_END, JibDesign

if TYPE_CHECKING:
    from hazel_lantern.core.catalogue.rows import (
        Material,
        Pivot,
        Section,
        Stand,
        Thread,
        Turntable,
        Wire,
    )
    from hazel_lantern.core.load import CentreOfMass
    from hazel_lantern.core.project.model import Rig
    from hazel_lantern.core.workshop import Workshop

Array = NDArray[np.float64]
#: A hole must leave so much of what it goes through, above and below, m.
LEAST_LEFT = 0.002
#: The larger camera thread, by which heads and bodies are held.
CAMERA_THREAD = "unc-3-8"


@dataclass(frozen=True)
class Parts:
    """The catalogue rows a jib is made of."""

    section: Section
    material: Material
    tip_section: Section
    tip_material: Material
    bar: Section
    bar_material: Material
    wire: Wire
    pivot: Pivot
    main_bolt: Thread
    bolt: Thread
    camera_thread: Thread
    turntable: Turntable
    stand: Stand
    handle_mass: float

    @staticmethod
    def of(design: JibDesign, workshop: Workshop) -> Parts:
        """Look them up; raises CatalogueError for an id that is not there."""
        catalogue = workshop.catalogue
        section = catalogue.find("sections", design.boom.section)
        tip = catalogue.find("sections", design.boom.tip_section)
        bar = catalogue.find("sections", design.level.section)
        return Parts(
            section=section,
            material=catalogue.material_of(section),
            tip_section=tip,
            tip_material=catalogue.material_of(tip),
            bar=bar,
            bar_material=catalogue.material_of(bar),
            wire=catalogue.find("wires", design.level.wire),
            pivot=catalogue.find("pivots", design.pivots.kind),
            main_bolt=catalogue.find("threads", design.pivots.main_bolt),
            bolt=catalogue.find("threads", design.pivots.bolt),
            camera_thread=catalogue.find("threads", CAMERA_THREAD),
            turntable=catalogue.find("turntables", design.post.turntable),
            stand=catalogue.find("stands", design.post.stand),
            handle_mass=catalogue.find("hardware", "tail-handle").mass,
        )


def hole_width(parts: Parts, bolt: Thread) -> float:
    """A joint's hole in what turns, m: for the bush around the bolt, or close to the bolt."""
    return bolt.diameter + parts.pivot.around if parts.pivot.around else bolt.close


def left_by_hole(section: Section, width: float) -> tuple[float, float]:
    """Shares of area and of second moment that a level hole through the middle leaves.

    Two walls of a tube or the breadth of a bar are lost.  Angles, channels and extrusions
    are taken as whole: their middle is thin or off their axis.  A hole that leaves less than
    `LEAST_LEFT` leaves as good as nothing.
    """
    none = 0.01
    if width > section.height - 2 * LEAST_LEFT:
        return none, none
    if section.shape in ("round tube", "rectangular tube", "oval tube"):
        lost = 2 * section.wall
    elif section.shape in ("rectangle", "round bar"):
        lost = section.width
    else:
        return 1.0, 1.0
    found = section.properties
    area = 1 - lost * width / found.area
    moment = 1 - lost * width**3 / 12 / found.second_moment
    return max(area, none), max(moment, none)


def nests(outer: Section, inner: Section) -> bool:
    """Whether one section slides into another."""
    room = outer.width - 2 * outer.wall, outer.height - 2 * outer.wall
    hollow = outer.shape in ("round tube", "rectangular tube", "oval tube")
    same = ("round" in outer.shape) == ("round" in inner.shape)
    return hollow and same and inner.width <= room[0] and inner.height <= room[1]


def _stretch(
    start: float, end: float, section: Section, material: Material, shares: tuple[float, float]
) -> Stretch:
    """A stretch of one section, of so much of its height at either end."""
    rigidity = material.modulus * section.properties.effective_moment
    line = section.properties.area * material.density
    first, last = shares
    return Stretch(
        start,
        end,
        (rigidity * first**3, rigidity * last**3),
        (line * first, line * last),
    )


def boom_stretches(design: JibDesign, parts: Parts) -> list[Stretch]:
    """The boom from tail to tip.

    Raises
    ------
    ValueError
        If the inner piece does not slide into the outer one.
    """
    boom, whole = design.boom, (1.0, 1.0)
    outer, material = parts.section, parts.material
    if boom.form == "tapered board" and outer.shape == "rectangle":
        share = boom.tip_height
        # In a few straight stretches, as rigidity falls with the cube of the height.
        found = []
        for start, end, first, last in (
            (-boom.tail, 0.0, share, 1.0),
            (0.0, boom.front, 1.0, share),
        ):
            edges = np.linspace(start, end, 5)
            heights = np.linspace(first, last, 5)
            for at in range(4):
                ends = float(heights[at]), float(heights[at + 1])
                found.append(
                    _stretch(float(edges[at]), float(edges[at + 1]), outer, material, ends)
                )
        return found
    if boom.form != "two nested pieces":
        return [_stretch(-boom.tail, boom.front, outer, material, whole)]
    if not nests(outer, parts.tip_section):
        raise ValueError(
            f"{parts.tip_section.name} does not slide into {outer.name}; "
            "choose an inner piece that is smaller than the outer one's hollow"
        )
    inside = boom.joint - boom.overlap
    both = _stretch(inside, boom.joint, outer, material, whole)
    tip = _stretch(inside, boom.joint, parts.tip_section, parts.tip_material, whole)
    both = Stretch(
        inside,
        boom.joint,
        (both.rigidity[0] + tip.rigidity[0],) * 2,
        (both.line_mass[0] + tip.line_mass[0],) * 2,
    )
    return [
        _stretch(-boom.tail, inside, outer, material, whole),
        both,
        _stretch(boom.joint, boom.front, parts.tip_section, parts.tip_material, whole),
    ]


@dataclass(frozen=True)
class Course:
    """The move: times, swing of the boom (rad) with its rates, pan (rad), speed of the lens."""

    times: Array
    swing: Array
    rate: Array
    acceleration: Array
    pan: Array
    lens_speed: Array


@dataclass(frozen=True)
class Geometry:
    """Where things are for any swing; heights over the floor, reach from the post, m."""

    front: float
    post: float
    ahead: float
    rise: float
    lens_up: float
    level: bool

    @staticmethod
    def of(rig: Rig) -> Geometry:
        """Of a jib."""
        design: JibDesign = rig.design  # type: ignore[assignment]
        platform = design.platform
        return Geometry(
            design.boom.front,
            design.post.height,
            platform.ahead,
            platform.rise,
            rig.load.lens_axis,
            design.level.kind != "none",
        )

    def screw(self, swing: Array) -> tuple[Array, Array]:
        """Reach and height of the camera screw."""
        cos, sin = np.cos(swing), np.sin(swing)
        if self.level:
            return self.front * cos + self.ahead, self.post + self.front * sin + self.rise
        out = self.front + self.ahead
        return out * cos - self.rise * sin, self.post + out * sin + self.rise * cos

    def lens(self, swing: Array) -> tuple[Array, Array]:
        """Reach and height of the lens."""
        reach, height = self.screw(swing)
        return reach, height + self.lens_up

    def swing_at(self, height: Array, down: float, up: float) -> Array:
        """Swing that brings the lens to a height, or as near as the stops let it."""
        radius, lead, above = self._circle()
        share = np.clip((height - above) / radius, -1.0, 1.0)
        return np.clip(np.arcsin(share) - lead, -down, up)

    def _circle(self) -> tuple[float, float, float]:
        """The lens's circle: radius, how far it leads the boom, height of its centre."""
        if self.level:
            return self.front, 0.0, self.post + self.rise + self.lens_up
        out = self.front + self.ahead
        return math.hypot(out, self.rise), math.atan2(self.rise, out), self.post + self.lens_up

    def rates(self, swing: Array, speed: Array, acceleration: Array) -> tuple[Array, Array]:
        """Swing rate and acceleration for an upright speed and acceleration of the lens."""
        radius, lead, _ = self._circle()
        angle = swing + lead
        cos = np.maximum(np.cos(angle), 0.05)
        rate = speed / (radius * cos)
        return rate, acceleration / (radius * cos) + np.tan(angle) * rate**2


def course(rig: Rig, geometry: Geometry) -> Course:
    """Swing and pan over the move, as far as the stops allow."""
    design: JibDesign = rig.design  # type: ignore[assignment]
    shot = rig.shot
    times, motion = marked_move(
        shot.distance, shot.duration, shot.ease, shot.ease_in, shot.ease_out
    )
    height = shot.camera_height + shot.sense * (motion.place - shot.distance / 2)
    swing = geometry.swing_at(height, design.swing.down, design.swing.up)
    rate, acceleration = geometry.rates(
        swing, shot.sense * motion.speed, shot.sense * motion.acceleration
    )
    share = shot.sweep / shot.distance
    reach = geometry.lens(swing)[0]
    pan_rate = share * motion.speed
    along = np.hypot(motion.speed / np.maximum(np.cos(swing), 0.05), reach * pan_rate)
    return Course(
        times,
        swing,
        rate,
        acceleration,
        share * (motion.place - shot.distance / 2),
        np.asarray(along),
    )


@dataclass(frozen=True)
class Answer:
    """All that the lamps need; ``everywhere`` are the swings looked at, rad.

    First those of the move's marks, then even steps from stop to stop: what is computed at
    them all is taken apart again with `over_move` and `stop_to_stop`.
    ``turning`` are the bodies that turn with the arm, ``bare`` the same without the camera.
    ``overhang`` is how far the load's weight is ahead of the front pin, m.  ``dip`` is how far
    each node of the level boom sinks, creep and all, m; ``stress`` the share of the working
    stress used there.  ``tilts`` are the platform's tilt (combinations of drilling errors,
    swings), rad; see `platform_tilts`.
    """

    geometry: Geometry
    course: Course
    everywhere: Array
    load: CentreOfMass
    payload: float
    overhang: float
    turning: tuple[Body, ...]
    bare: tuple[Body, ...]
    boom: Boom
    dip: Array
    stress: Array
    bar_pull: Array
    friction: float
    tilts: Array
    worst_tilt: int

    def over_move(self, values: Array) -> Array:
        """Of values at `everywhere`, those at the marks."""
        return values[..., : self.course.swing.size]

    def stop_to_stop(self, values: Array) -> Array:
        """Of values at `everywhere`, those from stop to stop."""
        return values[..., self.course.swing.size :]

    @property
    def whole(self) -> Array:
        """The swing from stop to stop, rad."""
        return self.stop_to_stop(self.everywhere)

    @cached_property
    def torque(self) -> Array:
        """Drift torque everywhere, up positive, N·m."""
        return balance.drift_torque(self.turning, self.everywhere)

    @property
    def needed(self) -> float:
        """What weight bar and plates must balance, kg·m: everything else that turns."""
        return balance.moment(self.turning[:-2])

    @property
    def pan_inertia(self) -> float:
        """About the post with the arm level, kg·m²."""
        front = self.geometry.front
        level = balance.inertia(self.turning)
        if not self.geometry.level:
            return level
        # On its platform the load stands ahead of the pin at which the balance has it.
        return level + self.load.mass * ((front + self.overhang) ** 2 - front**2)

    @property
    def tail_mass(self) -> float:
        """Of weight bar and plates, kg."""
        return self.turning[-1].mass + self.turning[-2].mass

    @cached_property
    def lens(self) -> Array:
        """Reach and height of the lens everywhere, (2, swings) m."""
        return np.stack(self.geometry.lens(self.everywhere))


#: Signs of the three drilling errors: along the bar, at the post's pair, at the platform's.
#: First none of them, then the bar alone, then the platform's pair alone, then all of them.
_SIGNS = np.array([(0, 0, 0), (1, 0, 0), (0, 0, 1), *itertools.product((-1, 1), repeat=3)])
TRUE, BAR_LONG, PINS_WIDE = range(3)


def platform_tilts(design: JibDesign, parts: Parts, pull: Array, swing: Array) -> Array:
    """Tilt for every combination of drilling errors, (11, n) rad: see `TRUE` and so on."""
    level = design.level
    if level.kind == "none":
        return np.zeros((len(_SIGNS), swing.size))
    stretch = np.zeros_like(swing)
    if level.kind == "twin cables":
        stretch = pull / 2 * design.boom.front / parts.wire.axial_stiffness
    bar = design.boom.front + level.longer + stretch + _SIGNS[:, :1] * level.bar_error
    post = level.pins + _SIGNS[:, 1:2] * level.pins_error
    platform = level.pins + level.pins_more + _SIGNS[:, 2:] * level.pins_error
    tilts = linkage.platform_tilt(swing[None, :], design.boom.front, bar, post, platform)
    # Errors greater than the linkage can take are a platform on its side.
    return np.nan_to_num(tilts, nan=math.pi / 2)


def pivot_friction(
    design: JibDesign, parts: Parts, turning: float, payload: float, pull: float
) -> float:
    """Torque that holds the arm where it is, N·m: every joint turns as far as the boom does."""
    mu = parts.pivot.friction
    main = mu * parts.main_bolt.diameter / 2 * turning * GRAVITY
    if design.level.kind == "none":
        return main + design.pivots.drag
    front = mu * parts.bolt.diameter / 2 * payload * GRAVITY
    bars = 2 * mu * parts.bolt.diameter / 2 * pull if design.level.kind == "solid bar" else 0.0
    return main + front + bars + design.pivots.drag


def _bodies(
    rig: Rig, design: JibDesign, parts: Parts, boom: Boom
) -> tuple[tuple[Body, ...], tuple[Body, ...]]:
    """What turns with the arm, with and without the load; weight bar and plates come last."""
    front, load = design.boom.front, rig.load.centre()
    weights, platform = design.counterweight, design.platform
    arm = [
        Body(float(mass), float(at))
        for mass, at in zip(boom.element_masses, boom.middles, strict=True)
    ]
    tip = boom_stretches(design, parts)[-1].line_mass[1]
    arm.append(Body(tip * BOOM_END, front + BOOM_END / 2))
    arm.append(Body(parts.handle_mass, -design.boom.tail))
    if design.level.kind == "solid bar":
        line = parts.bar.properties.area * parts.bar_material.density
        arm += balance.rod(line, -BAR_END, front + design.level.longer + BAR_END)
    elif design.level.kind == "twin cables":
        arm += balance.rod(2 * parts.wire.line_mass, 0.0, front)
    arm.append(Body(platform.mass, front))
    tail = [
        Body(weights.bar_mass, -weights.place, weights.above),
        Body(weights.mass, -weights.place, weights.above),
    ]
    camera = Body(load.mass, front)
    if design.level.kind == "none":
        # A stabilised head is balanced on its own axes, so the load hangs level from them.
        camera = Body(load.mass, front + platform.ahead, platform.rise)
    whole = balance.lumped(arm)
    return (camera, *whole, *tail), (*whole, *tail)


def _stresses(design: JibDesign, parts: Parts, boom: Boom, weights: Array) -> Array:
    """Bending stress at every node as a share of the material's working stress."""
    moment = boom.bending_moment(weights)
    moment[boom.pin] /= left_by_hole(parts.section, hole_width(parts, parts.main_bolt))[1]
    kind, nodes = design.boom, boom.nodes

    def share(section: Section, material: Material, height: Array | float) -> Array:
        # Of a board of part of its height the section modulus falls with the square.
        modulus = section.properties.effective_moment / section.properties.extreme_fibre
        return np.asarray(moment / (modulus * height**2 * material.working_stress))

    if kind.form == "tapered board" and parts.section.shape == "rectangle":
        reach = np.where(nodes > 0, nodes / kind.front, -nodes / kind.tail)
        return share(parts.section, parts.material, 1.0 - (1.0 - kind.tip_height) * reach)
    outer = share(parts.section, parts.material, 1.0)
    if kind.form != "two nested pieces":
        return outer
    # Where both overlap the outer piece is counted alone; past it, the inner one is.
    inner = share(parts.tip_section, parts.tip_material, 1.0)
    return np.where(nodes >= kind.joint - 1e-9, inner, outer)


def loaded_boom(rig: Rig, parts: Parts) -> Boom:
    """The boom with camera and weights on its ends."""
    design: JibDesign = rig.design  # type: ignore[assignment]
    weights = design.counterweight
    payload = rig.load.centre().mass + design.platform.mass
    return boom_of(
        tuple(boom_stretches(design, parts)),
        ((design.boom.front, payload), (-weights.place, weights.mass + weights.bar_mass)),
    )


def needed_moment(rig: Rig, workshop: Workshop) -> float:
    """What weight bar and plates must balance, kg·m, without a look at anything else."""
    design: JibDesign = rig.design  # type: ignore[assignment]
    parts = Parts.of(design, workshop)
    turning, _ = _bodies(rig, design, parts, loaded_boom(rig, parts))
    return balance.moment(turning[:-2])


def solve(rig: Rig, workshop: Workshop) -> Answer:
    """Everything the lamps need.

    Raises
    ------
    CatalogueError, ValueError
        If a part is not in the catalogue, or two pieces do not nest.
    """
    design: JibDesign = rig.design  # type: ignore[assignment]
    parts, geometry = Parts.of(design, workshop), Geometry.of(rig)
    run = course(rig, geometry)
    whole = np.linspace(-design.swing.down, design.swing.up, 61)
    load = rig.load.centre()
    payload = load.mass + design.platform.mass
    boom = loaded_boom(rig, parts)
    turning, bare = _bodies(rig, design, parts, boom)
    along = load.forward if design.platform.looks == "along the boom" else -load.right
    overhang = design.platform.ahead + along
    everywhere = np.concatenate([run.swing, whole])
    pull = np.zeros_like(everywhere)
    level_pull = 0.0
    if design.level.kind != "none":
        moment = load.mass * GRAVITY * overhang
        pull = linkage.bar_pull(moment, design.level.pins, everywhere)
        level_pull = abs(moment / design.level.pins)
    tilts = platform_tilts(design, parts, pull, everywhere)
    seen = tilts[:, : run.swing.size]
    spans = seen.max(axis=1) - seen.min(axis=1)
    return Answer(
        geometry=geometry,
        course=run,
        everywhere=everywhere,
        load=load,
        payload=payload,
        overhang=overhang,
        turning=turning,
        bare=bare,
        boom=boom,
        # Creep makes a plastic or timber boom sag more under a standing load.
        dip=boom.sag / parts.material.creep_factor,
        stress=_stresses(design, parts, boom, boom.weights),
        bar_pull=pull,
        friction=pivot_friction(
            design, parts, sum(body.mass for body in turning), payload, level_pull
        ),
        tilts=tilts,
        worst_tilt=int(spans.argmax()),
    )
