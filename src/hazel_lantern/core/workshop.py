"""What a design is judged against besides itself: the catalogue and the shelf."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace

from hazel_lantern.core.catalogue import Catalogue, shipped
from hazel_lantern.core.catalogue.carried import CarriedRow, joined
from hazel_lantern.core.shelf import Shelf


@dataclass(frozen=True)
class Workshop:
    """Catalogue of what can be had and shelf of what is owned."""

    catalogue: Catalogue = field(default_factory=shipped)
    shelf: Shelf = field(default_factory=Shelf)

    def carrying(self, rows: Sequence[CarriedRow]) -> Workshop:
        """The workshop with the rows that a project carries.

        Raises
        ------
        CatalogueError
            If a row is of a material that is not known.
        """
        return replace(self, catalogue=joined(self.catalogue, rows)) if rows else self
