"""Through the lens, large: as built, as asked, or both, played at true speed; stills and clips."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from PyQt6.QtCore import QRectF, Qt, QTimer
from PyQt6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPaintEvent
from PyQt6.QtWidgets import (
    QFileDialog,
    QHBoxLayout,
    QProgressBar,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from hazel_lantern.app import clip, theme
from hazel_lantern.app.boxes import yes
from hazel_lantern.app.lens import enlargement
from hazel_lantern.app.scene import LensPainter
from hazel_lantern.app.session import Session
from hazel_lantern.app.widgets import button, label, tip
from hazel_lantern.app.workers import Worker
from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.files import write_whole
from hazel_lantern.core.project.model import Rig

BUILT, ASKED, BESIDE, TURNS = "as built", "as asked", "side by side", "in turn"
LOOKS = (BUILT, ASKED, BESIDE, TURNS)
#: One and the other stand so long where they take turns, ms.
EACH = 700


class Screen(QWidget):
    """The frame, or two of them, at the mark or where the playing move is."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.looks = BUILT
        self.larger = False
        self.setMinimumHeight(120)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("Through the lens")
        self._other = False
        self._turns = QTimer(self)
        self._turns.setInterval(EACH)
        self._turns.timeout.connect(self._take_turns)
        session.changed.connect(self.update)
        session.mark_moved.connect(self.update)
        session.ticked.connect(self.update)

    def show_as(self, looks: str) -> None:
        """Show it as built, as asked, both beside each other, or in turn."""
        self.looks, self._other = looks, False
        if looks == TURNS:
            self._turns.start()
        else:
            self._turns.stop()
        self.update()

    def _take_turns(self) -> None:
        self._other = not self._other
        self.update()

    @property
    def shown(self) -> tuple[str, ...]:
        """Which of them stand there now."""
        if self.looks == TURNS:
            return (ASKED if self._other else BUILT,)
        return (BUILT, ASKED) if self.looks == BESIDE else (self.looks,)

    def enlarged(self) -> float:
        """How many times larger than it is the shake is drawn."""
        return max(enlargement(self.session, self.width()), 1.0) if self.larger else 1.0

    def _painter(self, rig: Rig, found: Assessment, perfect: bool) -> LensPainter:
        session = self.session
        time = session.time if session.playing else None
        return LensPainter(
            rig,
            found,
            session.style,
            session.turn if session.turned_by_hand else None,
            time,
            0.0 if perfect else self.enlarged(),
            fine=True,
            perfect=perfect,
            crosses=not session.playing,
        )

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """One frame or two, with their words."""
        rig, found = self.session.rig, self.session.assessment
        if rig is None or found is None:
            return
        painter = QPainter(self)
        area = QRectF(self.rect()).adjusted(0, 0, 0, -20)
        wide = area.width() / len(self.shown)
        for at, which in enumerate(self.shown):
            lens = self._painter(rig, found, which == ASKED)
            part = QRectF(area.left() + at * wide, area.top(), wide, area.height())
            box = lens.fitted(part.adjusted(3, 0, -3, 0))
            lens.paint(painter, box, self.session.mark)
            painter.setFont(theme.font(12))
            painter.setPen(theme.colour("soft"))
            below = QRectF(part.left(), box.bottom() + 2, wide, 18)
            painter.drawText(below, Qt.AlignmentFlag.AlignCenter, self._words(which, lens))

    def _words(self, which: str, lens: LensPainter) -> str:
        found = self.session.assessment
        assert found is not None
        if which == ASKED:
            return f"as asked: {found.wanted_words}"
        aside, up = lens.wander(self.session.mark)
        words = f"as built: {abs(aside):.1f} px aside, {abs(up):.1f} px up or down of what is asked"
        return f"{words}; {found.shake.name} {self.enlarged():g}×" if found.shake else words

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        """Play, or stop."""
        self.setFocus()
        self.session.play(not self.session.playing)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Arrows go along the move; space plays it."""
        steps = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}
        if event is not None and event.key() in steps:
            self.session.go_to_mark(self.session.mark + steps[Qt.Key(event.key())])
        elif event is not None and event.key() == Qt.Key.Key_Space:
            self.session.play(not self.session.playing)
        else:
            super().keyPressEvent(event)


class Through(QWidget):
    """The screen under its switches."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(4)
        row = QHBoxLayout()
        row.setSpacing(6)
        self.screen_ = Screen(session)
        self.buttons: dict[str, QPushButton] = {}
        for which in LOOKS:
            one = button(which, "tab", partial(self.look, which))
            one.setCheckable(True)
            self.buttons[which] = one
            row.addWidget(one)
        self.larger = button("larger", "tab")
        self.larger.setCheckable(True)
        tip(self.larger, "Draw what shakes the picture larger, so that it is seen here")
        self.larger.toggled.connect(self._enlarge)
        row.addWidget(self.larger)
        row.addStretch(1)
        self.words = label("", "small")
        self.bar = QProgressBar()
        self.bar.setTextVisible(False)
        self.bar.setRange(0, 100)
        self.bar.setFixedWidth(110)
        self.stop = button("stop", "link", self.cancel)
        self.play = button("Play", "link", lambda: session.play(not session.playing))
        tip(self.play, "At true speed (Ctrl+Space)")
        self.still = button("Save a still…", "link", self.save_still)
        self.clip = button("Save as clip…", "link", self.save_clip)
        for more in (self.words, self.bar, self.stop, self.play, self.still, self.clip):
            row.addWidget(more)
        layout.addLayout(row)
        layout.addWidget(self.screen_, 1)
        self.worker = Worker(self)
        self.worker.progress.connect(self._progress)
        self.worker.done.connect(self._done)
        self.worker.failed.connect(self._failed)
        session.playing_changed.connect(self._show_playing)
        session.changed.connect(self._offer)
        self.look(BUILT)
        self._show_busy(False)
        self._offer()

    def look(self, which: str) -> None:
        """Show the move as built, as asked, or both."""
        self.screen_.show_as(which)
        for name, one in self.buttons.items():
            one.setChecked(name == which)

    def _enlarge(self, on: bool) -> None:
        self.screen_.larger = on
        self.screen_.update()

    def _offer(self) -> None:
        found = self.session.assessment
        self.larger.setVisible(found is not None and found.shake is not None)

    def _show_playing(self) -> None:
        self.play.setText("Stop" if self.session.playing else "Play")
        self.screen_.update()

    def _show_busy(self, busy: bool, words: str = "") -> None:
        self.bar.setVisible(busy)
        self.stop.setVisible(busy)
        self.words.setVisible(busy)
        self.words.setText(words)
        self.clip.setEnabled(not busy)

    def _asked_for(self, title: str, ending: str) -> Path | None:
        rig = self.session.rig
        if rig is None:
            return None
        # The pack's own library is large, and none of it is needed before.
        from hazel_lantern.core.build.pack import stem_of

        name = f"{stem_of(rig, self.session.document.project)}{ending}"
        chosen, _ = QFileDialog.getSaveFileName(self, title, name, f"*{ending}")
        if not chosen:
            return None
        path = Path(chosen)
        if path.suffix.lower() != ending:
            # The dialog asked about the name as it was typed, not about the one that is written.
            path = path.with_name(path.name + ending)
            words = f"{path.name} is there already. Write over it?"
            if path.exists() and not yes(self.window() or self, title, words):
                return None
        return path

    @property
    def _shown(self) -> clip.Shown:
        rig, found = self.session.rig, self.session.assessment
        assert rig is not None
        assert found is not None
        screen = self.screen_
        return clip.Shown(rig, found, self.session.style, screen.looks == ASKED, screen.enlarged())

    def save_still(self) -> None:
        """The frame at the mark as a picture."""
        path = self._asked_for("Save a still", ".png")
        found = self.session.assessment
        if path is None or found is None:
            return
        image = clip.frame(self._shown, float(found.times[self.session.mark]))
        try:
            write_whole(path, clip.png(image))
        except OSError as error:
            words = f"{path} could not be written: {error.strerror}; another folder may do"
            self.session.message.emit(words, True)
        else:
            self.session.message.emit(f"Written: {path}", False)

    def save_clip(self) -> None:
        """The whole move as a film, off the window's thread."""
        path = self._asked_for("Save as clip", ".mp4")
        if path is None or self.session.assessment is None:
            return
        shown = self._shown
        self._show_busy(True, "writing the clip")
        self.bar.setValue(0)
        self.worker.ask(lambda stop, progress: clip.write_clip(shown, path, stop, progress), wait=0)

    def cancel(self) -> None:
        """Stop writing; what is written so far goes."""
        self.worker.cancel()
        self._show_busy(False)
        self.session.message.emit("The clip was stopped; nothing is left of it.", False)

    def _progress(self, share: object) -> None:
        assert isinstance(share, float)
        self.bar.setValue(round(100 * share))

    def _done(self, path: object) -> None:
        self._show_busy(False)
        self.session.message.emit(f"Written: {path}", False)

    def _failed(self, why: str) -> None:
        self._show_busy(False)
        self.session.message.emit(f"The clip could not be written: {why}", True)
