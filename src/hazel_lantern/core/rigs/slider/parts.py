"""What a slider is made of: pieces to cut, parts to buy, holes to drill."""

from __future__ import annotations

from typing import TYPE_CHECKING

from hazel_lantern.core.parts import Hole, Part, Piece, Template
from hazel_lantern.core.rigs.shopping import PartsList

if TYPE_CHECKING:
    from hazel_lantern.core.project.model import Rig, Settings
    from hazel_lantern.core.rigs.slider.model import SliderDesign
    from hazel_lantern.core.rigs.slider.statics import Parts
    from hazel_lantern.core.workshop import Workshop

PLATE_MARGIN = 0.02


def pieces(design: SliderDesign) -> tuple[Piece, ...]:
    """Pieces cut from stock lengths."""
    count = 2 if design.rails.arrangement == "pair" else 1
    return (Piece(design.rails.section, "Rail", design.rails.length, count),)


def parts_list(
    rig: Rig, design: SliderDesign, settings: Settings, workshop: Workshop, parts: Parts
) -> tuple[Part, ...]:
    """Everything the slider needs but the camera."""
    found = PartsList(rig, settings, workshop)
    wheel, supports = parts.wheel, design.supports
    for piece in pieces(design):
        found.add_cut("rails", piece)
    found.add("wheels", "wheels", wheel.id, wheel.count)
    found.add("axles", "hardware", "axle-bolt", wheel.count, note=f"M{wheel.bolt * 1e3:g}")
    if wheel.id == "skate-v":
        found.add("wheel-angle", "hardware", "wheel-angle", wheel.count // 2)
    found.add("carriage", "hardware", "carriage-plate", 1, mass=design.carriage.mass)
    found.add("camera-screw", "hardware", "camera-screw", 1)
    found.add("stops", "hardware", "stop", 2 * (2 if design.rails.arrangement == "pair" else 1))
    if design.rails.arrangement == "pair":
        found.add("end-plates", "hardware", "end-plate", 2)
        found.add("clamps", "hardware", "rail-clamp", 4)
    if supports.kind in ("stand", "end stands"):
        count = 1 if supports.kind == "stand" else supports.count
        found.add("stand", "stands", supports.stand, count)
        found.add("stand-plate", "hardware", "stand-plate", count)
        if supports.ballast:
            found.add("ballast", "hardware", "ballast-bag", 1, mass=supports.ballast)
    else:
        found.add("blocks", "hardware", "support-block", supports.count)
    if design.drive.kind == "hand crank":
        found.add("crank", "hardware", "crank", 1)
        metres = max(1, round(2 * design.rails.length + 1.5))
        found.add("line", "hardware", "spool-line", metres, note="by the metre")
    if design.drive.brake:
        found.add("brake", "hardware", "brake", 1)
    if rig.shot.tilt:
        found.add("tether", "hardware", "tether", 1)
    return tuple(found.parts)


def plate_size(design: SliderDesign, parts: Parts) -> tuple[float, float]:
    """Length and breadth of the carriage plate, m."""
    gauge = (
        design.rails.spacing
        if design.rails.arrangement == "pair"
        else parts.section.width + parts.wheel.diameter
    )
    return design.carriage.length, gauge + 2 * PLATE_MARGIN


def holes(rig: Rig, design: SliderDesign, parts: Parts) -> tuple[Hole, ...]:
    """Drill table; every plate is measured from its near left corner."""
    length, breadth = plate_size(design, parts)
    wheel, carriage = parts.wheel, design.carriage
    half_base, half_gauge = carriage.wheelbase / 2, breadth / 2 - PLATE_MARGIN
    clearance = wheel.bolt + 0.0005
    found = []
    for side, across in (("near", -half_gauge), ("far", half_gauge)):
        for end, along in (("left", -half_base), ("right", half_base)):
            found.append(
                Hole(
                    "Carriage plate",
                    f"{end} {side}",
                    length / 2 + along,
                    breadth / 2 + across,
                    clearance,
                    f"axle bolt M{wheel.bolt * 1e3:g}, clearance",
                )
            )
    found.append(
        Hole(
            "Carriage plate",
            "camera",
            length / 2 + carriage.camera_offset,
            breadth / 2 + carriage.camera_side,
            0.0098,
            "camera screw 3/8 in, clearance",
        )
    )
    if design.rails.arrangement == "pair":
        plate = design.rails.spacing + 2 * PLATE_MARGIN + parts.section.width
        middle = plate / 2
        for name in ("Left end plate", "Right end plate"):
            for side, sign in (("near rail", -1), ("far rail", 1)):
                found.append(
                    Hole(
                        name,
                        side,
                        middle + sign * design.rails.spacing / 2,
                        0.025,
                        0.0065,
                        "pipe clamp bolt M6, clearance; drill both end plates clamped together",
                    )
                )
    if design.supports.kind in ("stand", "end stands"):
        pair = design.rails.arrangement == "pair"
        middle = (design.rails.spacing / 2 if pair else 0.035) + 0.025
        found.append(
            Hole(
                "Stand plate",
                "middle",
                0.06,
                middle,
                0.0098,
                "stand screw 3/8 in, clearance",
            )
        )
        if pair:
            for side, sign in (("near rail", -1), ("far rail", 1)):
                found.append(
                    Hole(
                        "Stand plate",
                        side,
                        0.06,
                        middle + sign * design.rails.spacing / 2,
                        0.0065,
                        "pipe clamp bolt M6, clearance",
                    )
                )
    return tuple(found)


def templates(
    design: SliderDesign, parts: Parts, drilled: tuple[Hole, ...]
) -> tuple[Template, ...]:
    """The drilled plates at true size."""
    edge = 2 * PLATE_MARGIN + parts.section.width
    sizes = {"Carriage plate": plate_size(design, parts)}
    pair = design.rails.arrangement == "pair"
    across = design.rails.spacing if pair else 0.07
    for name in ("Left end plate", "Right end plate"):
        sizes[name] = (design.rails.spacing + edge, 0.05)
    sizes["Stand plate"] = (0.12, across + 0.05)
    return tuple(
        Template(name, *size, tuple(hole for hole in drilled if hole.part == name))
        for name, size in sizes.items()
        if any(hole.part == name for hole in drilled)
    )
