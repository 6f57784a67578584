"""Run by `test_real_window`: starts the demo as its users do, and works it."""

import sys
from pathlib import Path

from PyQt6.QtCore import QPoint, Qt, QTimer
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication

from hazel_lantern import cli
from hazel_lantern.app.window import Window

KEPT = Path(sys.argv[1])


def until(what, patience=20_000):
    """Let the window live until something is so."""
    for _ in range(patience // 20):
        if what():
            return
        QTest.qWait(20)
    raise AssertionError(f"waited in vain: {what}")


def drive() -> None:
    """Drag the carriage, type into a pill, apply a mend, save."""
    app = QApplication.instance()
    window = next(w for w in app.topLevelWidgets() if isinstance(w, Window))
    try:
        print(app.platformName())
        QTest.qWaitForWindowExposed(window)
        drawing, session = window.desk.stage.drawing, window.session
        handle = next(h for h in drawing.sketch.handles if h.path == "mark")
        start = drawing.mapping.to_px(handle.at).toPoint()
        before = session.mark
        QTest.mousePress(drawing, Qt.MouseButton.LeftButton, pos=start)
        for step in range(1, 9):
            QTest.mouseMove(drawing, start + QPoint(8 * step, 0))
            QTest.qWait(15)
        QTest.mouseRelease(drawing, Qt.MouseButton.LeftButton, pos=start + QPoint(64, 0))
        assert session.mark > before, "the carriage did not follow the mouse"
        pill = drawing.pills["design.rails.length"]
        QTest.mouseClick(pill, Qt.MouseButton.LeftButton)
        pill.editor.selectAll()
        QTest.keyClicks(pill.editor, "1.14 m")
        QTest.keyClick(pill.editor, Qt.Key.Key_Return)
        assert abs(session.value("design.rails.length") - 1.14) < 1e-9
        lamps = window.desk.lamps
        QTest.mouseClick(lamps.rows["slider.tip"], Qt.MouseButton.LeftButton)
        until(lambda: lamps.detail._mends.count() > 0)
        QTest.mouseClick(lamps.detail._mends.itemAt(0).widget(), Qt.MouseButton.LeftButton)
        until(lambda: session.assessment.by_id["slider.tip"].state == "holds")
        window.keeper.path = KEPT
        window.activateWindow()
        assert QTest.qWaitForWindowActive(window)
        QTest.keyClick(window, Qt.Key.Key_S, Qt.KeyboardModifier.ControlModifier)
        until(KEPT.exists)
        until(lambda: not session.document.dirty)
        window.close()
    except BaseException:
        import traceback

        traceback.print_exc()
        app.exit(3)


if __name__ == "__main__":
    app = QApplication(sys.argv[:1])
    QTimer.singleShot(300, drive)
    sys.exit(cli.main(["--demo"]))
