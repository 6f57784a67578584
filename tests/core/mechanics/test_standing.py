"""Going over, by turning every body about the edge in space until nothing holds it."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq

from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.standing import (
    Leverage,
    Pressing,
    edges_of,
    edges_round,
    foot_edge,
)

NONE = np.zeros((1, 3))
SQUARE = np.array([[-0.4, -0.3, 0.0], [0.4, -0.3, 0.0], [0.4, 0.3, 0.0], [-0.4, 0.3, 0.0]])


def pressing(weight, centre, force=NONE, at=NONE):
    return Pressing(weight, np.array([centre]), force, np.cross(at, force))


def turned(axis, angle):
    """Rodrigues: the matrix that turns about an axis."""
    x, y, z = axis
    cross = np.array([[0, -z, y], [z, 0, -x], [-y, x, 0]])
    return np.eye(3) + math.sin(angle) * cross + (1 - math.cos(angle)) * cross @ cross


def left_in_space(start, end, bodies, force, at):
    """Tilt at which the bodies' weights, about an edge tilted with them, let go."""
    axis = (end - start) / np.linalg.norm(end - start)
    other = axis @ np.cross(at - start, force)

    def moment(angle):
        # The ground tilts outward: seen from it, the weights lean that way.
        down = turned(axis, -angle) @ np.array([0.0, 0.0, -GRAVITY])
        weights = sum(mass * np.cross(np.array(place) - start, down) for mass, place in bodies)
        return -(axis @ weights + other)

    return brentq(moment, -1.2, 1.9, xtol=1e-13)


places = st.tuples(st.floats(-0.25, 0.25), st.floats(-0.2, 0.2), st.floats(0.2, 1.6))
forces = st.tuples(st.floats(-2, 2), st.floats(-2, 2), st.floats(-2, 2))


@given(st.lists(st.tuples(st.floats(4, 12), places), min_size=1, max_size=4), forces, places)
def test_tilt_left_is_what_turning_every_body_finds(bodies, force, at):
    corners = SQUARE + np.array([0, 0, 0.15]) * SQUARE[:, :1]  # on a slope along x
    edges = edges_of(corners)
    mass = sum(one for one, _ in bodies)
    centre = sum(one * np.array(place) for one, place in bodies) / mass
    pressed = pressing(mass * GRAVITY, centre, np.array([force]), np.array([at]))
    found = Leverage.of(edges, pressed).tilt_left[:, 0]
    for number in range(4):
        start, end = edges.starts[number], edges.ends[number]
        expected = left_in_space(start, end, bodies, np.array(force), np.array(at))
        assert found[number] == pytest.approx(expected, abs=1e-9)


@given(places, places)
def test_the_push_that_takes_it_over_leaves_nothing_to_hold(centre, at):
    edges = edges_of(SQUARE)
    still = pressing(40.0, centre)
    pushes = Leverage.of(edges, still).push_over(np.array([at]))
    _, inward, _ = edges.axes
    for number, push in enumerate(pushes[:, 0]):
        pushed = pressing(40.0, centre, -push * inward[number : number + 1], np.array([at]))
        assert Leverage.of(edges, pushed).held[number, 0] == pytest.approx(0, abs=1e-9)
        assert Leverage.of(edges, pushed).tilt_left[number, 0] == pytest.approx(0, abs=1e-9)


def test_by_hand_on_level_ground():
    found = Leverage.of(edges_of(SQUARE), pressing(50.0, (0.1, 0.05, 1.2))).tilt_left[:, 0]
    gaps = [0.35, 0.3, 0.25, 0.5]
    assert found == pytest.approx([math.atan2(gap, 1.2) for gap in gaps])
    pushes = Leverage.of(edges_of(SQUARE), pressing(50.0, (0.1, 0.05, 1.2))).push_over(
        np.array([[0, 0, 1.5]])
    )
    assert pushes[:, 0] == pytest.approx([50.0 * gap / 1.5 for gap in gaps])


def test_feet_any_way_round_have_one_edge_at_the_same_reach_everywhere():
    reach = foot_edge(3, 0.78)
    edges = edges_round(np.array([0.2, 0.0, 0.0]), reach)
    found = Leverage.of(edges, pressing(30.0, (0.2, 0.0, 1.0))).tilt_left
    assert found == pytest.approx(np.full((16, 1), math.atan2(reach, 1.0)))
    out = Leverage.of(edges, pressing(30.0, (0.3, 0.0, 1.0))).tilt_left
    assert out.argmin() == 0
    assert out.min() == pytest.approx(math.atan2(reach - 0.1, 1.0))


anywhere = st.tuples(st.floats(-0.9, 0.9), st.floats(-0.9, 0.9), st.floats(-1.2, 1.6))


@given(anywhere, st.floats(-30, 30))
def test_what_falls_already_is_told_as_negative_wherever_its_weight_hangs(centre, aside):
    edges, force = edges_of(SQUARE), np.array([[aside, aside / 3, 0.0]])
    pressed = Leverage.of(edges, pressing(25.0, centre, force, np.array([[0.0, 0.0, 0.7]])))
    for number, tilt in enumerate(pressed.tilt_left[:, 0]):
        start = edges.starts[number]
        axis = (edges.ends[number] - start) / np.linalg.norm(edges.ends[number] - start)
        other = axis @ np.cross(np.array([0.0, 0.0, 0.7]) - start, force[0])

        def holding(angle, start=start, axis=axis, other=other):
            down = turned(axis, -angle) @ np.array([0.0, 0.0, -25.0])
            return -(axis @ np.cross(np.array(centre) - start, down) + other)

        if abs(holding(0.0)) > 1e-6:
            assert (tilt < 0) == (holding(0.0) < 0)
        tilts = np.linspace(0.0, math.pi, 3601)
        if tilt < 0:
            righted = [at for at in tilts if max(holding(at), holding(-at)) >= 0]
            nearest = righted[0] if righted else math.pi
        else:
            gone = [at for at in tilts if holding(at) < 0]
            nearest = -gone[0] if gone else -tilt
        if abs(holding(0.0)) > 1e-6:
            assert -tilt == pytest.approx(nearest, abs=math.radians(0.11))


def test_a_push_below_the_edge_takes_it_over_when_it_is_inward():
    edges = edges_of(SQUARE + np.array([0, 0, 0.5]))
    still = Leverage.of(edges, pressing(30.0, (0, 0, 0.7)))
    low = still.push_over(np.array([[0, 0, 0.4]]))
    assert low[:, 0] == pytest.approx([30 * 0.3 / 0.1, 30 * 0.4 / 0.1, 30 * 0.3 / 0.1, 1200 / 10])
    assert np.isinf(still.push_over(np.array([[0, 0, 0.5]]))).all()
    for height in (0.2, 0.5, 2.0):
        gone = Leverage.of(edges, pressing(30.0, (2.0, 0, 1.0)))
        assert (gone.push_over(np.array([[0, 0, height]])) == 0).any()


def test_what_holds_it_down_is_not_counted_on():
    hold, none = np.array([[-20.0, 0.0, 0.0]]), np.array([[0.0, 0.0, 0.0]])
    at = np.array([[0.0, 0.0, 1.0]])
    pulled = Leverage.of(edges_of(SQUARE), pressing(50.0, (0.0, 0.0, 1.2), hold, at))
    alone = Leverage.of(edges_of(SQUARE), pressing(50.0, (0.0, 0.0, 1.2), none, at))
    worst = pulled.at_worst()
    assert worst.held[1] == pytest.approx(alone.held[1])  # over +x, where the pull would hold
    assert worst.held[3] == pytest.approx(pulled.held[3])
    assert pulled.held[3, 0] == pytest.approx(50 * 0.4 - 20)
