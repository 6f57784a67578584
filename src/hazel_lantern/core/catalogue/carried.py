"""Rows of the catalogue that a project carries, so that it reads alike on another machine.

Each has a digest of its figures: a row of the same id with other figures is told apart by it.
"""

from __future__ import annotations

import hashlib
import json
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any

from pydantic import Field, ValidationError, model_validator

from hazel_lantern.core.catalogue import Catalogue
from hazel_lantern.core.catalogue.rows import TABLES, Row
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Frozen

#: What is said of a row besides its figures.
WORDS = ("name", "source", "own", "shop", "note")
#: Rows that a project may carry.
MOST = 1000


def figures_of(row: Row) -> dict[str, Any]:
    """All that an assessment may depend on, as JSON has it."""
    return {name: value for name, value in row.model_dump(mode="json").items() if name not in WORDS}


def digest_of(row: Row) -> str:
    """Sixteen letters that are others where a figure of the row is another.

    Parameters
    ----------
    row : Row

    Returns
    -------
    str
    """
    text = json.dumps(figures_of(row), sort_keys=True)
    return hashlib.sha256(text.encode()).hexdigest()[:16]


class CarriedRow(Frozen):
    """A row as a project carries it: its table, its cells in SI units, the digest of its figures.

    ``instead_of`` are the digests of others of its id that a maker has set aside for it.
    """

    table: str
    cells: dict[str, Any]
    digest: str = Field(max_length=64)
    instead_of: tuple[str, ...] = Field((), max_length=50)

    @model_validator(mode="after")
    def _is_a_row(self) -> CarriedRow:
        if self.table not in TABLES:
            raise CannotBe(f"there is no table “{self.table}”; accepted: {', '.join(TABLES)}")
        try:
            row = self.row
            getattr(row, "properties", None)
        except ValidationError as error:
            first = error.errors()[0]
            column = ".".join(str(part) for part in first["loc"])
            name = str(self.cells.get("id", ""))[:60]
            raise CannotBe(f"“{name}”, column “{column}”: {first['msg']}") from None
        return self

    @classmethod
    def of(cls, table: str, row: Row) -> CarriedRow:
        """A row of the catalogue as it is to be carried."""
        cells = row.model_dump(mode="json", exclude={"own"}, exclude_defaults=True)
        return cls(table=table, cells=cells, digest=digest_of(row))

    @cached_property
    def row(self) -> Row:
        """The row itself."""
        return TABLES[self.table].model_validate(self.cells)

    @property
    def as_written(self) -> bool:
        """Whether its figures are those that its digest was made from."""
        return digest_of(self.row) == self.digest


@dataclass(frozen=True)
class Difference:
    """A row that is another in the project and in the catalogue at hand; (column, project's,
    ours) for each figure that differs.
    """

    carried: CarriedRow
    theirs: Row
    ours: Row

    @property
    def figures(self) -> tuple[tuple[str, Any, Any], ...]:
        """What differs, column by column."""
        theirs, ours = figures_of(self.theirs), figures_of(self.ours)
        return tuple(
            (name, theirs.get(name), ours.get(name))
            for name in ours
            if theirs.get(name) != ours.get(name)
        )


def used(catalogue: Catalogue, named: Iterable[tuple[str, str]]) -> tuple[CarriedRow, ...]:
    """Rows that are named, and what those are made of.

    Parameters
    ----------
    catalogue : Catalogue
    named : iterable of (str, str)
        Table and id; what is in no table is passed over.

    Returns
    -------
    tuple of CarriedRow
        Each once, by table and id.
    """
    found: dict[tuple[str, str], Row] = {}
    for table, id in named:
        row = getattr(catalogue, table).get(id)
        if row is None:
            continue
        found[table, id] = row
        of = getattr(row, "material", None)
        if of is not None:
            found["materials", of] = catalogue.materials[of]
    return tuple(CarriedRow.of(table, found[table, id]) for table, id in sorted(found))


def is_alike(one: CarriedRow, catalogue: Catalogue) -> bool:
    """Whether a catalogue has the row with the same figures."""
    here = getattr(catalogue, one.table).get(one.row.id)
    return here is not None and digest_of(here) == digest_of(one.row)


def differing(carried: Iterable[CarriedRow], catalogue: Catalogue) -> Iterator[Difference]:
    """Rows that are in the catalogue with other figures, and not yet decided about."""
    for one in carried:
        ours, theirs = getattr(catalogue, one.table).get(one.cells.get("id")), one.row
        if ours is None or digest_of(ours) in one.instead_of:
            continue
        if digest_of(ours) != digest_of(theirs):
            yield Difference(one, theirs, ours)


def needed(
    carried: Iterable[CarriedRow], catalogue: Catalogue, ours: Iterable[tuple[str, str]] = ()
) -> tuple[CarriedRow, ...]:
    """Rows that the catalogue at hand lacks or has otherwise.

    Parameters
    ----------
    carried : iterable of CarriedRow
    catalogue : Catalogue
    ours : iterable of (str, str)
        Table and id of those to be taken from the catalogue at hand.

    Returns
    -------
    tuple of CarriedRow
        Those of the project's that stay, with what they are taken instead of.
    """
    found, set_aside = [], set(ours)
    for one in carried:
        here = getattr(catalogue, one.table).get(one.row.id)
        if here is None:
            found.append(one)
        elif (one.table, here.id) not in set_aside and digest_of(here) != digest_of(one.row):
            instead = tuple(dict.fromkeys((*one.instead_of, digest_of(here))))
            found.append(one.model_copy(update={"instead_of": instead}))
    return tuple(found)


def joined(catalogue: Catalogue, carried: Sequence[CarriedRow]) -> Catalogue:
    """The catalogue with the project's rows in it, in place of those of the same id.

    Raises
    ------
    CatalogueError
        If a row is of a material that is in neither.
    """
    whole = catalogue
    for one in carried:
        row, here = one.row, getattr(whole, one.table).get(one.row.id)
        # What a shop was not known to sell is had where the project was made.
        own = here.own if here is not None else True
        whole = whole.with_rows(one.table, [row.model_copy(update={"own": own})])
    for one in carried:
        whole.check_material(one.row)
    return whole
