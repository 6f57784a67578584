"""Build: parts against the budget, cuts, holes, steps; written as tables and as a pack."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial
from pathlib import Path
from typing import Literal

from pydantic import ValidationError
from PyQt6.QtCore import QRectF, QSize, Qt
from PyQt6.QtGui import QPainter, QPaintEvent, QPen, QResizeEvent
from PyQt6.QtWidgets import (
    QAbstractItemDelegate,
    QAbstractItemView,
    QFileDialog,
    QHeaderView,
    QLineEdit,
    QProgressBar,
    QPushButton,
    QTableWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from hazel_lantern.app import theme
from hazel_lantern.app.bench.base import Bench
from hazel_lantern.app.boxes import yes
from hazel_lantern.app.pill import Pill
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import Tabbed, button, empty, label, scrolled, tip
from hazel_lantern.app.workers import Worker
from hazel_lantern.core.build.cuts import CutBar
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.identity import same
from hazel_lantern.core.parts import Part
from hazel_lantern.core.rigs.case import PartMark
from hazel_lantern.core.stopping import Stop
from hazel_lantern.core.units import ReadError, read, write

HAVING = ("buy", "owned", "scrap")
#: Below this width of the bench the money stands back for the buttons, px.
NARROW = 640


def table(header: tuple[str, ...]) -> QTableWidget:
    """An empty table in the project's look."""
    found = QTableWidget(0, len(header))
    found.setHorizontalHeaderLabels(list(header))
    found.setShowGrid(False)
    found.setAlternatingRowColors(True)
    upright = found.verticalHeader()
    if upright is not None:
        upright.hide()
        upright.setDefaultSectionSize(26)
    across = found.horizontalHeader()
    if across is not None:
        across.setDefaultAlignment(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter)
        across.setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)
        across.setStretchLastSection(True)
    found.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
    found.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
    return found


def fill(target: QTableWidget, rows: Sequence[Sequence[str]]) -> None:
    """Put words into a table."""
    across = target.horizontalHeader()
    assert across is not None
    # Or every cell would have its whole column measured anew.
    across.setSectionResizeMode(QHeaderView.ResizeMode.Fixed)
    target.setRowCount(len(rows))
    for at, row in enumerate(rows):
        for column, words in enumerate(row):
            item = target.item(at, column)
            if item is None:
                item = QTableWidgetItem()
                item.setFlags(item.flags() & ~Qt.ItemFlag.ItemIsEditable)
                target.setItem(at, column, item)
            if item.text() != words:
                item.setText(words)
    across.setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)


def leave(target: QTableWidget) -> None:
    """Give up what is being typed into a cell."""
    editor, delegate = target.findChild(QLineEdit), target.itemDelegate()
    if editor is not None and delegate is not None:
        delegate.closeEditor.emit(editor, QAbstractItemDelegate.EndEditHint.RevertModelCache)


class PartsTable(QWidget):
    """Parts with a price to type over and a mark for owned or scrap."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        self.table = table(("Part", "Number", "Price for all", "Have", "Mass", "Note"))
        self.table.setEditTriggers(
            QAbstractItemView.EditTrigger.DoubleClicked
            | QAbstractItemView.EditTrigger.EditKeyPressed
            | QAbstractItemView.EditTrigger.AnyKeyPressed
        )
        self.table.setAccessibleName(
            "Parts; space marks a part owned or scrap, F2 on a price edits"
        )
        self.table.itemChanged.connect(self._priced)
        layout.addWidget(self.table)
        self._filling = False
        self._parts: tuple[Part, ...] = ()
        self._of: tuple[str, ...] = ()

    def refresh(self) -> None:
        """Show the parts as they are now."""
        found = self.session.assessment
        if found is None:
            return
        self._filling = True
        of = self.session.whose, *(part.key for part in found.parts)
        if of != self._of:
            # A price being typed is for the part that stood in that row.
            self._of = of
            leave(self.table)
        self._parts = found.parts
        style = self.session.style
        fill(
            self.table,
            [
                (
                    part.name,
                    str(part.quantity),
                    write(part.price, "money", style),
                    "",
                    write(part.mass, "mass", style),
                    part.note,
                )
                for part in found.parts
            ],
        )
        for row, part in enumerate(found.parts):
            price = self.table.item(row, 2)
            if price is not None:
                price.setFlags(price.flags() | Qt.ItemFlag.ItemIsEditable)
                tip(price, "Type over the price of all that are still to buy")
            mark = self.table.cellWidget(row, 3)
            if not isinstance(mark, QPushButton):
                mark = button("")
                mark.setStyleSheet("padding: 1px 8px;")
                mark.clicked.connect(partial(self._turn, row))
                self.table.setCellWidget(row, 3, mark)
            mark.setText(part.having)
            mark.setAccessibleName(f"{part.name}: {part.having}; press to change")
        self._filling = False

    def _keep(self, mark: PartMark, action: str) -> None:
        rig = self.session.rig
        assert rig is not None
        self.session.edit(Edit("marked", rig.marked_anew(mark)), action=action)

    def _turn(self, row: int) -> None:
        """Buy, owned, scrap, and round again."""
        rig = self.session.rig
        assert rig is not None
        part = self._parts[row]
        id = part.catalogue_id
        before = rig.mark_of(part.key, id)
        having = HAVING[(HAVING.index(part.having) + 1) % 3]
        price = before.price if before else None
        mark = PartMark(key=part.key, of=id, having=having, price=price)
        self._keep(mark, f"mark {part.name.lower()} as {having}")

    def _priced(self, item: QTableWidgetItem) -> None:
        rig = self.session.rig
        if self._filling or rig is None or item.column() != 2:
            return
        part = self._parts[item.row()]
        try:
            price = read(item.text(), "money", self.session.style) / max(
                1, part.quantity - part.on_shelf
            )
            before = rig.mark_of(part.key, part.catalogue_id)
            having = before.having if before else None
            mark = PartMark(key=part.key, of=part.catalogue_id, having=having, price=price)
        except (ReadError, ValidationError) as error:
            words = str(error) if isinstance(error, ReadError) else "a price is 0 or more"
            self.session.message.emit(f"Price of {part.name.lower()}: {words}", True)
            self.refresh()
            return
        self._keep(mark, f"price of {part.name.lower()}")


class CutPicture(QWidget):
    """Bars of stock with their cuts, in proportion."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.bars: tuple[CutBar, ...] = ()
        self.setAccessibleName("Cut plan")

    def sizeHint(self) -> QSize:
        """A line per bar."""
        return QSize(400, 44 * max(1, len(self.bars)))

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Each bar: where it comes from, its pieces, its offcut."""
        if not self.bars:
            return
        painter = QPainter(self)
        style = self.session.style
        catalogue = self.session.workshop.catalogue
        factor = (self.width() - 8) / max(bar.stock.length for bar in self.bars)
        for row, bar in enumerate(self.bars):
            y = row * 44
            painter.setFont(theme.font(12))
            painter.setPen(theme.colour("soft"))
            origin = "on the shelf" if bar.stock.owned else write(bar.stock.price, "money", style)
            name = catalogue.find("sections", bar.section).name
            painter.drawText(
                QRectF(0, y, self.width(), 16),
                Qt.AlignmentFlag.AlignLeft,
                f"{name}, {write(bar.stock.length, 'length', style)}, {origin}; "
                f"offcut {write(bar.offcut, 'length', style)}",
            )
            painter.setPen(QPen(theme.colour("edge"), 1))
            painter.setBrush(theme.colour("bench"))
            painter.drawRect(QRectF(0, y + 17, bar.stock.length * factor, 20))
            x = 0.0
            for _, length in bar.pieces:
                piece = QRectF(x, y + 17, length * factor, 20)
                painter.setPen(QPen(theme.colour("hazel"), 1))
                painter.setBrush(theme.colour("glow", 0.45))
                painter.drawRect(piece)
                painter.setPen(theme.colour("ink"))
                painter.drawText(
                    piece, Qt.AlignmentFlag.AlignCenter, write(length, "length", style)
                )
                x += (length + self.session.settings.kerf) * factor


class BuildBench(Bench):
    """Parts, cuts, holes and steps, with the buttons that write them."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.parts = PartsTable(session)
        self.cuts = CutPicture(session)
        self.holes = table(("Part", "Hole", "From left", "From near edge", "Drill", "For"))
        self.bolts = table(("Bolt", "For", "Goes through", "And", "Ends in", "Clamps"))
        self._steps = QWidget()
        self._steps_list = QVBoxLayout(self._steps)
        cut_page = QWidget()
        cut_layout = QVBoxLayout(cut_page)
        cut_layout.setContentsMargins(0, 4, 8, 0)
        cut_layout.addWidget(self.cuts)
        self._cut_note = label("", "small", wrap=True)
        cut_layout.addWidget(self._cut_note)
        cut_layout.addStretch(1)
        self.pages = Tabbed(
            (
                ("Parts", self.parts),
                ("Cuts", scrolled(cut_page)),
                ("Holes", self.holes),
                ("Bolts", self.bolts),
                ("Steps", scrolled(self._steps)),
            )
        )
        self._money = label("", "soft")
        self.budget = Pill(session, "budget", self, "budget")
        self.templates_button = button("Templates…", on=self._write_templates)
        self.bar = QProgressBar()
        self.bar.setTextVisible(False)
        self.bar.setFixedSize(90, 8)
        self.bar.setAccessibleName("Written so far")
        self.stop = button("stop", "link", self.cancel)
        self._beside = (
            self._money,
            self.budget,
            button("Tables…", on=self._write_tables),
            self.templates_button,
            button("Pack…", "lit", self.write_pack),
        )
        self._money_row = (self._money, self.budget)
        for widget in (self.bar, self.stop, *self._beside):
            self.pages.corner.addWidget(widget)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.addWidget(self.pages)
        self._planner = Worker(self, self._key)
        self._planner.done.connect(self._show_dossier)
        self._planner.failed.connect(lambda why: session.message.emit(why, True))
        self._writer = Worker(self)
        self._writer.done.connect(self._written)
        self._writer.failed.connect(self._not_written)
        self._writer.progress.connect(lambda share: self.bar.setValue(round(100 * share)))
        self._show_writing(False)
        self._for: tuple[object, ...] | None = None

    def refresh(self) -> None:
        """Show the parts now, and plan the rest off the window's thread."""
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None:
            return
        self.parts.refresh()
        if self.budget.editor is None:
            self.budget.refresh()
        self._money.setText(f"to buy {write(found.cost, 'money', self.session.style)} of")
        project, workshop = self.session.document.project, self.session.workshop
        if same(self._for, self._key()):
            return
        self._for = self._key()

        def plan(stop: Stop, progress: object) -> object:
            from hazel_lantern.core.build.dossier import gather

            return gather(project, rig, workshop, stop)

        self._planner.ask(plan)

    def _key(self) -> tuple[object, ...]:
        return self.session.document.project, self.session.rig, self.session.workshop

    def _show_dossier(self, dossier: object) -> None:
        from hazel_lantern.core.build.dossier import Dossier
        from hazel_lantern.core.build.tables import bolts_table, holes_table

        assert isinstance(dossier, Dossier)
        self.cuts.bars = dossier.cuts.bars
        self.cuts.setMinimumHeight(44 * max(1, len(dossier.cuts.bars)))
        self.cuts.update()
        kerf = write(self.session.settings.kerf, "fine", self.session.style)
        words = f"A saw cut of {kerf} is counted between pieces; what lies on the shelf goes first."
        for piece in dossier.cuts.too_long:
            length = write(piece.length, "length", self.session.style)
            words += f" No stock length gives {length}: order it or join two."
        self._cut_note.setText(words)
        header, holes = holes_table(dossier)
        self.holes.setColumnCount(len(header))
        self.holes.setHorizontalHeaderLabels(list(header))
        fill(self.holes, holes)
        fill(self.bolts, bolts_table(dossier)[1])
        empty(self._steps_list)
        for number, step in enumerate(dossier.steps, start=1):
            self._steps_list.addWidget(label(f"{number}. {step.text}", wrap=True))
            told = step.step
            for line in step.joined:
                self._steps_list.addWidget(label(line, "small", wrap=True))
            if step.tools:
                self._steps_list.addWidget(label("Tools: " + ", ".join(step.tools), "small"))
            if told.caution:
                self._steps_list.addWidget(label("Mind: " + told.caution, "bad", wrap=True))
            if told.check:
                words = f"Before you go on: {told.check}."
                self._steps_list.addWidget(label(words, wrap=True))
        self._steps_list.addStretch(1)

    def _folder(self, title: str) -> Path | None:
        chosen = QFileDialog.getExistingDirectory(self, title)
        return Path(chosen) if chosen else None

    def _write_tables(self) -> None:
        folder = self._folder("Write parts, cuts, holes and bolts as CSV into")
        if folder is not None and self._may_write(folder):
            self.write_into(folder, "tables")

    def _write_templates(self) -> None:
        folder = self._folder("Write drilling templates of true size into")
        if folder is not None and self._may_write(folder):
            self.write_into(folder, "templates")

    def write_pack(self) -> None:
        """Ask where, and write the whole pack."""
        folder = self._folder("Write the build pack into")
        if folder is not None and self._may_write(folder):
            self.write_into(folder, "pack")

    def _may_write(self, folder: Path) -> bool:
        """Ask, where files of this rig lie there already."""
        from hazel_lantern.core.build.pack import already_there

        rig = self.session.rig
        assert rig is not None
        there = already_there(rig, self.session.document.project, folder)
        if not there:
            return True
        names = ", ".join(path.name for path in there[:3]) + (" …" if len(there) > 3 else "")
        return yes(
            self, "Files are there already", f"{len(there)} in {folder}: {names}. Write over them?"
        )

    def write_into(self, folder: Path, what: Literal["pack", "tables", "templates"]) -> None:
        """Write the pack, or its tables or templates alone, off the window's thread."""
        rig, project = self.session.rig, self.session.document.project
        workshop = self.session.workshop
        assert rig is not None
        self.session.message.emit("Writing…", False)

        def work(stop: Stop, progress: Callable[[float], object]) -> list[Path]:
            from hazel_lantern.core.build import data, dossier, pack, templates

            if what == "pack":
                return pack.write_pack(project, rig, workshop, folder, stop, progress)
            found, stem = dossier.gather(project, rig, workshop, stop), pack.stem_of(rig, project)
            if what == "tables":
                return data.write_data(found, folder, stem)
            title = f"{project.name}: {rig.name}"
            return templates.write_templates(
                found.templates, folder, stem, found.style, title, stop, progress
            )

        self.bar.setValue(0)
        self._show_writing(True)
        self._writer.ask(work, wait=0)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """In a narrow window what is written is worth more than what is told elsewhere too."""
        super().resizeEvent(event)
        self._show_writing(self._writer.busy)

    def _show_writing(self, on: bool) -> None:
        self.bar.setVisible(on)
        self.stop.setVisible(on)
        # There is room for one or the other, and one pack is written at a time.
        for widget in self._beside:
            widget.setVisible(not on and not (widget in self._money_row and self.width() < NARROW))

    def cancel(self) -> None:
        """Stop writing; files that are written stay, each of them whole."""
        self._writer.cancel()
        self._show_writing(False)
        self.session.message.emit("Stopped. What is written so far stays.", False)

    def _not_written(self, why: str) -> None:
        self._show_writing(False)
        self.session.message.emit(f"Not written: {why}", True)

    def _written(self, files: object) -> None:
        assert isinstance(files, list)
        self._show_writing(False)
        if not files:
            self.session.message.emit("There is nothing to write: no part of it is drilled.", False)
            return
        names = ", ".join(path.name for path in files[:4])
        more = f" and {len(files) - 4} more" if len(files) > 4 else ""
        self.session.message.emit(f"Written into {files[0].parent}: {names}{more}", False)
