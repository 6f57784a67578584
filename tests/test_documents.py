"""What the documents link to is there and is kept with the project."""

import re
import subprocess
import tomllib
from pathlib import Path

import pytest

ROOT = Path(__file__).parent.parent
DOCUMENTS = sorted(
    path
    for path in (*ROOT.glob("*.md"), *(ROOT / "docs").rglob("*.md"), *(ROOT / "src").rglob("*.md"))
)
LINK = re.compile(r"!?\[[^\]]*\]\(([^)\s#]+)[^)]*\)")


def tracked():
    """Files that are kept, or None where this is no checkout (an unpacked archive)."""
    done = subprocess.run(["git", "ls-files", "-z"], cwd=ROOT, capture_output=True, text=True)
    return set(done.stdout.split("\0")) if done.returncode == 0 else None


def is_kept(path):
    """Whether a file, or something in a folder, is kept."""
    known, name = tracked(), path.relative_to(ROOT).as_posix()
    if known is None:
        return path.exists()
    return name in known or any(one.startswith(f"{name}/") for one in known)


@pytest.mark.parametrize("document", DOCUMENTS, ids=lambda path: path.name)
def test_every_file_linked_to_is_kept(document):
    for link in LINK.findall(document.read_text(encoding="utf-8")):
        if not re.match(r"[a-z]+:", link):
            assert is_kept((document.parent / link).resolve()), f"{document.name}: {link}"


def test_licences_named_for_the_wheel_are_kept():
    project = tomllib.loads((ROOT / "pyproject.toml").read_text())["project"]
    assert len(project["license-files"]) == 3
    for name in project["license-files"]:
        assert is_kept(ROOT / name), name
        assert (ROOT / name).stat().st_size > 4000


def test_links_are_found_at_all():
    found = [link for path in DOCUMENTS for link in LINK.findall(path.read_text(encoding="utf-8"))]
    assert len(found) > 10


@pytest.mark.parametrize("document", DOCUMENTS, ids=lambda path: path.name)
def test_every_module_named_in_a_heading_is_there(document):
    core = ROOT / "src/hazel_lantern/core"
    for heading in re.findall(r"^#+ .*", document.read_text(encoding="utf-8"), re.M):
        for name in re.findall(r"`([\w/]+\.py)`", heading):
            assert (core / name).exists(), f"{document.name}: {name}"
