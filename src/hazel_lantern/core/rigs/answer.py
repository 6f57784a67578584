"""A solved case: what every check, drawing and part of one rig reads."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Generic, Self

from hazel_lantern.core.lazy import kept
from hazel_lantern.core.load import Load
from hazel_lantern.core.rigs.case import Case, DesignT
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Shot
from hazel_lantern.core.units import Style
from hazel_lantern.core.workshop import Workshop


@dataclass(frozen=True, eq=False)
class Answer(Generic[DesignT]):
    """The physics of a case; families add theirs, most of it worked out when asked for."""

    case: Case[DesignT]

    @kept
    def design(self) -> DesignT:
        """The design."""
        return self.case.design

    @kept
    def shot(self) -> Shot:
        """What the camera does."""
        return self.case.shot

    @property
    def course(self) -> Any:
        """The move at its marks, with their ``times``, (n,) s."""
        raise NotImplementedError

    @property
    def along(self) -> bool:
        """Whether the lens looks along the move, not square to it."""
        return self.shot.move.along

    @property
    def bounce(self) -> tuple[float, float]:
        """How often the lens bounces by itself, Hz, and its damping; nought where not known."""
        return 0.0, 0.0

    @property
    def load(self) -> Load:
        """What is carried."""
        return self.case.load

    @property
    def settings(self) -> Settings:
        """The project's settings."""
        return self.case.settings

    @property
    def workshop(self) -> Workshop:
        """Catalogue and shelf."""
        return self.case.workshop

    @property
    def style(self) -> Style:
        """How quantities are printed."""
        return self.case.style

    @kept
    def rows(self) -> Any:
        """Rows of the catalogue that the design names; raises CatalogueError for one not there."""
        return None

    def looked_up(self) -> Self:
        """Itself, once all that the design names is found in the catalogue.

        Raises
        ------
        CatalogueError
            Names the id and the nearest ones that exist.
        """
        _ = self.rows, self.focal_px
        return self

    @kept
    def focal_px(self) -> float:
        """Focal length in pixels; raises CatalogueError for an unknown sensor."""
        sensor = self.case.row("sensors", self.shot.lens.sensor)
        return self.shot.focal_px(sensor.width)
