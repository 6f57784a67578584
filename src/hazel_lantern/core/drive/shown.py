"""Lamps of how a move is shown: seconds on screen, blur, light; dark at real pace."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable
from typing import Any

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.drive.capture import (
    CAMERA,
    Capture,
    capture,
    frames_of,
    stands,
    step_time,
)
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lamps import Check, Found, State, check, working
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.mechanics.boom import settle_time
from hazel_lantern.core.mechanics.driving import Frames
from hazel_lantern.core.mechanics.windup import wind_up
from hazel_lantern.core.rigs.asks import Choices, Group, Lever, Numeric
from hazel_lantern.core.rigs.assembly import AnswerT, Assembly
from hazel_lantern.core.rigs.kit.seen import UNSEEN
from hazel_lantern.core.shot import S
from hazel_lantern.core.units import Style, write

Array = NDArray[np.float64]

#: The longest move that is offered to a hand, and at all, s.
BY_HAND, LONGEST = 120.0, 7200.0
#: Of the light so much may go up and down.
RIPPLE = 0.02


class Shown(Assembly[AnswerT]):
    """How the move is shown; answers nothing at real pace but its own choice."""

    def __init__(self, answer: AnswerT, axes: Callable[[], tuple[Axis, ...]]) -> None:
        super().__init__(answer)
        self._axes = axes

    @property
    def used(self) -> bool:
        """Whether it is not shown as it is."""
        return bool(self.answer.shot.played.kind != "real time")

    @property
    def lapse(self) -> bool:
        """Whether it is a time-lapse."""
        return bool(self.answer.shot.played.kind == "time-lapse")

    @property
    def slow(self) -> bool:
        """Whether it is slow motion."""
        return bool(self.answer.shot.played.kind == "slow motion")

    def checks(self) -> Iterable[tuple[Check, Any]]:
        """None at real pace."""
        return super().checks() if self.used else ()

    @property
    def frames(self) -> Frames:
        """Of a time-lapse: how many, how far apart, and the way of one."""
        return frames_of(self._axes()[0], self.answer.course.times, self.answer.shot)

    @property
    def stops(self) -> bool:
        """Whether the rig stands still while a frame is taken."""
        return stands(self.answer.shot.played)

    @property
    def step_time(self) -> float:
        """Of a way between two frames, s: half of what camera and exposure leave."""
        return step_time(self.frames, self.answer.shot.played)

    @kept
    def settling(self) -> tuple[float, float]:
        """What the greatest way between two frames leaves of bounce, px, until it is a pixel, s.

        Returns
        -------
        float, float
        """
        frequency, damping = self.answer.bounce
        if not self.stops or not frequency:
            return 0.0, 0.0
        way, lasts = self.frames.greatest, self.step_time

        def hurry(times: Array) -> Array:
            share = times / lasts
            return np.asarray(way / lasts**2 * (60 * share - 180 * share**2 + 120 * share**3))

        left = wind_up(hurry, lasts, frequency, damping).left * self._axes()[0].pixels
        return left, settle_time(frequency, damping, left, 1.0)

    def told(self, style: Style) -> str:
        """Its frames in words.

        Parameters
        ----------
        style : Style

        Returns
        -------
        str
        """
        axis = self._axes()[0]
        kind = "angle" if axis.kind == "angle" else "fine"
        if not self.lapse:
            return self._told_slow(style, kind)
        frames, played = self.frames, self.answer.shot.played
        said = (
            f"{frames.count} frames in {write(self.answer.shot.pace.duration, 'time', style)} of "
            f"work, one every {write(frames.interval, 'time', style)}, are "
            f"{write(played.screen, 'time', style)} on screen. From one to the next it moves "
            f"{write(frames.way, kind, style)}, {write(frames.greatest, kind, style)} at the most."
        )
        if not self.stops:
            return said
        left, lasts = self.settling
        return (
            f"{said} It stands still for each: {write(self.step_time, 'time', style)} to move, "
            f"{write(left, 'px', style)} of bounce, {write(lasts, 'time', style)} to settle, then "
            f"{write(played.exposure, 'time', style)} of exposure."
        )

    def _told_slow(self, style: Style, kind: str) -> str:
        found, played = self.captured, self.answer.shot.played
        at, steady = (
            write(round(one, 2), "time", style) for one in (found.press, found.end - found.start)
        )
        lost = (
            f" {write(round(found.lost, 2), 'time', style)} of that are lost: the buffer is full."
        )
        return (
            f"It is steady for {steady}. Press stop at {at}: the buffer then holds the last "
            f"{write(played.buffer, 'time', style)}, of which {found.frames} frames are of the "
            f"steady part; {write(found.way, kind, style)} of the move, "
            f"{write(round(found.screen, 2), 'time', style)} on screen."
            + (lost if found.lost > 0.005 else "")
        )

    @property
    def frame_places(self) -> Array:
        """Where on the move each frame of a time-lapse is taken, m or rad.

        Returns
        -------
        (n,) array
            Empty where it is none.
        """
        if not self.lapse:
            return np.zeros(0)
        axis, times = self._axes()[0], self.answer.course.times
        taken = np.arange(self.frames.count) * self.frames.interval
        return np.asarray(np.interp(taken, times, axis.place))

    @check(
        "shot.screen-time",
        "Time on screen",
        "Drive",
        "time",
        None,
        "at least",
        "the seconds on screen that are asked for; of a time-lapse, time between two frames for "
        "exposure and camera",
    )
    def screen_time(self) -> Found:
        """Seconds on screen of a slowed move; time between the frames of a time-lapse."""
        played, duration = self.answer.shot.played, self.answer.shot.pace.duration
        if self.lapse:
            frames, least = self.frames, played.exposure + CAMERA
            settles = self.settling[1]
            if self.stops:
                least += self.step_time + settles
            return Found(
                frames.interval,
                ("Time between frames", "Frames come too quickly"),
                lambda s: (
                    f"{frames.count} frames, one every {write(frames.interval, 'time', s)}, make "
                    f"{write(played.screen, 'time', s)} on screen; exposure and camera"
                    + (
                        f", the way to the next and {write(settles, 'time', s)} to settle"
                        if self.stops
                        else ""
                    )
                    + f" need {write(least, 'time', s)}."
                ),
                working(
                    "interval = work / (seconds on screen × rate)",
                    (
                        ("work", "the move takes", duration, "time"),
                        ("frames", "in all", frames.count, "count"),
                    ),
                    "counting",
                ),
                limit=least,
            )
        seen = duration * played.captured / played.shown
        return Found(
            seen,
            ("Long enough on screen", "Over too soon on screen"),
            lambda s: (
                f"{write(duration, 'time', s)} captured at {played.captured:g} frames a second and "
                f"shown at {played.shown:g} last {write(seen, 'time', s)} on screen."
            ),
            working(
                "seconds on screen = T × captured / shown",
                (("T", "the move takes", duration, "time"),),
                "counting",
            ),
            limit=played.screen,
        )

    @check(
        "shot.capture",
        "Blur in a frame",
        "Drive",
        "px",
        None,
        "at most",
        "12 px of blur in a frame 1920 px wide; the buffer holds the whole move",
    )
    def capture(self) -> Found:
        """Blur of the quickest frame, and whether the buffer holds the move."""
        played, shot, axis = self.answer.shot.played, self.answer.shot, self._axes()[0]
        quick = float(np.abs(axis.speed).max()) * axis.pixels
        # Where it stands still for a frame, what is left of the bounce is what is seen.
        blur = min(self.settling[0], 1.0) if self.stops else quick * played.exposure
        full = played.kind == "slow motion" and shot.pace.duration > played.buffer
        late = shot.pace.duration - played.buffer
        return Found(
            blur,
            (
                "Buffer is shorter than the move" if full else "Frames are sharp",
                "Frames are blurred",
            ),
            lambda s: (
                f"In its quickest frame the picture moves by {write(blur, 'px', s)} while the "
                f"shutter is open."
                + (
                    f" The buffer holds the last {write(played.buffer, 'time', s)}: what comes "
                    f"before {write(late, 'time', s)} is lost if you stop at the end."
                    if full
                    else ""
                )
            ),
            working(
                "blur = v × exposure",
                (
                    ("v", "greatest speed in the picture, px a second", quick, "number"),
                    ("exposure", "one over", played.shutter, "number"),
                ),
                "pinhole projection",
            ),
            limit=UNSEEN * shot.lens.frame_width,
            at_best=State.TIGHT if full else State.HOLDS,
        )

    @property
    def captured(self) -> Capture:
        """What the buffer keeps of a slowed move."""
        return capture(self._axes()[0], self.answer.course.times, self.answer.shot.played)

    @property
    def ripple(self) -> float:
        """How far the light of a frame goes up and down from frame to frame, as a share.

        Light is 1 + depth · cos(2π · pulses · t), averaged over the exposure; where pulses are a
        multiple of the rate every frame has the same of it.
        """
        played = self.answer.shot.played
        # Between frames of a time-lapse the mains wander: those never keep step.
        beats = 0.0 if self.lapse else played.flicker / played.captured
        if not played.flicker or (beats > 0.5 and abs(beats - round(beats)) < 1e-6):
            return 0.0
        return float(2 * played.depth * abs(np.sinc(played.flicker * played.exposure)))

    @check(
        "shot.light",
        "Flicker",
        "Drive",
        "percent",
        RIPPLE,
        "at most",
        "2 % of light up and down from frame to frame",
    )
    def light(self) -> Found:
        """Ripple of the light from frame to frame."""
        played = self.answer.shot.played
        pulses, ripple = played.flicker * played.exposure, self.ripple
        stops = math.log2(played.captured / played.shown) if not self.lapse else 0.0
        return Found(
            ripple,
            ("Light does not flicker", "Light flickers"),
            lambda s: (
                (
                    f"An exposure holds {pulses:.3g} pulses of the light, which go up and down by "
                    f"{write(played.depth, 'percent', s)}: frames differ by "
                    f"{write(ripple, 'percent', s)}."
                    if played.flicker
                    else "Daylight does not pulse."
                )
                + (
                    f" {stops:.1f} stops of light less than at {played.shown:g} frames a second."
                    if stops > 0
                    else ""
                )
            ),
            working(
                "ripple = 2 depth |sin(pi n) / (pi n)|,  n pulses in an exposure",
                (
                    ("pulses", "a second, twice the mains", played.flicker, "number"),
                    ("n", "in an exposure", pulses, "number"),
                    ("depth", "of a pulse", played.depth, "percent"),
                ),
                "light as a wave, averaged over the exposure; none where it beats with the rate",
            ),
        )

    def levers(self) -> Iterable[Lever]:
        """A longer or shorter move; shutter and rate where it is not shown as it is."""
        shot, motor = self.answer.shot, self.case.setup.drive.by_motor
        # A hand keeps no even pace for minutes.
        longest = LONGEST if motor or self.used else BY_HAND
        step = 0.5 if shot.pace.duration < BY_HAND else 5.0
        slower, lost = "Take {} for the move", "the time asked for"
        yield Numeric(S.pace.duration, step, 0.5, longest, slower, loses=lost)
        if not self.used:
            return
        yield Numeric(S.played.shutter, 5.0, 5.0, 4000.0, "Set the shutter to one over {}")
        pulses = self.answer.shot.played.flicker
        if pulses:
            whole = (round(pulses / 2), round(pulses))
            yield Choices(
                tuple(
                    (f"Set the shutter to one over {one}", (Edit(S.played.shutter, float(one)),))
                    for one in whole
                )
            )
        if self.lapse:
            ways = {
                "shoot, move, settle": "Stand still for each frame",
                "running through": "Shoot while it moves",
            }
            yield Choices.words(S.played.shoots, ways, self.answer.shot.played.shoots)
        else:
            yield Numeric(S.played.captured, 5.0, 10.0, 1000.0, "Capture {} frames")
        asked = "the seconds on screen"
        yield Numeric(S.played.screen, 0.5, 0.5, 600.0, "Ask for {} on screen", loses=asked)

    def groups(self, station: str) -> Iterable[Group]:
        """Its fields, where the pace of the move is."""
        if station != "Drive":
            return ()
        p = S.played
        if not self.used:
            return (Group("Shown", (p.kind,)),)
        if self.lapse:
            lapse = (p.kind, p.screen, p.shown, p.shoots, p.shutter, p.light, p.depth)
            return (Group("Shown", lapse),)
        slow = (p.kind, p.captured, p.shown, p.screen, p.shutter, p.buffer, p.light, p.depth)
        return (Group("Shown", slow),)

    def readout(self, station: str) -> Iterable[tuple[str, str]]:
        """Frames of a time-lapse."""
        if station == "Drive" and self.lapse:
            frames, style, kind = self.frames, self.answer.style, self._axes()[0].kind
            kind = "angle" if kind == "angle" else "fine"
            yield "Frames", f"{frames.count}"
            yield "One every", write(frames.interval, "time", style)
            yield "Way of a frame", write(frames.way, kind, style)
            yield "at the most", write(frames.greatest, kind, style)
