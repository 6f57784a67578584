"""Try-out: a logbook of measurements against what was foretold."""

from __future__ import annotations

from datetime import date
from functools import partial
from typing import Any

from pydantic import ValidationError
from PyQt6.QtWidgets import QHBoxLayout, QLineEdit, QVBoxLayout

from hazel_lantern.app.bench.base import Bench
from hazel_lantern.app.bench.build import fill, table
from hazel_lantern.app.choice_popup import offer
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import button, label
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.project.model import LogEntry
from hazel_lantern.core.rigs.asks import Measure
from hazel_lantern.core.units import ReadError, read, write


class TryoutBench(Bench):
    """Choose what was measured, type it in, see the difference; the log keeps all."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        #: What is logged next, by its id: it asks the answer of the rig at hand, no other's.
        self._which = ""
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(6)
        row = QHBoxLayout()
        row.setSpacing(8)
        self.which = button("", on=self._offer)
        self.which.setAccessibleName("What was measured")
        self.value = QLineEdit()
        self.value.setPlaceholderText("measured")
        self.value.setAccessibleName("Measured value")
        self.value.setMaximumWidth(120)
        self.note = QLineEdit()
        self.note.setPlaceholderText("note")
        self.note.setAccessibleName("Note")
        self.note.setMaxLength(500)
        self.enter = button("Log it", "lit", self.log)
        self._foretold = label("", "soft")
        row.addWidget(self.which)
        row.addWidget(self._foretold)
        row.addWidget(self.value)
        row.addWidget(self.note, 1)
        row.addWidget(self.enter)
        for line in (self.value, self.note):
            line.returnPressed.connect(self.log)
        layout.addLayout(row)
        self._how = label("", "small", wrap=True)
        layout.addWidget(self._how)
        self.table = table(
            ("Date", "What", "Measured", "Foretold then", "Difference", "Foretold now", "Note", "")
        )
        layout.addWidget(self.table, 1)

    def refresh(self) -> None:
        """Show the log as it is now, newest first."""
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None:
            return
        measures = {measure.id: measure for measure in found.measures}
        chosen = self._measure()
        style = self.session.style
        for widget in (self.which, self._foretold, self.value, self.note, self.enter):
            widget.setVisible(chosen is not None)
        if chosen is None:
            self._how.setText("There is nothing to measure on a rig of this kind.")
        else:
            self.which.setText(f"{chosen.label}…")
            now = chosen.predicted(found.answer)
            self._foretold.setText(f"foretold {write(now, chosen.kind, style)}")
            told = [f"{name}: {figure}" for name, figure in found.readout("Try-out")]
            self._how.setText(" · ".join([chosen.how, *told]))
        rows = []
        order = list(reversed(range(len(rig.log))))
        for at in order:
            entry = rig.log[at]
            measure = measures.get(entry.measure)
            kind = measure.kind if measure else "number"
            off = entry.value - entry.predicted
            share = f" ({100 * off / entry.predicted:+.0f} %)" if entry.predicted else ""
            today = write(measure.predicted(found.answer), kind, style) if measure else "–"
            rows.append(
                (
                    entry.on.isoformat(),
                    measure.label if measure else entry.measure,
                    write(entry.value, kind, style),
                    write(entry.predicted, kind, style),
                    f"{'+' if off > 0 else ''}{write(off, kind, style)}{share}",
                    today,
                    entry.note,
                    "",
                )
            )
        fill(self.table, rows)
        for row, at in enumerate(order):
            off_button = button("Strike out", "link", partial(self._strike, at))
            off_button.setAccessibleName(f"Strike out the entry of {rows[row][0]}")
            self.table.setCellWidget(row, 7, off_button)

    def _measure(self) -> Measure[Any] | None:
        """What is logged next, as it is of the rig at hand; else its first."""
        found = self.session.assessment
        measures = {one.id: one for one in found.measures} if found is not None else {}
        return measures.get(self._which, next(iter(measures.values()), None))

    def _offer(self) -> None:
        found, chosen = self.session.assessment, self._measure()
        if found is None or chosen is None:
            return
        options = [(measure.id, measure.label) for measure in found.measures]
        offer(self.session, options, chosen.id, self.which, self.choose)

    def choose(self, id: str) -> None:
        """Log this kind of measurement next."""
        self._which = id
        self.refresh()
        self.value.setFocus()

    def log(self) -> None:
        """Put the measurement into the log."""
        rig, found, measure = self.session.rig, self.session.assessment, self._measure()
        if rig is None or found is None or measure is None:
            return
        predicted = measure.predicted(found.answer)
        try:
            value = read(self.value.text(), measure.kind, self.session.style)
            entry = LogEntry(
                on=date.today(),
                measure=measure.id,
                value=value,
                note=self.note.text(),
                predicted=predicted,
            )
        except ReadError as error:
            self.session.message.emit(f"{measure.label}: {error}", True)
            self.value.setFocus()
            return
        except ValidationError:
            self.session.message.emit(
                f"{measure.label} of {self.value.text()} is beyond what can be logged", True
            )
            return
        edit = Edit("log", (*rig.log, entry))
        trouble = self.session.edit(edit, action=f"log {measure.label.lower()}")
        if not trouble:
            self.value.clear()
            self.note.clear()
        self.session.message.emit(trouble or "Logged.", bool(trouble))

    def _strike(self, at: int) -> None:
        rig = self.session.rig
        assert rig is not None
        self.session.edit(Edit("log", (*rig.log[:at], *rig.log[at + 1 :])), action="strike out")
