"""On the line: a controller or its stand-in plays the move, asked against got."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QPoint
from PyQt6.QtWidgets import QHBoxLayout, QLineEdit, QVBoxLayout

from hazel_lantern.app.axes import round_range
from hazel_lantern.app.bench.base import Bench
from hazel_lantern.app.choice_popup import ChoicePopup
from hazel_lantern.app.motor_line import MotorLine
from hazel_lantern.app.plot_canvas import RIGHT_DASHES, Canvas, Curve, Picture
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import Flow, button, label
from hazel_lantern.core.line.run import Asked, Run
from hazel_lantern.core.units import axis_unit, clock_unit, write

OTHER = "another port"
#: Of a unit of the protocol: what kind of quantity it is, and how many of it are one in SI.
KINDS = {"mm": ("length", 1e3), "deg": ("angle", 180 / np.pi)}
#: Got is drawn so that asked shows through.
GOT = (2.0, 2.0)


class LineBench(Bench):
    """What is at the other end, play and stop, and what came of it."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.line = MotorLine(session, self)
        self._end = "stand-in:nothing"
        self._named = dict(self.line.stand_ins())
        self.which = button("", on=self._offer)
        self.which.setAccessibleName("What is at the other end of the line")
        self.port = QLineEdit()
        self.port.setPlaceholderText("such as /dev/ttyACM0")
        self.port.setAccessibleName("Port")
        self.port.setMaximumWidth(200)
        self.home = button("Home and play", "lit", lambda: self.play(True))
        self.here = button("Play from here", on=lambda: self.play(False))
        self.stop = button("Stop  Esc", "stop", self.line.stop)
        self.stop.setAccessibleName("Stop the motor")
        self.keep = button("Log it", on=self.line.log)
        head = Flow(gap=8)
        for widget in (self.which, self.port, self.home, self.here, self.stop, self.keep):
            head.addWidget(widget)
        self.canvas = Canvas()
        self.canvas.setAccessibleName("Plot: asked and got on the line")
        self.legend = label("", "small")
        self.words = label("", "", wrap=True)
        side = QVBoxLayout()
        side.setSpacing(6)
        side.addLayout(head)
        side.addWidget(self.words)
        side.addStretch(1)
        plot = QVBoxLayout()
        plot.setSpacing(2)
        plot.addWidget(self.canvas, 1)
        plot.addWidget(self.legend)
        layout = QHBoxLayout(self)
        layout.setContentsMargins(0, 4, 0, 0)
        layout.setSpacing(16)
        layout.addLayout(plot, 5)
        layout.addLayout(side, 4)
        self.line.changed.connect(self.refresh)

    def _offer(self) -> None:
        # Ports come and go: they are looked for only when asked.
        ends = self.line.ends()
        self._named = dict(ends)
        popup = ChoicePopup([*ends, (OTHER, "another port…")], self._end, self.window() or self)
        popup.chosen.connect(self.choose)
        popup.pop(self.which.mapToGlobal(QPoint(0, self.which.height() + 2)))

    def choose(self, end: str) -> None:
        """Speak to this from now on."""
        self._end = end
        self.refresh()
        if end == OTHER:
            self.port.setFocus()

    def play(self, home: bool) -> None:
        """Play the move on what is chosen."""
        end = self.port.text().strip() if self._end == OTHER else self._end
        if end:
            self.line.play(end, home)
        else:
            self.port.setFocus()
            self.session.message.emit("Name a port first, such as /dev/ttyACM0.", True)

    def refresh(self) -> None:
        """Show what is at the other end, and the run as far as it is."""
        line, found = self.line, self.session.assessment
        self.which.setText(f"{self._named.get(self._end, self._end)}…")
        self.port.setVisible(self._end == OTHER)
        driven = found is not None and found.family.drives.used
        for widget in (self.home, self.here):
            widget.setVisible(not line.running)
            widget.setEnabled(driven)
        self.which.setEnabled(not line.running)
        self.stop.setVisible(line.running)
        self.stop.setEnabled(not line.stopping)
        self.keep.setVisible(line.can_log)
        self.words.setText(self._words())
        if line.asked is not None:
            self._draw(line.asked)

    def _words(self) -> str:
        line, style = self.line, self.session.style
        if line.trouble:
            return line.trouble
        if line.stopping:
            return "Stopping…"
        if line.running:
            if not line.reports:
                return "Greeting it, looking for its start and sending the move…"
            when, place = line.reports[-1]
            assert line.asked is not None
            kind, factor = KINDS[line.asked.unit]
            return (
                f"{line.asked.name} at {write(place / factor, kind, style)}, "
                f"{write(when, 'time', style)} of {write(line.asked.duration, 'time', style)}"
            )
        if line.run is not None:
            return self._told(line.run)
        return (
            "The stand-in is a simulated motor and controller with this motor, load and move; a "
            "long move it plays faster. On a port of yours the rig moves when you press play: "
            "stand clear, with its switch in reach."
        )

    def _told(self, run: Run) -> str:
        style, words = self.session.style, run.words[:1].upper() + run.words[1:]
        if not len(run.times):
            return words
        furthest = (
            f" Furthest off: {write(run.furthest, 'px', style)}, "
            f"{write(float(run.times[run.worst]), 'time', style)} after the start."
        )
        blind = (
            ""
            if run.knows == "measured"
            else (
                " It counts and has no sensor at the rig: what it lost on the way is not seen here."
            )
        )
        return words + furthest + blind

    def _draw(self, asked: Asked) -> None:
        style, run = self.session.style, self.line.run
        kind, factor = KINDS[asked.unit]
        place, place_unit = axis_unit(kind, style)
        time_unit, second = clock_unit(asked.duration)
        got = np.array(self.line.reports).reshape(-1, 2)
        if run is not None:
            got = np.column_stack([run.times, run.places])
        curves = [Curve(asked.times / second, asked.places / factor / place, "hazel")]
        right = None
        if len(got):
            curves.append(Curve(got[:, 0] / second, got[:, 1] / factor / place, "ember", GOT))
        if run is not None and len(run.times):
            curves.append(Curve(run.times / second, run.off, "water", RIGHT_DASHES, True))
            most = max(run.furthest, 0.1)
            right = round_range(-most, most)
        ups = np.concatenate([one.y for one in curves if not one.on_right])
        last = max(float(one.x.max()) for one in curves)
        self.canvas.show_picture(
            Picture(
                tuple(curves), (0.0, last), round_range(float(ups.min()), float(ups.max())), right
            )
        )
        off = "     difference, px --" if right else ""
        self.legend.setText(f"asked –     got ··, {place_unit}{off}     across: time, {time_unit}")
