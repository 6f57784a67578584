"""The cable cam, as the house asks of a family."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping

import numpy as np

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.poses import Poses, Shake, Trace
from hazel_lantern.core.rigs.asks import Followed, Group, Measure, PlotSpec, SetUp, View
from hazel_lantern.core.rigs.assembly import Assembly, Checks, of
from hazel_lantern.core.rigs.cable import built, draft, sketches, strength, traces, words
from hazel_lantern.core.rigs.cable import lamps_line as line
from hazel_lantern.core.rigs.cable import lamps_place as place
from hazel_lantern.core.rigs.cable import lamps_run as run
from hazel_lantern.core.rigs.cable import lamps_seen as seen
from hazel_lantern.core.rigs.cable import levers as mending
from hazel_lantern.core.rigs.cable import parts as making
from hazel_lantern.core.rigs.cable.answer import Array, CableAnswer
from hazel_lantern.core.rigs.cable.model import CableDesign, F
from hazel_lantern.core.rigs.family import Family
from hazel_lantern.core.rigs.kit.drilled import Drilled
from hazel_lantern.core.rigs.kit.pace import pace
from hazel_lantern.core.rigs.kit.place import Place
from hazel_lantern.core.rigs.kit.purse import Purse
from hazel_lantern.core.seat import Seat
from hazel_lantern.core.shot import Fly, Shot
from hazel_lantern.core.sketch import Sketch

#: Points of a swing as it is shown.
SHOWN = 24
HELD = "Pull it with a hoist and a scale, hold it for ten minutes and watch that nothing creeps."


class Cable(Family[CableDesign, CableAnswer]):
    """A line between two anchors, and a trolley with a camera on it."""

    id = "cable"
    title = "Cable cam"
    own_words, own_many = "The line", False
    moves = (Fly,)
    design_type, answer_type = CableDesign, CableAnswer
    views = (
        View("side", "Side, to scale"),
        View("above", "From above"),
        View("close", "Trolley, close"),
    )
    wanted_words = "where a straight, level line would"
    measures = (
        Measure(
            "sag",
            "Sag, trolley in the middle",
            "length",
            "With trolley and camera's weight in the middle, sight from anchor to anchor and "
            "measure down to the line.",
            lambda found: found.sag,
        ),
        Measure(
            "sag-bag",
            "Sag with 2 kg more",
            "length",
            "The same with a bag of 2 kg hung on as well: both together tell pull and stretch.",
            words.sag_with_bag,
        ),
        Measure(
            "coast",
            "Rolls to, from the left anchor",
            "length",
            "Unhook the tow, let it go at the start of the flight, and mark where it first stands.",
            lambda found: words.coasts(found, found.rolling),
        ),
        Measure(
            "swings",
            "Swings in twenty seconds",
            "count",
            "Hold the trolley, lean the camera a little, let go, and count to and fro as one.",
            lambda found: words.COUNTED / found.one_swing,
        ),
        Measure(
            "bounces",
            "Bounces in five seconds",
            "count",
            "Press the trolley down in the middle, let go, and count, filmed beside a clock.",
            lambda found: 5 * found.jolt.frequency,
        ),
        *(
            Measure(
                f"test-{side}",
                f"Test pull held, {side} anchor",
                "force",
                HELD,
                lambda found: 2 * strength.greatest_pull(found) * found.design.lines,
            )
            for side in strength.SIDES
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
        """Flights are its own, as far as a line can be held up by what stands there."""
        if not isinstance(shot.move, Fly):
            return 0.05, "a line in the air flies along, and sinks in the middle"
        if shot.move.distance <= 60:
            return 1.0, "a flight through the air is what a line between two anchors is for"
        return 0.5, "so long a line sags much, pulls hard and reaches far when it breaks"

    def assemblies(self) -> Iterable[Assembly[CableAnswer]]:
        """Flight, line, picture, place and purse."""
        a = self.answer
        return (
            Checks(a, run.path, run.height, place.clearance, place.keep_out, place.power),
            Checks(a, place.wind, line.tension, line.anchor, line.tighten, line.wheels),
            Checks(a, seen.bounce, seen.frame_drift, run.climb, run.speed, seen.swings, run.stop),
            Checks(a, place.tether),
            Drilled(a, built.templates),
            Place(a, place.spans, "span, anchors' heights, and the camera below its trolley"),
            Purse(a, lambda: self.bought),
        )

    def followed(self) -> Mapping[str, Callable[[], Followed]]:
        """Sag and pull: two ways to say how tight it is."""
        answer = self.answer
        return {
            F.line.sag: lambda: Followed(answer.sag, (Edit(F.line.tight_by, "sag"),)),
            F.line.pull: lambda: Followed(answer.pull, (Edit(F.line.tight_by, "pull"),)),
        }

    def axes(self) -> tuple[Axis, ...]:
        """The flight."""
        return (self.answer.axis,)

    def seat(self, axis: int, mark: int, turn: float | None = None) -> Seat:
        """At the left anchor, with the tow along the line."""
        answer = self.answer
        left = answer.design.left.ground + answer.design.left.height
        right = answer.design.right.ground + answer.design.right.height
        at = float(answer.course.place[mark]), float(answer.line_up[mark])
        return Seat("side", at, ((0.0, left), (answer.design.line.span, right)))

    def traces(self) -> Mapping[str, Callable[[], Trace]]:
        """Figures over the flight, over sag, and over the time of a swing."""
        return traces.traces(self.answer)

    def poses(self) -> Poses:
        """Of the lens on the line as it sags, tilting as its mount lets it."""
        answer, look = self.answer, self._bearings
        leans = answer.tilts
        eye = self._eye(answer.lens_up)
        # Up to the right nods up where the lens looks right, and rolls where it looks across.
        return Poses(eye, look, leans * np.cos(look), -leans * np.sin(look))

    def wanted(self) -> Poses:
        """Level all the way, at the height asked for."""
        none = np.zeros_like(self.times)
        eye = self._eye(none + self.answer.shot.camera_height)
        return Poses(eye, self._bearings, none, none)

    @property
    def _bearings(self) -> Array:
        return seen.bearings(self.answer, self.answer.course.place)

    def shake(self) -> Shake:
        """The swing of the camera below its trolley."""
        answer, end = self.answer, float(self.times[-1])
        times = np.linspace(0.0, end, max(round(SHOWN * end / answer.one_swing), 2))

        def rows() -> Array:
            swung = np.interp(times, answer.swing.times, answer.swing.lean)
            lean = answer.through_head(swung)
            look = seen.bearings(answer, np.interp(times, self.times, answer.course.place))
            lift = answer.design.trolley.drop * (1 - np.cos(swung))
            return np.stack([lift, lean * np.cos(look), -lean * np.sin(look)])

        return Shake(times, rows, lambda: answer.focal_px * answer.swing.most, "swing")

    def _eye(self, up: Array) -> Array:
        move, at = self.answer.move, self.answer.course.place
        out = at - move.start - move.distance / 2
        return np.stack([out, np.zeros_like(out), up], axis=1)

    def set_up(self) -> tuple[SetUp, ...]:
        """On the day; estimates of one practised person's minutes."""
        lines = 2 if self.answer.design.line.count == "twin" else 1
        return (
            SetUp("Look at both anchors, pad and strap them", 10.0),
            SetUp("Line out, ends made, tightened, pull measured", 12.0 * lines),
            SetUp("Keep-out marked, second line and tether", 6.0),
            SetUp("Trolley and camera on, run it empty and loaded", 8.0),
        )

    def own(self, mark: int) -> Array:
        """The line, from the trolley to either anchor."""
        answer, move, design = self.answer, self.answer.move, self.answer.design
        off = move.start + move.distance / 2
        at = float(answer.course.place[mark]) - off
        trolley = [at, 0.0, float(answer.line_up[mark])]
        ends = [
            [place - off, 0.0, anchor.ground + anchor.height]
            for place, anchor in ((0.0, design.left), (design.line.span, design.right))
        ]
        return np.array([[trolley, end] for end in ends])

    def subject(self) -> Array:
        """Beside the middle of the flight, or ahead of it."""
        answer = self.answer
        ahead = answer.shot.subject.distance
        base = answer.shot.subject.base
        if answer.along:
            return np.array([answer.sense * ahead, 0.0, base])
        return np.array([0.0, ahead, base])

    def travel(self) -> float:
        """From bumper to bumper, m."""
        return max(self.answer.design.line.span - 2 * self.answer.half_length, 0.01)

    def sketch(self, view: str, mark: int, turn: float | None = None) -> Sketch:
        """The side, from above, or the trolley from close by."""
        draw = {"above": sketches.from_above, "close": sketches.close_up}
        return draw.get(view, sketches.from_the_side)(self.answer, mark)

    def plots(self, station: str) -> Iterable[PlotSpec]:
        """The curves of each station."""
        working = traces.working_band(self.answer)
        return {
            "Frame": (
                PlotSpec("Pull by sag", ("pull by sag",), across="sags", shaded=working),
                PlotSpec("Height and slope", ("lens height",), ("slope",)),
            ),
            "Drive": (
                PlotSpec(
                    "Swing of the camera",
                    ("swing", "swing, straight ramps", "swing, ramps in halves"),
                    across="swing time",
                ),
                PlotSpec("Speed over the flight", ("speed", "rolls by itself")),
                PlotSpec("Pull along the line", ("push",), by_hand=True),
            ),
        }.get(station, ())

    def groups(self, station: str) -> Iterable[Group]:
        """The fields of each station's bench."""
        design, f = self.answer.design, F
        if station == "Shot":
            around = f.around
            power: tuple[str, ...] = (around.power,)
            if design.around.power == "measured":
                power = (around.power, around.power_distance)
            return (
                Group("People and power lines", (around.nearest, around.beside, *power)),
                Group("Wind", (around.wind, around.aside)),
                Group("Margins", (around.margin, around.over_heads)),
                Group("Ground", ("at", "height"), around.profile),
                Group("Below the line", ("kind", "at", "height", "width"), around.beneath),
            )
        if station == "Load":
            t = f.trolley
            stabilised = (t.range,) if design.trolley.head == "stabilised" else ()
            tether = (f.tether.to, f.tether.row, f.tether.slack, f.tether.length)
            return (
                Group("Trolley", (t.wheel, t.wheels, t.wheelbase, t.keeper, t.mass, t.width)),
                Group(
                    "Camera hangs", (t.drop, t.joint, t.head, *stabilised, t.drag_area, t.damping)
                ),
                Group("Tether", tether),
            )
        if station == "Drive":
            towed = () if design.tow.kind == "gravity" else (f.tow.line, f.tow.hand, f.tow.taut)
            rolled = (f.tow.start,) if design.tow.kind == "gravity" else ()
            stops = {
                "nothing": (),
                "bumper": (f.stops.stiffness, f.stops.travel),
            }.get(design.stops.kind, (f.stops.brake,))
            return (
                pace(),
                Group("Towed", (f.tow.kind, *towed, *rolled, f.trolley.rolling)),
                Group("Stopped", (f.stops.kind, *stops)),
            )
        if station != "Frame":
            return ()
        own = f.line
        twin = (own.spacing,) if design.lines == 2 else ()
        tight = (own.sag, own.pull, own.tightener, own.loose, own.dynamic, own.weather)
        return (
            Group("Line", (own.row, own.count, *twin, own.span, own.left, own.right, own.marked)),
            Group("How tight", tight),
            *(self._anchor(side) for side in strength.SIDES),
        )

    def _anchor(self, side: str) -> Group:
        design, f = getattr(self.answer.design, side), getattr(F, side)
        known = (f.known, f.by) if design.known == "known" else (f.known,)
        guy = (f.guyed, *((f.guy, f.guy_angle, f.foot) if design.guyed else ()))
        by_kind = {
            "tree": (f.holds,),
            "driven post": (f.holds, f.post, f.soil, *guy),
            "frame with base": (f.mass, f.reach, f.grip, f.post, *guy),
            "wall plate": (),
            "vehicle hitch": (f.mass, f.grip, f.wedged),
        }[design.kind]
        return Group(
            f"{side.capitalize()} anchor", (f.kind, f.height, f.ground, *known, f.eye, *by_kind)
        )
