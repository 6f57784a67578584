"""Lamps of the base: tipping, the weight on it, and the budget."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.lamps import Lamp
from hazel_lantern.core.mechanics import standing as mechanics
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.jib import standing
from hazel_lantern.core.rigs.jib.limits import LIMITS
from hazel_lantern.core.rigs.jib.scene import Scene, lamp, up_or_down
from hazel_lantern.core.rigs.judging import budget_lamp, working
from hazel_lantern.core.units import write


def tip(scene: Scene) -> Lamp:
    """Tilt left with a push at the lens, panned and swung the worst way."""
    answer, design, push = scene.answer, scene.design, scene.settings.hand_push
    found = standing.whole_weight(design, scene.parts, answer, answer.everywhere)
    lens = answer.lens[1]
    camera, tail = standing.tilt_left(design, scene.parts, found, push, lens)
    forward = answer.stop_to_stop(camera).min() < answer.stop_to_stop(tail).min()
    left = camera if forward else tail
    # The worst from stop to stop; those swings stand behind the move's.
    first = answer.course.swing.size
    worst = first + int(left[first:].argmin())
    edge = mechanics.foot_edge(scene.parts.stand.feet, design.post.spread)
    side = "over the camera" if forward else "over the tail"
    where = f"{side}, {up_or_down(answer.everywhere[worst])}"
    falls = bool(left[worst] < 0)
    return lamp(
        scene,
        "jib.tip",
        float(left[worst]),
        LIMITS["jib.tip"].default or 0.0,
        ("Stands up to a push", f"Tips {where}" if falls else f"Nearly tips {where}"),
        lambda s: (
            f"Panned over the nearest edge of its feet and pushed with {write(push, 'force', s)} "
            f"at the lens, it has {write(abs(float(left[worst])), 'angle', s)} "
            f"{'too little' if falls else 'of tilt'} left, {where}."
        ),
        working(
            "tilt left = atan((e - r - F z / W) / h)",
            (
                ("e", "post to the nearest edge of the feet", edge, "length"),
                ("r", "post to where the weight comes down", float(found.out[worst]), "length"),
                ("F", "push at the lens", push, "force"),
                ("z", "height of the lens", float(lens[worst]), "length"),
                ("W", "whole weight", found.weight, "force"),
                ("h", "height of the whole's centre of mass", float(found.height[worst]), "length"),
            ),
            "support polygon, any pan: edge at b / (2 tan(180°/n)) for n feet at b",
        ),
        over_move=np.minimum(answer.over_move(camera), answer.over_move(tail)),
    )


def base_load(scene: Scene) -> Lamp:
    """All that rests on the base against the lower rating of base and turntable."""
    answer, design, parts = scene.answer, scene.design, scene.parts
    carried = sum(body.mass for body in answer.turning) + parts.turntable.mass
    rating = min(design.post.rating, parts.turntable.rating)
    weak = "base" if design.post.rating <= parts.turntable.rating else "turntable"
    return lamp(
        scene,
        "jib.base-load",
        carried,
        rating * scene.settings.working_fraction,
        ("Weight on the base", f"Too heavy for the {weak}"),
        lambda s: (
            f"{write(carried, 'mass', s)} rest on the base; the lower rating, of base or "
            f"turntable, is {write(rating, 'mass', s)} and "
            f"{write(scene.settings.working_fraction, 'percent', s)} of that is used."
        ),
        working(
            "limit = share × least rating",
            (
                ("arm", "arm, camera and weights", carried - parts.turntable.mass, "mass"),
                ("base", f"rating, {parts.stand.name.lower()}", design.post.rating, "mass"),
                ("table", "rating of the turntable", parts.turntable.rating, "mass"),
                ("share", "used of a rating", scene.settings.working_fraction, "percent"),
                ("as force", "what rests on it", carried * GRAVITY, "force"),
            ),
            "sum of masses; ratings as given with base and turntable",
        ),
    )


def budget(scene: Scene) -> Lamp:
    """What is still to be bought against the rig's budget."""
    return budget_lamp(LIMITS, scene.settings, "jib.budget", scene.rig, scene.bought)
