"""The bowed pipe: check figures, limits, and a boundary-value problem solved apart."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import solve_bvp
from scipy.special import ellipe, ellipk

from hazel_lantern.core.mechanics import elastica, sections


@given(st.floats(0, 0.99))
def test_complete_integrals_are_those_of_the_library(k):
    whole, other = elastica.complete(k)
    assert whole == pytest.approx(ellipk(k * k), rel=1e-12)
    assert other == pytest.approx(ellipe(k * k), rel=1e-12)


def test_a_three_metre_pipe_bowed_by_thirty_centimetres():
    bow = elastica.bow(3.0, 0.30)
    assert bow.chord == pytest.approx(2.92480, abs=5e-6)
    assert bow.least_radius == pytest.approx(3.00148, abs=5e-6)
    assert math.degrees(bow.end_angle) == pytest.approx(18.190, abs=5e-4)
    circle = (bow.chord**2 / 4 + 0.3**2) / 0.6
    assert circle == pytest.approx(3.71436, abs=5e-6)
    pipe = sections.round_tube(0.032, 0.0029)
    assert bow.cord_force(2.9e9 * pipe.second_moment) == pytest.approx(91.28, abs=5e-3)
    assert 0.016 / bow.least_radius == pytest.approx(5.33e-3, abs=5e-6)


@pytest.mark.parametrize("sagitta", [0.05, 0.3, 0.8])
def test_the_shape_solves_the_boundary_value_problem(sagitta):
    """Second method: E I θ″ = −P sin θ with free ends, and the sagitta that is asked for."""
    length = 3.0
    found = elastica.bow(length, sagitta)

    def slopes(way, state, force):
        heading = state[0]
        return np.vstack([state[1], -force[0] * np.sin(heading), np.cos(heading), np.sin(heading)])

    def ends(first, last, _):
        # Half of the bow, from the crest: level there, no bending at the end.
        return np.array([first[0], first[2], first[3], last[1], last[3] - sagitta])

    way = np.linspace(0, length / 2, 200)
    along, drop, heading = found.at(way)
    guess = np.vstack([heading, np.gradient(heading, way), along, drop])
    answer = solve_bvp(
        slopes, ends, way, guess, p=[(math.pi / length) ** 2], tol=1e-10, max_nodes=20000
    )
    assert answer.success
    assert found.cord_force(1.0) == pytest.approx(answer.p[0], rel=1e-6)
    some = np.linspace(0, length / 2, 31)
    x, y, turn = found.at(some)
    solved = answer.sol(some)
    assert turn == pytest.approx(solved[0], abs=1e-5)
    assert x == pytest.approx(solved[2], abs=1e-5)
    assert y == pytest.approx(solved[3], abs=1e-5)
    # The figures themselves, free of interpolation, agree to a millionth.
    assert found.chord / 2 == pytest.approx(float(answer.sol(length / 2)[2]), rel=1e-6)
    assert found.end_angle == pytest.approx(float(answer.sol(length / 2)[0]), rel=1e-6)
    assert 1 / found.least_radius == pytest.approx(float(answer.sol(0.0)[1]), rel=1e-6)


@given(st.floats(0.5, 6), st.floats(1e-4, 0.39))
def test_the_shape_ends_where_the_figures_say(length, share):
    bow = elastica.bow(length, share * length)
    x, y, heading = bow.at(np.array([-length / 2, 0.0, length / 2]))
    assert x[2] - x[0] == pytest.approx(bow.chord, rel=1e-9)
    assert y[0] == pytest.approx(share * length, rel=1e-7)
    assert y[1] == 0
    assert heading == pytest.approx([-bow.end_angle, 0, bow.end_angle], abs=1e-9)


def test_a_shallow_bow_is_eulers_half_sine_and_its_cord_eulers_load():
    bow = elastica.bow(3.0, 0.003)
    way = np.linspace(-1.5, 1.5, 21)
    x, y, _ = bow.at(way)
    assert 0.003 - y == pytest.approx(0.003 * np.cos(math.pi * x / 3.0), abs=2e-7)
    assert bow.cord_force(10.0) == pytest.approx(10.0 * (math.pi / 3.0) ** 2, rel=1e-5)
    straight = elastica.bow(3.0, 0.0)
    assert straight.chord == pytest.approx(3.0)
    assert straight.least_radius > 1e6


@given(st.floats(1, 4), st.floats(2, 12))
def test_a_fitted_bow_turns_as_far_as_the_arc(length, radius):
    bow = elastica.bow(length, elastica.fitted_sagitta(length, radius))
    assert 2 * bow.end_angle == pytest.approx(length / radius, rel=1e-6)
    # Tighter in the middle than the arc: by π/2 when shallow.
    assert 1.1 < radius / bow.least_radius < 1.7


def test_a_pipe_is_not_bowed_past_what_it_can():
    with pytest.raises(ValueError, match="can be bowed from 0 to"):
        elastica.bow(3.0, 1.5)
    with pytest.raises(ValueError, match="too long for an arc"):
        elastica.fitted_sagitta(6.0, 1.0)
