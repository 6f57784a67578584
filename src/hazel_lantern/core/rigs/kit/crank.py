"""A line wound over a spool by hand: turns, force, parts."""

from __future__ import annotations

import math
from collections.abc import Iterable
from typing import Protocol

import numpy as np

from hazel_lantern.core.axis import Axis
from hazel_lantern.core.rigs.assembly import AnswerT, Assembly
from hazel_lantern.core.rigs.kit.bill import Bill
from hazel_lantern.core.units import write


class Cranked(Protocol):
    """The fields of a drive that may be a hand crank."""

    @property
    def kind(self) -> str:
        """How it is moved."""
        ...

    @property
    def spool(self) -> float:
        """Diameter of the spool, m."""
        ...

    @property
    def crank(self) -> float:
        """Length of the crank's arm, m."""
        ...

    @property
    def efficiency(self) -> float:
        """Share of the work at the crank that the line passes on."""
        ...


class HandCrank(Assembly[AnswerT]):
    """Winds the line that pulls along an axis; answers nothing where it is moved by hand."""

    def __init__(self, answer: AnswerT, drive: Cranked, axis: Axis) -> None:
        super().__init__(answer)
        self._drive, self._axis = drive, axis

    @property
    def _used(self) -> bool:
        return self._drive.kind == "hand crank" and not self.case.setup.drive.by_motor

    def readout(self, station: str) -> Iterable[tuple[str, str]]:
        """Turns and force at the crank."""
        if station == "Drive" and self._used:
            drive, turn = self._drive, math.pi * self._drive.spool
            speed, push = (
                float(np.abs(one).max()) for one in (self._axis.speed, self._axis.effort)
            )
            force = push * drive.spool / (2 * drive.crank * drive.efficiency)
            yield "Turns of the crank", f"{self.answer.shot.move.distance / turn:.1f}"
            yield "Quickest", f"{60 * speed / turn:.0f} turns a minute"
            yield "Force at the crank", write(force, "force", self.answer.style)

    def cautions(self, station: str) -> Iterable[str]:
        """What to mind at the spool."""
        if station == "Drive" and self._used:
            yield "Keep fingers and straps clear of the line where it runs onto the spool."


def crank_parts(bill: Bill, drive: Cranked, line: float) -> None:
    """Add crank and line where there is one.

    Parameters
    ----------
    bill : Bill
        Added to.
    drive : Cranked
    line : float
        Length of the line, m.
    """
    if drive.kind == "hand crank":
        bill.hardware("crank", "crank")
        bill.hardware(
            "spool-line", "spool-line", max(1, math.ceil(line - 1e-9)), note="by the metre"
        )
