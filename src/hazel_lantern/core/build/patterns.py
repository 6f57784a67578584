"""Cutting patterns: all of them where they are few, else those worth having, found one by one.

Gilmore and Gomory's column generation (Operations Research 9, 1961, 849–859): the prices that a
linear programme puts on the lengths tell which pattern would help most; where none does, its
value is a bound that no plan beats.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.stopping import Stop, StopSearch

Array = NDArray[np.float64]
#: Patterns of one section that are listed in full.
LISTED = 4000
#: A pattern is worth having if it saves so much of a bar's price.
WORTH = 1e-7
#: Patterns are looked for on a coarse grid first, then on a fine one, m.
GRIDS = (4e-3, 1e-3)
#: Patterns that share no length are looked for at once, so many times.
ROUNDS = 8
#: Two pieces that leave less than this of a bar fill it, m.
TIGHT = 5e-3
#: The search ends when no plan can be cheaper by more than this share.
NEAR = 2e-3


@dataclass(frozen=True)
class Column:
    """A stock length by its number, and how many of each length are cut from it."""

    stock: int
    made: tuple[int, ...]


@dataclass(frozen=True)
class Task:
    """What is to be cut, and from what.

    Attributes
    ----------
    lengths : tuple of float
        Different lengths, m, the longest first.
    counts : tuple of int
        How many of each.
    stock : tuple of float
        Lengths that can be had, m.
    prices : tuple of float
    available : tuple of int or None
        How many there are; None: as many as wanted.
    kerf : float
        Lost at each cut, m.
    """

    lengths: tuple[float, ...]
    counts: tuple[int, ...]
    stock: tuple[float, ...]
    prices: tuple[float, ...]
    available: tuple[int | None, ...]
    kerf: float

    def without(self, column: Column) -> Task:
        """What is left to cut, and of the stock, once a bar is cut."""
        made = column.made
        counts = tuple(max(0, n - m) for n, m in zip(self.counts, made, strict=True))
        available = tuple(
            most if most is None or number != column.stock else most - 1
            for number, most in enumerate(self.available)
        )
        return replace(self, counts=counts, available=available)

    def room(self, stock: int) -> float:
        """What Σ(length + kerf) may come to: a last cut may fall on the bar's end."""
        return self.stock[stock] + self.kerf + 1e-9

    def cost(self, columns: Sequence[Column]) -> float:
        """What bars come to."""
        return sum(self.prices[column.stock] for column in columns)

    @property
    def least_cost(self) -> float:
        """What no plan comes to less than: all lengths and cuts at the lowest price by length."""
        rate = min(p / (s + self.kerf) for p, s in zip(self.prices, self.stock, strict=True))
        return rate * float(self.uses @ np.array(self.counts))

    @property
    def uses(self) -> Array:
        """What each length takes with its cut, m."""
        return np.array(self.lengths) + self.kerf


def listed(task: Task, most: int = LISTED) -> list[Column] | None:
    """All patterns that leave no room for one more piece, or None where they are over ``most``."""
    found: list[Column] = []
    uses = task.uses.tolist()
    last = len(uses) - 1
    for stock in range(len(task.stock)):
        # How many of each length so far, and what room is left before each of them.
        taken, rooms = list[int](), [task.room(stock)]
        counts = [_fits(task, uses, 0, rooms[0])]
        while counts:
            at = len(counts) - 1
            if counts[at] < 0:
                # All of this length are tried: one fewer of the one before.
                counts.pop()
                rooms.pop()
                if taken:
                    taken.pop()
                continue
            count = counts[at]
            counts[at] -= 1
            if at == last:
                # It takes all it can; with fewer, the bar would only hold more waste.
                counts[at] = -1
                if count or any(taken):
                    found.append(Column(stock, (*taken, count)))
                    if len(found) > most:
                        return None
                continue
            taken.append(count)
            rooms.append(rooms[at] - count * uses[at])
            counts.append(_fits(task, uses, at + 1, rooms[-1]))
    return found


def _fits(task: Task, uses: Sequence[float], at: int, room: float) -> int:
    return min(task.counts[at], int(room / uses[at]))


def first_fit(task: Task, stock: int) -> list[Column] | None:
    """First-fit-decreasing into bars of one length; None where they run out."""
    uses, bars = task.uses.tolist(), list[list[int]]()
    rooms: list[float] = []
    for at, count in enumerate(task.counts):
        for _ in range(count):
            place = next((i for i, room in enumerate(rooms) if uses[at] <= room), None)
            if place is None:
                if uses[at] > task.room(stock):
                    return None
                bars.append([0] * len(uses))
                rooms.append(task.room(stock))
                place = len(bars) - 1
            bars[place][at] += 1
            rooms[place] -= uses[at]
    most = task.available[stock]
    if most is not None and len(bars) > most:
        return None
    return [Column(stock, tuple(bar)) for bar in bars]


def tight_fit(task: Task, stock: int) -> list[Column] | None:
    """Each bar begun with the longest piece left and filled with the two that fill it best.

    Of many different lengths some two nearly always do.  None where the bars run out.
    """
    # The shortest first, as what fits is looked up in them.
    uses, left = task.uses[::-1], np.array(task.counts[::-1])
    bars, size = list[Column](), len(left)
    while left.any():
        made, room = np.zeros(size, dtype=int), task.room(stock)
        while True:
            there = np.flatnonzero(left - made > 0)
            there = there[uses[there] <= room]
            if not there.size:
                break
            # Of each the longest that fits beside it; the second one of a length must be there.
            beside = np.searchsorted(uses[there], room - uses[there], side="right") - 1
            second = np.where(beside >= 0, uses[there][np.maximum(beside, 0)], 0.0)
            twice = (beside == np.arange(there.size)) & (left[there] - made[there] < 2)
            second[twice] = 0.0
            best = int((uses[there] + second).argmax())
            longest = int(there[-1])
            if room - uses[there[best]] - second[best] < TIGHT:
                made[there[best]] += 1
                room -= uses[there[best]]
                if second[best]:
                    made[there[beside[best]]] += 1
                    room -= second[best]
                continue
            made[longest] += 1
            room -= uses[longest]
        if not made.any():
            return None
        bars.append(Column(stock, tuple(made[::-1].tolist())))
        left -= made
    most = task.available[stock]
    return None if most is not None and len(bars) > most else bars


def _matrix(task: Task, columns: Sequence[Column]) -> tuple[Array, Array, Array, list[int]]:
    """Price of each column, what it makes, and where it uses stock of limited number."""
    price = np.array([task.prices[column.stock] for column in columns])
    made = np.array([c.made for c in columns], dtype=float).reshape(-1, len(task.counts)).T
    limited = [number for number, count in enumerate(task.available) if count is not None]
    used = np.array([[float(c.stock == number) for c in columns] for number in limited])
    return price, made, used, limited


def best_patterns(task: Task, worth: Array, grid: float) -> list[tuple[float, tuple[int, ...]]]:
    """For each stock length the pattern of greatest worth, and that worth: bounded knapsacks.

    One table serves all stock lengths.  Pieces are rounded up to the grid, m, and stock down, so
    that a pattern fits always; one that fills its bar to less than the grid may be missed.
    """
    uses = np.ceil(task.uses / grid - 1e-6).astype(int)
    rooms = [int((length + task.kerf) / grid + 1e-6) for length in task.stock]
    size = max(rooms) + 1
    best, steps = np.zeros(size), list[tuple[int, int, NDArray[np.bool_]]]()
    for at in np.flatnonzero(worth > 1e-12).tolist():
        left, bundle = min(task.counts[at], (size - 1) // uses[at]), 1
        # Bundles of 1, 2, 4, … pieces come to any number of them.
        while left > 0:
            bundle = min(bundle, left)
            weight = bundle * uses[at]
            more = best[:-weight] + bundle * worth[at]
            taken = more > best[weight:] + 1e-12
            best[weight:][taken] = more[taken]
            steps.append((at, bundle, taken))
            left, bundle = left - bundle, 2 * bundle
    found = []
    for room in rooms:
        made, place = [0] * len(uses), room
        for at, bundle, taken in reversed(steps):
            weight = bundle * uses[at]
            if place >= weight and taken[place - weight]:
                made[at] += bundle
                place -= int(weight)
        found.append((float(best[room]), tuple(made)))
    return found


def relaxed(
    task: Task, columns: list[Column], stop: Stop, grids: Sequence[float] = GRIDS
) -> tuple[float, Array]:
    """Solve the linear programme over all patterns of the grid, adding to ``columns``.

    Returns
    -------
    bound : float
        What no plan is cheaper than, of pieces rounded up to the finest grid.
    times : ndarray, shape (len(columns),)
        How often each column is used, in fractions.

    Raises
    ------
    StopSearch
        If told to stop.
    """
    from scipy.optimize import linprog

    known, bound, left = set(columns), 0.0, list(grids)
    # What no bar gives is had at a price that no bar has, so that there is an answer always.
    wanted = np.array(task.counts, dtype=float)
    dear, own = np.full(len(wanted), 1e3 * (max(task.prices) + 1.0)), np.eye(len(wanted))
    while True:
        if stop():
            raise StopSearch
        price, made, used, limited = _matrix(task, columns)
        rows, least = [-np.hstack([made, own])], [-wanted]
        if limited:
            rows.append(np.hstack([used, np.zeros((len(limited), len(wanted)))]))
            least.append(np.array([float(task.available[n] or 0) for n in limited]))
        answer = linprog(
            np.concatenate([price, dear]), np.vstack(rows), np.concatenate(least), method="highs"
        )
        duals = -answer.ineqlin.marginals
        costs = np.array(task.prices)
        costs[limited] += duals[len(wanted) :]
        fresh, ratio = _helpful(task, duals[: len(wanted)], costs, left[0], known)
        # Farley's bound: scaled down so that no pattern is worth more than it costs, the prices
        # of the lengths are a solution of the dual.
        bound = max(bound, float(answer.fun) / ratio)
        if bound >= answer.fun * (1 - NEAR) or not fresh:
            left.pop(0)
            if not left:
                return bound, answer.x[: len(columns)]
            bound = 0.0  # a coarser grid passes over patterns, so its bound is none
        columns += fresh
        known.update(fresh)


def _helpful(
    task: Task, worth: Array, costs: Array, grid: float, known: set[Column]
) -> tuple[list[Column], float]:
    """Patterns worth more than they cost, and the greatest share of worth to cost there is."""
    fresh, greatest, worth = list[Column](), 1.0, worth.copy()
    for number in range(ROUNDS):
        found = best_patterns(task, worth, grid)
        ratios = [value / cost for (value, _), cost in zip(found, costs, strict=True)]
        if number == 0:
            greatest = max(1.0, *ratios)
        good = [at for at, ratio in enumerate(ratios) if ratio > 1 + WORTH]
        if not good:
            break
        for at in good:
            column = Column(at, found[at][1])
            if column not in known:
                fresh.append(column)
        # The next round looks among the lengths that this one left out.
        best = max(good, key=lambda at: ratios[at])
        worth[np.array(found[best][1]) > 0] = 0.0
    return list(dict.fromkeys(fresh)), greatest


def whole(task: Task, columns: Sequence[Column]) -> list[Column] | None:
    """The cheapest whole bars out of some patterns, each as often as it is used.

    Parameters
    ----------
    task : Task
    columns : sequence of Column

    Returns
    -------
    list of Column or None
        None if these patterns do not give all pieces.
    """
    from scipy.optimize import Bounds, LinearConstraint, milp

    if not columns:
        return None
    price, made, used, limited = _matrix(task, columns)
    constraints = [LinearConstraint(made, lb=task.counts)]
    if limited:
        constraints.append(LinearConstraint(used, ub=[task.available[n] or 0 for n in limited]))
    answer = milp(
        price,
        constraints=constraints,
        integrality=np.ones(len(columns)),
        bounds=Bounds(lb=0),
    )
    if answer.x is None:
        return None
    times = np.rint(answer.x).astype(int).tolist()
    return [column for column, count in zip(columns, times, strict=True) for _ in range(count)]


def filled(task: Task) -> list[Column] | None:
    """Bar by bar, each the one that wastes least of its price; None where they run out."""
    bars, left = list[Column](), task
    price_of_use = min(
        price / length for price, length in zip(task.prices, task.stock, strict=True)
    )
    worth = task.uses * max(price_of_use, 1e-6)
    while any(left.counts):
        found = best_patterns(left, worth, GRIDS[1])
        there = [n for n, most in enumerate(left.available) if most != 0 and found[n][0] > 0]
        if not there:
            return None
        stock = max(there, key=lambda n: found[n][0] / task.prices[n])
        left = left.without(bar := Column(stock, found[stock][1]))
        bars.append(bar)
    return bars


def rounded(task: Task, columns: list[Column], stop: Stop) -> list[Column] | None:
    """The whole bars of the relaxed plan, and what they leave filled bar by bar.

    The patterns found on the way are added to ``columns``.

    Raises
    ------
    StopSearch
        If told to stop.
    """
    _, times = relaxed(task, columns, stop)
    bars, left = list[Column](), task
    for column, count in zip(list(columns), np.floor(times + 1e-9).astype(int), strict=True):
        for _ in range(count):
            bars.append(column)
            left = left.without(column)
    rest = filled(left)
    return None if rest is None else bars + rest
