"""Assessing a slider: one pure function from rig to marks, traces, lamps and parts."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING

import numpy as np

from hazel_lantern.core.assessment import Assessment, Poses, Trace
from hazel_lantern.core.rigs.slider import lamps_picture, standing
from hazel_lantern.core.rigs.slider.lamps import ALL
from hazel_lantern.core.rigs.slider.parts import parts_list, pieces
from hazel_lantern.core.rigs.slider.scene import Scene
from hazel_lantern.core.rigs.slider.statics import Array, Parts, solve

if TYPE_CHECKING:
    from hazel_lantern.core.project.model import Rig, Settings
    from hazel_lantern.core.rigs.slider.model import SliderDesign
    from hazel_lantern.core.workshop import Workshop


def assess(rig: Rig, settings: Settings, workshop: Workshop) -> Assessment:
    """Assess a slider rig; see `Assessment`."""
    design: SliderDesign = rig.design  # type: ignore[assignment]
    parts = Parts.of(design, workshop)
    answer = solve(rig, workshop)
    bought = parts_list(rig, design, settings, workshop, parts)
    scene = Scene(rig, design, settings, workshop, parts, answer, bought)
    found = tuple(make(scene) for make in ALL)
    by_id = {lamp.id: lamp for lamp in found}
    return Assessment(
        marks=answer.course.marks,
        times=answer.course.times,
        traces=_traces(scene, by_id["slider.tip"].trace),
        poses=_poses(scene, True),
        wanted=_poses(scene, False),
        subject=_subject(rig),
        focal_px=lamps_picture.focal_px(scene),
        lamps=found,
        parts=bought,
        pieces=pieces(design),
        travel=design.rails.length - design.carriage.length - 2 * design.stop,
        figures={
            "answer": answer,
            "parts": parts,
            "rail height": standing.rail_height(rig, design),
        },
    )


def _traces(scene: Scene, tilt_left: Array | None) -> dict[str, Trace]:
    answer = scene.answer
    drift = lamps_picture.drift_over_move(scene)
    worst = int((drift.max(axis=1) - drift.min(axis=1)).argmax())
    dip = np.maximum(answer.near_dip, answer.far_dip)
    traces = {
        "dip": Trace("rail dip", "fine", dip),
        "drift": Trace("frame drift", "px", drift[worst]),
        "pitch": Trace("carriage pitch", "angle", answer.pitch),
        "roll": Trace("carriage roll", "angle", answer.roll),
        "stress": Trace("rail stress", "stress", answer.stress),
        "lightest wheel": Trace("lightest wheel", "force", answer.wheels.min(axis=0)),
        "speed": Trace("speed", "speed", np.abs(answer.course.speed)),
        "acceleration": Trace(
            "acceleration", "acceleration", answer.course.acceleration * scene.rig.shot.sense
        ),
        "push": Trace("push", "force", answer.push * scene.rig.shot.sense),
    }
    if tilt_left is not None:
        traces["tilt left"] = Trace("tilt left", "angle", tilt_left)
    return traces


def _subject(rig: Rig) -> Array:
    """Foot of the subject in the room: x from mid-rail, y away from the near side, m."""
    distance = rig.shot.subject.distance
    place = (distance, 0.0) if rig.shot.along else (0.0, distance)
    return np.array([*place, rig.shot.subject.base])


def _poses(scene: Scene, bent: bool) -> Poses:
    rig, answer = scene.rig, scene.answer
    out = answer.course.place - scene.design.rails.length / 2
    tilt = rig.shot.tilt
    rise = answer.rise if bent else np.zeros_like(out)
    eye = np.stack(
        [
            out * math.cos(tilt),
            np.zeros_like(out),
            rig.shot.camera_height + out * math.sin(tilt) + rise,
        ],
        axis=1,
    )
    pitch, roll = lamps_picture.camera_angles(scene)
    if not bent:
        pitch, roll = np.zeros_like(out), np.zeros_like(out)
    look = 0.0 if rig.shot.along else math.pi / 2
    return Poses(eye, np.full_like(out, look), pitch, roll)
