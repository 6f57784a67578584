"""What a move gives on screen, in figures each with a bar: sliding, growing, crossing, focus."""

from __future__ import annotations

from collections.abc import Iterable
from typing import TYPE_CHECKING, NamedTuple

import numpy as np

from hazel_lantern.core.framing.sighted import NEAR
from hazel_lantern.core.lamps import State
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.shot import SUBJECT
from hazel_lantern.core.units import Style, write

if TYPE_CHECKING:
    from hazel_lantern.core.assessment import Assessment


class Figure(NamedTuple):
    """A figure of the shot: its title, a line of words, the length of its bar, how it burns, and
    the lamp that it is of, if any.
    """

    title: str
    words: str
    share: float
    state: State = State.HOLDS
    lamp: str = ""


#: Shares of the frame in words, the smallest that is near enough.
SHARES = (
    (0.06, "hardly any of the frame"),
    (0.14, "a tenth of the frame"),
    (0.23, "a fifth of the frame"),
    (0.29, "a quarter of the frame"),
    (0.4, "a third of the frame"),
    (0.6, "half of the frame"),
    (0.85, "most of the frame"),
    (1.2, "the whole frame"),
)


def _px(size: float, style: Style) -> str:
    """Whole pixels: nobody sees a tenth of one slide by."""
    return write(float(round(size)), "px", style)


def _far(length: float, style: Style) -> str:
    """A distance as a ring of focus is read."""
    return write(round(length, 2), "length", style)


def share_words(share: float) -> str:
    """A share of the frame's width as one would say it.

    Parameters
    ----------
    share : float

    Returns
    -------
    str
    """
    said = next((words for most, words in SHARES if share <= most), "")
    return said or f"{share:.1f} times the frame"


def slides(found: Assessment, name: str) -> float:
    """How far a thing slides against the subject over the move.

    Parameters
    ----------
    found : Assessment
    name : str
        Of a thing of the set.

    Returns
    -------
    float
        px; not a number where it is behind the lens at an end.
    """
    framed = found.family.framed
    (thing, deep), (subject, _) = framed.sighted(name), framed.sighted(SUBJECT)
    if min(deep[0], deep[-1]) < NEAR:
        return float("nan")
    apart = thing - subject
    return float(np.hypot(*(apart[-1] - apart[0])))


def grows(found: Assessment) -> float:
    """How many times larger the subject is at the end than at the start.

    Parameters
    ----------
    found : Assessment

    Returns
    -------
    float
    """
    depths = found.family.framed.depths
    return float(depths[0] / depths[-1])


def _sliding(found: Assessment, style: Style) -> Iterable[Figure]:
    wide = found.family.framed.shot.lens.frame_width
    for thing in found.family.framed.shot.things[:3]:
        shift = slides(found, thing.name)
        title = f"{thing.name.capitalize()} slides past the subject"
        if not np.isfinite(shift):
            yield Figure(title, "goes out behind the lens", 0.0)
            continue
        yield Figure(
            title,
            f"{_px(shift, style)}, {share_words(shift / wide)}",
            min(shift / wide, 1.0),
        )


def _focus(found: Assessment, style: Style) -> Figure:
    framed, lamp = found.family.framed, found.by_id["shot.focus"]
    lens, depths = framed.shot.lens, framed.depths
    near, far = float(depths.min()), float(depths.max())
    if lens.focus == "set once":
        closest, farthest = picture.depth_of_field(
            lens.focal, lens.f_number, framed.focused, found.case.settings.circle
        )
        to = _far(farthest, style) if farthest < 1e6 else "as far as one sees"
        words = f"{_far(framed.focused, style)}; sharp {_far(closest, style)} to {to}"
    else:
        at = [_far(float(depth), style) for depth in framed.focus_marks]
        words = " · ".join(at) if far - near > 0.01 else f"{at[0]} all the way"
    return Figure(f"Focus at f/{lens.f_number:g}", words, lamp.fraction(), lamp.state, lamp.id)


def figures(found: Assessment, style: Style) -> tuple[Figure, ...]:
    """All figures of a shot, printed.

    Parameters
    ----------
    found : Assessment
    style : Style

    Returns
    -------
    tuple of Figure
    """
    framed = found.family.framed
    strobe, own = found.by_id["shot.strobe"], found.by_id["shot.sees-itself"]
    growth = grows(found)
    long = framed.shot.pace.duration
    shown = long * framed.slowed
    played = framed.shot.played
    words = write(shown, "time", style)
    if abs(shown - long) > 1e-6:
        words = f"{write(long, 'time', style)} of work, {words} on screen"
    if played.kind == "slow motion":
        words = f"at {played.captured:g} of {played.shown:g}: {write(shown, 'time', style)}"
    crossing = (
        f"{write(strobe.value, 'time', style)}; strobes under {write(strobe.limit, 'time', style)}"
        if strobe.value < 90
        else "it stands still in the frame"
    )
    title = framed.shot.aim.follows.capitalize()
    rig = _px(abs(own.value), style)
    seen = (
        "nothing of it before the lens"
        if not own.applies
        # Further off than the frame is wide it is nowhere near: the figure says nothing more.
        else "no"
        if own.value >= framed.shot.lens.frame_width
        else f"no, {rig} to spare"
        if own.value >= 0
        else f"yes, {rig} of it"
    )
    return (
        *_sliding(found, style),
        Figure(
            "Subject grows",
            f"{growth:.2f} times" if abs(growth - 1) > 0.005 else "not at all",
            min(abs(growth - 1), 1.0),
        ),
        Figure(
            f"{title} would cross the frame in",
            crossing,
            strobe.fraction(),
            strobe.state,
            strobe.id,
        ),
        _focus(found, style),
        Figure("On screen", words, min(shown / 20.0, 1.0)),
        Figure("Own rig in frame", seen, own.fraction(), own.state, own.id),
    )
