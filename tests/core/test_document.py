"""Edits, undo and redo over an immutable project."""

import pytest
from hypothesis import given
from hypothesis import settings as hypothesis_settings
from hypothesis import strategies as st

from hazel_lantern.core.assessor import assess
from hazel_lantern.core.document import Document
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit, EditError
from hazel_lantern.core.identity import same
from hazel_lantern.core.project.model import Assumption, Project, Rig
from hazel_lantern.core.rigs.slider.model import SliderDesign


@pytest.fixture
def document(project, workshop):
    def guard(rig, at, quickly):
        assess(rig, project.settings, workshop)

    return Document(project, guard)


def test_an_edit_tells_its_listeners_and_can_be_taken_back(document):
    heard = []
    document.listen(lambda: heard.append(document.rig.design.rails.length))
    document.edit(Edit("design.rails.length", 1.5), action="longer")
    assert heard == [1.5]
    assert document.dirty
    assert document.undo_action == "longer"
    document.undo()
    assert document.rig.design.rails.length == 1.2
    assert not document.dirty
    document.redo()
    assert document.rig.design.rails.length == 1.5


def test_a_refused_edit_changes_nothing(document):
    before = document.project
    for edit in (Edit("design.rails.length", 0.01), Edit("design.rails.section", "moonbeam")):
        with pytest.raises(CannotBe):
            document.edit(edit)
    assert document.project is before
    assert not document.can_undo


def test_a_drag_is_one_step(document):
    hand = object()
    for length in (1.3, 1.4, 1.5):
        document.edit(Edit("design.rails.length", length), gesture=hand)
    document.end_gesture()
    document.edit(Edit("design.rails.length", 1.6), gesture=object())
    document.undo()
    assert document.rig.design.rails.length == 1.5
    document.undo()
    assert document.rig.design.rails.length == 1.2
    assert not document.can_undo


def test_an_edit_to_the_same_value_is_no_step(document):
    document.edit(Edit("design.rails.length", 1.2))
    assert not document.can_undo


def test_what_is_set_is_no_longer_assumed(project):
    notes = (
        Assumption(path="design.rails.length", why="guess"),
        Assumption(path="design.stop", why="guess"),
    )
    rig = project.rigs[0].model_copy(update={"assumed": notes})
    document = Document(Project(rigs=(rig,)))
    document.edit(Edit("design.rails.length", 1.4))
    assert [note.path for note in document.rig.assumed] == ["design.stop"]
    document.undo()
    assert len(document.rig.assumed) == 2


def test_rigs_come_and_go(document, rig):
    document.add_rig(rig.model_copy(update={"name": "Second"}))
    assert document.current == 1
    assert document.rig.name == "Second"
    document.remove_rig(1)
    assert document.rig.name == "Test slide"
    document.undo()
    assert len(document.project.rigs) == 2
    document.look_at(0)
    assert document.rig.name == "Test slide"
    empty = Document(Project())
    assert empty.rig is None
    with pytest.raises(EditError, match="no rig"):
        empty.edit(Edit("name", "x"))


def test_saved_is_what_was_marked(document):
    document.edit(Edit("design.stop", 0.03))
    document.mark_saved()
    assert not document.dirty
    document.undo()
    assert document.dirty
    document.redo()
    assert not document.dirty


PATHS = [
    "design.rails.length",
    "design.rails.spacing",
    "design.supports.spread",
    "shot.move.distance",
    "budget",
]


@hypothesis_settings(max_examples=25)
@given(st.lists(st.tuples(st.sampled_from(PATHS), st.floats(0.3, 2.0)), min_size=1, max_size=8))
def test_undo_goes_all_the_way_back_and_redo_all_the_way_forth(edits):
    start = Project(rigs=(Rig(name="r", design=SliderDesign()),))
    document = Document(start)
    history = [document.project]
    for path, value in edits:
        document.edit(Edit(path, value))
        if document.project is not history[-1]:
            history.append(document.project)
    for expected in reversed(history[:-1]):
        document.undo()
        assert document.project is expected
    assert document.project is start
    assert not document.can_undo
    for expected in history[1:]:
        document.redo()
        assert document.project is expected


def test_the_same_is_told_by_the_object_not_its_address_or_its_content():
    one, twin = [1.0], [1.0]
    assert same((one, "tip"), (one, "t" + "ip"))
    assert not same((one, "tip"), (twin, "tip"))
    assert not same((one,), (one, one))
    assert not same(None, (one,))


def test_rig_names_are_their_own(document):
    first = document.rig
    document.add_rig(first)
    assert document.rig.name == f"{first.name} 2"
    with pytest.raises(EditError, match="a name of its own"):
        document.edit(Edit("name", first.name))
    assert document.rig.name == f"{first.name} 2"
    document.edit(Edit("name", "Other"))
    assert document.rig.name == "Other"


def test_the_sixty_first_rig_is_said(document):
    first = document.rig
    while len(document.project.rigs) < 60:
        document.add_rig(first)
    with pytest.raises(EditError, match="at most 60 rigs"):
        document.add_rig(first)
    assert len({rig.name for rig in document.project.rigs}) == 60
