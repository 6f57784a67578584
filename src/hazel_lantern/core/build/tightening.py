"""How tight a bolt is made, and how its holes are meant: loose, close, tapped, driven."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from enum import StrEnum
from typing import Literal

from hazel_lantern.core.catalogue import Catalogue
from hazel_lantern.core.parts import Hole, Template
from hazel_lantern.core.rigs.kit.bolts import WASHER, Sized
from hazel_lantern.core.units import Style, about, write

#: Share of the yield stress of a stainless bolt of the usual class that it is pulled to, that
#: stress, Pa, and how much of the turning goes into its thread's pull, dry: T = K d F.
PULLED, YIELD, DRY = 0.5, 450e6, 0.2
#: Softer than this it gives under a washer before a bolt is tight, Pa.
SOFT = 20e9
#: Words of what no row of the catalogue says it is made of.
WOOD = ("timber", "board", "plywood")
#: A close hole lets a bolt through with no more than this beyond its own figure, m.
NEAR = 5e-5
#: Turned into less than its own thickness, a thread strips before the bolt breaks.
ENGAGED = 1.0


class Fit(StrEnum):
    """How a hole is meant."""

    LOOSE = "loose"
    CLOSE = "close"
    TAPPED = "tapped"
    DRIVEN = "driven"
    PILOT = "pilot"
    OPEN = ""


def fit_of(hole: Hole, bolt: Sized | None) -> Fit:
    """How a hole is meant, by its bolt and by what is said of it.

    Parameters
    ----------
    hole : Hole
    bolt : Sized or None
        The bolt that goes through.

    Returns
    -------
    Fit
    """
    words = hole.purpose
    if "bush" in words:
        return Fit.DRIVEN
    if "the wood" in words or "pilot" in words or "pilot" in hole.label:
        return Fit.PILOT
    if bolt is None:
        return Fit.LOOSE if "clearance" in words else Fit.OPEN
    thread = bolt.thread
    if hole.diameter < thread.diameter:
        return Fit.TAPPED
    return Fit.CLOSE if hole.diameter <= thread.close + NEAR else Fit.LOOSE


def gives(part: Template, catalogue: Catalogue) -> Literal["", "sinks in", "dents"]:
    """How a part gives before a bolt through it is tight: wood and plastic, or a hollow bar.

    Parameters
    ----------
    part : Template
    catalogue : Catalogue

    Returns
    -------
    {"", "sinks in", "dents"}
        Nothing where it does not.
    """
    for section in catalogue.sections.values():
        if section.name == part.of:
            if catalogue.material_of(section).modulus < SOFT:
                return "sinks in"
            hollow = section.wall > 0 and section.shape not in ("angle", "channel")
            return "dents" if hollow else ""
    for material in catalogue.materials.values():
        if part.of.casefold() in (material.id, material.name.casefold()):
            return "sinks in" if material.modulus < SOFT else ""
    return "sinks in" if any(word in part.of.casefold() for word in WOOD) else ""


def torque(bolt: Sized) -> float:
    """What a bolt between metal is turned with, N·m: half of what its own steel bears.

    Parameters
    ----------
    bolt : Sized

    Returns
    -------
    float
    """
    thread = bolt.thread
    return DRY * thread.diameter * PULLED * YIELD * thread.stress_area


def tightened(bolt: Sized, made: Mapping[str, Template], catalogue: Catalogue, style: Style) -> str:
    """How tight it is made, in words.

    Parameters
    ----------
    bolt : Sized
    made : mapping of str to Template
        The parts by name.
    catalogue : Catalogue
    style : Style

    Returns
    -------
    str
    """
    parts = [made[one.part] for one in bolt.bolt.through]
    if bolt.bolt.turns:
        return "a locking nut, turned back until it turns freely and does not rock"
    if not bolt.bolt.nut and "camera" in bolt.bolt.purpose:
        return "by hand, then an eighth of a turn with a key"
    ways = {gives(one, catalogue) for one in parts}
    if "sinks in" in ways:
        return "snug: until the washer begins to sink in, no further"
    if "dents" in ways:
        return "snug: no further than a short spanner goes by hand, or the wall dents"
    return f"about {about(torque(bolt), 'torque', style, 1)}"


def engagement(bolt: Sized, made: Mapping[str, Template], style: Style) -> str:
    """What is to be known of a thread that ends in a part; nothing where it holds deep enough.

    Parameters
    ----------
    bolt : Sized
    made : mapping of str to Template
    style : Style

    Returns
    -------
    str
    """
    if bolt.bolt.nut or "camera" in bolt.bolt.purpose:
        return ""
    last = made[bolt.bolt.through[-1].part]
    held = min(bolt.length - bolt.grip - bolt.washers * WASHER, last.thick)
    if held >= ENGAGED * bolt.thread.diameter - 1e-6:
        return ""
    return (
        f"its thread is held over {write(held, 'fine', style)}, less than it is thick: do not "
        "force it; a nut behind holds more"
    )


def by_hole(bolts: Iterable[Sized]) -> dict[tuple[str, str], Sized]:
    """The bolt of each hole, by part and hole; of two the thicker."""
    found: dict[tuple[str, str], Sized] = {}
    for one in sorted(bolts, key=lambda one: one.thread.diameter):
        for place in one.bolt.through:
            found[place.part, place.hole] = one
    return found
