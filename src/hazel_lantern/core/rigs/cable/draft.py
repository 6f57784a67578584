"""The first draft of a cable cam: hung so that it keeps its height and holds, on what is usual."""

from __future__ import annotations

import math
from typing import Literal

from hazel_lantern.core.fields import Edit
from hazel_lantern.core.load import Load
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.cable.answer import CableAnswer
from hazel_lantern.core.rigs.cable.model import (
    Anchor,
    Around,
    CableDesign,
    CableLine,
    F,
    Stops,
    Trolley,
)
from hazel_lantern.core.rigs.case import Case, Setup
from hazel_lantern.core.rigs.family import Draft
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Fly, Shot
from hazel_lantern.core.workshop import Workshop

#: Sag of a light line that makers get by hand and pulleys, and before they pull, of the span.
SAG, LOOSE = 0.03, 0.07
#: Wire ropes, and the pull that each is worked at with clips at its ends and room to spare, N.
ROPES = (("rope-steel-3", 450.0), ("rope-steel-4", 800.0), ("rope-steel-5", 1250.0))
#: Items of a load that keep the camera upright by themselves.
STEADY = ("stabilised head", "gimbal")
#: A camera hangs at least so far below the line, m, and so far below its own top.
DROP, OVER = 0.35, 0.12


def first_draft(shot: Shot, load: Load, settings: Settings, workshop: Workshop) -> Draft:
    """A plausible start, before the search for mends settles it.

    As much line is left past either end of the flight as stands before it.
    """
    assert isinstance(shot.move, Fly)
    move, centre = shot.move, load.centre()
    span = round(2 * move.start + move.distance, 2)
    weight = (centre.mass + Trolley().mass) * GRAVITY
    # Of a light line the pull is the weight times the span over four times the sag.
    row = next((id for id, bears in ROPES if bears > weight / (4 * SAG)), ROPES[-1][0])
    drop = round(max(DROP, load.top - centre.up + OVER), 2)
    steadied = any(one.kind in STEADY for one in load.items)
    head: Literal["plain", "stabilised"] = "stabilised" if steadied else "plain"
    line = CableLine(
        row=row,
        span=span,
        sag=round(SAG * span, 3),
        loose=round(LOOSE * span, 3),
        tightener="pulleys-3",
    )
    anchor = Anchor(height=2.4)
    reach = math.ceil(1.03 * span) + 1.0
    design = CableDesign(
        left=anchor,
        right=anchor,
        line=line,
        trolley=Trolley(drop=drop, joint="rigid", head=head),
        stops=Stops(),
        around=Around(nearest=reach),
    )
    case: Case[CableDesign] = Case(Setup(shot=shot, load=load, design=design), settings, workshop)
    lens = CableAnswer(case).lens_up
    off = shot.camera_height - float(lens.max() + lens.min()) / 2
    height = round(min(max(anchor.height + off, 0.3), 20.0), 2)
    case = case.edited((Edit(F.left.height, height), Edit(F.right.height, height)))
    why = {
        F.line.row: "a wire rope that a hardware shop has",
        F.line.span: "the flight, with as much line past either end",
        F.line.sag: "a thirtieth of the span: tighter bends posts, looser climbs at its ends",
        F.line.tightener: "pulleys that a hand can pull",
        F.left.height: "the lens at the height of the shot",
        F.right.height: "as high as the other end",
        F.left.kind: "two trees",
        F.trolley.drop: "the camera clear of its trolley",
        F.trolley.joint: "fixed to two wheels it swings less than hung free",
        F.trolley.head: "stabilised if such a head is carried",
        F.around.nearest: "further than a broken line reaches",
        F.around.power: "to be looked for on the spot",
    }
    return Draft(case.design, why)
