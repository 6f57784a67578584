"""Make the shipped fonts: Cabin with figures of one width, so numbers line up.

Cabin is under the SIL Open Font License 1.1 with no reserved name.  The figures of
the original are proportional and it has no tabular feature, so the ten figures are
given one advance here and the family is renamed, since a changed font must not be
mistaken for an installed original.  Needs ``fonttools`` and ``brotli``.

    python tools/make_fonts.py FOLDER_OF_WOFF2_FILES
"""

import sys
from pathlib import Path

from fontTools.ttLib import TTFont

FAMILY = "Lantern Cabin"
STYLES = {
    "400-normal": "Regular",
    "400-italic": "Italic",
    "600-normal": "SemiBold",
    "700-normal": "Bold",
}
OUT = Path(__file__).parent.parent / "src/hazel_lantern/data/fonts"


def make_tabular(font: TTFont) -> None:
    """Give the ten figures the mean advance of all but the narrow one."""
    names = [font.getBestCmap()[ord(figure)] for figure in "0123456789"]
    metrics = font["hmtx"]
    widths = [metrics[name][0] for name in names]
    advance = round((sum(widths) - min(widths)) / 9)
    for name, width in zip(names, widths, strict=True):
        shift = (advance - width) // 2
        glyph = font["glyf"][name]
        glyph.expand(font["glyf"])
        if glyph.isComposite():
            for component in glyph.components:
                component.x += shift
        else:
            glyph.coordinates.translate((shift, 0))
        glyph.recalcBounds(font["glyf"])
        metrics[name] = (advance, metrics[name][1] + shift)
    for tag in ("GPOS", "GSUB"):  # kerning between figures would undo the one width
        if tag in font:
            del font[tag]


def rename(font: TTFont, style: str) -> None:
    """Put the new family and style into the name table."""
    for record in font["name"].names:
        value = {1: FAMILY, 4: f"{FAMILY} {style}", 16: FAMILY, 17: style}.get(record.nameID)
        if record.nameID == 2:
            value = style if style in ("Regular", "Italic", "Bold") else "Regular"
        if record.nameID == 1 and style == "SemiBold":
            value = f"{FAMILY} SemiBold"
        if record.nameID in (3, 6):
            value = f"{FAMILY.replace(' ', '')}-{style}"
        if value:
            record.string = value


def main() -> None:
    for suffix, style in STYLES.items():
        font = TTFont(Path(sys.argv[1]) / f"cabin-latin-{suffix}.woff2")
        make_tabular(font)
        rename(font, style)
        font.flavor = None
        font.save(OUT / f"LanternCabin-{style}.ttf")


if __name__ == "__main__":
    main()
