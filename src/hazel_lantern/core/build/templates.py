"""Drilling templates at true size: PDF in tiles, beside the outlines of each part.

All are drawn from the same `Template`.
"""

from __future__ import annotations

import io
import math
import re
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from pathlib import Path
from typing import TYPE_CHECKING, Any

from hazel_lantern.core.build.outlines import MM, corners_of, template_dxf, template_svg
from hazel_lantern.core.build.tables import drill_of, marked_at
from hazel_lantern.core.files import write_whole
from hazel_lantern.core.stopping import Stop, never, told
from hazel_lantern.core.units import Style, write

if TYPE_CHECKING:
    from hazel_lantern.core.parts import Hole, Template

#: Room around the printed area of a page, and what two tiles share, m.
MARGIN, SHARED = 0.012, 0.01
#: Above a tile for its words, and the foot of a page for the scale bar, m.
HEAD, FOOT = 0.022, 0.022
#: The bar to lay a rule on, m.
BAR = {False: 0.100, True: 4 * 0.0254}
#: The upright one stands so far from the paper's edge, m.
UPRIGHT = 0.007
#: Corners nearer to each other are one on paper, m.
PRINTED = 1e-4
#: Letters beside a hole, and how far its cross goes past its rim, points.
LABEL, CROSS = 7, 5
#: Left, bottom, right and top, points.
Box = tuple[float, float, float, float]
PAPER = {"A4": (0.297, 0.210), "Letter": (0.2794, 0.2159)}


def file_stem(template: Template) -> str:
    """A file name for a part: small letters, digits and dashes."""
    return re.sub(r"[^a-z0-9]+", "-", template.part.lower()).strip("-")


@dataclass(frozen=True)
class Tile:
    """What one strip of paper shows of a part: from ``start`` to ``end`` along it, m.

    ``joined`` tells whether the strip after it is drawn too.
    """

    template: Template
    number: int
    of: int
    start: float
    end: float
    low: float
    high: float
    joined: bool


@dataclass(frozen=True)
class Placed:
    """A tile on a page: its lower left corner from the page's, m."""

    tile: Tile
    x: float
    y: float


def tiles(template: Template, width: float, height: float) -> list[Tile]:
    """Cut a part into strips that fit a printed area, each sharing a little with the next.

    Strips on which there is nothing to drill are left out: a tape from the datum end places
    what lies beyond them better than many sheets stuck together.

    Parameters
    ----------
    template : Template
    width, height : float
        Of the printed area, m.

    Raises
    ------
    ValueError
        If the area is too small to get on at all.
    """
    if width <= SHARED or height <= HEAD + SHARED:
        raise ValueError(f"{width * MM:.0f} × {height * MM:.0f} mm is no room for a template")
    across = _cuts(template.length, width)
    up = _cuts(template.breadth, height - HEAD)
    every = [(x0, x1, y0, y1) for y0, y1 in up for x0, x1 in across]
    drawn = [_drilled(template, place) for place in every]
    return [
        Tile(
            template,
            at + 1,
            len(every),
            *place,
            joined=place[1] < template.length - 1e-9 and drawn[at + 1],
        )
        for at, place in enumerate(every)
        if drawn[at]
    ]


def _drilled(template: Template, place: tuple[float, float, float, float]) -> bool:
    """Whether any of a hole or slot lies on a strip."""
    x0, x1, y0, y1 = place
    if template.outline:
        return True
    spots = [(hole.x, hole.x, hole.y, hole.diameter) for hole in template.holes]
    spots += list(template.slots)
    return any(
        start - size / 2 <= x1
        and end + size / 2 >= x0
        and y - size / 2 <= y1
        and y + size / 2 >= y0
        for start, end, y, size in spots
    )


def _cuts(whole: float, room: float) -> list[tuple[float, float]]:
    if whole <= room:
        return [(0.0, whole)]
    step = room - SHARED
    count = math.ceil((whole - SHARED) / step - 1e-9)
    return [(at * step, min(at * step + room, whole)) for at in range(count)]


def pages(templates: Sequence[Template], paper: str) -> list[list[Placed]]:
    """Lay all tiles on pages, as many rows on each as fit.

    Raises
    ------
    KeyError
        For a paper other than A4 and Letter.
    """
    page_width, page_height = PAPER[paper]
    width, height = page_width - 2 * MARGIN, page_height - 2 * MARGIN - FOOT
    found: list[list[Placed]] = []
    top = 0.0
    for template in templates:
        for tile in tiles(template, width, height):
            need = tile.high - tile.low + HEAD
            if not found or top + need > height + 1e-9:
                found.append([])
                top = 0.0
            top += need
            found[-1].append(Placed(tile, MARGIN, page_height - MARGIN - top))
    return found


def beside(
    x: float, y: float, radius: float, wide: float, inside: Box, taken: Sequence[Box]
) -> Box:
    """Where a hole's words stand: beside it, inside of the strip, clear of what is there.

    Parameters
    ----------
    x, y, radius : float
        Of the hole, points.
    wide : float
        Of the words, points.
    inside : (float, float, float, float)
        Left, bottom, right, top of the strip, points.
    taken : sequence of (float, float, float, float)
        What is there already.

    Returns
    -------
    (float, float, float, float)
        Where no place is free, the one with the least under it.
    """
    left, low, right, top = inside
    places = []
    for away in range(5):
        for up in (1, -1):
            at = y + up * (1 + away * (LABEL + 1)) - (LABEL + 1 if up < 0 else 0)
            for start in (x + radius + CROSS, x - radius - CROSS - wide, x - wide / 2):
                start = min(max(start, left + 1), max(right - 1 - wide, left + 1))
                places.append((start, at, start + wide, at + LABEL + 1))
    fits = [one for one in places if one[1] >= low and one[3] <= top] or places
    return min(fits, key=lambda one: sum(_over(one, other) for other in taken))


def _as_printed(corners: Sequence[tuple[float, float]]) -> list[tuple[float, float]]:
    """Corners without those that no printer tells from the one before, m."""
    found = [corners[0]]
    for corner in corners[1:]:
        if math.dist(corner, found[-1]) >= PRINTED:
            found.append(corner)
    return found


def _around(hole: Hole, point: float) -> Box:
    x, y, reach = hole.x * point, hole.y * point, hole.diameter / 2 * point + CROSS
    return x - reach, y - reach, x + reach, y + reach


def _over(one: Box, other: Box) -> float:
    across = min(one[2], other[2]) - max(one[0], other[0])
    up = min(one[3], other[3]) - max(one[1], other[1])
    return max(across, 0.0) * max(up, 0.0)


class _Sheets:
    """Draws pages of tiles on a reportlab canvas."""

    def __init__(self, canvas: Any, style: Style, paper: str, title: str) -> None:
        self.canvas, self.style, self.paper, self.title = canvas, style, paper, title
        self.point = 72 / 0.0254

    def page(self, placed: Sequence[Placed], number: int, of: int) -> None:
        """One page: its tiles, the scale bar, where it belongs."""
        from hazel_lantern.core.build.tagged import Element

        canvas = self.canvas
        for one in placed:
            with canvas.element(Element("Figure", alt=self._told(one.tile))):
                self._tile(one)
        with canvas.element(Element("P")):
            self._foot(number, of)
        canvas.showPage()

    def _told(self, tile: Tile) -> str:
        """What a strip shows, in words."""
        part, style = tile.template, self.style
        holes = [
            f"{hole.label}, {drill_of(hole, style).name}, {marked_at(hole.x, style)} from the "
            f"left, {marked_at(hole.y, style)} from the near edge"
            for hole in part.holes
            if tile.start <= hole.x <= tile.end and tile.low <= hole.y <= tile.high
        ]
        size = f"{write(part.length, 'length', style)} by {write(part.breadth, 'length', style)}"
        return f"{part.part}, strip {tile.number} of {tile.of}, {size}. " + "; ".join(holes)

    def _foot(self, number: int, of: int) -> None:
        """The scale bars, and which page it is."""
        canvas, point = self.canvas, self.point
        bar = BAR[self.style.imperial]
        x, y = MARGIN * point, (MARGIN + 0.006) * point
        canvas.setDash([])
        canvas.setLineWidth(0.8)
        canvas.line(x, y, x + bar * point, y)
        for end in (x, x + bar * point):
            canvas.line(end, y - 6, end, y + 6)
        # A printer may stretch one way only: the bar stands upright as well, beside the strips.
        side = UPRIGHT * point
        canvas.line(side, y, side, y + bar * point)
        for end in (y, y + bar * point):
            canvas.line(side - 5, end, side + 5, end)
        canvas.setFont("Lantern", 8)
        canvas.drawString(
            x + bar * point + 8,
            y - 3,
            f"{write(bar, 'length', self.style)} between the ends, this way and upright: lay a "
            "rule on both. Print at 100 %, not fitted; written sizes rule.",
        )
        from hazel_lantern.core.build.letters import put

        put(canvas, (x, y - 16), f"{self.title} · templates, page {number} of {of}", "Lantern", 8)

    def _tile(self, placed: Placed) -> None:
        canvas, point, tile = self.canvas, self.point, placed.tile
        template = tile.template
        words = f"{template.part}, {tile.number} of {tile.of}"
        if template.count > 1:
            words += f" · make {template.count}"
        size = (
            f"{write(template.length, 'length', self.style)} × "
            f"{write(template.breadth, 'length', self.style)}"
        )
        canvas.setFillGray(0)
        canvas.setFont("LanternBold", 9)
        top = (placed.y + tile.high - tile.low) * point
        canvas.drawString(placed.x * point, top + 26, words)
        canvas.setFont("Lantern", 8)
        note = f" · {template.note}" if template.note else ""
        start = write(tile.start, "length", self.style)
        line = f"{size}{note} · left edge {start} from the datum end"
        room = (PAPER[self.paper][0] - 2 * MARGIN) * point
        # A long note is printed smaller, not past the edge of the paper.
        small = min(8.0, 8.0 * room / canvas.stringWidth(line, "Lantern", 8))
        canvas.setFont("Lantern", small)
        canvas.drawString(placed.x * point, top + 15, line)
        if tile.start:
            canvas.setLineWidth(0.4)
            canvas.line(placed.x * point, placed.y * point - 4, placed.x * point, top + 4)
        canvas.saveState()
        frame = canvas.beginPath()
        width, height = (tile.end - tile.start) * point, (tile.high - tile.low) * point
        frame.rect(placed.x * point - 1, placed.y * point - 1, width + 2, height + 2)
        canvas.clipPath(frame, stroke=0, fill=0)
        canvas.translate((placed.x - tile.start) * point, (placed.y - tile.low) * point)
        self._part(tile)
        canvas.restoreState()
        if tile.joined:
            self._join(placed)

    def _part(self, tile: Tile) -> None:
        canvas, point, template = self.canvas, self.point, tile.template
        canvas.setLineWidth(0.7)
        edge = canvas.beginPath()
        for at, (x, y) in enumerate(_as_printed(corners_of(template))):
            (edge.lineTo if at else edge.moveTo)(x * point, y * point)
        edge.close()
        canvas.drawPath(edge, fill=0, stroke=1)
        corner = canvas.beginPath()
        corner.moveTo(0, 0)
        corner.lineTo(0.006 * point, 0)
        corner.lineTo(0, 0.006 * point)
        corner.close()
        canvas.drawPath(corner, fill=1, stroke=0)
        for x0, x1, y, width in template.slots:
            canvas.setLineWidth(0.5)
            radius = width / 2 * point
            canvas.roundRect(
                x0 * point - radius,
                y * point - radius,
                (x1 - x0) * point + 2 * radius,
                2 * radius,
                radius,
            )
        # Words keep clear of what is drilled, and of each other.
        taken = [_around(hole, point) for hole in template.holes]
        for hole in template.holes:
            self._hole(hole, tile, taken)

    def _hole(self, hole: Hole, tile: Tile, taken: list[Box]) -> None:
        canvas, point = self.canvas, self.point
        x, y, radius = hole.x * point, hole.y * point, hole.diameter / 2 * point
        canvas.setLineWidth(0.5)
        canvas.circle(x, y, radius)
        reach = radius + CROSS
        canvas.setLineWidth(0.3)
        canvas.line(x - reach, y, x + reach, y)
        canvas.line(x, y - reach, x, y + reach)
        if not (tile.start <= hole.x <= tile.end and tile.low <= hole.y <= tile.high):
            # It is named on the strip that has its middle.
            return
        canvas.setFont("Lantern", LABEL)
        drill = drill_of(hole, self.style).name
        words = f"{hole.label}, {drill}, at {marked_at(hole.x, self.style)}"
        wide = canvas.stringWidth(words, "Lantern", LABEL)
        inside = (tile.start * point, tile.low * point, tile.end * point, tile.high * point)
        box = beside(x, y, radius, wide, inside, taken)
        taken.append(box)
        canvas.drawString(box[0], box[1] + 1.5, words)

    def _join(self, placed: Placed) -> None:
        """A dashed line where the next strip's edge lies."""
        tile, canvas, point = placed.tile, self.canvas, self.point
        x = (placed.x + tile.end - tile.start - SHARED) * point
        canvas.setDash([2, 2])
        canvas.setLineWidth(0.4)
        top = (placed.y + tile.high - tile.low) * point
        canvas.line(x, placed.y * point - 4, x, top + 4)
        canvas.setDash([])
        canvas.setFont("Lantern", 7)
        canvas.drawRightString(x - 2, top + 5, "lay the next strip's edge here")


def write_template_pdf(
    templates: Sequence[Template], path: Path, style: Style, paper: str, title: str
) -> None:
    """Write all templates as tiles at true size.

    Raises
    ------
    OSError
        If it cannot be written.
    """
    from hazel_lantern.core.build.letters import register_fonts
    from hazel_lantern.core.build.tagged import TaggedCanvas

    register_fonts()
    width, height = PAPER[paper]
    point = 72 / 0.0254
    out = io.BytesIO()
    canvas = TaggedCanvas(out, pagesize=(width * point, height * point), lang="en")
    canvas.setTitle(f"{title}: templates")
    sheets = _Sheets(canvas, style, paper, title)
    laid = pages(templates, paper)
    for number, placed in enumerate(laid, start=1):
        sheets.page(placed, number, len(laid))
    canvas.save()
    write_whole(path, out.getvalue())


def write_templates(
    templates: Sequence[Template],
    folder: Path,
    stem: str,
    style: Style,
    title: str,
    stop: Stop = never,
    progress: Callable[[float], object] = lambda share: None,
) -> list[Path]:
    """Write PDF, DXF and SVG of all templates into a folder; returns the files.

    Parameters
    ----------
    templates : sequence of Template
    folder : Path
    stem : str
        What the files' names begin with.
    style : Style
    title : str
        Printed at the foot of each page.
    stop : callable
        Asked before each file.
    progress : callable
        Given the share done, 0 to 1.

    Returns
    -------
    list of Path

    Raises
    ------
    OSError
        If the folder cannot be written.
    StopSearch
        If told to stop.
    """
    if not templates:
        return []
    folder.mkdir(parents=True, exist_ok=True)
    paper = "Letter" if style.imperial else "A4"
    files = [folder / f"{stem}-templates.pdf"]
    write_template_pdf(templates, files[0], style, paper, title)
    for number, template in enumerate(templates, start=1):
        for ending, make in (("dxf", template_dxf), ("svg", template_svg)):
            told(stop)
            path = folder / f"{stem}-{file_stem(template)}.{ending}"
            write_whole(path, make(template))
            files.append(path)
        progress(number / len(templates))
    return files
