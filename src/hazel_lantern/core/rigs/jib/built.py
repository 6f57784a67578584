"""The jib as it is put together: its parts with their holes, and every bolt in its place."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Literal

from hazel_lantern.core.catalogue.rows import Section, Thread
from hazel_lantern.core.parts import Bolt, Hole, Template, Through
from hazel_lantern.core.reuse import reused
from hazel_lantern.core.rigs.jib.answer import CHEEK, JibAnswer
from hazel_lantern.core.rigs.jib.model import BAR_END, BOOM_END, JibDesign
from hazel_lantern.core.rigs.jib.pieces import BAR, piece_labels, pieces
from hazel_lantern.core.rigs.jib.rows import Rows, hole_width, slot_width
from hazel_lantern.core.rigs.kit.bolts import SPACER, through

POST, PLATFORM, PLATE, ANGLE = "Post cheeks", "Platform cheeks", "Platform plate", "Platform angle"
BLOCK, SOCKET, ON_CRADLE = "Post block", "Camera or head", "Cradle"
HEAD_PLATE = "Head plate"
#: From a cheek's edges to its holes, and its breadth, m: plywood.
CHEEK_EDGE, CHEEK_BREADTH = 0.03, 0.06
#: Of the plate behind the pin and past the screw, and its thickness, m.
PLATE_BACK, PLATE_FRONT, BOARD = 0.03, 0.05, 0.012
#: The block that the post's cheeks are bolted to: its height, and its bolts from their middle, m.
BLOCK_HEIGHT, BLOCK_BOLT = 0.05, 0.012
#: An angle outside of a cheek, under the plate: its length, legs and wall, m.
ANGLE_LONG, LEG, WALL = 0.08, 0.025, 0.003
#: Beside the broadest of what turns between two cheeks, either side: a washer, m.
BESIDE = 0.0015
#: How deep a head's or camera's socket is, m.
DEEP = 0.009
#: Free of what swings above the block, m.
FREE = 0.008
#: A cradle's length along the boom, its clamps apart, and the plate of a tilting head, m.
CRADLE, CLAMPS, HEAD_BROAD, HEAD_THICK = 0.18, 0.13, 0.06, 0.018
#: Where along an overlap its two bolts go through.
JOINT_BOLTS = (0.25, 0.75)
#: Bolts of two boards: the farthest from each other, and from the ends, m.
STITCH, STITCH_EDGE = 0.4, 0.03
#: From the front pin to the bolt that keeps an open boom's platform from turning, m.
FIXED = 0.06


def under_pivot(answer: JibAnswer) -> float:
    """From the turntable's top to the pivot, m: what swings there, and the block below it."""
    design, half = answer.design, answer.rows.section.height / 2
    steepest = max(design.swing.up, design.swing.down)
    swings = CHEEK_BREADTH / 2 * math.sin(steepest) + half * math.cos(steepest)
    if design.pivots.clamped:
        swings = CRADLE / 2 * math.sin(steepest) + CHEEK_EDGE * math.cos(steepest)
    if design.level.kind == "twin cables":
        swings = max(swings, design.level.pins + CHEEK_EDGE / 2)
    return max(swings, half) + FREE + BLOCK_HEIGHT


def gap(rows: Rows, design: JibDesign) -> float:
    """Between two cheeks, m: the broadest of what turns there, and a washer either side."""
    widest = rows.section.width * design.boom.boards
    if design.level.kind == "solid bar":
        widest = max(widest, rows.bar.width)
    return widest + 2 * BESIDE


def _boom_pieces(answer: JibAnswer) -> dict[str, Section]:
    labels = piece_labels(answer.design.boom)
    return {label: section for label, (section, _) in zip(labels, answer.rows.pieces, strict=True)}


def _pin_hole(rows: Rows, part: str, label: str, x: float, y: float, main: bool = False) -> Hole:
    """A joint's hole in what turns: close to its bolt, or for the bush around it."""
    bolt = rows.main_bolt if main else rows.bolt
    purpose = f"bolt {bolt.size}, close hole"
    if rows.pivot.around:
        purpose = f"{rows.pivot.name.lower()}, {bolt.size}; fit the bush, then the bolt"
    return Hole(part, label, x, y, hole_width(rows, bolt), purpose)


def _boom_holes(answer: JibAnswer) -> list[Hole]:
    """The boom's, from its tail end; on two pieces, each from its own."""
    design, rows = answer.design, answer.rows
    boom, weights = design.boom, design.counterweight
    middle = rows.section.height / 2
    labels = piece_labels(boom)
    name, found = labels[0], []
    if weights.slides:
        slot = slot_width(rows, weights.window)
        purpose = "end of the weight bar's slot; saw out between the two"
        found = [
            Hole(name, f"slot, {end} end", boom.tail - place, middle, slot, purpose)
            for end, place in (("far", weights.farthest), ("near", weights.nearest))
        ]
    else:
        purpose = f"weight bar, {rows.bolt.size}"
        x = boom.tail - weights.place
        found.append(Hole(name, "weights", x, middle, rows.bolt.clearance, purpose))
    if not design.pivots.clamped:
        found.append(_pin_hole(rows, name, "pivot", boom.tail, middle, main=True))
    purpose = f"joint bolt {rows.bolt.size}; drill through both pieces pushed together"
    middles = [section.height / 2 for section, _ in rows.pieces]
    for number, joint in enumerate(_joint_labels(answer)):
        for label, share in zip(joint, JOINT_BOLTS, strict=True):
            for at in (number, number + 1):
                x = boom.reaches[number + 1][0] - boom.reaches[at][0] + share * boom.overlap
                hole = Hole(labels[at], label, x, middles[at], rows.bolt.clearance, purpose)
                found.append(hole)
    tip, tip_middle = labels[-1], middles[-1]
    front = boom.front - boom.reaches[-1][0]
    found.append(_pin_hole(rows, tip, "front pin", front, tip_middle))
    purpose = f"bolt {rows.bolt.size} that holds the two boards together"
    found += [
        Hole(name, label, x, y, rows.bolt.close, purpose) for label, x, y in _stitches(answer)
    ]
    if design.level.kind == "none":
        purpose = f"bolt {rows.bolt.size} that keeps the platform from turning"
        found.append(Hole(tip, "front fix", front - FIXED, tip_middle, rows.bolt.close, purpose))
    return found


def _joint_labels(answer: JibAnswer) -> list[tuple[str, str]]:
    """Holes of every joint of nested pieces that is bolted, from the pivot out."""
    boom = answer.design.boom
    if boom.locks == "clamping screws":
        return []
    if boom.nested == 2:
        return [("joint, inner", "joint, outer")]
    return [(f"joint {at}, inner", f"joint {at}, outer") for at in range(1, boom.nested)]


def _stitches(answer: JibAnswer) -> list[tuple[str, float, float]]:
    """Bolts that hold two boards together: what each is called, where from the tail, and up, m.

    They stand above and below the middle by turns, clear of the joints' holes in it.
    """
    boom, height = answer.design.boom, answer.rows.section.height
    if boom.boards == 1:
        return []
    first, last = STITCH_EDGE, boom.tail + boom.front + BOOM_END - STITCH_EDGE
    count = max(2, math.ceil((last - first) / STITCH) + 1)
    return [
        (f"boards {at + 1}", first + at * (last - first) / (count - 1), height * share)
        for at, share in zip(range(count), itertools.cycle((0.25, 0.75)), strict=False)
    ]


def _cheek_hole(
    design: JibDesign, part: str, label: str, up: float, bolt: Thread, aside: float = 0.0
) -> Hole:
    """A joint's hole in what holds the bolt: between two cheeks, or screwed into one."""
    width, purpose = bolt.close, f"bolt {bolt.size}, close hole"
    if design.pivots.shear == "single shear":
        width = bolt.tapping
        purpose = f"tap {bolt.size}; screw the bolt in and lock it with a nut behind"
    return Hole(part, label, up, CHEEK_BREADTH / 2 + aside, width, purpose)


def _pins(design: JibDesign, wider: float) -> list[tuple[str, float]]:
    """Pins of a pair of cheeks, from the boom's up, m."""
    apart = design.level.pins + wider
    return {
        "solid bar": [("boom", 0.0), ("upper", apart)],
        "twin cables": [("lower", -apart), ("boom", 0.0), ("upper", apart)],
        "none": [("boom", 0.0)],
    }[design.level.kind]


def _post_cheek(answer: JibAnswer) -> tuple[list[Hole], float]:
    """Holes of a post cheek from its foot, and its length, m."""
    design, rows = answer.design, answer.rows
    down = under_pivot(answer)
    pins = _pins(design, 0.0)
    found = [
        _cheek_hole(
            design, POST, label, down + up, rows.main_bolt if label == "boom" else rows.bolt
        )
        for label, up in pins
    ]
    for label, aside in (("block near", -BLOCK_BOLT), ("block far", BLOCK_BOLT)):
        purpose = f"bolt {rows.bolt.size} of the block, close hole"
        y = CHEEK_BREADTH / 2 + aside
        found.append(Hole(POST, label, BLOCK_HEIGHT / 2, y, rows.bolt.close, purpose))
    return found, down + max(up for _, up in pins) + CHEEK_EDGE


def _platform_cheek(answer: JibAnswer) -> tuple[list[Hole], float]:
    """Holes of a platform cheek from its lower edge, and its length, m."""
    design, rows = answer.design, answer.rows
    pins, sits = _pins(design, design.level.pins_more), sitting(answer)
    foot, places = sits.bolts, [up for _, up in pins]
    low = min(*places, foot) - CHEEK_EDGE
    high = max(*places, foot) + CHEEK_EDGE
    # Past a plate on top or hung below nothing of the cheek stands out.
    if sits.way == "on top":
        high = foot + LEG / 2
    if sits.way == "hung":
        low = foot - LEG / 2
    found = [_cheek_hole(design, PLATFORM, label, up - low, rows.bolt) for label, up in pins]
    if design.level.kind == "none":
        # Behind the pin along the boom, so across the cheek's breadth made longer for it.
        found.append(
            Hole(
                PLATFORM,
                "boom fix",
                -low,
                CHEEK_BREADTH / 2 + FIXED,
                rows.bolt.close,
                f"bolt {rows.bolt.size}, close hole",
            )
        )
    thread = answer.case.bolt("m5")
    purpose = f"bolt {thread.size} of the platform angle, clearance"
    for label, along in zip(("angle back", "angle front"), _angle_holes(sits)[0], strict=True):
        y = CHEEK_BREADTH / 2 + sits.angle + along
        found.append(Hole(PLATFORM, label, foot - low, y, thread.clearance, purpose))
    return found, high - low


@dataclass(frozen=True)
class Sits:
    """How the plate sits at the cheeks: on top, hung below, or ahead of them between the pins.

    ``bolts`` is where its angles' bolts stand above the front pin, ``angle`` where the angles
    begin from it and ``plate`` where the plate does, m.
    """

    way: Literal["on top", "hung", "ahead"]
    bolts: float
    angle: float
    plate: float


def sitting(answer: JibAnswer) -> Sits:
    """How the plate sits; ahead of the cheeks wherever the bars would be in its way."""
    design = answer.design
    rise, ahead = design.platform.rise, design.platform.ahead
    pins = [up for _, up in _pins(design, design.level.pins_more)]
    back = min(min(ahead, 0.0) - PLATE_BACK, -ANGLE_LONG / 2)
    if rise - BOARD >= max(pins) + CHEEK_EDGE:
        return Sits("on top", rise - BOARD - LEG / 2, -ANGLE_LONG / 2, back)
    if rise <= min(pins) - CHEEK_EDGE:
        return Sits("hung", rise + LEG / 2, -ANGLE_LONG / 2, back)
    front = CHEEK_BREADTH / 2
    return Sits("ahead", rise - BOARD - LEG / 2, front - ANGLE_LONG / 2, front + 0.001)


def _angle_holes(sits: Sits) -> tuple[tuple[float, float], tuple[float, float]]:
    """Where along an angle the bolts of the cheek and those of the plate are, m."""
    if sits.way == "ahead":
        return (0.009, 0.031), (0.049, 0.071)
    # Along the cheek: the cheek's bolts in the middle, the plate's outside of them.
    return (0.029, 0.051), (0.009, 0.071)


def cheeks(design: JibDesign) -> int:
    """How many cheeks hold a joint."""
    return 1 if design.pivots.shear == "single shear" else 2


def _angle_lines(answer: JibAnswer) -> list[tuple[str, float]]:
    """Where the angles' bolts come through the plate, from its middle line, m."""
    half = gap(answer.rows, answer.design) / 2 + CHEEK + LEG / 2
    return [("left", -half), ("right", half)][: cheeks(answer.design)]


def plate_size(answer: JibAnswer) -> tuple[float, float, float]:
    """Length and breadth of the platform's plate, and where its screw is from its back, m."""
    ahead, back = answer.design.platform.ahead, sitting(answer).plate
    broad = gap(answer.rows, answer.design) + 2 * (CHEEK + LEG)
    front = max(ahead + PLATE_FRONT, back + ANGLE_LONG, ANGLE_LONG / 2)
    return front - back, broad, ahead - back


def _plate(answer: JibAnswer) -> Template:
    length, broad, screw = plate_size(answer)
    row, m5, sits = answer.rows.camera_thread, answer.case.bolt("m5"), sitting(answer)
    purpose = f"camera screw {row.name}, clearance"
    found = [Hole(PLATE, "screw", screw, broad / 2, row.clearance, purpose)]
    _, along = _angle_holes(sits)
    for side, aside in _angle_lines(answer):
        found += [
            Hole(
                PLATE,
                f"{side} angle {end}",
                sits.angle + at - sits.plate,
                broad / 2 + aside,
                m5.clearance,
                f"bolt {m5.size} of the platform angle, clearance",
            )
            for end, at in zip(("back", "front"), along, strict=True)
        ]
    return Template(PLATE, length, broad, tuple(found), thick=BOARD, of="plywood")


def _angle(answer: JibAnswer) -> Template:
    m5, sits = answer.case.bolt("m5"), sitting(answer)
    ends = ("back", "front")
    on_cheek, on_plate = _angle_holes(sits)
    found = [
        Hole(ANGLE, f"{leg} {end}", at, LEG / 2, m5.clearance, f"bolt {m5.size}")
        for leg, places in (("cheek", on_cheek), ("plate", on_plate))
        for end, at in zip(ends, places, strict=True)
    ]
    row = answer.case.row("hardware", "platform-angle")
    return Template(
        ANGLE,
        ANGLE_LONG,
        LEG,
        tuple(found),
        count=cheeks(answer.design),
        thick=WALL,
        of=row.name,
        note="drill each leg apart",
    )


def _block(answer: JibAnswer) -> Template:
    """What the post's cheeks are bolted to."""
    holes = tuple(
        replace(hole, part=BLOCK, x=BLOCK_HEIGHT / 2)
        for hole in _post_cheek(answer)[0]
        if hole.label.startswith("block")
    )
    thick = gap(answer.rows, answer.design)
    return Template(BLOCK, BLOCK_HEIGHT, CHEEK_BREADTH, holes, thick=thick, of="timber")


def _cradle(answer: JibAnswer) -> Template:
    """What a boom that is not drilled is clamped on: a block on the pivot, a plate on a head."""
    rows, pivots = answer.rows, answer.design.pivots
    wide = rows.section.width * answer.design.boom.boards
    if pivots.on_head:
        row = rows.camera_thread
        broad = max(HEAD_BROAD, wide)
        hole = Hole(
            HEAD_PLATE,
            "head",
            CRADLE / 2,
            broad / 2,
            row.clearance,
            f"stand screw of the head, {row.name}",
        )
        return Template(HEAD_PLATE, CRADLE, broad, (hole,), thick=HEAD_THICK, of="plywood")
    high = CHEEK_EDGE + pivots.lifted - rows.section.height / 2
    hole = _pin_hole(rows, ON_CRADLE, "pivot", CRADLE / 2, CHEEK_EDGE, main=True)
    return Template(ON_CRADLE, CRADLE, high, (hole,), thick=wide, of="timber")


def _made_of(answer: JibAnswer) -> tuple[object, ...]:
    """All that its parts and bolts depend on."""
    design, weights = answer.design, answer.design.counterweight
    return (
        answer.workshop.catalogue,
        answer.case.settings.shop,
        *(design.boom, design.level, design.pivots, design.platform, design.swing),
        *(weights.carrier, *weights.slot, weights.window),
    )


@reused(_made_of)
def templates(answer: JibAnswer) -> tuple[Template, ...]:
    """Every part that a bolt goes through."""
    design, rows = answer.design, answer.rows
    drilled = _boom_holes(answer)
    weights, tail = design.counterweight, design.boom.tail
    slot = (
        tail - weights.farthest,
        tail - weights.nearest,
        rows.section.height / 2,
        slot_width(rows, weights.window),
    )
    stacked = design.level.stacked and not design.pivots.clamped
    one_datum = "boom and bar clamped together: one datum" if stacked else ""
    sections = _boom_pieces(answer)
    first, found = piece_labels(design.boom)[0], []
    for piece in pieces(answer):
        section = sections.get(piece.label, rows.bar)
        holes = tuple(hole for hole in drilled if hole.part == piece.label)
        if piece.label == BAR:
            ends = BAR_END, BAR_END + design.radius + design.level.longer
            holes = tuple(
                _pin_hole(rows, BAR, label, x, rows.bar.height / 2)
                for label, x in zip(("post end", "platform end"), ends, strict=True)
            )
        slots = (slot,) if weights.slides and piece.label == first else ()
        found.append(
            Template(
                piece.label,
                piece.length,
                section.height,
                holes,
                slots,
                count=piece.count,
                note=one_datum,
                thick=section.width,
                of=section.name,
            )
        )
    count, cheeked = cheeks(design), {PLATFORM: _platform_cheek(answer)}
    if design.pivots.clamped:
        found.append(_cradle(answer))
    if not design.pivots.on_head:
        cheeked = {POST: _post_cheek(answer), **cheeked}
        found.append(_block(answer))
    for name, (holes_in, length) in cheeked.items():
        note = "drill them all clamped together" if count == 2 else ""
        broad = CHEEK_BREADTH
        if name == PLATFORM and design.level.kind == "none":
            broad += FIXED
        found.append(
            Template(
                name,
                length,
                broad,
                tuple(holes_in),
                count=count,
                note=note,
                thick=CHEEK,
                of="plywood",
            )
        )
    found += [_plate(answer), _angle(answer)]
    socket = Hole(SOCKET, "socket", 0.02, 0.02, rows.camera_thread.tapping, "its thread")
    found.append(Template(SOCKET, 0.04, 0.04, (socket,), thick=DEEP, comes_drilled=True))
    return tuple(found)


def _joint(
    answer: JibAnswer,
    key: str,
    purpose: str,
    at: str,
    cheek: tuple[str, str],
    turning: tuple[str, str, float],
    bolt: Thread,
) -> Bolt:
    """A bolt on which something turns between cheeks, or beside one."""
    part, hole, width = turning
    bush = answer.rows.pivot.around
    of_boards = part not in (BAR, ON_CRADLE)
    inside = (Through(part, hole, bush),) * (answer.design.boom.boards if of_boards else 1)
    if cheeks(answer.design) == 1:
        held = (*inside, Through(*cheek))
        return Bolt(key, purpose, at, bolt.id, held, ((SPACER, BESIDE),), turns=True)
    beside = (gap(answer.rows, answer.design) - width) / 2
    between = (Through(*cheek), *inside, Through(*cheek))
    return Bolt(key, purpose, at, bolt.id, between, ((SPACER, beside),) * 2, turns=True)


def _joints(answer: JibAnswer) -> Iterator[Bolt]:
    design, rows = answer.design, answer.rows
    labels, boards = piece_labels(design.boom), design.boom.boards
    tail, tip = labels[0], labels[-1]
    width, front = (rows.pieces[at][0].width * boards for at in (0, -1))
    turns = (ON_CRADLE if design.pivots.clamped else tail, "pivot", width)
    if not design.pivots.on_head:
        yield _joint(answer, "main-bolt", "pivot", "", (POST, "boom"), turns, rows.main_bolt)
    yield _joint(
        answer, "bolts", "front pin", "", (PLATFORM, "boom"), (tip, "front pin", front), rows.bolt
    )
    if design.level.kind == "none":
        turning = (tip, "front fix", front)
        fixed = _joint(answer, "bolts", "platform", "", (PLATFORM, "boom fix"), turning, rows.bolt)
        held = tuple(replace(one, bush=0.0) for one in fixed.through)
        yield replace(fixed, through=held, turns=False)
    if design.level.kind == "solid bar":
        for at, cheek in (("post end", POST), ("platform end", PLATFORM)):
            yield _joint(
                answer,
                "bolts",
                "link bar",
                at,
                (cheek, "upper"),
                (BAR, at, rows.bar.width),
                rows.bolt,
            )
    if design.level.kind == "twin cables":
        between = gap(rows, design) if cheeks(design) == 2 else 0.01
        for end, cheek in (("post end", POST), ("platform end", PLATFORM)):
            for side in ("lower", "upper"):
                held = through((cheek, side), (cheek, side))[: cheeks(design)]
                loop = (("the cable's loop between two collars", between),)
                yield Bolt("cable-bolts", f"{side} cable", end, rows.bolt.id, held, loop)
    for (outer, inner), joint in zip(pairwise(labels), _joint_labels(answer), strict=False):
        for label in joint:
            held = (Through(outer, label), Through(inner, label, inside=True))
            yield Bolt("joint-bolts", "joint of the boom", label, rows.bolt.id, held)
    for label, _, _ in _stitches(answer):
        yield Bolt(
            "board-bolts", "boards", label, rows.bolt.id, through((tail, label), (tail, label))
        )


@reused(_made_of)
def bolts(answer: JibAnswer) -> tuple[Bolt, ...]:
    """Every bolt in its place."""
    rows, count = answer.rows, cheeks(answer.design)
    found = list(_joints(answer))
    for side in () if answer.design.pivots.on_head else ("near", "far"):
        hole = f"block {side}"
        where = through((POST, hole), (BLOCK, hole), (POST, hole))[: 1 + count]
        found.append(Bolt("block-bolts", "post block", side, rows.bolt.id, where))
    for line, _ in _angle_lines(answer):
        thread = answer.case.bolt("m5").id
        for end in ("back", "front"):
            held = through((PLATFORM, f"angle {end}"), (ANGLE, f"cheek {end}"))
            found.append(
                Bolt(
                    "angle-bolts",
                    "platform angle",
                    f"{line}, cheek {end}",
                    answer.case.bolt("m5").id,
                    held,
                )
            )
            held = through((PLATE, f"{line} angle {end}"), (ANGLE, f"plate {end}"))
            found.append(
                Bolt(
                    "angle-bolts",
                    "platform angle",
                    f"{line}, plate {end}",
                    answer.case.bolt("m5").id,
                    held,
                )
            )
    held = through((PLATE, "screw"), (SOCKET, "socket"))
    thread = rows.camera_thread.id
    found.append(Bolt("camera-screw", "camera screw", "platform", thread, held, nut=False))
    return tuple(found)
