"""A hand that pushes steadily and yet wavers, and what a soft link lets through.

Of a steady push a few hundredths waver, most of it between one and a few times a second, a little
as tremor near ten: steady-force studies, such as Jones, Hamilton and Wolpert 2002.  The setting
says by how much; here is how it is spread.
"""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
#: About how often a hand wavers, Hz: slower it is part of the move.
WAVERS = 2.0
#: How often what is pushed swings on a soft link, and how strongly that is damped.
LINK, LINK_DAMPING = 0.5, 0.1
#: Between these it wavers, Hz; where it trembles, how broadly, and that part's share of it.
SLOWEST, QUICKEST = 1.0, 14.0
TREMOR, TREMOR_BREADTH, TREMOR_SHARE = 10.0, 1.5, 0.2
#: Waves that are added up.
WAVES = 60
#: Samples a second, and the longest time that is worked out, s.
OFTEN, LONGEST = 200.0, 300


@lru_cache(maxsize=1)
def spectrum() -> tuple[Array, Array, Array]:
    """How a wavering of 1 N, as the top of a sine, is spread.

    Returns
    -------
    (waves,), (waves,), (waves,) array
        Times a second, Hz; top of each wave, N, of which the squares add to 1; and its phase, rad.
    """
    edges = np.geomspace(SLOWEST, QUICKEST, WAVES + 1)
    often, wide = np.sqrt(edges[1:] * edges[:-1]), np.diff(edges)
    # Steady-force wavering falls with the square of how often.
    slow = wide / often**2
    quick = wide * np.exp(-(((often - TREMOR) / TREMOR_BREADTH) ** 2) / 2)
    power = (1 - TREMOR_SHARE**2) * slow / slow.sum() + TREMOR_SHARE**2 * quick / quick.sum()
    phases = np.random.default_rng(11).uniform(0, 2 * math.pi, WAVES)
    return often, np.sqrt(power), phases


def through_link(often: Array | float) -> Array | float:
    """Share of a wavering force that a soft link lets through.

    Parameters
    ----------
    often : (n,) array or float
        Hz.

    Returns
    -------
    (n,) array or float
        A mass on a spring, as a share of what it would have been given directly.
    """
    over = often / LINK
    drag = 1j * 2 * LINK_DAMPING * over
    return np.abs((1 + drag) / (1 + drag - over**2))


@lru_cache(maxsize=8)
def _unit(seconds: int, soft: bool) -> tuple[Array, Array, Array]:
    """Times, and how far a hand of 1 N sends 1 kg, with which force."""
    often, tops, phases = spectrum()
    forces = tops * (through_link(often) if soft else 1.0)
    omega = 2 * math.pi * often
    times = np.arange(0, seconds + 1, 1 / OFTEN)
    pushed, moved = np.zeros_like(times), np.zeros_like(times)
    for rate, top, phase in zip(omega, forces, phases, strict=True):
        wave = top * np.sin(rate * times + phase)
        pushed += wave
        moved -= wave / rate**2
    return times, moved, pushed


def sent(times: Array, force: float, mass: float, soft: bool) -> tuple[Array, Array]:
    """How far a wavering hand sends a mass that rolls freely, and the force that it does it with.

    Parameters
    ----------
    times : (n,) array
        s, from 0.
    force : float
        Top of the wavering, N.
    mass : float
        kg.
    soft : bool
        Whether a soft link is between.

    Returns
    -------
    (n,), (n,) array
        m, and N; ahead positive.
    """
    # It wavers alike over and over: an hour of it is no other than a few minutes.
    end = min(math.ceil(times[-1]), LONGEST)
    at, moved, pushed = _unit(end, soft)
    here = np.mod(times, end)
    return (
        np.interp(here, at, moved) * force / mass,
        np.interp(here, at, pushed) * force,
    )
