"""Beams of boards, glued or screwed: how they bend, shear and twist, what a screw carries.

Sources: Timoshenko & Gere, *Mechanics of Materials*, for shear by its energy; the γ method of
timber codes (annex B of EN 1995-1-1) for boards on screws.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from hazel_lantern.core.mechanics import membrane
from hazel_lantern.core.mechanics.sections import SectionProperties, rectangle

#: Strips that each layer is cut into for the energy of its shear.
STRIPS = 200


@dataclass(frozen=True)
class Boards:
    """An I or a box of boards: m.

    ``web`` is the thickness of one web board; a box has two of them.
    """

    shape: Literal["I", "box"]
    flange_width: float
    flange: float
    web: float
    web_height: float

    @property
    def webs(self) -> float:
        """Thickness of all webs together, m."""
        return self.web * (2 if self.shape == "box" else 1)

    @property
    def height(self) -> float:
        """Overall, m."""
        return self.web_height + 2 * self.flange

    @property
    def arm(self) -> float:
        """From the middle to that of a flange, m."""
        return (self.web_height + self.flange) / 2

    @property
    def layers(self) -> tuple[tuple[float, float], ...]:
        """Breadth and height of each layer from below, m."""
        flange = (self.flange_width, self.flange)
        return flange, (self.webs, self.web_height), flange

    @property
    def parts_moment(self) -> float:
        """Second moments of the boards each by itself, m⁴."""
        return sum(breadth * height**3 / 12 for breadth, height in self.layers)

    @property
    def flange_area(self) -> float:
        """Of one flange, m²."""
        return self.flange_width * self.flange

    @property
    def area(self) -> float:
        """m²."""
        return sum(breadth * height for breadth, height in self.layers)

    @property
    def sideways_moment(self) -> float:
        """About the upright axis, m⁴."""
        flanges = 2 * self.flange * self.flange_width**3 / 12
        own = self.web_height * self.web**3 / 12
        if self.shape == "I":
            return flanges + own
        aside = (self.flange_width - self.web) / 2
        return flanges + 2 * (own + self.web * self.web_height * aside**2)

    def twisting(self, glued: bool) -> float:
        """Torsion constant, m⁴.

        Of boards in one piece by their membrane, else of the boards one by one.

        Parameters
        ----------
        glued : bool

        Returns
        -------
        float
        """
        if glued:
            whole = membrane.glued_box if self.shape == "box" else membrane.glued_i
            return whole(self.flange_width, self.flange, self.web, self.web_height)
        boards = 2 * rectangle(self.flange_width, self.flange).torsion_constant
        webs = 2 if self.shape == "box" else 1
        return boards + webs * rectangle(self.web_height, self.web).torsion_constant


def shear_area(layers: Sequence[tuple[float, float]]) -> float:
    """Area that shears as the section does, from the energy of its shear flow.

    Parameters
    ----------
    layers : sequence of (float, float)
        Breadth and height of each layer from below, m, symmetric top to bottom.

    Returns
    -------
    float
        m²: I² / ∫ Q²/b dz.
    """
    height = sum(high for _, high in layers)
    edges, breadths = [np.array([-height / 2])], []
    low = -height / 2
    for breadth, high in layers:
        edges.append(np.linspace(low, low + high, STRIPS + 1)[1:])
        breadths.append(np.full(STRIPS, breadth))
        low += high
    z, broad = np.concatenate(edges), np.concatenate(breadths)
    # First moment of what lies below each edge, about the middle.
    moments = np.append(0.0, np.cumsum(broad * (z[1:] ** 2 - z[:-1] ** 2) / 2))
    second = float((broad * (z[1:] ** 3 - z[:-1] ** 3) / 3).sum())
    middles = (z[1:] + z[:-1]) / 2
    inside = moments[:-1] + broad * (middles**2 - z[:-1] ** 2) / 2
    # Simpson's on each strip, where the breadth does not jump.
    energy = (moments[:-1] ** 2 + 4 * inside**2 + moments[1:] ** 2) / 6 / broad * np.diff(z)
    return float(second**2 / energy.sum())


def slip(density: float, diameter: float) -> float:
    """Stiffness of one screw against the boards sliding on each other.

    Parameters
    ----------
    density : float
        Of the timber, kg/m³.
    diameter : float
        Of the screw, in a drilled hole, m.

    Returns
    -------
    float
        N/m: ρ^1.5 d / 23 with d in mm gives N/mm.
    """
    return float(density**1.5 * diameter * 1e3 / 23 * 1e3)


@dataclass(frozen=True)
class Stiff:
    """A beam as it bends: second moment, m⁴, and what a screw carries of a newton of shear."""

    moment: float
    screw: float


def glued(boards: Boards) -> Stiff:
    """Boards that do not slide.

    Parameters
    ----------
    boards : Boards

    Returns
    -------
    Stiff
    """
    return Stiff(boards.parts_moment + 2 * boards.flange_area * boards.arm**2, 0.0)


def screwed(boards: Boards, modulus: float, span: float, spacing: float, slips: float) -> Stiff:
    """Boards that slide on their screws, by the γ rule.

    Parameters
    ----------
    boards : Boards
    modulus : float
        E, Pa.
    span : float
        Of a simple beam, m.
    spacing : float
        Between screws along a flange, m.
    slips : float
        Stiffness of one screw, N/m; 0 for boards that only lie on each other.

    Returns
    -------
    Stiff
    """
    flange = boards.flange_area
    if slips <= 0:
        return Stiff(boards.parts_moment, 0.0)
    gamma = 1 / (1 + math.pi**2 * modulus * flange * spacing / (slips * span**2))
    moment = boards.parts_moment + 2 * gamma * flange * boards.arm**2
    return Stiff(moment, gamma * flange * boards.arm * spacing / moment)


def properties(boards: Boards, stiff: Stiff, glue: bool) -> SectionProperties:
    """What a beam needs to know of them.

    Parameters
    ----------
    boards : Boards
    stiff : Stiff
        As they bend.
    glue : bool
        Whether they are glued.

    Returns
    -------
    SectionProperties
    """
    return SectionProperties(
        area=boards.area,
        second_moment=stiff.moment,
        sideways_moment=boards.sideways_moment,
        product_moment=0.0,
        torsion_constant=boards.twisting(glue),
        extreme_fibre=boards.height / 2,
        height=boards.height,
        width=boards.flange_width,
    )
