"""The dolly as the application sees it."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Mapping
from dataclasses import replace
from itertools import pairwise

import numpy as np

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics import elastica, ride, track
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.poses import Poses, Shake, Trace
from hazel_lantern.core.rigs.asks import Group, Measure, PlotSpec, SetUp, View
from hazel_lantern.core.rigs.assembly import Assembly, Checks, of
from hazel_lantern.core.rigs.dolly import built, draft, lamps_ride, lamps_stand, words
from hazel_lantern.core.rigs.dolly import levers as mending
from hazel_lantern.core.rigs.dolly import parts as making
from hazel_lantern.core.rigs.dolly import pieces as cutting
from hazel_lantern.core.rigs.dolly import steps as building
from hazel_lantern.core.rigs.dolly.answer import Array, DollyAnswer
from hazel_lantern.core.rigs.dolly.lamps_place import carry, clearances
from hazel_lantern.core.rigs.dolly.laying import refused
from hazel_lantern.core.rigs.dolly.model import DollyDesign, F
from hazel_lantern.core.rigs.dolly.path import Line as Way
from hazel_lantern.core.rigs.dolly.path import bend_radius
from hazel_lantern.core.rigs.dolly.sketch_above import from_above
from hazel_lantern.core.rigs.dolly.sketch_side import from_the_side
from hazel_lantern.core.rigs.family import Family
from hazel_lantern.core.rigs.kit.drilled import Drilled
from hazel_lantern.core.rigs.kit.pace import pace
from hazel_lantern.core.rigs.kit.place import Place
from hazel_lantern.core.rigs.kit.purse import Purse
from hazel_lantern.core.rigs.kit.slope import OnSlope, Rolls
from hazel_lantern.core.rigs.kit.wheels import Runs, WheelsOn
from hazel_lantern.core.seat import Seat
from hazel_lantern.core.shot import Arc, Line, Rise, Shot
from hazel_lantern.core.sketch import Sketch

#: Points of the ride that a plot is given.
SHOWN = 600
#: A curved rail is drawn before the lens in so many ends of straight pieces.
PIECES = 17


def _chord(answer: DollyAnswer) -> float:
    """Across the floor from end to end of the track's middle line, m."""
    laid, radius = answer.design.track, bend_radius(answer.case)
    if laid.kind == "bowed track":
        return elastica.bow(laid.length, laid.sagitta).chord
    if laid.kind == "pre-bent track":
        return 2 * radius * math.sin(laid.length / radius / 2)
    return laid.length


class Dolly(Family[DollyDesign, DollyAnswer]):
    """A platform on wheels, on track straight or curved, or on the floor."""

    id = "dolly"
    title = "Dolly"
    walked = True
    moves = (Line, Arc)
    design_type, answer_type = DollyDesign, DollyAnswer
    views = (View("above", "From above"), View("side", "Side, to scale"))
    wanted_words = "where a dolly that keeps to the line and does not shake would"
    measures = (
        Measure(
            "push",
            "Steady push on level track",
            "force",
            "Pull the loaded dolly slowly with a luggage scale and read it; 1 kg is 9.81 N.",
            lambda found: found.rolling_resistance * found.weight,
        ),
        Measure(
            "dip",
            "Dip of the track between two sleepers",
            "fine",
            "Stop a wheel half way between two sleepers and measure how far the pipe sinks "
            "against a straight board.",
            lambda found: found.dip,
        ),
        Measure(
            "chord",
            "Between the track's ends, middle line",
            "length",
            "Measure straight across the floor from end to end, half way between the rails.",
            _chord,
        ),
        Measure(
            "coasts",
            "Rolls on by itself from the move's greatest speed",
            "length",
            "Push it at the move's speed on level track, let go, and measure how far it rolls.",
            lambda found: (
                float(found.axis.speed.max()) ** 2 / (2 * found.rolling_resistance * GRAVITY)
            ),
        ),
        Measure(
            "mass",
            "Dolly with camera, weighed",
            "mass",
            "Weigh the parts on a scale and add them up.",
            lambda found: found.carried.mass,
        ),
    )

    first_draft = staticmethod(draft.first_draft)
    levers = of(mending.levers)
    rankings = of(mending.rankings)
    readout = of(words.readout)
    cautions = of(words.cautions)
    steps = of(building.steps)
    set_card = of(words.set_card)
    parts = of(making.parts_list)
    pieces = of(cutting.pieces)
    templates = of(built.templates)
    bolts = of(built.bolts)

    @classmethod
    def borrow(cls, answer: DollyAnswer, before: DollyAnswer) -> DollyAnswer:
        """The same with the rides of a moment ago, which take longest."""
        return replace(answer, borrowed=before.rides)

    @classmethod
    def suits(cls, shot: Shot) -> tuple[float, str]:
        """How well a dolly can do a shot, and why."""
        if isinstance(shot.move, Rise):
            return 0.1, "wheels carry a camera along, not up"
        if isinstance(shot.move, Arc):
            return 1.0, "a curved track keeps its distance to what stands in its centre"
        if not isinstance(shot.move, cls.moves):
            return 0.2, "a track that closes on itself is long to lay; an arm goes round sooner"
        if shot.move.distance > 1.5:
            return 0.95, "a long way along the floor is what track is for"
        return 0.6, "so short a way is easier on rails on a stand"

    def assemblies(self) -> Iterable[Assembly[DollyAnswer]]:
        """Track and ride, wheels, standing and rolling, place and purse."""
        a, on, rides, stands = self.answer, self.answer.design, lamps_ride, lamps_stand
        used = [("the gauge may be off by", on.wheels.gauge_error)]
        if on.wheels.corner == "two sets, rigid" and math.isfinite(a.radius):
            offset = track.bogie_offset(on.wheels.bogie, a.radius)
            used.append(("a stiff pair of sets on this curve needs", offset))
        rolls = Rolls(
            "dolly", a.rows.roller.name, a.carried.mass, a.rolling_resistance, on.drive.brake
        )
        under = a.rows.section.name if on.on_track else "the floor"
        return (
            Checks(a, rides.shot, rides.ride, rides.clatter, rides.wobble, rides.steer),
            Checks(a, rides.track_dip, rides.track_stress, rides.pipe_strain, rides.arc),
            WheelsOn(
                a,
                Runs(a.rows.roller, under, a.running_face, on.on_track, tuple(used), refused(a)),
            ),
            Checks(a, stands.wheel_load, stands.wheel_lift, stands.tip, stands.feet),
            Checks(a, stands.stand_load),
            Checks(a, stands.push, stands.stop),
            OnSlope(a, rolls),
            Checks(a, carry),
            Drilled(a, built.templates),
            Place(a, clearances, "line of the rails; heights of mount and camera"),
            Purse(a, lambda: self.bought),
        )

    def axes(self) -> tuple[Axis, ...]:
        """The dolly along its line."""
        return (self.answer.axis,)

    def traces(self) -> Mapping[str, Callable[[], Trace]]:
        """Figures over the move, and the ride over its own times."""
        answer, axis = self.answer, self.answer.axis

        def quick(row: int, label: str) -> Callable[[], Trace]:
            return lambda: Trace(label, "px", answer.shaking.quick[row, :: every()])

        def every() -> int:
            return max(len(answer.shaking.times) // SHOWN, 1)

        def time() -> Trace:
            times = answer.shaking.times[:: every()]
            return Trace("time", "time", times, at_marks=answer.course.times)

        def waves() -> Trace:
            turns = axis.speed / (math.pi * answer.rows.roller.diameter)
            return Trace("times a second", "rate", answer.shaking.spectrum[0], at_marks=turns)

        return {
            "speed": lambda: Trace("speed", "speed", axis.speed),
            "acceleration": lambda: Trace("acceleration", "acceleration", axis.acceleration),
            "push": lambda: Trace("push", "force", axis.effort),
            "lightest wheel": lambda: Trace("lightest corner", "force", answer.corners.min(axis=0)),
            "heaviest wheel": lambda: Trace("heaviest corner", "force", answer.corners.max(axis=0)),
            "farther": lambda: Trace("farther from the subject", "length", answer.departure[0]),
            "aim": lambda: Trace("aim off the subject", "angle", answer.departure[1]),
            "time": time,
            "up": quick(0, "up and down"),
            "aside": quick(1, "sideways"),
            "turning": quick(2, "turning"),
            "waves": waves,
            "sizes": lambda: Trace("up and down", "px", answer.shaking.spectrum[1]),
        }

    def poses(self) -> Poses:
        """Of the lens on the rails as they lie, shaken."""
        times, shaking = self.times, self.answer.shaking
        moved = [np.interp(times, shaking.times, row) for row in shaking.body]
        return self._poses(self.answer.line, self._at_lens(np.stack(moved)))

    def wanted(self) -> Poses:
        """Of the lens along the line that the shot asks for."""
        return self._poses(self.answer.wanted, np.zeros((3, self.times.size)))

    def _poses(self, line: Way, moved: Array) -> Poses:
        answer, run, shot = self.answer, self.answer.course, self.answer.shot
        x, y, heading = line.at(run.place)
        left, (lift, pitch, roll) = answer.mount_left, moved
        x, y = x - left * np.sin(heading), y + left * np.cos(heading)
        up = shot.camera_height + run.place * math.sin(shot.move.slope) + lift
        eye = np.stack([x * math.cos(shot.move.slope), y, up], axis=1)
        return Poses(eye, heading + (0.0 if self.answer.along else math.pi / 2), pitch, roll)

    def _at_lens(self, moved: Array) -> Array:
        """Lift, nose up and roll of the lens for heave, pitch and roll of the dolly, (3, n)."""
        heave, pitch, roll = moved
        # A lens square to the way looks to its left: what rolls the dolly tips it.
        turned = (pitch, -roll) if self.answer.along else (roll, pitch)
        return np.stack([heave, *turned])

    def set_up(self) -> tuple[SetUp, ...]:
        """On the day; estimates of one practised person's minutes."""
        design = self.answer.design
        laid = []
        if design.on_track:
            pieces = design.track.pieces
            laid = [SetUp("Lay and join the track", 1.5 * pieces)]
            if design.track.sleepered:
                sleepers = design.track.sleeper_count
                laid.append(SetUp("Pack the sleepers level", 0.5 * sleepers))
        bowed = [SetUp("Bow the pipes and tie them", 6.0)] if design.curved else []
        return (
            *laid,
            *bowed,
            SetUp("Platform on its wheels", 2.0),
            SetUp("Camera on, balance, lock", 3.0),
        )

    def own(self, mark: int) -> Array:
        """The rails, and the deck's edges."""
        answer, run = self.answer, self.answer.course
        (x,), (y,), (heading,) = answer.line.at(run.place[mark : mark + 1])
        ahead = np.array([math.cos(heading), math.sin(heading)])
        left = np.array([-ahead[1], ahead[0]])
        long, broad = (side / 2 for side in answer.deck_size)
        rim = [
            np.array([x, y]) + u * long * ahead + v * broad * left
            for u, v in ((-1, -1), (1, -1), (1, 1), (-1, 1), (-1, -1))
        ]
        deck = np.array([[[*at, answer.deck] for at in pair] for pair in pairwise(rim)])
        return np.concatenate([deck, self._rails])

    @kept
    def _rails(self) -> Array:
        """The rails in straight pieces, (k, 2, 3) m; none where it runs on the floor."""
        answer = self.answer
        if not answer.design.on_track:
            return np.zeros((0, 2, 3))
        pieces = PIECES if math.isfinite(answer.radius) else 2
        places = np.linspace(-0.5, 0.5, pieces) * answer.design.track.length
        xs, ys, turned = answer.line.at(places)
        up = np.full_like(xs, answer.ground)
        rails = [
            np.stack([xs - side * np.sin(turned), ys + side * np.cos(turned), up], axis=1)
            for side in (-answer.gauge / 2, answer.gauge / 2)
        ]
        return np.concatenate([np.stack([one[:-1], one[1:]], axis=1) for one in rails])

    def shake(self) -> Shake:
        """The quick part of the ride at the lens."""
        shaking = self.answer.shaking
        return Shake(
            shaking.times,
            lambda: self._at_lens(ride.quick_part(shaking.body, shaking.rate)),
            lambda: float(np.sqrt((shaking.quick**2).sum(axis=0)).max()),
        )

    def sketch(self, view: str, mark: int, turn: float | None = None) -> Sketch:
        """Draw the floor from above, or the line of the rails from the side."""
        if view == "side":
            return from_the_side(self.answer, mark)
        heading = self.answer.line.at(self.answer.course.place[mark : mark + 1])[2][0]
        look = float(heading) + (0.0 if self.answer.along else math.pi / 2)
        return from_above(self.answer, look, self.subject(), mark)

    def seat(self, axis: int, mark: int, turn: float | None = None) -> Seat:
        """Along the track, below the platform, with the motor beyond its end."""
        answer, half = self.answer, self.answer.design.track.length / 2
        way, height = float(answer.course.place[mark]), answer.ground
        return Seat("side", (way, height), ((-half, height), (half, height)))

    def plots(self, station: str) -> Iterable[PlotSpec]:
        """The curves of each station."""
        spectrum = PlotSpec("How often it shakes", ("sizes",), across="waves")
        curved = self.answer.design.curved or isinstance(self.answer.shot.move, Arc)
        return {
            "Load": (PlotSpec("The corners", ("heaviest wheel", "lightest wheel")),),
            "Frame": (
                PlotSpec("Shake in the picture", ("up", "aside", "turning"), across="time"),
                PlotSpec("Off the arc", ("farther",), ("aim",)) if curved else spectrum,
            ),
            "Drive": (
                PlotSpec("The move", ("speed",), ("acceleration",)),
                PlotSpec("Push along the track", ("push",), by_hand=True),
                spectrum,
            ),
        }.get(station, ())

    def groups(self, station: str) -> Iterable[Group]:
        """The fields of each station's bench."""
        design, t, w, p, u = self.answer.design, F.track, F.wheels, F.platform, F.drive
        if station == "Load":
            deck = [p.mass, p.ballast, p.operator]
            deck += [p.ballast_at] if design.platform.mount == "stand" else []
            if design.platform.operator == "rides":
                deck += [p.operator_mass, p.operator_back]
            return (Group("On the deck", tuple(deck)),)
        if station == "Drive":
            how = (u.handle, u.height) if self.answer.by_hand else ()
            return (
                pace(),
                Group("Pushed and stopped", (*how, u.stopping, u.brake)),
            )
        if station != "Frame":
            return ()
        laid = [t.kind, t.floor]
        if design.on_track:
            laid += [t.section, t.pieces, t.piece, t.gauge]
            laid += [t.sagitta, t.bows, t.cord] if design.track.kind == "bowed track" else []
            bent = design.track.kind == "pre-bent track"
            laid += [t.radius] if bent and not isinstance(self.answer.shot.move, Arc) else []
            laid += [t.joint, t.gap, t.step, t.crooked, t.bed]
            laid += [t.sleeper, t.sleepers, t.packing] if design.track.sleepered else []
        wheels = [w.roller]
        wheels += [w.corner] if design.platform.form != "board on two trucks" else []
        wheels += [w.bogie] if design.paired else []
        wheels += [w.wheelbase] if not design.footed else []
        wheels += [w.gauge_error] if design.on_track else [w.askew]
        platform = [p.form, p.length, p.width, p.height, p.mount]
        platform += [p.stand, p.spread] if design.platform.mount == "stand" else [p.low_mass]
        return (
            Group("Track", (*laid, t.spare)),
            Group("Wheels", tuple(wheels)),
            Group("Platform", tuple(platform)),
            Group("Carried there", (F.carried.longest,)),
        )

    def travel(self) -> float:
        """How far the wheels can run on the track, m; 0 on the floor."""
        design = self.answer.design
        return design.track.length - design.outer_base if design.on_track else 0.0
