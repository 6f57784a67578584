"""Cogs that the maker cuts: true outlines, with play and bores, and sectors of few teeth."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.catalogue.rows import CogRow
from hazel_lantern.core.drive.answer import Driving
from hazel_lantern.core.mechanics.involute import Outline
from hazel_lantern.core.parts import Hole, Template

Array = NDArray[np.float64]
#: What is sawn or milled from board; cogs of anything else are bought.
CUT = ("plywood", "pine", "hardwood")
#: Around a cut cog's outline and a sector's axle, and a sector's clamp holes: how wide, m.
MARGIN, BACK, CLAMP = 0.004, 0.03, 0.0064
#: A sector has so many teeth more than its swing needs, at either end.
SPARE = 2
#: Board that sector and pinion are cut from, m; bores of either.
BOARD, SECTOR_BORE, PINION_BORE = 0.012, 0.012, 0.008
#: A hole from the axle: label, along and across, width, m, and what goes through.
_Place = tuple[str, float, float, float, str]


def _template(
    name: str, corners: Array, holes: list[_Place], of: str, thick: float, count: int
) -> Template:
    """A part round its axle, moved so that its lowest corner is the datum."""
    low = corners.min(axis=0) - MARGIN
    size = corners.max(axis=0) + MARGIN - low
    found = tuple(
        Hole(name, label, x - low[0], y - low[1], width, use) for label, x, y, width, use in holes
    )
    edge = tuple((float(x), float(y)) for x, y in corners - low)
    return Template(
        name,
        float(size[0]),
        float(size[1]),
        found,
        count=count,
        thick=thick,
        of=of,
        note="cut along the line; its corner is the drawing's",
        outline=edge,
    )


def _cog(row: CogRow, play: float, count: int, of: str) -> Template:
    # Of the play of a pair each cog gives half.
    outline = Outline(row.teeth, row.angle, play / 2 / row.module)
    use = f"axle {row.bore * 1e3:g} mm; glue or pin it"
    return _template(
        row.name,
        outline.polygon(row.module),
        [("bore", 0.0, 0.0, row.bore, use)],
        of,
        row.width,
        count,
    )


def sector_teeth(it: Driving) -> tuple[int, int]:
    """Teeth that a whole wheel of the sector's radius would have, and those that it needs.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    int, int
    """
    whole = round(2 * it.drive.ring / it.drive.module)
    swept = float(np.ptp(it.axis.place)) / (2 * math.pi) * whole
    return whole, min(math.ceil(swept) + 2 * SPARE + 1, whole)


def templates(it: Driving) -> tuple[Template, ...]:
    """Every cog that is cut from board, and a sector with its pinion.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    tuple of Template
    """
    material = it.case.workshop.catalogue.materials
    found = []
    for id, count in it.drive.cogs.items():
        row: CogRow = it.case.row("cogs", id)
        if row.material in CUT:
            of = material[row.material].name.lower()
            found.append(_cog(row, it.drive.train_play, count, of))
    if it.last == "sector":
        found += _sector(it)
    return tuple(found)


def _sector(it: Driving) -> list[Template]:
    drive, (whole, count) = it.drive, sector_teeth(it)
    thinner = drive.train_play / 2 / drive.module
    # Its middle tooth lies along x, so teeth are counted from half of them before it.
    teeth = Outline(whole, thinner=thinner).polygon(drive.module, -(count // 2), count)
    if count < whole:
        teeth = np.concatenate([teeth, [(-BACK, 0.0)]])
    far = drive.ring / 2
    holes = [
        ("axle", 0.0, 0.0, SECTOR_BORE, "the pivot's bolt"),
        ("clamp near", far, -0.01, CLAMP, "bolt M6 to the boom, close hole"),
        ("clamp far", far, 0.01, CLAMP, "bolt M6 to the boom, close hole"),
    ]
    sector = _template("Sector", teeth, holes, "plywood", BOARD, 1)
    small = max(round(drive.wheel / drive.module), 6)
    pinion = Outline(small, thinner=thinner).polygon(drive.module)
    bore = [("bore", 0.0, 0.0, PINION_BORE, f"axle {PINION_BORE * 1e3:g} mm; glue or pin it")]
    return [sector, _template("Pinion of the sector", pinion, bore, "plywood", BOARD, 1)]
