"""What a first draft takes from the shelf: a section that is there, wheels that are there."""

from __future__ import annotations

from collections.abc import Callable

from hazel_lantern.core.catalogue.rows import Section
from hazel_lantern.core.workshop import Workshop

#: Said of what a draft took from the shelf.
ON_SHELF = "it lies on the shelf, long enough"


def owned_section(
    workshop: Workshop, count: int, length: float, fits: Callable[[Section], bool]
) -> Section | None:
    """The stiffest section on the shelf of which there is enough.

    Parameters
    ----------
    workshop : Workshop
    count : int
        Pieces needed.
    length : float
        Of each, m.
    fits : callable
        From a section to whether it would do.

    Returns
    -------
    Section or None
    """
    shelf, sections = workshop.shelf, workshop.catalogue.sections

    def enough(section: Section) -> bool:
        # A saw cut is nothing beside what a draft's lengths still change by.
        there = sum(int(one // length) for one in shelf.lengths_of(section.id, length))
        return there >= count

    found = [
        sections[id]
        for id in dict.fromkeys(piece.section for piece in shelf.stock)
        if id in sections and fits(sections[id]) and enough(sections[id])
    ]
    materials = workshop.catalogue.material_of
    return max(
        found,
        key=lambda one: materials(one).modulus * one.properties.effective_moment,
        default=None,
    )


def owned_wheels(workshop: Workshop, table: str, face: str, count: int) -> str | None:
    """Wheels on the shelf that run on a face, the most quiet on their way first.

    Parameters
    ----------
    workshop : Workshop
    table : str
        Of the catalogue, ``wheels`` or ``rollers``.
    face : str
        What is run on.
    count : int
        How many are needed, as the table counts them.

    Returns
    -------
    str or None
        Id.
    """
    found = [
        row
        for row in getattr(workshop.catalogue, table).values()
        if row.face == face and workshop.shelf.count_of(row.id) >= count
    ]
    return min(found, key=lambda row: float(row.run_out)).id if found else None
