"""Picture, carriage, standing, slopes, motion: check figures, limits, second methods."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.mechanics import carriage, motion, picture, slopes, standing
from hazel_lantern.core.mechanics.constants import GRAVITY


def test_focal_length_in_pixels_and_drift():
    focal = picture.focal_in_pixels(0.035, 0.0235, 1920)
    assert focal == pytest.approx(2859.6, abs=0.05)
    drift = picture.drift(np.array([1.50309e-3]), np.zeros(1), focal, 2.0)
    assert drift[0] == pytest.approx(4.298, abs=1e-3)
    lifted = picture.drift(np.zeros(1), np.array([0.002]), focal, 2.0)
    assert lifted[0] == pytest.approx(focal * 0.001)
    with pytest.raises(ValueError, match="above 0"):
        picture.focal_in_pixels(0, 0.02, 1920)


@given(st.floats(-0.01, 0.01), st.floats(-0.01, 0.01), st.floats(-0.02, 0.02))
def test_drift_agrees_with_full_projection(pitch, rise, roll):
    """Second method: move the camera in the room and project the subject's point."""
    focal, distance, width = 2859.6, 2.5, 1920.0
    eye = np.array([0.0, 0.0, 1.2 + rise])
    subject = np.array([[0.0, distance, 1.2]])
    axes = picture.rotation(math.pi / 2, pitch, roll)
    seen, depth = picture.project(subject, eye, axes, focal)
    formula = picture.drift(np.array([pitch]), np.array([rise]), focal, distance)[0]
    assert depth[0] > 0
    assert -seen[0, 1] == pytest.approx(formula, abs=0.02 * abs(formula) + 0.3)
    edges = picture.edge_drift(np.array([formula]), np.array([roll]), width)
    assert edges[2, 0] - edges[0, 0] == pytest.approx(width * math.tan(roll))


@given(st.floats(-3, 3), st.floats(-1, 1), st.floats(-1, 1))
def test_lens_axes_are_square_to_each_other(look, pitch, roll):
    axes = picture.rotation(look, pitch, roll)
    assert axes @ axes.T == pytest.approx(np.eye(3), abs=1e-12)
    assert np.linalg.det(np.array([axes[0], axes[2], axes[1]])) == pytest.approx(1.0)


def test_right_of_a_lens_that_looks_away_is_to_the_right():
    right, up, forward = picture.rotation(math.pi / 2, 0, 0)
    assert forward == pytest.approx([0, 1, 0], abs=1e-12)
    assert right == pytest.approx([1, 0, 0], abs=1e-12)
    assert up == pytest.approx([0, 0, 1], abs=1e-12)


def test_field_coverage_focus_and_blur():
    angle = picture.field_of_view(0.035, 0.036)
    assert 2 * 0.035 * math.tan(angle / 2) == pytest.approx(0.036)
    assert picture.coverage(0.035, 0.036, 3.5) == pytest.approx(3.6)
    near, far = picture.depth_of_field(0.05, 8, 5.0, 3e-5)
    hyperfocal = 0.05**2 / (8 * 3e-5) + 0.05
    assert near < 5 < far
    # The exact thin-lens image of the far limit blurs to just the circle.
    image = 1 / (1 / 0.05 - 1 / 5.0)
    far_image = 1 / (1 / 0.05 - 1 / far)
    assert (0.05 / 8) * abs(image - far_image) / far_image == pytest.approx(3e-5, rel=1e-6)
    assert picture.depth_of_field(0.05, 8, hyperfocal, 3e-5)[1] == math.inf
    assert picture.blur(2000, 0.2, 0.02, 4.0) == pytest.approx(2.0)


def test_jam_margin():
    assert carriage.jam_margin(0.120, 0.080, 0.25) == pytest.approx(3.0)
    assert carriage.jam_margin(0.120, 0.0, 0.25) == math.inf
    assert carriage.jam_margin(0.120, 0.08, 0.0) == math.inf
    at_limit = 0.120 / (2 * 0.25)
    assert carriage.jam_margin(0.120, at_limit, 0.25) == pytest.approx(1.0)


def load_of(**changes):
    values = {
        "mass": 3.0,
        "forward": 0.0,
        "sideways": 0.0,
        "height": 0.15,
        "wheelbase": 0.16,
        "gauge": 0.12,
        "push_height": 0.05,
        "rolling_resistance": 0.02,
    } | changes
    return carriage.CarriageLoad(**values)


STILL = np.zeros(1)


@given(
    st.floats(-0.2, 0.2),
    st.floats(-0.05, 0.05),
    st.floats(-2, 2),
    st.floats(-0.3, 0.3),
    st.floats(0, 0.3),
)
def test_wheels_carry_the_weight_and_its_moments(forward, sideways, acceleration, slope, push_at):
    load = load_of(forward=forward, sideways=sideways, push_height=push_at)
    a, tilt = np.array([acceleration]), np.array([slope])
    weight = load.mass * GRAVITY
    rolling = load.rolling_resistance * weight * np.cos(tilt)
    push = load.mass * a + weight * np.sin(tilt) + rolling
    axles = carriage.axle_loads(load, a, tilt, push)
    wheels = carriage.wheel_loads(load, axles)
    normal = load.mass * GRAVITY * math.cos(slope)
    assert wheels.sum() == pytest.approx(normal)
    # Moments about the rear contact line, from a free body drawn anew.
    about_rear = (
        normal * (load.wheelbase / 2 + forward)
        - load.mass * (acceleration + GRAVITY * math.sin(slope)) * load.height
        + push[0] * push_at
    )
    assert axles[1, 0] * load.wheelbase == pytest.approx(about_rear, abs=1e-9)
    assert (wheels[1] + wheels[3] - wheels[0] - wheels[2])[0] * load.gauge / 2 == pytest.approx(
        normal * sideways, abs=1e-9
    )


def test_a_centred_load_rests_evenly_and_lifts_at_the_axle():
    still = carriage.wheel_loads(load_of(), carriage.axle_loads(load_of(), STILL, STILL, STILL))
    assert still[:, 0] == pytest.approx([3.0 * GRAVITY / 4] * 4)
    over_axle = load_of(forward=0.08)
    axles = carriage.axle_loads(over_axle, STILL, STILL, STILL)
    assert axles[0, 0] == pytest.approx(0, abs=1e-12)


def test_tripod_edge_and_polygon():
    assert standing.foot_edge(3, 0.78) == pytest.approx(0.22517, abs=1e-5)
    corners = standing.regular_polygon(3, 0.78)
    sides = np.linalg.norm(corners - np.roll(corners, 1, axis=0), axis=1)
    assert sides == pytest.approx([0.78] * 3)
    inner = standing.edge_distances(corners, np.zeros((1, 2)))
    assert inner == pytest.approx(np.full((1, 3), 0.22517), abs=1e-5)
    assert (standing.edge_distances(corners, np.array([[2.0, 0.0]])) < 0).any()


@given(st.floats(0.001, 0.3), st.floats(0.5, 20), st.floats(0, 30))
def test_it_rolls_where_the_forces_balance(rolling, mass, brake):
    angle = slopes.rolling_angle(rolling, brake, mass)
    if angle < math.pi / 2 - 1e-6:
        weight = mass * GRAVITY
        balance = weight * math.sin(angle) - rolling * weight * math.cos(angle) - brake
        assert balance == pytest.approx(0, abs=1e-6 * weight)
    else:
        assert brake >= mass * GRAVITY * 0.999


def test_runaway_speed_has_the_energy_that_the_slope_gave():
    slope, distance = math.radians(6), 1.2
    speed = slopes.end_speed(3.0, slope, 0.02, distance)
    won = slopes.runaway_force(3.0, slope, 0.02) * distance
    assert 0.5 * 3.0 * speed**2 == pytest.approx(won)
    assert slopes.runaway_force(3.0, 0.01, 0.02) == 0
    frictionless = slopes.end_speed(3.0, slope, 0.0, distance)
    assert frictionless == pytest.approx(math.sqrt(2 * GRAVITY * distance * math.sin(slope)))
    assert slopes.rolling_angle(0.02) == pytest.approx(math.atan(0.02))


def test_minimum_jerk_peaks():
    times = np.linspace(0, 8, 20001)
    found = motion.minimum_jerk(1.2, 8.0, times)
    assert found.speed.max() == pytest.approx(0.28125, rel=1e-6)
    assert found.acceleration.max() == pytest.approx(0.10825, rel=1e-4)
    assert found.acceleration.max() == pytest.approx(5.7735 * 1.2 / 64, rel=1e-4)


@given(
    st.sampled_from(["smooth", "soft ramps", "straight ramps"]),
    st.floats(0.05, 20),
    st.floats(0.5, 60),
    st.floats(0, 1),
    st.floats(0, 1),
)
def test_profiles_arrive_and_agree_with_their_derivatives(ease, distance, duration, one, other):
    times = np.linspace(0, duration, 4001)
    found = motion.move(distance, duration, ease, one * duration, other * duration, times)
    assert found.place[0] == pytest.approx(0, abs=1e-12)
    assert found.place[-1] == pytest.approx(distance)
    assert (np.diff(found.place) >= -1e-12).all()
    step = times[1] - times[0]
    run = np.concatenate([[0], np.cumsum((found.speed[1:] + found.speed[:-1]) / 2 * step)])
    # A ramp of no length is a jump of speed, which the trapezoid meets half way.
    assert np.abs(run - found.place).max() <= found.speed.max() * step + 1e-6


def test_ramps_run_at_an_even_speed_between():
    times = np.array([0.0, 1.0, 3.0, 5.0, 6.0])
    soft = motion.move(1.2, 6.0, "soft ramps", 1.0, 1.0, times)
    assert soft.speed == pytest.approx([0, 0.24, 0.24, 0.24, 0])
    assert soft.place[2] == pytest.approx(0.6)
