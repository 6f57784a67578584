"""Project files broken in every way that a seeded throw of dice finds."""

from __future__ import annotations

import json
import random
import tempfile
import time
from pathlib import Path
from typing import Any

from hazel_lantern.core.catalogue import shipped
from hazel_lantern.core.project.bounds import ProjectError
from hazel_lantern.core.project.carrying import carrying
from hazel_lantern.core.project.file import dumps
from hazel_lantern.core.project.store import open_project
from hazel_lantern.core.resources import DATA
from hazel_lantern.core.workshop import Workshop

#: The demo with all rows of the catalogue that it uses, as it is saved.
DEMO = dumps(carrying(open_project(DATA / "demo" / "tide-mill.hazel.json"), shipped()))
WILD: tuple[Any, ...] = (
    None, True, -1, 0, 1e308, -1e-300, 10**30, "", "x" * 5000, "<b>", "\u202e", [], {}, [[]],
    {"a": {"b": []}}, "../../etc", "NaN", 1.5, "rail", [1, "a", None],
)  # fmt: skip


def places(data: Any) -> list[tuple[Any, Any]]:
    """Every group and list with each of its keys."""
    found: list[tuple[Any, Any]] = []
    left = [data]
    while left:
        group = left.pop()
        keys = list(group) if isinstance(group, dict) else range(len(group))
        for key in keys:
            found.append((group, key))
            if isinstance(group[key], dict | list):
                left.append(group[key])
    return found


def broken(dice: random.Random) -> bytes:
    """The demo, broken once or a few times: in its figures, its fields, or its bytes."""
    if dice.random() < 0.3:
        data = bytearray(DEMO.encode())
        for _ in range(dice.randint(1, 4)):
            at = dice.randrange(len(data))
            how = dice.randrange(4)
            if how == 0:
                data[at] = dice.randrange(256)
            elif how == 1:
                del data[at : at + dice.randint(1, 400)]
            elif how == 2:
                data[at:at] = dice.randbytes(dice.randint(1, 30))
            else:
                del data[at:]
        return bytes(data)
    tree = json.loads(DEMO)
    for _ in range(dice.randint(1, 4)):
        group, key = dice.choice(places(tree))
        how = dice.randrange(4)
        if how == 0:
            group[key] = dice.choice(WILD)
        elif how == 1 and isinstance(group, dict):
            group[f"{key}-" * dice.randint(1, 3)] = group.pop(key)
        elif how == 2:
            del group[key]
        elif isinstance(group[key], int | float) and not isinstance(group[key], bool):
            group[key] = group[key] * dice.choice([-1, 0, 1e6, 1e-6, 1e12])
    return json.dumps(tree).encode()


def trial(number: int, seed: int = 1) -> str:
    """Open so many broken files; tells what came of it."""
    dice, workshop = random.Random(seed), Workshop()
    faults, refused, slowest, longest = 0, 0, 0.0, 0
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "broken.hazel.json"
        for _ in range(number):
            path.write_bytes(broken(dice))
            begun = time.process_time()
            try:
                open_project(path, workshop)
            except ProjectError as error:
                refused += 1
                words = str(error)
                longest = max(longest, len(words))
                faults += "\n" in words or len(words) > 300
            except Exception as error:
                faults += 1
                print(f"fault: {type(error).__name__}: {error}"[:200])
            slowest = max(slowest, time.process_time() - begun)
    return (
        f"broken files: {number} tried, {faults} faults, {refused} refused; longest words "
        f"{longest} letters, slowest {slowest:.2f} s"
    )
