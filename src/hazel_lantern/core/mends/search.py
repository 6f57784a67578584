"""One search: the case as it is, what was tried, and what may not get worse."""

from __future__ import annotations

from collections import Counter, deque
from dataclasses import dataclass, field
from typing import Any

from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.assessor import assess_case
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lamps import Lamp, State
from hazel_lantern.core.rigs.asks import Lever
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.stopping import Stop, StopSearch, never


class EnoughTried(Exception):  # noqa: N818 - a signal, not an error
    """A search for pairs has tried as many as it may."""


#: A failing lamp may move by this share of what it misses: what is no more than rounding.
FURTHER = 1e-3
#: Assessments that a search keeps, the last ones.
KEPT = 40
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


@dataclass
class Search:
    """Tries changes of one case; each is solved once, and only the lamps asked for are made.

    Attributes
    ----------
    case : Case
    target : str
        Id of the lamp to mend.
    stop : callable
        Asked often; True ends the search.
    effort : Effort or None
        What may still be tried, if that is bounded.
    """

    case: Case[Any]
    target: str
    stop: Stop = never
    effort: Effort | None = None
    before: Assessment = field(init=False)
    _tried: dict[tuple[Edit, ...], Assessment | None] = field(default_factory=dict)
    _kept: deque[tuple[Edit, ...]] = field(default_factory=deque)
    _others: list[str] = field(init=False)
    in_the_way: Counter[str] = field(default_factory=Counter)

    def __post_init__(self) -> None:
        self.before = assess_case(self.case)
        self._others = [id for id in self.before.by_id if id != self.target]

    def attempt(self, edits: tuple[Edit, ...]) -> Assessment | None:
        """The rig assessed with these edits, or None where they cannot be made.

        What was tried of late is remembered: a probe is often the same as a later rung or choice.
        """
        if self.stop():
            raise StopSearch
        if edits not in self._tried:
            if self.effort is not None:
                self.effort.spend()
            try:
                found = assess_case(self.case.edited(edits))
            except CannotBe:
                self._tried[edits] = None
            else:
                self._tried[edits] = found
                self._kept.append(edits)
                if len(self._kept) > KEPT:
                    # What comes again is mostly of the last few; all of them would fill memory.
                    del self._tried[self._kept.popleft()]
        return self._tried[edits]

    def levers(self) -> list[Lever]:
        """Those of the case that can mend the target."""
        found = self.before.levers()
        return [one for one in found if self.target.startswith(getattr(one, "only", ""))]

    def lamp(self, after: Assessment) -> Lamp:
        """The lamp to mend, after a change."""
        return after.by_id[self.target]

    def harmless(self, after: Assessment) -> bool:
        """Whether no lamp but the target burns worse than it did, or fails by more."""
        for at, id in enumerate(self._others):
            if id not in after.by_id:
                continue
            if _worse(self.before.by_id[id], after.by_id[id]):
                # The next change most likely harms the same lamp: it is looked at first.
                self._others.insert(0, self._others.pop(at))
                return False
        return True

    def mends(self, after: Assessment | None) -> bool:
        """Whether the target holds and nothing else is worse."""
        if after is None or self.lamp(after).state is not State.HOLDS:
            return False
        if self.harmless(after):
            return True
        self.in_the_way[self._others[0]] += 1
        return False

    def matters(self, edits: tuple[Edit, ...]) -> bool:
        """Whether a change touches the target at all; most levers leave most lamps alone."""
        after = self.attempt(edits)
        if after is None:
            return True
        was, now = self.lamp(self.before), self.lamp(after)
        # A brake or another stand moves the limit and leaves the value where it was.
        return (was.value, was.limit, was.state) != (now.value, now.limit, now.state)


def _worse(before: Lamp, after: Lamp) -> bool:
    """Whether a lamp burns worse, or fails by more; what a mend costs is told of each instead."""
    costs = before.spec.kind == "money"
    if before.state is State.FAILS and after.state is State.FAILS and not costs:
        return after.missing > before.missing + FURTHER * abs(before.missing)
    return after.state.badness > before.state.badness
