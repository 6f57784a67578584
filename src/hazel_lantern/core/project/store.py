"""Files on disk: whole writes, backups, autosave, recent projects, shelf."""

from __future__ import annotations

import hashlib
import json
import os
import time
from dataclasses import dataclass
from pathlib import Path

import platformdirs
from pydantic import ValidationError

from hazel_lantern.core.files import write_whole
from hazel_lantern.core.project.file import LARGEST, ProjectError, dumps, loads
from hazel_lantern.core.project.model import Project
from hazel_lantern.core.shelf import Shelf
from hazel_lantern.core.workshop import Workshop

SUFFIX = ".hazel.json"
BACKUPS = 3
STARTED = time.time()


def backup_names(path: Path) -> list[Path]:
    """Where the last versions of a file are kept, newest first."""
    return [path.with_name(f"{path.name}.{number}.bak") for number in range(1, BACKUPS + 1)]


def save(project: Project, path: Path) -> None:
    """Save a project; the three versions before are kept beside it.

    Raises
    ------
    OSError
        If it cannot be written.
    """
    names = backup_names(path)
    text = dumps(project)
    if path.exists() and path.read_text(encoding="utf-8", errors="replace") != text:
        for older, newer in reversed(list(zip(names[1:], names[:-1], strict=True))):
            if newer.exists():
                os.replace(newer, older)
        write_whole(names[0], path.read_text(encoding="utf-8", errors="replace"))
    write_whole(path, text)


def open_project(path: Path, workshop: Workshop | None = None) -> Project:
    """Read a project file.

    Raises
    ------
    ProjectError
        Names the file, the place in it and what would be accepted.
    """
    try:
        if path.stat().st_size > LARGEST:
            raise ProjectError(f"{path.name}: too large for a project (over {LARGEST // 2**20} MB)")
        return loads(path.read_text(encoding="utf-8-sig"), workshop)
    except UnicodeDecodeError as error:
        raise ProjectError(
            f"{path.name}: not UTF-8 text at byte {error.start}; a project is UTF-8 JSON"
        ) from None
    except OSError as error:
        raise ProjectError(f"{path.name}: cannot be read: {error.strerror}") from None
    except ProjectError as error:
        message = str(error)
        raise ProjectError(
            message if message.startswith(path.name) else f"{path.name}: {message}"
        ) from None


@dataclass(frozen=True)
class Recovery:
    """An autosaved project that was never saved by the maker.

    What it holds may be gone from the catalogue since; whether it can be shown is found out
    when it is taken up, and until then its file stays.
    """

    file: Path
    origin: Path | None
    project: Project


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

    def autosave(self, project: Project, origin: Path | None, key: str) -> None:
        """Keep a copy of unsaved work; ``key`` tells one window's from another's."""
        kept = {
            "origin": str(origin) if origin else None,
            "process": os.getpid(),
            "project": json.loads(dumps(project)),
        }
        self._write(f"autosave/{_digest(key)}.json", json.dumps(kept))

    def drop_autosave(self, key: str) -> None:
        """The work is saved or given up."""
        (self.folder / "autosave" / f"{_digest(key)}.json").unlink(missing_ok=True)

    def recoveries(self) -> list[Recovery]:
        """Unsaved work left behind, newest first.

        What another running window is keeping is not left behind; what cannot be read is left
        where it is.
        """
        folder = self.folder / "autosave"
        found = []
        files = sorted(folder.glob("*.json"), key=lambda f: -f.stat().st_mtime)
        for file in files if folder.is_dir() else []:
            try:
                kept = json.loads(file.read_text(encoding="utf-8"))
                if _kept(int(kept.get("process", 0)), file.stat().st_mtime):
                    continue
                project = loads(json.dumps(kept["project"]))
                origin = Path(kept["origin"]) if kept["origin"] else None
            except (OSError, ValueError, KeyError, TypeError):
                continue
            found.append(Recovery(file, origin, project))
        return found

    def recent(self) -> list[Path]:
        """Files opened of late that are still there, newest first."""
        try:
            names = json.loads((self.folder / "recent.json").read_text(encoding="utf-8"))
            return [Path(name) for name in names if Path(name).is_file()]
        except (OSError, ValueError, TypeError):
            return []

    def remember(self, path: Path) -> None:
        """Put a file at the top of the recent ones."""
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
            return Shelf.model_validate_json(path.read_text(encoding="utf-8"))
        except (OSError, ValidationError, UnicodeDecodeError) as error:
            raise ProjectError(f"{path.name}: {error}") from None

    def keep_shelf(self, shelf: Shelf) -> None:
        """Keep what the maker owns."""
        self._write("shelf.json", shelf.model_dump_json(indent=1) + "\n")

    def preferences(self) -> dict[str, object]:
        """Theme and window place; empty where nothing was kept or it is faulty."""
        try:
            found = json.loads((self.folder / "preferences.json").read_text(encoding="utf-8"))
        except (OSError, ValueError):
            return {}
        return found if isinstance(found, dict) else {}

    def prefer(self, **values: object) -> None:
        """Keep preferences."""
        self._write("preferences.json", json.dumps({**self.preferences(), **values}))


def _kept(process: int, written: float) -> bool:
    """Whether work written at a time by a process of that number may be in a running window.

    A number that was given to another program since counts as running: work is offered later
    rather than taken out of a window's hands.  Our own number may have been an earlier run's,
    as it is where every run is the only program in its box.
    """
    if process == os.getpid():
        return written >= STARTED
    if process <= 0:
        return False
    try:
        os.kill(process, 0)
    except ProcessLookupError:
        return False
    except PermissionError:
        return True
    return True


def _digest(key: str) -> str:
    return hashlib.sha256(key.encode()).hexdigest()[:16]
