"""The Shot station and the first page: pictures, plan, heights, strip, cards, lens, clips."""

import numpy as np
import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtGui import QImage
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QFileDialog

from hazel_lantern.app import clip
from hazel_lantern.app.choice_popup import ChoicePopup
from hazel_lantern.core.candidates import able
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lamps import State
from hazel_lantern.core.parts import with_article
from hazel_lantern.core.shot import SUBJECT, S
from hazel_lantern.core.shot.pictures import PICTURES, picture_of
from tests.app.conftest import grip, ready


@pytest.fixture
def page(empty_window):
    return empty_window.new_page


@pytest.fixture
def shot(window):
    """The Shot station of the demo's slider."""
    window.session.go_to_station("Shot")
    return window.desk.set_stage


def held(drawing):
    return drawing.held.path if drawing.held else ""


@pytest.mark.parametrize("picture", PICTURES, ids=lambda one: one.id)
def test_each_move_by_mouse_goes_from_a_blank_page_to_a_rig(
    picture, empty_window, page, hand, qtbot
):
    hand.click(page.set_stage.pictures.buttons[picture.id])
    asked = page.scratch.rig.shot
    assert picture_of(asked) is picture
    assert page.set_stage.pictures.buttons[picture.id].isChecked()
    assert sum(one.isChecked() for one in page.set_stage.pictures.buttons.values()) == 1
    hand.click(ready(page, qtbot, able(asked)[0].id))
    qtbot.waitUntil(lambda: empty_window.desk is not None, timeout=3000)
    rig = empty_window.session.rig
    assert rig.shot == asked
    assert rig.assumed
    assert empty_window.session.station == "Frame"


@pytest.mark.parametrize("picture", PICTURES[1:], ids=lambda one: one.id)
def test_each_move_by_keyboard_goes_from_a_blank_page_to_a_rig(
    picture, empty_window, page, hand, qtbot
):
    qtbot.waitExposed(empty_window)
    buttons = page.set_stage.pictures.buttons
    for _ in range(10):
        hand.key(empty_window.focusWidget() or empty_window, Qt.Key.Key_Tab)
        if empty_window.focusWidget() is buttons["slide-past"]:
            break
    while empty_window.focusWidget() is not buttons[picture.id]:
        hand.key(empty_window.focusWidget(), Qt.Key.Key_Right)
    hand.key(empty_window.focusWidget(), Qt.Key.Key_Space)
    assert picture_of(page.scratch.rig.shot) is picture
    ready(page, qtbot, able(page.scratch.rig.shot)[0].id)
    for _ in range(160):
        hand.key(empty_window.focusWidget(), Qt.Key.Key_Tab)
        if empty_window.focusWidget() is page.cards.take:
            break
    hand.key(empty_window.focusWidget(), Qt.Key.Key_Space)
    qtbot.waitUntil(lambda: empty_window.desk is not None, timeout=3000)
    assert isinstance(empty_window.session.rig.shot.move, type(picture.move))


def test_another_picture_clears_what_the_last_one_put_there_but_not_what_the_maker_did(page, hand):
    buttons = page.set_stage.pictures.buttons
    assert [one.name for one in page.scratch.rig.shot.things] == ["post", "window"]
    hand.click(buttons["push-in"])
    assert page.scratch.rig.shot.things == ()
    page.set_stage.put_in("table")
    hand.click(buttons["slide-past"])
    assert [one.name for one in page.scratch.rig.shot.things] == ["table"]


def test_steps_of_a_rig_being_started_are_taken_back_and_done_again(empty_window, page, hand):
    hand.click(page.set_stage.pictures.buttons["rise"])
    assert empty_window.top.undo.isEnabled()
    hand.key(empty_window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert page.scratch.rig.shot.move.kind == "line"
    assert not empty_window.top.undo.isEnabled()
    hand.click(empty_window.top.redo)
    assert page.scratch.rig.shot.move.kind == "rise"
    assert not empty_window.session.document.project.rigs


def test_a_rig_whose_drafting_was_undone_comes_back(empty_window, page, hand, qtbot):
    hand.click(ready(page, qtbot, "slider"))
    session = empty_window.session
    hand.key(empty_window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert empty_window.new_page is not None
    keys = Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.ShiftModifier
    hand.key(empty_window, Qt.Key.Key_Z, keys)
    assert [one.design.family for one in session.document.project.rigs] == ["slider"]


def test_the_first_page_is_in_the_units_of_the_project(empty_window, page):
    empty_window.set_units("ft·in")
    pill = page.set_stage.plan.pills["shot.move.distance"]
    assert pill.text() == "2' 7 1/2\""
    assert not page.scratch.document.can_undo


def test_a_picture_that_the_rig_cannot_make_has_another_stand_in_in_one_step(
    window, shot, hand, qtbot
):
    session = window.session
    before = session.rig
    hand.click(shot.pictures.buttons["rise"])
    assert session.rig.design.family == "jib"
    assert "a jib stands in" in window.message
    session.document.undo()
    assert session.rig == before


def test_a_card_makes_it_the_rig_and_undo_brings_the_old_one_back(window, shot, hand, qtbot):
    session, before = window.session, window.session.rig
    dolly = ready(window.desk, qtbot, "dolly")
    assert set(window.desk.cards.cards) == {"slider", "dolly"}
    assert window.desk.cards.cards["slider"].stands
    assert "€" in dolly.figures
    assert dolly.one.rig.shot == before.shot
    hand.click(dolly)
    assert session.rig.design == dolly.one.rig.design
    assert session.rig.name == before.name
    assert session.rig.shot == before.shot
    qtbot.waitUntil(lambda: window.desk.cards.cards["dolly"].stands)
    session.document.undo()
    assert session.rig == before


def test_drafting_is_stopped_and_left(window, shot, hand, qtbot):
    cards = window.desk.cards
    assert cards.busy
    assert "drafting: 0 of 1" in cards.words.text()
    hand.click(cards.stop)
    assert not cards.busy
    assert cards.words.text() == "stopped at 0 of 1"
    # Another shot is drafted again; nobody waits for it at another station.
    window.session.edit(Edit("shot.move.distance", 0.6))
    assert cards.busy
    window.session.go_to_station("Frame")
    assert not cards.busy


def test_a_budget_typed_beside_the_cards_drafts_anew(page, hand, qtbot):
    ready(page, qtbot, "dolly")
    budget = page.cards.budget
    hand.type_into(budget, "30")
    assert page.scratch.rig.budget == 30
    dolly = ready(page, qtbot, "dolly")
    assert dolly.one.found.lamp("budget").state is State.FAILS


def test_everything_on_the_plan_is_dragged(page, hand):
    plan, session = page.set_stage.plan, page.scratch
    for path in [handle.path for handle in plan.handles]:
        start = grip(plan, path)
        before = session.rig
        handle = next(one for one in plan.handles if one.path == path)
        way = QPoint(round(40 * handle.axis[0] or 8), -round(40 * handle.axis[1] or 0))
        if path == "shot.lens.focal":
            way = QPoint(-60, 0)
        hand.drag(plan, start, start + way)
        assert session.rig != before, path
        session.document.undo()
        assert session.rig == before, path


@pytest.mark.parametrize("far", [QPoint(9000, 0), QPoint(0, 9000), QPoint(-9000, -9000)])
@pytest.mark.parametrize("picture", ["slide-past", "go-round", "fly-over", "glide-above"])
def test_dragging_the_set_to_its_extremes_keeps_a_shot_that_can_be(page, hand, far, picture):
    hand.click(page.set_stage.pictures.buttons[picture])
    for drawing in (page.set_stage.plan, page.set_stage.heights):
        for handle in drawing.handles:
            start = grip(drawing, handle.path)
            hand.drag(drawing, start, start + far, steps=3)
            found = page.scratch.assessment
            assert all(np.isfinite(found.poses.eye).ravel()), handle.path
            page.scratch.document.undo()


def test_every_handle_is_reached_with_tab_and_moved_with_arrows(page, hand):
    plan, session = page.set_stage.plan, page.scratch
    plan.setFocus(Qt.FocusReason.TabFocusReason)
    paths = [handle.path for handle in plan.handles]
    for path in paths:
        assert held(plan) == path
        before = session.rig
        for key in (Qt.Key.Key_Right, Qt.Key.Key_Up):
            hand.key(plan, key)
        coarse = session.rig
        assert coarse != before, path
        assert held(plan) == path
        hand.key(plan, Qt.Key.Key_Tab)
    assert len(paths) > 10


def test_shift_moves_finely(page, hand):
    plan, session = page.set_stage.plan, page.scratch
    plan.hold("shot.subject.distance")
    before = session.value("shot.subject.distance")
    hand.key(plan, Qt.Key.Key_Up, Qt.KeyboardModifier.ShiftModifier)
    fine = session.value("shot.subject.distance") - before
    hand.key(plan, Qt.Key.Key_Up)
    coarse = session.value("shot.subject.distance") - before - fine
    assert fine == pytest.approx(0.005)
    assert coarse == pytest.approx(10 * fine)


def test_a_thing_is_put_in_moved_and_taken_out(page, hand):
    stage, session = page.set_stage, page.scratch
    hand.click(stage.add)
    popup = next(one for one in page.window().findChildren(ChoicePopup) if one.isVisible())
    popup.list.setCurrentItem(popup.list.findItems("table", Qt.MatchFlag.MatchExactly)[0])
    hand.key(popup.list, Qt.Key.Key_Return)
    table = session.rig.shot.thing("table")
    assert held(stage.plan) == "shot.things.2.aside"
    hand.key(stage.plan, Qt.Key.Key_Right)
    assert session.rig.shot.thing("table").aside > table.aside
    stage.put_in("table")
    assert session.rig.shot.thing("table 2") is not None
    assert stage.take_out.isEnabled()
    hand.key(stage.plan, Qt.Key.Key_Delete)
    assert session.rig.shot.thing("table 2") is None
    stage.plan.hold("shot.things.2.width")
    hand.click(stage.take_out)
    assert [one.name for one in session.rig.shot.things] == ["post", "window"]


def test_another_place_to_stay_in_is_put_in_moved_and_taken_out(page, hand):
    stage, session = page.set_stage, page.scratch
    hand.click(stage.pictures.buttons["hold"])
    before = session.rig.shot.move.places
    hand.click(stage.add)
    popup = next(one for one in page.window().findChildren(ChoicePopup) if one.isVisible())
    popup.list.setCurrentRow(0)
    hand.key(popup.list, Qt.Key.Key_Return)
    assert held(stage.plan) == "shot.move.places.2.along"
    assert session.rig.shot.move.places[-1].along > before[-1].along
    for key, field in ((Qt.Key.Key_Right, "along"), (Qt.Key.Key_Up, "away")):
        was = getattr(session.rig.shot.move.places[-1], field)
        hand.key(stage.plan, key)
        assert getattr(session.rig.shot.move.places[-1], field) > was
    hand.key(stage.plan, Qt.Key.Key_Delete)
    assert session.rig.shot.move.places == before
    hand.click(page.bench.pages.tabs[1])
    assert "shot.move.places.1.away" in page.bench.fields.pills


def test_an_aim_goes_with_the_name_of_what_it_says(page):
    session = page.scratch
    assert ("post", "post") in session.options("shot.aim.follows")
    assert session.choose("shot.aim.follows", "post") == ""
    assert session.type_into("shot.things.0.name", "pillar") == ""
    assert session.rig.shot.aim.follows == "pillar"
    things = session.rig.shot.things
    assert session.edit(Edit(S.things, things[1:])) == ""
    assert session.rig.shot.aim.follows == SUBJECT
    assert "two things" in session.type_into("shot.things.0.name", "subject")


def test_the_strip_goes_through_the_move(shot, window, hand):
    strip, session = window.desk.benches["Shot"].screen_.strip, window.session
    boxes = strip.boxes()
    last = len(session.assessment.marks) - 1
    assert boxes[0].width() > 1.5 * boxes[1].width()
    hand.click(strip, boxes[0].center().toPoint())
    assert session.mark == 0
    hand.drag(strip, boxes[0].center().toPoint(), boxes[6].center().toPoint())
    assert session.mark == last
    hand.key(strip, Qt.Key.Key_Home)
    hand.key(strip, Qt.Key.Key_Right)
    assert session.mark == 1
    hand.key(strip, Qt.Key.Key_End)
    assert session.mark == last


def test_a_figure_of_a_lamp_leads_to_it_and_its_mends(shot, window, hand):
    figures = window.desk.benches["Shot"].screen_.figures
    strobe = next(one for one in figures.views if one.figure.lamp == "shot.strobe")
    hand.click(strobe)
    assert window.desk.lamps.detail.id == "shot.strobe"
    assert window.desk.lamps.isVisible()
    hand.click(strobe)
    assert window.desk.lamps.detail.id == "shot.strobe"


def test_every_pill_of_the_set_refuses_nonsense_and_says_why(page, hand):
    document = page.scratch.document
    before = document.project
    kinds = ("choice", "text", "switch")
    for drawing in (page.set_stage.plan, page.set_stage.heights):
        for path, pill in drawing.pills.items():
            if page.scratch.spec(path).kind in kinds:
                continue
            for nonsense in ("banana", "", "1e999", "-99999"):
                hand.type_into(pill, nonsense)
                assert len(pill.balloon.text()) > 20, path
                hand.key(pill.editor, Qt.Key.Key_Escape)
    assert document.project is before


def pictured(widget):
    return widget.grab().toImage()


def test_as_built_beside_as_asked(shot, window, hand, qtbot):
    shot.views.turn_to(1)
    through = shot.through
    window.session.go_to_mark(0)
    seen = {}
    for which in ("as built", "as asked", "side by side"):
        hand.click(through.buttons[which])
        seen[which] = bytes(
            pictured(through.screen_).constBits().asarray(pictured(through.screen_).sizeInBytes())
        )
    assert len(set(seen.values())) == 3
    hand.click(through.buttons["in turn"])
    turns = {through.screen_.shown}
    qtbot.waitUntil(lambda: turns.add(through.screen_.shown) or len(turns) == 2, timeout=5000)
    assert turns == {("as built",), ("as asked",)}
    hand.click(through.buttons["as built"])
    hand.key(through.screen_, Qt.Key.Key_Space)
    assert window.session.playing
    assert through.play.text() == "Stop"
    hand.click(through.play)
    assert not window.session.playing


def test_a_still_and_a_clip_are_written(shot, window, hand, qtbot, tmp_path, monkeypatch):
    import av

    session = window.session
    # A short move of a small frame: the clip is at least three seconds long.
    assert (
        session.edit(
            Edit("shot.pace.duration", 2.5),
            Edit("shot.lens.frame_width", 640),
            Edit("shot.lens.frame_height", 360),
        )
        == ""
    )
    shot.views.turn_to(1)
    through = shot.through
    folder = tmp_path / "films"
    folder.mkdir()
    still, film = folder / "frame.png", folder / "move.mp4"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(still), ""))
    hand.click(through.still)
    image = QImage(str(still))
    assert (image.width(), image.height()) == (640, 360)
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(film), ""))
    hand.click(through.clip)
    assert not through.clip.isEnabled()
    qtbot.waitUntil(lambda: "Written" in window.message and film.exists(), timeout=60000)
    with av.open(str(film)) as read:
        stream = read.streams.video[0]
        frames = [frame.to_ndarray(format="gray") for frame in read.decode(stream)]
        assert (stream.width, stream.height) == (640, 360)
        assert float(stream.average_rate) == session.rig.shot.played.shown
    assert len(frames) == 3 * session.rig.shot.played.shown
    # The move goes on for two and a half seconds, then stays; the caption's ground is dark.
    moved = np.abs(frames[0].astype(float) - frames[30]).mean()
    stays = np.abs(frames[-1].astype(float) - frames[-10]).mean()
    assert moved > 4
    assert stays < 1.5
    assert frames[0][-6:, 300:330].mean() < frames[0][-40:-30, 300:330].mean()
    assert {one.name for one in folder.iterdir()} == {"frame.png", "move.mp4"}


def test_a_clip_that_is_stopped_leaves_nothing(shot, window, hand, qtbot, tmp_path, monkeypatch):
    shot.views.turn_to(1)
    through = shot.through
    film = tmp_path / "films" / "move.mp4"
    film.parent.mkdir()
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(film), ""))
    hand.click(through.clip)
    qtbot.waitUntil(lambda: through.bar.value() > 0, timeout=30000)
    hand.click(through.stop)
    assert through.clip.isEnabled()
    qtbot.waitUntil(lambda: not list(film.parent.iterdir()), timeout=10000)
    monkeypatch.setattr(
        QFileDialog, "getSaveFileName", lambda *_: (str(tmp_path / "none" / "move.mp4"), "")
    )
    hand.click(through.clip)
    qtbot.waitUntil(lambda: "could not be written" in window.message, timeout=30000)


def test_a_clip_is_as_long_as_it_is_on_screen(window):
    session = window.session

    def shown():
        return clip.Shown(session.rig, session.assessment, session.style)

    assert shown().seconds == pytest.approx(6.0)
    assert session.choose("shot.played.kind", "slow motion") == ""
    assert session.type_into("shot.played.captured", "50") == ""
    assert shown().seconds == pytest.approx(12.0)
    assert "s for one of the move" in shown().caption
    assert session.type_into("shot.pace.duration", "40") == ""
    assert shown().seconds == 30.0
    assert session.type_into("shot.lens.frame_width", "3840") == ""
    assert session.type_into("shot.lens.frame_height", "2160") == ""
    assert shown().size == (1920, 1080)


@pytest.mark.parametrize("theme", ["day", "night"])
@pytest.mark.parametrize("units", ["mm", "ft·in"])
def test_nothing_is_clipped_in_a_small_window(empty_window, page, qtbot, theme, units):
    empty_window.use_theme(theme)
    empty_window.set_units(units)
    empty_window.resize(1024, 700)
    QTest.qWait(50)
    assert empty_window.width() == 1024
    for drawing in (page.set_stage.plan, page.set_stage.heights):
        for path, pill in drawing.pills.items():
            assert drawing.rect().contains(pill.geometry()), path
    for one in page.set_stage.pictures.buttons.values():
        assert one.visibleRegion().boundingRect() == one.rect()


def test_a_capture_mode_is_taken_from_the_list_in_one_step(page, hand):
    session = page.scratch
    before = session.rig
    hand.click(page.bench.pages.tabs[1])
    hand.click(page.bench.modes)
    popup = next(one for one in page.window().findChildren(ChoicePopup) if one.isVisible())
    popup.filter.setText("500")
    hand.key(popup.filter, Qt.Key.Key_Return)
    assert session.rig.shot.played.captured == 500
    assert session.rig.shot.lens.crop == 1.4
    assert page.bench.fields.pills["shot.lens.crop"].text() == "1.4×"
    session.document.undo()
    assert session.rig == before


def test_families_are_named_in_sentences():
    assert with_article("Overhead rail") == "an overhead rail"
    assert with_article("Jib") == "a jib"
