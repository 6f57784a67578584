"""What was worked out before from the very same things, worked out once."""

from __future__ import annotations

from collections import deque
from collections.abc import Callable
from functools import wraps
from typing import Any, TypeVar

KeyT = TypeVar("KeyT")
ValueT = TypeVar("ValueT")
#: How many answers are kept: of the rig that is dragged, and of those that mends try.
KEPT = 4


def reused(
    key: Callable[[Any], tuple[object, ...]],
) -> Callable[[Callable[[KeyT], ValueT]], Callable[[KeyT], ValueT]]:
    """Keep what a function found for the last few keys.

    A drag changes one part of a design and leaves the others the same objects, so keys are
    compared, not hashed: parts that are the same object are equal at once.

    Parameters
    ----------
    key : callable
        From the function's argument to all that its result depends on.

    Returns
    -------
    callable
        Decorates the function.
    """

    def decorate(make: Callable[[KeyT], ValueT]) -> Callable[[KeyT], ValueT]:
        kept: deque[tuple[tuple[object, ...], ValueT]] = deque(maxlen=KEPT)

        @wraps(make)
        def found(argument: KeyT) -> ValueT:
            wanted = key(argument)
            # A copy, as a worker may add to it meanwhile.
            for known, value in tuple(kept):
                if known == wanted:
                    return value
            value = make(argument)
            kept.appendleft((wanted, value))
            return value

        return found

    return decorate
