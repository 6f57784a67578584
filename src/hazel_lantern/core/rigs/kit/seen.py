"""What is seen of a rig that gives: a horizon that turns, a picture that sways, slow drift.

A steady slant is framing.  Slow drift is judged against what the move itself sends through the
frame; a turning horizon and swaying are seen whatever the move is.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.lamps import Found, Inputs, check, working
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.units import write

Array = NDArray[np.float64]
#: Slow drift that is not seen, as a share of the frame's width, and of the flow of the picture.
UNSEEN, OF_FLOW = 12 / 1920, 0.04
#: Swaying either way of the smooth path that is not seen, as a share of the frame's width.
SWAY = 2 / 1920
#: Quick shake that is not seen as such, root mean square, as a share of the frame's width.
SHAKE = 0.8 / 1920
#: What a hand on the focus ring presses with, N.
TOUCH = 2.0

roll_check = check(
    "roll",
    "Tilt of the horizon",
    "Frame",
    "angle",
    math.radians(1.0),
    "at most",
    "1° of turning over the move, half a degree either way: more is seen against a door or the sea",
)

wobble_check = check(
    "wobble",
    "Sway of the picture",
    "Frame",
    "px",
    None,
    "at most",
    "2 px either way of the smooth path in a frame 1920 px wide",
)


def drift_limit(width: float, flow: float) -> float:
    """How far a picture may drift slowly without being seen to.

    Parameters
    ----------
    width : float
        Of the frame, px.
    flow : float
        How far the move itself sends things through it, px.

    Returns
    -------
    float
        px: 12 in a frame of 1920, or the flow bent by 4 in 100, which is 2.3°.
    """
    return max(UNSEEN * width, OF_FLOW * flow)


def rolled(roll: Array, because: str, inputs: Inputs, source: str) -> Found:
    """How far the horizon turns over the move.

    Parameters
    ----------
    roll : (n,) array
        Of the lens at every mark, rad.
    because : str
        What turns it, as the beginning of a sentence.
    inputs : tuple
        What the roll comes from, for the working.
    source : str

    Returns
    -------
    Found
        Its value is the greatest less the least roll, rad.
    """
    turned = float(picture.peak_to_peak(roll))
    left, right = float(roll.min()), float(roll.max())
    return Found(
        turned,
        ("Horizon stays level", "Horizon turns in sight"),
        lambda s: (
            f"{because}, so the horizon turns by {write(turned, 'angle', s)} over the move, from "
            f"{write(left, 'angle', s)} to {write(right, 'angle', s)}. What is steady of it is "
            "framing: level the camera in the middle of the move."
        ),
        working(
            "roll, greatest less least over the move",
            (("roll", "of the lens, greatest less least", turned, "angle"), *inputs),
            source,
        ),
        over_move=np.abs(roll - (left + right) / 2),
    )


def wobbled(course: Array, along: Array, width: float, inputs: Inputs, source: str) -> Found:
    """How far the picture departs from its smooth path.

    Parameters
    ----------
    course : (rows, n) array
        Drift in rows of the picture at every mark, px.
    along : (n,) array
        Way covered at every mark.
    width : float
        Of the frame, px.
    inputs : tuple
        What the drift comes from, for the working.
    source : str

    Returns
    -------
    Found
        Its value is the greatest departure, px.
    """
    left = np.abs(picture.departure(course, along)).max(axis=0)
    most = float(left.max())
    return Found(
        left,
        ("Picture does not sway", "Picture sways in sight"),
        lambda s: (
            f"Beside a smooth path the picture sways by {write(most, 'px', s)} either way over "
            "the move: what turns back more than once, not what slants or bows once."
        ),
        working(
            "drift, less the cubic in the way covered that fits it best",
            (("w", "frame width", width, "px"), *inputs),
            source,
        ),
        limit=SWAY * width,
    )
