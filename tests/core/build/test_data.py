"""Tables as data: figures that add up, words that stay words, a list to go shopping with."""

import csv
import io

import pytest
from openpyxl import load_workbook

from hazel_lantern.core.build.data import SHEETS, Sheet, to_csv, workbook, write_data
from hazel_lantern.core.build.dossier import gather
from hazel_lantern.core.build.shopping import shopping, spoken
from hazel_lantern.core.catalogue import shipped
from hazel_lantern.core.fields import Edit, apply
from hazel_lantern.core.project.file import loads
from hazel_lantern.core.resources import DATA
from hazel_lantern.core.rigs.case import PartMark
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shelf import Shelf, StockPiece
from hazel_lantern.core.workshop import Workshop

DEMO = loads((DATA / "demo" / "tide-mill.hazel.json").read_text(encoding="utf-8"))
UNITS = ["mm", "ft·in"]
BIG = {"mm": 1000.0, "ft·in": 1 / 0.0254}


def dossier(at=0, units="mm", shelf=None, rig=None):
    rig = rig or DEMO.rigs[at]
    project = apply(DEMO, [Edit("settings", Settings(units=units)), Edit("rigs", (rig,))])
    return gather(project, rig, Workshop(shelf=shelf or Shelf()))


def rows(found, name):
    sheet = next(sheet for sheet in (make(found) for make in SHEETS) if sheet.name == name)
    return list(csv.DictReader(io.StringIO(to_csv(sheet))))


@pytest.mark.parametrize("units", UNITS)
@pytest.mark.parametrize("at", range(len(DEMO.rigs)))
def test_figures_are_figures_and_their_unit_is_in_the_header(at, units):
    for sheet in (make(dossier(at, units)) for make in SHEETS):
        assert len(set(sheet.header)) == len(sheet.header)
        for column, title in enumerate(sheet.header):
            cells = [row[column] for row in sheet.rows if row[column] not in (None, "")]
            if "[" in title:
                assert all(isinstance(cell, int | float) for cell in cells), (sheet.name, title)
            if title in ("Number", "Bar", "Piece"):
                assert all(isinstance(cell, int) for cell in cells), (sheet.name, title)


@pytest.mark.parametrize("units", UNITS)
def test_the_cuts_add_up_bar_by_bar(units):
    """Pieces, saw cuts and offcut make the stock length."""
    found, unit = dossier(2, units), {"mm": "mm", "ft·in": "in"}[units]
    bars = {}
    for row in rows(found, "cuts"):
        bars.setdefault(row["Bar"], []).append(row)
    assert len(bars) == len(found.cuts.bars) > 1
    for cut in bars.values():
        pieces = [float(row[f"Length [{unit}]"]) for row in cut]
        kerf = found.project.settings.kerf * BIG[units]
        left = float(cut[-1][f"Offcut of the bar [{unit}]"])
        whole = sum(pieces) + kerf * (len(pieces) if left else len(pieces) - 1) + left
        stock = float(cut[0][f"Stock length [{unit}]"])
        assert whole == pytest.approx(stock, abs=0.1 * len(pieces) + kerf)
        assert [int(row["Piece"]) for row in cut] == list(range(1, len(cut) + 1))


def test_one_row_a_piece():
    found = dossier(2)
    cut = rows(found, "cuts")
    assert len(cut) == sum(piece.count for piece in found.assessment.pieces)


def test_the_workbook_says_what_the_tables_say(tmp_path):
    found = dossier(1, "ft·in")
    files = write_data(found, tmp_path, "loft")
    assert [path.name for path in files] == [
        *(f"loft-{name}.csv" for name in ("parts", "shopping", "cuts", "made", "holes", "bolts")),
        "loft-tables.xlsx",
    ]
    book = load_workbook(files[-1])
    for make in SHEETS:
        sheet = make(found)
        page = book[sheet.name.capitalize()]
        assert page.freeze_panes == "A2"
        there = [tuple(cell.value for cell in row) for row in page.iter_rows()]
        assert there[0] == sheet.header
        asked = [tuple(None if cell == "" else cell for cell in row) for row in sheet.rows]
        assert there[1:] == asked


@pytest.mark.parametrize("cell", ["=1+1", "@SUM(A1)", "+cmd|' /C calc'!A0", "-2+3"])
def test_what_looks_like_a_formula_is_none(cell):
    sheet = Sheet("parts", ("Part",), [(cell,)])
    page = load_workbook(io.BytesIO(workbook([sheet])))["Parts"]
    assert page["A2"].value == cell
    assert page["A2"].data_type == "s"
    assert to_csv(sheet).splitlines()[1].strip('"').startswith("'")


def test_the_list_buys_what_the_cuts_take_and_no_more():
    found = dossier(0)
    bought = [one for one in shopping(found) if one.length is not None]
    bars = [bar for bar in found.cuts.bars if not bar.stock.owned]
    assert sum(one.number for one in bought) == len(bars)
    assert sum(one.price for one in bought) == pytest.approx(sum(bar.stock.price for bar in bars))
    assert {one.aisle for one in bought} <= {"Metal", "Timber and boards", "Pipe and conduit"}


def test_what_is_on_the_shelf_is_taken_off():
    section = DEMO.rigs[0].design.rails.section
    shelf = Shelf(stock=(StockPiece(section=section, length=2.0, count=9),))
    found = dossier(0, shelf=shelf)
    name = shipped().sections[section].name
    assert not any(one.ask_for.startswith(name) for one in shopping(found))
    assert any(one.ask_for.startswith(name) for one in shopping(dossier(0)))


def test_what_is_marked_as_owned_or_scrap_is_not_bought():
    rig = DEMO.rigs[0]
    part = next(one for one in dossier(0).assessment.parts if one.catalogue_id in shipped().wheels)
    mark = PartMark(key=part.key, of=part.catalogue_id, having="scrap", price=None)
    marked = apply(rig, [Edit("marked", (mark,))])
    assert part.name in [one.ask_for for one in shopping(dossier(0))]
    assert part.name not in [one.ask_for for one in shopping(dossier(rig=marked))]


@pytest.mark.parametrize(
    ("id", "length", "words"),
    [
        ("aluminium-tube-25x2", 2.0, "Aluminium tube 25 × 2, 2 m long"),
        ("emt-3-4", 3.048, 'Thin-wall conduit (EMT) 3/4", 0.922" outside, 10 ft long'),
        ("lumber-2x4", 2.4384, "Lumber 2 × 4 on edge, 8 ft long"),
        ("pine-44x94", 2.4, "Pine 44 × 94 on edge, 2.4 m long"),
    ],
)
def test_one_asks_in_the_shops_words(id, length, words):
    assert spoken(shipped().sections[id], length) == words
