"""A mapping whose values are made when they are first asked for, and then kept."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from typing import TypeVar

T = TypeVar("T")


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
