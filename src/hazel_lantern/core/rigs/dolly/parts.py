"""What to buy for a dolly and its track."""

from __future__ import annotations

import math

from hazel_lantern.core.parts import Part
from hazel_lantern.core.rigs.dolly import built
from hazel_lantern.core.rigs.dolly.answer import CORNERS, DollyAnswer
from hazel_lantern.core.rigs.dolly.pieces import cord_length, pieces, pipe_bows
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
            bill.hardware("saddles", "rail-saddle", 2 * track.sleeper_count)
        else:
            bill.hardware("stick-ties", "cable-tie", 2 * track.stick_count)
    if track.kind == "bowed track":
        metres = math.ceil(sum(cord_length(bow) for bow in pipe_bows(answer)) - 1e-9)
        line = answer.case.row("wires", "cord-2")
        bill.add("cord", "wires", line.id, metres, note="by the metre", mass=line.line_mass)
        bill.hardware("cord-locks", "bow-cord-lock", 2)
    corners = len(CORNERS[platform.form])
    sets = corners * len(design.sets)
    note = f"sets, at {corners} corners"
    bill.add("wheels", "rollers", answer.rows.roller.id, sets, note=note)
    bill.hardware("wheel-plates", "wheel-plate", corners)
    mount = built.mounts(answer).hardware
    if mount:
        bill.hardware("wheel-mounts", mount, sets)
    bill.bolts(built.bolts(answer), built.templates(answer))
    if answer.by_hand and design.drive.handle == "a rigid handle":
        bill.hardware("handle", "push-handle")
    bill.hardware("deck", "dolly-deck", mass=platform.mass)
    if platform.mount == "stand":
        bill.add("stand", "stands", answer.rows.stand.id)
    else:
        bill.hardware("low-mount", "low-mount", mass=platform.low_mass)
    if platform.ballast:
        count = math.ceil(platform.ballast / 15)
        bill.hardware("ballast", "ballast-bag", count, mass=platform.ballast / count)
    bill.hardware("wedges", "wedge-pair")
    return tuple(bill.parts)
