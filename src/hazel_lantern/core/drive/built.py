"""Cogs that the maker cuts: true outlines, with play and bores, and sectors of few teeth."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from hazel_lantern.core.axis import Beam
from hazel_lantern.core.catalogue.rows import CogRow
from hazel_lantern.core.drive import box, layout, strength
from hazel_lantern.core.drive.answer import Driving
from hazel_lantern.core.mechanics.involute import Outline
from hazel_lantern.core.parts import Bolt, Hole, Template
from hazel_lantern.core.reuse import reused
from hazel_lantern.core.rigs.kit.bolts import SPACER, through

Array = NDArray[np.float64]
#: What is sawn or milled from board; cogs of anything else are bought.
CUT = ("plywood", "pine", "hardwood")
#: Around a cut cog's outline and a sector's axle, and a sector's clamp holes: how wide, m.
MARGIN, BACK, CLAMP = 0.004, 0.03, 0.0066
#: A sector without a beam is screwed on; a clamp reaches so far to either side, its holes so far
#: in, m.
SCREW, GRIP, CLAMP_IN = 0.005, 0.06, 0.012
SECTOR, PINION, CLAMP_BOARD = "Sector", "Pinion of the sector", "Sector clamp"
DRAWN_LARGER = ", which is drawn further out for what the cutter takes off"
#: A sector has so many teeth more than its swing needs, at either end.
SPARE = 2
#: Board that sector and pinion are cut from, m; bores of either.
BOARD, SECTOR_BORE, PINION_BORE = 0.012, 0.03, 0.008
#: A hole from the axle: label, along and across, width, m, and what goes through.
_Place = tuple[str, float, float, float, str]


def _template(
    name: str,
    corners: Array,
    holes: list[_Place],
    of: str,
    thick: float,
    count: int,
    slots: tuple[tuple[float, ...], ...] = (),
    kerf: float = 0.0,
) -> Template:
    """A part round its axle, moved so that its lowest corner is the datum."""
    corners = grown(corners, kerf / 2)
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
        tuple((x0 - low[0], x1 - low[0], y - low[1], wide) for x0, x1, y, wide in slots),
        count=count,
        thick=thick,
        of=of,
        note="cut along the line"
        + (DRAWN_LARGER if kerf else "")
        + "; its corner is the drawing's",
        outline=edge,
    )


def grown(corners: Array, by: float) -> Array:
    """An outline with every edge moved outwards, for what a cutter takes off.

    Parameters
    ----------
    corners : (n, 2) array
        Against the clock, m.
    by : float
        m; negative inwards.

    Returns
    -------
    (n, 2) array
        m; right where ``by`` is little against every bend of the outline.
    """
    if not by:
        return corners
    # Corners that coincide have no edge between them.
    kept = np.hypot(*(corners - np.roll(corners, 1, axis=0)).T) > 1e-9
    found = corners[kept]
    edges = np.roll(found, -1, axis=0) - found
    outward = np.stack([edges[:, 1], -edges[:, 0]], axis=1)
    outward /= np.hypot(*edges.T)[:, None]
    before = np.roll(outward, 1, axis=0)
    both = outward + before
    # Along the bisector, so far that both edges move by as much; a sharp corner is blunted.
    share = np.maximum((both**2).sum(axis=1, keepdims=True) / 2, 0.5)
    return np.asarray(found + by * both / share)


def _cog(it: Driving, row: CogRow, count: int, of: str) -> Template:
    # Of the play of a pair each cog gives half.
    outline = Outline(row.teeth, row.angle, it.drive.train_play / 2 / row.module)
    holes, keyway = _bored(it, row.bore or layout.PLAIN)
    edge, kerf = outline.polygon(row.module), it.drive.kerf
    return _template(row.name, edge, holes, of, row.width, count, keyway, kerf)


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


def _made_of(it: Driving) -> tuple[object, ...]:
    """All that its parts depend on."""
    ends = float(it.axis.place[0]), float(it.axis.place[-1])
    bought = it.case.workshop.catalogue, it.case.settings.shop
    return it.drive, it.last, *ends, it.axis.kind, it.axis.beam, *bought


@reused(_made_of)
def templates(it: Driving) -> tuple[Template, ...]:
    """Box and board, every cog that is cut from board, and a sector with its pinion and clamp.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    tuple of Template
    """
    material = it.case.workshop.catalogue.materials
    found = list(box.templates(it))
    for id, count in it.drive.cogs.items():
        row: CogRow = it.case.row("cogs", id)
        if row.material in CUT:
            of = material[row.material].name.lower()
            found.append(_cog(it, row, count, of))
    if it.last == "sector":
        found += _sector(it)
    return tuple(found)


def _bored(it: Driving, wide: float) -> tuple[list[_Place], tuple[tuple[float, ...], ...]]:
    """A cog's bore as its hold asks, and a keyway beside it, from its middle."""
    use = f"axle {wide * 1e3:.3g} mm, {it.drive.fixing}"
    if it.drive.fixing != "key":
        return [("bore", 0.0, 0.0, wide, use)], ()
    # A keyway is a quarter of the axle wide, and goes an eighth of it into the cog.
    return [("bore", 0.0, 0.0, wide, use)], ((0.0, wide / 2, 0.0, wide / 4),)


def _pinion(it: Driving, thinner: float) -> Template:
    small = strength.pinion_teeth(it)
    pinion = Outline(small, thinner=thinner).polygon(it.drive.module)
    wide = layout.axle(it, 0) if it.pairs else PINION_BORE
    holes, keyway = _bored(it, wide)
    return _template(PINION, pinion, holes, "plywood", BOARD, 1, keyway, it.drive.kerf)


def clamp_places(beam: Beam) -> list[tuple[str, float, float]]:
    """Holes of a sector's clamp along the beam, and over its middle: label and place, m.

    Parameters
    ----------
    beam : Beam

    Returns
    -------
    list of (str, float, float)
    """
    up, along = beam.height / 2 + CLAMP / 2 + 0.001, GRIP - CLAMP_IN
    return [
        (f"clamp {name}", side * along, over * up)
        for name, side, over in (("a", -1, -1), ("b", 1, -1), ("c", -1, 1), ("d", 1, 1))
    ]


def _sector(it: Driving) -> list[Template]:
    drive, (whole, count), beam = it.drive, sector_teeth(it), it.axis.beam
    thinner = drive.train_play / 2 / drive.module
    # Its middle tooth lies along x, so teeth are counted from half of them before it.
    teeth = Outline(whole, thinner=thinner).polygon(drive.module, -(count // 2), count)
    holes: list[_Place] = [("pivot", 0.0, 0.0, SECTOR_BORE, "round the head of the pivot's bolt")]
    if beam is None:
        if count < whole:
            teeth = np.concatenate([teeth, [(-BACK, 0.0)]])
        far = min(BACK, drive.ring / 2)
        holes += [
            (f"screw {name}", x, y, SCREW, "mark it from what turns, then drill")
            for name, x, y in (("a", far, -far / 2), ("b", far, far / 2))
        ]
        return [
            _template(SECTOR, teeth, holes, "plywood", BOARD, 1, kerf=drive.kerf),
            _pinion(it, thinner),
        ]
    # The beam as it lies in the middle of the move, when the middle tooth points down.
    lies = float(it.axis.place[0] + it.axis.place[-1]) / 2 + math.pi / 2
    cos, sin = math.cos(lies), math.sin(lies)

    def at(along: float, up: float) -> tuple[float, float]:
        up += beam.lifted
        return along * cos - up * sin, along * sin + up * cos

    top = beam.height / 2 + CLAMP + 0.009
    if count < whole:
        teeth = np.concatenate([teeth, [at(GRIP, top), at(-GRIP, top)]])
    holes += [(name, *at(x, y), CLAMP, "bolt M6 of its clamp") for name, x, y in clamp_places(beam)]
    own = tuple(
        Hole(CLAMP_BOARD, name, GRIP + x, top + y, CLAMP, "bolt M6 of the sector")
        for name, x, y in clamp_places(beam)
    )
    clamp = Template(CLAMP_BOARD, 2 * GRIP, 2 * top, own, thick=BOARD, of="plywood")
    return [
        _template(SECTOR, teeth, holes, "plywood", BOARD, 1, kerf=drive.kerf),
        clamp,
        _pinion(it, thinner),
    ]


@reused(_made_of)
def bolted(it: Driving) -> list[Template]:
    """What its bolts go through, without the outlines, which take longer.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    list of Template
    """
    boards = (Template(name, 0.0, 0.0, thick=BOARD) for name in (SECTOR, CLAMP_BOARD))
    return [*box.templates(it), *boards]


@reused(_made_of)
def bolts(it: Driving) -> tuple[Bolt, ...]:
    """What holds box, board and sector.

    Parameters
    ----------
    it : Driving

    Returns
    -------
    tuple of Bolt
    """
    found, beam = list(box.bolts(it)), it.axis.beam
    if it.last == "sector" and beam is not None:
        also = ((SPACER, beam.beside), ("the arm", beam.width))
        thread = it.case.bolt("m6").id
        for name, _, _ in clamp_places(beam):
            holes = through((SECTOR, name), (CLAMP_BOARD, name))
            found.append(
                Bolt(
                    "sector-bolts",
                    "the sector on the arm",
                    name,
                    thread,
                    holes,
                    also,
                )
            )
    return tuple(found)
