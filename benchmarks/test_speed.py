"""How long things take; printed by ``./lantern bench``, written down in docs/performance.md."""

import os
import subprocess
import sys
from pathlib import Path

import numpy as np
import pytest
from PyQt6.QtCore import QThreadPool
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication

from hazel_lantern.app.keeper import DEMO
from hazel_lantern.app.start import make_app, make_window
from hazel_lantern.core import mends
from hazel_lantern.core.assessor import assess
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.mechanics import beam, boom, plates, ride
from hazel_lantern.core.project.store import Store, open_project
from hazel_lantern.core.ranking import rank
from hazel_lantern.core.workshop import Workshop

PROJECT = open_project(DEMO)
RIGS = {rig.name: rig for rig in PROJECT.rigs}
SETTINGS, WORKSHOP = PROJECT.settings, Workshop()


@pytest.mark.parametrize("name", RIGS)
def test_assess(benchmark, name):
    """Nothing kept from the call before: beams and booms are built anew."""
    rig = RIGS[name]

    def anew():
        beam.factorised.cache_clear()
        boom.boom_of.cache_clear()
        assess(rig, SETTINGS, WORKSHOP)

    benchmark(anew)


@pytest.mark.parametrize("name", RIGS)
def test_assess_with_the_same_beams(benchmark, name):
    rig = RIGS[name]
    benchmark(rig.family.assess, rig, SETTINGS, WORKSHOP)


def test_assess_while_dragged(benchmark):
    """A dolly with the ride of a moment ago; the ride itself follows in a thread."""
    rig = RIGS["Causeway track"]
    before = assess(rig, SETTINGS, WORKSHOP)
    benchmark(rig.family.quick, rig, SETTINGS, WORKSHOP, before)


RANKINGS = [
    pytest.param(rig, ranking, id=f"{rig.name}-{ranking.id}")
    for rig in PROJECT.rigs
    for ranking in assess(rig).rankings
]


@pytest.mark.parametrize(("rig", "ranking"), RANKINGS)
def test_rank(benchmark, rig, ranking):
    benchmark(rank, ranking, rig, SETTINGS, WORKSHOP)


@pytest.mark.parametrize(
    ("name", "lamp"),
    [
        ("Wheelhouse slide", "slider.tip"),
        ("Wheelhouse slide", "slider.frame-drift"),
        ("Loft crane", "jib.balance"),
        ("Causeway track", "dolly.track-dip"),
    ],
)
def test_mends_of_one_lamp(benchmark, name, lamp):
    benchmark(mends.find, lamp, RIGS[name], SETTINGS, WORKSHOP)


def test_ride_of_a_minute_at_a_kilohertz(benchmark):
    """The body alone, over ground of four wheels; limit 0.15 s."""
    wheels = ((0.35, 0.25), (0.35, -0.25), (-0.35, 0.25), (-0.35, -0.25))
    body = ride.Body(60.0, 5.0, 3.5, wheels, 60e3, 600.0)
    ground = np.random.default_rng(1).normal(size=(4, 60_000)).cumsum(axis=1) * 1e-6
    benchmark(body.answer, ground, 1000.0)


def test_stacks_of_thirty_plates_in_eight_sizes(benchmark):
    masses = (0.25, 0.5, 1.0, 1.25, 2.0, 2.5, 5.0, 10.0)
    on_hand = [(mass, 3 if mass >= 5 else 4) for mass in masses]
    assert sum(count for _, count in on_hand) == 30
    benchmark(plates.stacks, on_hand, 12.0, 0.2, 0.6, 0.5)


@pytest.fixture
def window(tmp_path):
    os.environ["HAZEL_LANTERN_HOME"] = str(tmp_path)
    app = make_app()
    found = make_window(app, Store())
    found.open_at_start(open_project(DEMO), None)
    found.resize(1280, 800)
    found.show()
    yield found
    found.keeper.may_leave = lambda: True
    found.close()


def at_rest(window, name):
    """The window with a rig looked at, its rankings in: what runs beside it is not timed."""
    window.session.document.look_at(list(RIGS).index(name))
    QTest.qWait(500)
    pool = QThreadPool.globalInstance()
    assert pool is not None
    pool.waitForDone(20_000)
    QTest.qWait(200)
    return window.session


@pytest.mark.parametrize("name", RIGS)
def test_repaint_while_the_camera_is_dragged(benchmark, window, name):
    """Stage, plots, lens and lamps at the next mark."""
    session = at_rest(window, name)

    def step():
        session.go_to_mark((session.mark + 1) % len(session.assessment.marks))
        QApplication.processEvents()

    benchmark(step)


@pytest.mark.parametrize(
    ("name", "path", "start"),
    [
        ("Wheelhouse slide", "design.rails.length", 1.1),
        ("Loft crane", "design.boom.front", 1.4),
        ("Loft crane", "design.counterweight.place", 0.36),
        ("Causeway track", "design.track.gauge", 0.4),
    ],
)
def test_edit_and_repaint_while_a_part_is_dragged(benchmark, window, name, path, start):
    """The same with a new design each time: edit, assess, undo step, repaint."""
    session, count = at_rest(window, name), iter(range(10**6))

    def step():
        session.edit(Edit(path, start + 0.005 * (next(count) % 40)), gesture="drag")
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
