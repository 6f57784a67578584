"""The beam against closed forms, a second method and its symmetries."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.mechanics.beam import Beam, Support, factorised
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.sections import round_tube

TUBE = round_tube(0.020, 0.002)
TWO_TUBES = 2 * 69e9 * TUBE.second_moment
SIMPLE = (Support(0.0), Support(1.0))


def dip(beam, places, forces, at=None, line=0.0):
    """Downward deflection of one load case."""
    places, forces = np.array([places]).T.astype(float), np.array([forces]).T.astype(float)
    load = beam.point_loads(beam.locate(places), forces) + beam.line_load(line)
    answer = beam.solve(load)
    where = places if at is None else np.array([at]).T.astype(float)
    return -beam.deflection_at(answer, beam.locate(where))[:, 0], answer


def test_wheel_dip_at_mid_span():
    half = 3.2 * GRAVITY / 2
    found, _ = dip(Beam(1.0, TWO_TUBES, SIMPLE), [0.44, 0.56], [half, half])
    assert found == pytest.approx([0.98107e-3] * 2, rel=1e-5)


def test_own_weight_at_mid_span():
    weight = 2 * 2700 * TUBE.area * GRAVITY
    beam = Beam(1.0, TWO_TUBES, SIMPLE)
    found, _ = dip(beam, [0.5], [0.0], line=weight)
    assert found[0] == pytest.approx(0.12187e-3, rel=1e-4)
    assert found[0] == pytest.approx(5 * weight / (384 * TWO_TUBES), rel=1e-6)


def test_pitch_at_the_quarter():
    half = 3.2 * GRAVITY / 2
    found, _ = dip(Beam(1.0, TWO_TUBES, SIMPLE), [0.19, 0.31], [half, half])
    assert (found[1] - found[0]) / 0.12 == pytest.approx(1.50309e-3, rel=1e-5)


def test_cantilever_and_its_spring():
    beam = Beam(1.0, 640.0, [Support(0.5, rotational=900.0)])
    found, answer = dip(beam, [0.9], [30.0])
    assert found[0] == pytest.approx(30 * 0.4**3 / (3 * 640) + 30 * 0.4 * 0.4 / 900, rel=1e-5)
    assert answer.reactions[0, 0] == pytest.approx(30.0)
    stiff, _ = dip(Beam(1.0, 640.0, [Support(0.5, rotational=np.inf)]), [0.9], [30.0])
    assert stiff[0] == pytest.approx(30 * 0.4**3 / (3 * 640), rel=5e-5)


def test_clamped_ends_quarter_the_simple_dip():
    simple, _ = dip(Beam(1.0, 100.0, SIMPLE), [0.5], [10.0])
    clamped, _ = dip(
        Beam(1.0, 100.0, [Support(0, rotational=np.inf), Support(1, rotational=np.inf)]),
        [0.5],
        [10.0],
    )
    assert clamped[0] == pytest.approx(simple[0] / 4, rel=1e-6)


def test_soft_rests_sink_by_force_over_stiffness():
    beam = Beam(1.0, 1e9, [Support(0, vertical=1000.0), Support(1, vertical=1000.0)])
    found, _ = dip(beam, [0.5], [20.0])
    assert found[0] == pytest.approx(0.01, rel=1e-4)


def test_shear_adds_its_closed_form():
    slender, _ = dip(Beam(1.0, 100.0, SIMPLE), [0.5], [10.0])
    board, _ = dip(Beam(1.0, 100.0, SIMPLE, shear_rigidity=5000.0), [0.5], [10.0])
    assert board[0] - slender[0] == pytest.approx(10 * 1.0 / (4 * 5000), rel=1e-3)


def test_three_supports_share_as_tabulated():
    beam = Beam(2.0, 100.0, [Support(0), Support(1), Support(2)])
    answer = beam.solve(beam.line_load(8.0))
    assert answer.reactions[:, 0] == pytest.approx([3.0, 10.0, 3.0], rel=1e-6)


def test_against_integrating_the_curvature():
    """Second method: moments from statics, integrated twice by the trapezoid rule."""
    beam = Beam(1.2, 300.0, [Support(0.1), Support(1.0)])
    places, forces = np.array([[0.4], [1.15]]), np.array([[25.0], [12.0]])
    answer = beam.solve(beam.point_loads(beam.locate(places), forces) + beam.line_load(6.0))
    x = np.linspace(0, 1.2, 6001)
    moment = beam.bending_moment(answer, x[:, None], places, forces, 6.0)[:, 0]
    step = x[1] - x[0]
    slope = np.concatenate([[0], np.cumsum((moment[1:] + moment[:-1]) / 2 * step)]) / 300.0
    line = np.concatenate([[0], np.cumsum((slope[1:] + slope[:-1]) / 2 * step)])
    at_supports = np.interp([0.1, 1.0], x, line)
    tilt = (at_supports[1] - at_supports[0]) / 0.9
    line = line - at_supports[0] - tilt * (x - 0.1)
    found = beam.deflection_at(answer, beam.locate(x[:, None]))[:, 0]
    assert np.abs(found - line).max() < 2e-6


def test_moment_ends_at_nothing_and_jumps_at_a_spring():
    beam = Beam(1.0, 500.0, [Support(0.5, rotational=900.0)])
    places, forces = np.array([[0.9]]), np.array([[30.0]])
    answer = beam.solve(beam.point_loads(beam.locate(places), forces))
    ends = np.array([[0.0], [0.4999], [0.5], [1.0]])
    moment = beam.bending_moment(answer, ends, places, forces, 0.0)[:, 0]
    assert moment == pytest.approx([0, 0, -12.0, 0], abs=1e-8)


inside = st.floats(0.02, 0.98)
force = st.floats(0.1, 100)


@given(inside, force)
def test_mirror(place, load):
    beam = Beam(1.0, 200.0, SIMPLE)
    left, _ = dip(beam, [place], [load])
    right, _ = dip(beam, [1 - place], [load])
    assert left[0] == pytest.approx(right[0], rel=1e-6)


@given(inside, inside, force, force)
def test_superposition(a, b, one, other):
    beam = Beam(1.0, 200.0, SIMPLE)
    both, _ = dip(beam, [a, b], [one, other], at=[0.37])
    first, _ = dip(beam, [a], [one], at=[0.37])
    second, _ = dip(beam, [b], [other], at=[0.37])
    assert both[0] == pytest.approx(first[0] + second[0], rel=1e-9, abs=1e-15)


@given(st.integers(1, 23), st.integers(1, 23))
def test_reciprocity(i, j):
    """What a load at a does at b, it does at a from b (Maxwell-Betti)."""
    beam = Beam(1.0, 200.0, (Support(0.0), Support(0.8, rotational=50.0)))
    a, b = beam.nodes[i], beam.nodes[j]
    at_b, _ = dip(beam, [a], [1.0], at=[b])
    at_a, _ = dip(beam, [b], [1.0], at=[a])
    assert at_b[0] == pytest.approx(at_a[0], rel=1e-6, abs=1e-12)


@given(inside, force)
def test_reactions_carry_the_load(place, load):
    _, answer = dip(Beam(1.0, 200.0, (Support(0), Support(0.6), Support(1))), [place], [load])
    assert answer.reactions.sum() == pytest.approx(load, rel=1e-9)


@pytest.mark.parametrize(
    "make",
    [
        lambda: Beam(0.0, 100.0, SIMPLE),
        lambda: Beam(1.0, -1.0, SIMPLE),
        lambda: Beam(1.0, 100.0, [Support(0.5)]),
        lambda: Beam(1.0, 100.0, [Support(0.0), Support(1.2)]),
    ],
)
def test_beams_that_cannot_be_are_refused(make):
    with pytest.raises(ValueError, match=r"must|cannot"):
        make()


def test_the_factorised_beam_is_the_same_beam():
    assert factorised(1.0, 200.0, SIMPLE) is factorised(1.0, 200.0, SIMPLE)
