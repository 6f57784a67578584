"""The drive as a part of any rig: lamps, what may be changed, what is ranked and bought."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from typing import Any, NamedTuple

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.drive import built, crank, lamps, line, parts, sketch, words
from hazel_lantern.core.drive.answer import Driving
from hazel_lantern.core.drive.lamps_motor import sound, turns_a_minute
from hazel_lantern.core.drive.model import GEARS, SPRINGY, TOOTHED, F, Stage
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lamps import Check
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics.trains import (
    Box,
    Cog,
    Pair,
    Span,
    Train,
    best_trains,
    holes,
    three_speeds,
)
from hazel_lantern.core.parts import Bolt, Part, Step, Template
from hazel_lantern.core.poses import Trace
from hazel_lantern.core.rigs.asks import (
    Candidate,
    Choices,
    Group,
    Lever,
    Measure,
    Numeric,
    PlotSpec,
    Ranking,
    View,
)
from hazel_lantern.core.rigs.assembly import AnswerT, Assembly
from hazel_lantern.core.seat import Seat
from hazel_lantern.core.shot import S
from hazel_lantern.core.sketch import Sketch
from hazel_lantern.core.units import write

#: Of each cog that can be bought so many are looked at; how many trains are offered, of how many
#: stages.
BUYABLE, OFFERED, STAGES = 2, 8, 4
#: Teeth of a pinion at the least.
FEWEST = 12
#: A train that comes so near to the middle of the motor's range is as good as any.
NEAR = 0.03
#: Its own view.
CLOSE = "drive"
#: The page of its plots.
MOTOR = "Motor"
GUARDS = {
    "slip clutch": "Fit a slip clutch",
    "fuse": "Put a fuse at the battery",
}


class Reach(NamedTuple):
    """A gear's name, the quickest and slowest move that it can do, and whether it is in."""

    gear: str
    span: Span
    is_in: bool


class Drives(Assembly[AnswerT]):
    """What moves the rig; answers nothing but its own choice while it is moved by hand."""

    def __init__(self, answer: AnswerT, axes: Callable[[], tuple[Axis, ...]]) -> None:
        super().__init__(answer)
        self._axes = axes

    @property
    def used(self) -> bool:
        """Whether a motor moves it."""
        return bool(self.case.setup.drive.by_motor)

    @kept
    def it(self) -> Driving:
        """The drive and what it moves."""
        return Driving(self.case, self._axes()[self.which], self.answer.course.times)

    @property
    def which(self) -> int:
        """Which of the rig's axes it drives."""
        return int(self.case.setup.drive.axis == "the pan" and len(self._axes()) > 1)

    @property
    def views(self) -> tuple[View, ...]:
        """Its own view of a rig that it moves."""
        return (View(CLOSE, "Drive, close"),) if self.used else ()

    def drawn(
        self, view: str, seat: Seat | None, mark: int, plain: Callable[[str], Sketch]
    ) -> Sketch:
        """A view of the rig with the drive on it, or the drive from close by.

        Parameters
        ----------
        view : str
        seat : Seat or None
            Where the rig has a place for it.
        mark : int
        plain : callable
            Draws a view of the rig without it.

        Returns
        -------
        Sketch
        """
        home = seat or Seat(CLOSE)
        if view == CLOSE:
            rig = plain(home.view) if seat else Sketch(())
            return sketch.close(rig, sketch.drawn(self.it, home, mark))
        drawn = plain(view)
        return sketch.over(drawn, sketch.drawn(self.it, home, mark)) if home.view == view else drawn

    def checks(self) -> Iterable[tuple[Check, Any]]:
        """By hand none but of what is heard: a hand keeps its push."""
        if self.used:
            return ((one, self.it) for one in lamps.ALL)
        heard = self.case.setup.drive.sound
        return ((one, self.it) for one in (sound,) if heard)

    @kept
    def cogs(self) -> list[Cog]:
        """All cogs of the catalogue, as many as lie on the shelf or can be bought."""
        shelf = self.case.workshop.shelf
        return [
            Cog(
                row.id,
                row.teeth,
                row.module,
                row.angle,
                row.bore,
                max(shelf.count_of(row.id), BUYABLE),
            )
            for row in self.case.workshop.catalogue.cogs.values()
        ]

    @kept
    def owned(self) -> list[Cog]:
        """Those that lie on the shelf, no more of each than lie there."""
        count = self.case.workshop.shelf.count_of
        return [cog._replace(number=count(cog.id)) for cog in self.cogs if count(cog.id)]

    @kept
    def trains(self) -> list[Train]:
        """Those that bring the motor nearest to the middle of what it can."""
        return self._geared(self.cogs)

    def _geared(self, cogs: list[Cog]) -> list[Train]:
        found: list[Train] = []
        if self.it.target < 1.0:
            return found
        for stages in range(1, STAGES + 1):
            found = best_trains(cogs, self.it.target, stages, OFFERED) or found
            # The middle of a range is no fine figure: near it, fewer stages are the better box.
            if found and found[0].error <= NEAR:
                break
        return found

    def _candidates(self) -> Iterable[Candidate]:
        return self._told(self.trains)

    def _told(self, trains: list[Train]) -> Iterable[Candidate]:
        shelf = self.case.workshop.shelf
        for train in trains:
            owned = sum(bool(shelf.count_of(cog.id)) for pair in train.pairs for cog in pair)
            note = f"{train.ratio:.4g} : 1, {owned} of {2 * len(train.pairs)} cogs on hand"
            yield _candidate(F.train, train.pairs, note, train.error)

    @kept
    def boxes(self) -> list[Box]:
        """Three pairs on one spacing that with the dial cover the span of moves asked for."""
        it, drive = self.it, self.case.setup.drive
        if drive.slowest <= drive.quickest:
            return []
        plain = Span(it.span.quick / it.geared, it.span.slow / it.geared)
        return three_speeds(self.cogs, plain, Span(drive.quickest, drive.slowest), OFFERED)

    def _boxed(self) -> Iterable[Candidate]:
        for box in self.boxes:
            style = self.answer.style
            note = (
                f"{write(1 - box.uncovered, 'percent', style)} covered, shafts "
                f"{write(box.spacing, 'length', style)} apart"
            )
            yield _candidate(F.gears, box.pairs, note, box.uncovered)

    def rankings(self) -> Iterable[Ranking]:
        """Trains that would do, and motors."""
        if not self.used:
            return
        drive = self.case.setup.drive
        yield Ranking(
            "trains",
            "Trains",
            self._candidates,
            _named(drive.train),
            "drive.speed",
            ("drive.teeth",),
            station="Drive",
            by_size="nearest",
        )
        if len(self.owned) > 1:
            yield Ranking(
                "own trains",
                "From the shelf",
                lambda: self._told(self._geared(self.owned)),
                _named(drive.train),
                "drive.speed",
                ("drive.teeth",),
                station="Drive",
                by_size="nearest",
            )
        yield Ranking(
            "boxes",
            "Three speeds",
            self._boxed,
            _named(drive.gears),
            "drive.speed",
            station="Drive",
            by_size="covers most",
        )
        yield Ranking(
            "motors",
            "Motors",
            self._motors,
            drive.motor,
            "drive.torque",
            ("drive.speed",),
            station="Drive",
            path=F.motor,
        )

    def _motors(self) -> Iterable[Candidate]:
        for row in self.case.workshop.catalogue.motors.values():
            yield Candidate(row.id, row.name, (Edit(F.motor, row.id),))

    def levers(self) -> Iterable[Lever]:
        """Other trains, motors and last stages; a guard; the microphone elsewhere."""
        drive = self.case.setup.drive
        if drive.sound:
            yield Numeric(F.microphone, 0.1, 0.3, 8.0, "Set the microphone {} from the rig")
            yield Numeric(F.speaker, 0.05, 0.1, 3.0, "Bring it to {} from who speaks")
        if not self.used:
            return
        axis = self.it.axis
        # More gears press harder in a jam: what gives way goes in with them.
        bare = drive.guard in ("nothing", "end switches")
        clutch = (Edit(F.guard, "slip clutch"),) if bare else ()
        geared = (one._replace(edits=(*one.edits, *clutch)) for one in self._candidates())
        title = "Gear it {} behind a slip clutch" if bare else "Gear it {}"
        yield Choices.of(title, geared, _named(drive.train))
        motors = (one._replace(name=one.name.lower()) for one in self._motors())
        yield Choices.of("Use a {}", motors, drive.motor)
        stages = {one: f"Drive it by: {one}" for one in axis.last}
        yield Choices.words(F.last, stages, drive.last)
        if len(drive.gears) > 1:
            others = {one: f"Put the {one} gear in" for one in GEARS[: len(drive.gears)]}
            yield Choices.words(F.gear, others, drive.gear)
        yield Choices.words(F.guard, GUARDS, drive.guard)
        if self.it.last in TOOTHED:
            # Whole teeth, and not so few that the flanks are cut away.
            tooth = drive.module
            few, many = FEWEST * tooth, 60 * tooth
            yield Numeric(F.wheel, tooth, few, many, "Use a pinion {} across its pitch circle")
        else:
            yield Numeric(F.wheel, 0.001, 0.006, 0.3, "Use a last wheel of {}")
        if axis.kind == "angle":
            step = drive.module / 2 if self.it.last in TOOTHED else 0.005
            yield Numeric(F.ring, step, 0.03, 0.4, "Make the sector, ring or lever {}")
        yield Numeric(F.stiffness, 500.0, 500.0, 1e6, "Use a line of {} for doubling")
        lever = "Hang a spring on it that pulls back with {}"
        yield Numeric(F.spring, 0.5, 0.0, 60.0, lever)
        yield Numeric(F.train_play, 0.00005, 0.0, 0.002, "Mesh the cogs within {}")
        yield Numeric(F.capacity, 1.0, 1.0, 100.0, "Use a battery of {} ampere-hours")
        yield Choices.words(F.supply, {"mains adapter": "Feed it by an adapter"}, drive.supply)

    def groups(self, station: str) -> Iterable[Group]:
        """Its fields, at the station of its name."""
        if station != "Drive":
            return ()
        drive = self.case.setup.drive
        sound = (F.sound, *([F.microphone, F.speaker] if drive.sound else []))
        if drive.cranked:
            cranked = (F.source, F.spool, F.crank, F.efficiency, F.line)
            return (Group("Moved", (*cranked, *sound)),)
        if not drive.by_motor:
            return (Group("Moved", (F.source, *sound)),)
        axis, last = self.it.axis, [F.last]
        choice = [F.axis] if len(self._axes()) > 1 else []
        if self.it.last == "threaded rod":
            last += [F.lead, F.rod]
        else:
            last.append(F.wheel)
        if axis.kind == "angle":
            last.append(F.ring)
        if self.it.last == "sector":
            last.append(F.module)
        if self.it.last in SPRINGY:
            last += [F.line, F.stiffness]
        feeds = [F.supply, *([F.capacity, F.repeats] if drive.supply == "battery" else [])]
        return (
            Group("Motor", (F.source, *choice, F.motor, F.guard, S.pace.delay)),
            Group("Last stage", tuple(last)),
            Group("Cogs", ("driver", "driven"), F.train),
            Group("Box of gears", ("driver", "driven"), F.gears),
            Group("Gear", (F.gear, F.quickest, F.slowest)),
            Group("Power and sound", (F.train_play, F.kerf, F.spring, *feeds, *sound)),
        )

    def readout(self, station: str) -> Iterable[tuple[str, str]]:
        """Ratio, turns and torque."""
        if station == "Drive" and self.case.setup.drive.cranked:
            yield from crank.readout(self.it)
        if station != "Drive" or not self.used:
            return
        it, style = self.it, self.answer.style
        yield "Gears", f"{it.ratio:.4g} : 1"
        for reach in self.reaches:
            quick, slow = (write(one, "time", style) for one in reach.span)
            name = f"{reach.gear.capitalize()} gear" if reach.gear else "Move can take"
            yield name, f"{quick} to {slow}"
        yield "Motor at the most", turns_a_minute(float(it.speed.max()))
        yield "Torque at the motor", write(float(it.torque.max()), "torque", style)
        yield "It draws", f"{it.watts:.3g} W"

    def cautions(self, station: str) -> Iterable[str]:
        """What to mind beside a motor."""
        if station == "Drive" and self.case.setup.drive.cranked:
            yield "Keep fingers and straps clear of the line where it runs onto the spool."
        if station == "Drive" and self.used:
            yield (
                "Keep fingers, hair and cables out of gears and lines; a switch in reach, and "
                "nothing that starts by itself when power comes back."
            )

    def traces(self) -> Mapping[str, Callable[[], Trace]]:
        """Motor over the move.

        Returns
        -------
        mapping
            What makes each curve, by its id; empty while it is moved by hand.
        """
        if not self.used:
            return {}
        it = self.it
        return {
            "motor torque": lambda: Trace("the move asks", "torque", it.torque),
            "motor has": self._has,
            "motor turns": lambda: Trace("motor's speed", "turning", it.speed),
            "dial": lambda: Trace("share of its range", "percent", it.dial),
            "steps": lambda: Trace("full steps", "rate", it.steps),
            "clock": lambda: Trace("time", "time", it.times),
        }

    def _has(self) -> Trace:
        """The motor's whole line, from stalled to free."""
        speeds, has = self.it.line
        return Trace("it has", "torque", has, on=speeds)

    def plots(self, station: str) -> Iterable[PlotSpec]:
        """The motor over the move, on a page of its own."""
        if station != MOTOR or not self.used:
            return
        motor = self.it.motor
        if self.it.stepping:
            rings = motor.band_low, motor.band_high
            title = "Full steps a second, and where it rings"
            yield PlotSpec(title, ("steps",), across="clock", shaded=rings, warns=True)
        else:
            steady, title = (motor.lowest_dial, 1.0), "Where the dial stands, and is steady"
            yield PlotSpec(title, ("dial",), across="clock", shaded=steady)
        yield PlotSpec("Torque at each speed", ("motor torque", "motor has"), across="motor turns")

    @kept
    def reaches(self) -> tuple[Reach, ...]:
        """What each gear can do, the slowest first; one without a name where there is no box.

        Returns
        -------
        tuple of Reach
        """
        it, drive = self.it, self.case.setup.drive
        if not drive.gears:
            return (Reach("", it.span, True),)
        found = []
        for name, stage in zip(GEARS, drive.gears, strict=False):
            driver, driven = (self.case.row("cogs", id) for id in (stage.driver, stage.driven))
            share = driven.teeth / driver.teeth / it.geared
            span = Span(it.span.quick * share, it.span.slow * share)
            found.append(Reach(name, span, stage in drive.in_gear))
        return tuple(found)

    @property
    def asked(self) -> Span:
        """Times of a move that the gears are to cover."""
        drive = self.case.setup.drive
        return Span(drive.quickest, max(drive.slowest, drive.quickest * 1.01))

    @property
    def holes(self) -> list[Span]:
        """Of these the times that no gear does.

        Returns
        -------
        list of Span
        """
        return holes([reach.span for reach in self.reaches], self.asked)

    @property
    def measures(self) -> tuple[Measure[Any], ...]:
        """How far a run on the line was off."""
        return (line.run_measure(lambda: self.it),) if self.used else ()

    def templates(self) -> Iterable[Template]:
        """Cogs that are cut from board."""
        return built.templates(self.it) if self.used else ()

    def bolts(self) -> Iterable[Bolt]:
        """What holds box, board and sector."""
        return built.bolts(self.it) if self.used else ()

    def steps(self) -> Iterable[Step]:
        """How to build box and last stage, and set the mesh."""
        return words.steps(self.it) if self.used else ()

    def set_card(self) -> Iterable[str]:
        """What a motor asks for on the day."""
        return words.set_card(self.it) if self.used else ()

    def parts(self) -> tuple[Part, ...]:
        """Motor, cogs, what gives way, and what feeds it.

        Returns
        -------
        tuple of Part
        """
        return () if self.case.setup.drive.by_hand else parts.bought(self.it)


def _candidate(field: str, pairs: tuple[Pair, ...], note: str, size: float) -> Candidate:
    """Pairs of cogs to put in a field, called by their teeth."""
    stages = tuple(Stage(driver=pair.driver.id, driven=pair.driven.id) for pair in pairs)
    name = " · ".join(f"{pair.driver.teeth}:{pair.driven.teeth}" for pair in pairs)
    return Candidate(_named(stages), name, (Edit(field, stages),), note, size)


def _named(stages: Iterable[Stage]) -> str:
    return " ".join(f"{stage.driver}:{stage.driven}" for stage in stages)
