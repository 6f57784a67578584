"""What to buy for an overhead rig, and what is cut from stock."""

from __future__ import annotations

import math

from hazel_lantern.core.parts import Part, Piece
from hazel_lantern.core.rigs.kit.bill import Bill
from hazel_lantern.core.rigs.overhead import built
from hazel_lantern.core.rigs.overhead.answer import OverheadAnswer


def pieces(answer: OverheadAnswer) -> tuple[Piece, ...]:
    """Rails, pole, boom, and the rails that a gantry rolls on."""
    design = answer.design
    found = []
    if answer.boards is None:
        found.append(Piece(design.carrier.section, "Rail", design.holding.span, design.rails))
    if design.rolls:
        section = design.carrier.section
        found.append(Piece(section, "Runner rail", design.carrier.across + design.carrier.base, 2))
    found.append(Piece(design.drop.pole, built.POLE, built.pole_length(answer), 1))
    if answer.boom:
        for number, one in enumerate(design.drop.pieces, start=1):
            found.append(Piece(one.section, f"Boom piece {number}", one.length + 0.06, 1))
    return tuple(found)


def parts_list(answer: OverheadAnswer) -> tuple[Part, ...]:
    """Everything the rig needs but the camera."""
    bill, design, rows = Bill(answer.case), answer.design, answer.rows
    for piece in pieces(answer):
        bill.cut(piece.label.lower().replace(" ", "-"), piece)
    own = design.carrier
    if answer.boards is not None:
        metres = math.ceil(design.holding.span * 3 + 0.3)
        mass = answer.boards.area * rows.material.density * design.holding.span / metres
        note = f"to rip: {metres} m in all"
        bill.hardware("boards", "beam-board", metres, mass=mass, note=note)
        if own.joint == "screwed":
            count = len(built.screws(answer))
            bill.hardware("flange-board", "beam-flange", 2, name=built.FLANGE)
            bill.hardware("web-board", "beam-flange", 1, name=built.EDGE)
            bill.hardware("beam-screws", "wood-screw", 2 * count)
        else:
            bill.hardware("glue", "wood-glue")
    count = design.holding.count
    bill.hardware("brackets", "ceiling-bracket", count, name=built.BRACKET)
    bill.hardware("rail-clamps", "rail-clamp-strip", count, name=built.CLAMP)
    rows_of = 1 if design.holding.rows == "one row" else 2
    bill.hardware("fixings", "overhead-fixing", count * rows_of)
    if built.slides(answer):
        bill.hardware("end-boards", "end-plate", 2, name=built.END)
        bill.hardware("block", "rod-block", mass=design.trolley.mass, name=built.BLOCK)
        if not answer.boom:
            bill.hardware("pole-clamp", "pole-clamp")
    else:
        bill.add("wheels", "wheels", rows.wheel.id, 2)
        bill.hardware("cheeks", "trolley-cheek", 2, name=built.CHEEK)
    if design.rolls:
        bill.hardware("end-carriages", "end-carriage", 2)
    if answer.boom:
        bill.hardware("boom-bolt", "boom-bolt")
        if len(design.drop.pieces) > 1:
            bill.hardware("knuckles", "boom-knuckle", len(design.drop.pieces) - 1)
    bill.bolts(built.bolts(answer), built.templates(answer))
    bill.hardware("head", "down-head")
    if design.trolley.stops:
        bill.hardware("stops", "stop", 4 if design.rolls else 2)
    if design.trolley.lock != "nothing":
        bill.hardware("lock", "brake")
    if design.drop.stop and design.drop.kind == "pole":
        bill.hardware("pole-stop", "pole-stop")
    if design.tether.tethered:
        metres, mass = math.ceil(design.tether.length + 0.3), rows.tether.line_mass
        bill.add("tether", "wires", rows.tether.id, metres, note="by the metre", mass=mass)
        bill.hardware("tether-clips", "wire-clip", 2)
    return tuple(bill.parts)
