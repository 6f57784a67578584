"""Lamps of the shot, on rigs of every family: hand figures, mirrors, walls, mends."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.candidates import able, candidates, unable
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit, apply
from hazel_lantern.core.framing.figures import figures, grows, share_words, slides
from hazel_lantern.core.framing.heights import heights_sketch
from hazel_lantern.core.framing.plan import plan_sketch
from hazel_lantern.core.lamps import State
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.project.model import Rig
from hazel_lantern.core.rigs import families
from hazel_lantern.core.rigs.slider.model import SliderDesign
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Aim, Line, Pace, Room, S, Shot, Subject, Thing
from hazel_lantern.core.shot.pictures import PICTURES, hints, picture_of
from hazel_lantern.core.stopping import StopSearch, never
from hazel_lantern.core.units import Style
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess, changed

CAMERA = Load(items=(LoadItem(name="Camera", kind="body", mass=1.4, up=0.06),))
BY_ID = {picture.id: picture for picture in PICTURES}


def made(picture, **more):
    """A rig as it comes that makes the move of a picture."""
    shot = apply(Rig(name="x", design=SliderDesign()), (Edit("shot", Shot()),)).shot
    rig = Rig(name="x", shot=shot, load=CAMERA, design=SliderDesign())
    edits = BY_ID[picture].edits(shot)
    family = next(one for one in families().values() if isinstance(BY_ID[picture].move, one.moves))
    design = family.design_type()
    rig = apply(rig, (*edits, Edit("design", design)))
    rig = apply(rig, hints(design, rig.shot))
    return changed(rig, **more) if more else rig


@pytest.mark.parametrize("picture", BY_ID)
def test_every_picture_is_a_shot_that_a_family_makes(picture):
    rig = made(picture)
    found = assess(rig)
    assert picture_of(rig.shot).id == picture
    for name in ("strobe", "focus", "sees-itself", "room"):
        lamp = found.by_id[f"shot.{name}"]
        assert lamp.meaning(Style()).strip()
        assert "nan" not in lamp.reading(Style())
    # What is filled in as usual neither strobes nor runs into a wall nor out of focus.
    assert found.by_id["shot.strobe"].state is State.HOLDS
    assert found.by_id["shot.room"].state is not State.FAILS
    assert found.by_id["shot.focus"].state is not State.FAILS
    assert all(figure.title and figure.words for figure in figures(found, Style("ft·in")))
    for draw in (plan_sketch, heights_sketch):
        for mark in (0, len(found.marks) - 1):
            sketch = draw(found, mark)
            left, low, right, high = sketch.bounds
            assert left < right
            assert low < high
            paths = [dimension.path for dimension in sketch.dimensions]
            assert len(paths) == len(set(paths))


@pytest.mark.parametrize("picture", BY_ID)
def test_the_set_lies_under_the_middle_of_the_move(picture):
    """Whatever directions a family counts in: the lens passes the set's origin and looks away."""
    framed = assess(made(picture)).family.framed
    path = framed.path
    middle = path[0] + (path[-1] - path[0]) / 2 if picture != "arc" else path[len(path) // 2]
    if picture not in ("go-round", "look-out"):
        assert np.hypot(*middle[:2]) == pytest.approx(0.0, abs=0.02)
    aside, away, _ = framed.subject
    assert aside == pytest.approx(0.0, abs=0.03)
    if picture not in ("glide-above", "hold"):
        assert away > 0.4
    there = framed.setting.to_rig(framed.setting.to_set(framed.carried.eye))
    assert there == pytest.approx(framed.carried.eye)


def test_crossing_is_width_over_speed_in_the_picture():
    rig = made("slide-past", shot__things=())
    found = assess(rig)
    speed = 0.8 / (10 - 1.5)
    wanted = 1920 * 2.6 / (found.focal_px * speed)
    assert found.by_id["shot.strobe"].value == pytest.approx(wanted, rel=2e-3)
    assert found.by_id["shot.strobe"].limit == pytest.approx(7 * 24 / 25)
    slow = {"kind": "slow motion", "captured": 100.0, "shown": 25.0}
    slowed = assess(changed(rig, shot__played=rig.shot.played.model_copy(update=slow)))
    assert slowed.by_id["shot.strobe"].value == pytest.approx(min(4 * wanted, 99), rel=2e-3)


def test_a_background_that_rushes_by_behind_a_held_subject_does_not_strobe():
    rig = made("slide-past", shot__pace=Pace(duration=2.5, ease_in=0.3, ease_out=0.3))
    assert assess(rig).by_id["shot.strobe"].state is State.FAILS
    held = changed(rig, shot__aim=Aim(kind="on the subject"))
    assert assess(held).by_id["shot.strobe"].state is State.HOLDS
    window = changed(held, shot__aim=Aim(kind="on the subject", follows="window"))
    assert assess(window).by_id["shot.strobe"].value < 20


def test_an_aimed_lens_keeps_what_it_is_aimed_at_in_the_middle():
    rig = made("slide-past", shot__aim=Aim(kind="on the subject"))
    seen, _ = assess(rig).family.framed.sighted("subject")
    assert seen == pytest.approx(np.zeros_like(seen), abs=1e-6)
    over = changed(rig, shot__aim=Aim(kind="from one to another", first="post", last="window"))
    framed = assess(over).family.framed
    assert framed.sighted("post")[0][0] == pytest.approx([0, 0], abs=1e-6)
    assert framed.sighted("window")[0][-1] == pytest.approx([0, 0], abs=1e-6)


def test_pushing_in_grows_the_subject_and_runs_out_of_a_ring_set_once():
    rig = made("push-in")
    found = assess(rig)
    assert grows(found) == pytest.approx((2.6 + 0.6) / (2.6 - 0.6))
    once = changed(rig, shot__lens=rig.shot.lens.model_copy(update={"focus": "set once"}))
    lamp = assess(once).by_id["shot.focus"]
    assert lamp.state is State.FAILS
    at = 2 * 2.0 * 3.2 / 5.2
    circle = 0.035**2 / (4 * (at - 0.035)) * (at - 2.0) / 2.0
    sensor = 0.035 / found.focal_px * 1920
    assert lamp.value == pytest.approx(circle / sensor * 1920, rel=1e-6)
    from hazel_lantern.core.mends import find
    from hazel_lantern.core.rigs.case import Case

    titles = [mend.title for mend in find("shot.focus", Case(once, Settings(), Workshop()))]
    assert "Turn the ring from mark to mark" in titles


def test_sliding_figures_are_similar_triangles():
    rig = made("slide-past")
    found = assess(rig)
    wanted = found.focal_px * 0.8 * (1 / 1.2 - 1 / 2.6)
    assert slides(found, "post") == pytest.approx(wanted, rel=1e-6)
    assert share_words(0.2) == "a fifth of the frame"
    assert share_words(2.0) == "2.0 times the frame"


def test_rails_before_a_wide_lens_that_pushes_in_are_seen():
    """Rails that go on ahead of the lens, a hand's breadth below it."""
    rig = changed(made("push-in"), design=SliderDesign(), shot__camera_height=1.3)
    assert assess(rig).by_id["shot.sees-itself"].state is State.FAILS
    narrow = changed(rig, shot__lens=rig.shot.lens.model_copy(update={"focal": 0.2}))
    wide = changed(rig, shot__lens=rig.shot.lens.model_copy(update={"focal": 0.014}))
    long, short = (assess(one).by_id["shot.sees-itself"].value for one in (narrow, wide))
    assert short < 0 < long


def test_room_is_counted_from_walls_things_and_who_pushes():
    rig = made("slide-past", shot__things=())
    room = Room(length=4.0, depth=5.0, height=2.4, walls="walls", behind=1.4)
    found = assess(changed(rig, shot__room=room))
    # Who pushes stands 0.5 m behind the lens, 0.5 m wide.
    left = {one.what: float(one.left.min()) for one in found.family.framed.clearances}
    assert left["between who pushes and the wall behind"] == pytest.approx(1.4 - 0.5 - 0.25)
    assert left["between camera and the far wall"] == pytest.approx(3.6 - 0.12)
    assert left["under the ceiling"] == pytest.approx(2.4 - 1.3 - 0.12)
    tight = changed(rig, shot__room=room.model_copy(update={"behind": 0.7}))
    lamp = assess(tight).by_id["shot.room"]
    assert lamp.state is State.FAILS
    assert lamp.headline == "No room between who pushes and the wall behind"
    in_the_way = Thing(name="pillar", aside=0.2, away=0.0, width=0.2, depth=0.2)
    hit = assess(changed(rig, shot__room=room, shot__things=(in_the_way,)))
    assert hit.by_id["shot.room"].headline == "No room to the pillar"


@given(st.floats(-1, 1), st.floats(0.8, 2), st.floats(0.3, 1.2), st.sampled_from([0.024, 0.05]))
def test_a_mirrored_set_gives_mirrored_frames(aside, away, way, focal):
    post = Thing(name="post", aside=aside, away=away)
    frames = []
    for sense, thing in ((1, post), (-1, post.model_copy(update={"aside": -aside}))):
        move = Line(distance=way, way="left to right" if sense > 0 else "right to left")
        shot = Shot(move=move, things=(thing,), subject=Subject(distance=3.0))
        shot = shot.model_copy(update={"lens": shot.lens.model_copy(update={"focal": focal})})
        framed = assess(Rig(name="x", shot=shot, load=CAMERA, design=SliderDesign())).family.framed
        frames.append((framed.sighted("post")[0], framed.sighted("subject")[0]))
    for here, there in zip(*frames, strict=True):
        assert there == pytest.approx(here * [-1, 1], abs=1e-6)


@given(st.floats(0.02, 0.06), st.floats(1.05, 2))
def test_a_longer_lens_never_lessens_shake(focal, times):
    sizes = []
    for each in (focal, focal * times):
        rig = made("follow")
        lens = rig.shot.lens.model_copy(update={"focal": each})
        design = families()["dolly"].design_type()
        sizes.append(assess(changed(rig, design=design, shot__lens=lens)).shake.size)
    assert sizes[1] >= sizes[0]


def test_a_name_that_is_not_on_the_set_is_refused_with_those_that_are():
    with pytest.raises(CannotBe, match="called “door”; there is subject, post"):
        apply(made("slide-past", shot__things=(Thing(),)), (Edit(S.aim.follows, "door"),))
    with pytest.raises(CannotBe, match="two things are called “post”"):
        apply(made("slide-past"), (Edit(S.things, (Thing(), Thing())),))


def test_dragging_a_wall_keeps_the_one_across():
    found = assess(made("slide-past"))
    room = found.case.shot.room
    handles = {one.hint: one for one in plan_sketch(found, 0).handles}
    right = handles["drag: where the right wall stands"]
    moved = {right.path: right.axis[0], **{path: axis[0] for path, axis in right.also}}
    # Half a metre to the right: the left wall stays.
    edits = [
        Edit(path, getattr(room, path.rpartition(".")[2]) + 0.5 * by) for path, by in moved.items()
    ]
    after = apply(found.case.setup, tuple(edits)).shot.room
    assert after.aside - after.length / 2 == pytest.approx(room.aside - room.length / 2)
    assert after.length == pytest.approx(room.length + 0.5)


def test_candidates_leave_the_shot_alone_and_come_the_best_first():
    asked = made("slide-past")
    told = []
    found = candidates(asked, Settings(), Workshop(), never, told.append)
    assert [len(each) for each in told] == list(range(1, len(found) + 1))
    assert {one.family.id for one in found} == {one.id for one in able(asked.shot)}
    assert [one.rank for one in found] == sorted(one.rank for one in found)
    for one in found:
        assert one.rig.shot == asked.shot
        assert one.minutes > 0
        assert 0 < one.longest < 6
        assert one.why
    others = dict((family.id, why) for family, why in unable(asked.shot))
    assert set(others) | {one.family.id for one in found} == set(families())
    assert "make it a rise" in others["jib"]


def test_candidates_stop_when_told():
    with pytest.raises(StopSearch):
        candidates(made("slide-past"), Settings(), Workshop(), lambda: True, print)
    # In the middle of a draft as well: a drag does not wait for it.
    asked, told = [], []

    def soon():
        asked.append(1)
        return len(asked) > 20

    with pytest.raises(StopSearch):
        candidates(made("push-in"), Settings(), Workshop(), soon, told.append)
    assert told == []
    assert len(asked) == 21


def test_set_card_tells_start_stop_seconds_and_focus_marks():
    card = " ".join(assess(made("push-in")).set_card())
    assert "Start and stop marks: push in, 1200 mm, 10 s" in card
    assert "3200 mm, 2900 mm, 2600 mm, 2300 mm, 2000 mm" in card
    once = " ".join(assess(made("slide-past")).set_card())
    assert "Focus: set once to 2600 mm" in once
    pans = " ".join(assess(made("slide-past", shot__aim=Aim(kind="on the subject"))).set_card())
    turned = math.degrees(math.atan(0.4 / 2.6))
    assert f"from -{turned:.2f}° to {turned:.2f}°" in pans.replace("−", "-")
