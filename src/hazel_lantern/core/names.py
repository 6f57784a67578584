"""Names of files made from names of rigs and parts."""

from __future__ import annotations

import re
import unicodedata

#: The longest name of a file, bytes, with room for what is put after it.
LONGEST = 120


def file_name(words: str) -> str:
    """A name that any file may have, made of words; letters of any script stay.

    Parameters
    ----------
    words : str

    Returns
    -------
    str
        Never empty, without separators, signs and leading dots.
    """
    flat = unicodedata.normalize("NFC", words)
    kept = "".join(one if one.isalnum() or one in " -_()." else " " for one in flat)
    kept = re.sub(r"\s+", " ", kept).strip(" .")
    while len(kept.encode("utf-8")) > LONGEST:
        kept = kept[:-1]
    return kept.strip(" .") or "unnamed"
