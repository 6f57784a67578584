"""One measurement: medians of wall and of processor time, beside a goal."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable
from dataclasses import dataclass, field


@dataclass
class Timing:
    """Seconds of each round, by the clock and of the processor."""

    wall: list[float] = field(default_factory=list)
    processor: list[float] = field(default_factory=list)

    def add(self, wall: float, processor: float) -> None:
        """One round more."""
        self.wall.append(wall)
        self.processor.append(processor)

    def line(self, name: str, goal: float | None) -> str:
        """As it is printed; the ratio is of the processor's time to the goal."""
        wall, processor = statistics.median(self.wall), statistics.median(self.processor)
        wanted = f"{1e3 * goal:9.1f} {processor / goal:6.2f}" if goal else f"{'':16}"
        return f"{name:52} {1e3 * wall:9.2f} {1e3 * processor:9.2f} {wanted} {len(self.wall):6}"


HEAD = f"{'what':52} {'wall ms':>9} {'proc. ms':>9} {'goal ms':>9} {'ratio':>6} {'rounds':>6}"


def timed(
    work: Callable[[], object],
    seconds: float = 1.0,
    least: int = 5,
    clock: Callable[[], float] = time.process_time,
) -> Timing:
    """Do something again and again, once to warm up.

    Parameters
    ----------
    work : callable
    seconds : float
        About as long, but never less than ``least`` rounds.
    clock : callable
        Of the processor: of the process, or of this thread alone.
    """
    work()
    found, end = Timing(), time.perf_counter() + seconds
    while len(found.wall) < least or time.perf_counter() < end:
        wall, processor = time.perf_counter(), clock()
        work()
        found.add(time.perf_counter() - wall, clock() - processor)
    return found


def timed_once(work: Callable[[], object], clock: Callable[[], float]) -> Timing:
    """Do something a single time, cold."""
    found, wall, processor = Timing(), time.perf_counter(), clock()
    work()
    found.add(time.perf_counter() - wall, clock() - processor)
    return found
