"""A link to a stand-in in the same thread: its time passes when somebody listens."""

from __future__ import annotations

import numpy as np

from hazel_lantern.core.line.link import LineLost
from hazel_lantern.core.line.player import Player
from hazel_lantern.core.line.run import Asked, Run
from hazel_lantern.core.line.standin import Build, Pulled, StandIn


class Wire:
    """Says and hears without a port."""

    def __init__(self, standin: StandIn) -> None:
        self.standin = standin
        self.time = 0.0
        self.said: list[str] = []
        self.waiting: list[str] = []

    def say(self, line: str) -> None:
        self.said.append(line)
        self.waiting += self.standin.hear(line)

    def hear(self, wait: float) -> str | None:
        if not self.waiting:
            self.time += wait
            try:
                self.waiting += self.standin.pass_time(wait)
            except Pulled:
                raise LineLost("the line is gone: pulled") from None
        return self.waiting.pop(0) if self.waiting else None

    def now(self) -> float:
        return self.time


def asked(way: float = 800.0, duration: float = 6.0, count: int = 97) -> Asked:
    """A minimum-jerk move, 1.19 px for a millimetre."""
    times = np.linspace(0, duration, count)
    share = times / duration
    places = way * (10 * share**3 - 15 * share**4 + 6 * share**5)
    return Asked("carriage", "mm", times, places, 1.19)


def played(build: Build, move: Asked | None = None, home: bool = True, **more: object) -> Run:
    """A move played on a stand-in."""
    return Player(Wire(StandIn(build)), move or asked(), **more).play(home)  # type: ignore[arg-type]
