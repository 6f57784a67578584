"""The cheapest way to get a number of equal pieces out of stock lengths."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache


@dataclass(frozen=True)
class Cover:
    """What to take: ``bought`` stock lengths, ``owned`` ones used, and pieces not coverable."""

    cost: float
    bought: tuple[float, ...]
    owned: tuple[float, ...]
    missing: int


def pieces_in(stock: float, piece: float, kerf: float) -> int:
    """How many pieces a stock length yields; the last cut may fall on its end."""
    return math.floor((stock + kerf) / (piece + kerf) + 1e-9)


@lru_cache(maxsize=4096)
def cheapest_cover(
    piece: float,
    count: int,
    stock: tuple[tuple[float, float], ...],
    owned: Sequence[float] = (),
    kerf: float = 0.002,
) -> Cover:
    """The least cost of ``count`` equal pieces; the shelf is used first.

    Parameters
    ----------
    piece : float
        Length of each, m.
    count : int
    stock : tuple of (length, price)
        What can be bought, m and money.
    owned : tuple of float
        Lengths on the shelf, m; they cost nothing.
    kerf : float
        Lost at each cut, m.

    Returns
    -------
    Cover
        With ``missing`` pieces where no length is long enough.

    Notes
    -----
    Exact: least cost over the number of pieces still wanted, a coin problem.
    """
    used = []
    left = count
    for length in sorted(owned):
        yields = pieces_in(length, piece, kerf)
        if yields and left > 0:
            used.append(length)
            left -= yields
    if left <= 0:
        return Cover(0.0, (), tuple(used), 0)
    usable = [(pieces_in(length, piece, kerf), length, price) for length, price in stock]
    usable = [entry for entry in usable if entry[0] > 0]
    if not usable:
        return Cover(0.0, (), tuple(used), left)
    best: list[tuple[float, tuple[float, ...]]] = [(0.0, ())]
    for wanted in range(1, left + 1):
        best.append(
            min(
                (
                    best[max(0, wanted - yields)][0] + price,
                    (*best[max(0, wanted - yields)][1], length),
                )
                for yields, length, price in usable
            )
        )
    cost, bought = best[left]
    return Cover(cost, tuple(sorted(bought)), tuple(used), 0)
