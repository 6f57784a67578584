"""Files on disk: whole writes, backups, autosave, recent projects, shelf."""

from __future__ import annotations

import contextlib
import hashlib
import json
import os
import stat
from dataclasses import dataclass
from functools import partial
from pathlib import Path

import platformdirs
from pydantic import ValidationError

from hazel_lantern.core.files import Held, OnDisk, alone_in, read_bytes, sweep, write_whole
from hazel_lantern.core.project.bounds import ProjectError, read_json, shown
from hazel_lantern.core.project.file import LARGEST, dumps, explained, loads
from hazel_lantern.core.project.model import Project
from hazel_lantern.core.shelf import Shelf
from hazel_lantern.core.workshop import Workshop

SUFFIX = ".hazel.json"
BACKUPS = 3


def backup_names(path: Path) -> list[Path]:
    """Where the last versions of a file are kept, newest first."""
    return [path.with_name(f"{path.name}.{number}.bak") for number in range(1, BACKUPS + 1)]


class ChangedOnDisk(Exception):  # noqa: N818 - a question to the maker, not an error
    """The file is not what it was when it was opened or saved last."""


def save(project: Project, path: Path, known: OnDisk | None = None) -> OnDisk:
    """Save a project; the three versions before are kept beside it.

    Parameters
    ----------
    project : Project
    path : Path
    known : OnDisk, optional
        What the file was when it was read; if given, and it is another since, nothing is written.

    Returns
    -------
    OnDisk
        What it is now.

    Raises
    ------
    ChangedOnDisk
        If somebody else wrote the file meanwhile, or took it away.
    OSError
        If it cannot be written.
    """
    real = Path(os.path.realpath(path))
    text = dumps(project)
    if known is not None and known.crlf:
        text = text.replace("\n", "\r\n")
    data = text.encode("utf-8")
    with alone_in(real.parent):
        if known is not None and not known.is_there(LARGEST):
            raise ChangedOnDisk(str(path))
        sweep(real.parent)
        try:
            before = read_bytes(real, LARGEST)[0]
        except FileNotFoundError:
            before = None
        if before is None or before == data:
            return write_whole(real, data)
        # Once there is room for the new one, and not before, the older ones move on.
        return write_whole(real, data, partial(_keep_backup, real, before))


def _keep_backup(real: Path, before: bytes) -> None:
    """Move the older versions on, and keep what is on disk now, byte for byte."""
    names = backup_names(real)
    for older, newer in reversed(list(zip(names[1:], names[:-1], strict=True))):
        if newer.exists():
            os.replace(newer, older)
    write_whole(names[0], before)
    with contextlib.suppress(OSError):
        names[0].chmod(stat.S_IMODE(real.stat().st_mode))


def open_file(path: Path, workshop: Workshop | None = None) -> tuple[Project, OnDisk]:
    """Read a project file, and what it is on disk.

    Raises
    ------
    ProjectError
        Names the file, the place in it and what would be accepted.
    """
    name = shown(path.name)[1:-1]
    try:
        content, found = read_bytes(path, LARGEST)
        return loads(content.decode("utf-8-sig").replace("\r\n", "\n"), workshop), found
    except UnicodeDecodeError as error:
        raise ProjectError(
            f"{name}: not UTF-8 text at byte {error.start}; a project is UTF-8 JSON"
        ) from None
    except OSError as error:
        raise ProjectError(f"{name}: cannot be read: {error.strerror}") from None
    except ProjectError as error:
        raise ProjectError(f"{name}: {error}") from None
    except ValueError:
        # A path with a letter that no path can hold.
        raise ProjectError(f"{name}: cannot be read: no file can be called so") from None


def open_project(path: Path, workshop: Workshop | None = None) -> Project:
    """Read a project file; see `open_file`.

    Raises
    ------
    ProjectError
        As `open_file`.
    """
    return open_file(path, workshop)[0]


@dataclass(frozen=True)
class Recovery:
    """An autosaved project that was never saved by the maker.

    What it holds may be gone from the catalogue since; whether it can be shown is found out
    when it is taken up, and until then its file stays.
    """

    file: Path
    origin: Path | None
    project: Project
    disk: OnDisk | None = None


#: Of a file that nobody knows any more: it is taken for another one than there is now.
UNKNOWN = ("", -1, 0, False)


class Store:
    """The application's own folder: autosaves, recent files, shelf, own catalogue, window.

    Parameters
    ----------
    folder : Path, optional
        The user's data directory if left out.
    """

    def __init__(self, folder: Path | None = None) -> None:
        chosen = os.environ.get("HAZEL_LANTERN_HOME")
        self.folder = folder or (
            Path(chosen) if chosen else platformdirs.user_data_path("hazel-lantern")
        )
        self._held: dict[str, Held] = {}

    @property
    def state(self) -> Path:
        """Folder of what is no work of the maker's: the log."""
        if os.environ.get("HAZEL_LANTERN_HOME"):
            return self.folder / "state"
        return platformdirs.user_state_path("hazel-lantern")

    @property
    def catalogue(self) -> Path:
        """Folder of the maker's own catalogue entries."""
        return self.folder / "catalogue"

    def _write(self, name: str, text: str) -> None:
        path = self.folder / name
        path.parent.mkdir(parents=True, exist_ok=True)
        write_whole(path, text)

    def autosave(
        self, project: Project, origin: Path | None, key: str, disk: OnDisk | None = None
    ) -> None:
        """Keep a copy of unsaved work; ``key`` tells one window's from another's.

        What its file was on disk is kept with it: whoever takes it up must know whether somebody
        has written there since.

        A lock that dies with this process tells others whose it is.

        Raises
        ------
        OSError
            If it cannot be kept.
        """
        name = _digest(key)
        if name not in self._held:
            self._held[name] = Held(self._lock(name))
        known = None if disk is None else [disk.digest, disk.size, disk.changed, disk.crlf]
        kept = {
            "origin": str(origin) if origin else None,
            "disk": known,
            "project": json.loads(dumps(project)),
        }
        self._write(f"autosave/{name}.json", json.dumps(kept))

    def _lock(self, name: str) -> Path:
        return self.folder / "autosave" / f"{name}.lock"

    def drop_autosave(self, key: str) -> None:
        """The work is saved or given up; where it cannot be taken away, it is offered again."""
        name = _digest(key)
        with contextlib.suppress(OSError):
            (self.folder / "autosave" / f"{name}.json").unlink(missing_ok=True)
        held = self._held.pop(name, None)
        if held is not None:
            held.let_go()

    def recoveries(self) -> list[Recovery]:
        """Unsaved work left behind, newest first.

        What another running window is keeping is not left behind; what cannot be read is left
        where it is.
        """
        folder = self.folder / "autosave"
        found = []
        self._sweep(folder)
        with contextlib.suppress(OSError):
            for file in folder.glob("*.json"):
                with contextlib.suppress(OSError):
                    found.append((file.stat().st_mtime, file))
        left = (file for _, file in sorted(found, reverse=True))
        kept = (self._recovery(file) for file in left if not Held.by_another(self._lock(file.stem)))
        return [one for one in kept if one is not None]

    def _sweep(self, folder: Path) -> None:
        """Take away half-written files of the data folder, and locks of which the work is gone."""
        for one in (self.folder, folder, self.catalogue):
            sweep(one)
        with contextlib.suppress(OSError):
            for lock in list(folder.glob("*.lock")):
                if not lock.with_suffix(".json").exists() and not Held.by_another(lock):
                    lock.unlink(missing_ok=True)

    def _recovery(self, file: Path) -> Recovery | None:
        """What an autosave holds; nothing where it cannot be read, and it stays where it is."""
        try:
            kept = read_json(read_bytes(file, LARGEST)[0].decode("utf-8"))
            project = loads(json.dumps(kept["project"]))
            origin = Path(kept["origin"]) if kept["origin"] else None
            digest, size, changed, crlf = kept.get("disk") or UNKNOWN
            disk = None
            if origin is not None:
                disk = OnDisk(origin, str(digest), int(size), int(changed), bool(crlf))
        except (OSError, ValueError, KeyError, TypeError):
            return None
        return Recovery(file, origin, project, disk)

    def drop_recovery(self, recovery: Recovery) -> None:
        """Its work is kept elsewhere, or is not wanted."""
        with contextlib.suppress(OSError):
            recovery.file.unlink(missing_ok=True)
            self._lock(recovery.file.stem).unlink(missing_ok=True)

    def recent(self) -> list[Path]:
        """Files opened of late that are still there, newest first."""
        try:
            names = read_json((self.folder / "recent.json").read_text(encoding="utf-8"))
            return [Path(name) for name in names if Path(name).is_file()]
        except (OSError, ValueError, TypeError):
            return []

    def remember(self, path: Path) -> None:
        """Put a file at the top of the recent ones."""
        path = Path(os.path.abspath(path))
        names = [str(path), *(str(p) for p in self.recent() if p != path)]
        self._write("recent.json", json.dumps(names[:8]))

    def shelf(self) -> Shelf:
        """What the maker owns; empty where nothing was kept.

        Raises
        ------
        ProjectError
            If the file is there and faulty; it is not overwritten.
        """
        path = self.folder / "shelf.json"
        if not path.exists():
            return Shelf()
        try:
            return Shelf.model_validate(read_json(path.read_text(encoding="utf-8")))
        except OSError as error:
            raise ProjectError(f"{path.name}: cannot be read: {error.strerror}") from None
        except UnicodeDecodeError as error:
            raise ProjectError(f"{path.name}: not UTF-8 text at byte {error.start}") from None
        except ValidationError as error:
            raise ProjectError(f"{path.name}: {explained(error)}") from None
        except ProjectError as error:
            raise ProjectError(f"{path.name}: {error}") from None

    def keep_shelf(self, shelf: Shelf) -> None:
        """Keep what the maker owns."""
        self._write("shelf.json", shelf.model_dump_json(indent=1) + "\n")

    def preferences(self) -> dict[str, object]:
        """Theme and window place; empty where nothing was kept or it is faulty."""
        try:
            found = read_json((self.folder / "preferences.json").read_text(encoding="utf-8"))
        except (OSError, ValueError):
            return {}
        return found if isinstance(found, dict) else {}

    def prefer(self, **values: object) -> None:
        """Keep preferences."""
        self._write("preferences.json", json.dumps({**self.preferences(), **values}))


def _digest(key: str) -> str:
    return hashlib.sha256(key.encode()).hexdigest()[:16]
