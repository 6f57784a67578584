"""What a maker has, for all projects: lengths, parts, plates and tools."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from functools import partial
from typing import get_args

from pydantic import ValidationError
from PyQt6.QtCore import QPoint
from PyQt6.QtGui import QKeyEvent, QKeySequence
from PyQt6.QtWidgets import (
    QApplication,
    QCheckBox,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QVBoxLayout,
    QWidget,
)

from hazel_lantern.app.bench.build import fill, table
from hazel_lantern.app.choice_popup import ChoicePopup
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import WorkDialog, button, label
from hazel_lantern.core.drafts import saved_by_the_shelf
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.having import RANGES, Had, read_lines
from hazel_lantern.core.project.store import Store
from hazel_lantern.core.shelf import PARTS, OwnedPart, OwnedPlate, Shelf, StockPiece
from hazel_lantern.core.tools import Tool, tolerances
from hazel_lantern.core.units import ReadError, Style, by_eye, read, write

EXAMPLE = "type what you have, such as  2 x 5' emt 3/4 ;  20 x M6 x 40 ;  4 x 2.5 kg plate"
#: Tools in so many columns.
ACROSS = 4


def _straight(piece: StockPiece, style: Style) -> str:
    """What a crooked length is good for."""
    if not piece.bow:
        return ""
    return f", crooked: for pieces up to {by_eye(piece.reach, style)}"


class ManyLines(QLineEdit):
    """One line to type in, which takes several when they are pasted."""

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """A pasted pile comes in with its line ends as semicolons."""
        clipboard = QApplication.clipboard()
        if event is not None and event.matches(QKeySequence.StandardKey.Paste) and clipboard:
            lines = filter(None, map(str.strip, clipboard.text().splitlines()))
            self.insert(" ; ".join(lines))
            return
        super().keyPressEvent(event)


class ShelfDialog(WorkDialog):
    """What there is; each line can be taken off, and more put on."""

    def __init__(self, session: Session, store: Store, parent: QWidget) -> None:
        super().__init__(parent)
        self.session, self.store = session, store
        self.setWindowTitle("What I have")
        self.resize(680, 620)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(18, 14, 18, 14)
        layout.addWidget(label("What I have", "title"))
        words = (
            "Kept for all projects. Drafts, cut plans and rankings use it first and price it at "
            "nothing. A line is how many, how long and of what; several are parted by semicolons."
        )
        layout.addWidget(label(words, "soft", wrap=True))
        self.line = ManyLines()
        self.line.setPlaceholderText(EXAMPLE)
        self.line.setAccessibleName("What you have, line by line")
        self.line.returnPressed.connect(self.type_in)
        layout.addWidget(self.line)
        self.trouble = label("", "bad", wrap=True)
        layout.addWidget(self.trouble)
        self.table = table(("What", "Length", "How many", ""))
        layout.addWidget(self.table, 1)
        layout.addLayout(self._choosing())
        self.saves = label("", "", wrap=True)
        layout.addWidget(self.saves)
        layout.addLayout(self._tools())
        foot = QHBoxLayout()
        foot.addStretch(1)
        foot.addWidget(button("Done", "lit", self.accept))
        layout.addLayout(foot)
        self._chosen = ""
        self.refresh()
        self.line.setFocus()

    def _choosing(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.what = button("Choose what…", on=self._offer)
        self.length = QLineEdit()
        self.length.setPlaceholderText("length")
        self.length.setAccessibleName("Length")
        self.count = QLineEdit("1")
        self.count.setAccessibleName("How many")
        self.count.setMaximumWidth(60)
        row.addWidget(self.what, 1)
        row.addWidget(self.length)
        row.addWidget(self.count)
        row.addWidget(button("Put on the shelf", on=self.put))
        return row

    def _tools(self) -> QVBoxLayout:
        column = QVBoxLayout()
        column.addWidget(label("Tools I have", "title"))
        words = (
            "They say how far off a hole or a distance comes out, and what the pack's steps are "
            "done with. With none ticked nothing is taken to be known."
        )
        column.addWidget(label(words, "soft", wrap=True))
        grid = QGridLayout()
        self.tools: dict[Tool, QCheckBox] = {}
        for at, tool in enumerate(get_args(Tool)):
            box = QCheckBox(tool)
            box.setChecked(tool in self.shelf.tools)
            box.toggled.connect(self._keep_tools)
            self.tools[tool] = box
            grid.addWidget(box, at // ACROSS, at % ACROSS)
        column.addLayout(grid)
        self.by_tools = button("", on=self.set_by_tools)
        column.addWidget(self.by_tools)
        return column

    @property
    def shelf(self) -> Shelf:
        """The shelf as it is now."""
        return self.session.workshop.shelf

    def _options(self) -> list[tuple[str, str]]:
        catalogue = self.session.workshop.catalogue
        return [
            (id, row.name)
            for name in ("sections", *PARTS)
            for id, row in catalogue.table(name).items()
        ]

    def _offer(self) -> None:
        popup = ChoicePopup(self._options(), self._chosen, self)
        popup.chosen.connect(self.choose)
        popup.pop(self.what.mapToGlobal(QPoint(0, self.what.height())))

    def choose(self, id: str) -> None:
        """Put this on the shelf next."""
        self._chosen = id
        self.what.setText(dict(self._options())[id])
        catalogue = self.session.workshop.catalogue
        self.length.setEnabled(id in catalogue.sections or id in catalogue.threads)

    def type_in(self) -> None:
        """Put on the shelf what the lines say; what cannot be read stays to be put right."""
        found, faults = read_lines(
            self.line.text(), self.session.workshop.catalogue, self.session.style
        )
        if found and not self._put(found):
            return
        self.line.setText(" ; ".join(line for line, _ in faults))
        self.trouble.setText("\n".join(why for _, why in faults))
        self.table.scrollToBottom()

    def put(self) -> None:
        """Put what was chosen on the shelf."""
        catalogue, style = self.session.workshop.catalogue, self.session.style
        try:
            if not self._chosen:
                raise ReadError("choose what it is first")
            count = int(read(self.count.text(), "count"))
            one: Had
            if self._chosen in catalogue.sections:
                length = read(self.length.text(), "length", style)
                one = StockPiece(section=self._chosen, length=length, count=count)
            elif self._chosen in catalogue.threads:
                length = read(self.length.text(), "length", style)
                one = OwnedPart(part=self._chosen, count=count, length=length)
            else:
                one = OwnedPart(part=self._chosen, count=count)
        except ReadError as error:
            self.trouble.setText(str(error))
        except ValidationError:
            self.trouble.setText(f"Not put: {RANGES}.")
        else:
            self.trouble.setText("")
            self._put([one])

    def _put(self, more: Iterable[Had]) -> bool:
        """Put things on the shelf; tells whether they are kept."""
        stock, parts, plates = (
            list(self.shelf.stock),
            list(self.shelf.parts),
            list(self.shelf.plates),
        )
        for one in more:
            if isinstance(one, StockPiece):
                stock.append(one)
            elif isinstance(one, OwnedPlate):
                plates.append(one)
            else:
                parts.append(one)
        update = {"stock": tuple(stock), "parts": tuple(parts), "plates": tuple(plates)}
        return self._keep(self.shelf.model_copy(update=update))

    def _keep(self, shelf: Shelf) -> bool:
        try:
            self.store.keep_shelf(shelf)
        except OSError as error:
            self.trouble.setText(f"It could not be kept: {error.strerror}")
            return False
        self.session.set_workshop(replace(self.session.own, shelf=shelf))
        self.refresh()
        return True

    def _keep_tools(self) -> None:
        ticked = tuple(tool for tool, box in self.tools.items() if box.isChecked())
        if ticked != self.shelf.tools:
            self._keep(self.shelf.model_copy(update={"tools": ticked}))

    def _edits(self) -> list[Edit]:
        """What the tools would set in the rig looked at."""
        rig = self.session.rig
        if rig is None:
            return []
        found = tolerances(rig.design, "design", self.shelf.tools)
        return [
            Edit(path, value)
            for path, (value, _) in found.items()
            if abs(self.session.value(path) - value) > 1e-7
        ]

    def set_by_tools(self) -> None:
        """Set how far off things come out in the rig looked at."""
        edits = self._edits()
        if edits:
            self.trouble.setText(self.session.edit(*edits, action="set tolerances by tools"))
            self.refresh()

    def refresh(self) -> None:
        """Show what is there, and what it saves."""
        names, style, shelf = dict(self._options()), self.session.style, self.shelf
        rows = [
            (
                names.get(p.section, p.section) + _straight(p, style),
                write(p.length, "length", style),
                str(p.count),
                "",
            )
            for p in shelf.stock
        ]
        rows += [
            (
                names.get(p.part, p.part),
                write(p.length, "fine", style) if p.length else "",
                str(p.count),
                "",
            )
            for p in shelf.parts
        ]
        rows += [
            (f"Weight plate {write(p.mass, 'mass', style)}", "", str(p.count), "")
            for p in shelf.plates
        ]
        fill(self.table, rows)
        for at in range(len(rows)):
            off = button("Take off", "link", partial(self._take_off, at))
            off.setAccessibleName(f"Take {rows[at][0]} off the shelf")
            self.table.setCellWidget(at, 3, off)
        self._show_saving()
        edits, rig = self._edits(), self.session.rig
        self.by_tools.setVisible(bool(edits))
        if edits and rig is not None:
            told = ", ".join(
                f"{self.session.spec(one.path).label.lower()} {write(one.value, 'fine', style)}"
                for one in edits
            )
            self.by_tools.setText(f"Set in {rig.name}: {told}")

    def _show_saving(self) -> None:
        rig = self.session.rig
        self.saves.setVisible(rig is not None and bool(self.shelf.stock or self.shelf.parts))
        if rig is not None:
            saved = saved_by_the_shelf(rig, self.session.settings, self.session.workshop)
            money = write(saved, "money", self.session.style)
            self.saves.setText(
                f"{rig.name}: what is here saves {money}."
                if saved > 0
                else f"{rig.name} is made of nothing that is here."
            )

    def _take_off(self, at: int) -> None:
        update = {}
        for name in ("stock", "parts", "plates"):
            lines = list(getattr(self.shelf, name))
            if 0 <= at < len(lines):
                del lines[at]
                update[name] = tuple(lines)
                break
            at -= len(lines)
        self._keep(self.shelf.model_copy(update=update))
