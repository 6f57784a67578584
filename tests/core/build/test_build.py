"""Stock, cuts, tables and the pack."""

import csv
import itertools
import math

import pytest
from hypothesis import given
from hypothesis import settings as hypothesis_settings
from hypothesis import strategies as st
from pypdf import PdfReader

from hazel_lantern.core.assessor import assess
from hazel_lantern.core.build.cuts import StockLength, plan_cuts, stock_for
from hazel_lantern.core.build.dossier import DISCLAIMER, gather
from hazel_lantern.core.build.pack import already_there, stem_of, write_pack, write_pdf
from hazel_lantern.core.build.sheet_sketch import round_scale
from hazel_lantern.core.build.stock import cheapest_cover, pieces_in
from hazel_lantern.core.build.tables import cuts_table, holes_table, parts_table
from hazel_lantern.core.parts import Piece
from hazel_lantern.core.project.model import Project, Rig
from hazel_lantern.core.rigs.slider.model import SliderDesign
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shelf import Shelf, StockPiece
from hazel_lantern.core.workshop import Workshop
from tests.conftest import changed

KERF = 0.002


def test_pieces_in_a_length():
    assert pieces_in(1.0, 0.5, 0.0) == 2
    assert pieces_in(1.0, 0.5, 0.002) == 1
    assert pieces_in(1.002, 0.5, 0.002) == 2
    assert pieces_in(0.5, 0.5, 0.002) == 1
    assert pieces_in(0.4, 0.5, 0.002) == 0


@given(st.floats(0.1, 2.9), st.integers(1, 6))
def test_cheapest_cover_against_trying_everything(piece, count):
    stock = ((1.0, 4.4), (2.0, 8.0), (3.0, 13.5))
    cover = cheapest_cover(piece, count, stock, (), KERF)
    best = math.inf
    for amounts in itertools.product(range(count + 1), repeat=3):
        made = sum(n * pieces_in(s[0], piece, KERF) for n, s in zip(amounts, stock, strict=True))
        if made >= count:
            best = min(best, sum(n * s[1] for n, s in zip(amounts, stock, strict=True)))
    if math.isinf(best):
        assert cover.missing == count
    else:
        assert cover.cost == pytest.approx(best)
        assert sum(pieces_in(length, piece, KERF) for length in cover.bought) >= count


def test_the_shelf_is_taken_before_the_shop():
    cover = cheapest_cover(0.9, 3, ((2.0, 8.0),), (1.0, 0.5), KERF)
    assert cover.owned == (1.0,)
    assert cover.bought == (2.0,)
    assert cheapest_cover(0.9, 1, ((2.0, 8.0),), (1.0,), KERF).cost == 0


@hypothesis_settings(max_examples=25)
@given(st.lists(st.tuples(st.floats(0.15, 1.9), st.integers(1, 3)), min_size=1, max_size=3))
def test_a_cut_plan_gives_every_piece_and_is_no_dearer_than_first_fit(wanted):
    pieces = [Piece("s", f"p{i}", length, n) for i, (length, n) in enumerate(wanted)]
    stock = {"s": [StockLength(1.0, 4.0), StockLength(2.0, 7.5)]}
    plan = plan_cuts(pieces, stock, KERF)
    cut = sorted(length for bar in plan.bars for _, length in bar.pieces)
    assert cut == sorted(p.length for p in pieces for _ in range(p.count))
    for bar in plan.bars:
        used = sum(length for _, length in bar.pieces) + KERF * (len(bar.pieces) - 1)
        assert used <= bar.stock.length + 1e-8
    bars: list[float] = []
    for length in sorted(cut, reverse=True):
        for at, room in enumerate(bars):
            if room >= length:
                bars[at] = room - length - KERF
                break
        else:
            bars.append(2.0 - length - KERF)
    assert plan.cost <= 7.5 * len(bars) + 1e-6


@given(st.floats(0.2, 1.9), st.integers(1, 6))
def test_the_plan_costs_what_the_budget_lamp_counts(length, count):
    """Two methods for equal pieces: the integer programme and the coin problem."""
    stock = (StockLength(1.0, 4.0), StockLength(2.0, 7.5))
    plan = plan_cuts([Piece("s", "p", length, count)], {"s": stock}, KERF)
    cover = cheapest_cover(length, count, tuple((s.length, s.price) for s in stock), (), KERF)
    assert plan.cost == pytest.approx(cover.cost)


def test_owned_lengths_run_out():
    stock = {"s": [StockLength(1.2, 0.0, 1), StockLength(2.0, 7.5)]}
    plan = plan_cuts([Piece("s", "p", 1.1, 2)], stock, KERF)
    assert sum(bar.stock.owned for bar in plan.bars) == 1
    assert plan.cost == pytest.approx(7.5)


def test_a_piece_longer_than_any_bar_is_told():
    plan = plan_cuts([Piece("s", "p", 4.0, 2)], {"s": [StockLength(3.0, 9.0)]}, KERF)
    assert plan.too_long[0].length == 4.0
    assert not plan.bars


def test_stock_joins_shelf_and_shop(rig, settings):
    shelf = Shelf(stock=(StockPiece(section="aluminium-tube-25x2", length=1.3, count=2),))
    workshop = Workshop(shelf=shelf)
    found = assess(rig, settings, workshop)
    offers = stock_for(found.pieces, workshop)["aluminium-tube-25x2"]
    assert [o.length for o in offers if o.owned] == [1.3]
    assert plan_cuts(found.pieces, {found.pieces[0].section: offers}, KERF).cost == 0


def test_tables_say_what_the_design_says(project, rig, workshop):
    dossier = gather(project, rig, workshop)
    _, parts = parts_table(dossier)
    assert len(parts) == len(dossier.assessment.parts)
    _, cuts = cuts_table(dossier)
    assert "1200 mm" in cuts[0][4]
    header, holes = holes_table(dossier)
    assert header[2:4] == ("From left", "From near edge")
    camera = next(row for row in holes if row[1] == "camera")
    assert camera[2] == "100 mm"
    long = changed(rig, design__rails__length=4.0)
    _, cuts = cuts_table(gather(Project(rigs=(long,)), long, workshop))
    assert cuts[-1][2] == "to order"


def test_holes_lie_on_their_plates_and_match_the_wheels(rig, workshop, settings):
    for kind in ("stand", "end stands", "table"):
        for arrangement in ("pair", "single"):
            placed = changed(
                rig, design__supports__kind=kind, design__rails__arrangement=arrangement
            )
            found = assess(placed, settings, workshop)
            holes = found.holes()
            assert all(hole.x > 0 and hole.y > 0 and hole.diameter > 0.003 for hole in holes)
            at = {hole.label: hole.x for hole in holes if hole.part == "Carriage plate"}
            assert at["right near a"] - at["left near a"] == pytest.approx(0.15)
            axle = next(hole for hole in holes if "axle" in hole.purpose)
            assert axle.diameter > workshop.catalogue.wheels["groove-nylon"].bolt


def test_steps_speak_of_this_rig(rig, workshop, settings):

    tilted = changed(rig, shot__move__tilt=0.05, design__supports__ballast=3.0)
    found = assess(tilted, settings, workshop)
    steps = found.steps()
    words = " ".join(step.text for step in steps)
    assert "1200 mm" in words
    assert "Tilt the track" in words
    assert any(step.caution for step in steps)
    card = " ".join(found.set_card())
    assert "ballast" in card
    assert "hold, brake or tether" in card


def words_of(path):
    pages = [page.extract_text() for page in PdfReader(path).pages]
    return " ".join(" ".join(pages).split())


@pytest.mark.parametrize("units", ["mm", "ft·in"])
def test_the_pack_holds_all_that_a_workshop_needs(tmp_path, rig, workshop, units):
    project = Project(name="Pack <&> test", settings=Settings(units=units), rigs=(rig,))
    files = write_pack(project, rig, workshop, tmp_path / "new" / "folder")
    assert [path.suffix for path in files[:8]] == [".pdf", *6 * [".csv"], ".xlsx"]
    assert {path.suffix for path in files[8:]} == {".pdf", ".dxf", ".svg"}
    words = words_of(files[0])
    for wanted in (
        "What was checked",
        "Parts",
        "Shopping list",
        "Cuts",
        "Holes",
        "Steps",
        "Set card",
        "scale 1 :",
        "Pack <&> test",
        "Aluminium tube 25 × 2",
    ):
        assert wanted in words, wanted
    assert " ".join(DISCLAIMER.split())[:60] in words
    width = float(PdfReader(files[0]).pages[0].mediabox.width)
    assert width == pytest.approx(595.3 if units == "mm" else 612, abs=0.5)
    with files[3].open(encoding="utf-8") as file:
        rows = list(csv.reader(file))
    assert rows[0][0] == "Bar"
    # One row for each rail.
    assert len(rows) == 1 + 2


def test_the_set_card_says_what_is_not_ready(tmp_path, rig, workshop):
    narrow = changed(rig, design__supports__spread=0.5)
    files = write_pack(Project(rigs=(narrow,)), narrow, workshop, tmp_path)
    assert "Not ready: tips at the" in words_of(files[0])


def test_a_pack_that_cannot_be_written_leaves_nothing(tmp_path, rig, workshop):
    dossier = gather(Project(rigs=(rig,)), rig, workshop)
    with pytest.raises(OSError, match="No such"):
        write_pdf(dossier, tmp_path / "none" / "p.pdf")
    assert list(tmp_path.iterdir()) == []


def test_file_stems_and_scales(rig):
    assert stem_of(rig) == "test-slide"
    assert stem_of(rig.model_copy(update={"name": "„…“"})) == "rig"
    assert round_scale((1.0, 0.5), (500.0, 400.0)) == 10
    for scale_span in (0.1, 0.7, 3.0, 12.0):
        scale = round_scale((scale_span, 0.1), (500.0, 400.0))
        assert scale_span * 72 / 0.0254 / scale <= 500


@given(
    st.lists(
        st.sampled_from(["Slide", "Slide.", "slide", "Slide 2", "Slide-2", "Slide 3", "!", "?"]),
        min_size=1,
        max_size=8,
        unique=True,
    )
)
def test_no_two_rigs_of_a_project_share_the_names_of_their_files(names):
    rigs = tuple(Rig(name=name, design=SliderDesign()) for name in names)
    project = Project(name="Test", rigs=rigs)
    stems = [stem_of(rig, project) for rig in rigs]
    assert len(set(stems)) == len(stems)
    # A name that makes its own keeps it, whatever the others are called.
    if "Slide 2" in names and "Slide-2" not in names:
        assert stems[names.index("Slide 2")] == "slide-2"


def test_what_is_there_already_is_of_this_rig_alone(tmp_path):
    rigs = tuple(Rig(name=name, design=SliderDesign()) for name in ("Slide", "Slide 2"))
    project = Project(name="Test", rigs=rigs)
    for name in ("slide-pack.pdf", "slide-2-pack.pdf", "slide-2-parts.csv"):
        (tmp_path / name).write_text("x")
    assert [one.name for one in already_there(rigs[0], project, tmp_path)] == ["slide-pack.pdf"]
    assert len(already_there(rigs[1], project, tmp_path)) == 2
