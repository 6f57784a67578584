"""What a maker has, in one line as makers write it: ``2 x 5' emt 3/4``."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator
from typing import NamedTuple

from hazel_lantern.core.catalogue import Catalogue
from hazel_lantern.core.catalogue.rows import Row
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.shelf import PARTS, OwnedPart, StockPiece
from hazel_lantern.core.units import ReadError, Style, read

#: Words that mean one thing.
SYNONYMS = {
    "alu": "aluminium", "ali": "aluminium", "al": "aluminium", "aluminum": "aluminium",
    "ply": "plywood", "ss": "stainless", "pipes": "pipe", "tubes": "tube", "tubing": "tube",
    "iron": "steel", "rods": "rod", "dowels": "dowel", "wheels": "wheel", "sq": "square",
    "rect": "rectangular", "stud": "lumber", "studs": "lumber", "wood": "lumber",
}  # fmt: skip
#: What says nothing.
EMPTY = {"of", "pcs", "pieces", "piece", "a", "an", "the", "long", "each", "on", "trade"}
#: A length with its unit; feet may have inches behind them.
LENGTH = re.compile(
    r"(?<![\d/.])(\d+(?:[.,]\d+)?(?:\s+\d+/\d+)?\s*"
    r"(?:mm|cm|m\b|ft|feet|foot|'|′|inch(?:es)?|in\b(?!\s+an?\b)|\"|″)"
    r"(?:\s*\d+(?:\s+\d+/\d+)?\s*(?:\"|″|in\b))?)",
    re.IGNORECASE,
)
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


def read_line(text: str, catalogue: Catalogue, style: Style) -> StockPiece | OwnedPart:
    """What one line says is there.

    Parameters
    ----------
    text : str
        How many, how long, and of what, in any order but for the number, which stands first.
    catalogue : Catalogue
    style : Style

    Returns
    -------
    StockPiece or OwnedPart
        A piece of a section where a length is given.

    Raises
    ------
    CannotBe
        Says what of it is not known, and what is near.
    """
    near: list[str] = []
    shown = " ".join(text.split())[:60]
    for line in _lines(text, style):
        rows = catalogue.sections.values() if line.length else _parts(catalogue)
        found = _fitting(line.words, rows)
        if len(found) == 1 and line.length:
            return StockPiece(section=found[0].id, length=line.length, count=line.number)
        if len(found) == 1:
            return OwnedPart(part=found[0].id, count=line.number)
        near = near or [one.name for one in found[:MOST]]
    if near:
        raise CannotBe(f"“{shown}” may be {'; '.join(near)}: say more of its name")
    raise CannotBe(
        f"“{shown}” is not known; accepted is such as 2 x 5' emt 3/4, or "
        f"3 × 1200 mm alu tube 25 × 2"
    )


def _lines(text: str, style: Style) -> Iterator[_Line]:
    """Ways to read it: with a number in front, and without, as a 2 × 4 begins with one too."""
    text = " ".join(text.split())
    number = COUNT.match(text)
    if number:
        yield _Line(max(int(number[1]), 1), *_split(text[number.end() :], style))
    yield _Line(1, *_split(text, style))


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
