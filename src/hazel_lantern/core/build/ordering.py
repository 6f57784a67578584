"""The order of building: nothing is bolted before it is made, nothing made before it is cut.

What a family tells how to do is taken as it says it; parts and bolts that it says nothing of get
a step of their own, so that none is forgotten.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from hazel_lantern.core.build.boards import sold_as
from hazel_lantern.core.build.tightening import by_hole
from hazel_lantern.core.catalogue import Catalogue
from hazel_lantern.core.lazy import kept
from hazel_lantern.core.parts import Bolt, Piece, Step, Template, in_sentence
from hazel_lantern.core.rigs.kit.bolts import Sized
from hazel_lantern.core.rigs.kit.words import CUTTING, DRILLING
from hazel_lantern.core.tools import Tool
from hazel_lantern.core.units import Style, write

PHASES = ("build", "set up", "load", "try")


@dataclass(frozen=True)
class Built:
    """What there is to be made and put together."""

    pieces: Sequence[Piece]
    made: Sequence[Template]
    bolts: Sequence[Sized]
    screws: Sequence[Bolt]
    catalogue: Catalogue
    style: Style
    tools: tuple[Tool, ...] = ()

    @kept
    def parts(self) -> dict[str, Template]:
        """By name."""
        return {one.part: one for one in self.made}

    @kept
    def bolt_of(self) -> dict[tuple[str, str], Sized]:
        """The bolt of each hole, by part and hole."""
        return by_hole(self.bolts)

    @property
    def fixings(self) -> tuple[Bolt, ...]:
        """Bolts and screws."""
        return (*(one.bolt for one in self.bolts), *self.screws)

    @kept
    def through(self) -> dict[str, set[str]]:
        """The parts that the bolts and screws of each purpose go through."""
        found: dict[str, set[str]] = {}
        for bolt in self.fixings:
            found.setdefault(bolt.purpose, set()).update(one.part for one in bolt.through)
        return found


def ordered(steps: Sequence[Step], built: Built) -> list[Step]:
    """All steps, in an order that can be built.

    Parameters
    ----------
    steps : sequence of Step
        As the families tell them.
    built : Built

    Returns
    -------
    list of Step
        Phase by phase; within, as told, but none before what it needs.
    """
    whole = _with_all_fixings(_with_all_cuts(_with_all_parts(steps, built), built), built)
    return _sorted(whole, built)


def _with_all_parts(steps: Sequence[Step], built: Built) -> list[Step]:
    """With a step for each part that nobody makes, where it is first wanted."""
    through, found = built.through, list(steps)
    told = {name for step in steps for name in step.makes}
    labels = {piece.label for piece in built.pieces}
    for part in built.made:
        if part.comes_drilled or not part.holes or part.part in told:
            continue
        wanted = (
            at
            for at, step in enumerate(found)
            if any(part.part in through.get(purpose, ()) for purpose in step.joins)
        )
        cuts = max((at for at, step in enumerate(found) if step.cuts), default=-1)
        found.insert(next(wanted, cuts + 1), _make(part, part.part in labels, built))
    return found


def _with_all_cuts(steps: Sequence[Step], built: Built) -> list[Step]:
    """With a step that cuts what is drilled later and nobody cut."""
    cut = {piece.label for piece in built.pieces} | {name for step in steps for name in step.cuts}
    parts, found = built.parts, []
    for step in steps:
        rough = [
            parts[name]
            for name in step.makes
            if name in parts and name not in cut and not _bought(parts[name], built)
        ]
        if rough:
            listed = "; ".join(_sized(part, built.style) for part in rough)
            words = (
                f"Cut {listed}. Mark the near left corner of each: its holes are measured there."
            )
            names = tuple(part.part for part in rough)
            found.append(Step(words, ("saw", "square", "pencil"), CUTTING, cuts=names))
            cut |= set(names)
        found.append(step)
    return found


def _bought(part: Template, built: Built) -> bool:
    """Whether it comes in its size and is only drilled."""
    return any(row.name == part.of for row in built.catalogue.hardware.values())


def _sized(part: Template, style: Style) -> str:
    """So many of a part, how large, and from what."""
    name = in_sentence(part.part)
    what = f"{part.count} × {name}" if part.count > 1 else f"the {name}"
    size = f"{write(part.length, 'length', style)} by {write(part.breadth, 'length', style)}"
    return f"{what}, {size}, from {sold_as(part, style)}"


def _make(part: Template, cut: bool, built: Built) -> Step:
    """Making a part by its tables."""
    name, several = in_sentence(part.part), part.count > 1
    note = f" {part.note[:1].upper()}{part.note[1:]}." if part.note else ""
    drill = f"drill {'them' if several else 'it'} by the drill table"
    if several and "clamped" not in part.note:
        drill += ", all clamped together"
    tools = ("clamps", "punch", "drill")
    if cut:
        words = f"Lay the {name} down with its datum end left and {drill}.{note}"
        return Step(words, tools, DRILLING, makes=(part.part,))
    if _bought(part, built):
        what = f"{part.count} × {name}" if several else f"the {name}"
        words = f"Take {what} ({in_sentence(part.of)}) and {drill}.{note}"
        return Step(words, tools, DRILLING, makes=(part.part,))
    marked = "each" if several else "it"
    words = (
        f"Cut {_sized(part, built.style)}; mark the near left corner of {marked}, and {drill}."
        f"{note}"
    )
    mind, saw = f"{CUTTING} {DRILLING}", ("saw", "square", *tools)
    return Step(words, saw, mind, cuts=(part.part,), makes=(part.part,))


def _with_all_fixings(steps: Sequence[Step], built: Built) -> list[Step]:
    """With a step for the bolts and screws of each purpose that nobody puts in."""
    found = list(steps)
    told = {purpose for step in steps for purpose in step.joins}
    for purpose, parts in built.through.items():
        if purpose in told:
            continue
        made = [at for at, step in enumerate(found) if parts & set(step.makes)]
        build = [at for at, step in enumerate(found) if step.phase == "build"]
        at = max(made) if made else max(build, default=-1)
        names = [in_sentence(part) for part in sorted(parts)]
        listed = " and ".join(filter(None, (", ".join(names[:-1]), names[-1])))
        screwed = any(bolt.screw for bolt in built.fixings if bolt.purpose == purpose)
        words = f"Put in the bolts of the {listed}."
        if len(names) > 1:
            words = f"{'Screw' if screwed else 'Bolt'} {listed} together."
        if screwed:
            words += " Start each screw in its pilot hole."
        found.insert(at + 1, Step(words, ("spanners", "screwdriver"), joins=(purpose,)))
    return found


def _sorted(steps: Sequence[Step], built: Built) -> list[Step]:
    """Phase by phase; within, as told, but nothing before what it needs."""
    through = built.through
    left = sorted(steps, key=lambda step: PHASES.index(step.phase))

    def needs(step: Step) -> set[tuple[str, str]]:
        found = {("cut", name) for name in step.makes}
        for purpose in step.joins:
            for name in through.get(purpose, ()):
                found |= {("cut", name), ("made", name)}
        return found - gives(step)

    def gives(step: Step) -> set[tuple[str, str]]:
        return {("cut", name) for name in step.cuts} | {("made", name) for name in step.makes}

    found: list[Step] = []
    while left:
        to_come = [gives(step) for step in left]
        # What makes a thing that is needed comes first; a ring of needs is cut where it begins.
        ready = (
            at
            for at, step in enumerate(left)
            if not any(needs(step) & one for other, one in enumerate(to_come) if other != at)
        )
        found.append(left.pop(next(ready, 0)))
    return found
