"""The project file: round trips, faults that are named, whole writes, backups, recovery."""

import json
import os
import re

import jsonschema
import pytest
from hypothesis import given
from hypothesis import settings as hypothesis_settings
from hypothesis import strategies as st

from hazel_lantern.core.files import write_whole
from hazel_lantern.core.project import store as store_module
from hazel_lantern.core.project.file import ProjectError, dumps, loads, schema
from hazel_lantern.core.project.model import LogEntry, Project, Rig
from hazel_lantern.core.project.store import (
    LARGEST,
    Store,
    backup_names,
    open_project,
    save,
)
from hazel_lantern.core.resources import DATA
from hazel_lantern.core.rigs.slider.model import SliderDesign
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shelf import OwnedPart, Shelf, StockPiece
from hazel_lantern.core.workshop import Workshop
from tests.conftest import changed, leave_behind

DEMO = DATA / "demo" / "tide-mill.hazel.json"


@hypothesis_settings(max_examples=30)
@given(
    st.floats(0.3, 25),
    st.floats(0.01, 90),
    st.text(min_size=1, max_size=20).filter(str.strip),
    st.sampled_from(["mm", "ft·in"]),
    st.floats(-1e6, 1e6),
)
def test_what_is_written_is_read_back(length, mass, name, units, value):
    from hazel_lantern.core.load import Load, LoadItem

    rig = Rig(
        name=name,
        design=SliderDesign(),
        load=Load(items=(LoadItem(name=name, mass=mass),)),
        log=(LogEntry(on="2026-01-02", measure="push", value=value),),
    )
    rig = changed(rig, design__rails__length=length)
    before = Project(
        name=name, settings=Settings(units=units, limits={"slider.tip": 0.1}), rigs=(rig,)
    )
    assert loads(dumps(before)) == before


def test_the_demo_opens_and_keeps_to_the_schema():
    project = open_project(DEMO, Workshop())
    assert project.name == "The Tide Mill"
    jsonschema.validate(json.loads(DEMO.read_text()), schema())


def test_the_schema_refuses_what_the_reader_refuses(project):
    good = json.loads(dumps(project))
    jsonschema.validate(good, schema())
    for spoil in (
        lambda d: d["rigs"][0]["design"]["rails"].update(length=-1),
        lambda d: d["rigs"][0].update(wings=2),
        lambda d: d["settings"].update(units="cubits"),
    ):
        bad = json.loads(dumps(project))
        spoil(bad)
        with pytest.raises(jsonschema.ValidationError):
            jsonschema.validate(bad, schema())
        with pytest.raises(ProjectError):
            loads(json.dumps(bad))


def spoiled(project, *path, value=None, drop=False):
    data = json.loads(dumps(project))
    node = data
    for name in path[:-1]:
        node = node[name]
    if drop:
        del node[path[-1]]
    else:
        node[path[-1]] = value
    return json.dumps(data)


@pytest.mark.parametrize(
    ("path", "value", "says"),
    [
        (("version",), 9, "newer Hazel Lantern"),
        (("version",), 0, "version is 0"),
        (("version",), "1", "version is '1'"),
        (("format",), "other", "no project"),
        (("rigs", 0, "design", "rails", "length"), -1, "at least 0.15"),
        (("rigs", 0, "design", "rails", "length"), 1e9, "at most 30"),
        (("rigs", 0, "design", "rails", "length"), "long", "number 1, design, rails, length"),
        (("rigs", 0, "design", "rails", "length"), None, "length"),
        (("rigs", 0, "design", "rails", "length"), float("nan"), "NaN"),
        (("rigs", 0, "design", "rails", "length"), float("inf"), "Infinity"),
        (("rigs", 0, "design", "rails", "colour"), "red", "not known"),
        (("rigs", 0, "design", "family"), "glider", "slider"),
        (("rigs", 0, "design", "rails", "section"), "moonbeam", "not in the catalogue"),
        (("rigs", 0, "shot", "move", "way"), "up", "left to right"),
        (("rigs", 0, "load", "items", 0, "mass"), -2, "number 1"),
        (("rigs", 0, "assumed"), [{"path": "design.wings", "why": "x"}], "wings"),
        (("settings", "limits"), {"slider.tip": "steep"}, "limits"),
        (("rigs",), {}, "rigs"),
    ],
)
def test_faults_name_the_place_and_what_is_accepted(project, path, value, says):
    with pytest.raises(ProjectError) as error:
        loads(spoiled(project, *path, value=value), Workshop())
    assert says in str(error.value)


def test_a_missing_field_is_named(project):
    with pytest.raises(ProjectError, match="name: this field is missing"):
        loads(spoiled(project, "rigs", 0, "name", drop=True))


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "empty"),
        ("hello", "not JSON at line 1"),
        ("[1, 2]", "no project"),
        ("{" * 200_000, "not JSON|nested"),
    ],
)
def test_what_is_no_project_is_said(text, says):
    with pytest.raises(ProjectError, match=says):
        loads(text)


@given(st.integers(1, 2000))
def test_a_file_cut_short_is_refused_whole(cut):
    text = DEMO.read_text()
    with pytest.raises(ProjectError):
        loads(text[: -min(cut, len(text) - 1) - 2])


def test_saving_keeps_the_last_three(tmp_path, project):
    path = tmp_path / "p.hazel.json"
    for number in range(5):
        save(project.model_copy(update={"name": f"v{number}"}), path)
    kept = [open_project(name).name for name in backup_names(path)]
    assert open_project(path).name == "v4"
    assert kept == ["v3", "v2", "v1"]
    save(project.model_copy(update={"name": "v4"}), path)
    assert open_project(backup_names(path)[0]).name == "v3"
    assert not [p for p in tmp_path.iterdir() if p.name.startswith(".")]


def test_a_failing_write_leaves_the_old_file(tmp_path, monkeypatch):
    path = tmp_path / "p.json"
    write_whole(path, "old")

    def broken(*_):
        raise OSError("disk full")

    monkeypatch.setattr(os, "replace", broken)
    with pytest.raises(OSError, match="disk full"):
        write_whole(path, "new")
    assert path.read_text() == "old"
    assert list(tmp_path.iterdir()) == [path]


def test_opening_what_cannot_be_opened(tmp_path, monkeypatch):
    with pytest.raises(ProjectError, match="cannot be read"):
        open_project(tmp_path / "none.hazel.json")
    bad = tmp_path / "bad.hazel.json"
    bad.write_bytes(b"\xff\xfe\x00")
    with pytest.raises(ProjectError, match="UTF-8 text at byte 0"):
        open_project(bad)
    monkeypatch.setattr(store_module, "LARGEST", 2)
    with pytest.raises(ProjectError, match="too large"):
        open_project(bad)
    assert LARGEST > 1_000_000


def test_autosave_is_offered_again_and_dropped(store, project, tmp_path):
    store.autosave(project, tmp_path / "p.hazel.json", "a")
    store.autosave(project.model_copy(update={"name": "Other"}), None, "b")
    leave_behind(store)
    names = {recovery.project.name for recovery in store.recoveries()}
    assert names == {"Test", "Other"}
    store.drop_autosave("a")
    assert [recovery.project.name for recovery in store.recoveries()] == ["Other"]
    (store.folder / "autosave" / "rubbish.json").write_text("{")
    assert len(store.recoveries()) == 1


def test_recent_shelf_and_preferences(store, project, tmp_path):
    path = tmp_path / "p.hazel.json"
    save(project, path)
    store.remember(path)
    store.remember(tmp_path / "gone.hazel.json")
    assert store.recent() == [path]
    assert store.shelf() == Shelf()
    shelf = Shelf(
        stock=(StockPiece(section="pine-45x45", length=1.1, count=3),),
        parts=(OwnedPart(part="stop", count=4),),
    )
    store.keep_shelf(shelf)
    assert store.shelf() == shelf
    assert shelf.lengths_of("pine-45x45") == (1.1, 1.1, 1.1)
    store.prefer(theme="night")
    store.prefer(window="abc")
    assert store.preferences() == {"theme": "night", "window": "abc"}
    (store.folder / "shelf.json").write_text('{"stock": 5}')
    with pytest.raises(ProjectError, match=r"shelf\.json"):
        store.shelf()
    (store.folder / "preferences.json").write_text("[]")
    assert Store(store.folder).preferences() == {}


@pytest.mark.parametrize(
    ("place", "value", "said"),
    [
        (("drive", "motor"), "no-such-motor", "drive.motor"),
        (("drive", "train"), [{"driver": "pom-1-12", "driven": "none"}], "drive.train.0.driven"),
        (("design", "carriage", "wheel"), "none", "design.carriage.wheel"),
        (("design", "supports", "stand"), "none", "design.supports.stand"),
    ],
)
def test_a_file_that_names_what_is_in_no_catalogue_is_refused_where_it_is_read(
    project, place, value, said
):
    """Of a rig that is moved by hand too: nothing looks at its motor until it is shown."""
    data = json.loads(dumps(project))
    inner = data["rigs"][0]
    for step in place[:-1]:
        inner = inner[step]
    inner[place[-1]] = value
    with pytest.raises(ProjectError, match=re.escape(said)):
        loads(json.dumps(data), Workshop())


def test_deep_nesting_of_what_is_kept_beside_projects_is_no_fault(store):
    store.folder.mkdir(parents=True, exist_ok=True)
    deep = "[" * 100_000 + "]" * 100_000
    for name in ("preferences", "recent", "shelf"):
        (store.folder / f"{name}.json").write_text(deep, encoding="utf-8")
    assert store.preferences() == {}
    assert store.recent() == []
    with pytest.raises(ProjectError, match=r"shelf\.json: the file is nested too deeply"):
        store.shelf()
    (store.folder / "shelf.json").write_text('{"plates": [{"mass": "x"}]}', encoding="utf-8")
    with pytest.raises(ProjectError, match="plates") as caught:
        store.shelf()
    assert "pydantic" not in str(caught.value)
    assert "validation error" not in str(caught.value)
