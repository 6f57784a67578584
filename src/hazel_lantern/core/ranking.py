"""Ranking every candidate of a choice by what it does to the rig."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import TYPE_CHECKING

from hazel_lantern.core.fields import Edit, apply
from hazel_lantern.core.lamps import State
from hazel_lantern.core.mends import StopSearch, never

if TYPE_CHECKING:
    from hazel_lantern.core.project.model import Rig, Settings
    from hazel_lantern.core.rigs.family import Ranking
    from hazel_lantern.core.workshop import Workshop

#: What a ranked list is ordered by: a lamp's id, or one of these.
COST, MASS, SIZE = "cost", "mass", "size"


@dataclass(frozen=True)
class Ranked:
    """A candidate with what it would do: lamp values by id, cost and mass of the whole rig."""

    id: str
    name: str
    edits: tuple[Edit, ...]
    state: State
    figures: dict[str, float]
    cost: float
    mass: float
    chosen: bool
    worst_lamp: str
    note: str = ""
    size: float = 0.0


def rank(
    ranking: Ranking,
    rig: Rig,
    settings: Settings,
    workshop: Workshop,
    stop: Callable[[], bool] = never,
) -> list[Ranked]:
    """Assess the rig with every candidate in turn; unordered, see `ordered`.

    Raises
    ------
    StopSearch
        If told to stop.
    """
    chosen = ranking.chosen(rig)
    found = []
    for id, name, edits, note, size in ranking.candidates(rig, workshop, settings.style):
        if stop():
            raise StopSearch
        try:
            changed = apply(rig, edits, settings.style)
            after = changed.family.assess(changed, settings, workshop)
        except ValueError:
            # It does not fit the rest of the rig, so it is no choice.
            continue
        bad = max(after.lamps, key=lambda one: (one.state.badness, one.fraction()))
        found.append(
            Ranked(
                id,
                name,
                edits,
                after.state,
                {lamp: after.by_id[lamp].value for lamp in (ranking.figure, *ranking.more)},
                after.cost,
                after.mass,
                id == chosen,
                "" if bad.state is State.HOLDS else bad.headline,
                note,
                size,
            )
        )
    return found


def ordered(rows: list[Ranked], by: str, most_is_best: bool = False) -> list[Ranked]:
    """Those that hold first, then by a lamp's value, the cost, the mass or the size."""
    sign = -1 if by not in (COST, MASS, SIZE) and most_is_best else 1

    def figure(row: Ranked) -> float:
        return float(getattr(row, by)) if by in (COST, MASS, SIZE) else row.figures[by]

    return sorted(rows, key=lambda row: (row.state.badness, sign * figure(row)))
