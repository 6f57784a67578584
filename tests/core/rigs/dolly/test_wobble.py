"""Swaying of a dolly's picture that is too slow to be shake."""

from dataclasses import replace

import numpy as np
import pytest

from hazel_lantern.core import mends
from hazel_lantern.core.catalogue import shipped
from hazel_lantern.core.fields import apply
from hazel_lantern.core.lamps import State
from hazel_lantern.core.project.store import open_project
from hazel_lantern.core.resources import DATA
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.rigs.dolly.ground import ground
from hazel_lantern.core.rigs.dolly.shaking import _in_picture
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed

THIN = {"design__track__section": "pvc-pipe-32x2.9", "design__track__sleepers": 1.0}


@pytest.fixture(scope="module")
def straight():
    project = open_project(DATA / "demo" / "tide-mill.hazel.json")
    return project.rigs[project.rig_named("Causeway, straight")]


def lamp(rig, name="wobble", **more):
    return assess(changed(rig, **more) if more else rig).lamp(name)


@pytest.mark.parametrize("seconds", [6.0, 10.0, 30.0, 120.0])
def test_a_thin_pipe_sways_at_any_speed_though_it_hardly_shakes(straight, seconds):
    thin = changed(straight, **THIN, shot__pace__duration=seconds)
    assert lamp(thin, "ride").state is State.HOLDS
    assert lamp(thin).state is State.FAILS
    assert lamp(thin).value == pytest.approx(3.7, abs=0.1)


@pytest.mark.parametrize("floor", ["boards", "paving", "carpet"])
def test_a_slow_move_shows_more_of_the_floor(straight, floor):
    on = {"design__track__kind": "no track", "design__track__floor": floor}
    seen = [
        lamp(straight, **on, shot__pace__duration=seconds).value for seconds in (4.0, 12.0, 60.0)
    ]
    assert seen[0] < seen[1] < seen[2]
    # Track bridges what is between its sleepers.
    laid = lamp(straight, design__track__floor=floor, shot__pace__duration=60.0).value
    assert laid < seen[2]


def test_a_very_slow_move_follows_the_ground_as_a_plate_on_its_corners_does(straight):
    """The second way: no springs and no time, the plane that fits what lies under the corners."""
    rig = changed(straight, shot__pace__duration=1800.0)
    # Wheels are round: where they begin to be out of it is chance.
    table = shipped().rollers
    round_ = {id: row.model_copy(update={"run_out": 0.0}) for id, row in table.items()}
    found = assess(rig, Settings(), Workshop(replace(shipped(), rollers=round_)))
    answer = found.answer
    place = np.linspace(-0.5, 0.5, 1201) * rig.shot.move.distance
    corners = answer.corner_places
    load = answer.carried
    off = corners - [load.forward, load.sideways]
    sways = []
    for floor in range(8):
        under = ground(answer, place, floor).sum(axis=0)
        moved = np.linalg.pinv(np.column_stack([np.ones(len(off)), off])) @ under
        seen = _in_picture(moved, answer)
        beside = [row - np.polyval(np.polyfit(place, row, 3), place) for row in seen]
        sways.append(np.abs(beside).max())
    # All but the worst of eight floors sway no more.
    assert found.lamp("wobble").value == pytest.approx(sorted(sways)[-2], rel=0.02)


def test_its_course_over_the_move_holds_its_worst(straight):
    thin = lamp(straight, **THIN)
    assert np.max(thin.trace) == pytest.approx(thin.value)
    assert len(thin.trace) == len(assess(straight).marks)


def test_its_mends_are_what_a_maker_would_do(straight):
    thin = changed(straight, **THIN)
    offers = mends.find("dolly.wobble", Case(thin, Settings(), Workshop()))
    assert offers
    first = apply(thin, offers[0].edits)
    assert lamp(first).state is State.HOLDS
    touched = {edit.path for offer in offers for edit in offer.edits}
    assert touched & {"design.track.sleepers", "design.track.section"}
