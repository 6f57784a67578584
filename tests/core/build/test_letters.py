"""Every letter of every name comes out on paper, and no cell of a table is a formula."""

import csv
import io

import pytest
from pypdf import PdfReader

from hazel_lantern.core.build.data import Sheet, to_csv
from hazel_lantern.core.build.letters import UNKNOWN, marked, runs
from hazel_lantern.core.build.pack import already_there, stem_of, write_pack
from hazel_lantern.core.fields import Edit, apply
from hazel_lantern.core.names import file_name
from hazel_lantern.core.project.model import Project

NAMES = ["Łódź slide", "Мельница", "Μύλος", "Mühle & Söhne <b>", "Œuvre ½ ≥ 3", "café"]


@pytest.mark.parametrize("name", NAMES)
def test_every_letter_of_a_name_is_on_paper(rig, workshop, tmp_path, name):
    named = apply(rig, [Edit("name", name)])
    project = Project(name=f"Project {name}", rigs=(named,))
    files = write_pack(project, named, workshop, tmp_path)
    for path in files[:1]:
        text = "".join(page.extract_text() for page in PdfReader(path).pages)
        assert name in text
    templates = next(path for path in files if path.name.endswith("-templates.pdf"))
    text = "".join(page.extract_text() for page in PdfReader(templates).pages)
    assert name in text


def test_stretches_are_of_a_font_that_has_their_letters():
    # A word is of one font.
    assert list(runs("Łódź")) == [("Wide", "Łódź")]
    assert list(runs("ab Ж c")) == [("Lantern", "ab "), ("Wide", "Ж"), ("Lantern", " c")]
    assert "".join(letters for _, letters in runs("水 ok")) == f"{UNKNOWN} ok"
    assert marked("<b>Ж</b>") == '<font name="Wide">&lt;b&gt;Ж&lt;/b&gt;</font>'


@pytest.mark.parametrize(
    ("cell", "written"),
    [
        ("=1+1", "'=1+1"),
        ("@SUM(A1)", "'@SUM(A1)"),
        ("+cmd|' /C calc'!A0", "'+cmd|' /C calc'!A0"),
        ("-2+3+cmd|' /C calc'!A0", "'-2+3+cmd|' /C calc'!A0"),
        ("\t=1", "'\t=1"),
        ("-3.8 mm", "-3.8 mm"),
        ("+0.5°", "+0.5°"),
        ("Rail", "Rail"),
        ("12 mm", "12 mm"),
    ],
)
def test_no_cell_is_a_formula(cell, written):
    text = to_csv(Sheet("parts", ("Part",), [(cell,)]))
    assert list(csv.reader(io.StringIO(text)))[1] == [written]


def test_each_rig_has_file_names_of_its_own(rig):
    names = ["Slide A", "slide-a", "Slide  A!", "Łódź", "Lodz", "„…“", "???", "../../etc", "."]
    rigs = tuple(apply(rig, [Edit("name", name)]) for name in names)
    project = Project(rigs=rigs)
    stems = [stem_of(one, project) for one in rigs]
    assert len(set(stems)) == len(stems)
    assert stems[:3] == ["slide-a", "slide-a-2", "slide-a-3"]
    assert all("/" not in stem and not stem.startswith(".") for stem in stems)


def test_what_lies_in_a_folder_already_is_told(rig, workshop, tmp_path):
    project = Project(rigs=(rig,))
    assert already_there(rig, project, tmp_path / "none") == []
    files = write_pack(project, rig, workshop, tmp_path)
    (tmp_path / "test-slideshow.txt").write_text("another's")
    assert already_there(rig, project, tmp_path) == sorted(files)


@pytest.mark.parametrize("words", ["", "...", "a/b\\c:d", "x" * 500, "ж" * 200, "\0\n\t", "CON "])
def test_a_file_name_is_one_that_any_file_may_have(words):
    found = file_name(words)
    assert found
    assert len(found.encode()) <= 120
    assert not set(found) & set('/\\:\0\n\t"<>|?*')
    assert not found.startswith(".")
