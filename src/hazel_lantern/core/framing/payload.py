"""Whether there is anything to carry: of nothing every rig holds."""

from __future__ import annotations

from typing import Any

from hazel_lantern.core.lamps import Check, Found, State, check, working


@check("shot.payload", "Payload", "Load", "mass", 0.0, "at least", "something to carry")
def payload(subject: Any) -> Found:
    """Fail while nothing is carried: weights and balance say nothing of an empty rig."""
    return Found(
        0.0,
        ("Carries the camera", "No camera yet"),
        lambda s: (
            "Nothing is carried, so nothing sags, tips or drifts: put the camera and what goes "
            "with it on at Load, or pick it there from the catalogue."
        ),
        working("sum of masses", (), "the items at Load"),
        at_best=State.FAILS,
        instead="nothing is on it",
        on_site="Add the camera at Load; nothing else mends this.",
    )


def where_empty(items: tuple[Any, ...]) -> tuple[Check, ...]:
    """The check of a rig without a load; none where something is carried.

    Parameters
    ----------
    items : tuple
        What is carried.

    Returns
    -------
    tuple of Check
    """
    return () if items else (payload,)
