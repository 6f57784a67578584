"""One real window on a virtual screen: the program itself, driven by mouse and keys."""

import os
import shutil
import subprocess
import sys
from pathlib import Path

import pytest

from hazel_lantern.core.assessor import assess

DRIVER = Path(__file__).parent / "drive_demo.py"


def test_the_demo_in_a_real_window(tmp_path):
    assert shutil.which("Xvfb"), "the tests need Xvfb; ./lantern test installs it"
    read, write = os.pipe()
    screen = subprocess.Popen(
        ["Xvfb", "-displayfd", str(write), "-screen", "0", "1280x800x24", "-nolisten", "tcp"],
        pass_fds=[write],
        stderr=subprocess.DEVNULL,
    )
    os.close(write)
    try:
        with os.fdopen(read) as told:
            number = told.readline().strip()
        environment = {
            **os.environ,
            "DISPLAY": f":{number}",
            "QT_QPA_PLATFORM": "xcb",
            "HAZEL_LANTERN_HOME": str(tmp_path / "home"),
        }
        environment.pop("WAYLAND_DISPLAY", None)
        done = subprocess.run(
            [sys.executable, str(DRIVER), str(tmp_path / "kept.hazel.json")],
            env=environment,
            capture_output=True,
            text=True,
            timeout=120,
        )
    finally:
        screen.terminate()
        screen.wait(10)
    assert done.returncode == 0, done.stdout + done.stderr
    from hazel_lantern.core.lamps import State
    from hazel_lantern.core.project.store import open_project
    from hazel_lantern.core.workshop import Workshop

    project = open_project(tmp_path / "kept.hazel.json", Workshop())
    rig = project.rigs[0]
    assert rig.design.rails.length == pytest.approx(1.14)
    found = assess(rig, project.settings, Workshop())
    assert found.by_id["slider.tip"].state is State.HOLDS
    assert "xcb" in done.stdout


#: Leaves at the window's first frame, and says what became of it.
LEAVES = """
import sys
from PyQt6 import sip
from PyQt6.QtCore import QTimer
from PyQt6.QtWidgets import QApplication
from hazel_lantern import cli
from hazel_lantern.app import start

made, make_window = [], start.make_window
def watched(*arguments):
    # Held here, both would stay: what goes has been put away on purpose.
    made.extend([make_window(*arguments), QApplication.instance()])
    QTimer.singleShot(0, lambda: QApplication.instance().exit(0))
    return made[0]
start.make_window = watched
status = cli.main(["--demo"])
print("gone" if sip.isdeleted(made[0]) else "left over", flush=True)
sys.exit(status)
"""


def test_no_widget_outlives_the_application(tmp_path):
    environment = {
        **os.environ,
        "QT_QPA_PLATFORM": "offscreen",
        "HAZEL_LANTERN_HOME": str(tmp_path),
    }
    done = subprocess.run(
        [sys.executable, "-c", LEAVES], env=environment, capture_output=True, text=True, timeout=120
    )
    assert done.returncode == 0, done.stderr
    assert done.stdout.split() == ["gone"]
