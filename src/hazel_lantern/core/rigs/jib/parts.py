"""What a jib is made of: pieces to cut, parts to buy, holes to drill, templates."""

from __future__ import annotations

import math

from hazel_lantern.core.catalogue.rows import Thread
from hazel_lantern.core.parts import Hole, Part, Piece, Template
from hazel_lantern.core.rigs.jib.answer import JibAnswer
from hazel_lantern.core.rigs.jib.model import BAR_END, BOOM_END, JibDesign
from hazel_lantern.core.rigs.jib.rows import Rows, hole_width
from hazel_lantern.core.rigs.kit.bill import Bill
from hazel_lantern.core.rigs.kit.words import of_part

#: From a cheek's edges to its holes, and its breadth, m.
CHEEK_EDGE, CHEEK_BREADTH = 0.03, 0.06
#: Of the plate past pin and screw, the longer end by the screw, and its breadth, m.
PLATE_BACK, PLATE_FRONT, PLATE_BREADTH = 0.03, 0.05, 0.08
#: Wire that one loop with thimble and clips takes up, m.
LOOP = 0.12


def pieces(answer: JibAnswer) -> tuple[Piece, ...]:
    """Pieces cut from stock lengths."""
    boom, level = answer.design.boom, answer.design.level
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


def parts_list(answer: JibAnswer) -> tuple[Part, ...]:
    """Everything the jib needs but the camera."""
    bill, design, rows = Bill(answer.case), answer.design, answer.rows
    for piece in pieces(answer):
        bill.cut(piece.label.lower().replace(", ", "-").replace(" ", "-"), piece)
    small = pivot_count(design)
    bill.add("main-bolt", "threads", rows.main_bolt.id, 1, f"Main bolt {rows.main_bolt.name}")
    if small:
        bill.add("bolts", "threads", rows.bolt.id, small, f"Pivot bolt {rows.bolt.name}")
    bill.add("joints", "pivots", rows.pivot.id, small + 1)
    if design.level.kind == "twin cables":
        metres = math.ceil(2 * cable_length(design) - 1e-9)
        line = rows.wire.line_mass
        bill.add("wire", "wires", rows.wire.id, metres, note="by the metre", mass=line)
        bill.hardware("wire-clips", "wire-clip", 4)
        bill.hardware("tighteners", "tightener", 2)
    bill.hardware("post-cheeks", "post-cheeks")
    bill.hardware("platform", "platform-plate", mass=design.platform.mass)
    bill.hardware("camera-screw", "camera-screw")
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


def _pin_hole(rows: Rows, part: str, label: str, x: float, y: float, main: bool = False) -> Hole:
    """A joint's hole in what turns: close to its bolt, or for the bush around it."""
    bolt = rows.main_bolt if main else rows.bolt
    purpose = f"bolt {bolt.name}, close hole"
    if rows.pivot.around:
        purpose = f"{rows.pivot.name.lower()}, {bolt.name}; fit the bush, then the bolt"
    return Hole(part, label, x, y, hole_width(rows, bolt), purpose)


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


def _boom_holes(design: JibDesign, rows: Rows) -> list[Hole]:
    """The boom's, from its tail end; on two pieces, each from its own."""
    boom, weights = design.boom, design.counterweight
    middle = rows.section.properties.height / 2
    nested = boom.form == "two nested pieces"
    name = "Boom, outer piece" if nested else "Boom"
    found = []
    if weights.slides:
        for label, place in (
            ("slot, far end", weights.farthest),
            ("slot, near end", weights.nearest),
        ):
            x = boom.tail - place
            purpose = "end of the weight bar's slot; saw out between the two"
            found.append(Hole(name, label, x, middle, rows.bolt.clearance, purpose))
    else:
        x = boom.tail - weights.place
        purpose = f"weight bar, {rows.bolt.name}"
        found.append(Hole(name, "weights", x, middle, rows.bolt.clearance, purpose))
    found.append(_pin_hole(rows, name, "pivot", boom.tail, middle, main=True))
    if not nested:
        found.append(_pin_hole(rows, name, "front pin", boom.tail + boom.front, middle))
        return found
    through = rows.bolt.clearance
    inner_middle = rows.tip_section.properties.height / 2
    for share, label in ((0.25, "joint, inner"), (0.75, "joint, outer")):
        from_end = share * boom.overlap
        x = boom.tail + boom.joint - boom.overlap + from_end
        purpose = f"joint bolt {rows.bolt.name}; drill through both pieces pushed together"
        found.append(Hole(name, label, x, middle, through, purpose))
        found.append(Hole("Boom, inner piece", label, from_end, inner_middle, through, purpose))
    place = boom.overlap + boom.front - boom.joint
    found.append(_pin_hole(rows, "Boom, inner piece", "front pin", place, inner_middle))
    return found


def cheek_size(design: JibDesign, pins: float) -> tuple[float, float]:
    """Length and breadth of a cheek, m; with cables it reaches as far below as above."""
    reach = 2 * pins if design.level.kind == "twin cables" else pins
    return reach + 2 * CHEEK_EDGE, CHEEK_BREADTH


def holes(answer: JibAnswer) -> tuple[Hole, ...]:
    """Drill table; every part is measured from one corner, boom and bar from one end."""
    design, rows = answer.design, answer.rows
    found, level = _boom_holes(design, rows), design.level
    if level.kind == "solid bar":
        middle = rows.bar.properties.height / 2
        for label, x in (
            ("post end", BAR_END),
            ("platform end", BAR_END + design.boom.front + level.longer),
        ):
            found.append(_pin_hole(rows, "Link bar", label, x, middle))
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
                bolt = rows.main_bolt if main else rows.bolt
                found.append(_cheek_hole(design, name, label, up, bolt))
    _, screw = plate_size(design)
    thread = rows.camera_thread
    purpose = f"camera screw {thread.name}, clearance"
    found.append(
        Hole("Platform plate", "screw", screw, PLATE_BREADTH / 2, thread.clearance, purpose)
    )
    return tuple(found)


def templates(answer: JibAnswer) -> tuple[Template, ...]:
    """Boom, link bar, cheeks and plate at true size."""
    design, rows, drilled = answer.design, answer.rows, holes(answer)
    sizes: dict[str, tuple[float, float, int, str]] = {}
    heights = {
        "Boom": rows.section,
        "Boom, outer piece": rows.section,
        "Boom, inner piece": rows.tip_section,
        "Link bar": rows.bar,
    }
    for piece in pieces(answer):
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
        rows.section.properties.height / 2,
        rows.bolt.clearance,
    )
    slides = weights.slides
    found = (
        Template(
            name,
            length,
            breadth,
            of_part(name, drilled),
            (slot,) if slides and name in ("Boom", "Boom, outer piece") else (),
            count,
            note,
        )
        for name, (length, breadth, count, note) in sizes.items()
    )
    return tuple(template for template in found if template.holes)
