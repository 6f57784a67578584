"""The columns of each table, and a row's cells as they stand in its file."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable
from dataclasses import dataclass
from functools import cache
from typing import Any, get_args

from hazel_lantern.core.catalogue.rows import TABLES, Row
from hazel_lantern.core.catalogue.tables import read_header
from hazel_lantern.core.resources import DATA

#: What the tables are called.
TITLES = {
    "sections": "Tubes, bars, boards",
    "wheels": "Wheels of sliders and trolleys",
    "rollers": "Wheels of dollies",
    "sheaves": "Wheels on a line",
    "stands": "Stands and posts",
    "turntables": "Turntables",
    "bearings": "Bearings",
    "pivots": "Joints",
    "items": "Cameras and what goes with them",
    "motors": "Motors",
    "cogs": "Cogs",
    "lines": "Lines to hang a trolley on",
    "wires": "Wires and cords",
    "endings": "Ends of lines",
    "tighteners": "Tighteners",
    "threads": "Screws and bolts",
    "hardware": "Small parts",
    "materials": "Materials",
    "floors": "Floors",
    "sensors": "Sensors",
    "modes": "Ways a camera films",
}
#: Units as they are said.
SAID = {
    "N.m": "N·m",
    "N.m/rad": "N·m/rad",
    "N.s/m": "N·s/m",
    "kg.m2": "kg·m²",
    "mm2": "mm²",
    "mm4": "mm^4",
    "cm3": "cm³",
    "kg/m3": "kg/m³",
    "N.mm2": "N·mm²",
    "deg": "°",
    "/m": "a metre",
    "1e-6/K": "millionths/K",
    "rev/min": "turns a minute",
}
#: Columns that are called otherwise than in the file.
CALLED = {
    "source": "where it is from",
    "captive": "cannot lift off",
    "shop": "sold in shops of",
    "second_moment": "second moment, upright",
    "sideways_moment": "second moment, sideways",
}
#: Figures of a cell: as many as any table is written with.
DIGITS = 9


@dataclass(frozen=True)
class Column:
    """A column: its title in the file, the field, its unit, and the factor to SI.

    Words have neither unit nor factor.
    """

    title: str
    name: str
    unit: str
    factor: float | None

    @property
    def words(self) -> str:
        """What it is called where it is shown: ``Stock lengths, mm``."""
        name = CALLED.get(self.name, self.name.replace("_", " "))
        name = name[:1].upper() + name[1:]
        return f"{name}, {SAID.get(self.unit, self.unit)}" if self.unit else name

    @property
    def is_figure(self) -> bool:
        """Whether it holds figures."""
        return self.factor is not None


@cache
def columns_of(table: str) -> tuple[Column, ...]:
    """The columns of a table, in the order of its file.

    Parameters
    ----------
    table : str

    Returns
    -------
    tuple of Column
    """
    path = DATA / "catalogue" / f"{table}.csv"
    with path.open(encoding="utf-8", newline="") as file:
        titles = next(csv.reader(file))
    return tuple(
        Column(title, name, title.partition("[")[2].rstrip("] "), factor)
        for title, (name, factor) in zip(titles, read_header(titles, table), strict=True)
    )


def value_in(column: Column, value: Any) -> float | str:
    """A value of a row in the unit of its column; of several the first."""
    if isinstance(value, tuple | list):
        value = value[0] if value else ""
    if value is None:
        return ""
    if isinstance(value, bool):
        return "yes" if value else "no"
    return str(value) if column.factor is None else float(value) / column.factor


def cell(column: Column, value: Any) -> str:
    """A value of a row as it stands in the file."""
    if isinstance(value, tuple | list):
        return "; ".join(cell(column, one) for one in value)
    found = value_in(column, value)
    if isinstance(found, str):
        return found
    return f"{found:.{DIGITS}g}" if abs(found) < 10**DIGITS else f"{found:.0f}"


def cells(table: str, row: Row) -> dict[str, str]:
    """A row by the titles of its columns."""
    return {one.title: cell(one, getattr(row, one.name)) for one in columns_of(table)}


def accepted(table: str, column: Column) -> tuple[str, ...]:
    """The words that a column takes; none where it takes any."""
    kind = TABLES[table].model_fields[column.name].annotation
    if kind is bool:
        return ("yes", "no")
    return tuple(one for one in get_args(kind) if isinstance(one, str))


def as_csv(table: str, rows: Iterable[Row]) -> str:
    """Rows as the text of a table's file, with its header.

    Parameters
    ----------
    table : str
    rows : iterable of Row

    Returns
    -------
    str
    """
    text = io.StringIO()
    writer = csv.writer(text, lineterminator="\n")
    writer.writerow([one.title for one in columns_of(table)])
    for row in rows:
        writer.writerow(list(cells(table, row).values()))
    return text.getvalue()
