"""Files when disks, clocks, hands and other programs misbehave."""

import errno
import json
import os
import stat
import threading

import pytest

from hazel_lantern.core import files
from hazel_lantern.core.files import read_bytes, sweep, write_whole
from hazel_lantern.core.project import bounds
from hazel_lantern.core.project.file import LARGEST, ProjectError, dumps, loads
from hazel_lantern.core.project.model import Project
from hazel_lantern.core.project.store import (
    ChangedOnDisk,
    Store,
    backup_names,
    open_file,
    open_project,
    save,
)
from tests.conftest import leave_behind


@pytest.fixture
def store(tmp_path):
    return Store(tmp_path / "home")


@pytest.fixture
def path(tmp_path, project):
    folder = tmp_path / "work"
    folder.mkdir()
    found = folder / "p.hazel.json"
    save(project, found)
    return found


def named(project, name):
    return project.model_copy(update={"name": name})


# A file that somebody else writes


def test_a_file_changed_meanwhile_is_noticed_before_anything_is_written(path, project):
    _, disk = open_file(path)
    save(named(project, "Theirs"), path)
    with pytest.raises(ChangedOnDisk):
        save(named(project, "Mine"), path, disk)
    assert open_project(path).name == "Theirs"
    path.unlink()
    with pytest.raises(ChangedOnDisk):
        save(named(project, "Mine"), path, disk)
    assert not path.exists()


def test_a_touched_file_is_the_same_file(path, project):
    _, disk = open_file(path)
    os.utime(path, (1e9, 1e9))
    disk = save(named(project, "Mine"), path, disk)
    # What we wrote is what we know.
    save(named(project, "Mine again"), path, disk)
    assert open_project(path).name == "Mine again"


def test_a_change_within_one_tick_of_the_clock_is_noticed(path, project):
    text = path.read_bytes()
    _, disk = open_file(path)
    before = path.stat()
    path.write_bytes(text.replace(b'"Test"', b'"Tset"') + b" ")
    os.utime(path, ns=(before.st_atime_ns, before.st_mtime_ns))
    with pytest.raises(ChangedOnDisk):
        save(named(project, "Mine"), path, disk)


# What a file is stays as it is


def test_links_stay_links_and_names_stay_names(path, project):
    link = path.with_name("link.hazel.json")
    link.symlink_to(path.name)
    save(named(project, "By link"), link)
    assert link.is_symlink()
    assert open_project(path).name == "By link"
    other = path.with_name("other.hazel.json")
    os.link(path, other)
    save(named(project, "Both"), path)
    assert path.stat().st_ino == other.stat().st_ino
    assert open_project(other).name == "Both"


@pytest.mark.parametrize("mode", [0o600, 0o640, 0o444, 0o664])
def test_modes_are_kept_and_backups_are_no_more_readable(path, project, mode):
    path.chmod(mode)
    save(named(project, "Again"), path)
    assert stat.S_IMODE(path.stat().st_mode) == mode
    assert stat.S_IMODE(backup_names(path)[0].stat().st_mode) == mode


def test_a_new_file_has_the_mode_that_the_maker_s_files_have(path, project):
    old = os.umask(0o027)
    try:
        new = path.with_name("new.hazel.json")
        save(project, new)
    finally:
        os.umask(old)
    assert stat.S_IMODE(new.stat().st_mode) == 0o640


def test_line_ends_are_kept_and_backups_are_byte_for_byte(path, project):
    data = path.read_bytes().replace(b"\n", b"\r\n")
    path.write_bytes(data)
    opened, disk = open_file(path)
    assert opened == project
    save(named(project, "Other system"), path, disk)
    assert backup_names(path)[0].read_bytes() == data
    lines = path.read_bytes().split(b"\n")
    assert all(line.endswith(b"\r") for line in lines[:-1])


def test_a_full_disk_moves_no_backup(path, project, monkeypatch):
    for number in range(4):
        save(named(project, f"v{number}"), path)
    kept = [name.read_bytes() for name in (path, *backup_names(path))]

    def full(_):
        raise OSError(errno.ENOSPC, "No space left on device")

    monkeypatch.setattr(files.os, "fsync", full)
    with pytest.raises(OSError, match="No space"):
        save(named(project, "Lost?"), path)
    assert [name.read_bytes() for name in (path, *backup_names(path))] == kept
    assert not list(path.parent.glob(".*"))


def test_what_a_dead_writer_left_is_swept_and_a_living_one_s_is_not(path):
    dead = path.with_name(f".p.hazel.json.abc{files.PARTIAL}")
    dead.write_bytes(b"half")
    with files.beside(path, b"being written") as part:
        assert sweep(path.parent) == 1
        assert part.exists()
    assert not dead.exists()
    assert not part.exists()


def test_the_folder_is_synced_after_the_rename(path, monkeypatch):
    done = []
    real = os.replace
    monkeypatch.setattr(files.os, "replace", lambda *a: (done.append("rename"), real(*a)))
    monkeypatch.setattr(files, "sync_folder", lambda folder: done.append(folder))
    write_whole(path, "x")
    assert done == ["rename", path.parent]


# Reading is bounded


def refused(text):
    with pytest.raises(ProjectError) as caught:
        loads(text)
    words = str(caught.value)
    assert "\n" not in words
    assert len(words) <= 300
    for of_a_developer in ("discriminator", "validation", "pydantic", "tuple", "dict", "Input"):
        assert of_a_developer not in words
    return words


def broken(project, **more):
    return json.dumps(json.loads(dumps(project)) | more)


def test_what_is_too_much_is_said_in_one_line(project):
    assert "digits" in refused(broken(project).replace('"version": 8', '"version": ' + "9" * 5000))
    assert "fields in one group" in refused(
        broken(project, **{f"a{number}": 1 for number in range(20_000)})
    )
    assert "letters" in refused(broken(project, name="x" * 200_000))
    assert "half a letter" in refused(broken(project, name="\ud800"))
    assert "nested" in refused('{"format": "hazel-lantern", "a": ' + "[" * 60 + "]" * 60 + "}")
    assert "nested" in refused("[" * 100_000)
    twice = dumps(project).replace('"name": "Test"', '"name": "Test", "name": "Twice"', 1)
    assert "twice" in refused(twice)
    assert "too large" in refused(
        broken(project).replace('"version": 8', '"version": 6, "x": 1e400')
    )
    assert "figures and words" in refused(json.dumps({"a": [[0] * 1000] * 1000}))


@pytest.mark.parametrize(
    ("field", "value", "says"),
    [
        ("rigs", 5, "accepted is a list"),
        ("name", 5, "accepted are words"),
        ("settings", [], "accepted is a group of fields"),
        ("rigs", [{"design": {"family": "raft"}}], "accepted is"),
        ("rigs", [{"design": {}}], "family or kind is missing"),
        ("rigs", [[]], "accepted is a group of fields"),
        ("name", "n" * 90, "at most 80 letters"),
        ("name", "", "at least 1 letters"),
    ],
)
def test_no_word_of_a_developer_is_said(project, field, value, says):
    assert says in refused(broken(project, **{field: value}))


def test_what_is_no_plain_file_is_refused_at_once(tmp_path):
    pipe = tmp_path / "pipe.hazel.json"
    os.mkfifo(pipe)
    for special in (pipe, tmp_path, "/dev/zero", "/dev/null/x", "bad\0name"):
        from pathlib import Path

        with pytest.raises(ProjectError, match="cannot be read"):
            open_project(Path(special))
    large = tmp_path / "large.hazel.json"
    with open(large, "wb") as file:
        file.truncate(LARGEST + 1)
    with pytest.raises(ProjectError, match="too large"):
        open_project(large)


def test_a_file_that_grows_while_it_is_read_is_not_read_on_and_on(tmp_path, monkeypatch):
    path = tmp_path / "grows"
    path.write_bytes(b"0123456789")
    real = os.fstat

    class Small:
        def __init__(self, found):
            self.st_mode, self.st_size, self.st_mtime_ns = found.st_mode, 1, found.st_mtime_ns

    monkeypatch.setattr(files.os, "fstat", lambda handle: Small(real(handle)))
    with pytest.raises(OSError, match="too large"):
        read_bytes(path, 5)


# Unsaved work


@pytest.mark.parametrize(
    "content",
    [
        "[]",
        "1",
        "",
        "null",
        "[" * 50_000,
        '{"project": 1e400}',
        '{"process": ' + "9" * 40 + "}",
        '{"project": {"format": "hazel-lantern", "version": 8, "name": "\\ud800"}, "origin": null}',
    ],
    ids=range(8),
)
def test_one_bad_autosave_never_hides_the_others(store, project, content):
    store.autosave(project, None, "good")
    leave_behind(store)
    bad = store.folder / "autosave" / "bad.json"
    bad.write_text(content)
    (store.folder / "autosave" / "dangling.json").symlink_to("nowhere")
    os.mkfifo(store.folder / "autosave" / "pipe.json")
    assert [found.project.name for found in store.recoveries()] == ["Test"]
    # What cannot be read is left where it is.
    assert bad.exists()


def test_a_store_that_cannot_be_written_says_so_and_harms_nothing(tmp_path, project):
    in_the_way = tmp_path / "home"
    in_the_way.write_text("a file, no folder")
    store = Store(in_the_way)
    assert store.recoveries() == []
    assert store.recent() == []
    assert store.preferences() == {}
    with pytest.raises(OSError, match="home"):
        store.autosave(project, None, "a")
    store.drop_autosave("a")
    with pytest.raises(OSError, match="home"):
        store.remember(tmp_path / "p")


def test_recent_files_are_known_by_their_whole_path(store, path, monkeypatch):
    monkeypatch.chdir(path.parent)
    from pathlib import Path

    store.remember(Path(path.name))
    monkeypatch.chdir("/")
    assert store.recent() == [path]


def test_saves_side_by_side_leave_a_whole_file(path, project):
    """Two windows that save at the same moment: one of them wins, whole."""

    def many(name):
        for number in range(20):
            save(named(project, f"{name}{number}"), path)

    both = [threading.Thread(target=many, args=(name,)) for name in "ab"]
    for one in both:
        one.start()
    for one in both:
        one.join()
    assert open_project(path).name in ("a19", "b19")
    assert not list(path.parent.glob(".*"))


def test_bounds_leave_room_for_the_longest_project(project):
    """A project of sixty rigs with long logs keeps below what is refused."""
    rig = project.rigs[0] if project.rigs else None
    whole = json.loads(dumps(project))
    if rig is not None:
        whole["rigs"] = [whole["rigs"][0] | {"name": f"r{number}"} for number in range(60)]
    text = json.dumps(whole)
    assert len(text) < LARGEST / 10
    assert bounds.read_json(text) == whole
    assert loads(text).rigs if rig is not None else Project()


def test_half_written_files_and_locks_without_work_are_swept(tmp_path, project):
    store, other = Store(tmp_path), Store(tmp_path)
    store.autosave(project, None, "one of ours")
    folder = tmp_path / "autosave"
    held = {one.name for one in folder.iterdir()}
    for name in (".shelf.json.0123456789ab.partial", "autosave/.a.json.0123456789ab.partial"):
        (tmp_path / name).write_text("{")
    (folder / "0123456789abcdef.lock").touch()
    other.recoveries()
    # What a window that runs is keeping stays, with its lock.
    assert {one.name for one in folder.iterdir()} == held
    assert not list(tmp_path.glob(".*.partial"))
