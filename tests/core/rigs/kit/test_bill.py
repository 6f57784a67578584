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


def test_crooked_lengths_go_into_short_pieces_alone(rig):
    """5 mm in a metre are 1 mm over 0.447 m: the bow of an arc grows with the square."""
    crooked = StockPiece(section=SECTION, length=1.5, count=1, bow=0.005)
    assert crooked.reach == pytest.approx(0.447, abs=5e-4)
    shelf = Shelf(stock=(crooked,))
    found = bill(rig, shelf)
    for label, length, count in (("long", 1.1, 1), ("short", 0.4, 3)):
        found.cut(label, Piece(SECTION, label, length, count))
    long, short = found.parts
    assert long.having == "buy"
    assert short.cost == 0
    pieces = [Piece(SECTION, "long", 1.1, 1), Piece(SECTION, "short", 0.4, 3)]
    workshop = Workshop(shelf=shelf)
    plan = plan_cuts(pieces, stock_for(pieces, workshop), 0.002)
    for bar in plan.bars:
        assert all(length <= bar.stock.reach for _, length in bar.pieces)
        assert sum(length + 0.002 for _, length in bar.pieces) <= bar.stock.length + 0.0021
    cut = sorted(length for bar in plan.bars for _, length in bar.pieces)
    assert cut == [0.4, 0.4, 0.4, 1.1]
    assert sorted(len(bar.pieces) for bar in plan.bars if bar.stock.owned) == [3]
    assert plan.too_long == ()


def test_a_draft_takes_no_crooked_length_for_a_rail(rig):
    long = StockPiece(section=SECTION, length=2.5, bow=0.005)
    assert Shelf(stock=(long,)).lengths_of(SECTION, 1.0) == ()
    assert Shelf(stock=(long,)).lengths_of(SECTION, 0.4) == (2.5,)


def test_a_shop_that_cuts_to_size_asks_for_each_cut(rig):
    settings = Settings(cut_price=1.5)
    project = Project(name="Test", rigs=(rig,), settings=settings)
    dossier = gather(project, rig, Workshop())
    pieces = sum(piece.count for piece in dossier.assessment.pieces)
    assert dossier.assessment.cost == pytest.approx(assess(rig).cost + 1.5 * pieces)
    listed = shopping(dossier)
    assert sum(one.price for one in listed) == pytest.approx(dossier.assessment.cost)
    (cuts,) = (one for one in listed if one.aisle == "At the saw")
    assert cuts.number == pieces
    assert any("Have the shop cut" in step.text for step in dossier.steps)
