"""Assessing: what is kept, what waits until it is looked at, what is a fault."""

import pytest

from hazel_lantern.core.assessor import Assessor, assess_case
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit
from hazel_lantern.core.lamps import check
from hazel_lantern.core.rigs.assembly import Assembly
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shelf import Shelf, StockPiece
from hazel_lantern.core.workshop import Workshop


@pytest.fixture
def case(rig):
    return Case(rig, Settings(), Workshop())


def test_what_stays_the_same_is_assessed_once(case, rig):
    assessor = Assessor()
    first = assessor.look(0, case)
    assert assessor.look(0, Case(rig, case.settings, case.workshop)) is first
    assert assessor.look(0, Case(rig, Settings(), case.workshop)) is not first


def test_the_assessment_follows_shelf_and_settings(rig, case):
    cost = assess_case(case).cost
    piece = StockPiece(section="aluminium-tube-25x2", length=3.0, count=1)
    shelved = Workshop(shelf=Shelf(stock=(piece,)))
    assert assess_case(Case(rig, case.settings, shelved)).cost < cost
    dear = Settings(price_factor=2.0)
    assert assess_case(Case(rig, dear, case.workshop)).cost == pytest.approx(2 * cost)


def test_a_lamp_is_made_when_it_is_looked_at_and_no_more_than_it_needs(case):
    found = assess_case(case)
    assert "bending" not in vars(found.answer)
    assert found.by_id["slider.tip"].id == "slider.tip"
    # Tipping asks nothing of how the rails bend.
    assert "bending" not in vars(found.answer)
    assert found.lamp("rail-dip") is found.by_id["slider.rail-dip"]
    assert "bending" in vars(found.answer)


def test_what_cannot_be_is_refused_at_once_and_keeps_what_was(case):
    assessor = Assessor()
    first = assessor.accept(0, case)
    with pytest.raises(CannotBe, match="moonbeam"):
        assessor.accept(0, case.edited([Edit("design.rails.section", "moonbeam")]))
    assert assessor.look(0, case) is first


def test_a_check_without_any_limit_is_a_fault_of_ours(case):
    class Odd(Assembly):
        @check("odd", "Odd", "Frame", "length", None, "at most", "nowhere")
        def odd(self):
            from hazel_lantern.core.lamps import Found

            return Found(1.0, ("", ""), lambda style: "", lambda style: None)

    (one, subject), *_ = Odd(assess_case(case).answer).checks()
    with pytest.raises(LookupError, match="odd has no limit"):
        one.lamp("x", subject, Settings())
