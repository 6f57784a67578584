"""Files of older versions: they open, and assess to the same figures."""

import json
from pathlib import Path

import numpy as np
import pytest

from hazel_lantern.core.fields import Edit, apply, value_at
from hazel_lantern.core.mechanics.constants import GRAVITY
from hazel_lantern.core.project.file import ProjectError, dumps, loads
from hazel_lantern.core.project.migration import STEPS, migrated
from hazel_lantern.core.project.model import VERSION
from hazel_lantern.core.resources import DATA
from tests.conftest import assess

HERE = Path(__file__).parent
OLD = (HERE / "tide-mill-1.hazel.json").read_text(encoding="utf-8")
#: The demo as version 2 kept it.
SECOND = (HERE / "tide-mill-2.hazel.json").read_text(encoding="utf-8")
NEW = (DATA / "demo" / "tide-mill.hazel.json").read_text(encoding="utf-8")
#: What version 1 said of the demo when it was the newest: lamp, value, limit.
THEN = json.loads((HERE / "tide-mill-1.lamps.json").read_text(encoding="utf-8"))
#: What is found by another model since: a fall told apart from a nudge, half of the link bar on
#: the boom's end, the slope of rails that give, roll told apart from drift, holes drilled as a
#: stack and the play of their joints, trim without friction, a boom bent sideways and set
#: bouncing by its own stop, sleepers that divide a track evenly, rails clamped along a plate.
RESTATED = {
    "slider.tip",
    "slider.runaway",
    "slider.frame-drift",
    "slider.rail-dip",
    "slider.rail-stress",
    "jib.tip",
    "dolly.tip",
    "dolly.ride",
    "dolly.budget",
    "dolly.wheel-lift",
    "dolly.stop",
    "dolly.pipe-strain",
    "dolly.track-dip",
    "dolly.track-stress",
    "jib.boom-stress",
    "jib.counterweight",
    "jib.level",
    "jib.windup",
    "jib.boom-dip",
    "jib.bounce",
    "jib.clearance",
}
#: What hangs on the beam, which then left out up to 1e-5 between its nodes, and on the slider's
#: push, which then left out that a carriage about to roll resists already.
BENT = {
    # The carriage plate holds its mounts, bolts are bought apart, sleepers divide a track evenly.
    "slider.travel": 0.02,
    "slider.budget": 0.3,
    "jib.budget": 0.2,
    "dolly.budget": 0.2,
    "dolly.carry": 0.02,
    "slider.stand-load": 1e-5,
    "dolly.ride": 1e-3,
}


#: What the demo's rigs do otherwise since: at 8 s the subject of the crane strobes, and sleepers
#: lie under joints, nearer to each other than they used to.
SET = ("shot.room", "shot.things")
SINCE = {
    "Loft crane": (Edit("shot.pace.duration", 11.0),),
    "Causeway track": (Edit("design.track.sleepers", 0.9),),
}


def test_there_is_a_step_from_every_older_version():
    assert sorted(STEPS) == list(range(1, VERSION))


def test_a_limit_in_newtons_of_the_lightest_wheel_is_dropped():
    data = json.loads(NEW)
    data["version"] = 4
    data["settings"]["limits"] = {"dolly.wheel-lift": 15.0, "dolly.push": 30.0}
    assert loads(json.dumps(data)).settings.limits == {"dolly.push": 30.0}


def test_a_project_that_knew_no_shop_buys_by_the_millimetre():
    data = json.loads(NEW)
    data["version"] = 5
    data["settings"].pop("shop", None)
    data["settings"]["units"] = "ft·in"
    assert loads(json.dumps(data)).settings.shop == "metric"


def paths(rig):
    return assess(rig).family.framed.path


def test_a_file_that_knew_no_set_opens_on_open_ground():
    data = json.loads(NEW)
    for rig in data["rigs"]:
        shot = rig["shot"]
        for gone in ("things", "aim"):
            shot.pop(gone, None)
        shot["lens"].pop("focus", None)
        shot["room"] = {"length": shot["room"]["length"], "height": shot["room"]["height"]}
    data["version"] = 3
    today = {rig.name: rig for rig in loads(NEW).rigs}
    for rig in loads(json.dumps(data)).rigs:
        assert (rig.shot.things, rig.shot.room.walls, rig.shot.aim.kind) == (
            (),
            "open",
            "as carried",
        )
        assert np.array_equal(paths(rig), paths(today[rig.name]))


def test_the_demo_of_an_older_version_is_the_demo_of_this_one():
    today = {rig.name: rig for rig in loads(NEW).rigs}
    for old in (OLD, SECOND):
        found = loads(old)
        assert len(found.rigs) == 4
        for rig in found.rigs:
            now = today[rig.name]
            # The set is furnished since; where the camera goes is the same.
            assert (rig.shot.things, rig.shot.room.walls) == ((), "open")
            since = (*SINCE.get(rig.name, ()), *(Edit(path, value_at(now, path)) for path in SET))
            same = apply(rig, since)
            assert same == now
            assert np.array_equal(paths(rig), paths(same))
            assert rig.drive.by_hand
        assert json.loads(dumps(found))["version"] == VERSION


def test_a_crank_becomes_what_moves_the_rig():
    data = json.loads(SECOND)
    crank = {"kind": "hand crank", "spool": 0.04, "crank": 0.11, "efficiency": 0.7}
    data["rigs"][0]["design"]["drive"] |= crank
    data["rigs"][0]["assumed"] = [{"path": "design.drive.spool", "why": "a reel"}]
    data["rigs"][2]["drive"] = {"source": "motor", "motor": "step-42"}
    rigs = loads(json.dumps(data)).rigs
    assert rigs[0].drive.cranked
    assert (rigs[0].drive.spool, rigs[0].drive.crank, rigs[0].drive.efficiency) == (0.04, 0.11, 0.7)
    assert rigs[0].assumed[0].path == "drive.spool"
    assert rigs[2].drive.by_motor
    assert rigs[2].drive.motor == "step-42"


@pytest.mark.parametrize("number", range(4))
def test_a_migrated_rig_assesses_as_it_did(number):
    project = loads(OLD)
    rig = project.rigs[number]
    found = assess(rig, project.settings)
    for id, (value, limit) in THEN[rig.name].items():
        if id in RESTATED:
            continue
        # Renamed since, and ratings that were in newtons are in rounded kilograms.
        lamp = found.by_id[{"dolly.wheel-fit": "dolly.fit"}.get(id, id)]
        if id == "dolly.wheel-load":
            assert lamp.value * GRAVITY == pytest.approx(value, rel=1e-12)
            assert lamp.limit * GRAVITY == pytest.approx(limit, rel=0.03)
            continue
        near = BENT.get(id, 1e-12)
        assert lamp.value == pytest.approx(value, rel=near, abs=1e-15), id
        assert lamp.limit == pytest.approx(limit, rel=1e-12), id


def old_rig(**shot):
    data = json.loads(OLD)
    data["rigs"] = [data["rigs"][3]]
    data["rigs"][0]["shot"].update(shot)
    return data


def test_each_move_keeps_what_is_its_own():
    line = migrated(old_rig(direction="push in", tilt=0.1, distance=1.0), 1)["rigs"][0]["shot"]
    assert line["move"] == {"kind": "line", "way": "push in", "distance": 1.0, "tilt": 0.1}
    assert line["pace"]["duration"] == 9.0
    assert "duration" not in line
    arc = migrated(old_rig(direction="arc left", radius=5.0), 1)["rigs"][0]["shot"]["move"]
    assert (arc["kind"], arc["radius"]) == ("arc", 5.0)


def test_rails_bent_for_a_straight_move_keep_their_radius():
    data = old_rig(radius=4.0)
    data["rigs"][0]["design"]["track"]["kind"] = "pre-bent track"
    rig = loads(json.dumps(data)).rigs[0]
    assert rig.design.track.radius == 4.0
    assert assess(rig).answer.radius == 4.0


def test_notes_and_limits_follow_their_fields():
    data = old_rig()
    data["settings"]["limits"] = {"dolly.wheel-fit": 0.002, "dolly.wheel-load": 98.0665}
    paths = ("design.push.height", "shot.duration", "shot.direction", "design.track.gauge")
    data["rigs"][0]["assumed"] = [{"path": path, "why": "so"} for path in paths]
    project = loads(json.dumps(data))
    assert [note.path for note in project.rigs[0].assumed] == [
        "design.drive.height",
        "shot.pace.duration",
        "shot.move.way",
        "design.track.gauge",
    ]
    assert project.settings.limits == pytest.approx({"dolly.fit": 0.002, "dolly.wheel-load": 10.0})


@pytest.mark.parametrize(
    ("shot", "said"),
    [
        ({"direction": "sideways"}, "sideways"),
        ({"direction": 7}, "7"),
        ({"distance": "far"}, "distance"),
        ({"wings": 2}, "wings"),
    ],
)
def test_what_is_faulty_is_refused_with_its_place(shot, said):
    with pytest.raises(ProjectError, match=said):
        loads(json.dumps(old_rig(**shot)))


@pytest.mark.parametrize("broken", [{"rigs": 3}, {"rigs": [7]}, {"settings": []}, {}])
def test_a_file_that_is_no_project_is_refused_not_stumbled_over(broken):
    data = {"format": "hazel-lantern", "version": 1, **broken}
    if broken:
        with pytest.raises(ProjectError):
            loads(json.dumps(data))
    else:
        assert loads(json.dumps(data)).rigs == ()


def test_what_was_marked_of_the_cranks_line_is_kept():
    data = old_rig()
    data["rigs"][0]["marked"] = [{"key": "line", "having": "owned"}]
    (rig,) = loads(json.dumps(data)).rigs
    assert rig.mark_of("spool-line", "spool-line").having == "owned"


@pytest.mark.parametrize("guard", ["nothing", "end switches", "slip clutch", "fuse"])
def test_what_held_a_drive_back_alone_is_one_of_several(guard):
    data = json.loads(dumps(loads(OLD)))
    data["version"] = 7
    drive = data["rigs"][0]["drive"]
    for field in ("switches", "clutch", "fuse"):
        del drive[field]
    drive["guard"] = guard
    data["rigs"][0]["marked"] = [{"key": "drive-guard", "having": "owned"}]
    rig = loads(json.dumps(data)).rigs[0]
    assert rig.drive.guards == (() if guard == "nothing" else (guard,))
    if guard != "nothing":
        assert rig.marked[0].key == f"drive-guard-{guard.replace(' ', '-')}"
