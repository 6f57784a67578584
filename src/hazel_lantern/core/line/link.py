"""Lines to and from a controller, over a serial port or a pseudo-terminal."""

from __future__ import annotations

import time
from types import TracebackType
from typing import Protocol, Self

import serial
from serial.tools import list_ports

from hazel_lantern.core.errors import CannotBe

BAUD = 115200
#: A read waits so long for a letter, s.
READS = 0.01
#: A line of more letters than this without an end is none.
ENDLESS = 400


class LineLost(CannotBe):
    """The line to the controller is gone, or could not be had."""


class Link(Protocol):
    """A line that can be spoken on; time is its own, so that a test need not wait."""

    def say(self, line: str) -> None:
        """Send a line; raises LineLost."""

    def hear(self, wait: float) -> str | None:
        """The next line, or None if none came within so many seconds; raises LineLost."""

    def now(self) -> float:
        """Seconds, from any start."""


class SerialLink:
    """A serial port; raises LineLost where it cannot be opened."""

    def __init__(self, port: str) -> None:
        self.port = port
        try:
            self._port = serial.Serial(port, BAUD, timeout=READS, write_timeout=1.0)
        except (OSError, ValueError) as error:
            why = getattr(error, "strerror", None) or str(error)
            raise LineLost(f"the port {port} cannot be opened: {why}") from error
        self._bytes = b""

    def say(self, line: str) -> None:
        """Send a line.

        Parameters
        ----------
        line : str

        Raises
        ------
        LineLost
            If it cannot be sent.
        """
        try:
            self._port.write(line.encode("ascii") + b"\n")
        except OSError as error:
            raise self._lost(error) from error

    def hear(self, wait: float) -> str | None:
        """The next line, or None.

        Parameters
        ----------
        wait : float
            For so long at the most, s.

        Returns
        -------
        str or None
            What is no ASCII has a sign of its own in its place.

        Raises
        ------
        LineLost
            If the port is gone.
        """
        until = time.monotonic() + wait
        while b"\n" not in self._bytes and len(self._bytes) < ENDLESS:
            try:
                came = self._port.read(max(1, self._port.in_waiting))
            except (OSError, TypeError) as error:
                raise self._lost(error) from error
            if not came and time.monotonic() >= until:
                return None
            self._bytes += came
        line, _, self._bytes = self._bytes.partition(b"\n")
        return line.decode("ascii", errors="replace").rstrip("\r")

    def now(self) -> float:
        """Seconds that run evenly."""
        return time.monotonic()

    def close(self) -> None:
        """Let go of the port."""
        self._port.close()

    def _lost(self, error: Exception) -> LineLost:
        return LineLost(f"the line at {self.port} is gone: {error}")

    def __enter__(self) -> Self:
        return self

    def __exit__(
        self,
        kind: type[BaseException] | None,
        error: BaseException | None,
        trace: TracebackType | None,
    ) -> None:
        self.close()


def ports() -> list[tuple[str, str]]:
    """Serial ports there are now: where, and what the system calls them.

    Returns
    -------
    list of (str, str)
    """
    return sorted((one.device, one.description or "serial port") for one in list_ports.comports())
