"""Make the pictures of docs/screenshots from the demo, one of each main view."""

import os
import sys
import tempfile
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
os.environ["HAZEL_LANTERN_HOME"] = tempfile.mkdtemp(prefix="hazel-lantern-")

from PyQt6.QtCore import QThreadPool
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QWidget

from hazel_lantern.app.catalogue.window import CatalogueWindow
from hazel_lantern.app.desk import Desk
from hazel_lantern.app.shot.cards import Cards
from hazel_lantern.app.start import make_app, make_window, opened
from hazel_lantern.app.window import Window
from hazel_lantern.core.project.store import Store

OUT = Path(__file__).parent.parent / "docs" / "screenshots"


def settle(window: Window) -> None:
    """Let rankings, plans, mends and cards come in."""
    QTest.qWait(500)
    while any(cards.busy for cards in window.findChildren(Cards)):
        QTest.qWait(100)
    pool = QThreadPool.globalInstance()
    assert pool is not None
    pool.waitForDone(20_000)
    QTest.qWait(200)


def keep(window: Window, name: str, view: QWidget | None = None) -> None:
    """Keep a picture of the window, or of a view over it."""
    settle(window)
    (view or window).grab().save(str(OUT / f"{name}.png"))
    print(name)


def turn_to(desk: Desk, title: str) -> None:
    """Bring a page of the Drive station to the front."""
    pages = desk.benches["Drive"].pages
    pages.turn_to([tab.text() for tab in pages.tabs].index(title))


def main() -> int:
    app = make_app()
    window = make_window(app, Store(), opened(Store(), demo=True))
    window.resize(1280, 800)
    window.show()
    desk, session = window.desk, window.session
    assert desk is not None
    desk.stage.show_view("close")
    session.go_to_mark(36)
    desk.lamps.toggle("slider.tip")
    keep(window, "frame")
    desk.lamps.toggle("slider.tip")
    desk.stage.show_view("side")
    session.go_to_mark(24)
    for station in ("Shot", "Load", "Drive", "Build", "Try-out"):
        session.go_to_station(station)
        keep(window, station.lower())
    session.go_to_station("Frame")
    desk.stage.show_view("lens")
    desk.stage.through.look("side by side")
    session.go_to_mark(4)
    keep(window, "through-the-lens")
    desk.stage.through.look("as built")
    desk.stage.show_view("side")
    session.document.look_at(1)
    session.go_to_mark(30)
    keep(window, "jib-frame")
    session.go_to_station("Load")
    desk.stage.show_view("side")
    desk.benches["Load"].pages.turn_to(1)
    desk.lamps.toggle("jib.balance")
    keep(window, "jib-balance")
    desk.lamps.toggle("jib.balance")
    session.document.look_at(5)
    session.go_to_station("Drive")
    desk.stage.show_view("drive")
    desk.lamps.toggle("drive.stall")
    turn_to(desk, "Gears")
    keep(window, "jib-drive")
    desk.lamps.toggle("drive.stall")
    turn_to(desk, "On the line")
    line = desk.benches["Drive"].line
    line.play(True)
    while line.line.running:
        QTest.qWait(50)
    session.document.undo()
    QTest.qWait(4500)
    keep(window, "on-the-line")
    session.document.look_at(4)
    desk.stage.show_view("side")
    turn_to(desk, "Time-lapse")
    keep(window, "time-lapse")
    session.document.look_at(6)
    session.go_to_station("Frame")
    desk.stage.show_view("above")
    desk.lamps.toggle("orbit.frame")
    keep(window, "orbit-above")
    desk.lamps.toggle("orbit.frame")
    session.document.look_at(2)
    session.go_to_station("Frame")
    desk.benches["Frame"].pages.turn_to(0)
    session.go_to_mark(14)
    desk.lens.shake.setChecked(True)
    keep(window, "dolly-frame")
    desk.lens.shake.setChecked(False)
    session.document.look_at(8)
    session.go_to_station("Frame")
    desk.stage.show_view("above")
    session.go_to_mark(20)
    keep(window, "overhead-above")
    session.document.look_at(7)
    desk.stage.show_view("side")
    session.go_to_mark(12)
    desk.lamps.toggle("cable.swing")
    keep(window, "cable-side")
    desk.lamps.toggle("cable.swing")
    session.document.look_at(0)
    session.go_to_station("Frame")
    window.set_units("ft·in")
    window.use_theme("night")
    keep(window, "night")
    window.use_theme("day")
    window.set_units("mm")
    catalogue = CatalogueWindow(session, window.store, window)
    catalogue.show()
    catalogue.words.setText("alu 25")
    keep(window, "catalogue", catalogue)
    catalogue.close()
    window.start_rig()
    keep(window, "new-rig")
    window.keeper.may_leave = lambda: True  # type: ignore[method-assign]
    window.close()
    return 0


if __name__ == "__main__":
    sys.exit(main())
