"""Tools that a maker has: what they drill and cut to, and what a step is done with."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from typing import Literal, NamedTuple

from hazel_lantern.core.fields import Frozen

Tool = Literal[
    "hand saw",
    "chop saw",
    "jigsaw",
    "pipe cutter",
    "hand drill",
    "drill press",
    "taps",
    "calliper",
    "router",
    "printer",
    "pipe bender",
]


#: How many times as far off as with usual tools work comes out, by its kind and what the maker has
#: for it, the best first.  Of makers' practice; whoever measured another figure sets it.
COMES_OUT: dict[str, tuple[tuple[Tool, float], ...]] = {
    "drilled": (("drill press", 0.5), ("hand drill", 1.5)),
    "set": (("calliper", 1.0),),
}
#: Where none of them is there.
OTHERWISE = {"drilled": (1.5, "a borrowed hand drill"), "set": (2.0, "a tape")}


class Does(NamedTuple):
    """Which of the maker's tools do for what a step calls for, the best first; and what else."""

    tools: tuple[Tool, ...]
    without: str


#: By what a step calls a tool.
DO_FOR = {
    "drill": Does(("drill press", "hand drill"), "a drill, to be borrowed"),
    "drill press if there is one": Does(("drill press", "hand drill"), "a drill, to be borrowed"),
    "saw": Does(("chop saw", "jigsaw", "hand saw"), "a saw, to be borrowed"),
    "saw with a stop": Does(
        ("chop saw", "pipe cutter", "hand saw"), "a saw and a stop clamped to its box"
    ),
    "hacksaw": Does(("hand saw",), "a hacksaw"),
    "tap": Does(("taps",), "a tap of the thread's size, to be bought"),
    "jigsaw": Does(("jigsaw",), "a coping saw and patience"),
    "scroll saw or router": Does(("router", "printer", "jigsaw"), "a coping saw and files"),
    "calliper": Does(("calliper",), "a calliper, to be borrowed"),
    "calliper or tape": Does(("calliper",), "tape"),
    "pipe bender or a former": Does(("pipe bender",), "a former of board"),
}


def _toleranced(root: Frozen, path: str) -> Iterator[tuple[str, str, float]]:
    """Fields that say how far something is off: path, kind of work, figure with usual tools."""
    for name, info in type(root).model_fields.items():
        value, here = getattr(root, name), f"{path}.{name}"
        if isinstance(value, Frozen):
            yield from _toleranced(value, here)
        extra = info.json_schema_extra
        if isinstance(extra, dict) and "work" in extra:
            yield here, str(extra["work"]), float(info.default)


def tolerances(root: Frozen, path: str, has: Iterable[Tool]) -> dict[str, tuple[float, str]]:
    """How far off things come out with a maker's tools, by the path of each field.

    Parameters
    ----------
    root : Frozen
        A design.
    path : str
        Where it stands itself.
    has : iterable of Tool
        What the maker has; none: nothing is known of it.

    Returns
    -------
    dict
        Figure, m, and what it is done with.
    """
    there = set(has)
    if not there:
        return {}
    found = {}
    for here, work, usual in _toleranced(root, path):
        times, tool = next(
            ((times, str(tool)) for tool, times in COMES_OUT[work] if tool in there),
            OTHERWISE[work],
        )
        found[here] = (round(usual * times, 6), f"as it comes out with {_a(tool)}")
    return found


def _a(tool: str) -> str:
    return tool if tool.startswith("a ") else f"a {tool}"


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
    return tuple(dict.fromkeys(_own(name, there) for name in tools))


def _own(name: str, there: set[Tool]) -> str:
    does = DO_FOR.get(name)
    if does is None:
        return name
    return next((tool for tool in does.tools if tool in there), does.without)


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
        DO_FOR[name].without
        for name in tools
        if name in DO_FOR and not there.intersection(DO_FOR[name].tools)
    )
    return tuple(dict.fromkeys(lacking))
