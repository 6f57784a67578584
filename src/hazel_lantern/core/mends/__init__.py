"""Mends: the search over a rig's levers for changes that make a lamp hold.

Nothing here knows what a lever does; every candidate is assessed anew.  A mend is offered
only if the lamp then holds and no other lamp burns worse than before, or fails by more.
"""

from hazel_lantern.core.mends.find import find
from hazel_lantern.core.mends.offer import Mend, Offers

__all__ = ["Mend", "Offers", "find"]
