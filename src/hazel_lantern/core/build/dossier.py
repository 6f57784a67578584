"""Everything a build pack says of one rig, gathered once for the sheets and the tables."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.assessor import assess
from hazel_lantern.core.build.cuts import CutPlan, plan_cuts, stock_for
from hazel_lantern.core.build.marking import marked
from hazel_lantern.core.build.ordering import Built
from hazel_lantern.core.build.steps import PackStep, pack_steps
from hazel_lantern.core.parts import Bolt, Hole, Template
from hazel_lantern.core.project.model import Project, Rig
from hazel_lantern.core.rigs.kit.bolts import Sized
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.stopping import Stop, never
from hazel_lantern.core.tools import missing
from hazel_lantern.core.units import Style
from hazel_lantern.core.workshop import Workshop

#: Said on every pack.
DISCLAIMER = (
    "These figures are for planning. What was checked, and the margin, stands beside each lamp; "
    "what is not listed was not checked. Local rules come first. Lifting, rigging over people, "
    "building structure and mains wiring belong to licensed or competent people."
)


@dataclass(frozen=True)
class Dossier:
    """One rig's pack: the rig, its assessment, and all that is made from it."""

    project: Project
    rig: Rig
    assessment: Assessment
    workshop: Workshop
    cuts: CutPlan
    made: tuple[Template, ...]
    bolts: tuple[Sized, ...]
    screws: tuple[Bolt, ...]
    steps: tuple[PackStep, ...]
    set_card: tuple[str, ...]
    cautions: tuple[str, ...]
    on_the_day: tuple[str, ...]
    to_borrow: tuple[str, ...]

    @property
    def holes(self) -> tuple[Hole, ...]:
        """All holes, part by part."""
        return tuple(hole for part in self.made for hole in part.holes)

    @property
    def templates(self) -> tuple[Template, ...]:
        """The parts that are marked out and drilled."""
        return tuple(one for one in self.made if one.holes and not one.comes_drilled)

    @property
    def style(self) -> Style:
        """Units of the pack."""
        return self.project.settings.style


def _marked_out(
    made: Sequence[Template], bolts: Sequence[Bolt], settings: Settings
) -> tuple[Template, ...]:
    """The parts with their holes where a rule shows a line; what comes drilled is as it comes."""
    holes = [hole for part in made for hole in part.holes]
    throughs = [[(place.part, place.hole) for place in bolt.through] for bolt in bolts]
    marks = marked(holes, throughs, settings.style)

    def moved(hole: Hole) -> Hole:
        x, y = marks[hole.part, hole.label]
        return replace(hole, x=x, y=y)

    return tuple(
        part if part.comes_drilled else replace(part, holes=tuple(map(moved, part.holes)))
        for part in made
    )


def gather(project: Project, rig: Rig, workshop: Workshop, stop: Stop = never) -> Dossier:
    """Work out the pack of a rig.

    Raises
    ------
    CutError
        If there is no cut plan.
    StopSearch
        If told to stop.
    """
    settings = project.settings
    assessment = assess(rig, settings, workshop)
    stock = stock_for(assessment.pieces, workshop, settings.price_factor)

    def cautions(*stations: str) -> tuple[str, ...]:
        found = (caution for station in stations for caution in assessment.cautions(station))
        return tuple(dict.fromkeys(found))

    bolts, screws = assessment.bolts(), assessment.screws()
    made = _marked_out(assessment.templates(), (*(one.bolt for one in bolts), *screws), settings)
    told = assessment.steps()
    built = Built(
        assessment.pieces,
        made,
        bolts,
        screws,
        workshop.catalogue,
        settings.style,
        workshop.shelf.tools,
    )
    return Dossier(
        project=project,
        rig=rig,
        assessment=assessment,
        workshop=workshop,
        cuts=plan_cuts(assessment.pieces, stock, settings.kerf, stop),
        made=made,
        bolts=bolts,
        screws=screws,
        steps=pack_steps(told, built),
        to_borrow=missing((tool for step in told for tool in step.tools), workshop.shelf.tools),
        set_card=assessment.set_card(),
        cautions=cautions("Build"),
        on_the_day=cautions("Shot", "Load", "Frame", "Drive", "Try-out"),
    )
