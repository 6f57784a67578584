"""Furnishing the set, rigs that stand in, and drafts that keep to what was asked."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.candidates import Candidate, able, drafted, standing_in
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit, apply, value_at
from hazel_lantern.core.framing.setting import walls
from hazel_lantern.core.lamps import State
from hazel_lantern.core.rigs import families
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import SUBJECT, Aim, S, Stay, Thing
from hazel_lantern.core.shot.furnishing import KINDS, aimed_anew, another, put_in
from hazel_lantern.core.shot.pictures import PICTURES, hints, picture_of
from hazel_lantern.core.shot.things import USUAL_SIZE
from hazel_lantern.core.workshop import Workshop
from tests.conftest import assess
from tests.core.framing.test_framed import BY_ID, made


@pytest.mark.parametrize("kind", KINDS)
def test_a_thing_put_in_has_its_usual_size_and_a_name_of_its_own(kind):
    shot = made("push-in").shot
    first = put_in(shot, kind)
    assert (first.width, first.depth, first.height, first.base) == USUAL_SIZE[kind]
    second = put_in(shot.model_copy(update={"things": (first,)}), kind)
    third = put_in(shot.model_copy(update={"things": (first, second)}), kind)
    assert [first.name, second.name, third.name] == [kind, f"{kind} 2", f"{kind} 3"]
    behind = kind in ("wall", "window", "door")
    assert (first.away > shot.subject.distance) == behind


@given(
    names=st.lists(st.sampled_from(["post", "post 2", "crate", "crate 7"]), min_size=1, unique=True)
)
def test_one_more_never_takes_a_name_that_is_there(names):
    things = tuple(Thing(name=name) for name in names)
    assert another(things).name not in {SUBJECT, *names}
    assert another((Stay(along=0.5),)).along > 0.5


def test_an_aim_follows_names_and_falls_back_to_the_subject():
    rig = made("slide-past", shot__aim=Aim(kind="from one to another", first="post", last="window"))
    renamed = Edit(f"{S.things}.0.name", "pillar")
    after = apply(rig, aimed_anew(rig.shot, [renamed])).shot.aim
    assert (after.first, after.last, after.follows) == ("pillar", "window", SUBJECT)
    out = Edit(S.things, rig.shot.things[1:])
    after = apply(rig, aimed_anew(rig.shot, [out])).shot.aim
    assert (after.first, after.last) == (SUBJECT, "window")
    moved = [Edit(f"{S.things}.0.aside", 1.0)]
    assert aimed_anew(rig.shot, moved) == tuple(moved)
    own = [out, Edit(S.aim, Aim(kind="on the subject"))]
    assert aimed_anew(rig.shot, own) == tuple(own)


@pytest.mark.parametrize("picture", PICTURES, ids=lambda one: one.id)
def test_whatever_the_rig_a_picture_is_made_by_it_or_by_one_that_can(picture):
    for family in families().values():
        before = made(next(one.id for one in PICTURES if isinstance(one.move, family.moves)))
        assert before.design.family
        edits = picture.edits(before.shot)
        wanted = standing_in(before, edits, Settings(), Workshop())
        after = apply(before, wanted)
        assert picture_of(after.shot) is picture
        if isinstance(picture.move, before.family.moves):
            # It stays, but for what the picture says of it.
            assert apply(before, hints(before.design, after.shot)).design == after.design
        else:
            assert after.design.family == able(after.shot)[0].id
        for path, value in picture.says:
            assert value_at(after, path) == value
        assert assess(after).lamps


def test_a_picture_takes_back_what_another_put_there():
    shot = made("slide-past").shot
    assert shot.things == BY_ID["slide-past"].things
    edits = dict((edit.path, edit.value) for edit in BY_ID["arc"].edits(shot))
    assert edits[S.things] == ()
    assert edits[S.room] == BY_ID["arc"].room
    own = apply(made("slide-past"), [Edit(f"{S.things}.0.aside", 0.4), Edit(S.room.depth, 4.4)])
    kept = {edit.path for edit in BY_ID["arc"].edits(own.shot)}
    assert S.things not in kept
    assert S.room not in kept


def test_what_usually_stands_there_stands_within_the_walls():
    for picture in PICTURES:
        found = assess(made(picture.id))
        if picture.room.walls == "walls":
            assert found.by_id["shot.room"].state is not State.FAILS, picture.id
            framed = found.family.framed
            left, near, right, far = walls(picture.room, framed.along)
            x, y, _ = framed.subject
            assert left + 0.3 < x < right - 0.3, picture.id
            assert near + 0.3 < y < far - 0.3, picture.id
        for thing in picture.things:
            assert thing.away + thing.depth / 2 < picture.room.depth - picture.room.behind


def test_a_family_that_cannot_be_drafted_says_why(monkeypatch):
    family = families()["slider"]

    def refuses(*_):
        raise CannotBe("no rail is long enough")

    monkeypatch.setattr(family, "first_draft", refuses)
    one = drafted(family, "x", made("slide-past"), Settings(), Workshop())
    assert (one.rig, one.found, one.why) == (None, None, "no rail is long enough")
    assert one.state is State.FAILS
    assert one.worst is None
    good = Candidate(families()["dolly"], made("slide-past"), assess(made("slide-past")), "")
    assert good.rank < one.rank
