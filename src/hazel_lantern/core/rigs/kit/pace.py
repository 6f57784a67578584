"""The pace of a move on the bench: the same fields in every family."""

from __future__ import annotations

from hazel_lantern.core.rigs.asks import Group
from hazel_lantern.core.shot import S


def pace(*more: str) -> Group:
    """Duration and eases, and more fields of the move.

    Parameters
    ----------
    more : str
        Those fields.

    Returns
    -------
    Group
    """
    p = S.pace
    return Group("Move", (p.duration, p.ease, p.ease_in, p.ease_out, *more))
