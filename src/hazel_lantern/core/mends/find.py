"""Mends of one lamp: by one lever, or where none will do by two."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from hazel_lantern.core.lamps import State
from hazel_lantern.core.mends.offer import Mend, Offers, cheapest_first, no_more_than_needed
from hazel_lantern.core.mends.pairs import in_two
from hazel_lantern.core.mends.pull import single
from hazel_lantern.core.mends.search import Search
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.stopping import Stop, never


def find(
    target: str,
    case: Case[Any],
    stop: Stop = never,
    progress: Callable[[float], None] | None = None,
    most: int = 6,
    pairs: bool = True,
) -> Offers:
    """Mends of one lamp, cheapest first.

    Where no single lever mends it, the most helpful settings of one lever are each tried
    together with every other lever.

    Parameters
    ----------
    target : str
        Lamp id.
    case : Case
        As assessed.
    stop : callable
        Asked often; True ends the search.
    progress : callable, optional
        Given the share done, 0 to 1.
    most : int
        How many to return.
    pairs : bool
        Whether two levers are pulled together where none will do alone; that takes long.

    Returns
    -------
    Offers

    Raises
    ------
    StopSearch
        If told to stop.
    KeyError
        If the rig has no such lamp.
    """
    search = Search(case, target, stop)
    lamp = search.lamp(search.before)
    if lamp.state in (State.HOLDS, State.TO_LOOK_UP) or lamp.on_site:
        return Offers(())
    levers = search.levers()
    found: list[Mend] = []
    for at, lever in enumerate(levers, start=1):
        found += single(search, lever)
        if progress:
            progress(at / len(levers))
    if not found and pairs:
        found = in_two(search, levers, most)
    offered = cheapest_first(no_more_than_needed(found))[:most]
    worst = (search.before.by_id[id].spec.name for id, _ in search.in_the_way.most_common(2))
    return Offers(offered, worst)
