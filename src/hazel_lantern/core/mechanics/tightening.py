"""Making a line tight, and what an hour and the weather take from it again."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics.stringing import Stringing

Array = NDArray[np.float64]
#: Lengths that it creeps through; places of Gauss and Legendre while it is drawn in.
CREEPS = 41
NODES, SHARES = np.polynomial.legendre.leggauss(9)


class Creep(NamedTuple):
    """How a line creeps: a share of its length for a tenfold of time at a pull, N.

    It is counted from ``start`` to ``end``, s.
    """

    by_decade: float
    at_pull: float
    start: float = 60.0
    end: float = 3600.0


class Hangs(NamedTuple):
    """How it hangs with its load in the middle: unstretched length and sag, m, greatest pull, N."""

    length: float
    sag: float
    pull: float


class Tightening(NamedTuple):
    """What comes off the tightener, m, and how it hangs then: now, crept, colder, warmer."""

    drawn_in: float
    now: Hangs
    crept: Hangs
    colder: Hangs
    warmer: Hangs


def tightening(
    own: Stringing, loose: float, tight: float, pull: float, creep: Creep, weather: float
) -> Tightening:
    """From loose to tight with the load hung, and what becomes of it.

    It creeps in proportion to the pull, which falls as it slackens: the time to a length is the
    integral of one over the pull.

    Parameters
    ----------
    own : Stringing
    loose, tight : float
        Unstretched lengths before and after, m.
    pull : float
        Of the tight one, its greatest, or anything more, N.
    creep : Creep
    weather : float
        Share of its length by which it is shorter when colder and longer when warmer.

    Returns
    -------
    Tightening
        Every unstretched metre comes off as long as the pull then makes it.

    Raises
    ------
    CannotBe
        If a line of one of these lengths cannot hang.
    """
    # The pull only falls: it gets no longer than at the first pull all the time.
    asked = creep.by_decade * float(np.log10(creep.end / creep.start)) / creep.at_pull
    creeps = tight * (1 + np.linspace(0, asked * pull, CREEPS))
    drawn = tight + (loose - tight) * (1 + NODES) / 2
    lengths = np.concatenate([[tight, tight * (1 - weather), tight * (1 + weather)], drawn, creeps])
    # All at once: what takes long is to begin.
    sags, pulls = own.to_length(lengths)
    off = 3 + len(NODES)
    stretched = 1 + pulls[3:off] / own.stiffness
    rows = lengths, sags, pulls
    now, colder, warmer = (Hangs(*(float(row[at]) for row in rows)) for at in range(3))
    crept = now
    if asked > 0:
        each = 1 / pulls[off:]
        takes = np.append(0.0, np.cumsum((each[1:] + each[:-1]) / 2 * np.diff(creeps))) / tight
        crept = Hangs(*(float(np.interp(asked, takes, row[off:])) for row in rows))
    taken = float((loose - tight) / 2 * (SHARES * stretched).sum())
    return Tightening(taken, now, crept, colder, warmer)


def advantage(ropes: int, loss: float) -> float:
    """Pull of a set of pulleys for one of the hand's.

    Parameters
    ----------
    ropes : int
        At the moving block.
    loss : float
        Of the pull at every sheave.

    Returns
    -------
    float
        Each rope pulls 1 − loss of the one before it.
    """
    return float(sum((1 - loss) ** at for at in range(ropes)))
