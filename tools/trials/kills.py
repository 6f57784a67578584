"""A program killed in the middle of saving, and what is on disk afterwards."""

from __future__ import annotations

import random
import subprocess
import sys
import tempfile
import time
from pathlib import Path

from hazel_lantern.core.project.store import Store, backup_names, open_project, save
from hazel_lantern.core.resources import DATA

#: Saves, keeps unsaved work, over and over, and says each time what is whole on disk.
WORK = """
import sys
from pathlib import Path
from hazel_lantern.core.project.store import Store, open_project, save
path, home = Path(sys.argv[1]), Path(sys.argv[2])
project, store = open_project(path), Store(home)
number = int(project.name.split()[-1])
while True:
    number += 1
    named = project.model_copy(update={"name": f"Work {number}"})
    store.autosave(named, path, "work")
    print("kept", number, flush=True)
    save(named, path)
    print("saved", number, flush=True)
"""


def trial(number: int, seed: int = 3) -> str:
    """Kill so many times; tells what came of it."""
    dice, lost, saves, recovered, stray = random.Random(seed), 0, 0, 0, 0
    with tempfile.TemporaryDirectory() as folder:
        path, home = Path(folder) / "p.hazel.json", Path(folder) / "home"
        project = open_project(DATA / "demo" / "tide-mill.hazel.json")
        save(project.model_copy(update={"name": "Work 0"}), path)
        for _ in range(number):
            with subprocess.Popen(
                [sys.executable, "-c", WORK, str(path), str(home)],
                stdout=subprocess.PIPE,
                text=True,
            ) as work:
                assert work.stdout is not None
                said = [work.stdout.readline()]
                time.sleep(dice.uniform(0, 0.04))
                work.kill()
                said += work.stdout.read().splitlines()
            done = [int(line.split()[1]) for line in said if line.startswith("saved")]
            kept = [int(line.split()[1]) for line in said if line.startswith("kept")]
            saves += len(done)
            # What was said to be saved is there, or something newer; and it is whole.
            there = int(open_project(path).name.split()[1])
            lost += bool(done) and there < done[-1]
            for backup in backup_names(path):
                if backup.exists():
                    open_project(backup)
            left = [int(one.project.name.split()[1]) for one in Store(home).recoveries()]
            lost += bool(kept) and max(left, default=-1) < kept[-1]
            recovered += len(left)
        save(open_project(path).model_copy(update={"name": "Work 1"}), path)
        stray = sum(1 for one in path.parent.iterdir() if one.name.startswith("."))
    return (
        f"kills: {number} tried, {lost} lost, {saves} saves between them, {recovered} recoveries, "
        f"{stray} stray files left"
    )
