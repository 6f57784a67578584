"""Words that several families say alike: cutting and drilling, materials, sizes."""

from __future__ import annotations

from collections.abc import Iterable

from hazel_lantern.core.catalogue.rows import Material
from hazel_lantern.core.parts import Hole

CUTTING = "Wear eye, ear and hand protection when cutting, and break the sharp edges with a file."
CLAMPED = "Clamp the work down; take gloves off at the drill."
#: How each manner of failing shows.
BREAKS = {"yields": "bends for good", "cracks": "cracks", "creeps": "gives way slowly"}


def mm(length: float) -> str:
    """A length in a refusal, both ways.

    Parameters
    ----------
    length : float
        m.

    Returns
    -------
    str
    """
    return f"{length * 1e3:.0f} mm ({length / 0.0254:.1f} in)"


def crack_caution(material: Material, station: str) -> tuple[str, ...]:
    """What to mind with a material that cracks, where it is chosen and where it is cut.

    Parameters
    ----------
    material : Material
    station : str
        Where the caution would stand.

    Returns
    -------
    tuple of str
        Empty where there is nothing to mind.
    """
    if material.failure != "cracks" or station not in ("Frame", "Build"):
        return ()
    return (f"{material.name}: {material.note}. Look it over for cracks before each use.",)


def of_part(part: str, holes: Iterable[Hole]) -> tuple[Hole, ...]:
    """Those holes that are drilled into a part.

    Parameters
    ----------
    part : str
    holes : iterable of Hole

    Returns
    -------
    tuple of Hole
    """
    return tuple(hole for hole in holes if hole.part == part)
