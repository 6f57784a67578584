"""Lamps of the base: tipping, and the weight on it."""

from __future__ import annotations

from hazel_lantern.core.lamps import Found
from hazel_lantern.core.rigs.jib import standing
from hazel_lantern.core.rigs.jib.answer import JibAnswer
from hazel_lantern.core.rigs.kit.standing import stands, tip_check
from hazel_lantern.core.rigs.kit.strength import rated, rating_check
from hazel_lantern.core.units import write


@tip_check("Frame")
def tip(answer: JibAnswer) -> Found:
    """Tilt left at the worst pan and swing, and the push at the lens that takes it over."""
    stood = standing.stance(answer)
    return stands(
        stood,
        answer.settings,
        lambda mark: f", {standing.up_or_down(answer.everywhere[mark])}",
        answer.over_move(stood.left),
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
