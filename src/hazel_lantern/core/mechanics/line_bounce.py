"""How a hung line bounces with its trolley: springs that pull and weights between two anchors.

Elements stretch along themselves and are stiff across by their pull; masses sit at their ends.
Source: Irvine, *Cable Structures*, chapter 3; finite elements of a string.
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics.hung_line import Hung, hang

Array = NDArray[np.float64]
#: Elements on either side of the trolley at first and at the most, and the change of the
#: frequency at which twice as many are no longer tried: a heavy line needs more of them.
ELEMENTS, MOST_ELEMENTS, NEAR = 8, 64, 0.003


class Bounce(NamedTuple):
    """How a trolley bounces: how often, Hz, and how far at first, m."""

    frequency: float
    height: float


def frequency(hung: Hung, at: int, mass: float) -> float:
    """Frequency of the mode in which the trolley mostly moves once it is let go of.

    Held down by a force and let go, it moves in each mode with the square of its share in it over
    the square of its frequency: stiff modes of the line take little part, however much of the
    trolley's mass is in them.

    Parameters
    ----------
    hung : Hung
    at : int
        Which of its places.
    mass : float
        Of the trolley and all it carries, kg.

    Returns
    -------
    float
        Hz.
    """
    found, elements = _frequency(hung, at, mass, ELEMENTS), ELEMENTS
    while elements < MOST_ELEMENTS:
        elements *= 2
        before, found = found, _frequency(hung, at, mass, elements)
        if abs(found - before) <= NEAR * found:
            break
    return found


def _frequency(hung: Hung, at: int, mass: float, elements: int) -> float:
    x, up = hung.shape(at, elements + 1)
    # The load's point stands twice, once for either side.
    x, up = np.delete(x, elements), np.delete(up, elements)
    place, line = float(hung.place[at]), hung.line
    lengths = np.repeat([place, line.unstretched - place], elements) / elements
    along, across = np.diff(x), np.diff(up)
    long = np.hypot(along, across)
    # What it pulls follows from its stretch; so short an element is a straight one.
    pull = line.stiffness * np.maximum(long / lengths - 1, 1e-12)
    way = np.stack([along, across], axis=1) / long[:, None]
    outer = way[:, :, None] * way[:, None, :]
    own = (line.stiffness / lengths)[:, None, None] * outer
    own += (pull / long)[:, None, None] * (np.eye(2) - outer)
    nodes = 2 * elements + 1
    stiff = np.zeros((nodes, 2, nodes, 2))
    first, second = np.arange(nodes - 1), np.arange(1, nodes)
    for one in (first, second):
        stiff[one, :, one] += own
    stiff[first, :, second] -= own
    stiff[second, :, first] -= own
    masses = np.zeros(nodes)
    masses[first] += line.line_mass * lengths / 2
    masses[second] += line.line_mass * lengths / 2
    masses[elements] += mass
    inner = slice(2, -2)
    whole = stiff.reshape(2 * nodes, 2 * nodes)[inner, inner]
    root = np.sqrt(np.repeat(np.maximum(masses, 1e-12), 2))[inner]
    squares, shapes = np.linalg.eigh(whole / root[:, None] / root[None, :])
    trolley = 2 * elements - 2 + 1
    most = int((shapes[trolley] ** 2 / np.maximum(squares, 1e-12)).argmax())
    return float(np.sqrt(max(squares[most], 0.0)) / (2 * np.pi))


def bounced(hung: Hung, push: float, mass: float) -> Bounce:
    """What letting go of a downward push at the trolley does, at the worst of its places.

    Parameters
    ----------
    hung : Hung
    push : float
        N.
    mass : float
        Of the trolley and all it carries, kg.

    Returns
    -------
    Bounce
        Its height is how far the push holds the trolley down.
    """
    # It gives most where it hangs deepest.
    worst = int(hung.depth.argmax())
    pushed = hang(hung.line, hung.weight + push, hung.place[worst : worst + 1])
    return Bounce(frequency(hung, worst, mass), float(hung.load[1][worst] - pushed.load[1][0]))
