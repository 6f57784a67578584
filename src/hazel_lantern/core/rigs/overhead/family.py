"""The overhead rail and gantry, as the house asks of a family."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Mapping

import numpy as np

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.poses import Poses, Trace
from hazel_lantern.core.rigs.asks import Group, Measure, PlotSpec, SetUp, View
from hazel_lantern.core.rigs.assembly import Assembly, Checks, of
from hazel_lantern.core.rigs.family import Family
from hazel_lantern.core.rigs.kit.drilled import Drilled
from hazel_lantern.core.rigs.kit.pace import pace
from hazel_lantern.core.rigs.kit.place import Place
from hazel_lantern.core.rigs.kit.purse import Purse
from hazel_lantern.core.rigs.kit.wheels import Runs, WheelsOn
from hazel_lantern.core.rigs.overhead import built, draft, sketches, words
from hazel_lantern.core.rigs.overhead import lamps_beam as beam
from hazel_lantern.core.rigs.overhead import lamps_held as held
from hazel_lantern.core.rigs.overhead import lamps_seen as seen
from hazel_lantern.core.rigs.overhead import lamps_trolley as trolley
from hazel_lantern.core.rigs.overhead import levers as mending
from hazel_lantern.core.rigs.overhead import parts as making
from hazel_lantern.core.rigs.overhead.answer import Array, OverheadAnswer
from hazel_lantern.core.rigs.overhead.model import F, OverheadDesign
from hazel_lantern.core.rigs.overhead.seen import blocks, rail_block
from hazel_lantern.core.rigs.overhead.shown import coverage_map, shaken
from hazel_lantern.core.scenery import Solid
from hazel_lantern.core.seat import Seat
from hazel_lantern.core.shot import Glide, Hold, Shot, Swing
from hazel_lantern.core.sketch import Sketch


class Overhead(Family[OverheadDesign, OverheadAnswer]):
    """A rail overhead, and a camera that looks down from it."""

    id = "overhead"
    title = "Overhead rail"
    moves = (Glide, Hold, Swing)
    design_type, answer_type = OverheadDesign, OverheadAnswer
    views = (
        View("above", "From above"),
        View("front", "From the front"),
        View("end", "End-on"),
    )
    wanted_words = "where a stiff rail would"
    measures = (
        Measure(
            "dip",
            "Rail dips under the load",
            "fine",
            "Stretch a thread along the rail, hang the camera in the middle and measure down.",
            lambda found: float(found.sinks.max()) - found.own_sag,
        ),
        Measure(
            "push",
            "Push to move it",
            "force",
            "Pull the trolley along with a luggage scale, slowly. 1 kg is 9.81 N.",
            lambda found: found.rubs * found.weight,
        ),
        Measure(
            "sways",
            "Sways in five seconds",
            "count",
            "Push the camera aside, let go, and count, filmed beside a clock.",
            lambda found: 5 * beam.modes(found)[1].frequency,
        ),
        Measure(
            "slips",
            "Pole slips at",
            "force",
            "Hang weight on the pole until it begins to slip in its clamp.",
            lambda found: found.design.drop.grip,
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
        """What looks down is its own."""
        if not isinstance(shot.move, cls.moves):
            return 0.05, "a rail overhead looks down on a bench"
        if shot.move.distance <= 3.0:
            return 1.0, "looking down on a bench is what a rail overhead is for"
        return 0.5, "so long a rail wants a deep beam and many fixings"

    def assemblies(self) -> Iterable[Assembly[OverheadAnswer]]:
        """Picture, beam, boom, trolley, fixings, place and purse."""
        a = self.answer
        if built.slides(a):
            fits: Assembly[OverheadAnswer] = Checks(a, trolley.rods)
        else:
            on = a.rows.section.name if a.boards is None else a.design.carrier.made
            face = a.rows.section.running_face if a.boards is None else "flat"
            fits = WheelsOn(a, Runs(a.rows.wheel, on, face, True, (("track off by", 0.0002),)))
        return (
            Checks(a, seen.coverage, seen.headroom, seen.height, seen.reach),
            Checks(a, beam.beam_dip, beam.beam_stress, beam.side_sway, beam.frame_drift),
            Checks(a, beam.boom_dip, beam.boom_stress, beam.bounce),
            Checks(a, trolley.wheel_load, trolley.wheel_lift, trolley.jam),
            fits,
            Checks(a, held.fixing, held.tether, trolley.lock, trolley.stops),
            Drilled(a, built.templates),
            Place(a, seen.spans, "span, height of the rail, camera over bench and tools"),
            Purse(a, lambda: self.bought),
        )

    def axes(self) -> tuple[Axis, ...]:
        """Along the rail, or about the boom's bolt."""
        return (self.answer.axis,)

    def seat(self, axis: int, mark: int, turn: float | None = None) -> Seat:
        """At the rail's left end, seen from the front; a boom's beside its bolt from above."""
        answer = self.answer
        x, high = float(answer.course.along[mark]), answer.design.holding.height
        if answer.axis.kind == "angle":
            at = x, float(answer.course.away[mark])
            return Seat("above", at, turned=float(answer.course.turn[mark]))
        return Seat("front", (x, high), ((0.0, high), (answer.design.holding.span, high)))

    def traces(self) -> Mapping[str, Callable[[], Trace]]:
        """Figures over the move; the shake after a knock; coverage over drop height."""
        answer, course = self.answer, self.answer.course
        along, away = answer.leans
        turns = answer.axis.kind == "angle"

        def dip() -> Trace:
            return Trace("under the trolley", "fine", answer.sinks.max(axis=0))

        return {
            "dip": dip,
            "drift along": lambda: Trace("along", "px", beam.shifted(answer, along)),
            "drift away": lambda: Trace("across", "px", beam.shifted(answer, away)),
            "speed": lambda: Trace("speed", "turning" if turns else "speed", np.abs(course.speed)),
            "push": lambda: Trace("to move it", "torque" if turns else "force", answer.axis.effort),
            "time": lambda: Trace("time", "time", course.times),
            **shaken(answer),
            **coverage_map(answer),
        }

    def poses(self) -> Poses:
        """As beam, boom and twist lean it."""
        return self._poses(*self.answer.leans)

    def wanted(self) -> Poses:
        """Straight down."""
        none = np.zeros_like(self.times)
        return self._poses(none, none)

    def _poses(self, along: Array, away: Array) -> Poses:
        answer = self.answer
        x, y = answer.eyes
        # Leaning towards one side the drop's foot goes to the other.
        drop = answer.hangs
        eye = np.stack(
            [
                x - answer.design.holding.span / 2 - drop * np.sin(along),
                y - drop * np.sin(away),
                np.full_like(x, answer.lens_up),
            ],
            axis=1,
        )
        yaw = answer.yaw
        cos, sin = np.cos(yaw), np.sin(yaw)
        # Upright in the frame is away; leans along roll it about that, leans away nod it.
        nods = along * -sin + away * cos
        rolls = along * cos + away * sin
        down = -math.pi / 2 + answer.design.drop.nod
        return Poses(eye, yaw + math.pi / 2, np.full_like(x, down) - nods, rolls)

    @property
    def distance(self) -> float:
        """From the lens to the bench, m."""
        return self.answer.distance

    def subject(self) -> Array:
        """On the bench below the lens in the middle of the move."""
        answer = self.answer
        x, y = answer.eyes
        middle = len(x) // 2
        at = float(x[middle]) - answer.design.holding.span / 2
        return np.array([at, float(y[middle]), answer.design.bench.height])

    def aim(self) -> Array:
        """The bench's top, where the lens looks."""
        return self.subject()

    def scenery(self) -> tuple[Solid, ...]:
        """The bench, its tools, and a rail that is below its lens."""
        answer, bench = self.answer, self.answer.design.bench
        off = np.array([answer.design.holding.span / 2, 0.0, 0.0])
        top = np.array([bench.left + bench.length, bench.front + bench.depth, bench.height])
        table = Solid(
            np.array([bench.left, bench.front, bench.height - 0.04]) - off, top - off, "timber"
        )
        tools = [
            Solid(one.low - off, one.high - off, "metal" if tool.seen else "stand")
            for one, tool in zip(blocks(answer), bench.tools, strict=True)
        ]
        rails = [Solid(one.low - off, one.high - off, "stand") for one in rail_block(answer, 0)]
        return (table, *tools, *rails)

    def set_up(self) -> tuple[SetUp, ...]:
        """On the day; estimates of one practised person's minutes."""
        fixings = self.answer.design.holding.count
        return (
            SetUp("Fixings in and tried", 4.0 * fixings),
            SetUp("Rail or beam up, level", 6.0),
            SetUp("Trolley, drop and tether", 4.0),
            SetUp("Camera on, lock, try it", 3.0),
        )

    def own(self, mark: int) -> Array:
        """The rail's edges, where the camera stands above it."""
        off = np.array([self.answer.design.holding.span / 2, 0.0, 0.0])
        lines = []
        for one in rail_block(self.answer, mark):
            (left, front, _), (right, back, top) = (
                (one.low - off).tolist(),
                (one.high - off).tolist(),
            )
            lines += [[[left, y, top], [right, y, top]] for y in (front, back)]
        return np.array(lines).reshape(-1, 2, 3)

    def travel(self) -> float:
        """Between the stops, m."""
        return max(self.answer.design.holding.span - self.answer.bearing, 0.01)

    def sketch(self, view: str, mark: int, turn: float | None = None) -> Sketch:
        """From above, from the front, or end-on."""
        draw = {"front": sketches.from_the_front, "end": sketches.end_on}
        return draw.get(view, sketches.from_above)(self.answer, mark)

    def plots(self, station: str) -> Iterable[PlotSpec]:
        """The curves of each station."""
        return {
            "Load": (PlotSpec("Bench in the frame by drop", ("covers",), across="heights"),),
            "Frame": (
                PlotSpec("What the beam does to the picture", ("drift along", "drift away")),
                PlotSpec("After a knock", ("shakes up", "shakes aside"), across="after"),
            ),
            "Drive": (
                PlotSpec("The move", ("speed",), across="time"),
                PlotSpec("To move it", ("push",), by_hand=True),
            ),
        }.get(station, ())

    def groups(self, station: str) -> Iterable[Group]:
        """The fields of each station's bench."""
        design, b = self.answer.design, F.bench
        if station == "Shot":
            place = (b.left, b.front, b.length, b.depth, b.height, b.wanted)
            sizes = ("name", "x", "y", "width", "depth", "height", "seen")
            return (
                Group("Bench", place),
                Group("Person", (b.person_x, b.person_y, b.head, b.leans)),
                Group("Tools", sizes, b.tools),
            )
        if station == "Load":
            return self._drop(), Group("Tether", self._tether())
        if station == "Drive":
            t = F.trolley
            gantry = (F.carrier.pushed, F.carrier.base) if design.rolls else ()
            return (
                pace(),
                Group("Held and stopped", (t.lock, t.holds, t.pull, t.slope, t.stops, *gantry)),
            )
        return self._frame() if station == "Frame" else ()

    def _tether(self) -> tuple[str, ...]:
        t = F.tether
        more = (t.row, t.slack, t.length) if self.answer.design.tether.tethered else ()
        return (t.tethered, *more)

    def _drop(self) -> Group:
        d = F.drop
        boom = self.answer.boom
        bolt = (d.points, d.knuckle, d.bolt, d.bears, d.ring, d.pressed, d.rubs) if boom else ()
        return Group(
            "Drop",
            (d.kind, d.pole, d.length, d.way, d.clamp, d.grip, d.stop, d.nod, d.off, *bolt),
        )

    def _frame(self) -> tuple[Group, ...]:
        design, h, c, t = self.answer.design, F.holding, F.carrier, F.trolley
        boards = (
            (c.section,)
            if design.carrier.made == "section"
            else (c.material, c.flange_width, c.flange, c.web, c.web_height, c.joint)
        )
        if design.carrier.made != "section" and design.carrier.joint == "screwed":
            boards = (*boards, c.screw, c.pitch, c.screw_holds)
        pair = (c.spacing,) if design.rails == 2 else ()
        gantry = (c.across,) if design.rolls else ()
        across = (h.across,) if design.holding.rows == "two rows" else ()
        fixed = (h.kind, h.count, h.spacing, h.rows, *across, h.rated, h.source, h.factor)
        runs: tuple[str, ...] = (t.wheel, t.wheelbase, t.track)
        if design.trolley.runs == "block":
            runs = (t.block, t.clearance, t.bow, t.other_bow, t.apart, t.friction, t.guided, t.push)
        found = (
            Group("Hung by", fixed),
            Group("Gives", (h.sinks, h.sways, h.twists, c.damping)),
            Group("Rail or beam", (h.span, h.height, c.kind, c.made, *boards, *pair, *gantry)),
            Group("Trolley", (t.runs, *runs, t.mass, t.hang)),
        )
        if self.answer.boom:
            return (*found, Group("Boom", ("length", "section"), F.drop.pieces))
        return found
