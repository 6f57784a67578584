"""What may be changed to mend a dolly's lamps, and what is ranked."""

from __future__ import annotations

import math
from collections.abc import Iterable

from hazel_lantern.core.fields import Edit
from hazel_lantern.core.mechanics import elastica
from hazel_lantern.core.rigs.asks import Candidate, Choices, Lever, Numeric, Ranking
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.rigs.dolly.answer import DollyAnswer
from hazel_lantern.core.rigs.dolly.forms import FORMS, TALL
from hazel_lantern.core.rigs.dolly.lamps_stand import LEAST_ROOM, overrun
from hazel_lantern.core.rigs.dolly.laying import LAID, laid_edits, ways_to_lay, with_rollers
from hazel_lantern.core.rigs.dolly.model import DollyDesign, F
from hazel_lantern.core.rigs.kit.stands import StandOf
from hazel_lantern.core.shot import Arc, S
from hazel_lantern.core.units import write

STAND = StandOf(F.platform.stand, F.platform.spread, {})
#: What a hand pulls back with at the most, N.
HARDEST_PULL = 80.0
HANDLES = {
    "a rigid handle": "Push by a rigid handle bolted to the deck",
    "a soft link": "Push by a soft link: a grip on elastic",
}
CORNERS = {
    "one set": "Put one set of wheels at each corner",
    "two sets, swivelling": "Put two sets at each corner, free to swivel",
}


def rails(answer: DollyAnswer) -> Iterable[Candidate]:
    """Every section that dolly wheels run on, with the wheels it takes."""
    design = answer.design
    rollers = answer.case.offered("rollers")
    for section in answer.case.offered("sections") if design.on_track else ():
        face = section.running_face
        runs = any(one.face == face and one.takes(section.width) for one in rollers)
        if runs and (face == "round" or not design.curved):
            edits = (Edit(F.track.section, section.id), *with_rollers(answer, face, section.width))
            yield Candidate(section.id, section.name, edits)


def rollers(answer: DollyAnswer) -> Iterable[Candidate]:
    """Wheels that run on what is laid."""
    for roller in answer.case.offered("rollers"):
        if roller.face == answer.running_face and roller.takes(answer.rows.section.width):
            yield Candidate(roller.id, roller.name, (Edit(F.wheels.roller, roller.id),))


def floors(answer: DollyAnswer) -> Iterable[Candidate]:
    """Every floor: to see what another place would do."""
    for floor in answer.case.offered("floors"):
        yield Candidate(floor.id, floor.name, (Edit(F.track.floor, floor.id),))


def tries(answer: DollyAnswer) -> Iterable[Candidate]:
    """What makers try to ride more smoothly, one thing at a time, from what there is now."""
    design, shot, style = answer.design, answer.shot, answer.style
    yield Candidate("as it is", "As it is", ())
    for more in (10.0, 20.0, 40.0):
        ballast = round(design.platform.ballast + more, 3)
        name = f"{write(more, 'mass', style)} more ballast"
        yield Candidate(f"ballast-{more:g}", name, (Edit(F.platform.ballast, ballast),))
    for share, name in ((1.5, "A third slower"), (2.0, "Half as fast"), (0.5, "Twice as fast")):
        edits = tuple(
            Edit(path, round(share * value, 3))
            for path, value in (
                (S.pace.duration, shot.pace.duration),
                (S.pace.ease_in, shot.pace.ease_in),
                (S.pace.ease_out, shot.pace.ease_out),
            )
        )
        yield Candidate(f"speed-{share:g}", name, edits)
    for corner, name in (
        ("one set", "One set of wheels at each corner"),
        ("two sets, swivelling", "Two sets at each corner, free to swivel"),
    ):
        if corner != design.wheels.corner:
            yield Candidate(f"corner-{corner}", name, (Edit(F.wheels.corner, corner),))
    for one in rollers(answer):
        if one.id != design.wheels.roller:
            yield one._replace(id=f"roller-{one.id}")
    if design.on_track:
        for path, value, name in (
            (F.track.gap, 0.0, "Joints without a gap"),
            (F.track.step, 0.0, "Joints filed without a step"),
            (F.track.packing, 1.0, "Sleepers packed out all the way"),
        ):
            yield Candidate(path.rpartition(".")[2], name, (Edit(path, value),))


def forms(answer: DollyAnswer) -> Iterable[Candidate]:
    """Every way to build the platform, with what goes with it."""
    design = answer.design
    for form in FORMS:
        edits = [Edit(F.platform.form, form)]
        if form == "wheels under the feet" and design.platform.mount != "stand":
            edits.append(Edit(F.platform.mount, "stand"))
        if form in ("wheels under the feet", "triangle of boards") and design.on_track:
            edits.append(Edit(F.track.gauge, round(TALL * design.platform.spread, 3)))
        if form == "board on two trucks":
            trucks = [row for row in answer.case.offered("rollers") if row.mount == "truck"]
            if design.on_track:
                edits.append(Edit(F.track.kind, "no track"))
            if trucks and answer.rows.roller.mount != "truck":
                edits.append(Edit(F.wheels.roller, min(trucks, key=lambda row: row.price).id))
        now = form == design.platform.form
        yield Candidate(form, form[:1].upper() + form[1:], () if now else tuple(edits))


def rankings(answer: DollyAnswer) -> tuple[Ranking, ...]:
    """What makers try, rails, wheels and floors."""
    case, t, p, roller = answer.case, F.track, F.platform, F.wheels.roller
    return (
        Ranking("tries", "To try", lambda: tries(answer), "as it is", "ride", ("push",)),
        Ranking.of(case, "laid", "Track", t.kind, lambda: ways_to_lay(answer), "ride", "wobble"),
        Ranking.of(case, "forms", "Decks", p.form, lambda: forms(answer), "ride", "clatter"),
        Ranking.of(case, "rails", "Rails", t.section, lambda: rails(answer), "track-dip", "ride"),
        Ranking.of(case, "rollers", "Wheels", roller, lambda: rollers(answer), "ride", "push"),
        Ranking.of(case, "floors", "Floors", t.floor, lambda: floors(answer), "ride"),
    )


def _still_stopped(changed: Case[DollyDesign]) -> tuple[Edit, ...]:
    """What is heavier is stopped by a harder pull, where it would run past the end."""
    answer = DollyAnswer(changed)
    over, room = overrun(answer), max(changed.design.track.spare, LEAST_ROOM) / 2
    if over is None or over.max() <= room:
        return ()
    run = answer.course
    ahead = answer.shot.move.distance - run.marks + room
    slows = float((run.speed**2 / (2 * ahead)).max()) - answer.slows_alone
    pull = math.ceil(slows * answer.carried.mass * 1.2)
    return (Edit(F.drive.stopping, float(pull)),) if pull <= HARDEST_PULL else ()


def levers(answer: DollyAnswer) -> Iterable[Lever]:
    """All that may be changed to mend a lamp; the search finds which does."""
    design, shot = answer.design, answer.shot
    track, wheels, platform = design.track, design.wheels, design.platform
    fits = {"straight track", "no track"}
    if isinstance(shot.move, Arc):
        fits = {"bowed track", "pre-bent track", "no track"}
    ballast = "Lay {} of ballast on the deck"
    yield Numeric(F.platform.ballast, 1.0, 0.0, 120.0, ballast, then=_still_stopped)
    yield Numeric(F.platform.length, 0.01, wheels.wheelbase, 2.4, "Make the platform {} long")
    yield Numeric(F.platform.width, 0.01, 0.3, 1.6, "Make the platform {} wide")
    yield Numeric(F.wheels.wheelbase, 0.01, 0.2, platform.length, "Set the wheelbase to {}")
    if answer.by_hand:
        yield Choices.words(F.drive.handle, HANDLES, design.drive.handle)
    yield Numeric(F.drive.height, 0.05, 0.1, 1.6, "Push at a height of {}")
    yield Numeric(F.drive.stopping, 1.0, 1.0, HARDEST_PULL, "Stop it with a pull of {}")
    yield Numeric(F.drive.brake, 1.0, 0.0, 400.0, "Fit a brake or wedge that holds {}")
    yield Numeric(F.track.spare, 0.05, 0.05, 3.0, "Leave {} past each end of the move")
    yield Choices(
        tuple(
            (title, laid_edits(answer, laid))
            for laid, title in LAID.items()
            if laid not in (track.kind, "no track") and laid in fits
        )
    )
    if design.on_track:
        floor = (("Run on the floor", laid_edits(answer, "no track")),)
        yield Choices(floor, loses="the track")
    yield Choices.of("Use {}", rollers(answer), wheels.roller)
    board = {"board": "Make the platform a board with four corners"}
    yield Choices.words(F.platform.form, board, platform.form)
    yield Choices.words(F.wheels.corner, CORNERS, wheels.corner)
    if platform.mount == "stand":
        hung = {"hung under the apex": "Hang the ballast under the apex of the stand"}
        if platform.ballast:
            yield Choices.words(F.platform.ballast_at, hung, platform.ballast_at)
        yield STAND.spread_lever(answer.case)
        others = (one._replace(name=one.name.lower()) for one in STAND.choices(answer.case))
        yield Choices.of("Change the stand to: {}", others, platform.stand)
        if platform.ballast:
            on_deck = {"on the deck": "Lay the ballast on the deck"}
            yield Choices.words(F.platform.ballast_at, on_deck, platform.ballast_at)
        yield Choices.words(F.platform.mount, {"low mount": "Use a low mount"}, "stand")
    if shot.move.slope:
        title = "Slope the track {}"
        yield Numeric(S.move.tilt, math.radians(0.25), -0.5, 0.5, title, loses="the slope")
    if not design.on_track:
        yield Numeric(F.wheels.askew, 0.0005, 0.0005, 0.02, "Set the wheel sets in line within {}")
        return
    yield Numeric(F.track.pieces, 1, 1, 12, "Lay {} pieces in a row", whole=True)
    yield Numeric(F.track.piece, 0.1, 0.5, design.carried.longest, "Cut the pieces {} long")
    yield Numeric(F.track.gauge, 0.01, 0.15, 1.2, "Set the gauge to {}")
    if track.bed == "on sleepers":
        lies = {"on the floor, all along": "Lay the pipes on the floor, all along"}
        yield Choices.words(F.track.bed, lies, track.bed)
    yield Numeric(F.track.crooked, 0.00005, 0.0, 0.002, "Lay pipes straight within {} in a metre")
    if track.sleepered:
        yield Numeric(F.track.sleepers, 0.05, 0.2, 1.5, "Lay a sleeper every {}")
        yield Numeric(F.track.packing, 0.05, 0.0, 1.0, "Pack out {} of the floor's waves")
    yield Numeric(F.track.gap, 0.0002, 0.0, 0.01, "Close the joints to {}")
    yield Numeric(F.track.step, 0.00005, 0.0, 0.004, "File the joints to a step of {}")
    yield Numeric(F.wheels.gauge_error, 0.0002, 0.0002, 0.01, "Set the gauge within {}")
    yield Choices.of("Lay {}", rails(answer), track.section)
    if track.joint == "butted":
        sleeves = {"sleeve inside": "Join the pieces by sleeves"}
        yield Choices.words(F.track.joint, sleeves, track.joint)
    if track.kind == "bowed track":
        deepest = elastica.Bow(track.length, elastica.STEEPEST).sagitta
        yield Numeric(F.track.sagitta, 0.005, 0.0, deepest, "Bow the pipes by {}")
