"""First drafts that take what lies on the shelf."""

import pytest

from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.rigs import families
from hazel_lantern.core.rigs.kit.owned import ON_SHELF, owned_section, owned_wheels
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shelf import OwnedPart, Shelf, StockPiece
from hazel_lantern.core.workshop import Workshop
from tests.conftest import shot_of

CAMERA = Load(items=(LoadItem(name="Camera", kind="body", mass=1.5, up=0.06),))


def shop(*stock, parts=()):
    owned = tuple(OwnedPart(part=part, count=count) for part, count in parts)
    pieces = tuple(StockPiece(section=id, length=long, count=count) for id, long, count in stock)
    return Workshop(shelf=Shelf(stock=pieces, parts=owned))


@pytest.mark.parametrize(
    ("family", "way", "section", "path"),
    [
        ("slider", "left to right", "steel-tube-25x2", "design.rails.section"),
        ("jib", "rise", "steel-box-30x30x2", "design.boom.section"),
        ("dolly", "push in", "conduit-32x1.5", "design.track.section"),
    ],
)
def test_a_draft_is_made_of_what_lies_on_the_shelf(family, way, section, path):
    shot, kind = shot_of(way=way, distance=1.0), families()[family]
    plain = kind.first_draft(shot, CAMERA, Settings(), Workshop())
    owned = kind.first_draft(shot, CAMERA, Settings(), shop((section, 6.0, 4)))
    assert owned.why[path] == ON_SHELF
    assert plain.why[path] != ON_SHELF
    assert section in str(owned.design)
    assert section not in str(plain.design)
    # What is too short stays on the shelf.
    short = kind.first_draft(shot, CAMERA, Settings(), shop((section, 0.3, 40)))
    assert short.design == plain.design


def test_the_stiffest_of_which_there_is_enough_is_taken():
    stock = (("steel-tube-20x2", 2.5, 1), ("steel-tube-25x2", 2.5, 1), ("pvc-pipe-32x2.9", 9.0, 9))
    tube = owned_section(shop(*stock), 2, 1.2, lambda one: one.running_face == "round")
    assert tube is not None
    assert tube.id == "steel-tube-25x2"
    # Two of 1.3 m do not come out of one of 2.5 m.
    pipe = owned_section(shop(*stock), 2, 1.3, lambda one: one.running_face == "round")
    assert pipe is not None
    assert pipe.id == "pvc-pipe-32x2.9"
    assert owned_section(shop(*stock), 2, 1.2, lambda one: one.shape == "angle") is None


def test_wheels_on_the_shelf_that_run_there_are_taken_and_the_roundest_first():
    wheels = (("caster-swivel", 4), ("groove-bearing", 4), ("slot-shoe", 8))
    assert owned_wheels(shop(parts=wheels), "wheels", "round", 4) == "groove-bearing"
    assert owned_wheels(shop(parts=wheels), "wheels", "round", 5) is None
    shot = shot_of(way="left to right", distance=1.0)
    draft = families()["slider"].first_draft(shot, CAMERA, Settings(), shop(parts=wheels))
    assert draft.design.carriage.wheel == "groove-bearing"
