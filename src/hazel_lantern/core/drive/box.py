"""The gearbox as it is built: plates with their shafts from one datum, and the board it sits on.

All shafts stand on the middle line of the plates.  The front plate ends outside of every cog;
the back plate goes on past it, so that what holds the box is reached with the box closed.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, field

from hazel_lantern.core.drive import layout
from hazel_lantern.core.drive.answer import Driving
from hazel_lantern.core.parts import Bolt, Hole, Template
from hazel_lantern.core.rigs.kit.bolts import SPACER, through

FRONT, BACK, MOTOR_PLATE, BOARD = (
    "Gearbox front plate",
    "Gearbox back plate",
    "Motor plate",
    "Mounting board",
)
#: Plywood of plates and board, m.
PLATE, BASE = 0.009, 0.018
#: From the outermost tip to a plate's long side; from there to the box's bolts, from those to the
#: screws that hold it, from either to an end, m.
WALL, OUT, ON, EDGE = 0.008, 0.012, 0.026, 0.012
#: A bush is so much wider than its axle; the motor's shaft runs free in so much, m.
BUSH, FREE = 0.004, 0.012
#: The motor's screws: half of their distance along and across, their slots' width and length, m.
SCREWS, SLOT, SLIDE = 0.0155, 0.0034, 0.006
#: A thumb screw's head and the way to slide the box off it, m.
HEAD, OFF = 0.014, 0.016
#: A threaded insert's hole, m.
INSERT = 0.008
CORNERS = ("a", "b", "c", "d")


@dataclass(frozen=True)
class Box:
    """Places along and across its plates, from the last shaft, m.

    Attributes
    ----------
    shafts : tuple of float
    left, right : float
        Where the outermost tips, or the motor, end.
    half : float
        Half of the plates' breadth.
    bolts, mounts : tuple of (float, float)
        What holds both plates, and what holds the box.
    """

    shafts: tuple[float, ...]
    left: float
    right: float
    half: float

    @classmethod
    def of(cls, it: Driving) -> Box:
        """Of a drive.

        Parameters
        ----------
        it : Driving

        Returns
        -------
        Box
        """
        shafts, motor = layout.shafts(it), layout.motor_radius(it)
        reach = max(motor, SCREWS + 0.008)
        spans = [(shafts[-1] - reach, shafts[-1] + reach, reach)]
        for cog in layout.cogs(it):
            at = shafts[cog.shaft]
            spans.append((at - cog.tip, at + cog.tip, cog.tip))
        left, right = min(one[0] for one in spans), max(one[1] for one in spans)
        return cls(shafts, left, right, max(one[2] for one in spans) + WALL + EDGE)

    def _corners(self, beyond: float) -> tuple[tuple[float, float], ...]:
        low, high, up = self.left - beyond, self.right + beyond, self.half - EDGE
        return (low, -up), (high, -up), (low, up), (high, up)

    @property
    def bolts(self) -> tuple[tuple[float, float], ...]:
        """What holds both plates."""
        return self._corners(OUT)

    @property
    def mounts(self) -> tuple[tuple[float, float], ...]:
        """What holds the box."""
        return self._corners(OUT + ON)

    def reachable(self, it: Driving, driver: float) -> float:
        """How far past a screwdriver the nearest cog or plate's end lies, m.

        Parameters
        ----------
        it : Driving
        driver : float
            Half of its thickness, m.

        Returns
        -------
        float
            Negative where it does not pass.
        """
        found: list[float] = []
        for x, y in self.mounts:
            found += [
                math.hypot(x - self.shafts[cog.shaft], y) - cog.tip for cog in layout.cogs(it)
            ]
            # The front plate ends past its own bolts.
            found.append(min(abs(x - self.left), abs(x - self.right)) - OUT - EDGE)
        return min(found) - driver


def templates(it: Driving) -> Iterator[Template]:
    """Plates and board; of a motor without cogs, its one plate.

    Parameters
    ----------
    it : Driving

    Yields
    ------
    Template
    """
    box, boxed = Box.of(it), bool(it.pairs)
    if boxed:
        yield _plate(it, box, FRONT)
    yield _plate(it, box, BACK if boxed else MOTOR_PLATE)
    yield _plate(it, box, BOARD)


@dataclass
class _Blank:
    """A board that is drilled from its lower left corner; places count from the last shaft."""

    name: str
    low: float
    half: float
    holes: list[Hole] = field(default_factory=list)
    slots: list[tuple[float, float, float, float]] = field(default_factory=list)

    def drill(self, label: str, at: tuple[float, float], wide: float, use: str) -> None:
        place = at[0] - self.low, at[1] + self.half
        self.holes.append(Hole(self.name, label, *place, wide, use))

    def slot(self, start: float, end: float, across: float, wide: float) -> None:
        self.slots.append((start - self.low, end - self.low, across + self.half, wide))


def _plate(it: Driving, box: Box, name: str) -> Template:
    ends = OUT + EDGE if name == FRONT else OUT + ON + EDGE + OFF
    blank = _Blank(name, box.left - ends, box.half)
    if name != BOARD:
        _bear(it, box, blank)
    if name != FRONT:
        _hold(it, box, blank)
    note = {
        FRONT: "drill both plates clamped together",
        BACK: "mark the motor's slots from the motor; it moves in them to set the mesh",
        MOTOR_PLATE: "mark the motor's slots from the motor; it moves in them",
        BOARD: "screw it to the rig first; the box goes on it last",
    }[name]
    return Template(
        name,
        box.right + ends - blank.low,
        2 * box.half,
        tuple(blank.holes),
        tuple(blank.slots),
        note=note,
        thick=BASE if name == BOARD else PLATE,
        of="plywood",
    )


def _bear(it: Driving, box: Box, blank: _Blank) -> None:
    """Seats of the shafts, the motor's place, and what holds both plates together."""
    for shaft, x in enumerate(box.shafts[:-1]):
        wide = layout.axle(it, shaft)
        use = f"bush of axle {wide * 1e3:.3g} mm"
        blank.drill(f"shaft {shaft + 1}", (x, 0.0), wide + BUSH, use)
    if box.shafts[:-1]:
        clear = it.case.bolt("m5").clearance
        for corner, at in zip(CORNERS, box.bolts, strict=True):
            blank.drill(f"box {corner}", at, clear, "bolt M5 with a spacer")
    if blank.name == FRONT:
        return
    motor = box.shafts[-1]
    blank.drill("motor", (motor, 0.0), FREE, "axle of the motor, free")
    for along in (-SCREWS, SCREWS):
        for across in (-SCREWS, SCREWS):
            blank.slot(motor + along - SLIDE / 2, motor + along + SLIDE / 2, across, SLOT)


def _hold(it: Driving, box: Box, blank: _Blank) -> None:
    """What holds the box on its board: four bolts, or slots over four thumb screws."""
    quick, thread = it.drive.mount != "bolted", it.case.bolt("m6")
    for corner, (x, y) in zip(CORNERS, box.mounts, strict=True):
        if not quick:
            blank.drill(f"mount {corner}", (x, y), thread.clearance, "bolt M6 of the box")
        elif blank.name == BOARD:
            blank.drill(f"insert {corner}", (x, y), INSERT, "insert of a thumb screw, in its slot")
        else:
            # The box slides to one side until the heads pass.
            use = "lets a thumb screw's head out of its slot"
            blank.drill(f"keyhole {corner}", (x + OFF, y), HEAD, use)
            blank.slot(x, x + OFF, y, thread.clearance)


def bolts(it: Driving) -> Iterator[Bolt]:
    """What holds both plates, and the box on its board.

    Parameters
    ----------
    it : Driving

    Yields
    ------
    Bolt
    """
    thin, thick = it.case.bolt("m5").id, it.case.bolt("m6").id
    if it.pairs:
        spacer = ((SPACER, layout.inside(it)),)
        for corner in CORNERS:
            holes = through((FRONT, f"box {corner}"), (BACK, f"box {corner}"))
            yield Bolt("box-bolts", "the gearbox", f"corner {corner}", thin, holes, spacer)
    if it.drive.mount == "bolted":
        plate = BACK if it.pairs else MOTOR_PLATE
        for corner in CORNERS:
            holes = through((plate, f"mount {corner}"), (BOARD, f"mount {corner}"))
            yield Bolt(
                "box-mount",
                "the box on its board",
                f"corner {corner}",
                thick,
                holes,
            )


def axles(it: Driving) -> list[tuple[float, float]]:
    """Axles to cut, the motor's left out: diameter and length, m.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    list of (float, float)
    """
    if not it.pairs:
        return []
    whole = layout.inside(it) + 2 * PLATE
    # The last one reaches out of the box to what it turns.
    return [
        (layout.axle(it, shaft), whole + (0.03 if shaft == 0 else 0.004))
        for shaft in range(len(it.pairs))
    ]
