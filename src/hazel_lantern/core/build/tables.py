"""Parts, cuts and holes as rows of words: for CSV files, the PDF sheets and the bench."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Sequence
from pathlib import Path

from hazel_lantern.core.build.dossier import Dossier
from hazel_lantern.core.files import write_whole
from hazel_lantern.core.units import write

Table = tuple[tuple[str, ...], list[tuple[str, ...]]]


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
    """Each hole from its part's near left corner."""
    style = dossier.style
    rows: list[tuple[str, ...]] = [
        (
            hole.part,
            hole.label,
            write(hole.x, "length", style),
            write(hole.y, "length", style),
            write(hole.diameter, "fine", style),
            hole.purpose,
        )
        for hole in dossier.holes
    ]
    return ("Part", "Hole", "From left", "From near edge", "Drill", "For"), rows


TABLES = {"parts": parts_table, "cuts": cuts_table, "holes": holes_table}


def to_csv(header: Sequence[str], rows: Iterable[Sequence[str]]) -> str:
    """Rows as CSV text."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(header)
    writer.writerows(rows)
    return out.getvalue()


def write_csv(dossier: Dossier, folder: Path, stem: str) -> list[Path]:
    """Write the three tables; returns the files.

    Raises
    ------
    OSError
        If the folder cannot be written.
    """
    folder.mkdir(parents=True, exist_ok=True)
    files = []
    for name, make in TABLES.items():
        path = folder / f"{stem}-{name}.csv"
        write_whole(path, to_csv(*make(dossier)))
        files.append(path)
    return files
