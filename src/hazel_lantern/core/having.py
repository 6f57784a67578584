"""What a maker has, in one line as makers write it: ``2 x 5' emt 3/4``."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator
from fractions import Fraction
from typing import NamedTuple

from pydantic import ValidationError

from hazel_lantern.core.catalogue import Catalogue
from hazel_lantern.core.catalogue.rows import Row
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.shelf import PARTS, OwnedPart, OwnedPlate, StockPiece
from hazel_lantern.core.units import INCH, ReadError, Style, read, write

#: Words that mean one thing.
SYNONYMS = {
    "alu": "aluminium", "ali": "aluminium", "al": "aluminium", "aluminum": "aluminium",
    "ply": "plywood", "ss": "stainless", "pipes": "pipe", "tubes": "tube", "tubing": "tube",
    "iron": "steel", "rods": "rod", "dowels": "dowel", "wheels": "wheel", "sq": "square",
    "gear": "cog", "gears": "cog", "cogs": "cog", "bolts": "bolt",
    "rect": "rectangular", "stud": "lumber", "studs": "lumber", "wood": "lumber",
}  # fmt: skip
#: What says nothing.
EMPTY = {
    "teeth",
    "tooth",
    "of",
    "pcs",
    "pieces",
    "piece",
    "a",
    "an",
    "the",
    "long",
    "each",
    "on",
    "trade",
}
#: A length with its unit; feet may have inches behind them.
LENGTH = re.compile(
    r"(?<![\d/.])(\d+(?:[.,]\d+)?(?:\s+\d+/\d+)?\s*"
    r"(?:mm|cm|m\b|ft|feet|foot|'|′|inch(?:es)?|in\b(?!\s+an?\b)|\"|″)"
    r"(?:\s*\d+(?:\s+\d+/\d+)?\s*(?:\"|″|in\b))?)",
    re.IGNORECASE,
)
BOLT = re.compile(
    r"^(?:(\d{1,3})\s*(?:x|×|\*|of)?\s+)?"
    r"(m\s?\d{1,2}|#\d{1,2}-\d\d|\d/\d{1,2}-\d\d|\d/\d{1,2}(?=\s*(?:x|×)\s*\d[^x×]*bolts?$))"
    r"(?:\s*(?:x|×|\*)\s*(\d+(?:[.,]\d+)?(?:\s+\d/\d{1,2})?|\d/\d{1,2})"
    r"\s*(mm|in\b|\"|″)?)?\s*(?:bolts?|screws?|long)?\s*$",
    re.IGNORECASE,
)
PLATE = re.compile(
    r"^(?:(\d{1,2})\s*(?:x|×|\*|of)\s+)?(\d+(?:[.,]\d+)?\s*(?:kg|g|lbs?|oz))\s*"
    r"(?:weight\s*|iron\s*)?(?:plates?|weights?|discs?)\s*$",
    re.IGNORECASE,
)
#: Said of what is beyond any shelf.
RANGES = (
    "a length is 10 mm to 20 m, a bolt's up to 2 m, a plate weighs 10 g to 100 kg, and there are "
    "1 to 999 of them"
)
TIMBER = re.compile(r"^[1-8] (?:[2-9]|1[02])$")
#: Rough timber, what planing takes off each face, m, and the materials that it is of.
ROUGH = re.compile(r",?\s*\b(?:rough(?:[- ]sawn)?|sawn|unplaned)\b", re.IGNORECASE)
PLANED, TIMBER_OF = 0.0025, ("pine", "furring")
#: Crooked, by so much in a metre; where nobody measured, so much, m.
CROOKED = re.compile(
    r",?\s*\b(?:crooked|bent|bowed|warped)(?:\s+(?:by\s+)?(\d+(?:[.,]\d+)?\s*(?:mm|in|\"))"
    r"(?:\s+in\s+(?:a|1)\s*m(?:et(?:er|re))?)?)?",
    re.IGNORECASE,
)
SOMEWHAT = 0.005
COUNT = re.compile(r"^(\d{1,3})\s*(?:x|×|\*|of|pcs?\.?)\s+(?=\S)", re.IGNORECASE)
WORD = re.compile(r"\d+/\d+|\d+(?:[.,]\d+)?|[^\W\d_]+", re.UNICODE)
#: What a name has for those who measure it.
BESIDES = re.compile(r"\([^)]*\)|, [^,]* outside")
#: Shorter than this it is a size and no piece, m; and no more names are offered than this.
SHORTEST, MOST = 0.15, 4


class _Line(NamedTuple):
    number: int
    length: float | None
    words: tuple[str, ...]


Had = StockPiece | OwnedPart | OwnedPlate


def read_lines(
    text: str, catalogue: Catalogue, style: Style
) -> tuple[list[Had], list[tuple[str, str]]]:
    """What several lines say is there, parted by line ends or semicolons.

    Parameters
    ----------
    text : str
    catalogue : Catalogue
    style : Style

    Returns
    -------
    list of StockPiece, OwnedPart or OwnedPlate
    list of (str, str)
        Lines that could not be read, and why.
    """
    found: list[Had] = []
    faults = []
    for line in filter(str.strip, re.split(r"[;\n]", text)):
        try:
            found.append(read_line(line, catalogue, style))
        except ValidationError:
            faults.append((line.strip(), RANGES))
        except CannotBe as error:
            faults.append((line.strip(), str(error)))
    return found, faults


def read_line(text: str, catalogue: Catalogue, style: Style) -> Had:
    """What one line says is there.

    Parameters
    ----------
    text : str
        How many, how long, and of what, in any order but for the number, which stands first.
    catalogue : Catalogue
    style : Style

    Returns
    -------
    StockPiece, OwnedPart or OwnedPlate
        A piece of a section where a length is given, a weight plate where a mass is.

    Raises
    ------
    CannotBe
        Says what of it is not known, and what is near.
    """
    near: list[str] = []
    shown = " ".join(text.split())[:60]
    special = _bolt(shown, catalogue) or _plate(shown, style)
    if special is not None:
        return special
    text, bow = _bowed(text, style)
    if ROUGH.search(text):
        return _planed(ROUGH.sub(" ", text), catalogue, style, bow)
    for line in _lines(text, style):
        rows = catalogue.sections.values() if line.length else _parts(catalogue)
        found = _fitting(line.words, rows)
        if len(found) == 1 and line.length:
            return StockPiece(section=found[0].id, length=line.length, count=line.number, bow=bow)
        if len(found) == 1:
            return OwnedPart(part=found[0].id, count=line.number)
        near = near or [one.name for one in found[:MOST]]
    if near:
        raise CannotBe(f"“{shown}” may be {'; '.join(near)}: say more of its name")
    raise CannotBe(
        f"“{shown}” is not known; accepted is such as 2 x 5' emt 3/4, "
        f"3 × 1200 mm alu tube 25 × 2, 20 x M6 x 40, 4 x 2.5 kg plate, 3 x cog 24 module 1"
    )


def _planed(text: str, catalogue: Catalogue, style: Style, bow: float) -> StockPiece:
    """Rough timber as what it gives once it is planed: the largest section that is in it."""
    for line in _lines(text, style):
        sizes = [float(word) for word in line.words if word.replace(".", "").isdigit()]
        if not line.length or len(sizes) != 2:
            continue
        # Nobody saws timber of a dozen millimetres: so small a figure is inches.
        unit = INCH if max(sizes) <= 12 else 1e-3
        thin, wide = (size * unit - 2 * PLANED for size in sorted(sizes))
        inside = [
            row
            for row in catalogue.sections.values()
            if row.shape == "rectangle"
            and row.material in TIMBER_OF
            and min(row.width, row.height) <= thin + 1e-4
            and max(row.width, row.height) <= wide + 1e-4
        ]
        if inside:
            best = max(inside, key=lambda row: (row.width * row.height, row.height >= row.width))
            return StockPiece(section=best.id, length=line.length, count=line.number, bow=bow)
    loss = write(2 * PLANED, "fine", style)
    raise CannotBe(
        f"“{text.strip()}” is no rough timber that can be planed: say how long and its two sizes, "
        f"such as 3 x 2 m pine 50 x 25 rough; {loss} of each go, and what is left must be a timber "
        "of the catalogue"
    )


def _bowed(text: str, style: Style) -> tuple[str, float]:
    """The line without what it says of being crooked, and how far that is in a metre, m."""
    match = CROOKED.search(text)
    if match is None:
        return text, 0.0
    bow = read(match[1], "fine", style) if match[1] else SOMEWHAT
    return f"{text[: match.start()]} {text[match.end() :]}", bow


def _bolt(text: str, catalogue: Catalogue) -> OwnedPart | None:
    """Bolts: their thread and length, ``20 x M6 x 40`` or ``6 x 1/4-20 x 1 1/2``."""
    match = BOLT.match(text)
    if match is None:
        return None
    number, thread, length, unit = match.groups()
    wanted = thread.casefold().replace(" ", "")
    rows = [
        row
        for row in catalogue.threads.values()
        if row.size.casefold() == wanted or row.size.casefold().split("-")[0] == wanted
    ]
    if not rows:
        known = ", ".join(row.size for row in catalogue.threads.values())
        raise CannotBe(f"“{thread}” is no thread of the catalogue; accepted: {known}")
    row = rows[0]
    if length is None:
        raise CannotBe(f"say how long the {row.size} bolts are, such as 20 x {row.size} x 40")
    inches = unit in ('"', "″", "in") or (not unit and row.system == "unified")
    long = sum(float(Fraction(part)) for part in length.replace(",", ".").split())
    return OwnedPart(
        part=row.id, count=int(number or 1), length=round(long * (INCH if inches else 1e-3), 6)
    )


def _plate(text: str, style: Style) -> OwnedPlate | None:
    """Weight plates: ``4 x 2.5 kg plate``."""
    match = PLATE.match(text)
    if match is None:
        return None
    number, mass = match.groups()
    return OwnedPlate(mass=read(mass, "mass", style), count=int(number or 1))


def _lines(text: str, style: Style) -> Iterator[_Line]:
    """Ways to read it: with a number in front, and without, as a 2 × 4 begins with one too."""
    text = " ".join(text.split())
    number = COUNT.match(text)
    if number:
        length, words = _split(text[number.end() :], style)
        if length and TIMBER.match(" ".join(words)):
            words = (*words, "lumber")
        yield _Line(max(int(number[1]), 1), length, words)
    length, words = _split(text, style)
    if length and TIMBER.match(" ".join(words)):
        # A 2 × 4 needs no more words at the timber yard.
        words = (*words, "lumber")
    yield _Line(1, length, words)


def _split(text: str, style: Style) -> tuple[float | None, tuple[str, ...]]:
    """The longest length that it names, and its other words."""
    longest, where = None, None
    for match in LENGTH.finditer(text):
        try:
            length = read(match[1], "length", style)
        except ReadError:
            continue
        if length >= SHORTEST and (longest is None or length > longest):
            longest, where = length, match.span()
    if where is not None:
        text = f"{text[: where[0]]} {text[where[1] :]}"
    return longest, _words(text)


def _words(text: str) -> tuple[str, ...]:
    found = (word.lower().replace(",", ".") for word in WORD.findall(text))
    plain = (SYNONYMS.get(word, word) for word in found)
    return tuple(word for word in plain if word not in EMPTY and word != "x")


def _parts(catalogue: Catalogue) -> Iterator[Row]:
    for table in PARTS:
        yield from getattr(catalogue, table).values()


def _fitting(words: tuple[str, ...], rows: Iterable[Row]) -> list[Row]:
    """Rows that have all of the words; of those the ones with the least besides."""
    if not any(word.isalpha() and len(word) > 1 for word in words):
        return []
    fits: list[tuple[tuple[int, int], Row]] = []
    for row in rows:
        left = list(_words(row.name))
        for word in words:
            hit = next((one for one in left if _same(word, one)), None)
            if hit is None:
                break
            left.remove(hit)
        else:
            # Of `3/4", 0.922" outside` the trade's size is what one says; either is known.
            told = _words(BESIDES.sub("", row.name))
            sizes = sum(one[0].isdigit() and one in told for one in left)
            fits.append(((sizes, len(left)), row))
    # A size more is another part; a word more may be only that.
    least = min((beside for beside, _ in fits), default=(0, 0))
    return [row for beside, row in fits if beside == least]


def _same(word: str, known: str) -> bool:
    if word[0].isdigit():
        return word == known
    return known.startswith(word) and len(word) >= min(3, len(known))
