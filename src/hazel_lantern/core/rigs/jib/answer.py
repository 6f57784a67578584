"""How a jib answers over its swing: places, balance, tilt, bending. Pure numbers."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import partial
from typing import Self

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.axis import Axis, Beam
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.load import CentreOfMass
from hazel_lantern.core.mechanics import balance, linkage, picture, standing
from hazel_lantern.core.mechanics.balance import Body
from hazel_lantern.core.mechanics.boom import Boom, Stretch, boom_of
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.driving import turning_drag
from hazel_lantern.core.mechanics.motion import Motion
from hazel_lantern.core.rigs.answer import Answer
from hazel_lantern.core.rigs.jib.geometry import Geometry
from hazel_lantern.core.rigs.jib.levelling import Levelling
from hazel_lantern.core.rigs.jib.model import BAR_END, BOOM_END, F, JibDesign
from hazel_lantern.core.rigs.jib.rows import Rows, hole_width, slot_width
from hazel_lantern.core.rigs.kit.arm import boom_stretches, stresses
from hazel_lantern.core.rigs.kit.counterweight import Balancing
from hazel_lantern.core.shot import Rise

Array = NDArray[np.float64]
#: The larger camera thread, by which heads and bodies are held.
CAMERA_THREAD = "unc-3-8"
#: Thickness of the post's cheeks, half of a turntable's breadth, and what stands over it, m.
CHEEK, TURNTABLE, STUB = 0.012, 0.075, 0.05
#: Legs that are not the maker's own are hinged at this share of the height under the pivot.
HINGED = 0.72


@dataclass(frozen=True)
class Course:
    """The move: times, swing of the boom and pan, rad, with their rates, speed of the lens."""

    times: Array
    swing: Array
    rate: Array
    acceleration: Array
    pan: Array
    pan_rate: Array
    pan_acceleration: Array
    lens_speed: Array


@dataclass(frozen=True)
class PanLag:
    """How the lens lags behind a pan.

    Attributes
    ----------
    frequency : float
        Of the swing it makes, Hz.
    turn, aside : float
        Of the lens for a pan of 1 rad/s², rad and m.
    base : float
        Share of the turn that is of base and turntable; the rest is the boom's bending.
    """

    frequency: float
    turn: float
    aside: float
    base: float


class JibAnswer(Answer[JibDesign]):
    """A solved jib.

    ``everywhere`` are the swings looked at, rad: first those of the move's marks, then even
    steps from stop to stop; what is computed at them all is taken apart again with `over_move`
    and `stop_to_stop`.
    """

    @kept
    def rows(self) -> Rows:
        """The rows it is made of; raises CatalogueError for an id that is not there."""
        case, design = self.case, self.design
        section = case.row("sections", design.boom.section)
        inner = [case.row("sections", one) for one in design.boom.inner]
        bar = case.row("sections", design.level.section)
        material_of = self.workshop.catalogue.material_of
        return Rows(
            section=section,
            material=material_of(section),
            inner=tuple((one, material_of(one)) for one in inner),
            bar=bar,
            bar_material=material_of(bar),
            wire=case.row("wires", design.level.wire),
            pivot=case.row("pivots", design.pivots.kind),
            main_bolt=case.row("threads", design.pivots.main_bolt),
            bolt=case.row("threads", design.pivots.bolt),
            camera_thread=case.row("threads", CAMERA_THREAD),
            turntable=case.row("turntables", design.post.turntable),
            stand=case.row("stands", design.post.stand),
            handle_mass=case.row("hardware", "tail-handle").mass,
        )

    def looked_up(self) -> Self:
        """Itself, once its rows are found and its pieces nest.

        Raises
        ------
        CannotBe
            If a part is not in the catalogue, or two pieces do not nest.
        """
        _ = super().looked_up().stretches
        return self

    @property
    def rise(self) -> Rise:
        """The move."""
        move = self.shot.move
        assert isinstance(move, Rise)
        return move

    @property
    def along(self) -> bool:
        """Whether the camera looks along the boom."""
        return self.design.platform.looks == "along the boom"

    @kept
    def centre(self) -> CentreOfMass:
        """Of what is carried."""
        return self.load.centre()

    @property
    def payload(self) -> float:
        """What hangs on the front pin, kg."""
        return self.centre.mass + self.design.platform.mass

    @property
    def overhang(self) -> float:
        """How far the load's weight is ahead of the front pin, m."""
        ahead = self.centre.forward if self.along else -self.centre.right
        return self.design.platform.ahead + ahead

    @kept
    def geometry(self) -> Geometry:
        """Where things are for any swing."""
        design, platform = self.design, self.design.platform
        return Geometry(
            design.boom.front,
            design.post.pivot_height,
            platform.ahead,
            platform.rise,
            self.load.lens_axis,
            design.level.kind != "none",
            design.pivots.lifted,
        )

    @kept
    def course(self) -> Course:
        """Swing and pan over the move, as far as the stops allow."""
        shot = self.shot
        times, motion = shot.pace.marked(shot.move.distance)
        swing, rate, acceleration = self._swung(motion)
        share = self.rise.sweep / shot.move.distance
        pan_rate = share * motion.speed
        reach = self.geometry.lens(swing)[0]
        along = np.hypot(self.geometry.radius * rate, reach * pan_rate)
        return Course(
            times,
            swing,
            rate,
            acceleration,
            share * (motion.place - shot.move.distance / 2),
            pan_rate,
            share * motion.acceleration,
            np.asarray(along),
        )

    def swinging(self, times: Array) -> Array:
        """Angular acceleration of the boom at times of the move, rad/s²."""
        return self._swung(self.shot.pace.motion(self.shot.move.distance, times))[2]

    def _swung(self, motion: Motion) -> tuple[Array, Array, Array]:
        """Swing of the boom, rad, its rate and its acceleration for a motion of the lens.

        Against a stop it stands, whatever the shot asks.
        """
        shot, stops, sense = self.shot, self.design.swing, self.shot.move.sense
        height = shot.camera_height + sense * (motion.place - shot.move.distance / 2)
        swing = self.geometry.swing_at(height, stops.down, stops.up)
        free = (swing > -stops.down) & (swing < stops.up)
        rate, acceleration = self.geometry.rates(
            swing, sense * motion.speed, sense * motion.acceleration
        )
        return swing, rate * free, acceleration * free

    @kept
    def spread(self) -> float:
        """Between neighbouring feet, as entered or as the legs give it, m."""
        post, feet = self.design.post, self.rows.stand.feet
        if post.legs.cut:
            return 2 * post.legs.reach * math.sin(math.pi / feet)
        return post.spread

    @property
    def feet_reach(self) -> float:
        """From the post's middle to each foot, m."""
        return standing.foot_reach(self.rows.stand.feet, self.spread)

    @kept
    def everywhere(self) -> Array:
        """The swings of the marks, then from stop to stop, rad."""
        stops = self.design.swing
        return np.concatenate([self.course.swing, np.linspace(-stops.down, stops.up, 61)])

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

    @kept
    def lens(self) -> Array:
        """Reach and height of the lens everywhere, (2, swings) m."""
        return np.stack(self.geometry.lens(self.everywhere))

    @property
    def travel(self) -> float:
        """How far the lens rises between its stops, m."""
        heights = self.stop_to_stop(self.lens)[1]
        return float(heights.max() - heights.min())

    @kept
    def stretches(self) -> tuple[Stretch, ...]:
        """The boom from tail to tip."""
        return tuple(boom_stretches(self.design.boom, self.rows))

    @property
    def _ends(self) -> tuple[tuple[float, float], ...]:
        """Place and mass of what hangs on the boom's ends, m and kg."""
        weights = self.design.counterweight
        tail = (-weights.place, weights.mass + weights.bar_mass)
        # Of what runs beside the boom one half hangs on the front pin, the other on the post.
        end = self.payload + sum(body.mass for body in self._beside) / 2
        handle = (-self.design.boom.tail, self.rows.handle_mass)
        return (self.design.boom.front, end + self._past_pin), tail, handle

    @property
    def _past_pin(self) -> float:
        """Mass of what of the boom reaches past its front pin, kg."""
        return self.stretches[-1].line_mass[1] * BOOM_END

    @kept
    def boom(self) -> Boom:
        """The boom with camera and weights on its ends."""
        return boom_of(self.stretches, self._ends)

    @kept
    def sideways(self) -> Boom:
        """The boom as it bends sideways when it is panned."""
        bent = tuple(boom_stretches(self.design.boom, self.rows, sideways=True))
        return boom_of(bent, self._ends)

    @kept
    def pan_lag(self) -> PanLag:
        """How base, turntable and boom lag behind one radian a second squared of pan."""
        boom = self.sideways
        stiff = boom.turned
        # The load stands ahead of the pin at which the boom has it, or behind: pin and turn of the
        # tip take it along.
        there = self.centre.mass * self.overhang
        on = partial(boom.inertia_load, at_tip=there * self.overhang, ahead=there)
        # What the boom does not have, such as what lies beside it, turns with its foot.
        foot = self.pan_inertia - float(stiff @ on(stiff))

        def gives(load: Array, at_foot: float) -> tuple[Array, float]:
            """Base and turntable twist, the boom bends."""
            twist = (float(stiff @ load) + at_foot) / self.pan_stiffness
            return twist * stiff + boom.bent(load), twist

        shape, twist = gives(on(stiff), foot)
        # One step of inverse iteration, then Rayleigh's quotient: the lowest frequency.
        again, more = gives(on(shape), foot * twist)
        square = (float(again @ on(shape)) + more * foot * twist) / (
            float(again @ on(again)) + more * foot * more
        )
        slope = float(shape[-1])
        return PanLag(
            math.sqrt(square) / (2 * math.pi),
            slope,
            float(shape[-2]) + slope * self.geometry.ahead,
            self.pan_inertia / self.pan_stiffness / slope,
        )

    @property
    def pan_stiffness(self) -> float:
        """Of base and turntable, one on the other, against twisting, N·m/rad."""
        return 1 / (1 / self.design.post.twist_stiffness + 1 / self.rows.turntable.twist_stiffness)

    @kept
    def dip(self) -> Array:
        """How far each node of the level boom sinks, creep and all, m."""
        # Creep makes a plastic or timber boom sag more under a standing load.
        return self.boom.sag / self.rows.material.creep_factor

    @kept
    def stress(self) -> Array:
        """Share of the working stress used at each node."""
        weights, clamped = self.design.counterweight, self.design.pivots.clamped
        hole = 0.0 if clamped else hole_width(self.rows, self.rows.main_bolt)
        slot = (*weights.slot, slot_width(self.rows, weights.window))
        return stresses(self.design.boom, self.rows, self.boom, hole, slot)

    @kept
    def _beside(self) -> list[Body]:
        """Link bar or cables."""
        level, rows, front = self.design.level, self.rows, self.design.radius
        if level.kind == "solid bar":
            line = rows.bar.properties.area * rows.bar_material.density
            return balance.rod(line, -BAR_END, self.design.radius + level.longer + BAR_END)
        return balance.rod(2 * rows.wire.line_mass if level.kind != "none" else 0.0, 0.0, front)

    @property
    def load_lever(self) -> float:
        """From the pivot to where the load counts for the balance, m."""
        front = self.design.boom.front
        # Held level it counts at the front pin, wherever on the platform it stands.
        return front if self.geometry.level else front + self.design.platform.ahead

    @kept
    def _arm(self) -> tuple[Body, ...]:
        """What turns without the load and the weights, as two bodies."""
        design, rows, boom = self.design, self.rows, self.boom
        front = design.boom.front
        arm = [Body(*half) for half in boom.as_two]
        arm.append(Body(self._past_pin, front + BOOM_END / 2))
        arm.append(Body(rows.handle_mass, -design.boom.tail))
        arm.append(Body(design.platform.mass, front))
        lifted, lead = design.pivots.lifted, design.lead
        # What runs beside the boom turns about its own pin on the post, which no cradle lifts.
        cos, sin = math.cos(lead), math.sin(lead)
        beside = (Body(one.mass, one.along * cos, one.along * sin) for one in self._beside)
        return (*(Body(one.mass, one.along, lifted) for one in balance.lumped(arm)), *beside)

    @kept
    def bare(self) -> tuple[Body, ...]:
        """What turns without the camera; weight bar and plates come last."""
        weights = self.design.counterweight
        above = self.design.pivots.lifted + weights.above
        return (
            *self._arm,
            Body(weights.bar_mass, -weights.place, above),
            Body(weights.mass, -weights.place, above),
        )

    @kept
    def turning(self) -> tuple[Body, ...]:
        """What turns with the arm; weight bar and plates come last."""
        # A stabilised head is balanced on its own axes, so the load hangs level from them.
        return Body(self.centre.mass, *self.geometry.hangs), *self.bare

    @property
    def turning_mass(self) -> float:
        """Of all that turns, kg."""
        return sum(body.mass for body in self.turning)

    @kept
    def torque(self) -> Array:
        """Drift torque everywhere, up positive, N·m."""
        pivots, torque = self.design.pivots, balance.drift_torque(self.turning, self.everywhere)
        if pivots.on_head:
            # Its spring holds a weight of so much moment that stands over the axis.
            torque = torque - pivots.counterbalance * np.sin(self.everywhere)
        return torque

    @property
    def needed(self) -> float:
        """What weight bar and plates must balance, kg·m: everything else that turns."""
        return balance.moment(self.turning[:-2])

    @property
    def balancing(self) -> Balancing:
        """What the weights have to balance."""
        weights, held = self.design.counterweight, self.friction / GRAVITY
        return Balancing(weights, F.counterweight, self.needed, held, self.load_lever)

    @property
    def tail_mass(self) -> float:
        """Of weight bar and plates, kg."""
        return self.turning[-1].mass + self.turning[-2].mass

    @property
    def pan_inertia(self) -> float:
        """About the post with the arm level, kg·m²."""
        # How high anything sits over the pivot is nothing to a turn about the upright post.
        front, level = self.geometry.front, sum(one.mass * one.along**2 for one in self.turning)
        if not self.geometry.level:
            return level
        # On its platform the load stands ahead of the pin at which the balance has it.
        return level + self.centre.mass * ((front + self.overhang) ** 2 - front**2)

    @kept
    def bar_pull(self) -> Array:
        """Pull in the bar everywhere, N; in both cables, their difference."""
        if not self.geometry.level:
            return np.zeros_like(self.everywhere)
        held = self.levelling
        return linkage.bar_pull(held.moment, self.design.level.pins, held.swing)

    @property
    def drawn(self) -> float:
        """Pull of both cables on the pins of the boom, N."""
        level = self.design.level
        return 2 * level.preload if level.kind == "twin cables" else 0.0

    @kept
    def friction(self) -> float:
        """Torque that holds the arm where it is, N·m: every joint turns as far as the boom."""
        rows, level, drag = self.rows, self.design.level, self.design.pivots.drag
        if self.design.pivots.on_head:
            return drag
        pressed = math.hypot(self.turning_mass * GRAVITY, self.drawn)
        main = rows.pivot.friction * rows.main_bolt.diameter / 2 * pressed
        if level.kind == "none":
            return main + drag
        small = rows.pivot.friction * rows.bolt.diameter / 2
        pull = abs(self.levelling.moment / level.pins)
        bars = 2 * small * pull if level.kind == "solid bar" else 0.0
        return main + small * math.hypot(self.payload * GRAVITY, self.drawn) + bars + drag

    @kept
    def levelling(self) -> Levelling:
        """What keeps the platform level, everywhere."""
        return Levelling(
            self.design.level,
            self.design.radius,
            self.centre.mass * GRAVITY * self.overhang,
            self.rows.pivot.play,
            self.rows.wire.axial_stiffness,
            self.everywhere + self.design.lead,
            self.design.level.stacked and not self.design.pivots.clamped,
        )

    @property
    def tilts(self) -> Array:
        """Tilt for every combination of drilling errors, (combinations, n) rad."""
        return self.levelling.tilts

    @kept
    def worst_tilt(self) -> int:
        """The combination whose tilt changes most over the move."""
        seen = self.over_move(self.tilts)
        return int((seen.max(axis=1) - seen.min(axis=1)).argmax())

    @property
    def tilt_over_move(self) -> Array:
        """Tilt of the platform at every mark with the worst drilling errors, rad."""
        return self.over_move(self.tilts[self.worst_tilt])

    def in_picture(self, tilt: Array) -> Array:
        """What a tilt does to the picture, px: up and down, or at the edge when it rolls."""
        half = self.shot.lens.frame_width / 2
        return np.asarray((self.focal_px if self.along else half) * np.tan(tilt))

    @property
    def flow(self) -> float:
        """How far the move itself sends what is still through the frame, px."""
        rise, distance = self.shot.move.distance, self.shot.subject.distance
        return picture.flow_across(rise, self.focal_px, distance)

    @property
    def bounce(self) -> tuple[float, float]:
        """Of the boom."""
        return self.boom.bounce, self.design.boom.damping

    @kept
    def swing_axis(self) -> Axis:
        """The arm about its pivot: drift of what is not balanced, and the joints."""
        run, front = self.course, self.geometry.front
        return Axis(
            name="swing",
            kind="angle",
            place=run.swing,
            speed=run.rate,
            acceleration=run.acceleration,
            resisting={
                "balance": -self.over_move(self.torque),
                "joints": np.full_like(run.swing, self.friction * self.shot.move.sense),
                "air": self.air(run.rate) * self.shot.move.sense,
            },
            inertia=balance.inertia(self.turning),
            pixels=self.focal_px * front / self.shot.subject.distance,
            reach=self.geometry.radius,
            friction=frozenset({"joints"}),
            last=("sector", "line from the tail"),
            beam=self.beam,
        )

    def air(self, rate: Array) -> Array:
        """What air asks of both ends of the boom at so many rad/s, (n,) N·m."""
        boom, broad = self.design.boom, self.rows.section.properties.height
        ends = turning_drag(broad, boom.front, 1.0) + turning_drag(broad, boom.tail, 1.0)
        return np.asarray(ends * rate**2)

    @property
    def beam(self) -> Beam:
        """Where a sector is clamped beside the post and its turntable, above the legs."""
        shape, post = self.rows.section.properties, self.design.post
        below = post.legs.hinge if post.legs.cut else post.pivot_height - HINGED * self.under_pivot
        beside = max(CHEEK, TURNTABLE - shape.width / 2) + 0.002
        return Beam(shape.height, shape.width, self.design.pivots.lifted, beside, below)

    @property
    def under_pivot(self) -> float:
        """Height of the turntable's foot, m."""
        return self.design.post.pivot_height - self.rows.turntable.height - STUB

    @kept
    def pan_axis(self) -> Axis:
        """The whole about its post."""
        run, sense = self.course, math.copysign(1.0, self.rise.sweep)
        front = self.geometry.front
        drag = self.rows.turntable.drag if self.rise.sweep else 0.0
        return Axis(
            name="pan",
            kind="angle",
            place=run.pan,
            speed=run.pan_rate,
            acceleration=run.pan_acceleration,
            resisting={
                "bearing": np.full_like(run.pan, drag * sense),
                "air": self.air(run.pan_rate) * sense,
            },
            inertia=self.pan_inertia,
            pixels=self.focal_px,
            reach=front + self.geometry.ahead,
            friction=frozenset({"bearing"}),
            last=("belt round it", "friction roller", "sector"),
        )
