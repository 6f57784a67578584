"""The orbit rig as the application sees it."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Mapping

import numpy as np

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.mechanics import orbit
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.poses import Poses, Trace
from hazel_lantern.core.rigs.asks import Group, Measure, PlotSpec, SetUp, View
from hazel_lantern.core.rigs.assembly import Assembly, Checks, of
from hazel_lantern.core.rigs.family import Family
from hazel_lantern.core.rigs.kit.drilled import Drilled
from hazel_lantern.core.rigs.kit.pace import pace
from hazel_lantern.core.rigs.kit.place import Place
from hazel_lantern.core.rigs.kit.purse import Purse
from hazel_lantern.core.rigs.orbit import built, draft, lamps_arm, lamps_base, lamps_spin, words
from hazel_lantern.core.rigs.orbit import levers as mending
from hazel_lantern.core.rigs.orbit import parts as making
from hazel_lantern.core.rigs.orbit.answer import Array, OrbitAnswer
from hazel_lantern.core.rigs.orbit.lamps_seen import frame, height, keep_out, spans, wander
from hazel_lantern.core.rigs.orbit.model import F, OrbitDesign
from hazel_lantern.core.rigs.orbit.sketches import from_above, from_the_side
from hazel_lantern.core.seat import Seat
from hazel_lantern.core.shot import Shot, Turn
from hazel_lantern.core.sketch import Sketch

#: Speeds that the rocking is drawn over, as shares of the greatest.
SPEEDS = 41


class Orbit(Family[OrbitDesign, OrbitAnswer]):
    """A turning arm with a camera on one end and a weight on the other."""

    id = "orbit"
    title = "Orbit"
    own_words, own_many = "The arm", False
    walked = True
    moves = (Turn,)
    design_type, answer_type = OrbitDesign, OrbitAnswer
    views = (View("above", "From above"), View("side", "Side, to scale"))
    wanted_words = "where a level base and a true bearing would"
    measures = (
        Measure(
            "spin-down",
            "Time it spins down from one turn a second",
            "time",
            "Spin it to a turn a second, let go, and time it until it stands.",
            lambda found: found.inertia * 2 * math.pi / max(found.drag, 1e-6),
        ),
        Measure(
            "spin-half",
            "Time it spins down to half of a turn a second",
            "time",
            "The same, until a turn takes two seconds: film it beside a clock.",
            lambda found: found.inertia * math.pi / max(found.drag, 1e-6),
        ),
        Measure(
            "drops",
            "Push at the lens that holds it level",
            "force",
            "Loosen the bearing's bolts or lift the arm on a rod through its middle, and hold the "
            "side that drops with a luggage scale at the lens. 1 kg is 9.81 N.",
            lambda found: abs(found.left_over) * GRAVITY / found.radius,
        ),
        Measure(
            "level",
            "Base off level",
            "angle",
            "Lay an angle gauge on the bearing, turn it half round, and take half the difference.",
            lambda found: found.design.base.lean,
        ),
        Measure(
            "wander",
            "Subject wanders across the frame",
            "px",
            "Put a cross on the axis, film a slow turn, and measure how far it goes from left to "
            "right in the frame.",
            lambda found: wander(found)[0],
        ),
        Measure(
            "bounces",
            "Bounces in five seconds",
            "count",
            "Tap the camera and count how often it nods in five seconds, filmed beside a clock.",
            lambda found: 5 * found.frequency,
        ),
    )

    first_draft = staticmethod(draft.first_draft)
    levers = of(mending.levers)
    rankings = of(mending.rankings)
    readout = of(words.readout)
    cautions = of(words.cautions)
    steps = of(words.steps)
    set_card = of(words.set_card)
    parts = of(making.parts_list)
    pieces = of(making.pieces)
    templates = of(built.templates)
    bolts = of(built.bolts)

    @classmethod
    def suits(cls, shot: Shot) -> tuple[float, str]:
        """Turns are its own, up to an arm that can be carried."""
        if not isinstance(shot.move, Turn):
            return 0.1, "an arm about an upright axis goes round, not along"
        if shot.move.radius <= 2.0:
            return 1.0, "a turn of this radius is what an arm on a bearing is for"
        return 0.5, "so wide an arm wants a heavy base, much room and nobody near"

    def assemblies(self) -> Iterable[Assembly[OrbitAnswer]]:
        """Balance, arm, base, picture, place and purse."""
        a, spin, arm, base = self.answer, lamps_spin, lamps_arm, lamps_base
        return (
            Checks(a, height, spin.balance, spin.counterweight, spin.rocking, spin.mount),
            Checks(a, arm.arm_dip, arm.arm_stress, arm.bounce, arm.clear),
            Checks(a, base.tip, base.base_load, base.bearing, base.fixing, base.tether),
            Checks(a, spin.energy, spin.wrap, keep_out, frame),
            Drilled(a, built.templates),
            Place(a, spans, "swept corner and highest corner"),
            Purse(a, lambda: self.bought),
        )

    def axes(self) -> tuple[Axis, ...]:
        """The turn."""
        return (self.answer.axis,)

    def seat(self, axis: int, mark: int, turn: float | None = None) -> Seat:
        """Beside the hub, away from the weights in the middle of the move."""
        turned = float(self.answer.course.turn[mark])
        return Seat("above", turned=turned, towards=-math.pi / 2, outwards=-math.pi / 2)

    def traces(self) -> Mapping[str, Callable[[], Trace]]:
        """Figures over the move, and over speed."""
        answer, course = self.answer, self.answer.course
        speeds = np.linspace(0.0, max(answer.top, 1e-3) * 1.5, SPEEDS)

        def rocks() -> Trace:
            return Trace("leans on its bearing", "torque", orbit.couple(answer.bodies, speeds))

        def energy() -> Trace:
            return Trace("stored", "energy", 0.5 * answer.inertia * course.rate**2)

        return {
            "speed": lambda: Trace("lens speed", "speed", np.abs(course.rate) * answer.radius),
            "turn rate": lambda: Trace("turning", "turning", np.abs(course.rate)),
            "effort": lambda: Trace("to turn it", "torque", answer.axis.effort),
            "rocking": rocks,
            "speeds": lambda: Trace("speed", "turning", speeds, at_marks=np.abs(course.rate)),
            "energy": energy,
            "time": lambda: Trace("time", "time", course.times),
            **self._balances(),
        }

    def _balances(self) -> dict[str, Callable[[], Trace]]:
        """What is left over with the weights anywhere on their side, and with a plate more."""
        answer, weights = self.answer, self.answer.design.counterweight
        places = np.linspace(0.0, answer.design.arm.tail, SPEEDS)
        least = min((one.mass for one in weights.plates if one.on_hand), default=0.0)

        def left(more: float) -> Array:
            mass = answer.weights.mass + more
            return np.asarray(GRAVITY * (answer.needed - mass * places))

        here = np.full_like(answer.course.turn, weights.place)
        return {
            "left over": lambda: Trace("left over", "torque", left(0.0)),
            "a plate more": lambda: Trace("a plate more", "torque", left(least)),
            "places": lambda: Trace("weights from the axis", "length", places, at_marks=here),
        }

    def poses(self) -> Poses:
        """With the lean of the base and the dip of the arm."""
        return self._poses(self.answer.design.base.lean, self.answer.dip)

    def wanted(self) -> Poses:
        """Level, at its height."""
        return self._poses(0.0, 0.0)

    def _poses(self, lean: float, dip: float) -> Poses:
        answer, turn = self.answer, self.answer.course.turn
        radius = answer.radius
        # The base leans to the right: the arm goes down there by the lean times its reach.
        sinks = lean * radius * np.cos(turn) + dip
        height = answer.lens_height - sinks
        aside = lean * (answer.lens_height - answer.level)
        eye = np.stack([radius * np.cos(turn) + aside, radius * np.sin(turn), height], axis=1)
        looks = {"in": math.pi, "out": 0.0, "along": math.pi / 2}[answer.design.looks]
        bearing = turn + looks
        # Where the lens points down the lean it nods down, square to it it rolls.
        return Poses(eye, bearing, -lean * np.cos(bearing), lean * np.sin(bearing))

    def set_up(self) -> tuple[SetUp, ...]:
        """On the day; estimates of one practised person's minutes."""
        return (
            SetUp("Base down, level", 3.0),
            SetUp("Arm on, camera on and locked", 4.0),
            SetUp("Weights on, trim", 3.0),
            SetUp("Tether, guard, keep-out ring", 3.0),
        )

    def own(self, mark: int) -> Array:
        """The arm, from the weights to the riser under the lens."""
        answer, turn = self.answer, float(self.answer.course.turn[mark])
        out, up = np.array([math.cos(turn), math.sin(turn)]), answer.level + answer.arm_up
        ends = [[*(reach * out), up] for reach in (-answer.design.arm.tail, answer.radius)]
        return np.array([ends])

    @property
    def distance(self) -> float:
        """A lens that looks in has its subject on the axis."""
        return self.answer.distance

    def subject(self) -> Array:
        """In the middle, or in front of the lens in the middle of the move."""
        answer = self.answer
        base = answer.shot.subject.base
        if answer.design.looks == "in":
            return np.array([answer.design.inside.off, 0.0, base])
        ahead = answer.shot.subject.distance
        if answer.design.looks == "out":
            return np.array([answer.radius + ahead, 0.0, base])
        return np.array([answer.radius, ahead, base])

    def travel(self) -> float:
        """As often round as the cables allow, m."""
        return 2 * math.pi * self.answer.radius * self.answer.design.bearing.wraps

    def sketch(self, view: str, mark: int, turn: float | None = None) -> Sketch:
        """From above, or the plane of the arm."""
        draw = from_the_side if view == "side" else from_above
        return draw(self.answer, mark)

    def plots(self, station: str) -> Iterable[PlotSpec]:
        """The curves of each station."""
        return {
            "Load": (
                PlotSpec(
                    "What is left over",
                    ("left over", "a plate more"),
                    limit_lamp="balance",
                    band=True,
                    across="places",
                ),
                PlotSpec("Rocking by speed", ("rocking",), across="speeds"),
            ),
            "Frame": (PlotSpec("Rocking by speed", ("rocking",), across="speeds"),),
            "Drive": (
                PlotSpec("The move", ("turn rate",), across="time"),
                PlotSpec(
                    "What it stores, and what takes a guard",
                    ("energy",),
                    across="time",
                    shaded=(lamps_spin.BRUISES, lamps_spin.INJURES),
                    warns=True,
                ),
                PlotSpec("To turn it", ("effort",), by_hand=True),
            ),
        }.get(station, ())

    def groups(self, station: str) -> Iterable[Group]:
        """The fields of each station's bench."""
        design, b, arm, w = self.answer.design, F.base, F.arm, F.counterweight
        if station == "Drive":
            return pace(), Group("Cables and brake", (F.bearing.wraps, F.bearing.brake))
        if station == "Load":
            place = (w.carrier, w.place, w.nearest, w.farthest, w.above, w.bar_mass, w.bar_side)
            sizes = ("mass", "on_hand", "on_bar", "thick", "across", "bore")
            return (
                Group("Weights", place),
                Group("Plates", sizes, w.plates),
                Group("Camera", (arm.cradle, arm.holds)),
                Group("Slides", (arm.slides, *((arm.clamps,) if design.arm.slides else ()))),
            )
        if station != "Frame":
            return ()
        mast = design.base.kind == "mast at a desk"
        feet = (b.mast, b.pipe, b.desk, b.clamp) if mast else (b.feet, b.reach)
        stands = (b.kind, b.height, *feet, b.mass, b.ballast, b.rating, b.lean)
        hangs: tuple[Group, ...] = ()
        if design.hung:
            f = F.fixing
            fixed = (f.by, f.count, f.circle, f.holds, f.factor, f.pinned)
            caught = (
                f.tethered,
                *((f.tether, f.slack, f.length) if design.fixing.tethered else ()),
            )
            hangs = (Group("Hung by", (*fixed, *caught)),)
        turns = (
            F.bearing.row,
            F.bearing.drag,
            F.bearing.apart,
            *((F.bearing.captured,) if design.hung else ()),
        )
        i = F.inside
        return (
            Group("Base", stands),
            Group("Turns on", turns),
            Group("Arm", (arm.section, arm.tail, arm.beyond, arm.spacer, arm.heads, arm.damping)),
            Group("Camera's riser", (arm.riser, arm.post, F.looks)),
            Group(
                "Middle and around",
                (i.kind, i.radius, i.height, i.mass, i.off, i.nearest, i.margin),
            ),
            *hangs,
        )
