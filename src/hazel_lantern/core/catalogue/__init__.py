"""The catalogue: shipped tables, joined by the maker's own entries."""

from __future__ import annotations

import csv
import difflib
from dataclasses import dataclass, field
from functools import cache
from pathlib import Path
from typing import Any

from hazel_lantern.core.catalogue.rows import (
    TABLES,
    Bearing,
    CogRow,
    Ending,
    Floor,
    Hardware,
    Item,
    LineRow,
    Material,
    Mode,
    Motor,
    Pivot,
    Roller,
    Row,
    Section,
    Sensor,
    Sheave,
    Stand,
    Thread,
    Tightener,
    Turntable,
    Wheel,
    Wire,
)
from hazel_lantern.core.catalogue.tables import CatalogueError, parse, read_table
from hazel_lantern.core.files import write_whole
from hazel_lantern.core.resources import DATA

__all__ = ["Catalogue", "CatalogueError", "add_own", "load", "shipped"]


@dataclass(frozen=True)
class Catalogue:
    """All tables by id, and what could not be read of the maker's own ones."""

    materials: dict[str, Material]
    sections: dict[str, Section]
    wheels: dict[str, Wheel]
    sensors: dict[str, Sensor]
    modes: dict[str, Mode]
    items: dict[str, Item]
    stands: dict[str, Stand]
    hardware: dict[str, Hardware]
    pivots: dict[str, Pivot]
    bearings: dict[str, Bearing]
    turntables: dict[str, Turntable]
    wires: dict[str, Wire]
    lines: dict[str, LineRow]
    endings: dict[str, Ending]
    tighteners: dict[str, Tightener]
    sheaves: dict[str, Sheave]
    threads: dict[str, Thread]
    rollers: dict[str, Roller]
    floors: dict[str, Floor]
    motors: dict[str, Motor]
    cogs: dict[str, CogRow]
    problems: tuple[str, ...] = field(default=())

    def table(self, name: str) -> dict[str, Any]:
        """The table of that name."""
        return dict(getattr(self, name))

    def find(self, table: str, id: str) -> Any:
        """One row.

        Raises
        ------
        CatalogueError
            Names the id and the nearest ones that exist.
        """
        rows: dict[str, Row] = getattr(self, table)
        if id in rows:
            return rows[id]
        near = difflib.get_close_matches(id, rows, n=3) or list(rows)[:3]
        raise CatalogueError(f"{table}: “{id}” is not in the catalogue; near it: {', '.join(near)}")

    def material_of(self, section: Section) -> Material:
        """The material a section is made of."""
        return self.materials[section.material]


@cache
def shipped() -> Catalogue:
    """The tables that come with the application.

    Raises
    ------
    CatalogueError
        If a shipped table is faulty.
    """
    tables: dict[str, Any] = {
        name: read_table(DATA / "catalogue" / f"{name}.csv", kind) for name, kind in TABLES.items()
    }
    catalogue = Catalogue(**tables)
    for section in catalogue.sections.values():
        catalogue.find("materials", section.material)
    for cog in catalogue.cogs.values():
        catalogue.find("materials", cog.material)
    return catalogue


def load(own: Path | None = None) -> Catalogue:
    """The shipped tables and the maker's own entries from folder ``own``.

    A faulty own line is left out and named in ``problems``, a table without a header whole;
    nothing of the files is lost.
    """
    base = shipped()
    if own is None or not own.is_dir():
        return base
    tables: dict[str, Any] = {name: base.table(name) for name in TABLES}
    problems: list[str] = []
    for name, kind in TABLES.items():
        path = own / f"{name}.csv"
        if not path.exists():
            continue
        try:
            rows = read_table(path, kind, problems)
        except CatalogueError as error:
            problems.append(str(error))
            continue
        for id, row in rows.items():
            if id in tables[name]:
                problems.append(f"{path.name}: the id “{id}” is taken already")
            elif isinstance(row, Section | CogRow) and row.material not in tables["materials"]:
                problems.append(f"{path.name}, “{id}”: material “{row.material}” is not known")
            else:
                tables[name] = tables[name] | {id: row.model_copy(update={"own": True})}
    return Catalogue(**tables, problems=tuple(problems))


def _header(table: str) -> list[str]:
    path = DATA / "catalogue" / f"{table}.csv"
    with path.open(encoding="utf-8", newline="") as file:
        return next(csv.reader(file))


def add_own(own: Path, table: str, cells: dict[str, str]) -> None:
    """Add a line to the maker's own table, in the columns and units of the shipped one.

    Parameters
    ----------
    own : Path
        The maker's catalogue folder; made if it is not there.
    table : str
        Which table.
    cells : dict
        By header title, ``"width [mm]"``; missing ones stay empty.

    Raises
    ------
    CatalogueError
        If the line is not acceptable; the file is then as it was.
    """
    header = _header(table)
    path = own / f"{table}.csv"
    before = path.read_text(encoding="utf-8") if path.exists() else ",".join(header) + "\n"
    line = ",".join('"' + cells.get(title, "").replace('"', "'") + '"' for title in header)
    text = before.rstrip("\n") + "\n" + line + "\n"
    parse(text, TABLES[table], path.name)
    own.mkdir(parents=True, exist_ok=True)
    write_whole(path, text)
