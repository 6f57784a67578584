"""A scrap pile typed in a minute: one line for each thing, as makers write it."""

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.catalogue import shipped
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.having import read_line, read_lines
from hazel_lantern.core.shelf import OwnedPart, StockPiece
from hazel_lantern.core.units import Style

FOOT, INCH = 0.3048, 0.0254


@pytest.mark.parametrize(
    ("text", "section", "length", "count"),
    [
        ("2 x 5' emt 3/4", "emt-3-4", 5 * FOOT, 2),
        ("emt 1, 10 ft", "emt-1", 10 * FOOT, 1),
        ("3 × 1200 mm alu tube 25 × 2", "aluminium-tube-25x2", 1.2, 3),
        ("1.5 m Steel conduit 20", "conduit-20x1.2", 1.5, 1),
        ("2x4 stud on edge 8'", "lumber-2x4", 8 * FOOT, 1),
        ("4 of lumber 2 x 4 on edge 8 ft", "lumber-2x4", 8 * FOOT, 4),
        ("5' 6\" pvc pipe 1 1/2 schedule", "pvc-40-1-1-2", 66 * INCH, 1),
        ('48" aluminum angle 1 x 1 x 1/8', "aluminium-angle-1in-0.125", 48 * INCH, 1),
        ("2 pcs broom handle 28 1.4 m", "broom-28", 1.4, 2),
        ("90 cm dowel 20", "dowel-20", 0.9, 1),
    ],
)
def test_a_piece_is_read_from_a_line(text, section, length, count):
    found = read_line(text, shipped(), Style())
    assert isinstance(found, StockPiece)
    assert (found.section, found.count) == (section, count)
    assert found.length == pytest.approx(length)


@pytest.mark.parametrize(
    ("text", "part", "count"),
    [
        ("8 x skate wheels 54 in a V, on angle", "skate-v", 8),
        ("heavy video", "video-heavy", 1),
        ("Photo stand with fluid head", "photo-mid", 1),
        ("2 x Saw horse", "saw-horse", 2),
    ],
)
def test_a_part_is_read_where_no_length_is_given(text, part, count):
    found = read_line(text, shipped(), Style())
    assert isinstance(found, OwnedPart)
    assert (found.part, found.count) == (part, count)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "is not known"),
        ("2 x 5'", "is not known"),
        ("5' of moon cheese", "is not known"),
        ("1 m aluminium tube", "say more"),
        ("<b>5' emt</b>", "is not known"),
        ("5' emt", "say more"),
    ],
)
def test_what_is_not_clear_is_said_with_what_is_near(text, says):
    with pytest.raises(CannotBe, match=says):
        read_line(text, shipped(), Style())


@given(st.text(max_size=80))
def test_any_line_is_read_or_refused(text):
    try:
        found = read_line(text, shipped(), Style())
    except CannotBe as error:
        said = str(error)
    else:
        said = found.model_dump_json()
    assert len(said.splitlines()) == 1


@given(st.sampled_from(sorted(shipped().sections)), st.integers(1, 99), st.floats(0.2, 6))
def test_every_section_is_found_by_its_whole_name(id, count, length):
    row = shipped().sections[id]
    found = read_line(f"{count} x {length:.3f} m {row.name}", shipped(), Style())
    assert (found.section, found.count) == (id, count)
    assert found.length == pytest.approx(round(length, 3))


@pytest.mark.parametrize(
    ("text", "part", "count", "length"),
    [
        ("20 x M6 x 40", "m6", 20, 0.04),
        ("8 × m8 × 70 bolts", "m8", 8, 0.07),
        ("M10 x 35 mm", "m10", 1, 0.035),
        ("1/4-20 x 1 1/2", "unc-1-4", 1, 1.5 * 0.0254),
        ('6 x #10-24 x 3/4"', "unc-10", 6, 0.75 * 0.0254),
        ("6 x 1/4 x 2 bolt", "unc-1-4", 6, 0.0508),
        ("2 x 3/8-16 x 25 mm", "unc-3-8", 2, 0.025),
    ],
)
def test_bolts_are_told_by_thread_and_length(text, part, count, length):
    found = read_line(text, shipped(), Style())
    assert (found.part, found.count) == (part, count)
    assert found.length == pytest.approx(length, abs=1e-6)


def test_plates_are_told_by_what_one_weighs():
    found = read_line("4 x 2.5 kg plate", shipped(), Style())
    assert (found.mass, found.count) == (2.5, 4)
    found = read_line("10 lb weights", shipped(), Style())
    assert found.mass == pytest.approx(4.536, abs=1e-3)


def test_timber_needs_no_word_but_its_size():
    found = read_line("3 x 2x4 8'", shipped(), Style())
    assert (found.section, found.count) == ("lumber-2x4", 3)


def test_many_lines_are_read_and_what_cannot_be_is_told():
    text = "2 x 5' emt 3/4; 20 x M6\n4 x 2.5 kg plate ;; moon cheese\n0.001 kg plate"
    found, faults = read_lines(text, shipped(), Style())
    assert len(found) == 2
    assert [line for line, _ in faults] == ["20 x M6", "moon cheese", "0.001 kg plate"]
    assert "how long" in faults[0][1]
    assert "10 g to 100 kg" in faults[2][1]


@given(st.text(max_size=40))
def test_whatever_is_typed_is_read_or_refused_in_words(text):
    found, faults = read_lines(text, shipped(), Style())
    assert len(found) + len(faults) == len([one for one in re.split(r"[;\n]", text) if one.strip()])
    assert all(why for _, why in faults)


@pytest.mark.parametrize(
    ("text", "bow"),
    [
        ("2 x 5' emt 3/4", 0.0),
        ("2 x 5' emt 3/4 crooked", 0.005),
        ("2 x 5' emt 3/4, bent 8 mm in a metre", 0.008),
        ("3 x 2x4 8' bowed by 0.25\"", 0.00635),
    ],
)
def test_what_is_crooked_says_so(text, bow):
    assert read_line(text, shipped(), Style()).bow == pytest.approx(bow)


@pytest.mark.parametrize(
    ("text", "width", "height", "count"),
    [
        # 2.5 mm go from each face: 50 × 25 leaves 45 × 20, and 44 × 18 is in that.
        ("3 x 2 m pine 50 x 25 rough", 0.044, 0.018, 3),
        ("2.4 m 50 x 100 rough-sawn", 0.044, 0.094, 1),
        # 2 × 4 in leaves 45.8 × 96.6 mm: a planed 44 × 94 by the millimetre is the largest.
        ("2 x 8' 2 x 4 rough", 0.044, 0.094, 2),
    ],
)
def test_rough_timber_is_what_it_gives_once_planed(text, width, height, count):
    found = read_line(text, shipped(), Style())
    row = shipped().sections[found.section]
    assert sorted((row.width, row.height)) == pytest.approx(sorted((width, height)))
    assert found.count == count


def test_rough_timber_that_gives_nothing_is_told():
    with pytest.raises(CannotBe, match="5 mm of each go"):
        read_line("2 m pine 15 x 15 rough", shipped(), Style())
    with pytest.raises(CannotBe, match="its two sizes"):
        read_line("2 m rough pine", shipped(), Style())
