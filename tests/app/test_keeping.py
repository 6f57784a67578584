"""Work in the window when files, folders and other programs misbehave."""

import json
from dataclasses import replace

import pytest

from hazel_lantern.app import changed_dialog
from hazel_lantern.app.changed_dialog import differences
from hazel_lantern.app.keeper import home
from hazel_lantern.app.rows_dialog import RowsDialog
from hazel_lantern.core.catalogue.carried import CarriedRow
from hazel_lantern.core.fields import Edit, apply
from hazel_lantern.core.project.store import open_file, open_project, save
from tests.conftest import leave_behind


@pytest.fixture
def kept(window, tmp_path):
    """The window with its project saved, and changed by somebody else since."""
    path = tmp_path / "p.hazel.json"
    assert window.keeper.write(path)
    theirs = apply(window.session.document.project, [Edit("name", "Theirs")])
    save(theirs, path)
    window.session.document.edit_project(Edit("name", "Mine"))
    return path


def answer(monkeypatch, choice):
    asked = []

    def ask(window, name, theirs, mine):
        asked.append((name, theirs, mine))
        return choice

    monkeypatch.setattr(changed_dialog, "ask", ask)
    return asked


def test_mine_is_kept_when_asked_to(window, kept, monkeypatch):
    asked = answer(monkeypatch, "mine")
    assert window.keeper.save()
    ((name, theirs, mine),) = asked
    assert (name, theirs.name, mine.name) == (kept.name, "Theirs", "Mine")
    assert open_project(kept).name == "Mine"
    assert not window.session.document.dirty
    # Theirs is not lost: it is the newest backup.
    assert open_project(kept.with_name(kept.name + ".1.bak")).name == "Theirs"


def test_theirs_is_taken_when_asked_to(window, kept, monkeypatch):
    answer(monkeypatch, "theirs")
    assert not window.keeper.save()
    assert window.session.document.project.name == "Theirs"
    assert not window.session.document.dirty
    window.session.document.edit_project(Edit("name", "After"))
    assert window.keeper.save()
    assert open_project(kept).name == "After"


def test_mine_is_saved_beside_theirs(window, kept, monkeypatch):
    answer(monkeypatch, "beside")
    assert window.keeper.save()
    beside = kept.with_name("p (mine).hazel.json")
    assert (open_project(kept).name, open_project(beside).name) == ("Theirs", "Mine")
    assert window.keeper.path == beside
    window.keeper.path, (_, window.keeper.disk) = kept, open_file(kept)
    save(apply(window.session.document.project, [Edit("name", "Theirs again")]), kept)
    window.session.document.edit_project(Edit("name", "Mine again"))
    assert window.keeper.save()
    assert open_project(kept.with_name("p (mine 2).hazel.json")).name == "Mine again"


def test_nothing_is_written_where_nothing_was_decided(window, kept, monkeypatch):
    answer(monkeypatch, "stay")
    assert not window.keeper.save()
    assert open_project(kept).name == "Theirs"
    assert window.session.document.dirty


def test_what_differs_is_told_line_by_line(window):
    mine = window.session.document.project
    theirs = apply(mine, [Edit("name", "Theirs")])
    words = differences(theirs, mine)
    assert '- "name": "Theirs",' in words
    assert f'+ "name": "{mine.name}",' in words
    assert differences(mine, mine) == ""
    assert differences(None, mine).count("\n+") > 100


def test_the_project_s_folder_is_gone(window, tmp_path):
    folder = tmp_path / "gone"
    folder.mkdir()
    path = folder / "p.hazel.json"
    assert window.keeper.write(path)
    window.session.document.edit_project(Edit("name", "Still here"))
    path.unlink()
    folder.rmdir()
    window.keeper.disk = None
    assert not window.keeper.save()
    assert str(path) in window.message
    assert window.session.document.project.name == "Still here"
    assert window.session.document.dirty


def test_a_data_folder_in_the_way_harms_no_save(window, tmp_path):
    """Saved counts as saved, whatever becomes of recent files and preferences."""
    in_the_way = tmp_path / "elsewhere"
    in_the_way.write_text("a file")
    window.store.folder = in_the_way
    path = tmp_path / "p.hazel.json"
    assert window.keeper.write(path)
    assert not window.session.document.dirty
    assert str(in_the_way) in window.message
    window.session.document.edit_project(Edit("name", "Next"))
    assert not window.keeper.autosave()
    assert str(in_the_way) in window.message
    window.say("", False)
    # It is said once, not after every pause.
    assert not window.keeper.autosave()
    assert window.message == ""
    window.use_theme("night")
    assert str(in_the_way) in window.message


def test_recovered_work_stays_until_it_is_kept_again(window, store, monkeypatch):
    """The only copy goes when another one is on disk, and not before."""
    project = apply(window.session.document.project, [Edit("name", "Left behind")])
    store.autosave(project, None, "left")
    leave_behind(store)
    (recovery,) = store.recoveries()

    def full(*_):
        raise OSError(28, "No space left on device")

    with monkeypatch.context() as broken:
        broken.setattr(window.store, "autosave", full)
        window.keeper.recover(recovery)
        assert window.session.document.project.name == "Left behind"
        assert recovery.file.exists()
    assert json.loads(recovery.file.read_text())["project"]["name"] == "Left behind"


def test_without_a_home_there_is_still_a_place_to_save(monkeypatch):
    from pathlib import Path

    def nowhere():
        raise RuntimeError("Could not determine home directory.")

    monkeypatch.setattr(Path, "home", staticmethod(nowhere))
    assert home() == Path.cwd()


def test_what_is_typed_is_shown_as_it_was_typed(window, qtbot):
    """A heading typed as a name made a balloon of 1550 px."""
    from PyQt6.QtCore import Qt
    from PyQt6.QtWidgets import QLabel

    from hazel_lantern.app.boxes import box

    wild = "<h1>Slide</h1> & <img src=x>"
    assert window.session.edit(Edit("name", wild)) == ""
    window.do("remove-rig")
    undo = window.actions_by_id["undo"].text()
    assert undo.replace("&&", "&") == f"Undo remove {wild}"
    window.do("undo")
    tag = window.top.tags[window.session.document.current]
    assert "<h1>" not in tag.toolTip()
    assert "&lt;h1&gt;" in tag.toolTip()
    window.say(wild, True)
    assert window.toast.text() == wild
    asked = box(window, "Title", wild)
    qtbot.addWidget(asked)
    assert asked.textFormat() == Qt.TextFormat.PlainText
    rich = [
        one
        for one in window.findChildren(QLabel)
        if one.textFormat() != Qt.TextFormat.PlainText and wild in one.text()
    ]
    assert rich == []


def test_an_open_lamp_tells_all_of_its_headline_and_nothing_that_contradicts_it(window, qtbot):
    project = window.session.document.project
    window.session.document.look_at([rig.name for rig in project.rigs].index("Causeway track"))
    window.session.go_to_station("Frame")
    window.desk.lamps.toggle("dolly.track-dip")
    detail = window.desk.lamps.detail
    lamp = window.session.assessment.lamp("track-dip")
    assert lamp.headline == "Track sags between sleepers"
    assert lamp.spec.name not in detail._here.text()
    # In a narrow panel its row takes two lines, and none of them is cut.
    row = window.desk.lamps.rows["dolly.track-dip"]
    plain = row.sizeHint().height()
    row.resize(240, row.height())
    assert row.lines > 1
    assert row.sizeHint().height() > plain
    row.resize(900, row.height())
    assert row.lines == 1
    row.resize(240, row.height())
    window.desk.lamps.toggle("dolly.track-dip")
    assert row.lines == 1


@pytest.mark.parametrize(
    ("free", "size"),
    [
        ((1920, 1040), (1280, 800)),
        ((1280, 800), (1272, 760)),
        ((1366, 728), (1280, 688)),
        ((1024, 700), (1016, 660)),
    ],
)
def test_the_first_window_fits_the_screen_with_its_frame(free, size):
    from PyQt6.QtCore import QSize

    from hazel_lantern.app.window import first_size

    assert first_size(QSize(*free)) == QSize(*size)


@pytest.fixture
def elsewhere(window, tmp_path):
    """The demo as saved where a wheel weighs more than here."""
    session = window.session
    path = tmp_path / "elsewhere.hazel.json"
    project = session.document.project
    id = project.rigs[0].design.carriage.wheel
    row = session.own.catalogue.wheels[id]
    heavy = CarriedRow.of("wheels", row.model_copy(update={"mass": 0.5}))
    save(project.model_copy(update={"rows": (heavy,)}), path)
    return path, id, row


def answered(monkeypatch, does):
    """What was asked, with an answer given by hand as the dialog stands there."""
    asked = []

    def exec_(dialog):
        asked.append(dialog)
        dialog.show()
        does(dialog)
        return dialog.result()

    monkeypatch.setattr(RowsDialog, "exec", exec_)
    return asked


def test_other_figures_of_the_project_are_shown_side_by_side(window, hand, elsewhere, monkeypatch):
    path, id, row = elsewhere

    def ours(dialog):
        cells = [dialog.table.item(0, at).text() for at in range(4)]
        assert cells == [row.name, "Mass, g", "500", f"{row.mass * 1e3:g}"]
        hand.click(dialog.takes[0])
        assert dialog.takes[0].text() == "mine"
        dialog.accept()

    asked = answered(monkeypatch, ours)
    assert window.keeper.open(path)
    assert len(asked) == 1
    assert window.session.workshop.catalogue.wheels[id].mass == row.mass
    assert window.session.document.dirty
    # What was decided is kept: saved and read again, nothing is asked.
    assert window.keeper.save()
    assert window.keeper.open(path)
    assert len(asked) == 1


def test_the_project_s_figures_are_kept_when_they_are_taken(window, elsewhere, monkeypatch):
    path, id, row = elsewhere
    asked = answered(monkeypatch, lambda dialog: dialog.accept())
    assert window.keeper.open(path)
    assert window.session.workshop.catalogue.wheels[id].mass == 0.5
    assert window.session.own.catalogue.wheels[id].mass == row.mass
    assert window.keeper.save()
    assert window.keeper.open(path)
    assert len(asked) == 1
    assert window.session.workshop.catalogue.wheels[id].mass == 0.5


def test_left_undecided_it_is_asked_again(window, elsewhere, monkeypatch):
    path, id, _ = elsewhere
    asked = answered(monkeypatch, lambda dialog: dialog.reject())
    assert window.keeper.open(path)
    assert window.keeper.open(path)
    assert len(asked) == 2
    assert window.session.workshop.catalogue.wheels[id].mass == 0.5


def test_own_figures_that_are_changed_are_taken_whatever_the_project_carries(
    window, elsewhere, monkeypatch
):
    path, id, row = elsewhere
    answered(monkeypatch, lambda dialog: dialog.accept())
    assert window.keeper.open(path)
    session = window.session
    assert session.workshop.catalogue.wheels[id].mass == 0.5
    mine = row.model_copy(update={"mass": 0.07})
    catalogue = session.own.catalogue.with_rows("wheels", [mine])
    session.use_own("wheels", [id], replace(session.own, catalogue=catalogue))
    assert session.workshop.catalogue.wheels[id].mass == 0.07
    # Undone, the project has its own again.
    session.document.undo()
    assert session.workshop.catalogue.wheels[id].mass == 0.5
    session.document.redo()
    assert session.workshop.catalogue.wheels[id].mass == 0.07


def test_a_project_with_the_same_figures_opens_once_and_carries_nothing(window, tmp_path):
    path = tmp_path / "same.hazel.json"
    assert window.keeper.write(path)
    assert len(open_project(path).rows) > 20
    opened = []
    window.keeper.replaced.connect(opened.append)
    assert window.keeper.open(path)
    assert len(opened) == 1
    assert window.session.document.project.rows == ()


@pytest.mark.parametrize("changed_since", [True, False])
def test_recovered_work_asks_before_it_writes_over_a_later_change(
    window, store, tmp_path, monkeypatch, changed_since
):
    """What the file was when the work began is kept with it, not what it is by now."""
    path = tmp_path / "p.hazel.json"
    assert window.keeper.write(path)
    window.session.document.edit_project(Edit("name", "Mine"))
    assert window.keeper.autosave()
    leave_behind(window.store)
    if changed_since:
        save(apply(window.session.document.project, [Edit("name", "Theirs")]), path)
    (recovery,) = store.recoveries()
    assert recovery.disk.digest
    asked = answer(monkeypatch, "beside")
    window.keeper.recover(recovery)
    assert window.session.document.project.name == "Mine"
    assert window.keeper.save()
    assert bool(asked) is changed_since
    assert open_project(path).name == ("Theirs" if changed_since else "Mine")
    if changed_since:
        assert open_project(tmp_path / "p (mine).hazel.json").name == "Mine"
