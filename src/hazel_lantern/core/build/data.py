"""The pack's tables as data: figures in columns of figures, their unit in the header."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Callable, Sequence
from datetime import UTC, datetime
from pathlib import Path
from typing import TYPE_CHECKING, Any, NamedTuple

from hazel_lantern.core.build.dossier import Dossier
from hazel_lantern.core.build.shopping import shopping
from hazel_lantern.core.build.tables import bolts_table, drill_of, note_on
from hazel_lantern.core.build.tightening import by_hole, fit_of
from hazel_lantern.core.files import write_whole
from hazel_lantern.core.units import INCH, POUND

if TYPE_CHECKING:
    from openpyxl.worksheet.worksheet import Worksheet

Cell = str | int | float | None
#: Metres into what lengths are told in, with its name and decimals; and so with mass.
LENGTHS = {False: (1e3, "mm", 1), True: (1 / INCH, "in", 3)}
FINE = {False: (1e3, "mm", 2), True: (1 / INCH, "in", 4)}
MASSES = {False: (1.0, "kg", 3), True: (1 / POUND, "lb", 3)}
#: A workbook says when it was made; one pack is the same whenever it is written.
MADE = datetime(2000, 1, 1, tzinfo=UTC).replace(tzinfo=None)


#: How a formula begins; a figure with its sign and unit is none.
_FORMULA = re.compile(r"\s*(?:[=@\t\r]|[-+](?![\d.,]+[^|!(+*=]*$))")


class Sheet(NamedTuple):
    """A table: its name, its header, its rows."""

    name: str
    header: tuple[str, ...]
    rows: list[tuple[Cell, ...]]


class _In:
    """Figures in the units of a pack."""

    def __init__(self, dossier: Dossier) -> None:
        imperial = dossier.style.imperial
        self.money = dossier.style.currency
        self._length, self._fine, self._mass = LENGTHS[imperial], FINE[imperial], MASSES[imperial]
        self.length_unit, self.mass_unit = self._length[1], self._mass[1]

    def length(self, value: float) -> float:
        """A length that is cut."""
        return round(value * self._length[0], self._length[2])

    def fine(self, value: float) -> float:
        """A place or a diameter."""
        return round(value * self._fine[0], self._fine[2])

    def mass(self, value: float) -> float:
        """A mass."""
        return round(value * self._mass[0], self._mass[2])


def parts(dossier: Dossier) -> Sheet:
    """What to have."""
    unit = _In(dossier)
    header = ("Part", "Number", f"Price [{unit.money}]", "Have", f"Mass [{unit.mass_unit}]", "Note")
    rows: list[tuple[Cell, ...]] = [
        (one.name, one.quantity, round(one.price, 2), one.having, unit.mass(one.mass), one.note)
        for one in dossier.assessment.parts
    ]
    return Sheet("parts", header, rows)


def cuts(dossier: Dossier) -> Sheet:
    """Every piece: from which bar, in which order, how long."""
    unit, catalogue = _In(dossier), dossier.workshop.catalogue
    u = unit.length_unit
    header = (
        "Bar", "Section", f"Stock length [{u}]", "From", "Piece", "For", f"Length [{u}]",
        f"Offcut of the bar [{u}]",
    )  # fmt: skip
    rows: list[tuple[Cell, ...]] = []
    for number, bar in enumerate(dossier.cuts.bars, start=1):
        name = catalogue.find("sections", bar.section).name
        origin = "shelf" if bar.stock.owned else "shop"
        for at, (label, length) in enumerate(bar.pieces, start=1):
            left = unit.length(bar.offcut) if at == len(bar.pieces) else None
            stock = unit.length(bar.stock.length)
            rows.append((number, name, stock, origin, at, label, unit.length(length), left))
    for piece in dossier.cuts.too_long:
        name = catalogue.find("sections", piece.section).name
        for _ in range(piece.count):
            long = unit.length(piece.length)
            rows.append((None, name, None, "to order", None, piece.label, long, None))
    return Sheet("cuts", header, rows)


def made(dossier: Dossier) -> Sheet:
    """Each part that a bolt goes through."""
    unit = _In(dossier)
    u = unit.length_unit
    sizes = (f"Length [{u}]", f"Breadth [{u}]", f"Thick [{u}]")
    rows: list[tuple[Cell, ...]] = [
        (
            one.part, one.count, unit.length(one.length), unit.length(one.breadth),
            unit.fine(one.thick), one.of, note_on(one),
        )
        for one in dossier.made
    ]  # fmt: skip
    return Sheet("made", ("Part", "Number", *sizes, "Of", "Note"), rows)


def holes(dossier: Dossier) -> Sheet:
    """Each hole from its part's near left corner."""
    unit = _In(dossier)
    u = unit.length_unit
    header = (
        "Part",
        "Hole",
        f"From left [{u}]",
        f"From near edge [{u}]",
        f"Hole [{u}]",
        "Drill",
        "Fit",
        "For",
    )
    rows: list[tuple[Cell, ...]] = []
    bolts = by_hole(dossier.bolts)
    for one in dossier.holes:
        drill = drill_of(one, dossier.style)
        x, y, wide = unit.fine(one.x), unit.fine(one.y), unit.fine(drill.diameter)
        fit = str(fit_of(one, bolts.get((one.part, one.label))))
        rows.append((one.part, one.label, x, y, wide, drill.name, fit, one.purpose))
    return Sheet("holes", header, rows)


def bolts(dossier: Dossier) -> Sheet:
    """Each bolt in its place; what it clamps is told in words with the rest."""
    header, rows = bolts_table(dossier)
    return Sheet("bolts", header, [tuple(row) for row in rows])


def to_buy(dossier: Dossier) -> Sheet:
    """The shopping list."""
    unit = _In(dossier)
    header = (
        "Aisle", "Number", "Ask for", f"Length of one [{unit.length_unit}]",
        f"Price of all [{unit.money}]", "Note",
    )  # fmt: skip
    rows: list[tuple[Cell, ...]] = [
        (
            one.aisle, one.number, one.ask_for,
            None if one.length is None else unit.length(one.length), round(one.price, 2), one.note,
        )
        for one in shopping(dossier)
    ]  # fmt: skip
    return Sheet("shopping", header, rows)


SHEETS: tuple[Callable[[Dossier], Sheet], ...] = (parts, to_buy, cuts, made, holes, bolts)


def to_csv(sheet: Sheet) -> str:
    """A sheet as CSV text: figures bare, words harmless to a spreadsheet.

    Parameters
    ----------
    sheet : Sheet

    Returns
    -------
    str
    """
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(sheet.header)
    for row in sheet.rows:
        writer.writerow([_harmless(cell) if isinstance(cell, str) else cell for cell in row])
    return out.getvalue()


def _harmless(cell: str) -> str:
    return f"'{cell}" if _FORMULA.match(cell) else cell


def write_data(dossier: Dossier, folder: Path, stem: str) -> list[Path]:
    """Write every table as CSV, and all of them as one workbook.

    Parameters
    ----------
    dossier : Dossier
    folder : Path
    stem : str
        What the files' names begin with.

    Returns
    -------
    list of Path

    Raises
    ------
    OSError
        If the folder cannot be written.
    """
    folder.mkdir(parents=True, exist_ok=True)
    sheets, files = [make(dossier) for make in SHEETS], []
    for sheet in sheets:
        path = folder / f"{stem}-{sheet.name}.csv"
        write_whole(path, to_csv(sheet))
        files.append(path)
    book = folder / f"{stem}-tables.xlsx"
    write_whole(book, workbook(sheets))
    return [*files, book]


def workbook(sheets: Sequence[Sheet]) -> bytes:
    """A workbook of some sheets, headers frozen, columns as wide as their words.

    Parameters
    ----------
    sheets : sequence of Sheet

    Returns
    -------
    bytes
    """
    # A large library that only packs need.
    from openpyxl import Workbook

    book: Any = Workbook()
    book.properties.creator, book.properties.created = "Hazel Lantern", MADE
    book.remove(book.active)
    for sheet in sheets:
        _fill(book.create_sheet(sheet.name.capitalize()), sheet)
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def _fill(page: Worksheet, sheet: Sheet) -> None:
    from openpyxl.styles import Font
    from openpyxl.utils import get_column_letter

    for column, title in enumerate(sheet.header, start=1):
        page.cell(1, column, title).font = Font(bold=True)
    for at, row in enumerate(sheet.rows, start=2):
        for column, value in enumerate(row, start=1):
            cell = page.cell(at, column)
            cell.value = value
            if isinstance(value, str):
                # Words are words, whatever they begin with.
                cell.data_type = "s"
    page.freeze_panes = "A2"
    for column in range(1, len(sheet.header) + 1):
        cells = (str(page.cell(at, column).value or "") for at in range(1, page.max_row + 1))
        page.column_dimensions[get_column_letter(column)].width = min(max(map(len, cells)) + 2, 60)
