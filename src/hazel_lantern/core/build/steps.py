"""The steps of a pack as they are printed: with parts, bolts, tools and time."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from hazel_lantern.core.build.ordering import Built, ordered
from hazel_lantern.core.build.tightening import Fit, engagement, fit_of, tightened
from hazel_lantern.core.parts import Bolt, Piece, Step, Template
from hazel_lantern.core.tools import called
from hazel_lantern.core.units import write

#: Minutes at the bench: to begin with, for a cut, for a hole, for a bolt or screw; in all no less
#: than so many at once.
BEGIN, A_CUT, A_HOLE, A_BOLT, ROUND = 5.0, 4.0, 1.5, 2.0, 5.0
#: Minutes for setting up, loading, trying.
ELSEWHERE = {"build": 10.0, "set up": 20.0, "load": 10.0, "try": 20.0}


@dataclass(frozen=True)
class Joint:
    """Bolts or screws alike that a step puts in: how many, of what, through what, how tight."""

    number: int
    sold_as: str
    purpose: str
    through: tuple[str, ...]
    tight: str
    note: str
    bolt: Bolt


@dataclass(frozen=True)
class PackStep:
    """A step as it is printed: with the pieces it cuts, the parts that it makes, the bolts it puts
    in, and its time.
    """

    step: Step
    pieces: tuple[Piece, ...]
    parts: tuple[Template, ...]
    joints: tuple[Joint, ...]
    tools: tuple[str, ...]
    minutes: float

    @property
    def text(self) -> str:
        """What to do."""
        return self.step.text

    @property
    def joined(self) -> tuple[str, ...]:
        """Each kind of bolt in a line."""
        return tuple(
            f"{one.number} × {one.sold_as}, {one.purpose} ({', '.join(one.through)}): {one.tight}"
            + (f"; {one.note}" if one.note else "")
            for one in self.joints
        )


def pack_steps(steps: Sequence[Step], built: Built) -> tuple[PackStep, ...]:
    """All steps, in order.

    Parameters
    ----------
    steps : sequence of Step
        As the families tell them.
    built : Built

    Returns
    -------
    tuple of PackStep
    """
    return tuple(_packed(step, built) for step in ordered(steps, built))


def _packed(step: Step, built: Built) -> PackStep:
    parts = built.parts
    pieces = tuple(piece for piece in built.pieces if piece.label in step.cuts)
    labels = {piece.label for piece in pieces}
    names = dict.fromkeys((*step.cuts, *step.makes))
    made = tuple(parts[name] for name in names if name in parts and name not in labels)
    joints = _joints(step, built)
    cuts = sum(piece.count for piece in pieces)
    drilled = [one for one in made if one.part in step.makes]
    holes = sum(len(one.holes) * (1 if one.count == 1 else 1.5) for one in drilled)
    bolts = sum(one.number for one in joints)
    worked = A_CUT * cuts + A_HOLE * holes + A_BOLT * bolts
    minutes = BEGIN + worked if worked else ELSEWHERE[step.phase]
    tapped = any(
        fit_of(hole, built.bolt_of.get((one.part, hole.label))) is Fit.TAPPED
        for one in drilled
        for hole in one.holes
    )
    tools = called((*step.tools, "tap") if tapped else step.tools, built.tools)
    return PackStep(step, pieces, made, joints, tools, ROUND * math.ceil(minutes / ROUND))


def _joints(step: Step, built: Built) -> tuple[Joint, ...]:
    """What the step puts in, those alike as one."""
    parts, style = built.parts, built.style
    found: dict[tuple[str, str, tuple[str, ...]], Joint] = {}

    def add(bolt: Bolt, sold_as: str, tight: str, note: str) -> None:
        names = tuple(one.part for one in bolt.through)
        joint = Joint(0, sold_as, bolt.purpose, names, tight, note, bolt)
        before = found.get((bolt.purpose, sold_as, names), joint)
        found[bolt.purpose, sold_as, names] = replace(before, number=before.number + 1)

    for purpose in step.joins:
        for one in built.bolts:
            if one.bolt.purpose == purpose:
                tight = tightened(one, parts, built.catalogue, style)
                add(one.bolt, one.sold_as, tight, engagement(one, parts, style))
        for screw in built.screws:
            if screw.purpose == purpose:
                add(
                    screw,
                    f"wood screw {write(screw.screw, 'fine', style)}",
                    "until its head is flush",
                    "",
                )
    return tuple(
        replace(one, number=_screws(one, built)) if one.bolt.screw else one
        for one in found.values()
    )


def _screws(joint: Joint, built: Built) -> int:
    """How many screws there are: told once, they are the same in each part of a kind."""
    holes = {
        (screw.through[0].part, screw.through[0].hole)
        for screw in built.screws
        if tuple(one.part for one in screw.through) == joint.through
    }
    return sum(built.parts[part].count for part, _ in holes)


def time_in_words(minutes: float) -> str:
    """So long at the bench, in words: ``2 h 15 min``.

    Parameters
    ----------
    minutes : float

    Returns
    -------
    str
    """
    hours, rest = divmod(round(minutes), 60)
    return " ".join(filter(None, (f"{hours} h" if hours else "", f"{rest} min" if rest else "")))
