"""What can be bought near the maker: sizes by the millimetre, by the inch, or both."""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Mapping

from hazel_lantern.core.catalogue import Catalogue
from hazel_lantern.core.catalogue.rows import Row, Section, Shop, Thread
from hazel_lantern.core.fields import Edit, Frozen, describe

#: Materials that stand in for each other where a shop has only one of them.
ALIKE = (
    {"aluminium", "alloy-6061", "extrusion"},
    {"mild-steel", "galvanised", "black-pipe"},
    {"pine", "furring"},
)
#: What another material counts, beside sizes by their natural logarithm.
OTHER_MATERIAL, OTHER_GRADE, WALL = 3.0, 0.15, 0.3


def sells(shop: Shop, row: Row) -> bool:
    """Whether a shop has it; what a maker entered can be had wherever that is.

    Parameters
    ----------
    shop : {"metric", "inch", "both"}
    row : Row

    Returns
    -------
    bool
    """
    return row.own or shop == "both" or row.shop in ("both", shop)


def named_rows(root: Frozen, path: str = "") -> Iterator[tuple[str, str, str]]:
    """Fields that name a row of the catalogue: path, table, id.

    Parameters
    ----------
    root : Frozen
        A design or a drive.
    path : str
        Where it stands itself.

    Yields
    ------
    tuple of (str, str, str)
    """
    for name in type(root).model_fields:
        value, here = getattr(root, name), f"{path}.{name}" if path else name
        members = value if isinstance(value, tuple) else (value,)
        for at, member in enumerate(members):
            if isinstance(member, Frozen):
                yield from named_rows(member, f"{here}.{at}" if isinstance(value, tuple) else here)
        if isinstance(value, str) and (table := describe(root, name).catalogue):
            yield here, table, value


def nearest(section: Section, among: Iterable[Section]) -> Section | None:
    """The section that would do in its place: same shape and face, nearest in size.

    Parameters
    ----------
    section : Section
    among : iterable of Section

    Returns
    -------
    Section or None
    """

    def off(one: Section) -> float:
        found = abs(math.log(one.width / section.width)) + abs(
            math.log(one.height / section.height)
        )
        if one.wall and section.wall:
            found += WALL * abs(math.log(one.wall / section.wall))
        if one.material != section.material:
            pair = {one.material, section.material}
            found += OTHER_GRADE if any(pair <= alike for alike in ALIKE) else OTHER_MATERIAL
        return found

    same = (
        one
        for one in among
        if (one.shape, one.running_face) == (section.shape, section.running_face)
        # On edge stays on edge.
        and (one.height >= one.width) == (section.height >= section.width)
    )
    return min(same, key=off, default=None)


def bolt_in(shop: Shop, id: str, threads: Mapping[str, Thread]) -> str:
    """What a shop has in place of a bolt: the nearest in diameter, the same where it sells it.

    Parameters
    ----------
    shop : {"metric", "inch", "both"}
    id : str
        Of the thread.
    threads : mapping of str to Thread

    Returns
    -------
    str
        Id.

    Raises
    ------
    KeyError
        If there is no such thread.
    """
    wanted = threads[id]
    if sells(shop, wanted):
        return id
    sold = (one for one in threads.values() if sells(shop, one))
    return min(
        sold, key=lambda one: abs(math.log(one.diameter / wanted.diameter)), default=wanted
    ).id


def into_shop(
    root: Frozen, path: str, shop: Shop, catalogue: Catalogue, owned: Iterable[str] = ()
) -> tuple[Edit, ...]:
    """Edits that put what a shop sells in place of what it has not.

    Parameters
    ----------
    root : Frozen
    path : str
        Where it stands, such as ``design``.
    shop : {"metric", "inch", "both"}
    catalogue : Catalogue
    owned : iterable of str
        Ids of what the maker has, which need not be bought.

    Returns
    -------
    tuple of Edit
    """
    has = set(owned)
    edits = []
    for where, table, id in named_rows(root, path):
        if table == "threads" and id in catalogue.threads:
            other_bolt = bolt_in(shop, id, catalogue.threads)
            if other_bolt != id and id not in has:
                edits.append(Edit(where, other_bolt))
        row = catalogue.sections.get(id) if table == "sections" else None
        if row is None or id in has or sells(shop, row):
            continue
        other = nearest(row, (one for one in catalogue.sections.values() if sells(shop, one)))
        if other is not None:
            edits.append(Edit(where, other.id))
    return tuple(edits)
