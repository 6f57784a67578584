"""Paths, edits and what they refuse."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.fields import (
    Edit,
    EditError,
    apply,
    changes,
    describe,
    read_field,
    replaced,
    value_at,
)
from hazel_lantern.core.units import Style


def test_a_path_finds_its_value_and_its_description(rig):
    assert value_at(rig, "design.rails.length") == 1.2
    assert value_at(rig, "load.items.0.mass") == 2.4
    spec = describe(rig, "design.rails.length")
    assert (spec.label, spec.kind, spec.low, spec.high) == ("Rail length", "length", 0.15, 30)
    assert describe(rig, "design.supports.kind").options[0] == "stand"
    assert describe(rig, "design.rails.section").catalogue == "sections"
    assert "150 mm to 30 m" in spec.range_text(Style())


@pytest.mark.parametrize("path", ["design.wings", "load.items.7.mass", "design.rails.length.x"])
def test_a_path_to_nothing_is_named(rig, path):
    with pytest.raises(KeyError, match=path.split(".")[0]):
        value_at(rig, path)


def test_an_edit_makes_a_new_rig_and_leaves_the_old(rig):
    new = replaced(rig, "design.rails.length", 1.5)
    assert value_at(new, "design.rails.length") == 1.5
    assert value_at(rig, "design.rails.length") == 1.2
    assert new.shot is rig.shot


@pytest.mark.parametrize(
    ("path", "value", "says"),
    [
        ("design.rails.length", 99.0, "accepted: 150 mm to 30 m"),
        ("design.rails.length", float("nan"), "Rail length"),
        ("design.rails.length", "long", "Rail length"),
        ("design.rails.length", 0.2, "at least 250 mm"),
        ("design.carriage.wheelbase", 0.5, "at most 200 mm"),
        ("design.supports.inset", 0.9, "at most 540 mm"),
        ("design.supports.offset", -0.9, "either side"),
        ("design.supports.kind", "string", "accepted: stand"),
        ("shot.pace.ease_in", 7.5, "ease in and out"),
        ("design.supports.count", 2.5, "Supports"),
        ("name", "", "Name"),
    ],
)
def test_an_impossible_edit_says_what_would_be_accepted(rig, path, value, says):
    with pytest.raises(EditError, match=says):
        replaced(rig, path, value)


def test_the_lens_cannot_run_into_the_subject(rig):
    pushed = replaced(rig, "shot.move.way", "push in")
    with pytest.raises(EditError, match="run into the subject"):
        replaced(pushed, "shot.subject.distance", 0.3)


def test_edits_that_only_fit_together_are_made_in_any_order(rig):
    edits = [Edit("design.carriage.wheelbase", 0.3), Edit("design.carriage.length", 0.35)]
    for order in (edits, edits[::-1]):
        assert apply(rig, order).design.carriage.wheelbase == 0.3
    with pytest.raises(EditError, match="wheelbase"):
        apply(rig, edits[:1])


def test_what_is_typed_becomes_the_value_of_its_kind(rig):
    assert read_field(rig, "design.rails.length", "4' 2\"", Style()) == pytest.approx(1.27)
    assert read_field(rig, "design.supports.count", "3", Style()) == 3
    assert read_field(rig, "design.supports.kind", " table ", Style()) == "table"
    with pytest.raises(EditError, match="Rail length: “soon”"):
        read_field(rig, "design.rails.length", "soon", Style())


@given(length=st.floats(0.4, 5), spacing=st.floats(0.03, 1))
def test_one_edit_changes_one_field(length, spacing):
    from hazel_lantern.core.project.model import Rig
    from hazel_lantern.core.rigs.slider.model import SliderDesign

    rig = Rig(name="r", design=SliderDesign())
    both = apply(rig, [Edit("design.rails.length", length), Edit("design.rails.spacing", spacing)])
    assert both.design.rails.model_dump(exclude={"length", "spacing"}) == (
        rig.design.rails.model_dump(exclude={"length", "spacing"})
    )
    assert (both.design.rails.length, both.design.rails.spacing) == (length, spacing)


def test_differences_are_named_by_their_paths(rig):
    edits = [Edit("design.rails.length", 2.0), Edit("design.stop", 0.03)]
    found = changes(rig.design, apply(rig, edits).design, "design")
    assert sorted(found) == ["design.rails.length", "design.stop"]
    assert changes(rig, rig, "") == []
