"""How stiff a section is against twisting, by Prandtl's membrane over its boards.

A membrane held level at the rim, blown up by an even pressure, has the shape of the stress
function; over a hole it stays level.  Source: Timoshenko & Goodier, *Theory of Elasticity*,
chapter 10; bilinear finite elements on a quarter of the section.
"""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics.sections import rectangle

Array = NDArray[np.float64]
#: Elements over each stretch between two edges: twice as many change two parts in a thousand.
ELEMENTS = 12
#: How much stiffer the membrane is over a hole, where it stays level.
LEVEL = 1e7
SOLID, HOLE, NOTHING = 1, 2, 0
#: Of a bilinear square: how its corners pull along x, and along y.
_X = np.array([[2, -2, -1, 1], [-2, 2, 1, -1], [-1, 1, 2, -2], [1, -1, -2, 2]]) / 6
_Y = np.array([[2, 1, -1, -2], [1, 2, -2, -1], [-1, -2, 2, 1], [-2, -1, 1, 2]]) / 6


def _cut(edges: tuple[float, ...]) -> Array:
    parts = [np.linspace(a, b, ELEMENTS + 1)[1:] for a, b in pairwise((0.0, *edges))]
    return np.concatenate([[0.0], *parts])


def torsion_constant(
    across: tuple[float, ...], up: tuple[float, ...], kind: Callable[[int, int], int]
) -> float:
    """Of a section that is the same left and right of its middle, above and below it.

    Parameters
    ----------
    across, up : tuple of float
        Edges of its boards from the middle, m, growing; the last is its rim.
    kind : callable
        From the numbers of a stretch across and of one up to `SOLID`, `HOLE` or `NOTHING`.

    Returns
    -------
    float
        m⁴.
    """
    x, y = _cut(across), _cut(up)
    columns, rows = len(x) - 1, len(y) - 1
    kinds = np.array(
        [[kind(i // ELEMENTS, j // ELEMENTS) for j in range(rows)] for i in range(columns)]
    )
    wide, high = np.diff(x)[:, None], np.diff(y)[None, :]
    number = np.arange(len(x) * len(y)).reshape(len(x), len(y))
    corners = np.stack([number[:-1, :-1], number[1:, :-1], number[1:, 1:], number[:-1, 1:]])
    stiff = np.where(kinds == HOLE, LEVEL, 1.0)[..., None, None]
    own = stiff * ((high / wide)[..., None, None] * _X + (wide / high)[..., None, None] * _Y)
    there = kinds != NOTHING
    at = corners[:, there].T
    own = own[there]
    where = np.repeat(at[:, :, None], 4, axis=2)
    size = number.size
    matrix = np.zeros((size, size))
    np.add.at(matrix, (where.ravel(), where.transpose(0, 2, 1).ravel()), own.ravel())
    # Each element's area, shared out to its corners; the pressure is 2.
    load = np.bincount(at.ravel(), np.repeat((wide * high)[there] / 4, 4), size)
    rim = np.zeros_like(number, dtype=bool)
    rim[-1, :] = rim[:, -1] = True
    empty = number.ravel()[np.bincount(corners[:, ~there].ravel(), minlength=size) > 0]
    held = rim.ravel().copy()
    held[empty] = True
    free = ~held & (load > 0)
    index = np.flatnonzero(free)
    membrane = np.linalg.solve(matrix[np.ix_(index, index)], 2 * load[index])
    return float(4 * 2 * (membrane @ load[index]))


@lru_cache(maxsize=64)
def glued_i(width: float, flange: float, web: float, web_height: float) -> float:
    """Torsion constant of an I of two flanges and a web in one piece.

    Parameters
    ----------
    width, flange, web, web_height : float
        Flange's breadth and thickness, web's thickness and height, m.

    Returns
    -------
    float
        m⁴.
    """
    if web >= width:
        return rectangle(width, web_height + 2 * flange).torsion_constant
    across, up = (web / 2, width / 2), (web_height / 2, web_height / 2 + flange)
    return torsion_constant(across, up, lambda i, j: SOLID if i == 0 or j == 1 else NOTHING)


@lru_cache(maxsize=64)
def glued_box(width: float, flange: float, web: float, web_height: float) -> float:
    """Torsion constant of a box of two flanges and two webs in one piece.

    Parameters
    ----------
    width, flange, web, web_height : float
        Flange's breadth and thickness, a web's thickness and height, m.

    Returns
    -------
    float
        m⁴.
    """
    if 2 * web >= width:
        return rectangle(width, web_height + 2 * flange).torsion_constant
    across, up = (width / 2 - web, width / 2), (web_height / 2, web_height / 2 + flange)
    return torsion_constant(across, up, lambda i, j: HOLE if i == j == 0 else SOLID)
