"""Pairs of changes, for a lamp that no single lever mends."""

from __future__ import annotations

import contextlib
from collections.abc import Iterator, Sequence

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.mends.offer import Mend
from hazel_lantern.core.mends.pull import Figure, single
from hazel_lantern.core.mends.search import Effort, EnoughTried, Search
from hazel_lantern.core.rigs.asks import Choices, Lever, Numeric

#: First changes that are gone on from, and how many of them one lever may give.
FIRST, OF_EACH = 6, 2


def in_two(search: Search, levers: Sequence[Lever], most: int) -> list[Mend]:
    """A helpful first change, then the least second one that mends."""
    found: list[Mend] = []
    with contextlib.suppress(EnoughTried):
        for mend in _pairs(search, levers):
            found.append(mend)
            if len(found) >= most:
                break
    return found


def _samples(search: Search, lever: Lever) -> Iterator[tuple[str, tuple[Edit, ...]]]:
    if isinstance(lever, Choices):
        yield from lever.candidates
        return
    figure = Figure(search, lever)
    for value in figure.samples():
        yield figure.title(value), figure.edits(value)


#: A change: what to do, the edits, and what is given up by it.
Change = tuple[str, tuple[Edit, ...], str]


def helpful(search: Search, levers: Sequence[Lever]) -> list[Change]:
    """Single changes that help without harm though they do not mend alone, best first."""
    now = search.lamp(search.before).missing
    found: list[tuple[tuple[float, float], Change]] = []
    for lever in levers:
        helpful = []
        for title, edits in _samples(search, lever):
            after = search.attempt(edits)
            if after is None:
                continue
            missing = search.lamp(after).missing
            if missing < now - 1e-9 and search.harmless(after):
                better = missing, after.cost - search.before.cost
                helpful.append((better, (title, edits, lever.loses)))
        # Some of each lever: the second move is most often that of another one.
        found += sorted(helpful, key=lambda entry: entry[0])[:OF_EACH]
    found.sort(key=lambda entry: entry[0])
    return [change for _, change in found]


def _pairs(search: Search, levers: Sequence[Lever]) -> Iterator[Mend]:
    effort = Effort()
    search.effort = effort
    for title, edits, loses in helpful(search, levers)[:FIRST]:
        try:
            changed = search.case.edited(edits)
        except CannotBe:
            continue
        inner = Search(changed, search.target, search.stop, effort)
        touched = {edit.path for edit in edits}
        for lever in inner.levers():
            if isinstance(lever, Numeric) and lever.path in touched:
                continue
            for second in single(inner, lever):
                if search.harmless(second.after):
                    words = f"{title}, and {second.title[0].lower()}{second.title[1:]}"
                    both = (*edits, *second.edits)
                    given_up = " and ".join(filter(None, (loses, second.loses)))
                    yield Mend.of(words, both, search.before, second.after, given_up)
