"""What a dolly says in words: readouts, cautions, set card."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.mechanics import elastica
from hazel_lantern.core.rigs.dolly.answer import DollyAnswer
from hazel_lantern.core.rigs.dolly.pieces import (
    corded,
    pieces,
    rail_lengths,
)
from hazel_lantern.core.rigs.kit.words import workshop_cautions
from hazel_lantern.core.units import write


def sources_of_shake(answer: DollyAnswer) -> list[tuple[str, float]]:
    """What comes how often at the greatest speed, Hz."""
    design, speed = answer.design, float(answer.axis.speed.max())
    found = [("Wheels turn", speed / (math.pi * answer.rows.roller.diameter))]
    if design.on_track:
        if design.track.sleepered:
            found.append(("Sleepers come", speed / design.track.apart))
        if design.track.pieces > 1:
            found.append(("Joints come", 2 * speed / design.track.piece))
    found.append(("Body bounces", float(answer.shaking.frequencies[0])))
    return found


def readout(answer: DollyAnswer, station: str) -> tuple[tuple[str, str], ...]:
    """Computed figures of a station."""
    design, style = answer.design, answer.style
    if station == "Load":
        return (
            ("All that rolls", write(answer.carried.mass, "mass", style)),
            ("Its weight over the rails", write(answer.carried.height, "length", style)),
            ("Heaviest corner", write(float(answer.corners.max()), "force", style)),
            ("Lightest corner", write(float(answer.corners.min()), "force", style)),
        )
    if station == "Drive":
        speed, hardest = (float(np.abs(one).max()) for one in (answer.course.speed, answer.push))
        steady = answer.rolling_resistance * answer.weight
        return (
            ("Greatest speed", write(speed, "speed", style)),
            ("Greatest push", write(hardest, "force", style)),
            ("Keeps rolling with", write(steady, "force", style)),
        )
    if station != "Frame":
        return ()
    rows = [
        (f"Shake: {name}", write(share, "px", style))
        for name, share in answer.shaking.shares.items()
    ]
    rows += [(name, write(often, "rate", style)) for name, often in sources_of_shake(answer)]
    if design.curved:
        inner, outer = rail_lengths(answer)
        rows += [
            ("Inner rail", write(inner, "length", style)),
            ("Outer rail", write(outer, "length", style)),
        ]
    if design.track.kind == "bowed track":
        bow = elastica.bow(design.track.length, design.track.sagitta)
        rigidity = answer.rows.material.modulus * answer.rows.section.properties.effective_moment
        rows += [
            ("Cord from end to end", write(bow.chord, "length", style)),
            ("Cord pulls", write(bow.cord_force(rigidity), "force", style)),
            ("Least radius", write(bow.least_radius, "length", style)),
        ]
    return tuple(rows)


def cautions(answer: DollyAnswer, station: str) -> tuple[str, ...]:
    """What to mind at a station; nothing that is not at stake there."""
    design, found = answer.design, []
    if station == "Drive":
        found.append("Wedges under the wheels whenever nobody holds it.")
    if design.platform.operator == "rides" and station in ("Load", "Frame", "Drive"):
        found.append("Whoever rides sits, holds on, and gets off before anything is moved.")
    if station in ("Frame",) and design.on_track:
        found.append("Track lies where people walk: mark it, and light it in the dark.")
    if design.track.kind == "bowed track" and station in ("Frame", "Build"):
        found.append("A bowed pipe springs back: keep faces out of its way when the cord is cut.")
    material = answer.rows.material if design.on_track else None
    return (*found, *workshop_cautions(material, station))


def set_card(answer: DollyAnswer) -> tuple[str, ...]:
    """What to have at hand on the day."""
    design, style = answer.design, answer.style
    shot, track = answer.shot, design.track
    speed = float(np.abs(answer.course.speed).max())
    move = shot.move.words(style)
    found = [
        f"Move: {move} in {write(shot.pace.duration, 'time', style)}; at most "
        f"{write(speed, 'speed', style)}."
    ]
    found.append(
        "Load: wedge the wheels; ballast and stand first, then the camera, who rides last; off in "
        "the other order."
    )
    if design.on_track:
        found.append(
            f"Track: {track.pieces} × {write(track.piece, 'length', style)}, gauge "
            f"{write(track.gauge, 'length', style)}, "
            + (
                f"sleepers every {write(track.apart, 'length', style)}; packed level."
                if track.sleepered
                else "on the swept floor all along."
            )
        )
    if track.kind == "bowed track":
        found += [
            f"Bow, {name} pipe: cord {write(bow.chord, 'length', style)}, middle "
            f"{write(bow.sagitta, 'length', style)} off it. Off the cord after the shot."
            for name, bow in corded(answer)
        ]
    found += [
        f"Push with about {write(float(np.abs(answer.push).max()), 'force', style)}, at "
        + (
            f"{write(design.drive.height, 'length', style)}."
            if not answer.at_deck
            else "the handle."
        ),
        f"Leave {write(track.spare, 'length', style)} free past both ends of the move.",
        "Wedges under the wheels whenever nobody holds it; local rules first.",
    ]
    packed = [
        f"{piece.count} × {piece.label.lower()} {write(piece.length, 'length', style)}"
        for piece in sorted(pieces(answer), key=lambda piece: -piece.length)
    ]
    if packed:
        found.append(f"Pack, longest first: {'; '.join(packed)}.")
    if design.platform.ballast:
        where = design.platform.ballast_at
        found.append(f"Ballast: {write(design.platform.ballast, 'mass', style)} {where}.")
    return tuple(found)
