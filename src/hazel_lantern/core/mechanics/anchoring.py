"""What holds a line at its end: a post in the ground and the guy behind it share the pull."""

from __future__ import annotations

import math
from typing import NamedTuple


class Shares(NamedTuple):
    """How post and guy share a level pull.

    Attributes
    ----------
    guy : float
        The guy's share of it.
    moment : float
        Of the rest about the ground, N·m.
    pull : float
        In the guy, N.
    bent : float
        How far the head comes in, m.
    """

    guy: float
    moment: float
    pull: float
    bent: float


def shared(
    pull: float, height: float, rigidity: float, soil: float, guy: float, angle: float, pin: bool
) -> Shares:
    """A post that bends on ground that gives, and a guy that stretches, side by side.

    Parameters
    ----------
    pull : float
        Level, N.
    height : float
        Of the line over the ground, m.
    rigidity : float
        E I of the post, N·m²; infinite for what does not bend.
    soil : float
        Of the foot against turning, N·m/rad; infinite where it does not give.
    guy : float
        E A of the guy, N; nought where there is none.
    angle : float
        Of the guy from the ground, rad.
    pin : bool
        Whether the foot turns freely.

    Returns
    -------
    Shares
        A foot on a pin leaves all of it to the guy.

    Notes
    -----
    Post and foot give h³/3EI + h²/k; the guy holds E A cos² a / L with L = h / sin a.
    """
    held = guy * math.cos(angle) ** 2 * math.sin(angle) / height
    gives = height**3 / (3 * rigidity) + height**2 / soil
    share = 1.0 if pin else held * gives / (1 + held * gives)
    head = pull * share / held if share and held else pull * gives
    return Shares(
        guy=share,
        moment=pull * (1 - share) * height,
        pull=pull * share / max(math.cos(angle), 1e-9) if guy else 0.0,
        bent=head,
    )
