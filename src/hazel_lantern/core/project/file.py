"""Reading and writing the project file: UTF-8 JSON with a version."""

from __future__ import annotations

from typing import Any

from pydantic import ValidationError

from hazel_lantern.core.assessor import assess
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import value_at
from hazel_lantern.core.project.bounds import ProjectError, read_json, shown
from hazel_lantern.core.project.migration import migrated
from hazel_lantern.core.project.model import VERSION, Project
from hazel_lantern.core.rigs import families
from hazel_lantern.core.shop import named_rows
from hazel_lantern.core.workshop import Workshop

__all__ = ["LARGEST", "ProjectError", "dumps", "loads", "schema"]

#: Files larger than this are not project files, bytes.
LARGEST = 16 * 1024 * 1024
#: What is accepted where something of another kind stands.
_KINDS = {
    "string_type": "accepted are words",
    "dict_type": "accepted is a group of fields",
    "model_type": "accepted is a group of fields",
    "model_attributes_type": "accepted is a group of fields",
    "list_type": "accepted is a list",
    "tuple_type": "accepted is a list",
    "float_type": "accepted is a number",
    "float_parsing": "accepted is a number",
    "finite_number": "accepted is a plain number",
    "int_type": "accepted is a whole number",
    "int_parsing": "accepted is a whole number",
    "int_parsing_size": "accepted is a smaller whole number",
    "int_from_float": "accepted is a whole number",
    "bool_type": "accepted is true or false",
    "bool_parsing": "accepted is true or false",
    "union_tag_not_found": "what it is of is not said: its family or kind is missing",
}


def dumps(project: Project) -> str:
    """The project as JSON text."""
    return project.model_dump_json(indent=1) + "\n"


def _place(error: dict[str, Any]) -> str:
    words: list[str] = []
    for part in error["loc"]:
        if words[-1:] == ["design"] and part in families():
            # Which family was tried is no place in the file.
            continue
        if isinstance(part, int):
            words.append(f"number {part + 1}")
        else:
            words.append(shown(str(part))[1:-1].replace("_", " "))
    return ", ".join(words) or "the project"


def _accepted(error: dict[str, Any]) -> str:
    kind, context = error["type"], error.get("ctx", {})
    if kind == "extra_forbidden":
        return "this field is not known; take it out, or open the file with a newer version"
    if kind == "missing":
        return "this field is missing and is needed"
    if kind == "value_error":
        if not isinstance(context["error"], CannotBe):
            raise context["error"]
        return str(context["error"])
    bounds = {
        "greater_than_equal": ("ge", "at least"),
        "less_than_equal": ("le", "at most"),
        "greater_than": ("gt", "above"),
        "less_than": ("lt", "below"),
    }
    if kind in bounds:
        key, words = bounds[kind]
        return f"accepted is {words} {context[key]:g} (SI units)"
    if kind == "literal_error":
        return f"accepted is {context['expected']}"
    if kind == "union_tag_invalid":
        return f"accepted is {context['expected_tags']}"
    lengths = {"too_long": "max_length", "string_too_long": "max_length"}
    lengths |= {"too_short": "min_length", "string_too_short": "min_length"}
    if kind in lengths:
        bound = "at most" if lengths[kind] == "max_length" else "at least"
        what = "letters" if kind.startswith("string") else "entries"
        return f"accepted are {bound} {context[lengths[kind]]} {what}"
    if kind in _KINDS:
        return _KINDS[kind]
    return str(error["msg"])[0].lower() + str(error["msg"])[1:]


def explained(error: ValidationError) -> ProjectError:
    """What is faulty in a file, in words: its place, what stands there, what would be accepted."""
    details = error.errors()
    first: dict[str, Any] = dict(details[0])
    found = first.get("input")
    plain = not isinstance(found, (dict, list)) and first["type"] != "missing"
    said = f" is {shown(found)}" if plain else ""
    more = f" ({len(details) - 1} more places)" if len(details) > 1 else ""
    return ProjectError(f"{_place(first)}{said}: {_accepted(first)}{more}")


def loads(text: str, workshop: Workshop | None = None) -> Project:
    """Read a project from JSON text.

    Parameters
    ----------
    text : str
        The whole file.
    workshop : Workshop, optional
        If given, every rig is also assessed, so that what opens can be shown.

    Raises
    ------
    ProjectError
        Names the place in the file, what stands there and what would be accepted.
    """
    if not text.strip():
        raise ProjectError("the file is empty")
    data = read_json(text)
    if not isinstance(data, dict) or data.get("format") != "hazel-lantern":
        raise ProjectError("this is JSON, but no project: it has no “format”: “hazel-lantern”")
    version = data.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise ProjectError(
            f"version is {shown(version)}; accepted is a whole number up to {VERSION}"
        )
    if version > VERSION:
        raise ProjectError(
            f"the file is of version {version}, made by a newer Hazel Lantern; this one reads up "
            f"to version {VERSION}"
        )
    try:
        project = Project.model_validate(migrated(data, version))
    except ValidationError as error:
        raise explained(error) from None
    if workshop is not None:
        try:
            workshop = workshop.carrying(project.rows)
        except CannotBe as error:
            raise ProjectError(f"rows: {error}") from None
    for number, rig in enumerate(project.rigs):
        _check_rig(project, number, workshop)
        for note in rig.assumed:
            try:
                value_at(rig, note.path)
            except KeyError as error:
                raise ProjectError(f"rigs, number {number + 1}, assumed: {error}") from None
    return project


def _check_rig(project: Project, number: int, workshop: Workshop | None) -> None:
    if workshop is None:
        return
    rig = project.rigs[number]
    try:
        # Also what nothing looks at now, such as the motor of a rig that is moved by hand.
        for root, start in ((rig.design, "design"), (rig.drive, "drive")):
            for path, table, id in named_rows(root, start):
                try:
                    workshop.catalogue.find(table, id)
                except CannotBe as error:
                    raise CannotBe(f"{path}: {error}") from None
        found = assess(rig, project.settings, workshop).whole()
        # What cannot be drawn or made is found out here, while what was shown still stands.
        for view in found.views:
            found.sketch(view.id, len(found.marks) // 2)
        _ = found.parts, found.pieces, found.templates(), found.bolts(), found.steps()
    except CannotBe as error:
        raise ProjectError(f"rigs, number {number + 1} (“{rig.name}”): {error}") from None


def schema() -> dict[str, Any]:
    """JSON Schema of the project file."""
    found = Project.model_json_schema()
    found["$schema"] = "https://json-schema.org/draft/2020-12/schema"
    found["title"] = "Hazel Lantern project"
    return found
