"""What hangs overhead: fixings that share a load, rods that are not straight, what a lens sees.

Sources: statics of a stiff rail on equal springs; projection through a pinhole.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
#: An imbalance that no longer counts, as a share of the load times the length.
BALANCED = 1e-9
#: Rounds that settle a tilt.
ROUNDS = 60


def shared(places: Array, force: Array, at: Array) -> Array:
    """Loads of fixings under a stiff rail: equal springs.

    Parameters
    ----------
    places : (n, 2) array
        Of the fixings along and across, m.
    force : (cases,) array
        N, downwards.
    at : (cases, 2) array
        Where it acts, m.

    Returns
    -------
    (n, cases) array
        N, downwards on each; infinite where what is left cannot hold it in balance.
    """
    rows = np.column_stack([np.ones(len(places)), places])
    # Fixings in one line carry no moment about it: what acts across is not theirs.
    if len(places) and np.ptp(places[:, 1]) < 1e-9:
        rows = rows[:, :2]
    wanted = np.stack([force, force * at[:, 0], force * at[:, 1]])[: rows.shape[1]]
    held = rows @ np.linalg.lstsq(rows.T @ rows, wanted, rcond=None)[0]
    reach = max(float(np.abs(at).max(initial=0.0)), float(np.abs(places).max(initial=0.0)), 1e-3)
    off = np.abs(rows.T @ held - wanted).max(axis=0) > BALANCED * np.abs(force) * reach + 1e-9
    return np.where(off[None, :], np.inf, held)


def worst_shared(places: Array, force: Array, at: Array) -> tuple[float, float]:
    """The most loaded of fixings, with all of them and with each missing in turn.

    Parameters
    ----------
    places, force, at
        As of `shared`.

    Returns
    -------
    (float, float)
        N.
    """
    whole = float(shared(places, force, at).max())
    lost = max(
        float(shared(np.delete(places, one, axis=0), force, at).max(initial=-np.inf))
        if len(places) > 1
        else math.inf
        for one in range(len(places))
    )
    return whole, lost


def least_gap(first: Array, second: Array, along: Array) -> Array:
    """How far off two hole axes are from two rods, the block posed as well as can be.

    Parameters
    ----------
    first, second : (n, m) array
        How far each rod lies aside of where it should, at m places of a block at n places, m.
    along : (m,) array
        Those places from the block's middle, m.

    Returns
    -------
    (n,) array
        m: the block runs where this is less than half of the holes' clearance.
    """

    def half(tilt: Array) -> Array:
        left = np.concatenate([first, second], axis=1) - tilt[:, None] * np.tile(along, 2)
        return np.asarray((left.max(axis=1) - left.min(axis=1)) / 2)

    # Half of the spread is convex in the tilt: the golden section closes in on its least.
    steep = float(max(np.ptp(first), np.ptp(second), 1e-9)) / max(float(np.ptp(along)), 1e-9)
    low = np.full(len(first), -2 * steep)
    high = -low
    golden = (math.sqrt(5) - 1) / 2
    for _ in range(ROUNDS):
        one, other = high - golden * (high - low), low + golden * (high - low)
        nearer = half(one) < half(other)
        low, high = np.where(nearer, low, one), np.where(nearer, other, high)
    return half((low + high) / 2)


class Eye(NamedTuple):
    """A lens over a bench: place, m; tilt from straight down, turn about the upright, rad."""

    place: Array
    tilt: float
    turn: float


class Block(NamedTuple):
    """Something in the way: two opposite corners, m."""

    low: Array
    high: Array


def in_frame(
    points: Array, eye: Eye, focal_px: float, frame: tuple[float, float]
) -> NDArray[np.bool_]:
    """Which points a lens that looks down has in its frame.

    Parameters
    ----------
    points : (n, 3) array
        m.
    eye : Eye
    focal_px : float
        Focal length, px.
    frame : (float, float)
        Width and height, px.

    Returns
    -------
    (n,) array of bool
    """
    ahead, right, up = _axes(eye)
    away = points - eye.place
    deep = away @ ahead
    front = deep > 1e-6
    deep = np.where(front, deep, 1.0)
    across, along = away @ right / deep * focal_px, away @ up / deep * focal_px
    return front & (np.abs(across) <= frame[0] / 2) & (np.abs(along) <= frame[1] / 2)


def _axes(eye: Eye) -> tuple[Array, Array, Array]:
    """Where it looks, its right and its upper side."""
    cos, sin = math.cos(eye.turn), math.sin(eye.turn)
    right, far = np.array([cos, sin, 0.0]), np.array([-sin, cos, 0.0])
    down = np.array([0.0, 0.0, -1.0])
    ahead = math.cos(eye.tilt) * down + math.sin(eye.tilt) * far
    up = math.cos(eye.tilt) * far - math.sin(eye.tilt) * down
    return ahead, right, up


def hidden(points: Array, eye: Array, blocks: Sequence[Block]) -> NDArray[np.bool_]:
    """Which points something stands in front of.

    Parameters
    ----------
    points : (n, 3) array
        m.
    eye : (3,) array
        m.
    blocks : sequence of Block
        Upright boxes.

    Returns
    -------
    (n,) array of bool
    """
    found = np.zeros(len(points), dtype=bool)
    ways = eye - points
    ways = np.where(np.abs(ways) < 1e-12, 1e-12, ways)
    for block in blocks:
        one, other = (block.low - points) / ways, (block.high - points) / ways
        enters = np.minimum(one, other).max(axis=1)
        leaves = np.maximum(one, other).min(axis=1)
        # Touching is not hiding: a point on top of a box is seen.
        found |= (enters < leaves - 1e-9) & (leaves > 1e-9) & (enters < 1 - 1e-9)
    return found
