"""The window: rigs, files, recovery, themes, and a rig built from nothing."""

import csv
import json

import pytest
from PyQt6.QtCore import QPoint, QRect, Qt
from PyQt6.QtWidgets import (
    QApplication,
    QFileDialog,
    QInputDialog,
    QLabel,
    QMessageBox,
    QPushButton,
)

from hazel_lantern.app import theme
from hazel_lantern.app.catalogue.own_row import OwnRowDialog
from hazel_lantern.app.catalogue.window import CatalogueWindow
from hazel_lantern.app.commands import COMMANDS
from hazel_lantern.app.keys_page import KeysPage
from hazel_lantern.app.settings_dialog import SettingsDialog
from hazel_lantern.app.shelf_dialog import ShelfDialog
from hazel_lantern.app.start import make_window, offer_recovery
from hazel_lantern.app.tag import Tag, letters
from hazel_lantern.core.assessor import Assessor
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lamps import State
from hazel_lantern.core.project.store import Store, open_project
from tests.app.conftest import leave_quietly, ready
from tests.conftest import leave_behind


def save_to(window, path, monkeypatch):
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(path), ""))
    return window.keeper.save()


def test_the_empty_state_asks_one_question(empty_window):
    page = empty_window.new_page
    assert page is not None
    assert page.set_stage.title.text() == "What should the camera do?"
    assert not page.leave.isVisible()


def test_a_rig_from_nothing_by_mouse_alone(empty_window, hand, qtbot, tmp_path, monkeypatch):
    window = empty_window
    page = window.new_page
    plan, heights = page.set_stage.plan, page.set_stage.heights
    hand.type_into(plan.pills["shot.move.distance"], "600")
    hand.type_into(heights.pills["shot.camera_height"], "1100")
    hand.type_into(plan.pills["shot.subject.distance"], "2.4 m")
    hand.click(ready(page, qtbot, "slider"))
    qtbot.waitUntil(lambda: window.desk is not None and window.new_page is None, timeout=30000)
    found = window.session.assessment
    assert found.marks[-1] == pytest.approx(0.6)
    assert all(lamp.state is not State.FAILS for lamp in found.lamps)
    assert window.session.station == "Frame"
    bench = window.desk.benches["Frame"]
    hand.click(bench.pages.tabs[2])
    assert bench.assumed.pills
    before = len(window.session.rig.assumed)
    hand.type_into(bench.assumed.pills["design.rails.spacing"], "150")
    assert len(window.session.rig.assumed) == before - 1
    hand.click(window.desk.stations.buttons["Build"])
    cuts = window.desk.benches["Build"]
    hand.click(cuts.pages.tabs[1])
    qtbot.waitUntil(lambda: len(cuts.cuts.bars) > 0, timeout=15000)
    monkeypatch.setattr(QFileDialog, "getExistingDirectory", lambda *_: str(tmp_path))
    hand.click(window.top.pack_button)
    qtbot.waitUntil(lambda: any(tmp_path.glob("*.pdf")), timeout=20000)


def test_a_rig_from_nothing_by_keyboard_alone(empty_window, hand, qtbot, tmp_path, monkeypatch):
    window, page = empty_window, empty_window.new_page
    qtbot.waitExposed(window)
    window.activateWindow()
    first = page.set_stage.plan.pills["shot.move.distance"]
    first.setFocus()
    qtbot.keyClicks(first, "5")
    qtbot.keyClicks(first.editor, "00")
    hand.key(first.editor, Qt.Key.Key_Return)
    slider = ready(page, qtbot, "slider")
    reached = []
    for _ in range(160):
        hand.key(window.focusWidget(), Qt.Key.Key_Tab)
        reached.append(window.focusWidget())
        if window.focusWidget() is slider:
            break
    assert window.focusWidget() is slider
    assert {page.set_stage.heights, page.bench.screen_.strip} <= set(reached)
    hand.key(window.focusWidget(), Qt.Key.Key_Space)
    qtbot.waitUntil(lambda: window.desk is not None, timeout=30000)
    found = window.session.assessment
    assert found.marks[-1] == pytest.approx(0.5)
    assert all(lamp.state is not State.FAILS for lamp in found.lamps)
    hand.key(window, Qt.Key.Key_5, Qt.KeyboardModifier.AltModifier)
    qtbot.waitUntil(lambda: window.session.station == "Build", timeout=3000)
    monkeypatch.setattr(QFileDialog, "getExistingDirectory", lambda *_: str(tmp_path))
    hand.key(window, Qt.Key.Key_B, Qt.KeyboardModifier.ControlModifier)
    qtbot.waitUntil(lambda: any(tmp_path.glob("*-cuts.csv")), timeout=20000)
    hand.key(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert not window.session.document.project.rigs


def test_steps_of_a_drag_in_one_turn_are_one_refresh(window, qtbot):
    session, told = window.session, []
    session.changed.connect(lambda: told.append(session.value("design.rails.length")))
    for length in (1.15, 1.2, 1.25):
        session.edit(Edit("design.rails.length", length), gesture="drag")
    assert told == []
    assert session.assessment.answer.design.rails.length == 1.25
    qtbot.waitUntil(lambda: bool(told), timeout=1000)
    assert told == [1.25]
    session.document.end_gesture()
    session.document.undo()
    assert told == [1.25, pytest.approx(1.1)]


def test_the_tag_looked_at_stays_lit_and_every_tag_gets_its_lamp(window, hand, qtbot):
    qtbot.waitUntil(lambda: all(tag.state for tag in window.top.tags), timeout=3000)
    kept = list(window.top.tags)
    current = window.session.document.current
    hand.click(window.top.tags[current])
    assert [tag.isChecked() for tag in window.top.tags] == [
        at == current for at in range(len(kept))
    ]
    assert window.top.tags == kept


@pytest.mark.parametrize("width", [1280, 1024, 960])
def test_ten_rigs_are_within_reach_with_their_lamps(window, hand, qtbot, width):
    while len(window.session.document.project.rigs) < 10:
        window.do("copy-rig")
    window.resize(width, 700)
    window.session.document.look_at(4)
    qtbot.waitUntil(lambda: all(tag.state for tag in window.top.tags), timeout=5000)
    QApplication.processEvents()
    strip = window.top.tags[0].parentWidget().parentWidget()
    for tag in window.top.tags:
        assert strip.rect().contains(QRect(tag.mapTo(strip, QPoint()), tag.size())), tag.text()
    for tag in window.top.tags:
        hand.click(tag)
        assert window.session.rig.name == tag.text()


@pytest.mark.parametrize(
    ("name", "short"),
    [("Loft crane, slow", "Lcs"), ("Slide 2", "S2"), ("one two three four", "ott"), ("…", "…")],
)
def test_a_narrow_tag_has_the_letters_of_its_name(name, short):
    assert letters(name) == short


def test_everything_is_reached_by_tab(window, hand):
    seen = []
    window.activateWindow()
    window.desk.stage.drawing.setFocus()
    for _ in range(160):
        widget = window.focusWidget()
        if widget in seen:
            break
        seen.append(widget)
        hand.key(widget, Qt.Key.Key_Tab)
    assert set(window.desk.stage.drawing.pills.values()) <= set(seen)
    assert set(window.desk.stations.buttons.values()) <= set(seen)
    assert window.desk.lamps.rows["slider.tip"] in seen
    assert any(isinstance(widget, Tag) for widget in seen)
    assert all(w.accessibleName() or getattr(w, "text", lambda: "")() for w in seen)


def test_rigs_that_are_not_looked_at_are_assessed_one_at_a_time(window, qtbot):
    qtbot.waitUntil(lambda: all(tag.state for tag in window.top.tags), timeout=5000)
    session, top = window.session, window.top
    rigs = range(len(top.tags))
    session.assessor = Assessor()
    top.refresh()
    assert sum(session.knows(at) for at in rigs) == 1
    top._show_next()
    assert sum(session.knows(at) for at in rigs) == 2
    qtbot.waitUntil(lambda: all(session.knows(at) for at in rigs), timeout=5000)
    assert all(tag.state for tag in top.tags)


def test_tags_copies_renames_and_removal(window, hand, qtbot, monkeypatch):
    before = [rig.name for rig in window.session.document.project.rigs]
    window.do("copy-rig")
    names = [rig.name for rig in window.session.document.project.rigs]
    assert names == [*before, "Wheelhouse slide 2"]
    hand.click(window.top.tags[0])
    assert window.session.document.current == 0
    monkeypatch.setattr(QInputDialog, "getText", lambda *_, **__: ("Sluice slide", True))
    window.do("rename-rig")
    assert window.top.tags[0].text() == "Sluice slide"
    window.do("next-rig")
    window.do("remove-rig")
    assert len(window.top.tags) == len(before)
    window.session.document.undo()
    assert len(window.top.tags) == len(before) + 1
    window.do("rename")
    assert "Sluice slide" in window.windowTitle()


def test_a_new_rig_can_be_left(window, hand):
    window.do("new-rig")
    assert window.new_page.leave.isVisible()
    hand.click(window.new_page.leave)
    assert window.new_page is None
    assert window.desk.isVisible()


def test_save_reopen_and_undo_all_the_way(window, hand, tmp_path, monkeypatch, qtbot):
    path = tmp_path / "mill"
    start = window.session.document.project
    window.session.type_into("design.rails.length", "1250")
    assert window.windowTitle().startswith("*")
    assert save_to(window, path, monkeypatch)
    saved = tmp_path / "mill.hazel.json"
    assert open_project(saved).rigs == window.session.document.project.rigs
    assert "saved just now" in window.top.saved_words
    assert window.store.recent() == [saved]
    window.session.document.undo()
    assert window.session.document.project == start
    assert "changed since" in window.keeper.words()
    monkeypatch.setattr(window.keeper, "may_leave", lambda: True)
    assert window.keeper.open(saved)
    assert window.session.value("design.rails.length") == pytest.approx(1.25)
    assert window.desk.stage.drawing.pills


@pytest.mark.parametrize("text", ["", "{", '{"format": "hazel-lantern", "version": 99}', "[]"])
def test_a_faulty_file_leaves_the_window_as_it_was(window, tmp_path, text):
    bad = tmp_path / "bad.hazel.json"
    bad.write_text(text)
    before, desk = window.session.document.project, window.desk
    assert not window.keeper.open(bad)
    assert "bad.hazel.json" in window.message
    assert window.session.document.project is before
    assert window.desk is desk
    assert bad.read_text() == text


def test_a_place_that_cannot_be_written_is_said(window, tmp_path, monkeypatch):
    assert not save_to(window, tmp_path / "none" / "p.hazel.json", monkeypatch)
    assert "Not saved" in window.message


def test_unsaved_work_is_kept_and_offered_at_the_next_start(
    window, qapp, qtbot, store, monkeypatch
):
    window.session.type_into("design.rails.length", "1300")
    assert window.keeper._quiet.isActive()
    window.keeper.autosave()
    leave_behind(store)
    left = Store(store.folder).recoveries()
    assert [r.project.rigs[0].design.rails.length for r in left] == [pytest.approx(1.3)]
    second = make_window(qapp, store)
    qtbot.addWidget(second, before_close_func=leave_quietly)
    monkeypatch.setattr(QMessageBox, "exec", lambda box: 0)
    monkeypatch.setattr(QMessageBox, "clickedButton", lambda box: box.buttons()[0])
    offer_recovery(second, store)
    assert second.session.value("design.rails.length") == pytest.approx(1.3)
    # It is the second window's unsaved work now.
    leave_behind(store)
    assert second.session.document.dirty
    assert [r.project for r in store.recoveries()] == [second.session.document.project]


@pytest.mark.parametrize(("which", "leaves"), [(0, True), (1, True), (2, False)])
def test_leaving_unsaved_work_asks(window, tmp_path, monkeypatch, which, leaves):
    window.session.type_into("design.rails.length", "1300")
    monkeypatch.setattr(
        QFileDialog, "getSaveFileName", lambda *_: (str(tmp_path / "kept.hazel.json"), "")
    )
    monkeypatch.setattr(QMessageBox, "exec", lambda box: 0)
    words = ("Save", "Leave unsaved", "Stay here")[which]
    monkeypatch.setattr(
        QMessageBox,
        "clickedButton",
        lambda box: next(b for b in box.buttons() if b.text().replace("&", "") == words),
    )
    assert window.keeper.may_leave() is leaves
    assert (tmp_path / "kept.hazel.json").exists() == (which == 0)


def test_themes_keep_contrast(window):
    def light(code):
        from PyQt6.QtGui import QColor

        parts = [QColor(code).redF(), QColor(code).greenF(), QColor(code).blueF()]
        linear = [p / 12.92 if p <= 0.03928 else ((p + 0.055) / 1.055) ** 2.4 for p in parts]
        return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]

    def contrast(a, b):
        high, low = sorted((light(a), light(b)), reverse=True)
        return (high + 0.05) / (low + 0.05)

    for name in ("day", "night"):
        window.use_theme(name)
        # Between two cards the panel is seen, not the style's own ground of a list.
        cards = window.desk.benches["Frame"].ranked.list
        window.session.go_to_station("Frame")
        corner = cards.mapTo(window, cards.rect().bottomLeft())
        paper = window.grab().toImage().pixelColor(corner)
        assert paper.name().lower() == theme.current().paper.lower()
        t = theme.current()
        for ground in (t.paper, t.bench, t.raised):
            for ink in (t.ink, t.soft, t.clay, t.leaf, t.ember):
                assert contrast(ink, ground) >= 4.5, (name, ink, ground)
        assert contrast(t.on_husk, t.husk) >= 4.5
        assert contrast(t.soft_on_husk, t.husk) >= 4.5
        for station in window.desk.benches:
            window.session.go_to_station(station)
            assert not window.grab().isNull()
    assert window.store.preferences()["theme"] == "night"


def test_settings_take_all_or_nothing(window):
    dialog = SettingsDialog(window.session, window)
    dialog.lines["hand_push"].setText("hard")
    dialog.lines["kerf"].setText("3")
    dialog.take()
    assert "hard" in dialog.trouble.text()
    assert window.session.settings.kerf == pytest.approx(0.002)
    dialog.lines["hand_push"].setText("20")
    dialog.lines["currency"].setText("£")
    dialog.lines["denominator"].setText("32")
    dialog.take()
    assert window.session.settings.kerf == pytest.approx(0.003)
    assert window.session.settings.hand_push == 20
    assert window.session.settings.denominator == 32
    assert "£" in window.session.shown("budget")


def test_the_shelf_is_filled_and_used(window, store):
    cost = window.session.assessment.cost
    dialog = ShelfDialog(window.session, store, window)
    dialog.put()
    assert "choose" in dialog.trouble.text()
    dialog.choose("aluminium-tube-25x2")
    dialog.length.setText("long")
    dialog.put()
    assert "long" in dialog.trouble.text()
    dialog.length.setText("0")
    dialog.put()
    assert "10 mm" in dialog.trouble.text()
    dialog.length.setText("1500")
    dialog.count.setText("2")
    dialog.put()
    assert window.session.assessment.cost == pytest.approx(cost - 16.8)
    dialog.choose("stop")
    dialog.put()
    assert len(store.shelf().parts) == 1
    dialog._take_off(0)
    assert window.session.assessment.cost > cost - 16.8


def test_inches_are_read_or_bought_and_it_is_said_which(window, hand, qtbot):
    hand.click(window.top.unit_buttons["ft·in"])
    assert "Settings, Shop" in window.message
    pill_options = [id for id, _ in window.session.options("design.rails.section")]
    assert "emt-3-4" not in pill_options
    dialog = SettingsDialog(window.session, window)
    qtbot.addWidget(dialog)
    dialog.lines["shop"].setText("inches")
    dialog.take()
    assert "accepted" in dialog.trouble.text()
    dialog.lines["shop"].setText("inch")
    dialog.take()
    pill_options = [id for id, _ in window.session.options("design.rails.section")]
    assert "emt-3-4" in pill_options
    # What is in use stays to be seen, though this shop has it not.
    assert window.session.value("design.rails.section") in pill_options
    assert "aluminium-tube-40x3" not in pill_options
    window.say("", False)
    hand.click(window.top.unit_buttons["mm"])
    hand.click(window.top.unit_buttons["ft·in"])
    assert "Settings, Shop" not in window.message


def test_a_scrap_pile_is_typed_line_by_line(window, store, qtbot, hand):
    dialog = ShelfDialog(window.session, store, window)
    qtbot.addWidget(dialog)
    for line in ("2 x 5' emt 3/4", "3 x 1200 mm alu tube 25 x 2", "heavy video"):
        qtbot.keyClicks(dialog.line, line)
        hand.key(dialog.line, Qt.Key.Key_Return)
        assert (dialog.trouble.text(), dialog.line.text()) == ("", "")
    shelf = store.shelf()
    assert [(one.section, one.count) for one in shelf.stock] == [
        ("emt-3-4", 2),
        ("aluminium-tube-25x2", 3),
    ]
    assert [one.part for one in shelf.parts] == ["video-heavy"]
    assert dialog.table.rowCount() == 3
    qtbot.keyClicks(dialog.line, "5' of moon cheese")
    hand.key(dialog.line, Qt.Key.Key_Return)
    assert "moon cheese" in dialog.trouble.text()
    assert dialog.line.text() == "5' of moon cheese"
    assert store.shelf() == shelf


def test_a_pasted_pile_is_read_and_tools_set_what_lamps_assume(window, store, qtbot, hand):
    session = window.session
    rigs = session.document.project.rigs
    at = next(at for at, rig in enumerate(rigs) if rig.design.family == "jib")
    session.document.look_at(at)
    dialog = ShelfDialog(session, store, window)
    qtbot.addWidget(dialog)
    dialog.show()
    QApplication.clipboard().setText("8 x M8 x 70\n2 x 2.5 m alu box 60 x 30 x 3\n20 x M6\n")
    dialog.line.setFocus()
    hand.key(dialog.line, Qt.Key.Key_V, Qt.KeyboardModifier.ControlModifier)
    hand.key(dialog.line, Qt.Key.Key_Return)
    # What can be read is taken, the rest stays to be put right.
    assert dialog.line.text() == "20 x M6"
    assert "how long" in dialog.trouble.text()
    assert [one.length for one in store.shelf().parts] == [pytest.approx(0.07)]
    assert "saves €" in dialog.saves.text()
    error = session.value("design.level.bar_error")
    assert not dialog.by_tools.isVisible()
    dialog.tools["drill press"].setChecked(True)
    assert store.shelf().tools == ("drill press",)
    hand.click(dialog.by_tools)
    assert session.value("design.level.bar_error") == pytest.approx(error / 2)
    assert not dialog.by_tools.isVisible()
    session.document.undo()
    assert session.value("design.level.bar_error") == pytest.approx(error)
    dialog.line.setText("4 x 2.5 kg plate")
    hand.key(dialog.line, Qt.Key.Key_Return)
    assert dialog.table.rowCount() == 3
    dialog._take_off(2)
    assert store.shelf().plates == ()
    assert len(store.shelf().stock) == 1


def test_a_scrap_pile_becomes_the_first_rig(empty_window, store, qtbot, hand):
    window, page = empty_window, empty_window.new_page
    ready(page, qtbot, "slider")
    dialog = ShelfDialog(window.session, store, window)
    qtbot.addWidget(dialog)
    dialog.show()
    pile = "2 x 5' emt 3/4; 8 x M5 x 30; heavy video stand; 4 x grooved nylon wheels 40"
    qtbot.keyClicks(dialog.line, pile)
    hand.key(dialog.line, Qt.Key.Key_Return)
    assert dialog.trouble.text() == ""
    dialog.accept()
    # The cards are drafted anew, from what there is.
    hand.click(ready(page, qtbot, "slider"))
    qtbot.waitUntil(lambda: window.desk is not None, timeout=60000)
    session = window.session
    assert session.value("design.rails.section") == "emt-3-4"
    assert "What you have saves €" in window.message
    owned = {part.key for part in session.assessment.parts if part.having == "owned"}
    assert {"rails", "wheels", "stand"} <= owned


def entering(monkeypatch, cells, heard=None):
    """The dialog of an own row, filled in by hand."""

    def exec_(dialog):
        dialog.show()
        for title, text in cells.items():
            dialog.lines[title].setText(text)
        dialog.take()
        if heard is not None:
            heard.append(dialog)
        return dialog.result()

    monkeypatch.setattr(OwnRowDialog, "exec", exec_)


POLE = {
    "name": "Curtain pole 28", "material": "mild-steel", "shape": "round tube",
    "width [mm]": "28", "height [mm]": "28", "wall [mm]": "1.2", "price [/m]": "3",
    "stock lengths [mm]": "2000", "running face": "round", "source": "measured",
}  # fmt: skip


@pytest.fixture
def catalogue(window, store):
    found = CatalogueWindow(window.session, store, window)
    found.show()
    return found


def test_own_rows_join_the_catalogue(window, catalogue, monkeypatch):
    heard = []
    entering(monkeypatch, POLE | {"material": "tin"}, heard)
    catalogue.add()
    assert "tin" in heard[0].trouble.text()
    assert heard[0].drawing.picture is None
    entering(monkeypatch, POLE, heard)
    catalogue.add()
    assert heard[1].drawing.picture.sizes[0].end[0] == pytest.approx(0.014)
    assert catalogue.row.id == "own-curtain-pole-28"
    session = window.session
    assert session.choose("design.rails.section", "own-curtain-pole-28") == ""
    assert session.shown("design.rails.section") == "Curtain pole 28"
    # A name that is there already, and none at all.
    catalogue.add()
    assert "already" in heard[2].trouble.text()
    entering(monkeypatch, POLE | {"name": "…"}, heard)
    catalogue.add()
    assert catalogue.row.id.startswith("own-")
    entering(monkeypatch, POLE | {"name": ""}, heard)
    catalogue.add()
    assert "name is needed" in heard[4].trouble.text()


def test_an_own_row_is_changed_and_taken_out(window, catalogue, monkeypatch, store):
    entering(monkeypatch, POLE)
    catalogue.add()
    session = window.session
    session.choose("design.rails.section", "own-curtain-pole-28")
    thin = session.assessment.lamps
    entering(monkeypatch, {"wall [mm]": "4", "source": "measured again"})
    catalogue.change_own()
    assert session.workshop.catalogue.sections["own-curtain-pole-28"].wall == pytest.approx(0.004)
    assert [lamp.value for lamp in thin] != [lamp.value for lamp in session.assessment.lamps]
    # It stays while a rig is made of it, or would be by undo.
    catalogue.take_out()
    assert "stays" in catalogue.trouble.text()
    session.document.undo()
    catalogue.take_out()
    assert "stays" in catalogue.trouble.text()
    session.edit(Edit("name", "Other"))
    catalogue.take_out()
    assert catalogue.trouble.text() == ""
    assert "own-curtain-pole-28" not in session.workshop.catalogue.sections
    assert "curtain" not in (store.catalogue / "sections.csv").read_text()


def test_what_is_typed_finds_rows_and_columns_sort_them(catalogue, qtbot, hand):
    qtbot.keyClicks(catalogue.words, "alu 25")
    assert 0 < len(catalogue.model.rows) < catalogue.model.many
    assert all("alu" in row.id for row in catalogue.model.rows)
    assert catalogue.count.text().endswith(f"of {catalogue.model.many}")
    catalogue.words.clear()
    price = [column.name for column in catalogue.model.columns].index("price")
    catalogue.view.sortByColumn(price, Qt.SortOrder.DescendingOrder)
    prices = [row.price for row in catalogue.model.rows]
    assert prices == sorted(prices, reverse=True)
    catalogue.words.setText("moon cheese")
    assert catalogue.row is None
    assert catalogue.name.text() == "Nothing is called so."
    for at in range(catalogue.tables.count()):
        catalogue.tables.setCurrentRow(at)
        catalogue.words.clear()
        assert catalogue.row is not None
        catalogue.grab()


def test_enter_in_a_line_presses_no_button(window, store, catalogue, qtbot, hand):
    pressed = []
    shelf = ShelfDialog(window.session, store, window)
    qtbot.addWidget(shelf)
    shelf.show()
    for dialog, line in ((shelf, shelf.line), (catalogue, catalogue.words)):
        dialog.activateWindow()
        for one in dialog.findChildren(QPushButton):
            one.clicked.connect(lambda _=False, one=one: pressed.append(one.text()))
        line.setFocus()
        qtbot.keyClicks(line, "cheese")
        hand.key(line, Qt.Key.Key_Return)
    assert pressed == []
    assert shelf.trouble.text() != ""


def test_a_table_is_written_and_read(window, catalogue, tmp_path, monkeypatch, qtbot):
    catalogue.turn_to("cogs")
    catalogue.words.setText("pom-1-1")
    few = len(catalogue.model.rows)
    catalogue.write(tmp_path / "cogs.csv")
    with (tmp_path / "cogs.csv").open(newline="") as file:
        header, *lines = csv.reader(file)
    assert len(lines) == few
    catalogue.read(tmp_path / "cogs.csv")
    assert "nothing new" in catalogue.trouble.text()
    new, bad = ["own-x", *lines[0][1:]], ["own-y", *lines[0][1:]]
    bad[header.index("teeth []")] = "many"
    with (tmp_path / "cogs.csv").open("w", newline="") as file:
        csv.writer(file).writerows([header, new, bad])
    asked = []
    monkeypatch.setattr(CatalogueWindow, "_agreed", lambda *given: asked.append(given[1:]) or True)
    catalogue.read(tmp_path / "cogs.csv")
    (name, number, changed, faults) = asked[0]
    assert (name, number, changed) == ("cogs.csv", 1, 0)
    assert faults == ("cogs.csv, line 3, column “teeth”: “many” is not a figure",)
    assert catalogue.row.own
    assert catalogue.row.id in window.session.workshop.catalogue.cogs
    (tmp_path / "wrong.csv").write_text("id,name,colour\nx,y,z\n")
    catalogue.read(tmp_path / "wrong.csv")
    assert "colour" in catalogue.trouble.text()
    catalogue.read(tmp_path / "none.csv")
    assert "cannot be read" in catalogue.trouble.text()


def test_an_own_table_that_is_no_text_is_left_as_it_is(window, catalogue, store, monkeypatch):
    store.catalogue.mkdir(parents=True, exist_ok=True)
    path = store.catalogue / "sections.csv"
    path.write_bytes(b"\xff\xfe not a table")
    entering(monkeypatch, POLE)
    catalogue.add()
    assert "could not be kept" in catalogue.trouble.text()
    assert "no table" in catalogue.trouble.text()
    assert path.read_bytes() == b"\xff\xfe not a table"
    assert "own-curtain-pole-28" not in window.session.workshop.catalogue.sections


def test_an_own_motor_and_own_cogs_drive_a_rig_and_lie_on_the_shelf(
    window, catalogue, store, monkeypatch
):
    heard = []
    motor = {
        "name": "Wiper motor", "kind": "gearbox", "free speed [rev/min]": "38",
        "stalled torque [N.m]": "8", "lowest dial []": "0.2", "volts []": "12",
        "free amps []": "1.2", "stalled amps []": "12", "loudness []": "55", "mass [g]": "1100",
        "price []": "20", "source": "measured",
    }  # fmt: skip
    catalogue.turn_to("motors")
    entering(monkeypatch, motor, heard)
    catalogue.add()
    assert "gearbox" in heard[0].trouble.text()
    entering(monkeypatch, motor | {"kind": "gearmotor"})
    catalogue.add()
    catalogue.turn_to("cogs")
    entering(monkeypatch, {"name": "Printer cog 24", "teeth []": "24", "source": "counted"})
    catalogue.add_like()
    session = window.session
    assert session.edit(Edit("drive.source", "motor"), Edit("drive.motor", "own-wiper-motor")) == ""
    assert session.assessment.family.drives.it.motor.stalled_torque == pytest.approx(8.0)
    shelf = ShelfDialog(session, store, window)
    shelf.choose("own-printer-cog-24")
    shelf.count.setText("3")
    shelf.put()
    assert store.shelf().count_of("own-printer-cog-24") == 3
    (owned,) = session.assessment.family.drives.owned
    assert (owned.teeth, owned.number) == (24, 3)


def test_faulty_own_files_are_told_at_the_start(qapp, qtbot, store):
    store.catalogue.mkdir(parents=True)
    (store.catalogue / "wheels.csv").write_text("rubbish\n1\n")
    (store.folder / "shelf.json").write_text("{")
    window = make_window(qapp, store)
    qtbot.addWidget(window)
    window.show()
    assert "wheels.csv" in window.message
    assert "shelf.json" in window.message
    assert (store.folder / "shelf.json").read_text() == "{"


def test_the_menu_and_its_words(window, monkeypatch):
    window.keeper.store.remember(window.store.folder / "none")
    window.pop_menu()
    words = [action.text() for action in window.menu.actions() if action.text()]
    window.menu.close()
    assert "Save" in words
    assert any(word.startswith("Undo") for word in words)
    shown = []
    monkeypatch.setattr(QMessageBox, "about", lambda *a: shown.append(a[-1]))
    window.do("keys")
    window.do("about")
    (page,) = window.findChildren(KeysPage)
    told = " ".join(one.text() for one in page.findChildren(QLabel))
    page.close()
    assert "Alt+1" in told
    for command in COMMANDS:
        assert not command.section or any(word.startswith(command.words) for word in words)
        assert all(key in told for key in command.keys)
    keys = [key for command in COMMANDS for key in command.keys]
    assert len(keys) == len(set(keys))
    assert window.top.pack_button.toolTip() == "Build pack (Ctrl+B)"
    with pytest.raises(KeyError):
        window.do("make tea")
    assert "licensed or competent" in shown[0]


def test_the_window_forgets_nothing_when_it_closes(window, store, monkeypatch):
    monkeypatch.setattr(window.keeper, "may_leave", lambda: True)
    window.resize(1100, 720)
    window.close()
    kept = json.loads((store.folder / "preferences.json").read_text())
    assert "window" in kept
