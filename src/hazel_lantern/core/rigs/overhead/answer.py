"""The solved overhead rig: how its beam bends and twists, where its lens is, what it sees."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal, NamedTuple

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.catalogue.rows import Material, Section, Wheel, Wire
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.load import CentreOfMass
from hazel_lantern.core.mechanics import built_beam
from hazel_lantern.core.mechanics.beam import Beam, Loads, Response, Support, factorised
from hazel_lantern.core.mechanics.built_beam import Boards, Stiff
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.overhead import Eye
from hazel_lantern.core.mechanics.sections import SectionProperties
from hazel_lantern.core.rigs.answer import Answer
from hazel_lantern.core.rigs.overhead.boom import Bent, bent
from hazel_lantern.core.rigs.overhead.model import OverheadDesign
from hazel_lantern.core.shot import Glide, Hold, Swing

Array = NDArray[np.float64]
#: Marks of a rig that only holds; a rail goes on past its supports by this, m.
MARKS, PAST = 9, 0.04
#: Share of an even beam's mass that moves with its middle.
MOVES = 17 / 35


@dataclass(frozen=True)
class Rows:
    """The catalogue rows it is made of."""

    section: Section
    material: Material
    wheel: Wheel
    pole: Section
    pole_material: Material
    pieces: tuple[tuple[Section, Material], ...]
    tether: Wire


@dataclass(frozen=True, eq=False)
class Course:
    """The move at its marks: s; trolley along and gantry away, m, the boom's turn, rad; its way."""

    times: Array
    along: Array
    away: Array
    turn: Array
    way: Array
    speed: Array
    acceleration: Array


class Sway(NamedTuple):
    """What a newton from the side at the lens does: it moves, m, and tilts, rad."""

    moves: float
    tilts: float


@dataclass(frozen=True, eq=False)
class OverheadAnswer(Answer[OverheadDesign]):
    """The physics of an overhead rig.

    Along counts from the rail's left support, away from the rail's middle line (towards the wall),
    up from the floor.
    """

    @kept
    def rows(self) -> Rows:
        """Rows of the catalogue."""
        design, row = self.design, self.case.row
        carrier, drop = design.carrier, design.drop
        section = row("sections", carrier.section)
        boards = carrier.made != "section"
        pole = row("sections", drop.pole)
        pieces = tuple(row("sections", one.section) for one in drop.pieces)
        return Rows(
            section,
            row("materials", carrier.material if boards else section.material),
            row("wheels", design.trolley.wheel),
            pole,
            row("materials", pole.material),
            tuple((one, row("materials", one.material)) for one in pieces),
            row("wires", design.tether.row),
        )

    @property
    def boom(self) -> bool:
        """Whether a boom carries the camera."""
        return self.design.drop.kind == "boom"

    @kept
    def reach(self) -> float:
        """Of the boom, m."""
        return sum(one.length for one in self.design.drop.pieces) if self.boom else 0.0

    @kept
    def centre(self) -> CentreOfMass:
        """Of all that is carried, from the screw."""
        return self.load.centre()

    @kept
    def course(self) -> Course:
        """The move at its marks."""
        move, pace, points = self.shot.move, self.shot.pace, self.design.drop.points
        start = getattr(move, "start", 0.0)
        if isinstance(move, Swing):
            times, motion = pace.marked(move.turned)
            turn = points + move.sense * (motion.place - move.turned / 2)
            same = np.full_like(times, start)
            return Course(
                times,
                same,
                np.zeros_like(times),
                turn,
                turn,
                move.sense * motion.speed,
                move.sense * motion.acceleration,
            )
        if not isinstance(move, Glide):
            return self._held(move.stays if isinstance(move, Hold) else ((start, 0.0),))
        whole = math.hypot(move.distance, move.across)
        times, motion = pace.marked(whole)
        share = motion.place / whole
        share = share if move.sense > 0 else 1 - share
        along = start + share * move.distance
        cos = move.distance / whole
        return Course(
            times,
            along,
            # A rail that does not roll itself goes along only: its lamp says so.
            (share - 0.5) * (move.across if self.design.rolls else 0.0),
            np.full_like(times, points),
            along,
            move.sense * motion.speed * cos,
            move.sense * motion.acceleration * cos,
        )

    def _held(self, stays: tuple[tuple[float, float], ...]) -> Course:
        """As long in every place; on the way from one to the next nothing is filmed."""
        each = max(MARKS // len(stays), 2)
        edges = np.linspace(0.0, self.shot.pace.duration, len(stays) + 1)
        # The last mark in a place and the first in the next share a moment.
        times = np.concatenate([np.linspace(*both, each) for both in pairwise(edges)])
        x, y = (np.repeat(row, each) for row in np.array(stays).T)
        y = y if self.design.rolls else np.zeros_like(y)
        way = x[0] + np.concatenate([[0.0], np.hypot(np.diff(x), np.diff(y)).cumsum()])
        none = np.zeros_like(times)
        return Course(times, x, y, none + self.design.drop.points, way, none, none)

    @property
    def stay(self) -> NDArray[np.int_]:
        """In which of the places to stay every mark is; all in one where the camera moves."""
        hops = np.diff(self.course.way) > 0
        held = isinstance(self.shot.move, Hold)
        return np.concatenate([[0], (hops & held).cumsum()])

    @kept
    def boards(self) -> Boards | None:
        """The boards of a beam made of them."""
        own = self.design.carrier
        if own.made == "section":
            return None
        shape: Literal["I", "box"] = "I" if own.made == "I of boards" else "box"
        return Boards(shape, own.flange_width, own.flange, own.web, own.web_height)

    @kept
    def stiff(self) -> Stiff:
        """How a beam of boards bends."""
        own, boards = self.design.carrier, self.boards
        assert boards is not None
        if own.joint == "glued":
            return built_beam.glued(boards)
        material = self.rows.material
        slips = built_beam.slip(material.density, own.screw)
        return built_beam.screwed(
            boards, material.modulus, self.design.holding.span, own.pitch, slips
        )

    @kept
    def shape(self) -> SectionProperties:
        """Of one rail or beam."""
        if self.boards is None:
            return self.rows.section.properties
        return built_beam.properties(self.boards, self.stiff, self.design.carrier.joint == "glued")

    @kept
    def rigidity(self) -> tuple[float, float]:
        """Of all rails together: E I, N·m², and against shear, N."""
        material, count = self.rows.material, self.design.rails
        bends = count * material.modulus * self.shape.effective_moment
        if self.boards is None:
            return bends, np.inf
        return bends, material.shear_modulus * built_beam.shear_area(self.boards.layers)

    @kept
    def line_mass(self) -> float:
        """Of all rails together, kg/m."""
        return float(self.design.rails * self.shape.area * self.rows.material.density)

    @kept
    def drop_mass(self) -> float:
        """Of pole or boom, kg."""
        drop, rows = self.design.drop, self.rows
        pole = rows.pole.properties.area * rows.pole_material.density * drop.length
        if not self.boom:
            return float(pole)
        return float(pole) + self.bent.mass

    @kept
    def carried(self) -> float:
        """On the trolley's wheels, kg."""
        return self.design.trolley.mass + self.drop_mass + self.centre.mass

    @property
    def weight(self) -> float:
        """On the trolley's wheels, N."""
        return self.carried * GRAVITY

    @property
    def down(self) -> int:
        """−1 where the camera stands above its rail."""
        return 1 if self.design.drop.way == "hangs below" else -1

    @kept
    def screw_up(self) -> float:
        """Of the camera's screw over the floor, m."""
        design = self.design
        return design.holding.height - self.down * (design.trolley.hang + design.drop.length)

    @property
    def lens_up(self) -> float:
        """Of the lens over the floor, m."""
        return self.screw_up

    @property
    def hangs(self) -> float:
        """Of the lens below the rail, m; negative above it."""
        return self.design.holding.height - self.lens_up

    @kept
    def hangs_at(self) -> float:
        """Depth of the middle of all that hangs on the trolley below the rail, m."""
        design, centre = self.design, self.centre
        begins, drop = design.trolley.hang, design.drop.length
        camera = begins + drop + centre.forward * math.cos(design.drop.nod)
        rest = max(self.carried - centre.mass - self.drop_mass, 0.0) * begins
        whole = centre.mass * camera + self.drop_mass * (begins + drop / 2) + rest
        return max(whole / max(self.carried, 1e-9), 1e-3)

    @property
    def distance(self) -> float:
        """From the lens to the bench along its axis, m."""
        down = max(self.lens_up - self.design.bench.height, 0.02)
        return down / max(math.cos(self.design.drop.nod), 0.05)

    @kept
    def mount(self) -> tuple[Array, Array]:
        """Of the camera's screw from the trolley's middle, along and away at every mark, m."""
        turn, off = self.course.turn, self.design.drop.off
        return self.reach * np.cos(turn), self.reach * np.sin(turn) + off

    @kept
    def yaw(self) -> Array:
        """Of the camera from upright in the frame, rad: it turns with its boom."""
        return self.course.turn - math.pi / 2 if self.boom else np.zeros_like(self.course.turn)

    @kept
    def eyes(self) -> tuple[Array, Array]:
        """Of the lens along and away at every mark, m."""
        right, far = self.mount
        # The lens axis is off the screw by what it is over it, laid on its back.
        axis = self.load.lens_axis
        return (
            self.course.along + right - axis * np.sin(self.yaw),
            self.course.away + far + axis * np.cos(self.yaw),
        )

    def eye(self, mark: int) -> Eye:
        """The lens at a mark."""
        x, y = self.eyes
        place = np.array([x[mark], y[mark], self.lens_up])
        return Eye(place, self.design.drop.nod, float(self.yaw[mark]))

    @kept
    def heavy(self) -> tuple[Array, Array]:
        """First moments of what hangs about the trolley's middle, along and away, N·m."""
        right, far = self.mount
        centre, nod = self.centre, self.design.drop.nod
        # Looking down the camera's up is away, its forward is down.
        out = centre.up * math.cos(nod) + centre.forward * math.sin(nod)
        cos, sin = np.cos(self.yaw), np.sin(self.yaw)
        x = right + centre.right * cos - out * sin
        y = far + centre.right * sin + out * cos
        along, away = centre.mass * x, centre.mass * y
        if self.boom:
            own = self.bent.first_moment
            along = along + own * np.cos(self.course.turn)
            away = away + own * np.sin(self.course.turn)
        return GRAVITY * along, GRAVITY * away

    @kept
    def supports(self) -> tuple[Support, ...]:
        """Both ends, which give a little."""
        gives = self.design.holding.sinks
        return Support(0.0, gives), Support(self.design.holding.span, gives)

    @kept
    def beam(self) -> Beam:
        """All rails together."""
        bends, shears = self.rigidity
        return factorised(self.design.holding.span, bends, self.supports, shears)

    @kept
    def wheels_at(self) -> Array:
        """Where the trolley presses, (2, n) m."""
        half, span = self.bearing / 2, self.design.holding.span
        return np.clip(np.stack([self.course.along - half, self.course.along + half]), 0.0, span)

    @property
    def bearing(self) -> float:
        """Of the trolley along the rail, m: wheelbase, or block."""
        trolley = self.design.trolley
        return trolley.block if trolley.runs == "block" else trolley.wheelbase

    @kept
    def presses(self) -> Array:
        """Of the two ends of the trolley, (2, n) N."""
        tips = self.heavy[0] / self.bearing
        return np.stack([self.weight / 2 - tips, self.weight / 2 + tips])

    @kept
    def response(self) -> Response:
        """Of the beam at every mark."""
        return self.beam.solve(Loads(self.wheels_at, self.presses, self.line_mass * GRAVITY))

    @kept
    def sinks(self) -> Array:
        """Of the beam under the trolley's two ends at every mark, (2, n) m, downwards."""
        return -self.beam.deflection(self.response, self.wheels_at)

    @kept
    def own_sag(self) -> float:
        """Of the bare beam in the middle, m."""
        none = np.zeros((1, 1))
        middle = none + self.design.holding.span / 2
        bare = self.beam.solve(Loads(middle, none, self.line_mass * GRAVITY))
        return float(-self.beam.deflection(bare, middle)[0, 0])

    @kept
    def slope(self) -> Array:
        """Of the trolley at every mark, rad: down to the right positive."""
        sunk = self.sinks
        return np.asarray((sunk[1] - sunk[0]) / self.bearing)

    @kept
    def twisting(self) -> float:
        """Of beam and brackets at the middle, N·m/rad."""
        span, rows, own = self.design.holding.span, self.rows, self.design
        stiff = rows.material.shear_modulus * self.shape.torsion_constant * own.rails
        if own.rails == 2:
            # Two rails apart turn by one sinking and the other not.
            bends = self.rigidity[0] / 2
            stiff += 48 * bends / span**3 * own.carrier.spacing**2 / 2 * span / 4
        return 1 / (span / (4 * stiff) + 1 / (2 * own.holding.twists))

    @kept
    def twisted(self) -> Array:
        """Of the beam by what hangs off its middle line, at every mark, rad."""
        span, x = self.design.holding.span, np.clip(self.course.along, 0, self.design.holding.span)
        return self.heavy[1] / self.twisting * np.clip(4 * x * (span - x) / span**2, 0.0, 1.0)

    @kept
    def bent(self) -> Bent:
        """Of the boom under camera and itself."""
        return bent(self.design.drop, self.rows.pieces, self.centre.mass)

    @kept
    def leans(self) -> tuple[Array, Array]:
        """Of the lens at every mark along and away, rad: slopes of beam and boom, twist."""
        along, away = self.slope.copy(), self.twisted.copy()
        if self.boom:
            along = along + self.bent.slope * np.cos(self.course.turn)
            away = away + self.bent.slope * np.sin(self.course.turn)
        return along, away

    @kept
    def sway(self) -> Sway:
        """A newton from the side at the lens: holding, beam sideways, twist over the drop, pole."""
        design, rows, span = self.design, self.rows, self.design.holding.span
        sideways = design.rails * rows.material.modulus * self.shape.sideways_moment
        rail = 1 / (2 * design.holding.sways) + span**3 / (48 * sideways)
        drop = abs(self.hangs)
        twist = drop / self.twisting
        pole = rows.pole_material.modulus * rows.pole.properties.effective_moment
        length = design.drop.length
        return Sway(rail + twist * drop + length**3 / (3 * pole), twist + length**2 / (2 * pole))

    @kept
    def upright(self) -> tuple[float, float]:
        """In the middle: upright stiffness, N/m, and what moves with it, kg."""
        one = np.ones((1, 1))
        middle = one * self.design.holding.span / 2
        response = self.beam.solve(Loads(middle, one, 0.0))
        gives = float(-self.beam.deflection(response, middle)[0, 0])
        moving = self.carried + MOVES * self.line_mass * self.design.holding.span
        if self.boom:
            gives += self.bent.gives
            moving = self.centre.mass + self.bent.mass / 4
        return 1 / gives, max(moving, 1e-3)

    @property
    def bounce(self) -> tuple[float, float]:
        """Upright."""
        stiff, mass = self.upright
        return math.sqrt(stiff / mass) / (2 * math.pi), self.design.carrier.damping

    @kept
    def axis(self) -> Axis:
        """Along the rail, or about the boom's bolt."""
        course, move = self.course, self.shot.move
        sense = move.sense
        if isinstance(move, Swing):
            rubbed = self.ring_friction
            return Axis(
                name="swing",
                kind="angle",
                place=course.way,
                speed=course.speed,
                acceleration=course.acceleration,
                resisting={"bolt": np.full_like(course.way, rubbed * sense)},
                inertia=max(self.bent.inertia, 1e-3),
                pixels=self.focal_px * self.reach / self.distance,
                reach=self.reach,
                friction=frozenset({"bolt"}),
                last=("belt round it", "friction roller"),
            )
        rolls = self.rubs * self.weight
        slope = self.weight * math.sin(self.design.trolley.slope)
        return Axis(
            name="along the rail",
            kind="length",
            place=course.way,
            speed=course.speed,
            acceleration=course.acceleration,
            resisting={
                "rolling": np.full_like(course.way, rolls * sense),
                "slope": np.full_like(course.way, slope),
            },
            inertia=max(self.carried, 1e-3),
            pixels=self.focal_px / self.distance,
            friction=frozenset({"rolling"}),
            last=("belt loop", "line and spool", "friction roller"),
        )

    @property
    def rubs(self) -> float:
        """What resists along the rail, as a share of the weight."""
        trolley = self.design.trolley
        return trolley.friction if trolley.runs == "block" else self.rows.wheel.rolling_resistance

    @property
    def ring_friction(self) -> float:
        """Torque that the boom's bolt holds by friction, N·m."""
        drop = self.design.drop
        return drop.rubs * (drop.pressed + self.weight) * drop.ring / 2
