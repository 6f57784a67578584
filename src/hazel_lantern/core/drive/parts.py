"""What a driven rig is bought of beside the rig itself."""

from __future__ import annotations

import math

import numpy as np

from hazel_lantern.core.drive import box, built, crank
from hazel_lantern.core.drive.answer import Driving
from hazel_lantern.core.parts import Part
from hazel_lantern.core.reuse import reused
from hazel_lantern.core.rigs.kit.bill import Bill
from hazel_lantern.core.units import write

#: Of a last stage: what is bought, how many of it, and whether it goes by the metre of the way.
LAST: dict[str, tuple[tuple[str, int, float], ...]] = {
    "line and spool": (("drive-spool", 1, 0), ("spool-line", 0, 1)),
    "belt loop": (("drive-pulley", 2, 0), ("drive-belt", 0, 2)),
    "threaded rod": (("rod-nut", 1, 0), ("threaded-rod", 0, 1)),
    "rack": (("drive-pinion", 1, 0), ("drive-rack", 0, 1)),
    "friction roller": (("drive-roller", 1, 0),),
    "sector": (),
    "line from the tail": (("drive-spool", 1, 0), ("spool-line", 0, 1)),
    "belt round it": (("drive-pulley", 1, 0), ("drive-belt", 0, 1)),
}


def _paid_for(it: Driving) -> tuple[object, ...]:
    """All that its parts and their prices depend on."""
    ends, case = (float(it.axis.place[0]), float(it.axis.place[-1])), it.case
    return it.drive, it.last, ends, it.axis.beam, case.setup.marked, case.settings, case.workshop


@reused(_paid_for)
def bought(it: Driving) -> tuple[Part, ...]:
    """Motor, cogs, box, last stage, what gives way, and what feeds it; or a crank and its line.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    tuple of Part
    """
    bill = Bill(it.case)
    if it.drive.cranked:
        crank.add_parts(bill, it)
    else:
        _driven(bill, it)
    return tuple(bill.parts)


def _driven(bill: Bill, it: Driving) -> None:
    drive = it.drive
    bill.add("motor", "motors", drive.motor)
    for id, count in drive.cogs.items():
        bill.add(f"cog-{id}", "cogs", id, count)
    _box(bill, it)
    _last(bill, it)
    bill.bolts(built.bolts(it), built.bolted(it), "drive-spacers")
    for guard in drive.guards:
        bill.hardware(f"drive-guard-{guard.replace(' ', '-')}", guard.replace(" ", "-"))
    if drive.spring:
        bill.hardware("drive-spring", "drive-spring")
    if drive.declutch:
        bill.hardware("declutch", "declutch")
    if drive.supply == "mains adapter":
        bill.hardware("drive-adapter", "mains-adapter")
    elif not drive.fuse:
        bill.hardware("battery-fuse", "fuse")
    bill.hardware("holding-switch", "holding-switch")


def _box(bill: Bill, it: Driving) -> None:
    style = it.case.style
    if it.pairs:
        for name in (box.FRONT, box.BACK):
            bill.hardware(_key(name), "box-plate", name=name)
        cut = box.axles(it)
        lengths = ", ".join(
            f"{write(wide, 'fine', style)} × {write(long, 'length', style)}" for wide, long in cut
        )
        bill.hardware("axles", "axle", len(cut), note=lengths)
        bill.hardware("bushes", "bush", 2 * len(cut))
        bill.hardware("fixings", it.drive.fixing.replace(" ", "-"), 2 * len(it.drive.every))
        if it.drive.cover:
            bill.hardware("mesh-guard", "mesh-guard")
    else:
        bill.hardware(_key(box.MOTOR_PLATE), "box-plate", name=box.MOTOR_PLATE)
    bill.hardware(_key(box.BOARD), "mounting-board")
    if it.drive.mount != "bolted":
        bill.hardware("thumb-screws", "thumb-screw", 4)


def _key(name: str) -> str:
    return name.lower().replace(" ", "-")


def _last(bill: Bill, it: Driving) -> None:
    if it.last == "sector":
        bill.hardware("sector", "sector-board", name=built.SECTOR)
        bill.hardware("sector-pinion", "pinion-board", name=built.PINION)
        if it.axis.beam is not None:
            bill.hardware("sector-clamp", "pinion-board", name=built.CLAMP_BOARD)
    way = float(np.ptp(it.axis.place)) * it.lever + it.drive.line
    for id, count, times in LAST[it.last]:
        metres = max(math.ceil(way * times - 1e-9), 1)
        note = "by the metre" if times else ""
        bill.hardware(f"last-{id}", id, metres if times else count, note=note)
