"""Drawings of rows agree with their figures; own rows are kept without losing others."""

from math import pi

import pytest

from hazel_lantern.core.catalogue import load, shipped
from hazel_lantern.core.catalogue.columns import TITLES, as_csv, cells, columns_of
from hazel_lantern.core.catalogue.own import drop_own, keep_own, own_id, read_in, read_own
from hazel_lantern.core.catalogue.picture import Area, picture, section_areas
from hazel_lantern.core.catalogue.rows import TABLES
from hazel_lantern.core.catalogue.tables import CatalogueError, parse


def drawn(areas):
    """Area of what is solid, less what is cut out."""
    whole = 0.0
    for one in areas:
        size = one.width * one.height * (pi / 4 if one.form == "ellipse" else 1)
        whole += size if one.look == "solid" else -size
    return whole


@pytest.mark.parametrize("id", sorted(shipped().sections))
def test_a_section_is_drawn_with_the_area_that_it_is_worked_out_with(id):
    section = shipped().sections[id]
    if section.shape == "slotted":
        # Its slots are drawn as a sign: the area is a table's.
        assert drawn(section_areas(section)) < section.width * section.height
        return
    near = 0.02 if section.shape in ("angle", "channel", "oval tube") else 1e-9
    assert drawn(section_areas(section)) == pytest.approx(section.properties.area, rel=near)


@pytest.mark.parametrize("table", sorted(TABLES))
def test_sizes_are_written_as_long_as_their_column_says(table):
    for row in getattr(shipped(), table).values():
        found = picture(table, row)
        if found is None:
            return
        assert found.seen
        assert any(isinstance(one, Area) or len(one.points) > 1 for one in found.areas)
        for size in found.sizes:
            along = abs(size.end[0] - size.start[0]) + abs(size.end[1] - size.start[1])
            wanted = (
                row.module * row.teeth if size.name == "pitch circle" else getattr(row, size.name)
            )
            assert along == pytest.approx(wanted)


def test_every_table_has_a_title_and_reads_its_own_rows_back():
    assert set(TITLES) == set(TABLES)
    for table, kind in TABLES.items():
        rows = getattr(shipped(), table)
        assert parse(as_csv(table, rows.values()), kind, table) == rows
        assert columns_of(table)[0].name == "id"


def test_own_rows_are_kept_beside_what_is_faulty(tmp_path):
    wheel = next(iter(shipped().wheels.values()))
    header = ",".join(f'"{column.title}"' for column in columns_of("wheels")[:-1])
    (tmp_path / "wheels.csv").write_text(header + "\nfaulty,line\n", encoding="utf-8")
    mine = [wheel.model_copy(update={"id": f"own-{name}"}) for name in ("a", "b")]
    keep_own(tmp_path, "wheels", mine)
    keep_own(tmp_path, "wheels", [mine[0].model_copy(update={"mass": 0.4})])
    found = load(tmp_path)
    assert found.wheels["own-a"].mass == pytest.approx(0.4)
    assert found.wheels["own-b"].own
    assert "faulty,line" in (tmp_path / "wheels.csv").read_text()
    assert len(found.problems) == 1
    drop_own(tmp_path, "wheels", "own-a")
    drop_own(tmp_path, "wheels", "own-a")
    found = load(tmp_path)
    assert "own-a" not in found.wheels
    assert "own-b" in found.wheels
    assert "faulty,line" in (tmp_path / "wheels.csv").read_text()


def test_a_table_from_elsewhere_is_read_with_each_fault_named(tmp_path):
    wheel = next(iter(shipped().wheels.values()))
    own = wheel.model_copy(update={"id": "own-a"})
    keep_own(tmp_path, "wheels", [own])
    here = load(tmp_path)
    heavier = own.model_copy(update={"mass": 0.4})
    new = own.model_copy(update={"id": "theirs"})
    other = wheel.model_copy(update={"mass": 0.4})
    text = as_csv("wheels", [heavier, new, other, wheel])
    found = read_in(text, "wheels", "theirs.csv", here)
    assert ([one.id for one in found.new], [one.id for one in found.changed]) == (
        ["theirs"],
        ["own-a"],
    )
    # The unchanged shipped row stands twice in that file: that, and the other figures, are told.
    assert len(found.faults) == 2
    assert any("line 5" in fault and "stands twice" in fault for fault in found.faults)
    assert any("comes with the program" in fault for fault in found.faults)
    with pytest.raises(CatalogueError, match="line 1: depth is no column"):
        read_in("id,name,depth\n", "wheels", "theirs.csv", here)
    with pytest.raises(CatalogueError, match="with “id” is needed"):
        read_in("name\n", "wheels", "theirs.csv", here)
    cog = next(iter(shipped().cogs.values())).model_copy(
        update={"id": "moon", "material": "moon-stone"}
    )
    (fault,) = read_in(as_csv("cogs", [cog]), "cogs", "c.csv", here).faults
    assert "column “material”" in fault


def test_a_name_of_any_script_makes_an_id():
    assert own_id("Curtain pole  28 ×") == "own-curtain-pole-28"
    assert own_id("Труба") == own_id("Труба") != own_id("Балка")
    with pytest.raises(CatalogueError, match="a name is needed"):
        own_id("  ")


def test_what_is_typed_is_read_or_its_column_named():
    row = next(iter(shipped().stands.values()))
    typed = cells("stands", row) | {"id": "own-x"}
    assert read_own("stands", typed, shipped()).mass == row.mass
    with pytest.raises(CatalogueError, match=r"^column “mass”: it is empty and is needed"):
        read_own("stands", typed | {"mass [kg]": ""}, shipped())
    with pytest.raises(CatalogueError, match=r"^column “feet”"):
        read_own("stands", typed | {"feet []": "2"}, shipped())
