"""Stands, posts and bases: what comes with another one, and what may be set on it."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any

from hazel_lantern.core.catalogue.rows import Stand
from hazel_lantern.core.fields import Edit, value_at
from hazel_lantern.core.rigs.asks import Candidate, Numeric
from hazel_lantern.core.rigs.case import Case


@dataclass(frozen=True)
class StandOf:
    """Which fields of a design are its stand's.

    Attributes
    ----------
    stand, spread : str
        The stand itself, and how far its feet are apart.
    listed : dict
        Fields that take over a figure of the stand's row, by what it is called there.
    """

    stand: str
    spread: str
    listed: dict[str, str]

    def row(self, case: Case[Any]) -> Stand:
        """The stand in use.

        Parameters
        ----------
        case : Case

        Returns
        -------
        Stand
        """
        found: Stand = case.row("stands", value_at(case.setup, self.stand))
        return found

    def edits(self, case: Case[Any], stand: Stand) -> tuple[Edit, ...]:
        """Put the rig on another stand: its ratings and its feet come with it.

        Parameters
        ----------
        case : Case
        stand : Stand

        Returns
        -------
        tuple of Edit
        """
        spread = float(value_at(case.setup, self.spread))
        return (
            Edit(self.stand, stand.id),
            *(Edit(path, getattr(stand, name)) for path, name in self.listed.items()),
            Edit(self.spread, min(max(spread, stand.least_spread), stand.greatest_spread)),
        )

    def choices(
        self, case: Case[Any], fits: Callable[[Stand], bool] = lambda stand: True
    ) -> Iterable[Candidate]:
        """Every stand that fits.

        Parameters
        ----------
        case : Case
        fits : callable
            From a stand to whether it does.

        Yields
        ------
        Candidate
        """
        for stand in case.offered("stands"):
            if fits(stand):
                yield Candidate(stand.id, stand.name, self.edits(case, stand))

    def spread_lever(self, case: Case[Any]) -> Numeric:
        """How far the feet of the stand in use may be set apart.

        Parameters
        ----------
        case : Case

        Returns
        -------
        Numeric
            m.
        """
        stand = self.row(case)
        low, high = stand.least_spread, stand.greatest_spread
        return Numeric(self.spread, 0.01, low, high, "Spread the feet to {}")


def cheapest_stand(
    case_stands: Iterable[Stand], fits: Callable[[Stand], bool], owned: Callable[[str], int]
) -> Stand | None:
    """The cheapest stand that fits, one on the shelf before any other.

    Parameters
    ----------
    case_stands : iterable of Stand
    fits : callable
        From a stand to whether it does.
    owned : callable
        From an id to how many are on the shelf.

    Returns
    -------
    Stand or None
    """
    return min(
        (stand for stand in case_stands if fits(stand)),
        key=lambda stand: (owned(stand.id) == 0, stand.price),
        default=None,
    )
