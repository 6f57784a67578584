"""The solved orbit rig: masses that turn, the arm, what it does to bearing, base and picture."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.catalogue.rows import Bearing, Material, Section, Thread, Wire
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.load import CentreOfMass
from hazel_lantern.core.mechanics import balance, orbit
from hazel_lantern.core.mechanics.balance import Body
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.driving import turning_drag
from hazel_lantern.core.mechanics.motion import Motion
from hazel_lantern.core.mechanics.windup import by_sinking
from hazel_lantern.core.rigs.answer import Answer
from hazel_lantern.core.rigs.kit.counterweight import Balancing
from hazel_lantern.core.rigs.orbit.model import F, OrbitDesign
from hazel_lantern.core.shot import Turn

Array = NDArray[np.float64]
#: Height of a desk's top, m.
DESK = 0.74


@dataclass(frozen=True)
class Rows:
    """The catalogue rows an orbit rig is made of."""

    bearing: Bearing
    section: Section
    material: Material
    post: Section
    post_material: Material
    pipe: Section
    pipe_material: Material
    tether: Wire
    camera_thread: Thread


@dataclass(frozen=True, eq=False)
class Course:
    """The move at its marks: s, and the turn of the arm, rad, with its rates."""

    times: Array
    turn: Array
    rate: Array
    acceleration: Array


@dataclass(frozen=True, eq=False)
class OrbitAnswer(Answer[OrbitDesign]):
    """The physics of an orbit rig.

    ``along`` of a body counts from the axis on the camera's side, ``up`` over the bearing's level.
    """

    @kept
    def rows(self) -> Rows:
        """Rows of the catalogue."""
        design, row = self.design, self.case.row
        section, post = row("sections", design.arm.section), row("sections", design.arm.post)
        pipe = row("sections", design.base.pipe)
        return Rows(
            row("bearings", design.bearing.row),
            section,
            row("materials", section.material),
            post,
            row("materials", post.material),
            pipe,
            row("materials", pipe.material),
            row("wires", design.fixing.tether),
            row("threads", "unc-3-8"),
        )

    @property
    def turn(self) -> Turn:
        """The move."""
        move = self.shot.move
        assert isinstance(move, Turn)
        return move

    @kept
    def course(self) -> Course:
        """The move at its marks; the middle of the move is at 0."""
        move, motion = self.turn, self.moved[1]
        sense = move.sense
        return Course(
            self.moved[0],
            sense * (motion.place - move.turned / 2),
            sense * motion.speed,
            sense * motion.acceleration,
        )

    @kept
    def moved(self) -> tuple[Array, Motion]:
        """Times and motion of the turn, s and rad."""
        times, motion = self.shot.pace.marked(self.turn.turned)
        return times, motion

    @kept
    def top(self) -> float:
        """The greatest speed, rad/s."""
        return float(np.abs(self.course.rate).max())

    @kept
    def hurry(self) -> float:
        """The greatest acceleration, rad/s²."""
        return float(np.abs(self.course.acceleration).max())

    @property
    def radius(self) -> float:
        """Of the lens from the axis, m."""
        return self.turn.radius

    @kept
    def centre(self) -> CentreOfMass:
        """Of all that is carried, from the screw."""
        return self.load.centre()

    @property
    def outward(self) -> float:
        """How the camera's forward axis lies: −1 to the axis, 1 away from it, 0 along."""
        return {"in": -1.0, "out": 1.0, "along": 0.0}[self.design.looks]

    @property
    def along(self) -> bool:
        """Whether the lens looks in or out, which on a drawing is along the arm."""
        return self.design.looks != "along"

    @property
    def level(self) -> float:
        """Height of the bearing's level over the floor, m."""
        return self.design.base.height

    @kept
    def arm_up(self) -> float:
        """Of the arm's middle line over the bearing's level, m; below it where it hangs."""
        design, rows = self.design, self.rows
        above = rows.bearing.height + design.arm.spacer + rows.section.properties.height / 2
        return design.down * above

    @property
    def screw_up(self) -> float:
        """Of the camera's screw over the bearing's level, m."""
        return self.arm_up + self.design.arm.riser

    @property
    def lens_height(self) -> float:
        """Of the lens over the floor, m."""
        return self.level + self.screw_up + self.load.lens_axis

    @kept
    def camera(self) -> Body:
        """All that is carried, and its cradle."""
        centre, arm = self.centre, self.design.arm
        out, up = self.radius + self.outward * centre.forward, self.screw_up + centre.up
        mass = centre.mass + arm.cradle
        if mass <= 0:
            return Body(0.0, out, up)
        return Body(
            mass,
            (centre.mass * out + arm.cradle * self.radius) / mass,
            (centre.mass * up + arm.cradle * self.screw_up) / mass,
        )

    @kept
    def line_mass(self) -> float:
        """Of the arm, kg/m."""
        return float(self.rows.section.properties.area * self.rows.material.density)

    @property
    def front(self) -> float:
        """Of the arm on the camera's side, m."""
        return self.radius + self.design.arm.beyond

    @kept
    def frame(self) -> tuple[Body, ...]:
        """The arm and the riser, without camera and weights."""
        design, rows = self.design, self.rows
        rods = balance.rod(self.line_mass, -design.arm.tail, self.front)
        arm = [Body(rod.mass, rod.along, self.arm_up) for rod in rods]
        post = float(rows.post.properties.area * rows.post_material.density)
        low, high = sorted((self.arm_up, self.screw_up))
        half = (high - low) / 2
        risers = [
            Body(post * half, self.radius, low + half * (1 + side / 3**0.5)) for side in (-1, 1)
        ]
        return (*arm, *risers)

    @kept
    def weights(self) -> Body:
        """Plates and bar."""
        weights = self.design.counterweight
        mass = weights.mass + weights.bar_mass
        return Body(mass, -weights.place, self.arm_up + weights.above)

    @kept
    def bodies(self) -> tuple[Body, ...]:
        """All that turns."""
        return (*self.frame, self.camera, self.weights)

    @kept
    def turning_mass(self) -> float:
        """Of all that turns, kg."""
        return sum(body.mass for body in self.bodies)

    @property
    def left_over(self) -> float:
        """Σ m x, kg·m: positive is heavy on the camera's side."""
        return balance.moment(self.bodies)

    @kept
    def inertia(self) -> float:
        """About the axis, kg·m²."""
        return sum(body.mass * body.along**2 for body in self.bodies)

    @kept
    def needed(self) -> float:
        """First moment that the weights have to balance, kg·m."""
        return balance.moment((*self.frame, self.camera))

    @property
    def held(self) -> float:
        """First moment that nobody minds, kg·m: a fiftieth of what is balanced."""
        return 0.02 * abs(self.needed)

    @property
    def balancing(self) -> Balancing:
        """What the weights have to balance."""
        return Balancing(
            self.design.counterweight, F.counterweight, self.needed, self.held, self.radius
        )

    @kept
    def rocking(self) -> float:
        """The greatest moment on the bearing of weight and turning, N·m, with its sign."""
        found = orbit.couple(self.bodies, np.array([0.0, self.top]))
        return float(found[int(np.abs(found).argmax())])

    @kept
    def bearing_moment(self) -> float:
        """At the worst mark, with what spinning up asks, N·m."""
        course = self.course
        rocks = orbit.couple(self.bodies, course.rate)
        spun = orbit.product(self.bodies) * course.acceleration
        return float(np.hypot(rocks, spun).max())

    @property
    def side_pull(self) -> float:
        """What turning leaves over outwards, N."""
        return orbit.pull(1.0, abs(self.left_over), self.top)

    @kept
    def free_arm(self) -> float:
        """From the bearing's edge to the camera, m."""
        return max(self.radius - self.rows.bearing.width / 2, 0.02)

    @kept
    def rigidity(self) -> float:
        """Of the arm, N·m²."""
        return float(self.rows.material.modulus * self.rows.section.properties.effective_moment)

    @property
    def outward_moment(self) -> float:
        """What the camera's pull bends the arm by at its end: it acts over the arm, N·m."""
        over = self.camera.up - self.arm_up
        return orbit.pull(self.camera.mass, self.camera.along, self.top) * over

    @kept
    def dips(self) -> tuple[float, float, float]:
        """Of the arm's end under weight, of the camera's pull outwards, of the hub's give, m."""
        length, stiff = self.free_arm, self.rigidity
        own = self.line_mass * GRAVITY * length**4 / (8 * stiff)
        hung = self.camera.mass * GRAVITY * length**3 / (3 * stiff) + own
        pulled = self.outward_moment * length**2 / (2 * stiff)
        given = self.bearing_moment / self.hub_stiffness * self.radius
        return hung, pulled, given

    @kept
    def mast_sinks(self) -> float:
        """Of a mast's end under all that turns: its arm bends, and so does its foot, m."""
        base, rows = self.design.base, self.rows
        if base.kind != "mast at a desk":
            return 0.0
        stiff = rows.pipe_material.modulus * rows.pipe.properties.effective_moment
        high = max(self.level - DESK, 0.05)
        weight = (self.turning_mass + rows.bearing.mass) * GRAVITY
        return float(weight * base.mast**2 * (base.mast / 3 + high) / stiff)

    @property
    def dip(self) -> float:
        """Of the camera at full speed, m."""
        return sum(self.dips) + self.mast_sinks

    @kept
    def hub_stiffness(self) -> float:
        """Of the bearing against leaning, N·m/rad; two share it by their distance."""
        row, apart = self.rows.bearing, self.design.bearing.apart
        return row.tilt_stiffness * (2 + 4 * (apart / row.width) ** 2 if apart else 1)

    @kept
    def stress(self) -> float:
        """At the arm's clamp, Pa."""
        length = self.free_arm
        bent = self.camera.mass * GRAVITY * length + self.line_mass * GRAVITY * length**2 / 2
        modulus = self.rows.section.properties.modulus
        return float((bent + abs(self.outward_moment)) / modulus)

    @kept
    def frequency(self) -> float:
        """Of the camera on its riser at the arm's end, Hz."""
        over = abs(self.camera.up - self.arm_up)
        mass = max(self.camera.mass, 1e-3)
        own = orbit.end_frequency(self.free_arm, self.rigidity, mass, over, self.line_mass)
        # Two springs after each other: neither is quicker than both (Dunkerley).
        carried = by_sinking(self.mast_sinks)
        return 1 / math.hypot(1 / own, 1 / carried)

    @property
    def bounce(self) -> tuple[float, float]:
        """Of the camera on its riser."""
        return self.frequency, self.design.arm.damping

    @property
    def energy(self) -> float:
        """Stored at the greatest speed, J."""
        return 0.5 * self.inertia * self.top**2

    @kept
    def swept(self) -> tuple[float, float]:
        """Nearest to the axis that the camera comes, and the outermost corner that turns, m."""
        inner, outer = self.radius, max(self.front, self.design.arm.tail)
        weights = self.design.counterweight
        outer = max(outer, math.hypot(weights.place + weights.radius, weights.bar_side))
        for item in self.load.items:
            ahead, back = item.forward + item.length / 2, item.forward - item.length / 2
            left, right = item.right - item.width / 2, item.right + item.width / 2
            for deep in (ahead, back):
                for wide in (left, right):
                    out = self.radius + (self.outward * deep if self.along else wide)
                    aside = wide if self.along else deep
                    inner = min(inner, abs(out))
                    outer = max(outer, math.hypot(out, aside))
        return inner, outer

    @property
    def distance(self) -> float:
        """From the lens to what is looked at, m."""
        return self.radius if self.design.looks == "in" else self.shot.subject.distance

    @kept
    def axis(self) -> Axis:
        """The turn."""
        course, base, rows = self.course, self.design.base, self.rows
        sense = self.turn.sense
        heavy = GRAVITY * self.left_over * math.sin(base.lean)
        ends = turning_drag(rows.section.properties.height, self.front, 1.0)
        ends += turning_drag(rows.section.properties.height, self.design.arm.tail, 1.0)
        # Of a lens that looks in it is the wall behind the subject that runs past.
        far = max(self.shot.room.length / 2, 0.5)
        behind = far / (self.radius + far) if self.design.looks == "in" else 1.0
        return Axis(
            name="turn",
            kind="angle",
            place=course.turn,
            speed=course.rate,
            acceleration=course.acceleration,
            resisting={
                "bearing": np.full_like(course.turn, self.drag * sense),
                "balance": heavy * np.sin(course.turn),
                "air": ends * course.rate**2 * sense,
            },
            inertia=self.inertia,
            pixels=self.focal_px * behind,
            reach=self.radius,
            friction=frozenset({"bearing"}),
            last=("belt round it", "friction roller", "sector"),
        )

    @property
    def drag(self) -> float:
        """Friction of the bearings, N·m."""
        own = self.design.bearing
        return own.drag or self.rows.bearing.drag * (2 if own.apart else 1)
