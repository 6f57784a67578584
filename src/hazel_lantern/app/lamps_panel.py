"""The lamps: every check with its value, and in the open one its meaning, working and mends."""

from __future__ import annotations

from functools import partial
from html import escape

from PyQt6.QtCore import QEvent, QRect, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QFontMetrics, QHelpEvent, QPainter, QPaintEvent, QPen, QResizeEvent
from PyQt6.QtWidgets import (
    QAbstractButton,
    QHBoxLayout,
    QProgressBar,
    QScrollArea,
    QToolTip,
    QVBoxLayout,
    QWidget,
)

from hazel_lantern.app import theme
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import button, empty, label, plain, scrolled
from hazel_lantern.app.workers import Worker
from hazel_lantern.core import mends
from hazel_lantern.core.identity import same
from hazel_lantern.core.lamps import Lamp, State
from hazel_lantern.core.units import Style

LEAST_SHOWN = 3
ROW = 44
#: What a row keeps free beside its words, and its lines are high, px.
ROW_MARGINS, LINE = 52, 18
#: For the word of a state, px.
STATE_ROOM = 60


class LampRow(QAbstractButton):
    """A lamp: lantern, headline, state and value, and a bar with the limit marked."""

    def __init__(self, id: str) -> None:
        super().__init__()
        self.id = id
        self.lamp: Lamp | None = None
        self._right = ""
        self._style = Style()
        self._looks: tuple[object, ...] = ()
        #: How many lines the headline of an open lamp takes: it is never cut short.
        self.lines = 1
        self.setCheckable(True)
        self.toggled.connect(self._fold)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    def show_lamp(self, lamp: Lamp, session: Session) -> None:
        """Take the lamp as it is now; painted anew only if it looks another way."""
        self.lamp = lamp
        self._style = session.style
        self._right = lamp.reading(session.style)
        looks = lamp.headline, lamp.state, self._right, lamp.fraction(), lamp.applies
        if looks != self._looks:
            self._looks = looks
            self.setAccessibleName(f"{lamp.headline}: {lamp.state}, {self._right}")
            self._fold()
            self.update()

    def event(self, event: QEvent | None) -> bool:
        """What it means is told when the pointer rests on it, and only then worded."""
        if isinstance(event, QHelpEvent) and event.type() == QEvent.Type.ToolTip and self.lamp:
            QToolTip.showText(event.globalPos(), plain(self.lamp.meaning(self._style)), self)
            return True
        return super().event(event)

    def _fold(self) -> None:
        """As many lines as the headline needs beside the value."""
        lines = 1
        if self.lamp is not None and self.isChecked():
            room = QRect(0, 0, self._room(), 200)
            flags = int(Qt.TextFlag.TextWordWrap)
            metrics = QFontMetrics(theme.font(13, bold=True))
            high = metrics.boundingRect(room, flags, self.lamp.headline).height()
            lines = max(1, round(high / metrics.lineSpacing()))
        if lines != self.lines:
            self.lines = lines
            self.updateGeometry()

    def _room(self) -> int:
        """For the headline, px."""
        beside = QFontMetrics(theme.font(12.5, bold=True)).horizontalAdvance(self._right)
        return max(self.width() - ROW_MARGINS - beside, 60)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Another width, perhaps other lines."""
        super().resizeEvent(event)
        self._fold()

    def sizeHint(self) -> QSize:
        """Headline and bar."""
        return QSize(280, 42 + LINE * (self.lines - 1))

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Glyph, words, bar."""
        if self.lamp is None:
            return
        t = theme.current()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if self.hasFocus() or self.underMouse():
            painter.setPen(QPen(theme.colour(t.hazel), 1))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRoundedRect(QRectF(self.rect()).adjusted(0.5, 0.5, -0.5, -0.5), 4, 4)
        colour = theme.colour(t.of(self.lamp.state))
        painter.drawPixmap(6, 9, theme.lamp_glyph(self.lamp.state, 22))
        left = 36
        words, more = QRectF(left, 3, self.width() - left - 8, 20), LINE * (self.lines - 1)
        painter.setFont(theme.font(12.5, bold=True))
        painter.setPen(colour)
        painter.drawText(
            words, Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter, self._right
        )
        painter.setPen(theme.colour(t.ink))
        painter.setFont(theme.font(13, bold=True))
        name, head = self.lamp.headline, QRectF(left, 3, self._room(), 20 + more)
        if self.lines == 1:
            name = painter.fontMetrics().elidedText(
                name, Qt.TextElideMode.ElideRight, int(head.width())
            )
        side = Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter
        painter.drawText(head, int(side) | int(Qt.TextFlag.TextWordWrap), name)
        self._bar(painter, QRectF(left, 27 + more, self.width() - left - STATE_ROOM - 10, 5))
        painter.setFont(theme.font(11, bold=self.lamp.state is not State.HOLDS))
        painter.setPen(colour)
        painter.drawText(
            QRectF(self.width() - STATE_ROOM - 8, 21 + more, STATE_ROOM, 16),
            Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter,
            str(self.lamp.state) if self.lamp.applies else "–",
        )

    def _bar(self, painter: QPainter, box: QRectF) -> None:
        assert self.lamp is not None
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(theme.colour("edge"))
        painter.drawRoundedRect(box, 2, 2)
        painter.setBrush(theme.colour(theme.current().of(self.lamp.state)))
        filled = QRectF(box)
        filled.setWidth(box.width() * self.lamp.fraction())
        painter.drawRoundedRect(filled, 2, 2)
        if self.lamp.applies:
            x = box.left() + 0.8 * box.width()
            painter.setPen(QPen(theme.colour("ink"), 1.6))
            painter.drawLine(int(x), int(box.top() - 3), int(x), int(box.bottom() + 3))


class LampDetail(QWidget):
    """The open lamp: meaning, value at this mark, mends, working."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.id = ""
        self._for: tuple[object, ...] | None = None
        self._working_open = False
        self.worker = Worker(self, self._key)
        self.worker.done.connect(self._show_mends)
        self.worker.failed.connect(lambda why: self._mend_note.setText(why))
        self.worker.progress.connect(lambda share: self._progress.setValue(round(100 * share)))
        layout = QVBoxLayout(self)
        layout.setContentsMargins(12, 4, 8, 8)
        layout.setSpacing(5)
        self._meaning = label(wrap=True)
        self._here = label("", "small", wrap=True)
        self._mend_note = label("", "small", wrap=True)
        self._progress = QProgressBar()
        self._progress.setTextVisible(False)
        self._mends = QVBoxLayout()
        self._mends.setSpacing(4)
        self._toggle = button("Working", "link", self._flip_working)
        self._limit = button("Change the limit", "link", self._change_limit)
        self._working = label("", "small", wrap=True)
        self._working.setTextFormat(Qt.TextFormat.RichText)
        self._working.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        links = QHBoxLayout()
        links.addWidget(self._toggle)
        links.addWidget(self._limit)
        links.addStretch(1)
        layout.addWidget(self._meaning)
        layout.addWidget(self._here)
        layout.addWidget(self._mend_note)
        layout.addWidget(self._progress)
        layout.addLayout(self._mends)
        layout.addLayout(links)
        layout.addWidget(self._working)
        session.mark_moved.connect(self._show_here)

    def open(self, id: str) -> None:
        """Open a lamp; an empty id closes."""
        self.id = id
        self._for = None
        self._working_open = False
        self.setVisible(bool(id))
        if id:
            self.refresh()
        else:
            self.worker.cancel()

    def _lamp(self) -> Lamp | None:
        found = self.session.assessment
        return found.by_id.get(self.id) if found else None

    def refresh(self) -> None:
        """Show the lamp as it is now, and look for mends once the design is at rest."""
        lamp, rig = self._lamp(), self.session.rig
        if lamp is None or rig is None:
            return
        style = self.session.style
        self._meaning.setText(lamp.meaning(style))
        self._show_here()
        self._show_working(lamp)
        key = self._key()
        if same(self._for, key):
            return
        self._for = key
        empty(self._mends)
        if lamp.state is State.HOLDS:
            self._no_search("It holds; nothing to mend.")
            return
        if lamp.state is State.TO_LOOK_UP:
            self._no_search("\n\n".join(one.ask(style) for one in lamp.unknown))
            row = _MendButton("Record what you found…\nwith who says so")
            row.setAccessibleName("Record what you found")
            row.clicked.connect(self._look_up)
            self._mends.addWidget(row)
            return
        if lamp.on_site:
            self._no_search(lamp.on_site)
            return
        self._mend_note.setText("Looking for mends…")
        self._progress.setValue(0)
        self._progress.show()
        case, target = self.session.case(rig), self.id
        self.worker.ask(lambda stop, progress: mends.find(target, case, stop, progress))

    def _key(self) -> tuple[object, ...]:
        return (*self.session.looked_at, self.id)

    def _show_here(self) -> None:
        lamp, found = self._lamp(), self.session.assessment
        if lamp is None or found is None or not self.isVisible():
            return
        if lamp.trace is None or not lamp.applies:
            self._here.setText(f"Found: {lamp.reading(self.session.style)}.")
            return
        here = lamp.reading_at(self.session.mark, self.session.style)
        self._here.setText(f"At this place {here}; at worst {lamp.reading(self.session.style)}.")

    def _show_working(self, lamp: Lamp) -> None:
        self._working.setVisible(self._working_open)
        self._toggle.setText("Hide working" if self._working_open else "Working")
        if not self._working_open:
            return
        working = lamp.working(self.session.style)
        lines = [f"<b>{escape(working.formula)}</b>"]
        lines += [
            f"<b>{escape(symbol)}</b>&nbsp; {escape(value)} &nbsp;{escape(what)}"
            for symbol, what, value in working.inputs
        ]
        lines.append(f"From: {escape(working.source)}.")
        lines.append(f"Limit: {escape(lamp.spec.source)}.")
        self._working.setText("<br>".join(lines))

    def _flip_working(self) -> None:
        self._working_open = not self._working_open
        lamp = self._lamp()
        if lamp is not None:
            self._show_working(lamp)

    def _change_limit(self) -> None:
        from hazel_lantern.app.limits_dialog import change_limit

        lamp = self._lamp()
        if lamp is not None:
            change_limit(self.session, lamp, self)

    def _no_search(self, words: str) -> None:
        """Say why no mends are looked for."""
        self.worker.cancel()
        self._progress.hide()
        self._mend_note.setText(words)

    def _look_up(self) -> None:
        from hazel_lantern.app.look_up_dialog import look_up

        look_up(self.session, self)

    def _show_mends(self, found: object) -> None:
        assert isinstance(found, mends.Offers)
        self._progress.hide()
        empty(self._mends)
        if not found:
            self._mend_note.setText(
                "No single change, nor any two tried together, makes this hold without harm to "
                "another lamp."
                + (f" In the way: {', '.join(found.in_the_way)}." if found.in_the_way else "")
                + " Change the shot or the load, or the limit if you know better."
            )
            return
        self._mend_note.setText("Mends, least to spend first")
        for mend in found:
            words = f"{mend.title}\n{mend.price(self.session.style)}"
            row = _MendButton(words)
            row.clicked.connect(partial(self._apply, mend, self._key()))
            self._mends.addWidget(row)

    def _apply(self, mend: mends.Mend, of: tuple[object, ...]) -> None:
        if not same(of, self._key()):
            words = "The design has changed since; mends for it are looked for."
            self.session.message.emit(words, False)
            self.refresh()
            return
        trouble = self.session.edit(*mend.edits, action=f"mend: {mend.title.lower()}")
        self.session.message.emit(trouble or f"{mend.title}. Ctrl+Z takes it back.", bool(trouble))


class _MendButton(QAbstractButton):
    """A mend to click: what to do, and below it what it costs."""

    def __init__(self, words: str) -> None:
        super().__init__()
        self.setText(words)
        self.setAccessibleName("Mend: " + words.replace("\n", ", "))
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self._title = label(words.partition("\n")[0])
        self._price = label(words.partition("\n")[2], "small")
        self._title.setWordWrap(True)
        for part in (self._title, self._price):
            part.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(10, 5, 10, 5)
        layout.setSpacing(0)
        layout.addWidget(self._title)
        layout.addWidget(self._price)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """A rounded ground."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        lit = self.hasFocus() or self.underMouse()
        painter.setPen(QPen(theme.colour("hazel" if lit else "edge"), 2 if self.hasFocus() else 1))
        painter.setBrush(theme.colour("bench"))
        painter.drawRoundedRect(QRectF(self.rect()).adjusted(1, 1, -1, -1), 5, 5)

    def sizeHint(self) -> QSize:
        """As its words need."""
        layout = self.layout()
        return layout.sizeHint() if layout else QSize(200, 40)


class LampsPanel(QWidget):
    """All lamps of the rig, worst first; those that hold may be folded away."""

    opened = pyqtSignal(str)

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.rows: dict[str, LampRow] = {}
        self._all = False
        self._order: list[str] = []
        layout = QVBoxLayout(self)
        layout.setContentsMargins(12, 10, 8, 4)
        layout.setSpacing(4)
        head = QHBoxLayout()
        head.addWidget(label("Lamps", "title"))
        head.addStretch(1)
        self._count = label("", "small")
        head.addWidget(self._count)
        layout.addLayout(head)
        self._inner = QWidget()
        self._list = QVBoxLayout(self._inner)
        self._list.setContentsMargins(0, 0, 4, 0)
        self._list.setSpacing(2)
        self.detail = LampDetail(session)
        self.detail.hide()
        self._more = button("", "link", self._flip)
        self.area: QScrollArea = scrolled(self._inner)
        layout.addWidget(self.area, 1)
        session.changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """Show the lamps as they are now; the list is laid anew only when its order changes."""
        found = self.session.assessment
        if found is None:
            return
        counts = {state: sum(lamp.state is state for lamp in found.lamps) for state in State}
        self._count.setText(
            " · ".join(
                f"{number} {'hold' if state is State.HOLDS and number != 1 else state}"
                for state, number in counts.items()
                if number
            )
        )
        ranked = sorted(found.lamps, key=lambda lamp: (-lamp.state.badness, not lamp.applies))
        order = [lamp.id for lamp in ranked]
        holding = [lamp.id for lamp in ranked if lamp.state is State.HOLDS]
        rooms = self.area.height() // ROW - 1
        shown = max(LEAST_SHOWN, rooms - (len(order) - len(holding)))
        hidden = set() if self._all else set(holding[shown:])
        hidden.discard(self.detail.id)
        if self.detail.id and self.detail.id not in order:
            self.detail.open("")
        if order != self._order:
            self._lay(order)
        for lamp in ranked:
            self.rows[lamp.id].show_lamp(lamp, self.session)
            self.rows[lamp.id].setVisible(lamp.id not in hidden)
        self._more.setVisible(len(holding) > shown)
        left = len(holding) - shown
        self._more.setText("show fewer" if self._all else f"{left} more hold")
        if self.detail.id:
            self.detail.refresh()

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Show as many as there is room for."""
        super().resizeEvent(event)
        self.refresh()

    def _lay(self, order: list[str]) -> None:
        self._order = order
        while self._list.count():
            self._list.takeAt(0)
        for id in list(self.rows):
            if id not in order:
                self.rows.pop(id).deleteLater()
        for id in order:
            if id not in self.rows:
                self.rows[id] = LampRow(id)
                self.rows[id].clicked.connect(partial(self.toggle, id))
            self._list.addWidget(self.rows[id])
            if id == self.detail.id:
                self._list.addWidget(self.detail)
        if not self.detail.id:
            self._list.addWidget(self.detail)
        self._list.addWidget(self._more)
        self._list.addStretch(1)

    def toggle(self, id: str) -> None:
        """Open a lamp, or close it when it is the open one; go to where it is worst."""
        self.detail.open("" if self.detail.id == id else id)
        for name, row in self.rows.items():
            row.setChecked(name == self.detail.id)
        self._lay(self._order)
        self.refresh()
        found = self.session.assessment
        if self.detail.id and found is not None:
            lamp = found.by_id[id]
            if lamp.trace is not None:
                self.session.go_to_mark(lamp.mark)
            self.opened.emit(id)
            self.area.ensureWidgetVisible(self.rows[id])

    def _flip(self) -> None:
        self._all = not self._all
        self.refresh()
