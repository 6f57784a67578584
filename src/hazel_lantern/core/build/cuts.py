"""The cut plan: which stock lengths to take and what to cut from each, as an integer programme.

From the cutting patterns of every stock length HiGHS chooses how often each is used: least money
first, then least waste.  Shelf lengths cost nothing and come in limited number.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from hazel_lantern.core.build.cut_check import faults
from hazel_lantern.core.build.patterns import (
    Column,
    Task,
    filled,
    first_fit,
    listed,
    rounded,
    tight_fit,
    whole,
)
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.parts import Piece
from hazel_lantern.core.stopping import Stop, never
from hazel_lantern.core.workshop import Workshop

#: Lengths that differ by less are one length, m.
ALIKE = 1e-7
#: A plan that costs so little more than the mere length of all pieces is not searched further.
NEAR_ENOUGH = 0.01
#: Of more different lengths no patterns are searched.
SEARCHED = 120


@dataclass(frozen=True)
class StockLength:
    """A length that can be had: m, price, how many there are (None: as many as wanted), and the
    longest piece that it is straight enough for, m.
    """

    length: float
    price: float
    available: int | None = None
    reach: float = math.inf

    @property
    def owned(self) -> bool:
        """Whether it lies on the shelf."""
        return self.available is not None


@dataclass(frozen=True)
class CutBar:
    """One stock length and the pieces cut from it; ``offcut`` is what is left, m."""

    section: str
    stock: StockLength
    pieces: tuple[tuple[str, float], ...]
    offcut: float


@dataclass(frozen=True)
class CutPlan:
    """All bars to take, and pieces longer than any of them."""

    bars: tuple[CutBar, ...]
    too_long: tuple[Piece, ...]

    @property
    def cost(self) -> float:
        """Price of the bars to buy."""
        return sum(bar.stock.price for bar in self.bars)


class CutError(CannotBe):
    """No plan could be found; the message says why."""


def plan_cuts(
    pieces: Sequence[Piece],
    stock: dict[str, Sequence[StockLength]],
    kerf: float,
    stop: Stop = never,
) -> CutPlan:
    """Cut all pieces from the least expensive stock.

    Parameters
    ----------
    pieces : sequence of Piece
    stock : dict
        Lengths that can be had, by section id.
    kerf : float
        Lost at each cut, m.
    stop : callable
        Asked now and then whether to stop.

    Raises
    ------
    CutError
        If the shelf alone cannot give the pieces and nothing can be bought.
    StopSearch
        If told to stop.
    """
    bars: list[CutBar] = []
    too_long: list[Piece] = []
    for section in dict.fromkeys(piece.section for piece in pieces):
        lengths = list(stock.get(section, ()))
        longest = max((min(entry.length, entry.reach) for entry in lengths), default=0.0)
        wanted: list[Piece] = []
        for piece in (piece for piece in pieces if piece.section == section):
            (wanted if piece.length <= longest + 1e-9 else too_long).append(piece)
        crooked, wanted = _of_crooked(section, wanted, lengths, kerf)
        bars += crooked
        straight = [entry for entry in lengths if math.isinf(entry.reach)]
        if wanted:
            bars += _plan_section(section, wanted, straight, kerf, stop)
    plan = CutPlan(tuple(bars), tuple(too_long))
    if wrong := faults(plan, pieces, stock, kerf):
        raise RuntimeError(f"a cut plan does not add up: {'; '.join(wrong[:5])}")
    return plan


def _of_crooked(
    section: str, pieces: Sequence[Piece], lengths: Sequence[StockLength], kerf: float
) -> tuple[list[CutBar], list[Piece]]:
    """Short pieces out of crooked lengths, which cost nothing and are good for nothing longer.

    Returns
    -------
    list of CutBar
    list of Piece
        What is still to be cut of straight ones.
    """
    left = sorted((one.length, one.label) for one in pieces for _ in range(one.count))
    bars = []
    for entry in sorted(lengths, key=lambda one: one.reach):
        for _ in range(0 if math.isinf(entry.reach) else entry.available or 0):
            cut, room = [], entry.length
            for one in reversed(left):
                if one[0] <= min(entry.reach, room + 1e-9):
                    cut.append(one)
                    room -= one[0] + kerf
            for one in cut:
                left.remove(one)
            if cut:
                made = tuple((label, length) for length, label in cut)
                bars.append(CutBar(section, entry, made, max(room, 0.0)))
    counts = Counter(left)
    return bars, [Piece(section, label, length, n) for (length, label), n in counts.items()]


def _task(
    pieces: Sequence[Piece], stock: Sequence[StockLength], kerf: float
) -> tuple[Task, list[list[str]]]:
    """What is to be cut, equal lengths as one, and for each length the labels of its pieces."""
    labels: dict[float, list[str]] = {}
    for piece in sorted(pieces, key=lambda piece: -piece.length):
        last = next(reversed(labels), piece.length)
        length = last if last - piece.length < ALIKE else piece.length
        labels.setdefault(length, []).extend([piece.label] * piece.count)
    task = Task(
        tuple(labels),
        tuple(len(names) for names in labels.values()),
        tuple(entry.length for entry in stock),
        # A tenth of a cent for each metre of stock settles ties towards less waste.
        tuple(entry.price + 1e-3 * entry.length for entry in stock),
        tuple(entry.available for entry in stock),
        kerf,
    )
    return task, list(labels.values())


def _plan_section(
    section: str, pieces: Sequence[Piece], stock: Sequence[StockLength], kerf: float, stop: Stop
) -> list[CutBar]:
    task, labels = _task(pieces, stock, kerf)
    columns = listed(task)
    answers = [whole(task, columns)] if columns is not None else _worth_having(task, stop)
    found = [answer for answer in answers if answer is not None]
    if not found:
        raise CutError(f"{section}: what there is does not give all of the pieces")
    return _bars(section, task, labels, stock, min(found, key=task.cost))


def _worth_having(task: Task, stop: Stop) -> list[list[Column] | None]:
    """Plans by first fit, by filling bar after bar, and from the patterns worth having."""
    fits = [
        fit(task, number) for fit in (first_fit, tight_fit) for number in range(len(task.stock))
    ]
    plans = [fit for fit in fits if fit is not None]
    if plans and min(map(task.cost, plans)) <= task.least_cost * (1 + NEAR_ENOUGH):
        return fits
    if plans and len(task.lengths) > SEARCHED:
        # Of so many lengths some nearly fill each bar: no search does much better, and none ends.
        return fits
    columns = list(dict.fromkeys(column for fit in fits for column in fit or ()))
    return [*fits, filled(task), rounded(task, columns, stop)]


def _bars(
    section: str,
    task: Task,
    labels: list[list[str]],
    stock: Sequence[StockLength],
    columns: Sequence[Column],
) -> list[CutBar]:
    """Lay the chosen patterns out as bars, dropping pieces that are made more than needed."""
    left = [list(names) for names in labels]
    found = []
    for column in columns:
        cut: list[tuple[str, float]] = []
        for at, number in enumerate(column.made):
            taken, left[at] = left[at][:number], left[at][number:]
            cut += [(label, task.lengths[at]) for label in taken]
        if cut:
            entry = stock[column.stock]
            used = sum(length + task.kerf for _, length in cut)
            found.append(CutBar(section, entry, tuple(cut), max(0.0, entry.length - used)))
    return found


def stock_for(
    pieces: Sequence[Piece], workshop: Workshop, price_factor: float = 1.0
) -> dict[str, Sequence[StockLength]]:
    """What the shelf and the shop offer for these pieces, by section id."""
    found: dict[str, Sequence[StockLength]] = {}
    for section_id in {piece.section for piece in pieces}:
        section = workshop.catalogue.find("sections", section_id)
        owned = Counter(workshop.shelf.stock_of(section_id))
        found[section_id] = [
            *(StockLength(length, 0.0, count, reach) for (length, reach), count in owned.items()),
            *(
                StockLength(length, length * section.price * price_factor)
                for length in section.stock_lengths
            ),
        ]
    return found
