"""An arm on a pivot: how it is made, its stretches, its holes, how hard it is bent."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.catalogue.rows import Material, Section
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Frozen, choice, quantity
from hazel_lantern.core.mechanics.boom import Boom, Stretch
from hazel_lantern.core.rigs.kit.words import mm

Array = NDArray[np.float64]
BoomForm = Literal[
    "one piece",
    "tapered board",
    "doubled boards",
    "two nested pieces",
    "three nested pieces",
    "four nested pieces",
]
#: How many pieces slide into each other.
NESTED = {"two nested pieces": 2, "three nested pieces": 3, "four nested pieces": 4}
#: A hole must leave so much of what it goes through, above and below, m.
LEAST_LEFT = 0.002
HOLLOW = ("round tube", "rectangular tube", "oval tube")


class BoomDesign(Frozen):
    """The arm: a front that carries the camera, a tail that carries the weights."""

    section: str = choice("Section", "aluminium-box-40x40x3", catalogue="sections")
    form: BoomForm = choice("Made as", "one piece")
    front: float = quantity("length", "Front, pivot to camera pin", 1.2, low=0.2, high=8)
    tail: float = quantity("length", "Tail, pivot to its end", 0.55, low=0.08, high=6)
    tip_height: float = quantity("percent", "Board's height at the ends", 0.6, low=0.2, high=1)
    tip_section: str = choice("Inner piece", "aluminium-box-25x25x2", catalogue="sections")
    joint: float = quantity("length", "Outer piece ends at", 0.6, low=0.05, high=8)
    overlap: float = quantity("length", "Inner piece pushed in by", 0.15, low=0.02, high=2)
    third_section: str = choice("Third piece", "aluminium-box-20x20x2", catalogue="sections")
    second_joint: float = quantity("length", "Second piece ends at", 0.85, low=0.1, high=8)
    fourth_section: str = choice("Fourth piece", "aluminium-box-15x15x1.5", catalogue="sections")
    third_joint: float = quantity("length", "Third piece ends at", 1.05, low=0.1, high=8)
    locks: Literal["bolts through both", "clamping screws"] = choice(
        "Pieces held by", "bolts through both"
    )
    lock_force: float = quantity("force", "A locking screw presses with", 800.0, low=1, high=20000)
    damping: float = quantity("percent", "Damping of its bounce", 0.015, low=0.001, high=0.5)

    @property
    def nested(self) -> int:
        """How many pieces slide into each other; 1 where none do."""
        return NESTED.get(self.form, 1)

    @property
    def boards(self) -> int:
        """How many alike lie beside each other."""
        return 2 if self.form == "doubled boards" else 1

    @property
    def inner(self) -> tuple[str, ...]:
        """Sections of the pieces inside of the outer one, from there on."""
        return (self.tip_section, self.third_section, self.fourth_section)[: self.nested - 1]

    @property
    def reaches(self) -> tuple[tuple[float, float], ...]:
        """Where each piece begins and ends from the pivot, outer one first, m."""
        ends = (self.joint, self.second_joint, self.third_joint)[: self.nested - 1]
        starts = (-self.tail, *(end - self.overlap for end in ends))
        return tuple(zip(starts, (*ends, self.front), strict=True))

    def nests(self) -> None:
        """Whether nested pieces leave room for each other.

        Raises
        ------
        CannotBe
            Says what would be accepted.
        """
        before, ends = 0.0, self.reaches
        for name, (_, end), left in zip(
            ("outer", "second", "third"), ends[:-1], range(self.nested - 2, -1, -1), strict=False
        ):
            # Two joints may not lie in each other.
            least = before + self.overlap + 0.005
            most = self.front - 0.025 - left * (self.overlap + 0.01)
            if not least - 0.005 < end < most + 0.005:
                raise CannotBe(
                    f"{name} piece that ends {mm(end)} before the pivot does not leave "
                    f"room for {'both' if self.nested == 2 else 'the others'}; accepted: "
                    f"{mm(least)} to {mm(most)}"
                )
            before = end


@dataclass(frozen=True)
class ArmRows:
    """The catalogue rows an arm is made of."""

    section: Section
    material: Material
    inner: tuple[tuple[Section, Material], ...]

    @property
    def pieces(self) -> tuple[tuple[Section, Material], ...]:
        """Section and material of every nested piece, outer one first."""
        return (self.section, self.material), *self.inner


def left_by_hole(section: Section, width: float) -> tuple[float, float]:
    """Shares that a level hole through the middle leaves.

    Two walls of a tube or the breadth of a bar are lost.  Angles, channels and extrusions
    are taken as whole: their middle is thin or off their axis.  A hole that leaves less than
    `LEAST_LEFT` leaves as good as nothing.

    Parameters
    ----------
    section : Section
    width : float
        Of the hole, m.

    Returns
    -------
    float, float
        Shares of area and of second moment, 0 to 1.
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
    """Whether one section slides into another.

    Parameters
    ----------
    outer, inner : Section

    Returns
    -------
    bool
    """
    room = outer.width - 2 * outer.wall, outer.height - 2 * outer.wall
    hollow = outer.shape in HOLLOW
    same = ("round" in outer.shape) == ("round" in inner.shape)
    return hollow and same and inner.width <= room[0] and inner.height <= room[1]


def _stretch(
    start: float,
    end: float,
    section: Section,
    material: Material,
    shares: tuple[float, float],
    sideways: bool,
    boards: int = 1,
) -> Stretch:
    """A stretch of one section, of so much of its height at either end; of boards side by side."""
    properties = section.properties
    moment = properties.sideways_moment if sideways else properties.effective_moment
    # Of a lower board the upright stiffness falls with the cube of its height, the other with it.
    power = 1 if sideways else 3
    rigidity = boards * material.modulus * moment
    line = boards * properties.area * material.density
    first, last = shares
    return Stretch(
        start,
        end,
        (rigidity * first**power, rigidity * last**power),
        (line * first, line * last),
    )


def boom_stretches(boom: BoomDesign, rows: ArmRows, sideways: bool = False) -> list[Stretch]:
    """The boom from tail to tip.

    Parameters
    ----------
    boom : BoomDesign
    rows : ArmRows
    sideways : bool
        Whether it is bent sideways, not upright.

    Returns
    -------
    list of Stretch

    Raises
    ------
    CannotBe
        If a piece does not slide into the one before it, or what is doubled is no board.
    """
    whole = 1.0, 1.0
    outer, material = rows.section, rows.material
    if boom.boards == 2:
        if outer.shape != "rectangle":
            raise CannotBe(
                f"{outer.name} is no board to be doubled; choose a section that is a solid "
                "rectangle, or make the boom in one piece"
            )
        # Bolted, not glued, they slide on each other: each bends by itself, either way.
        return [_stretch(-boom.tail, boom.front, outer, material, whole, sideways, 2)]
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
                places = float(edges[at]), float(edges[at + 1])
                found.append(_stretch(*places, outer, material, ends, sideways))
        return found
    for (around, _), (inside, _) in pairwise(rows.pieces):
        if not nests(around, inside):
            raise CannotBe(
                f"{inside.name} does not slide into {around.name}; "
                "choose an inner piece that is smaller than the outer one's hollow"
            )
    found, reaches = [], boom.reaches
    borders = sorted({edge for reach in reaches for edge in reach})
    for start, end in pairwise(borders):
        here = [
            _stretch(start, end, section, of, whole, sideways)
            for (section, of), (first, last) in zip(rows.pieces, reaches, strict=True)
            if first <= start and end <= last
        ]
        found.append(
            Stretch(
                start,
                end,
                (sum(one.rigidity[0] for one in here),) * 2,
                (sum(one.line_mass[0] for one in here),) * 2,
            )
        )
    return found


def moment_at(bent: Boom, place: float) -> float:
    """Hogging moment between the nodes of a boom, straight from one to the next.

    Parameters
    ----------
    bent : Boom
        Under its weights.
    place : float
        From the pin, m.

    Returns
    -------
    float
        N·m.
    """
    return float(np.interp(place, bent.nodes, bent.bending_moment(bent.weights)))


def stresses(
    boom: BoomDesign, rows: ArmRows, bent: Boom, hole: float, slot: tuple[float, float, float]
) -> Array:
    """Bending stress at every node as a share of the material's working stress.

    Parameters
    ----------
    boom : BoomDesign
    rows : ArmRows
    bent : Boom
        Under its weights.
    hole : float
        Width of the pivot's hole, m.
    slot : (float, float, float)
        Where a slot along the tail begins and ends behind the pivot, and its width, m.

    Returns
    -------
    (nodes,) array
        0 to 1, or more where it breaks.
    """
    moment = bent.bending_moment(bent.weights)
    moment[bent.pin] /= left_by_hole(rows.section, hole)[1]
    nodes, (nearest, farthest, width) = bent.nodes, slot
    left = left_by_hole(rows.section, width)[1]
    # A slot leaves what is above and below it.  Its near end is bent hardest; where that is no
    # node, the one before it answers for it.
    in_slot = (nodes <= -nearest) & (nodes >= -farthest)
    moment = np.where(in_slot, moment / left, moment)
    before = int(np.flatnonzero(nodes >= -nearest)[0])
    moment[before] = max(moment[before], moment_at(bent, -nearest) / left)

    def share(section: Section, material: Material, height: Array | float) -> Array:
        # Of a board of part of its height the section modulus falls with the square.
        modulus = section.properties.modulus * boom.boards
        return np.asarray(moment / (modulus * height**2 * material.working_stress))

    if boom.form == "tapered board" and rows.section.shape == "rectangle":
        reach = np.where(nodes > 0, nodes / boom.front, -nodes / boom.tail)
        return share(rows.section, rows.material, 1.0 - (1.0 - boom.tip_height) * reach)
    used = share(rows.section, rows.material, 1.0)
    for (_, end), (section, material) in zip(boom.reaches, rows.inner, strict=False):
        # Where two overlap the outer piece is counted alone; past it, the inner one is.
        used = np.where(nodes >= end - 1e-9, share(section, material, 1.0), used)
    return used
