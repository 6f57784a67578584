"""The catalogue: shipped tables, joined by the maker's own entries."""

from __future__ import annotations

import difflib
from collections.abc import Iterable
from dataclasses import dataclass, field, replace
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
from hazel_lantern.core.catalogue.tables import CatalogueError, read_table
from hazel_lantern.core.resources import DATA

__all__ = ["Catalogue", "CatalogueError", "load", "shipped"]


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

    def with_rows(self, table: str, rows: Iterable[Row]) -> Catalogue:
        """The catalogue with these rows, in place of those of the same ids."""
        whole: dict[str, Any] = {table: self.table(table) | {row.id: row for row in rows}}
        return replace(self, **whole)

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

    def check_material(self, row: Row) -> None:
        """See that what a row is made of is known.

        Raises
        ------
        CatalogueError
            Names the material and the nearest ones that exist.
        """
        of = getattr(row, "material", None)
        if of is not None:
            self.find("materials", of)

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
    for row in (*catalogue.sections.values(), *catalogue.cogs.values()):
        catalogue.check_material(row)
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
