"""The first draft of an overhead rig: over the middle of a bench, as high as the shot asks."""

from __future__ import annotations

from hazel_lantern.core.load import Load
from hazel_lantern.core.rigs.family import Draft
from hazel_lantern.core.rigs.kit.owned import ON_SHELF, owned_section
from hazel_lantern.core.rigs.overhead.model import (
    Bench,
    BoomPiece,
    Carrier,
    Drop,
    F,
    Holding,
    OverheadDesign,
    Trolley,
)
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Glide, Hold, Move, Shot, Swing
from hazel_lantern.core.workshop import Workshop

#: Rail left past the move at either end, m; what is left under a ceiling; a drop that can be had.
PAST, UNDER, LEAST, MOST = 0.35, 0.1, 0.05, 1.6
#: A bench stands in front of its wall, and whoever works before it: away of the rail, m.
FRONT, PERSON = -0.35, -0.65
#: Of a bench a glide is to see most, a frame or a swing a part.
WHOLE, ONE = 0.6, 0.3


def stretch(move: Move) -> tuple[float, float]:
    """Where on the rail a move begins at its left, and how far it goes, m.

    Parameters
    ----------
    move : Move

    Returns
    -------
    float, float
    """
    if isinstance(move, Hold):
        along = [x for x, _ in move.stays]
        return min(along), max(along) - min(along)
    return getattr(move, "start", 0.5), move.distance if isinstance(move, Glide) else 0.0


def first_draft(shot: Shot, load: Load, settings: Settings, workshop: Workshop) -> Draft:
    """A plausible start, before the search for mends settles it."""
    move = shot.move
    start, far = stretch(move)
    span = round(max(start + far + max(start, PAST), 1.2), 2)
    high = round(min(max(shot.room.height - UNDER, 1.9), 3.0), 2)
    trolley = Trolley()
    drop = round(min(max(high - trolley.hang - shot.camera_height, LEAST), MOST), 2)
    own = owned_section(workshop, 1, span, lambda one: one.running_face == "flat")
    section = own.id if own else "steel-box-30x30x2"
    rolls = bool(getattr(move, "across", 0.0))
    swings = isinstance(move, Swing)
    hangs = Drop(length=drop)
    if swings:
        assert isinstance(move, Swing)
        half = round(move.reach / 2, 3)
        hangs = Drop(kind="boom", length=drop, pieces=(BoomPiece(length=half),) * 2)
    middle = start + far / 2
    # A boom swings over what lies away of its rail.
    front = round(move.reach + FRONT, 2) if isinstance(move, Swing) else FRONT
    person = round(front - FRONT + PERSON, 2)
    wanted = WHOLE if far else ONE
    count = max(round(span / 0.8) + 1, 3)
    design = OverheadDesign(
        holding=Holding(
            span=span, height=high, count=count, spacing=round((span - 0.1) / (count - 1), 3)
        ),
        carrier=Carrier(
            kind="gantry" if rolls else "beam",
            section=section,
            across=round(abs(getattr(move, "across", 0.0)) + 0.5, 2),
        ),
        trolley=trolley,
        drop=hangs,
        bench=Bench(
            left=round(middle - 0.9, 2),
            front=front,
            wanted=wanted,
            person_x=round(middle, 2),
            person_y=person,
        ),
    )
    why = {
        F.holding.span: "the move, with as much rail past either end",
        F.holding.height: "a hand under the ceiling",
        F.holding.count: "a fixing every 800 mm and one to spare",
        F.holding.rated: "to be looked up for what they go into",
        F.carrier.section: ON_SHELF if own else "a box tube that a hardware shop has",
        F.drop.length: "the lens at the height of the shot",
        F.bench.left: "the bench below the middle of the move",
        F.bench.person_x: "in front of the bench",
    }
    return Draft(design, why)
