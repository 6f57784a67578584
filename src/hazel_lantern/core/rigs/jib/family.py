"""The jib as the application sees it."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Mapping

import numpy as np

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.poses import AIM, Poses, Trace, Turn
from hazel_lantern.core.rigs.asks import Group, Measure, PlotSpec, SetUp, View
from hazel_lantern.core.rigs.assembly import Assembly, Checks, of
from hazel_lantern.core.rigs.family import Family
from hazel_lantern.core.rigs.jib import built, draft, lamps_boom, lamps_level, standing, words
from hazel_lantern.core.rigs.jib import levers as mending
from hazel_lantern.core.rigs.jib import parts as making
from hazel_lantern.core.rigs.jib import pieces as cutting
from hazel_lantern.core.rigs.jib.answer import Array, JibAnswer
from hazel_lantern.core.rigs.jib.lamps_balance import (
    balance,
    bare_arm,
    counterweight,
    places_for,
)
from hazel_lantern.core.rigs.jib.lamps_base import base_load, legs, parked, tip
from hazel_lantern.core.rigs.jib.lamps_grip import grip
from hazel_lantern.core.rigs.jib.lamps_stack import stack
from hazel_lantern.core.rigs.jib.lamps_swing import clearance, clearances, height, reach
from hazel_lantern.core.rigs.jib.levelling import ONE_OFF, PINS_WIDE, TRUE
from hazel_lantern.core.rigs.jib.model import F, JibDesign
from hazel_lantern.core.rigs.jib.post import SUPPORT
from hazel_lantern.core.rigs.jib.sketch_above import from_above
from hazel_lantern.core.rigs.jib.sketch_places import Arm
from hazel_lantern.core.rigs.jib.sketch_side import from_the_side
from hazel_lantern.core.rigs.kit.drilled import Drilled
from hazel_lantern.core.rigs.kit.pace import pace
from hazel_lantern.core.rigs.kit.place import Place
from hazel_lantern.core.rigs.kit.purse import Purse
from hazel_lantern.core.seat import Seat
from hazel_lantern.core.shot import Rise, S, Shot
from hazel_lantern.core.sketch import Sketch


def _drift_force(answer: JibAnswer) -> float:
    """Push at the camera that would hold a free arm level, up positive, N."""
    torque = float(np.interp(0.0, answer.whole, answer.stop_to_stop(answer.torque)))
    return torque / answer.design.boom.front


def _tilt_at(answer: JibAnswer, end: int) -> float:
    """Tilt of the platform, drilled true, at the lowest or highest place of the move, rad."""
    return float(answer.tilts[TRUE][np.argsort(answer.course.swing)[end]])


class Jib(Family[JibDesign, JibAnswer]):
    """A boom on a post, balanced, that keeps its camera level."""

    id = "jib"
    title = "Jib"
    moves = (Rise,)
    design_type, answer_type = JibDesign, JibAnswer
    views = (View("side", "Side, to scale"), View("above", "From above"))
    wanted_words = "where a camera that rises straight and level would"
    measures = (
        Measure(
            "drift-force",
            "Push up at the camera that holds it level",
            "force",
            "Let the arm go level. If the camera sinks, hold it up with a luggage scale and read "
            "it; if it rises, pull down and write the figure with a minus. 1 kg is 9.81 N.",
            lambda found: -_drift_force(found),
        ),
        Measure(
            "balancing-mass",
            "Mass added on the camera that balances it",
            "mass",
            "Lay small weights on the platform until it stays level, in the middle of where it "
            "sticks; with a minus if you had to take weight off.",
            lambda found: _drift_force(found) / GRAVITY,
        ),
        Measure(
            "sticks",
            "Push at the camera before it moves",
            "force",
            "Balanced and level, pull the camera up slowly with a luggage scale and read it as "
            "the arm starts to move.",
            lambda found: found.friction / found.design.boom.front,
        ),
        Measure(
            "level-low",
            "Tilt of the platform at the bottom of the move",
            "angle",
            "Set an angle gauge on the platform, zero it with the arm level, and read it at the "
            "bottom; nose up counts positive.",
            lambda found: _tilt_at(found, 0),
        ),
        Measure(
            "level-high",
            "Tilt of the platform at the top of the move",
            "angle",
            "The same at the top of the move.",
            lambda found: _tilt_at(found, -1),
        ),
        Measure(
            "bounces",
            "Bounces in five seconds",
            "count",
            "Balance the arm and take your hands off. Tap the camera end, film it in slow motion "
            "beside a clock, and count how often it goes down in five seconds.",
            lambda found: 5 * found.boom.bounce,
        ),
        Measure(
            "dip",
            "Dip of the tip under the camera",
            "fine",
            "Stretch a line along the level boom from pivot to tip with the camera off, and "
            "measure how far the tip goes below it with the camera on.",
            lambda found: float(found.dip[-1]),
        ),
        Measure(
            "place",
            "Weights behind the pivot when it balances",
            "length",
            "Measure from the pivot to the middle of the plates.",
            lambda found: found.needed / max(found.tail_mass, 1e-9),
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
    pieces = of(cutting.pieces)
    templates = of(built.templates)
    bolts = of(built.bolts)

    @classmethod
    def suits(cls, shot: Shot) -> tuple[float, str]:
        """A rise or a sink of up to about three metres is a jib's own."""
        if not isinstance(shot.move, Rise):
            return 0.1, "an arm rises and sinks; along a line it would swing in an arc"
        if shot.move.distance <= 3.0:
            return 1.0, "a rise of this height is what a balanced arm is for"
        return 0.5, "a rise this high needs a long arm, a heavy base and a second pair of hands"

    def assemblies(self) -> Iterable[Assembly[JibAnswer]]:
        """Swing, balance, level, boom, base, place and purse."""
        a, on, level = self.answer, lamps_boom, lamps_level
        return (
            Checks(a, reach, height, balance, counterweight, stack),
            Checks(a, level.level, level.roll, level.play, level.head, level.bars_clear),
            Checks(a, level.bars),
            Checks(a, on.boom_stress, on.boom_dip, on.bounce, on.windup),
            Checks(a, grip, legs, parked),
            Checks(a, tip, base_load, bare_arm, clearance),
            Drilled(a, built.templates),
            Place(a, clearances, "sum of lengths over the move"),
            Purse(a, lambda: self.bought),
        )

    def axes(self) -> tuple[Axis, ...]:
        """The swing, and the pan."""
        return self.answer.swing_axis, self.answer.pan_axis

    def turn(self) -> Turn:
        """Panned about the post."""
        return Turn("pan", self.answer.course.pan, -math.pi, math.pi)

    def traces(self) -> Mapping[str, Callable[[], Trace]]:
        """Figures over the move, some of them from stop to stop."""
        answer, run = self.answer, self.answer.course

        def at_marks(label: str, kind: str, values: Callable[[], Array]) -> Callable[[], Trace]:
            return lambda: Trace(label, kind, answer.over_move(values()))

        def between(label: str, kind: str, values: Callable[[], Array]) -> Callable[[], Trace]:
            return lambda: Trace(label, kind, answer.stop_to_stop(values()), answer.whole)

        def cameras() -> Trace:
            carried = np.full_like(run.swing, answer.centre.mass)
            return Trace("camera", "mass", places_for(answer)[0], at_marks=carried)

        def slot_end(at: int, name: str) -> Callable[[], Trace]:
            def trace() -> Trace:
                place = np.full_like(places_for(answer)[0], answer.design.counterweight.slot[at])
                return Trace(f"slot {name}", "length", place)

            return trace

        def tilt_left() -> Trace:
            return Trace("tilt left", "angle", answer.over_move(standing.stance(answer).left))

        # The hand at the tail pulls down to raise the camera.
        tail = answer.design.boom.tail
        one_off = "bar long" if answer.design.level.kind == "solid bar" else "boom's pin off"
        return {
            "height": at_marks("lens height", "length", lambda: answer.lens[1]),
            "reach": at_marks("reach from the post", "length", lambda: answer.lens[0]),
            "speed": lambda: Trace("lens speed", "speed", run.lens_speed),
            "handle": lambda: Trace(
                "pull down at the tail handle", "force", answer.swing_axis.effort / tail
            ),
            "torque": between("drift torque, camera up", "torque", lambda: answer.torque),
            "whole height": between("lens height", "length", lambda: answer.lens[1]),
            "whole reach": between("reach from the post", "length", lambda: answer.lens[0]),
            "drift": lambda: Trace("off a straight rise", "px", self._drift()),
            "tilt px": lambda: Trace(
                "tilt in the picture", "px", answer.in_picture(answer.tilt_over_move)
            ),
            "tilt true": between("drilled true", "angle", lambda: answer.tilts[TRUE]),
            "tilt bar": between(one_off, "angle", lambda: answer.tilts[ONE_OFF]),
            "tilt pins": between("pins wide", "angle", lambda: answer.tilts[PINS_WIDE]),
            "bar pull": at_marks("pull in the bar", "force", lambda: answer.bar_pull),
            "cameras": cameras,
            "places": lambda: Trace("weights balance at", "length", places_for(answer)[1]),
            "slot from": slot_end(0, "from"),
            "slot to": slot_end(1, "to"),
            "tilt left": tilt_left,
        }

    @property
    def middle(self) -> float:
        """Reach of the lens in the middle of the move, m."""
        reach = self.answer.over_move(self.answer.lens)[0]
        return float(reach[len(reach) // 2])

    def _eyes(self, out: Array, up: Array) -> Array:
        pan = self.answer.course.pan
        return np.stack([out * np.cos(pan), out * np.sin(pan), up], axis=1)

    @property
    def _look(self) -> Array:
        return self.answer.course.pan + (0.0 if self.answer.along else math.pi / 2)

    def poses(self) -> Poses:
        """Of the lens as the jib carries it."""
        answer, swing = self.answer, self.answer.course.swing
        reach, height = answer.over_move(answer.lens)
        height = height - float(answer.dip[-1]) * np.cos(swing)
        tilt, none = answer.tilt_over_move, np.zeros_like(swing)
        turned = (tilt, none) if answer.along else (none, -tilt)
        return Poses(self._eyes(reach, height), self._look, *turned)

    def wanted(self) -> Poses:
        """Of the lens as a straight level rise would have it."""
        shot, none = self.answer.shot, np.zeros_like(self.times)
        _, motion = shot.pace.marked(shot.move.distance)
        share = motion.place / shot.move.distance - 0.5
        asked = shot.camera_height + shot.move.sense * shot.move.distance * share
        return Poses(self._eyes(np.full_like(none, self.middle), asked), self._look, none, none)

    def _drift(self) -> Array:
        """How far up or down the aim point is from where a straight rise would show it, px."""
        answer = self.answer
        aim = self.subject() + np.array([0, 0, AIM * answer.shot.subject.height])
        real, asked = (
            picture.project_over_move(aim, p.eye, p.look, p.pitch, p.roll, answer.focal_px)
            for p in (self.poses(), self.wanted())
        )
        return np.asarray(real[:, 1] - asked[:, 1])

    def set_up(self) -> tuple[SetUp, ...]:
        """On the day; estimates of one practised person's minutes."""
        plates = len(self.answer.design.counterweight.plates)
        return (
            SetUp("Base out, level, legs tied", 4.0),
            SetUp("Arm on, level-keeping bars on", 4.0),
            SetUp("Camera on and locked, arm held by a second person", 3.0),
            SetUp("Weights on, a kind at a time", 1.0 * plates),
            SetUp("Trim until it stays, try the swing", 3.0),
        )

    def sketch(self, view: str, mark: int, turn: float | None = None) -> Sketch:
        """Draw the plane of the arm, or the view from above."""
        if view == "above":
            return from_above(self.answer, self.subject(), mark, turn)
        return from_the_side(self.answer, mark)

    def seat(self, axis: int, mark: int, turn: float | None = None) -> Seat:
        """Of the swing below the pivot, of the pan behind the post."""
        run = self.answer.course
        if axis == 0:
            arm = Arm(self.answer, float(run.swing[mark]))
            ends = arm.at(-arm.design.boom.tail), arm.at(arm.design.boom.front)
            middle = float(run.swing[0] + run.swing[-1]) / 2
            return Seat("side", arm.pivot, ends, arm.swing - middle)
        pan = float(run.pan[mark]) if turn is None else turn
        middle = float(run.pan[0] + run.pan[-1]) / 2
        return Seat("above", turned=pan - middle, towards=math.pi, outwards=math.pi)

    def plots(self, station: str) -> Iterable[PlotSpec]:
        """The curves of each station."""
        return {
            "Load": (
                PlotSpec("Which way it drifts", ("torque",), limit_lamp="balance", band=True),
                PlotSpec(
                    "What camera they balance", ("places", "slot from", "slot to"), across="cameras"
                ),
            ),
            "Frame": (
                PlotSpec("Where the lens gets", ("whole height",), across="whole reach"),
                PlotSpec("Tilt from drilling", ("tilt true", "tilt bar", "tilt pins")),
            ),
            "Drive": (
                PlotSpec("The lens", ("speed",), ("height",)),
                PlotSpec("The hand at the tail", ("handle",), by_hand=True),
            ),
        }.get(station, ())

    def groups(self, station: str) -> Iterable[Group]:
        """The fields of each station's bench."""
        design, b, v, c = self.answer.design, F.boom, F.level, F.counterweight
        p, j, o, w = F.platform, F.pivots, F.post, F.swing
        stops = Group("Stops", (w.up, w.down))
        if station == "Load":
            place = [c.carrier, c.place]
            if design.counterweight.slides:
                place += [c.nearest, c.farthest, c.window]
            bar = c.bar_diameter, c.bar_side
            platform = [p.mass, p.ahead, p.rise, p.looks]
            if design.level.kind == "none":
                platform.append(p.head_range)
            return (
                Group("Plates", ("mass", "on_hand", "on_bar", "thick", "across", "bore"), c.plates),
                Group("Weight bar", (*place, c.bar_mass, *bar, c.above)),
                Group("Camera's platform", tuple(platform)),
                Group("Joints", (j.kind, j.drag)),
            )
        if station == "Drive":
            return pace(S.move.sweep), stops
        if station != "Frame":
            return ()
        boom = [b.section, b.form, b.front, b.tail, b.damping]
        if design.boom.form == "tapered board":
            boom.append(b.tip_height)
        if design.boom.nested > 1:
            boom += [b.tip_section, b.joint, b.overlap, b.locks]
            boom += [b.lock_force] if design.boom.locks == "clamping screws" else []
        more = b.third_section, b.second_joint, b.fourth_section, b.third_joint
        boom += more[: 2 * (design.boom.nested - 2)] if design.boom.nested > 2 else ()
        level = {"solid bar": [v.section], "twin cables": [v.wire, v.preload], "none": []}
        bars = level[design.level.kind]
        if bars:
            bars += [v.pins, v.pins_more, v.drilled, v.pins_error]
        if design.level.kind == "solid bar":
            bars += [v.longer, v.bar_error]
        clamps = (j.above, j.clamp_force) if design.pivots.clamped else ()
        clamps += (j.counterbalance,) if design.pivots.on_head else ()
        post, legs = design.post, o.legs
        stands: tuple[str, ...] = (o.height, o.turntable, o.stand, o.spread, legs.kind)
        if post.legs.cut:
            own = legs.leg, legs.angle, legs.hinge, legs.tie
            stands = (o.turntable, o.stand, legs.kind, *own)
        parked = (o.rest, o.rest_height) if post.rest == SUPPORT else (o.rest,)
        base = (*stands, o.ballast, o.rating, o.twist_stiffness, *parked)
        return (
            Group("Boom", tuple(boom)),
            Group("Kept level", (v.kind, *bars)),
            Group("Joints", (j.kind, j.main_bolt, j.bolt, j.shear, j.drag)),
            Group("Pivot", (j.held, *clamps)),
            Group("Post and base", base),
            stops,
        )

    def travel(self) -> float:
        """How far the lens rises between its stops, m."""
        return self.answer.travel
