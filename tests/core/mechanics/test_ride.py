"""Ride, roughness and joints: limits, conservation, an independent integration in time."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import settings as hypothesis_settings
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from hazel_lantern.core.mechanics import ride, roughness, track
from hazel_lantern.core.mechanics.ride import Body

FOUR = ((0.35, 0.25), (0.35, -0.25), (-0.35, 0.25), (-0.35, -0.25))


def cart(mass=60.0, damping=600.0, wheels=FOUR, stiffness=60e3):
    return Body(mass, 5.0, 3.5, wheels, stiffness, damping)


def bumps(rate=500.0, seconds=6.0, seed=3):
    """Smooth heights under four wheels."""
    times = np.arange(0, seconds, 1 / rate)
    chance = np.random.default_rng(seed)
    heights = np.zeros((4, times.size))
    for wave in (0.4, 1.1, 2.7, 5.3, 9.0):
        phase = chance.uniform(0, 2 * math.pi, (4, 1))
        heights += 0.002 / wave * (np.sin(2 * math.pi * wave * times + phase) - np.sin(phase))
    # From rest, as a move begins.
    return times, heights * np.minimum(times / 0.8, 1.0) ** 3


@pytest.mark.parametrize("uneven", [False, True])
def test_the_ride_agrees_with_its_motion_integrated(uneven):
    """Second method: the three equations of motion stepped in time."""
    wheels = ((0.45, 0.25), (0.45, -0.25), (-0.3, 0.28), (-0.3, -0.2)) if uneven else FOUR
    body, rate = cart(wheels=wheels), 500.0
    times, heights = bumps(rate)
    slopes = np.gradient(heights, 1 / rate, axis=1)
    lifts = np.column_stack([np.ones(4), np.array(wheels)])
    masses = np.array([60.0, 5.0, 3.5])

    def moves(time, state):
        at, speed = state[:3], state[3:]
        ground = np.array([np.interp(time, times, row) for row in heights])
        rising = np.array([np.interp(time, times, row) for row in slopes])
        forces = 60e3 * (ground - lifts @ at) + 600.0 * (rising - lifts @ speed)
        return np.concatenate([speed, lifts.T @ forces / masses])

    run = solve_ivp(
        moves, (0, times[-1]), np.zeros(6), t_eval=times, rtol=1e-7, atol=1e-10, max_step=4e-3
    )
    found = body.answer(heights, rate)
    for row, wanted in zip(found, run.y[:3], strict=True):
        assert ride.root_mean_square(row - wanted) < 0.01 * ride.root_mean_square(wanted)


def test_frequencies_are_the_formulas():
    body = cart(stiffness=50e3)
    found = body.frequencies()
    heave = math.sqrt(4 * 50e3 / 60) / (2 * math.pi)
    pitch = math.sqrt(4 * 50e3 * 0.35**2 / 5.0) / (2 * math.pi)
    roll = math.sqrt(4 * 50e3 * 0.25**2 / 3.5) / (2 * math.pi)
    assert sorted(found) == pytest.approx(sorted([heave, pitch, roll]))


@given(st.floats(5, 200), st.floats(0, 200))
def test_more_ballast_never_raises_a_frequency(mass, ballast):
    light = Body(mass, mass * 0.09, mass * 0.06, FOUR, 60e3, 500)
    # Ballast laid flat on the platform adds to the mass and to both inertias.
    more = Body(
        mass + ballast, mass * 0.09 + ballast * 0.02, mass * 0.06 + ballast * 0.02, FOUR, 60e3, 500
    )
    assert (more.frequencies() <= light.frequencies() + 1e-9).all()


def test_even_ground_shakes_nothing_and_slow_ground_is_followed():
    body = cart()
    flat = np.full((4, 2000), 0.01)
    assert np.abs(body.answer(flat, 500.0)).max() < 1e-15
    times = np.arange(0, 20, 1 / 200)
    rise = 0.02 * (1 - np.cos(2 * math.pi * 0.05 * times))
    heave, pitch, roll = body.answer(np.tile(rise, (4, 1)), 200.0)
    assert heave == pytest.approx(rise, abs=4e-5)
    assert np.abs(pitch).max() < 1e-12
    assert np.abs(roll).max() < 1e-12


def test_very_stiff_wheels_carry_the_ground_through():
    body = cart(stiffness=60e9, damping=1.0)
    _, heights = bumps()
    found = body.answer(heights, 500.0)
    lifts = np.column_stack([np.ones(4), np.array(FOUR)])
    plane = np.linalg.lstsq(lifts, heights - heights[:, :1], rcond=None)[0]
    assert found == pytest.approx(plane, abs=1e-7)


@given(st.floats(0.5, 3))
@hypothesis_settings(max_examples=10)
def test_the_answer_is_linear_in_the_ground(times):
    body = cart()
    _, heights = bumps(seconds=2.0)
    assert body.answer(times * heights, 500.0) == pytest.approx(
        times * body.answer(heights, 500.0), abs=1e-12
    )


def test_what_moves_slowly_is_left_out_and_what_is_quick_is_kept():
    rate, times = 250.0, np.arange(0, 8, 1 / 250)
    slow, quick = 5 * np.sin(2 * math.pi * 0.25 * times), 0.8 * np.sin(2 * math.pi * 6 * times)
    found = ride.quick_part(slow + quick, rate)
    assert ride.root_mean_square(found) == pytest.approx(0.8 / math.sqrt(2), rel=0.02)
    waves, sizes = ride.spectrum(slow + quick, rate)
    assert waves[sizes.argmax()] == pytest.approx(0.25, abs=0.13)
    at = np.abs(waves - 6).argmin()
    assert sizes[at] == pytest.approx(0.8, rel=0.02)


def test_the_worst_jump_is_between_frames():
    values = np.zeros((2, 1000))
    values[0, 500:], values[1, 500:] = 3.0, 4.0
    assert ride.worst_jump(values, 250.0, 25.0) == pytest.approx(5.0)
    assert ride.worst_jump(values[:, :5], 250.0, 25.0) == 0.0
    # Sampled more seldom than frames are taken, each of them has its share of a change.
    assert ride.worst_jump(values, 5.0, 25.0) == pytest.approx(1.0)


def over_joints(places, joints, gap, step, radius):
    """A rail whose pieces stand higher and lower by turns."""
    joints = np.array(joints)
    starts = np.concatenate([[-10.0], joints + gap / 2])
    ends = np.concatenate([joints - gap / 2, [10.0]])
    heights = step * (0.5 - np.arange(joints.size + 1) % 2.0)
    return track.axle_heights(places, starts, ends, heights, radius)


def test_a_gap_and_what_a_wheel_feels_of_it():
    places = np.linspace(0, 2, 40001)
    heights = over_joints(places, [0.7, 1.3], 0.003, 0.0, 0.036)
    assert heights.min() == pytest.approx(-0.03126e-3, rel=1e-3)
    assert np.flatnonzero(heights).size == pytest.approx(2 * 0.003 / 5e-5, abs=4)
    wide = over_joints(places, [0.7], 0.003, 0.0, 0.2)
    assert wide.min() > heights.min() / 4
    # Until its middle is over the gap's middle it turns about the edge that it comes from.
    before = (places > 0.6985) & (places < 0.7)
    axle = 0.036 + heights[before]
    assert np.hypot(places[before] - 0.6985, axle) == pytest.approx(0.036, abs=1e-9)


def test_a_step_is_climbed_over_the_wheels_own_arc():
    places = np.linspace(0, 2, 40001)
    heights = over_joints(places, [0.7, 1.3], 0.0, 0.0005, 0.036)
    assert heights[0] == pytest.approx(0.00025)
    assert heights[20000] == pytest.approx(-0.00025)
    assert heights[-1] == pytest.approx(0.00025)
    # Without a jump: the axle turns about the edge on either side.
    assert np.abs(np.diff(heights)).max() < 0.0005 / 20
    # A wheel on an edge keeps its radius from it.
    edge = (places > 1.3 - 0.004) & (places < 1.3)
    axle = 0.036 + heights[edge] - 0.00025
    assert np.hypot(places[edge] - 1.3, axle) == pytest.approx(0.036, abs=1e-9)


def test_a_gap_with_a_step_is_the_envelope_of_both_edges():
    """Second method: the wheel is lowered until the first point of a finely drawn rail meets it."""
    gap, step, radius = 0.006, 0.0006, 0.027
    places = np.linspace(-0.02, 0.02, 401)
    heights = over_joints(places, [0.0], gap, step, radius)
    rail = np.concatenate([np.linspace(-0.1, -gap / 2, 20001), np.linspace(gap / 2, 0.1, 20001)])
    high = np.where(rail < 0, step / 2, -step / 2)
    for at, height in zip(places, heights, strict=True):
        away = np.abs(rail - at) < radius
        meets = (high[away] + np.sqrt(radius**2 - (rail[away] - at) ** 2)).max() - radius
        assert height == pytest.approx(meets, abs=1e-8)


def test_what_is_met_keeps_the_weight_of_what_is_narrow():
    line = np.zeros((1, 4001))
    line[0, 2000:2004] = -1e-4
    weight = line.sum() * 0.0005
    for samples in (97, 400, 3000):
        at = np.linspace(0.1, 1.9, samples)
        seen = roughness.met(line, 0.0, 0.0005, at)
        assert seen.sum() * (at[1] - at[0]) == pytest.approx(weight, rel=1e-6)
    still = roughness.met(line, 0.0, 0.0005, np.full(5, 1.0005))
    assert still == pytest.approx(-1e-4)


def alone(spans, wheels=(0.0,), cuts=()):
    """Dips and moments by one newton all along a rail of spans of 1 m."""
    return track.under(track.Rail(spans, 1.0, cuts), wheels, spans / 2)


def test_a_rail_over_sleepers_dips_as_the_tables_say():
    one = alone(1)
    assert one.sinks.max() == pytest.approx(1 / 48, rel=1e-6)
    assert one.bends.max() == pytest.approx(1 / 4, rel=1e-6)
    # Without end: P a / 8 shared between the span and its neighbours, 2 to 2 √3.
    long = alone(30)
    middle = np.abs(long.ways) <= 0.5
    over_support = 2 * math.sqrt(3) / (2 * math.sqrt(3) + 2) / 8
    # Thirty spans: their middle one lies beside the rail's middle, on a sleeper.
    assert long.sinks[0, 0, middle].max() == pytest.approx(1 / 48 - over_support / 8, rel=5e-3)
    assert long.bends[0, 0, middle].max() == pytest.approx(1 / 4 - over_support, rel=5e-3)
    # A span that is carried on at one end only, under a load at its middle: 23/1536 in handbooks.
    two = alone(2)
    assert np.interp(-0.5, two.ways, two.sinks[0, 0]) == pytest.approx(23 / 1536, rel=1e-6)
    assert long.sinks.max() > 1.3 * long.sinks[0, 0, middle].max()


def test_leaving_out_like_spans_changes_nothing():
    whole, wheels = alone(40, (-0.4, 0.4)), (-0.4, 0.4)
    short = alone(19, wheels)
    # Near an end, the rail is the same whatever its length.
    near = short.ways < -4
    assert short.sinks[..., near] == pytest.approx(
        whole.sinks[..., : near.sum()], rel=1e-3, abs=1e-6
    )
    # The middle repeats itself.
    ways = np.round(whole.ways, 6)
    at, further = np.searchsorted(ways, [1.25, 4.25])
    assert whole.sinks[..., at] == pytest.approx(whole.sinks[..., further], rel=1e-6)


def test_butted_pieces_are_rails_of_their_own():
    cut = alone(4, cuts=(2,))
    own = alone(2)
    assert cut.sinks[0, 0, cut.ways <= -1e-9].max() == pytest.approx(own.sinks.max(), rel=1e-3)
    apart = track.under(track.Rail(4, 1.0, (2,)), (-0.3, 0.3), 1.7)
    # Astride the cut, a wheel does nothing to the other's piece.
    astride = np.abs(apart.ways) < 0.29
    assert np.abs(apart.sinks[0, 1, astride]).max() == 0


def test_bogie_offset():
    assert track.bogie_offset(0.3, 3.5) == pytest.approx(3.2143e-3, abs=5e-8)
    half, radius = 0.15, 3.5
    exact = radius - math.sqrt(radius**2 - half**2)
    assert track.bogie_offset(0.3, 3.5) == pytest.approx(exact, rel=1e-3)


def test_a_rough_floor_has_the_spectrum_it_is_given():
    places, left, right = roughness.two_lines(4e-6, 200.0, 0.5, seed=7)
    assert np.std(left) == pytest.approx(roughness.root_mean_square(4e-6), rel=0.2)
    assert np.std(right) == pytest.approx(np.std(left), rel=0.2)
    again = roughness.two_lines(4e-6, 200.0, 0.5, seed=7)[1]
    assert (again == left).all()
    # Four times the level is twice the height; another seed is another floor.
    assert roughness.two_lines(16e-6, 200.0, 0.5, seed=7)[1] == pytest.approx(2 * left)
    assert not np.allclose(roughness.two_lines(4e-6, 200.0, 0.5, seed=8)[1], left)
    # Halving the wave's length halves its size: the share of power in two octaves.
    waves = np.fft.rfftfreq(left.size, roughness.STEP)
    power = np.abs(np.fft.rfft(left * np.hanning(left.size))) ** 2
    low = power[(waves > 0.25) & (waves < 0.5)].sum()
    high = power[(waves > 1.0) & (waves < 2.0)].sum()
    assert low / high == pytest.approx(4, rel=0.5)
    assert places[1] - places[0] == pytest.approx(roughness.STEP)


def test_lines_close_together_are_alike_and_far_apart_are_not():
    for apart, least, most in ((0.02, 0.9, 1.0), (8.0, -0.4, 0.5)):
        _, left, right = roughness.two_lines(1e-6, 300.0, apart)
        assert least < np.corrcoef(left, right)[0, 1] <= most
    _, left, right = roughness.two_lines(0.0, 10.0, 0.5)
    assert not left.any()
    assert not right.any()
