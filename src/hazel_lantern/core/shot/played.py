"""How the move is shown: as it is, slowed down, or as a time-lapse."""

from __future__ import annotations

from typing import Literal

from hazel_lantern.core.fields import Frozen, choice, quantity


class Played(Frozen):
    """Rates of capture and of showing, shutter, light."""

    kind: Literal["real time", "slow motion", "time-lapse"] = choice("Shown in", "real time")
    captured: float = quantity("rate", "Captured frames", 100.0, low=1, high=5000)
    shown: float = quantity("rate", "Shown frames", 25.0, low=1, high=240)
    screen: float = quantity("time", "On screen", 10.0, low=0.2, high=3600)
    shutter: float = quantity("plain", "Shutter, one over", 200.0, low=0.001, high=100000)
    buffer: float = quantity("time", "Buffer holds", 4.0, low=0.1, high=36000)
    shoots: Literal["running through", "shoot, move, settle"] = choice(
        "Camera shoots", "running through"
    )
    light: Literal["daylight", "lamps at 50 Hz", "lamps at 60 Hz"] = choice("Light", "daylight")

    depth: float = quantity("percent", "Light pulses by", 0.3, low=0, high=1)

    @property
    def exposure(self) -> float:
        """Of a frame, s."""
        return 1 / self.shutter

    @property
    def frames(self) -> int:
        """Of a time-lapse."""
        return max(round(self.screen * self.shown), 1)

    @property
    def flicker(self) -> float:
        """How often the light pulses in a second; nought by day."""
        return {"daylight": 0.0, "lamps at 50 Hz": 100.0, "lamps at 60 Hz": 120.0}[self.light]
