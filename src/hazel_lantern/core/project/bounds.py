"""What a file may be at the most, looked at before it is made sense of."""

from __future__ import annotations

import json
from typing import Any

from hazel_lantern.core.errors import CannotBe

#: The deepest nesting, the most fields in a group, figures and words in all, digits of a figure,
#: and letters of a word.  The longest project that can be made keeps well below them.
DEEPEST, BROADEST, MOST, DIGITS, LETTERS = 40, 6_000, 400_000, 320, 100_000
#: A message is one line, at most so long; and so much of a value is shown in it.
LONGEST_LINE, LONGEST_VALUE = 300, 60


class ProjectError(CannotBe):
    """A file that is not an acceptable project; the message names place, value and remedy."""

    def __init__(self, words: str) -> None:
        super().__init__(one_line(words))


def one_line(words: str, most: int = LONGEST_LINE) -> str:
    """Words in one line of at most so many letters, with a dash where something is left out."""
    flat = " ".join(words.split())
    return flat if len(flat) <= most else f"{flat[: most - 2].rstrip()} –"


def shown(value: object) -> str:
    """A value as it stands in a message."""
    return one_line(repr(value), LONGEST_VALUE)


def _figure(digits: str) -> int:
    if len(digits) > DIGITS:
        raise ProjectError(
            f"the file holds a figure of {len(digits)} digits; accepted are at most {DIGITS}"
        )
    return int(digits)


def _decimal(digits: str) -> float:
    _figure("1" * min(len(digits), DIGITS + 1))
    return float(digits)


def _constant(word: str) -> float:
    raise ProjectError(f"the file holds {word}, which is no figure; accepted are plain numbers")


def _group(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    if len(pairs) > BROADEST:
        raise ProjectError(f"{len(pairs)} fields in one group; accepted are at most {BROADEST}")
    found = dict(pairs)
    if len(found) < len(pairs):
        names = [name for name, _ in pairs]
        twice = next(name for at, name in enumerate(names) if name in names[:at])
        raise ProjectError(f"the field {shown(twice)} stands twice in one group; leave one of them")
    return found


def read_json(text: str) -> Any:
    """JSON that keeps within bounds.

    Raises
    ------
    ProjectError
        Says what is not so, and where.
    """
    try:
        data = json.loads(
            text,
            parse_constant=_constant,
            parse_int=_figure,
            parse_float=_decimal,
            object_pairs_hook=_group,
        )
    except json.JSONDecodeError as error:
        cut = " (the file seems cut short)" if error.pos >= len(text.rstrip()) - 1 else ""
        raise ProjectError(
            f"not JSON at line {error.lineno}, column {error.colno}: {error.msg}{cut}"
        ) from None
    except RecursionError:
        raise ProjectError("the file is nested too deeply to be a project") from None
    _look_through(data)
    return data


def _look_through(data: Any) -> None:
    """Depth, number and letters of all there is, without recursion."""
    left, count = [(data, 1)], 0
    while left:
        value, depth = left.pop()
        count += 1
        if count > MOST:
            raise ProjectError(f"more than {MOST} figures and words; a project has fewer")
        if depth > DEEPEST:
            raise ProjectError("the file is nested too deeply to be a project")
        if isinstance(value, dict):
            for name, inner in value.items():
                _letters(name)
                left.append((inner, depth + 1))
        elif isinstance(value, list):
            left += [(inner, depth + 1) for inner in value]
        elif isinstance(value, str):
            _letters(value)
        elif isinstance(value, float) and abs(value) == float("inf"):
            raise ProjectError(
                "the file holds a figure that is too large for any; write it smaller"
            )


def _letters(words: str) -> None:
    if len(words) > LETTERS:
        raise ProjectError(f"words of {len(words)} letters; accepted are at most {LETTERS}")
    if any("\ud800" <= letter <= "\udfff" for letter in words):
        raise ProjectError(f"{shown(words)} holds half a letter; write it as UTF-8 text")
