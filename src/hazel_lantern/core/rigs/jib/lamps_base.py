"""Lamps of the base: tipping, and the weight on it."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.lamps import Found, working
from hazel_lantern.core.rigs.jib import standing
from hazel_lantern.core.rigs.jib.answer import JibAnswer
from hazel_lantern.core.rigs.kit.standing import tip_check
from hazel_lantern.core.rigs.kit.strength import rated, rating_check
from hazel_lantern.core.units import write


@tip_check("Frame")
def tip(answer: JibAnswer) -> Found:
    """Tilt left with a push at the lens, panned and swung the worst way."""
    push = answer.settings.hand_push
    found = standing.whole_weight(answer, answer.everywhere)
    lens = answer.lens[1]
    ways = standing.ways_over(answer, found, push, lens)
    over = min(ways, key=lambda way: float(answer.stop_to_stop(way.left).min()))
    left = over.left
    # The worst from stop to stop; those swings stand behind the move's.
    first = answer.course.swing.size
    worst = first + int(left[first:].argmin())
    where = f"{over.words}, {standing.up_or_down(answer.everywhere[worst])}"
    falls = bool(left[worst] < 0)
    return Found(
        float(left[worst]),
        ("Stands up to a push", f"Tips {where}" if falls else f"Nearly tips {where}"),
        lambda s: (
            f"Panned over the nearest edge of its feet and pushed with {write(push, 'force', s)} "
            f"at the lens, it has {write(abs(float(left[worst])), 'angle', s)} "
            f"{'too little' if falls else 'of tilt'} left, {where}."
        ),
        working(
            "tilt left = atan((e - r - F z / W) / h)",
            (
                ("e", "post to the nearest edge of the feet", over.edge, "length"),
                ("r", "post to where the weight comes down", float(found.out[worst]), "length"),
                ("F", "push at the lens", push, "force"),
                ("z", "height of the lens", float(lens[worst]), "length"),
                ("W", "whole weight", found.weight, "force"),
                ("h", "height of the whole's centre of mass", float(found.height[worst]), "length"),
            ),
            "support polygon, any pan: edge at b / (2 tan(180°/n)) for n feet at b",
        ),
        over_move=np.minimum(*(answer.over_move(way.left) for way in ways)),
    )


@rating_check("base-load", "Weight on the base", "Frame", "lower rating of base and turntable")
def base_load(answer: JibAnswer) -> Found:
    """All that rests on the base against the lower rating of base and turntable."""
    post, turntable = answer.design.post, answer.rows.turntable
    carried = answer.turning_mass + turntable.mass
    weak = "base" if post.rating <= turntable.rating else "turntable"
    return rated(
        ("Weight on the base", f"Too heavy for the {weak}"),
        carried,
        {"base": post.rating, "turntable": turntable.rating},
        answer.settings.working_fraction,
        lambda s: f"{write(carried, 'mass', s)} rest on the base",
        "sum of masses; ratings as given with base and turntable",
    )
