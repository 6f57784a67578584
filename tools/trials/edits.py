"""Edits of every field of every family by a seeded throw of dice, and all undone again."""

from __future__ import annotations

import math
import random
import traceback
import warnings
from typing import Any

from pydantic import BaseModel

from hazel_lantern.core.assessor import assess
from hazel_lantern.core.document import Document
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit, describe, value_at
from hazel_lantern.core.project.store import open_project
from hazel_lantern.core.resources import DATA
from hazel_lantern.core.workshop import Workshop


def fields(root: BaseModel, path: str = "") -> list[str]:
    """Paths of all plain fields below a model."""
    found = []
    for name in type(root).model_fields:
        value = getattr(root, name)
        here = f"{path}.{name}" if path else name
        if isinstance(value, BaseModel):
            found += fields(value, here)
        elif isinstance(value, int | float | str):
            found.append(here)
    return found


def thrown(dice: random.Random, document: Document, workshop: Workshop) -> Edit:
    """One field of the rig looked at, set to something that might be accepted."""
    rig = document.rig
    assert rig is not None
    roots = ("design", "shot", "drive", "load")
    path = dice.choice([one for one in fields(rig) if one.split(".")[0] in roots])
    spec, now = describe(rig, path), value_at(rig, path)
    value: Any = now
    if spec.catalogue:
        value = dice.choice(list(workshop.catalogue.table(spec.catalogue)))
    elif spec.options:
        value = dice.choice(list(spec.options))
    elif isinstance(now, bool):
        value = not now
    elif isinstance(now, int | float):
        low = spec.low if spec.low is not None else -10.0
        high = spec.high if spec.high is not None else 10.0
        far = dice.choice([low, high, dice.uniform(low, high), now * dice.uniform(0.5, 2)])
        value = int(far) if isinstance(now, int) else float(far)
    return Edit(path, value)


def trial(number: int, seed: int = 2) -> str:
    """Make so many edits; tells what came of it."""
    dice, workshop = random.Random(seed), Workshop()
    project = open_project(DATA / "demo" / "tide-mill.hazel.json", workshop)
    # A division by nothing is a fault, even where what came of it was not shown.
    warnings.simplefilter("error", RuntimeWarning)

    def guard(rig: Any, at: int, quickly: bool) -> None:
        for lamp in assess(rig, project.settings, workshop).lamps:
            if not math.isfinite(lamp.value):
                raise ArithmeticError(f"{lamp.id} is {lamp.value}")

    faults, refused, taken, undone = 0, 0, 0, 0
    left = number
    while left > 0:
        document = Document(project, guard=guard)
        document.look_at(dice.randrange(len(project.rigs)))
        for _ in range(min(left, 40)):
            left -= 1
            edit = thrown(dice, document, workshop)
            try:
                document.edit(edit)
                taken += 1
            except CannotBe:
                refused += 1
            except Exception:
                faults += 1
                told = traceback.format_exc().splitlines()
                print(f"fault: {edit}", *told[-8:], sep="\n    ", flush=True)
        while document.can_undo:
            document.undo()
            undone += 1
        faults += document.project != project
    return (
        f"edits: {number} tried, {faults} faults, {taken} taken, {refused} refused, {undone} undone"
    )
