"""Two elastic cables that keep a platform level: limits, balance, and least energy."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import minimize_scalar

from hazel_lantern.core.mechanics.cables import Pins, held_by_cables
from hazel_lantern.core.mechanics.linkage import bar_pull

SWING = np.linspace(-0.6, 0.7, 27)[None, :]
FRONT, STIFF = 1.2, 170e3


def pins(post_upper, post_lower, upper, lower):
    return Pins(*(np.array([[place]]) for place in (post_upper, post_lower, upper, lower)))


TRUE = pins(0.14, 0.14, 0.14, 0.14)


def test_drilled_true_they_share_the_load_and_hold_it_level():
    found = held_by_cables(SWING, FRONT, TRUE, STIFF, 80.0, 2.1)
    # Their sum stays; their difference is the one bar's pull, which grows with the swing.
    assert found.upper + found.lower == pytest.approx(np.full(SWING.shape, 160.0), rel=1e-3)
    assert found.upper - found.lower == pytest.approx(bar_pull(2.1, 0.14, SWING), rel=1e-3)
    assert np.abs(found.tilt).max() < math.radians(0.01)


def test_pins_off_the_middle_empty_one_cable_and_double_the_other():
    off = pins(0.14, 0.14, 0.1409, 0.1391)
    found = held_by_cables(SWING, FRONT, off, STIFF, 80.0, 2.1)
    assert found.lower.min() <= 0
    assert found.upper.max() > 160
    # The lengths of both change alike, 0.9 mm × sin(swing): the platform hardly turns.
    stretch = STIFF * 0.0009 * math.sin(0.7) / FRONT
    level = held_by_cables(np.zeros((1, 1)), FRONT, off, STIFF, 80.0, 2.1)
    assert found.upper[0, -1] - level.upper[0, 0] == pytest.approx(stretch, rel=0.05)


def test_a_platform_with_wide_pins_turns_and_pulls_no_harder():
    found = held_by_cables(SWING, FRONT, pins(0.14, 0.14, 0.1406, 0.1406), STIFF, 80.0, 2.1)
    turned = 0.0006 * np.tan(SWING) / 0.14
    assert found.tilt == pytest.approx(turned, abs=3e-4)
    assert np.ptp(found.upper) < 5


@given(
    errors=st.lists(st.floats(-0.002, 0.002), min_size=4, max_size=4),
    tight=st.floats(5.0, 500.0),
    moment=st.floats(-6.0, 6.0),
)
def test_the_platform_lies_where_the_energy_is_least(errors, tight, moment):
    """Second method: the elastic energy of both cables and the load's, minimised by search."""
    at = [0.14 + error for error in errors]
    found = held_by_cables(SWING, FRONT, pins(*at), STIFF, tight, moment)

    def length(angle, tilt, post, platform):
        x = FRONT * math.cos(angle) - platform * math.sin(tilt)
        return math.hypot(x, FRONT * math.sin(angle) + platform * math.cos(tilt) - post)

    # Lengths without pull, from the arm level and a platform level by the maker's hand.
    upper = max((moment + 2 * tight * at[3]) / (at[2] + at[3]), 0.0)
    lower = max(2 * tight - upper, 0.0)
    if lower == 0:
        upper = max(moment, 0.0) / at[2]
    free = [
        length(0.0, 0.0, post, platform) / (1 + pull / STIFF)
        for post, platform, pull in ((at[0], at[2], upper), (-at[1], -at[3], lower))
    ]
    for number in (0, 13, 26):
        angle = SWING[0, number]

        def energy(tilt, angle=angle):
            found = moment * tilt
            for post, platform, slack in ((at[0], at[2], free[0]), (-at[1], -at[3], free[1])):
                more = max(length(angle, tilt, post, platform) - slack, 0.0)
                found += STIFF / slack * more**2 / 2
            return found

        best = minimize_scalar(
            energy, bounds=(-0.2, 0.2), method="bounded", options={"xatol": 1e-9}
        )
        assert energy(found.tilt[0, number]) <= best.fun + 1e-8
