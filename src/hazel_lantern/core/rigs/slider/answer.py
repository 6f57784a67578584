"""How a slider's rails and carriage answer to the load at every mark: pure numbers."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.catalogue.rows import Material, Section, Stand, Wheel
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics import carriage as carriage_statics
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.mechanics.beam import Beam, Loads, Response, Support, factorised
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.resting import Rested, rested
from hazel_lantern.core.rigs.kit.rolling import RollingAnswer
from hazel_lantern.core.rigs.slider.model import SliderDesign

Array = NDArray[np.float64]
#: Of the carriage plate past the axles, and from the camera's hole to its edge at the least: three
#: times the hole's radius, m.
PLATE_MARGIN, CAMERA_EDGE = 0.02, 0.015
#: From the middle of a wheel mount's bolt to the plate's end, m.
BOLT_EDGE = 0.012


@dataclass(frozen=True)
class Rows:
    """The catalogue rows a slider is made of."""

    section: Section
    material: Material
    wheel: Wheel
    stand: Stand


class Rail(NamedTuple):
    """How stiff one rail is against bending, E I in N·m², and against shear, k G A in N."""

    rigidity: float
    shear: float


@dataclass(frozen=True)
class Bending:
    """What the rails do under the carriage; arrays have one value per mark.

    ``near_dip`` and ``far_dip`` are the greatest sinking of a wheel point on each rail, m;
    ``rise`` is the lift of the carriage under the camera, ``pitch`` right end up and ``roll``
    far rail up, rad; ``stress`` is the greatest of any rail, Pa; ``reactions`` are the supports',
    (supports, marks) N.
    """

    near_dip: Array
    far_dip: Array
    rise: Array
    pitch: Array
    roll: Array
    stress: Array
    reactions: Array

    @property
    def dip(self) -> Array:
        """The lower wheel point of both rails, m."""
        return np.maximum(self.near_dip, self.far_dip)


class Line(NamedTuple):
    """Rails that bend as one, how many: with their true weight, and with what creep makes of it."""

    true: Rested
    sagged: Rested
    rails: int


class SliderAnswer(RollingAnswer[SliderDesign]):
    """A solved slider; places along the rails count from their left end."""

    @kept
    def rows(self) -> Rows:
        """The rows it is made of; raises CatalogueError for an id that is not there."""
        case, design = self.case, self.design
        section = case.row("sections", design.rails.section)
        return Rows(
            section,
            self.workshop.catalogue.material_of(section),
            case.row("wheels", design.carriage.wheel),
            case.row("stands", design.supports.stand),
        )

    @property
    def on_stands(self) -> bool:
        """Whether it stands on stands, not on blocks."""
        return self.design.supports.kind in ("stand", "end stands")

    @property
    def rails(self) -> int:
        """How many rails there are."""
        return 2 if self.design.rails.arrangement == "pair" else 1

    @property
    def gauge(self) -> float:
        """Between the wheels' contact lines, m: a pair's spacing, the breadth of a single."""
        return self.design.rails.spacing if self.rails == 2 else self.rows.section.width

    @property
    def rail_height(self) -> float:
        """Height of the wheels' contact over the floor at mid-rail, from the lens height, m."""
        height = self.shot.camera_height - self.load.lens_axis
        return height - self.design.carriage.screw_height

    @property
    def wheel_gauge(self) -> float:
        """Between the middles of the wheels of either side, m.

        Wheels on upright axles hold a pair of rails, or a single one, between them.
        """
        section, wheel = self.rows.section, self.rows.wheel
        between = self.design.rails.spacing if self.rails == 2 else 0.0
        if wheel.mount == "upright" or self.rails == 1:
            return between + section.width + wheel.running_diameter
        return between

    @property
    def plate(self) -> tuple[float, float]:
        """Length and breadth of the carriage plate, m: the camera's hole keeps its edge on it."""
        carriage, wheel = self.design.carriage, self.rows.wheel
        length = 2 * (abs(carriage.camera_offset) + CAMERA_EDGE)
        breadth = 2 * (abs(carriage.camera_side) + CAMERA_EDGE)
        long = carriage.wheelbase + wheel.pattern_along + 2 * BOLT_EDGE
        broad = self.wheel_gauge + wheel.pattern_across + 2 * PLATE_MARGIN
        return max(carriage.length, length, long), max(broad, breadth)

    @property
    def travel(self) -> float:
        """How far the carriage can run between its stops, m."""
        return self.design.rails.length - self.plate[0] - 2 * self.design.stop

    @kept
    def supports(self) -> list[float]:
        """Where the rails rest, from the left rail end, m."""
        rails, supports = self.design.rails, self.design.supports
        if supports.kind == "stand":
            return [rails.length / 2 + supports.offset]
        ends = supports.inset, rails.length - supports.inset
        return [float(place) for place in np.linspace(*ends, supports.count)]

    @property
    def middle(self) -> float:
        """Where on the rails the move has its middle, m from their left end."""
        return self.design.rails.length / 2

    @kept
    def place(self) -> Array:
        """The carriage's middle from the left rail end, m; its wheels never leave the rails."""
        half = self.design.carriage.wheelbase / 2
        return np.clip(self.course.place, half, self.design.rails.length - half)

    @kept
    def carried(self) -> carriage_statics.CarriageLoad:
        """Load, carriage and wheels as one mass with its place over the wheels."""
        carriage, centre, wheel = self.design.carriage, self.load.centre(), self.rows.wheel
        ahead, across = centre.right, centre.forward
        if self.along:
            ahead, across = centre.forward, -centre.right
        own = carriage.mass + self.wheel_count * wheel.mass
        mass = own + centre.mass
        height = centre.mass * (carriage.screw_height + centre.up) + own * carriage.screw_height / 2
        return carriage_statics.CarriageLoad(
            mass=mass,
            forward=(centre.mass * (carriage.camera_offset + ahead)) / mass,
            sideways=(centre.mass * (carriage.camera_side + across)) / mass,
            height=height / mass,
            wheelbase=carriage.wheelbase,
            gauge=self.gauge,
            push_height=self.design.drive.push_height,
            rolling_resistance=wheel.rolling_resistance * carriage.friction,
        )

    @kept
    def axles(self) -> Array:
        """Load on the left and the right axle, (2, n) N."""
        tilt = np.full_like(self.course.times, self.shot.move.slope)
        return carriage_statics.axle_loads(self.carried, self.course.acceleration, tilt, self.push)

    @property
    def three(self) -> bool:
        """Whether two places of wheels run near and one far, in the middle, not two and two."""
        return self.design.carriage.stands_on == "three places"

    @property
    def places(self) -> int:
        """How many places have wheels."""
        return 3 if self.three else 4

    @property
    def wheel_count(self) -> int:
        """Wheels in all; a row of the catalogue counts those of four places."""
        return self.rows.wheel.count * self.places // 4

    @kept
    def wheels(self) -> Array:
        """Load at each place of wheels, N: as `mechanics.carriage` has them, three or four."""
        if self.three:
            return carriage_statics.three_wheel_loads(self.carried, self.axles)
        return carriage_statics.wheel_loads(self.carried, self.axles)

    @property
    def line(self) -> float:
        """The rails' own weight square to them, N/m."""
        area, density = self.rows.section.properties.area, self.rows.material.density
        return area * density * GRAVITY * self.rails * math.cos(self.shot.move.slope)

    @kept
    def wheel_place(self) -> Array:
        """Where the left and the right wheels stand along the rails, (2, n) m."""
        half = self.design.carriage.wheelbase / 2
        return np.stack([self.place - half, self.place + half])

    @kept
    def far_place(self) -> Array:
        """Where the wheels of the far side stand, (2, n) m: one in the middle counts as two."""
        return np.stack([self.place, self.place]) if self.three else self.wheel_place

    @kept
    def pressed(self) -> tuple[tuple[Array, Array], ...]:
        """Places, m, and forces, N, of the near and of the far wheels, (wheels, n) each."""
        wheels = self.wheels
        if self.three:
            return (self.wheel_place, wheels[:2]), (self.place[None], wheels[2:])
        return (self.wheel_place, wheels[::2]), (self.wheel_place, wheels[1::2])

    @kept
    def pressed_together(self) -> tuple[Array, Array]:
        """Places, m, and forces, N, of all wheels; of four, axle by axle."""
        if self.three:
            (near, near_force), (far, far_force) = self.pressed
            return np.concatenate([near, far]), np.concatenate([near_force, far_force])
        return self.wheel_place, self.axles

    @property
    def guide(self) -> float:
        """Length over which the carriage is kept from turning on its rails, m.

        Wheels on either side of a rail only push against it: a couple is taken by one near and
        the far one, which stand half a wheelbase apart.
        """
        base = self.design.carriage.wheelbase
        return base / 2 if self.three and self.rows.wheel.mount == "upright" else base

    @property
    def uneven(self) -> bool:
        """Whether one rail is pressed otherwise than the other."""
        return self.three or bool(self.carried.sideways)

    @kept
    def rail(self) -> Rail:
        """One rail's bending stiffness, N·m², and shear stiffness, N."""
        section, material = self.rows.section, self.rows.material
        shear = np.inf
        if section.shape == "rectangle":
            shear = 5 / 6 * material.shear_modulus * section.properties.area
        return Rail(material.modulus * section.properties.effective_moment, shear)

    @kept
    def rests(self) -> tuple[Support, ...]:
        """What holds the rails, and how hard each can pull them down.

        A stand is bolted on: off the floor it hangs on the rails.  Blocks only push.
        """
        supports, stand = self.design.supports, self.rows.stand
        turning, holds = 0.0, math.inf
        if supports.kind == "stand":
            # Clamped at both ends of the plate, the rails bend from there; the head's own turn
            # comes on top.
            at, half = self.supports[0], self.under_rails / 2
            return tuple(Support(at + way * half, rotational=math.inf) for way in (-1, 1))
        if self.on_stands:
            holds = (stand.mass + supports.ballast / len(self.supports)) * GRAVITY
        elif not self.held:
            holds = 0.0
        return tuple(Support(at, rotational=turning, holds=holds) for at in self.supports)

    @property
    def under_rails(self) -> float:
        """Length of the stand's plate that the rails are clamped along, m."""
        return min(self.design.supports.plate, 0.95 * self._over_stand)

    @property
    def _over_stand(self) -> float:
        """Twice the way from the stand to the nearer rail end, m."""
        length, at = self.design.rails.length, self.supports[0]
        return 2 * min(at, length - at)

    @kept
    def head_turn(self) -> Array:
        """How far the one stand's head turns under the rails, right end up, (n,) rad."""
        supports = self.design.supports
        if supports.kind != "stand":
            return np.zeros_like(self.course.times)
        at, length = self.supports[0], self.design.rails.length
        moment = (self.axles * (self.wheel_place - at)).sum(axis=0)
        moment += self.line * length * (length / 2 - at)
        return np.asarray(-moment / supports.head_stiffness)

    @property
    def held(self) -> bool:
        """Whether the rails are held down on their blocks."""
        return self.design.supports.blocks == "saddles hold them"

    @kept
    def lines(self) -> tuple[Line, ...]:
        """What bends by itself: each rail on its blocks, or all rails on their stands."""
        length, rail, rails = self.design.rails.length, self.rail, self.rails
        groups: tuple[tuple[Array, Array], ...] = (self.pressed_together,)
        together = rails
        if rails == 2 and not self.on_stands and self.uneven:
            groups, together = self.pressed, 1
        beam = factorised(length, together * rail.rigidity, self.rests, together * rail.shear)
        found = []
        for places, forces in groups:
            line = self.line / len(groups)
            true = rested(beam, Loads(places, forces, line))
            sagged = true
            if self.rows.material.creep_factor != 1:
                # Statics must see the true own weight; creep makes it sag more, not weigh more.
                sagging = line / self.rows.material.creep_factor
                sagged = rested(beam, Loads(places, forces, sagging))
            found.append(Line(true, sagged, together))
        return tuple(found)

    def lift(self, mark: int, along: Array) -> Array:
        """Lift of the rail line over its unloaded self at places from its left end, m."""
        lines = [line.sagged.shape(mark, along) for line in self.lines]
        turned = self.head_turn[mark] * (along - self.supports[0])
        return np.asarray(np.mean(lines, axis=0) + turned)

    @property
    def sunk(self) -> float:
        """As its rails sink."""
        return float(self.bending.dip.max())

    @kept
    def bending(self) -> Bending:
        """The rails under the carriage at every mark."""
        properties, gauge = self.rows.section.properties, self.gauge
        under, beside = self.wheel_place, self.far_place
        places = np.array([rest.at for rest in self.rests])
        edges = np.repeat(places[:, None], self.course.times.size, axis=1)
        at = np.concatenate([self.pressed_together[0], edges, np.maximum(edges - 1e-9, 0.0)])
        near, far = (
            line.sagged.deflection(wheels) + self.head_turn * (wheels - self.supports[0])
            for line, wheels in ((self.lines[0], under), (self.lines[-1], beside))
        )
        shares = [np.abs(line.true.bending_moment(at)) / line.rails for line in self.lines]
        share = np.maximum(shares[0], shares[-1])
        roll = np.zeros_like(self.course.times)
        if self.rails == 1:
            roll = self._twist
        elif self.on_stands and self.uneven:
            uneven, extra = self._uneven
            near = near - uneven.deflection(extra, under)
            far = far + uneven.deflection(extra, beside)
            share = share + np.abs(uneven.bending_moment(extra, at))
        if self.rails == 2:
            roll = (far - near).mean(axis=0) / gauge
        stresses = share / properties.modulus
        middle = (near + far) / 2
        # One wheel in the middle of the far side holds up no end.
        held = near if self.three else middle
        pitch = (held[1] - held[0]) / self.design.carriage.wheelbase
        return Bending(
            near_dip=-near.min(axis=0),
            far_dip=-far.min(axis=0),
            rise=middle.mean(axis=0) + pitch * self.design.carriage.camera_offset,
            pitch=pitch,
            roll=roll,
            stress=stresses.max(axis=0),
            reactions=self._carried(np.sum([line.true.reactions for line in self.lines], axis=0)),
        )

    def _carried(self, reactions: Array) -> Array:
        """What each support carries: both ends of one stand's plate together, (supports, n) N."""
        if self.design.supports.kind == "stand":
            return np.asarray(reactions.sum(axis=0, keepdims=True))
        return reactions

    @property
    def _uneven(self) -> tuple[Beam, Response]:
        """What one rail carries more and the other less, on stands.

        The stand's plate keeps the two in line with each other, so for this part it is a clamp.
        """
        clamp = math.inf if self.design.supports.kind == "stand" else 0.0
        clamped = tuple(Support(rest.at, rotational=clamp) for rest in self.rests)
        beam = factorised(self.design.rails.length, self.rail.rigidity, clamped, self.rail.shear)
        if self.three:
            (near, near_force), (far, far_force) = self.pressed
            forces = np.concatenate([-near_force / 2, far_force / 2])
            return beam, beam.solve(Loads(np.concatenate([near, far]), forces))
        askew = self.carried.sideways / self.gauge
        return beam, beam.solve(Loads(self.wheel_place, self.axles * askew))

    @property
    def _twist(self) -> Array:
        """Turn of a single rail about its own length under the carriage, rad, far side up.

        St Venant: T a / (G J) out from a support, T a b / (l G J) between two that hold.
        """
        place, torque = self.place, self.axles.sum(axis=0) * self.carried.sideways
        torsion = self.rows.section.properties.torsion_constant
        stiffness = self.rows.material.shear_modulus * torsion
        supports = np.array(self.supports)
        left = supports[np.clip(np.searchsorted(supports, place, side="right") - 1, 0, None)]
        right = supports[np.clip(np.searchsorted(supports, place), None, len(supports) - 1)]
        span = right - left
        with np.errstate(divide="ignore", invalid="ignore"):
            between = (place - left) * (right - place) / span
        reach = np.where(span > 0, between, np.abs(place - np.where(place < left, right, left)))
        return np.asarray(-torque * reach / stiffness)

    @property
    def camera_angles(self) -> tuple[Array, Array]:
        """Nose-up turn and right-side-down roll of the lens that the rails cause, rad."""
        if self.along:
            return self.bending.pitch, self.bending.roll
        return self.bending.roll, -self.bending.pitch

    @kept
    def distance(self) -> Array:
        """Lens to subject at every mark, m."""
        shot, run = self.shot, self.course
        if not self.along:
            return np.full_like(run.times, shot.subject.distance)
        # Along its bearing the lens comes nearer to the subject or leaves it.
        moved = shot.move.sense * (run.marks - shot.move.distance / 2)
        return np.asarray(shot.subject.distance - moved * math.cos(shot.move.slope))

    @kept
    def drift(self) -> Array:
        """Drift at left edge, centre and right edge of the frame, (3, n) px, from the start."""
        pitch, roll = self.camera_angles
        centre = picture.drift(pitch, self.bending.rise, self.focal_px, self.distance)
        edges = picture.edge_drift(centre, roll, self.shot.lens.frame_width)
        return np.asarray(edges - edges[:, :1])

    @property
    def flow(self) -> float:
        """How far the move itself sends what is still through the frame, px."""
        if self.along:
            near, far = float(self.distance.min()), float(self.distance.max())
            return picture.flow_ahead(near, far, self.shot.lens.frame_width)
        move, subject = self.shot.move, self.shot.subject
        return picture.flow_across(move.distance, self.focal_px, subject.distance)
