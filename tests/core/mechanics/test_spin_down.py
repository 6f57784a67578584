"""Spinning down: the formula against stepping, and friction found again from readings."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from hazel_lantern.core.mechanics.spin_down import Braked, fitted, speed_after


def test_it_slows_as_its_equation_does():
    braked = Braked(0.2, 0.05, 6.0)
    times = np.linspace(0, 20, 41)
    stepped = solve_ivp(
        lambda t, w: -(0.2 + 0.05 * w) / 1.5, (0, 20), [6.0], t_eval=times, rtol=1e-10
    )
    assert speed_after(times, 1.5, braked) == pytest.approx(np.maximum(stepped.y[0], 0.0), abs=1e-6)


@settings(deadline=None, max_examples=30)
@given(st.floats(0.02, 2), st.floats(0.0, 0.3), st.floats(1, 12), st.floats(0.2, 8))
def test_friction_is_found_again_with_the_first_speed(friction, grows, first, inertia):
    true = Braked(friction, grows, first)
    until = inertia * first / (friction + grows * first)
    times = np.linspace(0, 0.7 * until, 8)
    found = fitted(times, speed_after(times, inertia, true), inertia)
    assert found.friction == pytest.approx(friction, rel=0.02, abs=2e-4)
    # Where nearly nothing grows with speed, what does is a small part of the friction.
    assert found.grows == pytest.approx(grows, rel=0.05, abs=5e-3 * friction / first)
    assert found.first == pytest.approx(first, rel=1e-3)


def test_two_readings_are_too_few():
    with pytest.raises(ValueError, match="2 readings; at least 3"):
        fitted((0, 1), (2, 1), 1.0)
