"""What is seen: roll, swaying, and drift against the flow of the picture itself."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.lamps import State
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.rigs.kit.seen import drift_limit
from tests.conftest import assess, changed

ALONG = np.linspace(0.0, 1.2, 61)


@given(st.lists(st.floats(-50, 50), min_size=4, max_size=4), st.floats(0.05, 40.0))
def test_a_slant_and_a_bow_are_no_swaying(coefficients, length):
    along = np.linspace(0.0, length, 61)
    path = np.polyval(coefficients, along / length)
    assert picture.departure(path, along) == pytest.approx(np.zeros(61), abs=1e-9)


@pytest.mark.parametrize("turns", [3, 5, 8])
def test_what_turns_back_often_is_left_with_its_size(turns):
    sway = 3 * np.sin(2 * math.pi * turns * ALONG / 1.2)
    left = picture.departure(sway + 40 * ALONG, ALONG)
    assert np.abs(left).max() == pytest.approx(3, rel=0.15)
    # However slow the move: it is the way that counts, not the clock.
    assert picture.departure(sway, ALONG * 9) == pytest.approx(picture.departure(sway, ALONG))


def test_flow_across_and_ahead():
    assert picture.flow_across(-1.2, 2859.6, 2.0) == pytest.approx(1715.76)
    # From 3.6 to 2.4 m what was 640 px out stands at the edge, 320 further.
    assert picture.flow_ahead(2.4, 3.6, 1920) == pytest.approx(480.0)


def test_slow_drift_is_lost_in_the_flow_of_a_slide():
    assert drift_limit(1920, 0.0) == pytest.approx(12.0)
    assert drift_limit(1920, 1716) > 23


def test_a_turning_horizon_is_seen_and_slow_drift_of_a_slide_is_not(rig):
    """A weak head under the middle: 2.4° of turning, and some 20 px up and down."""
    weak = {"design__supports__head_stiffness": 400.0, "design__carriage__camera_side": 0.03}
    found = assess(changed(rig, **weak, design__rails__section="aluminium-tube-20x2"))
    roll, drift = found.by_id["slider.roll"], found.by_id["slider.frame-drift"]
    assert math.degrees(roll.value) > 1.5
    assert roll.state is State.FAILS
    assert drift.state is State.HOLDS
    # Looking along the rails the same slope is tilt, and moves what the lens looks at.
    ahead = assess(changed(rig, **weak, shot__move__way="push in"))
    assert ahead.by_id["slider.frame-drift"].state is State.FAILS


def test_rails_on_many_soft_bays_sway(rig):
    laid = {
        "design__rails__section": "pvc-pipe-40x3.2",
        "design__rails__length": 4.0,
        "design__supports__kind": "floor",
        "design__supports__inset": 0.0,
        "design__carriage__wheel": "groove-nylon",
        "shot__move__distance": 3.6,
        "shot__camera_height": 0.35,
        "shot__lens__focal": 0.085,
    }
    two, five = (assess(changed(rig, **laid, design__supports__count=n)).answer for n in (2, 5))
    share = [
        np.abs(picture.departure(one.drift, one.course.marks)).max()
        / np.ptp(one.drift, axis=1).max()
        for one in (two, five)
    ]
    assert share[0] < 0.25
    assert share[1] > 2 * share[0]
