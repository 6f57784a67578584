"""What a dolly and its track are made of: pieces to cut, parts to buy, holes to drill."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING

import numpy as np

from hazel_lantern.core.mechanics import elastica
from hazel_lantern.core.parts import Hole, Part, Piece, Template
from hazel_lantern.core.rigs.dolly.path import real_line, turned
from hazel_lantern.core.rigs.dolly.statics import CORNERS, corner_places
from hazel_lantern.core.rigs.shopping import PartsList

if TYPE_CHECKING:
    from hazel_lantern.core.project.model import Rig, Settings
    from hazel_lantern.core.rigs.dolly.model import DollyDesign
    from hazel_lantern.core.rigs.dolly.statics import Parts
    from hazel_lantern.core.workshop import Workshop

#: What sleepers are cut from, and how far they reach past the rails, m.
SLEEPER, OVERHANG = "pine-18x44", 0.08
#: A wheel plate: its size, and its bolts from its corner, m.
PLATE, BOLT_IN = (0.16, 0.10), 0.018


def rail_lengths(rig: Rig, design: DollyDesign) -> tuple[float, float]:
    """Of the rail nearer to the curve's centre and of the farther one, m."""
    more = design.track.gauge / 2 * turned(rig)
    return design.track.length - more, design.track.length + more


def sleeper_places(rig: Rig, design: DollyDesign) -> list[tuple[float, float]]:
    """Where each sleeper crosses both pipes, from their ends, m: inner and outer.

    The outer pipe runs ahead of the middle line by half of the gauge times the angle turned.
    """
    half = design.track.length / 2
    ways = np.linspace(-half, half, sleeper_count(design))
    _, _, turn = real_line(rig).at(ways)
    inner, outer = (ways + sign * design.track.gauge / 2 * turn for sign in (-1, 1))
    return list(zip((inner - inner[0]).tolist(), (outer - outer[0]).tolist(), strict=True))


def sleeper_count(design: DollyDesign) -> int:
    """Sleepers from end to end, one under each end."""
    return math.ceil(design.track.length / design.track.sleepers - 1e-9) + 1


def pieces(rig: Rig, design: DollyDesign) -> tuple[Piece, ...]:
    """Pieces cut from stock lengths; of a curve the inner and the outer rail apart.

    One rail of a straight track begins and ends with half a piece, so that joints are not
    side by side.
    """
    track = design.track
    if not design.on_track:
        return ()
    inner, outer = rail_lengths(rig, design)
    sleeper = Piece(SLEEPER, "Sleeper", track.gauge + 2 * OVERHANG, sleeper_count(design))
    if design.curved:
        found = []
        for name, length in (("inner", inner), ("outer", outer)):
            each, half = length / track.pieces, length / track.pieces / 2
            if name == "inner" or track.pieces == 1:
                found.append(Piece(track.section, f"Rail, {name}", each, track.pieces))
                continue
            found.append(Piece(track.section, f"Rail, {name}", each, track.pieces - 1))
            found.append(Piece(track.section, f"Rail, {name}, half", half, 2))
        return (*found, sleeper)
    if track.pieces == 1:
        return Piece(track.section, "Rail", track.piece, 2), sleeper
    return (
        Piece(track.section, "Rail", track.piece, 2 * track.pieces - 1),
        Piece(track.section, "Rail, half", track.piece / 2, 2),
        sleeper,
    )


def cord_length(design: DollyDesign) -> float:
    """Cord for one bowed pipe, from end to end with its knots, m."""
    return elastica.bow(design.track.length, design.track.sagitta).chord + 0.4


def parts_list(
    rig: Rig, design: DollyDesign, settings: Settings, workshop: Workshop, parts: Parts
) -> tuple[Part, ...]:
    """Everything but the camera and whoever pushes."""
    found = PartsList(rig, settings, workshop)
    for piece in pieces(rig, design):
        found.add_cut(piece.label.lower().replace(", ", "-"), piece)
    track, platform = design.track, design.platform
    if design.on_track:
        joints = 2 * track.pieces - 1 if track.pieces > 1 else 0
        if track.joint == "sleeve inside" and joints:
            found.add("sleeves", "hardware", "rail-sleeve", joints)
        found.add("saddles", "hardware", "rail-saddle", 2 * sleeper_count(design))
    if track.kind == "bowed track":
        metres = math.ceil(2 * cord_length(design) - 1e-9)
        line = workshop.catalogue.find("wires", "cord-2")
        found.add("cord", "wires", line.id, metres, note="by the metre", mass=line.line_mass)
        found.add("cord-locks", "hardware", "bow-cord-lock", 2)
    corners = len(CORNERS[platform.form])
    sets = corners * len(design.sets)
    found.add("wheels", "rollers", parts.roller.id, sets, note=f"sets, at {corners} corners")
    found.add("wheel-plates", "hardware", "wheel-plate", corners)
    if design.push.kind == "crank and spool":
        found.add("crank", "hardware", "crank", 1)
        metres = math.ceil(2 * design.track.length)
        found.add("spool-line", "hardware", "spool-line", metres, note="by the metre")
    found.add("deck", "hardware", "dolly-deck", 1, mass=platform.mass)
    if platform.mount == "stand":
        found.add("stand", "stands", parts.stand.id, 1)
    else:
        found.add("low-mount", "hardware", "low-mount", 1, mass=platform.low_mass)
    if platform.ballast:
        count = math.ceil(platform.ballast / 15)
        each = platform.ballast / count
        found.add("ballast", "hardware", "ballast-bag", count, mass=each)
    found.add("wedges", "hardware", "wedge-pair", 1)
    return tuple(found.parts)


def holes(rig: Rig, design: DollyDesign, parts: Parts) -> tuple[Hole, ...]:
    """Drill table: each part from its datum corner."""
    platform, wheels, roller = design.platform, design.wheels, parts.roller
    found = []
    bolt = 0.0066
    swivel = wheels.corner == "two sets, swivelling"
    purpose = "middle of the wheel plate; four bolts M6 by the plate"
    if swivel:
        purpose = "swivel bolt M10 of the wheel plate"
    for name, (ahead, left) in zip(
        CORNERS[platform.form], corner_places(design).tolist(), strict=True
    ):
        x, y = platform.length / 2 + ahead, platform.width / 2 + left
        if 0.01 < y < platform.width - 0.01 and 0.01 < x < platform.length - 0.01:
            found.append(Hole("Platform", name, x, y, 0.011 if swivel else bolt, purpose))
    length, breadth = plate_size(design)
    for at, (x, y) in enumerate(
        (x, y) for x in (BOLT_IN, length - BOLT_IN) for y in (BOLT_IN, breadth - BOLT_IN)
    ):
        found.append(Hole("Wheel plate", f"bolt {at + 1}", x, y, bolt, "bolt M6, clearance"))
    for number, offset in enumerate(design.sets, start=1):
        found.append(
            Hole(
                "Wheel plate",
                f"axle {number}",
                length / 2 + offset,
                breadth / 2,
                roller.bolt + 0.0004,
                f"axle bolt M{roller.bolt * 1e3:.0f}, {roller.name.lower()}",
            )
        )
    if design.on_track:
        pipe = parts.section.properties.width
        for name, y in (("near rail", OVERHANG), ("far rail", OVERHANG + design.track.gauge)):
            for side, shift in (("a", -pipe / 2 - 0.012), ("b", pipe / 2 + 0.012)):
                found.append(
                    Hole(
                        "Sleeper",
                        f"{name} {side}",
                        y + shift,
                        0.022,
                        0.0035,
                        "screw of the pipe saddle; both rails from the same end",
                    )
                )
    return tuple(found)


def plate_size(design: DollyDesign) -> tuple[float, float]:
    """Length and breadth of a wheel plate, m."""
    return max(PLATE[0], (design.wheels.bogie + 0.08) if design.paired else 0.0), PLATE[1]


def templates(rig: Rig, design: DollyDesign, drilled: tuple[Hole, ...]) -> tuple[Template, ...]:
    """Platform, wheel plates and sleepers at true size."""
    platform = design.platform
    triangle = platform.form == "triangle"
    found = [
        Template(
            "Platform",
            platform.length,
            platform.width,
            _of("Platform", drilled),
            note="sawn to a triangle, its point at the far edge" if triangle else "",
        ),
        Template(
            "Wheel plate",
            *plate_size(design),
            _of("Wheel plate", drilled),
            count=len(CORNERS[platform.form]),
            note="drill them all clamped together",
        ),
    ]
    if design.on_track:
        found.append(
            Template(
                "Sleeper",
                design.track.gauge + 2 * OVERHANG,
                0.044,
                _of("Sleeper", drilled),
                count=sleeper_count(design),
                note="drill them clamped together",
            )
        )
    return tuple(template for template in found if template.holes)


def _of(part: str, drilled: tuple[Hole, ...]) -> tuple[Hole, ...]:
    return tuple(hole for hole in drilled if hole.part == part)
