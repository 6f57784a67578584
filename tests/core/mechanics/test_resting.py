"""A beam that may leave its rests: closed forms, and what makes an answer the only one."""

import itertools

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.mechanics.beam import Beam, Loads, Support
from hazel_lantern.core.mechanics.resting import rested

EI = 120.0


def loose(places, holds=0.0, length=2.0):
    return Beam(length, EI, [Support(place, holds=holds) for place in places])


def one_load(at, force, line=0.0):
    return Loads(np.array([[at]]), np.array([[force]]), line)


def test_a_rail_lifts_off_its_third_block():
    found = rested(loose([0.0, 1.0, 2.0]), one_load(0.5, 30.0))
    assert found.lying[:, 0].tolist() == [True, True, False]
    # As on two rests, its free end standing up straight.
    assert -found.deflection(np.array([[0.5]]))[0, 0] == pytest.approx(30 / (48 * EI), rel=1e-9)
    lifted = 1.0 * 30.0 / (16 * EI)
    assert found.deflection(np.array([[2.0]]))[0, 0] == pytest.approx(lifted, rel=1e-9)
    assert found.reactions[:, 0] == pytest.approx([15.0, 15.0, 0.0], abs=1e-9)
    # Held down it sinks less: Roark, two equal spans, one of them loaded in its middle.
    held = rested(loose([0.0, 1.0, 2.0], np.inf), one_load(0.5, 30.0))
    assert -held.deflection(np.array([[0.5]]))[0, 0] == pytest.approx(23 * 30 / (1536 * EI))
    assert held.reactions[2, 0] == pytest.approx(-3 * 30 / 32)


def test_its_own_weight_keeps_it_down():
    found = rested(loose([0.0, 1.0, 2.0]), one_load(0.5, 30.0, line=12.0))
    assert found.lying.all()
    assert found.reactions[2, 0] == pytest.approx(3 * 12 / 8 - 3 * 30 / 32, rel=1e-9)


def test_a_stand_that_is_lifted_hangs_on_the_rail():
    found = rested(loose([0.0, 1.0, 2.0], holds=1.5), one_load(0.5, 30.0))
    assert found.reactions[2, 0] == pytest.approx(-1.5)
    # Load and hanging weight each by its own closed form on the first two rests.
    sunk = 30 / (48 * EI) - 1.5 * 0.5 * (1 - 0.25) / (6 * EI)
    assert -found.deflection(np.array([[0.5]]))[0, 0] == pytest.approx(sunk, rel=1e-9)
    assert found.deflection(np.array([[2.0]]))[0, 0] > 0


def test_what_tips_off_its_rests_is_answered_as_if_held():
    found = rested(loose([0.5, 1.0, 1.5]), one_load(1.95, 30.0))
    assert found.lying.all()
    assert found.reactions.min() < 0


def test_a_beam_that_turns_on_one_rest_comes_to_lie_on_the_next():
    """What it carries acts just beyond that rest: let go by all before it, it is on the next."""
    places = np.linspace(0.03, 1.07, 12)
    beam = Beam(1.1, 3000.0, [Support(place, holds=0.0) for place in places])
    loads = Loads(np.array([[0.7768], [0.9368]]), np.array([[76.659], [-61.5]]), 3.826)
    found = rested(beam, loads)
    weight = 76.659 - 61.5 + 1.1 * 3.826
    acts = (76.659 * 0.7768 - 61.5 * 0.9368 + 1.1 * 3.826 * 0.55) / weight
    assert places[2] < acts < places[3]
    assert found.lying[:, 0].tolist() == [at in (2, 3) for at in range(12)]
    span = places[3] - places[2]
    assert found.reactions[3, 0] == pytest.approx(weight * (acts - places[2]) / span, rel=1e-6)


cases = st.lists(
    st.tuples(st.floats(0.0, 2.0), st.floats(0.0, 2.0), st.floats(0.5, 80.0)),
    min_size=1,
    max_size=4,
)


@given(
    places=st.lists(st.floats(0.0, 2.0), min_size=2, max_size=7, unique_by=lambda at: round(at, 2)),
    line=st.floats(0.0, 30.0),
    holds=st.sampled_from([0.0, 3.0, np.inf]),
    shear=st.sampled_from([np.inf, 3e3]),
    # Captive wheels pull the rail up with one axle while they press on it with the other.
    share=st.sampled_from([0.5, -0.8]),
    cases=cases,
)
def test_no_rest_pulls_and_nothing_sinks_into_one(places, line, holds, shear, share, cases):
    rests = [Support(place, holds=holds) for place in sorted(places)]
    if any(b.at - a.at < 0.01 for a, b in itertools.pairwise(rests)):
        return
    beam = Beam(2.0, EI, rests, shear)
    left, right, force = (np.array(row) for row in zip(*cases, strict=True))
    loads = Loads(np.stack([left, right]), np.stack([force, share * force]), line)
    found = rested(beam, loads)
    pushed, at = found.reactions, np.array([one.at for one in rests])
    # It is in balance, whichever way it lies.
    weight = loads.forces.sum(axis=0) + 2.0 * line
    assert pushed.sum(axis=0) == pytest.approx(weight, rel=1e-6)
    moment = (loads.forces * loads.places).sum(axis=0) + 2.0 * line
    assert at @ pushed == pytest.approx(moment, rel=1e-6, abs=1e-6)
    gap = found.deflection(np.repeat(at[:, None], len(cases), axis=1))
    tips = found.lying.all(axis=0) & (pushed.min(axis=0) < -holds - 1e-6)
    there = ~tips
    assert (pushed[:, there] >= -holds - 1e-5).all()
    assert (gap[:, there] >= -1e-7).all()
    # Where it is off a rest, that rest gives nothing but what hangs on it.
    off = gap > 1e-7
    if np.isfinite(holds):
        assert pushed[off] == pytest.approx(np.full(off.sum(), -holds), abs=1e-5)
    # Only what turns over its outermost rest is said to tip.
    for case in np.flatnonzero(tips):
        past = [
            (loads.forces[:, case] * (loads.places[:, case] - edge) * way).sum()
            + 2 * line * (1 - edge) * way
            - holds * np.abs(edge - at).sum()
            for edge, way in ((at.max(), 1), (at.min(), -1))
        ]
        assert max(past) > -1e-9
