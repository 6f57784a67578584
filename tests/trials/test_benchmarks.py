"""Every benchmark can be run: what no run ever tries rots."""

import os
import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).parents[2]


def test_each_benchmark_runs_to_its_end(tmp_path):
    done = subprocess.run(
        [sys.executable, "-m", "benchmarks", "--once"],
        cwd=ROOT,
        env={**os.environ, "HAZEL_LANTERN_HOME": str(tmp_path), "QT_QPA_PLATFORM": "offscreen"},
        capture_output=True,
        text=True,
    )
    assert done.returncode == 0, done.stderr[-3000:]
    lines = done.stdout.splitlines()
    for name in ("assess whole", "rank", "mends of", "40 rigs opened", "first painted window"):
        assert any(name in line for line in lines), name
    assert lines[-1].startswith("resident memory then")
