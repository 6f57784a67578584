"""The move as a film, before it is built: frames painted one by one and written as MP4."""

from __future__ import annotations

import os
from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from fractions import Fraction
from pathlib import Path

import numpy as np
from PyQt6.QtCore import QBuffer, QRectF, Qt
from PyQt6.QtGui import QColor, QImage, QPainter

from hazel_lantern.app import theme
from hazel_lantern.app.scene import LensPainter
from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.files import part_of, sync_folder
from hazel_lantern.core.project.model import Rig
from hazel_lantern.core.stopping import StopSearch
from hazel_lantern.core.units import Style, write

#: A clip is at least and at most so long, s, and no wider than that, px.
SHORTEST, LONGEST, WIDEST = 3.0, 30.0, 1920
#: Height of the caption, of the frame's height.
CAPTION = 0.05


@dataclass(frozen=True)
class Shown:
    """What a clip or a still is of.

    Attributes
    ----------
    rig : Rig
    found : Assessment
    style : Style
    perfect : bool
        As asked, of a rig that neither bends nor shakes.
    enlarged : float
        How many times larger than it is the shake is.
    """

    rig: Rig
    found: Assessment
    style: Style
    perfect: bool = False
    enlarged: float = 1.0

    @property
    def slowed(self) -> float:
        """Seconds on screen of one second of the move."""
        return float(self.found.family.framed.slowed)

    @property
    def seconds(self) -> float:
        """How long the clip is."""
        return min(max(float(self.found.times[-1]) * self.slowed, SHORTEST), LONGEST)

    @property
    def size(self) -> tuple[int, int]:
        """Width and height, px; even, as films want them."""
        lens = self.rig.shot.lens
        scale = min(1.0, WIDEST / lens.frame_width)
        return tuple(2 * round(side * scale / 2) for side in (lens.frame_width, lens.frame_height))  # type: ignore[return-value]

    @property
    def caption(self) -> str:
        """What is seen, in a line."""
        lens, which = self.rig.shot.lens, "as asked" if self.perfect else "as built"
        larger = f", shake {self.enlarged:g}×" if self.enlarged != 1 and not self.perfect else ""
        speed = "" if abs(self.slowed - 1) < 1e-6 else f" · {self.slowed:.3g} s for one of the move"
        return (
            f"{self.rig.name} · {which}{larger} · {lens.focal * 1e3:g} mm · "
            f"{write(float(self.found.times[-1]), 'time', self.style)} of work{speed}"
        )


def frame(shown: Shown, time: float) -> QImage:
    """One frame with its caption.

    Parameters
    ----------
    shown : Shown
    time : float
        Of the move, s.

    Returns
    -------
    QImage
    """
    wide, tall = shown.size
    image = QImage(wide, tall, QImage.Format.Format_RGB32)
    painter = QPainter(image)
    lens = LensPainter(
        shown.rig,
        shown.found,
        shown.style,
        time=time,
        enlarged=0.0 if shown.perfect else shown.enlarged,
        fine=True,
        perfect=shown.perfect,
        crosses=False,
    )
    lens.paint(painter, QRectF(0, 0, wide, tall), 0)
    strip = QRectF(0, tall * (1 - CAPTION), wide, tall * CAPTION)
    painter.fillRect(strip, QColor(20, 14, 9, 170))
    painter.setFont(theme.font(max(strip.height() * 0.52, 9)))
    painter.setPen(QColor("#F6EEDF"))
    inside = strip.adjusted(strip.height() * 0.4, 0, -strip.height() * 0.4, 0)
    words = painter.fontMetrics().elidedText(
        shown.caption, Qt.TextElideMode.ElideRight, int(inside.width() * 0.88)
    )
    painter.drawText(inside, Qt.AlignmentFlag.AlignVCenter, words)
    at = Qt.AlignmentFlag.AlignVCenter | Qt.AlignmentFlag.AlignRight
    painter.drawText(inside, at, write(time, "time", shown.style))
    painter.end()
    return image


def _frames(shown: Shown, rate: float, stop: Callable[[], bool]) -> Iterator[tuple[float, QImage]]:
    """Share done and picture of every frame; the last one stays where the move is over."""
    many, end = round(shown.seconds * rate), float(shown.found.times[-1])
    for at in range(many):
        if stop():
            raise StopSearch
        yield (at + 1) / many, frame(shown, min(at / rate / shown.slowed, end))


def write_clip(
    shown: Shown, path: Path, stop: Callable[[], bool], progress: Callable[[object], None]
) -> Path:
    """Write the move as MP4 at the rate of the shot.

    Parameters
    ----------
    shown : Shown
    path : Path
    stop, progress : callable
        As of a worker; ``progress`` is given the share done.

    Returns
    -------
    Path

    Raises
    ------
    OSError
        If the file cannot be written.
    StopSearch
        When it is to stop; what is written so far is taken away.
    """
    # A large library that only clips need.
    import av

    rate = Fraction(shown.rig.shot.played.shown).limit_denominator(1001)
    # As whole files are written: beside it under a name of its own, flushed, then renamed.
    draft = part_of(path)
    done = False
    try:
        with av.open(str(draft), "w", format="mp4") as film:
            stream = film.add_stream("libx264", rate=rate)
            stream.width, stream.height = shown.size
            stream.pix_fmt = "yuv420p"
            # Quick to write, and lines of a pixel stay sharp.
            stream.options = {"preset": "superfast", "crf": "18", "rc-lookahead": "10"}

            def take(image: QImage) -> None:
                film.mux(stream.encode(av.VideoFrame.from_ndarray(_pixels(image), format="bgra")))

            # The next frame is painted while the last one is encoded.
            with ThreadPoolExecutor(1) as encoder:
                taken = None
                for share, image in _frames(shown, float(rate), stop):
                    if taken is not None:
                        taken.result()
                    taken = encoder.submit(take, image)
                    progress(share)
                if taken is not None:
                    taken.result()
            film.mux(stream.encode(None))
        with open(draft, "rb") as file:
            os.fsync(file.fileno())
        draft.replace(path)
        sync_folder(path.parent)
        done = True
    finally:
        if not done:
            draft.unlink(missing_ok=True)
    return path


def png(image: QImage) -> bytes:
    """A picture as the bytes of a PNG file."""
    found = QBuffer()
    found.open(QBuffer.OpenModeFlag.WriteOnly)
    image.save(found, "PNG")
    return bytes(found.data().data())


def _pixels(image: QImage) -> np.ndarray:
    """The picture's own memory, (height, width, 4)."""
    bits = image.constBits()
    assert bits is not None
    bits.setsize(image.sizeInBytes())
    return np.frombuffer(bits, np.uint8).reshape(image.height(), image.width(), 4)  # type: ignore[call-overload,no-any-return]
