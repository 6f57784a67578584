"""Tools that a maker has: what they drill and cut to, and what a step is done with."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Literal

Tool = Literal[
    "hand saw",
    "chop saw",
    "jigsaw",
    "pipe cutter",
    "hand drill",
    "drill press",
    "taps",
    "calliper",
    "printer",
    "router",
    "pipe bender",
    "torque wrench",
]


#: How far a hole ends up from its mark, drilled as a stack or by itself, m: by hand, by hand with
#: no drill said, on a press.  Of makers' practice; a maker who measured another sets it.
BY_HAND, AS_USUAL, ON_A_PRESS = 0.0006, 0.0004, 0.0002
#: What else is set apart: cut or clamped by a tape, by a calliper, m.
BY_TAPE, BY_CALLIPER = 0.001, 0.0005
#: What a step calls a tool, and which of the maker's do for it, the best first.
DO_FOR: dict[str, tuple[Tool, ...]] = {
    "drill": ("drill press", "hand drill"),
    "drill press if there is one": ("drill press", "hand drill"),
    "saw": ("chop saw", "jigsaw", "hand saw"),
    "saw with a stop": ("chop saw", "pipe cutter", "hand saw"),
    "hacksaw": ("hand saw",),
    "jigsaw": ("jigsaw",),
    "scroll saw or router": ("router", "jigsaw"),
    "calliper": ("calliper",),
    "calliper or tape": ("calliper",),
    "pipe bender or a former": ("pipe bender",),
}
#: What is bought or borrowed where none of them is there.
WITHOUT = {
    "drill": "a drill, to be borrowed",
    "drill press if there is one": "a drill, to be borrowed",
    "saw": "a saw, to be borrowed",
    "saw with a stop": "a saw and a stop clamped to its box",
    "jigsaw": "a coping saw and patience",
    "scroll saw or router": "a coping saw and files",
    "calliper": "a calliper, to be borrowed",
    "calliper or tape": "tape",
    "pipe bender or a former": "a former of board",
}


def drills_to(tools: Iterable[Tool]) -> float:
    """How far a hole may be from where it was marked, m.

    Parameters
    ----------
    tools : iterable of Tool
        What the maker has; none: as makers do with what is usual.

    Returns
    -------
    float
    """
    has = set(tools)
    if "drill press" in has:
        return ON_A_PRESS
    return BY_HAND if "hand drill" in has else AS_USUAL


def sets_to(tools: Iterable[Tool]) -> float:
    """How far a distance that is set by measuring may be off, m.

    Parameters
    ----------
    tools : iterable of Tool

    Returns
    -------
    float
    """
    has = set(tools)
    return BY_CALLIPER if "calliper" in has or not has else BY_TAPE


def called(tools: Iterable[str], has: Iterable[Tool]) -> tuple[str, ...]:
    """What a step is done with, in the maker's own tools where they are known.

    Parameters
    ----------
    tools : iterable of str
        As the step calls them.
    has : iterable of Tool
        What the maker has; none: nothing is known of it.

    Returns
    -------
    tuple of str
        Each once.
    """
    there = set(has)
    if not there:
        return tuple(dict.fromkeys(tools))
    found = []
    for name in tools:
        own = next((tool for tool in DO_FOR.get(name, ()) if tool in there), None)
        found.append(own or WITHOUT.get(name, name))
    return tuple(dict.fromkeys(found))


def missing(tools: Iterable[str], has: Iterable[Tool]) -> tuple[str, ...]:
    """What steps call for and the maker has nothing like.

    Parameters
    ----------
    tools : iterable of str
        As the steps call them.
    has : iterable of Tool

    Returns
    -------
    tuple of str
        Empty where nothing is known of the maker's tools.
    """
    there = set(has)
    if not there:
        return ()
    lacking = (
        name for name in tools if name in DO_FOR and not any(one in there for one in DO_FOR[name])
    )
    return tuple(dict.fromkeys(WITHOUT.get(name, name) for name in lacking))
