"""A camera overhead that stays in one place after another."""

import numpy as np
import pytest

from hazel_lantern.core import mends
from hazel_lantern.core.fields import apply
from hazel_lantern.core.lamps import State
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Hold, Stay
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed
from tests.core.rigs.overhead.test_overhead import drafted

THREE = Hold(start=0.4, places=(Stay(along=0.5), Stay(along=1.0)))
AWAY = Hold(start=0.6, places=(Stay(along=0.4, away=0.3),))


@pytest.fixture(scope="module")
def three():
    return assess(drafted(THREE))


def test_the_lens_stays_as_long_in_every_place_and_nothing_is_filmed_between(three):
    course = three.answer.course
    assert np.unique(course.along) == pytest.approx([0.4, 0.9, 1.4])
    stays = [course.times[three.answer.stay == at] for at in range(3)]
    assert [np.ptp(times) for times in stays] == pytest.approx([8 / 3] * 3)
    assert stays[0][-1] == stays[1][0]
    assert three.marks[-1] - three.marks[0] == pytest.approx(1.0)
    # What the eye follows stands still in each; between them there is a cut.
    assert three.by_id["shot.strobe"].value == 99.0
    assert np.abs(np.diff(three.family.framed.path[:, 0])).sum() == pytest.approx(1.0)


def test_one_place_is_as_it_was(three):
    one = assess(drafted(Hold(start=0.9)))
    assert (one.answer.stay == 0).all()
    assert np.unique(one.answer.course.along) == pytest.approx([0.9])
    # From one place to the next the beam leans another way, but each picture is steady.
    assert one.lamp("frame-drift").value == pytest.approx(0.0, abs=1e-9)
    assert three.lamp("frame-drift").value == pytest.approx(0.0, abs=1e-6)
    assert np.ptp(three.answer.leans[0]) > 1e-5


def test_a_draft_reaches_every_place_and_sees_more_of_the_bench(three):
    assert [one.id for one in three.lamps if one.state is State.FAILS] == []
    span = three.answer.design.holding.span
    assert three.lamp("stops").value == pytest.approx(
        min(0.4, span - 1.4) - three.answer.bearing / 2
    )
    one = assess(changed(three.case.setup, shot__move=Hold(start=0.9)))
    assert three.lamp("coverage").value > 1.5 * one.lamp("coverage").value
    assert three.lamp("fixing").value >= one.lamp("fixing").value
    assert "in 2 more" in THREE.words(Settings().style)


def test_places_away_from_the_rail_need_a_gantry():
    found = assess(drafted(AWAY))
    assert found.answer.design.rolls
    assert found.lamp("reach").state is State.HOLDS
    # The gantry's middle lies between them.
    assert np.unique(found.answer.course.away) == pytest.approx([-0.15, 0.15])
    # Nobody stands where a gantry would come over their head.
    away = {"design__bench__person_y": -2.0}
    beam = changed(found.case.setup, design__carrier__kind="beam", **away)
    assert assess(beam).lamp("reach").value == pytest.approx(0.3)
    case = Case(beam, Settings(), Workshop())
    offers = mends.find("overhead.reach", case)
    assert any("gantry" in one.title for one in offers)
    mended = apply(beam, next(one for one in offers if "gantry" in one.title).edits)
    assert assess(mended).lamp("reach").state is State.HOLDS


def test_a_place_past_the_rail_is_told(three):
    rig = changed(three.case.setup, shot__move=Hold(start=0.4, places=(Stay(along=-0.5),)))
    assert assess(rig).lamp("stops").state is State.FAILS
