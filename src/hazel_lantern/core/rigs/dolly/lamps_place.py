"""Lamps of place and purse: room, what is carried there, budget."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.lamps import Lamp
from hazel_lantern.core.rigs.dolly.limits import LIMITS
from hazel_lantern.core.rigs.dolly.parts import pieces
from hazel_lantern.core.rigs.dolly.scene import Scene, lamp
from hazel_lantern.core.rigs.dolly.statics import LEAST_MAST, screw_height
from hazel_lantern.core.rigs.judging import budget_lamp, working
from hazel_lantern.core.units import write


def carry(scene: Scene) -> Lamp:
    """The longest piece against what fits the car."""
    design = scene.design
    cut = pieces(scene.rig, design)
    sizes = {piece.label.lower(): piece.length for piece in cut}
    sizes["platform"] = max(design.platform.length, design.platform.width)
    longest = max(sizes, key=lambda name: sizes[name])
    rolled = sum(one.mass for one in scene.answer.lumps if one.name not in ("operator", "camera"))
    rails = sum(part.mass for part in scene.bought if part.key.startswith(("rail", "sleeper")))
    return lamp(
        scene,
        "dolly.carry",
        sizes[longest],
        design.carried.longest,
        ("Fits the car", f"The {longest} is too long to carry"),
        lambda s: (
            f"The longest part is the {longest}, {write(sizes[longest], 'length', s)}. Packed, "
            f"the dolly weighs {write(rolled, 'mass', s)} and the track {write(rails, 'mass', s)}, "
            "without camera and operator."
        ),
        working(
            "longest of all parts",
            tuple((name, "long", length, "length") for name, length in sizes.items()),
            "sizes of the parts as cut",
        ),
    )


def room(scene: Scene) -> Lamp:
    """The least clearance of track and dolly in the room."""
    rig, design, answer = scene.rig, scene.design, scene.answer
    shot, half = rig.shot, design.track.length / 2
    if not design.on_track:
        half = shot.distance / 2 + max(design.platform.length / 2, design.outer_base / 2)
    x, y, _ = answer.line.at(np.linspace(-half, half, 41))
    top = max((item.up + item.height / 2 for item in rig.load.items), default=0.0)
    screw = screw_height(rig)
    head = 0.0
    if design.platform.operator == "rides":
        head = answer.ground + design.platform.height + 1.35
    spans = {
        "along the room": shot.room.length - float(x.max() - x.min()),
        "overhead": shot.room.height - max(screw + top, shot.camera_height, head),
    }
    deck = answer.ground + design.platform.height
    least, most = deck + LEAST_MAST, deck + 0.5
    if design.platform.mount == "stand":
        least, most = deck + scene.parts.stand.lowest, deck + scene.parts.stand.highest
    if screw < least:
        spans["down to the lens height on its mount"] = screw - least
    if screw > most:
        spans["up to the lens height on its mount"] = most - screw
    name, left = min(spans.items(), key=lambda span: span[1])
    return lamp(
        scene,
        "dolly.room",
        left,
        None,
        ("Fits the room", f"Does not fit {name}"),
        lambda s: (
            f"The least clearance is {name}: {write(abs(left), 'length', s)}"
            + (" is missing." if left < 0 else " left over.")
        ),
        working(
            "clearance = free space less what the dolly takes up",
            (
                *((name.split()[0], name, value, "length") for name, value in spans.items()),
                ("deep", "how far the line bends", float(y.max() - y.min()), "length"),
            ),
            "line of the rails; heights of mount and camera",
        ),
    )


def budget(scene: Scene) -> Lamp:
    """What is still to be bought against the rig's budget."""
    return budget_lamp(LIMITS, scene.settings, "dolly.budget", scene.rig, scene.bought)
