"""The hung line against a line of many links, figures computed apart, limits and conservation."""

import math
from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy import special
from scipy.integrate import solve_ivp
from scipy.optimize import brentq, fsolve

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.mechanics import elliptic, line_bounce, line_run, swing
from hazel_lantern.core.mechanics.anchoring import shared
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.hung_line import Strung, hang, hang_at
from hazel_lantern.core.mechanics.stringing import Stringing
from hazel_lantern.core.mechanics.tightening import Creep, advantage, tightening

SETTLED = Strung(20.0, 0.6, 20.05, 150e3, 0.06)
LOAD = 4.2 * GRAVITY
#: A line that does not creep.
STIFF = Creep(0.0, 400.0)
#: Links of the line that is computed apart.
LINKS = 4000


def linked(line, weight, grip, guess):
    """Level and upright pull of a chain of straight elastic links, by shooting; and the load."""
    first = max(round(LINKS * grip / line.unstretched), 1)
    parts = (grip, first), (line.unstretched - grip, LINKS - first)
    lengths = np.concatenate([np.full(count, long / count) for long, count in parts])
    own = line.line_mass * GRAVITY * lengths
    # A link's weight hangs half at either of its ends.
    hung = np.cumsum(own) - own / 2
    hung[first:] += weight

    def ends(unknown):
        level, upright = unknown
        fall = upright - hung
        pull = np.hypot(level, fall)
        long = lengths * (1 + pull / line.stiffness) / pull
        return np.cumsum(long * level), np.cumsum(long * fall)

    def off(unknown):
        x, down = ends(unknown)
        return x[-1] - line.span, down[-1] + line.rise

    found = fsolve(off, guess, xtol=1e-13)
    assert np.abs(off(found)).max() < 1e-8
    x, down = ends(found)
    return found, (x[first - 1], -down[first - 1])


@pytest.mark.parametrize(
    ("share", "level", "place", "ends"),
    [
        (0.5, 268.47, (10.0262, -0.57611), (269.10, 270.69)),
        (0.25, 239.33, (4.98611, -0.58680), (241.16, 240.47)),
    ],
)
def test_the_line_that_was_settled(share, level, place, ends):
    hung = hang(SETTLED, LOAD, np.array([share * SETTLED.unstretched]))
    assert hung.level[0] == pytest.approx(level, abs=0.006)
    assert [one[0] for one in hung.load] == pytest.approx(place, abs=6e-5)
    assert [one[0] for one in hung.ends] == pytest.approx(ends, abs=0.006)


@settings(max_examples=25, deadline=None)
@given(
    st.floats(3, 60),
    st.floats(-0.3, 0.3),
    st.floats(-0.002, 0.2),
    st.floats(0.03, 0.97),
    st.floats(0.2, 30),
    st.floats(4.3, 6.2),
    st.floats(0.005, 0.3),
)
def test_it_hangs_as_a_chain_of_many_links_does(span, rise, slack, share, mass, stiff, own):
    chord = math.hypot(span, rise * span)
    line = Strung(span, rise * span, chord * (1 + slack), 10**stiff, own)
    hung = hang(line, mass * GRAVITY, np.array([share * line.unstretched]))
    guess = float(hung.level[0]) * 1.02, float(hung.upright[0]) * 0.98
    (level, upright), place = linked(line, mass * GRAVITY, share * line.unstretched, guess)
    assert float(hung.level[0]) == pytest.approx(level, rel=2e-6)
    assert float(hung.upright[0]) == pytest.approx(upright, rel=1e-5, abs=1e-6 * level)
    assert [float(one[0]) for one in hung.load] == pytest.approx(place, abs=2e-6 * span)


@settings(max_examples=30, deadline=None)
@given(st.floats(2, 100), st.floats(-0.4, 0.4), st.floats(0.003, 0.28), st.floats(0.1, 40))
def test_sag_and_pull_are_two_ways_to_say_one_thing(span, rise, sag, mass):
    own = Stringing(span, rise * span, 300e3, 0.05, mass * GRAVITY)
    tight = own.at_sag(sag * span)
    there = hang_at(tight.line, own.weight, np.array([span / 2]))
    assert float(there.depth[0]) == pytest.approx(sag * span, rel=1e-7)
    again = own.at_pull(float(there.pull[0]))
    # Deep lines pull as hard at two sags: the shallower one is taken.
    assert float(again.pull[0]) == pytest.approx(float(there.pull[0]), rel=1e-8)
    if sag < 0.2:
        assert again.line.unstretched == pytest.approx(tight.line.unstretched, rel=1e-9)
    mirrored = Stringing(span, -rise * span, 300e3, 0.05, mass * GRAVITY).at_sag(sag * span)
    assert [float(one[0]) for one in mirrored.ends] == pytest.approx(
        [float(one[0]) for one in tight.ends[::-1]], rel=1e-8
    )


def test_a_shallow_line_is_a_parabola_and_a_kink():
    own = Stringing(18.0, 0.0, 170e3, 0.055, 3.6 * GRAVITY)
    hung = own.at_sag(0.45)
    closed = (3.6 * GRAVITY * 18 / 4 + 0.055 * GRAVITY * 18**2 / 8) / 0.45
    assert closed == pytest.approx(401.58, abs=0.01)
    assert float(hung.level[0]) == pytest.approx(closed, rel=2e-4)
    assert float(hung.pull[0]) == pytest.approx(402.21, rel=2e-4)


def test_weather_and_creep_take_what_was_settled():
    own = Stringing(18.0, 0.0, 170e3, 0.055, 3.6 * GRAVITY)
    long = own.at_sag(0.45).line.unstretched

    def at(length):
        hung = hang_at(own.of(length), own.weight, np.array([9.0]))
        return float(hung.level[0]), float(hung.depth[0]) * 1e3

    assert at(long * (1 - 20 * 12e-6)) == pytest.approx((422, 428), abs=0.6)
    assert at(long * (1 + 20 * 12e-6)) == pytest.approx((382, 472), abs=0.6)
    assert at(long * 1.002) == pytest.approx((282, 642), abs=0.6)
    assert float(own.to_length(long)[0][0]) == pytest.approx(0.45, rel=1e-8)
    # Creep in proportion to a pull that falls: the differential equation, solved apart.
    found = tightening(own, long + 0.1, long, 410.0, Creep(0.002, 400.0), 20 * 12e-6)
    assert found.colder.sag * 1e3 == pytest.approx(428, abs=0.6)
    assert found.warmer.sag * 1e3 == pytest.approx(472, abs=0.6)

    def creeps(_decades, length):
        pull = hang_at(own.of(float(length[0])), own.weight, np.array([9.0])).pull[0]
        return [long * 0.002 * float(pull) / 400.0]

    apart = solve_ivp(creeps, (0.0, math.log10(60)), [long], rtol=1e-9, atol=1e-12).y[0, -1]
    assert found.crept.length - long == pytest.approx(apart - long, rel=1e-4)
    assert found.crept.sag * 1e3 == pytest.approx(at(apart)[1], rel=1e-4)


def test_what_comes_off_the_tightener_is_stretched_line():
    own = Stringing(18.0, 0.4, 40e3, 0.055, 3.6 * GRAVITY)
    loose, tight = (own.at_sag(sag).line.unstretched for sag in (1.5, 0.45))
    # A little at a time, each as long as the pull then makes it.
    steps = np.linspace(loose, tight, 400)
    middles = (steps[1:] + steps[:-1]) / 2
    pulls = [float(hang_at(own.of(one), own.weight, np.array([9.0])).pull[0]) for one in middles]
    apart = float(((1 + np.array(pulls) / 40e3) * -np.diff(steps)).sum())
    assert tightening(own, loose, tight, 500.0, STIFF, 0.0).drawn_in == pytest.approx(
        apart, rel=1e-5
    )
    assert advantage(3, 0.1) == pytest.approx(1 + 0.9 + 0.81)


def test_what_cannot_hang_is_refused_in_words():
    own = Stringing(18.0, 0.0, 170e3, 0.055, 35.0)
    with pytest.raises(CannotBe, match="at least"):
        own.at_pull(1.0)
    for length in (4.0, 60.0):
        with pytest.raises(CannotBe, match="is accepted"):
            hang(own.of(length), 35.0, np.array([2.0]))


@pytest.mark.parametrize("pull", [1e3, 1e4, 1e5, 2e5])
def test_a_light_line_under_any_pull_has_its_load_somewhere(pull):
    """Shallow and stretched: H = w L² / 8 d + W L / 4 d, the load in the middle."""
    line = Strung(20.0, 0.0, 20.0 / (1 + pull / 400e3), 400e3, 0.06)
    found = hang_at(line, LOAD, np.array([5.0, 10.0]))
    own = 0.06 * GRAVITY / (1 + pull / 400e3)
    for at in (0, 1):
        x = found.load[0][at]
        assert x == pytest.approx((5.0, 10.0)[at], abs=1e-7)
        sag = (own * x * (20 - x) / 2 + LOAD * x * (20 - x) / 20) / found.level[at]
        assert -found.load[1][at] == pytest.approx(sag, rel=2e-3)


def test_no_line_stretches_to_twice_its_length():
    with pytest.raises(CannotBe, match="pull less"):
        hang_at(Strung(20.0, 0.0, 10.0, 1e5, 0.06), LOAD, np.array([10.0]))


def test_a_run_by_gravity_keeps_its_energy_and_stalls_where_it_was_settled():
    x = np.linspace(1.0, 19.0, 241)
    hung = hang_at(SETTLED, LOAD, x)
    up, energy = hung.load[1], hung.energy
    free = line_run.coasted(x, up, energy, 4.2, 0.0, 0.0)
    reached = free.way <= free.reached
    kept = energy + 4.2 * free.speed**2 / 2
    assert kept[reached] == pytest.approx(energy[0], abs=1e-9)
    assert np.interp(10.0, x, free.speed) == pytest.approx(2.194, abs=6e-4)
    height_alone = math.sqrt(2 * GRAVITY * (up[0] - np.interp(10.0, x, up)))
    assert height_alone == pytest.approx(2.356, abs=1e-3)
    lossy = line_run.coasted(x, up, energy, 4.2, 0.008, 0.02)
    assert np.interp(lossy.reached, lossy.way, x) == pytest.approx(13.06, abs=6e-3)
    # The drive is what the trolley climbs: the halving line of both sides.
    inner = slice(5, -5)
    drive = np.gradient(energy, x)[inner]
    steep = np.arctan(np.gradient(up, x))[inner]
    climbed = LOAD * np.sin(hung.slope[inner]) / np.cos(steep)
    assert drive == pytest.approx(climbed, abs=0.002 * LOAD)
    # Time by integrating one over the speed, apart from the start at rest.
    far = np.searchsorted(x, 8.0)
    near = np.searchsorted(x, 3.0)
    took = np.trapezoid(1 / free.speed[near : far + 1], free.way[near : far + 1])
    assert free.times[far] - free.times[near] == pytest.approx(took, rel=1e-3)


def test_swings_and_the_ramp_that_leaves_none_as_settled():
    drop, speed = 0.35, 1.5
    once = swing.period(drop)
    assert once == pytest.approx(1.18701, abs=5e-6)
    still = swing.still_ramp(speed, drop)
    assert still == pytest.approx(1.18332, abs=5e-6)
    for ramp, most, left in ((once, 14.685, 0.143), (still, 14.731, 0.0)):
        _, lean, goes_on = swing.swung(
            drop, (0.0, ramp, ramp + 2), lambda t, ramp=ramp: np.where(t < ramp, speed / ramp, 0.0)
        )
        assert math.degrees(np.abs(lean).max()) == pytest.approx(most, abs=2e-3)
        assert math.degrees(goes_on[-1]) == pytest.approx(left, abs=5e-4)


@settings(max_examples=15, deadline=None)
@given(
    st.floats(0.1, 1.5),
    st.floats(0.3, 3.0),
    st.floats(0.2, 2.5),
    st.floats(0.5, 3.0),
    st.sampled_from([0.0, 2.5]),
)
def test_leans_follow_the_pendulum(drop, speed, ramp, cruise, stiffening):
    pieces = (0.0, ramp, ramp + cruise, 2 * ramp + cruise)

    def pushed(t):
        t = np.asarray(t, dtype=float)
        return np.where(t < ramp, 1.0, np.where(t < ramp + cruise, 0.0, -1.0)) * speed / ramp

    times, lean, left = swing.swung(drop, pieces, pushed, stiffening)

    def turns(t, y):
        up = GRAVITY * (math.sin(y[0]) + stiffening * y[0])
        return [y[1], -(up + float(pushed(t)) * math.cos(y[0])) / drop]

    state, at = [0.0, 0.0], []
    for start, end in pairwise(pieces):
        inside = times[(times > start) & (times <= end + 1e-12)]
        found = solve_ivp(
            lambda t, y, s=start, e=end: turns(min(max(t, s + 1e-9), e - 1e-9), y),
            (start, inside[-1]),
            state,
            t_eval=inside,
            rtol=1e-9,
            atol=1e-11,
        )
        at += found.y[0].tolist()
        state = found.y[:, -1].tolist()
    # With a stiff joint the swing between ramps is taken as a plain one.
    near = 2e-2 if stiffening else 2e-4
    worst = max(np.abs(at).max(), 0.02)
    if worst < 1.2:
        assert np.abs(np.array(at) - lean[1:]).max() < near * worst
        if not stiffening:
            height = 1 - math.cos(state[0]) + state[1] ** 2 * drop / (2 * GRAVITY)
            assert left[-1] == pytest.approx(math.acos(1 - height), abs=1e-3)


@given(st.floats(-1.5, 1.5), st.floats(0.001, 0.98), st.floats(-20, 20))
def test_elliptic_functions_are_those_of_the_library(phase, modulus, argument):
    assert elliptic.complete(modulus) == pytest.approx(special.ellipk(modulus**2), rel=1e-12)
    integral = special.ellipkinc(phase, modulus**2)
    assert elliptic.incomplete(phase, modulus) == pytest.approx(integral, rel=1e-10, abs=1e-12)
    sine, cosine, _, _ = special.ellipj(argument, modulus**2)
    found = elliptic.sn_cn(np.array([argument]), modulus)
    assert [float(one[0]) for one in found] == pytest.approx([sine, cosine], abs=1e-9)


def test_a_ramp_in_two_halves_leaves_less_than_a_hundredth():
    drop, speed, ramp = 0.35, 0.6, 0.5
    plain = swing.swung(drop, (0.0, ramp, 3.0), lambda t: np.where(t < ramp, speed / ramp, 0.0))
    half = swing.period(drop) / 2
    pieces = (0.0, ramp, half, half + ramp, 3.0)
    shaped = swing.swung(drop, pieces, swing.shaped(speed, ramp, drop))
    given = swing.shaped(speed, ramp, drop)(np.linspace(0, 3, 30001))
    assert np.trapezoid(given, dx=1e-4) == pytest.approx(speed, rel=1e-3)
    assert shaped[2][-1] < 0.01 * plain[2][-1]


def test_a_light_line_bounces_as_its_give_and_the_mass_say():
    own = Stringing(18.0, 0.0, 170e3, 1e-4, 3.6 * GRAVITY)
    hung = own.at_sag(0.45)
    more = hang_at(hung.line, own.weight + 0.01, np.array([9.0]))
    stiffness = 0.01 / float(more.depth[0] - hung.depth[0])
    expected = math.sqrt(stiffness / 3.6) / (2 * math.pi)
    assert line_bounce.frequency(hung, 0, 3.6) == pytest.approx(expected, rel=1e-3)
    found = line_bounce.bounced(hung, 10.0, 3.6)
    pushed = hang_at(hung.line, own.weight + 10.0, np.array([9.0]))
    assert found.height == pytest.approx(float(pushed.depth[0] - hung.depth[0]), rel=1e-6)
    # A taut line that stretches easily, without a load to speak of: a string's first mode.
    heavy = Stringing(18.0, 0.0, 1e5, 0.5, 1e-3).at_sag(0.05)
    stretched = 0.5 / (1 + float(heavy.level[0]) / 1e5)
    string = math.sqrt(float(heavy.level[0]) / stretched) / 36
    assert line_bounce.frequency(heavy, 0, 1e-4) == pytest.approx(string, rel=5e-3)


def test_post_and_guy_share_by_their_stiffness():
    pull, high, rigid, soil, stiff, angle = 400.0, 2.0, 2e4, 5e4, 6e5, math.radians(45)
    found = shared(pull, high, rigid, soil, stiff, angle, False)
    # Statics solved apart: one level movement of the head stretches the guy and bends the post.
    guy_long = high / math.sin(angle)
    post = 1 / (high**3 / (3 * rigid) + high**2 / soil)

    def held(move):
        longer = math.hypot(high / math.tan(angle) + move, high) - guy_long
        return post * move + stiff * longer / guy_long * math.cos(angle)

    move = 1e-6
    stiffness = held(move) / move
    assert found.bent == pytest.approx(pull / stiffness, rel=1e-4)
    assert found.moment == pytest.approx(post * found.bent * high, rel=1e-6)
    assert found.pull * math.cos(angle) + found.moment / high == pytest.approx(pull)
    assert shared(pull, high, rigid, soil, stiff, angle, True).moment == pytest.approx(0, abs=1e-9)
    alone = shared(pull, high, rigid, soil, 0.0, angle, False)
    assert (alone.guy, alone.pull) == (0.0, 0.0)
    assert alone.moment == pytest.approx(800.0)


@pytest.mark.parametrize("mass", [0.5, 2.0, 8.0])
@pytest.mark.parametrize("line_mass", [0.05, 0.5, 2.0])
def test_a_heavy_line_bounces_as_a_string_with_a_bead(mass, line_mass):
    """M w² = 2 T b cot(b l / 2), b = w sqrt(m / T): a taut string, a bead in its middle."""
    span, pull = 20.0, 1500.0
    # So stretchy that its sag stiffens it by less than a hundredth.
    stiffness = 1.6 * pull
    line = Strung(span, 0.0, span / (1 + pull / stiffness), stiffness, line_mass)
    hung = hang_at(line, mass * GRAVITY, np.array([span / 2]))
    taut, per_metre = float(hung.level[0]), line_mass * line.unstretched / span

    def off(turns):
        waves = turns * math.sqrt(per_metre / taut)
        return mass * turns**2 * math.tan(waves * span / 2) - 2 * taut * waves

    first = math.pi / span * math.sqrt(taut / per_metre)
    closed = brentq(off, 1e-6 * first, (1 - 1e-9) * first) / (2 * math.pi)
    assert line_bounce.frequency(hung, 0, mass) == pytest.approx(closed, rel=0.02)


def test_what_a_long_ramp_leaves_when_it_ends():
    """On a stiff joint it leans a / g (1 + k) all through the ramp, and swings so when it stops."""
    drop, stiff, ramp = 0.4, 60.0, 20.0
    assert ramp > swing.FORGOTTEN * swing.period(drop, stiff)
    speed = 2.0
    pushed = {0: speed / ramp, 1: 0.0, 2: -speed / ramp}

    def given(times):
        return np.array([pushed.get(int(at // ramp), 0.0) for at in np.atleast_1d(times)])

    _, _, left = swing.swung(drop, (0.0, ramp, 2 * ramp, 3 * ramp), given, stiff)
    assert left[-1] == pytest.approx(speed / ramp / (GRAVITY * (1 + stiff)), rel=1e-3)
