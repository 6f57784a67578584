"""The dolly as the application sees it: choices, plots, fields, words."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING

import numpy as np

from hazel_lantern.core.mechanics import elastica
from hazel_lantern.core.rigs.dolly import draft, levers, words
from hazel_lantern.core.rigs.dolly.assess import assess, quick
from hazel_lantern.core.rigs.dolly.limits import LIMITS
from hazel_lantern.core.rigs.dolly.model import DollyDesign
from hazel_lantern.core.rigs.dolly.parts import holes, templates
from hazel_lantern.core.rigs.dolly.sketch_above import from_above
from hazel_lantern.core.rigs.dolly.sketch_side import from_the_side
from hazel_lantern.core.rigs.dolly.statics import Parts
from hazel_lantern.core.rigs.family import Group, Measure, PlotSpec, View

if TYPE_CHECKING:
    from hazel_lantern.core.assessment import Assessment
    from hazel_lantern.core.parts import Hole, Template
    from hazel_lantern.core.project.model import Rig
    from hazel_lantern.core.shot import Shot
    from hazel_lantern.core.sketch import Sketch
    from hazel_lantern.core.workshop import Workshop


def _chord(rig: Rig, found: Assessment) -> float:
    track = rig.design.track  # type: ignore[attr-defined]
    if track.kind == "bowed track":
        return elastica.bow(track.length, track.sagitta).chord
    if track.kind == "pre-bent track":
        return 2 * rig.shot.radius * math.sin(track.length / rig.shot.radius / 2)
    return float(track.length)


class DollyFamily:
    """A platform on wheels, on track straight or curved, or on the floor."""

    id = "dolly"
    title = "Dolly"
    moves = ("left to right", "right to left", "push in", "pull out", "arc left", "arc right")
    design_type = DollyDesign
    limits = LIMITS
    views = (View("above", "From above"), View("side", "Side, to scale"))
    rankings = (levers.TRIES, levers.RAILS, levers.ROLLERS, levers.FLOORS)
    measures = (
        Measure(
            "push",
            "Steady push on level track",
            "force",
            "Pull the loaded dolly slowly with a luggage scale and read it; 1 kg is 9.81 N.",
            lambda rig, found: found.figures["answer"].rolling * found.figures["answer"].weight,
        ),
        Measure(
            "dip",
            "Dip of the track between two sleepers",
            "fine",
            "Stop a wheel half way between two sleepers and measure how far the pipe sinks "
            "against a straight board.",
            lambda rig, found: found.figures["answer"].dip,
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
            lambda rig, found: (
                float(np.abs(found.figures["answer"].course.speed).max()) ** 2
                / (2 * found.figures["answer"].rolling * 9.80665)
            ),
        ),
        Measure(
            "mass",
            "Dolly with camera, weighed",
            "mass",
            "Weigh the parts on a scale and add them up.",
            lambda rig, found: found.figures["answer"].carried.mass,
        ),
    )

    assess = staticmethod(assess)
    quick = staticmethod(quick)
    levers = staticmethod(levers.levers)
    steps = staticmethod(words.steps)
    set_card = staticmethod(words.set_card)
    cautions = staticmethod(words.cautions)
    readout = staticmethod(words.readout)
    first_draft = staticmethod(draft.first_draft)

    def sketch(
        self,
        rig: Rig,
        assessment: Assessment,
        view: str,
        mark: int,
        workshop: Workshop,
        turn: float | None = None,
    ) -> Sketch:
        """Draw the floor from above, or the line of the rails from the side."""
        draw = from_the_side if view == "side" else from_above
        return draw(rig, assessment, mark)

    def plots(self, station: str, rig: Rig) -> tuple[PlotSpec, ...]:
        """The curves of each station."""
        design: DollyDesign = rig.design  # type: ignore[assignment]
        spectrum = PlotSpec("How often it shakes", ("sizes",), across="waves")
        curved = design.curved or rig.shot.curved
        frame = (
            PlotSpec("Shake in the picture", ("up", "aside", "turning"), across="time"),
            PlotSpec("Off the arc", ("farther",), ("aim",)) if curved else spectrum,
        )
        return {
            "Load": (PlotSpec("The corners", ("heaviest wheel", "lightest wheel")),),
            "Frame": frame,
            "Drive": (
                PlotSpec("The move", ("speed",), ("acceleration",)),
                PlotSpec("Push along the track", ("push",)),
                spectrum,
            ),
        }.get(station, ())

    def groups(self, station: str, rig: Rig) -> tuple[Group, ...]:
        """The fields of each station's bench."""
        design: DollyDesign = rig.design  # type: ignore[assignment]

        def fields(title: str, part: str, *names: str) -> Group:
            return Group(title, tuple(f"design.{part}.{name}" for name in names))

        if station == "Load":
            platform = ["mass", "ballast", "operator"]
            if design.platform.operator == "rides":
                platform += ["operator_mass", "operator_back"]
            return (fields("On the deck", "platform", *platform),)
        if station == "Drive":
            by_crank = design.push.kind == "crank and spool"
            crank = ("spool", "crank", "efficiency") if by_crank else ()
            return (
                Group("Move", ("shot.duration", "shot.ease", "shot.ease_in", "shot.ease_out")),
                fields("Moved", "push", "kind", *crank, "height", "stopping", "brake"),
            )
        if station != "Frame":
            return ()
        track = ["kind", "floor"]
        if design.on_track:
            track += ["section", "pieces", "piece", "gauge"]
            if design.track.kind == "bowed track":
                track.append("sagitta")
            track += ["joint", "gap", "step", "sleepers", "packing"]
        wheels = ["roller", "corner", "wheelbase"]
        if design.paired:
            wheels.insert(2, "bogie")
        if design.on_track:
            wheels.append("gauge_error")
        platform = ["form", "length", "width", "height", "mount"]
        platform += ["stand", "spread"] if design.platform.mount == "stand" else ["low_mass"]
        carried = fields("Carried there", "carried", "longest")
        return (
            Group(
                "Track",
                (*(f"design.track.{name}" for name in track), "design.track.spare"),
            ),
            fields("Wheels", "wheels", *wheels),
            fields("Platform", "platform", *platform),
            carried,
        )

    def holes(self, rig: Rig, assessment: Assessment, workshop: Workshop) -> tuple[Hole, ...]:
        """Drill table."""
        design: DollyDesign = rig.design  # type: ignore[assignment]
        return holes(rig, design, Parts.of(design, workshop))

    def templates(
        self, rig: Rig, assessment: Assessment, workshop: Workshop
    ) -> tuple[Template, ...]:
        """Platform, wheel plates and sleepers."""
        design: DollyDesign = rig.design  # type: ignore[assignment]
        return templates(rig, design, self.holes(rig, assessment, workshop))

    def suits(self, shot: Shot) -> tuple[float, str]:
        """How well a dolly can do a shot, and why."""
        if shot.upright:
            return 0.1, "wheels carry a camera along, not up"
        if shot.curved:
            return 1.0, "a curved track keeps its distance to what stands in its centre"
        if shot.distance > 1.5:
            return 0.95, "a long way along the floor is what track is for"
        return 0.6, "so short a way is easier on rails on a stand"
