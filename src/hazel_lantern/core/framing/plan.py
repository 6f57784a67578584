"""The set from above: walls, things, subject, the camera's way and what it sees of them."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING, Any

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.framing.setting import ROLES, corners, walls
from hazel_lantern.core.rigs.kit.drawing import box
from hazel_lantern.core.shot import Arc, S, Shot, Turn
from hazel_lantern.core.sketch import (
    Dimension,
    Disc,
    Handle,
    Line,
    Note,
    Point,
    Shape,
    Sketch,
)
from hazel_lantern.core.sketch import Thing as Drawn

if TYPE_CHECKING:
    from hazel_lantern.core.assessment import Assessment
    from hazel_lantern.core.framing.assembly import Framed

Array = NDArray[np.float64]
#: How big subject and camera are drawn, m.
HEAD, CAMERA = 0.2, 0.09
#: Half of the square round a place to stay in, m.
STAY = 1.3 * CAMERA
#: A wedge of view reaches so far past the subject.
PAST = 1.35
#: A turn of less has ends that lie apart, rad.
PART = 1.9 * math.pi
#: The least that is shown around the middle of the move, m.
LEAST = 0.9


def _turned(points: list[Point], look: float, at: Array) -> tuple[Point, ...]:
    """Points given right and ahead of a lens, on the set."""
    cos, sin = math.cos(look), math.sin(look)
    return tuple((at[0] + u * sin + v * cos, at[1] - u * cos + v * sin) for u, v in points)


def _camera(at: Array, look: float, here: bool) -> list[Drawn]:
    c = CAMERA
    body = _turned([(-c, -c), (c, -c), (c, c), (-c, c)], look, at)
    lens = _turned([(-c / 2, c), (c / 2, c), (c * 0.7, 1.7 * c), (-c * 0.7, 1.7 * c)], look, at)
    return [Shape(one, "camera" if here else "ghost", hollow=not here) for one in (body, lens)]


class PlanOf:
    """The plan of an assessed shot; ``at`` is the mark looked at."""

    def __init__(self, found: Assessment, at: int) -> None:
        self.framed: Framed[Any] = found.family.framed
        self.shot: Shot = self.framed.shot
        self.mark = at
        self.path = self.framed.path
        self.look = self.framed.wanted.look - self.framed.setting.bearing + math.pi / 2
        self.pitch = self.framed.wanted.pitch
        self.subject = self.framed.subject
        self.distance = max(float(np.hypot(*(self.subject - self.framed.path[0])[:2])), 0.3)
        self.spread = self.shot.lens.frame_width / (2 * found.focal_px)

    @property
    def along(self) -> bool:
        """Whether the lens looks along its way."""
        return self.framed.along

    @property
    def downwards(self) -> bool:
        """Whether the lens looks down here."""
        return self._down(self.mark)

    def _down(self, mark: int) -> bool:
        """Whether it looks down at a mark, so that its view is a patch and not a wedge."""
        return bool(abs(self.pitch[mark]) > math.radians(50))

    def sketch(self) -> Sketch:
        """All of it."""
        return Sketch(
            tuple(self._things()),
            tuple(self._dimensions()),
            tuple(self._handles()),
            self._bounds(),
            title="The set, from above",
            caption="drag anything; arrows move it, with Shift finely",
        )

    def _things(self) -> list[Drawn]:
        room = self.shot.room
        things: list[Drawn] = []
        if room.walls == "walls":
            things.append(Shape(box(*walls(room, self.along)), "wall", hollow=True))
        last = len(self.path) - 1
        for mark in dict.fromkeys((0, last // 2, last, self.mark)):
            things.append(self._view(mark))
        for thing in self.shot.things:
            low, high = corners(thing)
            things.append(
                Shape(box(*low[:2].tolist(), *high[:2].tolist()), ROLES.get(thing.kind, "stand"))
            )
            things.append(Note((thing.aside, low[1] - 0.12), thing.name))
        x, y = self.subject[:2].tolist()
        things.append(Disc((x, y), HEAD, "figure"))
        things.append(Disc((x, y), HEAD * 0.45, "ghost"))
        if not self.downwards:
            start, end = self.path[self.mark, :2].tolist(), (x, y)
            things.append(Line((tuple(start), end), "guide", dashed=True))
        way = tuple(map(tuple, self.path[:, :2].tolist()))
        if len(way) > 1:
            things.append(Line(way, "rail", 0.02))
        for x, y in (place[:2].tolist() for place in self._stays()):
            things.append(Shape(box(x - STAY, y - STAY, x + STAY, y + STAY), "shot", hollow=True))
        for mark in (0, last):
            things += _camera(self.path[mark], float(self.look[mark]), here=False)
        things += _camera(self.path[self.mark], float(self.look[self.mark]), here=True)
        return things

    def _view(self, mark: int) -> Shape:
        at, look = self.path[mark], float(self.look[mark])
        lens = self.shot.lens
        if self._down(mark):
            reach = abs(float(at[2] - self.subject[2]))
            across, deep = (
                reach * self.spread * side / lens.frame_width
                for side in (lens.frame_width, lens.frame_height)
            )
            patch = [(-across, -deep), (across, -deep), (across, deep), (-across, deep)]
            return Shape(_turned([*patch], look, at), "view")
        reach = PAST * self.distance
        wedge = [(0.0, 0.0), (-reach * self.spread, reach), (reach * self.spread, reach)]
        return Shape(_turned(wedge, look, at), "view")

    def _dimensions(self) -> list[Dimension]:
        move, first, last = self.shot.move, self.path[0], self.path[-1]
        subject = tuple(self.subject[:2].tolist())
        fields = type(move).model_fields
        found = []
        ends = sorted((tuple(first[:2].tolist()), tuple(last[:2].tolist())))
        ways = {"distance": "", "turned": "turned", "radius": "radius"}
        for lane, (name, words) in enumerate(ways.items()):
            if name in fields:
                path = f"{S.move}.{name}"
                side = "right" if self.along and name == "distance" else "below"
                found.append(Dimension(path, ends[0], ends[1], side, lane, words))  # type: ignore[arg-type]
        if not isinstance(move, Turn) and not self.downwards:
            middle = (0.0, 0.0)
            found.append(Dimension(S.subject.distance, middle, subject, "along", 1))
        side = "right" if self.along else "below"
        found.append(Dimension(S.pace.duration, ends[0], ends[1], side, 1, prefix="in"))  # type: ignore[arg-type]
        found.append(Dimension(f"{S.aim}.kind", ends[0], ends[0], "left", prefix="aim"))
        if not self.downwards:
            found.append(Dimension(S.subject.kind, subject, subject, "beside"))
        _, low, right_end, _ = self._bounds()
        corner = (right_end, low)
        found.append(Dimension(S.room.walls, corner, corner, "right", prefix="set"))
        if self.shot.room.walls == "walls":
            left, near, right, far = walls(self.shot.room, self.along)
            across, away = self._sides
            found.append(Dimension(across, (left, far), (right, far), "above", prefix="room"))
            found.append(Dimension(away, (left, near), (left, far), "left", prefix="deep"))
        return found

    def _handles(self) -> list[Handle]:
        move, path = self.shot.move, self.path
        found: list[Handle] = []
        grip = 0.12
        last = len(path) - 1
        if "distance" in type(move).model_fields and self._level > 1e-3:
            for mark in (0, last):
                # Either end goes as far out as the other one, the middle stays.
                out = path[mark, :2] - path[last - mark, :2]
                out = 2 * out / max(float(np.hypot(*out)), 1e-9)
                axis = (float(out[0]), float(out[1]))
                end = (float(path[mark, 0]), float(path[mark, 1]))
                found.append(Handle(f"{S.move}.distance", end, grip, axis, "drag: how far it goes"))
        subject = (float(self.subject[0]), float(self.subject[1]))
        if isinstance(move, Turn):
            found += self._turn_handles(move)
        elif not self.downwards:
            away = float(np.hypot(*subject))
            axis = (subject[0] / away, subject[1] / away) if away > 1e-6 else (0.0, 1.0)
            hint = "drag: how far the subject is"
            round_it = ((f"{S.move}.radius", axis),) if isinstance(move, Arc) else ()
            found.append(Handle(S.subject.distance, subject, 0.2, axis, hint, also=round_it))
        for at, thing in enumerate(self.shot.things):
            where = f"{S.things}.{at}"
            middle = (thing.aside, thing.away)
            also = ((f"{where}.away", (0.0, 1.0)),)
            hint = f"drag: where the {thing.name} stands"
            found.append(Handle(f"{where}.aside", middle, grip, (1.0, 0.0), hint, also=also))
            corner = (thing.aside + thing.width / 2, thing.away + thing.depth / 2)
            also = ((f"{where}.depth", (0.0, 2.0)),)
            hint = f"drag: how big the {thing.name} is"
            found.append(Handle(f"{where}.width", corner, grip / 2, (2.0, 0.0), hint, also=also))
        if self.shot.room.walls == "walls":
            found += self._wall_handles()
        return [*found, *self._place_handles(), *self._lens_handle()]

    def _stays(self) -> list[Array]:
        """Places to stay in, where the move has more than one."""
        many = len(getattr(self.shot.move, "places", ()))
        each = len(self.path) // (many + 1)
        return [self.path[at * each] for at in range(many + 1)] if many else []

    def _place_handles(self) -> list[Handle]:
        """All but the first, from which they are counted."""
        setting = self.framed.setting
        rail, away = (setting.to_set(np.eye(3)[:2]) - setting.to_set(np.zeros((1, 3))))[:, :2]
        found = []
        for at, place in enumerate(self._stays()[1:]):
            where = f"{S.move}.places.{at}"
            also = ((f"{where}.away", (float(away[0]), float(away[1]))),)
            axis = (float(rail[0]), float(rail[1]))
            spot = (float(place[0]), float(place[1]))
            hint = "drag: a place to stay in"
            found.append(Handle(f"{where}.along", spot, 0.12, axis, hint, also=also))
        return found

    def _turn_handles(self, move: Turn) -> list[Handle]:
        """The axis, for how wide it goes round; an end, for how far."""
        path, middle = self.path[:, :2], len(self.path) // 2
        axis = self._axis()
        if axis is None:
            return []
        out = axis - path[middle]
        out = out / max(float(np.hypot(*out)), 1e-9)
        at, way = (float(axis[0]), float(axis[1])), (float(out[0]), float(out[1]))
        found = [Handle(f"{S.move}.radius", at, 0.2, way, "drag: how wide it goes round")]
        if move.turned < PART:
            (ax, ay), (bx, by) = (path[middle] - axis).tolist(), (path[middle + 1] - axis).tolist()
            # Either end goes as far round as the other one.
            change = math.copysign(2.0, ax * by - ay * bx)
            end = (float(path[-1, 0]), float(path[-1, 1]))
            hint = "drag: how far it goes round"
            found.append(Handle(f"{S.move}.turned", end, 0.12, (change, 0.0), hint, pivot=at))
        return found

    def _axis(self) -> Array | None:
        """The middle of a round way; none where it does not go round."""
        many = len(self.path)
        a, b, c = (self.path[int(at * (many - 1)), :2] for at in (0.3, 0.5, 0.7))
        rows = np.array([b - a, c - a])
        if abs(np.linalg.det(rows)) < 1e-9:
            return None
        half = np.array([rows[0] @ rows[0], rows[1] @ rows[1]]) / 2
        return np.asarray(a + np.linalg.solve(rows, half))

    @property
    def _level(self) -> float:
        """How far apart the ends of the way are from above, m."""
        return float(np.hypot(*(self.path[-1] - self.path[0])[:2]))

    @property
    def _sides(self) -> tuple[str, str]:
        """Which fields are the room's way across and its way off from the lens."""
        sides = (S.room.length, S.room.depth)
        return sides[::-1] if self.along else sides

    def _wall_handles(self) -> list[Handle]:
        left, near, right, far = walls(self.shot.room, self.along)
        across, away = self._sides
        middle = ((left + right) / 2, (near + far) / 2)
        walls_of = (
            (across, (right, middle[1]), (1.0, 0.0), ((S.room.aside, (0.5, 0.0)),), "right"),
            (across, (left, middle[1]), (-1.0, 0.0), ((S.room.aside, (0.5, 0.0)),), "left"),
            (away, (middle[0], far), (0.0, 1.0), (), "far"),
            (away, (middle[0], near), (0.0, -1.0), ((S.room.behind, (0.0, -1.0)),), "near"),
        )
        return [
            Handle(path, at, 0.12, axis, f"drag: where the {which} wall stands", also=also)
            for path, at, axis, also, which in walls_of
        ]

    def _lens_handle(self) -> list[Handle]:
        """The right edge of what is seen from here: wider or longer lenses."""
        if self.downwards:
            return []
        at, look = self.path[self.mark], float(self.look[self.mark])
        reach = PAST * self.distance
        (edge,) = _turned([(reach * self.spread, reach)], look, at)
        # The wedge is as wide as the sensor's share of the focal length.
        change = -self.shot.lens.focal / (reach * self.spread)
        axis = (math.sin(look) * change, -math.cos(look) * change)
        return [Handle(S.lens.focal, edge, 0.15, axis, "drag: a wider or a longer lens")]

    def _bounds(self) -> tuple[float, float, float, float]:
        points = [*self.path[:, :2].tolist(), self.subject[:2].tolist()]
        room = self.shot.room
        if room.walls == "walls":
            left, near, right, far = walls(room, self.along)
            points += [[left, near], [right, far]]
        for thing in self.shot.things:
            points += [list(corner[:2]) for corner in corners(thing)]
        spots = np.array(points)
        (x0, y0), (x1, y1) = spots.min(axis=0), spots.max(axis=0)
        if room.walls == "open":
            x0, x1, y0, y1 = min(x0, -LEAST), max(x1, LEAST), y0 - 0.5, y1 + 0.5
        return float(x0), float(y0), float(x1), float(y1)


def plan_sketch(found: Assessment, mark: int) -> Sketch:
    """The set from above at a mark.

    Parameters
    ----------
    found : Assessment
    mark : int

    Returns
    -------
    Sketch
        Right and away of the middle of the move, m.
    """
    return PlanOf(found, mark).sketch()
