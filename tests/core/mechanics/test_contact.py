"""Wheels that leave the ground: against the motion integrated with springs that only push."""

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import settings as hypothesis_settings
from hypothesis import strategies as st
from scipy.integrate import solve_ivp
from scipy.interpolate import CubicSpline

from hazel_lantern.core.mechanics import contact, ride, roughness, track
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.ride import Body, Twist

RATE = 1000.0


def board(mass, stiffness=3e5, damping=260.0, base=0.6, gauge=0.4, twist=9e4, corners=4, aside=0.0):
    half, side = base / 2, gauge / 2
    wheels = [(half, side), (half, -side), (-half, side), (-half, -side)]
    if corners == 3:
        wheels = [(half, -side), (-half, -side), (0.0, side)]
    # The weight stands so far ahead and to the left of the middle.
    wheels = [(ahead - aside, left - aside) for ahead, left in wheels]
    deck = Twist(twist, mass / 5) if corners == 4 else None
    pitch, roll = mass * (0.3 * base) ** 2 + mass * 0.01, mass * (0.3 * gauge) ** 2 + mass * 0.01
    return Body(mass, pitch, roll, tuple(wheels), stiffness, damping, deck)


def ground(body, level, speed, lip=0.0, seams=0.12, gap=0.002, seconds=4.0, seed=1, joints=()):
    """Times, and heights under each wheel of a smooth start and stop over a floor or rails."""
    times = np.arange(0, seconds, 1 / RATE)
    share = times / seconds
    way = speed * seconds * (share - np.sin(2 * math.pi * share) / (2 * math.pi))
    places, *lines = roughness.two_lines(level, speed * seconds + 2, 0.5, seed)
    edges = np.arange(0.05, speed * seconds + 2, seams) if not joints else np.array(joints)
    chance = np.random.default_rng(seed)
    starts = np.concatenate([[-1.0], edges + gap / 2])
    ends = np.concatenate([edges - gap / 2, [1e3]])
    highs = chance.uniform(-lip, lip, (2, starts.size))
    heights = []
    grid = np.arange(0, speed * seconds + 2, 0.0005)
    for ahead, left in body.wheels:
        line = np.interp(grid, places, lines[left > 0])
        line += track.axle_heights(grid, starts, ends, highs[int(left > 0)], 0.027)
        heights.append(roughness.met(line[None], 0.0, 0.0005, way + ahead + 0.6)[0])
    heights = np.array(heights)
    return times, heights - heights[:, :1]


def integrated(body, times, heights, loads):
    """Second method: the equations of motion with springs that push only, stepped in time."""
    places = np.array(body.wheels)
    lifts = np.column_stack([np.ones(len(places)), places])
    masses = [body.mass, body.pitch_inertia, body.roll_inertia]
    own = [0.0, 0.0, 0.0]
    if body.twist is not None:
        lifts = np.column_stack([lifts, [1.0, -1.0, -1.0, 1.0]])
        masses.append(body.twist.inertia)
        own.append(body.twist.stiffness)
    masses, own = np.array(masses), np.array(own)
    splines = CubicSpline(times, heights, axis=1)
    slopes, size = splines.derivative(), len(masses)
    late = body.damping / body.stiffness

    def moves(time, state):
        at, speed = state[:size], state[size:]
        pressed = body.stiffness * (splines(time) - lifts @ at)
        pressed += body.damping * (slopes(time) - lifts @ speed)
        push = np.maximum(loads + pressed, 0.0) - loads
        return np.concatenate([speed, (lifts.T @ push - own * (at + late * speed)) / masses])

    run = solve_ivp(
        moves,
        (0, times[-1]),
        np.zeros(2 * size),
        t_eval=times,
        rtol=1e-6,
        atol=1e-9,
        max_step=1e-3,
    )
    return run.y[:3]


def even_loads(body):
    """What each wheel bears on even ground, N: a plane of forces about the weight."""
    balances = np.vstack([np.ones(len(body.wheels)), np.array(body.wheels).T])
    return np.linalg.pinv(balances) @ [body.mass * GRAVITY, 0.0, 0.0]


def shake(moved):
    """Of the corners of a picture: what heave, pitch and roll do together, root mean square."""
    return ride.root_mean_square(ride.quick_part(np.array([[0.5], [1.0], [0.3]]) * moved, RATE))


#: Light boards on boards and concrete, twisted floors, track with joints.
DESIGNS = {
    "light board, walking": (board(5.0), {"level": 8e-7, "speed": 1.0, "lip": 1.5e-4}),
    "light board, slowly": (board(5.0), {"level": 8e-7, "speed": 0.3, "lip": 3e-4}),
    "light board, in a hurry": (board(5.0), {"level": 8e-7, "speed": 1.6, "lip": 1.5e-4}),
    "with 5 kg": (board(10.0), {"level": 8e-7, "speed": 1.0, "lip": 1.5e-4}),
    "soft wheels": (board(5.0, 1.2e5, 400.0), {"level": 3e-6, "speed": 1.0, "lip": 4e-4}),
    "concrete": (board(5.0), {"level": 5e-7, "speed": 1.2, "lip": 1e-4, "seams": 3.0}),
    "paving": (board(30.0), {"level": 8e-6, "speed": 0.8, "lip": 8e-4, "seams": 0.4}),
    "a long limp board": (
        board(6.0, base=0.9, gauge=0.3, twist=2e4),
        {"level": 3e-6, "speed": 1.0, "lip": 2e-4},
    ),
    "twisted, slowly": (board(8.0, twist=3e5, aside=0.04), {"level": 5e-5, "speed": 0.2}),
    "a triangle": (board(6.0, corners=3), {"level": 2e-6, "speed": 1.0, "lip": 3e-4}),
    "track with joints": (
        board(6.0, 2.5e5),
        {"level": 0.0, "speed": 0.8, "lip": 4e-4, "gap": 0.004, "joints": (1.0, 1.6, 2.4, 3.1)},
    ),
    "rough air": (board(25.0, 2e4, 220.0), {"level": 5e-5, "speed": 1.0}),
}


@pytest.mark.parametrize("name", DESIGNS)
def test_a_board_that_clatters_agrees_with_its_motion_integrated(name):
    body, over = DESIGNS[name]
    times, heights = ground(body, **over)
    loads = even_loads(body)
    found = contact.ridden(body, heights, np.tile(loads[:, None], times.size), RATE)
    wanted = integrated(body, times, heights, loads)
    assert shake(found.moved) == pytest.approx(shake(wanted), rel=0.03)
    assert found.off > 0 or name in ("rough air", "track with joints", "concrete")
    # The pulls that are missing are no small matter, or this would not test them.
    if found.off > 0.05:
        assert shake(found.left) > 0.05 * shake(wanted)


def test_where_every_wheel_stays_down_the_linear_answer_stands():
    body = board(80.0)
    times, heights = ground(body, level=2e-7, speed=0.8)
    loads = np.full((4, times.size), 80.0 * GRAVITY / 4)
    found = contact.ridden(body, heights, loads, RATE)
    assert found.off == 0
    assert found.moved == pytest.approx(body.answer(heights, RATE), abs=1e-12)
    exact = integrated(body, times, heights, loads[:, 0])
    assert shake(found.moved) == pytest.approx(shake(exact), rel=0.01)


def test_half_the_step_changes_next_to_nothing(monkeypatch):
    body, over = DESIGNS["light board, walking"]
    times, heights = ground(body, **over)
    loads = np.full((4, times.size), body.mass * GRAVITY / 4)
    once = contact.ridden(body, heights, loads, RATE)
    monkeypatch.setattr(contact, "STEPS", 2 * contact.STEPS)
    again = contact.ridden(body, heights, loads, RATE)
    assert shake(again.moved) == pytest.approx(shake(once.moved), rel=0.01)


def test_a_board_laid_on_very_slow_ground_lies_on_three_wheels():
    """Second method: what leans to one of the raised corner's neighbours lies on that one."""
    plain = board(5.0, twist=5e5)
    wheels = np.array(plain.wheels) + np.array([-0.05, 0.05])
    body = replace(plain, wheels=tuple(map(tuple, wheels.tolist())))
    times = np.arange(0, 400, 0.1)
    heights = np.zeros((4, times.size))
    heights[0] = 0.004 * np.minimum(times / 200, 1.0)
    loads = even_loads(body)
    found = contact.ridden(body, heights, np.tile(loads[:, None], times.size), 10.0)
    assert found.off > 0.5
    # Once it lies on three, more height tips it about the two that stay where they are.
    late, later = found.moved[:, 1500], found.moved[:, 1900]
    steps = (later - late) / (heights[0, 1900] - heights[0, 1500])
    lifted = steps[0] + wheels @ steps[1:]
    assert lifted == pytest.approx([1.0, 0.0, 1.0, 0.0], abs=1e-6)


@given(st.floats(2.0, 60.0), st.integers(0, 50))
@hypothesis_settings(max_examples=8, deadline=None)
def test_heavier_is_never_longer_off_the_ground(mass, seed):
    light, heavy = board(mass), board(1.5 * mass)
    times, heights = ground(light, level=1e-6, speed=1.0, lip=2e-4, seconds=2.0, seed=seed)
    off = [
        contact.ridden(body, heights, np.full((4, times.size), body.mass * GRAVITY / 4), RATE).off
        for body in (light, heavy)
    ]
    assert off[1] <= off[0] + 0.02


def test_a_rocking_board_is_one_run_whatever_windows_it_is_worked_out_in(monkeypatch):
    """It rocks for longer than a window leads in; the second method is the motion integrated."""
    body = board(25.6, damping=150.0, base=0.8, gauge=0.45, twist=1e6)
    times, heights = ground(body, level=3.3e-5, speed=0.9, lip=2e-4, seams=0.4, seed=31)
    loads = even_loads(body)
    held = np.tile(loads[:, None], times.size)
    found = contact.ridden(body, heights, held, RATE)
    assert found.off > 0.2
    assert shake(found.moved) == pytest.approx(
        shake(integrated(body, times, heights, loads)), rel=0.01
    )
    monkeypatch.setattr(contact, "WINDOW", 10.0)
    whole = contact.ridden(body, heights, held, RATE)
    assert shake(found.moved) == pytest.approx(shake(whole.moved), rel=2e-3)
    assert found.off == pytest.approx(float(whole.off), abs=2e-3)


def test_a_board_begins_at_rest_on_the_ground_as_it_is():
    """Second method: a stiff board on one raised corner lies on three wheels, and stays so."""
    plain = board(5.0, twist=5e6)
    wheels = np.array(plain.wheels) + np.array([-0.05, 0.05])
    body = replace(plain, wheels=tuple(map(tuple, wheels.tolist())))
    heights = np.zeros((4, 2000))
    heights[0] = 0.004
    found = contact.ridden(body, heights, np.tile(even_loads(body)[:, None], 2000), RATE)
    assert found.off == 1
    assert found.moved == pytest.approx(0, abs=1e-9)
    # The gap under the fourth corner of a square: what one corner is raised by, less what gives.
    assert found.high == pytest.approx(0.004, rel=0.05)
    assert found.hard == 0


def test_a_wheel_lands_as_hard_as_a_stone_that_falls_as_far():
    """Second method: v = √(2 g h) of a board that runs off a step, all wheels at once."""
    body = board(8.0, stiffness=3e5, twist=9e4)
    drop = 0.002
    heights = np.zeros((4, 1000))
    # It sinks away in 3 ms, which is no time beside the fall of 20 ms.
    heights[:, 300:312] = -drop * (0.5 - 0.5 * np.cos(np.linspace(0, math.pi, 12)))
    heights[:, 312:] = -drop
    found = contact.ridden(body, heights, np.tile(even_loads(body)[:, None], 1000), 4000.0)
    assert found.hard == pytest.approx(math.sqrt(2 * GRAVITY * drop), rel=0.1)
    assert found.high == pytest.approx(drop, rel=0.1)


def test_grounds_side_by_side_are_as_each_by_itself():
    body = board(5.0)
    grounds = [ground(body, level=8e-7, speed=1.0, lip=1.5e-4, seed=seed) for seed in (1, 2)]
    heights = np.stack([one for _, one in grounds])
    held = np.tile(even_loads(body)[:, None], heights.shape[-1])
    both = contact.ridden(body, heights, held, RATE)
    for at, one in enumerate(heights):
        alone = contact.ridden(body, one, held, RATE)
        assert both.moved[at] == pytest.approx(alone.moved, abs=1e-9)
        assert both.off[at] == alone.off
        assert both.hard[at] == pytest.approx(float(alone.hard))
