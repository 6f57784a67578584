"""What a design is judged against besides itself: the catalogue and the shelf."""

from dataclasses import dataclass, field

from hazel_lantern.core.catalogue import Catalogue, shipped
from hazel_lantern.core.shelf import Shelf


@dataclass(frozen=True)
class Workshop:
    """Catalogue of what can be had and shelf of what is owned."""

    catalogue: Catalogue = field(default_factory=shipped)
    shelf: Shelf = field(default_factory=Shelf)
