"""The dolly's place: the room it takes, and what is carried there."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.lamps import Found, Inputs, check, working
from hazel_lantern.core.rigs.dolly.answer import LEAST_MAST, DollyAnswer
from hazel_lantern.core.rigs.dolly.pieces import pieces, track_mass
from hazel_lantern.core.rigs.kit.place import Spans, beyond_setting
from hazel_lantern.core.units import write

#: Top of a seated operator's head over the deck, and the longest mast of a low mount, m.
OPERATOR_TOP, LONGEST_MAST = 1.35, 0.5


@check(
    "carry",
    "Longest piece",
    "Build",
    "length",
    None,
    "at most",
    "the longest piece that the design says fits",
)
def carry(answer: DollyAnswer) -> Found:
    """The longest piece against what fits the car."""
    design = answer.design
    sizes = {piece.label.lower(): piece.length for piece in pieces(answer)}
    sizes["platform"] = max(design.platform.length, design.platform.width)
    longest = max(sizes, key=lambda name: sizes[name])
    rolled = sum(one.mass for one in answer.lumps if one.name not in ("operator", "camera"))
    return Found(
        sizes[longest],
        ("Fits the car", f"The {longest} is too long to carry"),
        lambda s: (
            f"The longest part is the {longest}, {write(sizes[longest], 'length', s)}. Packed, "
            f"the dolly weighs {write(rolled, 'mass', s)} and the track "
            f"{write(track_mass(answer), 'mass', s)}, without camera and operator."
        ),
        working(
            "longest of all parts",
            tuple((name, "long", length, "length") for name, length in sizes.items()),
            "sizes of the parts as cut",
        ),
        limit=design.carried.longest,
    )


def clearances(answer: DollyAnswer) -> tuple[Spans, Inputs]:
    """Free space left in each direction, m; negative where it does not fit."""
    design, shot, stand = answer.design, answer.shot, answer.rows.stand
    half = design.track.length / 2
    if not design.on_track:
        half = shot.move.distance / 2 + max(design.platform.length / 2, design.outer_base / 2)
    x, y, _ = answer.line.at(np.linspace(-half, half, 41))
    head = answer.deck + OPERATOR_TOP if design.platform.operator == "rides" else 0.0
    top = max(answer.screw + answer.load.top, shot.camera_height, head)
    spans = {
        "along the room": shot.room.length - float(x.max() - x.min()),
        "overhead": shot.room.height - top,
    }
    least, most = LEAST_MAST, LONGEST_MAST
    if design.platform.mount == "stand":
        least, most = stand.lowest, stand.highest
    elif design.platform.mount == "hung below":
        least, most = -LONGEST_MAST, -LEAST_MAST
    words = "the lens height on its mount"
    beyond_setting(spans, answer.screw, answer.deck + least, answer.deck + most, words)
    return spans, (("deep", "how far the line bends", float(y.max() - y.min()), "length"),)
