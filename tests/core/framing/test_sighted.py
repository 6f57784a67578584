"""What the lens sees, against an independent pinhole matrix, similar triangles and thin lenses."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.framing import sighted
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.poses import Poses

figures = st.floats(-3, 3)
angles = st.floats(-1.2, 1.2)


def matrix(eye, look, pitch, roll, focal):
    """The 3 × 4 camera matrix K [R | -R eye], built of three plain turns one after another."""
    # Camera axes right, down, forward for a lens that looks along x.
    start = np.array([[0.0, -1.0, 0.0], [0.0, 0.0, -1.0], [1.0, 0.0, 0.0]])
    c, s = math.cos(-look), math.sin(-look)
    about_z = np.array([[c, -s, 0.0], [s, c, 0.0], [0.0, 0.0, 1.0]])
    c, s = math.cos(pitch), math.sin(pitch)
    about_right = np.array([[1.0, 0.0, 0.0], [0.0, c, s], [0.0, -s, c]])
    # The camera's right side goes down: the picture turns the other way.
    c, s = math.cos(roll), math.sin(roll)
    about_ahead = np.array([[c, s, 0.0], [-s, c, 0.0], [0.0, 0.0, 1.0]])
    turned = about_ahead @ about_right @ start @ about_z
    inner = np.diag([focal, focal, 1.0])
    return inner @ np.hstack([turned, -turned @ eye[:, None]])


@given(figures, figures, figures, angles, angles, angles, st.floats(2, 9), figures, figures)
def test_projection_is_that_of_a_camera_matrix(x, y, z, look, pitch, roll, ahead, u, v):
    eye = np.array([x, y, z])
    forward, right = (
        np.array([math.cos(look + turn), math.sin(look + turn), 0.0]) for turn in (0, -math.pi / 2)
    )
    at = eye + ahead * forward + 0.3 * u * right + np.array([0, 0, 0.3 * v])
    poses = Poses(eye[None], *(np.array([angle]) for angle in (look, pitch, roll)))
    seen, depth = sighted.seen_at(at, poses, 2859.6)
    homogeneous = matrix(eye, look, pitch, roll, 2859.6) @ [*at, 1.0]
    if homogeneous[2] < 0.5:
        return
    assert depth[0] == pytest.approx(homogeneous[2], abs=1e-9)
    wanted = homogeneous[:2] / homogeneous[2] * [1, -1]
    assert seen[0] == pytest.approx(wanted, rel=1e-9, abs=1e-9 * 2859.6)


def slide(distance, marks=41):
    along = np.linspace(-distance / 2, distance / 2, marks)
    none = np.zeros(marks)
    eye = np.stack([along, none, none + 1.3], axis=1)
    return Poses(eye, none + math.pi / 2, none, none)


@given(st.floats(0.1, 3), st.floats(0.5, 3), st.floats(3.5, 20))
def test_what_is_near_slides_past_what_is_far_by_similar_triangles(way, near, far):
    focal = 2859.6
    a, b = (
        sighted.seen_at(np.array([0.2, away, 1.0]), slide(way), focal)[0][:, 0]
        for away in (near, far)
    )
    shift = (a - b)[-1] - (a - b)[0]
    assert shift == pytest.approx(-focal * way * (1 / near - 1 / far))


def test_an_even_slide_crosses_at_focal_times_speed_over_distance():
    seen, _ = sighted.seen_at(np.array([0.0, 2.0, 1.3]), slide(0.8), 1000.0)
    speed = sighted.speeds(seen, np.linspace(0, 4, 41))
    assert speed == pytest.approx(np.full(41, 1000 * 0.2 / 2.0))


def test_marks_at_one_moment_are_no_leap():
    seen = np.array([[0.0, 0.0], [1.0, 0.0], [1.5, 0.0], [2.5, 0.0]])
    speed = sighted.speeds(seen, np.array([0.0, 1.0, 1.0, 2.0]))
    assert speed.max() == pytest.approx(1.0)


@given(st.floats(0.3, 4), st.floats(1.01, 3))
def test_a_ring_set_best_blurs_both_ends_alike(nearest, times):
    farthest = nearest * times
    at = sighted.best_focus(nearest, farthest)
    ends = sighted.blur_circle(0.035, 4.0, at, np.array([nearest, farthest]))
    assert ends[0] == pytest.approx(ends[1])
    for other in (0.99 * at, 1.01 * at):
        worse = sighted.blur_circle(0.035, 4.0, other, np.array([nearest, farthest]))
        assert worse.max() > ends.max()


def test_the_circle_at_the_limits_of_focus_is_the_circle_of_confusion():
    near, far = picture.depth_of_field(0.035, 4.0, 2.0, 2e-5)
    ends = sighted.blur_circle(0.035, 4.0, 2.0, np.array([near, far]))
    assert ends == pytest.approx([2e-5, 2e-5], rel=1e-9)


def test_a_bar_across_the_frame_is_in_it_and_one_below_is_not():
    axes = picture.rotation(math.pi / 2, 0.0, 0.0)[None]
    eyes = np.array([[0.0, 0.0, 1.0]])
    below = np.array([[[[-1.0, 2.0, 0.0], [1.0, 2.0, 0.0]]]])
    # 1 m down at 2 m is half the focal length: 500 px, where the frame ends at 360.
    assert sighted.spare(below, eyes, axes, 1000.0, (1280, 720))[0] == pytest.approx(140.0)
    through = below + np.array([0.0, 0.0, 0.9])
    assert sighted.spare(through, eyes, axes, 1000.0, (1280, 720))[0] < -300
    behind = below - np.array([0.0, 4.0, 0.0])
    assert np.isinf(sighted.spare(behind, eyes, axes, 1000.0, (1280, 720))[0])
