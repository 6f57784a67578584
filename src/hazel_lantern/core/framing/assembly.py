"""Lamps of the shot itself, the same for every rig: strobing, focus, own rig in frame, room."""

from __future__ import annotations

import math
from collections.abc import Iterable
from typing import TYPE_CHECKING, Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.fields import Edit
from hazel_lantern.core.framing import sighted
from hazel_lantern.core.framing.aiming import Turned, turned_to
from hazel_lantern.core.framing.payload import where_empty
from hazel_lantern.core.framing.setting import Setting, corners, target, walls
from hazel_lantern.core.lamps import Check, Found, check, not_at_stake, working
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.poses import Poses
from hazel_lantern.core.rigs.asks import Choices, Lever, Numeric
from hazel_lantern.core.rigs.assembly import AnswerT, Assembly
from hazel_lantern.core.shot import SUBJECT, S, Turn
from hazel_lantern.core.units import by_eye, write

if TYPE_CHECKING:
    from hazel_lantern.core.rigs.family import Family

Array = NDArray[np.float64]
#: A thing takes so long to cross the frame without strobing, s, at so many frames a second.
CROSSING, AT_RATE = 7.0, 24.0
#: Longer than this on the way across the frame is as good as standing, s.
STANDING = 99.0
#: A hand that pulls focus to a mark misses by so much of the distance.
MISSES = 0.03
#: A camera takes up so much around its lens, m; who pushes stands so far behind, so wide, m.
AROUND, PUSHES_BEHIND, PUSHES_WIDE = 0.12, 0.5, 0.5
#: Of the frame's width, between its edge and the rig: what framing by hand takes up.
EDGE = 0.01
#: A subject is looked for at so many heights: feet are as much of it as a face.
SUBJECT_AT = 15
#: So many marks are looked at for the rig in its own frame.
LOOKED_AT = 7
#: Focal lengths and stops that makers own, m and f/.
FOCALS = (0.014, 0.018, 0.024, 0.028, 0.035, 0.05, 0.085)
STOPS = (1.8, 2.0, 2.8, 4.0, 5.6, 8.0, 11.0, 16.0)


class Clearance(NamedTuple):
    """How near the camera's way comes to something, m, at every mark."""

    what: str
    left: Array


class Framed(Assembly[AnswerT]):
    """What the shot gives and asks, whichever rig carries the camera."""

    def __init__(self, family: Family[Any, AnswerT]) -> None:
        super().__init__(family.answer)
        self._family = family

    def checks(self) -> Iterable[tuple[Check, Any]]:
        """Each with itself; of a rig that carries nothing one more."""
        empty = where_empty(self.answer.load.items)
        return (*super().checks(), *((one, self) for one in empty))

    @property
    def shot(self) -> Any:
        """The shot."""
        return self.answer.shot

    @property
    def along(self) -> bool:
        """Whether the room's length lies away from the lens; round a turn it lies across."""
        return bool(self.answer.along) and not isinstance(self.shot.move, Turn)

    @kept
    def carried(self) -> Poses:
        """Of the lens as the shot asks, on a head that does not turn."""
        poses = self._family.wanted()
        rows = (
            np.broadcast_to(row, self.times.shape) for row in (poses.look, poses.pitch, poses.roll)
        )
        return Poses(poses.eye, *(np.asarray(row, dtype=float) for row in rows))

    @property
    def way(self) -> Array:
        """Way at every mark."""
        return np.asarray(self._family.axes()[0].place)

    @property
    def times(self) -> Array:
        """When each mark is reached, s."""
        return np.asarray(self._family.times)

    @kept
    def setting(self) -> Setting:
        """Where the set lies in the rig's directions."""
        return Setting.of(self.carried, self.way)

    @kept
    def subject(self) -> Array:
        """What is looked at of the subject, on the set, m."""
        return self.setting.to_set(self._family.aim())

    def target(self, name: str) -> Array:
        """What is looked at of a thing, where the poses' places are, m."""
        return self.setting.to_rig(target(self.shot, name, self.subject))

    @kept
    def head(self) -> Turned | None:
        """How the head turns over the move; none where it does not."""
        aim, way = self.shot.aim, self.way
        if aim.kind == "as carried" or len(way) < 2:
            return None
        ends = (SUBJECT, SUBJECT) if aim.kind == "on the subject" else (aim.first, aim.last)
        long = way[-1] - way[0]
        share = (way - way[0]) / long if abs(long) > 1e-12 else np.zeros_like(way)
        first, last = (self.target(name) for name in ends)
        return turned_to(self.carried, first, last, share)

    def aimed(self, poses: Poses) -> Poses:
        """Poses on the head as it turns."""
        return poses if self.head is None else self.head.of(poses)

    @kept
    def wanted(self) -> Poses:
        """Of the lens as the shot asks, aimed."""
        return self.aimed(self.carried)

    @property
    def slowed(self) -> float:
        """Seconds on screen of one second of the move."""
        played = self.shot.played
        if played.kind == "slow motion":
            return float(played.captured / played.shown)
        if played.kind == "time-lapse":
            return float(played.screen / self.shot.pace.duration)
        return 1.0

    def sighted(self, name: str) -> tuple[Array, Array]:
        """Where in the frame a thing is at every mark, px, and how far ahead, m."""
        return sighted.seen_at(self.target(name), self.wanted, self.answer.focal_px)

    def crossing(self, name: str) -> Array:
        """Seconds on screen in which a thing would cross the frame, at every mark."""
        lens = self.shot.lens
        seen, depth = self.sighted(name)
        there = self.subject_seen if name == SUBJECT else self._in_frame(seen, depth)
        quick = np.where(there, sighted.speeds(seen, self.times), 0.0)
        crossing = lens.frame_width * self.slowed / np.maximum(quick, 1e-9)
        return np.asarray(np.minimum(crossing, STANDING))

    @check(
        "shot.strobe",
        "Pace across the frame",
        "Shot",
        "time",
        None,
        "at least",
        "7 s for what the eye follows to cross the frame, at 24 frames a second and a shutter open "
        "for half a turn; less at higher rates: a rule of camera crews",
    )
    def strobe(self) -> Found:
        """How quickly what the eye follows crosses the frame."""
        shot, name = self.shot, self.shot.aim.follows
        crossing = self.crossing(name)
        rate, least = shot.played.shown, CROSSING * AT_RATE / shot.played.shown
        quickest = float(crossing.min())
        step = shot.lens.frame_width / (quickest * rate)
        return Found(
            crossing,
            ("Does not strobe", "Strobes"),
            lambda s: (
                f"At its quickest the {name} would cross the frame in {write(quickest, 'time', s)} "
                f"on screen, {write(step, 'px', s)} from one frame to the next. "
                + (
                    "It hardly moves in the frame."
                    if quickest > 0.9 * STANDING
                    else "What the eye follows that quickly is seen as a row of pictures."
                    if quickest < least
                    else "What rushes by behind it is not looked at."
                )
            ),
            working(
                "crossing = W / v × slowed;  least = 7 s × 24 / rate",
                (
                    ("W", "frame width", shot.lens.frame_width, "px"),
                    ("rate", "frames shown in a second", rate, "number"),
                    ("slowed", "seconds on screen for one of the move", self.slowed, "number"),
                ),
                "pinhole projection; rule of camera crews",
            ),
            limit=least,
        )

    @kept
    def subject_seen(self) -> NDArray[np.bool_]:
        """At which marks something of the subject is in the frame."""
        foot, tall = np.asarray(self._family.subject()), self.shot.subject.height
        shares = np.linspace(0.0, 1.0, SUBJECT_AT)[:, None]
        places = np.stack([self._family.aim(), *(foot + shares * [0.0, 0.0, tall])])[:, None]
        seen = sighted.seen_at(places, self.wanted, self.answer.focal_px)
        return np.asarray(self._in_frame(*seen).any(axis=0))

    def _in_frame(self, seen: Array, depth: Array) -> NDArray[np.bool_]:
        lens = self.shot.lens
        return sighted.in_frame(seen, depth, lens.frame_width, lens.frame_height)

    @kept
    def depths(self) -> Array:
        """How far ahead of the lens the subject is at every mark, m.

        Where it is out of the frame focus stays where it was last, or waits where it comes in.
        """
        depth, there = np.maximum(self.sighted(SUBJECT)[1], sighted.NEAR), self.subject_seen
        if not there.any():
            return np.full_like(depth, self.shot.subject.distance)
        at = np.arange(len(depth))
        return np.asarray(np.interp(at, at[there], depth[there]))

    @kept
    def focused(self) -> float:
        """Where the ring stands when it is set once, m."""
        return sighted.best_focus(float(self.depths.min()), float(self.depths.max()))

    @check(
        "shot.focus",
        "Blur of the subject",
        "Shot",
        "px",
        None,
        "at most",
        "the circle of confusion of the settings, in pixels of the frame",
    )
    def focus(self) -> Found:
        """Blur of the subject over the move from a ring that stands still, or is turned by hand."""
        lens, depths = self.shot.lens, self.depths
        sensor = self.case.row("sensors", lens.sensor).width
        once, px = lens.focus == "set once", lens.frame_width / lens.used(sensor)
        near, far = float(depths.min()), float(depths.max())
        # What is cropped is shown larger: the circle that is as good as sharp is that of the frame.
        limit = self.answer.settings.circle * lens.frame_width / sensor
        if not self.subject_seen.any():
            return not_at_stake(
                "Subject is not in the frame",
                "The subject is not in the frame at any mark: aim the lens at it, or move it.",
                "c = f² / (N (s - f)) · |d - s| / d",
                "thin lens",
                limit=limit,
            )
        if near <= lens.focal * 1.01:
            blurred = np.full_like(depths, lens.frame_width)
        elif once:
            blurred = px * sighted.blur_circle(lens.focal, lens.f_number, self.focused, depths)
        else:
            missed = depths * (1 + MISSES)
            blurred = px * np.array(
                [
                    float(sighted.blur_circle(lens.focal, lens.f_number, at, np.array([off]))[0])
                    for at, off in zip(depths, missed, strict=True)
                ]
            )
        return Found(
            blurred,
            ("Subject stays sharp", "Focus runs out"),
            lambda s: (
                f"The subject is {write(near, 'length', s)} to {write(far, 'length', s)} ahead of "
                "the lens. "
                + (
                    f"A ring set once to {write(self.focused, 'length', s)} blurs it by "
                    f"{write(float(blurred.max()), 'px', s)} at the most; at "
                    f"{_stop(lens.f_number)} {write(limit, 'px', s)} is as good as sharp."
                    if once
                    else "A hand that turns the ring from mark to mark misses by some 3 % of the "
                    f"distance, a blur of {write(float(blurred.max()), 'px', s)}."
                )
            ),
            working(
                "c = f² / (N (s - f)) · |d - s| / d",
                (
                    ("f", "focal length", lens.focal, "focal"),
                    ("N", "stop", lens.f_number, "f_stop"),
                    ("s", "focused on", self.focused, "length"),
                    ("nearest", "subject", near, "length"),
                    ("farthest", "subject", far, "length"),
                ),
                "thin lens; 3 % for a hand at marks is an estimate",
            ),
            limit=limit,
        )

    @check(
        "shot.sees-itself",
        "Rig in its own frame",
        "Shot",
        "px",
        None,
        "at least",
        "a hundredth of the frame's width between the frame's edge and the rig",
    )
    def sees_itself(self) -> Found:
        """How far outside of the frame the rig's own rails, arm or line pass."""
        lens = self.shot.lens
        places = np.linspace(0, len(self.times) - 1, LOOKED_AT).astype(int)
        marks = np.array(list(dict.fromkeys(places.tolist())))
        outside = self._outside(marks)
        least = EDGE * lens.frame_width
        if not np.isfinite(outside).any():
            return not_at_stake(
                "Rig stays out of frame",
                "Nothing of the rig lies before the lens.",
                "px outside of the frame",
                "pinhole projection",
                limit=least,
            )
        most = 9 * lens.frame_width
        course = np.interp(np.arange(len(self.times)), marks, np.minimum(outside, most))
        nearest = float(course.min())
        return Found(
            course,
            ("Rig stays out of frame", "Sees its own rig"),
            lambda s: (
                f"{self._family.own_words} "
                + (
                    f"{'pass' if self._family.own_many else 'passes'} "
                    f"{write(nearest, 'px', s)} outside of the frame's edge."
                    if nearest >= 0
                    else f"{'come' if self._family.own_many else 'comes'} "
                    f"{write(-nearest, 'px', s)} into the frame."
                )
            ),
            working(
                "px outside of the frame's edge, the nearest of the rig's parts before the lens",
                (
                    ("f", "focal length in pixels", self.answer.focal_px, "px"),
                    ("W", "frame width", lens.frame_width, "px"),
                    ("H", "frame height", lens.frame_height, "px"),
                ),
                "pinhole projection",
            ),
            limit=least,
        )

    def _outside(self, marks: NDArray[np.int_]) -> Array:
        lines = np.stack([self._family.own(mark) for mark in marks.tolist()])
        if not lines.size:
            return np.full(len(marks), np.inf)
        poses, lens = self.wanted, self.shot.lens
        turned = zip(poses.look[marks], poses.pitch[marks], poses.roll[marks], strict=True)
        axes = np.stack([picture.rotation(*map(float, one)) for one in turned])
        frame = (lens.frame_width, lens.frame_height)
        return sighted.spare(lines, poses.eye[marks], axes, self.answer.focal_px, frame)

    @kept
    def path(self) -> Array:
        """The lens on the set at every mark: right, away, up, (n, 3) m."""
        return self.setting.to_set(self.carried.eye)

    @kept
    def pusher(self) -> Array | None:
        """Who pushes, on the set at every mark, (n, 2) m; none where nobody walks along."""
        if not self._family.walked or self.case.setup.drive.by_motor:
            return None
        look = self.carried.look - self.setting.bearing
        back = np.stack([np.sin(look), -np.cos(look)], axis=1)
        return np.asarray(self.path[:, :2] + PUSHES_BEHIND * back)

    @kept
    def clearances(self) -> tuple[Clearance, ...]:
        """How near the way of camera and pusher comes to walls, ceiling and things."""
        room, path, pusher = self.shot.room, self.path, self.pusher
        found = [Clearance("under the ceiling", room.height - path[:, 2] - AROUND)]
        for thing in self.shot.things:
            low, high = corners(thing)
            gap = np.maximum(np.maximum(low - path, path - high), 0.0)
            found.append(Clearance(f"to the {thing.name}", np.linalg.norm(gap, axis=1) - AROUND))
        if room.walls == "open":
            return tuple(found)
        places = [("camera", path[:, :2], AROUND)]
        if pusher is not None:
            places.append(("who pushes", pusher, PUSHES_WIDE / 2))
        left, near, right, far = walls(room, self.along)
        for who, at, wide in places:
            for wall, gap in (
                ("left wall", at[:, 0] - left),
                ("right wall", right - at[:, 0]),
                ("wall behind", at[:, 1] - near),
                ("far wall", far - at[:, 1]),
            ):
                found.append(Clearance(f"between {who} and the {wall}", gap - wide))
        return tuple(found)

    @check(
        "shot.room",
        "Room along the path",
        "Shot",
        "length",
        0.05,
        "at least",
        "50 mm to get a hand in, past a camera 240 mm across and a person 500 mm wide",
    )
    def room(self) -> Found:
        """The least room that camera and pusher have on the set."""
        nearest = min(self.clearances, key=lambda one: float(one.left.min()))
        least = float(nearest.left.min())
        return Found(
            nearest.left,
            ("Path fits the set", f"No room {nearest.what}"),
            lambda s: (
                f"The least room is {nearest.what}: {write(abs(least), 'length', s)} "
                + ("are missing." if least < 0 else "left over.")
            ),
            working(
                "room = distance of the lens less half a camera; of who pushes less half a person",
                tuple((one.what, "", float(one.left.min()), "length") for one in self.clearances),
                "sum of lengths; the rig's own room is the family's",
            ),
        )

    def levers(self) -> Iterable[Lever]:
        """Another lens, stop or aim, a ring turned by hand, walls farther off."""
        lens, aim = self.shot.lens, self.shot.aim
        asked = "the picture asked for"
        yield Choices(
            tuple(
                (f"Take a lens of {focal * 1e3:g} mm", (Edit(S.lens.focal, focal),))
                for focal in FOCALS
                if not math.isclose(focal, lens.focal)
            ),
            loses=asked,
        )
        yield Choices(
            tuple(
                (f"Stop down to f/{stop:g}", (Edit(S.lens.f_number, stop),))
                for stop in STOPS
                if stop > lens.f_number
            )
        )
        focus = {"pulled by hand": "Turn the ring from mark to mark", "set once": "Set focus once"}
        yield Choices.words(S.lens.focus, focus, lens.focus)
        if aim.kind != "on the subject":
            keeps = (Edit(S.aim.kind, "on the subject"),)
            yield Choices((("Keep the lens on the subject", keeps),), loses=asked)
        if self.shot.room.walls == "walls":
            yield Numeric(
                S.room.behind,
                0.05,
                0.1,
                20.0,
                "Begin {} from the wall behind",
                loses="the place on the set",
            )

    def set_card(self) -> Iterable[str]:
        """Start and stop, seconds, focus marks."""
        style, shot = self.answer.style, self.shot
        seconds = shot.pace.duration
        shown = seconds * self.slowed
        card = f"{shot.move.words(style)}, {write(seconds, 'time', style)}"
        if abs(shown - seconds) > 1e-6:
            card += f", {write(shown, 'time', style)} on screen"
        yield f"Start and stop marks: {card}."
        if self.head is not None:
            pans = [write(float(at), "angle", style) for at in self.head.pan[[0, -1]]]
            tilts = [write(float(at), "angle", style) for at in self.head.tilt[[0, -1]]]
            yield (
                f"Head: pan to the left from {pans[0]} to {pans[1]}, tilt up from {tilts[0]} to "
                f"{tilts[1]}."
            )
        if shot.lens.focus == "set once":
            yield f"Focus: set once to {by_eye(self.focused, style)}."
        else:
            at = [by_eye(float(depth), style) for depth in self.focus_marks]
            yield f"Focus marks at start, quarter, middle, three quarters, end: {', '.join(at)}."

    @property
    def focus_marks(self) -> Array:
        """How far ahead the subject is at start, quarter, middle, three quarters, end, (5,) m."""
        way = self.way
        order = slice(None) if way[-1] >= way[0] else slice(None, None, -1)
        places = np.linspace(way[0], way[-1], 5)
        return np.asarray(np.interp(places, way[order], self.depths[order]))


def _stop(f_number: float) -> str:
    return f"f/{f_number:g}"
