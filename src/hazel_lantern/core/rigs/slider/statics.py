"""How a slider's rails and carriage answer to the load at every mark: pure numbers."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics import carriage as carriage_statics
from hazel_lantern.core.mechanics.beam import Support, factorised
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.motion import marked_move

if TYPE_CHECKING:
    from hazel_lantern.core.catalogue.rows import Material, Section, Wheel
    from hazel_lantern.core.project.model import Rig
    from hazel_lantern.core.rigs.slider.model import SliderDesign
    from hazel_lantern.core.shot import Shot
    from hazel_lantern.core.workshop import Workshop

Array = NDArray[np.float64]


@dataclass(frozen=True)
class Course:
    """The move: times, way covered, carriage place from the left rail end, speeds."""

    times: Array
    marks: Array
    place: Array
    speed: Array
    acceleration: Array


def course(shot: Shot, design: SliderDesign) -> Course:
    """Marks even in time, with the moments of greatest acceleration among them."""
    times, motion = marked_move(
        shot.distance, shot.duration, shot.ease, shot.ease_in, shot.ease_out
    )
    middle, half = design.rails.length / 2, design.carriage.wheelbase / 2
    place = middle + shot.sense * (motion.place - shot.distance / 2)
    return Course(
        times=times,
        marks=motion.place,
        place=np.clip(place, half, design.rails.length - half),
        speed=shot.sense * motion.speed,
        acceleration=shot.sense * motion.acceleration,
    )


@dataclass(frozen=True)
class Parts:
    """The catalogue rows a slider is made of."""

    section: Section
    material: Material
    wheel: Wheel

    @staticmethod
    def of(design: SliderDesign, workshop: Workshop) -> Parts:
        """Look them up; raises CatalogueError for an id that is not there."""
        section = workshop.catalogue.find("sections", design.rails.section)
        wheel = workshop.catalogue.find("wheels", design.carriage.wheel)
        return Parts(section, workshop.catalogue.material_of(section), wheel)


def running_gauge(design: SliderDesign, section: Section) -> float:
    """Between the wheels' contact lines, m: the spacing of a pair, the breadth of a single."""
    return design.rails.spacing if design.rails.arrangement == "pair" else section.width


def carriage_load(rig: Rig, parts: Parts) -> carriage_statics.CarriageLoad:
    """Load, carriage and wheels as one mass with its place over the wheels."""
    design: SliderDesign = rig.design  # type: ignore[assignment]
    carriage, centre = design.carriage, rig.load.centre()
    if rig.shot.along:
        ahead, across = centre.forward, -centre.right
    else:
        ahead, across = centre.right, centre.forward
    own = carriage.mass + parts.wheel.count * parts.wheel.mass
    mass = own + centre.mass
    return carriage_statics.CarriageLoad(
        mass=mass,
        forward=(centre.mass * (carriage.camera_offset + ahead)) / mass,
        sideways=(centre.mass * (carriage.camera_side + across)) / mass,
        height=(centre.mass * (carriage.screw_height + centre.up) + own * carriage.screw_height / 2)
        / mass,
        wheelbase=carriage.wheelbase,
        gauge=running_gauge(design, parts.section),
        push_height=design.drive.push_height,
        rolling=parts.wheel.rolling_resistance * carriage.friction,
    )


def support_places(design: SliderDesign) -> list[float]:
    """Where the rails rest, from the left rail end, m."""
    rails, supports = design.rails, design.supports
    if supports.kind == "stand":
        return [rails.length / 2 + supports.offset]
    ends = supports.inset, rails.length - supports.inset
    return [float(place) for place in np.linspace(*ends, supports.count)]


@dataclass(frozen=True)
class Answer:
    """Rails and carriage over the move; arrays have one value per mark.

    ``near_dip`` and ``far_dip`` are the greatest sinking of a wheel point on each rail, m;
    ``rise`` is the lift of the carriage under the camera, ``pitch`` right end up and ``roll``
    far rail up, rad; ``stress`` is the greatest of any rail, Pa; ``line`` is the rails' own
    weight, N/m; ``rail_line`` samples the rail line (points, marks) m at ``along``.
    """

    course: Course
    load: carriage_statics.CarriageLoad
    push: Array
    axles: Array
    wheels: Array
    near_dip: Array
    far_dip: Array
    rise: Array
    pitch: Array
    roll: Array
    stress: Array
    stress_at: Array
    reactions: Array
    line: float
    along: Array
    rail_line: Array
    torsion_constant: float


def _twist(design: SliderDesign, parts: Parts, place: Array, torque: Array) -> Array:
    """Turn of a single rail about its own length under the carriage, rad, far side up.

    St Venant: T a / (G J) out from a support, T a b / (l G J) between two that hold.
    """
    stiffness = parts.material.shear_modulus * parts.section.properties.torsion_constant
    supports = np.array(support_places(design))
    left = supports[np.clip(np.searchsorted(supports, place, side="right") - 1, 0, None)]
    right = supports[np.clip(np.searchsorted(supports, place), None, len(supports) - 1)]
    span = right - left
    with np.errstate(divide="ignore", invalid="ignore"):
        between = (place - left) * (right - place) / span
    reach = np.where(span > 0, between, np.abs(place - np.where(place < left, right, left)))
    return np.asarray(-torque * reach / stiffness)


def solve(rig: Rig, workshop: Workshop) -> Answer:
    """Everything the lamps need of rails and carriage."""
    design: SliderDesign = rig.design  # type: ignore[assignment]
    parts = Parts.of(design, workshop)
    properties, material = parts.section.properties, parts.material
    rails = 2 if design.rails.arrangement == "pair" else 1
    run = course(rig.shot, design)
    load = carriage_load(rig, parts)
    tilt = np.full_like(run.times, rig.shot.tilt)
    push = carriage_statics.push_force(load, run.acceleration, tilt, np.sign(run.speed))
    axles = carriage_statics.axle_loads(load, run.acceleration, tilt, push)
    half = design.carriage.wheelbase / 2
    wheel_place = np.stack([run.place - half, run.place + half])

    line = properties.area * material.density * GRAVITY * rails * np.cos(rig.shot.tilt)
    shear = np.inf
    if parts.section.shape == "rectangle":
        shear = 5 / 6 * material.shear_modulus * properties.area
    rigidity = material.modulus * properties.effective_moment
    turning = design.supports.head_stiffness if design.supports.kind == "stand" else 0.0
    places = support_places(design)
    supports = tuple(Support(place, rotational=turning) for place in places)
    beam = factorised(design.rails.length, rails * rigidity, supports, rails * shear)
    under = beam.locate(wheel_place)
    cases = beam.point_loads(under, axles)
    own = beam.line_load(line) / material.creep_factor
    answer = beam.solve(cases + own)
    dips = beam.deflection_at(answer, under)

    # Statics must see the true own weight; creep makes it sag more, not weigh more.
    true = answer if material.creep_factor == 1 else beam.solve(cases + beam.line_load(line))
    edges = np.repeat(np.array(places)[:, None], run.times.size, axis=1)
    at = np.concatenate([wheel_place, edges, np.maximum(edges - 1e-9, 0.0)])
    moment = beam.bending_moment(true, at, wheel_place, axles, line)

    near = far = dips
    roll = np.zeros_like(run.times)
    share = np.abs(moment) / rails
    if rails == 2:
        askew = load.sideways / load.gauge
        if askew:
            # What one rail carries more and the other less; the stand's plate keeps the two
            # in line with each other, so for this part it is a clamp.
            clamp = np.inf if design.supports.kind == "stand" else 0.0
            held = tuple(Support(place, rotational=clamp) for place in places)
            uneven = factorised(design.rails.length, rigidity, held, shear)
            extra = uneven.solve(uneven.point_loads(under, axles * askew))
            more = uneven.deflection_at(extra, under)
            near, far = dips - more, dips + more
            roll = 2 * more.mean(axis=0) / load.gauge
            added = uneven.bending_moment(extra, at, wheel_place, axles * askew, 0.0)
            share = np.abs(moment / 2) + np.abs(added)
    else:
        roll = _twist(design, parts, run.place, axles.sum(axis=0) * load.sideways)
    fibre = properties.extreme_fibre / properties.effective_moment
    stresses = share * fibre
    worst_point = stresses.argmax(axis=0)
    columns = np.arange(run.times.size)
    pitch = (dips[1] - dips[0]) / design.carriage.wheelbase
    return Answer(
        course=run,
        load=load,
        push=push,
        axles=axles,
        wheels=carriage_statics.wheel_loads(load, axles),
        near_dip=-near.min(axis=0),
        far_dip=-far.min(axis=0),
        rise=dips.mean(axis=0) + pitch * design.carriage.camera_offset,
        pitch=pitch,
        roll=roll,
        stress=stresses[worst_point, columns],
        stress_at=at[worst_point, columns],
        reactions=true.reactions,
        line=line,
        along=beam.nodes,
        rail_line=answer.deflection,
        torsion_constant=properties.torsion_constant,
    )
