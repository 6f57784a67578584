"""The slider as it is put together: its plates with their holes, and every bolt in its place."""

from __future__ import annotations

from collections.abc import Iterator

from hazel_lantern.core.parts import Bolt, Hole, Template
from hazel_lantern.core.reuse import reused
from hazel_lantern.core.rigs.kit.bolts import SPACER, thread_of, through
from hazel_lantern.core.rigs.kit.mounts import Mounts
from hazel_lantern.core.rigs.slider.answer import PLATE_MARGIN, SliderAnswer

END_PLATE, ENDS = "End plate", ("left end", "right end")
PLATE, CLAMP, STAND = "Carriage plate", "Rail clamp", "Stand plate"
STAND_CLAMP = "rail clamp on the stand plate"
#: Of end and stand plates, m: plywood.
BOARD = 0.018
#: Breadth of an end plate, and from its edge to its clamp bolts, m.
END_BREADTH = 0.05
#: From a stand plate's end to its clamps' bolts, m.
CLAMP_IN = 0.02
#: How deep a camera's socket is, m, by the thread.
SOCKET = {"3/8 in": ("unc-3-8", 0.009), "1/4 in": ("unc-1-4", 0.0055)}


def stations(answer: SliderAnswer) -> Iterator[tuple[str, float, float]]:
    """The places of wheels: name, and where from the plate's middle, m."""
    base, gauge = answer.design.carriage.wheelbase / 2, answer.wheel_gauge / 2
    if answer.three:
        yield "far", 0.0, gauge
    for side, across in (("near", -gauge), ("far", gauge))[: 1 if answer.three else 2]:
        for end, along in (("left", -base), ("right", base)):
            yield f"{end} {side}", along, across


def mounts(answer: SliderAnswer) -> Mounts | None:
    """What holds the wheels; none where their axles stand upright in the plate."""
    wheel = answer.rows.wheel
    return None if wheel.mount == "upright" else Mounts(answer.case, wheel, wheel.count // 4)


def _carriage(answer: SliderAnswer) -> Template:
    """The carriage plate."""
    (length, breadth), wheel, carriage = answer.plate, answer.rows.wheel, answer.design.carriage
    x, y = length / 2, breadth / 2
    found = []
    held = mounts(answer)
    for name, along, across in stations(answer):
        if held:
            found += held.holes(PLATE, name, x + along, y + across)
            continue
        eccentric = wheel.eccentric and name.endswith("far")
        width = wheel.eccentric if eccentric else wheel.bolt + 0.0005
        words = f"axle bolt M{wheel.bolt * 1e3:g}"
        words += ", hole for its eccentric" if eccentric else ", close hole"
        found.append(Hole(PLATE, name, x + along, y + across, width, words))
    thread = answer.case.row("threads", SOCKET[carriage.screw][0])
    found.append(
        Hole(
            PLATE,
            "camera",
            x + carriage.camera_offset,
            y + carriage.camera_side,
            thread.clearance,
            f"camera screw {carriage.screw}, clearance",
        )
    )
    material = answer.case.row("materials", carriage.plate_material)
    return Template(
        PLATE,
        length,
        breadth,
        tuple(found),
        thick=carriage.plate_thickness,
        of=material.name.lower(),
    )


def _plate(name: str, length: float, breadth: float, holes: list[Hole], count: int) -> Template:
    return Template(name, length, breadth, tuple(holes), count=count, thick=BOARD, of="plywood")


def _made_of(answer: SliderAnswer) -> tuple[object, ...]:
    """All that its parts and bolts depend on."""
    design, carriage = answer.design, answer.design.carriage
    of_plate = (carriage.wheel, carriage.stands_on, carriage.length, carriage.wheelbase)
    camera = (carriage.camera_offset, carriage.camera_side, carriage.screw)
    board = (carriage.plate_material, carriage.plate_thickness)
    return (
        answer.workshop.catalogue,
        *(design.rails, design.supports),
        *of_plate,
        *camera,
        *board,
    )


@reused(_made_of)
def templates(answer: SliderAnswer) -> tuple[Template, ...]:
    """Every part that a bolt goes through."""
    design, width = answer.design, answer.rows.section.width
    pair, spacing = answer.rails == 2, design.rails.spacing
    found = [_carriage(answer)]
    held = mounts(answer)
    if held:
        found.append(held.template(answer.places))
    clamp = answer.case.bolt("m6")
    words = f"bolt {clamp.size} of the rail clamp, clearance"
    rails = [("near rail", -spacing / 2), ("far rail", spacing / 2)] if pair else [("rail", 0.0)]
    across = (spacing if pair else 0.0) + 2 * PLATE_MARGIN + width
    clamps = 0
    if pair and design.rails.ends == "clamped":
        drilled = [
            Hole(END_PLATE, rail, across / 2 + aside, END_BREADTH / 2, clamp.clearance, words)
            for rail, aside in rails
        ]
        found.append(_plate(END_PLATE, across, END_BREADTH, drilled, 2))
        clamps += 4
    if answer.on_stands:
        count = len(answer.supports)
        screw = answer.case.row("threads", "unc-3-8")
        length = answer.design.supports.plate if design.supports.kind == "stand" else 0.12
        drilled = [
            Hole(
                STAND,
                "middle",
                length / 2,
                across / 2,
                screw.clearance,
                "stand screw 3/8 in, clearance",
            )
        ]
        out = length / 2 - CLAMP_IN
        drilled += [
            Hole(
                STAND,
                f"{rail} {end}",
                length / 2 + along,
                across / 2 + aside,
                clamp.clearance,
                words,
            )
            for rail, aside in rails
            for end, along in (("left", -out), ("right", out))
        ]
        found.append(_plate(STAND, length, across, drilled, count))
        clamps += 2 * len(rails) * count
    if clamps:
        boss = Hole(CLAMP, "boss", 0.015, 0.015, clamp.tapping, f"comes tapped {clamp.size}")
        found.append(
            Template(
                CLAMP,
                0.03,
                0.03,
                (boss,),
                count=clamps,
                thick=0.012,
                of=answer.case.row("hardware", "rail-clamp").name,
                comes_drilled=True,
            )
        )
    thread, deep = SOCKET[design.carriage.screw]
    row = answer.case.row("threads", thread)
    socket = Hole("Camera or head", "socket", 0.02, 0.02, row.tapping, f"its {row.name} thread")
    found.append(Template("Camera or head", 0.04, 0.04, (socket,), thick=deep, comes_drilled=True))
    return tuple(found)


def _clamped(answer: SliderAnswer, at: str, plate: str, rail: str) -> Bolt:
    where = through((plate, rail), (CLAMP, "boss"))
    purpose = STAND_CLAMP if plate == STAND else "rail clamp"
    return Bolt("clamp-bolts", purpose, at, answer.case.bolt("m6").id, where, nut=False)


@reused(_made_of)
def bolts(answer: SliderAnswer) -> tuple[Bolt, ...]:
    """Every bolt in its place."""
    wheel, held = answer.rows.wheel, mounts(answer)
    found: list[Bolt] = []
    for name, _, _ in stations(answer):
        if held:
            found += held.bolts(PLATE, name, name)
            continue
        # The wheel's middle runs beside the rail's: a spacer brings it down there.
        down = max(answer.rows.section.height / 2 - wheel.width / 2, 0.003)
        also = ((SPACER, down), ("wheel", wheel.width))
        axle = thread_of(wheel.bolt)
        hole = through((PLATE, name))
        found.append(Bolt("axles", "axle", name, axle, hole, also, turns=True))
    if answer.rails == 2 and answer.design.rails.ends == "clamped":
        found += [
            _clamped(answer, f"{end}, {rail}", END_PLATE, rail)
            for end in ENDS
            for rail in ("near rail", "far rail")
        ]
    if answer.on_stands:
        rails = ("near rail", "far rail") if answer.rails == 2 else ("rail",)
        found += [
            _clamped(answer, f"stand plate {number}, {rail} {end}", STAND, f"{rail} {end}")
            for number in range(1, len(answer.supports) + 1)
            for rail in rails
            for end in ("left", "right")
        ]
    thread = SOCKET[answer.design.carriage.screw][0]
    found.append(
        Bolt(
            "camera-screw",
            "camera screw",
            "carriage",
            thread,
            through((PLATE, "camera"), ("Camera or head", "socket")),
            nut=False,
        )
    )
    return tuple(found)
