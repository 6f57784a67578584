"""A project with the rows of the catalogue that it uses."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from hazel_lantern.core.catalogue import Catalogue
from hazel_lantern.core.catalogue.carried import Difference, differing, is_alike, used
from hazel_lantern.core.catalogue.rows import TABLES
from hazel_lantern.core.parts import Part
from hazel_lantern.core.project.model import Project, Rig
from hazel_lantern.core.shop import named_rows


def named_in(rig: Rig) -> Iterator[tuple[str, str]]:
    """Rows of the catalogue that a rig names: table and id.

    Parameters
    ----------
    rig : Rig

    Yields
    ------
    tuple of (str, str)
    """
    for root in (rig.shot, rig.design, rig.drive):
        yield from ((table, id) for _, table, id in named_rows(root))


def _named(
    project: Project, parts: Iterable[Part], catalogue: Catalogue
) -> Iterator[tuple[str, str]]:
    for rig in project.rigs:
        yield from named_in(rig)
    for id in {part.catalogue_id for part in parts}:
        yield from ((table, id) for table in TABLES if id in getattr(catalogue, table))


def carrying(project: Project, catalogue: Catalogue, parts: Iterable[Part] = ()) -> Project:
    """The project with all rows that it names, as they are in a catalogue.

    Parameters
    ----------
    project : Project
    catalogue : Catalogue
        The one that it is assessed with.
    parts : iterable of Part
        Of all of its rigs: small parts are named by no design.

    Returns
    -------
    Project
    """
    before = {(one.table, one.row.id): one.instead_of for one in project.rows}
    rows = tuple(
        one.model_copy(update={"instead_of": before.get((one.table, one.row.id), ())})
        for one in used(catalogue, _named(project, parts, catalogue))
    )
    return project.model_copy(update={"rows": rows})


def lean(project: Project, catalogue: Catalogue) -> Project:
    """The project without the rows that the maker's catalogue has alike.

    Parameters
    ----------
    project : Project
    catalogue : Catalogue
        The maker's.

    Returns
    -------
    Project
    """
    rows = tuple(one for one in project.rows if not is_alike(one, catalogue))
    return project if rows == project.rows else project.model_copy(update={"rows": rows})


def undecided(project: Project, catalogue: Catalogue) -> tuple[Difference, ...]:
    """Rows that the project carries and the maker's catalogue has with other figures."""
    return tuple(differing(project.rows, catalogue))
