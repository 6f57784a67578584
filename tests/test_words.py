"""What the project may and may not say, and that its fonts can say it."""

import re
import tokenize
from pathlib import Path

from hazel_lantern.core.resources import DATA

ROOT = Path(__file__).parent.parent
SOURCES = sorted((ROOT / "src").rglob("*.py"))


def strings(path):
    with path.open("rb") as file:
        for token in tokenize.tokenize(file.readline):
            if token.type in (tokenize.STRING, getattr(tokenize, "FSTRING_MIDDLE", -1)):
                yield token.string


def test_every_sign_that_is_printed_is_in_the_fonts(qapp):
    from PyQt6.QtGui import QRawFont

    fonts = [QRawFont(str(path), 13.0) for path in sorted((DATA / "fonts").glob("Lantern*.ttf"))]
    assert len(fonts) == 4
    for path in SOURCES:
        code = re.sub(r'"""(.|\n)*?"""', "", path.read_text(encoding="utf-8"))
        code = re.sub(r"#.*", "", code)
        if path.name == "units.py":
            continue  # it reads signs that it never prints
        for sign in {c for c in code if ord(c) > 126}:
            assert all(font.supportsCharacter(sign) for font in fonts), (path.name, sign)


def test_figures_are_all_of_one_width(qapp):
    from PyQt6.QtGui import QRawFont

    for path in sorted((DATA / "fonts").glob("*.ttf")):
        font = QRawFont(str(path), 100.0)
        glyphs = font.glyphIndexesForString("0123456789")
        widths = {round(point.x(), 2) for point in font.advancesForGlyphIndexes(glyphs)}
        assert len(widths) == 1, path.name


def test_nothing_is_called_safe():
    said = [
        (path.name, text)
        for path in SOURCES
        for text in strings(path)
        if re.search(r"\b(un)?safe(ly|ty)?\b(?! tether)", text, re.IGNORECASE)
    ]
    assert said == []


def test_modules_say_what_they_are_and_stay_small():
    for path in SOURCES:
        text = path.read_text(encoding="utf-8")
        assert text.startswith('"""'), path
        assert len(text.splitlines()) <= 600, path


def test_the_shell_has_no_familys_name_in_it():
    from hazel_lantern.core.rigs import families

    for path in sorted((ROOT / "src" / "hazel_lantern" / "app").rglob("*.py")):
        text = path.read_text(encoding="utf-8").lower()
        for name in families():
            assert not re.search(rf"\b{name}s?\b", text), (path.name, name)
