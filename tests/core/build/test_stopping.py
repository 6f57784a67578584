"""A pack that is told to stop: what is written is whole, and how far it is is told."""

import pytest
from pypdf import PdfReader

from hazel_lantern.core.build.pack import write_pack
from hazel_lantern.core.project.model import Project
from hazel_lantern.core.stopping import StopSearch


def test_how_far_it_is_goes_from_nought_to_one(tmp_path, jib, workshop):
    shares = []
    files = write_pack(
        Project(rigs=(jib,)), jib, workshop, tmp_path, progress=lambda share: shares.append(share)
    )
    assert shares == sorted(shares)
    assert (shares[-1], len(shares) > 4) == (1.0, True)
    assert sorted(files) == sorted(tmp_path.iterdir())


@pytest.mark.parametrize("asked", [0, 1, 4, 9])
def test_what_is_written_before_it_stops_is_whole(tmp_path, jib, workshop, asked):
    project = Project(rigs=(jib,))
    whole = {path.name for path in write_pack(project, jib, workshop, tmp_path / "whole")}
    times = iter(range(10**6))
    # How often is asked while the cuts are planned is its own matter: count from the PDF on.
    there = tmp_path / "some"

    def stop():
        return (there / "test-jib-pack.pdf").exists() and next(times) >= asked

    with pytest.raises(StopSearch):
        write_pack(project, jib, workshop, there, stop)
    left = {path.name for path in there.iterdir()}
    assert left < whole
    assert not any(name.startswith(".") for name in left)
    assert len(PdfReader(there / "test-jib-pack.pdf").pages) > 1
