"""``python -m benchmarks [--once] [WORDS]``: times all, or what has one of the words in its name.

Once: one of each kind is done a single time, to see that it can be.
"""

from __future__ import annotations

import os
import statistics
import sys
import time

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from benchmarks import core, window
from benchmarks.measure import HEAD, timed, timed_once

#: Start: as many times as long as a bare window; memory at the first painted window, MB.
START, MEMORY = 3.0, 200.0


def main(words: list[str]) -> None:
    """Print a line for each."""
    once = "--once" in words
    words, seen = [word for word in words if word != "--once"], set[str]()
    print(HEAD)
    for works, clock in ((core.works(), time.process_time), (window.works(), time.thread_time)):
        for name, goal, work in works:
            kind = "mends" if name.startswith("mends of") else name.partition(":")[0]
            if once and kind in seen:
                continue
            seen.add(kind)
            if not words or any(word in name for word in words):
                found = timed_once(work, clock) if once else timed(work, clock=clock)
                print(found.line(name, goal), flush=True)
    if not words or "start" in words:
        bare, ours, memory = window.starts(1 if once else 15)
        goal = START * statistics.median(bare.processor)
        print(bare.line("start of a bare window with NumPy", None))
        print(ours.line("start to the first painted window with the demo", goal))
        print(f"resident memory then: {memory:.0f} MB of {MEMORY:.0f}: {memory / MEMORY:.2f}")


main(sys.argv[1:])
