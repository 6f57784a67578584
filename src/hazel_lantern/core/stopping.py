"""Long work that can be told to stop: it asks now and then, and stops by `StopSearch`."""

from __future__ import annotations

from collections.abc import Callable

Stop = Callable[[], bool]


class StopSearch(Exception):  # noqa: N818 - a signal, not an error
    """The work was told to stop."""


def told(stop: Stop) -> None:
    """Stop here if that was asked for.

    Parameters
    ----------
    stop : callable

    Raises
    ------
    StopSearch
    """
    if stop():
        raise StopSearch


def never() -> bool:
    """For work that nobody stops."""
    return False
