"""Mends: the search over a family's levers for changes that make a lamp hold.

Nothing here knows what a lever does; every candidate is assessed anew.  A mend is offered
only if the lamp then holds and no other lamp burns worse than before.
"""

from __future__ import annotations

import contextlib
import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from typing import TYPE_CHECKING

from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.fields import Edit, EditError, apply, describe, value_at
from hazel_lantern.core.lamps import Lamp, State
from hazel_lantern.core.rigs.family import Choices, Lever, Numeric
from hazel_lantern.core.units import INCH, Style, write

if TYPE_CHECKING:
    from hazel_lantern.core.project.model import Rig, Settings
    from hazel_lantern.core.workshop import Workshop


@dataclass(frozen=True)
class Mend:
    """A change that makes a lamp hold.

    Attributes
    ----------
    title : str
        What to do.
    edits : tuple of Edit
    after : Assessment
        Of the changed rig.
    cost, mass, travel : float
        Change of each: money, kg, m.
    """

    title: str
    edits: tuple[Edit, ...]
    after: Assessment
    cost: float
    mass: float
    travel: float

    def price(self, style: Style) -> str:
        """What it costs in money, mass and travel, in words."""
        words = []
        for change, kind, name in (
            (self.cost, "money", ""),
            (self.mass, "mass", ""),
            (self.travel, "length", " travel"),
        ):
            least = {"money": 0.005, "mass": 0.0005, "length": 0.00005}[kind]
            if abs(change) >= least:
                words.append(f"{'+' if change > 0 else '–'}{write(abs(change), kind, style)}{name}")
        return " · ".join(words) or "costs nothing"


class StopSearch(Exception):  # noqa: N818 - a signal, not an error
    """The search was told to stop."""


class EnoughTried(Exception):  # noqa: N818 - a signal, not an error
    """A search for pairs has tried as many as it may."""


#: Rigs that a search for pairs may assess: there are thousands of pairs, and few mend.
PAIRS_TRIED = 500


@dataclass
class Effort:
    """How many rigs may still be assessed."""

    left: int = PAIRS_TRIED

    def spend(self) -> None:
        """One more; raises `EnoughTried` when there is none left."""
        self.left -= 1
        if self.left < 0:
            raise EnoughTried


def never() -> bool:
    """A stop signal that is never given."""
    return False


@dataclass
class Search:
    """One search: the rig as it is, and what may not get worse."""

    rig: Rig
    settings: Settings
    workshop: Workshop
    stop: Callable[[], bool] = never
    effort: Effort | None = None
    before: Assessment = field(init=False)
    tried: dict[tuple[Edit, ...], Assessment | None] = field(default_factory=dict)

    def __post_init__(self) -> None:
        self.before = self.rig.family.assess(self.rig, self.settings, self.workshop)

    def attempt(self, edits: tuple[Edit, ...]) -> Assessment | None:
        """The rig assessed with these edits, or None where they cannot be made.

        What was tried is remembered: a probe is often the same as a later rung or choice.
        """
        if self.stop():
            raise StopSearch
        if edits not in self.tried:
            if self.effort is not None:
                self.effort.spend()
            try:
                changed = apply(self.rig, edits, self.settings.style)
                found = changed.family.assess(changed, self.settings, self.workshop)
                self.tried[edits] = found
            except ValueError:
                self.tried[edits] = None
        return self.tried[edits]

    def harmless(self, after: Assessment, target: str) -> bool:
        """Whether no lamp but the target burns worse than it did."""
        return all(
            lamp.state.badness <= self.before.by_id[lamp.id].state.badness
            for lamp in after.lamps
            if lamp.id != target and lamp.id in self.before.by_id
        )

    def mends(self, after: Assessment | None, target: str) -> bool:
        """Whether the target holds and nothing else is worse."""
        return (
            after is not None
            and after.by_id[target].state is State.HOLDS
            and self.harmless(after, target)
        )

    def matters(self, edits: tuple[Edit, ...], target: str) -> bool:
        """Whether a change touches the target at all; most levers leave most lamps alone."""
        after = self.attempt(edits)
        if after is None:
            return True
        was, now = self.before.by_id[target], after.by_id[target]
        # A brake or another stand moves the limit and leaves the value where it was.
        return (was.value, was.limit, was.state) != (now.value, now.limit, now.state)

    def mend(self, title: str, edits: tuple[Edit, ...], after: Assessment) -> Mend:
        """The mend with what it costs."""
        before = self.before
        return Mend(
            title,
            edits,
            after,
            after.cost - before.cost,
            after.mass - before.mass,
            after.travel - before.travel,
        )


def _step_of(lever: Numeric, kind: str, style: Style) -> float:
    """The lever's step, as a maker with this rule would set it."""
    if kind == "length" and style.imperial:
        return max(round(lever.step / (INCH / 4)), 1) * INCH / 4
    return lever.step


def _ladder(start: float, stop: float, step: float) -> Iterator[float]:
    """Steps from start towards stop, each rung three times as far as the one before."""
    sign = 1 if stop > start else -1
    reach = step
    while reach < abs(stop - start):
        yield start + sign * reach
        reach *= 3
    yield stop


def _on_grid(value: float, step: float, low: float, high: float) -> float:
    return min(max(round(value / step) * step, low), high)


def _pull(search: Search, lever: Numeric, target: str) -> Iterator[Mend]:
    """The least change of a figure, up and down, that mends."""
    kind = describe(search.rig, lever.path).kind
    style = search.settings.style
    now = float(value_at(search.rig, lever.path))
    step = _step_of(lever, kind, style)
    for stop in (lever.high, lever.low):
        if abs(stop - now) < step / 2:
            continue
        if not search.matters(_set(search, lever, stop), target):
            continue
        last, rungs = now, [now]
        for rung in _ladder(now, stop, step):
            value = _on_grid(rung, step, lever.low, lever.high)
            after = search.attempt(_set(search, lever, value))
            if search.mends(after, target):
                break
            last = value
            rungs.append(value)
        else:
            dip = _dip(search, lever, rungs, target, step)
            if dip is None:
                continue
            last, value = dip
            after = search.attempt(_set(search, lever, value))
        while abs(value - last) > 1.01 * step:
            middle = _on_grid((value + last) / 2, step, lever.low, lever.high)
            if middle in (value, last):
                break
            trial = search.attempt(_set(search, lever, middle))
            if search.mends(trial, target):
                value, after = middle, trial
            else:
                last = middle
        assert after is not None
        yield search.mend(_title(lever, value, kind, style), _set(search, lever, value), after)


def _dip(
    search: Search, lever: Numeric, rungs: list[float], target: str, step: float
) -> tuple[float, float] | None:
    """A value between two rungs that mends, and one nearer to now that does not.

    Some lamps hold only in a narrow place, such as a balance: it is looked for by thirds
    around the rung at which the lamp was best.
    """

    def missing(value: float) -> float:
        after = search.attempt(_set(search, lever, value))
        return _missing(after.by_id[target]) if after is not None else math.inf

    best = min(range(len(rungs)), key=lambda at: missing(rungs[at]))
    if best == 0:
        return None
    near, far = rungs[best - 1], rungs[min(best + 1, len(rungs) - 1)]
    # Seventeen times two thirds bring a span of a thousand steps down to one.
    for _ in range(17):
        if abs(far - near) < 2 * step:
            break
        thirds = [
            _on_grid(near + share * (far - near), step, lever.low, lever.high)
            for share in (1 / 3, 2 / 3)
        ]
        for value in thirds:
            if search.mends(search.attempt(_set(search, lever, value)), target):
                return near, value
        if missing(thirds[0]) <= missing(thirds[1]):
            far = thirds[1]
        else:
            near = thirds[0]
    return None


def _set(search: Search, lever: Numeric, value: float) -> tuple[Edit, ...]:
    """The edits that put a lever to a value, with what has to follow."""
    edits = (Edit(lever.path, round(value) if lever.whole else value),)
    if lever.then is None:
        return edits
    try:
        return (*edits, *lever.then(apply(search.rig, edits, search.settings.style)))
    except ValueError:
        return edits


def _title(lever: Numeric, value: float, kind: str, style: Style) -> str:
    """What to do, with the value as a maker reads it."""
    return lever.title.format(round(value) if lever.whole else write(value, kind, style))


def _choose(search: Search, lever: Choices, target: str, most: int = 3) -> Iterator[Mend]:
    """The cheapest choices that mend."""
    found = []
    few = lever.candidates[:: max(1, len(lever.candidates) // 4)]
    if not any(search.matters(edits, target) for _, edits in few):
        return
    for title, edits in lever.candidates:
        after = search.attempt(edits)
        if search.mends(after, target):
            assert after is not None
            found.append(search.mend(title, edits, after))
    yield from sorted(found, key=lambda mend: (mend.cost, mend.mass))[:most]


def _single(search: Search, lever: Lever, target: str) -> Iterator[Mend]:
    if isinstance(lever, Numeric):
        yield from _pull(search, lever, target)
    else:
        yield from _choose(search, lever, target)


def _cheapest_first(found: list[Mend]) -> list[Mend]:
    return sorted(found, key=lambda mend: (round(mend.cost, 2), abs(mend.mass), abs(mend.travel)))


def find(
    target: str,
    rig: Rig,
    settings: Settings,
    workshop: Workshop,
    stop: Callable[[], bool] = never,
    progress: Callable[[float], None] | None = None,
    most: int = 6,
) -> list[Mend]:
    """Mends of one lamp, cheapest first.

    Where no single lever mends it, the most helpful settings of one lever are each tried
    together with every other lever.

    Parameters
    ----------
    target : str
        Lamp id.
    rig, settings, workshop
        As assessed.
    stop : callable
        Asked often; True ends the search.
    progress : callable, optional
        Given the share done, 0 to 1.
    most : int
        How many to return.

    Raises
    ------
    StopSearch
        If told to stop.
    KeyError
        If the rig has no such lamp.
    """
    search = Search(rig, settings, workshop, stop)
    if search.before.by_id[target].state is State.HOLDS:
        return []
    levers = list(rig.family.levers(rig, workshop, settings.style))
    found: list[Mend] = []
    for at, lever in enumerate(levers):
        found += _single(search, lever, target)
        if progress:
            progress((at + 1) / len(levers))
    if not found:
        found = _in_two(search, levers, target, most)
    return _cheapest_first(_no_more_than_needed(found))[:most]


def _no_more_than_needed(found: list[Mend]) -> list[Mend]:
    """Without the mends that set what another one sets, and change the rig besides."""

    def needless(mend: Mend) -> bool:
        paths = {edit.path for edit in mend.edits}
        return any(
            {edit.path for edit in other.edits} < paths
            and (other.cost, other.travel) != (mend.cost, mend.travel)
            for other in found
        )

    return [mend for mend in found if not needless(mend)]


def _missing(lamp: Lamp) -> float:
    """How far a lamp is from its limit, in its own unit; negative when it holds."""
    return lamp.value - lamp.limit if lamp.spec.sense == "at most" else lamp.limit - lamp.value


def _first_moves(
    search: Search, levers: list[Lever], target: str, of_each: int = 2
) -> list[tuple[str, tuple[Edit, ...]]]:
    """Single changes that help without harm though they do not mend alone, best first."""
    now = _missing(search.before.by_id[target])
    found: list[tuple[tuple[float, float], str, tuple[Edit, ...]]] = []
    for lever in levers:
        helpful = []
        for title, edits in _samples(search, lever):
            after = search.attempt(edits)
            if after is None or not search.harmless(after, target):
                continue
            missing = _missing(after.by_id[target])
            if missing < now - 1e-9:
                helpful.append(((missing, after.cost - search.before.cost), title, edits))
        # Some of each lever: the second move is most often that of another one.
        found += sorted(helpful, key=lambda entry: entry[0])[:of_each]
    found.sort(key=lambda entry: entry[0])
    return [(title, edits) for _, title, edits in found]


def _samples(search: Search, lever: Lever) -> Iterator[tuple[str, tuple[Edit, ...]]]:
    if isinstance(lever, Choices):
        yield from lever.candidates
        return
    kind = describe(search.rig, lever.path).kind
    now = float(value_at(search.rig, lever.path))
    style = search.settings.style
    step = _step_of(lever, kind, style)
    for share in (0.25, 0.5, 1.0):
        for end in (lever.low, lever.high):
            value = _on_grid(now + share * (end - now), step, lever.low, lever.high)
            yield _title(lever, value, kind, style), _set(search, lever, value)


def _in_two(search: Search, levers: list[Lever], target: str, most: int) -> list[Mend]:
    """Pairs of changes: a helpful first one, then the least second one that mends."""
    found: list[Mend] = []
    with contextlib.suppress(EnoughTried):
        for mend in _pairs(search, levers, target):
            found.append(mend)
            if len(found) >= most:
                break
    return found


def _pairs(search: Search, levers: list[Lever], target: str) -> Iterator[Mend]:
    effort = Effort()
    search.effort = effort
    for title, edits in _first_moves(search, levers, target)[:6]:
        try:
            changed = apply(search.rig, edits, search.settings.style)
        except EditError:
            continue
        inner = Search(changed, search.settings, search.workshop, search.stop, effort)
        touched = {edit.path for edit in edits}
        for lever in changed.family.levers(changed, search.workshop, search.settings.style):
            if isinstance(lever, Numeric) and lever.path in touched:
                continue
            for second in _single(inner, lever, target):
                both = (*edits, *second.edits)
                if search.harmless(second.after, target):
                    words = f"{title}, and {second.title[0].lower()}{second.title[1:]}"
                    yield search.mend(words, both, second.after)


def _another_kind(mend: Mend) -> bool:
    return any(edit.path.endswith(".kind") for edit in mend.edits)


def settle(rig: Rig, settings: Settings, workshop: Workshop, rounds: int = 10) -> Rig:
    """Apply the cheapest mends until every lamp holds, or none can be mended.

    Used for first drafts.  The worst lamp is mended first; a lamp that cannot be mended is
    left as it is and stays to be seen.  Levers on the shot are not pulled: it is what the
    maker asked for.
    """
    given_up: set[str] = set()
    for _ in range(rounds):
        assessment = rig.family.assess(rig, settings, workshop)
        open_lamps = [
            lamp
            for lamp in assessment.lamps
            if lamp.state is not State.HOLDS and lamp.id not in given_up
        ]
        if not open_lamps:
            break
        target = max(open_lamps, key=lambda lamp: (lamp.state.badness, lamp.fraction()))
        found = [
            mend
            for mend in find(target.id, rig, settings, workshop, most=30)
            if not any(edit.path.startswith("shot.") for edit in mend.edits)
        ]
        if target.spec.kind == "money":
            # Nobody who asks for track wants none because it is cheaper.
            found = [mend for mend in found if not _another_kind(mend)]
        if not found:
            given_up.add(target.id)
            continue
        # Another kind of support is another rig; it is the last resort of a draft.
        found.sort(key=_another_kind)
        rig = apply(rig, found[0].edits, settings.style)
        given_up.clear()
    return rig
