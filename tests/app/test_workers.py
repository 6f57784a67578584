"""Work off the window's thread: the latest wins, and trouble is told."""

import sys
import threading

from hazel_lantern.app.workers import FAULT, Follower, Worker
from hazel_lantern.core.errors import CannotBe


def test_the_latest_request_wins(qtbot):
    worker, heard = Worker(), []
    worker.done.connect(heard.append)
    gate = threading.Event()
    worker.ask(lambda stop, progress: gate.wait(5) and "first", wait=0)
    qtbot.waitUntil(lambda: worker._task is not None, timeout=2000)
    worker.ask(lambda stop, progress: "second", wait=0)
    gate.set()
    qtbot.waitUntil(lambda: heard == ["second"], timeout=5000)
    assert not worker.busy


def test_requests_in_a_drag_are_asked_once(qtbot):
    worker, runs = Worker(), []
    with qtbot.waitSignal(worker.done, timeout=5000):
        for number in range(10):
            worker.ask(lambda stop, progress, number=number: runs.append(number), wait=30)
    assert runs == [9]


def test_failure_and_progress_are_heard(qtbot):
    worker, shares = Worker(), []
    worker.progress.connect(shares.append)

    def work(stop, progress):
        progress(0.5)
        raise CannotBe("no such luck")

    with qtbot.waitSignal(worker.failed, timeout=5000) as heard:
        worker.ask(work, wait=0)
    assert heard.args == ["no such luck"]
    assert shares == [0.5]


def test_a_fault_of_the_program_is_handed_over_and_not_taken_for_a_mistake(qtbot, monkeypatch):
    handed = []
    monkeypatch.setattr(sys, "excepthook", lambda *found: handed.append(found[1]))
    worker, follower = Worker(), Follower()

    def work(*_):
        raise ValueError("shapes (3,) (4,)")

    with qtbot.waitSignal(worker.failed, timeout=5000) as heard:
        worker.ask(work, wait=0)
    assert heard.args == [FAULT]
    follower.ask(work)
    qtbot.waitUntil(lambda: len(handed) == 2 and not follower.busy, timeout=5000)
    assert {str(error) for error in handed} == {"shapes (3,) (4,)"}


def test_what_is_cancelled_is_not_heard_of(qtbot):
    worker, heard = Worker(), []
    worker.done.connect(heard.append)
    begun, seen = threading.Event(), []

    def work(stop, progress):
        begun.set()
        while not stop():
            pass
        seen.append("stopped")

    worker.ask(work, wait=0)
    qtbot.waitUntil(begun.is_set, timeout=5000)
    worker.cancel()
    qtbot.waitUntil(lambda: seen == ["stopped"], timeout=5000)
    qtbot.wait(20)
    assert heard == []


def test_a_follower_ends_what_it_began_and_then_does_the_latest(qapp, qtbot):
    import threading

    follower, told, gate = Follower(), [], threading.Event()
    follower.done.connect(told.append)

    def first():
        gate.wait(5)
        return 1

    def fails():
        raise CannotBe("no")

    follower.ask(first)
    for number in (2, 3, 4):
        follower.ask(lambda number=number: number)
    assert follower.busy
    gate.set()
    qtbot.waitUntil(lambda: told == [1, 4], timeout=5000)
    # One that fails is passed over, and the next is done.
    follower.ask(fails)
    follower.ask(lambda: 5)
    qtbot.waitUntil(lambda: told == [1, 4, 5], timeout=5000)
    assert not follower.busy


def test_work_stops_with_the_window_that_asked_for_it(window, qtbot):
    begun, ended = threading.Event(), threading.Event()
    ranked = window.desk.benches["Frame"].ranked

    def work(stop, progress):
        begun.set()
        while not stop():
            pass
        ended.set()

    ranked.worker.ask(work, wait=0)
    qtbot.waitUntil(begun.is_set, timeout=5000)
    window.keeper.replaced.emit((window.session.document.project, None, None))
    assert ended.wait(5)
    assert not ranked.worker.busy
    late = threading.Event()
    window.session._follower.ask(lambda: late.wait(0.2))
    window.keeper.may_leave = lambda: True
    window.close()
    assert not window.session._follower.busy
