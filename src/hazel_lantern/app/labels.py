"""Names beside a drawing, each with a line to what it names, clear of one another."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QFontMetrics, QPainter, QPen

from hazel_lantern.app import theme
from hazel_lantern.app.painting import Mapping
from hazel_lantern.core.sketch import Sketch

LINE, PAD, SIZE = 18.0, 6.0, 12
#: A column of names takes at most this share of the width; a drawing narrower than the other goes
#: without, px.
SHARE, LEAST = 0.24, 460


@dataclass(frozen=True)
class Placed:
    """A name, the box for it, and what it names, px."""

    text: str
    box: QRectF
    at: QPointF
    on_left: bool


def room_for(sketch: Sketch, width: float) -> float:
    """How wide a column of names is on either side, px; 0 where there is no room for any."""
    if not sketch.labels or width < LEAST:
        return 0.0
    metrics = QFontMetrics(theme.font(SIZE))
    longest = max(metrics.horizontalAdvance(one.text) for one in sketch.labels)
    return min(longest + 2 * PAD, SHARE * width)


def placed(sketch: Sketch, mapping: Mapping, area: QRectF) -> list[Placed]:
    """Each name in the column nearer to it, in the order of what they name, from top to bottom."""
    room = room_for(sketch, area.width())
    if not room:
        return []
    middle = (sketch.bounds[0] + sketch.bounds[2]) / 2
    found = []
    for on_left in (True, False):
        rows = [
            (mapping.to_px(one.at), one.text)
            for one in sketch.labels
            if (one.at[0] < middle) is on_left
        ]
        rows.sort(key=lambda row: (row[0].y(), row[0].x()))
        tops = _apart([at.y() - LINE / 2 for at, _ in rows], area.top(), area.bottom() - LINE)
        x = area.left() if on_left else area.right() - room
        for (at, text), top in zip(rows, tops, strict=True):
            found.append(Placed(text, QRectF(x, top, room, LINE), at, on_left))
    return found


def _apart(wanted: Sequence[float], low: float, high: float) -> list[float]:
    """Places near those wanted, in their order, a line apart and within bounds where they fit."""
    tops: list[float] = []
    for at in wanted:
        tops.append(max(at, tops[-1] + LINE if tops else low))
    for at in range(len(tops) - 1, -1, -1):
        tops[at] = min(tops[at], high if at == len(tops) - 1 else tops[at + 1] - LINE)
    return tops


def paint(painter: QPainter, names: Sequence[Placed]) -> None:
    """Names and their lines."""
    painter.setFont(theme.font(SIZE))
    metrics = painter.fontMetrics()
    for one in names:
        words = metrics.elidedText(one.text, Qt.TextElideMode.ElideRight, int(one.box.width()))
        side = Qt.AlignmentFlag.AlignLeft if one.on_left else Qt.AlignmentFlag.AlignRight
        painter.setPen(theme.colour("ink"))
        painter.drawText(one.box, side | Qt.AlignmentFlag.AlignVCenter, words)
        wide = metrics.horizontalAdvance(words) + PAD
        x = one.box.left() + wide if one.on_left else one.box.right() - wide
        painter.setPen(QPen(theme.colour("soft", 0.8), 1, Qt.PenStyle.DotLine))
        painter.drawLine(QPointF(x, one.box.center().y()), one.at)
