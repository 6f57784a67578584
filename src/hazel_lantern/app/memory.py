"""Keeping the program as small as what it holds."""

from __future__ import annotations

import contextlib
import ctypes
import gc

#: The number of the setting in the C library.
M_ARENA_MAX = -8


def few_heaps() -> None:
    """Let threads share two heaps: searches make and drop so much that each thread's own would stay
    as large as its largest search.

    Of the C library that Linux has as a rule; another does without.
    """
    with contextlib.suppress(OSError, AttributeError):
        ctypes.CDLL(None).mallopt(M_ARENA_MAX, 2)


def give_back() -> None:
    """Give the system what a search or a film has let go of.

    Of the C library that Linux has as a rule; another does without.
    """
    with contextlib.suppress(OSError, AttributeError):
        ctypes.CDLL(None).malloc_trim(0)


def set_aside() -> None:
    """Look no more for rubbish among what stays as long as the window does, and soon enough among
    the rest.

    A search makes and drops so much that going through all that is left of it takes a tenth of a
    second, in which no frame is painted; little and often takes none.
    """
    gc.collect()
    gc.freeze()
    gc.set_threshold(10_000, 10, 10)
