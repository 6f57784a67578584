"""Trains of cogs: which of those on hand give a ratio, and which three share a spacing."""

from __future__ import annotations

import heapq
import itertools
import math
from collections import Counter
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass
from typing import NamedTuple, TypeVar

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics.gears import centre_distance, tip_diameter

Array = NDArray[np.float64]
#: A driven cog passes its neighbour's shaft by so much, m.
FREE = 0.001
#: Spacings that differ by less are one, m.
SAME_SPACING = 5e-5
#: Pairs that are tried in trains of one stage, of two and so on, and sets that are looked at, at
#: the most; trains so near to their ratio that one more stage is not worth its friction.
MOST_PAIRS, MOST_LOOKED, NEAR = (200, 400, 120, 60), 60_000, 1e-4
#: Sets that are tried whether they can be built, at the most.
MOST_TRIED = 4000
#: Spacings that a box is looked for on, and pairs on each, at the most.
MOST_SPACINGS, MOST_GEARS = 40, 14
ItemT = TypeVar("ItemT")
#: Of many pairs none gears by more than so many times its share of a ratio, and e^LEAST.
SHARE, LEAST = 1.3, 0.7


class Cog(NamedTuple):
    """A kind of cog: m, rad; so many of them there are."""

    id: str
    teeth: int
    module: float
    angle: float
    bore: float
    number: int


class Pair(NamedTuple):
    """Two that mesh: the driver, and what it drives."""

    driver: Cog
    driven: Cog

    @property
    def ratio(self) -> float:
        """Turns of the driver for one of the driven."""
        return self.driven.teeth / self.driver.teeth

    @property
    def spacing(self) -> float:
        """Between their axles, m."""
        return centre_distance(self.driver.module, self.driver.teeth, self.driven.teeth)


@dataclass(frozen=True)
class Train:
    """Pairs one after the other, from the motor on."""

    pairs: tuple[Pair, ...]
    target: float

    @property
    def ratio(self) -> float:
        """Turns of the motor for one of the last axle."""
        return math.prod(pair.ratio for pair in self.pairs)

    @property
    def error(self) -> float:
        """|ratio / target − 1|."""
        return abs(self.ratio / self.target - 1)

    @property
    def teeth(self) -> int:
        """Of all cogs together."""
        return sum(pair.driver.teeth + pair.driven.teeth for pair in self.pairs)

    @property
    def rank(self) -> tuple[float, int, int, tuple[str, ...]]:
        """Least error first, then fewest stages, then fewest teeth; then by name."""
        names = tuple(cog.id for pair in self.pairs for cog in pair)
        # Ratios are quotients of whole numbers: errors that differ less are the same.
        return round(self.error, 12), len(self.pairs), self.teeth, names


def pairs_of(cogs: Iterable[Cog]) -> list[Pair]:
    """All pairs that mesh: of one module and one pressure angle, two different or two alike.

    Parameters
    ----------
    cogs : iterable of Cog

    Returns
    -------
    list of Pair
    """
    there = [cog for cog in cogs if cog.number > 0]
    return [
        Pair(driver, driven)
        for driver, driven in itertools.product(there, repeat=2)
        if driver.module == driven.module
        and driver.angle == driven.angle
        and (driver is not driven or driver.number > 1)
    ]


def clears(pairs: Sequence[Pair]) -> bool:
    """Whether each driven cog passes the shaft of the next pair's driven one.

    Parameters
    ----------
    pairs : sequence of Pair
        From the motor on.

    Returns
    -------
    bool
    """
    return all(
        tip_diameter(here.driven.module, here.driven.teeth) / 2 + after.driven.bore / 2 + FREE
        <= after.spacing
        for here, after in itertools.pairwise(pairs)
    )


def enough(pairs: Sequence[Pair]) -> bool:
    """Whether there are as many of each cog as the pairs use.

    Parameters
    ----------
    pairs : sequence of Pair

    Returns
    -------
    bool
    """
    used = Counter(cog for pair in pairs for cog in pair)
    return all(many <= cog.number for cog, many in used.items())


def in_order(pairs: Sequence[Pair]) -> tuple[Pair, ...] | None:
    """The pairs in an order in which they clear each other.

    Parameters
    ----------
    pairs : sequence of Pair

    Returns
    -------
    tuple of Pair or None
        The first order by name; None where there is none.
    """
    ordered = sorted(pairs, key=lambda pair: (pair.driver.id, pair.driven.id))
    return next((order for order in itertools.permutations(ordered) if clears(order)), None)


def _sums(logs: Array, stages: int) -> tuple[Array, NDArray[np.intp]]:
    """Sums of so many of the logarithms, each set once, sorted, and which they are."""
    which = np.arange(len(logs))[:, None]
    for _ in range(stages - 1):
        last = which[:, -1]
        # Rows with every pair from their last one on.
        reach = len(logs) - last
        rows = np.repeat(np.arange(len(which)), reach)
        added = np.concatenate([np.arange(start, len(logs)) for start in last])
        which = np.column_stack([which[rows], added])
    sums = logs[which].sum(axis=1)
    order = np.argsort(sums, kind="stable")
    return sums[order], which[order]


def best_trains(
    cogs: Sequence[Cog],
    target: float,
    stages: int,
    wanted: int = 12,
    stop: Callable[[], bool] = lambda: False,
) -> list[Train]:
    """The trains of up to so many stages that come nearest to a ratio.

    Parameters
    ----------
    cogs : sequence of Cog
        On hand.
    target : float
        Turns of the motor for one of the last axle.
    stages : int
        At most.
    wanted : int
        How many trains.
    stop : callable
        Asked now and then; true gives the search up.

    Returns
    -------
    list of Train
        Ranked; a set of pairs once, in an order in which they clear each other.

    Notes
    -----
    Of an even and an odd half every set of pairs is listed by the sum of its logarithms; both are
    met in the middle within a reach that grows until enough trains hold, so nothing that would
    rank before them is passed over.  Of more pairs than `MOST_PAIRS` those are taken that spread
    evenly over all ratios, of like ones the smallest: their sets lie so close together that no
    other would come nearer by anything that can be seen.
    """
    meshing = _Meshing(cogs)
    if not meshing.count:
        return []
    found: list[Train] = []
    for count in range(1, stages + 1):
        if stop():
            return []
        most = MOST_PAIRS[min(count, len(MOST_PAIRS)) - 1]
        # What has more stages must come nearer to rank before what there is.
        bound = found[-1].error if len(found) >= wanted else math.inf
        if bound < (1e-12 if meshing.count <= most else NEAR):
            break
        pairs = meshing.nearest(target, most) if count == 1 else meshing.spread(target, count, most)
        if pairs:
            found += _Search(pairs, target, count).best(wanted, bound, stop)
        found = sorted(found, key=lambda train: train.rank)[:wanted]
    return found


class _Meshing:
    """All pairs that mesh, as numbers: of hundreds of cogs there are tens of thousands."""

    def __init__(self, cogs: Sequence[Cog]) -> None:
        self.cogs = [cog for cog in cogs if cog.number > 0]
        kinds = {(cog.module, cog.angle): at for at, cog in enumerate(self.cogs)}
        kind = np.array([kinds[cog.module, cog.angle] for cog in self.cogs], dtype=np.intp)
        meshes = kind[:, None] == kind[None, :]
        alone = [at for at, cog in enumerate(self.cogs) if cog.number < 2]
        meshes[alone, alone] = False
        self.driver, self.driven = np.nonzero(meshes)
        self.count = len(self.driver)

    @property
    def _logs(self) -> Array:
        teeth = np.array([cog.teeth for cog in self.cogs], dtype=float)
        return np.asarray(np.log(teeth[self.driven] / teeth[self.driver]))

    def _pairs(self, which: NDArray[np.intp]) -> list[Pair]:
        both = zip(self.driver[which].tolist(), self.driven[which].tolist(), strict=True)
        return [Pair(self.cogs[one], self.cogs[other]) for one, other in both]

    def nearest(self, target: float, most: int) -> list[Pair]:
        """So many that come nearest to a ratio each by itself."""
        off = np.abs(self._logs - math.log(target))
        return self._pairs(np.argsort(off, kind="stable")[:most])

    def spread(self, target: float, stages: int, most: int) -> list[Pair]:
        """All of them, or so many that lie evenly over the ratios, of each the fewest teeth.

        Of more than that only those count that gear the way that is asked, none by far more than
        its share of it: what gears most clears least.
        """
        if self.count <= most:
            return self._pairs(np.arange(self.count))
        logs, teeth = self._logs, np.array([cog.teeth for cog in self.cogs])
        # A hair past one: a pair that gears nothing may still part two others.
        asked = math.log(target)
        gears = logs * math.copysign(1.0, asked or 1.0)
        way = np.flatnonzero((gears >= -1e-9) & (gears <= SHARE * abs(asked) / stages + LEAST))
        if not way.size:
            way = np.flatnonzero(gears >= -1e-9)
        logs = logs[way]
        share = (logs - logs.min()) / max(float(np.ptp(logs)), 1e-12)
        place = np.floor(share * (most - 1e-6)).astype(int)
        order = np.argsort(place, kind="stable")
        groups = np.split(order, np.flatnonzero(np.diff(place[order])) + 1)
        number = np.array([cog.number for cog in self.cogs])
        used, picked = np.zeros(len(self.cogs)), []
        for group in groups:
            here = way[group]
            driver, driven = self.driver[here], self.driven[here]
            # Not the same few cogs for all: there are only so many of each.
            worn = (used[driver] + used[driven]).astype(int)
            one = int(np.lexsort((teeth[driver] + teeth[driven], worn))[0])
            picked.append(here[one])
            used[driver[one]] += 1 / number[driver[one]]
            used[driven[one]] += 1 / number[driven[one]]
        return self._pairs(np.array(picked))


class _Search:
    """All sets of so many pairs, by how near they come to a ratio."""

    def __init__(self, pairs: list[Pair], target: float, count: int) -> None:
        self.pairs, self.target, self.aim = pairs, target, math.log(target)
        logs, half = np.log([pair.ratio for pair in pairs]), count // 2
        self.teeth = np.array([pair.driver.teeth + pair.driven.teeth for pair in pairs])
        self.others, self.other_sets = _sums(logs, count - half)
        self.sums, self.sets = np.zeros(1), np.zeros((1, 0), dtype=np.intp)
        if half:
            self.sums, self.sets = _sums(logs, half)
        self.widest = float(np.abs(logs).max()) * count + abs(self.aim) + 1.0

    def best(self, wanted: int, bound: float, stop: Callable[[], bool]) -> list[Train]:
        """The best that can be built and come nearer than a bound."""
        looked = 16 * wanted
        while not stop():
            reach = self._reach(looked)
            found = self._built(reach, wanted, bound, stop)
            # Whatever lies outside of the reach is off by so much at the least.
            outside = -math.expm1(-reach)
            enough_found = len(found) >= wanted and found[-1].error <= outside
            all_looked_at = looked >= min(len(self.sums) * len(self.others), MOST_LOOKED)
            if enough_found or bound <= outside or all_looked_at:
                return found
            looked = min(looked * 16, MOST_LOOKED)
        return []

    def _spans(self, reach: float) -> tuple[NDArray[np.intp], NDArray[np.intp]]:
        """Of each sum the first and the last of the others that come within reach."""
        middle = self.aim - self.sums
        first = np.searchsorted(self.others, middle - reach, side="left")
        return first, np.searchsorted(self.others, middle + reach, side="right")

    def _reach(self, looked: int) -> float:
        """The least reach, about, within which so many sets lie; all, where there are fewer."""
        if looked >= len(self.sums) * len(self.others):
            return self.widest
        low, high = math.log(1e-9), math.log(self.widest)
        for _ in range(24):
            middle = (low + high) / 2
            first, last = self._spans(math.exp(middle))
            if int((last - first).sum()) < looked:
                low = middle
            else:
                high = middle
        return math.exp(high)

    def _built(
        self, reach: float, wanted: int, bound: float, stop: Callable[[], bool]
    ) -> list[Train]:
        """Of the sets within reach the best that can be built."""
        first, last = self._spans(reach)
        counts = last - first
        rows = np.repeat(np.arange(len(first)), counts)
        starts = np.repeat(first - np.concatenate([[0], np.cumsum(counts)[:-1]]), counts)
        columns = starts + np.arange(len(rows))
        chosen = np.sort(np.column_stack([self.sets[rows], self.other_sets[columns]]), axis=1)
        off = np.abs(np.expm1(self.sums[rows] + self.others[columns] - self.aim)).round(12)
        found: list[Train] = []
        seen: set[tuple[int, ...]] = set()
        for tried, at in enumerate(np.lexsort((self.teeth[chosen].sum(axis=1), off))):
            if len(found) >= wanted or off[at] >= bound or tried > MOST_TRIED:
                break
            if tried % 256 == 0 and stop():
                break
            key = tuple(chosen[at].tolist())
            if key in seen:
                continue
            seen.add(key)
            picked = [self.pairs[index] for index in key]
            order = in_order(picked) if enough(picked) else None
            if order is not None:
                found.append(Train(order, self.target))
        return found


class Span(NamedTuple):
    """From the quickest to the slowest, s."""

    quick: float
    slow: float


@dataclass(frozen=True)
class Box:
    """Three pairs on one spacing, slowest first.

    Attributes
    ----------
    pairs : tuple of Pair
    spans : tuple of Span
        Moves that each gear can do.
    uncovered : float
        Share of the asked span, by its logarithm, that no gear does.
    gap : float
        Widest hole in it, as a quotient of times; 1 where there is none.
    """

    pairs: tuple[Pair, ...]
    spans: tuple[Span, ...]
    uncovered: float
    gap: float

    @property
    def spacing(self) -> float:
        """Between both shafts, m."""
        return self.pairs[0].spacing

    @property
    def rank(self) -> tuple[float, float, int, tuple[str, ...]]:
        """Least uncovered, then the narrowest gap, then fewest teeth; then by name."""
        teeth = sum(cog.teeth for pair in self.pairs for cog in pair)
        names = tuple(cog.id for pair in self.pairs for cog in pair)
        return round(self.uncovered, 9), round(self.gap, 9), teeth, names


def holes(spans: Iterable[Span], asked: Span) -> list[Span]:
    """Parts of a span of times that no gear does, the quickest first.

    Parameters
    ----------
    spans : iterable of Span
    asked : Span

    Returns
    -------
    list of Span
    """
    reached, found = asked.quick, []
    for quick, slow in sorted(spans):
        end = min(quick, asked.slow)
        if end > reached:
            found.append(Span(reached, end))
        reached = min(max(reached, slow), asked.slow)
    if reached < asked.slow:
        found.append(Span(reached, asked.slow))
    return found


def uncovered(spans: Iterable[Span], asked: Span) -> tuple[float, float]:
    """What of a span of times no gear does.

    Parameters
    ----------
    spans : iterable of Span
    asked : Span

    Returns
    -------
    float, float
        Share by logarithm, and the widest hole as a quotient of times.
    """
    quotients = [slow / quick for quick, slow in holes(spans, asked)]
    missing = math.fsum(math.log(one) for one in quotients)
    return missing / math.log(asked.slow / asked.quick), max(quotients, default=1.0)


def three_speeds(cogs: Sequence[Cog], least: Span, asked: Span, wanted: int = 8) -> list[Box]:
    """Boxes of three pairs that share a spacing, ranked by how well they cover a span of times.

    Parameters
    ----------
    cogs : sequence of Cog
    least : Span
        What the dial does with a pair of 1 : 1, s.
    asked : Span
        s.
    wanted : int
        How many boxes.

    Returns
    -------
    list of Box
    """
    groups: dict[int, list[Pair]] = {}
    for pair in sorted(pairs_of(cogs), key=lambda one: one.spacing):
        groups.setdefault(round(pair.spacing / SAME_SPACING), []).append(pair)
    shared = []
    for key, here in groups.items():
        # Spacings on either side of a border are the same as well.
        near = here + groups.get(key + 1, [])
        near = [one for one in near if one.spacing - here[0].spacing <= SAME_SPACING]
        if len(near) > 2:
            shared.append(near)

    def boxes() -> Iterator[Box]:
        for near in _thinned(shared, MOST_SPACINGS):
            ratios = sorted(near, key=lambda one: one.ratio)
            for three in itertools.combinations(_thinned(ratios, MOST_GEARS), 3):
                if len({round(pair.ratio, 9) for pair in three}) < 3 or not enough(three):
                    continue
                ordered = tuple(sorted(three, key=lambda pair: -pair.ratio))
                spans = tuple(Span(least.quick * p.ratio, least.slow * p.ratio) for p in ordered)
                yield Box(ordered, spans, *uncovered(spans, asked))

    # A set may lie on both sides of a border, so it may come twice.
    best = heapq.nsmallest(2 * wanted, boxes(), key=lambda box: box.rank)
    return list({frozenset(box.pairs): box for box in best}.values())[:wanted]


def _thinned(many: Sequence[ItemT], most: int) -> list[ItemT]:
    """All, or so many of them evenly from the first to the last."""
    if len(many) <= most:
        return list(many)
    return [many[round(at)] for at in np.linspace(0, len(many) - 1, most).tolist()]
