"""Counterweight from the plates on hand: every stack that balances, with the fewest plates.

A bounded knapsack over whole grams, solved by going through every reachable mass, so that
the fewest plates of each mass is proved, not guessed.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

#: Plates are weighed to this, kg.
GRAM = 0.001


@dataclass(frozen=True)
class Stack:
    """Plates on the bar.

    Attributes
    ----------
    counts : tuple of int
        How many of each size.
    mass : float
        kg.
    place : float
        Where on the bar the stack balances, from the pin, m.
    """

    counts: tuple[int, ...]
    mass: float
    place: float

    @property
    def plates(self) -> int:
        """How many plates it takes."""
        return sum(self.counts)


@dataclass(frozen=True)
class _Lot:
    """Some plates of one size taken together, so that any count is a sum of lots."""

    size: int
    count: int
    grams: int


def _lots(plates: Sequence[tuple[float, int]]) -> list[_Lot]:
    found = []
    for size, (mass, count) in enumerate(plates):
        grams, left, lot = round(mass / GRAM), count, 1
        while left > 0:
            take = min(lot, left)
            found.append(_Lot(size, take, take * grams))
            left -= take
            lot *= 2
    return found


def stacks(
    plates: Sequence[tuple[float, int]],
    moment: float,
    nearest: float,
    farthest: float,
    carrier: float = 0.0,
) -> list[Stack]:
    """Every mass that can be stacked and balances, each with its fewest plates.

    Parameters
    ----------
    plates : sequence of (mass, count)
        Plates on hand, kg, weighed to a gram.
    moment : float
        What they must balance, kg·m.
    nearest, farthest : float
        Where on the bar they can sit, from the pin, m.
    carrier : float
        What moves with them and balances too, kg.

    Returns
    -------
    list of Stack
        Fewest plates first, then least mass.

    Raises
    ------
    ValueError
        If the places are not above zero and in order, or a plate weighs nothing.
    """
    if not 0 < nearest <= farthest:
        raise ValueError(f"the bar must reach from above 0 outward, not {nearest:g}–{farthest:g} m")
    if any(mass < GRAM / 2 or count < 0 for mass, count in plates):
        raise ValueError("every plate must weigh at least a gram, and counts are not negative")
    if moment <= 0:
        return []
    least = max(0, math.ceil(round((moment / farthest - carrier) / GRAM, 6)))
    most = math.floor(round((moment / nearest - carrier) / GRAM, 6))
    lots = _lots(plates)
    most = min(most, sum(lot.grams for lot in lots))
    if most < least:
        return []
    fewest = np.full(most + 1, np.iinfo(np.int32).max // 2, dtype=np.int32)
    fewest[0] = 0
    taken = np.zeros((len(lots), most + 1), dtype=bool)
    for at, lot in enumerate(lots):
        if lot.grams > most:
            continue
        with_lot = fewest[: most + 1 - lot.grams] + lot.count
        better = with_lot < fewest[lot.grams :]
        taken[at, lot.grams :] = better
        fewest[lot.grams :][better] = with_lot[better]
    reached = np.flatnonzero(fewest[least:] < np.iinfo(np.int32).max // 4) + least
    found = []
    for grams in reached[np.lexsort((reached, fewest[reached]))]:
        counts = [0] * len(plates)
        left = int(grams)
        for at in range(len(lots) - 1, -1, -1):
            if taken[at, left]:
                counts[lots[at].size] += lots[at].count
                left -= lots[at].grams
        mass = int(grams) * GRAM
        found.append(Stack(tuple(counts), mass, moment / (mass + carrier)))
    return found
