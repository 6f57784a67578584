"""The drive on a rig's drawing: last stage, cogs true to shape, motor, turning with the tape."""

from __future__ import annotations

import math
from dataclasses import dataclass, field, replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.drive import layout
from hazel_lantern.core.drive.answer import Driving
from hazel_lantern.core.drive.built import BACK, sector_teeth
from hazel_lantern.core.drive.model import TOOTHED, F
from hazel_lantern.core.mechanics.involute import Outline
from hazel_lantern.core.seat import Seat
from hazel_lantern.core.shot import S
from hazel_lantern.core.sketch import (
    Dimension,
    Disc,
    Handle,
    Line,
    Note,
    Point,
    Role,
    Shape,
    Sketch,
    Thing,
)

Array = NDArray[np.float64]
#: Points of a flank as it is drawn.
FLANK = 5
#: Room round the drive in its own view, as a share of its size; the least size of that view, m.
ROOM, LEAST = 0.22, 0.22
#: A pulley stands so far off the ring that its belt goes round, in ring radii.
BELT = 1.6


def _way(turned: float, far: float, origin: Point = (0.0, 0.0)) -> Point:
    return origin[0] + far * math.cos(turned), origin[1] + far * math.sin(turned)


def _middle(one: Point, other: Point) -> Point:
    return (one[0] + other[0]) / 2, (one[1] + other[1]) / 2


def _turned(corners: Array, turned: float, at: Point) -> tuple[Point, ...]:
    cos, sin = math.cos(turned), math.sin(turned)
    found = corners @ np.array([[cos, sin], [-sin, cos]]) + np.array(at)
    return tuple(map(tuple, found.tolist()))


@dataclass
class Drawn:
    """What is drawn of a drive, and what can be changed there.

    Attributes
    ----------
    shaft : Point
        The last one, m.
    turned : float
        How far it is turned, rad against the clock.
    things, dimensions, handles : list
    near : list of Point
        What its own view has to show.
    """

    shaft: Point = (0.0, 0.0)
    turned: float = 0.0
    things: list[Thing] = field(default_factory=list)
    dimensions: list[Dimension] = field(default_factory=list)
    handles: list[Handle] = field(default_factory=list)
    near: list[Point] = field(default_factory=list)


def _about(it: Driving, seat: Seat) -> Drawn:
    """Last stages about a pivot."""
    drive, pivot, last = it.drive, seat.at, it.last
    ring, radius = drive.ring, drive.wheel / 2
    found = Drawn()
    if last == "line from the tail":
        back = math.atan2(seat.ends[0][1] - pivot[1], seat.ends[0][0] - pivot[0])
        tied = _way(back, ring, pivot)
        found.shaft = tied[0] + radius, tied[1] - min(drive.line, max(tied[1], ring))
        found.turned = seat.turned * ring / radius
        found.things = [
            Line((tied, (tied[0], found.shaft[1])), "guide"),
            Disc(tied, 0.008, "metal"),
            Disc(found.shaft, radius, "timber"),
        ]
        contact = tied
    elif last == "belt round it":
        found.shaft = _way(seat.towards, BELT * ring + radius, pivot)
        found.turned = seat.turned * ring / radius
        found.things = [Disc(pivot, ring, "timber"), Disc(found.shaft, radius, "timber")]
        found.things += _belt(pivot, ring, found.shaft, radius)
        contact = _way(seat.towards, ring, pivot)
    else:
        found.shaft = _way(seat.towards, ring + radius, pivot)
        contact = _way(seat.towards, ring, pivot)
        if last == "sector":
            found.things, found.turned = _sector(it, seat, found.shaft)
        else:
            found.turned = -seat.turned * ring / radius
            found.things = [Disc(pivot, ring, "timber"), Disc(found.shaft, radius, "wheel")]
    found.near = [pivot, contact, found.shaft]
    inwards = math.atan2(contact[1] - pivot[1], contact[0] - pivot[0])
    found.dimensions = [Dimension(F.ring, pivot, contact, "along", 0, "radius")]
    found.handles = [Handle(F.ring, contact, 0.02, _way(inwards, 1.0), "drag it wider or smaller")]
    if last != "line from the tail":
        apart = math.dist(pivot, found.shaft)
        # Beside what swings there, on the side that has no box.
        aside = _way(seat.outwards, -0.85 * ring, contact)
        found.things.append(Note(aside, "shafts apart", "guide", apart, "length"))
    return found


def _sector(it: Driving, seat: Seat, shaft: Point) -> tuple[list[Thing], float]:
    """Sector and pinion with their true teeth, and how far the pinion is turned."""
    module, (whole, count) = it.drive.module, sector_teeth(it)
    teeth = Outline(whole).polygon(module, -(count // 2), count, FLANK)
    if count < whole:
        teeth = np.concatenate([teeth, [(-BACK, 0.0)]])
    # Its middle tooth meets the pinion in the middle of the move.
    sector = seat.towards + seat.turned
    small = max(round(it.drive.wheel / module), 6)
    turned = layout.meshing(sector, whole, small, seat.towards + math.pi)
    pinion = Outline(small).polygon(module, flank=FLANK)
    things: list[Thing] = [
        Shape(_turned(teeth, sector, seat.at), "timber"),
        Shape(_turned(pinion, turned, shaft), "rail"),
    ]
    return things, turned


def _belt(one: Point, wide: float, other: Point, small: float) -> list[Thing]:
    """The two free runs of an open belt."""
    apart = math.dist(one, other)
    towards = math.atan2(other[1] - one[1], other[0] - one[0])
    lean = math.acos(min(max((wide - small) / apart, -1.0), 1.0))
    return [
        Line(
            (_way(towards + side * lean, wide, one), _way(towards + side * lean, small, other)),
            "guide",
        )
        for side in (-1, 1)
    ]


def _along(it: Driving, seat: Seat, moved: float) -> Drawn:
    """Last stages along a way; ``moved`` since the start, m."""
    drive, last, radius = it.drive, it.last, it.drive.wheel / 2
    (start, end), at = seat.ends, seat.at
    heading = math.atan2(end[1] - start[1], end[0] - start[0])
    side = heading + seat.towards
    found = Drawn(turned=-moved / radius)
    wheel: list[Thing]
    if last in ("rack", "friction roller"):
        found.shaft = _way(side, radius, at)
        wheel = [Disc(found.shaft, radius, "wheel")]
        if last == "rack":
            small = max(round(drive.wheel / drive.module), 6)
            pinion = Outline(small).polygon(drive.module, flank=FLANK)
            wheel = [
                Line((start, end), "metal", 0.004),
                Shape(_turned(pinion, found.turned, found.shaft), "rail"),
            ]
        contact = at
    elif last == "threaded rod":
        found.shaft, found.turned = end, 0.0
        wheel = [Line((start, end), "metal", drive.rod), Disc(at, drive.rod, "timber")]
        contact = end
    else:
        found.shaft = end
        wheel = [Line((at, end), "guide"), Disc(end, radius, "timber")]
        if last == "belt loop":
            across = _way(heading + math.pi / 2, radius)
            runs = [
                tuple((x + way * across[0], y + way * across[1]) for x, y in (start, end))
                for way in (-1, 1)
            ]
            wheel = [Line(run, "guide") for run in runs]
            wheel += [Disc(start, radius, "timber"), Disc(end, radius, "timber")]
        contact = end
    found.things = wheel
    found.near = [contact, _way(side, drive.wheel, contact), found.shaft]
    return found


def drawn(it: Driving, seat: Seat, mark: int) -> Drawn:
    """Last stage, cogs and motor where a rig has its seat for them.

    Parameters
    ----------
    it : Driving
    seat : Seat
    mark : int

    Returns
    -------
    Drawn
    """
    if it.axis.kind == "angle":
        found = _about(it, seat)
    else:
        found = _along(it, seat, float(it.axis.place[mark] - it.axis.place[0]) * it.sense)
    if it.last != "threaded rod":
        name, at = "pinion" if it.last in TOOTHED else "wheel", found.shaft
        side: Literal["under", "over"] = "under" if it.axis.kind == "angle" else "over"
        found.dimensions.append(Dimension(F.wheel, at, at, side, 0, name))
    # Motor and box stand behind the last stage; the motor's name stands below them.
    motor = _way(seat.outwards, layout.shafts(it)[-1], found.shaft)
    behind = [_motor(it, found, motor), *_cogs(it, found, seat.outwards)]
    below = max((cog.tip for cog in layout.cogs(it)), default=0.0)
    words = _way(-math.pi / 2, max(below, layout.motor_radius(it)) + 0.02, motor)
    found.things = [*behind, *found.things, Note(words, it.motor.name, "guide")]
    return found


def _motor(it: Driving, found: Drawn, at: Point) -> Disc:
    """The motor, end on, behind the last cog of the train."""
    radius = layout.motor_radius(it)
    found.near += [(at[0] + x, at[1] + y) for x in (-radius, radius) for y in (-radius, radius)]
    return Disc(at, radius, "camera")


def _cogs(it: Driving, found: Drawn, outwards: float) -> list[Thing]:
    places = [_way(outwards, far, found.shaft) for far in layout.shafts(it)]
    turned = list(layout.turns(it, found.turned, outwards))
    things: list[Thing] = []
    # The larger ones lie behind.
    for cog in sorted(layout.cogs(it), key=lambda one: (one.meshes, -one.pitch)):
        at = places[cog.shaft]
        found.near += [(at[0] + x * cog.tip, at[1] + y * cog.tip) for x in (-1, 1) for y in (-1, 1)]
        if not cog.meshes:
            things.append(Disc(at, cog.pitch, "ghost", hollow=True))
            continue
        role: Role = "rail" if cog.drives else "room"
        teeth = Outline(cog.row.teeth, cog.row.angle).polygon(cog.row.module, flank=FLANK)
        things.append(Shape(_turned(teeth, turned[cog.shaft], at), role))
        things.append(Disc(at, max(cog.row.bore / 2, 0.001), "wheel"))
    return things


def over(plain: Sketch, found: Drawn) -> Sketch:
    """A family's drawing with the drive on it.

    Parameters
    ----------
    plain : Sketch
    found : Drawn

    Returns
    -------
    Sketch
    """
    things = tuple(one for one in found.things if not isinstance(one, Note))
    return replace(plain, things=(*plain.things, *things))


def close(plain: Sketch, found: Drawn) -> Sketch:
    """The drive in the middle, with its own pills, before what is near of the rig.

    Parameters
    ----------
    plain : Sketch
    found : Drawn

    Returns
    -------
    Sketch
    """
    corners = np.array(found.near)
    low, high = corners.min(axis=0), corners.max(axis=0)
    room = np.maximum(ROOM * (high - low).max(), (LEAST - (high - low)) / 2)
    low, high = low - room, high + room
    pace = Dimension(S.pace.duration, found.shaft, found.shaft, "at", 0, "move in")
    marks = tuple(one for one in plain.handles if one.path in ("mark", "turn"))
    return Sketch(
        things=(*(one for one in plain.things if not isinstance(one, Note)), *found.things),
        dimensions=(*found.dimensions, pace),
        handles=(*found.handles, *marks),
        bounds=(float(low[0]), float(low[1]), float(high[0]), float(high[1])),
        title="Drive, close",
        caption="to scale; all turns as the tape has it",
        floor=plain.floor,
    )
