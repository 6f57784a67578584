"""What was found for the same things is found once."""

from hazel_lantern.core.reuse import KEPT, reused
from tests.conftest import assess, changed


def test_the_same_key_is_asked_once_and_old_ones_are_forgotten():
    asked = []

    @reused(lambda number: (number // 10,))
    def tens(number):
        asked.append(number)
        return number // 10

    assert [tens(12), tens(17), tens(25)] == [1, 1, 2]
    assert asked == [12, 25]
    for number in range(30, 30 + 10 * KEPT, 10):
        tens(number)
    assert tens(12) == 1
    assert asked[-1] == 12


def test_parts_are_kept_over_a_change_of_load_and_made_anew_over_one_of_wheels(rig):
    first = assess(rig).templates()
    heavier = rig.load.items[0].model_copy(update={"mass": 2.0})
    assert assess(changed(rig, load__items=(heavier,))).templates() == first
    broader = assess(changed(rig, design__carriage__wheelbase=0.16)).templates()
    assert broader != first


def test_every_change_of_a_design_shows_in_the_parts_it_changes(rig):
    """Keys that forget something would hand on old holes."""
    for path, value in {
        "design__carriage__camera_offset": 0.02,
        "design__carriage__camera_side": 0.03,
        "design__carriage__screw": "1/4 in",
        "design__carriage__plate_thickness": 0.009,
        "design__carriage__stands_on": "three places",
        "design__carriage__wheel": "eccentric-round",
        "design__rails__spacing": 0.2,
        "design__rails__ends": "glued into fittings",
        "design__supports__kind": "floor",
    }.items():
        before, after = assess(rig), assess(changed(rig, **{path: value}))
        assert after.templates() != before.templates(), path
        assert assess(rig).templates() == before.templates()
