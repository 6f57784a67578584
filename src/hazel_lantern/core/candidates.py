"""Which rig can make a shot: every family that makes the move, drafted for real."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass

from hazel_lantern.core.assessment import Assessment
from hazel_lantern.core.assessor import assess
from hazel_lantern.core.drafts import begun, draft_rig
from hazel_lantern.core.drive.model import Drive
from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.fields import Edit, apply
from hazel_lantern.core.lamps import Lamp, State
from hazel_lantern.core.project.model import Rig
from hazel_lantern.core.rigs import AnyFamily, families, find_family
from hazel_lantern.core.rigs.case import Setup
from hazel_lantern.core.settings import Settings
from hazel_lantern.core.shot import Shot
from hazel_lantern.core.shot.pictures import hints
from hazel_lantern.core.sketch import Sketch
from hazel_lantern.core.stopping import Stop, StopSearch, never
from hazel_lantern.core.workshop import Workshop

#: What the shot itself asks too much of is the same for every rig.
SAME = ("shot.strobe", "shot.focus")


@dataclass(frozen=True)
class Candidate:
    """A drafted rig, as a card shows it.

    Attributes
    ----------
    family : type of Family
    rig : Rig or None
        None where no draft could be made.
    found : Assessment or None
    why : str
        Why it suits or not, in a sentence; what is wrong where there is no draft.
    drawing : Sketch or None
    """

    family: AnyFamily
    rig: Rig | None
    found: Assessment | None
    why: str
    drawing: Sketch | None = None

    @classmethod
    def of(cls, rig: Rig, found: Assessment, why: str) -> Candidate:
        """Of an assessed rig, with all that a card shows worked out: the window asks for it."""
        ids = [view.id for view in found.views]
        view = "side" if "side" in ids else ids[0]
        one = cls(rig.family, rig, found, why, found.sketch(view, len(found.marks) // 2))
        _ = one.worst, one.state, found.cost, found.mass, one.longest, one.minutes
        return one

    @property
    def worst(self) -> Lamp | None:
        """The lamp that burns worst; none where all hold."""
        if self.found is None:
            return None
        lamps = [lamp for lamp in self.found.lamps if lamp.state is not State.HOLDS]
        lamps.sort(key=lambda one: (one.state.badness, one.id not in SAME))
        return lamps[-1] if lamps else None

    @property
    def state(self) -> State:
        """How it burns."""
        return State.FAILS if self.found is None else self.found.state

    @property
    def longest(self) -> float:
        """Its longest piece, m."""
        assert self.found is not None
        return max((piece.length for piece in self.found.pieces), default=0.0)

    @property
    def minutes(self) -> float:
        """To set it up on the day: the sum of its steps."""
        assert self.found is not None
        return sum(one.minutes for one in self.found.family.set_up())

    @property
    def rank(self) -> tuple[float, ...]:
        """The best first: how it burns, how well it suits, what it costs."""
        if self.rig is None or self.found is None:
            return (9.0,)
        suits = self.family.suits(self.rig.shot)[0]
        own = [lamp for lamp in self.found.lamps if lamp.id not in SAME]
        burns = max((lamp.state.badness for lamp in own), default=0)
        return (float(burns >= State.FAILS.badness), -suits, float(burns), self.found.cost)


def able(shot: Shot) -> list[AnyFamily]:
    """Families that make a shot's move, the best suited first."""
    makers = [one for one in families().values() if isinstance(shot.move, one.moves)]
    return sorted(makers, key=lambda one: -one.suits(shot)[0])


def unable(shot: Shot) -> list[tuple[AnyFamily, str]]:
    """Families that do not make a shot's move, and what would have to change."""
    found = []
    for family in families().values():
        if not isinstance(shot.move, family.moves):
            ways = " or ".join(
                dict.fromkeys(kind.model_fields["kind"].default for kind in family.moves)
            )
            found.append((family, f"{family.suits(shot)[1]}; make it a {ways}"))
    return found


def standing_in(
    setup: Setup, edits: Iterable[Edit], settings: Settings, workshop: Workshop
) -> tuple[Edit, ...]:
    """Edits of a shot with what its picture says of the rig; where that cannot make the move, a
    start of one that can.

    Parameters
    ----------
    setup : Setup
    edits : iterable of Edit
        Of its shot.
    settings : Settings
    workshop : Workshop

    Returns
    -------
    tuple of Edit

    Raises
    ------
    EditError
        If the shot cannot be so.
    """
    edits = tuple(edits)
    # A setup alone does not ask whether its rig makes the move.
    free = Setup(shot=setup.shot, load=setup.load, design=setup.design)
    shot = apply(free, edits, settings.style).shot
    if isinstance(shot.move, find_family(setup.design.family).moves):
        return (*edits, *hints(setup.design, shot))
    family = able(shot)[0]
    design, _ = begun(family, shot, setup.load, settings, workshop)
    hinted = apply(Setup(shot=shot, design=design), hints(design, shot), settings.style).design
    return (*edits, Edit("design", hinted), Edit("drive", Drive()))


def drafted(
    family: AnyFamily,
    name: str,
    asked: Setup,
    settings: Settings,
    workshop: Workshop,
    stop: Stop = never,
) -> Candidate:
    """A card's rig.

    Parameters
    ----------
    family : type of Family
    name : str
        Of the rig.
    asked : Setup
        Shot, load and budget.
    settings : Settings
    workshop : Workshop
    stop : callable
        Asked often; True ends it.

    Returns
    -------
    Candidate

    Raises
    ------
    StopSearch
        If told to stop.
    """
    why = family.suits(asked.shot)[1]
    try:
        rig = draft_rig(family, name, asked, settings, workshop, stop)
        return Candidate.of(rig, assess(rig, settings, workshop), why)
    except CannotBe as error:
        return Candidate(family, None, None, str(error))


def candidates(
    asked: Setup,
    settings: Settings,
    workshop: Workshop,
    stop: Callable[[], bool],
    progress: Callable[[object], None],
    makers: Sequence[AnyFamily] | None = None,
) -> tuple[Candidate, ...]:
    """Draft every family that makes the move, told of as each is ready.

    Parameters
    ----------
    asked : Setup
        Shot, load and budget.
    settings : Settings
    workshop : Workshop
    stop, progress : callable
        As of a worker; ``progress`` is given all found so far.
    makers : sequence of type of Family, optional
        All that make the move, unless given.

    Returns
    -------
    tuple of Candidate
        The best first.

    Raises
    ------
    StopSearch
        When it is to stop.
    """
    found: tuple[Candidate, ...] = ()
    for family in able(asked.shot) if makers is None else makers:
        if stop():
            raise StopSearch
        name = f"{family.title} for {asked.shot.move.way}"
        one = drafted(family, name, asked, settings, workshop, stop)
        found = tuple(sorted((*found, one), key=lambda each: each.rank))
        progress(found)
    return found
