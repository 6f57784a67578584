"""How wheels are held: the mount with its own holes, what it is bolted on with, and its axles."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, Protocol

from hazel_lantern.core.catalogue.rows import Thread
from hazel_lantern.core.parts import Bolt, Hole, Template
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.rigs.kit.bolts import SPACER, thread_of, through

MOUNT = "Wheel mount"
#: The cheeks of a bracket and the walls of an angle, and what is between a wheel and either, m.
SHEET, WASHER = 0.003, 0.001
#: What the feet of each kind are bolted with.
FEET = {"bracket": "m5", "angle pair": "m6", "block": "m5", "caster": "m6", "truck": "m5"}
#: What is bought for it; a block, a caster or a truck is its own mount.
_BOUGHT = {"bracket": "wheel-bracket", "angle pair": "wheel-angle"}
_AXLES = {"angle pair": ("axle near", "axle far"), "bracket": ("axle",)}


class Mounted(Protocol):
    """What a row of the catalogue says of how its wheels are mounted."""

    @property
    def name(self) -> str:
        """What it is called."""
        ...

    @property
    def mount(self) -> str:
        """The kind of mount."""
        ...

    @property
    def bolt(self) -> float:
        """Thickness of an axle, m."""
        ...

    @property
    def width(self) -> float:
        """Of a wheel along its axle, m."""
        ...

    @property
    def diameter(self) -> float:
        """Of a wheel, m."""
        ...

    @property
    def pattern_along(self) -> float:
        """Between the bolts of its feet along the track, m."""
        ...

    @property
    def pattern_across(self) -> float:
        """Between them across the track, m; none where they stand in a row."""
        ...


@dataclass(frozen=True)
class Mounts:
    """The mounts of a rig's wheels, all alike.

    Attributes
    ----------
    case : Case
    row : Mounted
    each : int
        Wheels side by side on one axle of a bracket.
    """

    case: Case[Any]
    row: Mounted
    each: int = 1

    @property
    def thread(self) -> Thread:
        """What its feet are bolted with."""
        return self.case.bolt(FEET[self.row.mount])

    @property
    def hardware(self) -> str | None:
        """Id of what is bought for it, where the wheels are not their own mount."""
        return _BOUGHT.get(self.row.mount)

    @property
    def feet(self) -> list[tuple[str, float, float]]:
        """Its bolts from its middle: name, along and across, m."""
        along, across = self.row.pattern_along / 2, self.row.pattern_across / 2
        if not across:
            return [("a", -along, 0.0), ("b", along, 0.0)]
        corners = ((-along, -across), (along, -across), (-along, across), (along, across))
        return [(name, *place) for name, place in zip("abcd", corners, strict=True)]

    def holes(self, part: str, at: str, x: float, y: float) -> list[Hole]:
        """Holes for its feet in what it is bolted to.

        Parameters
        ----------
        part, at : str
            The part, and which mount it is.
        x, y : float
            The mount's middle on the part, m.

        Returns
        -------
        list of Hole
        """
        thread = self.thread
        words = f"bolt {thread.size} of the wheel mount, clearance"
        return [
            Hole(part, f"{at} {foot}", x + along, y + across, thread.clearance, words)
            for foot, along, across in self.feet
        ]

    def template(self, count: int) -> Template:
        """The mount itself, from the middle of the side that is bolted on.

        Parameters
        ----------
        count : int
            How many there are.

        Returns
        -------
        Template
        """
        row, thread, block = self.row, self.thread, self.row.mount == "block"
        size = max(row.pattern_along, 0.02) + 0.024, row.pattern_across + 0.024
        middle = size[0] / 2, size[1] / 2
        width = thread.tapping if block else thread.clearance
        words = f"comes tapped {thread.size}" if block else f"bolt {thread.size}"
        found = [
            Hole(MOUNT, foot, middle[0] + along, middle[1] + across, width, words)
            for foot, along, across in self.feet
        ]
        axle, words = row.bolt + 0.0004, f"axle bolt M{row.bolt * 1e3:g}"
        # Of an angle one on each flank, drilled from its own side.
        found += [Hole(MOUNT, name, *middle, axle, words) for name in _AXLES.get(row.mount, ())]
        of = self.case.row("hardware", self.hardware).name if self.hardware else row.name
        return Template(
            MOUNT,
            *size,
            tuple(found),
            count=count,
            thick=row.diameter / 2 if block else SHEET,
            of=of,
            comes_drilled=True,
        )

    def bolts(self, part: str, hole: str, at: str) -> Iterator[Bolt]:
        """What one mount is bolted on with, and its axles.

        Parameters
        ----------
        part, hole : str
            The part that it is bolted to, and what its holes there begin with.
        at : str
            Which mount it is.

        Yields
        ------
        Bolt
        """
        row, nut = self.row, self.row.mount != "block"
        for foot, _, _ in self.feet:
            held = through((part, f"{hole} {foot}"), (MOUNT, foot))
            yield Bolt("mount-bolts", "wheel mount", f"{at} {foot}", self.thread.id, held, nut=nut)
        thread, washers = thread_of(row.bolt), [(SPACER, WASHER)] * 2
        if row.mount == "angle pair":
            for flank in ("near", "far"):
                turned = (*washers, ("wheel", row.width))
                where = through((MOUNT, f"axle {flank}"))
                yield Bolt(
                    "axles", "axle", f"{at}, {flank} flank", thread, where, turned, turns=True
                )
        if row.mount == "bracket":
            # Cheek, wheel and cheek: the bracket's hole goes through both.
            wheels = f"{self.each} wheels" if self.each > 1 else "wheel"
            between = (("other cheek", SHEET), *washers, (wheels, self.each * row.width))
            yield Bolt("axles", "axle", at, thread, through((MOUNT, "axle")), between, turns=True)
