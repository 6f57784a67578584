"""What is done with is let go of: counted, not weighed, as what a system keeps is its own."""

import gc
import threading
import weakref

import pytest
from PyQt6.QtCore import QCoreApplication, QEvent
from PyQt6.QtWidgets import QApplication

from hazel_lantern.app import clip
from hazel_lantern.app.bench import ranked
from hazel_lantern.app.session import Session
from hazel_lantern.app.shot import cards
from hazel_lantern.app.shot.through import Through
from hazel_lantern.app.workers import Worker, stop_all
from hazel_lantern.core import mends
from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.build import dossier
from hazel_lantern.core.fields import Edit
from tools.trials.monkey import Monkey, harmless


def alive(kind):
    gc.collect()
    return [one for one in gc.get_objects() if type(one) is kind]


def test_an_edit_that_is_refused_keeps_nothing_alive(window):
    """An error that held the frames it came through held the assessments in them for good."""
    session = window.session
    jib = next(
        at for at, rig in enumerate(session.document.project.rigs) if rig.design.family == "jib"
    )
    session.document.look_at(jib)
    before = weakref.ref(session.assessment)
    assert "no length" in session.edit(Edit("design.counterweight.nearest", 0.9))
    assert "does not make" in session.edit(
        Edit("shot.move", session.document.project.rigs[0].shot.move)
    )
    assert session.edit(Edit("design.swing.up", 0.5)) == ""
    QApplication.processEvents()
    stop_all()
    gc.collect()
    assert before() is None


def test_what_is_worked_out_is_not_kept_by_who_did_it(qtbot):
    class Case:
        pass

    case = Case()
    seen, worker = weakref.ref(case), Worker()
    with qtbot.waitSignal(worker.done, timeout=5000):
        worker.ask(lambda stop, told, case=case: case is not None, wait=0)
    del case
    stop_all()
    gc.collect()
    assert seen() is None


#: What takes long, and from where it is asked for.
LONG = (
    (mends, "find"),
    (ranked, "ranked"),
    (cards, "candidates"),
    (dossier, "gather"),
    (clip, "write_clip"),
)


@pytest.fixture
def asked(monkeypatch):
    """What took long has been done since, and whether it was done on the window's thread."""
    asked = []

    def noting(name, does):
        def noted(*given):
            asked.append((name, threading.current_thread() is threading.main_thread()))
            return does(*given)

        return noted

    for where, name in LONG:
        monkeypatch.setattr(where, name, noting(name, getattr(where, name)))
    return asked


def test_what_takes_long_is_done_off_the_window_s_thread(window, tmp_path, asked, qtbot):
    session, desk = window.session, window.desk
    session.go_to_station("Frame")
    failing = next(lamp for lamp in session.assessment.lamps if lamp.state.badness)
    desk.show_lamp(failing.id)
    waited = {"find", "ranked"}
    qtbot.waitUntil(lambda: waited <= {name for name, _ in asked}, timeout=30000)
    session.go_to_station("Shot")
    qtbot.waitUntil(lambda: "candidates" in {name for name, _ in asked}, timeout=30000)
    session.go_to_station("Build")
    desk.benches["Build"].write_into(tmp_path, "tables")
    qtbot.waitUntil(lambda: "gather" in {name for name, _ in asked}, timeout=30000)
    through = desk.stage.findChild(Through)
    through._asked_for = lambda *_: tmp_path / "film.mp4"
    through.save_clip()
    qtbot.waitUntil(lambda: "write_clip" in {name for name, _ in asked}, timeout=30000)
    through.cancel()
    assert [name for name, on_the_window_s in asked if on_the_window_s] == []


def test_six_hundred_random_events_leave_only_what_is_looked_at(window, tmp_path, asked):
    with harmless(tmp_path):
        monkey = Monkey(window, 5)
        assert monkey.run(600) == []
    stop_all()
    assert [name for name, on_the_window_s in asked if on_the_window_s] == []
    QApplication.processEvents()
    QCoreApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete)
    rigs = len(window.session.document.project.rigs)
    # The session looked at, that of a rig being started, and what the test before may have left.
    assert len(alive(Session)) <= 4
    # Each rig as it is, each as it was worked out whole last, and a few on their way.
    assert len(alive(Assessment)) <= 2 * max(rigs, 9) + 8
    assert len(QApplication.allWidgets()) < 2500
    print(f"the window's thread was busy for {monkey.longest:.2f} s at most: {monkey.longest_at}")
