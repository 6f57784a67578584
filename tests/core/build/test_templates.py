"""Drilling templates: what is on the paper and in the files lies where the part has it."""

import io
import math
import re
import xml.etree.ElementTree as ElementTree

import ezdxf
import pytest
from ezdxf import bbox
from hypothesis import given
from hypothesis import strategies as st
from pypdf import PdfReader

from hazel_lantern.core.build import templates as made
from hazel_lantern.core.parts import Hole, Template
from hazel_lantern.core.units import Style

POINT = 72 / 0.0254
SVG = "{http://www.w3.org/2000/svg}"


def hole(x, y=0.03, label="pivot", diameter=0.008):
    return Hole("Boom", label, x, y, diameter, "bolt M8")


BOOM = Template(
    "Boom, outer piece",
    2.1,
    0.06,
    (hole(0.62, diameter=0.013), hole(2.07, label="front pin")),
    ((0.04, 0.28, 0.03, 0.009),),
)
CHEEK = Template("Post cheeks", 0.22, 0.06, (hole(0.03), hole(0.19, label="upper")), count=2)


@given(
    st.floats(0.05, 4.0),
    st.floats(0.01, 0.6),
    st.lists(st.tuples(st.floats(0, 1), st.floats(0, 1)), min_size=1, max_size=5),
)
def test_every_hole_lies_whole_on_some_strip(length, breadth, places):
    """Strips share more than a hole is wide, so none is only ever seen cut in two."""
    holes = tuple(hole(x * length, y * breadth) for x, y in places)
    part = Template("Boom", length, breadth, holes)
    strips = made.tiles(part, 0.25, 0.16)
    for one in holes:
        assert any(
            strip.start <= max(one.x - 0.004, 0)
            and min(one.x + 0.004, length) <= strip.end + 1e-9
            and strip.low <= max(one.y - 0.004, 0)
            and min(one.y + 0.004, breadth) <= strip.high + 1e-9
            for strip in strips
        )
    for strip in strips:
        assert strip.end - strip.start <= 0.25 + 1e-9
        assert strip.high - strip.low <= 0.16


def test_blank_strips_are_left_out_and_say_so():
    strips = made.tiles(BOOM, 0.273, 0.16)
    assert [strip.number for strip in strips] == [1, 2, 3, 8]
    assert {strip.of for strip in strips} == {8}
    assert [strip.joined for strip in strips] == [True, True, False, False]
    assert made.tiles(Template("Bar", 3.0, 0.02), 0.273, 0.16) == []


def test_paper_too_small_is_refused():
    with pytest.raises(ValueError, match="no room"):
        made.tiles(BOOM, 0.01, 0.16)
    with pytest.raises(KeyError):
        made.pages([BOOM], "Foolscap")


def lines_on(page):
    """Straight strokes of a page, each its two ends, pt, in the frame of what they belong to."""
    drawn = page.get_contents().get_data().decode("latin-1")
    number = r"(-?[\d.]+)"
    found = re.findall(rf"{number} {number} m {number} {number} l", drawn)
    return [tuple(float(part) for part in one) for one in found]


@pytest.mark.parametrize(
    ("units", "paper", "width", "bar", "says"),
    [("mm", "A4", 297.0, 0.1, "100 mm"), ("ft·in", "Letter", 279.4, 0.1016, '4"')],
)
def test_the_paper_is_true_to_size(tmp_path, units, paper, width, bar, says):
    path = tmp_path / "cheek.pdf"
    made.write_template_pdf([CHEEK], path, Style(units), paper, "Mill: crane")
    page = PdfReader(path).pages[0]
    assert float(page.mediabox.width) == pytest.approx(width / 25.4 * 72, abs=0.01)
    text = " ".join(page.extract_text().split())
    assert f"{says} between the ends" in text
    assert "make 2" in text
    lines = lines_on(page)
    lengths = [math.hypot(x1 - x0, y1 - y0) for x0, y0, x1, y1 in lines]
    assert any(length == pytest.approx(bar * POINT, abs=0.01) for length in lengths)
    # Each hole has a level and an upright stroke through its middle.
    across = 0.008 * POINT + 10
    middles = [
        (x0 + x1) / 2
        for x0, y0, x1, y1 in lines
        if y0 == y1 and abs(x1 - x0) == pytest.approx(across, abs=0.01)
    ]
    assert len(middles) == 2
    assert max(middles) - min(middles) == pytest.approx(0.16 * POINT, abs=0.01)


def test_dxf_holds_holes_and_slots_in_millimetres(tmp_path):
    path = tmp_path / "boom.dxf"
    path.write_text(made.template_dxf(BOOM), encoding="utf-8")
    drawing = ezdxf.readfile(path)
    assert not drawing.audit().errors
    assert drawing.units == ezdxf.units.MM
    circles = [one for one in drawing.modelspace() if one.dxftype() == "CIRCLE"]
    found = sorted((c.dxf.center.x, c.dxf.center.y, c.dxf.radius) for c in circles)
    assert found == [pytest.approx((620, 30, 6.5)), pytest.approx((2070, 30, 4))]
    outlines = {one.dxf.layer: one for one in drawing.modelspace().query("LWPOLYLINE")}
    assert max(point[0] for point in outlines["OUTLINE"]) == pytest.approx(2100)
    slot = outlines["SLOTS"]
    # Its straight sides lie half a width off the middle line, its ends bulge out by as much.
    box = bbox.extents([slot])
    assert (box.extmin.x, box.extmin.y) == pytest.approx((35.5, 25.5), abs=0.01)
    assert (box.extmax.x, box.extmax.y) == pytest.approx((284.5, 34.5), abs=0.01)


def test_svg_counts_from_the_top_and_is_of_true_size():
    root = ElementTree.fromstring(made.template_svg(BOOM))
    assert root.get("width") == "2100mm"
    assert root.get("viewBox") == "0 0 2100 60"
    low = Template("Cheek", 0.1, 0.06, (hole(0.02, y=0.01),))
    circle = ElementTree.fromstring(made.template_svg(low)).find(f".//{SVG}circle")
    assert (circle.get("cx"), circle.get("cy"), circle.get("r")) == ("20", "50", "4")


def test_all_files_of_a_rig_are_written_and_none_for_none(tmp_path):
    files = made.write_templates((BOOM, CHEEK), tmp_path / "new", "crane", Style(), "Mill")
    assert [path.name for path in files] == [
        "crane-templates.pdf",
        "crane-boom-outer-piece.dxf",
        "crane-boom-outer-piece.svg",
        "crane-post-cheeks.dxf",
        "crane-post-cheeks.svg",
    ]
    assert all(path.stat().st_size > 300 for path in files)
    assert made.write_templates((), tmp_path / "none", "crane", Style(), "Mill") == []
    assert not (tmp_path / "none").exists()


def test_a_laser_cuts_no_cross():
    """What is cut and what is marked are apart, by colour; crosses keep off the rim."""
    root = ElementTree.fromstring(made.template_svg(BOOM))
    cut, mark = root.findall(f"{SVG}g")
    assert (cut.get("id"), mark.get("id")) == ("cut", "mark")
    assert cut.get("stroke") != mark.get("stroke")
    assert {one.tag.removeprefix(SVG) for one in cut} <= {"polygon", "rect", "circle"}
    assert {one.tag.removeprefix(SVG) for one in mark} == {"line", "text"}
    circles = list(cut.iter(f"{SVG}circle"))
    assert len(circles) == len(BOOM.holes)
    assert [one.text for one in mark.iter(f"{SVG}text")] == [hole.label for hole in BOOM.holes]
    for line in mark.iter(f"{SVG}line"):
        ends = [(float(line.get(f"x{n}")), float(line.get(f"y{n}"))) for n in "12"]
        near = min(
            abs(math.dist(end, (float(c.get("cx")), float(c.get("cy")))) - float(c.get("r")))
            for end in ends
            for c in circles
        )
        assert near == pytest.approx(0.5, abs=1e-4)


def test_a_drawing_says_how_far_it_extends():
    drawing = ezdxf.read(io.StringIO(made.template_dxf(BOOM)))
    assert drawing.header["$EXTMIN"][:2] == pytest.approx((0, 0))
    assert drawing.header["$EXTMAX"][:2] == pytest.approx(
        (BOOM.length * made.MM, BOOM.breadth * made.MM)
    )


@given(
    st.lists(st.tuples(st.floats(10, 490), st.floats(5, 75)), min_size=1, max_size=9),
    st.floats(20, 120),
)
def test_words_keep_clear_of_holes_and_of_each_other_where_there_is_room(spots, wide):
    inside, taken, over = (0.0, 0.0, 500.0, 80.0), [], 0.0
    spots = [
        spot for n, spot in enumerate(spots) if all(math.dist(spot, o) > 12 for o in spots[:n])
    ]
    taken = [(x - 9, y - 9, x + 9, y + 9) for x, y in spots]
    for x, y in spots:
        box = made.beside(x, y, 4, wide, inside, taken)
        assert box[0] >= 0
        assert box[2] <= 500
        assert box[1] >= 0
        assert box[3] <= 80
        over += sum(made._over(box, other) for other in taken)
        taken.append(box)
    if len(spots) <= 3:
        assert over == 0.0


def test_pages_say_their_language_and_title(tmp_path):
    made.write_template_pdf([BOOM], tmp_path / "t.pdf", Style(), "A4", "Loft crane")
    found = PdfReader(tmp_path / "t.pdf")
    assert found.metadata.title == "Loft crane: templates"
    assert found.trailer["/Root"]["/Lang"] == "en"
    for page in found.pages:
        for font in page["/Resources"]["/Font"].values():
            one = font.get_object()
            below = [x.get_object() for x in one.get("/DescendantFonts", [one])]
            if "/FontDescriptor" in below[0]:
                assert "/FontFile2" in below[0]["/FontDescriptor"].get_object()
