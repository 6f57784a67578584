"""The slider as the application sees it."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Mapping

import numpy as np

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.mechanics import slopes
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.poses import Poses, Trace
from hazel_lantern.core.rigs.asks import Group, Measure, PlotSpec, SetUp, View
from hazel_lantern.core.rigs.assembly import Assembly, Checks, of
from hazel_lantern.core.rigs.family import Family
from hazel_lantern.core.rigs.kit.drilled import Drilled
from hazel_lantern.core.rigs.kit.pace import pace
from hazel_lantern.core.rigs.kit.place import Place
from hazel_lantern.core.rigs.kit.purse import Purse
from hazel_lantern.core.rigs.kit.slope import OnSlope, Rolls
from hazel_lantern.core.rigs.kit.wheels import Runs, WheelsOn
from hazel_lantern.core.rigs.slider import built, draft, words
from hazel_lantern.core.rigs.slider import levers as mending
from hazel_lantern.core.rigs.slider import parts as making
from hazel_lantern.core.rigs.slider.answer import Array, SliderAnswer
from hazel_lantern.core.rigs.slider.lamps_carriage import (
    jam,
    knock,
    plate,
    wheel_lift,
    wheel_load,
)
from hazel_lantern.core.rigs.slider.lamps_rails import (
    frame_drift,
    rail_dip,
    rail_stress,
    roll,
    travel,
    wobble,
)
from hazel_lantern.core.rigs.slider.lamps_ride import rail_ends, ride
from hazel_lantern.core.rigs.slider.model import F, SliderDesign
from hazel_lantern.core.rigs.slider.sketch_above import from_above
from hazel_lantern.core.rigs.slider.sketch_places import Rail
from hazel_lantern.core.rigs.slider.sketch_side import close_up, from_the_side
from hazel_lantern.core.rigs.slider.standing import clearances, stance, stand_load, tip
from hazel_lantern.core.seat import Seat
from hazel_lantern.core.shot import Arc, Line, Rise, Shot
from hazel_lantern.core.sketch import Sketch


class Slider(Family[SliderDesign, SliderAnswer]):
    """Two rails or one extrusion, and a carriage."""

    id = "slider"
    title = "Slider"
    moves = (Line,)
    design_type, answer_type = SliderDesign, SliderAnswer
    views = (
        View("side", "Side, to scale"),
        View("close", "Rails, close"),
        View("above", "From above"),
    )
    wanted_words = "where stiff rails would"
    walked = True
    measures = (
        Measure(
            "dip-end",
            "Dip at the rail end",
            "fine",
            "Park the carriage at the end of the move and measure how far the rail sinks "
            "against a taut string or a straight board.",
            lambda found: float(found.bending.dip[[0, -1]].max()),
        ),
        Measure(
            "dip-worst",
            "Greatest dip under the carriage",
            "fine",
            "Run the carriage along and measure the lowest point of the rail under it.",
            lambda found: float(found.bending.dip.max()),
        ),
        Measure(
            "push",
            "Steady push on a level track",
            "force",
            "Pull the loaded carriage slowly with a luggage scale, level, and read it; "
            "1 kg on the scale is 9.81 N.",
            lambda found: found.carried.rolling_resistance * found.carried.mass * GRAVITY,
        ),
        Measure(
            "rolls-at",
            "Tilt at which it rolls",
            "angle",
            "Lift one end of the rails until the loaded carriage just keeps rolling.",
            lambda found: slopes.rolling_angle(found.carried.rolling_resistance),
        ),
        Measure(
            "moving-mass",
            "Carriage with camera, weighed",
            "mass",
            "Hang the loaded carriage from a luggage scale.",
            lambda found: found.carried.mass,
        ),
        Measure(
            "spacing",
            "Rail spacing error",
            "fine",
            "Measure the rail spacing at both ends and the middle; greatest less least.",
            lambda found: found.design.rails.spacing_error,
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
        """A slide in a straight line, up to about two metres, is a slider's own."""
        if isinstance(shot.move, Rise):
            return 0.0, "rails carry a camera along, not up"
        if isinstance(shot.move, Arc):
            return 0.0, "rails on stands are straight"
        if not isinstance(shot.move, cls.moves):
            return 0.0, "rails go along, not round"
        if shot.move.distance <= 1.6:
            return 1.0, "a straight slide of this length is what rails on stands are for"
        if shot.move.distance <= 3.0:
            return 0.6, "a slide this long needs long rails with supports between"
        return 0.2, "this is long for one piece of rail; a dolly on track would suit better"

    def assemblies(self) -> Iterable[Assembly[SliderAnswer]]:
        """Rails, carriage, stands, wheels, place and purse."""
        answer, rows = self.answer, self.answer.rows
        error = answer.design.rails.spacing_error if answer.rails == 2 else 0.0001
        runs = Runs(
            rows.wheel,
            rows.section.name,
            rows.section.running_face,
            guided=True,
            used=(("rails out of parallel by", error),),
        )
        carried, brake = answer.carried, answer.design.drive.brake
        rolls = Rolls(
            "carriage",
            rows.wheel.name,
            carried.mass,
            carried.rolling_resistance,
            brake,
            lambda: answer.bending.pitch,
        )
        return (
            Checks(
                answer, travel, roll, wobble, frame_drift, rail_dip, rail_stress, jam, wheel_lift
            ),
            Checks(answer, knock, wheel_load, plate, ride, rail_ends),
            Checks(answer, tip, stand_load),
            OnSlope(answer, rolls),
            WheelsOn(answer, runs),
            Drilled(answer, built.templates),
            Place(answer, clearances, "sum of lengths, from lens height and room"),
            Purse(answer, lambda: self.bought),
        )

    def axes(self) -> tuple[Axis, ...]:
        """The carriage along its rails."""
        return (self.answer.axis,)

    def traces(self) -> Mapping[str, Callable[[], Trace]]:
        """Figures over the move."""
        answer = self.answer

        def bending(name: str, label: str, kind: str) -> Callable[[], Trace]:
            return lambda: Trace(label, kind, getattr(answer.bending, name))

        def horizon() -> Trace:
            return Trace("horizon", "angle", answer.camera_angles[1])

        return {
            "dip": bending("dip", "rail dip", "fine"),
            "drift": lambda: Trace("frame drift", "px", answer.drift[1]),
            "horizon": horizon,
            "pitch": bending("pitch", "carriage pitch", "angle"),
            "roll": bending("roll", "carriage roll", "angle"),
            "stress": bending("stress", "rail stress", "stress"),
            "lightest wheel": lambda: Trace("lightest wheel", "force", answer.wheels.min(axis=0)),
            "speed": lambda: Trace("speed", "speed", answer.axis.speed),
            "acceleration": lambda: Trace("acceleration", "acceleration", answer.axis.acceleration),
            "push": lambda: Trace("push", "force", answer.axis.effort),
            "tilt left": lambda: Trace("tilt left", "angle", stance(answer).left),
        }

    def poses(self) -> Poses:
        """Of the lens on bent rails."""
        return self._poses(self.answer.bending.rise, *self.answer.camera_angles)

    def wanted(self) -> Poses:
        """Of the lens on stiff rails."""
        none = np.zeros_like(self.times)
        return self._poses(none, none, none)

    def _poses(self, rise: Array, pitch: Array, roll: Array) -> Poses:
        shot, out = self.answer.shot, self.answer.place - self.answer.design.rails.length / 2
        up = shot.camera_height + out * math.sin(shot.move.slope) + rise
        eye = np.stack([out * math.cos(shot.move.slope), np.zeros_like(out), up], axis=1)
        look = 0.0 if self.answer.along else math.pi / 2
        return Poses(eye, np.full_like(out, look), pitch, roll)

    def set_up(self) -> tuple[SetUp, ...]:
        """On the day; estimates of one practised person's minutes."""
        count = (
            1 if self.answer.design.supports.kind == "stand" else self.answer.design.supports.count
        )
        stands = 1.0 if self.answer.on_stands else 0.5
        return (
            SetUp(f"Put up {count} of what it stands on", stands * count),
            SetUp("Rails on, level them", 1.0),
            SetUp("Camera on, balance, lock", 2.0),
        )

    def own(self, mark: int) -> Array:
        """The rails, from end to end."""
        answer, shot = self.answer, self.answer.shot
        half, slope = answer.design.rails.length / 2, shot.move.slope
        ends = [
            (x * math.cos(slope), answer.rail_height + x * math.sin(slope)) for x in (-half, half)
        ]
        wide = answer.design.rails.spacing / 2 if answer.rails == 2 else 0.0
        side = answer.design.carriage.camera_side
        return np.array([[(x, y - side, up) for x, up in ends] for y in (-wide, wide)])

    def sketch(self, view: str, mark: int, turn: float | None = None) -> Sketch:
        """Draw the side or the view from above."""
        draw = {"above": from_above, "close": close_up}.get(view, from_the_side)
        return draw(self.answer, mark)

    def seat(self, axis: int, mark: int, turn: float | None = None) -> Seat:
        """Along the rails, below the carriage, with the motor beyond their end."""
        side = Rail(self.answer, mark)
        ends = side.at(0.0), side.at(self.answer.design.rails.length)
        return Seat("side", side.at(side.place), ends, outwards=side.tilt)

    def plots(self, station: str) -> Iterable[PlotSpec]:
        """The curves of each station."""
        title = "What the rails do to the picture"
        return {
            "Frame": (PlotSpec(title, ("drift",), ("horizon",), "frame-drift"),),
            "Drive": (
                PlotSpec("The move", ("speed",), ("acceleration",)),
                PlotSpec("Push along the rails", ("push",), by_hand=True),
            ),
        }.get(station, ())

    def groups(self, station: str) -> Iterable[Group]:
        """The fields of each station's bench."""
        design, f = self.answer.design, F
        if station == "Drive":
            by_hand = [f.drive.handle] if self.answer.by_hand else []
            pushed = (*by_hand, f.drive.push_offset, f.drive.push_height, f.drive.brake)
            return pace(), Group("Pushed and stopped", pushed)
        if station != "Frame":
            return ()
        r, c, u = f.rails, f.carriage, f.supports
        rails = [r.section, r.arrangement, r.length]
        if self.answer.rails == 2:
            rails += [r.spacing, r.spacing_error, r.ends]
        rails += [r.flaws] if design.rails.flaws == "nothing" else [r.flaws, r.flaw]
        supports = [u.kind]
        if self.answer.on_stands:
            supports += [u.stand, u.spread, u.head_stiffness, u.rating, u.ballast]
        supports += [u.offset, u.plate] if design.supports.kind == "stand" else [u.count, u.inset]
        if not self.answer.on_stands:
            supports.append(u.blocks)
        plate = (c.screw, c.plate_material, c.plate_thickness)
        carriage = (c.wheel, c.stands_on, c.friction, c.length, c.wheelbase, c.mass)
        return (
            Group("Rails", (*rails, f.stop)),
            Group("Carriage", (*carriage, c.camera_offset, c.camera_side, c.screw_height, *plate)),
            Group("Stands on", tuple(supports)),
        )

    def travel(self) -> float:
        """Between the stops, m."""
        return self.answer.travel
