"""What turns about an upright axis, against figures computed apart and closed forms."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from hazel_lantern.core.mechanics import orbit
from hazel_lantern.core.mechanics.balance import Body, inertia, moment, rod
from hazel_lantern.core.mechanics.constants import GRAVITY

SPEED = 40 * 2 * math.pi / 60
#: A camera of 2.1 kg at 0.9 m, balanced by 4.725 kg at 0.4 m.
RIG = (Body(2.1, 0.9), Body(4.725, -0.4))


def test_the_printed_figures_of_a_camera_that_is_turned():
    at_the_lens = 0.9 * SPEED
    assert at_the_lens == pytest.approx(3.7699, abs=1e-4)
    outwards = orbit.pull(2.1, 0.9, SPEED)
    assert outwards == pytest.approx(33.162, abs=1e-3)
    assert outwards / 2.1 / GRAVITY == pytest.approx(1.6103, abs=1e-4)
    both = math.hypot(outwards, 2.1 * GRAVITY)
    assert both == pytest.approx(39.036, abs=1e-3)
    assert both / 2.1 / GRAVITY == pytest.approx(1.8955, abs=1e-4)
    assert inertia(RIG) * SPEED**2 / 2 == pytest.approx(21.555, abs=1e-3)


def test_a_camera_higher_than_its_weight_rocks_the_rig():
    high = (Body(2.1, 0.9, 0.55), Body(4.725, -0.4, 0.0))
    assert moment(high) == pytest.approx(0.0)
    assert float(orbit.couple(high, SPEED)) == pytest.approx(18.239, abs=1e-3)
    # A tenth of a kilogram metre left over pulls round and round.
    left_over = orbit.pull(0.1, 1.0, SPEED)
    assert left_over == pytest.approx(1.755, abs=1e-3)


def test_a_weight_for_the_arm_too():
    assert 4 * 1.5 / 0.5 == 12
    arm = rod(1.6, -0.5, 1.5)
    assert (4 * 1.5 + moment(arm)) / 0.5 == pytest.approx(15.2)


def test_a_tether_catches():
    assert orbit.arrest(3, 0.3, 170e3 / 0.5) == pytest.approx(2480, rel=2e-3)
    assert orbit.arrest(3, 0.3, 16e3 / 0.5) == pytest.approx(780, rel=5e-3)
    # By steps: it falls, and the spring stops it.
    fall = math.sqrt(2 * GRAVITY * 0.3)
    end = solve_ivp(
        lambda t, y: (y[1], GRAVITY - 32e3 / 3 * y[0]), (0, 0.1), (0, fall), max_step=1e-4
    )
    assert 32e3 * end.y[0].max() == pytest.approx(orbit.arrest(3, 0.3, 32e3), rel=1e-3)


def test_frames_of_a_part_of_a_turn():
    assert orbit.captured(0.25, 2.0, 960) == 480
    assert 480 / 25 == 19.2
    assert 2.5 / 2.0 * 360 == 450


def test_fixings_by_closed_forms():
    assert orbit.fixings(4, 0.1, 100, 0) == pytest.approx(25)
    # 2 M / (n r) for any even ring.
    assert orbit.fixings(6, 0.2, 0, 12) == pytest.approx(2 * 12 / (6 * 0.1), rel=1e-3)
    assert orbit.fixings(4, 0.1, 100, 2, lost=True) > orbit.fixings(4, 0.1, 100, 2)
    # Of three on four corners of a square, the one across from the lost one lifts nothing.
    assert orbit.fixings(4, 0.1, 100, 0, lost=True) == pytest.approx(50)
    # Two left of three bear no moment across their line.
    assert math.isinf(orbit.fixings(3, 0.1, 100, 0, lost=True))
    assert orbit.fixings(3, 0.1, 0, 0, lost=True) == 0


@given(st.integers(3, 12), st.floats(0.05, 1), st.floats(0, 1e3), st.floats(0, 100))
def test_fixings_carry_all_of_it(count, circle, force, turning):
    worst = orbit.fixings(count, circle, force, turning)
    assert worst >= force / count - 1e-9
    assert worst <= force / count + 2 * turning / (count * circle / 2) + 1e-6


@given(st.floats(0.2, 3), st.floats(50, 5e4), st.floats(0.2, 10), st.floats(0.1, 3))
def test_a_light_bar_with_a_low_mass_bounces_as_a_spring(length, rigidity, mass, line):
    found = orbit.end_frequency(length, rigidity, mass, 1e-6, line)
    spring = 3 * rigidity / length**3
    effective = mass + 33 / 140 * line * length
    assert found == pytest.approx(math.sqrt(spring / effective) / (2 * math.pi), rel=1e-4)
    # A riser makes it slower.
    assert orbit.end_frequency(length, rigidity, mass, 0.5, line) < found


@given(st.lists(st.tuples(st.floats(0.1, 5), st.floats(0.1, 2), st.floats(-1, 1)), min_size=1))
def test_a_mirrored_rig_is_balanced_and_does_not_rock(parts):
    bodies = [Body(m, side * x, z) for m, x, z in parts for side in (1, -1)]
    assert moment(bodies) == pytest.approx(0.0, abs=1e-9)
    assert orbit.product(bodies) == pytest.approx(0.0, abs=1e-9)
    assert np.abs(orbit.couple(bodies, 5.0)) < 1e-6
