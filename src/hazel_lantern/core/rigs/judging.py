"""Making a lamp of a family: judged against its limit, with its working."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.lamps import Lamp, LimitSpec, State, Working, judge
from hazel_lantern.core.parts import Part
from hazel_lantern.core.units import Style, write

if TYPE_CHECKING:
    from hazel_lantern.core.project.model import Rig, Settings

Array = NDArray[np.float64]
Inputs = tuple[tuple[str, str, float, str], ...]


def working(formula: str, inputs: Inputs, source: str) -> Callable[[Style], Working]:
    """A lamp's working, printed when asked for: inputs are symbol, what it is, value, kind."""
    return lambda style: Working(
        formula,
        tuple((symbol, what, write(value, kind, style)) for symbol, what, value, kind in inputs),
        source,
    )


def judged(
    limits: Mapping[str, LimitSpec],
    settings: Settings,
    id: str,
    trace: Array | float,
    limit: float,
    headlines: tuple[str, str],
    meaning: Callable[[Style], str],
    shown: Callable[[Style], Working],
    applies: bool = True,
    over_move: Array | None = None,
) -> Lamp:
    """Make a lamp; ``headlines`` are for when it does not fail and when it does.

    ``over_move`` is its course over the move where ``trace`` is judged over something else.
    """
    spec = limits[id]
    limit = settings.limits.get(id, limit)
    values = np.atleast_1d(np.asarray(trace, dtype=float))
    most = spec.sense == "at most"
    margin = settings.tight_margin * spec.margin_share
    value = float(values.max() if most else values.min())
    course = values if over_move is None else over_move
    state = judge(value, limit, spec.sense, margin) if applies else State.HOLDS
    return Lamp(
        id=id,
        spec=spec,
        state=state,
        value=value,
        limit=limit,
        mark=int(course.argmax() if most else course.argmin()),
        trace=course if course.size > 1 else None,
        headline=headlines[state is State.FAILS],
        meaning=meaning,
        working=shown,
        applies=applies,
    )


def budget_lamp(
    limits: Mapping[str, LimitSpec], settings: Settings, id: str, rig: Rig, bought: tuple[Part, ...]
) -> Lamp:
    """What is still to be bought against the rig's budget."""
    cost = sum(part.cost for part in bought)
    dearest = sorted(bought, key=lambda part: -part.cost)[:4]
    return judged(
        limits,
        settings,
        id,
        cost,
        rig.budget,
        ("Within the budget", "Over the budget"),
        lambda s: (
            f"Parts still to buy come to {write(cost, 'money', s)}; the budget is "
            f"{write(rig.budget, 'money', s)}."
        ),
        working(
            "sum of parts marked to buy; the four dearest",
            tuple((str(at + 1), part.name, part.cost, "money") for at, part in enumerate(dearest)),
            "catalogue prices, or the maker's own",
        ),
    )
