"""What may be changed to mend an overhead rig's lamps, and what is ranked."""

from __future__ import annotations

from collections.abc import Iterable

from hazel_lantern.core.fields import Edit
from hazel_lantern.core.rigs.asks import Candidate, Choices, Lever, Numeric, Ranking
from hazel_lantern.core.rigs.kit.wheels import wheel_for
from hazel_lantern.core.rigs.overhead.answer import OverheadAnswer
from hazel_lantern.core.rigs.overhead.draft import stretch
from hazel_lantern.core.rigs.overhead.model import HOLDS_NOTHING, BoomPiece, F
from hazel_lantern.core.shot import Glide, S, Swing


def sections(answer: OverheadAnswer) -> Iterable[Candidate]:
    """Rails and beams that can be bought, with wheels that run on them; and beams of boards."""
    catalogue, design = answer.workshop.catalogue, answer.design
    for row in answer.case.offered("sections"):
        edits = [Edit(F.carrier.section, row.id), Edit(F.carrier.made, "section")]
        if design.trolley.runs != "block":
            wheel = wheel_for(row.running_face, design.trolley.wheel, catalogue.wheels)
            if wheel is None:
                continue
            edits.append(Edit(F.trolley.wheel, wheel))
        elif row.shape not in ("round tube", "round bar"):
            continue
        yield Candidate(row.id, row.name, tuple(edits))
    if design.trolley.runs == "block":
        return
    flat = wheel_for("flat", design.trolley.wheel, catalogue.wheels)
    for made in ("I of boards", "box of boards"):
        for high in (0.07, 0.11, 0.15, 0.2):
            edits = [
                Edit(F.carrier.made, made),
                Edit(F.carrier.web_height, high),
                Edit(F.carrier.joint, "glued"),
            ]
            if flat is not None:
                edits.append(Edit(F.trolley.wheel, flat))
            total = (high + 2 * design.carrier.flange) * 1e3
            name = f"{made}, {total:.0f} mm high, glued"
            yield Candidate(f"{made}-{high}", name, tuple(edits))


def chosen(answer: OverheadAnswer) -> str:
    """Which of the sections is in use."""
    own = answer.design.carrier
    return own.section if own.made == "section" else f"{own.made}-{own.web_height}"


def levers(answer: OverheadAnswer) -> Iterable[Lever]:
    """What the search for mends pulls."""
    design, h, c, d = answer.design, F.holding, F.carrier, F.drop
    named = (one._replace(name=one.name.lower()) for one in sections(answer))
    yield Choices.of("Make it of {}", named, chosen(answer))
    if answer.boards is not None:
        yield Numeric(c.web_height, 0.005, 0.03, 0.4, "Make the web {} high")
        yield Numeric(c.pitch, 0.005, 0.03, 0.4, "Set the screws {} apart")
        if design.carrier.joint == "screwed":
            yield Choices((("Glue the boards", (Edit(c.joint, "glued"),)),))
    kinds = {"ceiling joists": "Hang it from the joists, by timber or wire to the structure"}
    if design.holding.kind in HOLDS_NOTHING:
        yield Choices.words(h.kind, kinds, design.holding.kind)
    yield Numeric(h.count, 1, 2, 20, "Hang it by {} fixings along it", whole=True)
    yield Numeric(h.spacing, 0.05, 0.1, 3.0, "Set the fixings {} apart")
    rows = {"two rows": "Set the fixings in two rows"}
    if design.holding.rows == "one row":
        yield Choices.words(h.rows, rows, design.holding.rows)
    yield Numeric(h.across, 0.01, 0.05, 0.6, "Set the rows {} apart")
    yield Numeric(h.height, 0.02, 1.0, 6.0, "Hang the rail {} over the floor")
    yield Numeric(h.sways, 5000.0, 5000.0, 1e6, "Brace it to {} N/m from the side")
    yield Numeric(h.twists, 500.0, 500.0, 1e5, "Brace it against twisting to {}")
    yield Numeric(d.length, 0.01, 0.0, 2.5, "Make the drop {}")
    poles = (
        Candidate(p.id, p.name.lower(), (Edit(d.pole, p.id),))
        for p in answer.case.offered("sections")
        if p.shape == "round tube"
    )
    yield Choices.of("Make the pole of {}", poles, design.drop.pole)
    clamps = {"split clamp": "Hold the pole in a split clamp"}
    if design.drop.clamp == "hose clip":
        yield Choices.words(d.clamp, clamps, design.drop.clamp)
    yield Numeric(d.grip, 10.0, 10.0, 2000.0, "Tighten the pole's clamp to {}")
    if not design.drop.stop:
        yield Choices((("Fit a stop below the pole's clamp", (Edit(d.stop, True),)),))
    if answer.boom:
        yield Numeric(d.pressed, 50.0, 0.0, 5000.0, "Press the boom's bolt with {}")
        yield Numeric(d.bears, 5.0, 5.0, 500.0, "Use knuckles and a bolt that bear {}")
        yield Numeric(d.knuckle, 0.0001, 0.0, 0.01, "Use knuckles that give {} rad per N·m")
        tubes = [
            p
            for p in answer.case.offered("sections")
            if p.shape in ("rectangular tube", "round tube")
        ]
        pieces = design.drop.pieces
        found = (
            Candidate(
                p.id,
                p.name.lower(),
                (
                    Edit(
                        d.pieces, tuple(one.model_copy(update={"section": p.id}) for one in pieces)
                    ),
                ),
            )
            for p in tubes
        )
        yield Choices.of("Make the boom of {}", found, pieces[0].section)
    yield from _trolley(answer)
    yield from _shot(answer)


def _trolley(answer: OverheadAnswer) -> Iterable[Lever]:
    design, t, c = answer.design, F.trolley, F.carrier
    yield Numeric(t.wheelbase, 0.01, 0.04, 0.8, "Set the wheels {} apart along")
    yield Numeric(t.track, 0.01, 0.02, 0.6, "Set the wheels {} apart across")
    if design.trolley.runs in ("wheels on top", "wheels on the flange"):
        runs = {"wheels under the flange": "Run wheels under the flange as well"}
        yield Choices.words(t.runs, runs, design.trolley.runs)
    if design.trolley.runs != "block":
        alike = [row for row in answer.case.offered("wheels") if row.face == answer.rows.wheel.face]
        found = (Candidate(row.id, row.name.lower(), (Edit(t.wheel, row.id),)) for row in alike)
        yield Choices.of("Run on {}", found, design.trolley.wheel)
    if design.trolley.runs == "block":
        yield Numeric(t.clearance, 0.0001, 0.0002, 0.01, "Open the block's holes by {}")
        yield Numeric(t.block, 0.01, 0.03, 0.5, "Make the block {} long")
        yield Numeric(t.push, 0.005, 0.0, 0.5, "Push it {} beside its middle")
        if design.trolley.guided == "on one":
            both = {"on both": "Guide it on both rods"}
            yield Choices.words(t.guided, both, design.trolley.guided)
    if design.trolley.lock == "nothing":
        locks = {"lock screw": "Fit a lock screw", "brake": "Fit a brake"}
        yield Choices.words(t.lock, locks, design.trolley.lock)
    yield Numeric(t.holds, 5.0, 5.0, 500.0, "Fit a lock that holds {}")
    if not design.trolley.stops:
        yield Choices((("Screw stops to both ends", (Edit(t.stops, True),)),))
    if design.rolls:
        yield Numeric(c.base, 0.05, 0.1, 2.0, "Set the gantry's wheels {} apart along its way")
        at = {"at the trolley": "Push the gantry at the trolley"}
        if design.carrier.pushed == "at one end":
            yield Choices.words(c.pushed, at, design.carrier.pushed)
        yield Numeric(c.across, 0.1, 0.2, 10.0, "Let the gantry roll {}")
    tether = F.tether
    if not design.tether.tethered:
        yield Choices((("Tether it past trolley and clamp", (Edit(tether.tethered, True),)),))
    yield Numeric(tether.slack, 0.01, 0.0, 1.0, "Leave the tether {} of slack")
    wires = answer.case.offered("wires")
    caught = (Candidate(w.id, w.name.lower(), (Edit(tether.row, w.id),)) for w in wires)
    yield Choices.of("Tether it by {}", caught, design.tether.row)


def _shot(answer: OverheadAnswer) -> Iterable[Lever]:
    carrier = F.carrier
    if isinstance(answer.shot.move, Swing):
        half = BoomPiece(length=round(answer.shot.move.reach / 2, 3))
        swings = (Edit(F.drop.kind, "boom"), Edit(F.drop.pieces, (half, half)))
        yield Choices((("Swing it on a boom of two pieces as long as asked", swings),))
    if getattr(answer.shot.move, "across", 0.0) and not answer.design.rolls:
        yield Choices((("Make it a gantry that rolls", (Edit(carrier.kind, "gantry"),)),))
    lost = "the lens asked for"
    yield Numeric(S.lens.focal, 0.001, 0.008, 0.1, "Use a lens of {}", loses=lost)
    move = answer.shot.move
    if isinstance(move, Glide):
        far = "the move asked for"
        yield Numeric(S.move.distance, 0.05, 0.1, 8.0, "Glide {}", loses=far)
    least = sum(stretch(move)) + answer.bearing / 2 + 0.02
    yield Numeric(F.holding.span, 0.05, max(least, 0.4), 12.0, "Make the rail {} long")


def rankings(answer: OverheadAnswer) -> Iterable[Ranking]:
    """Sections and built beams, lenses by what they cover."""
    yield Ranking(
        "sections",
        "Rails and beams",
        lambda: sections(answer),
        chosen(answer),
        "beam-dip",
        ("bounce",),
    )

    def lenses() -> Iterable[Candidate]:
        for focal in (0.012, 0.016, 0.020, 0.024, 0.028, 0.035, 0.050):
            yield Candidate(f"{focal:g}", f"{focal * 1e3:.0f} mm", (Edit(S.lens.focal, focal),))

    yield Ranking(
        "lenses",
        "Lenses",
        lenses,
        f"{answer.shot.lens.focal:g}",
        "coverage",
        ("frame-drift",),
        station="Load",
    )
