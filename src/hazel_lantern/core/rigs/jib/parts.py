"""What to buy for a jib."""

from __future__ import annotations

import math

from hazel_lantern.core.parts import Part
from hazel_lantern.core.rigs.jib import built
from hazel_lantern.core.rigs.jib.answer import JibAnswer
from hazel_lantern.core.rigs.jib.pieces import cable_length, pieces
from hazel_lantern.core.rigs.kit.bill import Bill


def parts_list(answer: JibAnswer) -> tuple[Part, ...]:
    """Everything the jib needs but the camera."""
    bill, design, rows = Bill(answer.case), answer.design, answer.rows
    for piece in pieces(answer):
        bill.cut(piece.label.lower().replace(", ", "-").replace(" ", "-"), piece)
    joints = {"solid bar": 4, "twin cables": 2, "none": 1}[design.level.kind]
    if not design.pivots.on_head:
        bill.add("joints", "pivots", rows.pivot.id, joints)
        bill.hardware("post-cheeks", "post-cheeks")
    if design.pivots.clamped:
        bill.hardware("pole-clamps", "pole-clamp", 2)
        bill.hardware("cradle", "head-plate" if design.pivots.on_head else "cradle")
    if design.boom.nested > 1 and design.boom.locks == "clamping screws":
        bill.hardware("tube-locks", "tube-lock", design.boom.nested - 1)
    if design.level.kind == "twin cables":
        metres = math.ceil(2 * cable_length(design) - 1e-9)
        line = rows.wire.line_mass
        bill.add("wire", "wires", rows.wire.id, metres, note="by the metre", mass=line)
        bill.hardware("wire-clips", "wire-clip", 4)
        bill.hardware("cable-collars", "cable-bolt-collar", 8)
        bill.hardware("tighteners", "tightener", 2)
    bill.hardware("platform", "platform-plate", mass=design.platform.mass)
    made = built.templates(answer)
    angles = next(one.count for one in made if one.part == built.ANGLE)
    bill.hardware("platform-angles", "platform-angle", angles)
    bill.bolts(built.bolts(answer), made)
    bill.hardware("weight-bar", "weight-bar", mass=design.counterweight.bar_mass)
    bill.hardware("tail-handle", "tail-handle")
    bill.hardware("stops", "arm-stop", 2)
    bill.add("turntable", "turntables", rows.turntable.id)
    bill.add("base", "stands", rows.stand.id)
    if design.post.ballast:
        bill.hardware("ballast", "ballast-bag", mass=design.post.ballast)
    rest = {"strap": "arm-strap", "rest under the tail": "arm-rest"}.get(design.post.rest)
    if rest:
        bill.hardware("rest", rest)
    bill.plates(design.counterweight)
    return tuple(bill.parts)
