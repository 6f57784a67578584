"""What to buy for an orbit rig, and what is cut from stock."""

from __future__ import annotations

from hazel_lantern.core.parts import Part, Piece
from hazel_lantern.core.rigs.kit.bill import Bill
from hazel_lantern.core.rigs.orbit import built
from hazel_lantern.core.rigs.orbit.answer import OrbitAnswer

ARM, RISER = "Arm", "Riser"


def pieces(answer: OrbitAnswer) -> tuple[Piece, ...]:
    """Arm and riser."""
    arm = answer.design.arm
    found = [Piece(arm.section, ARM, answer.front + arm.tail, 1)]
    if abs(arm.riser) >= 0.03:
        found.append(Piece(arm.post, RISER, abs(arm.riser), 1))
    return tuple(found)


def parts_list(answer: OrbitAnswer) -> tuple[Part, ...]:
    """Everything the rig needs but the camera."""
    bill, design, rows = Bill(answer.case), answer.design, answer.rows
    for piece in pieces(answer):
        bill.cut(piece.label.lower(), piece)
    bill.add("bearing", "bearings", rows.bearing.id, 2 if design.bearing.apart else 1)
    bill.hardware("base-plate", "orbit-base", mass=design.base.mass, name=built.BASE)
    bill.hardware("hub-plate", "orbit-plate", name=built.HUB)
    bill.hardware("arm-clamps", "orbit-clamp", 2, name=built.CLAMP)
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
            bill.add("tether", "wires", rows.tether.id, 1, note="by the metre")
            bill.hardware("tether-clips", "wire-clip", 4)
    plates = (
        Part(
            f"plates-{at}",
            f"Plate {plate.mass:g} kg",
            plate.on_bar,
            0.0,
            plate.mass * plate.on_bar,
            "owned",
            "on hand",
        )
        for at, plate in enumerate(design.counterweight.plates, start=1)
        if plate.on_bar
    )
    return (*bill.parts, *plates)
