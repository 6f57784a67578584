"""The parts list of a rig, with the shelf, the maker's marks and prices applied."""

from __future__ import annotations

from typing import TYPE_CHECKING

from hazel_lantern.core.build.stock import cheapest_cover
from hazel_lantern.core.parts import Part, Piece

if TYPE_CHECKING:
    from hazel_lantern.core.project.model import Rig, Settings
    from hazel_lantern.core.workshop import Workshop


class PartsList:
    """Gathers parts one by one."""

    def __init__(self, rig: Rig, settings: Settings, workshop: Workshop) -> None:
        self._rig, self._settings, self._workshop = rig, settings, workshop
        self.parts: list[Part] = []

    def add(
        self,
        key: str,
        table: str,
        id: str,
        count: int,
        name: str = "",
        note: str = "",
        price: float | None = None,
        mass: float | None = None,
    ) -> None:
        row = self._workshop.catalogue.find(table, id)
        mark = self._rig.mark_of(key)
        one = row.price if price is None else price
        owned = min(count, self._workshop.shelf.count_of(id))
        to_buy = count - owned
        total = one * self._settings.price_factor * to_buy
        if mark and mark.price is not None:
            total = mark.price * to_buy
        having = mark.having if mark and mark.having else ("owned" if to_buy == 0 else "buy")
        if owned and to_buy:
            note = f"{owned} on the shelf" + (f", {note}" if note else "")
        weight = (row.mass if mass is None else mass) * count
        self.parts.append(
            Part(key, name or row.name, count, total, weight, having, note, id, owned)
        )

    def add_cut(self, key: str, piece: Piece) -> None:
        """Add pieces cut from a section: what the stock lengths for them cost."""
        rig, settings, workshop = self._rig, self._settings, self._workshop
        section = workshop.catalogue.find("sections", piece.section)
        material = workshop.catalogue.material_of(section)
        mark = rig.mark_of(key)
        lengths = tuple((length, length * section.price) for length in section.stock_lengths)
        cover = cheapest_cover(
            piece.length, piece.count, lengths, workshop.shelf.lengths_of(section.id), settings.kerf
        )
        cost = cover.cost * settings.price_factor
        if cover.missing:
            cost += cover.missing * piece.length * section.price * settings.price_factor
        if mark and mark.price is not None:
            cost = mark.price * piece.count
        having = mark.having if mark and mark.having else ("owned" if cost == 0 else "buy")
        note = f"longer than any stock length: {cover.missing} to order" if cover.missing else ""
        mass = section.properties.area * material.density * piece.length * piece.count
        self.parts.append(
            Part(key, section.name, piece.count, cost, mass, having, note, section.id)
        )
