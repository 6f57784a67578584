"""What to buy, aisle by aisle, in the words of the shop: what is on the shelf is taken off."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass, replace

from hazel_lantern.core.build.dossier import Dossier
from hazel_lantern.core.catalogue import Catalogue
from hazel_lantern.core.catalogue.rows import Section
from hazel_lantern.core.parts import Part
from hazel_lantern.core.units import FOOT, trimmed

#: Where a material is found in a shop; and every other table of the catalogue.
AISLES = {
    "Timber and boards": (
        "pine", "furring", "hardwood", "plywood", "mdf", "particle-board", "hardboard",
    ),
    "Pipe and conduit": ("galvanised", "black-pipe", "pvc"),
    "Plastics": ("hdpe", "pom"),
}  # fmt: skip
METAL = "Metal"
TABLES = {
    "threads": "Bolts and nuts",
    "hardware": "Hardware",
    "pivots": "Hardware",
    "wheels": "Wheels and bearings",
    "rollers": "Wheels and bearings",
    "sheaves": "Wheels and bearings",
    "bearings": "Wheels and bearings",
    "turntables": "Wheels and bearings",
    "stands": "Stands",
    "lines": "Rope and wire",
    "wires": "Rope and wire",
    "endings": "Rope and wire",
    "tighteners": "Rope and wire",
    "motors": "Motors and cogs",
    "cogs": "Motors and cogs",
}
OTHER, CUTS = "What is left", "At the saw"


@dataclass(frozen=True)
class Wanted:
    """A line of the shopping list: how many of what, in the shop's words, and for how much in all.

    ``length`` is that of one, m, where it is sold by the length.
    """

    aisle: str
    number: int
    ask_for: str
    length: float | None
    price: float
    note: str = ""


def aisle_of(section: Section) -> str:
    """Where a shop keeps a section."""
    return next((aisle for aisle, those in AISLES.items() if section.material in those), METAL)


def spoken(section: Section, length: float) -> str:
    """A stock length as one asks for it: by the foot where it is sold by the inch.

    Parameters
    ----------
    section : Section
    length : float
        m.

    Returns
    -------
    str
    """
    feet = length / FOOT
    by_the_foot = section.shop == "inch" or abs(feet - round(feet)) < 1e-3
    long = f"{round(feet)} ft" if by_the_foot else f"{trimmed(length, 3)} m"
    return f"{section.name.split(' (true')[0]}, {long} long"


def shopping(dossier: Dossier) -> list[Wanted]:
    """All that is still to be bought, by aisle.

    Parameters
    ----------
    dossier : Dossier

    Returns
    -------
    list of Wanted
    """
    catalogue = dossier.workshop.catalogue
    parts = dossier.assessment.parts
    # A section marked as owned or scrap need not be bought, whatever the shelf says.
    have = {part.catalogue_id for part in parts if _marked(dossier, part)}
    bars: Counter[tuple[str, float, float]] = Counter()
    for bar in dossier.cuts.bars:
        if not bar.stock.owned and bar.section not in have:
            bars[bar.section, bar.stock.length, bar.stock.price] += 1
    found = []
    for (id, length, price), number in bars.items():
        section = catalogue.find("sections", id)
        words = spoken(section, length)
        found.append(Wanted(aisle_of(section), number, words, length, number * price))
    for piece in dossier.cuts.too_long:
        section = catalogue.find("sections", piece.section)
        words = spoken(section, piece.length)
        found.append(
            Wanted(
                aisle_of(section),
                piece.count,
                words,
                piece.length,
                0.0,
                "to order: no shop has it so long",
            )
        )
    cuts = sum(
        part.quantity for part in parts if part.having == "buy" and "cut to size" in part.note
    )
    each = dossier.project.settings.cut_price
    if cuts and each:
        found.append(Wanted(CUTS, cuts, "cuts to size, by the cut list", None, cuts * each))
    for part in parts:
        if part.having != "buy" or part.catalogue_id in catalogue.sections:
            continue
        number = part.quantity - part.on_shelf
        if number > 0:
            aisle = _aisle(part.catalogue_id, catalogue)
            found.append(Wanted(aisle, number, part.name, None, part.price, part.note))
    alike: dict[tuple[object, ...], Wanted] = {}
    for one in found:
        key = one.aisle, one.ask_for, one.length, one.note
        before = alike.get(key, replace(one, number=0, price=0.0))
        alike[key] = replace(one, number=before.number + one.number, price=before.price + one.price)
    order = [METAL, *AISLES, CUTS, *dict.fromkeys(TABLES.values()), OTHER]
    return sorted(alike.values(), key=lambda one: (order.index(one.aisle), one.ask_for))


def _marked(dossier: Dossier, part: Part) -> bool:
    """Whether the maker says that it need not be bought."""
    mark = dossier.rig.mark_of(part.key, part.catalogue_id)
    return mark is not None and mark.having in ("owned", "scrap")


def _aisle(id: str, catalogue: Catalogue) -> str:
    tables = (table for table in TABLES if id in getattr(catalogue, table))
    return TABLES.get(next(tables, ""), OTHER)
