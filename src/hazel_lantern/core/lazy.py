"""What is made when it is first asked for, and then kept: properties, and values of a mapping."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from functools import cached_property
from typing import TYPE_CHECKING, Any, TypeVar

__all__ = ["Lazy", "kept"]

T = TypeVar("T")


if TYPE_CHECKING:
    from functools import cached_property as kept
else:

    class kept(cached_property):  # noqa: N801 - it is used as a word
        """A property made once for each object.

        Unlike its parent it holds no lock, which in Python 3.11 is one for all objects of a class:
        a window would wait for a thread that works the same thing out for another object.  Two
        threads may make a value twice; it is the same.
        """

        def __get__(self, instance: object, owner: type[Any] | None = None) -> Any:
            """The value; the descriptor itself when asked of the class."""
            if instance is None:
                return self
            value = self.func(instance)
            assert self.attrname is not None
            instance.__dict__[self.attrname] = value
            return value


class Lazy(Mapping[str, T]):
    """Keys are known from the start; a value is made once, by its maker."""

    def __init__(self, makers: Mapping[str, Callable[[], T]]) -> None:
        self._makers, self._made = makers, dict[str, T]()

    def __getitem__(self, key: str) -> T:
        if key not in self._made:
            self._made[key] = self._makers[key]()
        return self._made[key]

    def __iter__(self) -> Iterator[str]:
        return iter(self._makers)

    def __len__(self) -> int:
        return len(self._makers)

    def __contains__(self, key: object) -> bool:
        return key in self._makers
