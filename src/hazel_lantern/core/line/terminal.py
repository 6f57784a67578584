"""A pseudo-terminal at whose other end a stand-in listens."""

from __future__ import annotations

import contextlib
import os
import pty
import select
import threading
import time
import tty
from types import TracebackType
from typing import Self

from hazel_lantern.core.line.standin import Pulled, StandIn

#: It looks at its clock so often, s; and takes so many letters at once.
LOOK, MANY = 0.005, 4096


class Terminal:
    """Serves a stand-in until it is closed.

    Parameters
    ----------
    standin : StandIn
    faster : float
        Times as fast as a clock on the wall its own runs.
    """

    def __init__(self, standin: StandIn, faster: float = 1.0) -> None:
        self.standin, self.faster = standin, faster
        self._ours, self._theirs = pty.openpty()
        tty.setraw(self._theirs)
        os.set_blocking(self._ours, False)
        #: Where a serial port would be.
        self.path = os.ttyname(self._theirs)
        self._wake, self._bell = os.pipe()
        self._closed = False

    def serve(self) -> None:
        """Listen and answer, until it is closed or the line is pulled."""
        kept, before = b"", time.monotonic()
        while not self._closed:
            # What it is quick to say it has to say at once; idle, it waits for a word.
            wait = LOOK if self.standin.playing else None
            ready, _, _ = select.select([self._ours, self._wake], [], [], wait)
            now = time.monotonic()
            passed, before = (now - before) * self.faster, now
            if self._wake in ready:
                return
            said: list[str] = []
            try:
                said += self.standin.pass_time(passed)
                if self._ours in ready:
                    kept += os.read(self._ours, MANY)
                    *lines, kept = kept.split(b"\n")
                    for line in lines:
                        said += self.standin.hear(line.decode("ascii", errors="replace"))
                for answer in said:
                    self._write(answer)
            except (Pulled, OSError):
                self._hang_up()
                return

    def _write(self, line: str) -> None:
        # Where nobody reads, a line is lost, as on any serial port without flow control.
        with contextlib.suppress(BlockingIOError):
            os.write(self._ours, line.encode("ascii", errors="replace") + b"\n")

    def _hang_up(self) -> None:
        """Close both ends; whoever has the port open finds it gone."""
        for end in (self._ours, self._theirs):
            if end >= 0:
                os.close(end)
        self._ours = self._theirs = -1

    def close(self) -> None:
        """Serve no more."""
        self._closed = True
        os.write(self._bell, b"!")

    def __enter__(self) -> Self:
        """Serve in a thread of its own."""
        self._thread = threading.Thread(target=self.serve, name="stand-in", daemon=True)
        self._thread.start()
        return self

    def __exit__(
        self,
        kind: type[BaseException] | None,
        error: BaseException | None,
        trace: TracebackType | None,
    ) -> None:
        self.close()
        self._thread.join()
        self._hang_up()
        os.close(self._wake)
        os.close(self._bell)
