"""What makers find: light boards clatter, ballast grounds them, slow moves show more."""

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import settings as hypothesis_settings
from hypothesis import strategies as st

from hazel_lantern.core import mends
from hazel_lantern.core.catalogue import shipped
from hazel_lantern.core.fields import apply
from hazel_lantern.core.lamps import State
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.mechanics import ride, roughness, track
from hazel_lantern.core.project.model import Rig
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.rigs.dolly import shaking
from hazel_lantern.core.rigs.dolly.laying import laid_edits
from hazel_lantern.core.rigs.dolly.model import DollyDesign
from hazel_lantern.core.rigs.kit import hand
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Room, Subject
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed, shot_of


def light(**more) -> Rig:
    """A board of 4 kg with a camera of 1 kg on floor boards, at walking pace."""
    camera = LoadItem(name="Camera", kind="body", mass=1.0, up=0.05)
    shot = shot_of(
        way="left to right",
        distance=3.0,
        duration=4.0,
        ease_in=1.0,
        ease_out=1.0,
        camera_height=0.3,
        subject=Subject(distance=4.0),
        room=Room(length=8.0, height=3.0),
    )
    design = DollyDesign.model_validate(
        {
            "track": {"kind": "no track", "floor": "boards"},
            "wheels": {"roller": "truck-hard", "corner": "one set", "wheelbase": 0.5},
            "platform": {
                "mass": 4.0,
                "length": 0.8,
                "width": 0.32,
                "height": 0.1,
                "mount": "low mount",
                "low_mass": 0.3,
            },
        }
    )
    rig = Rig(name="Board", shot=shot, load=Load(items=(camera,)), design=design, budget=400)
    return changed(rig, **more)


def lamp(rig, name):
    return assess(rig).lamp(name)


def offers(rig, name):
    return [one.title for one in mends.find(f"dolly.{name}", Case(rig, Settings(), Workshop()))]


def test_a_light_board_shakes_and_track_or_weight_are_among_its_first_mends():
    board = light()
    assert lamp(board, "ride").state is State.FAILS
    assert lamp(board, "clatter").state is State.FAILS
    assert "Lay straight track" in offers(board, "ride")[:3]
    first = offers(board, "clatter")[:3]
    assert "Lay straight track" in first
    weight = next(title for title in first if "ballast" in title)
    assert 2.0 <= float(weight.split()[1]) <= 5.0
    grounded = changed(board, design__platform__ballast=5.0)
    assert lamp(grounded, "clatter").state is State.HOLDS
    assert lamp(grounded, "clatter").value < 0.7 * lamp(board, "clatter").value
    assert lamp(grounded, "ride").value < lamp(board, "ride").value


def test_a_slow_move_is_worse_and_on_pipe_both_hold():
    walking, slow = light(), light(shot__pace__duration=60.0)
    assert lamp(slow, "ride").state is State.HOLDS
    worst = [
        max(one.value / one.limit for one in (lamp(rig, "ride"), lamp(rig, "wobble")))
        for rig in (walking, slow)
    ]
    assert worst[1] > 1.1 * worst[0]
    for rig in (walking, slow):
        laid = apply(rig, laid_edits(assess(rig).answer, "straight track"))
        found = assess(laid)
        assert {found.lamp(name).state for name in ("ride", "clatter")} == {State.HOLDS}
        assert found.lamp("wobble").value < 0.7 * lamp(rig, "wobble").value
        # At walking pace it holds; a minute shows what the sleepers leave of the floor.
        assert (found.lamp("wobble").state is State.HOLDS) is (rig is walking)
        assert found.lamp("shot").state is State.HOLDS
        assert found.lamp("fit").state is State.HOLDS


@given(
    st.sampled_from(["boards", "concrete", "paving"]),
    st.floats(2.0, 8.0),
    st.floats(0.5, 6.0),
    st.sampled_from(["truck-hard", "truck-soft", "caster-rubber-100"]),
)
@hypothesis_settings(max_examples=12, deadline=None)
def test_ballast_on_a_light_board_never_makes_a_floor_ride_worse(floor, seconds, mass, roller):
    """It clatters less; what is left of the floor grows by a hair, as a heavier body rings more."""
    board = light(
        design__track__floor=floor,
        shot__pace__duration=seconds + 2.0,
        design__platform__mass=mass,
        design__wheels__roller=roller,
    )
    laden = changed(board, design__platform__ballast=5.0)
    off = [np.mean([one.off for one in assess(rig).answer.rides.whole]) for rig in (laden, board)]
    assert off[0] <= off[1] + 0.01
    assert lamp(laden, "ride").value <= 1.03 * lamp(board, "ride").value + 0.01


@given(st.sampled_from(["boards", "concrete", "carpet"]), st.floats(3.0, 20.0), st.floats(1.5, 6.0))
@hypothesis_settings(max_examples=10, deadline=None)
def test_slower_never_hides_a_wobble(floor, seconds, slower):
    rig = light(design__track__floor=floor, shot__pace__duration=seconds)
    later = changed(rig, shot__pace__duration=seconds * slower)
    assert lamp(later, "wobble").value >= 0.93 * lamp(rig, "wobble").value


@given(st.floats(0.0, 60.0), st.sampled_from(["aluminium-tube-32x3", "pvc-pipe-32x2.9"]))
@hypothesis_settings(max_examples=6, deadline=None)
def test_a_rail_on_the_floor_has_no_dip(ballast, section):
    rig = light(
        design__track__kind="straight track",
        design__track__bed="on the floor, all along",
        design__track__section=section,
        design__wheels__roller="skate-v",
        design__platform__ballast=ballast,
    )
    found = assess(rig)
    assert found.lamp("track-dip").value == 0.0
    assert found.answer.shaking.shares["sleepers"] == 0.0


def test_nothing_uneven_shakes_nothing():
    even = {"roughness": 0.0, "seams": 0.0}
    table = shipped()
    floors = {id: row.model_copy(update=even) for id, row in table.floors.items()}
    rollers = {id: row.model_copy(update={"run_out": 0.0}) for id, row in table.rollers.items()}
    workshop = Workshop(replace(table, floors=floors, rollers=rollers))
    settings = Settings(hand_unsteady=0.0)
    rigs = (light(), light(design__platform__ballast=20.0, shot__pace__duration=30.0))
    for rig in rigs:
        found = assess(rig, settings, workshop)
        assert found.lamp("ride").value == pytest.approx(0, abs=1e-9)
        assert found.lamp("wobble").value == pytest.approx(0, abs=1e-6)
        assert found.lamp("clatter").value == 0


@pytest.mark.parametrize("roller", ["truck-hard", "truck-soft", "air-200"])
@pytest.mark.parametrize("floor", ["boards", "paving"])
def test_twice_as_many_samples_change_less_than_a_hundredth(monkeypatch, roller, floor):
    rig = light(design__wheels__roller=roller, design__track__floor=floor)
    heavy = changed(rig, design__platform__ballast=60.0)
    once = lamp(heavy, "ride").value
    monkeypatch.setattr(shaking, "OFTEN", 2 * shaking.OFTEN)
    monkeypatch.setattr(shaking, "FASTEST", 2 * shaking.FASTEST)
    assert lamp(heavy, "ride").value == pytest.approx(once, rel=0.01)


def test_joints_are_sampled_well(monkeypatch):
    rig = light(
        design__track__kind="straight track",
        design__wheels__roller="skate-v",
        design__track__gap=0.004,
        design__track__step=0.0006,
        design__track__gauge=0.22,
        design__platform__ballast=30.0,
    )
    shares = []
    for more in (1, 2):
        monkeypatch.setattr(shaking, "OFTEN", 8.0 * more)
        monkeypatch.setattr(shaking, "FASTEST", 1000.0 * more)
        shares.append(assess(rig).answer.shaking.shares["joints"])
    assert shares[1] == pytest.approx(shares[0], rel=0.01)


def test_wheel_sets_out_of_line_steer_it():
    """Half a metre of wheelbase and one degree go 157 mm aside in three metres."""
    rig = light(design__wheels__askew=math.radians(1.0))
    steer = lamp(rig, "steer")
    radius = 0.5 / math.radians(1.0)
    exact = radius * (1 - math.cos(3.0 / radius))
    assert steer.value == pytest.approx(0.157, abs=5e-4)
    assert steer.value == pytest.approx(exact, rel=2e-3)
    assert steer.state is State.FAILS
    assert lamp(light(), "steer").state is State.HOLDS
    on_track = changed(rig, design__track__kind="straight track", design__wheels__roller="skate-v")
    assert not lamp(on_track, "steer").applies


def test_a_hand_is_spread_over_its_waves_and_a_soft_link_takes_it_up():
    """Second method: of a free mass, each wave of force over its circular frequency squared."""
    often, tops, phases = hand.spectrum()
    assert (tops**2).sum() == pytest.approx(1.0)
    assert often[tops.argmax()] < 4.0
    times = np.arange(0, 20, 0.003)
    moved, force = hand.sent(times, 0.3, 12.0, soft=False)
    at = 1234
    pushed = 0.3 * sum(
        top * math.sin(2 * math.pi * rate * times[at] + phase)
        for rate, top, phase in zip(often, tops, phases, strict=True)
    )
    assert force[at] == pytest.approx(pushed, abs=2e-3)
    # Its acceleration, twice by differences, is force over mass.
    smooth = np.gradient(np.gradient(moved, times), times)[200:-200]
    exact = force[200:-200] / 12.0
    assert np.corrcoef(smooth, exact)[0, 1] > 0.8
    soft, _ = hand.sent(times, 0.3, 12.0, soft=True)
    assert ride.root_mean_square(soft) < 0.5 * ride.root_mean_square(moved)
    board = light()
    linked = changed(board, design__drive__handle="a soft link")
    shares = [assess(one).answer.shaking.shares["hand"] for one in (board, linked)]
    assert shares[1] < 0.5 * shares[0]
    crank = changed(board, drive__source="hand crank")
    assert "hand" not in assess(crank).answer.shaking.shares


def test_crooked_pipes_send_it_aside_and_turn_it():
    rig = light(design__track__kind="straight track", design__wheels__roller="skate-v")
    shares = [
        assess(changed(rig, design__track__crooked=crooked)).answer.shaking.shares["pipes"]
        for crooked in (0.0, 0.0002, 0.0004)
    ]
    assert shares[0] == 0
    assert shares[2] == pytest.approx(2 * shares[1])


def test_a_seam_lifts_a_wheel_by_its_lip():
    """Second method: a wheel that rolls over a lip rises by it within its own arc."""
    lip, radius = 0.0003, 0.027
    starts, ends = np.array([-1.0, 0.001]), np.array([-0.001, 1.0])
    heights = np.array([0.0, lip])
    places = np.linspace(-0.01, 0.01, 2001)
    line = track.axle_heights(places, starts, ends, heights, radius)
    assert line[0] == pytest.approx(0, abs=1e-12)
    assert line[-1] == pytest.approx(lip, abs=1e-12)
    # It begins to climb so far before the edge that its tread meets it.
    first = places[line > 1e-9][0]
    assert first == pytest.approx(0.001 - math.sqrt(2 * radius * lip - lip**2), abs=2e-5)


def test_what_a_lying_pipe_bridges():
    """Second method: a wheel in the middle of a clamped span as long as the wave."""
    level, rigidity, force = 5e-7, 2000.0, 80.0
    wave = roughness.bridged_wave(level, rigidity, force)
    sinks = force * wave**3 / (192 * rigidity)
    # What an octave of waves about it holds: G(n) times its breadth.
    deep = math.sqrt(level * (1 / wave / 0.1) ** -2 * (1 / wave))
    assert sinks == pytest.approx(deep, rel=1e-9)
    assert roughness.bridged_wave(level, 4 * rigidity, force) > wave
    _, bare, _ = roughness.two_lines(level, 10.0, 0.5)
    _, lies, _ = roughness.two_lines(level, 10.0, 0.5, bridged=wave)
    assert np.std(np.diff(lies)) < 0.5 * np.std(np.diff(bare))


def test_an_hour_and_a_minute_are_ridden_at_once():
    """A very slow ride lies on its ground at every moment, an exact plane through it."""
    hour = light(shot__pace__duration=3600.0)
    found = assess(hour)
    assert found.answer.shaking.times.size < 20_000
    ten = assess(light(shot__pace__duration=36_000.0))
    assert ten.answer.shaking.times.size < 200_000
    # Ten times as slow, it follows the same ground.
    assert ten.lamp("wobble").value == pytest.approx(found.lamp("wobble").value, rel=0.02)
    assert np.isfinite(found.answer.shaking.seen).all()
    assert found.lamp("wobble").state is State.FAILS


@pytest.mark.parametrize("more", [0.0, 1e-4, 0.01])
def test_a_track_no_longer_than_the_dolly_has_a_ride(more):
    rig = light(
        design__track__kind="straight track",
        design__wheels__roller="skate-v",
        design__track__pieces=1,
        design__track__piece=0.51 + more,
        shot__move__distance=0.2,
    )
    found = assess(rig)
    assert all(math.isfinite(one.value) for one in found.lamps)
    assert np.isfinite(found.answer.shaking.seen).all()
