"""Balance, linkage, boom, plates, wind-up: check figures, limits, second methods."""

import itertools
import math
import warnings
from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad, solve_ivp
from scipy.optimize import brentq

from hazel_lantern.core.mechanics import balance, linkage, plates, standing
from hazel_lantern.core.mechanics.balance import Body
from hazel_lantern.core.mechanics.boom import Boom, Stretch, settle_time
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.motion import move
from hazel_lantern.core.mechanics.windup import first_frequency, wind_up

SWINGS = np.radians(np.linspace(-70, 70, 15))
masses = st.floats(0.1, 20)
arms = st.floats(-3, 3)
bodies = st.lists(st.builds(Body, masses, arms, st.floats(-0.3, 0.3)), min_size=1, max_size=6)


def small_jib(counterweight=0.0, above=0.0):
    """Payload 2.4 kg on 1.10 m, tail 0.45 m, boom 0.9 kg/m, bar 0.35 kg/m over the front."""
    return [
        Body(2.4, 1.10),
        *balance.rod(0.9, -0.45, 1.10),
        *balance.rod(0.35, 0.0, 1.10),
        Body(counterweight, -0.45, above),
    ]


def test_moment_and_counterweight_of_a_small_jib():
    needed = balance.moment(small_jib())
    assert needed == pytest.approx(3.30513, abs=5e-6)
    assert needed / 0.45 == pytest.approx(7.34472, abs=1e-5)
    hung_low = small_jib(needed / 0.45, -0.06)
    torque = balance.drift_torque(hung_low, math.radians(30))
    assert abs(float(torque)) == pytest.approx(2.1608, abs=5e-5)
    # Weights below the line pull the arm back to level: it seeks.
    assert float(torque) < 0
    assert float(balance.drift_torque(hung_low, -math.radians(30))) > 0


@given(st.lists(st.tuples(masses, arms), min_size=1, max_size=6), st.floats(0.2, 2))
def test_an_arm_with_all_masses_on_the_pins_line_is_neutral_once_balanced(found, tail):
    arm = [Body(mass, along) for mass, along in found]
    left = balance.moment(arm)
    arm.append(Body(abs(left) / tail, -tail if left > 0 else tail))
    scale = GRAVITY * sum(body.mass * abs(body.along) for body in arm)
    assert np.abs(balance.drift_torque(arm, SWINGS)).max() <= 1e-12 * scale


@given(bodies, st.floats(-1.2, 1.2))
def test_torque_is_minus_the_slope_of_the_energy(arm, swing):
    step = 1e-3
    at = swing + step * np.array([-2, -1, 1, 2])
    v = balance.energy(arm, at)
    # Of fourth order, so that its own error stays below what is asked.
    slope = (v[0] - 8 * v[1] + 8 * v[2] - v[3]) / (12 * step)
    scale = GRAVITY * sum(body.mass * (abs(body.along) + abs(body.up)) for body in arm) + 1
    assert abs(float(balance.drift_torque(arm, swing)) + slope) < 1e-8 * scale


@given(st.floats(0.1, 5), st.floats(-2, 1), st.floats(0.1, 3))
def test_a_rod_has_its_mass_and_both_moments(line, start, length):
    rod, end = balance.rod(line, start, start + length), start + length
    assert sum(body.mass for body in rod) == pytest.approx(line * length)
    assert balance.moment(rod) == pytest.approx(line * (end**2 - start**2) / 2, abs=1e-12)
    assert balance.inertia(rod) == pytest.approx(line * (end**3 - start**3) / 3)
    both = balance.lumped([*rod, Body(2.0, 0.7)])
    assert balance.moment(both) == pytest.approx(balance.moment(rod) + 1.4)
    assert balance.inertia(both) == pytest.approx(balance.inertia(rod) + 0.98)


def test_a_falling_tail_agrees_with_its_motion_integrated():
    bare = [*balance.rod(1.4, -0.62, 1.45), Body(9.0, -0.52, 0.03)]
    low, high, friction = -0.5, 0.55, 0.4
    inertia = balance.inertia(bare)

    def falls(_, state):
        return [state[1], (float(balance.drift_torque(bare, state[0])) - friction) / inertia]

    def arrives(_, state):
        return state[0] - high

    arrives.terminal = True
    run = solve_ivp(falls, (0, 20), [low, 0.0], events=arrives, rtol=1e-10, atol=1e-12)
    speed = 0.62 * run.y_events[0][0][1]
    found = balance.free_fall_speed(bare, low, high, 0.62, friction)
    assert found == pytest.approx(speed, rel=1e-7)
    assert balance.free_fall_speed(bare, low, high, 0.62, friction=1e6) == 0.0


def tilt(swing, longer=0.0, wider=0.0, front=1.10, pins=0.12):
    return float(linkage.platform_tilt(swing, front, front + longer, pins, pins + wider))


def test_a_bar_a_millimetre_long():
    for degrees, wanted in ((0, 0.4775), (-35, 0.5807), (35, 0.5848)):
        found = math.degrees(tilt(math.radians(degrees), longer=0.001))
        assert -found == pytest.approx(wanted, abs=5e-5)


links = {
    "front": st.floats(0.3, 3),
    "pins": st.floats(0.06, 0.4),
    "longer": st.floats(-0.01, 0.01),
    "wider": st.floats(-0.01, 0.01),
    "swing": st.floats(-1.0, 1.0),
}


def pins_apart(swing, turn, front, post, platform):
    """From the post's upper pin to the platform's, laid out as on paper, m."""
    lower = np.array([front * math.cos(swing), front * math.sin(swing)])
    upper = lower + platform * np.array([-math.sin(turn), math.cos(turn)])
    return float(np.hypot(*(upper - [0.0, post])))


@given(**links)
def test_the_linkage_closes(front, pins, longer, wider, swing):
    turn = linkage.platform_tilt(swing, front, front + longer, pins, pins + wider)
    gap = pins_apart(swing, float(turn), front, pins, pins + wider) - front - longer
    assert abs(gap) < 1e-12
    assert tilt(swing, 0, 0, front, pins) == pytest.approx(0, abs=1e-12)


@given(**links)
def test_tilt_agrees_with_the_pins_laid_out_on_paper(front, pins, longer, wider, swing):
    """Second method: turn the platform until its upper pin is a bar's length off the post's."""

    def apart(turn):
        return pins_apart(swing, turn, front, pins, pins + wider) - front - longer

    found = tilt(swing, longer, wider, front, pins)
    root = brentq(apart, found - 0.3, found + 0.3, xtol=1e-14)
    assert root == pytest.approx(found, abs=1e-9)


@given(**links)
def test_a_bar_below_is_the_same_linkage_upside_down(front, pins, longer, wider, swing):
    above = linkage.platform_tilt(swing, front, front + longer, pins, pins + wider)
    below = linkage.platform_tilt(-swing, front, front + longer, -pins, -pins - wider)
    assert float(below) == pytest.approx(-float(above), abs=1e-12)


def test_bars_that_cannot_close_have_no_tilt():
    assert math.isnan(tilt(0.2, longer=0.5))


def test_bar_pull_of_an_overhanging_camera():
    moment = 2.4 * GRAVITY * 0.09
    assert float(linkage.bar_pull(moment, 0.12, math.radians(35))) == pytest.approx(
        21.549, abs=5e-4
    )
    # Virtual work on a platform that is let turn: the pull does what the overhang undoes.
    swing, small = math.radians(35), 1e-6
    stretch = [pins_apart(swing, turn, 1.10, 0.12, 0.12) for turn in (small, -small)]
    work = (stretch[0] - stretch[1]) / (2 * small)
    assert moment / abs(work) == pytest.approx(21.549, abs=1e-3)


def even_boom(front=1.4, tail=0.6, rigidity=15e3, line=1.4, lumps=()):
    stretch = Stretch(-tail, front, (rigidity, rigidity), (line, line))
    return Boom([stretch], lumps)


def test_an_even_boom_dips_by_the_closed_forms():
    boom = even_boom(lumps=((1.4, 2.5), (-0.5, 8.0)))
    load = 2.5 * GRAVITY * 1.4**3 / (3 * 15e3)
    own = 1.4 * GRAVITY * 1.4**4 / (8 * 15e3)
    assert boom.sag[-1] == pytest.approx(load + own, rel=1e-9)
    assert boom.flexibility == pytest.approx(1.4**3 / (3 * 15e3), rel=1e-9)
    # The tail from the pin to the weights bends, and is straight past them.
    slope = 8 * GRAVITY * 0.5**2 / (2 * 15e3)
    weights = 8 * GRAVITY * 0.5**3 / (3 * 15e3) + slope * 0.1
    tail = 1.4 * GRAVITY * 0.6**4 / (8 * 15e3)
    assert boom.sag[0] == pytest.approx(weights + tail, rel=1e-9)


@given(st.floats(0.3, 1.0), st.floats(0.5, 5))
def test_a_tapered_boom_agrees_with_its_curvature_integrated(share, mass):
    edges = np.linspace(0, 1.2, 13)
    heights = 1 - (1 - share) * edges / 1.2
    stretches = [Stretch(-0.5, 0.0, (9e3, 9e3), (1e-9, 1e-9))]
    for at in range(12):
        ends = tuple(9e3 * heights[at + step] ** 3 for step in (0, 1))
        stretches.append(Stretch(edges[at], edges[at + 1], ends, (1e-9, 1e-9)))
    boom = Boom(stretches, ((1.2, mass),))

    def rate(x):
        height = 1 - (1 - share) * x / 1.2
        return mass * GRAVITY * (1.2 - x) ** 2 / (9e3 * height**3)

    assert boom.sag[-1] == pytest.approx(quad(rate, 0, 1.2)[0], rel=5e-3)


def test_bending_moments_are_those_of_statics():
    boom = even_boom(lumps=((1.4, 2.5), (-0.5, 8.0)))
    moment = boom.bending_moment(boom.weights)
    front = 2.5 * GRAVITY * 1.4 + 1.4 * GRAVITY * 1.4**2 / 2
    tail = 8 * GRAVITY * 0.5 + 1.4 * GRAVITY * 0.6**2 / 2
    assert moment[boom.pin] == pytest.approx(max(front, tail), rel=1e-3)
    at = int(np.abs(boom.nodes - 0.7).argmin())
    out = 1.4 - boom.nodes[at]
    wanted = 2.5 * GRAVITY * out + 1.4 * GRAVITY * out**2 / 2
    assert moment[at] == pytest.approx(wanted, rel=1e-2)
    assert moment[0] == pytest.approx(0, abs=1e-9)


def test_bounce_of_known_booms():
    # Alike on both sides, it bounces as two cantilevers back to back: 1.8751² / 2π.
    alike = even_boom(front=1.0, tail=1.0)
    assert alike.bounce == pytest.approx(1.8751**2 / (2 * math.pi) * (15e3 / 1.4) ** 0.5, rel=1e-4)
    # Heavy at both ends and light itself: a mass on a spring, 33/140 of the arm going along.
    heavy = even_boom(front=1.0, tail=1.0, lumps=((1.0, 20.0), (-1.0, 20.0)))
    effective = 20.0 + 33 / 140 * 1.4
    assert heavy.bounce == pytest.approx(first_frequency(3 * 15e3, effective), rel=1e-3)
    # A tail that cannot move leaves the front a cantilever.
    held = even_boom(front=1.0, tail=0.5, lumps=((1.0, 20.0), (-0.5, 1e7)))
    assert held.bounce < heavy.bounce
    stiff = even_boom(rigidity=15e5)
    assert stiff.bounce == pytest.approx(10 * even_boom().bounce, rel=1e-6)


def test_a_boom_must_reach_over_its_pin_without_gaps():
    one = Stretch(-0.5, 0.2, (1e3, 1e3), (1, 1))
    with pytest.raises(ValueError, match=r"gap in the boom at 0\.2"):
        Boom([one, Stretch(0.3, 1.0, (1e3, 1e3), (1, 1))])
    with pytest.raises(ValueError, match="both sides"):
        Boom([Stretch(0.0, 1.0, (1e3, 1e3), (1, 1))])


def test_pins_on_each_other_close_at_no_angle():
    """Drilled as far off as they are apart: none at all, and no sum that goes wrong unheard."""
    with warnings.catch_warnings():
        warnings.simplefilter("error")
        found = linkage.platform_tilt([0.0, 0.3], 1.2, 1.2, 0.02, 0.0)
    assert np.isnan(found).all()


@given(st.floats(-0.4, 0.4), st.lists(st.floats(-1, 1), min_size=2, max_size=2))
def test_a_mass_behind_the_tip_never_counts_for_less_than_nothing(ahead, tip):
    """Its energy is m (w + a θ)²; as an inertia m (2 a r + a²) at the tip alone it may be less."""
    mass, reach = 3.0, 1.2
    boom = Boom([Stretch(-0.3, reach, (1e3, 1e3), (0.05, 0.05))], ((reach, mass),))
    shape = np.zeros(2 * boom.nodes.size)
    shape[-2:] = tip
    there = mass * ahead
    push = boom.inertia_load(shape, there * ahead, there)
    lift, turn = tip
    beam = float(shape @ boom.inertia_load(shape)) - mass * lift**2
    energy = mass * (lift + ahead * turn) ** 2
    assert float(shape @ push) == pytest.approx(beam + energy, abs=1e-9)
    assert float(shape @ push) >= -1e-12
    # Turned stiffly it is what it is about the pin.
    stiff = boom.turned
    about = float(stiff @ boom.inertia_load(stiff, there * ahead, there))
    bare = float(stiff @ boom.inertia_load(stiff))
    assert about - bare == pytest.approx(mass * ((reach + ahead) ** 2 - reach**2), abs=1e-9)
    if ahead < -0.05:
        shape[-2:] = 0.0, 1.0
        alone = boom.inertia_load(shape, mass * (2 * ahead * reach + ahead**2))
        assert float(shape @ alone) < 0


def test_settling_follows_the_envelope():
    frequency, damping = 4.0, 0.02
    seconds = settle_time(frequency, damping, 30.0, 1.0)
    assert 30 * math.exp(-damping * 2 * math.pi * frequency * seconds) == pytest.approx(1.0)
    assert settle_time(frequency, damping, 0.5, 1.0) == 0.0
    assert settle_time(frequency, 0.0, 5.0, 1.0) == math.inf


def rotor(ease, frequency, damping=0.05, duration=4.0, angle=0.4):
    def acceleration(times):
        return move(angle, duration, ease, 0.5, 0.8, times).acceleration

    return acceleration, wind_up(acceleration, duration, frequency, damping)


@pytest.mark.parametrize("ease", ["smooth", "soft ramps", "straight ramps"])
@pytest.mark.parametrize("frequency", [0.6, 2.0, 7.0])
def test_wind_up_agrees_with_the_motion_integrated(ease, frequency):
    acceleration, found = rotor(ease, frequency)
    omega, damping = 2 * math.pi * frequency, 0.05

    def moves(time, state):
        lag, rate = state
        pushed = float(acceleration(np.array([time]))[0])
        return [rate, -pushed - 2 * damping * omega * rate - omega**2 * lag]

    times = np.linspace(0, 4.0, 4001)
    run = solve_ivp(moves, (0, 4.0), [0, 0], t_eval=times, rtol=1e-8, atol=1e-11, max_step=5e-3)
    assert found.most == pytest.approx(np.abs(run.y[0]).max(), rel=0.02)
    lag, rate = run.y[:, -1]
    ringing = omega * math.sqrt(1 - damping**2)
    left = math.hypot(lag, (rate + damping * omega * lag) / ringing)
    assert found.left == pytest.approx(left, rel=0.06, abs=0.01 * found.most)


@pytest.mark.parametrize("duration", [120.0, 1800.0, 36000.0])
def test_a_long_pan_on_a_hard_damped_base_is_still_counted(duration):
    """So much damping over so long that its powers cannot all be held at once, or not one."""
    acceleration, found = rotor("smooth", 30.0, damping=0.9, duration=duration)
    peak = np.abs(acceleration(np.linspace(0, duration, 2001))).max()
    assert found.most == pytest.approx(peak / (60 * math.pi) ** 2, rel=0.01)
    assert found.left < 5e-3 * found.most


def test_a_stiff_base_only_lags_as_the_push_asks():
    """Very stiff: ψ = a / ω², and nothing is left once a smooth pan has stopped."""
    acceleration, found = rotor("smooth", 40.0)
    peak = np.abs(acceleration(np.linspace(0, 4, 2001))).max()
    assert found.most == pytest.approx(peak / (80 * math.pi) ** 2, rel=0.02)
    assert found.left < 0.02 * found.most
    hard = rotor("straight ramps", 40.0)[1]
    peak = np.abs(rotor("straight ramps", 40.0)[0](np.linspace(0, 4, 2001))).max()
    # A push that comes at once overshoots to nearly twice what it holds.
    assert 1.5 * peak / (80 * math.pi) ** 2 < hard.most < 2.0 * peak / (80 * math.pi) ** 2


small_plates = st.lists(
    st.tuples(st.sampled_from([0.25, 0.5, 1.0, 1.25, 2.0, 2.5]), st.integers(0, 3)),
    min_size=1,
    max_size=4,
    unique_by=lambda plate: plate[0],
)


@given(small_plates, st.floats(0.2, 8), st.floats(0.1, 0.4), st.floats(0.05, 0.5), masses)
def test_stacks_are_all_there_are_with_the_fewest_plates(on_hand, moment, nearest, slot, carrier):
    """Brute force: every subset of the plates, each at the only place where it balances."""
    carrier = carrier / 20
    farthest = nearest + slot
    fewest = {}
    for counts in itertools.product(*(range(count + 1) for _, count in on_hand)):
        grams = sum(
            count * round(mass * 1000) for count, (mass, _) in zip(counts, on_hand, strict=True)
        )
        place = moment / max(grams / 1000 + carrier, 1e-12)
        if nearest - 1e-9 <= place <= farthest + 1e-9:
            fewest[grams] = min(fewest.get(grams, 99), sum(counts))
    found = plates.stacks(on_hand, moment, nearest, farthest, carrier)
    assert {round(stack.mass * 1000): stack.plates for stack in found} == fewest
    assert [(stack.plates, stack.mass) for stack in found] == sorted(
        (stack.plates, stack.mass) for stack in found
    )
    for stack in found:
        total = sum(count * mass for count, (mass, _) in zip(stack.counts, on_hand, strict=True))
        assert total == pytest.approx(stack.mass)
        assert all(n <= have for n, (_, have) in zip(stack.counts, on_hand, strict=True))
        assert (stack.mass + carrier) * stack.place == pytest.approx(moment)


@pytest.mark.parametrize(
    ("on_hand", "nearest", "farthest", "says"),
    [
        ([(1.0, 2)], 0.0, 0.5, "above 0"),
        ([(1.0, 2)], 0.6, 0.5, "outward"),
        ([(0.0, 2)], 0.2, 0.5, "at least a gram"),
        ([(1.0, -1)], 0.2, 0.5, "not negative"),
    ],
)
def test_plates_that_cannot_be_are_refused(on_hand, nearest, farthest, says):
    with pytest.raises(ValueError, match=says):
        plates.stacks(on_hand, 2.0, nearest, farthest)


def test_nothing_to_balance_takes_no_stack():
    assert plates.stacks([(1.0, 2)], -1.0, 0.2, 0.5) == []
    assert plates.stacks([(1.0, 2)], 50.0, 0.2, 0.5) == []


@pytest.mark.parametrize(("feet", "spread"), [(3, 0.78), (4, 1.05), (5, 1.0)])
def test_edges_and_reach_of_feet_agree_with_their_corners(feet, spread):
    corners = standing.regular_polygon(feet, spread)
    inside = standing.edge_distances(corners, np.zeros((1, 2)))
    assert inside == pytest.approx(standing.foot_edge(feet, spread))
    assert np.hypot(*corners.T) == pytest.approx(standing.foot_reach(feet, spread))
    assert standing.foot_edge(3, 0.78) == pytest.approx(0.22517, abs=5e-6)


@pytest.mark.parametrize("near", [0.0, 1e-5, 4e-4])
def test_places_next_to_each_other_are_one(near):
    """Weights a hair from the tail's end bounce as weights on it do."""
    there, apart = (
        even_boom(tail=0.62, lumps=((1.4, 2.5), (-0.62 + gap, 8.0))) for gap in (0.0, near)
    )
    assert apart.bounce == pytest.approx(there.bounce, rel=2e-3)
    assert apart.nodes[[0, -1]] == pytest.approx([-0.62, 1.4])
    assert np.diff(apart.nodes).min() > 1e-4
    assert apart.weights.sum() == pytest.approx(there.weights.sum())


def test_a_tapered_board_sags_as_its_cube_of_height_asks():
    """Second method: the curvature of a cantilever whose height falls straight, integrated."""
    rigidity, share, front, tip = 15e3, 0.6, 1.4, 3.0
    heights = np.linspace(1.0, share, 5)
    stretches = [Stretch(-0.5, 0.0, (rigidity, rigidity), (1e-9, 1e-9))]
    for at, (first, last) in enumerate(pairwise(heights)):
        ends = rigidity * first**3, rigidity * last**3
        stretches.append(Stretch(front * at / 4, front * (at + 1) / 4, ends, (1e-9, 1e-9)))
    boom = Boom(stretches, ((front, tip),))

    def bent(x):
        height = 1 - (1 - share) * x / front
        return tip * GRAVITY * (front - x) ** 2 / (rigidity * height**3)

    expected = quad(bent, 0, front)[0]
    assert boom.sag[-1] == pytest.approx(expected, rel=2e-3)


@pytest.mark.parametrize("beside", [0.0011, 0.0015, 0.003])
def test_weights_a_hair_from_a_joint_do_not_drown_the_bounce(beside):
    """Where the weights stand beside a joint the frequency goes on as it does farther away."""
    from hazel_lantern.core.mechanics.boom import Boom, Stretch

    stretches = (
        Stretch(-0.76, -0.19, (9e3, 12e3), (1.3, 1.6)),
        Stretch(-0.19, 0.0, (12e3, 14e3), (1.6, 1.8)),
        Stretch(0.0, 2.2, (14e3, 3e3), (1.8, 1.0)),
    )

    def bounce(off):
        return Boom(stretches, ((2.2, 2.5), (-0.19 - off, 7.4))).bounce

    on, far = bounce(0.0), bounce(0.006)
    assert bounce(beside) == pytest.approx(on + beside / 0.006 * (far - on), rel=1e-4)
