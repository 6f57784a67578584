"""Pulling one lever: the least change of a figure that mends, or the cheapest choices that do."""

from __future__ import annotations

import math
from collections.abc import Iterator

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit, describe, value_at
from hazel_lantern.core.mends.offer import Mend
from hazel_lantern.core.mends.search import Search
from hazel_lantern.core.rigs.asks import Choices, Lever, Numeric
from hazel_lantern.core.units import INCH, Style, write

#: Choices of one lever that are offered.
MOST_CHOICES = 3
#: Thirds of a span looked at for a narrow place: two thirds seventeen times over bring a span
#: of a thousand steps down to one.
THIRDS = 17


class Figure:
    """A numeric lever on the case of a search: its values and what each makes of the rig."""

    def __init__(self, search: Search, lever: Numeric) -> None:
        self.search, self.lever = search, lever
        self.kind = describe(search.case.setup, lever.path).kind
        self.now = float(value_at(search.case.setup, lever.path))
        self.style: Style = search.case.style
        self.step = lever.step
        if self.kind == "length" and self.style.imperial:
            # As a maker with this rule would set it.
            self.step = max(round(lever.step / (INCH / 4)), 1) * INCH / 4

    def on_grid(self, value: float) -> float:
        """The nearest value that can be set."""
        low, high = self.lever.low, self.lever.high
        return min(max(round(value / self.step) * self.step, low), high)

    def edits(self, value: float) -> tuple[Edit, ...]:
        """The edits that put the lever to a value, with what has to follow."""
        lever = self.lever
        edits = (Edit(lever.path, round(value) if lever.whole else value),)
        if lever.then is None:
            return edits
        try:
            return (*edits, *lever.then(self.search.case.edited(edits)))
        except CannotBe:
            return edits

    def title(self, value: float) -> str:
        """What to do, with the value as a maker reads it."""
        whole = self.lever.whole
        return self.lever.title.format(
            round(value) if whole else write(value, self.kind, self.style)
        )

    def mends(self, value: float) -> bool:
        """Whether the value mends."""
        return self.search.mends(self.search.attempt(self.edits(value)))

    def missing(self, value: float) -> float:
        """How far the target then is from its limit; infinite where the value cannot be."""
        after = self.search.attempt(self.edits(value))
        return math.inf if after is None else self.search.lamp(after).missing

    def mend(self, value: float) -> Mend:
        """The mend that sets a value."""
        edits = self.edits(value)
        after = self.search.attempt(edits)
        assert after is not None
        return Mend.of(self.title(value), edits, self.search.before, after, self.lever.loses)

    def samples(self) -> Iterator[float]:
        """A few values on the way to either end."""
        for share in (0.25, 0.5, 1.0):
            for end in (self.lever.low, self.lever.high):
                yield self.on_grid(self.now + share * (end - self.now))


def single(search: Search, lever: Lever) -> Iterator[Mend]:
    """Mends by one lever alone."""
    if isinstance(lever, Numeric):
        figure = Figure(search, lever)
        for stop in (lever.high, lever.low):
            value = _least(figure, stop)
            if value is not None:
                yield figure.mend(value)
    else:
        yield from _choose(search, lever)


def _ladder(start: float, stop: float, step: float) -> Iterator[float]:
    """Steps from start towards stop, each rung three times as far as the one before."""
    sign = 1 if stop > start else -1
    reach = step
    while reach < abs(stop - start):
        yield start + sign * reach
        reach *= 3
    yield stop


def _least(figure: Figure, stop: float) -> float | None:
    """The value nearest to now, towards a stop, that mends."""
    now, step = figure.now, figure.step
    if abs(stop - now) < step / 2 or not figure.search.matters(figure.edits(stop)):
        return None
    rungs = [now]
    for rung in _ladder(now, stop, step):
        value = figure.on_grid(rung)
        if figure.mends(value):
            last = rungs[-1]
            break
        rungs.append(value)
    else:
        dip = _narrow_place(figure, rungs)
        if dip is None:
            return None
        last, value = dip
    while abs(value - last) > 1.01 * step:
        middle = figure.on_grid((value + last) / 2)
        if middle in (value, last):
            break
        if figure.mends(middle):
            value = middle
        else:
            last = middle
    return value


def _narrow_place(figure: Figure, rungs: list[float]) -> tuple[float, float] | None:
    """A value between two rungs that mends, and one nearer to now that does not.

    Some lamps hold only in a narrow place, such as a balance: it is looked for by thirds
    around the rung at which the lamp was best.
    """
    best = min(range(len(rungs)), key=lambda at: figure.missing(rungs[at]))
    if best == 0:
        return None
    near, far = rungs[best - 1], rungs[min(best + 1, len(rungs) - 1)]
    for _ in range(THIRDS):
        if abs(far - near) < 2 * figure.step:
            break
        thirds = [figure.on_grid(near + share * (far - near)) for share in (1 / 3, 2 / 3)]
        for value in thirds:
            if figure.mends(value):
                return near, value
        if figure.missing(thirds[0]) <= figure.missing(thirds[1]):
            far = thirds[1]
        else:
            near = thirds[0]
    return None


def _choose(search: Search, lever: Choices) -> Iterator[Mend]:
    """The cheapest choices that mend."""
    few = lever.candidates[:: max(1, len(lever.candidates) // 4)]
    if not any(search.matters(edits) for _, edits in few):
        return
    found = []
    for title, edits in lever.candidates:
        after = search.attempt(edits)
        if after is not None and search.mends(after):
            found.append(Mend.of(title, edits, search.before, after, lever.loses))
    yield from sorted(found, key=lambda mend: (mend.cost, mend.mass))[:MOST_CHOICES]
