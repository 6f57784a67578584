"""Area, second moments and torsion constant of a section, from its dimensions.

Formulas: Roark's *Formulas for Stress and Strain*, tables A.1 and 10.1.  ``y`` is level
and ``z`` upright; bending under weight is about the level axis, with ``second_moment``.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from hazel_lantern.core.errors import CannotBe


@dataclass(frozen=True)
class SectionProperties:
    """What a beam needs to know of its section.

    Attributes
    ----------
    area : float
        m².
    second_moment : float
        About the level axis through the centroid, m⁴.
    sideways_moment : float
        About the upright axis through the centroid, m⁴.
    product_moment : float
        Product of inertia, m⁴; zero for a section with an upright or level line of symmetry.
    torsion_constant : float
        m⁴.
    extreme_fibre : float
        Greatest distance from the centroid to top or bottom edge, m.
    height, width : float
        Overall, m.
    askew_modulus : float
        Of an unsymmetric section under an upright moment, both axes counted, m³; else 0.
    """

    area: float
    second_moment: float
    sideways_moment: float
    product_moment: float
    torsion_constant: float
    extreme_fibre: float
    height: float
    width: float
    askew_modulus: float = 0.0

    @property
    def modulus(self) -> float:
        """Section modulus under an upright moment, free to move sideways, m³."""
        return self.askew_modulus or self.effective_moment / self.extreme_fibre

    @property
    def effective_moment(self) -> float:
        """Second moment for sag under weight, free to move sideways, m⁴.

        An unsymmetric section bends askew; the upright part of the motion is as of
        ``(Iy Iz − Iyz²) / Iz``.
        """
        askew = self.product_moment**2 / self.sideways_moment if self.sideways_moment else 0.0
        return self.second_moment - askew

    def principal_moments(self) -> tuple[float, float, float]:
        """Second moments about the axes for which their product is nothing.

        Returns
        -------
        float, float
            Largest and least, m⁴.
        float
            Turn of the axes, rad.
        """
        mean = (self.second_moment + self.sideways_moment) / 2
        half = (self.second_moment - self.sideways_moment) / 2
        radius = math.hypot(half, self.product_moment)
        return mean + radius, mean - radius, 0.5 * math.atan2(-self.product_moment, half)


def _require_positive(**dimensions: float) -> None:
    for name, value in dimensions.items():
        if not (math.isfinite(value) and value > 0):
            raise CannotBe(f"{name} is {value:g} m; it must be above 0")


def round_tube(diameter: float, wall: float) -> SectionProperties:
    """Round tube; a wall of half the diameter makes a bar.

    Parameters
    ----------
    diameter, wall : float
        m.

    Returns
    -------
    SectionProperties

    Raises
    ------
    CannotBe
        If a dimension is not above zero, or the walls meet past the middle.
    """
    _require_positive(diameter=diameter, wall=wall)
    if wall > diameter / 2:
        raise CannotBe(f"wall {wall:g} m is more than half of the diameter {diameter:g} m")
    inner = diameter - 2 * wall
    moment = math.pi / 64 * (diameter**4 - inner**4)
    return SectionProperties(
        area=math.pi / 4 * (diameter**2 - inner**2),
        second_moment=moment,
        sideways_moment=moment,
        product_moment=0.0,
        torsion_constant=2 * moment,
        extreme_fibre=diameter / 2,
        height=diameter,
        width=diameter,
    )


def round_bar(diameter: float) -> SectionProperties:
    """Solid round bar.

    Parameters
    ----------
    diameter : float
        m.

    Returns
    -------
    SectionProperties

    Raises
    ------
    CannotBe
        If it is not above zero.
    """
    return round_tube(diameter, diameter / 2)


def rectangle(width: float, height: float) -> SectionProperties:
    """Solid rectangular bar or board; torsion by Roark table 10.1, case 4.

    Parameters
    ----------
    width, height : float
        m.

    Returns
    -------
    SectionProperties

    Raises
    ------
    CannotBe
        If a dimension is not above zero.
    """
    _require_positive(width=width, height=height)
    long, short = max(width, height), min(width, height)
    ratio = short / long
    torsion = long * short**3 * (1 / 3 - 0.21 * ratio * (1 - ratio**4 / 12))
    return SectionProperties(
        area=width * height,
        second_moment=width * height**3 / 12,
        sideways_moment=height * width**3 / 12,
        product_moment=0.0,
        torsion_constant=torsion,
        extreme_fibre=height / 2,
        height=height,
        width=width,
    )


def rectangular_tube(width: float, height: float, wall: float) -> SectionProperties:
    """Square or rectangular tube with sharp corners; torsion by Bredt's thin-wall formula.

    Parameters
    ----------
    width, height, wall : float
        m.

    Returns
    -------
    SectionProperties

    Raises
    ------
    CannotBe
        If a dimension is not above zero, or the walls meet.
    """
    _require_positive(width=width, height=height, wall=wall)
    if 2 * wall >= min(width, height):
        raise CannotBe(f"wall {wall:g} m leaves no hollow in {width:g} × {height:g} m")
    w, h = width - 2 * wall, height - 2 * wall
    mid_w, mid_h = width - wall, height - wall
    return SectionProperties(
        area=width * height - w * h,
        second_moment=(width * height**3 - w * h**3) / 12,
        sideways_moment=(height * width**3 - h * w**3) / 12,
        product_moment=0.0,
        torsion_constant=2 * wall * (mid_w * mid_h) ** 2 / (mid_w + mid_h),
        extreme_fibre=height / 2,
        height=height,
        width=width,
    )


def oval_tube(width: float, height: float, wall: float) -> SectionProperties:
    """Elliptic tube of even wall, nearly; torsion by Bredt's thin-wall formula.

    Parameters
    ----------
    width, height, wall : float
        m.

    Returns
    -------
    SectionProperties

    Raises
    ------
    CannotBe
        If a dimension is not above zero, or the walls meet.
    """
    _require_positive(width=width, height=height, wall=wall)
    if 2 * wall >= min(width, height):
        raise CannotBe(f"wall {wall:g} m leaves no hollow in {width:g} × {height:g} m")
    w, h = width - 2 * wall, height - 2 * wall
    mid_w, mid_h = (width - wall) / 2, (height - wall) / 2
    # Ramanujan's length of an ellipse.
    round_about = math.pi * (
        3 * (mid_w + mid_h) - math.sqrt((3 * mid_w + mid_h) * (mid_w + 3 * mid_h))
    )
    return SectionProperties(
        area=math.pi / 4 * (width * height - w * h),
        second_moment=math.pi / 64 * (width * height**3 - w * h**3),
        sideways_moment=math.pi / 64 * (height * width**3 - h * w**3),
        product_moment=0.0,
        torsion_constant=4 * (math.pi * mid_w * mid_h) ** 2 * wall / round_about,
        extreme_fibre=height / 2,
        height=height,
        width=width,
    )


def compound(parts: list[tuple[float, float, float, float]], thin: float) -> SectionProperties:
    """Section built of upright rectangles.

    Parameters
    ----------
    parts : list of (width, height, y, z)
        Each with its centre, m.
    thin : float
        Plate thickness for the open thin-wall torsion constant, b t³ / 3 in sum, m.

    Returns
    -------
    SectionProperties
    """
    area = sum(w * h for w, h, _, _ in parts)
    y0 = sum(w * h * y for w, h, y, _ in parts) / area
    z0 = sum(w * h * z for w, h, _, z in parts) / area
    level = sum(w * h**3 / 12 + w * h * (z - z0) ** 2 for w, h, _, z in parts)
    upright = sum(h * w**3 / 12 + w * h * (y - y0) ** 2 for w, h, y, _ in parts)
    product = sum(w * h * (y - y0) * (z - z0) for w, h, y, z in parts)
    top = max(z + h / 2 for _, h, _, z in parts)
    bottom = min(z - h / 2 for _, h, _, z in parts)
    left = min(y - w / 2 for w, _, y, _ in parts)
    right = max(y + w / 2 for w, _, y, _ in parts)
    askew = 0.0
    if abs(product) > 1e-12 * level:
        # Stress under an upright moment M is M (Iz z - Iyz y) / (Iy Iz - Iyz²): Timoshenko.
        corners = [
            (y + a * w / 2 - y0, z + b * h / 2 - z0)
            for w, h, y, z in parts
            for a in (-1, 1)
            for b in (-1, 1)
        ]
        worst = max(abs(upright * z - product * y) for y, z in corners)
        askew = (level * upright - product**2) / worst
    return SectionProperties(
        area=area,
        second_moment=level,
        sideways_moment=upright,
        askew_modulus=askew,
        product_moment=product if abs(product) > 1e-12 * level else 0.0,
        torsion_constant=area * thin**2 / 3,
        extreme_fibre=max(top - z0, z0 - bottom),
        height=top - bottom,
        width=right - left,
    )


def angle(width: float, height: float, wall: float) -> SectionProperties:
    """Angle with a level and an upright leg, corner bottom left.

    Parameters
    ----------
    width, height : float
        Of the level and of the upright leg, outside, m.
    wall : float
        m.

    Returns
    -------
    SectionProperties

    Raises
    ------
    CannotBe
        If a dimension is not above zero, or the wall not thinner than the legs.
    """
    _require_positive(width=width, height=height, wall=wall)
    if wall >= min(width, height):
        raise CannotBe(f"wall {wall:g} m is not thinner than the legs")
    leg = height - wall
    return compound(
        [(width, wall, width / 2, wall / 2), (wall, leg, wall / 2, wall + leg / 2)], wall
    )


def channel(width: float, height: float, wall: float) -> SectionProperties:
    """Channel lying open side up.

    Parameters
    ----------
    width, height : float
        Of its floor and of its two walls, outside, m.
    wall : float
        m.

    Returns
    -------
    SectionProperties

    Raises
    ------
    CannotBe
        If a dimension is not above zero, or the walls leave no channel.
    """
    _require_positive(width=width, height=height, wall=wall)
    if 2 * wall >= width or wall >= height:
        raise CannotBe(f"wall {wall:g} m leaves no channel in {width:g} × {height:g} m")
    leg, mid = height - wall, wall + (height - wall) / 2
    return compound(
        [
            (width, wall, width / 2, wall / 2),
            (wall, leg, wall / 2, mid),
            (wall, leg, width - wall / 2, mid),
        ],
        wall,
    )


def built_up_i(
    flange_width: float, flange_thickness: float, web_thickness: float, web_height: float
) -> SectionProperties:
    """I of two flange boards and a web board between them.

    Parameters
    ----------
    flange_width, flange_thickness, web_thickness, web_height : float
        m.

    Returns
    -------
    SectionProperties

    Raises
    ------
    CannotBe
        If a dimension is not above zero.
    """
    _require_positive(a=flange_width, b=flange_thickness, c=web_thickness, d=web_height)
    lift = (web_height + flange_thickness) / 2
    return compound(
        [
            (flange_width, flange_thickness, 0.0, lift),
            (web_thickness, web_height, 0.0, 0.0),
            (flange_width, flange_thickness, 0.0, -lift),
        ],
        min(flange_thickness, web_thickness),
    )


def tabulated(
    width: float, height: float, area: float, second_moment: float, sideways_moment: float
) -> SectionProperties:
    """Slotted extrusion, whose figures come from a table and not from its outline.

    Parameters
    ----------
    width, height : float
        Outside, m.
    area : float
        m².
    second_moment, sideways_moment : float
        m⁴.

    Returns
    -------
    SectionProperties

    Raises
    ------
    CannotBe
        If a figure is not above zero.

    Notes
    -----
    The torsion constant is taken as a tenth of the polar moment, since slots cut the ring.
    """
    _require_positive(width=width, height=height, area=area, second_moment=second_moment)
    return SectionProperties(
        area=area,
        second_moment=second_moment,
        sideways_moment=sideways_moment,
        product_moment=0.0,
        torsion_constant=0.1 * (second_moment + sideways_moment),
        extreme_fibre=height / 2,
        height=height,
        width=width,
    )
