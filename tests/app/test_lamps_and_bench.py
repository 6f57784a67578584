"""Lamps, mends, ranked choices and the benches of the stations."""

from pathlib import Path

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QFileDialog

from hazel_lantern.app.bench.tryout import TryoutBench
from hazel_lantern.app.choice_popup import ChoicePopup
from hazel_lantern.app.session import STATIONS
from hazel_lantern.core.lamps import State


def popup_of(window):
    return next(p for p in window.findChildren(ChoicePopup) if p.isVisible())


def test_a_failing_lamp_opens_offers_mends_and_one_click_mends(window, hand, qtbot):
    lamps = window.desk.lamps
    hand.click(lamps.rows["slider.tip"])
    assert lamps.detail.isVisible()
    assert window.session.mark == window.session.assessment.by_id["slider.tip"].mark
    qtbot.waitUntil(lambda: lamps.detail._mends.count() > 0, timeout=15000)
    first = lamps.detail._mends.itemAt(0).widget()
    hand.click(first)
    assert window.session.assessment.by_id["slider.tip"].state is State.HOLDS
    assert "Ctrl+Z" in window.message
    window.session.document.undo()
    assert window.session.assessment.by_id["slider.tip"].state is State.TIGHT


def test_lamps_are_opened_and_closed_by_keys(window, hand):
    lamps = window.desk.lamps
    row = lamps.rows["slider.rail-dip"]
    row.setFocus()
    hand.key(row, Qt.Key.Key_Space)
    assert lamps.detail.id == "slider.rail-dip"
    lamps.detail._flip_working()
    assert "E I" in lamps.detail._working.text()
    assert "Limit:" in lamps.detail._working.text()
    hand.key(row, Qt.Key.Key_Space)
    assert lamps.detail.id == ""
    assert not lamps.detail.isVisible()


def test_the_worst_lamp_is_first_and_every_row_speaks(window):
    lamps = window.desk.lamps
    # One burns tight; of equals the one listed first.
    assert lamps._order[:2] == ["slider.tip", "slider.travel"]
    for id, row in lamps.rows.items():
        lamp = window.session.assessment.by_id[id]
        assert str(lamp.state) in row.accessibleName()
    lamps._flip()
    assert all(row.isVisibleTo(lamps) for row in lamps.rows.values())


def test_a_limit_is_changed_for_the_project_and_back(window, qtbot):
    from hazel_lantern.app.limits_dialog import LimitDialog

    lamp = window.session.assessment.by_id["slider.tip"]
    dialog = LimitDialog(window.session, lamp, window)
    dialog.line.setText("steep")
    dialog._take()
    assert "steep" in dialog.trouble.text()
    dialog.line.setText("12°")
    dialog._take()
    assert window.session.assessment.by_id["slider.tip"].state is State.FAILS
    LimitDialog(window.session, lamp, window)._default()
    # Not held: a nudge still takes it over, whatever the limit of its tilt.
    assert window.session.assessment.by_id["slider.tip"].state is State.TIGHT


def test_sections_are_ranked_and_swapped(window, hand, qtbot):
    ranked = window.desk.benches["Frame"].ranked
    qtbot.waitUntil(lambda: len(ranked.list.ids) > 40, timeout=15000)
    order = ranked.list.ids
    ranked._sort("cost")
    assert ranked.list.ids != order
    hand.click_card(ranked.list, "steel-tube-33.7x2.6")
    assert window.session.value("design.rails.section") == "steel-tube-33.7x2.6"
    window.session.document.undo()
    assert window.session.value("design.rails.section") == "aluminium-tube-25x2"


def test_the_ranked_list_is_one_stop_of_tab_and_worked_by_keys(window, hand, qtbot):
    ranked = window.desk.benches["Frame"].ranked
    qtbot.waitUntil(lambda: len(ranked.list.ids) > 40, timeout=15000)
    ranked.list.setFocus()
    ranked.list.go_to(ranked.list.ids[0])
    for key in (Qt.Key.Key_Down, Qt.Key.Key_Down, Qt.Key.Key_Up):
        hand.key(ranked.list, key)
    second = ranked.list.ids[1]
    assert ranked.list.current == second
    hand.key(ranked.list, Qt.Key.Key_Return)
    assert window.session.value("design.rails.section") == second
    hand.key(ranked.list, Qt.Key.Key_Tab)
    assert window.focusWidget() is not ranked.list


def test_a_ranking_that_comes_late_is_not_shown_for_another_rig(window, qtbot):
    """What was ranked for the slider arrives when a dolly is looked at: passed over."""
    ranked = window.desk.benches["Frame"].ranked
    qtbot.waitUntil(lambda: len(ranked.list.ids) > 40, timeout=15000)
    late = ranked._rows
    window.session.go_to_station("Build")
    dolly = next(
        at
        for at, rig in enumerate(window.session.document.project.rigs)
        if rig.design.family == "dolly"
    )
    window.session.go_to_station("Frame")
    ranked.worker.ask(lambda stop, told: told(late) or late, wait=0)
    qtbot.waitUntil(lambda: ranked.worker._task is not None, timeout=2000)
    window.session.document.look_at(dolly)
    assert ranked.list.ids == []
    qtbot.waitUntil(lambda: len(ranked.list.ids) > 10, timeout=15000)
    assert {row.id for row in ranked._rows} != {row.id for row in late}
    assert set(ranked._rows[0].figures) != set(late[0].figures)


def test_all_stations_by_their_keys(window, hand, qtbot):
    for number, name in enumerate(STATIONS, start=1):
        key = getattr(Qt.Key, f"Key_{number}")
        hand.key(window, key, Qt.KeyboardModifier.AltModifier)
        qtbot.waitUntil(lambda name=name: window.session.station == name, timeout=3000)
        assert window.desk.benches[name].isVisible()


def test_the_shot_is_typed_and_seen(window, hand):
    window.session.go_to_station("Shot")
    hand.click(window.desk.benches["Shot"].pages.tabs[1])
    fields = window.desk.benches["Shot"].fields
    hand.type_into(fields.pills["shot.move.distance"], "500")
    assert window.session.assessment.marks[-1] == pytest.approx(0.5)
    pill = fields.pills["shot.move.way"]
    pill.setFocus()
    hand.key(pill, Qt.Key.Key_Return)
    popup = popup_of(window)
    popup.list.setCurrentRow(2)
    hand.key(popup.list, Qt.Key.Key_Return)
    assert window.session.value("shot.move.way") == "push in"
    assert window.session.rig.shot.move.along
    hand.type_into(fields.pills["shot.subject.distance"], "200")
    assert "run into the subject" in fields.pills["shot.subject.distance"].balloon.text()


def test_a_long_list_is_narrowed_by_typing(window, hand, qtbot):
    window.desk.benches["Frame"].pages.turn_to(1)
    pill = window.desk.benches["Frame"].fields.pills["design.rails.section"]
    hand.click(pill)
    popup = popup_of(window)
    qtbot.keyClicks(popup.filter, "slotted 30")
    shown = [
        popup.list.item(i).text()
        for i in range(popup.list.count())
        if not popup.list.item(i).isHidden()
    ]
    assert shown == ["Slotted extrusion 30 × 30"]
    hand.key(popup.filter, Qt.Key.Key_Return)
    assert window.session.value("design.rails.section") == "slotted-30x30"
    # The wheels that run there came with it.
    assert window.session.value("design.carriage.wheel") == "slot-shoe"


def test_items_are_put_on_and_taken_off_the_load(window, hand, qtbot):
    window.session.go_to_station("Load")
    bench = window.desk.benches["Load"].own
    before = window.session.rig.load.centre().mass
    hand.click(bench.add_button)
    popup = popup_of(window)
    qtbot.keyClicks(popup.filter, "monitor 7")
    hand.key(popup.filter, Qt.Key.Key_Return)
    assert window.session.rig.load.centre().mass == pytest.approx(before + 0.56)
    last = len(window.session.rig.load.items) - 1
    hand.type_into(bench.pills[f"load.items.{last}.mass"], "2 lb 3 oz")
    assert window.session.value(f"load.items.{last}.mass") == pytest.approx(0.992, abs=1e-3)
    bench._remove(last)
    assert window.session.rig.load.centre().mass == pytest.approx(before)
    bench.add("own-figures")
    assert "own item" in window.session.document.undo_action
    while window.session.rig.load.items:
        bench._remove(0)
    assert window.session.rig.load.centre().mass == 0
    while window.session.document.can_undo:
        window.session.document.undo()
    assert window.session.rig.load.centre().mass == pytest.approx(before)


def test_drive_shows_what_the_crank_would_need(window, hand):
    window.session.go_to_station("Drive")
    bench = window.desk.benches["Drive"]
    bench.pages.turn_to(1)
    assert window.session.choose("drive.source", "hand crank") == ""
    assert "drive.spool" in bench.fields.pills
    assert "Turns of the crank" in bench.readout._names


def said_of(window, key, path):
    return window.session.rig.mark_of(key, window.session.value(path))


def test_parts_are_marked_and_priced(window, hand, qtbot):
    window.session.go_to_station("Build")
    bench = window.desk.benches["Build"]
    parts = bench.parts
    cost = window.session.assessment.cost
    hand.click(parts.table.cellWidget(0, 3))
    assert said_of(window, "rails", "design.rails.section").having == "owned"
    assert window.session.assessment.cost == pytest.approx(cost - 16.8)
    parts.table.item(1, 2).setText("8")
    assert said_of(window, "wheels", "design.carriage.wheel").price == pytest.approx(2.0)
    parts.table.item(1, 2).setText("cheap")
    assert "cheap" in window.message
    assert said_of(window, "wheels", "design.carriage.wheel").price == pytest.approx(2.0)
    parts.table.item(1, 2).setText("-5")
    assert "0 or more" in window.message
    qtbot.waitUntil(lambda: len(bench.cuts.bars) > 0, timeout=15000)
    assert bench.holes.rowCount() > 8
    assert bench._steps_list.count() > 8


def test_the_pack_is_written_from_the_window(window, hand, qtbot, tmp_path, monkeypatch):
    monkeypatch.setattr(QFileDialog, "getExistingDirectory", lambda *_: str(tmp_path))
    window.build_pack()
    assert window.session.station == "Build"
    pdf = tmp_path / "wheelhouse-slide-pack.pdf"
    qtbot.waitUntil(lambda: "wheelhouse-slide-pack.pdf" in window.message, timeout=20000)
    assert pdf.stat().st_size > 20_000
    assert len(list(tmp_path.glob("*.csv"))) == 6
    assert len(list(tmp_path.glob("*.xlsx"))) == 1
    bench = window.desk.benches["Build"]
    bench.write_into(Path("/proc/none"), "tables")
    qtbot.waitUntil(lambda: "Not written" in window.message, timeout=20000)


def test_measurements_are_logged_against_what_was_foretold(window, hand, qtbot):
    window.session.go_to_station("Try-out")
    bench = window.desk.benches["Try-out"]
    assert isinstance(bench, TryoutBench)
    bench.choose("dip-worst")
    qtbot.keyClicks(bench.value, "banana")
    hand.click(bench.enter)
    assert "banana" in window.message
    bench.value.clear()
    qtbot.keyClicks(bench.value, "3.1")
    qtbot.keyClicks(bench.note, "cold morning")
    hand.key(bench.note, Qt.Key.Key_Return)
    entry = window.session.rig.log[-1]
    assert entry.value == pytest.approx(0.0031)
    assert entry.note == "cold morning"
    foretold = window.session.assessment.by_id["slider.rail-dip"].value
    assert entry.predicted == pytest.approx(foretold)
    assert bench.table.item(0, 2).text() == "3.1 mm"
    assert "%" in bench.table.item(0, 4).text()
    bench._strike(len(window.session.rig.log) - 1)
    assert len(window.session.rig.log) == 1


def test_cautions_show_where_they_matter(window):
    assert "ballast" not in window.desk.cautions.text()
    window.session.type_into("shot.move.tilt", "5")
    assert "tilted" in window.desk.cautions.text()
    window.session.go_to_station("Try-out")
    assert not window.desk.cautions.isVisible()
