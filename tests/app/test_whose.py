"""What comes late is of the rig and the design that it was begun for, or is passed over."""

import threading

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QApplication, QLineEdit

from hazel_lantern.app.choice_popup import ChoicePopup
from hazel_lantern.app.workers import Worker
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lamps import State


def look_at(window, family):
    rigs = window.session.document.project.rigs
    at = next(at for at, rig in enumerate(rigs) if rig.design.family == family)
    window.session.document.look_at(at)


def test_a_worker_passes_over_what_is_of_another_design(qtbot):
    now, heard, gate = [object()], [], threading.Event()
    worker = Worker(None, lambda: tuple(now))
    for signal in (worker.done, worker.failed, worker.progress):
        signal.connect(heard.append)

    def work(stop, told):
        gate.wait(5)
        told("half")
        return "whole"

    worker.ask(work, wait=0)
    qtbot.waitUntil(lambda: worker._task is not None, timeout=2000)
    before, now[0] = now[0], object()
    gate.set()
    qtbot.waitUntil(lambda: not worker.busy, timeout=5000)
    assert heard == []
    now[0] = before
    worker.ask(work, wait=0)
    qtbot.waitUntil(lambda: heard == ["half", "whole"], timeout=5000)


def test_a_swap_in_a_list_of_a_moment_ago_is_made_for_the_design_at_hand(window, qtbot):
    session, ranked = window.session, window.desk.benches["Frame"].ranked
    qtbot.waitUntil(lambda: len(ranked.list.ids) > 40, timeout=15000)
    row = next(one for one in ranked._rows if one.id == "steel-tube-33.7x2.6")
    # Another wheel since: what the list would bring is no longer what fits it.
    session.edit(Edit("design.rails.spacing", session.value("design.rails.spacing") + 0.05))
    here = next(one for one in ranked._rankings()[0].candidates() if one.id == row.id)
    ranked._swap(row)
    assert session.value("design.rails.section") == row.id
    assert all(session.value(edit.path) == edit.value for edit in here.edits)
    look_at(window, "jib")
    before = session.document.project
    ranked._swap(row)
    assert session.document.project is before
    assert "no choice for this rig" in window.message


def test_a_mend_of_the_design_before_is_not_made(window, qtbot):
    session, detail = window.session, window.desk.lamps.detail
    look_at(window, "jib")
    failing = next(lamp for lamp in session.assessment.lamps if lamp.state is State.FAILS)
    window.desk.show_lamp(failing.id)
    qtbot.waitUntil(lambda: detail._mends.count() > 0, timeout=60000)
    row = detail._mends.itemAt(0).widget()
    session.edit(Edit("name", "Other"))
    before = session.document.project
    row.clicked.emit()
    assert session.document.project is before
    assert "changed since" in window.message


def test_a_list_of_choices_closes_with_its_rig(window, qtbot, hand):
    session = window.session
    session.go_to_station("Try-out")
    bench = window.desk.benches["Try-out"]
    hand.click(bench.which)
    popup = QApplication.activePopupWidget()
    assert isinstance(popup, ChoicePopup)
    look_at(window, "jib")
    assert not popup.isVisible()
    chosen = [one.id for one in session.assessment.measures]
    bench.choose("a measure of a rig that is gone")
    assert bench._measure().id == chosen[0]


def test_every_rig_is_asked_its_own_measure(window, hand):
    session = window.session
    session.go_to_station("Try-out")
    bench = window.desk.benches["Try-out"]
    for at in range(len(session.document.project.rigs)):
        # The bench behind is not refreshed: it must not log with the measure of the rig before.
        session.go_to_station("Frame")
        session.document.look_at(at)
        bench.value.setText("1")
        before = len(session.rig.log)
        bench.log()
        ids = [one.id for one in session.assessment.measures]
        assert [one.measure for one in session.rig.log[before:]] == ids[:1]


def test_a_price_being_typed_is_for_its_part_alone(window, hand, qtbot):
    session = window.session
    session.go_to_station("Build")
    table = window.desk.benches["Build"].parts.table
    table.editItem(table.item(0, 2))
    line = table.findChild(QLineEdit)
    line.setText("77")
    before = session.document.project
    look_at(window, "jib")
    QApplication.processEvents()
    assert session.document.project is before
    assert table.state() != table.State.EditingState
    assert not session.document.can_undo


def test_a_figure_being_typed_is_not_written_into_the_rig_that_comes_to_its_place(window, hand):
    session, drawing = window.session, window.desk.stage.drawing
    window.do("copy-rig")
    session.document.look_at(0)
    path, pill = next((path, pill) for path, pill in drawing.pills.items() if "length" in path)
    hand.click(pill)
    pill.editor.setText("1.5 m")
    copied = session.value(path)
    designs = [rig.design for rig in session.document.project.rigs]
    session.document.remove_rig(0)
    assert pill.editor is None
    assert session.document.undo_action.startswith("remove")
    assert [rig.design for rig in session.document.project.rigs] == designs[1:]
    session.document.undo()
    assert session.value(path) == copied


def test_each_change_is_one_refresh(window, hand):
    session, told = window.session, []
    session.changed.connect(lambda: told.append(session.document.undo_action))

    def refreshes(does):
        told.clear()
        does()
        QApplication.processEvents()
        return len(told)

    length = session.value("design.rails.length")
    assert refreshes(lambda: session.edit(Edit("design.rails.length", length + 0.1))) == 1
    assert refreshes(session.document.undo) == 1
    assert refreshes(session.document.redo) == 1
    assert refreshes(lambda: window.do("copy-rig")) == 1
    assert refreshes(lambda: window.do("remove-rig")) == 1
    assert refreshes(lambda: hand.click(window.top.tags[2])) == 1
    assert refreshes(lambda: hand.click(window.top.unit_buttons["ft·in"])) == 1
    assert refreshes(lambda: hand.key(window, Qt.Key.Key_Z, CONTROL)) == 1


CONTROL = Qt.KeyboardModifier.ControlModifier
