"""Beams of boards, fixings, rods and sights, against figures computed apart."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import sparse
from scipy.optimize import linprog
from scipy.sparse.linalg import spsolve

from hazel_lantern.core.mechanics import built_beam, overhead, sections
from hazel_lantern.core.mechanics.beam import Beam, Loads, Support
from hazel_lantern.core.mechanics.built_beam import Boards
from hazel_lantern.core.mechanics.constants import GRAVITY

I_BEAM = Boards("I", 0.060, 0.018, 0.018, 0.110)
E, G = 9e9, 0.6e9


def test_the_beam_of_boards_that_was_settled():
    stiff = built_beam.glued(I_BEAM)
    assert stiff.moment == pytest.approx(1.09022e-5, rel=1e-5)
    assert stiff.moment == pytest.approx(
        sections.built_up_i(0.060, 0.018, 0.018, 0.110).second_moment
    )
    area = built_beam.shear_area(I_BEAM.layers)
    assert area == pytest.approx(2.478e-3, rel=2e-4)
    supports = (Support(0.0), Support(2.4))
    loads = Loads(np.array([[1.2]]), np.array([[9 * GRAVITY]]), 0.0)

    def dip(rigidity, shear=np.inf):
        beam = Beam(2.4, rigidity, supports, shear)
        return float(beam.deflection(beam.solve(loads), np.array([[1.2]]))[0, 0])

    bent = abs(dip(E * stiff.moment))
    assert bent * 1e3 == pytest.approx(0.25906, abs=1e-5)
    assert (abs(dip(E * stiff.moment, G * area)) - bent) * 1e3 == pytest.approx(0.03562, abs=1e-5)
    slips = built_beam.slip(480, 0.004)
    assert slips / 1e3 == pytest.approx(1829, abs=0.5)
    loose = built_beam.screwed(I_BEAM, E, 2.4, 0.15, slips)
    assert abs(dip(E * loose.moment)) * 1e3 == pytest.approx(0.487, abs=6e-4)
    apart = built_beam.screwed(I_BEAM, E, 2.4, 0.15, 0.0)
    assert abs(dip(E * apart.moment)) * 1e3 == pytest.approx(1.374, abs=6e-4)
    # As good as glued, a screw carries the shear flow V Q / I over its spacing.
    tight = built_beam.screwed(I_BEAM, E, 2.4, 0.15, 1e15)
    assert tight.moment == pytest.approx(stiff.moment, rel=1e-6)
    assert tight.screw == pytest.approx(I_BEAM.flange_area * 0.064 * 0.15 / stiff.moment, rel=1e-6)


def test_shear_area_of_a_plain_board_is_five_sixths():
    assert built_beam.shear_area([(0.04, 0.12)]) == pytest.approx(0.04 * 0.12 * 5 / 6, rel=1e-9)
    assert built_beam.shear_area([(0.04, 0.05), (0.04, 0.02), (0.04, 0.05)]) == pytest.approx(
        0.004, rel=1e-9
    )


def test_boxes_twist_less_than_open_boards():
    box = Boards("box", 0.10, 0.012, 0.012, 0.10)
    wide, high = 0.088, 0.112
    bredt = 4 * (wide * high) ** 2 / (2 * wide / 0.012 + 2 * high / 0.012)
    assert 1 < box.twisting(True) / bredt < 1.12
    strips = (2 * 0.10 + 2 * 0.10) * 0.012**3 / 3
    assert 0.9 < box.twisting(False) / strips < 0.95
    assert I_BEAM.twisting(True) > I_BEAM.twisting(False)
    whole = sections.rectangular_tube(0.10, 0.124, 0.012)
    assert built_beam.glued(box).moment == pytest.approx(whole.second_moment, rel=1e-9)
    assert box.sideways_moment == pytest.approx(whole.sideways_moment, rel=1e-9)


@given(
    st.lists(st.floats(-2, 2), min_size=2, max_size=6, unique_by=lambda x: round(x, 1)),
    st.floats(1, 500),
    st.floats(-2, 2),
    st.floats(-0.5, 0.5),
    st.booleans(),
)
def test_fixings_hold_weight_and_moment_with_their_signs(along, force, x, y, two_rows):
    places = np.array([(a, side) for a in along for side in ((-0.1, 0.1) if two_rows else (0.0,))])
    held = overhead.shared(places, np.array([force]), np.array([[x, y]]))[:, 0]
    assert held.sum() == pytest.approx(force)
    assert held @ places[:, 0] == pytest.approx(force * x, abs=1e-6)
    if two_rows:
        assert held @ places[:, 1] == pytest.approx(force * y, abs=1e-6)


def test_one_of_four_fixings_lost_and_one_of_two():
    places = np.array([(x, 0.0) for x in (0.0, 0.8, 1.6, 2.4)])
    whole, lost = overhead.worst_shared(places, np.array([100.0]), np.array([[0.0, 0.0]]))
    # W/n + W (x - mean)² / sum of squares, by hand.
    assert whole == pytest.approx(25 + 100 * 1.2**2 / 3.2)
    # Without the one at the load the next one carries it all and more.
    left = np.array([0.8, 1.6, 2.4])
    squares = ((left - 1.6) ** 2).sum()
    assert lost == pytest.approx(100 / 3 + 100 * 1.6 * 0.8 / squares)
    two = overhead.worst_shared(places[:2], np.array([100.0]), np.array([[0.4, 0.0]]))
    assert two == (pytest.approx(50), math.inf)


@given(
    st.lists(st.floats(-1e-3, 1e-3), min_size=10, max_size=10),
    st.floats(0.02, 0.3),
)
def test_a_block_is_posed_as_a_linear_programme_poses_it(offs, length):
    along = np.linspace(-length / 2, length / 2, 5)
    first, second = np.array(offs[:5]), np.array(offs[5:])
    found = float(overhead.least_gap(first[None], second[None], along)[0])
    rows, right = [], []
    for y, u in zip([*first, *second], [*along, *along], strict=True):
        for sign in (1, -1):
            rows.append([-sign, -sign * u, -1.0])
            right.append(-sign * y)
    apart = linprog([0, 0, 1], A_ub=rows, b_ub=right, bounds=[(None, None)] * 2 + [(0, None)])
    assert found == pytest.approx(apart.x[2], abs=2e-8)


def test_straight_rods_and_rods_that_bow_apart():
    along = np.linspace(-0.06, 0.06, 9)
    bow = np.full((1, 9), 0.8e-3)
    assert overhead.least_gap(bow, bow, along)[0] == pytest.approx(0.0, abs=1e-9)
    assert overhead.least_gap(bow, -bow, along)[0] == pytest.approx(0.8e-3)


def test_what_a_lens_straight_down_sees():
    focal = 24 / 23.5 * 1920
    wide, deep = 1.35 * 1920 / focal, 1.35 * 1080 / focal
    assert (wide, deep) == pytest.approx((1.32188, 0.74355), abs=1e-5)
    eye = overhead.Eye(np.array([0.5, 0.2, 2.25]), 0.0, 0.0)
    just = np.array([[0.5 + wide / 2, 0.2, 0.9], [0.5, 0.2 - deep / 2, 0.9]])
    for grown, seen in ((0.999, True), (1.001, False)):
        points = eye.place * [1, 1, 0] + (just - eye.place * [1, 1, 0]) * [grown, grown, 1]
        assert (overhead.in_frame(points, eye, focal, (1920, 1080)) == seen).all()
    # Tilted by an angle it sees in its middle what lies that far off.
    tilted = eye._replace(tilt=math.radians(20))
    middle = np.array([[0.5, 0.2 + 1.35 * math.tan(math.radians(20)), 0.9]])
    assert overhead.in_frame(middle, tilted, focal, (2, 2)).all()
    turned = tilted._replace(turn=math.radians(90))
    aside = np.array([[0.5 - 1.35 * math.tan(math.radians(20)), 0.2, 0.9]])
    assert overhead.in_frame(aside, turned, focal, (2, 2)).all()


def test_a_box_hides_what_is_behind_it_and_not_its_own_top():
    box = overhead.Block(np.array([0.4, 0.0, 0.9]), np.array([0.6, 0.2, 1.3]))
    eye = np.array([0.0, 0.1, 2.0])
    points = np.array([[0.7, 0.1, 0.9], [1.5, 0.1, 0.9], [0.3, 0.1, 0.9], [0.5, 0.1, 1.3]])
    # Behind it the shadow ends where the sight over its far edge comes down.
    edge = 0.6 + 0.4 * 0.6 / 0.7
    assert overhead.hidden(points, eye, [box]).tolist() == [True, False, False, False]
    at = np.array([[edge - 1e-3, 0.1, 0.9], [edge + 1e-3, 0.1, 0.9]])
    assert overhead.hidden(at, eye, [box]).tolist() == [True, False]


def by_membrane(boards, cell):
    """Torsion constant by Prandtl's membrane on a grid: 2 ∫ φ, level over a hole."""
    width, height = boards.flange_width, boards.height
    nx, ny = round(width / cell), round(height / cell)
    x = (np.arange(nx) + 0.5) * cell - width / 2
    y = (np.arange(ny) + 0.5) * cell - height / 2
    inside = np.abs(y)[None, :] > boards.web_height / 2
    inside = np.broadcast_to(inside, (nx, ny)).copy()
    beside = np.abs(x)[:, None]
    if boards.shape == "I":
        inside |= beside < boards.web / 2
        hole = np.zeros_like(inside)
    else:
        inside |= beside > width / 2 - boards.web
        hole = ~inside
    # A hole carries nothing: its membrane is stiff and stays level.
    stiff = np.where(hole, 1e7, np.where(inside, 1.0, 0.0))
    number = -np.ones((nx, ny), dtype=int)
    live = stiff > 0
    number[live] = np.arange(live.sum())
    rows, columns, values = [], [], []
    diagonal = np.zeros(live.sum())
    stiff, number = np.pad(stiff, 1), np.pad(number, 1, constant_values=-1)
    here = (slice(1, -1), slice(1, -1))
    for axis, step in ((0, 1), (0, -1), (1, 1), (1, -1)):
        other, its = (np.roll(one, -step, axis)[here] for one in (stiff, number))
        own, mine = stiff[here], number[here]
        # At the rim the membrane is held level half of a cell away.
        both = np.where(other > 0, 2 * own * other / (own + other + 1e-300), 2 * own)
        diagonal += both[live]
        joined = live & (its >= 0)
        rows.append(mine[joined])
        columns.append(its[joined])
        values.append(-both[joined])
    size = len(diagonal)
    rows.append(np.arange(size))
    columns.append(np.arange(size))
    values.append(diagonal)
    entries, at, beside = (np.concatenate(one) for one in (values, rows, columns))
    matrix = sparse.csc_matrix((entries, (at, beside)), shape=(size, size))
    membrane = spsolve(matrix, np.full(size, 2.0 * cell**2))
    return 2 * float(membrane.sum()) * cell**2


@pytest.mark.parametrize("shape", ["I", "box"])
@pytest.mark.parametrize(("web", "flange"), [(0.012, 0.012), (0.018, 0.012), (0.018, 0.024)])
def test_glued_boards_twist_as_a_membrane_says(shape, web, flange):
    boards = Boards(shape, 0.072, flange, web, 0.108)
    # The grid of the second method comes in with its cells: what it would come to.
    coarse, fine = (by_membrane(boards, cell) for cell in (0.001, 0.0005))
    assert boards.twisting(True) == pytest.approx((4 * fine - coarse) / 3, rel=0.01)
