"""A stand-in for a motor and its controller: speaks the protocol, and errs as real ones do."""

from __future__ import annotations

import math
from bisect import bisect_right
from dataclasses import dataclass
from random import Random
from typing import Literal

from hazel_lantern.core.line import protocol
from hazel_lantern.core.line.protocol import Knows, NotSaid, Unit

Fault = Literal[
    "nothing", "loose belt", "overload", "jam", "silence", "nonsense", "pulled line", "end switch"
]
FAULTS: tuple[Fault, ...] = (
    "nothing",
    "loose belt",
    "overload",
    "jam",
    "silence",
    "nonsense",
    "pulled line",
    "end switch",
)
#: Most points that it has room for.
ROOM = 4096
#: Where on the way, as a share of it, what goes wrong goes wrong.
WHERE = 0.55
#: An overloaded motor is asked so many times what it has, over so much of the way.
ASKED, ALONG = 1.6, 0.15
#: A loose belt has so much of the way as play.
LOOSE = 0.012
#: Homing takes so long over the whole way, s; so far beyond either end sit the switches.
HOMING, BEYOND = 4.0, 0.03
#: It counts as stalled when it moved less than this share of what was asked, for so long, s or
#: as a share of the move.
STILL, PATIENCE, SHARE = 0.2, 1.0, 0.02
#: And when more than this share of the way was asked meanwhile: less may be play taken up.
SURELY = 0.015
#: Its clock ticks so often in a move, and at the least so often, s.
TICKS, TICK = 4000, 0.005
#: A dial's noise wanders within about this time, s.
WANDERS = 2.0
#: How hard the set point is pulled to where it should be, by the second.
PULL = 8.0


class Pulled(Exception):  # noqa: N818 - what happens to a line, not an error of the program
    """The line is pulled."""


@dataclass(frozen=True)
class Build:
    """What the stand-in is.

    Attributes
    ----------
    unit : {"mm", "deg"}
    steps : bool
        Whether it is a step motor, which loses steps; else one on a dial, which slows down.
    knows : {"measured", "counted"}
        Whether it has a sensor at the axis, or counts what it sent.
    acceleration : float
        That it keeps to, units/s².
    noise : float
        Of a dial: how far its speed wanders, as a share.
    places, load : tuple of float
        What the move asks of the motor as a share of what it has there, by place.
    fault : str
        What goes wrong, of `FAULTS`.
    seed : int
        Of its noise.
    """

    unit: Unit = "mm"
    steps: bool = False
    knows: Knows = "measured"
    acceleration: float = math.inf
    noise: float = 0.004
    places: tuple[float, ...] = (0.0,)
    load: tuple[float, ...] = (0.4,)
    fault: Fault = "nothing"
    seed: int = 1

    def asked_at(self, place: float) -> float:
        """Load at a place, between those given."""
        places = self.places
        after = bisect_right(places, place)
        if after in (0, len(places)):
            return self.load[0 if after == 0 else -1]
        low, high = places[after - 1], places[after]
        share = (place - low) / (high - low)
        return self.load[after - 1] + share * (self.load[after] - self.load[after - 1])


class StandIn:
    """A controller with its motor; hears lines, lets time pass, and says lines."""

    def __init__(self, build: Build) -> None:
        self.build = build
        self._random = Random(build.seed)
        self._points: list[tuple[float, float]] = []
        self._wanted = 0
        self._doing: Literal["nothing", "homing", "playing"] = "nothing"
        self._clock = self._next = 0.0
        self._every = 0.1
        #: Where the motor is by its own count, how fast, and where the axis really is.
        self._motor = self._speed = self.axis = 0.0
        self._wander = self._still = self._moved = self._meant = 0.0
        self._mute = False

    @property
    def _way(self) -> float:
        """Signed way of the move that was loaded."""
        return self._points[-1][1] if self._points else 0.0

    @property
    def playing(self) -> bool:
        """Whether the axis moves, or should."""
        return self._doing != "nothing"

    @property
    def duration(self) -> float:
        """Of the move that was loaded, s."""
        return self._points[-1][0] if self._points else 0.0

    def hear(self, line: str) -> list[str]:
        """What it answers to a line; nothing once it has fallen silent.

        Parameters
        ----------
        line : str
            Without its line feed.

        Returns
        -------
        list of str
        """
        try:
            answers = self._answer(line.split(), line.strip())
        except NotSaid as error:
            answers = [f"sorry {str(error).replace('“', '').replace('”', '')}"]
        return [] if self._mute else answers

    def _answer(self, words: list[str], line: str) -> list[str]:
        match words:
            case []:
                return []
            case ["hello"]:
                return [f"here {protocol.VERSION} {self.build.unit} {self.build.knows}"]
            case ["status"]:
                return [self._report("at")]
            case ["stop"]:
                self._doing, self._speed = "nothing", 0.0
                return [self._report("stopped")]
            case _ if self.playing:
                return ["sorry it moves: stop it first"]
            case ["home"]:
                self._begin("homing")
                return []
            case ["load", count] if count.isdecimal() and 2 <= int(count) <= ROOM:
                self._points, self._wanted = [], int(count)
                return [line]
            case ["point", number, time, place]:
                return self._take(number, time, place, line)
            case ["play", every]:
                return self._play(protocol.figure(every, "time between reports"), line)
        return [f"sorry {words[0][:20]} is not known here, or not like this"]

    def _take(self, number: str, time: str, place: str, line: str) -> list[str]:
        at = protocol.figure(time, "time"), protocol.figure(place, "place")
        if number != str(len(self._points)) or len(self._points) >= self._wanted:
            return [f"sorry point {len(self._points)} of {self._wanted} comes next"]
        if self._points and at[0] <= self._points[-1][0]:
            return ["sorry a point must come later than the one before"]
        self._points.append(at)
        return [line]

    def _play(self, every: float, line: str) -> list[str]:
        if self._wanted < 2 or len(self._points) != self._wanted:
            return [f"sorry {len(self._points)} of {self._wanted} points are here"]
        if every <= 0:
            return ["sorry the time between reports must be over 0"]
        if abs(self._measured - self._points[0][1]) > max(0.002 * abs(self._way), 1e-3):
            return [f"sorry it stands at {self._measured:.3f}: home it first"]
        self._every = every
        self._begin("playing")
        return [line]

    def _begin(self, doing: Literal["homing", "playing"]) -> None:
        self._doing = doing
        self._clock = self._next = self._speed = 0.0
        self._still = self._moved = self._meant = 0.0

    @property
    def _measured(self) -> float:
        return self.axis if self.build.knows == "measured" else self._motor

    def _report(self, word: str) -> str:
        return protocol.placed(word, self._clock, self._measured)

    def pass_time(self, seconds: float) -> list[str]:
        """Let time pass, and say what it reports of itself.

        Parameters
        ----------
        seconds : float
            Of its own clock.

        Returns
        -------
        list of str

        Raises
        ------
        Pulled
            When somebody pulls the line.
        """
        said: list[str] = []
        left = seconds
        while left > 0 and self.playing:
            step = min(left, max(TICK, self.duration / TICKS))
            left -= step
            self._clock += step
            said += self._home(step) if self._doing == "homing" else self._move(step)
            said += self._go_wrong()
        return [] if self._mute else said

    def _home(self, step: float) -> list[str]:
        whole = max(abs(self._way), abs(self.axis), 1.0)
        way = math.copysign(min(whole / HOMING * step, abs(self.axis)), -self.axis)
        self.axis += way
        if abs(self.axis) > 1e-9:
            return []
        self.axis = self._motor = 0.0
        self._doing = "nothing"
        return [self._report("home")]

    def _target(self, time: float) -> float:
        points = self._points
        at = bisect_right(points, (time, math.inf))
        if at == 0 or at == len(points):
            return points[min(at, len(points) - 1)][1]
        (start, low), (end, high) = points[at - 1], points[at]
        return low + (high - low) * (time - start) / (end - start)

    def _move(self, step: float) -> list[str]:
        before, now = self._target(self._clock - step), self._target(self._clock)
        wanted = (now - before) / step + self._pull(before - self._motor, step)
        most = self.build.acceleration * step
        self._speed += min(max(wanted - self._speed, -most), most)
        meant = self._speed * step
        self._motor += meant
        self._follow(meant, step)
        if (stalled := self._stalls(step)) or (stopped := self._ends()):
            self._doing, self._speed = "nothing", 0.0
            return stalled or stopped
        if self._clock >= self.duration and self._arrived:
            self._doing = "nothing"
            return [self._report("done")]
        if self._clock >= self._next:
            self._next += self._every * math.ceil((self._clock - self._next) / self._every + 1e-9)
            return [self._report("at")]
        return []

    def _pull(self, behind: float, step: float) -> float:
        """Speed that takes in what it is behind, no faster than it can stop again."""
        gentle = min(PULL, 0.5 / step) * abs(behind)
        return math.copysign(min(gentle, math.sqrt(self.build.acceleration * abs(behind))), behind)

    @property
    def _arrived(self) -> bool:
        near = abs(self._motor - self._way) <= max(1e-4 * abs(self._way), 1e-4)
        return near or self._clock >= 1.5 * self.duration + PATIENCE

    def _share(self) -> float:
        """How far along its way it is."""
        return self.axis / self._way if self._way else 0.0

    def _follow(self, meant: float, step: float) -> None:
        """What becomes of the motor's motion on its way to the axis."""
        build = self.build
        load = build.asked_at(self.axis)
        if build.fault == "overload" and abs(self._share() - WHERE) < ALONG / 2:
            load = max(load, ASKED)
        if build.fault == "jam" and self._share() >= WHERE:
            load = math.inf
        # Over its torque a step motor slips and a dial's motor slows; both lose what they lose.
        got = meant * (1.0 if load <= 1.0 else 1.0 / load**2)
        if not build.steps:
            kept = math.exp(-step / WANDERS)
            new = math.sqrt(1 - kept**2) * self._random.gauss(0.0, 1.0)
            self._wander = kept * self._wander + new
            got *= 1.0 + build.noise * self._wander
        if build.fault == "loose belt":
            play = LOOSE * abs(self._way)
            ahead = self._motor - self.axis
            got = math.copysign(max(abs(ahead) - play, 0.0), ahead)
        self.axis += got
        self._moved += abs(got)
        self._meant += abs(meant)

    def _stalls(self, step: float) -> list[str]:
        """Standing still while it should move is a stall."""
        self._still += step
        if self._still < max(PATIENCE, SHARE * self.duration):
            return []
        stands = self._moved < STILL * self._meant and self._meant > SURELY * abs(self._way)
        self._still = self._moved = self._meant = 0.0
        return [self._report("stalled")] if stands and self.build.knows == "measured" else []

    def _ends(self) -> list[str]:
        """An end switch that is run into stops it."""
        low, high = sorted((0.0, self._way))
        beyond = BEYOND * (high - low)
        if self.build.fault == "end switch" and self._share() >= WHERE:
            return [self._report("high" if self._way > 0 else "low")]
        if self.axis > high + beyond:
            return [self._report("high")]
        return [self._report("low")] if self.axis < low - beyond else []

    def _go_wrong(self) -> list[str]:
        if self._doing != "playing" or self._share() < WHERE:
            return []
        if self.build.fault == "silence":
            self._mute = True
        elif self.build.fault == "pulled line":
            raise Pulled
        elif self.build.fault == "nonsense":
            return ["at 1.0 \x07~~#" + chr(33 + self._random.randrange(90))]
        return []
