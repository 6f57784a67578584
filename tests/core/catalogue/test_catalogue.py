"""The catalogue: breadth, sense, and errors that name file, line and column."""

import pytest

from hazel_lantern.core import catalogue
from hazel_lantern.core.catalogue import load
from hazel_lantern.core.catalogue.columns import cells, columns_of
from hazel_lantern.core.catalogue.own import keep_own, read_own
from hazel_lantern.core.catalogue.rows import TABLES, Section, Sensor
from hazel_lantern.core.catalogue.tables import CatalogueError, parse, read_table

HEADER = "id,name,width [mm],height [mm],source\n"


def test_breadth_that_was_promised():
    shipped = catalogue.shipped()

    def many(*tables):
        return sum(len(shipped.table(table)) for table in tables)

    assert many("sections") >= 160
    assert len({section.material for section in shipped.sections.values()}) >= 8
    assert many("wheels", "rollers", "sheaves", "bearings") >= 45
    assert many("stands") >= 24
    assert many("turntables", "bearings") >= 14
    assert many("wires", "lines") >= 14
    assert many("materials") >= 18
    assert many("items") >= 60
    threads = shipped.threads.values()
    for system, least in (("metric", 3e-3), ("unified", 3.51e-3)):
        sizes = sorted(one.diameter for one in threads if one.system == system)
        assert sizes[0] == pytest.approx(least, rel=0.01)
        assert len(sizes) >= 9
    for one in threads:
        assert one.tapping < one.diameter < one.close <= one.clearance


def test_every_row_has_a_source_and_every_section_a_shape():
    shipped = catalogue.shipped()
    for section in shipped.sections.values():
        properties = section.properties
        assert properties.effective_moment > 0
        assert properties.torsion_constant > 0
        assert properties.area < section.width * section.height * 1.001
    for table in ("sections", "wheels", "materials", "stands"):
        assert all(len(row.source) > 10 for row in shipped.table(table).values())


def test_figures_arrive_in_si():
    shipped = catalogue.shipped()
    assert shipped.sections["aluminium-tube-20x2"].properties.area == pytest.approx(
        1.13097e-4, rel=1e-5
    )
    assert shipped.materials["aluminium"].modulus == pytest.approx(69e9)
    assert shipped.wheels["skate-v"].mass == pytest.approx(0.070)
    assert shipped.sections["slotted-20x20"].second_moment == pytest.approx(7.2e-9)


def test_brittle_materials_are_worked_at_a_smaller_share():
    materials = catalogue.shipped().materials.values()
    shares = {m.id: m.working_stress / m.yield_stress for m in materials}
    cracking = [shares[m.id] for m in materials if m.failure == "cracks"]
    yielding = [shares[m.id] for m in materials if m.failure == "yields"]
    assert max(cracking) < min(yielding)
    assert all(m.creep_factor < 1 for m in materials if m.failure == "creeps")


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "empty"),
        ("id,name,width [furlong]\n", "accepted"),
        (HEADER + "a,A,x,2,measured\n", "line 2, column “width”: “x” is not a figure"),
        (HEADER + "a,A,-5,2,measured\n", "line 2, column “width”"),
        (HEADER + "a,A,5\n", "3 cells"),
        (HEADER + "a,A,5,2,\n", "source"),
        (HEADER + "a,A,5,2,measured\na,B,5,2,measured\n", "stands twice"),
        (HEADER + "A b,A,5,2,measured\n", "column “id”"),
        ("id,name,width [mm],height [mm],colour,source\na,A,1,2,red,measured\n", "colour"),
    ],
)
def test_faulty_tables_name_the_place(text, says):
    with pytest.raises(CatalogueError) as error:
        parse(text, Sensor, "sensors.csv")
    assert "sensors.csv" in str(error.value)
    assert says in str(error.value)


def test_a_section_that_cannot_be_is_refused():
    header = "id,name,shape,material,width [mm],height [mm],wall [mm],price [/m],"
    header += "stock lengths [mm],running face,source\n"
    with pytest.raises(CatalogueError, match="half of the diameter"):
        parse(header + "t,T,round tube,pvc,20,20,15,1,2000,round,measured\n", Section, "s.csv")


def test_unknown_ids_are_answered_with_near_ones():
    with pytest.raises(CatalogueError, match="aluminium-tube-25x2"):
        catalogue.shipped().find("sections", "aluminium-tube-25x3")


def test_own_entries_join_and_faulty_ones_are_told(tmp_path):
    cells = {
        "id": "own-pole",
        "name": "Curtain pole",
        "shape": "round tube",
        "material": "mild-steel",
        "width [mm]": "28",
        "height [mm]": "28",
        "wall [mm]": "1.2",
        "price [/m]": "3.2",
        "stock lengths [mm]": "2000",
        "running face": "round",
        "source": "measured",
    }
    keep_own(tmp_path, "sections", [read_own("sections", cells, catalogue.shipped())])
    joined = catalogue.load(tmp_path)
    assert joined.sections["own-pole"].own
    assert joined.sections["own-pole"].stock_lengths == (2.0,)
    assert len(joined.sections) == len(catalogue.shipped().sections) + 1
    before = (tmp_path / "sections.csv").read_text()
    with pytest.raises(CatalogueError, match=r"^column “wall”: “thick” is not a figure"):
        read_own("sections", cells | {"id": "own-b", "wall [mm]": "thick"}, catalogue.shipped())
    assert (tmp_path / "sections.csv").read_text() == before
    (tmp_path / "wheels.csv").write_text("rubbish\n1,2\n")
    (tmp_path / "sensors.csv").write_text(HEADER + "phone,Mine,5,4,measured\n")
    troubled = catalogue.load(tmp_path)
    assert len(troubled.problems) == 2
    assert "taken already" in " ".join(troubled.problems)
    assert "own-pole" in troubled.sections


@pytest.mark.parametrize(
    ("column", "value", "says"),
    [
        ("width [mm]", "1e-300", "beyond any part"),
        ("price per metre []", "1e308", "beyond any part"),
        ("name", "x" * 200_000, "letters"),
        ("width [mm]", "nan", "beyond any part"),
        ("width [mm]", "-40", "greater than 0"),
    ],
)
def test_one_bad_line_is_named_and_the_others_stay(tmp_path, column, value, says):
    import csv

    header = [column.title for column in columns_of("sections")]
    good = {
        "id": "own-pole",
        "name": "Pole",
        "shape": "round tube",
        "material": "aluminium",
        "width [mm]": "40",
        "height [mm]": "40",
        "wall [mm]": "3",
        "stock lengths [mm]": "2000",
        "running face": "round",
        "source": "measured",
    }
    price = next(title for title in header if title.startswith("price"))
    column = price if column.startswith("price") else column
    with open(tmp_path / "sections.csv", "w", newline="", encoding="utf-8") as file:
        lines = csv.writer(file)
        lines.writerow(header)
        for number, cells in enumerate((good, good | {"id": "own-bad", column: value}, good)):
            cells = cells | {price: cells.get(price, "5")}
            cells = cells | ({"id": "own-last"} if number == 2 else {})
            lines.writerow([cells.get(title, "") for title in header])
    found = catalogue.load(tmp_path)
    assert {"own-pole", "own-last"} <= set(found.sections)
    assert "own-bad" not in found.sections
    (problem,) = found.problems
    assert problem.startswith("sections.csv, line 3")
    assert says in problem
    assert len(problem) < 400


@pytest.mark.parametrize("ends", ["\n", "\r\n", "\r"])
@pytest.mark.parametrize("parted", [",", ";", "\t"])
@pytest.mark.parametrize("coding", ["utf-8", "utf-8-sig", "utf-16", "cp1252"])
def test_tables_are_read_as_any_program_writes_them(tmp_path, ends, parted, coding):
    """A spreadsheet of another country parts cells otherwise, and writes 3,2 for 3.2."""
    sign = "." if parted == "," else ","
    lines = [
        ["id", "name", "mass [g]", "price []", "source"],
        ["own-bolt", "Bolt for 45° é", f"12{sign}5", f"3{sign}2", "weighed"],
    ]
    text = ends.join(parted.join(line) for line in lines) + ends
    path = tmp_path / "hardware.csv"
    path.write_bytes(text.encode(coding))
    (row,) = read_table(path, TABLES["hardware"]).values()
    assert (row.mass, row.price) == (pytest.approx(0.0125), pytest.approx(3.2))
    assert row.name == "Bolt for 45° é"
    # A faulty cell is named by its line and column, whatever parts it.
    lines.append(["own-other", "x", "heavy", "1", ""])
    path.write_bytes(ends.join(parted.join(line) for line in lines).encode(coding))
    with pytest.raises(CatalogueError, match=r"line 3, column “mass”"):
        read_table(path, TABLES["hardware"])


def test_bare_carriage_returns_in_an_own_table_stop_nothing(tmp_path):
    text = "id,name,mass [g],price [],source\rown-bolt,Bolt,1,1,weighed\r\n,\rbroken\r"
    (tmp_path / "hardware.csv").write_bytes(text.encode())
    found = load(tmp_path)
    assert found.hardware["own-bolt"].own
    assert any("line" in problem for problem in found.problems)


@pytest.mark.parametrize("size", [7, 9])
def test_a_wheel_on_a_bolt_that_is_not_sold_is_refused_with_what_is(size):
    wheel = cells("wheels", load().wheels["groove-nylon"])
    with pytest.raises(CatalogueError, match=rf"bolts of {size} mm are not sold; accepted: 3, 4"):
        read_own("wheels", {**wheel, "id": "own-x", "bolt [mm]": str(size)}, load())
