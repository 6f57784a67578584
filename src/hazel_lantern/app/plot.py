"""A plot of traces over the move, in the project's look."""

from __future__ import annotations

import math

import numpy as np
import pyqtgraph as pg
from numpy.typing import NDArray
from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtGui import QMouseEvent, QResizeEvent
from PyQt6.QtWidgets import QGraphicsItem, QHBoxLayout, QVBoxLayout, QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import label
from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.lamps import Lamp
from hazel_lantern.core.rigs.asks import PlotSpec
from hazel_lantern.core.units import axis_unit

Array = NDArray[np.float64]
pg.setConfigOptions(antialias=True)


def round_range(low: float, high: float) -> tuple[float, float]:
    """A range of round figures around another, so that a small change leaves the axis be."""
    span = high - low
    if span < 1e-9:
        return low, low + 1.0
    step = 10.0 ** math.floor(math.log10(span)) / 2
    return math.floor(low / step) * step, math.ceil(high / step) * step


class _Canvas(pg.PlotWidget):  # type: ignore[misc]
    """The plot's own widget; a click or drag goes to that place along the move."""

    pointed = pyqtSignal(float)

    def __init__(self) -> None:
        super().__init__(background=None)
        self.setMenuEnabled(False)
        self.hideButtons()
        self.setMouseEnabled(False, False)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """Go there."""
        self.pointed.emit(self.plotItem.vb.mapSceneToView(event.position()).x())

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        """Follow the pointer while it is held down."""
        if event.buttons() & Qt.MouseButton.LeftButton:
            self.mousePressEvent(event)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        """Nothing to do."""

    def wheelEvent(self, event: object) -> None:
        """The wheel scrolls the bench, it does not zoom."""


class TracePlot(QWidget):
    """Curves over the move or over one another, the limit shaded, a cursor at the mark."""

    def __init__(self, session: Session, spec: PlotSpec) -> None:
        super().__init__()
        self.session, self.spec = session, spec
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(2)
        self.canvas = _Canvas()
        self.canvas.pointed.connect(self._go)
        self._plot = self.canvas.getPlotItem()
        self._right = pg.ViewBox(enableMenu=False)
        self._right.setMouseEnabled(False, False)
        if spec.right:
            self._plot.showAxis("right")
            self._plot.scene().addItem(self._right)
            self._plot.getAxis("right").linkToView(self._right)
            self._right.setXLink(self._plot)
            self._plot.vb.sigResized.connect(self._follow)
        self._curves: dict[str, pg.PlotDataItem] = {}
        for id in (*spec.left, *spec.right):
            curve = pg.PlotDataItem()
            self._curves[id] = curve
            (self._right if id in spec.right else self._plot).addItem(curve)
        self._cursor = pg.InfiniteLine(angle=90)
        self._plot.addItem(self._cursor)
        self._zone = pg.LinearRegionItem(orientation="horizontal", movable=False)
        self._zone.setZValue(-10)
        for line in self._zone.lines:
            line.setPen(pg.mkPen(None))
        if spec.limit_lamp:
            (self._right if spec.right else self._plot).addItem(self._zone)
        head = QHBoxLayout()
        head.addWidget(label(spec.title, "title"))
        head.addStretch(1)
        self._across = label("", "small")
        head.addWidget(self._across)
        self._legend = label("", "small", wrap=True)
        layout.addLayout(head)
        layout.addWidget(self.canvas, 1)
        layout.addWidget(self._legend)
        self.restyle()
        self.refresh()

    def _follow(self) -> None:
        self._right.setGeometry(self._plot.vb.sceneBoundingRect())

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """A narrow plot leaves what runs across to the legend."""
        super().resizeEvent(event)
        self._across.setVisible(self.width() > 340)

    def restyle(self) -> None:
        """Take the theme's colours."""
        t = theme.current()
        self.canvas.setBackground(t.paper)
        soft = theme.colour("soft")
        for side in ("left", "bottom", "right"):
            axis = self._plot.getAxis(side)
            axis.setPen(pg.mkPen(theme.colour("edge")))
            axis.setTextPen(pg.mkPen(soft))
            axis.setStyle(tickFont=theme.font(11), tickLength=-4)
            # Figures are slow to draw; they are kept as a picture until the axis changes.
            axis.setCacheMode(QGraphicsItem.CacheMode.DeviceCoordinateCache)
            # Prefixes such as k and µ would fight with the maker's own units.
            axis.enableAutoSIPrefix(False)
        self._plot.showGrid(x=False, y=True, alpha=0.12)
        inks = (t.hazel, t.ember, t.leaf)
        for number, (id, curve) in enumerate(self._curves.items()):
            dashed = id in self.spec.right
            pen = pg.mkPen(t.water if dashed else inks[number % 3], width=2.2)
            if dashed or number:
                pen.setDashPattern([5, 3] if dashed else ((6, 2, 1, 2), (1, 2))[number % 2])
            curve.setPen(pen)
        self._cursor.setPen(pg.mkPen(theme.colour("ink"), width=1.2))
        self._zone.setBrush(theme.colour("leaf" if self.spec.band else "ember", 0.14))

    def _place(self, found: Assessment) -> tuple[Array, str, str]:
        """Where each mark lies across the plot, of which kind, and what that is called."""
        if self.spec.across:
            trace = found.traces[self.spec.across]
            at = trace.values if trace.at_marks is None else trace.at_marks
            return at, trace.kind, trace.label
        return found.marks, found.axis.kind, found.axis.name

    def refresh(self) -> None:
        """Draw the traces as they are now."""
        found = self.session.assessment
        if found is None or not self._known(found):
            return
        style = self.session.style
        marks, kind, name = self._place(found)
        factor, unit = axis_unit(kind, style)
        # One measure against another of its kind is a drawing, so it keeps its shape.
        drawing = bool(self.spec.across) and found.traces[self.spec.left[0]].kind == kind
        self._plot.vb.setAspectLocked(drawing)
        if self.spec.across:
            marks = found.traces[self.spec.across].values
        words, ends = [], []
        for number, (id, curve) in enumerate(self._curves.items()):
            trace = found.traces[id]
            scale, measure = axis_unit(trace.kind, style)
            x = (marks if trace.along is None or self.spec.across else trace.along) / factor
            ends += [float(x.min()), float(x.max())]
            curve.setData(x, trace.values / scale)
            sign = "--" if id in self.spec.right else ("–", "··", "-·")[number % 3]
            words.append((trace.label, measure, sign))
        low, high = min(ends), max(ends)
        if drawing:
            low = min(low, 0.0)
        self._plot.setXRange(low, high if high > low else low + 1.0, padding=0.01)
        self._span(self.spec.left, self._plot, found)
        if self.spec.right:
            self._span(self.spec.right, self._right, found)
            self._follow()
        self._limit(found)
        self._across.setText(f"{name} along the move" if not self.spec.across else "")
        # The sign of a curve stands last: a line may break after a dash, not before it.
        same = len({measure for _, measure, _ in words}) == 1
        shown = [
            f"{word} {sign}" if same and at + 1 < len(words) else f"{word}, {measure} {sign}"
            for at, (word, measure, sign) in enumerate(words)
        ]
        entries = [*shown, f"across: {name}, {unit}"]
        # A narrow plot breaks its legend between the entries, not within one.
        self._legend.setText("     ".join(entry.replace(" ", "\u00a0") for entry in entries))
        self.follow_mark()

    def _known(self, found: Assessment) -> bool:
        """Whether all of the traces are there; another rig's plot may be refreshed last."""
        named = (*self._curves, *((self.spec.across,) if self.spec.across else ()))
        return all(id in found.traces for id in named)

    def _lamp(self, found: Assessment) -> Lamp | None:
        return found.lamp(self.spec.limit_lamp) if self.spec.limit_lamp else None

    def _span(self, ids: tuple[str, ...], view: object, found: Assessment) -> None:
        """A range that shows the curves and, where it is near, the limit."""
        values = []
        for id in ids:
            scale, _ = axis_unit(found.traces[id].kind, self.session.style)
            values.append(found.traces[id].values / scale)
        low, high = min(float(v.min()) for v in values), max(float(v.max()) for v in values)
        lamp = self._lamp(found)
        on_this = bool(self.spec.right) == (ids == self.spec.right)
        if lamp is not None and on_this:
            scale, _ = axis_unit(lamp.spec.kind, self.session.style)
            limit = lamp.limit / scale
            if self.spec.band:
                low, high = min(low, -1.3 * limit), max(high, 1.3 * limit)
            elif high - low > 0.25 * limit:
                high = max(high, limit * 1.15)
        low, high = round_range(low, high)
        view.setYRange(low, high, padding=0.04)  # type: ignore[attr-defined]

    def _limit(self, found: Assessment) -> None:
        lamp = self._lamp(found)
        if lamp is None:
            return
        scale, _ = axis_unit(lamp.spec.kind, self.session.style)
        limit = lamp.limit / scale
        if self.spec.band:
            self._zone.setRegion((-limit, limit))
            return
        values = found.traces[(self.spec.right or self.spec.left)[0]].values / scale
        start = float(values.min()) + limit
        self._zone.setRegion((start, start + 1e4))

    def follow_mark(self) -> None:
        """Put the cursor at the mark."""
        found = self.session.assessment
        if found is not None and self._known(found):
            marks, kind, _ = self._place(found)
            factor, _ = axis_unit(kind, self.session.style)
            self._cursor.setPos(float(marks[self.session.mark]) / factor)

    def _go(self, x: float) -> None:
        found = self.session.assessment
        if found is None:
            return
        marks, kind, _ = self._place(found)
        factor, _ = axis_unit(kind, self.session.style)
        self.session.go_to_mark(int(np.abs(marks - x * factor).argmin()))
