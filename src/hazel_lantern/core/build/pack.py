"""The build pack as PDF: drawing, parts, cuts, holes, steps, set card."""

from __future__ import annotations

import io
import itertools
import re
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import Any

from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import (
    CondPageBreak,
    Flowable,
    KeepTogether,
    PageBreak,
    SimpleDocTemplate,
    Spacer,
    TableStyle,
)

from hazel_lantern import __version__
from hazel_lantern.core.build.data import write_data
from hazel_lantern.core.build.dossier import DISCLAIMER, Dossier, gather
from hazel_lantern.core.build.letters import marked, put, register_fonts
from hazel_lantern.core.build.sheet_sketch import INK, PALE, SOFT, SketchSheet
from hazel_lantern.core.build.shopping import shopping
from hazel_lantern.core.build.step_drawing import StepDrawing
from hazel_lantern.core.build.steps import PackStep, time_in_words
from hazel_lantern.core.build.tables import (
    bolts_table,
    cuts_table,
    holes_table,
    made_table,
    parts_table,
    write_move,
)
from hazel_lantern.core.build.tagged import (
    Drawing,
    Element,
    TaggedCanvas,
    TaggedParagraph,
    TaggedTable,
)
from hazel_lantern.core.build.templates import write_templates
from hazel_lantern.core.files import write_whole
from hazel_lantern.core.lamps import State
from hazel_lantern.core.names import file_name
from hazel_lantern.core.project.model import Project, Rig
from hazel_lantern.core.sketch import Sketch
from hazel_lantern.core.stopping import Stop, never, told
from hazel_lantern.core.units import write
from hazel_lantern.core.workshop import Workshop

HAZEL, PAPER = HexColor("#8A5A2B"), HexColor("#EFE7D8")
#: Room for the drawing of a step, points.
DRAWING_WIDTH = 150.0
_STATE = {"holds": "#5F6F2E", "tight": "#C4601A", "to look up": "#3C6470", "fails": "#8E2B1F"}
#: What a set card says in place of its steps while something is not known.
NOT_YET = (
    "Record each in the project, with who says so; how to set the rig up is printed here once "
    "nothing is left to look up."
)


def _style(name: str, size: float, bold: bool = False, **more: Any) -> ParagraphStyle:
    font = "LanternBold" if bold else "Lantern"
    return ParagraphStyle(
        name, fontName=font, fontSize=size, leading=size * 1.35, textColor=INK, **more
    )


def stem_of(rig: Rig, project: Project | None = None) -> str:
    """What a rig's files begin with: its name, of any script, in small letters and dashes.

    Two rigs of a project whose names would make the same have a number behind it.
    """
    stem = _plain(rig.name)
    if project is None:
        return stem
    for other, name in zip(project.rigs, stems_of(project), strict=True):
        if other is rig or other == rig:
            return name
    return stem


def stems_of(project: Project) -> list[str]:
    """What the files of each rig of a project begin with, no two alike.

    A number behind a name keeps clear of what another rig is called already.
    """
    plain = [_plain(rig.name) for rig in project.rigs]
    taken, found = set(plain), list[str]()
    for at, stem in enumerate(plain):
        if stem in plain[:at]:
            numbered = (f"{plain[at]}-{number}" for number in itertools.count(2))
            stem = next(one for one in numbered if one not in taken)
        taken.add(stem)
        found.append(stem)
    return found


def _plain(name: str) -> str:
    plain = re.sub(r"[\W_]+", "-", name.casefold()).strip("-")
    return file_name(plain) if plain else "rig"


def already_there(rig: Rig, project: Project, folder: Path) -> list[Path]:
    """What is in a folder already under the names that a rig's files have."""
    stem = stem_of(rig, project)
    # “slide-2-pack” is of the rig “slide-2” where there is one, not of “slide”.
    longer = [f"{one}-" for one in stems_of(project) if one.startswith(f"{stem}-")]
    try:
        return sorted(
            path
            for path in folder.iterdir()
            if path.name.startswith(f"{stem}-") and not path.name.startswith(tuple(longer))
        )
    except OSError:
        return []


class _Pack:
    """Builds the flowables of a pack, section by section."""

    def __init__(self, dossier: Dossier, page: tuple[float, float]) -> None:
        self.d = dossier
        self.width = page[0] - 96
        self.height = page[1] - 120
        self.title = _style("title", 20, bold=True, spaceAfter=4)
        self.heading = _style(
            "heading", 13, bold=True, spaceBefore=12, spaceAfter=5, keepWithNext=1
        )
        self.body = _style("body", 9.5, spaceAfter=3)
        self.small = _style("small", 8, spaceAfter=2)
        self.cell = _style("cell", 8.5)
        self.head = _style("head", 8.5, bold=True)

    def _p(
        self, text: str, style: ParagraphStyle | None = None, element: Element | None = None
    ) -> TaggedParagraph:
        style = style or self.body
        return self._marked(marked(text, style.fontName), style, element)

    def _marked(
        self, text: str, style: ParagraphStyle, element: Element | None = None
    ) -> TaggedParagraph:
        """A paragraph of text that is marked up already."""
        found = TaggedParagraph(text, style)
        kinds = {self.title.name: "H1", self.heading.name: "H2"}
        found.element = element or Element(kinds.get(style.name, "P"))
        return found

    def _table(
        self, header: tuple[str, ...], rows: list[tuple[str, ...]], shares: tuple[float, ...]
    ) -> TaggedTable:
        whole = Element("Table")
        cells = [self._row(header, self.head, whole, "TH")]
        cells += [self._row(row, self.cell, whole, "TD") for row in rows]
        widths = [self.width * share / sum(shares) for share in shares]
        return TaggedTable(
            cells,
            colWidths=widths,
            repeatRows=1,
            style=TableStyle(
                [
                    ("BACKGROUND", (0, 0), (-1, 0), PAPER),
                    ("LINEBELOW", (0, 0), (-1, -1), 0.4, PALE),
                    ("VALIGN", (0, 0), (-1, -1), "TOP"),
                    ("TOPPADDING", (0, 0), (-1, -1), 2.5),
                    ("BOTTOMPADDING", (0, 0), (-1, -1), 2.5),
                    ("LEFTPADDING", (0, 0), (-1, -1), 4),
                ]
            ),
        )

    def _row(
        self, words: Sequence[str], style: ParagraphStyle, table: Element, kind: str
    ) -> list[TaggedParagraph]:
        row = Element("TR", table)
        return [self._p(word, style, Element(kind, row)) for word in words]

    def front(self) -> list[Flowable]:
        rig, found, style = self.d.rig, self.d.assessment, self.d.style
        family = found.family
        shot = rig.shot
        line = (
            f"{family.title} · {shot.move.words(style)} in "
            f"{write(shot.pace.duration, 'time', style)} · load "
            f"{write(rig.load.centre().mass, 'mass', style)}"
        )
        return [
            self._p(rig.name, self.title),
            self._p(f"{self.d.project.name} · {line}"),
            *self._views(),
            PageBreak(),
            *self.lamps(),
        ]

    def _views(self) -> list[Flowable]:
        """The rig as it is seen from one side and from another, as far as there is room."""
        found, views = self.d.assessment, self.d.assessment.family.views[:2]
        high = self.height * 0.86 / len(views) - 16
        drawn: list[Flowable] = []
        for view in views:
            sketch = found.sketch(view.id, len(found.marks) // 2)
            drawn.append(self._p(view.title, self.small))
            drawn.append(SketchSheet(sketch, self.d.rig, self.d.style, self.width, high))
        return drawn

    def lamps(self) -> list[Flowable]:
        style, whole = self.d.style, Element("Table")
        rows = []
        for lamp in self.d.assessment.lamps:
            colour = _STATE[lamp.state]
            row = Element("TR", whole)
            state = f'<font color="{colour}"><b>{lamp.state}</b></font>'
            rows.append(
                [
                    self._marked(state, self.cell, Element("TD", row)),
                    self._p(lamp.headline, self.cell, Element("TD", row)),
                    self._p(lamp.reading(style), self.cell, Element("TD", row)),
                ]
            )
        table = TaggedTable(
            rows,
            colWidths=[50, self.width * 0.5, self.width * 0.5 - 50],
            style=TableStyle(
                [
                    ("LINEBELOW", (0, 0), (-1, -1), 0.4, PALE),
                    ("TOPPADDING", (0, 0), (-1, -1), 1.5),
                    ("BOTTOMPADDING", (0, 0), (-1, -1), 1.5),
                ]
            ),
        )
        return [
            self._p("What was checked", self.heading),
            table,
            Spacer(1, 6),
            *self._looked_up(),
            self._p(DISCLAIMER, self.small),
        ]

    def _looked_up(self) -> list[Flowable]:
        """What nobody can work out: what is still to be looked up, and who said the rest."""
        asked = self.d.assessment.asked
        if not asked:
            return []
        found = [self._p("To look up", self.heading)]
        for one in asked:
            said = one.answer(self.d.rig.looked_up)
            who = f"Looked up: {said.by}." if said else "Not looked up yet."
            found.append(self._p(f"{one.ask(self.d.style)} {who}"))
        return [*found, Spacer(1, 6)]

    def shopping(self) -> list[Flowable]:
        style = self.d.style
        total = write(self.d.assessment.cost, "money", style)
        budget = write(self.d.rig.budget, "money", style)
        header, rows = parts_table(self.d)
        found: list[Flowable] = [
            self._p("Parts", self.heading),
            self._table(header, rows, (34, 9, 11, 9, 12, 25)),
            Spacer(1, 4),
            self._p(f"Still to buy: {total} of a budget of {budget}."),
            self._p("Cuts", self.heading),
        ]
        header, rows = cuts_table(self.d)
        found.append(self._table(header, rows, (6, 26, 15, 12, 29, 12)))
        found.append(Spacer(1, 4))
        kerf = write(self.d.project.settings.kerf, "fine", style)
        found.append(self._p(f"A saw cut of {kerf} is counted between pieces."))
        found += [_CutBarDrawing(bar, self.width, self.d) for bar in self.d.cuts.bars]
        return [*found, *self._to_buy()]

    def _to_buy(self) -> list[Flowable]:
        """The shopping list, aisle by aisle."""
        rows: list[tuple[str, ...]] = [
            (one.aisle, str(one.number), one.ask_for, write(one.price, "money", self.d.style))
            for one in shopping(self.d)
        ]
        if not rows:
            return []
        return [
            self._p("Shopping list", self.heading),
            self._p("What lies on the shelf is taken off."),
            self._table(("Aisle", "Number", "Ask for", "Price"), rows, (20, 9, 58, 13)),
        ]

    def workshop(self) -> list[Flowable]:
        header, rows = made_table(self.d)
        found: list[Flowable] = [
            self._p("Parts to drill", self.heading),
            self._table(header, rows, (22, 9, 13, 12, 12, 16, 26)),
            self._p("Holes", self.heading),
            self._p(
                "Measure every hole of a part from its near left corner, not from the hole "
                "before, so that errors do not add up."
            ),
        ]
        header, rows = holes_table(self.d)
        imperial = self.d.style.imperial
        widths = (15, 14, 12, 12, 11, 10, 8, 20) if imperial else (16, 15, 12, 14, 9, 8, 28)
        found.append(self._table(header, rows, widths))
        header, rows = bolts_table(self.d)
        found += [
            self._p("Bolts", self.heading),
            self._p("From the head on; a washer under every head and every nut."),
            self._table(header, rows, (15, 22, 34, 19, 10, 10)),
            self._p("Steps", self.heading),
        ]
        return [*found, *self._steps()]

    def _steps(self) -> list[Flowable]:
        """Each step with its bolts, its drawing, and what to measure before the next."""
        found: list[Flowable] = []
        whole = time_in_words(sum(one.minutes for one in self.d.steps))
        words = "In this order. Go on only once what is to be measured is so."
        found.append(self._p(f"{words} About {whole} at the bench and on the spot, at a guess."))
        if self.d.to_borrow:
            found.append(self._p(f"Not among your tools: {', '.join(self.d.to_borrow)}."))
        found += [self._p(caution) for caution in self.d.cautions]
        found.append(Spacer(1, 4))
        for number, step in enumerate(self.d.steps, start=1):
            found.append(KeepTogether([self._step(number, step)]))
        return found

    def _step(self, number: int, step: PackStep) -> TaggedTable:
        told, words = step.step, [self._p(f"{number}. {step.text}")]
        words += [self._p(line, self.small) for line in step.joined]
        tools = f"Tools: {', '.join(step.tools)}. " if step.tools else ""
        words.append(self._p(f"{tools}About {time_in_words(step.minutes)}.", self.small))
        for label, text, colour in (
            ("Mind:", told.caution, _STATE["fails"]),
            ("Before you go on:", f"{told.check}." if told.check else "", _STATE["holds"]),
            ("Wait for", f"{told.wait}." if told.wait else "", _STATE["tight"]),
        ):
            if text:
                said = f'<font color="{colour}">{label}</font> {marked(text)}'
                words.append(self._marked(said, self.small))
        wide = DRAWING_WIDTH
        drawing = StepDrawing(step, self._view(step), self.d.style, wide)
        return TaggedTable(
            [[words, drawing]],
            colWidths=[self.width - wide - 8, wide + 8],
            style=TableStyle(
                [
                    ("VALIGN", (0, 0), (-1, -1), "TOP"),
                    ("LINEBELOW", (0, 0), (-1, -1), 0.4, PALE),
                    ("LEFTPADDING", (0, 0), (0, -1), 0),
                    ("TOPPADDING", (0, 0), (-1, -1), 3),
                    ("BOTTOMPADDING", (0, 0), (-1, -1), 4),
                ]
            ),
        )

    def _view(self, step: PackStep) -> Sketch | None:
        """The rig as a whole, where a step has no part and no bolt of its own."""
        if step.pieces or step.parts or step.joints:
            return None
        found = self.d.assessment
        return found.sketch(found.family.views[0].id, len(found.marks) // 2)

    def card(self) -> list[Flowable]:
        big = _style("card", 12, spaceAfter=7)
        found: list[Flowable] = [self._p(f"Set card: {self.d.rig.name}", self.title)]
        for lamp in self.d.assessment.lamps:
            if lamp.state is State.FAILS:
                words = marked(f"Not ready: {lamp.headline.lower()} ({lamp.reading(self.d.style)})")
                found.append(self._marked(f'<font color="{_STATE["fails"]}">{words}</font>', big))
        unknown = self.d.assessment.look_ups
        if unknown:
            found.append(self._p("Not ready: look these up first", self.heading))
            found += [self._p(one.ask(self.d.style), big) for one in unknown]
            found.append(self._p(NOT_YET))
            return [*found, Spacer(1, 8), self._p(DISCLAIMER, self.small)]
        found += [
            self._p(f"{number}. {line}", big)
            for number, line in enumerate(self.d.set_card, start=1)
        ]
        watch = [
            f"{lamp.headline} ({lamp.reading(self.d.style)})"
            for lamp in self.d.assessment.lamps
            if lamp.state is State.TIGHT
        ]
        if watch:
            found.append(self._p("Watch: what holds with little to spare", self.heading))
            found += [self._p(line) for line in watch]
        if self.d.on_the_day:
            found.append(self._p("Mind", self.heading))
            found += [self._p(caution) for caution in self.d.on_the_day]
        return [*found, Spacer(1, 8), self._p(DISCLAIMER, self.small)]

    def story(self) -> list[Flowable]:
        return [
            *self.front(),
            PageBreak(),
            *self.shopping(),
            CondPageBreak(self.height / 3),
            *self.workshop(),
            PageBreak(),
            *self.card(),
        ]


class _CutBarDrawing(Drawing):
    """A bar with its cuts, drawn in proportion."""

    def __init__(self, bar: Any, width: float, dossier: Dossier) -> None:
        super().__init__()
        self.bar, self.width, self.height, self.d = bar, width, 26.0, dossier
        cut = ", ".join(write(length, "length", dossier.style) for _, length in bar.pieces)
        self.alt = f"A length of {write(bar.stock.length, 'length', dossier.style)}, cut into {cut}"

    def wrap(self, *_: float) -> tuple[float, float]:
        return self.width, self.height

    def draw(self) -> None:
        canvas, bar = self.canv, self.bar
        longest = max(one.stock.length for one in self.d.cuts.bars)
        factor = self.width / longest
        canvas.setLineWidth(0.6)
        canvas.setStrokeColor(SOFT)
        canvas.setFillColor(HexColor("#FFFFFF"))
        canvas.rect(0, 4, bar.stock.length * factor, 14, fill=1)
        x = 0.0
        for _, length in bar.pieces:
            canvas.setFillColor(PAPER)
            canvas.rect(x, 4, length * factor, 14, fill=1)
            canvas.setFillColor(INK)
            canvas.setFont("Lantern", 8)
            canvas.drawCentredString(
                x + length * factor / 2, 8, write(length, "length", self.d.style)
            )
            x += (length + self.d.project.settings.kerf) * factor


def _footer(canvas: Any, document: Any) -> None:
    with canvas.decoration():
        canvas.setFillColor(SOFT)
        put(canvas, (48, 30), f"Hazel Lantern {__version__} · {document.title}", "Lantern", 7.5)
        canvas.drawRightString(document.pagesize[0] - 48, 30, f"page {canvas.getPageNumber()}")


def write_pdf(dossier: Dossier, path: Path, paper: str = "A4") -> None:
    """Write the pack as PDF.

    Parameters
    ----------
    dossier : Dossier
    path : Path
        Overwritten only once the new file is whole.
    paper : {"A4", "Letter"}

    Raises
    ------
    OSError
        If it cannot be written.
    """
    register_fonts()
    page = LETTER if paper == "Letter" else A4
    out = io.BytesIO()
    document = SimpleDocTemplate(
        out,
        pagesize=page,
        # A frame keeps six points of its own free on each side.
        leftMargin=42,
        rightMargin=42,
        topMargin=44,
        bottomMargin=52,
        title=f"{dossier.project.name}: {dossier.rig.name}",
        author="",
        subject="Build pack",
        creator=f"Hazel Lantern {__version__}",
        lang="en",
    )
    story = _Pack(dossier, page).story()
    document.build(story, onFirstPage=_footer, onLaterPages=_footer, canvasmaker=TaggedCanvas)
    write_whole(path, out.getvalue())


def write_pack(
    project: Project,
    rig: Rig,
    workshop: Workshop,
    folder: Path,
    stop: Stop = never,
    progress: Callable[[float], object] = lambda share: None,
) -> list[Path]:
    """Write the whole pack of a rig into a folder: PDF, tables, templates of true size.

    Parameters
    ----------
    project : Project
    rig : Rig
    workshop : Workshop
    folder : Path
    stop : callable
        Asked before each file; files written before stay, each whole.
    progress : callable
        Given the share done, 0 to 1.

    Returns
    -------
    list of Path
        The files written.

    Raises
    ------
    OSError
        If the folder cannot be written.
    CutError
        If there is no cut plan.
    StopSearch
        If told to stop.
    """
    dossier = gather(project, rig, workshop, stop)
    progress(0.2)
    folder.mkdir(parents=True, exist_ok=True)
    stem = stem_of(rig, project)
    pdf = folder / f"{stem}-pack.pdf"
    write_pdf(dossier, pdf, "Letter" if project.settings.style.imperial else "A4")
    progress(0.45)
    told(stop)
    files = [pdf, *write_data(dossier, folder, stem), *write_move(dossier, folder, stem)]
    progress(0.5)
    style, title = project.settings.style, f"{project.name}: {rig.name}"
    drawn = write_templates(
        dossier.templates,
        folder,
        stem,
        style,
        title,
        stop,
        lambda share: progress(0.5 + 0.5 * share),
    )
    return [*files, *drawn]
