"""Telling whether what was looked at before is the very same thing now.

Designs, settings and workshops are never changed, only replaced, so the same object means the
same content.  The objects themselves are kept, not their addresses: an address is used again
once its object is gone.
"""

from __future__ import annotations


def same(before: tuple[object, ...] | None, now: tuple[object, ...]) -> bool:
    """Whether two tuples hold the very same objects (words are compared as words)."""
    if before is None or len(before) != len(now):
        return False
    return all(
        one is other or (isinstance(one, str) and one == other)
        for one, other in zip(before, now, strict=True)
    )
