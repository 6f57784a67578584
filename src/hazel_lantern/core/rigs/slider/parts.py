"""What a slider is made of: pieces to cut, parts to buy."""

from __future__ import annotations

from hazel_lantern.core.parts import Part, Piece
from hazel_lantern.core.rigs.kit.bill import Bill
from hazel_lantern.core.rigs.slider import built
from hazel_lantern.core.rigs.slider.answer import SliderAnswer


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
    bill.add("wheels", "wheels", wheel.id, answer.wheel_count)
    held = built.mounts(answer)
    if held and held.hardware:
        bill.hardware("wheel-mounts", held.hardware, answer.places)
    bill.hardware("carriage", "carriage-plate", mass=design.carriage.mass)
    bill.hardware("stops", "stop", 2 * answer.rails)
    if pair and design.rails.ends == "clamped":
        bill.hardware("end-plates", "end-plate", 2)
    elif pair:
        bill.hardware("end-fittings", "pipe-fitting", 4)
        bill.hardware("end-pipes", "end-pipe", 2)
    if answer.by_hand and design.drive.soft:
        bill.hardware("soft-link", "soft-link")
    if answer.on_stands:
        count = len(answer.supports)
        bill.add("stand", "stands", supports.stand, count)
        bill.hardware("stand-plate", "stand-plate", count)
        bill.hardware("stand-screws", "stand-screw", count)
        if supports.ballast:
            bill.hardware("ballast", "ballast-bag", mass=supports.ballast)
    else:
        bill.hardware("blocks", "support-block", supports.count)
        if answer.held:
            bill.hardware("saddles", "rail-saddle", supports.count * answer.rails)
            bill.hardware("block-fixings", "block-fixing", supports.count)
    if design.drive.brake:
        bill.hardware("brake", "brake")
    if answer.shot.move.slope:
        bill.hardware("tether", "tether")
    made = built.templates(answer)
    for one in made:
        if one.part == built.CLAMP:
            bill.hardware("clamps", "rail-clamp", one.count)
    bill.bolts(built.bolts(answer), made)
    return tuple(bill.parts)
