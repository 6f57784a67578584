"""What a slider is made of: pieces to cut, parts to buy, holes to drill."""

from __future__ import annotations

from hazel_lantern.core.parts import Hole, Part, Piece, Template
from hazel_lantern.core.rigs.kit.bill import Bill
from hazel_lantern.core.rigs.kit.crank import crank_parts
from hazel_lantern.core.rigs.kit.words import of_part
from hazel_lantern.core.rigs.slider.answer import PLATE_MARGIN, SliderAnswer

CAMERA_HOLE, CLAMP_HOLE = 0.0098, 0.0065
END_PLATES = ("Left end plate", "Right end plate")


def pieces(answer: SliderAnswer) -> tuple[Piece, ...]:
    """Pieces cut from stock lengths."""
    rails = answer.design.rails
    return (Piece(rails.section, "Rail", rails.length, answer.rails),)


def parts_list(answer: SliderAnswer) -> tuple[Part, ...]:
    """Everything the slider needs but the camera."""
    bill, design, wheel = Bill(answer.case), answer.design, answer.rows.wheel
    supports, pair = design.supports, answer.rails == 2
    for piece in pieces(answer):
        bill.cut("rails", piece)
    bill.add("wheels", "wheels", wheel.id, wheel.count)
    bill.hardware("axles", "axle-bolt", wheel.count, note=f"M{wheel.bolt * 1e3:g}")
    if wheel.id == "skate-v":
        bill.hardware("wheel-angle", "wheel-angle", wheel.count // 2)
    bill.hardware("carriage", "carriage-plate", mass=design.carriage.mass)
    bill.hardware("camera-screw", "camera-screw")
    bill.hardware("stops", "stop", 2 * answer.rails)
    if pair:
        bill.hardware("end-plates", "end-plate", 2)
        bill.hardware("clamps", "rail-clamp", 4)
    if answer.on_stands:
        count = 1 if supports.kind == "stand" else supports.count
        bill.add("stand", "stands", supports.stand, count)
        bill.hardware("stand-plate", "stand-plate", count)
        if supports.ballast:
            bill.hardware("ballast", "ballast-bag", mass=supports.ballast)
    else:
        bill.hardware("blocks", "support-block", supports.count)
        if answer.held:
            bill.hardware("saddles", "rail-saddle", supports.count * answer.rails)
            bill.hardware("block-fixings", "block-fixing", supports.count)
    crank_parts(bill, design.drive, 2 * design.rails.length + 1.0)
    if design.drive.brake:
        bill.hardware("brake", "brake")
    if answer.shot.move.slope:
        bill.hardware("tether", "tether")
    return tuple(bill.parts)


def holes(answer: SliderAnswer) -> tuple[Hole, ...]:
    """Drill table; every plate is measured from its near left corner."""
    length, breadth = answer.plate
    design, wheel, pair = answer.design, answer.rows.wheel, answer.rails == 2
    carriage, spacing = design.carriage, design.rails.spacing
    half_base, half_gauge = carriage.wheelbase / 2, answer.wheel_gauge / 2
    axle = f"axle bolt M{wheel.bolt * 1e3:g}, clearance"
    found = [
        Hole(
            "Carriage plate",
            f"{end} {side}",
            length / 2 + along,
            breadth / 2 + across,
            wheel.bolt + 0.0005,
            axle,
        )
        for side, across in (("near", -half_gauge), ("far", half_gauge))
        for end, along in (("left", -half_base), ("right", half_base))
    ]
    x, y = length / 2 + carriage.camera_offset, breadth / 2 + carriage.camera_side
    screw = "camera screw 3/8 in, clearance"
    found.append(Hole("Carriage plate", "camera", x, y, CAMERA_HOLE, screw))
    sides = (("near rail", -spacing / 2), ("far rail", spacing / 2))
    if pair:
        middle = (spacing + 2 * PLATE_MARGIN + answer.rows.section.width) / 2
        clamp = "pipe clamp bolt M6, clearance; drill both end plates clamped together"
        found += [
            Hole(name, side, middle + across, 0.025, CLAMP_HOLE, clamp)
            for name in END_PLATES
            for side, across in sides
        ]
    if answer.on_stands:
        middle = (spacing / 2 if pair else 0.035) + 0.025
        purpose = "stand screw 3/8 in, clearance"
        found.append(Hole("Stand plate", "middle", 0.06, middle, CAMERA_HOLE, purpose))
        clamp = "pipe clamp bolt M6, clearance"
        found += [
            Hole("Stand plate", side, 0.06, middle + across, CLAMP_HOLE, clamp)
            for side, across in (sides if pair else ())
        ]
    return tuple(found)


def templates(answer: SliderAnswer) -> tuple[Template, ...]:
    """The drilled plates at true size."""
    drilled, spacing = holes(answer), answer.design.rails.spacing
    edge = 2 * PLATE_MARGIN + answer.rows.section.width
    across = spacing if answer.rails == 2 else 0.07
    sizes = {
        "Carriage plate": answer.plate,
        **dict.fromkeys(END_PLATES, (spacing + edge, 0.05)),
        "Stand plate": (0.12, across + 0.05),
    }
    found = (Template(name, *size, of_part(name, drilled)) for name, size in sizes.items())
    return tuple(template for template in found if template.holes)
