"""Lamps of where it stands and what it costs: tipping, stand, room, budget."""

from __future__ import annotations

import math

from hazel_lantern.core.lamps import Lamp
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.judging import budget_lamp, working
from hazel_lantern.core.rigs.slider import standing
from hazel_lantern.core.rigs.slider.limits import LIMITS
from hazel_lantern.core.rigs.slider.scene import Scene, lamp
from hazel_lantern.core.units import write


def tip(scene: Scene) -> Lamp:
    """Tilt left before the whole goes over its feet, with the push."""
    found = standing.tip(scene.rig, scene.design, scene.settings, scene.workshop, scene.answer)
    worst = int(found.angle.argmin())
    past = float(found.resultant[worst] - found.edge)
    falls = found.angle.min() < 0
    return lamp(
        scene,
        "slider.tip",
        found.angle,
        LIMITS["slider.tip"].default or 0.0,
        (
            "Stands up to a push",
            f"Tips over {found.where}" if falls else f"Nearly tips {found.where}",
        ),
        lambda s: (
            f"With a push of {write(scene.settings.hand_push, 'force', s)}, the weight comes down "
            f"{write(abs(past), 'length', s)} {'past' if past > 0 else 'inside'} the line of the "
            f"feet {found.where}: {write(abs(float(found.angle.min())), 'angle', s)} "
            f"{'past tipping' if falls else 'of tilt left'}."
        ),
        working(
            "tilt left = atan((e - r) / h),  r = (sum W x + sum F z) / sum W",
            (
                ("e", f"middle to the edge of the feet, {found.edge_rule}", found.edge, "length"),
                (
                    "r",
                    "middle to where weight and push come down",
                    float(found.resultant[worst]),
                    "length",
                ),
                ("h", "height of the whole's centre of mass", float(found.height[worst]), "length"),
                ("W", "whole weight", found.weight, "force"),
                ("F", "push at the lens", scene.settings.hand_push, "force"),
            ),
            "support polygon of the feet, whichever way they stand",
        ),
    )


def stand_load(scene: Scene) -> Lamp:
    """What rests on the most loaded stand against the lower rating of stand and head."""
    design, answer = scene.design, scene.answer
    supports = design.supports
    applies = supports.kind in ("stand", "end stands")
    stand = scene.workshop.catalogue.find("stands", supports.stand)
    rating = min(stand.rating, supports.head_rating)
    limit = rating * scene.settings.working_fraction
    carried = answer.reactions.max(axis=0) / (GRAVITY * math.cos(scene.rig.shot.tilt))
    return lamp(
        scene,
        "slider.stand-load",
        carried if applies else 0.0,
        limit,
        ("Weight on the stand" if applies else "No stand to load", "Too heavy for the stand"),
        lambda s: (
            f"{write(float(carried.max()), 'mass', s)} rests on one stand; its lower rating, "
            f"of stand or head, is {write(rating, 'mass', s)} and "
            f"{write(scene.settings.working_fraction, 'percent', s)} of that is used."
            if applies
            else "The rails rest on blocks, so no stand or head is loaded."
        ),
        working(
            "limit = share × least rating",
            (
                ("R", "heaviest support reaction, as mass", float(carried.max()), "mass"),
                ("S", f"stand rating, {stand.name.lower()}", stand.rating, "mass"),
                ("H", "head rating", supports.head_rating, "mass"),
                ("share", "used of a rating", scene.settings.working_fraction, "percent"),
            ),
            "beam reactions; ratings as given with stand and head",
        ),
        applies=applies,
    )


def room(scene: Scene) -> Lamp:
    """The least clearance of rig and room: along, overhead, and what is under the rails."""
    spans = standing.clearances(scene.rig, scene.design, scene.workshop, scene.parts)
    name, least = min(spans.items(), key=lambda span: span[1])
    return lamp(
        scene,
        "slider.room",
        least,
        LIMITS["slider.room"].default or 0.0,
        ("Fits the room", f"Does not fit {name}"),
        lambda s: (
            f"The least clearance is {name}: {write(least, 'length', s)}"
            + (" is missing." if least < 0 else " left over.")
        ),
        working(
            "clearance = free space less what the rig takes up",
            tuple((name.split()[0], name, value, "length") for name, value in spans.items()),
            "sum of lengths, from lens height and room",
        ),
    )


def budget(scene: Scene) -> Lamp:
    """What is still to be bought against the rig's budget."""
    return budget_lamp(LIMITS, scene.settings, "slider.budget", scene.rig, scene.bought)
