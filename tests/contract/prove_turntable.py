"""Run by `test_extending` over a copy of the sources that holds the document's family."""

import sys
from pathlib import Path

from PyQt6.QtCore import QEvent, QPointF, Qt
from PyQt6.QtGui import QMouseEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication

import hazel_lantern
from hazel_lantern.app.session import STATIONS
from hazel_lantern.app.start import Opened, make_app, make_window
from hazel_lantern.core.assessor import assess_case
from hazel_lantern.core.build.pack import write_pack
from hazel_lantern.core.lamps import State
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.mends import find
from hazel_lantern.core.project.file import dumps, loads
from hazel_lantern.core.project.model import Project, Rig, Settings
from hazel_lantern.core.project.store import Store
from hazel_lantern.core.rigs import families
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.shot import Arc, Shot
from hazel_lantern.core.workshop import Workshop
from tests.contract import questions

workshop, settings = Workshop(), Settings()
family = families()["turntable"]


def moved(widget, at):
    where = QPointF(at)
    left, none = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
    to = QPointF(widget.mapToGlobal(at))
    QApplication.sendEvent(widget, QMouseEvent(QEvent.Type.MouseMove, where, to, left, left, none))


shot = Shot(move=Arc(distance=1.0, radius=1.6))
load = Load(items=(LoadItem(name="Camera", kind="body", mass=1.4, up=0.06),))
design, why = family.first_draft(shot, load, settings, workshop)
rig = Rig(
    name="Mill wheel", shot=shot, load=load, design=design.model_copy(update={"thickness": 0.006})
)
case = Case(rig, settings, workshop)
found = assess_case(case)
print(f"from {Path(hazel_lantern.__file__).parent.parent}")
for ask in questions.QUESTIONS:
    ask(case, found)
assert found.by_id["turntable.radius"].state is State.HOLDS
print("assessed")

app = make_app()
project = Project(name="Scratch", rigs=(rig,))
window = make_window(app, Store(), Opened(workshop, project))
window.show()
QTest.qWait(50)
drawing, session = window.desk.stage.drawing, window.session
assert "design.radius" in drawing.pills
assert not drawing.grab().isNull()
print("drawn")

(handle,) = drawing.sketch.handles
start = drawing.mapping.to_px(handle.at).toPoint()
out = drawing.mapping.to_px((handle.at[0] * 1.2, handle.at[1] * 1.2)).toPoint()
QTest.mousePress(drawing, Qt.MouseButton.LeftButton, pos=start)
moved(drawing, out)
QTest.mouseRelease(drawing, Qt.MouseButton.LeftButton, pos=out)
assert abs(session.value("design.radius") - 1.2 * 1.6) < 0.05
assert session.assessment.by_id["turntable.radius"].state is State.FAILS
print("dragged")

for lamp in ("turntable.radius", "turntable.dip"):
    if session.assessment.by_id[lamp].state is not State.HOLDS:
        (mend, *_) = find(lamp, session.case(session.rig))
        assert not session.edit(*mend.edits)
        assert session.assessment.by_id[lamp].state is State.HOLDS
print("mended")

for station in STATIONS:
    session.go_to_station(station)
    QTest.qWait(30)
    assert window.desk.benches[station].isVisible()
print("stations")

assert loads(dumps(session.document.project), workshop) == session.document.project
print("read back")

files = write_pack(session.document.project, session.rig, workshop, Path(sys.argv[1]))
assert any(path.suffix == ".pdf" for path in files)
print("packed")
window.keeper.may_leave = lambda: True
window.close()
