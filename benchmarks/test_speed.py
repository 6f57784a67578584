"""How long things take; printed by ``./lantern bench``, written down in docs/performance.md."""

import os
import subprocess
import sys
from pathlib import Path

import pytest
from PyQt6.QtWidgets import QApplication

from hazel_lantern.app.keeper import DEMO
from hazel_lantern.app.start import make_app, make_window
from hazel_lantern.core import mends
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.mechanics import beam
from hazel_lantern.core.project.store import Store, open_project
from hazel_lantern.core.ranking import rank
from hazel_lantern.core.workshop import Workshop


@pytest.fixture
def demo():
    project = open_project(DEMO)
    return project.rigs[0], project.settings, Workshop()


def test_assess(benchmark, demo):
    """Nothing kept from the call before: the beams are factorised anew."""
    rig, settings, workshop = demo

    def anew():
        beam.factorised.cache_clear()
        rig.family.assess(rig, settings, workshop)

    benchmark(anew)


def test_assess_with_the_same_rails(benchmark, demo):
    rig, settings, workshop = demo
    benchmark(rig.family.assess, rig, settings, workshop)


def test_rank_the_whole_catalogue(benchmark, demo):
    rig, settings, workshop = demo
    benchmark(rank, rig.family.rankings[0], rig, settings, workshop)


@pytest.mark.parametrize("lamp", ["slider.tip", "slider.frame-drift"])
def test_mends_of_one_lamp(benchmark, demo, lamp):
    rig, settings, workshop = demo
    benchmark(mends.find, lamp, rig, settings, workshop)


@pytest.fixture
def window(tmp_path):
    os.environ["HAZEL_LANTERN_HOME"] = str(tmp_path)
    app = make_app()
    found = make_window(app, Store())
    found.open_at_start(open_project(DEMO), None)
    found.resize(1280, 800)
    found.show()
    for _ in range(20):
        app.processEvents()
    yield found
    found.keeper.may_leave = lambda: True
    found.close()


def test_repaint_while_the_carriage_is_dragged(benchmark, window):
    """Stage, plots, lens and lamps at the next mark."""
    session = window.session

    def step():
        session.go_to_mark((session.mark + 1) % len(session.assessment.marks))
        QApplication.processEvents()

    benchmark(step)


def test_edit_and_repaint_while_a_rail_end_is_dragged(benchmark, window):
    """The same with a new design each time: edit, assess, undo step, repaint."""
    session, count = window.session, iter(range(10**6))

    def step():
        length = 1.1 + 0.005 * (next(count) % 40)
        session.edit(Edit("design.rails.length", length), gesture="drag")
        QApplication.processEvents()

    benchmark(step)


def test_start_to_first_painted_window(benchmark, tmp_path):
    script = Path(__file__).parent / "first_paint.py"
    environment = {
        **os.environ,
        "QT_QPA_PLATFORM": "offscreen",
        "HAZEL_LANTERN_HOME": str(tmp_path),
    }
    memory = []

    def start():
        done = subprocess.run(
            [sys.executable, str(script)],
            env=environment,
            check=True,
            capture_output=True,
            text=True,
        )
        memory.append(float(done.stdout))

    benchmark.pedantic(start, rounds=7, warmup_rounds=1)
    print(f"\nresident memory at the first painted window: {max(memory):.0f} MB")
