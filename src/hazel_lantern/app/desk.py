"""The desk: stations, stage, bench, lamps and lens of one session."""

from __future__ import annotations

from functools import partial
from html import escape
from typing import TYPE_CHECKING

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QHBoxLayout, QSplitter, QStackedWidget, QVBoxLayout, QWidget

from hazel_lantern.app.bench.base import Bench
from hazel_lantern.app.bench.making import make_bench
from hazel_lantern.app.lamps_panel import LampsPanel
from hazel_lantern.app.lens import LensView
from hazel_lantern.app.session import STATIONS, Session
from hazel_lantern.app.shot.cards import Cards
from hazel_lantern.app.stage import Stage
from hazel_lantern.app.stations import Stations
from hazel_lantern.app.widgets import Tabbed, label
from hazel_lantern.core.candidates import Candidate
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lazy import Lazy
from hazel_lantern.core.parts import with_article

if TYPE_CHECKING:
    from hazel_lantern.app.shot.set_stage import SetStage

RIGHT = 336
#: Pages of the right column.
CARDS, LAMPS = 0, 1
#: Share of the middle that the bench takes, by station.
BENCH_SHARE = {
    "Shot": 0.345,
    "Load": 0.44,
    "Frame": 0.34,
    "Drive": 0.37,
    "Build": 0.5,
    "Try-out": 0.44,
}


class Desk(QWidget):
    """All views of one session; made anew when another project is opened."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setObjectName("desk")
        layout = QHBoxLayout(self)
        layout.setContentsMargins(0, 0, 10, 10)
        layout.setSpacing(10)
        self.stations = Stations(session)
        layout.addWidget(self.stations)
        self.stage = Stage(session)
        self._stages = QStackedWidget()
        self._stages.addWidget(self.stage)
        self._set_stage: SetStage | None = None
        self._bench = QStackedWidget()
        #: By station; each is made when it is first looked at.
        self.benches = Lazy({name: partial(self._make, name) for name in STATIONS})
        bench_panel = QWidget()
        bench_panel.setObjectName("panel")
        bench_layout = QVBoxLayout(bench_panel)
        bench_layout.setContentsMargins(14, 8, 14, 10)
        bench_layout.addWidget(self._bench)
        self.splitter = QSplitter(Qt.Orientation.Vertical)
        self.splitter.setHandleWidth(10)
        self.splitter.addWidget(self._stages)
        self.splitter.addWidget(bench_panel)
        self.splitter.setChildrenCollapsible(False)
        middle = QVBoxLayout()
        middle.setContentsMargins(0, 10, 0, 0)
        middle.addWidget(self.splitter)
        layout.addLayout(middle, 1)
        layout.addWidget(self._right())
        session.changed.connect(self.refresh)
        session.station_changed.connect(self._station_changed)
        session.mark_moved.connect(self._mark_moved)
        self._station_changed()

    def _make(self, station: str) -> Bench:
        bench = make_bench(station, self.session)
        bench.asked.connect(self.show_lamp)
        self._bench.addWidget(bench)
        return bench

    @property
    def set_stage(self) -> SetStage:
        """The set, which stands at Shot where the rig does elsewhere; made when it is needed."""
        if self._set_stage is None:
            from hazel_lantern.app.shot.set_stage import SetStage

            self._set_stage = SetStage(self.session)
            self._stages.addWidget(self._set_stage)
        return self._set_stage

    def _right(self) -> QWidget:
        """Lamps and lens; at Shot, on a tab before them, which rig can do it."""
        panel = QWidget()
        panel.setObjectName("panel")
        panel.setFixedWidth(RIGHT)
        layout = QVBoxLayout(panel)
        layout.setContentsMargins(0, 0, 0, 8)
        lamps = QWidget()
        inside = QVBoxLayout(lamps)
        inside.setContentsMargins(0, 0, 0, 0)
        inside.setSpacing(6)
        self.lamps = LampsPanel(self.session)
        inside.addWidget(self.lamps, 1)
        lens = QVBoxLayout()
        lens.setContentsMargins(12, 0, 12, 0)
        self.lens = LensView(self.session)
        self.lens.setFixedHeight(212)
        lens.addWidget(self.lens)
        self.cautions = label("", "small", wrap=True)
        self.cautions.setTextFormat(Qt.TextFormat.RichText)
        lens.addWidget(self.cautions)
        inside.addLayout(lens)
        self.cards = Cards(self.session, own=True)
        self.cards.taken.connect(self._take)
        self.sides = Tabbed([("Which rig can do it", self.cards), ("Lamps", lamps)])
        self.sides.inset(12)
        layout.addWidget(self.sides)
        column = QWidget()
        around = QVBoxLayout(column)
        around.setContentsMargins(0, 10, 0, 0)
        around.addWidget(panel)
        return column

    def _take(self, one: object) -> None:
        """Make a drafted rig the one looked at, in one step."""
        assert isinstance(one, Candidate)
        assert one.rig is not None
        before = self.session.rig
        edits = (Edit(name, getattr(one.rig, name)) for name in ("design", "drive", "assumed"))
        trouble = self.session.edit(*edits, action=f"make it {with_article(one.family.title)}")
        name = before.family.title.lower() if before is not None else "rig"
        words = f"It is {with_article(one.family.title)} now. Ctrl+Z brings the {name} back."
        self.session.message.emit(trouble or words, bool(trouble))

    def show_lamp(self, id: str) -> None:
        """Bring a lamp to the front, with what it means and its mends."""
        self.sides.turn_to(LAMPS)
        if self.lamps.detail.id != id:
            self.lamps.toggle(id)

    def _station_changed(self) -> None:
        bench = self.benches[self.session.station]
        self._bench.setCurrentWidget(bench)
        shot = self.session.station == "Shot"
        self._stages.setCurrentWidget(self.set_stage if shot else self.stage)
        self.sides.show_tabs(shot)
        self.sides.turn_to(CARDS if shot else LAMPS)
        self.share()
        self.refresh()

    def share(self) -> None:
        """Divide the middle between stage and bench as the station needs."""
        whole = max(self.splitter.height(), 400)
        bench = round(whole * BENCH_SHARE[self.session.station])
        self.splitter.setSizes([whole - bench, bench])

    def refresh(self) -> None:
        """Show the design as it is now; the benches behind wait until they are in front."""
        self.benches[self.session.station].refresh()
        self.lens.update()
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None:
            return
        cautions = found.cautions(self.session.station)
        self.cautions.setText("<b>Mind</b> " + escape(" ".join(cautions)) if cautions else "")
        self.cautions.setVisible(bool(cautions))

    def _mark_moved(self) -> None:
        self.lens.update()
