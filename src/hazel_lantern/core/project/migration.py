"""Older project files made new: one function for each version, each to the next.

A migration moves what it knows and leaves the rest where it stands, so that what is faulty is
refused afterwards, with its place named.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

Json = dict[str, Any]
GRAVITY = 9.80665

_MOVES = {
    "rise": ("rise", ("sweep", "reach")),
    "sink": ("rise", ("sweep", "reach")),
    "arc left": ("arc", ("radius",)),
    "arc right": ("arc", ("radius",)),
}
_LINE = ("line", ("tilt",))
#: Fields of version 1 that are called otherwise, by family.
_RENAMED = {
    "slider": {
        "design.supports.foot_spread": "design.supports.spread",
        "design.supports.head_rating": "design.supports.rating",
    },
    "dolly": {"design.push": "design.drive"},
}
#: Parts that a design chooses, by family: what was said of one in version 1 was of that choice.
_CHOSEN = {
    "slider": {
        "stand": ("supports", "stand"),
        "wheels": ("carriage", "wheel"),
        "rails": ("rails", "section"),
    },
    "jib": {
        "base": ("post", "stand"),
        "turntable": ("post", "turntable"),
        "joints": ("pivots", "kind"),
        "main-bolt": ("pivots", "main_bolt"),
        "bolts": ("pivots", "bolt"),
        "boom": ("boom", "section"),
        "link-bar": ("level", "section"),
        "wire": ("level", "wire"),
    },
    "dolly": {
        "stand": ("platform", "stand"),
        "wheels": ("wheels", "roller"),
        "rail": ("track", "section"),
    },
}


def _object(value: Any) -> Json:
    return value if isinstance(value, dict) else {}


def _shot_2(shot: Json) -> Json:
    """A flat shot taken apart into move and pace."""
    found = dict(shot)
    way = found.pop("direction", "left to right")
    kind, own = _MOVES.get(way, _LINE) if isinstance(way, str) else _LINE
    move: Json = {"kind": kind, "way": way}
    for name in ("distance", "radius", "tilt", "sweep", "reach"):
        if name in found:
            value = found.pop(name)
            if name == "distance" or name in own:
                move[name] = value
    names = [name for name in ("duration", "ease", "ease_in", "ease_out") if name in found]
    return {"move": move, "pace": {name: found.pop(name) for name in names}, **found}


def _renamed(design: Json, renamed: dict[str, str]) -> Json:
    for old, new in renamed.items():
        *above, name = old.split(".")[1:]
        place = design
        for part in above:
            place = _object(place.get(part))
        if name in place:
            place[new.rpartition(".")[2]] = place.pop(name)
    return design


def _path_2(path: Any, renamed: dict[str, str]) -> Any:
    if not isinstance(path, str):
        return path
    for old, new in renamed.items():
        if path == old or path.startswith(f"{old}."):
            return new + path[len(old) :]
    head, _, name = path.rpartition(".")
    if head == "shot" and name in ("duration", "ease", "ease_in", "ease_out"):
        return f"shot.pace.{name}"
    if head == "shot" and name in ("direction", "distance", "radius", "tilt", "sweep", "reach"):
        return f"shot.move.{'way' if name == 'direction' else name}"
    return path


def _rig_2(rig: Json) -> Json:
    old = _object(rig.get("shot"))
    design = _object(rig.get("design"))
    renamed = _RENAMED.get(str(design.get("family")), {})
    shot = _shot_2(old)
    design = _renamed(design, renamed)
    if design.get("family") == "dolly":
        # Rails bent for a move that is no arc had the radius of an arc that was not made.
        track, drive = _object(design.get("track")), _object(design.get("drive"))
        if "radius" in old and track.get("kind") == "pre-bent track":
            track["radius"] = old["radius"]
        if drive.get("kind") == "crank and spool":
            drive["kind"] = "hand crank"
    found = {**rig, "shot": shot} if "shot" in rig else dict(rig)
    marks = found.get("marked")
    for mark in marks if isinstance(marks, list) else ():
        if not isinstance(mark, dict):
            continue
        # The crank's line is called alike in every family.
        if mark.get("key") == "line":
            mark["key"] = "spool-line"
        chosen = _CHOSEN.get(str(design.get("family")), {}).get(str(mark.get("key")))
        if chosen:
            thing = _object(design.get(chosen[0])).get(chosen[1])
            mark["of"] = thing if isinstance(thing, str) else ""
    notes = rig.get("assumed")
    if isinstance(notes, list):
        found["assumed"] = [
            {**note, "path": _path_2(note.get("path"), renamed)} if isinstance(note, dict) else note
            for note in notes
        ]
    return found


def _to_2(data: Json) -> Json:
    """Moves of their own kinds; one name for one thing; ratings in kg."""
    limits = _object(_object(data.get("settings")).get("limits"))
    if "dolly.wheel-fit" in limits:
        limits["dolly.fit"] = limits.pop("dolly.wheel-fit")
    if isinstance(limits.get("dolly.wheel-load"), int | float):
        limits["dolly.wheel-load"] /= GRAVITY
    rigs = data.get("rigs")
    if isinstance(rigs, list):
        data["rigs"] = [_rig_2(rig) if isinstance(rig, dict) else rig for rig in rigs]
    return {**data, "version": 2}


#: Of a crank, which was of each design and is of every drive.
_CRANK = ("spool", "crank", "efficiency")


def _rig_3(rig: Json) -> Json:
    design = _object(rig.get("design"))
    pushed = _object(design.get("drive"))
    drive: Json = {**_object(rig.get("drive"))}
    kind = pushed.pop("kind", "by hand")
    if drive.get("source", "by hand or crank") == "by hand or crank":
        drive["source"] = kind
    drive.update((name, pushed.pop(name)) for name in _CRANK if name in pushed)
    moved = {f"design.drive.{name}": f"drive.{name}" for name in _CRANK}
    moved["design.drive.kind"] = "drive.source"
    notes = rig.get("assumed")
    if isinstance(notes, list):
        for note in notes:
            if isinstance(note, dict) and note.get("path") in moved:
                note["path"] = moved[note["path"]]
    return {**rig, "drive": drive}


def _to_3(data: Json) -> Json:
    """One drive for every family: hand, crank or motor."""
    rigs = data.get("rigs")
    if isinstance(rigs, list):
        data["rigs"] = [_rig_3(rig) if isinstance(rig, dict) else rig for rig in rigs]
    return {**data, "version": 3}


def _to_4(data: Json) -> Json:
    """The set came: one that says nothing of it is open ground with the subject alone."""
    return {**data, "version": 4}


def _to_5(data: Json) -> Json:
    """A dolly's lightest wheel is a share of what it bears at rest, no force: its limit goes."""
    limits = _object(_object(data.get("settings")).get("limits"))
    limits.pop("dolly.wheel-lift", None)
    return {**data, "version": 5}


def _to_6(data: Json) -> Json:
    """The shop came: what there was till then went by the millimetre, however it was read."""
    return {**data, "version": 6}


def _to_7(data: Json) -> Json:
    """Rows of the catalogue came: one that carries none is read with those at hand."""
    return {**data, "version": 7}


def _to_8(data: Json) -> Json:
    """What was looked up came: of one that says nothing, nobody has looked up anything.

    Switches, clutch and fuse of a drive exclude each other no longer.
    """
    rigs = data.get("rigs")
    for rig in rigs if isinstance(rigs, list) else ():
        drive = _object(_object(rig).get("drive"))
        fields = {"end switches": "switches", "slip clutch": "clutch", "fuse": "fuse"}
        guard = drive.get("guard")
        if guard == "nothing" or (isinstance(guard, str) and guard in fields):
            del drive["guard"]
            if guard in fields:
                drive[fields[guard]] = True
        for mark in rig.get("marked", ()) if isinstance(_object(rig).get("marked"), list) else ():
            if _object(mark).get("key") == "drive-guard" and guard in fields:
                mark["key"] = f"drive-guard-{guard.replace(' ', '-')}"
    return {**data, "version": 8}


#: What makes a file of a version one of the next.
STEPS: dict[int, Callable[[Json], Json]] = {
    1: _to_2,
    2: _to_3,
    3: _to_4,
    4: _to_5,
    5: _to_6,
    6: _to_7,
    7: _to_8,
}


def migrated(data: Json, version: int) -> Json:
    """A project of an older version as one of the newest."""
    while version in STEPS:
        data = STEPS[version](data)
        version += 1
    return data
