"""The first draft of a dolly: from the shot, and what was assumed."""

from __future__ import annotations

from hazel_lantern.core.load import Load
from hazel_lantern.core.mechanics import elastica
from hazel_lantern.core.rigs.dolly.laying import SLEEPERS, pieces_for
from hazel_lantern.core.rigs.dolly.model import (
    DollyDesign,
    Drive,
    F,
    Laid,
    Platform,
    Track,
    Wheels,
)
from hazel_lantern.core.rigs.family import Draft
from hazel_lantern.core.rigs.kit.owned import ON_SHELF, owned_section
from hazel_lantern.core.rigs.kit.stands import cheapest_stand
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Arc, Shot
from hazel_lantern.core.workshop import Workshop

#: From foot to foot of a stand on a draft's deck, m.
SPREAD = 0.55


def first_draft(shot: Shot, load: Load, settings: Settings, workshop: Workshop) -> Draft:
    """A plausible start, before the search for mends settles it."""
    wheels, spare = Wheels(), 0.2
    height = shot.camera_height - load.lens_axis
    deck = 0.18
    stand = cheapest_stand(
        workshop.catalogue.stands.values(),
        lambda one: (
            one.lowest <= height - deck <= one.highest
            and one.rating * settings.working_fraction >= load.centre().mass
            and one.least_spread <= SPREAD
        ),
        workshop.shelf.count_of,
    )
    low = stand is None
    if stand is not None:
        platform = Platform(stand=stand.id, spread=max(SPREAD, stand.least_spread))
    else:
        platform = Platform(mount="low mount", length=0.6, width=0.5, mass=4.0)
        wheels = Wheels(wheelbase=0.42, bogie=0.1)
    laid: Laid = "straight track"
    section, sagitta = "aluminium-tube-40x3", 0.3
    outer = wheels.wheelbase + wheels.bogie
    count, piece = pieces_for(shot.move.distance + 2 * spare, outer)
    if isinstance(shot.move, Arc):
        # A plastic pipe can be bowed by hand where it need not turn far; else it is bent.
        laid = "bowed track"
        section = "pvc-pipe-40x3.2"
        if piece * count / shot.move.radius > 1.2 or shot.move.radius < 2.5:
            laid, section = "pre-bent track", "aluminium-tube-32x3"
        else:
            sagitta = round(elastica.fitted_sagitta(piece * count, shot.move.radius), 3)
    own = None
    if laid == "straight track":
        own = owned_section(workshop, 2 * count, piece, lambda one: one.running_face == "round")
        section = own.id if own else section
    design = DollyDesign(
        track=Track(
            kind=laid,
            section=section,
            pieces=count,
            piece=piece,
            gauge=0.4 if low else 0.5,
            sagitta=sagitta,
            sleepers=SLEEPERS,
            spare=spare,
        ),
        wheels=wheels,
        platform=platform,
        drive=Drive(height=min(0.9, max(0.3, shot.camera_height))),
    )
    why = {
        F.track.section: "a pipe that skate wheels run on",
        F.track.piece: "as few pieces as a car carries",
        F.track.gauge: "wide enough for the stand",
        F.track.sleepers: "thin pipes hardly sag, and the picture does not sway",
        F.track.floor: "level concrete; choose yours",
        F.track.packing: "most of the floor's waves packed out under the sleepers",
        F.wheels.roller: "skate wheels in a V",
        F.platform.stand: "the cheapest that reaches so high and bears it",
        F.platform.mass: "a plywood board with wheel plates",
        F.drive.stopping: "a gentle pull back",
    }
    if own is not None:
        why[F.track.section] = ON_SHELF
    if laid == "bowed track":
        why[F.track.sagitta] = "turns as far as the arc on the whole"
    return Draft(design, why)
