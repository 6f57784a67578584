"""Capture modes of a camera: rate, frame, crop and buffer at once."""

from __future__ import annotations

from hazel_lantern.core.catalogue.rows import Mode
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.shot import S, Shot

#: Faster than this, a mode is there to be shown slower, frames a second.
NORMAL = 30.0
#: A buffer that never fills, s.
ENDLESS = 36000.0


def captured(shot: Shot, mode: Mode) -> tuple[Edit, ...]:
    """Edits that make a shot captured in a mode.

    Parameters
    ----------
    shot : Shot
    mode : Mode

    Returns
    -------
    tuple of Edit
        A slow mode is shown at its own rate in real time, a quick one slowed to the rate that is
        shown now; a time-lapse stays one.
    """
    found = [
        Edit(S.lens.frame_width, mode.frame_width),
        Edit(S.lens.frame_height, mode.frame_height),
        Edit(S.lens.crop, mode.crop),
    ]
    if shot.played.kind == "time-lapse":
        return tuple(found)
    if mode.rate <= NORMAL:
        return (*found, Edit(S.played.kind, "real time"), Edit(S.played.shown, mode.rate))
    return (
        *found,
        Edit(S.played.kind, "slow motion"),
        Edit(S.played.captured, mode.rate),
        Edit(S.played.buffer, ENDLESS if mode.buffer is None else mode.buffer),
    )
