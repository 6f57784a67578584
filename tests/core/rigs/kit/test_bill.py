"""The bill and the shelf: nothing is taken twice, and what is left of a length is used."""

import pytest
from hypothesis import given
from hypothesis import settings as hypothesis_settings
from hypothesis import strategies as st

from hazel_lantern.core.build.cuts import plan_cuts, stock_for
from hazel_lantern.core.build.dossier import gather
from hazel_lantern.core.build.shopping import shopping
from hazel_lantern.core.parts import Bolt, Piece, Template, Through
from hazel_lantern.core.project.model import Project
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.rigs.kit.bill import Bill
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shelf import OwnedPart, Shelf, StockPiece
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess

SECTION = "aluminium-tube-25x2"


def bill(rig, shelf=Shelf()):  # noqa: B008 - it is never changed
    return Bill(Case(rig, Settings(), Workshop(shelf=shelf)))


def bolt(key, grip):
    made = [Template(f"P{key}", 0.1, 0.1, thick=grip, of="aluminium")]
    return Bolt(key, key, "", "m6", (Through(f"P{key}", "h"),)), made


def test_bolts_of_the_shelf_are_used_once_and_by_their_length(rig):
    shelf = Shelf(parts=(OwnedPart(part="m6", count=3, length=0.03),))
    found = bill(rig, shelf)
    for key in ("a", "b"):
        one, made = bolt(key, 0.018)
        found.bolts([one, one], made)
    long, made = bolt("c", 0.06)
    found.bolts([long], made)
    assert [(part.on_shelf, part.quantity) for part in found.parts] == [(2, 2), (1, 2), (0, 1)]
    assert [part.having for part in found.parts] == ["owned", "buy", "buy"]


def test_what_is_left_of_a_length_is_cut_again_and_nothing_of_the_shelf_twice(rig):
    found = bill(rig, Shelf(stock=(StockPiece(section=SECTION, length=1.0),)))
    for label, length in (("first", 0.6), ("end", 0.35), ("second", 0.6), ("third", 0.35)):
        found.cut(label, Piece(SECTION, label, length, 1))
    first, end, second, third = found.parts
    assert (first.having, first.cost) == (end.having, end.cost) == ("owned", 0)
    # A whole length is bought for the second, and the third comes off its end.
    assert second.cost > 0
    assert (third.having, third.cost) == ("buy", 0)
    assert "left of the lengths above" in third.note


@hypothesis_settings(max_examples=60, deadline=None)
@given(
    st.lists(st.tuples(st.floats(0.2, 1.9), st.integers(1, 4)), min_size=1, max_size=4),
    st.lists(st.floats(0.3, 2.0), max_size=3),
)
def test_the_bill_is_never_less_than_the_cheapest_cut_plan(wanted, lengths):
    workshop = Workshop(
        shelf=Shelf(stock=tuple(StockPiece(section=SECTION, length=one) for one in lengths))
    )
    from hazel_lantern.core.project.model import Rig
    from hazel_lantern.core.rigs.slider.model import SliderDesign

    found = Bill(Case(Rig(name="R", design=SliderDesign()), Settings(), workshop))
    pieces = [Piece(SECTION, f"p{at}", *one) for at, one in enumerate(wanted)]
    for piece in pieces:
        found.cut(piece.label, piece)
    plan = plan_cuts(pieces, stock_for(pieces, workshop), Settings().kerf)
    assert sum(part.cost for part in found.parts) >= plan.cost - 1e-9


def test_a_section_that_is_owned_in_part_is_still_on_the_shopping_list(rig):
    whole = assess(rig)
    (piece,) = whole.pieces
    shelf = Shelf(stock=(StockPiece(section=piece.section, length=piece.length + 0.01),))
    project = Project(name="Test", rigs=(rig,))
    dossier = gather(project, rig, Workshop(shelf=shelf))
    asked = [one for one in shopping(dossier) if one.length]
    assert len(asked) == 1
    assert sum(one.price for one in shopping(dossier)) == pytest.approx(dossier.assessment.cost)
