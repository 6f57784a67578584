"""The drive as a part of any rig: its lamps, fields, figures, drawing, parts and words."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Mapping
from dataclasses import replace
from typing import Any, NamedTuple

from hazel_lantern.core.drive import built, crank, lamps, line, parts, sketch, words
from hazel_lantern.core.drive.choosing import Choosing
from hazel_lantern.core.drive.lamps_motor import sound, turns_a_minute
from hazel_lantern.core.drive.model import GEARS, SPRINGY, F
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lamps import Check
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics.trains import Span, holes
from hazel_lantern.core.parts import Bolt, Part, Step, Template
from hazel_lantern.core.poses import Trace
from hazel_lantern.core.rigs.asks import Group, Measure, PlotSpec, View
from hazel_lantern.core.rigs.assembly import AnswerT
from hazel_lantern.core.seat import Seat
from hazel_lantern.core.shot import S
from hazel_lantern.core.sketch import Sketch
from hazel_lantern.core.units import write

#: Its own view.
CLOSE = "drive"
#: The page of its plots.
MOTOR = "Motor"


class Reach(NamedTuple):
    """A gear's name, the quickest and slowest move that it can do, and whether it is in."""

    gear: str
    span: Span
    is_in: bool


class Drives(Choosing[AnswerT]):
    """What moves the rig; answers nothing but its own choice while it is moved by hand."""

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
        drive = self.case.setup.drive
        turned = lamps.CRANKED if drive.cranked else ()
        heard = (sound,) if drive.sound else ()
        return ((one, self.it) for one in (*turned, *heard))

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
            Group(
                "Motor", (F.source, *choice, F.motor, F.switches, F.clutch, F.fuse, S.pace.delay)
            ),
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
            name = f"{reach.gear.capitalize()} gear" if reach.gear else "Move can take"
            if math.isinf(reach.span.quick):
                yield name, "no time: the load stalls it"
                continue
            quick, slow = (write(one, "time", style) for one in reach.span)
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
            geared = replace(it, case=self.case.edited((Edit(F.gear, name),)))
            found.append(Reach(name, geared.span, stage in drive.in_gear))
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
