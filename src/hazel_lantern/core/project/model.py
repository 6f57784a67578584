"""The project: settings and rigs, as kept in a file."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Any, Literal

from pydantic import Field, field_validator, model_validator

from hazel_lantern.core.fields import Frozen, choice, quantity
from hazel_lantern.core.load import Load
from hazel_lantern.core.parts import Having
from hazel_lantern.core.rigs import AnyDesign, find_family
from hazel_lantern.core.shot import Shot
from hazel_lantern.core.units import Style

#: The version of the file format that this code writes.
VERSION = 1


class Settings(Frozen):
    """Units, money, limits: what holds for the whole project."""

    units: Literal["mm", "ft·in"] = choice("Units", "mm")
    denominator: Literal[16, 32] = choice("Finest part of an inch", 16)
    currency: str = Field("€", title="Currency", min_length=1, max_length=4)
    price_factor: float = quantity("number", "Catalogue prices times", 1.0, low=0, high=10000)
    tight_margin: float = quantity("percent", "Tight within", 0.15, low=0, high=0.9)
    limits: dict[str, Annotated[float, Field(ge=-1e9, le=1e9)]] = Field(
        {}, title="Limits changed by the maker"
    )
    hand_push: float = quantity("force", "Push to stand up to", 10.0, low=0, high=500)
    working_fraction: float = quantity("percent", "Share of a rating used", 0.7, low=0.05, high=1)
    kerf: float = quantity("fine", "Saw cut", 0.002, low=0, high=0.02)
    circle: float = quantity("fine", "Circle of confusion", 2e-5, low=1e-6, high=1e-3)

    @field_validator("denominator", mode="before")
    @classmethod
    def _from_words(cls, value: Any) -> Any:
        return int(value) if isinstance(value, str) and value.isdigit() else value

    @property
    def style(self) -> Style:
        """How quantities are printed."""
        return Style(self.units, self.denominator, self.currency)


class PartMark(Frozen):
    """What the maker says of a part: owned or scrap, or another price for one."""

    key: str
    having: Having | None = None
    price: float | None = Field(None, ge=0, le=1e7)


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


class Rig(Frozen):
    """One rig: shot, load, design, parts marked, measurements."""

    name: str = Field(title="Name", min_length=1, max_length=60)
    shot: Shot = Shot()
    load: Load = Load()
    design: AnyDesign
    budget: float = quantity("money", "Budget", 150.0, low=0, high=1e7)
    marked: tuple[PartMark, ...] = Field((), max_length=400)
    log: tuple[LogEntry, ...] = Field((), max_length=5000)
    assumed: tuple[Assumption, ...] = Field((), max_length=400)

    @model_validator(mode="after")
    def _family_takes_the_move(self) -> Rig:
        family = find_family(self.design.family)
        if self.shot.direction not in family.moves:
            raise ValueError(
                f"a {family.title.lower()} does not make the move “{self.shot.direction}”; "
                f"accepted: {', '.join(family.moves)}"
            )
        return self

    @property
    def family(self) -> Any:
        """The family that knows this rig's design."""
        return find_family(self.design.family)

    def mark_of(self, key: str) -> PartMark | None:
        """What was said of a part."""
        return next((mark for mark in self.marked if mark.key == key), None)


class Project(Frozen):
    """All that a project file holds."""

    format: Literal["hazel-lantern"] = "hazel-lantern"
    version: Literal[1] = 1
    name: str = Field("New project", title="Project name", min_length=1, max_length=80)
    settings: Settings = Settings()
    rigs: tuple[Rig, ...] = Field((), max_length=60)

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
