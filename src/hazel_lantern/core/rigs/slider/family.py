"""The slider as the application sees it: levers, choices, plots, fields, words."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from typing import TYPE_CHECKING

from hazel_lantern.core.fields import Edit
from hazel_lantern.core.mechanics import slopes
from hazel_lantern.core.rigs.family import (
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
from hazel_lantern.core.rigs.slider import draft, words
from hazel_lantern.core.rigs.slider.assess import assess
from hazel_lantern.core.rigs.slider.limits import LIMITS
from hazel_lantern.core.rigs.slider.model import SliderDesign
from hazel_lantern.core.rigs.slider.parts import holes, templates
from hazel_lantern.core.rigs.slider.sketch_above import from_above
from hazel_lantern.core.rigs.slider.sketch_side import close_up, from_the_side
from hazel_lantern.core.rigs.slider.statics import Parts

if TYPE_CHECKING:
    from hazel_lantern.core.assessment import Assessment
    from hazel_lantern.core.catalogue.rows import Section
    from hazel_lantern.core.load import Load
    from hazel_lantern.core.parts import Hole, Template
    from hazel_lantern.core.project.model import Rig, Settings
    from hazel_lantern.core.shot import Shot
    from hazel_lantern.core.sketch import Sketch
    from hazel_lantern.core.units import Style
    from hazel_lantern.core.workshop import Workshop


def wheel_for(section: Section, now: str, workshop: Workshop) -> str | None:
    """The wheel to use on a section: the one in use if it runs there, else the cheapest."""
    wheels = workshop.catalogue.wheels
    if now in wheels and wheels[now].face == section.running_face:
        return now
    fitting = [w for w in wheels.values() if w.face == section.running_face]
    return min(fitting, key=lambda w: w.price * w.count).id if fitting else None


def section_choices(rig: Rig, workshop: Workshop, style: Style) -> Iterable[Candidate]:
    """Every section, with the wheels it takes."""
    design: SliderDesign = rig.design  # type: ignore[assignment]
    for section in workshop.catalogue.sections.values():
        wheel = wheel_for(section, design.carriage.wheel, workshop)
        if wheel is not None:
            edits = [Edit("design.rails.section", section.id)]
            if wheel != design.carriage.wheel:
                edits.append(Edit("design.carriage.wheel", wheel))
            yield Candidate(section.id, section.name, tuple(edits))


def wheel_choices(rig: Rig, workshop: Workshop, style: Style) -> Iterable[Candidate]:
    """Wheels that run on the section in use."""
    design: SliderDesign = rig.design  # type: ignore[assignment]
    face = workshop.catalogue.find("sections", design.rails.section).running_face
    for wheel in workshop.catalogue.wheels.values():
        if wheel.face == face:
            edits = (Edit("design.carriage.wheel", wheel.id),)
            yield Candidate(wheel.id, wheel.name, edits)


def stand_edits(id: str, rig: Rig, workshop: Workshop) -> tuple[Edit, ...]:
    """The edits that put the rig on another stand: its head and its feet come with it."""
    design: SliderDesign = rig.design  # type: ignore[assignment]
    stand = workshop.catalogue.find("stands", id)
    spread = min(max(design.supports.foot_spread, stand.least_spread), stand.greatest_spread)
    return (
        Edit("design.supports.stand", id),
        Edit("design.supports.head_stiffness", stand.head_stiffness),
        Edit("design.supports.head_rating", stand.rating),
        Edit("design.supports.foot_spread", spread),
    )


def stand_choices(rig: Rig, workshop: Workshop, style: Style) -> Iterable[Candidate]:
    """Every stand."""
    for stand in workshop.catalogue.stands.values():
        yield Candidate(stand.id, stand.name, stand_edits(stand.id, rig, workshop))


_KINDS = {
    "stand": "Put it on one stand at mid-rail",
    "end stands": "Put it on two end stands",
    "table": "Lay it on a table",
    "floor": "Lay it on the floor",
}

_SECTIONS = Ranking(
    "sections",
    "Rails",
    section_choices,
    lambda rig: rig.design.rails.section,  # type: ignore[attr-defined]
    "slider.frame-drift",
)
_WHEELS = Ranking(
    "wheels",
    "Wheels",
    wheel_choices,
    lambda rig: rig.design.carriage.wheel,  # type: ignore[attr-defined]
    "slider.fit",
)
_STANDS = Ranking(
    "stands",
    "Stands",
    stand_choices,
    lambda rig: rig.design.supports.stand,  # type: ignore[attr-defined]
    "slider.tip",
)


def _rolling_angle(rig: Rig, assessment: Assessment) -> float:
    load = assessment.figures["answer"].load
    return slopes.rolling_angle(load.rolling)


def _end_dip(rig: Rig, assessment: Assessment) -> float:
    dip = assessment.traces["dip"].values
    return float(max(dip[0], dip[-1]))


class SliderFamily:
    """Two rails or one extrusion, and a carriage."""

    id = "slider"
    title = "Slider"
    moves = ("left to right", "right to left", "push in", "pull out")
    design_type = SliderDesign
    limits = LIMITS
    views = (
        View("side", "Side, to scale"),
        View("close", "Rails, close"),
        View("above", "From above"),
    )
    rankings = (_SECTIONS, _WHEELS, _STANDS)
    measures = (
        Measure(
            "dip-end",
            "Dip at the rail end",
            "fine",
            "Park the carriage at the end of the move and measure how far the rail sinks "
            "against a taut string or a straight board.",
            _end_dip,
        ),
        Measure(
            "dip-worst",
            "Greatest dip under the carriage",
            "fine",
            "Run the carriage along and measure the lowest point of the rail under it.",
            lambda rig, a: a.by_id["slider.rail-dip"].value,
        ),
        Measure(
            "push",
            "Steady push on a level track",
            "force",
            "Pull the loaded carriage slowly with a luggage scale, level, and read it; "
            "1 kg on the scale is 9.81 N.",
            lambda rig, a: (
                a.figures["answer"].load.rolling * a.figures["answer"].load.mass * 9.80665
            ),
        ),
        Measure(
            "rolls-at",
            "Tilt at which it rolls",
            "angle",
            "Lift one end of the rails until the loaded carriage just keeps rolling.",
            _rolling_angle,
        ),
        Measure(
            "moving-mass",
            "Carriage with camera, weighed",
            "mass",
            "Hang the loaded carriage from a luggage scale.",
            lambda rig, a: a.figures["answer"].load.mass,
        ),
        Measure(
            "spacing",
            "Rail spacing error",
            "fine",
            "Measure the rail spacing at both ends and the middle; greatest less least.",
            lambda rig, a: rig.design.rails.spacing_error,  # type: ignore[attr-defined]
        ),
    )

    assess = staticmethod(assess)
    steps = staticmethod(words.steps)
    set_card = staticmethod(words.set_card)
    cautions = staticmethod(words.cautions)

    def sketch(
        self,
        rig: Rig,
        assessment: Assessment,
        view: str,
        mark: int,
        workshop: Workshop,
        turn: float | None = None,
    ) -> Sketch:
        """Draw the side or the view from above."""
        draw = {"above": from_above, "close": close_up}.get(view, from_the_side)
        return draw(rig, assessment, mark, workshop)

    def levers(self, rig: Rig, workshop: Workshop, style: Style) -> Sequence[Lever]:
        """All that may be changed to mend a lamp; the search finds which does."""
        design: SliderDesign = rig.design  # type: ignore[assignment]
        rails, supports, carriage = design.rails, design.supports, design.carriage
        least = carriage.length + 2 * design.stop + 0.01
        found: list[Lever] = [
            Numeric("design.rails.length", 0.01, least, 6.0, "Make the rails {}"),
            Numeric(
                "design.carriage.length",
                0.01,
                max(carriage.wheelbase, 0.06),
                0.5,
                "Make the carriage {} long",
            ),
            Numeric(
                "design.carriage.wheelbase", 0.005, 0.04, carriage.length, "Set the wheelbase to {}"
            ),
            Numeric(
                "design.carriage.camera_offset",
                0.005,
                -0.15,
                0.15,
                "Move the camera to {} from the carriage's middle",
            ),
            Numeric(
                "design.carriage.camera_side",
                0.005,
                -0.15,
                0.15,
                "Move the camera to {} across the carriage",
            ),
            Numeric("design.drive.push_offset", 0.005, 0.0, 0.3, "Push {} beside the middle"),
            Numeric(
                "design.rails.spacing_error",
                0.0001,
                0.0001,
                0.005,
                "Set the rails parallel within {}",
            ),
            Numeric("shot.duration", 0.5, 0.5, 120.0, "Take {} for the move"),
            Choices(
                tuple(
                    (
                        f"Run on {name}"
                        + (
                            f" with {workshop.catalogue.wheels[edits[1].value].name.lower()}"
                            if len(edits) > 1
                            else ""
                        ),
                        edits,
                    )
                    for id, name, edits, *_ in section_choices(rig, workshop, style)
                    if id != rails.section
                )
            ),
            Choices(
                tuple(
                    (f"Use {name.lower()}", edits)
                    for id, name, edits, *_ in wheel_choices(rig, workshop, style)
                    if id != carriage.wheel
                )
            ),
            Choices(
                tuple(
                    (title, (Edit("design.supports.kind", kind),))
                    for kind, title in _KINDS.items()
                    if kind != supports.kind
                )
            ),
        ]
        if rails.arrangement == "pair":
            found.append(Numeric("design.rails.spacing", 0.01, 0.06, 0.4, "Space the rails {}"))
        if rig.shot.tilt:
            found.append(Numeric("shot.tilt", math.radians(0.25), -0.5, 0.5, "Tilt the track {}"))
            found.append(
                Numeric("design.drive.brake", 0.5, 0.0, 100.0, "Fit a brake that holds {}")
            )
        if supports.kind in ("stand", "end stands"):
            stand = workshop.catalogue.find("stands", supports.stand)
            found += [
                Numeric(
                    "design.supports.foot_spread",
                    0.01,
                    stand.least_spread,
                    stand.greatest_spread,
                    "Spread the feet to {}",
                ),
                Numeric("design.supports.ballast", 0.1, 0.0, 25.0, "Hang {} under the apex"),
                Choices(
                    tuple(
                        (f"Change the stand to: {name.lower()}", edits)
                        for id, name, edits, *_ in stand_choices(rig, workshop, style)
                        if id != supports.stand
                    )
                ),
            ]
        if supports.kind == "stand":
            found.append(
                Numeric(
                    "design.supports.offset",
                    0.01,
                    -0.4 * rails.length,
                    0.4 * rails.length,
                    "Put the stand {} from mid-rail",
                )
            )
        else:
            found += [
                Numeric("design.supports.count", 1, 2, 8, "Use {} supports", whole=True),
                Numeric(
                    "design.supports.inset",
                    0.01,
                    0.0,
                    0.3 * rails.length,
                    "Set the end supports {} from the rail ends",
                ),
            ]
        return found

    def plots(self, station: str, rig: Rig) -> tuple[PlotSpec, ...]:
        """The curves of each station."""
        return {
            "Frame": (
                PlotSpec(
                    "What the rails do to the picture", ("dip",), ("drift",), "slider.frame-drift"
                ),
            ),
            "Drive": (
                PlotSpec("The move", ("speed",), ("acceleration",)),
                PlotSpec("Push along the rails", ("push",)),
            ),
        }.get(station, ())

    def groups(self, station: str, rig: Rig) -> tuple[Group, ...]:
        """The fields of each station's bench."""
        design: SliderDesign = rig.design  # type: ignore[assignment]
        if station == "Drive":
            drive = ["kind", "push_offset", "push_height", "brake"]
            if design.drive.kind == "hand crank":
                drive += ["spool", "crank", "efficiency"]
            return (
                Group("Move", ("shot.duration", "shot.ease", "shot.ease_in", "shot.ease_out")),
                Group("Drive", tuple(f"design.drive.{name}" for name in drive)),
            )
        if station != "Frame":
            return ()
        supports = ["kind"]
        if design.supports.kind in ("stand", "end stands"):
            supports += ["stand", "foot_spread", "head_stiffness", "head_rating", "ballast"]
        supports += ["offset"] if design.supports.kind == "stand" else ["count", "inset"]
        rails = ["section", "arrangement", "length"]
        if design.rails.arrangement == "pair":
            rails += ["spacing", "spacing_error"]
        return (
            Group("Rails", (*(f"design.rails.{name}" for name in rails), "design.stop")),
            Group(
                "Carriage",
                tuple(
                    f"design.carriage.{name}"
                    for name in (
                        "wheel",
                        "friction",
                        "length",
                        "wheelbase",
                        "mass",
                        "camera_offset",
                        "camera_side",
                        "screw_height",
                    )
                ),
            ),
            Group("Stands on", tuple(f"design.supports.{name}" for name in supports)),
        )

    def readout(
        self, station: str, rig: Rig, assessment: Assessment, style: Style
    ) -> tuple[tuple[str, str], ...]:
        """Figures that a station shows beside its fields."""
        return words.readout(station, rig, assessment, style)

    def first_draft(
        self, shot: Shot, load: Load, settings: Settings, workshop: Workshop
    ) -> tuple[SliderDesign, dict[str, str]]:
        """A slider to start from."""
        return draft.first_draft(shot, load, settings, workshop)

    def holes(self, rig: Rig, assessment: Assessment, workshop: Workshop) -> tuple[Hole, ...]:
        """Drill table."""
        design: SliderDesign = rig.design  # type: ignore[assignment]
        return holes(rig, design, Parts.of(design, workshop))

    def templates(
        self, rig: Rig, assessment: Assessment, workshop: Workshop
    ) -> tuple[Template, ...]:
        """The drilled plates."""
        design: SliderDesign = rig.design  # type: ignore[assignment]
        return templates(design, Parts.of(design, workshop), self.holes(rig, assessment, workshop))

    def suits(self, shot: Shot) -> tuple[float, str]:
        """A slide in a straight line, up to about two metres, is a slider's own."""
        if shot.upright:
            return 0.0, "rails carry a camera along, not up"
        if shot.curved:
            return 0.0, "rails on stands are straight"
        if shot.distance <= 1.6:
            return 1.0, "a straight slide of this length is what rails on stands are for"
        if shot.distance <= 3.0:
            return 0.6, "a slide this long needs long rails with supports between"
        return 0.2, "this is long for one piece of rail; a dolly on track would suit better"
