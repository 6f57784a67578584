"""What to buy for an orbit rig, and what is cut from stock."""

from __future__ import annotations

import math

from hazel_lantern.core.parts import Part, Piece
from hazel_lantern.core.rigs.kit.bill import Bill
from hazel_lantern.core.rigs.orbit import built
from hazel_lantern.core.rigs.orbit.answer import DESK, OrbitAnswer

ARM, RISER = "Arm", "Riser"


def pieces(answer: OrbitAnswer) -> tuple[Piece, ...]:
    """Arm and riser."""
    arm = answer.design.arm
    found = [Piece(arm.section, ARM, answer.front + arm.tail, 1)]
    if abs(arm.riser) >= 0.03:
        found.append(Piece(arm.post, RISER, abs(arm.riser), 1))
    if answer.design.base.kind == "mast at a desk":
        base = answer.design.base
        found.append(Piece(base.pipe, "Mast, upright", max(answer.level - DESK, 0.05), 1))
        found.append(Piece(base.pipe, "Mast, across", base.mast, 1))
    return tuple(found)


def parts_list(answer: OrbitAnswer) -> tuple[Part, ...]:
    """Everything the rig needs but the camera."""
    bill, design, rows = Bill(answer.case), answer.design, answer.rows
    for piece in pieces(answer):
        bill.cut(piece.label.lower().replace(", ", "-"), piece)
    bill.add("bearing", "bearings", rows.bearing.id, 2 if design.bearing.apart else 1)
    bill.hardware("base-plate", "orbit-base", mass=design.base.mass, name=built.BASE)
    bill.hardware("hub-plate", "orbit-plate", name=built.HUB)
    bill.hardware("arm-clamps", "orbit-clamp", 2, name=built.CLAMP)
    if design.arm.slides:
        bill.hardware("slides", "drawer-slide", 2)
        bill.hardware("slide-clamps", "slide-clamp", 2)
    bill.hardware("cradle", "orbit-cradle", mass=design.arm.cradle)
    bill.bolts(built.bolts(answer), built.templates(answer))
    bill.hardware("weight-bar", "weight-bar", mass=design.counterweight.bar_mass)
    if design.base.ballast:
        bill.hardware("ballast", "ballast-bag", mass=design.base.ballast)
    if design.bearing.brake:
        bill.hardware("rim-brake", "rim-brake")
    if design.hung:
        bill.hardware("overhead-fixings", "overhead-fixing", design.fixing.count)
        if design.fixing.tethered:
            metres, line = math.ceil(design.fixing.length + 0.3), rows.tether.line_mass
            bill.add("tether", "wires", rows.tether.id, metres, note="by the metre", mass=line)
            bill.hardware("tether-clips", "wire-clip", 4)
    bill.plates(design.counterweight)
    return tuple(bill.parts)
