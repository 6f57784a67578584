"""A program killed in the middle of its work, and what is on disk afterwards."""

from __future__ import annotations

import os
import random
import signal
import tempfile
import time
import uuid
from pathlib import Path

from hazel_lantern.core.project.model import Project
from hazel_lantern.core.project.store import Store, backup_names, open_project, save
from hazel_lantern.core.resources import DATA

#: The longest that a program lives, s.
LONGEST = 0.3


def number_of(project: Project) -> int:
    """What a project of the trial carries in its name."""
    return int(project.name.split()[-1])


def work(demo: Project, paths: list[Path], home: Path, say: int) -> None:
    """What a window does, over and over, telling each time what is whole on disk.

    It takes up unsaved work that was left behind, keeps its own, saves it, and saves it under
    another name.
    """
    store = Store(home)
    number, keys = 0, []
    for left in store.recoveries():
        # As the window does: its file goes only once another keeps what it held.
        keys.append(uuid.uuid4().hex)
        store.autosave(left.project, left.origin, keys[-1])
        store.drop_recovery(left)
        number = max(number, number_of(left.project))
        os.write(say, f"took {number_of(left.project)}\n".encode())
    number = max(number, *(number_of(open_project(path)) for path in paths))
    while True:
        for path in paths:
            number += 1
            named = demo.model_copy(update={"name": f"Work {number}"})
            keys.append(uuid.uuid4().hex)
            store.autosave(named, path, keys[-1])
            os.write(say, f"kept {number}\n".encode())
            save(named, path)
            os.write(say, f"saved {number} {paths.index(path)}\n".encode())
            # What is newer is on disk now.
            while keys:
                store.drop_autosave(keys.pop())


def killed(dice: random.Random, demo: Project, paths: list[Path], home: Path) -> list[list[str]]:
    """Let it work for a while, kill it, and give back what it had told."""
    hear, say = os.pipe()
    child = os.fork()
    if not child:
        try:
            work(demo, paths, home, say)
        finally:
            os._exit(1)
    os.close(say)
    time.sleep(dice.uniform(0, LONGEST))
    os.kill(child, signal.SIGKILL)
    os.waitpid(child, 0)
    with os.fdopen(hear, encoding="ascii") as told:
        return [line.split() for line in told.read().splitlines()]


def trial(number: int, seed: int = 3) -> str:
    """Kill so many times; tells what came of it."""
    dice, lost, saves, taken, stray = random.Random(seed), 0, 0, 0, 0
    with tempfile.TemporaryDirectory() as folder:
        home = Path(folder) / "home"
        paths = [Path(folder) / name for name in ("first.hazel.json", "second.hazel.json")]
        demo = open_project(DATA / "demo" / "tide-mill.hazel.json")
        for path in paths:
            save(demo.model_copy(update={"name": "Work 0"}), path)
        kept = 0
        for _ in range(number):
            said = killed(dice, demo, paths, home)
            saves += sum(words[0] == "saved" for words in said)
            taken += sum(words[0] == "took" for words in said)
            kept = max([kept, *(int(words[1]) for words in said if words[0] == "kept")])
            # What was said to be saved is in its file, or something newer; and it is whole.
            there = [number_of(open_project(path)) for path in paths]
            for at in (0, 1):
                done = [
                    int(words[1]) for words in said if words[0] == "saved" and words[2] == str(at)
                ]
                lost += bool(done) and there[at] < done[-1]
                for backup in backup_names(paths[at]):
                    if backup.exists():
                        open_project(backup)
            # What was ever said to be kept is still to be had, in a file or as unsaved work.
            left = [number_of(one.project) for one in Store(home).recoveries()]
            lost += max([*there, *left]) < kept
        for path in paths:
            save(open_project(path).model_copy(update={"name": "Work 1"}), path)
        stray = sum(1 for one in Path(folder).iterdir() if one.name.startswith("."))
    return (
        f"kills: {number} tried, {lost} lost, {saves} saves between them, {taken} recoveries, "
        f"{stray} stray files left"
    )
