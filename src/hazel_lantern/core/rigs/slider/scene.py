"""What the slider's lamps look at, and how each is made of it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np

from hazel_lantern.core.lamps import Lamp, State, Working, judge
from hazel_lantern.core.parts import Part
from hazel_lantern.core.rigs.slider.limits import LIMITS
from hazel_lantern.core.rigs.slider.statics import Answer, Array, Parts
from hazel_lantern.core.units import Style, write

if TYPE_CHECKING:
    from hazel_lantern.core.project.model import Rig, Settings
    from hazel_lantern.core.rigs.slider.model import SliderDesign
    from hazel_lantern.core.workshop import Workshop

Inputs = tuple[tuple[str, str, float, str], ...]


@dataclass(frozen=True)
class Scene:
    """All that the lamps look at."""

    rig: Rig
    design: SliderDesign
    settings: Settings
    workshop: Workshop
    parts: Parts
    answer: Answer
    bought: tuple[Part, ...]


def working(formula: str, inputs: Inputs, source: str) -> Callable[[Style], Working]:
    """A lamp's working, printed when asked for: inputs are symbol, what it is, value, kind."""
    return lambda style: Working(
        formula,
        tuple((symbol, what, write(value, kind, style)) for symbol, what, value, kind in inputs),
        source,
    )


def lamp(
    scene: Scene,
    id: str,
    trace: Array | float,
    limit: float,
    headlines: tuple[str, str],
    meaning: Callable[[Style], str],
    shown: Callable[[Style], Working],
    applies: bool = True,
) -> Lamp:
    """Make a lamp; ``headlines`` are for when it does not fail and when it does."""
    spec = LIMITS[id]
    limit = scene.settings.limits.get(id, limit)
    values = np.atleast_1d(np.asarray(trace, dtype=float))
    mark = int(values.argmax() if spec.sense == "at most" else values.argmin())
    margin = scene.settings.tight_margin * spec.margin_share
    value = float(values[mark])
    state = judge(value, limit, spec.sense, margin) if applies else State.HOLDS
    return Lamp(
        id=id,
        spec=spec,
        state=state,
        value=value,
        limit=limit,
        mark=mark if values.size > 1 else 0,
        trace=values if values.size > 1 else None,
        headline=headlines[state is State.FAILS],
        meaning=meaning,
        working=shown,
        applies=applies,
    )
