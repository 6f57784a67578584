"""Assessing rigs: the one way in, and what is kept from one look to the next."""

from __future__ import annotations

from typing import Any

from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.identity import same
from hazel_lantern.core.rigs import find_family
from hazel_lantern.core.rigs.case import Case, Setup
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.workshop import Workshop


def assess_case(case: Case[Any]) -> Assessment:
    """Assess a case; what nobody looks at is not worked out.

    Raises
    ------
    CannotBe
        If it cannot be solved.
    """
    family = find_family(case.design.family)
    return Assessment(family(family.solve(case)))


def assess(rig: Setup, settings: Settings, workshop: Workshop) -> Assessment:
    """Assess a rig; see `assess_case`."""
    return assess_case(Case(rig, settings, workshop))


class Assessor:
    """Keeps the assessment of each rig, by its place in the project, while it stays the same.

    While something is dragged, what takes longer than a frame is that of a moment ago; a whole
    assessment made beside the dragging catches up.
    """

    def __init__(self) -> None:
        self._kept: dict[int, tuple[tuple[object, ...], Assessment]] = {}
        self._whole: dict[int, Assessment] = {}

    def look(self, at: int, case: Case[Any]) -> Assessment:
        """The assessment of the rig in a place, kept from the last look if it is the same."""
        if not self.knows(at, case):
            return self._keep(at, assess_case(case), whole=True)
        return self._kept[at][1]

    def knows(self, at: int, case: Case[Any]) -> bool:
        """Whether the assessment of the rig in a place is kept, and of the same case."""
        kept = self._kept.get(at)
        return kept is not None and same(kept[0], _key(case))

    def accept(self, at: int, case: Case[Any], quickly: bool = False) -> Assessment:
        """Assess a rig that is to stand in a place, every lamp of it.

        Raises
        ------
        CannotBe
            If it cannot be assessed; what is kept is as it was.
        """
        borrowed = self._borrowed(at, case) if quickly else None
        found = assess_case(case) if borrowed is None else borrowed
        # What fails in a lamp comes out here, before the rig is taken.
        _ = found.lamps
        return self._keep(at, found, whole=borrowed is None)

    def _keep(self, at: int, found: Assessment, whole: bool) -> Assessment:
        self._kept[at] = (_key(found.case), found)
        if whole:
            self._whole[at] = found
        return found

    def _borrowed(self, at: int, case: Case[Any]) -> Assessment | None:
        before = self._whole.get(at)
        if before is None or before.case.design.family != case.design.family:
            return None
        family = type(before.family)
        answer = family.borrow(family.solve(case), before.answer)
        return None if answer is None else Assessment(family(answer))

    def stale(self, at: int) -> bool:
        """Whether what is kept for a place is still partly that of a moment ago."""
        return at in self._kept and self._kept[at][1].stale

    def catch_up(self, at: int, case: Case[Any], whole: Assessment) -> bool:
        """Take a whole assessment made meanwhile, of this design or one just before.

        Tells whether what is kept is now another.
        """
        if not self.stale(at) or case.design.family != whole.case.design.family:
            return False
        self._whole[at] = whole
        if whole.case.setup is case.setup:
            self._keep(at, whole, whole=True)
            return True
        newer = self._borrowed(at, case)
        if newer is None:
            return False
        self._keep(at, newer, whole=False)
        return True


def _key(case: Case[Any]) -> tuple[object, ...]:
    return case.setup, case.settings, case.workshop
