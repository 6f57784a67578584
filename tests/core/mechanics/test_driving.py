"""Motors, lines, steps, sound and frames against figures computed apart."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad, solve_ivp

from hazel_lantern.core.mechanics import driving, motion
from hazel_lantern.core.mechanics.constants import GRAVITY

TURN = 2 * math.pi
#: 35 mm on 23.5 mm at 1920 px.
FOCAL = 35 / 23.5 * 1920
GEARMOTOR = driving.DirectCurrent(30 / 60 * TURN, 2.0, 12.0, 0.1, 1.6)


def test_a_gearmotor_under_load_turns_slower():
    speed = float(GEARMOTOR.speed(0.5))
    assert speed / TURN * 60 == pytest.approx(22.5)
    assert 0.5 * speed == pytest.approx(1.1781, abs=5e-5)


@given(st.floats(0, 1.9), st.floats(0.05, 1.0))
def test_the_dial_that_gives_a_speed_gives_it(torque, dial):
    speed = GEARMOTOR.speed(torque, dial)
    assert float(GEARMOTOR.dial(torque, speed)) == pytest.approx(dial)


def test_power_is_what_it_draws_free_and_stalled():
    assert float(GEARMOTOR.watts(0.0, GEARMOTOR.free)) == pytest.approx(12 * 0.1)
    assert float(GEARMOTOR.watts(2.0, 0.0)) == pytest.approx(12 * 1.6)
    # A load that drives the motor gives nothing back.
    assert float(GEARMOTOR.watts(-0.5, 0.0)) == 0.0


def test_one_microstep_on_a_belt():
    way = 20 * 0.002 / (200 * 16)
    assert FOCAL * way / 2.4 == pytest.approx(0.014894, abs=5e-7)
    peak = 1.875 * 0.8 / 6 / way
    assert peak == pytest.approx(20_000)


def test_force_and_torque_of_a_climb_at_its_worst_instant():
    run = motion.minimum_jerk(0.8, 6.0, np.linspace(0, 6, 60_001))
    slope = math.radians(5)
    resisting = 4 * GRAVITY * (math.sin(slope) + 0.015 * math.cos(slope))
    worst = float((4 * run.acceleration + resisting).max())
    assert worst == pytest.approx(4.5182, abs=1e-4)
    assert worst * 0.04 / TURN == pytest.approx(0.028764, abs=1e-6)


def test_a_rotor_lags_a_full_step_where_it_slips():
    assert driving.microstep_lag([0.0, 0.1, -0.1, 0.5], 0.2) == pytest.approx([0, 1 / 3, 1 / 3, 1])


def test_a_springy_line_sticks_and_jumps():
    found = driving.stick_slip(250.0, 1.2, 4.0, 0.2)
    assert found.jump == pytest.approx(1.92e-3)
    assert FOCAL * found.jump / 2.4 == pytest.approx(2.29, abs=0.005)
    assert found.frequency == pytest.approx(1.15, abs=0.005)


def test_the_jump_is_what_a_stepped_mass_makes():
    """Pulled slowly, let go at once: it comes to rest where its own swing turns back."""
    spring, mass, more = 250 / 1.2, 4.0, 0.2

    def rates(_time, state):
        return state[1], (more - spring * state[0]) / mass

    def stands(_time, state):
        return state[1]

    stands.terminal, stands.direction = True, -1
    run = solve_ivp(rates, (0, 2), (0.0, 1e-9), events=stands, rtol=1e-10, atol=1e-13)
    jump = driving.stick_slip(250.0, 1.2, mass, more).jump
    assert run.y[0, -1] == pytest.approx(jump, rel=1e-5)


def test_backlash_in_the_picture():
    assert pytest.approx(14.298, abs=5e-4) == FOCAL * 0.3e-3 / 0.06


def test_air_asks_a_torque_of_a_turning_tube():
    speed = TURN
    whole, _ = quad(lambda r: 0.5 * 1.2 * 1.1 * 0.04 * (speed * r) ** 2 * r, 0, 1.5)
    assert driving.turning_drag(0.04, 1.5, speed) == pytest.approx(whole)
    assert whole == pytest.approx(1.319, abs=5e-4)


def test_a_threaded_rod_passes_on_what_a_slope_does():
    """A nut pushed round up a wedge: forces on the flank, its friction, by vectors."""
    diameter, lead, friction = 8e-3, 1.25e-3, 0.15
    mean = diameter - 0.6495 * lead
    rise = math.atan(lead / (math.pi * mean))
    # The flank leans by 30° in the axial plane: its normal there is cos 30° of the load's.
    wedged = friction / math.cos(math.radians(30))
    tangent = (math.sin(rise) + wedged * math.cos(rise)) / (
        math.cos(rise) - wedged * math.sin(rise)
    )
    assert driving.rod_efficiency(diameter, lead, lead, friction) == pytest.approx(
        math.tan(rise) / tangent
    )
    assert driving.backward(driving.rod_efficiency(diameter, lead, lead, friction)) < 0


def test_two_alike_are_three_decibels_louder_and_twice_as_far_six_quieter():
    one = driving.loudness([40.0], 1.0)
    assert driving.loudness([40.0, 40.0], 1.0) - one == pytest.approx(3.0103, abs=1e-4)
    assert one - driving.loudness([40.0], 2.0) == pytest.approx(6.0206, abs=1e-4)
    assert driving.loudness([], 1.0) == -math.inf


def test_a_battery_gives_four_fifths():
    assert driving.hours(7.0, 12.0, 6.0) == pytest.approx(11.2)
    assert driving.hours(7.0, 12.0, 0.0) == math.inf


def test_three_quarters_of_an_hour_in_ten_seconds():
    times = np.linspace(0, 2700, 5001)
    even = driving.time_lapse(2700, 10, 25, 1.2 * times / 2700, times)
    assert (even.count, even.interval) == (250, pytest.approx(10.8))
    assert [even.way, even.greatest] == pytest.approx([4.8e-3, 4.8e-3])
    eased = driving.time_lapse(2700, 10, 25, motion.minimum_jerk(1.2, 2700, times).place, times)
    assert eased.greatest / eased.way == pytest.approx(1.875, rel=1e-3)
