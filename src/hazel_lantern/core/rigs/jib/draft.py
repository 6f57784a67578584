"""The first draft of a jib: a design that balances, and what was assumed to get there."""

from __future__ import annotations

import math

from hazel_lantern.core.load import Load
from hazel_lantern.core.mechanics import standing
from hazel_lantern.core.rigs.case import Case, Setup
from hazel_lantern.core.rigs.family import Draft
from hazel_lantern.core.rigs.jib.answer import JibAnswer
from hazel_lantern.core.rigs.jib.model import (
    BOOM_END,
    F,
    JibDesign,
    Level,
    Platform,
    Swing,
)
from hazel_lantern.core.rigs.jib.post import Post
from hazel_lantern.core.rigs.kit.arm import BoomDesign
from hazel_lantern.core.rigs.kit.counterweight import Counterweight, plates_at_hand
from hazel_lantern.core.rigs.kit.owned import ON_SHELF, owned_section
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Rise, Shot
from hazel_lantern.core.workshop import Workshop

#: The boom swings about so far to either side in a draft, rad.
STEEPEST = math.radians(28)


def _to_step(value: float, step: float) -> float:
    return round(round(value / step) * step, 6)


def first_draft(shot: Shot, load: Load, settings: Settings, workshop: Workshop) -> Draft:
    """A plausible start, before the search for mends settles it.

    The rise gives the front, the reach may ask for more; the tail is short, and the plates
    a maker may have at home balance it.
    """
    assert isinstance(shot.move, Rise)
    mass = max(load.centre().mass, 0.3)
    stands = workshop.catalogue.stands
    base = stands["timber-post"]
    if mass < 1.2 and shot.move.distance < 1.0:
        base = stands["speaker-stand"]
    spread = _to_step(0.4 * base.least_spread + 0.6 * base.greatest_spread, 0.01)
    feet = standing.foot_reach(base.feet, spread)
    ahead, rise = 0.06, 0.08
    needed = (shot.move.reach + feet - ahead) / math.cos(STEEPEST)
    front = _to_step(max(shot.move.distance / (2 * math.sin(STEEPEST)), needed, 0.5), 0.01)
    height = shot.camera_height - rise - load.lens_axis
    post = _to_step(min(max(height, base.lowest, 0.4), base.highest), 0.01)
    tail = _to_step(max(0.45 * front, 0.35), 0.01)

    def stop(way: float) -> float:
        """A stop a little past the end of the move, that keeps off the floor."""
        far = shot.camera_height + way * shot.move.distance / 2 - post - rise - load.lens_axis
        angle = way * math.asin(max(-0.95, min(0.95, far / front))) + math.radians(4)
        length = tail if way > 0 else front
        floor = math.asin(min(1.0, max(post - 0.1, 0.05) / length))
        return min(max(angle, math.radians(10)), floor, math.radians(75))

    section = "aluminium-box-40x20x2" if front < 1.0 and mass < 2 else "aluminium-box-40x40x3"
    whole = front + tail + BOOM_END
    own = owned_section(workshop, 1, whole, lambda one: one.shape == "rectangular tube")
    heavy = mass * front / tail
    plates = plates_at_hand(workshop.shelf, heavy)
    design = JibDesign(
        boom=BoomDesign(section=own.id if own else section, front=front, tail=tail),
        level=Level(pins=_to_step(max(0.12, 0.1 * front), 0.01)),
        platform=Platform(ahead=ahead, rise=rise, mass=_to_step(0.25 + 0.06 * mass, 0.05)),
        counterweight=Counterweight(
            bar_side=_to_step(max(0.15, 0.06 + 0.01 * heavy), 0.01),
            nearest=_to_step(0.45 * tail, 0.01),
            farthest=round(tail - 0.03, 3),
            place=_to_step(0.8 * tail, 0.01),
            plates=plates,
        ),
        post=Post(
            height=post,
            stand=base.id,
            spread=spread,
            rating=base.rating,
            twist_stiffness=base.twist_stiffness,
        ),
        swing=Swing(up=stop(1.0), down=stop(-1.0)),
    )
    case: Case[JibDesign] = Case(Setup(shot=shot, load=load, design=design), settings, workshop)
    balancing = JibAnswer(case).balancing
    stacks = balancing.stacks()
    if stacks:
        # In the middle of the slot there is room for a lighter and a heavier camera.
        middle = (design.counterweight.nearest + design.counterweight.farthest) / 2
        fewest = [stack for stack in stacks if stack.plates <= stacks[0].plates + 1]
        best = min(fewest, key=lambda stack: abs(stack.place - middle))
        case = case.edited(balancing.edits(best))
    why = {
        F.boom.front: "the rise at a swing of 28° to either side, or the reach if it asks for more",
        F.boom.tail: "a little less than half of the front: short, with more weight",
        F.boom.section: ON_SHELF if own else "a box tube that a hardware shop has",
        F.level.pins: "a tenth of the front; wider forgives more in the drilling",
        F.level.bar_error: "drilled with both bars clamped together",
        F.pivots.kind: "cheap, and the nuts set the drag",
        F.pivots.drag: "nuts tight enough to be felt",
        F.platform.ahead: "camera just clear of the boom's end",
        F.platform.rise: "platform and head above the pin",
        F.counterweight.place: "from the plates, so that it balances",
        F.post.height: "lens height in the middle of the move, arm level",
        F.post.stand: "four legs on a timber post; for a light camera a speaker stand",
        F.post.spread: "three fifths up the base's range",
        F.swing.up: "a little past the top of the move",
        F.swing.down: "a little past the bottom of the move",
    }
    return Draft(case.design, why)
