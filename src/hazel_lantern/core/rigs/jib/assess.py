"""Assessing a jib: one pure function from rig to marks, traces, lamps and parts."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING

import numpy as np

from hazel_lantern.core.assessment import AIM, Assessment, Poses, Trace, Turn, Way
from hazel_lantern.core.mechanics import balance, picture
from hazel_lantern.core.mechanics.motion import marked_move
from hazel_lantern.core.rigs.jib.lamps import ALL
from hazel_lantern.core.rigs.jib.lamps_balance import places_for, slot
from hazel_lantern.core.rigs.jib.lamps_level import tilt_in_picture, tilt_over_move
from hazel_lantern.core.rigs.jib.parts import parts_list, pieces
from hazel_lantern.core.rigs.jib.scene import Scene
from hazel_lantern.core.rigs.jib.statics import BAR_LONG, PINS_WIDE, TRUE, Array, Parts, solve

if TYPE_CHECKING:
    from hazel_lantern.core.project.model import Rig, Settings
    from hazel_lantern.core.rigs.jib.model import JibDesign
    from hazel_lantern.core.workshop import Workshop


def assess(rig: Rig, settings: Settings, workshop: Workshop) -> Assessment:
    """Assess a jib rig; see `Assessment`."""
    design: JibDesign = rig.design  # type: ignore[assignment]
    parts = Parts.of(design, workshop)
    answer = solve(rig, workshop)
    bought = parts_list(rig, design, settings, workshop, parts)
    sensor = workshop.catalogue.find("sensors", rig.shot.lens.sensor)
    focal_px = rig.shot.focal_px(sensor.width)
    scene = Scene(rig, design, settings, workshop, parts, answer, bought, focal_px)
    lamps = tuple(make(scene) for make in ALL)
    by_id = {lamp.id: lamp for lamp in lamps}
    heights = answer.stop_to_stop(answer.lens)[1]
    poses, wanted, subject = _poses(scene)
    return Assessment(
        marks=answer.course.swing,
        times=answer.course.times,
        traces=_traces(scene, by_id["jib.tip"].trace, _drift(scene, poses, wanted, subject)),
        poses=poses,
        wanted=wanted,
        subject=subject,
        focal_px=focal_px,
        lamps=lamps,
        parts=bought,
        pieces=pieces(design),
        travel=float(heights.max() - heights.min()),
        figures={"answer": answer, "parts": parts, "scene": scene},
        way=Way("swing", "angle"),
        turn=Turn("pan", answer.course.pan, -math.pi, math.pi),
        wanted_words="where a camera that rises straight and level would",
    )


def _traces(scene: Scene, tilt_left: Array | None, drift: Array) -> dict[str, Trace]:
    answer, run = scene.answer, scene.answer.course
    reach, height = answer.over_move(answer.lens)
    whole_reach, whole_height = answer.stop_to_stop(answer.lens)
    inertia, tail = balance.inertia(answer.turning), scene.design.boom.tail
    torque = answer.over_move(answer.torque)
    # What the hand at the tail adds to what gravity already does, against the joints; it
    # pulls down to raise the camera.
    hand = inertia * run.acceleration - torque + answer.friction * scene.rig.shot.sense
    tilts = answer.stop_to_stop(answer.tilts)
    traces = {
        "height": Trace("lens height", "length", height),
        "reach": Trace("reach from the post", "length", reach),
        "speed": Trace("lens speed", "speed", run.lens_speed),
        "handle": Trace("pull down at the tail handle", "force", hand / tail),
        "torque": Trace(
            "drift torque, camera up", "torque", answer.stop_to_stop(answer.torque), answer.whole
        ),
        "whole height": Trace("lens height", "length", whole_height, answer.whole),
        "whole reach": Trace("reach from the post", "length", whole_reach, answer.whole),
        "drift": Trace("off a straight rise", "px", drift),
        "tilt px": Trace(
            "tilt in the picture", "px", tilt_in_picture(scene, tilt_over_move(scene))
        ),
        "tilt true": Trace("drilled true", "angle", tilts[TRUE], answer.whole),
        "tilt bar": Trace("bar long", "angle", tilts[BAR_LONG], answer.whole),
        "tilt pins": Trace("pins wide", "angle", tilts[PINS_WIDE], answer.whole),
        "bar pull": Trace("pull in the bar", "force", answer.over_move(answer.bar_pull)),
    }
    cameras, places = places_for(scene)
    carried = np.full_like(run.swing, answer.load.mass)
    traces["cameras"] = Trace("camera", "mass", cameras, at_marks=carried)
    traces["places"] = Trace("weights balance at", "length", places)
    for name, place in zip(("from", "to"), slot(scene), strict=True):
        traces[f"slot {name}"] = Trace(f"slot {name}", "length", np.full_like(cameras, place))
    if tilt_left is not None:
        traces["tilt left"] = Trace("tilt left", "angle", tilt_left)
    return traces


def _poses(scene: Scene) -> tuple[Poses, Poses, Array]:
    """The lens as the jib carries it, as a straight level rise would, and the subject's foot."""
    rig, answer, run = scene.rig, scene.answer, scene.answer.course
    shot, along = rig.shot, scene.design.platform.looks == "along the boom"
    reach, height = answer.over_move(answer.lens)
    height = height - float(answer.dip[-1]) * np.cos(run.swing)
    middle = float(reach[len(reach) // 2])
    look = run.pan + (0.0 if along else math.pi / 2)
    tilt, none = tilt_over_move(scene), np.zeros_like(look)
    pitch, roll = (tilt, none) if along else (none, -tilt)
    asked = shot.camera_height + shot.sense * shot.distance * (_share(scene) - 0.5)
    place = (middle + shot.subject.distance, 0.0) if along else (middle, shot.subject.distance)

    def eyes(out: Array, up: Array) -> Array:
        return np.stack([out * np.cos(run.pan), out * np.sin(run.pan), up], axis=1)

    return (
        Poses(eyes(reach, height), look, pitch, roll),
        Poses(eyes(np.full_like(reach, middle), asked), look, none, none),
        np.array([*place, shot.subject.base]),
    )


def _share(scene: Scene) -> Array:
    """How much of the move is done at each mark, 0 to 1."""
    shot = scene.rig.shot
    _, motion = marked_move(shot.distance, shot.duration, shot.ease, shot.ease_in, shot.ease_out)
    return np.asarray(motion.place / shot.distance)


def _drift(scene: Scene, real: Poses, wanted: Poses, subject: Array) -> Array:
    """How far up or down the aim point is from where a straight level rise would show it, px."""
    aim = subject + np.array([0, 0, AIM * scene.rig.shot.subject.height])
    seen = [
        picture.project_over_move(
            aim, poses.eye, poses.look, poses.pitch, poses.roll, scene.focal_px
        )
        for poses in (real, wanted)
    ]
    return np.asarray(seen[0][:, 1] - seen[1][:, 1])
