"""Which rig can do it: every family that makes the move, drafted for real, a card for each."""

from __future__ import annotations

from functools import partial
from itertools import pairwise

from PyQt6.QtCore import QRectF, QSize, Qt, QTimer, pyqtSignal
from PyQt6.QtGui import QHideEvent, QPainter, QPaintEvent, QPen, QShowEvent
from PyQt6.QtWidgets import QAbstractButton, QHBoxLayout, QProgressBar, QVBoxLayout, QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.painting import SketchPainter, fit
from hazel_lantern.app.pill import Pill
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import button, empty, label, scrolled, tip
from hazel_lantern.app.workers import Worker
from hazel_lantern.core.candidates import Candidate, able, candidates, unable
from hazel_lantern.core.identity import same
from hazel_lantern.core.lamps import State
from hazel_lantern.core.rigs import AnyFamily
from hazel_lantern.core.units import write

#: After so much quiet the rigs are drafted anew, ms.
QUIET = 500
PICTURE = QRectF(8, 8, 92, 70)


class Card(QAbstractButton):
    """A drafted rig: drawing, how it burns, cost, mass, longest piece, minutes, and why."""

    def __init__(self, session: Session, one: Candidate, stands: bool) -> None:
        super().__init__()
        self.session, self.one, self.stands = session, one, stands
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setEnabled(one.rig is not None)
        self.setText(one.family.title)
        self.setAccessibleName(f"{one.family.title}: {self.state_words}; {self.figures}; {one.why}")
        does = "This is what stands now" if stands else f"Make it the {one.family.title.lower()}"
        tip(self, f"{does}\n{self.state_words}\n{self.figures}" if one.rig else one.why)

    @property
    def state_words(self) -> str:
        """How it burns."""
        if self.one.found is None:
            return "cannot be drafted"
        worst = self.one.worst
        if worst is None:
            return "all hold"
        if worst.state is State.TO_LOOK_UP:
            number = sum(lamp.state is State.TO_LOOK_UP for lamp in self.one.found.lamps)
            return f"{number} to look up"
        return f"{worst.state}: {worst.headline.lower()}"

    @property
    def figures(self) -> str:
        """What it costs, weighs, how long its longest piece is, how long it takes to set up."""
        found, style = self.one.found, self.session.style
        if found is None:
            return ""
        return " · ".join(
            (
                write(found.cost, "money", style),
                write(found.mass, "mass", style),
                write(self.one.longest, "length", style),
                f"{self.one.minutes:.0f} min",
            )
        )

    def sizeHint(self) -> QSize:
        """Drawing and figures over a sentence of up to two lines."""
        return QSize(300, 120)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """The card; the one that stands is lit."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        busy = self.hasFocus() or self.underMouse()
        painter.setPen(
            QPen(theme.colour("hazel" if self.stands or busy else "edge"), 2 if busy else 1.4)
        )
        painter.setBrush(theme.colour("raised" if self.stands else "paper"))
        painter.drawRoundedRect(QRectF(self.rect()).adjusted(1, 1, -1, -1), 5, 5)
        self._drawing(painter)
        left, wide = PICTURE.right() + 10, self.width() - PICTURE.right() - 18
        painter.drawPixmap(int(self.width() - 30), 8, theme.lamp_glyph(self.one.state, 22))
        lines = (
            (self.one.family.title, 14, True, "ink", 8, wide - 26),
            (self.state_words, 12, True, theme.current().of(self.one.state), 29, wide),
        )
        for text, size, bold, ink, y, room in lines:
            self._words(painter, text, size, bold, ink, QRectF(left, y, room, 20))
        # Two figures a line: all four are too long for a narrow column.
        shown = self.figures.split(" · ")
        for at in range(0, len(shown), 2):
            words = " · ".join(shown[at : at + 2])
            self._words(painter, words, 12, False, "ink", QRectF(left, 47 + 8.5 * at, wide, 18))
        painter.setPen(theme.colour("soft"))
        painter.setFont(theme.font(12))
        below = QRectF(10, PICTURE.bottom() + 5, self.width() - 20, self.height() - 86)
        flags = Qt.TextFlag.TextWordWrap | Qt.AlignmentFlag.AlignTop
        painter.drawText(below, int(flags), self.one.why)

    @staticmethod
    def _words(painter: QPainter, text: str, size: int, bold: bool, ink: str, box: QRectF) -> None:
        painter.setFont(theme.font(size, bold=bold))
        painter.setPen(theme.colour(ink))
        metrics = painter.fontMetrics()
        words = metrics.elidedText(text, Qt.TextElideMode.ElideRight, int(box.width()))
        painter.drawText(box, Qt.AlignmentFlag.AlignVCenter, words)

    def _drawing(self, painter: QPainter) -> None:
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(theme.colour("bench"))
        painter.drawRoundedRect(PICTURE, 4, 4)
        sketch = self.one.drawing
        if sketch is None:
            return
        painter.save()
        painter.setClipRect(PICTURE)
        mapping = fit(sketch.bounds, PICTURE.adjusted(5, 5, -5, -5))
        SketchPainter(painter, mapping, self.session.style).paint_shapes(sketch)
        painter.restore()


class Cards(QWidget):
    """Cards as they become ready, and below them who cannot make the move."""

    taken = pyqtSignal(object)

    def __init__(self, session: Session, own: bool) -> None:
        """``own``: the rig looked at is one of the maker's, and has a card of its own."""
        super().__init__()
        self.session, self._own = session, own
        self.setAccessibleName("Which rig can do it")
        layout = QVBoxLayout(self)
        layout.setContentsMargins(12, 8, 12, 10)
        layout.setSpacing(6)
        head = QHBoxLayout()
        if not own:
            head.addWidget(label("Which rig can do it", "title"), 1)
        else:
            head.addWidget(label("drafted for this shot", "small"), 1)
        self.budget = Pill(session, "budget", self, "budget")
        head.addWidget(self.budget)
        layout.addLayout(head)
        self._inner = QWidget()
        self._list = QVBoxLayout(self._inner)
        self._list.setContentsMargins(0, 0, 6, 0)
        self._list.setSpacing(8)
        layout.addWidget(scrolled(self._inner), 1)
        foot = QHBoxLayout()
        self.bar = QProgressBar()
        self.bar.setTextVisible(False)
        self.bar.setFixedHeight(8)
        self.words = label("", "small")
        self.stop = button("stop", "link", self.cancel)
        foot.addWidget(self.words)
        foot.addWidget(self.bar, 1)
        foot.addWidget(self.stop)
        layout.addLayout(foot)
        self.take = button("", "lit", self._take_best)
        layout.addWidget(self.take)
        self.cards: dict[str, Card] = {}
        self._found: tuple[Candidate, ...] = ()
        self._asked: tuple[object, ...] = ()
        self._many = 0
        self._rest = QTimer(self)
        self._rest.setSingleShot(True)
        self._rest.setInterval(QUIET)
        self._rest.timeout.connect(self._begin)
        self.worker = Worker(self, self._key)
        self.worker.progress.connect(self._show)
        self.worker.done.connect(self._done)
        self.worker.failed.connect(self._failed)
        session.changed.connect(self.refresh)

    def showEvent(self, event: QShowEvent | None) -> None:
        """Somebody looks at it."""
        super().showEvent(event)
        self.refresh()

    def hideEvent(self, event: QHideEvent | None) -> None:
        """Nobody waits for it any more."""
        super().hideEvent(event)
        self.cancel()

    def refresh(self) -> None:
        """Draft anew where shot, load, budget or workshop are others than drafted for."""
        rig = self.session.rig
        if rig is None or not self.isVisible():
            return
        if self.budget.editor is None:
            self.budget.refresh()
        asked = self._key()
        if self._asked and same(self._asked, asked):
            return
        self._asked = asked
        self.worker.cancel()
        # Cards of the shot a moment ago stay until it is at rest, but none can be taken.
        self._inner.setEnabled(False)
        self.take.setEnabled(self._own)
        self._many = len(self._others())
        self.bar.setRange(0, max(self._many, 1))
        self._progress(0)
        self._rest.start()

    def _key(self) -> tuple[object, ...]:
        """All that the cards depend on."""
        rig, against = self.session.rig, (self.session.settings, self.session.workshop)
        if rig is None:
            return ()
        asked: tuple[object, ...] = (rig.shot, rig.load, rig.budget, *against)
        return (*asked, rig.design, rig.drive, rig.marked) if self._own else asked

    def _others(self) -> list[AnyFamily]:
        """Families to be drafted; a rig that stands is its own draft."""
        rig = self.session.rig
        assert rig is not None
        return [one for one in able(rig.shot) if not self._own or one is not rig.family]

    def _begin(self) -> None:
        rig = self.session.rig
        if rig is None:
            return
        self._show(())
        others, against = self._others(), (self.session.settings, self.session.workshop)
        self.worker.ask(
            lambda stop, progress: candidates(rig, *against, stop, progress, others), wait=0
        )

    @property
    def busy(self) -> bool:
        """Whether cards are waited for."""
        return self._rest.isActive() or self.worker.busy

    def cancel(self) -> None:
        """Stop drafting; what is ready stays, and may be taken up again."""
        if self.busy:
            self._rest.stop()
            self.worker.cancel()
            self._asked = ()
            self.words.setText(f"stopped at {len(self._found)} of {self._many}")
            self.stop.hide()
            self.bar.hide()

    def _progress(self, ready: int) -> None:
        busy = ready < self._many
        self.bar.setVisible(busy)
        self.stop.setVisible(busy)
        self.bar.setValue(ready)
        self.words.setText(f"drafting: {ready} of {self._many}" if busy else "")

    def _done(self, found: object) -> None:
        self._show(found)
        self._progress(self._many)

    def _failed(self, why: str) -> None:
        self._progress(self._many)
        self.session.message.emit(why, True)

    def _show(self, found: object) -> None:
        assert isinstance(found, tuple)
        self._found = found
        rig, assessed = self.session.rig, self.session.assessment
        if rig is None or assessed is None:
            return
        held = next((one for one in self.cards.values() if one.hasFocus()), None)
        kept = held.one.family.id if held is not None else ""
        shown = list(found)
        if self._own:
            words = rig.family.suits(rig.shot)[1]
            shown.insert(0, Candidate.of(rig, assessed, f"stands now: {words}"))
        self._inner.setEnabled(True)
        empty(self._list)
        self.cards = {}
        for one in shown:
            card = Card(self.session, one, stands=one.rig is rig)
            card.clicked.connect(partial(self._take, one))
            self.cards[one.family.id] = card
            self._list.addWidget(card)
            # At once, or the Tab key would not find it before the window comes to rest.
            card.show()
            if one.family.id == kept:
                card.setFocus()
        # Made after all else, they would come last under the Tab key.
        for before, after in pairwise((self.budget, *self.cards.values(), self.take)):
            QWidget.setTabOrder(before, after)
        unfit = unable(rig.shot)
        if unfit:
            head = label("Not for this move", "small")
            head.setFont(theme.font(12, bold=True))
            self._list.addWidget(head)
            for family, why in unfit:
                self._list.addWidget(label(f"{family.title}: {why}", "small", wrap=True))
        self._list.addStretch(1)
        self._progress(len(found))
        self._offer()

    def _offer(self) -> None:
        """The best of what is ready, or the rig that stands."""
        best = self._best()
        if self._own:
            self.take.setText("Go to Frame")
        elif best is None:
            self.take.setText("Drafting…")
        else:
            self.take.setText(f"Take the {best.family.title.lower()}, and go to Frame")
        self.take.setEnabled(self._own or best is not None)

    def _best(self) -> Candidate | None:
        return next((one for one in self._found if one.rig is not None), None)

    def _take_best(self) -> None:
        if self._own:
            self.session.go_to_station("Frame")
            return
        best = self._best()
        if best is not None:
            self.taken.emit(best)

    def _take(self, one: Candidate) -> None:
        if one.rig is not self.session.rig:
            self.taken.emit(one)
