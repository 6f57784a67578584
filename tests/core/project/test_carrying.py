"""A project carries the rows that it uses: another machine shows the same figures."""

import json
from dataclasses import replace

import pytest

from hazel_lantern.core.assessor import assess
from hazel_lantern.core.catalogue import load, shipped
from hazel_lantern.core.catalogue.carried import CarriedRow, digest_of, joined, needed
from hazel_lantern.core.catalogue.own import keep_own, read_own
from hazel_lantern.core.catalogue.rows import TABLES
from hazel_lantern.core.project.carrying import carrying, undecided
from hazel_lantern.core.project.file import ProjectError, dumps, loads
from hazel_lantern.core.project.store import open_project
from hazel_lantern.core.resources import DATA
from hazel_lantern.core.workshop import Workshop
from tests.conftest import changed

DEMO = DATA / "demo" / "tide-mill.hazel.json"
POLE = {
    "id": "own-pole-28", "name": "Curtain pole 28", "material": "mild-steel",
    "shape": "round tube", "width [mm]": "28", "height [mm]": "28", "wall [mm]": "1.2",
    "price [/m]": "3.20", "stock lengths [mm]": "2000", "running face": "round",
    "source": "measured",
}  # fmt: skip


@pytest.fixture
def with_pole(tmp_path):
    """The first rig of the demo on poles that only this maker has."""
    keep_own(tmp_path, "sections", [read_own("sections", POLE, shipped())])
    workshop = Workshop(load(tmp_path))
    project = open_project(DEMO, workshop)
    rig = changed(project.rigs[0], design__rails__section="own-pole-28")
    return project.model_copy(update={"rigs": (rig,)}), workshop


def figures(project, workshop):
    found = assess(project.rigs[0], project.settings, workshop.carrying(project.rows))
    return [(lamp.id, lamp.value) for lamp in found.lamps], found.cost


def test_another_machine_shows_the_same_figures(with_pole):
    project, workshop = with_pole
    parts = assess(project.rigs[0], project.settings, workshop).parts
    text = dumps(carrying(project, workshop.catalogue, parts))
    there = loads(text, Workshop())
    assert figures(there, Workshop()) == figures(project, workshop)
    carried = {(one.table, one.row.id) for one in there.rows}
    assert {("sections", "own-pole-28"), ("materials", "mild-steel")} <= carried
    assert ("sensors", project.rigs[0].shot.lens.sensor) in carried
    # What the parts list buys that no field of the design names.
    assert any(table == "hardware" for table, _ in carried)
    # Without the rows it cannot be shown, and says what is missing.
    with pytest.raises(ProjectError, match="own-pole-28"):
        loads(dumps(project), Workshop())


def test_only_what_is_lacking_or_other_is_kept(with_pole):
    project, workshop = with_pole
    carried = carrying(project, workshop.catalogue).rows
    assert needed(carried, workshop.catalogue) == ()
    (only,) = needed(carried, shipped())
    assert only.row.id == "own-pole-28"
    assert joined(shipped(), [only]).sections["own-pole-28"].own


def other_wheel(catalogue, **figures):
    wheels = catalogue.table("wheels")
    id = next(iter(wheels))
    return id, replace(catalogue, wheels=wheels | {id: wheels[id].model_copy(update=figures)})


def test_other_figures_stand_side_by_side_until_it_is_decided():
    id, here = other_wheel(shipped(), mass=0.5, name="Other words")
    (row,) = (CarriedRow.of("wheels", shipped().wheels[id]),)
    project = open_project(DEMO).model_copy(update={"rows": (row,)})
    (found,) = undecided(project, here)
    assert found.figures == (("mass", shipped().wheels[id].mass, 0.5),)
    # Theirs: it is taken instead of ours, now and after the next save.
    (kept,) = needed(project.rows, here)
    settled = project.model_copy(update={"rows": (kept,)})
    assert undecided(loads(dumps(settled)), here) == ()
    assert joined(here, settled.rows).wheels[id].mass == shipped().wheels[id].mass
    # Ours changed once more: that is to be decided anew.
    assert undecided(settled, other_wheel(here, mass=0.6)[1])
    # Ours: nothing is carried instead.
    assert needed(project.rows, here, {("wheels", id)}) == ()


def test_a_decision_is_carried_on(with_pole):
    project, workshop = with_pole
    id = project.rigs[0].design.carriage.wheel
    wheels = workshop.catalogue.table("wheels")
    heavy = wheels[id].model_copy(update={"mass": 0.5})
    here = replace(workshop.catalogue, wheels=wheels | {id: heavy})
    kept = needed([CarriedRow.of("wheels", wheels[id])], here)
    decided = project.model_copy(update={"rows": kept})
    saved = carrying(decided, joined(here, kept))
    assert undecided(saved, here) == ()


@pytest.mark.parametrize("table", sorted(TABLES))
def test_every_row_is_carried_whole(table):
    for row in getattr(shipped(), table).values():
        carried = CarriedRow.of(table, row)
        back = CarriedRow.model_validate_json(carried.model_dump_json())
        assert back.row == row
        assert back.as_written
        assert back.digest == digest_of(row)


def test_digests_tell_figures_apart_and_not_words():
    row = shipped().wheels["groove-nylon"]
    assert digest_of(row) != digest_of(row.model_copy(update={"price": row.price + 0.01}))
    assert digest_of(row) == digest_of(row.model_copy(update={"name": "Else", "source": "told"}))


@pytest.mark.parametrize(
    ("spoil", "said"),
    [
        (lambda row: row.update(table="cheeses"), "accepted: materials"),
        (lambda row: row["cells"].update(width=-1), "column “width”"),
        (lambda row: row["cells"].update(wall=20.0), "wall"),
        (lambda row: row["cells"].update(material="moon-stone"), "moon-stone"),
        (lambda row: row.pop("digest"), "digest"),
    ],
)
def test_a_row_that_is_none_is_refused_with_its_place(with_pole, spoil, said):
    project, workshop = with_pole
    data = json.loads(dumps(carrying(project, workshop.catalogue)))
    row = next(one for one in data["rows"] if one["cells"]["id"] == "own-pole-28")
    spoil(row)
    with pytest.raises(ProjectError, match=said) as error:
        loads(json.dumps(data), Workshop())
    assert str(error.value).startswith("rows")


def test_a_row_changed_by_hand_is_known(with_pole):
    project, workshop = with_pole
    data = json.loads(dumps(carrying(project, workshop.catalogue)))
    row = next(one for one in data["rows"] if one["cells"]["id"] == "own-pole-28")
    row["cells"]["wall"] = 0.002
    found = loads(json.dumps(data), Workshop())
    (pole,) = (one for one in found.rows if one.row.id == "own-pole-28")
    assert not pole.as_written
