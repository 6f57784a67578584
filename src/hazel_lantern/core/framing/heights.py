"""The set's heights beside the plan: floor, ceiling, lens, subject, things."""

from __future__ import annotations

from typing import TYPE_CHECKING

from hazel_lantern.core.framing.setting import ROLES
from hazel_lantern.core.rigs.kit.drawing import box, standing_figure
from hazel_lantern.core.shot import Rise, S, Shot
from hazel_lantern.core.sketch import Dimension, Handle, Line, Note, Point, Shape, Sketch
from hazel_lantern.core.sketch import Thing as Drawn

if TYPE_CHECKING:
    from hazel_lantern.core.assessment import Assessment

#: The strip is as broad as this share of its height; where on it lens, things and subject stand.
BROAD, LENS, THINGS, SUBJECT = 0.5, 0.16, 0.5, 0.8


def heights_sketch(found: Assessment, mark: int) -> Sketch:
    """Heights at a mark; along the strip nothing is to scale.

    Parameters
    ----------
    found : Assessment
    mark : int

    Returns
    -------
    Sketch
        Up, m.
    """
    framed = found.family.framed
    shot: Shot = framed.shot
    lens, subject, room = float(framed.path[mark, 2]), shot.subject, shot.room
    foot = float(found.subject[2])
    tops = [one.base + one.height for one in shot.things]
    highest = max(lens, float(framed.path[:, 2].max()), foot + subject.height, *tops)
    # A hall's roof is far over all that is looked at.
    top = room.height if room.height < 2 * highest else 1.25 * highest
    wide = BROAD * top
    at, out, middle = LENS * wide, SUBJECT * wide, THINGS * wide
    things: list[Drawn] = [Line(((0.0, 0.0), (wide, 0.0)), "guide")]
    pills, handles = [], []
    if room.height <= top:
        things.append(Line(((0.0, room.height), (wide, room.height)), "wall", 0.01))
        pills.append(
            Dimension(S.room.height, (0.0, room.height), (wide, room.height), "above", 0, "ceiling")
        )
        handles.append(
            Handle(S.room.height, (wide, room.height), 0.1, (0.0, 1.0), "drag: the ceiling")
        )
    if foot > 0:
        things.append(Shape(_upright(out, 0.3 * wide, foot - 0.05, foot), "timber"))
    if subject.kind == "table-top object":
        things.append(Shape(_upright(out, 0.08 * wide, foot, foot + subject.height), "figure"))
    elif found.family.aim()[2] > foot:
        things += standing_figure(out, subject.height)
        handles.append(
            Handle(
                S.subject.height,
                (out, foot + subject.height),
                0.1,
                (0.0, 1.0),
                "drag: how tall the subject is",
            )
        )
        pills.append(Dimension(S.subject.height, (out, 0.0), (out, foot + subject.height), "over"))
    for place, thing in enumerate(shot.things):
        # One beside the other, so that none hides another.
        x = middle + (place - (len(shot.things) - 1) / 2) * 0.09 * wide
        outline = _upright(x, 0.07 * wide, thing.base, thing.base + thing.height)
        things.append(Shape(outline, ROLES.get(thing.kind, "stand")))
        handles.append(
            Handle(
                f"{S.things}.{place}.height",
                (x, thing.base + thing.height),
                0.08,
                (0.0, 1.0),
                f"drag: how high the {thing.name} is",
            )
        )
    things.append(Line(((at, 0.0), (at, lens)), "stand", 0.012))
    if isinstance(shot.move, Rise):
        ends = (float(framed.path[0, 2]), float(framed.path[-1, 2]))
        things.append(Line(((at, ends[0]), (at, ends[1])), "shot", 0.02))
        handles.append(
            Handle(f"{S.move}.distance", (at, max(ends)), 0.1, (0.0, 2.0), "drag: how far it goes")
        )
        pills.append(Dimension(f"{S.move}.distance", (at, min(ends)), (at, max(ends)), "beside"))
    half = 0.05 * wide + 0.04
    things.append(Shape(_upright(at, 2 * half, lens - half, lens + half), "camera"))
    pills.append(Dimension(S.camera_height, (at, 0.0), (at, lens), "under", prefix="lens"))
    handles.append(Handle(S.camera_height, (at, lens), 0.12, (0.0, 1.0), "drag: the lens's height"))
    things.append(Note((wide / 2, -0.06 * top), "floor"))
    return Sketch(
        tuple(things),
        tuple(pills),
        tuple(handles),
        (0.0, -0.02 * top, wide, top),
        title="Heights",
    )


def _upright(x: float, wide: float, low: float, high: float) -> tuple[Point, ...]:
    return box(x - wide / 2, low, x + wide / 2, high)
