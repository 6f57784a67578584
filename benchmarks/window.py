"""The window's thread in a drag, lists, opening, and the start."""

from __future__ import annotations

import itertools
import os
import resource
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable, Iterator
from pathlib import Path

import numpy as np
from PyQt6.QtCore import Qt, QThreadPool, qInstallMessageHandler
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication

from benchmarks.core import DRAGGED, PROJECT, dragged
from benchmarks.measure import Timing
from hazel_lantern.app import clip
from hazel_lantern.app.bench.ranked_list import Card, RankedList
from hazel_lantern.app.catalogue.window import CatalogueWindow
from hazel_lantern.app.choice_popup import ChoicePopup
from hazel_lantern.app.start import make_app, make_window, opened
from hazel_lantern.app.window import Window
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lamps import State
from hazel_lantern.core.project.file import dumps, loads
from hazel_lantern.core.project.store import Store
from hazel_lantern.core.ranking import Ranked
from hazel_lantern.core.stopping import never

FRAME = 16.7e-3
#: Name, goal in seconds, what to do; timed by this thread's own clock.
Work = tuple[str, float | None, Callable[[], object]]


def works() -> Iterator[Work]:
    """With the demo in a window of 1280 by 800; what runs beside the window has ended before."""
    # The platform without a screen says of every pop-up what it cannot do.
    qInstallMessageHandler(lambda kind, where, words: None)
    with tempfile.TemporaryDirectory() as folder:
        app = make_app()
        store = Store(Path(folder))
        window = make_window(app, store, opened(store, demo=True))
        window.resize(1280, 800)
        window.show()
        session = window.session
        for number, rig in enumerate(PROJECT.rigs):
            session.document.look_at(number)
            _rest()
            values = dragged(rig.name)

            def step(values=values, session=session) -> None:
                session.edit(next(values), gesture="drag")
                QApplication.processEvents()

            yield f"drag {DRAGGED[rig.name][0].split('.')[-1]}: {rig.name}", FRAME, step

            def move(session=session) -> None:
                session.go_to_mark((session.mark + 1) % len(session.assessment.marks))
                QApplication.processEvents()

            _rest()
            yield f"move the camera: {rig.name}", FRAME, move
        session.document.look_at(0)
        session.go_to_station("Shot")
        # Lamps stand before the cards: else rigs are drafted beside what is timed.
        window.desk.sides.turn_to(1)
        for path, low, high in (
            ("shot.subject.distance", 2.0, 2.6),
            ("shot.move.distance", 0.5, 0.8),
            ("shot.things.0.aside", -0.6, -0.2),
        ):
            _rest()
            values = itertools.cycle(np.linspace(low, high, 25).round(4).tolist())

            def draw(values=values, session=session, path=path) -> None:
                session.edit(Edit(path, next(values)), gesture="drag")
                QApplication.processEvents()

            yield f"drag {path.split('.', 1)[1]} on the plan", FRAME, draw
        assert session.rig is not None
        assert session.assessment is not None
        shown = clip.Shown(session.rig, session.assessment, session.style)
        yield "one frame of a clip, 1920 × 1080", None, lambda: clip.frame(shown, 1.0)
        film = Path(folder) / "clip.mp4"
        yield (
            f"clip of {shown.seconds:g} s, 1920 × 1080",
            2 * shown.seconds,
            lambda: clip.write_clip(shown, film, never, lambda share: None),
        )
        yield from _catalogue(window, store)
        window.keeper.may_leave = lambda: True  # type: ignore[method-assign]
        window.close()
    yield "list of 2000 candidates shown", 50e-3, _long_list()
    yield "popup of 2000 choices shown", 50e-3, _long_popup()
    text = dumps(
        PROJECT.model_copy(
            update={
                "rigs": tuple(
                    rig.model_copy(update={"name": f"{rig.name} {at}"})
                    for at, rig in zip(range(40), itertools.cycle(PROJECT.rigs), strict=False)
                )
            }
        )
    )
    yield "40 rigs opened", 1.0, _opening(text)


def _catalogue(window: Window, store: Store) -> Iterator[Work]:
    """The longest table of the catalogue: shown, narrowed by what is typed, put in order."""
    found = CatalogueWindow(window.session, store, window)
    found.show()
    tables = itertools.cycle(("hardware", "sections"))
    words = itertools.cycle(("steel 25", ""))
    orders = itertools.cycle((Qt.SortOrder.DescendingOrder, Qt.SortOrder.AscendingOrder))

    def painted(does: Callable[[], object]) -> Callable[[], None]:
        def work() -> None:
            does()
            QApplication.processEvents()

        return work

    yield "catalogue: another table", 50e-3, painted(lambda: found.turn_to(next(tables)))
    found.turn_to("sections")
    yield "catalogue: narrowed", 50e-3, painted(lambda: found.words.setText(next(words)))
    found.words.clear()
    yield (
        "catalogue: in order",
        50e-3,
        painted(lambda: found.view.sortByColumn(4, next(orders))),
    )
    found.close()


def _rest() -> None:
    QTest.qWait(400)
    pool = QThreadPool.globalInstance()
    assert pool is not None
    pool.waitForDone(20_000)
    QTest.qWait(100)


def _opening(text: str) -> Callable[[], object]:
    """Read from text, shown with every tag's lamp in a window that has shown others before."""
    folder = tempfile.TemporaryDirectory()
    window = make_window(make_app(), Store(Path(folder.name)))
    window.show()
    window.keeper.may_leave = lambda: True  # type: ignore[method-assign]

    def show() -> None:
        window.keeper.replaced.emit((loads(text, window.session.workshop), None, None))
        QApplication.processEvents()
        assert folder

    return show


def _long_list() -> Callable[[], object]:
    rows = [
        Ranked(f"s{n}", f"Section {n}", (), State.HOLDS, {}, 1.0 * n, 2.0, n == 7, "")
        for n in range(2000)
    ]
    shown = RankedList()
    shown.resize(300, 400)
    shown.show()

    def show() -> None:
        shown.show_cards([Card(row, f"{row.cost} · {row.mass}", None) for row in rows])
        QApplication.processEvents()

    return show


def _long_popup() -> Callable[[], object]:
    options = [(f"s{n}", f"Own section number {n}") for n in range(2000)]
    parent = RankedList()
    parent.show()

    def show() -> None:
        popup = ChoicePopup(options, "s7", parent)
        popup.pop(parent.mapToGlobal(parent.rect().center()))
        QApplication.processEvents()
        popup.close()

    return show


def starts(rounds: int = 15) -> tuple[Timing, Timing, float]:
    """Start to the first painted window: a bare one with NumPy, ours with the demo; its MB."""
    here = Path(__file__).parent
    bare, ours, memory = Timing(), Timing(), 0.0
    with tempfile.TemporaryDirectory() as folder:
        # As it is started by its users: a module is compiled the first time only, and what the
        # package set for this process is not handed on to the bare window.
        ours_alone = {
            "PYTHONDONTWRITEBYTECODE",
            "OPENBLAS_NUM_THREADS",
            "PYDANTIC_DISABLE_PLUGINS",
        }
        kept = {k: v for k, v in os.environ.items() if k not in ours_alone}
        environment = {
            **kept,
            "QT_QPA_PLATFORM": "offscreen",
            "HAZEL_LANTERN_HOME": folder,
        }
        for number in range(rounds + 1):
            for script, timing in (("bare_window.py", bare), ("first_paint.py", ours)):
                wall, before = time.perf_counter(), _children()
                done = subprocess.run(
                    [sys.executable, str(here / script)],
                    env=environment,
                    check=True,
                    capture_output=True,
                    text=True,
                )
                if number:
                    timing.add(time.perf_counter() - wall, _children() - before)
            memory = max(memory, float(done.stdout))
    return bare, ours, memory


def _children() -> float:
    used = resource.getrusage(resource.RUSAGE_CHILDREN)
    return used.ru_utime + used.ru_stime
