"""The drive at its station: chosen, geared from the list, told when nothing would do, undone."""

import pytest
from PyQt6.QtCore import QPoint

from hazel_lantern.app.tape import TapeBar
from hazel_lantern.core.build.pack import write_pack
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lamps import State
from hazel_lantern.core.shelf import OwnedPart, Shelf
from hazel_lantern.core.workshop import Workshop


@pytest.fixture
def bench(window):
    window.session.go_to_station("Drive")
    return window.desk.benches["Drive"]


def motor(window, *more):
    assert window.session.edit(Edit("drive.source", "motor"), *more) == ""


def ranked(bench, qtbot, title):
    tabs = bench.ranked._tab_buttons
    tabs[title].click()
    qtbot.waitUntil(lambda: bool(bench.ranked.list.ids), timeout=20000)
    qtbot.waitUntil(lambda: not bench.ranked.worker.busy, timeout=20000)
    return bench.ranked.list


def test_a_motor_lights_its_lamps_and_undo_takes_them_away(window, bench):
    assert "drive.speed" not in window.desk.lamps.rows
    motor(window)
    assert "drive.speed" in window.desk.lamps.rows
    window.session.document.undo()
    assert "drive.speed" not in window.desk.lamps.rows


def test_a_crane_is_geared_down_by_a_click_and_its_lamp_lights(window, bench, hand, qtbot):
    window.session.document.look_at(1)
    motor(
        window,
        Edit("drive.last", "sector"),
        Edit("drive.wheel", 0.036),
        Edit("drive.clutch", True),
        Edit("shot.pace.duration", 2700.0),
    )
    session = window.session
    assert session.assessment.by_id["drive.speed"].state is State.FAILS
    cards = ranked(bench, qtbot, "trains")
    hand.click_card(cards, cards.ids[0])
    assert session.rig.drive.train
    assert session.assessment.by_id["drive.speed"].state is State.HOLDS
    assert window.desk.stage.isVisible()


def test_a_list_without_a_choice_says_so(window, bench, qtbot):
    """A step motor on a large spool is too slow for any gears but faster ones."""
    motor(window, Edit("drive.motor", "step-42"), Edit("drive.wheel", 0.012))
    bench.ranked._tab_buttons["trains"].click()
    qtbot.waitUntil(lambda: bench.ranked._note.text() == "none qualify", timeout=20000)


def test_the_button_of_a_long_move_is_not_cut_off(window, bench):
    window.session.document.look_at(1)
    assert window.session.edit(Edit("shot.pace.duration", 2700.0)) == ""
    button = window.findChild(TapeBar).button
    assert button.text().endswith(" of 45 min")
    assert button.sizeHint().width() <= button.width()


def test_the_drive_is_drawn_close_and_its_ring_is_dragged(window, hand):
    session, stage = window.session, window.desk.stage
    session.document.look_at(1)
    assert "drive" not in stage.buttons
    edits = (
        Edit("drive.source", "motor"),
        Edit("drive.last", "sector"),
        Edit("drive.wheel", 0.036),
    )
    assert session.edit(*edits) == ""
    hand.click(stage.buttons["drive"])
    drawing = stage.drawing
    assert drawing.view == "drive"
    assert {"drive.ring", "drive.wheel", "shot.pace.duration"} <= set(drawing.pills)
    (grip,) = [one for one in drawing.sketch.handles if one.path == "drive.ring"]
    start = drawing.mapping.to_px(grip.at).toPoint()
    before = session.rig.drive.ring
    hand.drag(drawing, start, start + QPoint(0, 40))
    assert session.rig.drive.ring > before + 0.02
    hand.type_into(drawing.pills["drive.wheel"], "48 mm")
    assert session.rig.drive.wheel == pytest.approx(0.048)
    # By hand again there is nothing of it to look at.
    session.edit(Edit("drive.source", "by hand"))
    assert drawing.view == "side"


def test_a_crane_that_rose_in_40_s_rises_in_45_min_from_cogs_on_hand(
    window, bench, hand, qtbot, tmp_path
):
    """As a new user would: geared from the shelf, its cogs drawn, the move played and compared."""
    session = window.session
    owned = ("plywood-2-12", "plywood-2-14", "plywood-2-60", "plywood-2-54", "plywood-2-16")
    parts = tuple(OwnedPart(part=id, count=2) for id in owned)
    session.set_workshop(Workshop(session.workshop.catalogue, Shelf(parts=parts)))
    session.document.look_at(1)
    motor(
        window,
        Edit("drive.last", "sector"),
        Edit("drive.wheel", 0.036),
        Edit("drive.clutch", True),
        Edit("shot.pace.duration", 40.0),
    )
    bench.pages.turn_to(1)
    hand.type_into(bench.fields.pills["shot.pace.duration"], "45 min")
    assert session.assessment.by_id["drive.speed"].headline == "Too slow for its dial"
    bench.pages.turn_to(0)
    cards = ranked(bench, qtbot, "own trains")
    hand.click_card(cards, cards.ids[0])
    assert {one for stage in session.rig.drive.train for one in (stage.driver, stage.driven)} <= {
        *owned
    }
    assert session.assessment.by_id["drive.speed"].state is State.HOLDS
    bought = [part for part in session.assessment.parts if part.key.startswith("cog-")]
    assert bought
    assert all(part.cost == 0 for part in bought)
    # Its cogs come out of the pack as drawings of true size.
    files = [
        path.name
        for path in write_pack(session.document.project, session.rig, session.workshop, tmp_path)
    ]
    for part in bought:
        stem = part.name.lower().replace(",", "").replace(" ", "-")
        assert [name for name in files if stem in name and name.endswith(".dxf")], (stem, files)
    # And the move plays on the stand-in, 45 minutes in seconds.
    titles = [tab.text() for tab in bench.pages.tabs]
    bench.pages.tabs[titles.index("On the line")].click()
    hand.click(bench.line.home)
    qtbot.waitUntil(lambda: not bench.line.line.running, timeout=60000)
    run = bench.line.line.run
    assert run.whole, run.words
    assert run.times[-1] == pytest.approx(2700, rel=0.02)
    assert 0 < run.furthest < 40
    assert "Furthest off" in bench.line.words.text()
    assert session.rig.log[-1].measure == "drive.run"
