"""The cut plan: which stock lengths to take and what to cut from each, as an integer programme.

Cutting patterns of every stock length are listed, and HiGHS chooses how often each is used:
least money first, then least waste.  Shelf lengths cost nothing and come in limited number.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.parts import Piece
from hazel_lantern.core.workshop import Workshop


@dataclass(frozen=True)
class StockLength:
    """A length that can be had: m, price, how many there are (None: as many as wanted)."""

    length: float
    price: float
    available: int | None = None

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


def patterns(
    lengths: Sequence[float], counts: Sequence[int], stock: float, kerf: float, most: int = 4000
) -> Iterator[tuple[int, ...]]:
    """Ways to cut a stock length: how many of each piece; the empty one is left out.

    A last cut may fall on the bar's end, so pieces fit when Σ(l + kerf) ≤ stock + kerf.
    """
    made = 0

    def fill(at: int, room: float, taken: tuple[int, ...]) -> Iterator[tuple[int, ...]]:
        nonlocal made
        if at == len(lengths):
            if any(taken):
                made += 1
                yield taken
            return
        fits = min(counts[at], int((room + 1e-9) / (lengths[at] + kerf)))
        for count in range(fits, -1, -1):
            if made >= most:
                return
            yield from fill(at + 1, room - count * (lengths[at] + kerf), (*taken, count))

    yield from fill(0, stock + kerf, ())


def plan_cuts(
    pieces: Sequence[Piece], stock: dict[str, Sequence[StockLength]], kerf: float
) -> CutPlan:
    """Cut all pieces from the least expensive stock.

    Parameters
    ----------
    pieces : sequence of Piece
    stock : dict
        Lengths that can be had, by section id.
    kerf : float
        Lost at each cut, m.

    Raises
    ------
    CutError
        If the shelf alone cannot give the pieces and nothing can be bought.
    """
    bars: list[CutBar] = []
    too_long: list[Piece] = []
    for section in dict.fromkeys(piece.section for piece in pieces):
        lengths = list(stock.get(section, ()))
        longest = max((entry.length for entry in lengths), default=0.0)
        wanted: list[Piece] = []
        for piece in (piece for piece in pieces if piece.section == section):
            (wanted if piece.length <= longest + 1e-9 else too_long).append(piece)
        if wanted:
            bars += _plan_section(section, wanted, lengths, kerf)
    return CutPlan(tuple(bars), tuple(too_long))


def _plan_section(
    section: str, pieces: list[Piece], stock: list[StockLength], kerf: float
) -> list[CutBar]:
    from scipy.optimize import Bounds, LinearConstraint, milp

    lengths = [piece.length for piece in pieces]
    counts = [piece.count for piece in pieces]
    columns: list[tuple[StockLength, tuple[int, ...]]] = []
    for entry in stock:
        columns += [(entry, pattern) for pattern in patterns(lengths, counts, entry.length, kerf)]
    if not columns:
        raise CutError(f"{section}: no stock length gives any of the pieces")
    # A tenth of a cent for each metre of stock settles ties towards less waste.
    price = np.array([entry.price + 1e-3 * entry.length for entry, _ in columns])
    made = np.array([pattern for _, pattern in columns], dtype=float).T
    constraints = [LinearConstraint(made, lb=counts)]
    for entry in stock:
        if entry.available is not None:
            uses = np.array([[float(column[0] is entry) for column in columns]])
            constraints.append(LinearConstraint(uses, ub=entry.available))
    answer = milp(
        price, constraints=constraints, integrality=np.ones(len(columns)), bounds=Bounds(lb=0)
    )
    if not answer.success:
        raise CutError(f"{section}: no cut plan found: {answer.message}")
    return _bars(section, pieces, columns, np.rint(answer.x).astype(int), kerf)


def _bars(
    section: str,
    pieces: list[Piece],
    columns: list[tuple[StockLength, tuple[int, ...]]],
    times: np.typing.NDArray[np.int_],
    kerf: float,
) -> list[CutBar]:
    """Lay the chosen patterns out as bars, dropping pieces that are made more than needed."""
    left = Counter({at: piece.count for at, piece in enumerate(pieces)})
    found = []
    for (entry, pattern), count in zip(columns, times, strict=True):
        for _ in range(count):
            cut: list[tuple[str, float]] = []
            for at, number in enumerate(pattern):
                take = min(number, left[at])
                left[at] -= take
                cut += [(pieces[at].label, pieces[at].length)] * take
            used = sum(length + kerf for _, length in cut)
            offcut = max(0.0, entry.length - used)
            found.append(CutBar(section, entry, tuple(cut), offcut))
    return found


def stock_for(
    pieces: Sequence[Piece], workshop: Workshop, price_factor: float = 1.0
) -> dict[str, Sequence[StockLength]]:
    """What the shelf and the shop offer for these pieces, by section id."""
    found: dict[str, Sequence[StockLength]] = {}
    for section_id in {piece.section for piece in pieces}:
        section = workshop.catalogue.find("sections", section_id)
        owned = Counter(workshop.shelf.lengths_of(section_id))
        found[section_id] = [
            *(StockLength(length, 0.0, count) for length, count in owned.items()),
            *(
                StockLength(length, length * section.price * price_factor)
                for length in section.stock_lengths
            ),
        ]
    return found
