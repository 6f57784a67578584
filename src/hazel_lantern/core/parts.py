"""Parts of a rig: what to buy, what is owned, what it costs and weighs."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Having = Literal["buy", "owned", "scrap"]


def in_sentence(name: str) -> str:
    """A name inside a sentence: it begins small, unless with initials such as PVC."""
    return name if name[1:2].isupper() else name[:1].lower() + name[1:]


def with_article(title: str) -> str:
    """A family's title inside a sentence."""
    name = title.lower()
    return f"{'an' if name[0] in 'aeiou' else 'a'} {name}"


@dataclass(frozen=True)
class Part:
    """A line of the parts list.

    Attributes
    ----------
    key : str
        Stable within a family, so that marks and prices stay with it.
    name : str
    quantity : int
    price : float
        For all of them, in the project's currency, as if bought.
    mass : float
        For all of them, kg.
    having : {"buy", "owned", "scrap"}
    note : str
        Such as the cut length or where it comes from.
    catalogue_id : str
        What it is in the catalogue, to find it on the shelf.
    on_shelf : int
        How many of them the shelf gives; ``price`` is for the rest.
    """

    key: str
    name: str
    quantity: int
    price: float
    mass: float
    having: Having = "buy"
    note: str = ""
    catalogue_id: str = ""
    on_shelf: int = 0

    @property
    def cost(self) -> float:
        """What is still to be paid."""
        return self.price if self.having == "buy" else 0.0


@dataclass(frozen=True)
class Piece:
    """Pieces to cut from one section: each ``length`` m long."""

    section: str
    label: str
    length: float
    count: int


@dataclass(frozen=True)
class Hole:
    """A hole: where from the datum corner, m, its diameter, and what goes through."""

    part: str
    label: str
    x: float
    y: float
    diameter: float
    purpose: str


@dataclass(frozen=True)
class Template:
    """A part as it is built: its size from the datum corner, m, holes and slots.

    A slot is (x0, x1, y, width): from end to end of its middle line, at that height.  ``thick``
    is what a bolt goes through, m; ``of`` is what it is made of.  What ``comes_drilled`` is
    bought: its holes are listed and not marked out.  What is no rectangle has an ``outline``, its
    corners in turn, m.
    """

    part: str
    length: float
    breadth: float
    holes: tuple[Hole, ...] = ()
    slots: tuple[tuple[float, float, float, float], ...] = ()
    count: int = 1
    note: str = ""
    thick: float = 0.0
    of: str = ""
    comes_drilled: bool = False
    outline: tuple[tuple[float, float], ...] = ()


@dataclass(frozen=True)
class Through:
    """A hole that a bolt goes through: of which part, and how much wider for a bush, m.

    What sits ``inside`` of the part before it makes the bolt no longer.
    """

    part: str
    hole: str
    bush: float = 0.0
    inside: bool = False


@dataclass(frozen=True)
class Bolt:
    """One bolt as it sits: where, and what it goes through from its head on.

    Attributes
    ----------
    key : str
        What the maker's marks and prices are kept under.
    purpose : str
    at : str
        Which one of several alike it is.
    thread : str
        Id of the catalogue.
    through : tuple of Through
    also : tuple of (str, float)
        What else is between head and nut: spacers, a wheel; with its thickness, m.
    nut : bool
        Whether a nut ends it; else the last part has its thread.
    screw : float
        Of a wood screw that comes with a part, its thickness, m; it has no thread of ours.
    turns : bool
        Whether something turns on it: then it is not tightened.
    """

    key: str
    purpose: str
    at: str
    thread: str
    through: tuple[Through, ...]
    also: tuple[tuple[str, float], ...] = ()
    nut: bool = True
    screw: float = 0.0
    turns: bool = False


#: In the order of doing: it is built, set up, loaded, tried.
Phase = Literal["build", "set up", "load", "try"]


@dataclass(frozen=True)
class Step:
    """A step of the build: what to do, with which tools, and what to mind.

    Attributes
    ----------
    text : str
    tools : tuple of str
    caution : str
    phase : {"build", "set up", "load", "try"}
    cuts : tuple of str
        Labels of the pieces that are cut.
    makes : tuple of str
        Names of the parts that are drilled, or finished otherwise.
    joins : tuple of str
        Purposes of the bolts and screws that are put in.
    check : str
        What to measure before going on, with its figure.
    wait : str
        What has to set or settle before the next step.
    """

    text: str
    tools: tuple[str, ...] = ()
    caution: str = ""
    phase: Phase = "build"
    cuts: tuple[str, ...] = ()
    makes: tuple[str, ...] = ()
    joins: tuple[str, ...] = ()
    check: str = ""
    wait: str = ""
