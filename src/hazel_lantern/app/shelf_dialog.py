"""The shelf: lengths and parts owned, for all projects; and own catalogue entries."""

from __future__ import annotations

from dataclasses import replace
from functools import partial
from typing import get_args

from pydantic import ValidationError
from PyQt6.QtCore import QPoint
from PyQt6.QtWidgets import (
    QCompleter,
    QDialog,
    QFormLayout,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from hazel_lantern.app.bench.build import fill, table
from hazel_lantern.app.choice_popup import ChoicePopup
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import button, label
from hazel_lantern.core.catalogue import CatalogueError, add_own, load
from hazel_lantern.core.catalogue.rows import Face, Motor, Shape
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.having import read_line
from hazel_lantern.core.project.store import Store
from hazel_lantern.core.shelf import PARTS, OwnedPart, Shelf, StockPiece
from hazel_lantern.core.units import ReadError, read, write


class ShelfDialog(QDialog):
    """What is owned; each line can be taken off, and more put on."""

    def __init__(self, session: Session, store: Store, parent: QWidget) -> None:
        super().__init__(parent)
        self.session, self.store = session, store
        self.setWindowTitle("Shelf")
        self.resize(620, 460)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(18, 14, 18, 14)
        layout.addWidget(label("On the shelf", "title"))
        layout.addWidget(
            label(
                "Kept for all projects. Cut plans and rankings use it first and "
                "price it at nothing.",
                "soft",
                wrap=True,
            )
        )
        self.line = QLineEdit()
        self.line.setPlaceholderText("type what you have, such as  2 x 5' emt 3/4  and press Enter")
        self.line.setAccessibleName("What you have, in one line")
        self.line.returnPressed.connect(self.type_in)
        layout.addWidget(self.line)
        self.table = table(("What", "Length", "How many", ""))
        layout.addWidget(self.table, 1)
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
        row.addWidget(button("Put on the shelf", "lit", self.put))
        layout.addLayout(row)
        self.trouble = label("", "bad", wrap=True)
        layout.addWidget(self.trouble)
        foot = QHBoxLayout()
        foot.addStretch(1)
        foot.addWidget(button("Done", on=self.accept))
        layout.addLayout(foot)
        self._chosen = ""
        self.refresh()

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
        self.length.setEnabled(id in self.session.workshop.catalogue.sections)

    def type_in(self) -> None:
        """Put on the shelf what the line says; what cannot be read stays in it."""
        try:
            found = read_line(self.line.text(), self.session.workshop.catalogue, self.session.style)
        except CannotBe as error:
            self.trouble.setText(str(error))
            return
        except ValidationError:
            self.trouble.setText("A length is 10 mm to 20 m, and there are 1 to 999 of them.")
            return
        self.trouble.setText("")
        shelf = self.shelf
        if isinstance(found, StockPiece):
            self._keep(shelf.model_copy(update={"stock": (*shelf.stock, found)}))
        else:
            self._keep(shelf.model_copy(update={"parts": (*shelf.parts, found)}))
        self.line.clear()
        self.table.scrollToBottom()

    def put(self) -> None:
        """Put what was chosen on the shelf."""
        try:
            if not self._chosen:
                raise ReadError("choose what it is first")
            count = int(read(self.count.text(), "count"))
            if self._chosen in self.session.workshop.catalogue.sections:
                length = read(self.length.text(), "length", self.session.style)
                piece = StockPiece(section=self._chosen, length=length, count=count)
                self._keep(Shelf(stock=(*self.shelf.stock, piece), parts=self.shelf.parts))
            else:
                part = OwnedPart(part=self._chosen, count=count)
                self._keep(Shelf(stock=self.shelf.stock, parts=(*self.shelf.parts, part)))
        except ReadError as error:
            self.trouble.setText(str(error))
        except ValidationError:
            self.trouble.setText("A length is 10 mm to 20 m, and there are 1 to 999 of them.")
        else:
            self.trouble.setText("")

    def _keep(self, shelf: Shelf) -> None:
        try:
            self.store.keep_shelf(shelf)
        except OSError as error:
            self.trouble.setText(f"The shelf could not be kept: {error.strerror}")
            return
        self.session.set_workshop(replace(self.session.own, shelf=shelf))
        self.refresh()

    def refresh(self) -> None:
        """Show what is there."""
        names, style = dict(self._options()), self.session.style
        rows = [
            (names.get(p.section, p.section), write(p.length, "length", style), str(p.count), "")
            for p in self.shelf.stock
        ]
        rows += [(names.get(p.part, p.part), "", str(p.count), "") for p in self.shelf.parts]
        fill(self.table, rows)
        for at in range(len(rows)):
            off = button("Take off", "link", partial(self._take_off, at))
            off.setAccessibleName(f"Take {rows[at][0]} off the shelf")
            self.table.setCellWidget(at, 3, off)

    def _take_off(self, at: int) -> None:
        stock, parts = list(self.shelf.stock), list(self.shelf.parts)
        if at < len(stock):
            del stock[at]
        else:
            del parts[at - len(stock)]
        self._keep(Shelf(stock=tuple(stock), parts=tuple(parts)))


#: For an own tube or bar: header of the table, what it is called, an example.
TUBE_FIELDS = (
    ("name", "Name", "Curtain pole 28"),
    ("material", "Material id", "mild-steel"),
    ("shape", "Shape", "round tube"),
    ("width [mm]", "Width, mm", "28"),
    ("height [mm]", "Height, mm", "28"),
    ("wall [mm]", "Wall, mm", "1.2"),
    ("price [/m]", "Price for a metre", "3.20"),
    ("stock lengths [mm]", "Stock lengths, mm", "2000"),
    ("running face", "Running face", "round"),
    ("source", "Where the figures come from", "measured"),
)
ITEM_FIELDS = (
    ("name", "Name", "Our own cage"),
    ("kind", "Kind", "accessory"),
    ("mass [g]", "Mass, g", "340"),
    ("forward [mm]", "Weight forward of the screw, mm", "0"),
    ("right [mm]", "Weight right of the screw, mm", "0"),
    ("up [mm]", "Weight above the screw, mm", "60"),
    ("length [mm]", "Length, mm", "80"),
    ("width [mm]", "Width, mm", "150"),
    ("height [mm]", "Height, mm", "110"),
    ("source", "Where the figures come from", "weighed"),
)


MOTOR_FIELDS = (
    ("name", "Name", "Wiper motor, second gear"),
    ("kind", "Kind", "gearmotor"),
    ("free speed [rev/min]", "Free speed, turns a minute", "38"),
    ("stalled torque [N.m]", "Stalled or holding torque, N·m", "8"),
    ("lowest dial []", "Least share of the dial that is steady", "0.2"),
    ("volts []", "Volts", "12"),
    ("free amps []", "Amps, free", "1.2"),
    ("stalled amps []", "Amps, stalled or rated", "12"),
    ("steps []", "Steps for a turn, of a step motor", ""),
    ("microsteps []", "Microsteps", ""),
    ("fastest steps []", "Full steps a second at no torque", ""),
    ("loudness []", "Loudness at 1 m, dB", "55"),
    ("mass [g]", "Mass, g", "1100"),
    ("price []", "Price", "20"),
    ("source", "Where the figures come from", "measured"),
)
COG_FIELDS = (
    ("name", "Name", "Printer cog 24"),
    ("teeth []", "Teeth", "24"),
    ("module [mm]", "Module, mm", "1"),
    ("angle [deg]", "Pressure angle, degrees", "20"),
    ("bore [mm]", "Bore, mm", "5"),
    ("width [mm]", "Width, mm", "8"),
    ("material", "Material id", "pom"),
    ("mass [g]", "Mass, g", "4"),
    ("price []", "Price", "0"),
    ("source", "Where the figures come from", "counted"),
)
#: Of each table that a maker adds to: what a line of it is called, and its fields.
OWN = {
    "sections": ("Own section", TUBE_FIELDS),
    "items": ("Own camera part", ITEM_FIELDS),
    "motors": ("Own motor", MOTOR_FIELDS),
    "cogs": ("Own cog", COG_FIELDS),
}


class OwnEntryDialog(QDialog):
    """Adds a line to the maker's own catalogue."""

    def __init__(self, session: Session, store: Store, parent: QWidget, what: str) -> None:
        super().__init__(parent)
        self.session, self.store, self.what = session, store, what
        title, fields = OWN[what]
        self.setWindowTitle(title)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(18, 14, 18, 14)
        form = QFormLayout()
        self.lines: dict[str, QLineEdit] = {}
        for title, words, example in fields:
            line = QLineEdit()
            line.setPlaceholderText(example)
            line.setAccessibleName(words)
            accepted = self._accepted(title)
            if accepted:
                line.setCompleter(QCompleter(accepted, line))
                line.setToolTip("One of: " + ", ".join(accepted))
            self.lines[title] = line
            form.addRow(words, line)
        layout.addLayout(form)
        self.trouble = label("", "bad", wrap=True)
        layout.addWidget(self.trouble)
        foot = QHBoxLayout()
        foot.addStretch(1)
        foot.addWidget(button("Leave it", on=self.reject))
        take: QPushButton = button("Add to my catalogue", "lit", self.take)
        take.setDefault(True)
        foot.addWidget(take)
        layout.addLayout(foot)
        self.setMinimumWidth(460)

    def _accepted(self, title: str) -> list[str]:
        """The words that a column takes; none where it takes any."""
        if title == "material":
            return list(self.session.workshop.catalogue.materials)
        if title == "kind" and self.what == "motors":
            return list(get_args(Motor.model_fields["kind"].annotation))
        return list(get_args({"shape": Shape, "running face": Face}.get(title)))

    def take(self) -> None:
        """Add the line, or say which column is wrong."""
        cells = {title: line.text().strip() for title, line in self.lines.items()}
        name = cells["name"]
        letters = "".join(c if c.isascii() and c.isalnum() else "-" for c in name.lower())
        cells["id"] = "own-" + letters.strip("-")
        try:
            if not letters.strip("-"):
                raise CatalogueError("a name is needed, with letters or figures in it")
            catalogue = self.session.workshop.catalogue
            if cells["id"] in catalogue.table(self.what):
                raise CatalogueError(f"there is a “{name}” already; choose another name")
            if "material" in cells:
                catalogue.find("materials", cells["material"])
            add_own(self.store.catalogue, self.what, cells)
        except CatalogueError as error:
            self.trouble.setText(str(error))
            return
        except OSError as error:
            self.trouble.setText(f"It could not be kept: {error.strerror}")
            return
        tables = load(self.store.catalogue)
        self.session.set_workshop(replace(self.session.own, catalogue=tables))
        self.session.message.emit(f"{name} is in your catalogue now.", False)
        self.accept()
