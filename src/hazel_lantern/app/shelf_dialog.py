"""The shelf: lengths and parts owned, for all projects; and own catalogue entries."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from pydantic import ValidationError
from PyQt6.QtCore import QPoint
from PyQt6.QtWidgets import (
    QDialog,
    QHBoxLayout,
    QLineEdit,
    QVBoxLayout,
    QWidget,
)

from hazel_lantern.app.bench.build import fill, table
from hazel_lantern.app.choice_popup import ChoicePopup
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import button, label
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
