"""Wheels that leave the ground: contact pushes and never pulls.

While a wheel is down its spring and damper are those of `ride`.  Where they would have to pull,
nothing acts: the body is what the linear answer says, and beside it what the missing pull does.
That departure e obeys the same modes, driven by forces of its own,

    e'' + (c/k) ω² e' + ω² e = A' E,    E = max(0, A (k e + c e') - N),

N being what the linear answer would press with.  Each step is exact for a force that changes
evenly over it (the matrix exponential), corrected twice.  A departure dies away within a few
swings, so windows of the move are worked out side by side, each led in by a stretch of what is
before it.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import combinations

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics.ride import STILL, Body

Array = NDArray[np.float64]
#: Steps in a swing of the quickest mode, at the least.
STEPS = 16
#: How often a step is corrected: what a wheel off the ground does not damp depends on its end.
CORRECTED = 2
#: Wheels that hang while the rest does not hold the body: how badly such a set is conditioned.
UNSTABLE = 1e9
#: A window of the move, s; a departure has died away when it is e to the minus this.
WINDOW, DIES = 0.25, 5.0
#: Ground sampled so many times more seldom than that is so slow that the body lies on it at rest.
SLOW = 40
#: The longest stretch that leads a window in, s.
LONGEST_LEAD = 0.25


@dataclass(frozen=True)
class Ridden:
    """How a body moves whose wheels can leave the ground.

    Attributes
    ----------
    moved, left : (3, n) array
        Heave, pitch and roll, m and rad; and what of it is because wheels leave the ground.
    off : float
        Share of the time in which some wheel is off the ground.
    """

    moved: Array
    left: Array
    off: float


def ridden(body: Body, heights: Array, loads: Array, rate: float) -> Ridden:
    """Move a body over heights, with wheels that push only.

    Parameters
    ----------
    body : Body
    heights : (wheels, n) array
        Of the ground under each wheel at even times, m.
    loads : (wheels, n) array
        What each wheel presses with on even ground, N.
    rate : float
        Samples a second.

    Returns
    -------
    Ridden
    """
    count = heights.shape[-1]
    quickest = float(body.frequencies()[-1])
    finer = max(1, math.ceil(STEPS * quickest / rate))
    slow = finer > SLOW
    finer = 1 if slow else finer
    pressed = body.pressed(heights, rate, finer)
    marks = np.arange(count * finer) / finer
    held = np.stack([np.interp(marks, np.arange(count), row) for row in loads])
    linear = pressed.moved[:, ::finer]
    missing = -(held + pressed.forces)
    if missing.max() <= 0:
        return Ridden(linear, np.zeros_like(linear), 0.0)
    if slow:
        modal, off = _settled(body, missing)
    else:
        modal, off = _departure(body, missing, rate * finer)
    left = body.modes.shapes @ modal[:, ::finer]
    return Ridden(linear + left, left, off)


def _departure(body: Body, missing: Array, rate: float) -> tuple[Array, float]:
    """The modes' departure from the linear answer, (modes, n), and the share of time off."""
    modes = body.modes
    count, each = missing.shape[-1], max(1, round(WINDOW * rate))
    slowest = float(body.decays[modes.squares > STILL].min(initial=np.inf))
    lead = round(min(DIES / max(slowest, 1e-9), LONGEST_LEAD) * rate)
    starts = np.arange(0, count, each)
    # A window is worth the work where a wheel is asked to pull, in it or in what leads it in.
    asked = np.concatenate([[0], np.cumsum(missing.max(axis=0) > 0)])
    ends = np.minimum(starts + each, count)
    starts = starts[asked[ends] > asked[np.maximum(starts - lead, 0)]]
    at = starts[:, None] + np.arange(-lead, each)
    inside = (at >= 0) & (at < count)
    pulls = np.where(inside, missing[:, np.clip(at, 0, count - 1)], -np.inf)
    states, forces = _stepped(body, np.moveaxis(pulls, 2, 0), 1 / rate)
    kept = slice(lead, None)
    found = np.zeros((len(modes.squares), count + each))
    there = at[:, kept]
    found[:, there] = np.moveaxis(states[kept], 0, 2)
    flying = np.zeros(count + each, dtype=bool)
    flying[there] = (forces[kept] > 0).any(axis=1).T
    return found[:, :count], float(flying[:count].mean())


def _settled(body: Body, missing: Array) -> tuple[Array, float]:
    """The same where the body lies at rest at every moment: which wheels hang is found by trial."""
    modes = body.modes
    gives = modes.lifts / modes.squares
    among = body.stiffness * gives @ modes.lifts.T
    wheels = len(among)
    forces, open_ = np.zeros_like(missing), missing.max(axis=0) > 0
    for hang in range(1, wheels - 1):
        for some in combinations(range(wheels), hang):
            inside = np.array(some)
            kept = np.eye(hang) - among[np.ix_(inside, inside)]
            if np.linalg.cond(kept) > UNSTABLE:
                continue
            pulled = np.linalg.solve(kept, missing[inside])
            others = np.delete(np.arange(wheels), inside)
            presses = missing[others] + among[np.ix_(others, inside)] @ pulled <= 0
            fits = open_ & (pulled >= 0).all(axis=0) & presses.all(axis=0)
            forces[np.ix_(inside, fits)] = pulled[:, fits]
            open_ &= ~fits
    return gives.T @ forces, float((forces > 0).any(axis=0).mean())


def _stepped(body: Body, pulls: Array, step: float) -> tuple[Array, Array]:
    """Step all windows: departures (steps, modes, windows), forces (steps, wheels, windows)."""
    squares, lifts = body.modes.squares, body.modes.lifts
    count, (steps, wheels, windows) = len(squares), pulls.shape
    drag = body.damping / body.stiffness * squares
    block = np.zeros((2 * count, 2 * count))
    block[:count, count:] = np.eye(count)
    block[count:, :count], block[count:, count:] = -np.diag(squares), -np.diag(drag)
    enters = np.vstack([np.zeros((count, wheels)), lifts.T])
    turned, held, growing = exponentials(block, enters, step)
    pulled = np.hstack([body.stiffness * lifts, body.damping * lifts])
    state = np.zeros((2 * count, windows))
    force = np.maximum(pulls[0], 0.0)
    states, forces = np.empty((steps, count, windows)), np.empty((steps, wheels, windows))
    for number in range(steps):
        if number:
            state = turned @ state + held @ force
            before, missing = force, pulls[number]
            for _ in range(CORRECTED):
                guess = np.maximum(missing + pulled @ state, 0.0)
                state += growing @ (guess - before)
                before = guess
            force = np.maximum(missing + pulled @ state, 0.0)
        states[number], forces[number] = state[:count], force
    return states, forces


def exponentials(block: Array, enters: Array, step: float) -> tuple[Array, Array, Array]:
    """What a step makes of a state, of a force held over it, and of one that grows over it.

    Parameters
    ----------
    block : (n, n) array
        x' = block x + enters u.
    enters : (n, m) array
        How each force changes the state, in what the state and the forces are given in.
    step : float
        s.

    Returns
    -------
    (n, n), (n, m), (n, m) array
        By one exponential of a larger matrix; Van Loan 1978.
    """
    from scipy.linalg import expm

    size, inputs = enters.shape
    whole = np.zeros((size + 2 * inputs, size + 2 * inputs))
    whole[:size, :size], whole[:size, size : size + inputs] = block * step, enters * step
    whole[size : size + inputs, size + inputs :] = np.eye(inputs)
    grown = expm(whole)
    return (
        np.asarray(grown[:size, :size]),
        np.asarray(grown[:size, size : size + inputs]),
        np.asarray(grown[:size, size + inputs :]),
    )
