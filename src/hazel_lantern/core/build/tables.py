"""Parts, cuts, holes and bolts as rows of words, for the PDF sheets and the bench."""

from __future__ import annotations

from pathlib import Path

from hazel_lantern.core.build.boards import BOARDS, sold_as
from hazel_lantern.core.build.dossier import Dossier
from hazel_lantern.core.build.drills import DrillSize, by_the_millimetre, drill_for
from hazel_lantern.core.build.marking import on_the_rule, ruled
from hazel_lantern.core.build.tightening import by_hole, fit_of
from hazel_lantern.core.drive import export
from hazel_lantern.core.files import write_whole
from hazel_lantern.core.parts import Bolt, Hole, Template
from hazel_lantern.core.units import Style, trimmed, write

Table = tuple[tuple[str, ...], list[tuple[str, ...]]]
#: Holes that are drilled as they are said: for a tap, a bush, a wood screw's thread.
EXACT = ("tap", "fit the bush", "the wood")


def parts_table(dossier: Dossier) -> Table:
    """What to have: part, number, price, whether owned."""
    style = dossier.style
    rows: list[tuple[str, ...]] = [
        (
            part.name,
            str(part.quantity),
            write(part.price, "money", style),
            part.having,
            write(part.mass, "mass", style),
            part.note,
        )
        for part in dossier.assessment.parts
    ]
    return ("Part", "Number", "Price", "Have", "Mass", "Note"), rows


def cuts_table(dossier: Dossier) -> Table:
    """Which bar to take and what to cut from it, in order from one end."""
    style = dossier.style
    rows: list[tuple[str, ...]] = []
    for number, bar in enumerate(dossier.cuts.bars, start=1):
        name = dossier.workshop.catalogue.find("sections", bar.section).name
        pieces = ", ".join(write(length, "length", style) for _, length in bar.pieces)
        rows.append(
            (
                str(number),
                name,
                write(bar.stock.length, "length", style),
                "shelf" if bar.stock.owned else write(bar.stock.price, "money", style),
                pieces,
                write(bar.offcut, "length", style),
            )
        )
    for piece in dossier.cuts.too_long:
        name = dossier.workshop.catalogue.find("sections", piece.section).name
        length = write(piece.length, "length", style)
        rows.append(("–", name, "to order", "–", f"{piece.count} of {length}", "–"))
    return ("Bar", "Section", "Stock length", "From", "Cut, in order", "Offcut"), rows


def holes_table(dossier: Dossier) -> Table:
    """Each hole from its part's near left corner; by the inch, with the millimetres beside."""
    style, bolts = dossier.style, by_hole(dossier.bolts)
    rows: list[tuple[str, ...]] = []
    for hole in dossier.holes:
        where = [marked_at(hole.x, style), marked_at(hole.y, style)]
        if style.imperial:
            where.append(f"{trimmed(hole.x * 1e3, 1)} × {trimmed(hole.y * 1e3, 1)}")
        drill = drill_of(hole, style).name
        fit = str(fit_of(hole, bolts.get((hole.part, hole.label))))
        rows.append((hole.part, hole.label, *where, drill, fit, hole.purpose))
    millimetres = ("Both, mm",) if style.imperial else ()
    header = ("Part", "Hole", "From left", "From near edge", *millimetres, "Drill", "Fit", "For")
    return header, rows


def drill_of(hole: Hole, style: Style) -> DrillSize:
    """What to drill it with: a tap and a bush want their own size, an axle its millimetres."""
    if "axle" in hole.purpose:
        return by_the_millimetre(hole.diameter, style)
    return drill_for(hole.diameter, style, any(words in hole.purpose for words in EXACT))


def marked_at(value: float, style: Style) -> str:
    """A place as it is marked: to a hundredth of a millimetre, or on a line of a rule by the inch.

    What cogs need stands where no line is, and is told to a thousandth.
    """
    if style.imperial and on_the_rule(value):
        return ruled(value)
    return write(value, "fine", style)


def made_table(dossier: Dossier) -> Table:
    """Each part that a bolt goes through: how many, its size, what it is made of."""
    style = dossier.style
    rows: list[tuple[str, ...]] = [
        (
            part.part,
            str(part.count),
            write(part.length, "length", style),
            write(part.breadth, "length", style),
            write(part.thick, "fine", style),
            sold_as(part, style) if part.of in BOARDS else part.of,
            note_on(part),
        )
        for part in dossier.made
    ]
    return ("Part", "Number", "Length", "Breadth", "Thick", "Of", "Note"), rows


def note_on(part: Template) -> str:
    """What is to be known of a part besides its size."""
    return "comes drilled" if part.comes_drilled else part.note


def _through(bolt: Bolt) -> str:
    """Each hole in turn, with what a bolt that goes through it must know."""
    return "; ".join(
        f"{place.part}: {place.hole}{' (inside of it)' if place.inside else ''}"
        for place in bolt.through
    )


def bolts_table(dossier: Dossier) -> Table:
    """Each bolt in its place: what it goes through from its head on."""
    style = dossier.style
    rows: list[tuple[str, ...]] = []
    for one in dossier.bolts:
        bolt = one.bolt
        also = [f"{words} {write(length, 'fine', style)}" for words, length in bolt.also]
        if one.washers:
            also.append(f"{one.washers} more washers under its head")
        rows.append(
            (
                one.sold_as,
                f"{bolt.purpose}, {bolt.at}" if bolt.at else bolt.purpose,
                _through(bolt),
                "; ".join(also),
                "nut" if bolt.nut else "its thread",
                write(one.grip, "fine", style),
            )
        )
    rows += [
        (
            f"wood screw {write(screw.screw, 'fine', style)}",
            f"{screw.purpose}, {screw.at}",
            _through(screw),
            f"comes with the {screw.purpose}",
            "the wood",
            "",
        )
        for screw in dossier.screws
    ]
    return ("Bolt", "For", "Goes through", "And", "Ends in", "Clamps"), rows


def write_move(dossier: Dossier, folder: Path, stem: str) -> list[Path]:
    """Write the move for a controller of one's own, where a motor drives the rig.

    Parameters
    ----------
    dossier : Dossier
    folder : Path
    stem : str
        What the files' names begin with.

    Returns
    -------
    list of Path
        None while it is moved by hand.

    Raises
    ------
    OSError
        If the folder cannot be written.
    """
    drives = dossier.assessment.family.drives
    if not drives.used:
        return []
    texts = {"csv": export.move_csv(drives.it), "gcode": export.move_gcode(drives.it)}
    folder.mkdir(parents=True, exist_ok=True)
    files = []
    for kind, text in texts.items():
        path = folder / f"{stem}-move.{kind}"
        write_whole(path, text)
        files.append(path)
    return files
