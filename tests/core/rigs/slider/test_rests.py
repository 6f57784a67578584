"""Rails on blocks that only push, and on saddles that hold them."""

import numpy as np
import pytest

from hazel_lantern.core import mends
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed

SADDLES = "saddles hold them"


def on_blocks(rig, **more):
    """Thin rails on three blocks, the carriage over the middle of one span."""
    laid = {
        "design__rails__section": "aluminium-tube-16x1.5",
        "design__rails__length": 2.0,
        "design__supports__kind": "floor",
        "design__supports__count": 3,
        "design__supports__inset": 0.0,
        "shot__move__distance": 1.6,
        "shot__camera_height": 0.35,
    }
    return changed(rig, **{**laid, **more})


def test_loose_rails_lift_off_and_sink_deeper(rig):
    loose = assess(on_blocks(rig)).answer
    held = assess(on_blocks(rig, design__supports__blocks=SADDLES)).answer
    mark = int(np.abs(loose.place - 0.45).argmin())
    # Statics of one rail on its first two blocks, its own weight hanging past the second.
    place, weight = loose.wheel_place[:, mark], loose.line * 2.0
    second = (loose.axles[:, mark] @ place + weight * 1.0) / 1.0
    first = loose.axles[:, mark].sum() + weight - second
    assert loose.bending.reactions[:, mark] == pytest.approx([first, second, 0.0], abs=1e-9)
    assert held.bending.reactions[2, mark] < -0.1
    assert loose.bending.dip.max() > 1.15 * held.bending.dip.max()


def test_each_rail_leaves_its_blocks_by_itself(rig):
    askew = assess(on_blocks(rig, design__carriage__camera_side=0.03)).answer
    near, far = askew.lines
    assert near.true.lying.sum() > far.true.lying.sum()
    assert askew.bending.far_dip.max() > askew.bending.near_dip.max()
    # With the load in the middle both do the same, and so does the pair as one.
    even = assess(on_blocks(rig, design__carriage__camera_side=0.0)).answer
    assert len(even.lines) == 1
    assert even.bending.near_dip == pytest.approx(even.bending.far_dip)


def test_a_stand_is_lifted_by_no_more_than_its_weight(rig):
    far = {"design__supports__kind": "end stands", "shot__camera_height": 1.0}
    found = assess(on_blocks(rig, **far)).answer
    assert found.bending.reactions.min() >= -found.rows.stand.mass * GRAVITY - 1e-9


def test_saddles_are_a_mend_with_a_price(rig):
    loose = on_blocks(rig, budget=400.0)
    held = assess(changed(loose, design__supports__blocks=SADDLES))
    # Just so much more than held rails sink that the lamp holds.
    between = held.by_id["slider.rail-dip"].value / 0.88
    assert assess(loose).by_id["slider.rail-dip"].value > between
    limit = {"slider.rail-dip": between}
    case = Case(loose, Settings(limits=limit, tight_margin=0.05), Workshop())
    offers = mends.find("slider.rail-dip", case, most=40)
    assert any("saddles" in offer.title for offer in offers)
    bought = {part.key: part.quantity for part in held.parts}
    assert bought["saddles"] == 6
    assert bought["block-fixings"] == 3
