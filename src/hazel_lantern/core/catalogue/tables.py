"""Reading a catalogue table: CSV with units in the header, checked row by row."""

from __future__ import annotations

import csv
import io
import math
from collections.abc import Iterator
from pathlib import Path
from typing import Any, TypeVar

from pydantic import ValidationError

from hazel_lantern.core.catalogue.rows import Row
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.files import read_bytes

RowT = TypeVar("RowT", bound=Row)

#: Units that may stand in a header, with their factor to SI.
HEADER_UNITS = {
    "": 1.0,
    "mm": 1e-3,
    "mm/m": 1e-3,
    "m": 1.0,
    "mm2": 1e-6,
    "mm4": 1e-12,
    "cm3": 1e-6,
    "kN/m": 1e3,
    "N.s/m": 1.0,
    "g": 1e-3,
    "kg": 1.0,
    "kg/m3": 1.0,
    "GPa": 1e9,
    "MPa": 1e6,
    "N": 1.0,
    "kg/m": 1.0,
    "kN": 1e3,
    "N.m": 1.0,
    "N.m/rad": 1.0,
    "/m": 1.0,
    "rev/min": 2 * math.pi / 60,
    "deg": math.pi / 180,
    "kg.m2": 1.0,
    "%": 1e-2,
    "1e-6/K": 1e-6,
    "N.mm2": 1e-6,
}


#: Of a table, bytes; a cell may be as long, so that what is too long is told of its line alone.
LARGEST = 4 * 1024 * 1024
csv.field_size_limit(LARGEST)
#: Letters of a cell, and figures as they are written, in the unit of their column.
LONGEST, LEAST, MOST = 1000, 1e-9, 1e9


class CatalogueError(CannotBe):
    """A table that cannot be read; the message names file, line, column and what is accepted."""


def read_header(header: list[str], where: str) -> list[tuple[str, float | None]]:
    """Field name and factor for each column; the factor is None for words."""
    columns: list[tuple[str, float | None]] = []
    for title in header:
        name, bracket, unit = title.partition("[")
        unit = unit.rstrip("] ")
        if bracket and unit not in HEADER_UNITS:
            accepted = ", ".join(sorted(filter(None, HEADER_UNITS)))
            raise CatalogueError(
                f"{where}, line 1: column “{title}” has the unit “{unit}”; accepted: {accepted}"
            )
        factor = HEADER_UNITS[unit] if bracket else None
        columns.append((name.strip().replace(" ", "_"), factor))
    return columns


def _cell(text: str, factor: float | None, where: str) -> Any:
    if len(text) > LONGEST:
        raise CatalogueError(f"{where}: {len(text)} letters; accepted are at most {LONGEST}")
    if factor is None:
        return " ".join(text.split())
    try:
        values = [float(part) for part in text.split(";")]
    except ValueError:
        raise CatalogueError(f"{where}: “{text[:40]}” is not a figure") from None
    for value in values:
        if value and not LEAST <= abs(value) <= MOST:
            raise CatalogueError(
                f"{where}: {text[:40]} is beyond any part; accepted is 0, or between {LEAST:g} and "
                f"{MOST:g}"
            )
    values = [value * factor for value in values]
    return values[0] if len(values) == 1 else tuple(values)


def _row(
    kind: type[RowT], cells: list[str], columns: list[tuple[str, float | None]], where: str
) -> RowT:
    if len(cells) != len(columns):
        raise CatalogueError(f"{where}: {len(cells)} cells, but the header has {len(columns)}")
    values: dict[str, Any] = {}
    for (name, factor), text in zip(columns, cells, strict=True):
        if text.strip():
            values[name] = _cell(text, factor, f"{where}, column “{name}”")
    if isinstance(values.get("stock_lengths"), float):
        values["stock_lengths"] = (values["stock_lengths"],)
    for name in ("captive", "own"):
        if name in values:
            if values[name] not in ("yes", "no"):
                raise CatalogueError(f"{where}, column “{name}”: accepted are yes and no")
            values[name] = values[name] == "yes"
    try:
        row = kind.model_validate(values)
        getattr(row, "properties", None)  # a shape that cannot be is refused here, not later
    except ValidationError as error:
        first = error.errors()[0]
        column = ".".join(str(part) for part in first["loc"])
        if first["type"] == "missing":
            raise CatalogueError(f"{where}, column “{column}”: it is empty and is needed") from None
        found = f", found “{first['input']}”" if first["loc"] else ""
        said = first["msg"].removeprefix("Value error, ")
        raise CatalogueError(f"{where}, column “{column}”: {said}{found}") from None
    except CannotBe as error:
        raise CatalogueError(f"{where}: {error}") from None
    return row


def parse(
    text: str, kind: type[RowT], name: str, faults: list[str] | None = None
) -> dict[str, RowT]:
    """Read a table.

    Parameters
    ----------
    text : str
        CSV; the header names each field, with its unit in square brackets.
    kind : type
        The row type.
    name : str
        How errors call the file.
    faults : list of str, optional
        If given, a faulty line is named there and left out, and the others stay.

    Returns
    -------
    dict
        Rows by id, in the order of the file.

    Raises
    ------
    CatalogueError
        Names file, line and column.
    """
    rows: dict[str, RowT] = {}
    records = records_of(text, name)
    _, header = next(records, (0, None))
    if header is None:
        raise CatalogueError(f"{name}: the file is empty; a header line is needed")
    columns = read_header(header, name)
    for line, cells in records:
        where = f"{name}, line {line}"
        try:
            row = _row(kind, cells, columns, where)
            if row.id in rows:
                raise CatalogueError(f"{where}: the id “{row.id}” stands twice")
        except CatalogueError as error:
            if faults is None:
                raise
            faults.append(str(error))
        else:
            rows[row.id] = row
    return rows


def records_of(text: str, name: str) -> Iterator[tuple[int, list[str]]]:
    """The lines of a table that hold anything, whatever program wrote it.

    Cells may be parted by commas, semicolons or tabs, as the header's are; where that is no comma,
    a comma in a figure is its decimal sign.

    Parameters
    ----------
    text : str
    name : str
        How errors call the file.

    Yields
    ------
    (int, list of str)
        Number of the line, from 1, and its cells, figures with a decimal point.

    Raises
    ------
    CatalogueError
        If it is no table.
    """
    plain = text.removeprefix("\ufeff").replace("\r\n", "\n").replace("\r", "\n")
    first = next((line for line in plain.split("\n") if line.strip()), "")
    parted = max(",;\t", key=lambda sign: (first.count(sign), sign == ","))
    reader = csv.reader(io.StringIO(plain, newline=""), delimiter=parted)
    figures: list[bool] = []
    try:
        for cells in reader:
            if not any(cell.strip() for cell in cells):
                continue
            if not figures:
                figures = ["[" in title for title in cells]
            elif parted != ",":
                short = [False] * max(len(cells) - len(figures), 0)
                cells = [
                    cell.replace(",", ".") if figure else cell
                    for cell, figure in zip(cells, figures + short, strict=False)
                ]
            yield reader.line_num, cells
    except csv.Error as error:
        raise CatalogueError(f"{name}, line {reader.line_num}: {error}") from None


def read_text(path: Path) -> str:
    """The text of a table's file: UTF-8 or UTF-16, else as older programs write it (cp1252).

    Raises
    ------
    CatalogueError
        If it cannot be read, or is no text.
    """
    try:
        found = read_bytes(path, LARGEST)[0]
    except OSError as error:
        raise CatalogueError(f"{path.name}: cannot be read: {error.strerror}") from None
    encodings = ("utf-16",) if found[:2] in (b"\xff\xfe", b"\xfe\xff") else ("utf-8-sig", "cp1252")
    for encoding in encodings:
        try:
            text = found.decode(encoding)
        except UnicodeDecodeError:
            continue
        if "\x00" not in text:
            return text
    raise CatalogueError(f"{path.name}: no text; a table is saved as CSV in UTF-8")


def read_table(path: Path, kind: type[RowT], faults: list[str] | None = None) -> dict[str, RowT]:
    """Read a table from a file; see `parse`."""
    return parse(read_text(path), kind, path.name, faults)
