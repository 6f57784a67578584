"""A small run of each trial; ``python -m tools.trials`` does more."""

import os
import subprocess
import sys
from pathlib import Path

from tools.trials import broken, edits, kills

ROOT = Path(__file__).parent.parent.parent


def test_broken_files_are_refused_and_nothing_else():
    assert broken.trial(80).startswith("broken files: 80 tried, 0 faults")


def test_edits_are_taken_or_refused_and_all_undone():
    assert edits.trial(120).startswith("edits: 120 tried, 0 faults")


def test_kills_lose_nothing():
    said = kills.trial(4)
    assert said.startswith("kills: 4 tried, 0 lost")
    assert said.endswith("0 stray files left")


def test_hands_on_the_window_meet_no_fault(tmp_path):
    """In a process of its own: it answers every box of the program at once."""
    done = subprocess.run(
        [sys.executable, "-m", "tools.trials", "hands", "80"],
        cwd=ROOT,
        env={**os.environ, "QT_QPA_PLATFORM": "offscreen", "HAZEL_LANTERN_HOME": str(tmp_path)},
        capture_output=True,
        text=True,
        timeout=300,
        check=False,
    )
    assert done.returncode == 0, done.stderr[-2000:]
    assert "hands: 80 steps, 0 faults" in done.stdout
