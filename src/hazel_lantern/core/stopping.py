"""Long work that can be told to stop: it asks now and then, and stops by `StopSearch`."""

from __future__ import annotations

from collections.abc import Callable

Stop = Callable[[], bool]


class StopSearch(Exception):  # noqa: N818 - a signal, not an error
    """The work was told to stop."""


def never() -> bool:
    """For work that nobody stops."""
    return False
