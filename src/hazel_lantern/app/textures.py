"""Textures of the project's own, as lines in the room: boards, bricks, a print, a horizon."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

#: Boards of a floor are so broad and long, and lie so far around, m.
BOARD, LONG, AROUND = 0.14, 1.4, 7.0
#: A brick with its joint, m; a wall has no more courses than that.
BRICK, COURSE, MOST_COURSES = 0.25, 0.075, 48
#: Squares of the print on a subject, of its height.
PRINT = 0.04


@lru_cache(maxsize=2)
def grid(reach: int = 6) -> tuple[Array, Array]:
    """A floor grid of 1 m round the origin.

    Parameters
    ----------
    reach : int
        m.

    Returns
    -------
    (lines, 3) array, (lines, 3) array
        Starts and ends, m.
    """
    steps = np.arange(-reach, reach + 1.0)
    level, far = np.zeros_like(steps), np.full_like(steps, reach)
    starts = np.concatenate([np.stack([steps, -far, level], 1), np.stack([-far, steps, level], 1)])
    ends = np.concatenate([np.stack([steps, far, level], 1), np.stack([far, steps, level], 1)])
    return starts, ends


@lru_cache(maxsize=1)
def boards() -> tuple[Array, Array]:
    """Boards of a floor round the origin, with their butts staggered.

    Returns
    -------
    (lines, 3) array, (lines, 3) array
        Starts and ends, m.
    """
    edges = np.arange(-AROUND, AROUND + BOARD / 2, BOARD)
    starts = [np.stack([np.full_like(edges, -AROUND), edges, 0 * edges], 1)]
    ends = [np.stack([np.full_like(edges, AROUND), edges, 0 * edges], 1)]
    for row, edge in enumerate(edges[:-1]):
        butts = np.arange(-AROUND + (row % 3) * LONG / 3, AROUND, LONG)
        starts.append(np.stack([butts, np.full_like(butts, edge), 0 * butts], 1))
        ends.append(np.stack([butts, np.full_like(butts, edge + BOARD), 0 * butts], 1))
    return np.concatenate(starts), np.concatenate(ends)


@lru_cache(maxsize=16)
def planks(wide: float, deep: float) -> tuple[Array, Array]:
    """Seams of a table's top from one corner on, along its longer side.

    Parameters
    ----------
    wide, deep : float
        m.

    Returns
    -------
    (lines, 3) array, (lines, 3) array
        Starts and ends, m.
    """
    long = max(wide, deep)
    seams = np.arange(BOARD, min(wide, deep), BOARD)
    starts = np.stack([0 * seams, seams, 0 * seams], 1)
    ends = np.stack([np.full_like(seams, long), seams, 0 * seams], 1)
    order = [0, 1, 2] if wide >= deep else [1, 0, 2]
    return starts[:, order], ends[:, order]


@lru_cache(maxsize=16)
def bricks(long: float, high: float) -> tuple[Array, Array]:
    """Joints of a brick wall, every other course shifted by half a brick.

    Parameters
    ----------
    long, high : float
        m.

    Returns
    -------
    (lines, 2) array, (lines, 2) array
        Starts and ends, along and up, m.
    """
    scale = max(1.0, high / COURSE / MOST_COURSES)
    course, brick = COURSE * scale, BRICK * scale
    levels = np.arange(course, high, course)
    starts = [np.stack([0 * levels, levels], 1)]
    ends = [np.stack([np.full_like(levels, long), levels], 1)]
    for at, low in enumerate(np.arange(0.0, high, course)):
        joints = np.arange(brick / (1 + at % 2), long, brick)
        starts.append(np.stack([joints, np.full_like(joints, low)], 1))
        ends.append(np.stack([joints, np.full_like(joints, min(low + course, high))], 1))
    return np.concatenate(starts), np.concatenate(ends)


@lru_cache(maxsize=8)
def printed(width: float, height: float) -> tuple[Array, Array]:
    """A check over a flat figure, from its foot up.

    Parameters
    ----------
    width, height : float
        m.

    Returns
    -------
    (lines, 2) array, (lines, 2) array
        Starts and ends, right and up, m.
    """
    step = PRINT * height
    across = np.arange(-width / 2, width / 2 + step / 2, step)
    up = np.arange(step, height, step)
    starts = np.concatenate(
        [np.stack([across, 0 * across], 1), np.stack([np.full_like(up, -width / 2), up], 1)]
    )
    ends = np.concatenate(
        [
            np.stack([across, np.full_like(across, height)], 1),
            np.stack([np.full_like(up, width / 2), up], 1),
        ]
    )
    return starts, ends


@lru_cache(maxsize=1)
def horizon() -> Array:
    """Directions of a far row of hills and trees all round.

    Returns
    -------
    (n, 3) array
        Unit vectors, from one bearing to the next.
    """
    turns = np.linspace(0.0, 2 * np.pi, 361)
    hills = 1.6 + 0.7 * np.sin(3 * turns) + 0.4 * np.sin(7 * turns + 1.0)
    trees = 0.35 * np.abs(np.sin(41 * turns)) + 0.25 * np.abs(np.sin(97 * turns + 0.5))
    height = np.radians(hills + trees)
    return np.stack(
        [np.cos(turns) * np.cos(height), np.sin(turns) * np.cos(height), np.sin(height)], 1
    )
