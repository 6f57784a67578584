"""A line wound over a spool by hand: turns, force, parts."""

from __future__ import annotations

import math
from collections.abc import Iterator

import numpy as np

from hazel_lantern.core.drive.answer import Driving
from hazel_lantern.core.drive.lamps_crank import crank_force, crank_pace
from hazel_lantern.core.rigs.kit.bill import Bill
from hazel_lantern.core.units import write


def readout(it: Driving) -> Iterator[tuple[str, str]]:
    """Turns of the crank, and the force at it.

    Parameters
    ----------
    it : Driving

    Yields
    ------
    str, str
    """
    way = float(np.ptp(it.axis.place)) * it.lever
    yield "Turns of the crank", f"{way / (math.pi * it.drive.spool):.1f}"
    yield "Quickest", f"{float(crank_pace(it).max()):.0f} turns a minute"
    yield "Force at the crank", write(float(crank_force(it).max()), "force", it.case.style)


def add_parts(bill: Bill, it: Driving) -> None:
    """Crank and line.

    Parameters
    ----------
    bill : Bill
        Added to.
    it : Driving
    """
    line = float(np.ptp(it.axis.place)) * it.lever + it.drive.line
    bill.hardware("crank", "crank")
    count = max(1, math.ceil(line - 1e-9))
    bill.hardware("spool-line", "spool-line", count, note="by the metre")
