"""Files on disk: what one is when it is read, and writing it so that it is whole or as it was."""

from __future__ import annotations

import contextlib
import fcntl
import hashlib
import os
import secrets
import stat
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from pathlib import Path

#: Stray files of writers that died begin with a dot and the name, and end so.
PARTIAL = ".partial"


class NotAFileError(OSError):
    """What is there is no plain file, or too large to be what is looked for."""


@dataclass(frozen=True)
class OnDisk:
    """A file as it was when it was last read or written.

    Attributes
    ----------
    path : Path
        Its real one: links to it stay links.
    digest : str
        Of its bytes, SHA-256.
    size, changed : int
        Bytes, and when it was changed, ns.
    crlf : bool
        Whether its lines end as on another system.
    """

    path: Path
    digest: str
    size: int
    changed: int
    crlf: bool

    @classmethod
    def of(cls, path: Path, content: bytes, found: os.stat_result) -> OnDisk:
        """A file of which the bytes are known."""
        digest = hashlib.sha256(content).hexdigest()
        return cls(path, digest, len(content), found.st_mtime_ns, b"\r\n" in content)

    def is_there(self, most: int) -> bool:
        """Whether what is on disk is still that, whatever its clock says.

        Parameters
        ----------
        most : int
            Larger files are not read, bytes.
        """
        try:
            found = os.stat(self.path)
            if (found.st_size, found.st_mtime_ns) == (self.size, self.changed):
                return True
            return read_bytes(self.path, most)[1].digest == self.digest
        except OSError:
            return False


def read_bytes(path: Path, most: int) -> tuple[bytes, OnDisk]:
    """Read a plain file that is no larger than it may be.

    Parameters
    ----------
    path : Path
    most : int
        Bytes.

    Returns
    -------
    bytes
        All of it.
    OnDisk
        What it is.

    Raises
    ------
    NotAFileError
        If it is a folder, a pipe, a device, or larger.
    OSError
        If it cannot be read.
    """
    real = Path(os.path.realpath(path))
    # Opened so, a pipe nobody writes to does not keep us waiting.
    handle = os.open(real, os.O_RDONLY | os.O_NONBLOCK | os.O_CLOEXEC)
    with os.fdopen(handle, "rb") as file:
        found = os.fstat(file.fileno())
        if not stat.S_ISREG(found.st_mode):
            raise NotAFileError(0, "it is no plain file")
        if found.st_size > most:
            raise NotAFileError(0, f"it is too large, over {most // 2**20} MB")
        content = file.read(most + 1)
    if len(content) > most:
        raise NotAFileError(0, f"it is too large, over {most // 2**20} MB")
    return content, OnDisk.of(real, content, found)


def part_of(path: Path) -> Path:
    """A name beside a file, of its own, for what is written before it takes the file's place."""
    return path.with_name(f".{path.name[:120]}.{secrets.token_hex(6)}{PARTIAL}")


@contextlib.contextmanager
def beside(path: Path, content: bytes) -> Iterator[Path]:
    """A new file beside another, with its content on disk and its mode and owner, until renamed.

    It is locked while it is written: what nobody holds any more was left by one that died.
    """
    part = part_of(path)
    handle = os.open(part, os.O_WRONLY | os.O_CREAT | os.O_EXCL | os.O_CLOEXEC, 0o666)
    try:
        with os.fdopen(handle, "wb") as file:
            fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
            file.write(content)
            file.flush()
            os.fsync(file.fileno())
            with contextlib.suppress(OSError):
                kept = os.stat(path)
                os.fchmod(file.fileno(), stat.S_IMODE(kept.st_mode))
                os.fchown(file.fileno(), kept.st_uid, kept.st_gid)
            yield part
    finally:
        with contextlib.suppress(OSError):
            os.unlink(part)


def write_whole(
    path: Path, content: str | bytes, ready: Callable[[], object] = lambda: None
) -> OnDisk:
    """Write a file so that it is whole or as it was: beside it, flushed, then renamed.

    Through a link its file is written; a file of several names is written where it is, so that it
    keeps them, with a whole copy beside it until that is done.  What is ``ready`` is done once the
    new content is on disk and before it takes the old one's place.

    Raises
    ------
    OSError
        If it cannot be written; the old file is then untouched.
    """
    data = content if isinstance(content, bytes) else content.encode("utf-8")
    real = Path(os.path.realpath(path))
    with beside(real, data) as part:
        ready()
        if _names(real) > 1:
            with open(real, "r+b") as file:
                file.write(data)
                file.truncate()
                file.flush()
                os.fsync(file.fileno())
        else:
            os.replace(part, real)
    sync_folder(real.parent)
    return OnDisk.of(real, data, os.stat(real))


def _names(path: Path) -> int:
    """How many names a file has; none if it is not there."""
    try:
        return os.stat(path).st_nlink
    except OSError:
        return 0


def sync_folder(folder: Path) -> None:
    """Have the names in a folder on disk as well, where the system can."""
    with contextlib.suppress(OSError):
        handle = os.open(folder, os.O_RDONLY | os.O_DIRECTORY)
        try:
            os.fsync(handle)
        finally:
            os.close(handle)


@contextlib.contextmanager
def alone_in(folder: Path) -> Iterator[None]:
    """Be the only one of us who writes in a folder; where it cannot be locked, go on."""
    handle = None
    with contextlib.suppress(OSError):
        handle = os.open(folder, os.O_RDONLY | os.O_DIRECTORY | os.O_CLOEXEC)
        fcntl.flock(handle, fcntl.LOCK_EX)
    try:
        yield
    finally:
        if handle is not None:
            os.close(handle)


def sweep(folder: Path) -> int:
    """Take away what writers left that died; tells how many.

    What is still being written is locked and stays.
    """
    found = 0
    with contextlib.suppress(OSError):
        for part in list(folder.glob(f".*{PARTIAL}")):
            with contextlib.suppress(OSError), open(part, "rb") as file:
                fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
                os.unlink(part)
                found += 1
    return found


class Held:
    """A lock that dies with its process, told from outside by whether it can be had.

    Raises
    ------
    OSError
        If it cannot be made, or somebody else holds it.
    """

    def __init__(self, path: Path) -> None:
        path.parent.mkdir(parents=True, exist_ok=True)
        self.path = path
        self._handle: int | None = os.open(path, os.O_WRONLY | os.O_CREAT | os.O_CLOEXEC, 0o600)
        fcntl.flock(self._handle, fcntl.LOCK_EX | fcntl.LOCK_NB)

    def let_go(self) -> None:
        """Nobody holds it any more."""
        if self._handle is not None:
            with contextlib.suppress(OSError):
                os.unlink(self.path)
            os.close(self._handle)
            self._handle = None

    def __del__(self) -> None:
        """What nobody knows of any more is held by nobody."""
        if getattr(self, "_handle", None) is not None:
            os.close(self._handle)  # type: ignore[arg-type]
            self._handle = None

    @staticmethod
    def by_another(path: Path) -> bool:
        """Whether somebody holds it."""
        try:
            with open(path, "rb") as file:
                fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            return True
        except OSError:
            return False
        return False
