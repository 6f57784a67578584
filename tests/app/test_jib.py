"""A jib in the window that knows nothing of jibs: dragged, typed into, mended, built."""

import math
import re

import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtWidgets import QFileDialog

from hazel_lantern.app.choice_popup import ChoicePopup
from hazel_lantern.core.lamps import State
from tests.app.conftest import ready, refuse_nonsense


@pytest.fixture
def crane(window):
    """The demo's loft crane on the stage."""
    window.session.document.look_at(1)
    assert window.session.rig.name == "Loft crane"
    return window.session


@pytest.fixture
def drawing(window, crane):
    return window.desk.stage.drawing


def grip(drawing, path, which=0):
    handle = [one for one in drawing.sketch.handles if one.path == path][which]
    return drawing.mapping.to_px(handle.at).toPoint()


def angle_of(session):
    return float(session.assessment.marks[session.mark])


def test_the_camera_is_dragged_through_its_swing(crane, drawing, hand):
    crane.go_to_mark(22)
    start = grip(drawing, "mark")
    before = angle_of(crane)
    hand.drag(drawing, start, start + QPoint(-10, -40))
    assert angle_of(crane) > before + 0.1
    # The lens on the drawing stays under the hand, for the arm turns about its pivot.
    after = grip(drawing, "mark")
    assert math.hypot(after.x() - start.x() + 10, after.y() - start.y() + 40) < 14
    hand.drag(drawing, grip(drawing, "mark"), QPoint(start.x(), -3000))
    assert angle_of(crane) == pytest.approx(max(crane.assessment.marks))
    hand.drag(drawing, grip(drawing, "mark"), QPoint(start.x(), 3000))
    assert angle_of(crane) == pytest.approx(min(crane.assessment.marks))
    assert not crane.document.can_undo


def test_everything_moves_with_the_swing(crane, drawing):
    """Weights and camera go opposite ways; the platform stays level on its bar."""
    seen = {}
    for mark in (0, len(crane.assessment.marks) - 1):
        crane.go_to_mark(mark)
        seen[mark] = {
            path: grip(drawing, path)
            for path in ("mark", "design.boom.front", "design.counterweight.place")
        }
    low, high = (seen[mark] for mark in sorted(seen))
    assert high["mark"].y() < low["mark"].y()
    assert high["design.boom.front"].y() < low["design.boom.front"].y()
    assert high["design.counterweight.place"].y() > low["design.counterweight.place"].y()
    for one in (low, high):
        rise = one["design.boom.front"].y() - one["mark"].y()
        assert rise == pytest.approx(0.195 * drawing.mapping.scale, abs=3)


HANDLES = [
    "design.boom.front",
    "design.boom.tail",
    "design.counterweight.place",
    "design.post.height",
    "design.post.spread",
    "design.swing.up",
    "design.swing.down",
]


@pytest.mark.parametrize("path", HANDLES)
@pytest.mark.parametrize("far", [QPoint(9000, 0), QPoint(-9000, 0), QPoint(0, 9000)])
def test_dragging_anything_to_its_extremes_keeps_a_jib_that_can_be(crane, drawing, hand, path, far):
    start = grip(drawing, path)
    hand.drag(drawing, start, start + far, steps=12)
    assert len(crane.assessment.lamps) == 29
    spec = crane.spec(path)
    assert spec.low <= crane.value(path) <= spec.high
    if crane.document.can_undo:
        crane.document.undo()
        assert not crane.document.can_undo


def test_weights_slid_on_the_stage_balance_the_arm(crane, drawing, hand):
    """Towards the tail until the lamp holds; one drag is one step of undo."""
    assert crane.assessment.by_id["jib.balance"].state is State.FAILS
    place = crane.value("design.counterweight.place")
    start = grip(drawing, "design.counterweight.place")
    swing = angle_of(crane)
    out = 0.035 * drawing.mapping.scale
    hand.drag(
        drawing,
        start,
        start + QPoint(round(-out * math.cos(swing)), round(out * math.sin(swing))),
    )
    assert crane.value("design.counterweight.place") == pytest.approx(place + 0.035, abs=0.011)
    assert crane.assessment.by_id["jib.balance"].state is not State.FAILS
    crane.document.undo()
    assert crane.value("design.counterweight.place") == place


def test_the_pan_is_dragged_played_and_given_back_to_the_move(window, crane, drawing, hand):
    window.desk.stage.show_view("above")
    bar = window.desk.stage.tape
    start, middle = grip(drawing, "turn"), drawing.mapping.to_px((0.0, 0.0)).toPoint()
    hand.drag(drawing, start, QPoint(middle.x(), middle.y() - 130))
    assert crane.turned_by_hand
    assert crane.turn == pytest.approx(math.pi / 2, abs=0.15)
    assert not crane.document.can_undo
    # The second tape follows, and takes keys of its own.
    bar.turn.setFocus()
    turned = crane.turn
    hand.key(bar.turn, Qt.Key.Key_Left)
    assert crane.turn == pytest.approx(turned - math.radians(5))
    hand.drag(bar.turn, bar.turn.rect().center(), QPoint(9000, 10))
    assert crane.turn == pytest.approx(math.pi)
    hand.click(bar.back)
    assert not crane.turned_by_hand
    assert abs(crane.turn) <= math.radians(12) + 1e-9


def test_every_pill_of_the_jib_refuses_nonsense(window, crane, hand):
    refuse_nonsense(window, hand, ("side", "above"), 4)


@pytest.mark.parametrize(
    ("path", "text", "says"),
    [
        ("design.boom.tail", "3 m", "through the floor"),
        ("design.boom.tail", "400", "runs off the tail"),
        ("design.boom.front", "8'", "through the floor"),
        ("design.swing.down", "75", "through the floor"),
        ("design.counterweight.place", "100 mm", "outside of the slot"),
    ],
)
def test_an_impossible_linkage_is_refused_and_the_nearest_named(
    crane, drawing, hand, path, text, says
):
    before = crane.rig
    hand.type_into(drawing.pills[path], text)
    words = drawing.pills[path].balloon.text()
    assert re.search(says, words)
    assert re.search(r"at most|at least|accepted", words)
    assert crane.rig is before


def test_a_stack_is_chosen_by_mouse_and_the_lamp_lights(window, crane, hand, qtbot):
    window.session.go_to_station("Load")
    bench = window.desk.benches["Load"]
    bench.pages.turn_to(1)
    cards = bench.ranked.list
    qtbot.waitUntil(lambda: len(cards.ids) > 5 and not bench.ranked.worker.busy, timeout=15000)
    card = cards.shown.cards[0]
    assert "kg" in card.row.name
    assert "+100 g" in card.words
    hand.click_card(cards, card.row.id)
    assert crane.assessment.by_id["jib.balance"].state is State.HOLDS
    qtbot.waitUntil(lambda: window.top.tags[1].state is State.HOLDS, timeout=3000)


def test_a_mend_is_applied_and_taken_back(window, crane, hand, qtbot):
    lamps = window.desk.lamps
    hand.click(lamps.rows["jib.balance"])
    qtbot.waitUntil(lambda: lamps.detail._mends.count() >= 3, timeout=30000)
    before = crane.rig
    hand.click(lamps.detail._mends.itemAt(0).widget())
    assert crane.assessment.by_id["jib.balance"].state is State.HOLDS
    crane.document.undo()
    assert crane.rig is before


def test_plates_are_added_changed_and_taken_out(window, crane, hand):
    window.session.go_to_station("Load")
    bench = window.desk.benches["Load"]
    bench.pages.turn_to(2)
    plates = "design.counterweight.plates"
    before = crane.value(plates)
    bench.fields._add(plates)
    assert len(crane.value(plates)) == len(before) + 1
    hand.type_into(bench.fields.pills[f"{plates}.3.mass"], "10 lb")
    assert crane.value(plates)[3].mass == pytest.approx(4.536, abs=1e-3)
    hand.type_into(bench.fields.pills[f"{plates}.0.on_bar"], "9")
    assert "at most 4" in bench.fields.pills[f"{plates}.0.on_bar"].balloon.text()
    while crane.document.can_undo:
        crane.document.undo()
    assert crane.value(plates) == before


def test_a_jib_from_nothing_by_mouse_and_keys(empty_window, hand, qtbot, tmp_path, monkeypatch):
    window, page = empty_window, empty_window.new_page
    hand.click(page.bench.pages.tabs[1])
    fields = page.bench.fields
    pill = fields.pills["shot.move.way"]
    pill.setFocus()
    hand.key(pill, Qt.Key.Key_Return)
    popup = next(w for w in window.findChildren(ChoicePopup) if w.isVisible())
    found = popup.list.findItems("rise", Qt.MatchFlag.MatchExactly)
    popup.list.setCurrentItem(found[0])
    hand.key(popup.list, Qt.Key.Key_Return)
    assert page.scratch.value("shot.move.way") == "rise"
    hand.type_into(fields.pills["shot.move.distance"], "1.1 m")
    hand.type_into(fields.pills["shot.room.height"], "3 m")
    jib = ready(page, qtbot, "jib")
    assert "slider" not in page.cards.cards
    hand.click(jib)
    qtbot.waitUntil(lambda: window.desk is not None, timeout=60000)
    found = window.session.assessment
    assert found.axis.name == "swing"
    assert all(lamp.state is not State.FAILS for lamp in found.lamps)
    assert found.travel >= 1.1
    monkeypatch.setattr(QFileDialog, "getExistingDirectory", lambda *_: str(tmp_path))
    hand.click(window.top.pack_button)
    qtbot.waitUntil(lambda: any(tmp_path.glob("*-templates.pdf")), timeout=30000)
    qtbot.waitUntil(lambda: "Written into" in window.message, timeout=30000)
    assert len(list(tmp_path.glob("*.dxf"))) == 7
    window.session.document.undo()
    assert not window.session.document.project.rigs


def test_templates_alone_are_written_from_the_bench(
    window, crane, hand, qtbot, tmp_path, monkeypatch
):
    window.session.go_to_station("Build")
    monkeypatch.setattr(QFileDialog, "getExistingDirectory", lambda *_: str(tmp_path))
    hand.click(window.desk.benches["Build"].templates_button)
    qtbot.waitUntil(lambda: "loft-crane-templates.pdf" in window.message, timeout=20000)
    assert {path.suffix for path in tmp_path.glob("loft*")} == {".pdf", ".dxf", ".svg"}
    assert "more" in window.message


def test_a_drift_is_logged_against_what_was_foretold(window, crane, hand, qtbot):
    window.session.go_to_station("Try-out")
    bench = window.desk.benches["Try-out"]
    bench.choose("place")
    qtbot.keyClicks(bench.value, '21 1/2"')
    hand.click(bench.enter)
    entry = crane.rig.log[-1]
    assert entry.value == pytest.approx(0.5461)
    assert entry.predicted == pytest.approx(0.5471, abs=2e-3)


def test_switching_rigs_changes_tapes_and_views(window, crane, hand):
    tape, stage = window.desk.stage.tape, window.desk.stage
    assert tape.turn.isVisible()
    assert list(stage.buttons) == ["side", "above", "load", "lens"]
    hand.click(window.top.tags[0])
    assert not tape.turn.isVisible()
    assert "close" in stage.buttons
    hand.click(window.top.tags[1])
    assert tape.turn.isVisible()
    stage.show_view("lens")
    crane.go_to_mark(5)
    hand.click(window.top.tags[0])
    assert window.session.assessment.axis.kind == "length"
