"""First drafts: a family's plausible start, mended until every lamp holds or none can be."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from pydantic import ValidationError

from hazel_lantern.core.assessor import assess_case
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit, changes
from hazel_lantern.core.lamps import Lamp, State
from hazel_lantern.core.load import Load
from hazel_lantern.core.mends import Mend, find
from hazel_lantern.core.mends.pairs import helpful
from hazel_lantern.core.mends.search import Search
from hazel_lantern.core.project.model import Assumption, Rig
from hazel_lantern.core.rigs import AnyFamily
from hazel_lantern.core.rigs.asks import Choices
from hazel_lantern.core.rigs.case import Case, Setup
from hazel_lantern.core.rigs.family import Draft
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shop import into_shop
from hazel_lantern.core.shot import Shot
from hazel_lantern.core.shot.pictures import hints
from hazel_lantern.core.stopping import Stop, never
from hazel_lantern.core.tools import tolerances
from hazel_lantern.core.workshop import Workshop

FOUND = "found by the search, so that every lamp holds where it can"


def draft_rig(
    family: AnyFamily,
    name: str,
    asked: Setup,
    settings: Settings,
    workshop: Workshop,
    stop: Stop = never,
) -> Rig:
    """A rig that stands, from what is asked of shot and load, with what was assumed.

    Raises
    ------
    CannotBe
        If there is no start.
    StopSearch
        If told to stop.
    """
    design, why = begun(family, asked.shot, asked.load, settings, workshop)
    rig = Rig(name=name, shot=asked.shot, load=asked.load, design=design, budget=asked.budget)
    start: Case[Any] = Case(rig, settings, workshop).edited(hints(design, asked.shot))
    has = workshop.shelf.ids
    bought = into_shop(start.design, "design", settings.shop, workshop.catalogue, has)
    if bought:
        # What was drafted by the millimetre is bought as the shop near the maker has it.
        start = start.edited(bought)
        design = start.design
    out = tolerances(design, "design", workshop.shelf.tools)
    start = start.edited([Edit(path, value) for path, (value, _) in out.items()])
    design = start.design
    settled = settle(start, stop=stop).setup
    why = {**why, **{path: words for path, (_, words) in out.items()}}
    why = {**why, **dict.fromkeys(changes(design, settled.design, "design"), FOUND)}
    notes = tuple(Assumption(path=str(path), why=reason) for path, reason in why.items())
    assert isinstance(settled, Rig)
    return settled.model_copy(update={"assumed": notes})


def saved_by_the_shelf(rig: Rig, settings: Settings, workshop: Workshop) -> float:
    """What lies on the shelf and need not be bought for a rig, in the project's currency.

    Parameters
    ----------
    rig : Rig
    settings : Settings
    workshop : Workshop

    Returns
    -------
    float
    """
    shelf = workshop.shelf
    if not shelf.stock and not shelf.parts:
        return 0.0
    # Tools and plates save nothing that a bill tells.
    bare = replace(workshop, shelf=shelf.model_copy(update={"stock": (), "parts": ()}))
    costs = [assess_case(Case(rig, settings, one)).cost for one in (bare, workshop)]
    return max(costs[0] - costs[1], 0.0)


def begun(
    family: AnyFamily, shot: Shot, load: Load, settings: Settings, workshop: Workshop
) -> Draft:
    """A family's plausible start for a shot.

    Parameters
    ----------
    family : type of Family
    shot : Shot
    load : Load
    settings : Settings
    workshop : Workshop

    Returns
    -------
    Draft

    Raises
    ------
    CannotBe
        If it has none; says what would be needed, and what can be had.
    """
    try:
        return family.first_draft(shot, load, settings, workshop)
    except ValidationError as error:
        raise CannotBe(out_of_reach(family, error)) from None


def out_of_reach(family: AnyFamily, error: ValidationError) -> str:
    """Why a family has no rig for a shot: the first thing that would be too large or too small.

    Parameters
    ----------
    family : type of Family
    error : ValidationError
        What its draft was refused with.

    Returns
    -------
    str
        Names what would be needed, and what can be had.
    """
    first = error.errors()[0]
    context, kind = first.get("ctx", {}), first["type"]
    if kind == "value_error":
        return f"{family.title}: cannot make this shot: {context['error']}"
    what = " ".join(str(part).replace("_", " ") for part in first["loc"]) or "its size"
    bounds = {"greater_than_equal": ("ge", "at least"), "less_than_equal": ("le", "at most")}
    key, words = bounds.get(kind, ("", ""))
    can = f"{words} {context[key]:g}" if key else first["msg"].lower()
    return (
        f"{family.title}: cannot make this shot: it would take {what} of "
        f"{first['input']:.4g}; accepted is {can} (SI units)"
        if isinstance(first["input"], float | int)
        else f"{family.title}: cannot make this shot: {what}: {can}"
    )


def _another_kind(mend: Mend) -> bool:
    return any(edit.path.endswith(".kind") for edit in mend.edits)


def _cheaper(case: Case[Any], target: Lamp, stop: Stop) -> Case[Any] | None:
    """The case with the other section, wheel or stand that saves most and harms nothing."""
    search = Search(case, target.id, stop)
    levers = [
        lever for lever in search.before.levers() if isinstance(lever, Choices) and not lever.loses
    ]
    for _, edits, _ in helpful(search, levers):
        if not any(edit.path.endswith(".kind") for edit in edits):
            return case.edited(edits)
    return None


def settle(case: Case[Any], rounds: int = 10, stop: Stop = never) -> Case[Any]:
    """Apply the cheapest mends until every lamp holds, or none can be mended.

    The worst lamp is mended first; a lamp that cannot be mended is left as it is and stays to
    be seen.  Levers on the shot are not pulled: it is what the maker asked for.
    """
    given_up: set[str] = set()
    for _ in range(rounds):
        found = assess_case(case)
        open_lamps = [
            lamp
            for lamp in found.lamps
            if lamp.state not in (State.HOLDS, State.TO_LOOK_UP) and lamp.id not in given_up
        ]
        if not open_lamps:
            break
        # What it costs is known once the rest is settled.
        target = max(
            open_lamps,
            key=lambda lamp: (lamp.spec.kind != "money", lamp.state.badness, lamp.fraction()),
        )
        # Two changes to save money, or for what the shot itself asks, are the maker's to choose.
        pairs = target.spec.kind != "money" and not target.id.startswith("shot.")
        offers = [
            mend
            for mend in find(target.id, case, stop, most=30, pairs=pairs)
            if not mend.loses and not any(edit.path.startswith("shot.") for edit in mend.edits)
        ]
        if target.spec.kind == "money":
            # Nobody who asks for track wants none because it is cheaper.
            offers = [mend for mend in offers if not _another_kind(mend)]
        if not offers:
            saved = _cheaper(case, target, stop) if target.spec.kind == "money" else None
            if saved is None:
                given_up.add(target.id)
            else:
                case = saved
            continue
        # Another kind of support is another rig; it is the last resort of a draft.
        offers.sort(key=_another_kind)
        case = case.edited(offers[0].edits)
        given_up.clear()
    return case
