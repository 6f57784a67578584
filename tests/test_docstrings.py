"""Public functions of the mechanics and the kit tell their parameters, results and errors."""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator
from pathlib import Path

import pytest

from hazel_lantern.core.rigs.assembly import Assembly

SOURCES = Path(__file__).parent.parent / "src/hazel_lantern/core"
ROOMS = [SOURCES / room for room in ("mechanics", "rigs/kit", "drive")]
MODULES = sorted(path for room in ROOMS for path in room.glob("*.py"))
SECTION = re.compile(r"^([A-Z][a-z]+)\n-+\n(.*?)(?=^[A-Z][a-z]+\n-+\n|\Z)", re.M | re.S)
#: Names, what they are, and what is said of them below.
ENTRY = re.compile(r"^(\w[\w, ]*?)(?: : (.+))?\n((?: {4}.*\n)*)", re.M)
#: What others do not call: figures kept on a thing, and lamps, which the assessor asks for.
NOT_CALLED = {"property", "kept", "cached_property", "check"}
#: Told once, where an assembly's duties are: what answers them need not tell it again.
DUTIES = set(vars(Assembly))


def public(tree: ast.Module) -> Iterator[ast.FunctionDef]:
    """Functions, and methods of classes, that others may call."""
    for node in ast.iter_child_nodes(tree):
        inner = node.body if isinstance(node, ast.ClassDef) and node.name[0] != "_" else [node]
        for one in inner:
            if not isinstance(one, ast.FunctionDef) or one.name.startswith("_"):
                continue
            if one is node or one.name not in DUTIES:
                yield one


def called(function: ast.FunctionDef) -> bool:
    """Whether it takes part as a function."""
    names = (ast.unparse(one).split("(")[0] for one in function.decorator_list)
    return not NOT_CALLED.intersection(names)


def asked(function: ast.FunctionDef) -> set[str]:
    """The names of its parameters."""
    takes = function.args
    every = [*takes.posonlyargs, *takes.args, *takes.kwonlyargs, takes.vararg, takes.kwarg]
    return {one.arg for one in every if one} - {"self", "cls"}


def raised(function: ast.FunctionDef) -> set[str]:
    """The classes of errors it raises itself."""
    found = (node.exc for node in ast.walk(function) if isinstance(node, ast.Raise))
    return {one.func.id for one in found if isinstance(one, ast.Call)}


def lacking(function: ast.FunctionDef) -> list[str]:
    """What its docstring leaves out or tells too much."""
    sections = dict(SECTION.findall((ast.get_docstring(function) or "") + "\n"))
    told, bare = set(), set()
    for names, kind, words in ENTRY.findall(sections.get("Parameters", "")):
        these = {name.strip() for name in names.split(",")}
        told |= these
        if re.search("float|array", kind) and not words:
            bare |= these
    faults = [f"parameter {name}" for name in sorted(asked(function) ^ told)]
    faults += [f"the unit of {name}" for name in sorted(bare)]
    gives = ast.unparse(function.returns) if function.returns else "None"
    if gives != "None" and not sections.keys() & {"Returns", "Yields"}:
        faults.append("what it returns")
    errors = sorted(raised(function))
    faults += [f"that it raises {e}" for e in errors if e not in sections.get("Raises", "")]
    return faults


@pytest.mark.parametrize("path", MODULES, ids=lambda path: f"{path.parent.name}/{path.stem}")
def test_public_functions_tell_what_they_take_and_give(path):
    found = {
        f"{function.name}, line {function.lineno}": faults
        for function in public(ast.parse(path.read_text(encoding="utf-8")))
        if called(function) and (faults := lacking(function))
    }
    assert found == {}


def test_the_check_sees_what_is_left_out():
    source = '''
def f(a, b):
    """Do.

    Parameters
    ----------
    a, c : float
    """
    raise ValueError("no")
def g(a) -> float:
    """Give."""
'''
    one, other = public(ast.parse(source))
    assert lacking(one) == [
        "parameter b",
        "parameter c",
        "the unit of a",
        "the unit of c",
        "that it raises ValueError",
    ]
    assert lacking(other) == ["parameter a", "what it returns"]
