"""The maker's own rows: kept in tables beside the shipped ones, with the same columns."""

from __future__ import annotations

import csv
import hashlib
import io
from collections.abc import Iterable
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from hazel_lantern.core.catalogue import Catalogue
from hazel_lantern.core.catalogue.columns import cells as cells_of
from hazel_lantern.core.catalogue.columns import columns_of
from hazel_lantern.core.catalogue.rows import TABLES, Row
from hazel_lantern.core.catalogue.tables import CatalogueError, parse, read_text, records_of
from hazel_lantern.core.files import write_whole


def own_id(name: str) -> str:
    """The id of an own row of that name, in letters that an id may have.

    Raises
    ------
    CatalogueError
        If the name is empty.
    """
    if not name.strip():
        raise CatalogueError("a name is needed")
    letters = "".join(c if c.isascii() and c.isalnum() else "-" for c in name.lower())
    plain = "-".join(filter(None, letters.split("-")))
    return "own-" + (plain or hashlib.sha256(name.encode()).hexdigest()[:8])


def _records(own: Path, table: str) -> list[list[str]]:
    """The lines of an own table as they stand there, the header first and whole."""
    titles = [column.title for column in columns_of(table)]
    path = own / f"{table}.csv"
    text = read_text(path) if path.exists() else ""
    records = [cells for _, cells in records_of(text, path.name)]
    if not records:
        return [titles]
    if "id" not in records[0]:
        # Whatever it is, it is not for us to write into.
        raise CatalogueError(f"{path.name}, line 1: no table; a header with “id” is needed")
    header, more = records[0], [title for title in titles if title not in records[0]]
    # What is faulty already stays as it stands.
    return [
        header + more,
        *(line + [""] * len(more) if len(line) == len(header) else line for line in records[1:]),
    ]


def _written(own: Path, table: str, records: list[list[str]]) -> None:
    text = io.StringIO()
    csv.writer(text, lineterminator="\n").writerows(records)
    own.mkdir(parents=True, exist_ok=True)
    write_whole(own / f"{table}.csv", text.getvalue())


def _place(records: list[list[str]], id: str) -> int | None:
    """Which line has an id."""
    column = records[0].index("id")
    return next(
        (
            at
            for at, line in enumerate(records[1:], start=1)
            if len(line) > column and line[column].strip() == id
        ),
        None,
    )


def read_own(table: str, cells: dict[str, str], catalogue: Catalogue) -> Row:
    """A row as it was typed in.

    Parameters
    ----------
    table : str
    cells : dict
        By header title, ``"width [mm]"``; missing ones are empty.
    catalogue : Catalogue
        Where its material is looked up.

    Raises
    ------
    CatalogueError
        Names the column, and what is accepted.
    """
    titles = [column.title for column in columns_of(table)]
    text = io.StringIO()
    csv.writer(text, lineterminator="\n").writerows(
        [titles, [" ".join(cells.get(title, "").split()) for title in titles]]
    )
    try:
        (row,) = parse(text.getvalue(), TABLES[table], table).values()
    except CatalogueError as error:
        raise CatalogueError(str(error).replace(f"{table}, line 2, ", "")) from None
    catalogue.check_material(row)
    return row


def keep_own(own: Path, table: str, rows: Iterable[Row]) -> None:
    """Keep rows in the maker's own table, each in place of one of the same id.

    Parameters
    ----------
    own : Path
        The maker's catalogue folder; made if it is not there.
    table : str
    rows : iterable of Row

    Raises
    ------
    OSError
        If they cannot be kept; the file is then as it was.
    CatalogueError
        If what is there is no text.
    """
    records = _records(own, table)
    for row in rows:
        cells = cells_of(table, row)
        line = [cells.get(title, "") for title in records[0]]
        at = _place(records, row.id)
        if at is None:
            records.append(line)
        else:
            records[at] = line
    _written(own, table, records)


def drop_own(own: Path, table: str, id: str) -> None:
    """Take a row out of the maker's own table.

    Raises
    ------
    OSError
        If the file cannot be written; it is then as it was.
    """
    records = _records(own, table)
    at = _place(records, id)
    if at is not None:
        del records[at]
        _written(own, table, records)


@dataclass(frozen=True)
class ReadIn:
    """What a table from elsewhere holds: new rows, own rows it has otherwise, and its faults."""

    new: tuple[Row, ...]
    changed: tuple[Row, ...]
    faults: tuple[str, ...]

    @property
    def rows(self) -> list[Any]:
        """All that can be taken."""
        return [*self.new, *self.changed]


def read_in(text: str, table: str, name: str, catalogue: Catalogue) -> ReadIn:
    """Read rows from a table's own text, such as another maker's.

    Parameters
    ----------
    text : str
        CSV with the table's own header.
    table : str
    name : str
        How faults call the file.
    catalogue : Catalogue
        What there is already: shipped rows stay as they are.

    Returns
    -------
    ReadIn
        Each fault with its line and column.

    Raises
    ------
    CatalogueError
        If there is no header, or one of another table.
    """
    titles = {column.title for column in columns_of(table)}
    _, first = next(records_of(text, name), (0, []))
    strange = [title for title in first if title.strip() not in titles]
    if strange or "id" not in first:
        raise CatalogueError(
            f"{name}, line 1: {strange[0] if strange else 'a header'} "
            f"{'is no column of this table' if strange else 'with “id” is needed'}; accepted: "
            f"{', '.join(sorted(titles))}"
        )
    faults: list[str] = []
    new: list[Row] = []
    changed: list[Row] = []
    here: dict[str, Row] = getattr(catalogue, table)
    for id, row in parse(text, TABLES[table], name, faults).items():
        before = here.get(id)
        try:
            catalogue.check_material(row)
        except CatalogueError as error:
            faults.append(f"{name}, “{id}”, column “material”: {error}")
            continue
        if before is None:
            new.append(row)
        elif row == before.model_copy(update={"own": row.own}):
            continue
        elif before.own:
            changed.append(row)
        else:
            faults.append(f"{name}, “{id}”: the id is of a row that comes with the program")
    return ReadIn(tuple(new), tuple(changed), tuple(faults))
