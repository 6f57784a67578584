"""Writing files so that they are whole or as they were."""

from __future__ import annotations

import contextlib
import os
import tempfile
from pathlib import Path


def write_whole(path: Path, content: str | bytes) -> None:
    """Write a file so that it is whole or as it was: beside it, flushed, then renamed.

    Raises
    ------
    OSError
        If it cannot be written; the old file is then untouched.
    """
    handle, name = tempfile.mkstemp(prefix=f".{path.name}.", dir=path.parent)
    try:
        with os.fdopen(handle, "wb") as file:
            file.write(content if isinstance(content, bytes) else content.encode("utf-8"))
            file.flush()
            os.fsync(file.fileno())
        os.chmod(name, path.stat().st_mode & 0o777 if path.exists() else 0o644)
        os.replace(name, path)
    except BaseException:
        with contextlib.suppress(OSError):
            os.unlink(name)
        raise
