"""Which moves each gear can do, on an axis of time, with what no gear does."""

from __future__ import annotations

import math
from typing import Any

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PyQt6.QtWidgets import QVBoxLayout, QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.bench.base import Bench
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import label, tip
from hazel_lantern.core.drive.assembly import Drives, Reach
from hazel_lantern.core.drive.model import GEARS, F
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.mechanics.trains import Span
from hazel_lantern.core.units import Style, write

#: Figures of the axis, s.
TICKS = (1, 2, 5, 10, 20, 60, 120, 300, 600, 1200, 1800, 3600, 7200, 18000, 36000, 86400)
LEFT, RIGHT, FOOT, HEAD = 14, 14, 20, 16
#: A bar is at the most so high.
TALLEST = 26.0
#: Between the figures of two ticks, px.
APART = 46.0


def _about(time: float, style: Style) -> str:
    """A time without more figures than matter, s."""
    return write(float(f"{time:.2g}") if time < 100 else round(time), "time", style)


class GearTimes(QWidget):
    """A bar for each gear; a click or the arrow keys put another gear in."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setMinimumHeight(90)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("Times that each gear can do")
        tip(self, "Click a bar to put that gear in; Up and Down do so too")

    @property
    def drives(self) -> Drives[Any] | None:
        """The drive looked at, if a motor moves the rig."""
        found = self.session.assessment
        return found.family.drives if found is not None and found.family.drives.used else None

    def _span(self, drives: Drives[Any]) -> Span:
        """What the axis shows: all gears, the times asked for, the move itself."""
        spans = [drives.asked, *(reach.span for reach in drives.reaches)]
        now = drives.it.duration
        low = min(now, *(span.quick for span in spans))
        high = max(now, *(span.slow for span in spans if math.isfinite(span.slow)))
        return Span(max(low, 0.1) / 1.15, min(high, 4e5) * 1.15)

    def _x(self, span: Span, time: float) -> float:
        time = min(max(time, 1e-3), span.slow)
        share = math.log(time / span.quick) / math.log(span.slow / span.quick)
        return LEFT + share * (self.width() - LEFT - RIGHT)

    def box_of(self, at: int) -> QRectF:
        """Where the bar of a gear lies; the slowest gear is on top."""
        drives = self.drives
        assert drives is not None
        reach, span = drives.reaches[at], self._span(drives)
        lane = (self.height() - FOOT - HEAD) / max(len(drives.reaches), 1)
        tall = min(0.7 * lane, TALLEST)
        left, right = self._x(span, reach.span.quick), self._x(span, reach.span.slow)
        top = HEAD + lane * at + (lane - tall) / 2
        return QRectF(left, top, max(right - left, 3.0), tall)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Axis, holes, bars, the move."""
        drives = self.drives
        if drives is None:
            return
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setFont(theme.font(11))
        span, foot = self._span(drives), self.height() - FOOT
        self._paint_axis(painter, span)
        for hole in drives.holes:
            left, right = (self._x(span, one) for one in hole)
            zone = QRectF(QPointF(left, HEAD), QPointF(right, foot))
            painter.fillRect(zone, theme.colour("clay", 0.16))
        for at, reach in enumerate(drives.reaches):
            self._paint_bar(painter, self.box_of(at), reach)
        now = self._x(span, drives.it.duration)
        painter.setPen(QPen(theme.colour("clay"), 1.6))
        painter.drawLine(QPointF(now, 2), QPointF(now, foot))
        words = f"the move: {write(drives.it.duration, 'time', self.session.style)}"
        wide = painter.fontMetrics().horizontalAdvance(words)
        at_left = now + 5 if now + 5 + wide < self.width() else now - 5 - wide
        painter.drawText(QPointF(at_left, 11), words)

    def _paint_axis(self, painter: QPainter, span: Span) -> None:
        foot, last = self.height() - FOOT, -APART
        for tick in TICKS:
            x = self._x(span, tick)
            if not LEFT <= x <= self.width() - RIGHT:
                continue
            painter.setPen(theme.colour("ink", 0.12))
            painter.drawLine(QPointF(x, HEAD), QPointF(x, foot))
            if x - last < APART:
                continue
            last = x
            painter.setPen(theme.colour("soft"))
            words = write(tick, "time", self.session.style) if tick != 60 else "1 min"
            box = QRectF(x - APART / 2, foot + 2, APART, FOOT - 2)
            painter.drawText(box, Qt.AlignmentFlag.AlignCenter, words)
        painter.setPen(theme.colour("edge"))
        painter.drawLine(QPointF(LEFT, foot), QPointF(self.width() - RIGHT, foot))

    def _paint_bar(self, painter: QPainter, box: QRectF, reach: Reach) -> None:
        ink = theme.colour("leaf") if reach.is_in else theme.colour("leaf", 0.35)
        edge = theme.colour("hazel") if self.hasFocus() and reach.is_in else ink
        painter.setPen(QPen(edge, 2))
        painter.setBrush(ink)
        painter.drawRoundedRect(box, 4, 4)
        name = reach.gear or "as geared"
        quick, slow = (_about(one, self.session.style) for one in reach.span)
        words = f"{name}: {quick} to {slow}"
        wide = painter.fontMetrics().horizontalAdvance(words)
        inside = wide + 12 < box.width()
        painter.setPen(theme.colour("paper" if inside and reach.is_in else "ink"))
        if inside:
            painter.drawText(box, Qt.AlignmentFlag.AlignCenter, words)
            return
        # Beside a short bar, on the side that has room.
        left = box.right() + 6 if box.right() + 6 + wide < self.width() else box.left() - 6 - wide
        beside = QRectF(max(left, 2.0), box.top(), wide + 2, box.height())
        painter.drawText(beside, Qt.AlignmentFlag.AlignVCenter, words)

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        """Put the gear in whose lane was clicked."""
        drives = self.drives
        if event is None or drives is None:
            return
        for at in range(len(drives.reaches)):
            box = self.box_of(at)
            if box.top() - 4 <= event.position().y() <= box.bottom() + 4:
                self._put_in(at)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Up and Down go from gear to gear."""
        drives = self.drives
        steps = {Qt.Key.Key_Up: -1, Qt.Key.Key_Down: 1}
        if event is None or drives is None or event.key() not in steps:
            super().keyPressEvent(event)
            return
        now = next((at for at, reach in enumerate(drives.reaches) if reach.is_in), 0)
        self._put_in(now + steps[Qt.Key(event.key())])

    def _put_in(self, at: int) -> None:
        drives = self.drives
        if drives is not None and len(drives.reaches) > 1 and 0 <= at < len(drives.reaches):
            gear = GEARS[at]
            self.session.edit(Edit(F.gear, gear), action=f"put the {gear} gear in")


class GearBench(Bench):
    """The bars, and what they leave out in words."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.times = GearTimes(session)
        self.words = label("", "small", wrap=True)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 4, 0, 0)
        layout.addWidget(label("Which moves each gear can do", "title"))
        layout.addWidget(self.times, 1)
        layout.addWidget(self.words)

    def refresh(self) -> None:
        """Show the gears as they are now."""
        drives, style = self.times.drives, self.session.style
        self.times.update()
        if drives is None:
            return
        asked = " to ".join(write(one, "time", style) for one in drives.asked)
        missing = [" to ".join(_about(one, style) for one in hole) for hole in drives.holes]
        said = f"no gear does {', '.join(missing)}" if missing else "all of it is covered"
        more = (
            ""
            if self.session.rig is None or self.session.rig.drive.gears
            else (" A box of three pairs of cogs does more: see Three speeds, What it does.")
        )
        self.words.setText(f"Asked for are moves of {asked}: {said}.{more}")
