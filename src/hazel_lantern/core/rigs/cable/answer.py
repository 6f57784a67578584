"""The solved cable cam: how the line hangs, the path over the run, what it does to the camera."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.catalogue.rows import Ending, LineRow, Section, Sheave, Tightener, Wire
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.load import CentreOfMass
from hazel_lantern.core.mechanics import line_bounce, line_run, swing
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.driving import AIR
from hazel_lantern.core.mechanics.hung_line import Hung, Strung, hang_at
from hazel_lantern.core.mechanics.line_bounce import Bounce
from hazel_lantern.core.mechanics.line_run import Run
from hazel_lantern.core.mechanics.stringing import Stringing
from hazel_lantern.core.rigs.answer import Answer
from hazel_lantern.core.rigs.cable.course import Course, rolled
from hazel_lantern.core.rigs.cable.model import DEEPEST, CableDesign
from hazel_lantern.core.rigs.cable.swinging import Swing, swung
from hazel_lantern.core.shot import Fly

Array = NDArray[np.float64]
#: Places that the speed of a run by gravity is worked out at.
PLACES = 161
LevelT = TypeVar("LevelT", float, Array)
#: A trolley ends so far past its outer wheels, m; so near an anchor nothing runs.
PAST, NEAREST = 0.05, 0.05
#: The shortest flight, m.
LEAST_FLIGHT = 0.1


@dataclass(frozen=True)
class Rows:
    """The catalogue rows a cable cam is made of."""

    line: LineRow
    ends: tuple[Ending, Ending]
    tightener: Tightener
    wheel: Sheave
    tow: Wire
    tether: Wire
    posts: tuple[Section, Section]
    guys: tuple[LineRow, LineRow]


@dataclass(frozen=True, eq=False)
class CableAnswer(Answer[CableDesign]):
    """The physics of a cable cam.

    Places count from the left anchor along the level; heights from the datum that the ground at
    either anchor is given over.
    """

    @kept
    def rows(self) -> Rows:
        """Rows of the catalogue."""
        design, row, line = self.design, self.case.row, self.design.line
        ends = design.left, design.right
        return Rows(
            row("lines", line.row),
            (row("endings", line.left), row("endings", line.right)),
            row("tighteners", line.tightener),
            row("sheaves", design.trolley.wheel),
            row("wires", design.tow.line),
            row("wires", design.tether.row),
            (row("sections", ends[0].post), row("sections", ends[1].post)),
            (row("lines", ends[0].guy), row("lines", ends[1].guy)),
        )

    def looked_up(self) -> CableAnswer:
        """With all that cannot be said at once."""
        super().looked_up()
        left, right = self.within
        if right - left < LEAST_FLIGHT:
            raise CannotBe(
                f"the flight begins {self.move.start:.2f} m from the left anchor and the line is "
                f"{self.design.line.span:.2f} m long; less than "
                f"{self.design.line.span - 2 * LEAST_FLIGHT:.2f} m is accepted"
            )
        _ = self.strung
        return self

    @property
    def move(self) -> Fly:
        """The move."""
        move = self.shot.move
        assert isinstance(move, Fly)
        return move

    @kept
    def centre(self) -> CentreOfMass:
        """Of all that is carried, from the screw."""
        return self.load.centre()

    @kept
    def wheels_mass(self) -> float:
        """Of all wheels, kg."""
        return self.rows.wheel.mass * self.wheels

    @property
    def wheels(self) -> int:
        """On all lines."""
        return self.design.trolley.wheels * self.design.lines

    @kept
    def mass(self) -> float:
        """Of trolley and camera, kg."""
        return self.centre.mass + self.design.trolley.mass + self.wheels_mass

    @property
    def weight(self) -> float:
        """Of trolley and camera, N."""
        return self.mass * GRAVITY

    @kept
    def stringing(self) -> Stringing:
        """The line that is made tight; of twin lines both."""
        design, row, count = self.design, self.rows.line, self.design.lines
        return Stringing(
            design.line.span,
            design.rise,
            count * row.axial_stiffness,
            count * row.line_mass,
            self.weight,
        )

    @kept
    def middle(self) -> Hung:
        """With the trolley in the middle of the span, as tight as it is made."""
        line, own = self.design.line, self.stringing
        if line.tight_by == "pull":
            return own.at_pull(line.pull * self.design.lines)
        return own.at_sag(line.sag)

    @property
    def strung(self) -> Strung:
        """The line as it is tightened."""
        return self.middle.line

    @property
    def sag(self) -> float:
        """Of the trolley below the straight line, in the middle of the span, m."""
        return float(self.middle.depth[0])

    @property
    def pull(self) -> float:
        """Of one line at its higher anchor, the trolley in the middle, N."""
        return float(self.middle.pull[0]) / self.design.lines

    @property
    def sense(self) -> int:
        """1 to the right, −1 to the left."""
        return self.move.sense

    @property
    def within(self) -> tuple[float, float]:
        """Left and right end of as much of the flight as there is line for, m."""
        move, span = self.move, self.design.line.span
        return max(move.start, NEAREST), min(move.start + move.distance, span - NEAREST)

    @property
    def ends(self) -> tuple[float, float]:
        """Where the flight begins and where it ends, m."""
        left, right = self.within
        return (left, right) if self.sense > 0 else (right, left)

    @property
    def flown(self) -> float:
        """How far it flies, m."""
        left, right = self.within
        return right - left

    @property
    def by_gravity(self) -> bool:
        """Whether nothing tows it."""
        return self.design.tow.kind == "gravity"

    @kept
    def rolling(self) -> float:
        """Rolling resistance, as a share of its weight."""
        return self.design.trolley.rolling or self.rows.wheel.rolling_resistance

    @kept
    def swept(self) -> Hung:
        """From the start of the flight on to the far anchor, the way it flies."""
        first = self.ends[0]
        far = self.design.line.span - NEAREST if self.sense > 0 else NEAREST
        # The end of the flight is one of them: what is asked of it is not interpolated.
        upto = max(int(PLACES * self.flown / abs(far - first)), 41)
        rest = max(PLACES - upto, 8)
        there = np.linspace(first, self.ends[1], upto)
        return hang_at(
            self.strung, self.weight, np.append(there, np.linspace(self.ends[1], far, rest)[1:])
        )

    @property
    def till_end(self) -> int:
        """Which of the places swept is the end of the flight."""
        return int(np.abs(self.swept.load[0] - self.ends[1]).argmin())

    @kept
    def run(self) -> Run:
        """Let go at the start of the flight, on beyond its end as far as there is line."""
        x, up = self.swept.load
        return line_run.coasted(
            x,
            up,
            self.swept.energy,
            self.mass,
            self.rolling,
            self.design.trolley.drag_area,
            self.design.tow.start,
        )

    @property
    def stalls(self) -> float | None:
        """Where by gravity it comes to a stand before the end of the flight, m."""
        run, end = self.run, self.till_end
        if run.reached >= run.way[end] - 1e-9:
            return None
        return float(np.interp(run.reached, run.way, self.swept.load[0]))

    @kept
    def course(self) -> Course:
        """The move at its marks: paced where it is towed, else as it rolls."""
        first = self.ends[0]
        if not self.by_gravity:
            times, motion = self.shot.pace.marked(self.flown)
            sense = self.sense
            return Course(
                times,
                first + sense * motion.place,
                sense * motion.speed,
                sense * motion.acceleration,
            )
        return rolled(self)

    @kept
    def hung(self) -> Hung:
        """With the trolley at every mark."""
        return hang_at(self.strung, self.weight, self.course.place)

    @kept
    def cold(self) -> Hung:
        """The same in weather that makes the line shorter: then it pulls hardest."""
        line = self.strung
        shorter = self.design.line.shrinks(self.rows.line.expansion)
        tight = replace(line, unstretched=line.unstretched * (1 - shorter))
        return hang_at(tight, self.weight, self.course.place)

    @kept
    def line_up(self) -> Array:
        """Of the line at the trolley over the datum, m."""
        left = self.design.left
        return np.asarray(left.ground + left.height + self.hung.load[1])

    @property
    def screw_down(self) -> float:
        """Of the camera's screw below the line, m."""
        return self.design.trolley.drop + self.centre.up

    @kept
    def lens_up(self) -> Array:
        """Of the lens over the datum at every mark, m."""
        return self.line_up - self.screw_down + self.load.lens_axis

    @kept
    def lowest(self) -> float:
        """Of camera and trolley below the line, m."""
        low = min((item.up - item.height / 2 for item in self.load.items), default=0.0)
        return self.screw_down - min(low, self.centre.up)

    @kept
    def camera_top(self) -> float:
        """Of what is carried below the line, m."""
        return self.screw_down - self.load.top

    @property
    def half_length(self) -> float:
        """From the trolley's middle to its end, m."""
        return self.design.trolley.wheelbase / 2 + PAST

    @kept
    def slope(self) -> Array:
        """What it climbs to the right at every mark, rad: between its wheels."""
        return self.hung.slope

    @kept
    def path_slope(self) -> Array:
        """Of the trolley's path up to the right at every mark, rad."""
        place, up = self.course.place, self.line_up
        if self.by_gravity:
            place, up = self.swept.load
        # A trolley that stands for a while, or hangs in a dip, is in one place at several marks.
        at, first = np.unique(np.round(place, 9), return_index=True)
        if at.size < 2:
            return np.zeros_like(self.course.place)
        slopes = np.arctan(np.gradient(up[first], at))
        return np.asarray(np.interp(self.course.place, at, slopes))

    @kept
    def top(self) -> float:
        """The greatest speed, m/s."""
        return float(np.abs(self.course.speed).max())

    @kept
    def end_speed(self) -> float:
        """With which it comes to its stop, m/s: as it rolls, or its greatest if the tow slips."""
        if self.by_gravity:
            return float(abs(self.course.speed[-1]))
        return self.top

    @property
    def end_slope(self) -> float:
        """What it climbs at the end of the flight the way it goes, rad."""
        return float(self.sense * self.hung.slope[-1])

    @kept
    def stopping(self) -> tuple[float, float]:
        """How far it goes into its stop, m, and how hard it is stopped, m/s²."""
        stops, speed, mass = self.design.stops, self.end_speed, self.mass
        helps = self.weight * math.sin(self.end_slope)
        moving = mass * speed**2 / 2
        if stops.kind == "nothing":
            return math.inf, 0.0
        if stops.kind == "bumper":
            # ½ m v² − W sin a x = ½ k x²
            far = -helps + math.sqrt(helps**2 + 2 * stops.stiffness * moving)
            far /= stops.stiffness
            return far, abs(stops.stiffness * far + helps) / mass
        hold = stops.brake + helps
        if hold <= 0:
            return math.inf, 0.0
        # A magnetic brake holds with its speed: over twice the way.
        twice = 2.0 if stops.kind == "magnetic brake" else 1.0
        return twice * moving / hold, hold / mass

    @property
    def stop_room(self) -> float:
        """From the end of the flight to the anchor, past the trolley's own end, m."""
        end = self.ends[1]
        left = self.design.line.span - end if self.sense > 0 else end
        return max(left - self.half_length, 0.0)

    @kept
    def stiffening(self) -> float:
        """What a wheelbase on a taut line holds upright, as a share of what the weight does."""
        return self._upright(float(self.hung.level.min()))

    def _upright(self, level: LevelT) -> LevelT | float:
        trolley, hangs = self.design.trolley, self.centre.mass * GRAVITY
        if trolley.joint != "rigid" or trolley.wheels < 2 or hangs <= 0:
            return 0.0
        return level * trolley.wheelbase / (hangs * trolley.drop)

    @kept
    def tilted(self) -> Array:
        """What two wheels of a rigid trolley stand at on the line that they bend, rad.

        Between them it takes the mean slope of both sides, less what the camera, which swings out
        as the trolley tilts, pulls it back: t = s k / (1 + k), with k = H b / (m g h).
        """
        upright = self._upright(self.hung.level)
        return np.asarray(self.slope * upright / (1 + upright))

    @property
    def one_swing(self) -> float:
        """Of the camera below the trolley, to and fro, s."""
        return swing.period(self.design.trolley.drop, self.stiffening)

    @kept
    def swing(self) -> Swing:
        """Of the camera below the trolley over the move."""
        return swung(self)

    @kept
    def swing_px(self) -> float:
        """Of the picture after start or stop, px."""
        left = max(self.swing.start, self.swing.stop)
        shifts = self.design.trolley.drop * math.sin(min(left, math.pi / 2)) / self.distance
        turns = 0.0 if self.design.trolley.head == "stabilised" else math.tan(min(left, 1.4))
        return self.focal_px * (turns + shifts)

    @property
    def distance(self) -> float:
        """From the lens to its subject in the middle of the flight, m."""
        return float(self.shot.subject.distance)

    @property
    def fixed(self) -> bool:
        """Whether the pole stands square to what the wheels run on."""
        return self.design.trolley.joint == "rigid" and not self.swing.lifts

    @kept
    def hangs(self) -> Array:
        """Of the pole below the trolley along the line at every mark, rad: its foot to the right.

        Fixed, it stands square to what the wheels run on; hung free it lags.
        """
        swung = np.interp(self.course.times, self.swing.times, self.swing.lean)
        return np.asarray(swung + self.tilted if self.fixed else swung)

    def through_head(self, hangs: Array) -> Array:
        """Lean of the camera at leans of its pole, rad: a stabilised head takes what it can."""
        trolley = self.design.trolley
        if trolley.head == "plain":
            return hangs
        return np.asarray(np.sign(hangs) * np.maximum(np.abs(hangs) - trolley.range, 0.0))

    @property
    def tilts(self) -> Array:
        """Of the camera at every mark but for its swing, rad: nose up to the right."""
        return self.through_head(self.tilted if self.fixed else np.zeros_like(self.slope))

    @kept
    def leans(self) -> tuple[Array, Array]:
        """Of the camera along the line, rad, and where that is, m: as fine as it swings."""
        found, course = self.swing, self.course
        within = found.times <= course.times[-1] + 1e-9
        place = np.interp(found.times[within], course.times, course.place)
        order = np.argsort(course.place)
        slope = np.interp(place, course.place[order], self.tilted[order]) if self.fixed else 0.0
        return self.through_head(np.asarray(found.lean[within] + slope)), place

    @kept
    def jolt(self) -> Bounce:
        """What letting go of a hand's push does where the line gives most."""
        return line_bounce.bounced(self.hung, self.pushed, self.mass)

    @property
    def pushed(self) -> float:
        """By a hand that touches it, N."""
        return self.settings.nudge(self.mass)

    @property
    def bounce(self) -> tuple[float, float]:
        """Of the trolley on its line."""
        return self.jolt.frequency, self.design.trolley.damping

    @property
    def gives(self) -> float:
        """Of the line under the trolley, m/N."""
        return self.jolt.height / max(self.pushed, 1e-9)

    def blown(self, wind: float) -> tuple[float, float]:
        """What wind from the side does: the line aside, m, and the camera's roll, rad.

        Parameters
        ----------
        wind : float
            m/s.

        Returns
        -------
        (float, float)
        """
        design, row, span = self.design, self.rows.line, self.design.line.span
        pressure = AIR * wind**2 / 2
        along = pressure * 1.2 * row.diameter * design.lines
        pushed = pressure * design.trolley.drag_area
        x, level = self.course.place, self.hung.level
        aside = x * (span - x) * (along / 2 + pushed / span) / level
        return float(aside.max()), self.rolled(pushed, 0.0)

    def rolled(self, pushed: float, off: float) -> float:
        """Roll of what hangs below the line under a push from the side and a mass off centre.

        On one line it hangs as a pendulum; on two, what gives under one and rises under the other
        holds it as well.

        Parameters
        ----------
        pushed : float
            N.
        off : float
            m.

        Returns
        -------
        float
            rad.
        """
        drop = self.design.trolley.drop
        turning = pushed * drop + self.centre.mass * GRAVITY * off
        stiff = self.weight * drop
        if self.design.lines == 1:
            return math.atan2(turning, stiff)
        stiff += self.design.line.spacing**2 / (4 * max(self.gives, 1e-12))
        return turning / stiff

    @kept
    def windy(self) -> tuple[float, float]:
        """In the wind that is given: the line aside, m, and the camera's roll, rad."""
        return self.blown(self.design.around.wind)

    @kept
    def strip(self) -> float:
        """Half of the corridor that nobody may stand in, m."""
        drop, (aside, roll) = self.design.trolley.drop, self.windy
        leans = min(abs(roll) + self.swing.most, math.pi / 2)
        return self.design.trolley.width / 2 + aside + drop * math.sin(leans)

    @kept
    def length(self) -> float:
        """Of the line as it hangs between its anchors, m."""
        return float(self.hung.stretched.max())

    @property
    def near_people(self) -> bool:
        """Whether people may be below."""
        below = any(one.kind == "person" for one in self.design.around.beneath)
        return self.settings.over_people or below

    @kept
    def ground(self) -> tuple[Array, Array]:
        """Places, m, and heights of the ground over the datum, m, from anchor to anchor."""
        design = self.design
        points = {0.0: design.left.ground, design.line.span: design.right.ground}
        points |= {one.at: one.height for one in design.around.profile}
        places = sorted(points)
        return np.array(places), np.array([points[at] for at in places])

    def ground_at(self, places: Array | float) -> Array:
        """Height of the ground at places, m over the datum."""
        return np.asarray(np.interp(places, *self.ground))

    @kept
    def loose(self) -> float:
        """Unstretched length before it is tightened, m."""
        sag = min(max(self.design.line.loose, self.sag), DEEPEST * self.design.line.span)
        return max(float(self.stringing.to_sag(sag)[0][0]), self.strung.unstretched)

    @kept
    def axis(self) -> Axis:
        """The flight along the span."""
        course, sense = self.course, self.sense
        rolls = self.rolling * self.weight * np.cos(self.path_slope)
        air = AIR * self.design.trolley.drag_area / 2 * course.speed**2
        towed = () if self.by_gravity else ("belt loop", "line and spool", "friction roller")
        return Axis(
            name="along the span",
            kind="length",
            place=course.place,
            speed=course.speed,
            acceleration=course.acceleration,
            resisting={
                "rolling": sense * rolls,
                "slope": self.weight * np.sin(self.slope),
                "air": sense * air,
            },
            inertia=self.mass,
            pixels=0.0 if self.along else self.focal_px / self.distance,
            friction=frozenset({"rolling"}),
            last=towed,
        )
