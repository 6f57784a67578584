"""The Drive station's line: played, stopped, gone wrong, logged, in the real window."""

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest

from hazel_lantern.core.fields import Edit

MOTOR = (
    Edit("drive.source", "motor"),
    Edit("drive.motor", "step-42"),
    Edit("drive.last", "belt loop"),
    Edit("drive.wheel", 0.0127),
)


@pytest.fixture
def page(window):
    session = window.session
    assert session.edit(*MOTOR) == ""
    session.go_to_station("Drive")
    bench = window.desk.benches["Drive"]
    titles = [tab.text() for tab in bench.pages.tabs]
    bench.pages.tabs[titles.index("On the line")].click()
    assert bench.line.isVisible()
    return bench.line


def over(page):
    return lambda: not page.line.running


def test_a_move_plays_on_the_stand_in_and_is_logged(page, window, hand, qtbot):
    before = len(window.session.rig.log)
    hand.click(page.home)
    assert page.line.running
    assert page.stop.isVisible()
    qtbot.waitUntil(over(page), timeout=30000)
    run = page.line.run
    assert run is not None
    assert run.whole, run.words
    assert abs(run.places[-1]) == pytest.approx(800.0, abs=1.0)
    assert "Furthest off" in page.words.text()
    entry = window.session.rig.log[-1]
    assert len(window.session.rig.log) == before + 1
    assert entry.measure == "drive.run"
    assert entry.value == pytest.approx(run.furthest)
    assert entry.note == "stand-in; places measured"
    window.session.document.undo()
    assert len(window.session.rig.log) == before


def test_escape_stops_it_from_anywhere_and_leaves_the_project_alone(page, window, hand, qtbot):
    project = window.session.document.project
    hand.click(page.home)
    qtbot.waitUntil(lambda: len(page.line.reports) > 5, timeout=20000)
    window.session.go_to_station("Shot")
    QTest.keyClick(window.desk.stage, Qt.Key.Key_Escape)
    qtbot.waitUntil(over(page), timeout=10000)
    run = page.line.run
    assert run is not None
    assert run.ended == "stopped"
    assert "it stopped at" in run.words
    assert 0 < len(run.times) < 120
    assert window.session.document.project is project
    assert not page.line.can_log


@pytest.mark.parametrize(
    ("end", "words"),
    [("jam", "stalled"), ("nonsense", "no line of the protocol"), ("pulled line", "Cut its power")],
)
def test_what_goes_wrong_is_told_and_nothing_is_logged(page, window, hand, qtbot, end, words):
    project = window.session.document.project
    page.choose(f"stand-in:{end}")
    hand.click(page.home)
    qtbot.waitUntil(over(page), timeout=30000)
    assert words in page.words.text()
    assert window.session.document.project is project
    assert page.home.isVisible()


def test_a_port_that_is_not_there_is_named(page, hand, qtbot):
    page.choose("another port")
    hand.click(page.home)
    assert not page.line.running
    qtbot.keyClicks(page.port, "/dev/none-of-this")
    hand.click(page.home)
    qtbot.waitUntil(over(page), timeout=10000)
    assert "/dev/none-of-this cannot be opened" in page.words.text()


def test_a_run_is_logged_only_with_the_rig_that_it_was_played_on(page, window, hand, qtbot):
    hand.click(page.home)
    window.session.document.look_at(1)
    qtbot.waitUntil(over(page), timeout=30000)
    assert all(
        "stand-in" not in entry.note
        for rig in window.session.document.project.rigs
        for entry in rig.log
    )
    window.session.document.look_at(0)
    assert page.line.can_log
    assert page.keep.isVisible()
    hand.click(page.keep)
    assert window.session.rig.log[-1].measure == "drive.run"
    assert not page.line.can_log


def test_a_rig_moved_by_hand_has_no_line(window):
    window.session.go_to_station("Drive")
    tabs = window.desk.benches["Drive"].pages.tabs
    (line,) = [tab for tab in tabs if tab.text() == "On the line"]
    assert not line.isVisible()
