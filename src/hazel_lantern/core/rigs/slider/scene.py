"""What the slider's lamps look at, and how each is made of it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import TYPE_CHECKING

from hazel_lantern.core.lamps import Lamp, Working
from hazel_lantern.core.parts import Part
from hazel_lantern.core.rigs.judging import judged
from hazel_lantern.core.rigs.slider.limits import LIMITS
from hazel_lantern.core.rigs.slider.statics import Answer, Array, Parts
from hazel_lantern.core.units import Style

if TYPE_CHECKING:
    from hazel_lantern.core.project.model import Rig, Settings
    from hazel_lantern.core.rigs.slider.model import SliderDesign
    from hazel_lantern.core.workshop import Workshop


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


def lamp(
    scene: Scene,
    id: str,
    trace: Array | float,
    limit: float,
    headlines: tuple[str, str],
    meaning: Callable[[Style], str],
    shown: Callable[[Style], Working],
    applies: bool = True,
    over_move: Array | None = None,
) -> Lamp:
    """A lamp of the slider; see `judged`."""
    return judged(
        LIMITS, scene.settings, id, trace, limit, headlines, meaning, shown, applies, over_move
    )
