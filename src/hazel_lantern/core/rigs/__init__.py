"""The rig families: every package in here that has a ``FAMILY`` is one."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache
from typing import TYPE_CHECKING, Annotated, Any, Union

from pydantic import Field

from hazel_lantern.core.rigs.case import Design
from hazel_lantern.core.rigs.family import Family

AnyFamily = type[Family[Any, Any]]


@cache
def families() -> dict[str, AnyFamily]:
    """All families by id, found by looking into this package."""
    found: dict[str, AnyFamily] = {}
    for module in pkgutil.iter_modules(__path__):
        if module.ispkg:
            package = importlib.import_module(f"{__name__}.{module.name}")
            family: AnyFamily | None = getattr(package, "FAMILY", None)
            if family is not None:
                found[family.id] = family
    return found


def find_family(id: str) -> AnyFamily:
    """The family of that id.

    Raises
    ------
    KeyError
        Names the families there are.
    """
    try:
        return families()[id]
    except KeyError:
        raise KeyError(
            f"there is no rig family “{id}”; known are {', '.join(families())}"
        ) from None


def _any_design() -> Any:
    types = tuple(family.design_type for family in families().values())
    if len(types) == 1:
        return types[0]
    return Annotated[Union[types], Field(discriminator="family")]  # noqa: UP007


if TYPE_CHECKING:
    AnyDesign = Design
else:
    AnyDesign = _any_design()
