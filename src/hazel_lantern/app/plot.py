"""A plot of traces over the move, or over one another, with what it is read against."""

from __future__ import annotations

import numpy as np
from PyQt6.QtGui import QResizeEvent
from PyQt6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from hazel_lantern.app.axes import Array, round_range
from hazel_lantern.app.plot_canvas import DASHES, RIGHT_DASHES, Canvas, Curve, Picture
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import label
from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.lamps import Lamp
from hazel_lantern.core.rigs.asks import PlotSpec
from hazel_lantern.core.units import axis_unit, clock_unit

INKS = ("hazel", "ember", "leaf")
SIGNS = ("–", "··", "-·")
#: Beside and above the curves is kept so much of a range free.
PADDING = 0.01, 0.04


class TracePlot(QWidget):
    """Curves over the move or over one another, the limit shaded, a cursor at the mark."""

    def __init__(self, session: Session, spec: PlotSpec) -> None:
        super().__init__()
        self.session, self.spec = session, spec
        self.canvas = Canvas()
        self.canvas.pointed.connect(self._go)
        self.canvas.setAccessibleName(f"Plot: {spec.title}")
        self._across = label("", "small")
        self._legend = label("", "small", wrap=True)
        head = QHBoxLayout()
        head.addWidget(label(spec.title, "title"))
        head.addStretch(1)
        head.addWidget(self._across)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(2)
        layout.addLayout(head)
        layout.addWidget(self.canvas, 1)
        layout.addWidget(self._legend)
        self.refresh()

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """A narrow plot leaves what runs across to the legend."""
        super().resizeEvent(event)
        self._across.setVisible(self.width() > 340)

    @property
    def _ids(self) -> tuple[str, ...]:
        return (*self.spec.left, *self.spec.right)

    def _known(self, found: Assessment) -> bool:
        """Whether all of the traces are there; another rig's plot may be refreshed last."""
        across = (self.spec.across,) if self.spec.across else ()
        return all(id in found.traces for id in (*self._ids, *across))

    def _place(self, found: Assessment) -> tuple[Array, str, str]:
        """Where each mark lies across the plot, of which kind, and what that is called."""
        if self.spec.across:
            trace = found.traces[self.spec.across]
            at = trace.values if trace.at_marks is None else trace.at_marks
            return at, trace.kind, trace.label
        return found.marks, found.axis.kind, found.axis.name

    def _across_unit(self, found: Assessment) -> tuple[float, str]:
        """What to divide by across the plot, and its name; a long time is read in minutes."""
        at, kind, _ = self._place(found)
        if kind == "time":
            name, seconds = clock_unit(float(at.max()))
            return seconds, name
        return axis_unit(kind, self.session.style)

    def refresh(self) -> None:
        """Draw the traces as they are now."""
        found = self.session.assessment
        if found is None or not self._known(found):
            return
        self.canvas.show_picture(self._picture(found))
        self._write_legend(found)
        self.follow_mark()

    def _picture(self, found: Assessment) -> Picture:
        spec, style = self.spec, self.session.style
        marks, kind, _ = self._place(found)
        factor, _ = self._across_unit(found)
        curves = []
        for number, id in enumerate(self._ids):
            trace, on_right = found.traces[id], id in spec.right
            if spec.across:
                along = found.traces[spec.across].values if trace.on is None else trace.on
            else:
                along = marks if trace.along is None else trace.along
            dashes = RIGHT_DASHES if on_right else DASHES[number % len(DASHES)]
            ink = "water" if on_right else INKS[number % len(INKS)]
            scale, _ = axis_unit(trace.kind, style)
            curves.append(Curve(along / factor, trace.values / scale, ink, dashes, on_right))
        low = min(float(curve.x.min()) for curve in curves)
        high = max(float(curve.x.max()) for curve in curves)
        # One measure against another of its kind is a drawing, so it keeps its shape.
        drawing = bool(spec.across) and found.traces[spec.left[0]].kind == kind
        if drawing:
            low = min(low, 0.0)
        limit = self._limit(found)
        on = {
            side: [curve.y for curve in curves if curve.on_right is side] for side in (False, True)
        }
        zoned = bool(spec.right)
        zone = None
        if limit is not None:
            start = float(on[zoned][0].min()) + limit
            zone = (-limit, limit) if spec.band else (start, start + 1e4)
        good = spec.band
        if spec.shaded is not None:
            scale, _ = axis_unit(found.traces[spec.left[0]].kind, style)
            zone, good = (spec.shaded[0] / scale, spec.shaded[1] / scale), not spec.warns
            on[False] = [*on[False], np.array(zone)]
        return Picture(
            tuple(curves),
            _padded(low, high if high > low else low + 1.0, PADDING[0]),
            self._span(on[False], None if zoned else limit),
            self._span(on[True], limit) if zoned else None,
            zone,
            "leaf" if good else "ember",
            drawing,
        )

    def _limit(self, found: Assessment) -> float | None:
        """The limit of the plot's lamp, in the unit of its axis."""
        if not self.spec.limit_lamp:
            return None
        lamp: Lamp = found.lamp(self.spec.limit_lamp)
        return lamp.limit / axis_unit(lamp.spec.kind, self.session.style)[0]

    def _span(self, values: list[Array], limit: float | None) -> tuple[float, float]:
        """A range that shows the curves and, where it is near, the limit."""
        low, high = min(float(v.min()) for v in values), max(float(v.max()) for v in values)
        if limit is not None:
            if self.spec.band:
                low, high = min(low, -1.3 * limit), max(high, 1.3 * limit)
            elif high - low > 0.25 * limit:
                high = max(high, limit * 1.15)
        return _padded(*round_range(low, high), PADDING[1])

    def _write_legend(self, found: Assessment) -> None:
        style = self.session.style
        _, _, name = self._place(found)
        _, unit = self._across_unit(found)
        words = []
        for number, id in enumerate(self._ids):
            trace = found.traces[id]
            sign = "--" if id in self.spec.right else SIGNS[number % len(SIGNS)]
            words.append((trace.label, axis_unit(trace.kind, style)[1], sign))
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

    def follow_mark(self) -> None:
        """Put the cursor at the mark."""
        found = self.session.assessment
        if found is not None and self._known(found):
            marks, _, _ = self._place(found)
            factor, _ = self._across_unit(found)
            self.canvas.put_cursor(float(marks[self.session.mark]) / factor)

    def _go(self, x: float) -> None:
        found = self.session.assessment
        if found is None or not self._known(found):
            return
        marks, _, _ = self._place(found)
        factor, _ = self._across_unit(found)
        self.session.go_to_mark(int(np.abs(marks - x * factor).argmin()))


def _padded(low: float, high: float, share: float) -> tuple[float, float]:
    more = (high - low) * share
    return low - more, high + more
