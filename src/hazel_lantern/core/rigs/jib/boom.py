"""The boom of a jib: its stretches, its holes, which pieces nest, how hard it is bent."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.catalogue.rows import (
    Material,
    Pivot,
    Section,
    Stand,
    Thread,
    Turntable,
    Wire,
)
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.mechanics.boom import Boom, Stretch
from hazel_lantern.core.rigs.jib.model import JibDesign

Array = NDArray[np.float64]
#: A hole must leave so much of what it goes through, above and below, m.
LEAST_LEFT = 0.002
HOLLOW = ("round tube", "rectangular tube", "oval tube")


@dataclass(frozen=True)
class Rows:
    """The catalogue rows a jib is made of."""

    section: Section
    material: Material
    tip_section: Section
    tip_material: Material
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


def hole_width(rows: Rows, bolt: Thread) -> float:
    """A joint's hole in what turns, m: for the bush around the bolt, or close to the bolt."""
    return bolt.diameter + rows.pivot.around if rows.pivot.around else bolt.close


def left_by_hole(section: Section, width: float) -> tuple[float, float]:
    """Shares of area and of second moment that a level hole through the middle leaves.

    Two walls of a tube or the breadth of a bar are lost.  Angles, channels and extrusions
    are taken as whole: their middle is thin or off their axis.  A hole that leaves less than
    `LEAST_LEFT` leaves as good as nothing.
    """
    none = 0.01
    if width > section.height - 2 * LEAST_LEFT:
        return none, none
    if section.shape in HOLLOW:
        lost = 2 * section.wall
    elif section.shape in ("rectangle", "round bar"):
        lost = section.width
    else:
        return 1.0, 1.0
    found = section.properties
    area = 1 - lost * width / found.area
    moment = 1 - lost * width**3 / 12 / found.second_moment
    return max(area, none), max(moment, none)


def nests(outer: Section, inner: Section) -> bool:
    """Whether one section slides into another."""
    room = outer.width - 2 * outer.wall, outer.height - 2 * outer.wall
    hollow = outer.shape in HOLLOW
    same = ("round" in outer.shape) == ("round" in inner.shape)
    return hollow and same and inner.width <= room[0] and inner.height <= room[1]


def _stretch(
    start: float, end: float, section: Section, material: Material, shares: tuple[float, float]
) -> Stretch:
    """A stretch of one section, of so much of its height at either end."""
    rigidity = material.modulus * section.properties.effective_moment
    line = section.properties.area * material.density
    first, last = shares
    return Stretch(
        start,
        end,
        (rigidity * first**3, rigidity * last**3),
        (line * first, line * last),
    )


def boom_stretches(design: JibDesign, rows: Rows) -> list[Stretch]:
    """The boom from tail to tip.

    Raises
    ------
    ValueError
        If the inner piece does not slide into the outer one.
    """
    boom, whole = design.boom, (1.0, 1.0)
    outer, material = rows.section, rows.material
    if boom.form == "tapered board" and outer.shape == "rectangle":
        share = boom.tip_height
        # In a few straight stretches, as rigidity falls with the cube of the height.
        found = []
        for start, end, first, last in (
            (-boom.tail, 0.0, share, 1.0),
            (0.0, boom.front, 1.0, share),
        ):
            edges = np.linspace(start, end, 5)
            heights = np.linspace(first, last, 5)
            for at in range(4):
                ends = float(heights[at]), float(heights[at + 1])
                found.append(
                    _stretch(float(edges[at]), float(edges[at + 1]), outer, material, ends)
                )
        return found
    if boom.form != "two nested pieces":
        return [_stretch(-boom.tail, boom.front, outer, material, whole)]
    if not nests(outer, rows.tip_section):
        raise CannotBe(
            f"{rows.tip_section.name} does not slide into {outer.name}; "
            "choose an inner piece that is smaller than the outer one's hollow"
        )
    inside = boom.joint - boom.overlap
    both = _stretch(inside, boom.joint, outer, material, whole)
    tip = _stretch(inside, boom.joint, rows.tip_section, rows.tip_material, whole)
    both = Stretch(
        inside,
        boom.joint,
        (both.rigidity[0] + tip.rigidity[0],) * 2,
        (both.line_mass[0] + tip.line_mass[0],) * 2,
    )
    return [
        _stretch(-boom.tail, inside, outer, material, whole),
        both,
        _stretch(boom.joint, boom.front, rows.tip_section, rows.tip_material, whole),
    ]


def stresses(design: JibDesign, rows: Rows, boom: Boom) -> Array:
    """Bending stress at every node as a share of the material's working stress."""
    moment = boom.bending_moment(boom.weights)
    moment[boom.pin] /= left_by_hole(rows.section, hole_width(rows, rows.main_bolt))[1]
    kind, nodes = design.boom, boom.nodes

    def share(section: Section, material: Material, height: Array | float) -> Array:
        # Of a board of part of its height the section modulus falls with the square.
        modulus = section.properties.effective_moment / section.properties.extreme_fibre
        return np.asarray(moment / (modulus * height**2 * material.working_stress))

    if kind.form == "tapered board" and rows.section.shape == "rectangle":
        reach = np.where(nodes > 0, nodes / kind.front, -nodes / kind.tail)
        return share(rows.section, rows.material, 1.0 - (1.0 - kind.tip_height) * reach)
    outer = share(rows.section, rows.material, 1.0)
    if kind.form != "two nested pieces":
        return outer
    # Where both overlap the outer piece is counted alone; past it, the inner one is.
    inner = share(rows.tip_section, rows.tip_material, 1.0)
    return np.where(nodes >= kind.joint - 1e-9, inner, outer)
