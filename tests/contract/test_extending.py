"""The family in docs/extending.md, put as it stands into a copy of the sources: it works."""

import os
import re
import shutil
import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).parent.parent.parent


def test_the_family_of_the_document_needs_no_other_file(tmp_path):
    text = (ROOT / "docs" / "extending.md").read_text(encoding="utf-8")
    (code,) = re.findall(r"```python\n(.*?)```", text, re.S)
    sources = tmp_path / "src"
    shutil.copytree(ROOT / "src", sources, ignore=shutil.ignore_patterns("__pycache__"))
    package = sources / "hazel_lantern" / "core" / "rigs" / "turntable"
    package.mkdir()
    (package / "__init__.py").write_text(code, encoding="utf-8")
    shutil.copytree(
        ROOT / "tests", tmp_path / "tests", ignore=shutil.ignore_patterns("__pycache__")
    )
    done = subprocess.run(
        [sys.executable, "-m", "tests.contract.prove_turntable", str(tmp_path / "pack")],
        cwd=tmp_path,
        env={
            **os.environ,
            "PYTHONPATH": f"{sources}{os.pathsep}{tmp_path}",
            "QT_QPA_PLATFORM": "offscreen",
            "HAZEL_LANTERN_HOME": str(tmp_path / "home"),
        },
        capture_output=True,
        text=True,
    )
    assert done.returncode == 0, done.stderr[-3000:]
    assert done.stdout.splitlines() == [
        f"from {sources}",
        *("assessed", "drawn", "dragged", "mended", "stations", "read back", "packed"),
    ]
