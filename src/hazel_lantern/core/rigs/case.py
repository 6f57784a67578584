"""What is assessed: one rig's shot, load and design, with the settings and the workshop."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Any, Generic, TypeVar, cast

from pydantic import Field

from hazel_lantern.core.catalogue.rows import Thread
from hazel_lantern.core.drive.model import Drive
from hazel_lantern.core.fields import Edit, Frozen, apply, quantity
from hazel_lantern.core.lamps import LookedUp
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.load import Load
from hazel_lantern.core.parts import Having
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shop import bolt_in, named_rows, sells
from hazel_lantern.core.shot import Shot
from hazel_lantern.core.units import Style
from hazel_lantern.core.workshop import Workshop


class Design(Frozen):
    """Root of every family's design model; ``family`` is a literal in each."""

    family: str


class PartMark(Frozen):
    """What the maker says of a part: owned or scrap, or another price for one.

    It belongs to the thing ``of`` that id of the catalogue, not to whatever takes its place;
    where that is empty, to any.
    """

    key: str
    of: str = ""
    having: Having | None = None
    price: float | None = Field(None, ge=0, le=1e7)


class Setup(Frozen):
    """All of a rig that its assessment depends on; paths of fields count from here."""

    shot: Shot = Shot()
    load: Load = Load()
    design: Design
    drive: Drive = Drive()
    budget: float = quantity("money", "Budget", 150.0, low=0, high=1e7)
    marked: tuple[PartMark, ...] = Field((), max_length=400)
    looked_up: tuple[LookedUp, ...] = Field((), max_length=200)

    def mark_of(self, key: str, id: str) -> PartMark | None:
        """What was said of a part that is a thing of the catalogue."""
        said = {mark.of: mark for mark in self.marked if mark.key == key}
        return said.get(id, said.get(""))

    def marked_anew(self, mark: PartMark) -> tuple[PartMark, ...]:
        """All marks with one that takes the place of what was said of the same thing."""
        others = (one for one in self.marked if one.key != mark.key or one.of not in ("", mark.of))
        return (*others, mark)


DesignT = TypeVar("DesignT", bound=Design)


@dataclass(frozen=True)
class Case(Generic[DesignT]):
    """A setup with what it is judged against.

    Attributes
    ----------
    setup : Setup
        Its ``design`` is of the family's own type.
    settings : Settings
    workshop : Workshop
    """

    setup: Setup
    settings: Settings
    workshop: Workshop

    @property
    def design(self) -> DesignT:
        """The design, as the family's own type."""
        return cast(DesignT, self.setup.design)

    @property
    def shot(self) -> Shot:
        """What the camera does."""
        return self.setup.shot

    @property
    def load(self) -> Load:
        """What is carried."""
        return self.setup.load

    @property
    def style(self) -> Style:
        """How quantities are printed."""
        return self.settings.style

    def row(self, table: str, id: str) -> Any:
        """A row of the catalogue; raises CatalogueError for an id that is not there."""
        return self.workshop.catalogue.find(table, id)

    def bolt(self, id: str) -> Thread:
        """The bolt that the shop has in place of a metric one that a rig is put together with."""
        threads = self.workshop.catalogue.threads
        return threads[bolt_in(self.settings.shop, id, threads)]

    def offered(self, table: str) -> list[Any]:
        """Rows to choose from: what the shop sells, what the maker has, what is in use."""
        shop, has = self.settings.shop, self.workshop.shelf.ids
        rows = getattr(self.workshop.catalogue, table).values()
        return [row for row in rows if sells(shop, row) or row.id in has or row.id in self._used]

    @kept
    def _used(self) -> set[str]:
        """Ids of the rows that the setup names: asked for by every lever of a rig."""
        roots = (self.setup.design, self.setup.drive)
        return {id for root in roots for _, _, id in named_rows(root)}

    def edited(self, edits: Iterable[Edit]) -> Case[DesignT]:
        """The case with fields changed; raises EditError where that cannot be."""
        return replace(self, setup=apply(self.setup, tuple(edits), self.style))
