"""What a jib's lamps take into account: each against another way of finding it."""

import math

import numpy as np
import pytest
from scipy.integrate import solve_ivp
from scipy.linalg import eigh

from hazel_lantern.core.lamps import State
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.picture import flow_across
from hazel_lantern.core.shot import Pace
from tests.conftest import assess, changed

OPEN = {"design__level__kind": "none"}


def test_a_rise_hides_pitch_and_not_roll(jib):
    found = assess(jib)
    level = found.by_id["jib.level"]
    flow = flow_across(1.0, found.focal_px, jib.shot.subject.distance)
    assert level.limit == pytest.approx(0.04 * flow)
    loose = {
        "design__level__drilled": "each part by itself",
        "design__level__bar_error": 0.012,
        "design__level__pins": 0.10,
    }
    pitched = assess(changed(jib, **loose))
    assert 12 < pitched.by_id["jib.level"].value < pitched.by_id["jib.level"].limit
    rolled = assess(changed(jib, **loose, design__platform__looks="across the boom"))
    assert rolled.by_id["jib.roll"].value == pytest.approx(
        pitched.by_id["jib.level"].value / pitched.focal_px, rel=0.05
    )


def test_a_stack_drills_boom_and_bar_alike(jib):
    loose = changed(jib, design__level__drilled="each part by itself")
    one, each = assess(jib), assess(loose)
    assert one.by_id["jib.level"].value < 0.7 * each.by_id["jib.level"].value
    # A bar that is to be longer is no copy of the boom.
    longer = {"design__level__longer": 0.001}
    assert assess(changed(jib, **longer)).answer.levelling.along_error == 0.0004
    assert any("pilot" in step.text for step in one.steps())
    assert not any("pilot" in step.text for step in each.steps())


def test_play_is_seen_where_the_load_does_not_keep_it_closed(jib):
    heavy = assess(jib).by_id["jib.play"]
    assert heavy.value == 0
    over_pin = changed(jib, design__platform__ahead=-0.02)
    lamp = assess(over_pin).by_id["jib.play"]
    focal = assess(jib).focal_px
    assert lamp.value == pytest.approx(focal * math.tan(0.0004 / 0.14), rel=1e-6)
    assert lamp.state is State.FAILS
    tight = assess(changed(over_pin, design__pivots__kind="bush-bronze")).by_id["jib.play"]
    assert tight.value == pytest.approx(lamp.value / 8, rel=1e-3)


def test_tensioned_cables_drag_the_pins(jib):
    cables = {"design__level__kind": "twin cables"}
    soft, hard = (
        assess(changed(jib, **cables, design__level__preload=pull)).answer.friction
        for pull in (1.0, 800.0)
    )
    rows = assess(jib).answer.rows
    main, small = rows.main_bolt.diameter / 2, rows.bolt.diameter / 2
    # So hard the pull is most of what presses on both pins.
    assert hard - soft == pytest.approx(0.15 * (main + small) * 1600, rel=0.15)


def test_off_holes_empty_a_cable(jib):
    """0.6 mm off: one cable slack, the other at more than double, and the lamp says so."""
    cabled = changed(
        jib,
        design__level__kind="twin cables",
        design__level__drilled="each part by itself",
        design__level__pins_error=0.0006,
    )
    lamp = assess(cabled).by_id["jib.bars"]
    assert lamp.headline == "A cable goes slack"
    assert lamp.state is State.FAILS
    tight = {"design__level__preload": 300.0, "design__level__wire": "wire-3"}
    assert assess(changed(cabled, **tight)).by_id["jib.bars"].value < 1.0


def test_against_its_stop_the_boom_stands(jib):
    far = assess(changed(jib, shot__move__distance=2.2)).answer
    stops = (far.course.swing >= far.design.swing.up) | (far.course.swing <= -far.design.swing.down)
    assert stops.any()
    assert (far.course.rate[stops] == 0).all()
    assert (far.course.acceleration[stops] == 0).all()
    assert np.abs(far.course.rate[~stops]).max() > 0


def test_an_open_boom_asks_its_head_to_tilt(jib):
    lamp = assess(changed(jib, **OPEN)).by_id["jib.head"]
    swing = assess(changed(jib, **OPEN)).answer.course.swing
    assert lamp.value == pytest.approx(np.abs(swing).max())
    short = changed(jib, **OPEN, design__platform__head_range=lamp.value - 0.01)
    assert assess(short).by_id["jib.head"].state is State.FAILS
    assert not assess(jib).by_id["jib.head"].applies


def test_thick_bars_on_close_pins_meet(jib):
    lamp = assess(changed(jib, design__level__pins=0.035, design__swing__up=0.7)).by_id[
        "jib.bars-clear"
    ]
    assert lamp.value == pytest.approx(0.035 * math.cos(0.7) - (0.040 + 0.020) / 2)
    assert lamp.headline == "Boom and bar meet"


def test_bolted_weights_and_none_are_trimmed_by_small_ones(jib):
    bolted = assess(changed(jib, design__counterweight__carrier="bolted in one place"))
    lamp = bolted.by_id["jib.counterweight"]
    assert not lamp.applies
    over = bolted.answer.needed - bolted.answer.tail_mass * jib.design.counterweight.place
    lever = jib.design.boom.tail if over > 0 else 1.2
    assert lamp.value == pytest.approx(abs(over) / lever)
    loose, tight = (
        assess(changed(jib, design__pivots__drag=drag)).by_id["jib.counterweight"].value
        for drag in (0.0, 3.0)
    )
    assert loose == pytest.approx(tight)


def test_an_arm_without_weights_is_held_by_its_joint(jib):
    bare = tuple(
        plate.model_copy(update={"on_bar": 0}) for plate in jib.design.counterweight.plates
    )
    alone = changed(
        jib,
        design__counterweight__plates=bare,
        design__counterweight__bar_mass=0.0,
        design__pivots__drag=50.0,
    )
    found = assess(alone)
    assert not found.by_id["jib.counterweight"].applies
    falls = found.by_id["jib.balance"]
    assert falls.value == pytest.approx(found.answer.needed * GRAVITY, rel=0.02)
    assert (falls.state is State.FAILS) == (falls.value > falls.limit)


def test_a_lens_behind_its_feet_is_allowed_where_it_is_asked_for(jib):
    inside = changed(jib, shot__move__reach=-0.3, design__boom__front=0.6)
    lamp = assess(inside).by_id["jib.reach"]
    assert lamp.limit == -0.3
    assert lamp.value < 0


def test_a_slot_weakens_the_tail(jib):
    none = changed(jib, design__counterweight__carrier="bolted in one place")
    answer = assess(jib).answer
    at = int(np.abs(answer.boom.nodes + jib.design.counterweight.place).argmin()) - 1
    assert answer.stress[at] >= assess(none).answer.stress[at]
    near = changed(jib, design__counterweight__nearest=0.03)
    section = answer.rows.section
    left = 1 - 2 * section.wall * 0.009**3 / 12 / section.properties.second_moment
    slotted, whole = assess(near).answer, assess(none).answer
    pin = slotted.boom.pin
    assert slotted.stress[pin - 1] == pytest.approx(whole.stress[pin - 1] / left, rel=1e-3)


def test_the_pan_swings_at_the_arms_own_frequency(jib):
    """Second method: the lowest frequency of boom and base together, all freedoms at once."""
    for section in ("aluminium-box-40x40x3", "aluminium-tube-25x2", "pine-44x94"):
        answer = assess(changed(jib, design__boom__section=section)).answer
        boom = answer.sideways
        stiffness, inertia = (matrix.copy() for matrix in boom._matrices)
        turn = 2 * boom.pin + 1
        stiffness[turn, turn] += answer.pan_stiffness
        # What turns with the tip besides.
        inertia[-1, -1] += answer.pan_inertia - boom.turned @ inertia @ boom.turned
        free = np.ones(len(stiffness), dtype=bool)
        free[turn - 1] = False
        where = np.ix_(free, free)
        lowest = eigh(stiffness[where], inertia[where], eigvals_only=True)[0]
        assert answer.pan_lag.frequency == pytest.approx(math.sqrt(lowest) / 2 / math.pi, rel=0.01)


def test_a_boom_that_is_stiff_sideways_winds_up_at_its_base_alone(jib):
    answer = assess(changed(jib, design__post__twist_stiffness=20.0)).answer
    lag = answer.pan_lag
    assert lag.base == pytest.approx(1.0, abs=0.02)
    plain = math.sqrt(answer.pan_stiffness / answer.pan_inertia) / 2 / math.pi
    assert lag.frequency == pytest.approx(plain, rel=0.01)


def test_the_move_itself_sets_the_boom_bouncing(jib):
    """Second method: the tip on its spring, stepped through the move by an ODE solver."""
    hard = changed(
        jib,
        design__boom__section="aluminium-tube-25x2",
        shot__pace=Pace(duration=1.5, ease="straight ramps", ease_in=0.1, ease_out=0.1),
    )
    found = assess(hard)
    answer, lamp = found.answer, found.by_id["jib.bounce"]
    omega, damping = 2 * math.pi * answer.boom.bounce, hard.design.boom.damping

    def rates(time, state):
        push = float(answer.swinging(np.array([time]))[0]) * 1.2
        return state[1], -2 * damping * omega * state[1] - omega**2 * state[0] - push

    run = solve_ivp(rates, (0.0, 1.5), (0.0, 0.0), max_step=2e-3, rtol=1e-6, atol=1e-9)
    lift, speed = run.y[:, -1]
    ringing = omega * math.sqrt(1 - damping**2)
    left = math.hypot(lift, (speed + damping * omega * lift) / ringing)
    bend = answer.boom.flexibility
    pulled = np.abs(answer.swing_axis.effort).max() / 1.2
    shown = (left + (pulled + 10.0) * bend) * found.focal_px / hard.shot.subject.distance
    assert lamp.value == pytest.approx(math.log(shown) / (damping * omega), rel=0.02)
    assert left > 0.2 * 10 * bend
