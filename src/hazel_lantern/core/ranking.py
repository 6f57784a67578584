"""Ranking every candidate of a choice by what it does to the rig."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.assessor import assess_case
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lamps import State
from hazel_lantern.core.rigs.asks import Candidate, Ranking
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.stopping import Stop, StopSearch, never

#: What a ranked list is ordered by: a check's id, or one of these.
COST, MASS, SIZE = "cost", "mass", "size"


@dataclass(frozen=True)
class Ranked:
    """A candidate with what it would do: values by check, cost and mass of the whole rig."""

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
    fails: frozenset[str] = frozenset()


def _ranked(ranking: Ranking, one: Candidate, after: Assessment) -> Ranked:
    bad = max(after.lamps, key=lambda lamp: (lamp.state.badness, lamp.fraction()))
    return Ranked(
        one.id,
        one.name,
        one.edits,
        after.state,
        {check: after.lamp(check).value for check in (ranking.figure, *ranking.more)},
        after.cost,
        after.mass,
        one.id == ranking.chosen,
        "" if bad.state is State.HOLDS else bad.headline,
        one.note,
        one.size,
        frozenset(lamp.id for lamp in after.lamps if lamp.state is State.FAILS),
    )


def ranked(ranking: Ranking, case: Case[Any], stop: Stop = never) -> Iterator[Ranked]:
    """Assess the case with every candidate in turn, the one in use first.

    Raises
    ------
    StopSearch
        If told to stop.
    """
    candidates = sorted(ranking.candidates(), key=lambda one: one.id != ranking.chosen)
    for one in candidates:
        if stop():
            raise StopSearch
        try:
            after = assess_case(case.edited(one.edits))
        except CannotBe:
            # It does not fit the rest of the rig, so it is no choice.
            continue
        yield _ranked(ranking, one, after)


def rank(ranking: Ranking, case: Case[Any], stop: Stop = never) -> list[Ranked]:
    """All that `ranked` gives, unordered; see `ordered`."""
    return list(ranked(ranking, case, stop))


def ordered(rows: list[Ranked], by: str, most_is_best: bool = False) -> list[Ranked]:
    """Those that hold first, then by a check's value, the cost, the mass or the size."""
    sign = -1 if by not in (COST, MASS, SIZE) and most_is_best else 1

    def figure(row: Ranked) -> float:
        return float(getattr(row, by)) if by in (COST, MASS, SIZE) else row.figures[by]

    return sorted(rows, key=lambda row: (row.state.badness, sign * figure(row)))
