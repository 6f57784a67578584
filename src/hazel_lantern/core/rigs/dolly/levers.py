"""What may be changed to mend a dolly's lamps, and what is ranked."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from typing import TYPE_CHECKING

from hazel_lantern.core.fields import Edit
from hazel_lantern.core.mechanics import elastica
from hazel_lantern.core.rigs.family import Candidate, Choices, Lever, Numeric, Ranking
from hazel_lantern.core.units import write

if TYPE_CHECKING:
    from hazel_lantern.core.project.model import Rig
    from hazel_lantern.core.rigs.dolly.model import DollyDesign
    from hazel_lantern.core.units import Style
    from hazel_lantern.core.workshop import Workshop

#: Which faces of a section the wheels of a kind run on.
RUNS_ON = {"round": "pipe", "channel": "channel"}
_BOARD = (Edit("design.platform.form", "board"),)
_LAID = {
    "straight track": "Lay straight track",
    "bowed track": "Bow the pipes with a cord",
    "pre-bent track": "Bend the pipes to the arc",
    "no track": "Run on the floor",
}


def roller_for(face: str, now: str, workshop: Workshop) -> str | None:
    """The wheels to use: those in use if they run there, else the cheapest that do."""
    rollers = workshop.catalogue.rollers
    if now in rollers and rollers[now].face == face:
        return now
    fitting = [one for one in rollers.values() if one.face == face]
    return min(fitting, key=lambda one: one.price * one.count).id if fitting else None


def _with_rollers(rig: Rig, face: str, workshop: Workshop) -> tuple[Edit, ...]:
    design: DollyDesign = rig.design  # type: ignore[assignment]
    roller = roller_for(face, design.wheels.roller, workshop)
    if roller is None or roller == design.wheels.roller:
        return ()
    return (Edit("design.wheels.roller", roller),)


def rail_choices(rig: Rig, workshop: Workshop, style: Style) -> Iterable[Candidate]:
    """Every section that dolly wheels run on, with the wheels it takes."""
    design: DollyDesign = rig.design  # type: ignore[assignment]
    if not design.on_track:
        return
    for section in workshop.catalogue.sections.values():
        face = RUNS_ON.get(section.running_face)
        if face is None or (design.curved and face != "pipe"):
            continue
        edits = (Edit("design.track.section", section.id), *_with_rollers(rig, face, workshop))
        yield Candidate(section.id, section.name, edits)


def roller_choices(rig: Rig, workshop: Workshop, style: Style) -> Iterable[Candidate]:
    """Wheels that run on what is laid."""
    design: DollyDesign = rig.design  # type: ignore[assignment]
    face = "floor"
    if design.on_track:
        section = workshop.catalogue.find("sections", design.track.section)
        face = RUNS_ON.get(section.running_face, "pipe")
    for roller in workshop.catalogue.rollers.values():
        if roller.face == face:
            yield Candidate(roller.id, roller.name, (Edit("design.wheels.roller", roller.id),))


def laid_edits(rig: Rig, laid: str, workshop: Workshop) -> tuple[Edit, ...]:
    """The edits that lay another kind of track: wheels and bow come with it."""
    design: DollyDesign = rig.design  # type: ignore[assignment]
    edits = [Edit("design.track.kind", laid)]
    if laid == "no track":
        return (*edits, *_with_rollers(rig, "floor", workshop))
    section = workshop.catalogue.find("sections", design.track.section)
    edits += _with_rollers(rig, RUNS_ON.get(section.running_face, "pipe"), workshop)
    if laid == "bowed track" and rig.shot.curved:
        turn = design.track.length / rig.shot.radius
        if math.sin(turn / 4) <= elastica.STEEPEST and turn < 2 * math.pi:
            sagitta = elastica.fitted_sagitta(design.track.length, rig.shot.radius)
            edits.append(Edit("design.track.sagitta", round(sagitta, 3)))
    return tuple(edits)


def floor_choices(rig: Rig, workshop: Workshop, style: Style) -> Iterable[Candidate]:
    """Every floor: to see what another place would do."""
    for floor in workshop.catalogue.floors.values():
        yield Candidate(floor.id, floor.name, (Edit("design.track.floor", floor.id),))


def tries(rig: Rig, workshop: Workshop, style: Style) -> Iterable[Candidate]:
    """What makers try to ride more smoothly, one thing at a time, from what there is now."""
    design: DollyDesign = rig.design  # type: ignore[assignment]
    platform, shot = design.platform, rig.shot
    yield Candidate("as it is", "As it is", ())
    for more in (10.0, 20.0, 40.0):
        ballast = round(platform.ballast + more, 3)
        name = f"{write(more, 'mass', style)} more ballast"
        yield Candidate(f"ballast-{more:g}", name, (Edit("design.platform.ballast", ballast),))
    for share, name in ((1.5, "A third slower"), (2.0, "Half as fast"), (0.5, "Twice as fast")):
        edits = tuple(
            Edit(f"shot.{field}", round(share * getattr(shot, field), 3))
            for field in ("duration", "ease_in", "ease_out")
        )
        yield Candidate(f"speed-{share:g}", name, edits)
    for corner, name in (
        ("one set", "One set of wheels at each corner"),
        ("two sets, swivelling", "Two sets at each corner, free to swivel"),
    ):
        if corner != design.wheels.corner:
            yield Candidate(f"corner-{corner}", name, (Edit("design.wheels.corner", corner),))
    now = design.wheels.roller
    for id, name, edits, *_ in roller_choices(rig, workshop, style):
        if id != now:
            yield Candidate(f"roller-{id}", name, edits)
    if design.on_track:
        for path, value, name in (
            ("gap", 0.0, "Joints without a gap"),
            ("step", 0.0, "Joints filed without a step"),
            ("packing", 1.0, "Sleepers packed out all the way"),
        ):
            yield Candidate(path, name, (Edit(f"design.track.{path}", value),))


RAILS = Ranking(
    "rails",
    "Rails",
    rail_choices,
    lambda rig: rig.design.track.section,  # type: ignore[attr-defined]
    "dolly.track-dip",
    ("dolly.ride",),
)
ROLLERS = Ranking(
    "rollers",
    "Wheels",
    roller_choices,
    lambda rig: rig.design.wheels.roller,  # type: ignore[attr-defined]
    "dolly.ride",
    ("dolly.push",),
)
TRIES = Ranking("tries", "To try", tries, lambda rig: "as it is", "dolly.ride", ("dolly.push",))
FLOORS = Ranking(
    "floors",
    "Floors",
    floor_choices,
    lambda rig: rig.design.track.floor,  # type: ignore[attr-defined]
    "dolly.ride",
)


def _choices(title: str, candidates: Iterable[Candidate], now: str, workshop: Workshop) -> Choices:
    return Choices(
        tuple((title.format(name), edits) for id, name, edits, *_ in candidates if id != now)
    )


def levers(rig: Rig, workshop: Workshop, style: Style) -> Sequence[Lever]:
    """All that may be changed to mend a lamp; the search finds which does."""
    design: DollyDesign = rig.design  # type: ignore[assignment]
    track, wheels, platform = design.track, design.wheels, design.platform
    fits = {"straight track", "no track"}
    if rig.shot.curved:
        fits = {"bowed track", "pre-bent track", "no track"}
    found: list[Lever] = [
        Numeric("shot.duration", 0.5, 0.5, 120.0, "Take {} for the move"),
        Numeric("design.platform.ballast", 1.0, 0.0, 120.0, "Lay {} of ballast on the deck"),
        Numeric("design.platform.length", 0.01, wheels.wheelbase, 2.4, "Make the platform {} long"),
        Numeric("design.platform.width", 0.01, 0.3, 1.6, "Make the platform {} wide"),
        Numeric("design.wheels.wheelbase", 0.01, 0.2, platform.length, "Set the wheelbase to {}"),
        Numeric("design.push.height", 0.05, 0.1, 1.6, "Push at a height of {}"),
        Numeric("design.push.stopping", 1.0, 1.0, 80.0, "Stop it with a pull of {}"),
        Numeric("design.push.brake", 1.0, 0.0, 400.0, "Fit a brake or wedge that holds {}"),
        Numeric("design.track.spare", 0.05, 0.05, 3.0, "Leave {} past each end of the move"),
        Choices(
            tuple(
                (title, laid_edits(rig, laid, workshop))
                for laid, title in _LAID.items()
                if laid != track.kind and laid in fits
            )
        ),
        _choices("Use {}", roller_choices(rig, workshop, style), wheels.roller, workshop),
        Choices(
            (("Make the platform a board with four corners", _BOARD),)
            if platform.form == "triangle"
            else ()
        ),
        Choices(
            tuple(
                (title, (Edit("design.wheels.corner", corner),))
                for corner, title in (
                    ("one set", "Put one set of wheels at each corner"),
                    ("two sets, swivelling", "Put two sets at each corner, free to swivel"),
                )
                if corner != wheels.corner
            )
        ),
    ]
    if platform.mount == "stand":
        stand = workshop.catalogue.find("stands", platform.stand)
        found += [
            Numeric(
                "design.platform.spread",
                0.01,
                stand.least_spread,
                stand.greatest_spread,
                "Spread the feet to {}",
            ),
            Choices((("Use a low mount", (Edit("design.platform.mount", "low mount"),)),)),
        ]
    if rig.shot.slope:
        found.append(Numeric("shot.tilt", math.radians(0.25), -0.5, 0.5, "Slope the track {}"))
    if not design.on_track:
        return found
    found += [
        Numeric("design.track.pieces", 1, 1, 12, "Lay {} pieces in a row", whole=True),
        Numeric("design.track.piece", 0.1, 0.5, design.carried.longest, "Cut the pieces {} long"),
        Numeric("design.track.gauge", 0.01, 0.15, 1.2, "Set the gauge to {}"),
        Numeric("design.track.sleepers", 0.05, 0.2, 1.5, "Lay a sleeper every {}"),
        Numeric("design.track.packing", 0.05, 0.0, 1.0, "Pack out {} of the floor's waves"),
        Numeric("design.track.gap", 0.0002, 0.0, 0.01, "Close the joints to {}"),
        Numeric("design.track.step", 0.00005, 0.0, 0.004, "File the joints to a step of {}"),
        Numeric("design.wheels.gauge_error", 0.0002, 0.0002, 0.01, "Set the gauge within {}"),
        _choices("Lay {}", rail_choices(rig, workshop, style), track.section, workshop),
    ]
    if track.joint == "butted":
        found.append(
            Choices(
                (("Join the pieces by sleeves", (Edit("design.track.joint", "sleeve inside"),)),)
            )
        )
    if track.kind == "bowed track":
        deepest = elastica.Bow(track.length, elastica.STEEPEST).sagitta
        found.append(Numeric("design.track.sagitta", 0.005, 0.0, deepest, "Bow the pipes by {}"))
    return found
