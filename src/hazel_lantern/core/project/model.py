"""The project: its settings and rigs, as kept in a file."""

from __future__ import annotations

from datetime import date
from typing import Any, Literal

from pydantic import Field, model_validator

from hazel_lantern.core.catalogue.carried import MOST as MOST_ROWS
from hazel_lantern.core.catalogue.carried import CarriedRow
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Frozen
from hazel_lantern.core.rigs import AnyDesign, find_family
from hazel_lantern.core.rigs.case import Setup
from hazel_lantern.core.rigs.family import Family
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot.moves import ways

#: The version of the file format that this code writes.
VERSION = 8
#: Rigs of a project, at the most.
MOST_RIGS = 60


class LogEntry(Frozen):
    """A measurement of the built rig."""

    on: date
    measure: str
    value: float = Field(ge=-1e6, le=1e6)
    note: str = Field("", max_length=500)
    predicted: float = Field(0.0, ge=-1e6, le=1e6)


class Assumption(Frozen):
    """A figure that the first draft chose, and why; gone once the maker sets it."""

    path: str
    why: str


class Rig(Setup):
    """One rig: its setup, its name, measurements, and what the first draft assumed."""

    name: str = Field(title="Name", min_length=1, max_length=60)
    design: AnyDesign
    log: tuple[LogEntry, ...] = Field((), max_length=5000)
    assumed: tuple[Assumption, ...] = Field((), max_length=400)

    @model_validator(mode="after")
    def _family_takes_the_move(self) -> Rig:
        family = self.family
        if not isinstance(self.shot.move, family.moves):
            raise CannotBe(
                f"a {family.title.lower()} does not make the move “{self.shot.move.way}”; "
                f"accepted: {', '.join(ways(family.moves))}"
            )
        return self

    @property
    def family(self) -> type[Family[Any, Any]]:
        """The family that knows this rig's design."""
        return find_family(self.design.family)


class Project(Frozen):
    """All that a project file holds."""

    format: Literal["hazel-lantern"] = "hazel-lantern"
    version: Literal[8] = 8
    name: str = Field("New project", title="Project name", min_length=1, max_length=80)
    settings: Settings = Settings()
    rigs: tuple[Rig, ...] = Field((), max_length=MOST_RIGS)
    rows: tuple[CarriedRow, ...] = Field((), max_length=MOST_ROWS)

    def rig_named(self, name: str) -> int:
        """Index of a rig by its name.

        Raises
        ------
        KeyError
            Names the rigs there are.
        """
        for at, rig in enumerate(self.rigs):
            if rig.name.casefold() == name.casefold():
                return at
        names = ", ".join(f"“{rig.name}”" for rig in self.rigs) or "none"
        raise KeyError(f"there is no rig “{name}”; the project has: {names}")
