"""The beam against closed forms, a second method and its symmetries."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.mechanics.beam import Beam, Loads, Support, factorised
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.sections import round_tube

TUBE = round_tube(0.020, 0.002)
TWO_TUBES = 2 * 69e9 * TUBE.second_moment
SIMPLE = (Support(0.0), Support(1.0))


def dip(beam, places, forces, at=None, line=0.0):
    """Downward deflection of one load case."""
    places, forces = np.array([places]).T.astype(float), np.array([forces]).T.astype(float)
    answer = beam.solve(Loads(places, forces, line))
    where = places if at is None else np.array([at]).T.astype(float)
    return -beam.deflection(answer, where)[:, 0], answer


def test_wheel_dip_at_mid_span():
    half = 3.2 * GRAVITY / 2
    found, _ = dip(Beam(1.0, TWO_TUBES, SIMPLE), [0.44, 0.56], [half, half])
    assert found == pytest.approx([0.98107e-3] * 2, rel=1e-5)


def test_own_weight_at_mid_span():
    weight = 2 * 2700 * TUBE.area * GRAVITY
    beam = Beam(1.0, TWO_TUBES, SIMPLE)
    found, _ = dip(beam, [0.5], [0.0], line=weight)
    assert found[0] == pytest.approx(0.12187e-3, rel=1e-4)
    assert found[0] == pytest.approx(5 * weight / (384 * TWO_TUBES), rel=1e-12)


def test_pitch_at_the_quarter():
    half = 3.2 * GRAVITY / 2
    found, _ = dip(Beam(1.0, TWO_TUBES, SIMPLE), [0.19, 0.31], [half, half])
    assert (found[1] - found[0]) / 0.12 == pytest.approx(1.50309e-3, rel=1e-5)


def test_cantilever_and_its_spring():
    beam = Beam(1.0, 640.0, [Support(0.5, rotational=900.0)])
    found, answer = dip(beam, [0.9], [30.0])
    assert found[0] == pytest.approx(30 * 0.4**3 / (3 * 640) + 30 * 0.4 * 0.4 / 900, rel=1e-9)
    assert answer.reactions[0, 0] == pytest.approx(30.0)
    stiff, _ = dip(Beam(1.0, 640.0, [Support(0.5, rotational=np.inf)]), [0.9], [30.0])
    assert stiff[0] == pytest.approx(30 * 0.4**3 / (3 * 640), rel=1e-9)


def test_clamped_ends_quarter_the_simple_dip():
    simple, _ = dip(Beam(1.0, 100.0, SIMPLE), [0.5], [10.0])
    clamped, _ = dip(
        Beam(1.0, 100.0, [Support(0, rotational=np.inf), Support(1, rotational=np.inf)]),
        [0.5],
        [10.0],
    )
    assert clamped[0] == pytest.approx(simple[0] / 4, rel=1e-12)


def test_soft_rests_sink_by_force_over_stiffness():
    beam = Beam(1.0, 1e9, [Support(0, vertical=1000.0), Support(1, vertical=1000.0)])
    found, _ = dip(beam, [0.5], [20.0])
    assert found[0] == pytest.approx(0.01, rel=1e-4)


def test_shear_adds_its_closed_form():
    slender, _ = dip(Beam(1.0, 100.0, SIMPLE), [0.5], [10.0])
    board, _ = dip(Beam(1.0, 100.0, SIMPLE, shear_rigidity=5000.0), [0.5], [10.0])
    assert board[0] - slender[0] == pytest.approx(10 * 1.0 / (4 * 5000), rel=1e-9)


def test_three_supports_share_as_tabulated():
    beam = Beam(2.0, 100.0, [Support(0), Support(1), Support(2)])
    none = np.zeros((0, 1))
    answer = beam.solve(Loads(none, none, 8.0))
    assert answer.reactions[:, 0] == pytest.approx([3.0, 10.0, 3.0], rel=1e-12)


def by_hand(stops, a, force, line, shear, x, rigidity=300.0):
    """Second method: initial parameters (Clebsch) over the whole beam on three springs.

    Deflection is written once from the left end; its two unknowns there and the three
    reactions follow from the springs and from equilibrium.
    """

    def shape(past):
        past = np.maximum(past, 0.0)
        return past**3 / (6 * rigidity) - past / shear

    def sagged(at):
        return at**4 / (24 * rigidity) - at**2 / (2 * shear)

    # The end's turn is the section's, so the shear's own turn comes with each force.
    system, right = np.zeros((5, 5)), np.zeros(5)
    for number, (at, spring) in enumerate(stops):
        system[number, :2] = 1.0, at
        for other, (reach, _) in enumerate(stops):
            system[number, 2 + other] = shape(at - reach) + (other == number) / spring
        right[number] = force * shape(at - a) + line * sagged(at)
    length = x[-1]
    system[3, 2:], right[3] = 1.0, force + line * length
    system[4, 2:], right[4] = [at for at, _ in stops], force * a + line * length**2 / 2
    start, turn, *reactions = np.linalg.solve(system, right)
    found = start + turn * x - force * shape(x - a) - line * sagged(x)
    for (at, _), reaction in zip(stops, reactions, strict=True):
        found = found + reaction * shape(x - at)
    return found, reactions


@given(
    a=st.floats(0.0, 1.2),
    middle=st.floats(0.15, 0.95),
    spring=st.floats(2e3, 1e6),
    shear=st.sampled_from([np.inf, 2e3, 1e5]),
)
def test_against_initial_parameters_between_the_nodes_too(a, middle, spring, shear):
    stops = [(0.1, 5e4), (middle, spring), (1.0, 2e5)]
    supports = [Support(at, vertical=stiffness) for at, stiffness in stops]
    beam = Beam(1.2, 300.0, supports, shear_rigidity=shear)
    answer = beam.solve(Loads(np.array([[a]]), np.array([[25.0]]), 6.0))
    x = np.linspace(0, 1.2, 61)
    expected, reactions = by_hand(stops, a, 25.0, 6.0, shear, x)
    found = beam.deflection(answer, x[:, None])[:, 0]
    assert np.abs(found - expected).max() < 1e-9 * np.abs(expected).max()
    assert answer.reactions[:, 0] == pytest.approx(reactions, rel=1e-7, abs=1e-7)


def test_only_ends_and_supports_are_nodes():
    beam = Beam(1.2, 300.0, [Support(0.0), Support(0.5), Support(1.2)])
    assert beam.nodes == pytest.approx([0.0, 0.5, 1.2])
    # One so near to an end that an element between them is lost in rounding stands at the end.
    assert Beam(1.2, 300.0, [Support(1e-9), Support(1.2)]).nodes == pytest.approx([0.0, 1.2])


def test_moment_ends_at_nothing_and_jumps_at_a_spring():
    beam = Beam(1.0, 500.0, [Support(0.5, rotational=900.0)])
    answer = beam.solve(Loads(np.array([[0.9]]), np.array([[30.0]])))
    ends = np.array([[0.0], [0.4999], [0.5], [1.0]])
    moment = beam.bending_moment(answer, ends)[:, 0]
    assert moment == pytest.approx([0, 0, -12.0, 0], abs=1e-8)


inside = st.floats(0.02, 0.98)
force = st.floats(0.1, 100)


@given(inside, force)
def test_mirror(place, load):
    beam = Beam(1.0, 200.0, SIMPLE)
    left, _ = dip(beam, [place], [load])
    right, _ = dip(beam, [1 - place], [load])
    assert left[0] == pytest.approx(right[0], rel=1e-9)


@given(inside, inside, force, force)
def test_superposition(a, b, one, other):
    beam = Beam(1.0, 200.0, SIMPLE)
    both, _ = dip(beam, [a, b], [one, other], at=[0.37])
    first, _ = dip(beam, [a], [one], at=[0.37])
    second, _ = dip(beam, [b], [other], at=[0.37])
    assert both[0] == pytest.approx(first[0] + second[0], rel=1e-9, abs=1e-15)


@given(inside, inside)
def test_reciprocity(a, b):
    """What a load at a does at b, it does at a from b (Maxwell-Betti)."""
    beam = Beam(1.0, 200.0, (Support(0.0), Support(0.8, rotational=50.0)))
    at_b, _ = dip(beam, [a], [1.0], at=[b])
    at_a, _ = dip(beam, [b], [1.0], at=[a])
    assert at_b[0] == pytest.approx(at_a[0], rel=1e-9, abs=1e-15)


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
        lambda: Beam(1.0, 100.0, [Support(0.5), Support(0.5)]),
    ],
)
def test_beams_that_cannot_be_are_refused(make):
    with pytest.raises(ValueError, match=r"must|cannot"):
        make()


def test_the_factorised_beam_is_the_same_beam():
    assert factorised(1.0, 200.0, SIMPLE) is factorised(1.0, 200.0, SIMPLE)
