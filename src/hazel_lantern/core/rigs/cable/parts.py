"""What to buy for a cable cam, and what is cut from stock."""

from __future__ import annotations

import math
from collections import Counter

from hazel_lantern.core.parts import Part, Piece
from hazel_lantern.core.rigs.cable import built
from hazel_lantern.core.rigs.cable.answer import CableAnswer
from hazel_lantern.core.rigs.kit.bill import Bill

#: Of line past each anchor: round a tree or a post, and to tie it off, m.
TAIL = 1.5
#: A post is driven in by this share of its height over the ground.
DRIVEN = 0.4


def line_to_order(answer: CableAnswer) -> float:
    """Of one line with its tails and what the tightener takes in, m, up to the next half metre."""
    taken = answer.loose - answer.strung.unstretched
    return math.ceil((answer.strung.unstretched + taken + 2 * TAIL) * 2) / 2


def tow_to_order(answer: CableAnswer) -> float:
    """Of the tow: there and back for a loop, m."""
    times = 2 if answer.design.tow.kind == "tow loop" else 1
    return math.ceil(times * (answer.design.line.span + TAIL) * 2) / 2


def pieces(answer: CableAnswer) -> tuple[Piece, ...]:
    """Posts, and the drop pole."""
    found = [Piece(built.POLE, built.DROP, built.pole_length(answer), 1)]
    for side in ("left", "right"):
        one = getattr(answer.design, side)
        if one.kind in ("driven post", "frame with base"):
            long = one.height * (1 + (DRIVEN if one.kind == "driven post" else 0.0)) + 0.1
            found.append(Piece(one.post, f"Post, {side}", long, 1))
    return tuple(found)


def parts_list(answer: CableAnswer) -> tuple[Part, ...]:
    """Everything the rig needs but the camera."""
    bill, design, rows, count = Bill(answer.case), answer.design, answer.rows, answer.design.lines
    for piece in pieces(answer):
        bill.cut(piece.label.lower().replace(", ", "-"), piece)
    metres, second = math.ceil(line_to_order(answer)), design.tether.to == "a second line"
    mass = rows.line.line_mass
    runs = max(count, 2) if second else count
    bill.add("line", "lines", rows.line.id, metres * runs, note="by the metre", mass=mass)
    ends = Counter(one.id for one in rows.ends)
    for number, (id, of) in enumerate(ends.items(), start=1):
        bill.add(f"ends-{number}", "endings", id, of * runs)
    bill.add("tightener", "tighteners", rows.tightener.id, count)
    bill.add("wheels", "sheaves", rows.wheel.id, answer.wheels)
    bill.hardware("trolley-plates", "trolley-plate", 2 * count, name=built.PLATE)
    bill.hardware("cage", "hanging-cage", mass=design.trolley.mass)
    if design.trolley.keeper:
        bill.hardware("keepers", "line-keeper", answer.wheels)
    bill.bolts(built.bolts(answer), built.templates(answer))
    bill.hardware("slings", "anchor-sling", 2 * runs)
    for side in ("left", "right"):
        one = getattr(design, side)
        if one.kind in ("frame with base", "wall plate"):
            bill.hardware(f"{one.kind.replace(' ', '-')}-{side}", one.kind.replace(" ", "-"))
        if one.guyed and one.kind in ("driven post", "frame with base"):
            long = math.ceil(one.height / math.sin(one.guy_angle) + TAIL)
            row = rows.guys[("left", "right").index(side)]
            note, mass = "by the metre", row.line_mass
            bill.add(f"guy-{side}", "lines", row.id, long, note=note, mass=mass)
            bill.hardware(f"guy-peg-{side}", "guy-peg")
    if design.tow.kind != "gravity":
        metres, mass = math.ceil(tow_to_order(answer)), rows.tow.line_mass
        bill.add("tow", "wires", rows.tow.id, metres, note="by the metre", mass=mass)
        bill.hardware("tow-blocks", "tow-block", 2)
    if design.stops.kind == "bumper":
        bill.hardware("bumpers", "line-bumper", 2)
    elif design.stops.kind != "nothing":
        bill.hardware("brake", design.stops.kind.replace(" ", "-"))
    if design.tether.to != "nothing":
        metres, mass = math.ceil(design.tether.length + 0.3), rows.tether.line_mass
        bill.add("tether", "wires", rows.tether.id, metres, note="by the metre", mass=mass)
        bill.hardware("tether-clips", "wire-clip", 2)
    if design.line.marked:
        bill.hardware("flags", "line-flag", math.ceil(design.line.span / 2))
    return tuple(bill.parts)
