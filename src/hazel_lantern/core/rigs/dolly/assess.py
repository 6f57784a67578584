"""Assessing a dolly: one pure function from rig to marks, traces, lamps and parts."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import TYPE_CHECKING

import numpy as np

from hazel_lantern.core.assessment import Assessment, Poses, Shake, Trace
from hazel_lantern.core.mechanics import ride
from hazel_lantern.core.rigs.dolly.lamps import ALL
from hazel_lantern.core.rigs.dolly.lamps_ride import departure
from hazel_lantern.core.rigs.dolly.parts import parts_list, pieces
from hazel_lantern.core.rigs.dolly.path import Line
from hazel_lantern.core.rigs.dolly.scene import Scene
from hazel_lantern.core.rigs.dolly.shaking import Shaking, shake
from hazel_lantern.core.rigs.dolly.statics import Array, Parts, mount_left, solve

if TYPE_CHECKING:
    from hazel_lantern.core.project.model import Rig, Settings
    from hazel_lantern.core.rigs.dolly.model import DollyDesign
    from hazel_lantern.core.workshop import Workshop

#: Points of the ride that a plot is given, and the quickest wave of its spectrum, Hz.
SHOWN, QUICKEST = 600, 30.0


def assess(rig: Rig, settings: Settings, workshop: Workshop) -> Assessment:
    """Assess a dolly rig; see `Assessment`."""
    return _assess(rig, settings, workshop, None)


def quick(rig: Rig, settings: Settings, workshop: Workshop, before: Assessment) -> Assessment:
    """The same with the ride of a moment ago, which takes longest; its lamp says so."""
    scene: Scene = before.figures["scene"]
    return _assess(rig, settings, workshop, scene.shaking)


def _assess(rig: Rig, settings: Settings, workshop: Workshop, older: Shaking | None) -> Assessment:
    design: DollyDesign = rig.design  # type: ignore[assignment]
    parts = Parts.of(design, workshop)
    answer = solve(rig, workshop)
    bought = parts_list(rig, design, settings, workshop, parts)
    sensor = workshop.catalogue.find("sensors", rig.shot.lens.sensor)
    focal_px = rig.shot.focal_px(sensor.width)
    shaking = older or shake(rig, design, parts, answer, focal_px)
    scene = Scene(rig, design, settings, workshop, parts, answer, shaking, bought, focal_px)
    return Assessment(
        marks=answer.course.marks,
        times=answer.course.times,
        traces=_traces(scene),
        poses=_poses(scene, answer.line, True),
        wanted=_poses(scene, answer.wanted, False),
        subject=_subject(rig),
        focal_px=focal_px,
        lamps=tuple(
            replace(one, older=True) if older is not None and one.id == "dolly.ride" else one
            for one in (make(scene) for make in ALL)
        ),
        parts=bought,
        pieces=pieces(rig, design),
        travel=design.track.length - design.outer_base if design.on_track else 0.0,
        figures={"answer": answer, "parts": parts, "scene": scene},
        shake=_shake(scene),
        wanted_words="where a dolly that keeps to the line and does not shake would",
    )


def _traces(scene: Scene) -> dict[str, Trace]:
    answer, shaking, run = scene.answer, scene.shaking, scene.answer.course
    farther, aim = departure(scene)
    every = max(len(shaking.times) // SHOWN, 1)
    quick = shaking.quick[:, ::every]
    rates, waves = ride.spectrum(shaking.seen[0], shaking.rate)
    near = (rates >= 0.5) & (rates <= QUICKEST)
    turns = np.abs(run.speed) / (math.pi * scene.parts.roller.diameter)
    return {
        "speed": Trace("speed", "speed", np.abs(run.speed)),
        "acceleration": Trace(
            "acceleration", "acceleration", run.acceleration * scene.rig.shot.sense
        ),
        "push": Trace("push", "force", answer.push * scene.rig.shot.sense),
        "lightest wheel": Trace("lightest corner", "force", answer.corners.min(axis=0)),
        "heaviest wheel": Trace("heaviest corner", "force", answer.corners.max(axis=0)),
        "farther": Trace("farther from the subject", "length", farther),
        "aim": Trace("aim off the subject", "angle", aim),
        "time": Trace("time", "time", shaking.times[::every], at_marks=run.times),
        "up": Trace("up and down", "px", quick[0]),
        "aside": Trace("sideways", "px", quick[1]),
        "turning": Trace("turning", "px", quick[2]),
        "waves": Trace("times a second", "rate", rates[near], at_marks=turns),
        "sizes": Trace("up and down", "px", waves[near]),
    }


def _subject(rig: Rig) -> Array:
    """Foot of the subject: x along the middle of the move, y towards the arc's centre, m."""
    distance = rig.shot.subject.distance
    place = (distance, 0.0) if rig.shot.along else (0.0, distance)
    return np.array([*place, rig.shot.subject.base])


def _poses(scene: Scene, line: Line, shaken: bool) -> Poses:
    rig, run = scene.rig, scene.answer.course
    tilt = rig.shot.slope
    x, y, heading = line.at(run.place)
    left = mount_left(scene.design)
    x, y = x - left * np.sin(heading), y + left * np.cos(heading)
    rise = run.place * math.sin(tilt)
    pitch, roll, lift = np.zeros_like(x), np.zeros_like(x), np.zeros_like(x)
    if shaken:
        moved = [np.interp(run.times, scene.shaking.times, row) for row in scene.shaking.body]
        lift, pitch, roll = _at_lens(scene, np.stack(moved))
    eye = np.stack([x * math.cos(tilt), y, rig.shot.camera_height + rise + lift], axis=1)
    look = heading + (0.0 if rig.shot.along else math.pi / 2)
    return Poses(eye, look, pitch, roll)


def _at_lens(scene: Scene, moved: Array) -> Array:
    """Lift, nose up and roll of the lens for heave, pitch and roll of the dolly, (3, n)."""
    heave, pitch, roll = moved
    # A lens square to the way looks to its left: what rolls the dolly tips it.
    turned = (pitch, -roll) if scene.rig.shot.along else (roll, pitch)
    return np.stack([heave, *turned])


def _shake(scene: Scene) -> Shake:
    shaking = scene.shaking
    quick = ride.quick_part(shaking.body, shaking.rate)
    size = float(np.sqrt((shaking.quick**2).sum(axis=0)).max())
    lift, pitch, roll = _at_lens(scene, quick)
    return Shake(shaking.times, lift, pitch, roll, size)
