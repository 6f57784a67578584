"""What the dolly's lamps look at, and how each is made of it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import TYPE_CHECKING

from hazel_lantern.core.lamps import Lamp, Working
from hazel_lantern.core.parts import Part
from hazel_lantern.core.rigs.dolly.limits import LIMITS
from hazel_lantern.core.rigs.dolly.shaking import Shaking
from hazel_lantern.core.rigs.dolly.statics import Answer, Array, Parts
from hazel_lantern.core.rigs.judging import judged
from hazel_lantern.core.units import Style

if TYPE_CHECKING:
    from hazel_lantern.core.project.model import Rig, Settings
    from hazel_lantern.core.rigs.dolly.model import DollyDesign
    from hazel_lantern.core.workshop import Workshop


@dataclass(frozen=True)
class Scene:
    """All that the lamps look at."""

    rig: Rig
    design: DollyDesign
    settings: Settings
    workshop: Workshop
    parts: Parts
    answer: Answer
    shaking: Shaking
    bought: tuple[Part, ...]
    focal_px: float


def lamp(
    scene: Scene,
    id: str,
    trace: Array | float,
    limit: float | None,
    headlines: tuple[str, str],
    meaning: Callable[[Style], str],
    shown: Callable[[Style], Working],
    applies: bool = True,
    over_move: Array | None = None,
) -> Lamp:
    """A lamp of the dolly; see `judged`.  Without a limit of its own it takes the default."""
    against = LIMITS[id].default if limit is None else limit
    assert against is not None
    return judged(
        LIMITS, scene.settings, id, trace, against, headlines, meaning, shown, applies, over_move
    )
