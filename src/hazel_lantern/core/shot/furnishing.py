"""Furnishing the set: things put there, renamed and taken out, with the names that an aim says."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import Any, get_args

from hazel_lantern.core.fields import Edit
from hazel_lantern.core.shot import SUBJECT, S, Shot, Stay, Thing
from hazel_lantern.core.shot.things import ThingKind

KINDS: tuple[ThingKind, ...] = get_args(ThingKind)


def _free(name: str, things: Sequence[Thing]) -> str:
    """A name that no other thing has."""
    taken = {SUBJECT, *(one.name for one in things)}
    stem = name.rstrip("0123456789 ") or name
    numbered = (f"{stem} {number}" for number in range(2, 99))
    return next(one for one in (name, *numbered) if one not in taken)


def put_in(shot: Shot, kind: ThingKind) -> Thing:
    """A thing of a kind's usual size, where it is seen: some way before the subject or behind it.

    Parameters
    ----------
    shot : Shot
    kind : str

    Returns
    -------
    Thing
        Under a name of its own.
    """
    away = shot.subject.distance
    behind = kind in ("wall", "window", "door")
    near = away + 1.2 if behind else max(0.5 * away, 0.4)
    aside = 0.0 if behind else 0.25 * away
    return Thing.usual(kind, _free(kind, shot.things), round(aside, 2), round(near, 2))


def another(members: Sequence[Any]) -> Any:
    """One more like the last of a list; beside it where it has a place.

    Parameters
    ----------
    members : sequence
        At least one.

    Returns
    -------
    object
        A thing under a name of its own.
    """
    last = members[-1]
    if isinstance(last, Thing):
        beside = last.aside + last.width + 0.1
        return last.model_copy(update={"name": _free(last.name, members), "aside": beside})
    if isinstance(last, Stay):
        return last.model_copy(update={"along": last.along + Stay().along})
    return last


def aimed_anew(shot: Shot, edits: Iterable[Edit]) -> tuple[Edit, ...]:
    """Edits of the set with those that keep the aim at things that stand there.

    Parameters
    ----------
    shot : Shot
        As it is.
    edits : iterable of Edit
        Paths count from the rig.

    Returns
    -------
    tuple of Edit
        A thing renamed is followed by its name; one taken out leaves the subject.
    """
    edits = tuple(edits)
    renamed: dict[str, str] = {}
    left: set[str] | None = None
    for one in edits:
        at, _, field = one.path.removeprefix(f"{S.things}.").partition(".")
        if one.path == S.things:
            left = {thing.name for thing in one.value}
        elif one.path.startswith(f"{S.things}.") and field == "name":
            renamed[shot.things[int(at)].name] = str(one.value)
    if left is not None:
        gone = {thing.name for thing in shot.things} - left
        renamed.update(dict.fromkeys(gone, SUBJECT))
    if any(one.path.startswith(str(S.aim)) for one in edits):
        return edits
    said = {"first": shot.aim.first, "last": shot.aim.last, "follows": shot.aim.follows}
    anew = [
        Edit(f"{S.aim}.{field}", renamed[name]) for field, name in said.items() if name in renamed
    ]
    return (*edits, *anew)
