"""Every family that is found is put through the same questions, for each of its moves."""

import ast
from pathlib import Path

import pytest

from hazel_lantern.core.assessor import assess_case
from hazel_lantern.core.drafts import begun
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit, apply, describe, has_field
from hazel_lantern.core.load import Load, LoadItem
from hazel_lantern.core.project.file import dumps, loads, schema
from hazel_lantern.core.project.model import Project, Rig, Settings
from hazel_lantern.core.rigs import families
from hazel_lantern.core.rigs.case import Case
from hazel_lantern.core.shot import S, Shot
from hazel_lantern.core.shot.moves import turned_to
from hazel_lantern.core.workshop import Workshop
from tests.contract import questions

WORKSHOP, SETTINGS = Workshop(), Settings()
ASKED = [
    pytest.param(family, way, id=f"{family.id}-{way.replace(' ', '-')}")
    for family in families().values()
    for kind in family.moves
    for way in kind.ways()
]
USUAL = ("head-ball", "plate", "body-small", "lens-prime")


def drafted(family, way):
    """A first draft for the usual camera, before the search settles it."""
    items = tuple(LoadItem.of(WORKSHOP.catalogue.items[id]) for id in USUAL)
    load, shot = Load(items=items), Shot()
    shot = shot.model_copy(update={"move": turned_to(shot.move, way)})
    design, why = family.first_draft(shot, load, SETTINGS, WORKSHOP)
    return Case(Rig(name="Draft", shot=shot, load=load, design=design), SETTINGS, WORKSHOP), why


@pytest.mark.parametrize(("family", "way"), ASKED)
def test_a_first_draft_answers_every_question(family, way):
    case, why = drafted(family, way)
    found = assess_case(case)
    for ask in questions.QUESTIONS:
        ask(case, found)
    for path, reason in why.items():
        assert has_field(case.setup, path), path
        questions.words_are_words(reason)


@pytest.mark.parametrize("family", families().values(), ids=lambda family: family.id)
def test_a_design_as_it_comes_answers_every_question(family):
    shot = Shot(move=family.moves[0]())
    rig = Rig(name="New", shot=shot, load=Load(), design=family.design_type())
    case = Case(rig, SETTINGS, WORKSHOP)
    for ask in questions.QUESTIONS:
        ask(case, assess_case(case))


@pytest.mark.parametrize("family", families().values(), ids=lambda family: family.id)
def test_file_and_schema_know_the_family(family):
    rig = Rig(name="New", shot=Shot(move=family.moves[0]()), design=family.design_type())
    project = Project(name="One", rigs=(rig,))
    assert loads(dumps(project), WORKSHOP) == project
    assert f'"const": "{family.id}"' in str(schema()).replace("'", '"')


@pytest.mark.parametrize("family", families().values(), ids=lambda family: family.id)
def test_how_well_it_suits_is_a_share_with_a_reason(family):
    for kind in family.moves:
        share, why = family.suits(Shot(move=kind()))
        assert 0 <= share <= 1
        questions.words_are_words(why)


def chains(tree, roots):
    """References such as ``F.rails.length`` that a module writes, the longest of each."""
    inner = {id(node.value) for node in ast.walk(tree) if isinstance(node, ast.Attribute)}
    for node in ast.walk(tree):
        names, at = [], node
        while isinstance(at, ast.Attribute):
            names.insert(0, at.attr)
            at = at.value
        if names and isinstance(at, ast.Name) and at.id in roots and id(node) not in inner:
            yield at.id, names


@pytest.mark.parametrize("family", families().values(), ids=lambda family: family.id)
def test_every_reference_in_the_sources_leads_to_a_field(family):
    """Those inside of functions fail only when they are called; here they are all tried."""
    package = Path(__import__(family.__module__, fromlist=["x"]).__file__).parent
    model = __import__(family.design_type.__module__, fromlist=["F"])
    tried = 0
    for path in package.glob("*.py"):
        for root, names in chains(ast.parse(path.read_text(encoding="utf-8")), ("F", "S")):
            at = {"F": model.F, "S": S}[root]
            for name in names:
                at = getattr(at, name)
            tried += 1
    assert tried > 20


def ends(shot):
    """The shot with each of its figures at either end of what is accepted."""
    for group in ("move", "pace", "subject", "room", "lens", None):
        holder = shot if group is None else getattr(shot, group)
        for name in type(holder).model_fields:
            path = name if group is None else f"{group}.{name}"
            spec = describe(shot, path) if has_field(shot, path) else None
            if spec is None or spec.kind in ("text", "choice", "yes"):
                continue
            for end in (spec.low, spec.high):
                if end is None:
                    continue
                try:
                    yield path, end, apply(shot, (Edit(path, end),))
                except CannotBe:
                    # Of itself no shot.
                    continue


@pytest.mark.parametrize(("family", "way"), ASKED)
def test_the_ends_of_every_shot_give_a_draft_or_say_what_can_be_had(family, way):
    items = tuple(LoadItem.of(WORKSHOP.catalogue.items[id]) for id in USUAL)
    shot = Shot()
    shot = shot.model_copy(update={"move": turned_to(shot.move, way)})
    drafted, refused = [], []
    for path, end, asked in ends(shot):
        try:
            design, _ = begun(family, asked, Load(items=items), SETTINGS, WORKSHOP)
            drafted.append(design.family)
        except CannotBe as error:
            refused.append((path, end, str(error)))
    assert set(drafted) == {family.id}
    assert len(drafted) > 10
    for path, end, why in refused:
        assert "accepted" in why or "cannot" in why, (path, end, why)
        assert "Value error" not in why, (path, end, why)
