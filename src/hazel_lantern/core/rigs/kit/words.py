"""Words that several families say alike: cutting and drilling, materials, sizes."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from hazel_lantern.core.catalogue.rows import Material
from hazel_lantern.core.parts import Piece, Step, in_sentence
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.units import write

CUTTING = "Wear eye, ear and hand protection when cutting, and break the sharp edges with a file."
DRILLING = (
    "Clamp the work, never hold it by hand, on a backing board; gloves off at anything that turns, "
    "glasses on."
)
#: What glue needs before anything rests on it.
GLUED = (
    "the glue, clamped for half an hour, a day before it is loaded; what its maker says comes first"
)
#: What is breathed in where a material is cut, by material.
DUST = {
    "galvanised": (
        "Zinc gives off fumes that make ill: saw it cold. Welding or stripping it is for people "
        "who have learned to."
    ),
    "mdf": "Its dust is fine: mask on, and cut outside or with the dust drawn off.",
    "particle-board": "Its dust is fine: mask on, and cut outside or with the dust drawn off.",
    "hardboard": "Its dust is fine: mask on, and cut outside or with the dust drawn off.",
    "carbon": "Its dust goes into skin and lungs: mask and gloves on, cut it wet.",
}
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


def workshop_cautions(material: Material | None, station: str) -> tuple[str, ...]:
    """What to mind where it is cut, and where a material that cracks is chosen.

    Parameters
    ----------
    material : Material or None
    station : str
        Where the cautions would stand.

    Returns
    -------
    tuple of str
        Empty where there is nothing to mind.
    """
    found = (CUTTING,) if station == "Build" else ()
    if material is None or material.failure != "cracks" or station not in ("Frame", "Build"):
        return found
    return (*found, f"{material.name}: {material.note}. Look it over for cracks before each use.")


def cut_steps(case: Case[Any], pieces: Iterable[Piece]) -> list[Step]:
    """Cutting each piece from its stock, several of a kind side by side.

    Parameters
    ----------
    case : Case
    pieces : iterable of Piece

    Returns
    -------
    list of Step
    """
    found = []
    for piece in pieces:
        section = in_sentence(case.row("sections", piece.section).name)
        what = f"{piece.count} × {piece.label.lower()}"
        alike = ", clamped side by side so that they are one length"
        if piece.count == 1:
            what, alike = f"the {piece.label.lower()}", ""
        length = write(piece.length, "length", case.style)
        dust = DUST.get(case.row("sections", piece.section).material, "")
        words = f"Cut {what} from {section} to {length}{alike}."
        if case.settings.cut_price and not case.workshop.shelf.lengths_of(piece.section):
            words = f"Have the shop cut {what} from {section} to {length}; measure before you go."
            found.append(Step(words, ("tape",), "", cuts=(piece.label,)))
            continue
        found.append(
            Step(
                words,
                ("tape", "saw with a stop", "file"),
                f"{CUTTING} {dust}".strip(),
                cuts=(piece.label,),
            )
        )
    return found
