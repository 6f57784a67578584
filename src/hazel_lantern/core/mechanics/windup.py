"""An inertia turned through a spring: how far it winds up, and swings on afterwards.

The foot of the spring is turned by hand after a profile; ``ψ`` is how far the inertia lags
behind it.  Source: any text on vibration, base excitation of one degree of freedom.
"""

from __future__ import annotations

import cmath
import math
from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.mechanics.constants import GRAVITY

if TYPE_CHECKING:
    from collections.abc import Callable

Array = NDArray[np.float64]
#: Steps for one swing of the spring, and the fewest and most in all: within 3e-4 of many more.
PER_SWING, FEWEST, MOST = 32, 600, 2400
#: A swing is gone within one step where it fades by e to so much: it only follows the push.
GONE = 40.0


@dataclass(frozen=True)
class WindUp:
    """How an inertia lags behind: the most while it is turned, and what is left at the end.

    Attributes
    ----------
    most : float
        Greatest lag either way over the move, rad.
    left : float
        Size of the swing that is left when the foot stands still, rad.
    """

    most: float
    left: float


def first_frequency(stiffness: float, inertia: float) -> float:
    """√(k / I) / 2π of one spring and one mass or inertia.

    Parameters
    ----------
    stiffness : float
        N/m or N·m/rad.
    inertia : float
        kg or kg·m².

    Returns
    -------
    float
        Hz; infinite without inertia.
    """
    return math.sqrt(stiffness / inertia) / (2 * math.pi) if inertia > 0 else math.inf


def by_sinking(sunk: float) -> float:
    """How often a weight swings that has sunk by so much on its spring.

    Parameters
    ----------
    sunk : float
        m.

    Returns
    -------
    float
        √(g / sunk) / 2π, Hz; infinite where it has not sunk.
    """
    return math.sqrt(GRAVITY / sunk) / (2 * math.pi) if sunk > 0 else math.inf


def wind_up(
    acceleration: Callable[[Array], Array], duration: float, frequency: float, damping: float
) -> WindUp:
    """Lag of an inertia on a spring over a move, from rest.

    Parameters
    ----------
    acceleration : callable
        From times, s, to the foot's acceleration, rad/s².
    duration : float
        s.
    frequency : float
        Of the free swing without damping, Hz.
    damping : float
        As a share of the critical one, below 1.

    Returns
    -------
    WindUp

    Notes
    -----
    ``ψ″ + 2 ζ ω ψ′ + ω² ψ = −a`` with roots λ, λ*: ``u = ψ′ − λ* ψ`` obeys ``u′ = λ u − a``,
    stepped exactly for an acceleration that is even within a step.  ``ψ = Im u / ω_d`` and
    the swing's envelope is ``|u| / ω_d``.
    """
    omega = 2 * math.pi * frequency
    ringing = omega * math.sqrt(1 - damping**2)
    root = complex(-damping * omega, ringing)
    steps = round(min(max(duration * frequency * PER_SWING, FEWEST), MOST))
    step = duration / steps
    pushes = acceleration(np.linspace(step / 2, duration - step / 2, steps))
    gain = (cmath.exp(root * step) - 1) / root
    # u_k = E u_(k-1) - gain p_k; divided by E^k it is a plain sum, as far as E^-k can be held.
    fades = damping * omega * step
    if fades > GONE:
        u = -gain * pushes
        return WindUp(float(np.abs(u.imag).max()) / ringing, abs(complex(u[-1])) / ringing)
    at_once = max(int(300 / fades), 1) if fades else steps
    last, most = 0j, 0.0
    for start in range(0, steps, at_once):
        some = pushes[start : start + at_once]
        powers = np.exp(root * step * np.arange(1, len(some) + 1))
        u = powers * (last - gain * np.cumsum(some / powers))
        last, most = complex(u[-1]), max(most, float(np.abs(u.imag).max()))
    return WindUp(most / ringing, abs(last) / ringing)
