"""The bill of parts of a rig, with the shelf, the maker's marks and prices applied."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from hazel_lantern.core.build.boards import spoken
from hazel_lantern.core.build.stock import Cover, cheapest_cover, pieces_in
from hazel_lantern.core.catalogue.rows import Thread
from hazel_lantern.core.parts import Bolt, Part, Piece, Template
from hazel_lantern.core.reuse import reused
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.rigs.kit.bolts import Sized, bought, sized, spacers
from hazel_lantern.core.rigs.kit.counterweight import Counterweight
from hazel_lantern.core.units import write


@reused(lambda built: built)
def _sized(
    built: tuple[tuple[Bolt, ...], tuple[Template, ...], Mapping[str, Thread]],
) -> tuple[Sized, ...]:
    """Every bolt with its length, from bolts, the parts they go through, and the threads."""
    bolts, made, threads = built
    parts = {one.part: one for one in made}
    return tuple(sized(one, parts, threads[one.thread]) for one in bolts if one.thread)


#: A length and the longest piece that it is straight enough for, m.
Length = tuple[float, float]


def _after(lengths: Sequence[Length], cover: Cover, piece: Piece, kerf: float) -> list[Length]:
    """Lengths that are left once pieces are cut: what nobody took, and the ends, m."""
    left, ends = list(lengths), [(length, math.inf) for length in cover.bought]
    for length in cover.owned:
        own = next(one for one in left if one[0] == length and one[1] >= piece.length)
        left.remove(own)
        ends.insert(0, own)
    to_cut = piece.count - cover.missing
    for length, reach in ends:
        number = min(pieces_in(length, piece.length, kerf), to_cut)
        to_cut -= number
        left.append((max(length - number * (piece.length + kerf), 0.0), reach))
    return left


class Bill:
    """Gathers parts one by one."""

    def __init__(self, case: Case[Any]) -> None:
        self._case = case
        self.parts: list[Part] = []
        #: What of the shelf is taken already: parts by id and length, and what is left of lengths.
        self._taken: Counter[tuple[str, float]] = Counter()
        self._left: dict[str, list[Length]] = {}
        self._bought: set[str] = set()

    def add(
        self,
        key: str,
        table: str,
        id: str,
        count: int = 1,
        name: str = "",
        note: str = "",
        mass: float | None = None,
        length: float = 0.0,
    ) -> None:
        """Add so many of a row of the catalogue.

        Parameters
        ----------
        key : str
            What the maker's marks and prices are kept under.
        table, id : str
            The row.
        count : int
        name, note : str
            In place of the row's name, and beside it.
        mass : float, optional
            Of one, in place of the row's, kg.
        length : float
            Of a bolt, m.

        Raises
        ------
        CatalogueError
            If there is no such row.
        """
        case = self._case
        row, mark = case.row(table, id), case.setup.mark_of(key, id)
        there = case.workshop.shelf.count_of(id, length)
        owned = max(min(count, there - self._taken[id, length]), 0)
        self._taken[id, length] += owned
        to_buy = count - owned
        total = row.price * case.settings.price_factor * to_buy
        if mark and mark.price is not None:
            total = mark.price * to_buy
        having = mark.having if mark and mark.having else ("owned" if to_buy == 0 else "buy")
        if owned and to_buy:
            note = f"{owned} on the shelf" + (f", {note}" if note else "")
        weight = (row.mass if mass is None else mass) * count
        self.parts.append(
            Part(
                key,
                spoken(name or row.name, case.style),
                count,
                total,
                weight,
                having,
                note,
                id,
                owned,
            )
        )

    def hardware(self, key: str, id: str, count: int = 1, **more: Any) -> None:
        """Add small parts.

        Parameters
        ----------
        key, id : str
            As in `add`.
        count : int
        more
            Further words to `add`.

        Raises
        ------
        CatalogueError
            If there is no such row.
        """
        self.add(key, "hardware", id, count, **more)

    def plates(self, counterweight: Counterweight) -> None:
        """Add the plates on the bar, which are on hand.

        Parameters
        ----------
        counterweight : Counterweight
        """
        for at, plate in enumerate(counterweight.plates, start=1):
            if plate.on_bar:
                key, name, count = f"plates-{at}", f"Plate {plate.mass:g} kg", plate.on_bar
                mass = plate.mass * count
                self.parts.append(Part(key, name, count, 0.0, mass, "owned", "on hand"))

    def bolts(
        self, bolts: Iterable[Bolt], made: Iterable[Template], spaced: str = "spacers"
    ) -> None:
        """Add bolts, each as long as it must be, and the spacers on them.

        Parameters
        ----------
        bolts : iterable of Bolt
        made : iterable of Template
            The parts that they go through.
        spaced : str
            What the spacers' marks and prices are kept under.

        Raises
        ------
        CatalogueError
            If there is no such thread.
        """
        threads = self._case.workshop.catalogue.threads
        found = _sized((tuple(bolts), tuple(made), threads))
        seen: set[str] = set()
        for (key, thread, words, length), count in bought(found).items():
            # Of one purpose there may be several lengths: the first has the plain key.
            number = sum(1 for one in seen if one == key or one.startswith(f"{key}-")) + 1
            name = key if number == 1 else f"{key}-{number}"
            seen.add(name)
            self.add(name, "threads", thread, count, f"Bolt {words}", length=length)
        pieces = spacers(found)
        if pieces:
            cuts = ", ".join(
                f"{count} × {write(length, 'fine', self._case.style)} for {thread}"
                for (thread, length), count in pieces.items()
            )
            self.hardware(spaced, "wheel-spacer", sum(pieces.values()), note=cuts)

    def cut(self, key: str, piece: Piece) -> None:
        """Add pieces cut from a section: what the stock lengths for them cost.

        Parameters
        ----------
        key : str
            What the maker's marks and prices are kept under.
        piece : Piece

        Raises
        ------
        CatalogueError
            If there is no such section.
        """
        settings, workshop = self._case.settings, self._case.workshop
        section = self._case.row("sections", piece.section)
        material = workshop.catalogue.material_of(section)
        mark = self._case.setup.mark_of(key, section.id)
        lengths = tuple((length, length * section.price) for length in section.stock_lengths)
        left = self._left.setdefault(section.id, list(workshop.shelf.stock_of(section.id)))
        usable = tuple(length for length, reach in left if reach >= piece.length)
        cover = cheapest_cover(piece.length, piece.count, lengths, usable, settings.kerf)
        self._left[section.id] = _after(left, cover, piece, settings.kerf)
        cost = cover.cost * settings.price_factor
        if cover.missing:
            cost += cover.missing * piece.length * section.price * settings.price_factor
        bought = cost > 0
        if bought and settings.cut_price:
            # A shop that cuts to size asks for each cut; what is owned is cut at home.
            cost += settings.cut_price * piece.count
        if mark and mark.price is not None:
            cost = mark.price * piece.count
        note = f"longer than any stock length: {cover.missing} to order" if cover.missing else ""
        if bought:
            self._bought.add(section.id)
            if settings.cut_price:
                note = note if note else "cut to size by the shop"
        elif section.id in self._bought:
            note = "from what is left of the lengths above"
        owned = section.id not in self._bought
        having = mark.having if mark and mark.having else ("owned" if owned else "buy")
        mass = section.properties.area * material.density * piece.length * piece.count
        self.parts.append(
            Part(key, section.name, piece.count, cost, mass, having, note, section.id)
        )
