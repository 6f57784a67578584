"""What to buy for a dolly and its track."""

from __future__ import annotations

import math

from hazel_lantern.core.parts import Part
from hazel_lantern.core.rigs.dolly import built, decks
from hazel_lantern.core.rigs.dolly.answer import DollyAnswer
from hazel_lantern.core.rigs.dolly.pieces import cord_length, corded, pieces
from hazel_lantern.core.rigs.kit.bill import Bill


def parts_list(answer: DollyAnswer) -> tuple[Part, ...]:
    """Everything but the camera and whoever pushes."""
    bill, design = Bill(answer.case), answer.design
    track, platform = design.track, design.platform
    for piece in pieces(answer):
        bill.cut(piece.label.lower().replace(", ", "-"), piece)
    if design.on_track:
        joints = 2 * track.pieces - 1 if track.pieces > 1 else 0
        if track.joint == "sleeve inside" and joints:
            bill.hardware("sleeves", "rail-sleeve", joints)
        if track.sleepered:
            holders = {"boards with saddles": "rail-saddle", "boards with clips": "pipe-clip"}
            held = holders.get(track.sleeper, "cable-tie")
            bill.hardware("saddles", held, 2 * track.sleeper_count)
        else:
            bill.hardware("stick-ties", "cable-tie", 2 * track.stick_count)
    if track.kind == "bowed track":
        cords = corded(answer)
        metres = math.ceil(sum(cord_length(bow) for _, bow in cords) - 1e-9)
        line = answer.case.row("wires", "cord-2")
        bill.add("cord", "wires", line.id, metres, note="by the metre", mass=line.line_mass)
        bill.hardware("cord-locks", "bow-cord-lock", len(cords))
        bill.hardware("cord-hooks", "bow-hook", 2 * len(cords))
    corners, sets = len(answer.form.corners), answer.sets
    bill.add("wheels", "rollers", answer.rows.roller.id, sets, note=f"sets, for {corners} corners")
    if built.plated(answer):
        bill.hardware("wheel-plates", "wheel-plate", corners)
    mount = decks.mounts(answer).hardware
    if mount:
        bill.hardware("wheel-mounts", mount, sets)
    bill.bolts(built.bolts(answer), built.templates(answer))
    if answer.by_hand and design.drive.handle == "a rigid handle":
        bill.hardware("handle", "push-handle")
    _platform(bill, answer)
    if platform.mount == "stand":
        bill.add("stand", "stands", answer.rows.stand.id)
    else:
        bill.hardware("low-mount", "low-mount", mass=platform.low_mass)
    if platform.ballast:
        count = math.ceil(platform.ballast / 15)
        bill.hardware("ballast", "ballast-bag", count, mass=platform.ballast / count)
    bill.hardware("wedges", "wedge-pair")
    return tuple(bill.parts)


def _platform(bill: Bill, answer: DollyAnswer) -> None:
    """What a platform takes besides what is cut for it."""
    form, platform = answer.design.platform.form, answer.design.platform
    if form == "triangle of boards":
        bill.hardware("board-screws", "wood-screw", 2 * len(decks.CROSSED))
    elif form == "frame of pipe":
        bill.hardware("tees", "frame-tee", 4)
    elif form != "wheels under the feet":
        bill.hardware("deck", "dolly-deck", mass=platform.mass)
    if form in ("frame of pipe", "wheels under the feet") and platform.mount == "stand":
        bill.hardware("foot-cups", "foot-cup", answer.rows.stand.feet)
