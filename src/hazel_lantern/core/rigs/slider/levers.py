"""What may be changed to mend a slider's lamps, and what is ranked."""

from __future__ import annotations

import math
from collections.abc import Iterable

from hazel_lantern.core.fields import Edit
from hazel_lantern.core.rigs.asks import Candidate, Choices, Lever, Numeric, Ranking
from hazel_lantern.core.rigs.kit.stands import StandOf
from hazel_lantern.core.rigs.kit.wheels import wheel_for
from hazel_lantern.core.rigs.slider.answer import CAMERA_EDGE, SliderAnswer
from hazel_lantern.core.rigs.slider.model import F
from hazel_lantern.core.shot import S

STAND = StandOf(
    F.supports.stand,
    F.supports.spread,
    {F.supports.head_stiffness: "head_stiffness", F.supports.rating: "head_bears"},
)
PLACES = {"four places": "Run on wheels at four places"}
LINKS = {"a soft link": "Push by a soft link: a grip on elastic"}
ENDS = {"glued into fittings": "Glue the rails into their fittings"}
#: What is done to what a wheel meets.
FLAWS = {
    "joints of the rails": "File the joints even within {}",
    "joints of a liner": "Lay the liner's joints even within {}",
    "screw heads": "Sink the screw heads to {}",
    "slots across": "Fill the slots to a width of {}",
}
KINDS = {
    "stand": "Put it on one stand at mid-rail",
    "end stands": "Put it on two end stands",
    "table": "Lay it on a table",
    "floor": "Lay it on the floor",
}


def sections(answer: SliderAnswer) -> Iterable[Candidate]:
    """Every section, with the wheels it takes."""
    catalogue, now = answer.workshop.catalogue, answer.design.carriage.wheel
    for section in answer.case.offered("sections"):
        wheel = wheel_for(section.running_face, now, catalogue.wheels)
        if wheel is not None:
            change = (Edit(F.carriage.wheel, wheel),) if wheel != now else ()
            edits = (Edit(F.rails.section, section.id), *change)
            yield Candidate(section.id, section.name, edits)


def wheels(answer: SliderAnswer) -> Iterable[Candidate]:
    """Wheels that run on the section in use."""
    for wheel in answer.case.offered("wheels"):
        if wheel.face == answer.rows.section.running_face:
            yield Candidate(wheel.id, wheel.name, (Edit(F.carriage.wheel, wheel.id),))


def rankings(answer: SliderAnswer) -> tuple[Ranking, ...]:
    """Rails, wheels and stands."""
    case, f = answer.case, F
    stand = f.supports.stand
    # What the picture shows first of rails that give: their slope, as roll or as tilt.
    shown = "frame-drift" if answer.along else "roll"
    return (
        Ranking.of(case, "sections", "Rails", f.rails.section, lambda: sections(answer), shown),
        Ranking.of(case, "wheels", "Wheels", f.carriage.wheel, lambda: wheels(answer), "fit"),
        Ranking.of(case, "stands", "Stands", stand, lambda: STAND.choices(case), "tip"),
    )


def _sections_with_wheels(answer: SliderAnswer) -> Choices:
    names = answer.workshop.catalogue.wheels
    return Choices(
        tuple(
            (
                f"Run on {one.name}"
                + (f" with {names[one.edits[1].value].name.lower()}" if one.edits[1:] else ""),
                one.edits,
            )
            for one in sections(answer)
            if one.id != answer.design.rails.section
        )
    )


def levers(answer: SliderAnswer) -> Iterable[Lever]:
    """All that may be changed to mend a lamp; the search finds which does."""
    design = answer.design
    rails, supports, carriage = design.rails, design.supports, design.carriage
    least = carriage.length + 2 * design.stop + 0.01
    far = 0.4 * rails.length
    yield Numeric(F.rails.length, 0.01, least, 6.0, "Make the rails {}")
    yield Numeric(
        F.carriage.length, 0.01, max(carriage.wheelbase, 0.06), 0.5, "Make the carriage {} long"
    )
    yield Numeric(F.carriage.wheelbase, 0.005, 0.04, carriage.length, "Set the wheelbase to {}")
    # As far as its hole keeps its edge on the plate there is.
    ahead, aside = (size / 2 - CAMERA_EDGE for size in answer.plate)
    title = "Move the camera to {} from the carriage's middle"
    yield Numeric(F.carriage.camera_offset, 0.005, -ahead, ahead, title)
    title = "Move the camera to {} across the carriage"
    yield Numeric(F.carriage.camera_side, 0.005, -aside, aside, title)
    yield Numeric(F.drive.push_offset, 0.005, 0.0, 0.3, "Push {} beside the middle")
    title = "Set the rails parallel within {}"
    yield Numeric(F.rails.spacing_error, 0.0001, 0.0001, 0.005, title)
    yield _sections_with_wheels(answer)
    named = (one._replace(name=one.name.lower()) for one in wheels(answer))
    yield Choices.of("Use {}", named, carriage.wheel)
    yield Choices.words(F.supports.kind, KINDS, supports.kind)
    yield Choices.words(F.carriage.stands_on, PLACES, carriage.stands_on)
    yield Numeric(F.carriage.mass, 0.1, carriage.mass, 20.0, "Weigh the carriage down to {}")
    if rails.flaws != "nothing":
        yield Numeric(F.rails.flaw, 0.00005, 0.0, 0.002, FLAWS[rails.flaws])
    if answer.by_hand and not design.drive.soft:
        yield Choices.words(F.drive.handle, LINKS, design.drive.handle)
    if rails.ends == "pushed into fittings":
        yield Choices.words(F.rails.ends, ENDS, rails.ends)
    if answer.rails == 2:
        yield Numeric(F.rails.spacing, 0.01, 0.06, 0.4, "Space the rails {}")
    if answer.shot.move.slope:
        title = "Tilt the track {}"
        yield Numeric(S.move.tilt, math.radians(0.25), -0.5, 0.5, title, loses="the slope")
        yield Numeric(F.drive.brake, 0.5, 0.0, 100.0, "Fit a brake that holds {}")
    if answer.on_stands:
        yield STAND.spread_lever(answer.case)
        yield Numeric(F.supports.ballast, 0.1, 0.0, 25.0, "Hang {} under the apex")
        stands = (one._replace(name=one.name.lower()) for one in STAND.choices(answer.case))
        yield Choices.of("Change the stand to: {}", stands, supports.stand)
    if supports.kind == "stand":
        yield Numeric(F.supports.offset, 0.01, -far, far, "Put the stand {} from mid-rail")
        along = "Clamp the rails along a plate {} long"
        yield Numeric(F.supports.plate, 0.01, 0.08, 0.6 * rails.length, along)
    else:
        yield Numeric(F.supports.count, 1, 2, 8, "Use {} supports", whole=True)
        if not answer.on_stands and not answer.held:
            held = "Hold the rails down with saddles, the blocks screwed or clamped"
            yield Choices(((held, (Edit(F.supports.blocks, "saddles hold them"),)),))
        title = "Set the end supports {} from the rail ends"
        yield Numeric(F.supports.inset, 0.01, 0.0, 0.3 * rails.length, title)
