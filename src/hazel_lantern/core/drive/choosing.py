"""What may be chosen of a drive: trains, boxes, motors, and what the search for mends pulls."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.drive.answer import Driving
from hazel_lantern.core.drive.model import GEARS, TOOTHED, F, Stage
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics.trains import (
    Box,
    Cog,
    Pair,
    Span,
    Train,
    best_trains,
    three_speeds,
)
from hazel_lantern.core.rigs.asks import (
    Candidate,
    Choice,
    Choices,
    Lever,
    Numeric,
    Ranking,
)
from hazel_lantern.core.rigs.assembly import AnswerT, Assembly
from hazel_lantern.core.units import write

#: Of each cog that can be bought so many are looked at; how many trains are offered, of how many
#: stages.
BUYABLE, OFFERED, STAGES = 2, 8, 4
#: Teeth of a pinion at the least.
FEWEST = 12
#: A train that comes so near to the middle of the motor's range is as good as any.
NEAR = 0.03
GUARDS = {
    "slip clutch": "Fit a slip clutch",
    "fuse": "Put a fuse at the battery",
}
FITTED = {"slip clutch": F.clutch, "fuse": F.fuse}


class Choosing(Assembly[AnswerT]):
    """The drive and what it moves, and every choice that there is for it."""

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
            for row in self.case.offered("cogs")
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
        if drive.slowest <= drive.quickest or math.isinf(it.span.quick):
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
        trains = [("trains", "Trains", self._candidates)]
        if len(self.owned) > 1:
            own = ("own trains", "From the shelf", lambda: self._told(self._geared(self.owned)))
            trains.append(own)
        for id, title, candidates in trains:
            yield Ranking(
                id,
                title,
                candidates,
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
        for row in self.case.offered("motors"):
            yield Candidate(row.id, row.name, (Edit(F.motor, row.id),))

    def levers(self) -> Iterable[Lever]:
        """Other trains, motors and last stages; a guard; the microphone elsewhere."""
        drive = self.case.setup.drive
        if drive.sound:
            yield Numeric(F.microphone, 0.1, 0.3, 8.0, "Set the microphone {} from the rig")
            yield Numeric(F.speaker, 0.05, 0.1, 3.0, "Bring it to {} from who speaks")
        if drive.cranked:
            yield Numeric(F.spool, 0.005, 0.01, 0.3, "Wind the line on a spool {} across")
            yield Numeric(F.crank, 0.01, 0.04, 0.3, "Make the crank's arm {} long")
            yield Numeric(F.spring, 0.5, 0.0, 60.0, "Hang a spring on it that pulls back with {}")
        if not self.used:
            return
        axis = self.it.axis
        # More gears press harder in a jam: what gives way goes in with them.
        bare = not (drive.clutch or drive.fuse)
        clutch = (Edit(F.clutch, True),) if bare else ()
        gear_it = "Gear it {} behind a slip clutch" if bare else "Gear it {}"

        def geared() -> Iterable[Choice]:
            found = (one for one in self._candidates() if one.id != _named(drive.train))
            return ((gear_it.format(one.name), (*one.edits, *clutch)) for one in found)

        # Trains are long to look for, and no other lamp minds which of them turns it.
        yield Choices(geared, only="drive.")
        motors = (one._replace(name=one.name.lower()) for one in self._motors())
        yield Choices.of("Use a {}", motors, drive.motor)
        stages = {one: f"Drive it by: {one}" for one in axis.last}
        yield Choices.words(F.last, stages, drive.last)
        if len(drive.gears) > 1:
            others = {one: f"Put the {one} gear in" for one in GEARS[: len(drive.gears)]}
            yield Choices.words(F.gear, others, drive.gear)
        for field, title in GUARDS.items():
            if field not in drive.guards:
                yield Choices(((title, (Edit(FITTED[field], True),)),))
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


def _candidate(field: str, pairs: tuple[Pair, ...], note: str, size: float) -> Candidate:
    """Pairs of cogs to put in a field, called by their teeth."""
    stages = tuple(Stage(driver=pair.driver.id, driven=pair.driven.id) for pair in pairs)
    name = " · ".join(f"{pair.driver.teeth}:{pair.driven.teeth}" for pair in pairs)
    return Candidate(_named(stages), name, (Edit(field, stages),), note, size)


def _named(stages: Iterable[Stage]) -> str:
    return " ".join(f"{stage.driver}:{stage.driven}" for stage in stages)
