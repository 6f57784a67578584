"""Fields of the design: what each is, where it lies, and how an edit makes a new design.

A *path* such as ``design.rails.length`` or ``load.items.2.mass`` names a field from the
root of a rig.  Models are frozen; `replaced` builds a new one and validates it.
"""

from __future__ import annotations

import typing
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal, TypeVar

from pydantic import BaseModel, ConfigDict, Field, ValidationError
from pydantic.fields import FieldInfo

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.units import ReadError, Style, read, write


class Frozen(BaseModel):
    """A model that is never changed, refuses unknown fields and figures that are no numbers."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)


ModelT = TypeVar("ModelT", bound=Frozen)


def quantity(
    kind: str, label: str, default: Any = ..., low: float | None = None, high: float | None = None
) -> Any:
    """A figure of the design: SI value of a `units` kind, its label, and its range."""
    extra: dict[str, Any] = {"quantity": kind}
    return Field(default, title=label, ge=low, le=high, json_schema_extra=extra)


def tolerance(work: str, label: str, default: float, high: float) -> Any:
    """How far a measure may be off: ``default`` with usual tools, by the kind of work, m."""
    extra: dict[str, Any] = {"quantity": "fine", "work": work}
    return Field(default, title=label, ge=0, le=high, json_schema_extra=extra)


def choice(label: str, default: Any = ..., catalogue: str | None = None) -> Any:
    """A field chosen from a list: a ``Literal``, or the ids of a table of the catalogue."""
    extra: dict[str, Any] = {"catalogue": catalogue} if catalogue else {}
    return Field(default, title=label, json_schema_extra=extra)


def written(label: str, default: Any = ..., most: int = 60) -> Any:
    """Words of the maker's own, up to so many letters."""
    return Field(default, title=label, max_length=most)


def named(label: str, default: Any = ..., most: int = 60) -> Any:
    """A name of something that stands elsewhere in the design."""
    return Field(default, title=label, max_length=most, json_schema_extra={"quantity": "choice"})


class Ref(str):
    """The path of a field, checked against the models as it is written.

    ``refs(SliderDesign, "design").rails.length`` is the path ``design.rails.length``; a field
    that is not there raises AttributeError at once.  A path that leads on to no model is a
    plain string.
    """

    _models: tuple[type[BaseModel], ...]

    def __getattribute__(self, name: str) -> Any:
        # Fields may be called as methods of a string are, such as ``count``.
        own = str.__getattribute__(self, "__dict__")
        models = own.get("_models", ())
        if not models or name.startswith("_"):
            return str.__getattribute__(self, name)
        if name in own:
            return own[name]
        for model in models:
            if name in model.model_fields:
                return own.setdefault(
                    name, _ref(f"{self}.{name}", model.model_fields[name].annotation)
                )
        if hasattr(str, name):
            return str.__getattribute__(self, name)
        known = ", ".join(dict.fromkeys(known for model in models for known in model.model_fields))
        raise AttributeError(f"{self} has no field “{name}”; there are: {known}")


def _ref(path: str, annotation: Any) -> Ref:
    found = Ref(path)
    kinds = typing.get_args(annotation) or (annotation,)
    models = tuple(kind for kind in kinds if isinstance(kind, type) and issubclass(kind, BaseModel))
    # The members of a list are reached by their number, not by a name.
    found._models = () if typing.get_origin(annotation) is tuple else models
    return found


def refs(model: type[Frozen], path: str) -> Any:
    """References to the fields of a model that lies at a path."""
    return _ref(path, model)


class EditError(CannotBe):
    """An edit that cannot be made; the message names the value and what would be accepted."""


@dataclass(frozen=True)
class Edit:
    """One change: the field's path and its new value."""

    path: str
    value: Any


@dataclass(frozen=True)
class FieldSpec:
    """What a view needs to show and edit a field.

    Attributes
    ----------
    label : str
        What the maker calls it.
    kind : str
        A `units` kind, or "choice", "text" or "switch".
    low, high : float or None
        SI.
    options : tuple of str
        For a choice among fixed words.
    catalogue : str or None
        The table to choose from.
    """

    label: str
    kind: str
    low: float | None = None
    high: float | None = None
    options: tuple[str, ...] = ()
    catalogue: str | None = None

    def range_text(self, style: Style) -> str:
        """The accepted range, in words."""
        if self.low is not None and self.high is not None:
            return f"{write(self.low, self.kind, style)} to {write(self.high, self.kind, style)}"
        if self.low is not None:
            return f"at least {write(self.low, self.kind, style)}"
        return "any figure"


def _step(node: Any, name: str, path: str) -> Any:
    if isinstance(node, tuple):
        if name.isdigit() and int(name) < len(node):
            return node[int(name)]
    elif isinstance(node, BaseModel) and name in type(node).model_fields:
        return getattr(node, name)
    raise KeyError(f"there is no “{name}” in {path}")


def value_at(root: Frozen, path: str) -> Any:
    """The value that a path names.

    Raises
    ------
    KeyError
        If the path names nothing.
    """
    node: Any = root
    for name in path.split("."):
        node = _step(node, name, path)
    return node


def _spec_of(info: FieldInfo, name: str) -> FieldSpec:
    extra = info.json_schema_extra if isinstance(info.json_schema_extra, dict) else {}
    low = high = None
    for rule in info.metadata:
        low = getattr(rule, "ge", low)
        high = getattr(rule, "le", high)
    label = info.title or name.replace("_", " ")
    if "quantity" in extra:
        return FieldSpec(label, str(extra["quantity"]), low, high)
    if "catalogue" in extra:
        return FieldSpec(label, "choice", catalogue=str(extra["catalogue"]))
    if typing.get_origin(info.annotation) is Literal:
        options = tuple(str(option) for option in typing.get_args(info.annotation))
        return FieldSpec(label, "choice", options=options)
    return FieldSpec(label, "switch" if info.annotation is bool else "text")


def describe(root: Frozen, path: str) -> FieldSpec:
    """What the field at a path is: label, kind, range, options."""
    *above, name = path.split(".")
    parent = value_at(root, ".".join(above)) if above else root
    _step(parent, name, path)
    return _spec_of(type(parent).model_fields[name], name)


def member_type(root: Frozen, path: str) -> type[Frozen]:
    """What the members of the list at a path are."""
    *above, name = path.split(".")
    parent = value_at(root, ".".join(above)) if above else root
    annotation = type(parent).model_fields[name].annotation
    return typing.cast(type[Frozen], typing.get_args(annotation)[0])


def _why(error: ValidationError, spec: FieldSpec | None, style: Style) -> str:
    first = error.errors()[0]
    if first["type"] == "value_error" and not isinstance(first["ctx"]["error"], CannotBe):
        # A model that stumbles over its own sums is our fault, not the maker's.
        raise first["ctx"]["error"]
    label = spec.label if spec else ".".join(str(part) for part in first["loc"])
    if first["type"] == "value_error":
        return str(first["ctx"]["error"])
    found = first.get("input")
    if spec and spec.kind not in ("choice", "text", "switch") and isinstance(found, (int, float)):
        shown = write(float(found), spec.kind, style)
        return f"{label} of {shown} cannot be; accepted: {spec.range_text(style)}"
    if spec and spec.options:
        return f"{label} “{found}” is not known; accepted: {', '.join(spec.options)}"
    return f"{label}: {first['msg'].lower()}"


def replaced(root: ModelT, path: str, value: Any, style: Style | None = None) -> ModelT:
    """A new model with one field changed, validated all the way up.

    Raises
    ------
    EditError
        Names the field, the value and what would be accepted; ``root`` is as it was.
    """
    try:
        return typing.cast(ModelT, _rebuilt(root, path.split("."), value, path))
    except ValidationError as error:
        try:
            spec = describe(root, path)
        except (KeyError, IndexError, TypeError):
            spec = None
        why = _why(error, spec, style or Style())
    # Raised in there, it would keep the other, which keeps every frame that it went through, and
    # which the search for rubbish cannot look into: all that the frames hold would stay for good.
    raise EditError(why)


def _rebuilt(node: Any, names: Sequence[str], value: Any, path: str) -> Any:
    if not names:
        return value
    inner = _rebuilt(_step(node, names[0], path), names[1:], value, path)
    if isinstance(node, tuple):
        at = int(names[0])
        return (*node[:at], inner, *node[at + 1 :])
    return type(node)(**{**dict(node), names[0]: inner})


def apply(root: ModelT, edits: Sequence[Edit], style: Style | None = None) -> ModelT:
    """Make several edits in turn.

    Edits that only fit after the rest are tried again, so their order does not matter; those
    that only fit all at once are made at once.

    Raises
    ------
    EditError
        If any of them cannot be made.
    """
    waiting = list(edits)
    while waiting:
        refused: list[Edit] = []
        trouble = ""
        for edit in waiting:
            try:
                root = replaced(root, edit.path, edit.value, style)
            except EditError as error:
                refused.append(edit)
                trouble = str(error)
        if trouble and len(refused) == len(waiting):
            together = _at_once(root, waiting) if len(waiting) > 1 else None
            if together is None:
                raise EditError(trouble)
            return together
        waiting = refused
    return root


def _at_once(root: ModelT, edits: Sequence[Edit]) -> ModelT | None:
    """Make edits together and validate once; nothing where that fails too."""
    try:
        found: Any = root
        for edit in edits:
            found = _changed(found, edit.path.split("."), edit.value)
        return type(root).model_validate(found.model_dump())
    except (ValidationError, KeyError):
        return None


def _changed(node: Any, names: Sequence[str], value: Any) -> Any:
    """As `_rebuilt`, without a look at whether it fits."""
    if not names:
        return value
    inner = _changed(_step(node, names[0], ".".join(names)), names[1:], value)
    if isinstance(node, tuple):
        at = int(names[0])
        return (*node[:at], inner, *node[at + 1 :])
    return node.model_copy(update={names[0]: inner})


def has_field(root: Frozen, path: str) -> bool:
    """Whether a model has a field of that name; a rig of another family has other ones."""
    try:
        value_at(root, path)
    except KeyError:
        return False
    return True


def changes(before: Frozen, after: Frozen, prefix: str) -> list[str]:
    """Paths of the fields in which two models of one kind differ."""
    found = []
    for name in type(before).model_fields:
        old, new = getattr(before, name), getattr(after, name)
        path = f"{prefix}.{name}"
        if isinstance(old, Frozen) and isinstance(new, type(old)):
            found += changes(old, new, path)
        elif old != new:
            found.append(path)
    return found


def read_field(root: Frozen, path: str, text: str, style: Style) -> Any:
    """What a maker typed for a field, as its value.

    Raises
    ------
    EditError
        If it cannot be read.
    """
    spec = describe(root, path)
    if spec.kind in ("choice", "text", "switch"):
        return text.strip()
    try:
        value = read(text, spec.kind, style)
    except ReadError as error:
        raise EditError(f"{spec.label}: {error}") from None
    return int(value) if spec.kind == "count" else value
