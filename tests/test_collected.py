"""Every test is found: a folder that the collector passes over would fall silent."""

from fnmatch import fnmatch
from pathlib import Path

TESTS = Path(__file__).parent


def test_no_folder_of_tests_is_passed_over(pytestconfig):
    modules = list(TESTS.rglob("test_*.py"))
    assert any("build" in module.parts for module in modules)
    for module in modules:
        for folder in module.relative_to(TESTS.parent).parts[:-1]:
            for pattern in pytestconfig.getini("norecursedirs"):
                assert not fnmatch(folder, pattern), f"{module}: {pattern}"
