"""How a dolly stands, rolls and loads its track at every mark: pure numbers."""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from typing import TYPE_CHECKING, ClassVar

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.catalogue.rows import Floor, Material, Roller, Section, Stand
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics import carriage, track
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.dolly.forms import FORMS, TALL, TRUCK_TRACK, Form
from hazel_lantern.core.rigs.dolly.model import DollyDesign
from hazel_lantern.core.rigs.dolly.path import Line, least_radius, real_line, wanted_line
from hazel_lantern.core.rigs.kit.rolling import Course, RollingAnswer
from hazel_lantern.core.rigs.kit.standing import STAND_WEIGHT_HEIGHT
from hazel_lantern.core.shot import Arc

if TYPE_CHECKING:
    from hazel_lantern.core.rigs.dolly.shaking import Rides, Shaking

Array = NDArray[np.float64]
#: Heights of a seated operator and of ballast over the deck, m.
OPERATOR_UP, BALLAST_UP = 0.55, 0.08
#: From a low mount's foot to the camera screw at the least, m.
LEAST_MAST = 0.03
#: Height of a sleeper, m: a board laid flat.
SLEEPER_HEIGHT = 0.018
#: What a frame of pipe is made of, and how far a bag hangs under a stand's apex, of its height.
FRAME, HUNG = "aluminium-tube-32x3", 0.2
#: The same of a pipe of 50 mm with rails in notches of 12 mm, m.
NOTCHED_HEIGHT = 0.038
#: The least way along a track that is looked at, m.
LEAST_WAY = 0.002
#: How much longer a plate under a foot is, m.
JOINT_ROOM = 0.08
#: Times that the extremes of a move are looked for at.
FINE = 801
#: A wheel plate's length and breadth at the least, m.
WHEEL_PLATE = (0.16, 0.10)


@dataclass(frozen=True)
class Rows:
    """The catalogue rows a dolly is made of."""

    section: Section
    material: Material
    roller: Roller
    floor: Floor
    stand: Stand


@dataclass(frozen=True)
class Lump:
    """Something that rolls along: kg; ahead, to the left and over the ground, m; its size, m."""

    name: str
    mass: float
    ahead: float
    left: float
    up: float
    size: tuple[float, float, float] = (0.0, 0.0, 0.0)


def outline(places: Array) -> Array:
    """The same corners in their order round the middle, anticlockwise."""
    centre = places.mean(axis=0)
    return places[np.argsort(np.arctan2(*(places - centre).T[::-1]))]


@dataclass(frozen=True, eq=False)
class DollyAnswer(RollingAnswer[DollyDesign]):
    """A solved dolly; arrays have one value per mark.

    ``borrowed`` is the rides of the design a moment ago, used while something is dragged.
    """

    borrowed: Rides | None = field(default=None)

    last_stages: ClassVar[tuple[str, ...]] = ("line and spool", "friction roller")

    @kept
    def finely(self) -> DollyAnswer:
        """Itself at so many times that no extreme lies between two of them."""
        return Finely(self.case)

    @kept
    def rows(self) -> Rows:
        """The rows it is made of; raises CatalogueError for an id that is not there."""
        case, design = self.case, self.design
        section = case.row("sections", design.track.section)
        return Rows(
            section,
            self.workshop.catalogue.material_of(section),
            case.row("rollers", design.wheels.roller),
            case.row("floors", design.track.floor),
            case.row("stands", design.platform.stand),
        )

    @property
    def gauge(self) -> float:
        """Between the wheels of both sides, m: the track's, or the platform's breadth."""
        design, platform = self.design, self.design.platform
        if design.on_track:
            return design.track.gauge
        if platform.form == "board on two trucks":
            return TRUCK_TRACK
        if design.footed:
            return TALL * design.base
        # As far apart as the wheel plates can stand under the deck.
        return max(platform.width - WHEEL_PLATE[1], platform.width / 2)

    @property
    def plate_size(self) -> tuple[float, float]:
        """Length and breadth of a wheel plate, m: its mounts keep their edges on it."""
        bogie = self.design.wheels.bogie if self.design.paired else 0.0
        roller = self.rows.roller
        length = max(WHEEL_PLATE[0], bogie + roller.pattern_along + 0.04)
        if self.design.footed:
            # Behind the mounts is room for the joint of the laths.
            length += JOINT_ROOM
        return length, max(WHEEL_PLATE[1], roller.pattern_across + 0.04)

    @property
    def deck_size(self) -> tuple[float, float]:
        """Length and breadth of the deck, m: the wheel plates are whole under it."""
        platform, (length, breadth) = self.design.platform, self.plate_size
        base = self.design.base
        if platform.form == "board on two trucks":
            # Trucks stand in its middle; their wheels may reach past it.
            return max(platform.length, base + length), platform.width
        return max(platform.length, base + length), max(platform.width, self.gauge + breadth)

    @kept
    def corner_places(self) -> Array:
        """Where the wheels' contacts stand, ahead and left of the middle, (corners, 2) m.

        A triangle has two corners over the right rail and one over the left, nearer to what a
        lens square to the way looks at.
        """
        return self.form.places(self.design.base / 2, self.gauge / 2)

    @property
    def form(self) -> Form:
        """How the platform is built."""
        return FORMS[self.design.platform.form]

    @property
    def sets(self) -> int:
        """Sets of wheels that are bought."""
        return round(len(self.form.corners) * self.sets_at_corner)

    @property
    def sets_at_corner(self) -> float:
        """Sets of wheels that bear a corner: half of a truck."""
        return self.form.set_share * len(self.design.sets)

    @property
    def wheels_mass(self) -> float:
        """Of all sets of wheels, kg."""
        return self.sets * self.rows.roller.mass

    @property
    def frame(self) -> Section:
        """The section that a frame of pipe is made of."""
        section: Section = self.case.row("sections", FRAME)
        return section

    @property
    def frame_material(self) -> Material:
        """What that is made of."""
        return self.workshop.catalogue.material_of(self.frame)

    @property
    def mount_left(self) -> float:
        """How far to the left of the middle line the camera stands, m: amid its corners."""
        return float(self.corner_places[:, 1].mean())

    @property
    def bed_height(self) -> float:
        """Height of what the pipes lie on over the floor, m."""
        track = self.design.track
        if not track.sleepered:
            return 0.0
        return NOTCHED_HEIGHT if track.sleeper == "pipes, notched" else SLEEPER_HEIGHT

    @property
    def crossings(self) -> list[float]:
        """Where sleepers, or sticks that keep the gauge, lie across it, from its middle, m."""
        track, half = self.design.track, self.design.track.length / 2
        count = track.sleeper_count if track.sleepered else track.stick_count
        return [float(at) for at in np.linspace(-half, half, count)]

    @property
    def ground(self) -> float:
        """Height of the rails over the floor, sleepers and all, m; 0 without track."""
        height = self.rows.section.properties.height + self.bed_height
        return height if self.design.on_track else 0.0

    @property
    def running_face(self) -> str:
        """The face that the wheels stand on."""
        return self.rows.section.running_face if self.design.on_track else "floor"

    @property
    def deck(self) -> float:
        """Height of the deck over the floor, m."""
        return self.ground + self.design.platform.height

    @property
    def screw(self) -> float:
        """Height of the camera screw over the floor, m, as the shot asks."""
        return self.shot.camera_height - self.load.lens_axis

    @property
    def mounted_screw(self) -> float:
        """The same, but clear of the deck by what the mount takes up, m."""
        if self.design.platform.mount == "hung below":
            return min(self.screw, self.deck - LEAST_MAST)
        return max(self.screw, self.deck + LEAST_MAST)

    @kept
    def lumps(self) -> tuple[Lump, ...]:
        """All that rolls, as masses with their places over the floor."""
        platform, centre, rows = self.design.platform, self.load.centre(), self.rows
        deck, screw, mount = self.deck, self.mounted_screw, self.mount_left
        # The lens looks ahead, or to the left of the way along which places count.
        ahead, left = centre.right, mount + centre.forward
        if self.along:
            ahead, left = centre.forward, mount - centre.right
        flat = (platform.length, platform.width, 0.02)
        found = [
            Lump("platform", platform.mass, 0.0, mount, deck, flat),
            Lump("wheels", self.wheels_mass, 0.0, mount, deck - platform.height / 2, flat),
            Lump("camera", centre.mass, ahead, left, screw + centre.up, (0.2, 0.2, 0.25)),
        ]
        if platform.mount == "stand":
            up = deck + STAND_WEIGHT_HEIGHT * (screw - deck)
            size = (platform.spread * 0.6, platform.spread * 0.6, screw - deck)
            found.append(Lump("stand", rows.stand.mass, 0.0, mount, up, size))
        else:
            found.append(Lump("mount", platform.low_mass, 0.0, mount, (deck + screw) / 2))
        if platform.operator == "rides":
            back = -platform.operator_back * self.shot.move.sense
            up, size = deck + OPERATOR_UP, (0.4, 0.4, 0.9)
            found.append(Lump("operator", platform.operator_mass, back, mount, up, size))
        if platform.ballast:
            size = (platform.length * 0.8, platform.width * 0.8, 0.1)
            up = deck + BALLAST_UP
            if platform.ballast_at == "hung under the apex" and platform.mount == "stand":
                size, up = (0.2, 0.2, 0.3), deck + HUNG * (screw - deck)
            found.append(Lump("ballast", platform.ballast, 0.0, mount, up, size))
        return tuple(found)

    @property
    def rolling_resistance(self) -> float:
        """Rolling resistance of wheels and floor together."""
        floor = 0.0 if self.design.on_track else self.rows.floor.rolling_resistance
        return self.rows.roller.rolling_resistance + floor

    @property
    def at_deck(self) -> bool:
        """Whether it is pushed, or pulled by a line, at the height of its deck."""
        return not self.by_hand or self.design.drive.handle == "a rigid handle"

    @kept
    def carried(self) -> carriage.CarriageLoad:
        """All that rolls as one mass over the wheels, places from the ground they stand on."""
        design, found = self.design, self.lumps
        # A handle bolted to the deck turns with the hand: it pushes where it is bolted on.
        pushed_at = design.platform.height if self.at_deck else design.drive.height - self.ground
        mass = sum(lump.mass for lump in found)
        return carriage.CarriageLoad(
            mass=mass,
            forward=sum(lump.mass * lump.ahead for lump in found) / mass,
            sideways=sum(lump.mass * lump.left for lump in found) / mass,
            height=sum(lump.mass * lump.up for lump in found) / mass - self.ground,
            wheelbase=design.base,
            gauge=self.gauge,
            push_height=pushed_at,
            rolling_resistance=self.rolling_resistance,
        )

    @kept
    def radius(self) -> float:
        """Least radius of the rails, m; infinite when they are straight."""
        return float(least_radius(self.case))

    @kept
    def line(self) -> Line:
        """What the rails do; the floor lets it go where it is steered."""
        return real_line(self.case)

    @kept
    def wanted(self) -> Line:
        """What the shot asks for."""
        return wanted_line(self.case)

    @kept
    def side(self) -> Array:
        """What a curve asks for, N: the body leans out of it, from the curve's centre."""
        shot = self.shot
        turning = self.radius
        if math.isinf(turning) and isinstance(shot.move, Arc):
            turning = shot.move.radius
        return np.asarray(self.carried.mass * self.course.speed**2 / turning)

    @kept
    def corners(self) -> Array:
        """The corners' loads, (corners, marks) N, in the order of `corner_places`."""
        carried, tilt = self.carried, np.full_like(self.course.times, self.shot.move.slope)
        normal = self.weight * np.cos(tilt)
        ahead = carriage.front_moment(carried, self.course.acceleration, tilt, self.push)
        left = normal * carried.sideways - self.side * carried.height
        # Alike springs under a stiff deck share by a plane: the least squares of the balances.
        places = self.corner_places
        balances = np.vstack([np.ones(len(places)), places.T])
        return np.asarray(np.linalg.pinv(balances) @ np.stack([normal, ahead, left]))

    @kept
    def resting(self) -> Array:
        """What each corner bears while it stands level and nobody pushes, (corners,) N."""
        carried, places = self.carried, self.corner_places
        balances = np.vstack([np.ones(len(places)), places.T])
        wanted = self.weight * np.array([1.0, carried.forward, carried.sideways])
        alone = np.linalg.pinv(balances) @ wanted
        # One that the weight would lift bears nothing: the even share stands for it.
        return np.asarray(np.where(alone > 0, alone, self.weight / len(places)))

    @property
    def slows_alone(self) -> float:
        """How it slows by itself at the least, either way on its slope, m/s²."""
        return GRAVITY * (self.rolling_resistance - math.sin(abs(self.shot.move.slope)))

    @property
    def dip(self) -> float:
        """How far a rail sinks under a wheel at the most, wherever the dolly stands on it, m."""
        return self._laid[0]

    @property
    def sunk(self) -> float:
        """As its rails sink."""
        return self.dip

    @property
    def stress(self) -> float:
        """What a rail is bent with under a wheel at the most, Pa."""
        return self._laid[1] / self.rows.section.properties.modulus

    @property
    def rigidity(self) -> float:
        """E I of a rail, N·m²."""
        return self.rows.material.modulus * self.rows.section.properties.effective_moment

    @kept
    def rails(self) -> tuple[track.Rail, ...]:
        """The right and the left rail on their sleepers; none without track or sleepers."""
        laid = self.design.track
        if not laid.sleepered:
            return ()
        cuts: list[tuple[int, ...]] = [(), ()]
        if laid.joint == "butted":
            cuts = [
                tuple(round((at + laid.length / 2) / laid.apart) for at in laid.joints(left))
                for left in (False, True)
            ]
        return tuple(track.Rail(laid.spans, laid.apart, cut) for cut in cuts)

    @kept
    def _under(self) -> list[tuple[NDArray[np.bool_], track.Under]]:
        """Which corners stand on each rail, and what their wheels do to it all along."""
        places, sets = self.corner_places, np.array(self.design.sets)
        # A track no longer than the dolly is looked at about its middle.
        reach = max(self.design.track.length - self.design.outer_base, LEAST_WAY) / 2
        found = []
        for rail, on in zip(self.rails, (places[:, 1] < 0, places[:, 1] > 0), strict=True):
            wheels = (places[on, 0][:, None] + sets).ravel().tolist()
            found.append((on, track.under(rail, tuple(wheels), reach)))
        return found

    def _sunk(self, loads: Array) -> tuple[Array, Array]:
        """Sinking under each wheel set, (corners, sets, n) m, and moment there, N·m."""
        sets = len(self.design.sets)
        shape = (len(self.corner_places), sets, self._under[0][1].ways.size)
        sinks, bends = np.zeros(shape), np.zeros(shape)
        for on, under in self._under:
            forces = np.repeat(loads[on] / sets, sets)
            sinks[on] = np.einsum("ijn,j->in", under.sinks, forces).reshape(-1, *shape[1:])
            bends[on] = np.einsum("ijn,j->in", under.bends, forces).reshape(-1, *shape[1:])
        return sinks / self.rigidity, bends

    @kept
    def sinking(self) -> tuple[Array, Array]:
        """Ways of the middle, (n,) m, and how far each corner sinks there, (corners, n) m.

        As each is loaded on the average over the move.
        """
        sinks, _ = self._sunk(self.corners.mean(axis=1))
        return self._under[0][1].ways, sinks.mean(axis=1)

    @kept
    def _laid(self) -> tuple[float, float]:
        """The greatest sinking under a wheel, m, and the greatest moment, N·m.

        Looked for with the loads of the moments at which each corner is the heaviest.
        """
        if not self.rails:
            return 0.0, 0.0
        moments = sorted(set(self.corners.argmax(axis=1).tolist()))
        found = [self._sunk(self.corners[:, mark]) for mark in moments]
        return (
            max(float(sinks.max()) for sinks, _ in found),
            max(float(bends.max()) for _, bends in found),
        )

    @kept
    def rides(self) -> Rides:
        """The rides over the move on floors of its kind, or those of a moment ago."""
        from hazel_lantern.core.rigs.dolly.shaking import Rides

        return self.borrowed or Rides(self)

    @property
    def shaking(self) -> Shaking:
        """The ride that decides how much it shakes."""
        return self.rides.shown

    @kept
    def departure(self) -> tuple[Array, Array]:
        """How much farther from the subject than wanted the lens is, m, and its aim off, rad."""
        away, aim, distance = [], [], self.shot.subject.distance
        for line in (self.line, self.wanted):
            x, y, heading = line.at(self.course.place)
            away.append(np.hypot(x, distance - y))
            aim.append(np.arctan2(distance - y, -x) - heading - math.pi / 2)
        return away[0] - away[1], aim[0] - aim[1]


class Finely(DollyAnswer):
    """The same dolly at so many times that nothing is worse between two of them."""

    @kept
    def course(self) -> Course:
        """Times even and close."""
        pace, way = self.shot.pace, self.shot.move.distance
        times = np.linspace(0.0, pace.duration, FINE)
        return self._course(times, pace.motion(way, times))
