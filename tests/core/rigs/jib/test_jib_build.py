"""What a jib is made of: a matched set of holes, cables, templates, steps, drawings."""

import csv
import math

import numpy as np
import pytest

from hazel_lantern.core.build.pack import write_pack
from hazel_lantern.core.fields import describe, value_at
from hazel_lantern.core.project.file import dumps, loads
from hazel_lantern.core.project.model import Project
from hazel_lantern.core.rigs.jib.pieces import cable_length
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.sketch import Arrow, Disc, Line, Note, Shape
from tests.conftest import assess, changed

KINDS = ["solid bar", "twin cables", "none"]
FORMS = {
    "one piece": "aluminium-box-40x40x3",
    "tapered board": "pine-44x94",
    "two nested pieces": "aluminium-box-40x40x3",
}


def built(jib, kind="solid bar", form="one piece", **more):
    return changed(
        jib,
        design__level__kind=kind,
        design__boom__section=FORMS[form],
        design__boom__form=form,
        **more,
    )


def drilled(rig, workshop):
    holes = assess(rig).holes()
    return {(hole.part, hole.label): hole for hole in holes}


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("form", FORMS)
def test_every_hole_lies_on_its_part(jib, workshop, kind, form):
    rig = built(jib, kind, form)
    sizes = {one.part: one for one in assess(rig).templates()}
    found = drilled(rig, workshop)
    assert found
    for (part, _), hole in found.items():
        radius = hole.diameter / 2
        assert radius < hole.x < sizes[part].length - radius, hole
        assert radius < hole.y < sizes[part].breadth - radius, hole
    for template in sizes.values():
        assert template.holes
        for x0, x1, y, width in template.slots:
            assert 0 < x0 < x1 < template.length
            assert width / 2 < y < template.breadth - width / 2


def test_boom_and_bar_are_a_matched_set(jib, workshop):
    rig = changed(jib, design__level__longer=0.002, design__level__pins_more=0.001)
    found = drilled(rig, workshop)
    boom = found["Boom", "front pin"].x - found["Boom", "pivot"].x
    bar = found["Link bar", "platform end"].x - found["Link bar", "post end"].x
    assert boom == pytest.approx(1.2)
    assert bar == pytest.approx(1.202)
    post = found["Post cheeks", "upper"].x - found["Post cheeks", "boom"].x
    platform = found["Platform cheeks", "upper"].x - found["Platform cheeks", "boom"].x
    assert (post, platform) == pytest.approx((0.14, 0.141))
    lengths = {piece.label: piece.length for piece in assess(rig).pieces}
    assert lengths["Boom"] == pytest.approx(1.2 + 0.55 + 0.03)
    assert found["Link bar", "platform end"].x < lengths["Link bar"]


def test_two_pieces_pushed_together_have_their_pins_a_front_apart(jib, workshop):
    rig = built(jib, form="two nested pieces")
    found = drilled(rig, workshop)
    boom = rig.design.boom
    # The inner piece's end stands so far from the outer piece's tail end.
    offset = boom.tail + boom.joint - boom.overlap
    front = offset + found["Boom, inner piece", "front pin"].x
    assert front - found["Boom, outer piece", "pivot"].x == pytest.approx(boom.front)
    for label in ("joint, inner", "joint, outer"):
        through = offset + found["Boom, inner piece", label].x
        assert through == pytest.approx(found["Boom, outer piece", label].x)


def test_bushes_sit_in_what_turns_and_bolts_in_what_holds(jib, workshop):
    catalogue = workshop.catalogue
    m8, m12 = (catalogue.find("threads", id) for id in ("m8", "m12"))
    rig = changed(jib, design__pivots__kind="bush-bronze")
    found = drilled(rig, workshop)
    assert found["Boom", "pivot"].diameter == pytest.approx(0.012 + 0.004)
    assert found["Post cheeks", "boom"].diameter == m12.close
    assert found["Post cheeks", "upper"].diameter == m8.close
    single = changed(rig, design__pivots__shear="single shear")
    found = drilled(single, workshop)
    assert found["Platform cheeks", "upper"].diameter == m8.tapping
    assert "tap M8" in found["Platform cheeks", "upper"].purpose
    made = {one.part: one.count for one in assess(rig).templates()}
    alone = {one.part: one.count for one in assess(single).templates()}
    assert (made["Post cheeks"], alone["Post cheeks"]) == (2, 1)


@pytest.mark.parametrize(
    ("ahead", "rise", "length", "screw"),
    [(0.08, 0.09, 0.099, 0.049), (0.08, 0.3, 0.17, 0.12), (-0.1, -0.2, 0.17, 0.03)],
)
def test_the_platforms_plate_reaches_from_pin_to_screw(jib, workshop, ahead, rise, length, screw):
    """Between the pins it begins ahead of the cheeks; above or below them it reaches back."""
    rig = changed(jib, design__platform__ahead=ahead, design__platform__rise=rise)
    found = drilled(rig, workshop)["Platform plate", "screw"]
    assert found.x == pytest.approx(screw)
    assert found.diameter == workshop.catalogue.find("threads", "unc-3-8").clearance
    plate = next(one for one in assess(rig).templates() if one.part == "Platform plate")
    assert plate.length == pytest.approx(length)


def test_cables_are_bought_with_their_loops(jib, workshop):
    rig = built(jib, "twin cables")
    parts = {part.key: part for part in assess(rig).parts}
    assert cable_length(rig.design) == pytest.approx(1.2 + 0.24)
    assert parts["wire"].quantity == math.ceil(2 * 1.44)
    assert parts["tighteners"].quantity == 2
    assert "Link bar" not in {piece.label for piece in assess(rig).pieces}
    # Above and below the boom, so a cheek reaches both ways.
    found = drilled(rig, workshop)
    assert found["Post cheeks", "upper"].x - found["Post cheeks", "lower"].x == pytest.approx(0.28)


def test_plates_on_hand_cost_nothing_and_weigh_what_is_on_the_bar(jib):
    found = assess(jib)
    plates = [part for part in found.parts if part.key.startswith("plates")]
    assert sum(part.mass for part in plates) == pytest.approx(jib.design.counterweight.mass)
    assert sum(part.cost for part in plates) == 0


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("form", FORMS)
@pytest.mark.parametrize("units", ["mm", "ft·in"])
def test_steps_and_set_card_speak_of_this_jib(jib, workshop, kind, form, units):
    found = assess(built(jib, kind, form), Settings(units=units))
    steps = found.steps()
    words = " ".join(f"{step.text} {step.caution}" for step in steps)
    assert ("link bar" in words) == (kind == "solid bar")
    assert ("cable" in words) == (kind == "twin cables")
    assert ("Taper" in words) == (form == "tapered board")
    assert all(step.tools for step in steps)
    card = found.set_card()
    load = next(at for at, line in enumerate(card) if line.startswith("Load"))
    unload = next(at for at, line in enumerate(card) if line.startswith("Unload"))
    assert "camera on and locked first; weights last" in card[load]
    assert "weights off first; camera last" in card[unload]
    assert load < unload
    cautions = " ".join(
        caution for station in ("Load", "Frame", "Build") for caution in found.cautions(station)
    )
    assert "the weights come off first" in cautions
    assert "safe" not in f"{words} {card} {cautions}".lower()


def all_points(sketch):
    for thing in sketch.things:
        if isinstance(thing, Line | Shape):
            yield from thing.points
        elif isinstance(thing, Disc):
            yield thing.centre
        elif isinstance(thing, Arrow | Note):
            yield thing.at


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("form", FORMS)
@pytest.mark.parametrize("view", ["side", "above"])
def test_drawings_are_whole_and_name_fields_that_are_there(jib, workshop, kind, form, view):
    rig = built(jib, kind, form)
    found = assess(rig)
    for mark in (0, 20, len(found.marks) - 1):
        sketch = found.sketch(view, mark, 0.7)
        assert np.isfinite(list(all_points(sketch))).all()
        left, bottom, right, top = sketch.bounds
        assert left < 0 < right
        assert bottom < top
        for dimension in sketch.dimensions:
            assert describe(rig, dimension.path).label
            assert math.isfinite(value_at(rig, dimension.path))
        paths = {handle.path for handle in sketch.handles}
        assert ("mark" if view == "side" else "turn") in paths


def test_the_drawn_bar_is_as_long_as_it_is(jib, workshop):
    """With the dip taken off, the drawn pins lie where the linkage has them."""
    from hazel_lantern.core.rigs.jib.sketch_places import Arm

    found = assess(jib)
    for mark in (0, 20, -1):
        arm = Arm(found.answer, float(found.marks[mark]))
        x, z = arm.at(1.2)
        upper = x, z + 0.14
        assert math.dist(upper, arm.post_pin) == pytest.approx(1.2, abs=1e-9)


@pytest.mark.parametrize("units", ["mm", "ft·in"])
def test_the_whole_pack_of_a_jib_is_written(tmp_path, jib, workshop, units):
    project = Project(name="Mill", settings=Settings(units=units), rigs=(jib,))
    files = write_pack(project, jib, workshop, tmp_path)
    names = {path.name for path in files}
    for part in ("boom", "link-bar", "post-cheeks", "platform-cheeks", "platform-plate"):
        assert {f"test-jib-{part}.dxf", f"test-jib-{part}.svg"} <= names
    table = next(path for path in files if "holes" in path.name)
    with table.open(encoding="utf-8") as file:
        rows = list(csv.reader(file))
    assert {row[0] for row in rows[1:]} >= {"Boom", "Link bar", "Platform plate"}


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("form", FORMS)
def test_a_jib_survives_the_file(jib, kind, form):
    project = Project(name="Mill", rigs=(built(jib, kind, form),))
    assert loads(dumps(project)) == project


@pytest.mark.parametrize(
    ("rest", "key", "word"),
    [
        ("strap", "arm-strap", "strap"),
        ("rest under the tail", "arm-rest", "rest"),
        ("none", "", ""),
    ],
)
def test_nothing_is_asked_for_that_is_not_bought(jib, rest, key, word):
    found = assess(changed(jib, design__post__rest=rest))
    said = " ".join([step.text for step in found.steps()] + list(found.set_card())).lower()
    assert ("strap" in said) is (rest == "strap")
    bought = {part.catalogue_id for part in found.parts}
    assert bought & {"arm-strap", "arm-rest"} == ({key} if key else set())
    assert word in said


def test_bolted_weights_are_not_told_to_slide(jib):
    found = assess(changed(jib, design__counterweight__carrier="bolted in one place"))
    said = " ".join([step.text for step in found.steps()] + list(found.set_card()))
    assert "sliding" not in said
    assert "Move the weights" not in said
    assert "small weights" in said
