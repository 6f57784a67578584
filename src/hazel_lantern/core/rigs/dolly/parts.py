"""What a dolly and its track are made of: pieces to cut, parts to buy, holes to drill."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.mechanics import elastica
from hazel_lantern.core.parts import Hole, Part, Piece, Template
from hazel_lantern.core.rigs.dolly.answer import CORNERS, DollyAnswer
from hazel_lantern.core.rigs.dolly.model import DollyDesign
from hazel_lantern.core.rigs.dolly.path import turned
from hazel_lantern.core.rigs.kit.bill import Bill
from hazel_lantern.core.rigs.kit.crank import crank_parts
from hazel_lantern.core.rigs.kit.words import of_part

#: What sleepers are cut from, and how far they reach past the rails, m.
SLEEPER, OVERHANG = "pine-18x44", 0.08
#: A wheel plate: its size, and its bolts from its corner, m.
PLATE, BOLT_IN = (0.16, 0.10), 0.018


def rail_lengths(answer: DollyAnswer) -> tuple[float, float]:
    """Of the rail nearer to the curve's centre and of the farther one, m."""
    track = answer.design.track
    more = track.gauge / 2 * turned(answer.case)
    return track.length - more, track.length + more


def sleeper_places(answer: DollyAnswer) -> list[tuple[float, float]]:
    """Where each sleeper crosses both pipes, from their ends, m: inner and outer.

    The outer pipe runs ahead of the middle line by half of the gauge times the angle turned.
    """
    design = answer.design
    half = design.track.length / 2
    ways = np.linspace(-half, half, design.track.sleeper_count)
    _, _, turn = answer.line.at(ways)
    inner, outer = (ways + sign * design.track.gauge / 2 * turn for sign in (-1, 1))
    return list(zip((inner - inner[0]).tolist(), (outer - outer[0]).tolist(), strict=True))


def pieces(answer: DollyAnswer) -> tuple[Piece, ...]:
    """Pieces cut from stock lengths; of a curve the inner and the outer rail apart.

    One rail of a straight track begins and ends with half a piece, so that joints are not
    side by side.
    """
    design, track = answer.design, answer.design.track
    if not design.on_track:
        return ()
    inner, outer = rail_lengths(answer)
    sleeper = Piece(SLEEPER, "Sleeper", track.gauge + 2 * OVERHANG, design.track.sleeper_count)
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


def track_mass(answer: DollyAnswer) -> float:
    """Mass of rails and sleepers, kg."""
    found = 0.0
    for piece in pieces(answer):
        section = answer.case.row("sections", piece.section)
        density = answer.workshop.catalogue.material_of(section).density
        found += section.properties.area * density * piece.length * piece.count
    return found


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
        bill.hardware("saddles", "rail-saddle", 2 * design.track.sleeper_count)
    if track.kind == "bowed track":
        metres = math.ceil(2 * cord_length(design) - 1e-9)
        line = answer.case.row("wires", "cord-2")
        bill.add("cord", "wires", line.id, metres, note="by the metre", mass=line.line_mass)
        bill.hardware("cord-locks", "bow-cord-lock", 2)
    corners = len(CORNERS[platform.form])
    sets = corners * len(design.sets)
    note = f"sets, at {corners} corners"
    bill.add("wheels", "rollers", answer.rows.roller.id, sets, note=note)
    bill.hardware("wheel-plates", "wheel-plate", corners)
    crank_parts(bill, design.drive, 2 * track.length)
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


def holes(answer: DollyAnswer) -> tuple[Hole, ...]:
    """Drill table: each part from its datum corner."""
    design, roller = answer.design, answer.rows.roller
    platform, bolt = design.platform, 0.0066
    swivel = design.wheels.corner == "two sets, swivelling"
    purpose = "middle of the wheel plate; four bolts M6 by the plate"
    if swivel:
        purpose = "swivel bolt M10 of the wheel plate"
    found = []
    places = answer.corner_places.tolist()
    for name, (ahead, left) in zip(CORNERS[platform.form], places, strict=True):
        x, y = platform.length / 2 + ahead, platform.width / 2 + left
        if 0.01 < y < platform.width - 0.01 and 0.01 < x < platform.length - 0.01:
            found.append(Hole("Platform", name, x, y, 0.011 if swivel else bolt, purpose))
    length, breadth = plate_size(design)
    edges = [(x, y) for x in (BOLT_IN, length - BOLT_IN) for y in (BOLT_IN, breadth - BOLT_IN)]
    found += [
        Hole("Wheel plate", f"bolt {at}", x, y, bolt, "bolt M6, clearance")
        for at, (x, y) in enumerate(edges, start=1)
    ]
    axle = f"axle bolt M{roller.bolt * 1e3:.0f}, {roller.name.lower()}"
    for number, offset in enumerate(design.sets, start=1):
        x, y = length / 2 + offset, breadth / 2
        found.append(Hole("Wheel plate", f"axle {number}", x, y, roller.bolt + 0.0004, axle))
    if design.on_track:
        aside = answer.rows.section.properties.width / 2 + 0.012
        purpose = "screw of the pipe saddle; both rails from the same end"
        found += [
            Hole("Sleeper", f"{name} {side}", rail + shift, 0.022, 0.0035, purpose)
            for name, rail in (
                ("near rail", OVERHANG),
                ("far rail", OVERHANG + design.track.gauge),
            )
            for side, shift in (("a", -aside), ("b", aside))
        ]
    return tuple(found)


def plate_size(design: DollyDesign) -> tuple[float, float]:
    """Length and breadth of a wheel plate, m."""
    return max(PLATE[0], (design.wheels.bogie + 0.08) if design.paired else 0.0), PLATE[1]


def templates(answer: DollyAnswer) -> tuple[Template, ...]:
    """Platform, wheel plates and sleepers at true size."""
    design, platform, drilled = answer.design, answer.design.platform, holes(answer)
    triangle = platform.form == "triangle"
    found = [
        Template(
            "Platform",
            platform.length,
            platform.width,
            of_part("Platform", drilled),
            note="sawn to a triangle, its point at the far edge" if triangle else "",
        ),
        Template(
            "Wheel plate",
            *plate_size(design),
            of_part("Wheel plate", drilled),
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
                of_part("Sleeper", drilled),
                count=design.track.sleeper_count,
                note="drill them clamped together",
            )
        )
    return tuple(template for template in found if template.holes)
