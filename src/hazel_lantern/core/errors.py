"""The one error that is the maker's: something asked for cannot be.

Everything else that is raised is a fault of the program and is told as such.
"""

from __future__ import annotations


class CannotBe(ValueError):  # noqa: N818 - it reads as what it says
    """What was asked for cannot be; the message names value, place and what would be accepted."""
