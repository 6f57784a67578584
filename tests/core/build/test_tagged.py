"""What is printed says what it is: read back as a reader for the blind would."""

from collections import Counter

import pytest
from pypdf import PdfReader
from pypdf.generic import ContentStream

from hazel_lantern.core.build.dossier import gather
from hazel_lantern.core.build.pack import write_pdf
from hazel_lantern.core.build.templates import write_template_pdf
from hazel_lantern.core.project.file import loads
from hazel_lantern.core.project.model import Project
from hazel_lantern.core.resources import DATA
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.workshop import Workshop

DEMO = loads((DATA / "demo" / "tide-mill.hazel.json").read_text(encoding="utf-8"))


def tree(reader):
    """All elements of the document, each with its kinds above, and what is marked for it."""
    found = []

    def walk(element, above):
        element = element.get_object()
        if "/MCID" in element:
            found[-1][2].append((element["/Pg"].get_object(), element["/MCID"]))
            return
        kind = element["/S"]
        found.append(((*above, kind), element, []))
        for kid in element.get("/K", []):
            walk(kid, (*above, kind))

    walk(reader.trailer["/Root"]["/StructTreeRoot"]["/K"], ())
    return found


def marked(page, reader):
    """Numbers of marked content of a page, and how much text stands outside of any."""
    numbers, depth, loose = [], 0, 0
    for operands, operator in ContentStream(page.get_contents(), reader).operations:
        if operator in (b"BDC", b"BMC"):
            depth += 1
            assert depth == 1
            if operator == b"BDC" and "/MCID" in operands[1]:
                numbers.append(operands[1]["/MCID"])
        elif operator == b"EMC":
            depth -= 1
        elif operator in (b"Tj", b"TJ") and not depth:
            loose += 1
    assert depth == 0
    return numbers, loose


@pytest.fixture(scope="module", params=["mm", "ft·in"])
def written(request, tmp_path_factory):
    folder = tmp_path_factory.mktemp("tagged")
    rig = DEMO.rigs[1]
    project = Project(name="Test", rigs=(rig,), settings=Settings(units=request.param))
    dossier = gather(project, rig, Workshop())
    paper = "Letter" if dossier.style.imperial else "A4"
    write_pdf(dossier, folder / "pack.pdf", paper)
    write_template_pdf(dossier.templates, folder / "templates.pdf", dossier.style, paper, "Test")
    return dossier, {name: PdfReader(folder / f"{name}.pdf") for name in ("pack", "templates")}


@pytest.mark.parametrize("name", ["pack", "templates"])
def test_all_that_is_said_is_of_an_element(written, name):
    reader = written[1][name]
    root = reader.trailer["/Root"]
    assert root["/MarkInfo"]["/Marked"]
    assert root["/Lang"] == "en"
    assert reader.metadata.title
    told = Counter()
    for kinds, element, contents in tree(reader):
        for page, number in contents:
            told[page["/StructParents"], number] += 1
            # And back: the page's own table leads to the element.
            nums = root["/StructTreeRoot"]["/ParentTree"]["/Nums"]
            assert nums[2 * page["/StructParents"] + 1][number].get_object() == element, kinds
    for page in reader.pages:
        numbers, loose = marked(page, reader)
        assert loose == 0
        assert numbers == list(range(len(numbers)))
        assert all(told[page["/StructParents"], number] == 1 for number in numbers)
    assert sum(told.values()) == sum(len(marked(page, reader)[0]) for page in reader.pages)


def test_a_pack_has_headings_tables_and_drawings_told_in_words(written):
    dossier, readers = written
    kinds = Counter(kinds[-1] for kinds, _, _ in tree(readers["pack"]))
    assert kinds["/Document"] == 1
    assert kinds["/H1"] == 2
    assert kinds["/H2"] >= 6
    rows = [kinds for kinds, _, _ in tree(readers["pack"]) if kinds[-1] == "/TR"]
    assert all(kinds[-2] == "/Table" for kinds in rows)
    assert len(rows) >= len(dossier.holes) + len(dossier.bolts) + len(dossier.assessment.lamps)
    cells = [kinds for kinds, _, _ in tree(readers["pack"]) if kinds[-1] in ("/TD", "/TH")]
    assert all(kinds[-2] == "/TR" for kinds in cells)
    # The rig, each bar that is cut, each step.
    views = len(dossier.assessment.family.views[:2])
    assert kinds["/Figure"] == views + len(dossier.cuts.bars) + len(dossier.steps)
    said = [
        element["/Alt"] for kinds, element, _ in tree(readers["pack"]) if kinds[-1] == "/Figure"
    ]
    assert any("boom" in words for words in said)
    assert all(words and words != "Drawing" for words in said)


def test_a_template_tells_every_hole_of_its_strip(written):
    dossier, readers = written
    said = " ".join(
        str(element["/Alt"])
        for kinds, element, _ in tree(readers["templates"])
        if kinds[-1] == "/Figure"
    )
    for hole in dossier.holes:
        drilled = next(part for part in dossier.made if part.part == hole.part)
        if not drilled.comes_drilled:
            assert f"{hole.label}, " in said


@pytest.mark.parametrize("name", ["pack", "templates"])
def test_all_fonts_are_in_the_file(written, name):
    fonts = {}
    for page in written[1][name].pages:
        for font in page["/Resources"].get("/Font", {}).values():
            font = font.get_object()
            fonts[font["/BaseFont"]] = font
    assert fonts
    for base, font in fonts.items():
        if "/FontDescriptor" not in font:
            # Named by the library on every page, and used on none.
            assert base in ("/Helvetica", "/ZapfDingbats"), base
            continue
        assert "/FontFile2" in font["/FontDescriptor"]
