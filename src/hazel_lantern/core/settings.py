"""Settings of a project: units, money, limits, margins."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field, field_validator

from hazel_lantern.core.fields import Frozen, choice, quantity
from hazel_lantern.core.units import Style

#: The nudge of the settings is for a rig so heavy, kg; it grows and shrinks with the rig within
#: these shares: a light rig is brushed by a sleeve, a heavy one bumped by a shoulder.
NUDGED, LEAST_SHARE, GREATEST_SHARE = 10.0, 0.3, 3.0


class Settings(Frozen):
    """Units, money, limits: what holds for the whole project."""

    units: Literal["mm", "ft·in"] = choice("Units", "mm")
    denominator: Literal[16, 32] = choice("Finest part of an inch", 16)
    shop: Literal["metric", "inch", "both"] = choice("Shop", "metric")
    currency: str = Field("€", title="Currency", min_length=1, max_length=4)
    price_factor: float = quantity("number", "Catalogue prices times", 1.0, low=0, high=10000)
    tight_margin: float = quantity("percent", "Tight within", 0.15, low=0, high=0.9)
    limits: dict[str, Annotated[float, Field(ge=-1e9, le=1e9)]] = Field(
        {}, title="Limits changed by the maker"
    )
    hand_push: float = quantity("force", "Nudge to a rig of 10 kg", 10.0, low=0, high=500)
    hand_unsteady: float = quantity("force", "Unsteady part of a push", 0.2, low=0, high=50)
    knock: float = quantity("plain", "Knock at a bench, N·s", 1.0, low=0, high=100)
    over_people: bool = Field(False, title="Over people")
    working_fraction: float = quantity("percent", "Share of a rating used", 0.7, low=0.05, high=1)
    kerf: float = quantity("fine", "Saw cut", 0.002, low=0, high=0.02)
    cut_price: float = quantity("money", "Shop's price for a cut", 0.0, low=0, high=1e4)
    circle: float = quantity("fine", "Circle of confusion", 2e-5, low=1e-6, high=1e-3)

    @field_validator("denominator", mode="before")
    @classmethod
    def _from_words(cls, value: Any) -> Any:
        return int(value) if isinstance(value, str) and value.isdigit() else value

    def nudge(self, mass: float) -> float:
        """The nudge to a rig of a mass, N: a light one is brushed, a heavy one bumped.

        Parameters
        ----------
        mass : float
            kg.

        Returns
        -------
        float
            N.
        """
        return self.hand_push * min(max(mass / NUDGED, LEAST_SHARE), GREATEST_SHARE)

    @property
    def style(self) -> Style:
        """How quantities are printed."""
        return Style(self.units, self.denominator, self.currency)
