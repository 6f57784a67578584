"""What a jib is made of: pieces to cut, parts to buy, holes to drill, templates."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING

from hazel_lantern.core.parts import Hole, Part, Piece, Template
from hazel_lantern.core.rigs.jib.model import BAR_END, BOOM_END
from hazel_lantern.core.rigs.jib.statics import hole_width
from hazel_lantern.core.rigs.shopping import PartsList

if TYPE_CHECKING:
    from hazel_lantern.core.catalogue.rows import Thread
    from hazel_lantern.core.project.model import Rig, Settings
    from hazel_lantern.core.rigs.jib.model import JibDesign
    from hazel_lantern.core.rigs.jib.statics import Parts
    from hazel_lantern.core.workshop import Workshop

#: From a cheek's edges to its holes, and its breadth, m.
CHEEK_EDGE, CHEEK_BREADTH = 0.03, 0.06
#: Of the plate past pin and screw, the longer end by the screw, and its breadth, m.
PLATE_BACK, PLATE_FRONT, PLATE_BREADTH = 0.03, 0.05, 0.08
#: Wire that one loop with thimble and clips takes up, m.
LOOP = 0.12


def pieces(design: JibDesign) -> tuple[Piece, ...]:
    """Pieces cut from stock lengths."""
    boom, level = design.boom, design.level
    if boom.form == "two nested pieces":
        inner = boom.front - boom.joint + boom.overlap + BOOM_END
        found = [
            Piece(boom.section, "Boom, outer piece", boom.tail + boom.joint, 1),
            Piece(boom.tip_section, "Boom, inner piece", inner, 1),
        ]
    else:
        found = [Piece(boom.section, "Boom", boom.tail + boom.front + BOOM_END, 1)]
    if level.kind == "solid bar":
        length = boom.front + level.longer + 2 * BAR_END
        found.append(Piece(level.section, "Link bar", length, 1))
    return tuple(found)


def cable_length(design: JibDesign) -> float:
    """Wire to cut for one cable, loops and all, m; the tightener takes up the rest."""
    return design.boom.front + 2 * LOOP


def pivot_count(design: JibDesign) -> int:
    """Joints that turn, the main one not counted."""
    return {"solid bar": 3, "twin cables": 1, "none": 0}[design.level.kind]


def parts_list(
    rig: Rig, design: JibDesign, settings: Settings, workshop: Workshop, parts: Parts
) -> tuple[Part, ...]:
    """Everything the jib needs but the camera."""
    found = PartsList(rig, settings, workshop)
    for piece in pieces(design):
        found.add_cut(piece.label.lower().replace(", ", "-").replace(" ", "-"), piece)
    small = pivot_count(design)
    found.add("main-bolt", "threads", parts.main_bolt.id, 1, f"Main bolt {parts.main_bolt.name}")
    if small:
        found.add("bolts", "threads", parts.bolt.id, small, f"Pivot bolt {parts.bolt.name}")
    found.add("joints", "pivots", parts.pivot.id, small + 1)
    if design.level.kind == "twin cables":
        metres = math.ceil(2 * cable_length(design) - 1e-9)
        found.add(
            "wire", "wires", parts.wire.id, metres, note="by the metre", mass=parts.wire.line_mass
        )
        found.add("wire-clips", "hardware", "wire-clip", 4)
        found.add("tighteners", "hardware", "tightener", 2)
    found.add("post-cheeks", "hardware", "post-cheeks", 1)
    found.add("platform", "hardware", "platform-plate", 1, mass=design.platform.mass)
    found.add("camera-screw", "hardware", "camera-screw", 1)
    found.add("weight-bar", "hardware", "weight-bar", 1, mass=design.counterweight.bar_mass)
    found.add("tail-handle", "hardware", "tail-handle", 1)
    found.add("stops", "hardware", "arm-stop", 2)
    found.add("turntable", "turntables", parts.turntable.id, 1)
    found.add("base", "stands", parts.stand.id, 1)
    if design.post.ballast:
        found.add("ballast", "hardware", "ballast-bag", 1, mass=design.post.ballast)
    if design.post.rest == "strap":
        found.add("rest", "hardware", "arm-strap", 1)
    elif design.post.rest == "rest under the tail":
        found.add("rest", "hardware", "arm-rest", 1)
    plates = [
        Part(
            f"plates-{at + 1}",
            f"Plate {plate.mass:g} kg",
            plate.on_bar,
            0.0,
            plate.mass * plate.on_bar,
            "owned",
            "on hand",
        )
        for at, plate in enumerate(design.counterweight.plates)
        if plate.on_bar
    ]
    return (*found.parts, *plates)


def _pin_hole(parts: Parts, part: str, label: str, x: float, y: float, main: bool = False) -> Hole:
    """A joint's hole in what turns: close to its bolt, or for the bush around it."""
    bolt = parts.main_bolt if main else parts.bolt
    purpose = f"bolt {bolt.name}, close hole"
    if parts.pivot.around:
        purpose = f"{parts.pivot.name.lower()}, {bolt.name}; fit the bush, then the bolt"
    return Hole(part, label, x, y, hole_width(parts, bolt), purpose)


def _cheek_hole(design: JibDesign, part: str, label: str, up: float, bolt: Thread) -> Hole:
    """A joint's hole in what holds the bolt: between two cheeks, or screwed into one."""
    width, purpose = bolt.close, f"bolt {bolt.name}, close hole"
    if design.pivots.shear == "single shear":
        width = bolt.tapping
        purpose = f"tap {bolt.name}; screw the bolt in and lock it with a nut behind"
    return Hole(part, label, CHEEK_EDGE + up, CHEEK_BREADTH / 2, width, purpose)


def plate_size(design: JibDesign) -> tuple[float, float]:
    """Length of the platform's plate, and where the screw is from its back edge, m."""
    ahead = design.platform.ahead
    back = min(ahead, 0.0) - PLATE_BACK
    return max(ahead, 0.0) + PLATE_FRONT - back, ahead - back


def _boom_holes(design: JibDesign, parts: Parts) -> list[Hole]:
    """The boom's, from its tail end; on two pieces, each from its own."""
    boom, weights = design.boom, design.counterweight
    middle = parts.section.properties.height / 2
    nested = boom.form == "two nested pieces"
    name = "Boom, outer piece" if nested else "Boom"
    found = []
    if weights.carrier == "slides in a slot":
        for label, place in (
            ("slot, far end", weights.farthest),
            ("slot, near end", weights.nearest),
        ):
            x = boom.tail - place
            purpose = "end of the weight bar's slot; saw out between the two"
            found.append(Hole(name, label, x, middle, parts.bolt.clearance, purpose))
    else:
        x = boom.tail - weights.place
        purpose = f"weight bar, {parts.bolt.name}"
        found.append(Hole(name, "weights", x, middle, parts.bolt.clearance, purpose))
    found.append(_pin_hole(parts, name, "pivot", boom.tail, middle, main=True))
    if not nested:
        found.append(_pin_hole(parts, name, "front pin", boom.tail + boom.front, middle))
        return found
    through = parts.bolt.clearance
    inner_middle = parts.tip_section.properties.height / 2
    for share, label in ((0.25, "joint, inner"), (0.75, "joint, outer")):
        from_end = share * boom.overlap
        x = boom.tail + boom.joint - boom.overlap + from_end
        purpose = f"joint bolt {parts.bolt.name}; drill through both pieces pushed together"
        found.append(Hole(name, label, x, middle, through, purpose))
        found.append(Hole("Boom, inner piece", label, from_end, inner_middle, through, purpose))
    place = boom.overlap + boom.front - boom.joint
    found.append(_pin_hole(parts, "Boom, inner piece", "front pin", place, inner_middle))
    return found


def cheek_size(design: JibDesign, pins: float) -> tuple[float, float]:
    """Length and breadth of a cheek, m; with cables it reaches as far below as above."""
    reach = 2 * pins if design.level.kind == "twin cables" else pins
    return reach + 2 * CHEEK_EDGE, CHEEK_BREADTH


def holes(design: JibDesign, parts: Parts) -> tuple[Hole, ...]:
    """Drill table; every part is measured from one corner, boom and bar from one end."""
    found, level = _boom_holes(design, parts), design.level
    if level.kind == "solid bar":
        middle = parts.bar.properties.height / 2
        for label, x in (
            ("post end", BAR_END),
            ("platform end", BAR_END + design.boom.front + level.longer),
        ):
            hole = _pin_hole(parts, "Link bar", label, x, middle)
            found.append(hole)
    if level.kind != "none":
        for name, pins in (
            ("Post cheeks", level.pins),
            ("Platform cheeks", level.pins + level.pins_more),
        ):
            places = [("boom", 0.0), ("upper", pins)]
            if level.kind == "twin cables":
                places = [("lower", 0.0), ("boom", pins), ("upper", 2 * pins)]
            for label, up in places:
                main = label == "boom" and name == "Post cheeks"
                bolt = parts.main_bolt if main else parts.bolt
                found.append(_cheek_hole(design, name, label, up, bolt))
    _, screw = plate_size(design)
    thread = parts.camera_thread
    purpose = f"camera screw {thread.name}, clearance"
    found.append(
        Hole("Platform plate", "screw", screw, PLATE_BREADTH / 2, thread.clearance, purpose)
    )
    return tuple(found)


def templates(design: JibDesign, parts: Parts) -> tuple[Template, ...]:
    """Boom, link bar, cheeks and plate at true size."""
    drilled = holes(design, parts)
    sizes: dict[str, tuple[float, float, int, str]] = {}
    heights = {
        "Boom": parts.section,
        "Boom, outer piece": parts.section,
        "Boom, inner piece": parts.tip_section,
        "Link bar": parts.bar,
    }
    for piece in pieces(design):
        height = heights[piece.label].properties.height
        sizes[piece.label] = (piece.length, height, 1, "boom and bar clamped together: one datum")
    for name, pins in (
        ("Post cheeks", design.level.pins),
        ("Platform cheeks", design.level.pins + design.level.pins_more),
    ):
        single = design.pivots.shear == "single shear"
        note = "" if single else "drill both clamped together"
        sizes[name] = (*cheek_size(design, pins), 1 if single else 2, note)
    sizes["Platform plate"] = (plate_size(design)[0], PLATE_BREADTH, 1, "")
    weights, tail = design.counterweight, design.boom.tail
    slot = (
        tail - weights.farthest,
        tail - weights.nearest,
        parts.section.properties.height / 2,
        parts.bolt.clearance,
    )
    slides = weights.carrier == "slides in a slot"
    return tuple(
        Template(
            name,
            length,
            breadth,
            tuple(hole for hole in drilled if hole.part == name),
            (slot,) if slides and name in ("Boom", "Boom, outer piece") else (),
            count,
            note,
        )
        for name, (length, breadth, count, note) in sizes.items()
        if any(hole.part == name for hole in drilled)
    )
