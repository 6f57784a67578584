"""The first draft of an orbit rig: balanced, at the height asked for, clear of what is inside."""

from __future__ import annotations

import math

from hazel_lantern.core.fields import Edit
from hazel_lantern.core.load import Load
from hazel_lantern.core.rigs.case import Case, Setup
from hazel_lantern.core.rigs.family import Draft
from hazel_lantern.core.rigs.kit.counterweight import Counterweight, plates_at_hand
from hazel_lantern.core.rigs.kit.owned import ON_SHELF, owned_section
from hazel_lantern.core.rigs.orbit.answer import OrbitAnswer
from hazel_lantern.core.rigs.orbit.model import (
    ArmDesign,
    Base,
    Bearing,
    F,
    Inside,
    OrbitDesign,
)
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Shot, Turn
from hazel_lantern.core.workshop import Workshop

#: A bearing stands so high on its plate over the floor, m.
LOW = 0.12
#: Between weights and base, m.
CLEAR = 0.02


def first_draft(shot: Shot, load: Load, settings: Settings, workshop: Workshop) -> Draft:
    """A plausible start, before the search for mends settles it.

    The arm lies low on the floor, the camera stands on a riser; the weight side is half as long.
    """
    assert isinstance(shot.move, Turn)
    radius, mass = shot.move.radius, max(load.centre().mass, 0.3)
    tail = round(max(0.5 * radius, 0.35), 2)
    own = owned_section(workshop, 1, radius + tail, lambda one: one.shape == "rectangular tube")
    section = own.id if own else "aluminium-box-40x40x3"
    if not own and radius < 0.8 and mass < 2:
        section = "aluminium-box-40x20x2"
    bearing = "ring-150" if mass < 2 else "slew-120"
    plates = plates_at_hand(workshop.shelf, mass * radius / tail + 5.0)
    weights = Counterweight(
        place=round(0.8 * tail, 2),
        nearest=round(0.3 * tail, 2),
        farthest=round(tail - 0.03, 3),
        plates=plates,
    )
    outside = round(max(radius, tail) + 1.2, 1)
    turns = math.ceil(shot.move.turned / (2 * math.pi))
    subject = shot.subject
    kind = "a table" if subject.base else "a person"
    design = OrbitDesign(
        base=Base(height=LOW, reach=round(max(0.35, 0.35 * radius), 2), mass=8.0),
        bearing=Bearing(row=bearing, wraps=max(turns, 1) + 0.5),
        arm=ArmDesign(section=section, tail=tail),
        counterweight=weights,
        inside=Inside(kind=kind, off=0.005 if subject.base else 0.01, nearest=outside),
    )
    case: Case[OrbitDesign] = Case(Setup(shot=shot, load=load, design=design), settings, workshop)
    answer = OrbitAnswer(case)
    riser = design.arm.riser + shot.camera_height - answer.lens_height
    arm = design.arm.model_copy(update={"riser": round(min(max(riser, -3.0), 3.0), 2)})
    case = Case(
        Setup(shot=shot, load=load, design=design.model_copy(update={"arm": arm})),
        settings,
        workshop,
    )
    balancing = OrbitAnswer(case).balancing
    stacks = balancing.stacks()
    if stacks:
        middle = (weights.nearest + weights.farthest) / 2
        fewest = [stack for stack in stacks if stack.plates <= stacks[0].plates + 1]
        best = min(fewest, key=lambda stack: abs(stack.place - middle))
        case = case.edited(balancing.edits(best))
    # Plates stand up over the base that they pass.
    over = case.design.counterweight.radius + CLEAR - OrbitAnswer(case).arm_up
    case = case.edited((Edit(F.counterweight.above, round(max(over, 0.0), 2)),))
    why = {
        F.arm.section: ON_SHELF if own else "a box tube that a hardware shop has",
        F.arm.tail: "half of the camera's side: short, with more weight",
        F.arm.riser: "the lens at the height of the shot, the arm low on the floor",
        F.bearing.row: "a ring; one made for pull and moment under a heavy camera",
        F.base.reach: "a third of the camera's side",
        F.base.mass: "plywood on its feet",
        F.base.lean: "levelled with a spirit level",
        F.counterweight.place: "from the plates, so that it balances",
        F.counterweight.above: "plates clear of the base",
        F.inside.kind: "by the kind of subject",
        F.inside.nearest: "a step outside of what it sweeps",
    }
    return Draft(case.design, why)
