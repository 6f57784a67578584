"""Wheels that leave the ground: contact pushes and never pulls.

While a wheel is down its spring and damper are those of `ride`.  Where they would have to pull,
nothing acts: the body is what the linear answer says, and beside it what the missing pull does.
That departure e obeys the same modes, driven by forces of its own,

    e'' + (c/k) ω² e' + ω² e = A' E,    E = max(0, A (k e + c e') - N),

N being what the linear answer would press with.  Each step is exact for a force that changes
evenly over it (the matrix exponential), corrected twice.  The body begins at rest on the ground
as it is there, on the wheels that it then stands on.

It is one run from start to end.  Windows of it are worked out side by side, each from where the
one before it was found to end, and again until all of them meet: a departure mostly dies away
within a few swings, so few windows are worked out more than twice.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import combinations

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.mechanics.ride import Body

Array = NDArray[np.float64]
#: Steps in a swing of the quickest mode, at the least.
STEPS = 16
#: How often a step is corrected: what a wheel off the ground does not damp depends on its end.
CORRECTED = 2
#: Wheels that hang while the rest does not hold the body: how badly such a set is conditioned.
UNSTABLE = 1e9
#: A window of the run, s.
WINDOW = 0.25
#: Windows meet where the forces at their ends differ by less than this share of a wheel's load.
MEET = 2e-3
#: Ground sampled so many times more seldom than that is so slow that the body lies on it at rest.
SLOW = 40


@dataclass(frozen=True)
class Ridden:
    """How a body moves whose wheels can leave the ground, over each of several grounds.

    Attributes
    ----------
    moved, left : (..., 3, n) array
        Heave, pitch and roll from where it began, m and rad; and what of it is because wheels
        leave the ground.
    off : (...) array
        Share of the time in which some wheel is off the ground.
    high : (...) array
        How high a wheel is off the ground at the most, m.
    hard : (...) array
        The greatest speed at which a wheel lands, m/s.
    """

    moved: Array
    left: Array
    off: Array
    high: Array
    hard: Array


@dataclass(frozen=True)
class _Departed:
    """What the missing pull does: modes (grounds, modes, n), forces (grounds, wheels, n)."""

    modal: Array
    forces: Array


def ridden(body: Body, heights: Array, loads: Array, rate: float, at_rest: bool = False) -> Ridden:
    """Move a body over heights, with wheels that push only.

    Parameters
    ----------
    body : Body
    heights : (..., wheels, n) array
        Of each ground under each wheel at even times, m.
    loads : (wheels, n) array
        What each wheel presses with on even ground, N.
    rate : float
        Samples a second.
    at_rest : bool
        Whether the wheels are let down on the ground without a bounce, which is enough for what
        is much slower than the body.

    Returns
    -------
    Ridden
    """
    among, count = heights.shape[:-2], heights.shape[-1]
    grounds = heights.reshape(-1, *heights.shape[-2:])
    finer = max(1, math.ceil(STEPS * float(body.frequencies()[-1]) / rate))
    slow = at_rest or finer > SLOW
    finer = 1 if slow else finer
    pressed = body.pressed(grounds, rate, finer)
    lifts, gives = body.modes.lifts, body.gives
    # It begins at rest on the ground as it is there, not on an even one.
    begins = grounds[..., :1] - lifts @ (gives.T @ grounds[..., :1]) * body.stiffness
    marks = np.arange(count * finer) / finer
    held = np.stack([np.interp(marks, np.arange(count), row) for row in loads])
    missing = -(held + pressed.forces + body.stiffness * begins)
    linear = pressed.moved[..., ::finer]
    found = _Departed(np.zeros((len(grounds), gives.shape[1], missing.shape[-1])), 0 * missing)
    if missing.max() > 0:
        found = _lying(body, missing) if slow else _departing(body, missing, rate * finer)
    left = body.modes.shapes @ found.modal[..., ::finer]
    left -= left[..., :1]
    apart = pressed.apart - begins - held / body.stiffness + lifts @ found.modal
    off = found.forces > 0
    lands = off[..., :-1] & ~off[..., 1:]
    speeds = np.where(lands, (apart[..., :-1] - apart[..., 1:]) * rate * finer, 0.0)
    return Ridden(
        (linear + left).reshape(*among, 3, count),
        left.reshape(*among, 3, count),
        off.any(axis=1).mean(axis=-1).reshape(among),
        np.where(off, apart, 0.0).max(axis=(1, 2)).reshape(among),
        speeds.max(axis=(1, 2), initial=0.0).reshape(among),
    )


def _departing(body: Body, missing: Array, rate: float) -> _Departed:
    """The departure from the linear answer, window by window until they meet."""
    grounds, wheels, count = missing.shape
    modes, each = body.modes, max(1, min(round(WINDOW * rate), missing.shape[-1]))
    windows = math.ceil(count / each)
    padded = np.full((grounds, wheels, windows * each + 1), -np.inf)
    padded[..., :count] = missing
    # Each window ends with the first moment of the next.
    views = np.lib.stride_tricks.sliding_window_view(padded, each + 1, axis=2)[:, :, ::each]
    steps = _Steps.of(body, 1 / rate)
    begins = np.zeros((grounds, windows, 2 * len(modes.squares)))
    begins[:, 0, : len(modes.squares)] = _lying(body, missing[..., :1]).modal[..., 0]
    modal = np.zeros((grounds, len(modes.squares), windows, each))
    forces = np.zeros((grounds, wheels, windows, each))
    close = MEET * body.mass * GRAVITY / wheels
    # A window is worth the work where a wheel is asked to pull, in it or by what comes into it.
    todo = views.max(axis=(1, 3)) > 0
    while todo.any():
        ground, window = np.nonzero(todo)
        states, pulled = steps.run(begins[ground, window].T, views[ground, :, window].T)
        modal[ground, :, window] = states[:-1, : len(modes.squares)].T
        forces[ground, :, window] = pulled[:-1].T
        inner = window + 1 < windows
        ground, after, ends = ground[inner], window[inner] + 1, states[-1].T[inner]
        apart = np.abs((ends - begins[ground, after]) @ steps.matters.T).max(axis=1)
        todo = np.zeros_like(todo)
        todo[ground, after] = apart > close
        begins[ground, after] = ends
    return _Departed(
        modal.reshape(grounds, -1, windows * each)[..., :count],
        forces.reshape(grounds, wheels, -1)[..., :count],
    )


def _lying(body: Body, missing: Array) -> _Departed:
    """The same where the body lies at rest at every moment: which wheels hang is found by trial."""
    gives = body.gives
    among = body.stiffness * gives @ body.modes.lifts.T
    grounds, wheels, count = missing.shape
    flat = missing.swapaxes(0, 1).reshape(wheels, -1)
    forces, open_ = np.zeros_like(flat), flat.max(axis=0) > 0
    for hang in range(1, wheels - 1):
        for some in combinations(range(wheels), hang):
            inside = np.array(some)
            kept = np.eye(hang) - among[np.ix_(inside, inside)]
            if np.linalg.cond(kept) > UNSTABLE:
                continue
            pulled = np.linalg.solve(kept, flat[inside])
            others = np.delete(np.arange(wheels), inside)
            presses = flat[others] + among[np.ix_(others, inside)] @ pulled <= 0
            fits = open_ & (pulled >= 0).all(axis=0) & presses.all(axis=0)
            forces[np.ix_(inside, fits)] = pulled[:, fits]
            open_ &= ~fits
    found = forces.reshape(wheels, grounds, count).swapaxes(0, 1)
    return _Departed(gives.T @ found, found)


@dataclass(frozen=True)
class _Steps:
    """Steps of a body's departure in time, many windows side by side.

    Attributes
    ----------
    turned, held, growing : array
        See `exponentials`.
    pulled : (wheels, states) array
        What a wheel asks for because of the departure, N.
    matters : (2 wheels, states) array
        What a state is worth as forces under the wheels, N: by place and by speed.
    """

    turned: Array
    held: Array
    growing: Array
    pulled: Array
    matters: Array

    @classmethod
    def of(cls, body: Body, step: float) -> _Steps:
        """Of a body, so many seconds long."""
        squares, lifts = body.modes.squares, body.modes.lifts
        count, wheels = len(squares), len(lifts)
        block = np.zeros((2 * count, 2 * count))
        block[:count, count:] = np.eye(count)
        block[count:, :count] = -np.diag(squares)
        block[count:, count:] = -np.diag(body.damping / body.stiffness * squares)
        enters = np.vstack([np.zeros((count, wheels)), lifts.T])
        none, hits = np.zeros_like(lifts), math.sqrt(body.stiffness * body.mass / wheels)
        return cls(
            *exponentials(block, enters, step),
            np.hstack([body.stiffness * lifts, body.damping * lifts]),
            np.block([[body.stiffness * lifts, none], [none, hits * lifts]]),
        )

    def run(self, begins: Array, asked: Array) -> tuple[Array, Array]:
        """States (steps, states, windows) and forces (steps, wheels, windows) from a beginning.

        ``asked`` is what each wheel would have to pull without the departure, like the forces.
        """
        state = begins
        force = np.maximum(asked[0] + self.pulled @ state, 0.0)
        states = np.empty((len(asked), *state.shape))
        forces = np.empty((len(asked), *force.shape))
        states[0], forces[0] = state, force
        for number in range(1, len(asked)):
            state = self.turned @ state + self.held @ force
            before, missing = force, asked[number]
            for _ in range(CORRECTED):
                guess = np.maximum(missing + self.pulled @ state, 0.0)
                state += self.growing @ (guess - before)
                before = guess
            force = np.maximum(missing + self.pulled @ state, 0.0)
            states[number], forces[number] = state, force
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
