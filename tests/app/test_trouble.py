"""Faults of the program: logged, told once, copied for a report; the work is kept."""

import threading

import pytest
from PyQt6.QtWidgets import QApplication

from hazel_lantern.app.trouble import Trouble, keep_log
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit


def fault(trouble, error):
    try:
        raise error
    except type(error) as found:
        trouble.take(type(found), found, found.__traceback__)


@pytest.fixture
def log(tmp_path):
    path = keep_log(tmp_path / "state")
    yield path
    keep_log(tmp_path / "elsewhere")


def test_a_fault_is_logged_each_time_and_told_once(qapp, log):
    trouble, told = Trouble(), []
    trouble.told.connect(lambda words, report: told.append(report))
    for _ in range(3):
        fault(trouble, ZeroDivisionError("no span"))
    fault(trouble, KeyError("design.wings"))
    assert log.read_text().count("ZeroDivisionError: no span") == 3
    assert len(told) == 2
    assert "ZeroDivisionError: no span" in told[0]


def test_a_mistake_of_the_makers_is_no_fault(qapp, log):
    trouble, told, mistaken = Trouble(), [], []
    trouble.told.connect(lambda *_: told.append(_))
    trouble.mistaken.connect(mistaken.append)
    fault(trouble, CannotBe("Length of -1 mm cannot be"))
    assert mistaken == ["Length of -1 mm cannot be"]
    assert told == []


def test_threads_are_listened_to_and_left_again(qapp, qtbot, log):
    trouble, before = Trouble(), threading.excepthook
    trouble.listen()
    try:
        with qtbot.waitSignal(trouble.told, timeout=5000) as heard:
            thread = threading.Thread(target=lambda: [][1])
            thread.start()
            thread.join()
    finally:
        trouble.stop()
    assert "IndexError" in heard.args[1]
    assert threading.excepthook is before


def test_a_folder_that_cannot_be_made_does_not_stop_the_start(tmp_path, capsys, qapp):
    (tmp_path / "file").write_text("")
    keep_log(tmp_path / "file" / "state")
    fault(Trouble(), ZeroDivisionError("still heard"))
    assert "still heard" in capsys.readouterr().err
    keep_log(tmp_path / "elsewhere")


def test_a_fault_in_an_assessment_leaves_the_rig_as_it_was(window, hand, monkeypatch, log, qtbot):
    """A fault planted behind a pill: the design stays, and the report can be copied."""
    from hazel_lantern.core.rigs.slider import FAMILY

    qtbot.waitUntil(lambda: all(tag.state for tag in window.top.tags), timeout=5000)
    before = window.session.document.project
    window.session.type_into("design.rails.spacing", "137")
    changed = window.session.document.project
    assert changed is not before

    def broken(case):
        raise ValueError("operands could not be broadcast together")

    monkeypatch.setattr(FAMILY, "solve", broken)
    with pytest.raises(ValueError, match="broadcast") as caught:
        window.session.edit(Edit("design.rails.length", 1.4))
    assert window.session.document.project is changed
    window.trouble.take(ValueError, caught.value, caught.tb)
    assert "not yours" in window.fault.said
    hand.click(window.fault.copy)
    copied = QApplication.clipboard().text()
    assert "broadcast" in copied
    assert "Python" in copied
    assert len(list((window.store.folder / "autosave").glob("*.json"))) == 1
    hand.click(window.fault.close_note)
    assert window.fault.said == ""
