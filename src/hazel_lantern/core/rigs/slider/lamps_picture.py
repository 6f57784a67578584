"""What the rails do to the picture: angles of the lens, drift over the move."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.lamps import Lamp
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.rigs.judging import working
from hazel_lantern.core.rigs.slider.limits import UNSEEN_DRIFT
from hazel_lantern.core.rigs.slider.scene import Scene, lamp
from hazel_lantern.core.rigs.slider.statics import Array
from hazel_lantern.core.units import write


def camera_angles(scene: Scene) -> tuple[Array, Array]:
    """Nose-up turn and right-side-down roll of the lens that the rails cause, rad."""
    answer = scene.answer
    if scene.rig.shot.along:
        return answer.pitch, answer.roll
    return answer.roll, -answer.pitch


def subject_distance(scene: Scene) -> Array:
    """Lens to subject at every mark, along the lens's bearing, m."""
    shot = scene.rig.shot
    if not shot.along:
        return np.full_like(scene.answer.course.times, shot.subject.distance)
    moved = shot.sense * (scene.answer.course.marks - shot.distance / 2)
    return np.asarray(shot.subject.distance - moved * math.cos(shot.tilt))


def focal_px(scene: Scene) -> float:
    """Focal length in pixels; raises CatalogueError for an unknown sensor."""
    sensor = scene.workshop.catalogue.find("sensors", scene.rig.shot.lens.sensor)
    return scene.rig.shot.focal_px(sensor.width)


def drift_over_move(scene: Scene) -> Array:
    """Drift at left edge, centre and right edge of the frame, (3, n) px, from the first mark."""
    pitch, roll = camera_angles(scene)
    centre = picture.drift(pitch, scene.answer.rise, focal_px(scene), subject_distance(scene))
    edges = picture.edge_drift(centre, roll, scene.rig.shot.lens.frame_width)
    return np.asarray(edges - edges[:, :1])


def frame_drift(scene: Scene) -> Lamp:
    """How far the subject wanders up and down in the frame, peak to peak over the move."""
    shot, answer = scene.rig.shot, scene.answer
    drift = drift_over_move(scene)
    spans = picture.peak_to_peak(drift)
    where = int(spans.argmax())
    pitch, roll = camera_angles(scene)
    return lamp(
        scene,
        "slider.frame-drift",
        float(spans[where]),
        UNSEEN_DRIFT * shot.lens.frame_width,
        ("Frame drift over the move", "Frame drifts in sight"),
        lambda s: (
            f"The rails give under the carriage, so what is still at the "
            f"{('left edge', 'middle', 'right edge')[where]} of the frame wanders "
            f"{write(float(spans[where]), 'px', s)} up and down over the move."
        ),
        working(
            "drift = f tan(pitch) + f z / d + (w/2) tan(roll), greatest less least",
            (
                ("f", "focal length in pixels", focal_px(scene), "px"),
                (
                    "pitch",
                    "lens nose-up turn, greatest less least",
                    float(picture.peak_to_peak(pitch)),
                    "angle",
                ),
                (
                    "roll",
                    "lens roll, greatest less least",
                    float(picture.peak_to_peak(roll)),
                    "angle",
                ),
                (
                    "z",
                    "lens rise, greatest less least",
                    float(picture.peak_to_peak(answer.rise)),
                    "fine",
                ),
                ("d", "lens to subject", shot.subject.distance, "length"),
                ("w", "frame width", shot.lens.frame_width, "px"),
            ),
            "pinhole projection; a lens square to the track turns rail pitch into picture roll",
        ),
        over_move=np.abs(drift[where]),
    )
