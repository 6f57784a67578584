"""The smaller pieces: layout, plot ranges, painting, lens, choices, kept files."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from PyQt6.QtCore import QPoint, QRect, QRectF, Qt
from PyQt6.QtGui import QImage, QPainter
from PyQt6.QtWidgets import QLabel, QWidget

from hazel_lantern.app import theme
from hazel_lantern.app.bench.ranked_list import draw_section
from hazel_lantern.app.choice_popup import ChoicePopup
from hazel_lantern.app.painting import Mapping, SketchPainter, fit
from hazel_lantern.app.scene import NEAR, Eye, LensPainter, clip_near, subject_outlines
from hazel_lantern.app.widgets import Flow, Tabbed
from hazel_lantern.core.catalogue import shipped
from hazel_lantern.core.fields import Edit, apply
from hazel_lantern.core.mechanics import picture
from hazel_lantern.core.poses import Poses
from hazel_lantern.core.sketch import Arrow, Disc, Line, Note, Shape, Sketch
from hazel_lantern.core.units import Style
from tests.conftest import leave_behind


@given(st.floats(-5, 5), st.floats(0.1, 4), st.floats(-5, 5), st.floats(0.1, 4))
def test_a_fitted_sketch_lies_in_its_area(left, width, low, height):
    area = QRectF(40, 20, 600, 300)
    mapping = fit((left, low, left + width, low + height), area)
    a, b = mapping.to_px((left, low)), mapping.to_px((left + width, low + height))
    grown = area.adjusted(-0.01, -0.01, 0.01, 0.01)
    assert grown.contains(a)
    assert grown.contains(b)
    assert a.y() > b.y()
    assert mapping.to_m(a.x(), a.y()) == pytest.approx((left, low), abs=1e-9)


def pixels_of(thing):
    image = QImage(200, 200, QImage.Format.Format_ARGB32)
    image.fill(0)
    painter = QPainter(image)
    sketcher = SketchPainter(painter, Mapping(100.0, 100.0, 100.0), Style())
    sketcher.paint(Sketch((thing,)), QRectF(0, 0, 200, 200))
    painter.end()
    return image


@pytest.mark.parametrize(
    ("thing", "x", "y"),
    [
        (Line(((-0.5, 0.0), (0.5, 0.0)), "rail", 0.1), 100, 100),
        (Shape(((-0.2, -0.2), (0.2, -0.2), (0.2, 0.2), (-0.2, 0.2)), "camera"), 110, 90),
        (Disc((0.3, 0.3), 0.1, "mass"), 130, 70),
        (Arrow((0.0, 0.5), (0.0, -0.5), "force", 12.0), 100, 96),
    ],
)
def test_each_thing_is_painted_where_it_is(qapp, thing, x, y):
    image = pixels_of(thing)
    assert image.pixelColor(x, y).alpha() > 0
    assert image.pixelColor(5, 195).alpha() == 0


def test_words_stay_inside_their_area(qapp):
    image = pixels_of(Note((0.99, 0.0), "far out", "shot", 0.0026, "fine"))
    assert any(image.pixelColor(150, y).alpha() > 0 for y in range(85, 115))


def test_every_shape_of_section_is_drawn(qapp):
    shapes = set()
    for section in shipped().sections.values():
        if section.shape not in shapes:
            shapes.add(section.shape)
            image = QImage(40, 40, QImage.Format.Format_ARGB32)
            image.fill(0)
            painter = QPainter(image)
            draw_section(painter, QRectF(4, 4, 32, 32), section)
            painter.end()
            dark = sum(image.pixelColor(x, y).alpha() > 0 for x in range(40) for y in range(40))
            hollow = image.pixelColor(20, 20).alpha() == 0
            assert dark > 20, section.shape
            if section.shape in ("round tube", "rectangular tube", "oval tube", "channel"):
                assert hollow, section.shape
    assert len(shapes) == 8


def test_lines_behind_the_lens_are_cut_off():
    eye = np.array([0.0, 0.0, 1.0])
    axes = picture.rotation(np.pi / 2, 0.0, 0.0)
    starts = np.array([[0.0, -5.0, 0.0], [0.0, 1.0, 0.0], [0.0, -5.0, 0.0]])
    ends = np.array([[0.0, 5.0, 0.0], [0.0, 3.0, 0.0], [0.0, -1.0, 0.0]])
    a, b, seen = clip_near(starts, ends, eye, axes)
    assert seen.tolist() == [True, True, False]
    assert a[0, 1] == pytest.approx(NEAR)
    assert b[0, 1] == pytest.approx(5.0)
    assert a[1, 1] == 1.0


def test_outlines_behind_the_lens_are_cut_off():
    axes = picture.rotation(np.pi / 2, 0.0, 0.0)
    eye = Eye(np.array([0.0, 0.0, 1.0]), axes, 1000.0, QRectF(0, 0, 1920, 1080), 1920.0)
    floor = np.array([[-1.0, -2.0, 0.0], [1.0, -2.0, 0.0], [1.0, 4.0, 0.0], [-1.0, 4.0, 0.0]])
    shown = eye.polygon(floor)
    assert len(shown) == 4
    # The far corners are where a pinhole has them, the near ones where the floor leaves it.
    far = [at for at in shown if at.y() < 1080]
    assert sorted((at.x(), at.y()) for at in far) == [(710.0, 790.0), (1210.0, 790.0)]
    assert max(at.y() for at in shown) == pytest.approx(540 + 1000 / NEAR)
    assert not len(eye.polygon(floor - [0, 10, 0]))


def test_a_shake_of_three_pixels_is_seen_in_the_textures(window):
    session = window.session
    found = session.assessment

    def frame(nose, fine):
        poses = found.wanted
        moved = Poses(poses.eye, poses.look, poses.pitch + nose / found.focal_px, poses.roll)
        image = QImage(1920, 1080, QImage.Format.Format_Grayscale8)
        painter = QPainter(image)
        lens = LensPainter(session.rig, found, session.style, fine=fine, crosses=False)
        lens._poses = moved
        lens.paint(painter, QRectF(0, 0, 1920, 1080), 0)
        painter.end()
        grey = np.frombuffer(image.constBits().asarray(image.sizeInBytes()), np.uint8)
        return grey.reshape(1080, -1)[:, :1920].astype(float)

    def moved(fine):
        """Share of the frame's patches of 60 px in which something moves by it."""
        changed = np.abs(frame(3.0, fine) - frame(0.0, fine)) > 8
        return changed.reshape(18, 60, 32, 60).any(axis=(1, 3)).mean()

    # All but the post, which is plain.
    assert moved(fine=True) > 0.65
    assert moved(fine=True) > 2 * moved(fine=False)


def test_what_stands_there_is_seen_where_it_stands(window):
    session = window.session
    found = session.assessment
    image = QImage(1920, 1080, QImage.Format.Format_RGB32)
    painter = QPainter(image)
    lens = LensPainter(session.rig, found, session.style, perfect=True, crosses=False)
    middle = len(found.marks) // 2
    lens.paint(painter, QRectF(0, 0, 1920, 1080), middle)
    painter.end()
    (across, up), _ = (row[middle] for row in found.family.framed.sighted("post"))
    post = image.pixelColor(round(960 + across), round(540 - up))
    assert post.lightness() < 70
    assert image.pixelColor(round(960 + across) + 300, round(540 - up)).lightness() > 90


@pytest.mark.parametrize("kind", ["standing person", "seated person", "table-top object"])
def test_subjects_are_as_tall_as_they_say(kind):
    points = [point for outline in subject_outlines(kind, 1.5) for point in outline]
    assert max(y for _, y in points) == pytest.approx(1.5, rel=0.02)
    assert min(y for _, y in points) == pytest.approx(0.0)


def test_each_subject_and_direction_is_framed(window, qtbot):
    image = QImage(320, 180, QImage.Format.Format_ARGB32)
    seen = set()
    for kind in ("standing person", "seated person", "table-top object"):
        for direction in ("left to right", "push in", "pull out"):
            session = window.session
            assert session.choose("shot.subject.kind", kind) == ""
            assert session.choose("shot.move.way", direction) == ""
            image.fill(0)
            painter = QPainter(image)
            lens = LensPainter(session.rig, session.assessment, session.style)
            lens.paint(painter, QRectF(0, 0, 320, 180), 0)
            painter.end()
            seen.add(bytes(image.constBits().asarray(image.sizeInBytes())))
    assert len(seen) == 9


def test_a_flow_puts_as_many_in_a_row_as_fit(qtbot):
    box = QWidget()
    qtbot.addWidget(box)
    flow = Flow(box, gap=10)
    for _ in range(4):
        part = QLabel("part")
        part.setFixedSize(90, 20)
        flow.addWidget(part)
    assert flow.heightForWidth(400) == 20
    assert flow.heightForWidth(190) == 50
    assert flow.heightForWidth(90) == 110
    flow.setGeometry(QRect(0, 0, 190, 60))
    assert flow.itemAt(3).geometry().topLeft() == QPoint(100, 30)
    assert flow.itemAt(9) is None
    flow.takeAt(0)
    assert flow.count() == 3


def test_tabs_turn_pages_and_tell(qtbot):
    pages = Tabbed((("One", QLabel("1")), ("Two", QLabel("2"))))
    qtbot.addWidget(pages)
    with qtbot.waitSignal(pages.turned) as told:
        pages.tabs[1].click()
    assert told.args == [1]
    assert pages.current == 1
    assert [tab.isChecked() for tab in pages.tabs] == [False, True]


def test_a_popup_is_left_without_choosing(window, hand, qtbot):
    popup = ChoicePopup([("a", "Apple"), ("b", "Birch")], "b", window)
    chosen = []
    popup.chosen.connect(chosen.append)
    popup.pop(QPoint(9000, 9000))
    assert popup.list.currentItem().text() == "Birch"
    screen = popup.screen().availableGeometry()
    assert screen.contains(popup.geometry())
    hand.key(popup, Qt.Key.Key_Escape)
    assert chosen == []


def test_glyphs_take_the_colours_of_the_theme(qapp):
    day = theme.glyph("lamp-holds", theme.DAY.leaf).toImage()
    night = theme.glyph("lamp-holds", theme.NIGHT.leaf).toImage()
    assert day.size() == night.size()
    assert day != night
    assert not theme.app_icon().isNull()


def test_an_own_item_is_named_by_its_maker(window, hand):
    window.session.go_to_station("Load")
    bench = window.desk.benches["Load"].own
    bench.add("own-figures")
    last = len(window.session.rig.load.items) - 1
    hand.type_into(bench.pills[f"load.items.{last}.name"], "Clamp light")
    assert window.session.rig.load.items[last].name == "Clamp light"
    hand.type_into(bench.pills[f"load.items.{last}.name"], "x" * 90)
    assert window.session.rig.load.items[last].name == "Clamp light"


def test_recovered_work_still_has_to_be_saved(window, store):
    from hazel_lantern.core.project.store import Recovery

    left = store.folder / "autosave" / "left.json"
    left.parent.mkdir(parents=True, exist_ok=True)
    left.write_text("{}")
    project = apply(window.session.document.project, [Edit("name", "Left behind")])
    window.keeper.recover(Recovery(left, None, project))
    assert window.session.document.project.name == "Left behind"
    assert window.session.document.dirty
    assert not left.exists()
    leave_behind(store)
    assert [found.project.name for found in store.recoveries()] == ["Left behind"]


def test_work_that_cannot_be_shown_any_more_is_not_thrown_away(window, store):
    project = window.session.document.project
    gone = apply(project, [Edit("rigs.0.design.rails.section", "gone-tube")])
    store.autosave(gone, None, "gone")
    leave_behind(store)
    (recovery,) = store.recoveries()
    window.keeper.recover(recovery)
    assert "gone-tube" in window.message
    assert str(recovery.file) in window.message
    assert recovery.file.exists()
    assert window.session.document.project is project


def test_what_a_running_window_keeps_is_not_offered(store, project):
    """Whoever dies lets go of its lock, however it dies and whoever gets its number."""
    import signal
    import subprocess
    import sys

    keeps = (
        "import sys; from pathlib import Path;"
        "from hazel_lantern.core.project.store import Store;"
        "from hazel_lantern.core.project.model import Project;"
        "store = Store(Path(sys.argv[1]));"
        "store.autosave(Project(name='Elsewhere'), None, 'b');"
        "print('kept', flush=True); sys.stdin.read()"
    )
    store.autosave(project, None, "a")
    assert store.recoveries() == []
    with subprocess.Popen(
        [sys.executable, "-c", keeps, str(store.folder)],
        stdin=subprocess.PIPE,
        stdout=subprocess.PIPE,
        text=True,
    ) as other:
        assert other.stdout.readline() == "kept\n"
        assert store.recoveries() == []
        other.send_signal(signal.SIGKILL)
        other.wait()
    assert [found.project.name for found in store.recoveries()] == ["Elsewhere"]


def test_a_toast_stays_inside_the_window_and_goes(window):
    toast = window.toast
    toast.say("Something went wrong here. " * 12, True)
    assert window.rect().contains(toast.geometry())
    assert toast.said.startswith("Something")
    assert toast._hush.isActive()
    long = toast._hush.interval()
    toast.say("Saved", False)
    assert toast._hush.interval() < long
    toast.say("", False)
    assert toast.said == ""


def test_saved_words_follow_the_file(window, tmp_path):
    assert window.keeper.words() == "nothing to save yet"
    window.session.type_into("design.stop", "25")
    assert window.keeper.words() == "not saved yet"
    assert window.keeper.write(tmp_path / "a.hazel.json")
    assert window.keeper.words() == "saved just now"
    window.session.type_into("design.stop", "30")
    assert window.keeper.words() == "changed since saved"


def test_a_station_burns_as_its_worst_lamp(window):
    from hazel_lantern.core.lamps import State

    buttons = window.desk.stations.buttons
    assert buttons["Frame"].state is State.TIGHT
    assert buttons["Build"].state is State.HOLDS
    window.session.type_into("budget", "10")
    assert buttons["Build"].state is State.FAILS
    assert "fails" in buttons["Build"].accessibleName()
    assert window.top.tags[0].state is State.FAILS
