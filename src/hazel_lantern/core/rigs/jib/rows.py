"""The catalogue rows a jib is made of."""

from __future__ import annotations

from dataclasses import dataclass

from hazel_lantern.core.catalogue.rows import (
    Material,
    Pivot,
    Section,
    Stand,
    Thread,
    Turntable,
    Wire,
)
from hazel_lantern.core.rigs.kit.arm import ArmRows


@dataclass(frozen=True)
class Rows(ArmRows):
    """The catalogue rows a jib is made of."""

    bar: Section
    bar_material: Material
    wire: Wire
    pivot: Pivot
    main_bolt: Thread
    bolt: Thread
    camera_thread: Thread
    turntable: Turntable
    stand: Stand
    handle_mass: float


def slot_width(rows: Rows, window: float) -> float:
    """Width of the tail's slot, m: for the weight bar's bolt, or a window that is wider."""
    return max(rows.bolt.clearance, window)


def hole_width(rows: Rows, bolt: Thread) -> float:
    """A joint's hole in what turns, m: for the bush around the bolt, or close to the bolt."""
    return bolt.diameter + rows.pivot.around if rows.pivot.around else bolt.close
