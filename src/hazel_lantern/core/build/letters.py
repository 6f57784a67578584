"""Letters on paper: the project's font, and another of wide coverage for what it has not."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator
from functools import cache
from itertools import groupby
from typing import Any, Literal
from xml.sax.saxutils import escape

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont

from hazel_lantern.core.resources import DATA

#: The project's fonts, and what stands in for letters that they have not.
FONTS = {
    "Lantern": "LanternCabin-Regular",
    "LanternBold": "LanternCabin-SemiBold",
    "Wide": "DejaVuSans",
    "WideBold": "DejaVuSans-Bold",
}
WIDE = {"Lantern": "Wide", "LanternBold": "WideBold"}
#: What is printed for a letter that neither font has.
UNKNOWN = "\ufffd"


def register_fonts() -> None:
    """Make the fonts known to the sheets."""
    for name, file in FONTS.items():
        if name not in pdfmetrics.getRegisteredFontNames():
            pdfmetrics.registerFont(TTFont(name, DATA / "fonts" / f"{file}.ttf"))


@cache
def _has(font: str) -> frozenset[int]:
    register_fonts()
    return frozenset(pdfmetrics.getFont(font).face.charToGlyph)


def runs(words: str, font: str = "Lantern") -> Iterator[tuple[str, str]]:
    """Stretches of words that one font can print: which, and the letters.

    Parameters
    ----------
    words : str
    font : str
        A key of `WIDE`: the font that is wanted.

    Yields
    ------
    str, str
    """

    known = "".join(
        one if _prints(one, font) or _prints(one, WIDE[font]) else UNKNOWN for one in words
    )

    def of(word: str) -> str:
        return font if all(_prints(one, font) for one in word) else WIDE[font]

    # A word is of one font: half of it in another would look torn.
    for name, parts in groupby(re.split(r"(\s+)", known), of):
        letters = "".join(parts)
        if letters:
            yield name, letters


def _prints(letter: str, font: str) -> bool:
    return ord(letter) in _has(font) or letter == "\n"


def marked(words: str, font: str = "Lantern") -> str:
    """Words as a paragraph's mark-up: what is typed stays as it was typed.

    Parameters
    ----------
    words : str
    font : str
        As of `runs`.

    Returns
    -------
    str
    """
    return "".join(
        escape(letters) if name == font else f'<font name="{name}">{escape(letters)}</font>'
        for name, letters in runs(words, font)
    )


def put(
    canvas: Any,
    place: tuple[float, float],
    words: str,
    font: str,
    size: float,
    *,
    at: Literal["left", "middle", "right"] = "left",
) -> None:
    """Write words on a canvas, in whichever fonts have their letters.

    Parameters
    ----------
    canvas : Canvas
    place : (x, y)
        Points.
    words, font : str
        As of `runs`.
    size : float
        Points.
    at : {"left", "middle", "right"}
        Which part of the words stands at the place.
    """
    parts = list(runs(words, font))
    # One line is of one font, so that it can be read and copied as one.
    name = font if all(one == font for one, _ in parts) else WIDE[font]
    line = "".join(letters for _, letters in parts)
    x, y = place
    x -= pdfmetrics.stringWidth(line, name, size) * {"left": 0.0, "middle": 0.5, "right": 1.0}[at]
    canvas.setFont(name, size)
    canvas.drawString(x, y, line)
    canvas.setFont(font, size)


def traced(canvas: Any, points: Iterable[tuple[float, float]], closed: bool = False) -> Any:
    """A path through points, to be drawn."""
    path = canvas.beginPath()
    for at, point in enumerate(points):
        (path.lineTo if at else path.moveTo)(*point)
    if closed:
        path.close()
    return path
