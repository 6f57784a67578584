"""The Drive station's own pages: gears in time, the motor's plots, a time-lapse."""

import pytest
from PyQt6.QtCore import Qt

from hazel_lantern.app.bench.lapse import _light
from hazel_lantern.core.drive.model import Stage
from hazel_lantern.core.fields import Edit

GEARS = tuple(
    Stage(driver=f"pom-1-{a}", driven=f"pom-1-{b}") for a, b in ((12, 60), (16, 56), (24, 48))
)


@pytest.fixture
def turn_to(window):
    """Drives the slide by a motor, and turns the Drive station to a page."""
    session = window.session
    assert session.edit(Edit("drive.source", "motor"), Edit("drive.last", "belt loop")) == ""
    session.go_to_station("Drive")
    pages = window.desk.benches["Drive"].pages

    def turn(title):
        (at,) = [at for at, tab in enumerate(pages.tabs) if tab.text() == title]
        assert pages.tabs[at].isVisible()
        pages.tabs[at].click()
        return window.desk.benches["Drive"]._pages[at].widget

    return turn


def test_a_gear_is_put_in_by_a_click_and_by_the_keys(window, hand, turn_to):
    session = window.session
    session.edit(Edit("drive.gears", GEARS))
    page = turn_to("Gears")
    hand.click(page.times, page.times.box_of(2).center().toPoint())
    assert session.rig.drive.gear == "third"
    assert session.document.undo_action == "put the third gear in"
    hand.key(page.times, Qt.Key.Key_Up)
    assert session.rig.drive.gear == "second"
    hand.key(page.times, Qt.Key.Key_Down)
    hand.key(page.times, Qt.Key.Key_Down)
    assert session.rig.drive.gear == "third"
    # Slower gears lie further to the right: the first is the slowest.
    assert page.times.box_of(0).right() > page.times.box_of(2).right()


def test_without_a_box_the_bar_tells_how_to_get_one(window, hand, turn_to):
    page = turn_to("Gears")
    assert "no gear does" in page.words.text()
    assert "Three speeds" in page.words.text()
    before = window.session.document.project
    hand.click(page.times, page.times.box_of(0).center().toPoint())
    hand.key(page.times, Qt.Key.Key_Up)
    assert window.session.document.project is before


def test_the_plots_of_the_motor_follow_the_mark(window, turn_to):
    page = turn_to("Motor")
    dial, torque = page.plots
    window.session.go_to_mark(3)
    before = dial.canvas.cursor_at, torque.canvas.cursor_at
    window.session.go_to_mark(30)
    assert dial.canvas.cursor_at > before[0]
    assert torque.canvas.cursor_at != before[1]
    assert dial.canvas.picture.zone == pytest.approx((15.0, 100.0))
    # Its line reaches to the free speed, whatever of it the move uses.
    assert torque.canvas.picture.curves[1].x[-1] == pytest.approx(30.0)


def test_a_time_lapse_has_a_page_and_dots_on_the_tape(window, turn_to):
    session, tape = window.session, window.desk.stage.tape.tape
    assert len(tape._dots()) == 0
    session.edit(Edit("shot.played.kind", "time-lapse"), Edit("shot.pace.duration", 2700.0))
    page = turn_to("Time-lapse")
    assert "250 frames in 45 min of work" in page.words.text()
    # 250 dots are more than the tape can show apart, so every second or third is there.
    assert 60 < len(tape._dots()) <= 250
    session.edit(Edit("shot.played.screen", 1.0))
    assert len(tape._dots()) == 25
    sharp = page.smear.grab().toImage()
    session.edit(Edit("shot.played.shutter", 0.1))
    assert page.smear.blur > 2.0
    assert page.smear.grab().toImage() != sharp


@pytest.mark.parametrize(
    ("at", "blur", "share"),
    [
        (0, 0.0, 1.0),
        (1, 0.0, 0.0),
        (0, 1.0, 0.5),
        (1, 1.0, 0.5),
        # Of a smear over ten pixels a middle one has a tenth of the light.
        (5, 10.0, 0.1),
        (12, 10.0, 0.0),
    ],
)
def test_a_smear_shares_its_light_out(at, blur, share):
    assert _light(at, blur) == pytest.approx(share, abs=0.01)


def test_slow_motion_shows_what_the_buffer_keeps(window, turn_to):
    session = window.session
    session.edit(Edit("shot.played.kind", "slow motion"), Edit("shot.played.buffer", 1.0))
    page = turn_to("Slow motion")
    assert "Press stop at" in page.words.text()
    kept = session.assessment.family.shown.captured
    assert page.bar.px(kept.press) - page.bar.px(kept.opens) == pytest.approx(
        (page.bar.width() - 28) / 6.0, abs=1.0
    )
    before = page.bar.grab().toImage()
    session.edit(Edit("shot.played.buffer", 3.0))
    assert page.bar.grab().toImage() != before
