"""Reading and writing quantities the way a maker writes them.

All values inside are SI.  ``read`` takes what a maker types, with arithmetic, and
``write`` prints in the chosen units.  The tables below are the only place where a
unit's factor stands.
"""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from fractions import Fraction
from typing import Literal

from hazel_lantern.core.errors import CannotBe
from hazel_lantern.core.mechanics.constants import GRAVITY

System = Literal["mm", "ft·in"]

INCH = 0.0254
FOOT = 12 * INCH
POUND = 0.45359237
OUNCE = POUND / 16
POUND_FORCE = POUND * GRAVITY
DEGREE = math.pi / 180

_LENGTH = {
    "mm": 1e-3,
    "cm": 1e-2,
    "m": 1.0,
    "km": 1e3,
    "in": INCH,
    "inch": INCH,
    "inches": INCH,
    '"': INCH,
    "ft": FOOT,
    "foot": FOOT,
    "feet": FOOT,
    "'": FOOT,
    "yd": 3 * FOOT,
}
_MASS = {"g": 1e-3, "kg": 1.0, "t": 1e3, "lb": POUND, "lbs": POUND, "oz": OUNCE}
_PER_RADIAN = {"nm/rad": 1.0, "nm/deg": 1 / DEGREE, "lbfft/rad": POUND_FORCE * FOOT}

#: Units a maker may write, by kind of quantity, with their factor to SI.
UNITS: dict[str, dict[str, float]] = {
    "length": _LENGTH,
    "fine": _LENGTH,
    "focal": {"mm": 1e-3, "cm": 1e-2, "m": 1.0},
    "mass": _MASS,
    "angle": {"deg": DEGREE, "degrees": DEGREE, "°": DEGREE, "rad": 1.0, "mrad": 1e-3},
    "time": {"s": 1.0, "sec": 1.0, "min": 60.0, "h": 3600.0, "ms": 1e-3},
    "force": {"n": 1.0, "kn": 1e3, "lbf": POUND_FORCE, "kgf": GRAVITY},
    "speed": {"m/s": 1.0, "mm/s": 1e-3, "ft/s": FOOT, "in/s": INCH},
    "acceleration": {"m/s2": 1.0, "ft/s2": FOOT},
    "stress": {"pa": 1.0, "mpa": 1e6, "gpa": 1e9, "psi": POUND_FORCE / INCH**2},
    "density": {"kg/m3": 1.0},
    "torsion": _PER_RADIAN,
    "torque": {"nm": 1.0, "lbfft": POUND_FORCE * FOOT},
    "per_length": {"/m": 1.0, "/ft": 1 / FOOT},
    "area": {"mm2": 1e-6, "m2": 1.0},
    "second_moment": {"mm4": 1e-12, "m4": 1.0, "in4": INCH**4},
    "percent": {"%": 0.01},
    "px": {"px": 1.0},
    "rate": {"1/s": 1.0, "hz": 1.0},
    "energy": {"j": 1.0},
    "turning": {"turns/min": 2 * math.pi / 60, "rad/s": 1.0},
    "number": {"x": 1.0, "×": 1.0},
    "plain": {},
    "money": {},
    "count": {},
    "f_stop": {},
}

# The unit of a bare number, for each system.
_DEFAULT: dict[str, tuple[float, float]] = {
    "length": (1e-3, INCH),
    "fine": (1e-3, INCH),
    "focal": (1e-3, 1e-3),
    "mass": (1.0, POUND),
    "angle": (DEGREE, DEGREE),
    "force": (1.0, POUND_FORCE),
    "speed": (1.0, FOOT),
    "acceleration": (1.0, FOOT),
    "stress": (1e6, POUND_FORCE / INCH**2),
    "torsion": (1.0, POUND_FORCE * FOOT),
    "torque": (1.0, POUND_FORCE * FOOT),
    "per_length": (1.0, 1 / FOOT),
    "percent": (0.01, 0.01),
}

_EXAMPLES: dict[str, str] = {
    "length": '1270, 1.27 m, 50", 4\' 2 1/2" or 1200 - 2*18',
    "fine": '0.8, 0.8 mm or 0.03"',
    "focal": "35 or 35 mm",
    "mass": "2.4 kg, 180 g or 2 lb 3 oz",
    "angle": "3 or 3°",
    "time": "6, 6 s or 1 min 30 s",
    "force": "15, 15 N or 3 lbf",
    "torsion": "900 or 900 Nm/rad",
    "torque": "0.4 or 0.4 Nm",
    "percent": "15 or 15 %",
    "money": "24.50",
}


@dataclass(frozen=True)
class Style:
    """How quantities are printed: the system, the finest fraction of an inch, the currency."""

    system: System = "mm"
    denominator: int = 16
    currency: str = "€"

    @property
    def imperial(self) -> bool:
        """Whether lengths are in feet and inches."""
        return self.system == "ft·in"


class ReadError(CannotBe):
    """What was typed cannot be read; the message names it and what would be accepted."""


@dataclass(frozen=True)
class _Term:
    """A number that carries the unit (``power`` 1) or none yet (``power`` 0)."""

    value: float
    power: int
    feet: bool = False


#: Letters of what is typed: longer than any sum, and short enough to be read in no time.
LONGEST = 160
_TOKEN = re.compile(
    r"""\s*(?:
        (?P<mixed>\d+\s+\d+/\d+(?![\d.,]))
      | (?P<number>(?:\d[\d.,]*|[.,]\d+)(?:[eE][-+]?\d+)?)
      | (?P<unit>[A-Za-z°%'"×µ/][A-Za-z0-9/·]*|°|%)
      | (?P<operator>[-+*/()])
    )""",
    re.VERBOSE,
)
_VULGAR = {"½": "1/2", "¼": "1/4", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8"}
_FRACTION_WITH_UNIT = re.compile(r"(?<![\d./])(?<!\d )(\d+)/(\d+)(?=\s*(?:\"|in\b|inch))")
_FEET_DASH = re.compile(r"(?<=['′])-(?=\d)")


def _number(text: str) -> float:
    """Read one number; a comma is a decimal sign only where it cannot be a thousands sign.

    Raises
    ------
    ReadError
        If the comma can be read both ways, or the figure is no number.
    """
    plain = text
    if "," in text:
        if re.fullmatch(r"\d{1,3}(,\d{3})+\.\d+|\d{1,3}(,\d{3}){2,}", text):
            plain = text.replace(",", "")
        elif re.fullmatch(r"[1-9]\d{0,2},\d{3}", text):
            raise ReadError(
                f"“{text}” can be read two ways: write {text.replace(',', '.')} "
                f"or {text.replace(',', '')}"
            )
        elif text.count(",") == 1 and "." not in text:
            plain = text.replace(",", ".")
    try:
        value = float(plain)
    except ValueError:
        raise ReadError(f"“{text}” is not a number") from None
    if not math.isfinite(value):
        raise ReadError(f"“{text}” is too large")
    return value


class _Reader:
    """A small reader of sums: ``1200 - 2*18``, ``4' 2 1/2"``, ``(1 m + 20) / 2``."""

    def __init__(self, text: str, kind: str, imperial: bool) -> None:
        self._units = UNITS[kind]
        default = _DEFAULT.get(kind, (1.0, 1.0))
        self._default = default[1] if imperial else default[0]
        self._tokens = self._split(text)
        self._at = 0

    def _split(self, text: str) -> list[tuple[str, str]]:
        for sign, plain in _VULGAR.items():
            text = re.sub(rf"(?<=\d){sign}", f" {plain}", text).replace(sign, plain)
        text = text.replace("′", "'").replace("″", '"').replace("’", "'").replace("”", '"')
        text = text.replace("−", "-").replace("''", '"').replace("N·m", "Nm")
        text = _FEET_DASH.sub(" ", text)
        text = _FRACTION_WITH_UNIT.sub(r"0 \1/\2", text)
        tokens: list[tuple[str, str]] = []
        at = 0
        text = text.strip()
        while at < len(text):
            match = _TOKEN.match(text, at)
            if match is None:
                raise ReadError(f"“{text[at:].strip()}” cannot be read")
            kind = str(match.lastgroup)
            word = match.group(kind)
            if kind == "unit" and word[0] == "/" and word.lower() not in self._units:
                kind, word = "operator", "/"
            end = match.start(match.lastgroup or 0) + len(word)
            if kind == "unit" and word[0] in "'\"°%×":
                word, end = word[0], match.start("unit") + 1
            tokens.append((kind, word))
            at = end
        return tokens

    def _peek(self) -> tuple[str, str]:
        return self._tokens[self._at] if self._at < len(self._tokens) else ("end", "")

    def _next(self) -> tuple[str, str]:
        token = self._peek()
        self._at += 1
        return token

    def read(self) -> float:
        if not self._tokens:
            raise ReadError("nothing was typed")
        total = self._sum()
        kind, word = self._peek()
        if kind != "end":
            raise ReadError(f"“{word}” does not belong there")
        return self._dimensioned(total)

    def _dimensioned(self, term: _Term) -> float:
        return term.value if term.power else term.value * self._default

    def _sum(self) -> _Term:
        total = self._product()
        while self._peek()[1] in ("+", "-") and self._peek()[0] == "operator":
            sign = 1 if self._next()[1] == "+" else -1
            other = self._product()
            if total.power == other.power:
                total = _Term(total.value + sign * other.value, total.power)
            else:
                value = self._dimensioned(total) + sign * self._dimensioned(other)
                total = _Term(value, 1)
        return total

    def _product(self) -> _Term:
        total = self._signed()
        while self._peek()[0] == "operator" and self._peek()[1] in ("*", "/"):
            operator = self._next()[1]
            other = self._signed()
            if operator == "*":
                total = _Term(total.value * other.value, total.power + other.power)
            elif other.value == 0:
                raise ReadError("cannot divide by nothing")
            else:
                total = _Term(total.value / other.value, total.power - other.power)
            if total.power not in (0, 1):
                raise ReadError("a unit stands in the wrong place of that sum")
        return total

    def _signed(self) -> _Term:
        if self._peek() in (("operator", "-"), ("operator", "+")):
            sign = -1 if self._next()[1] == "-" else 1
            term = self._signed()
            return _Term(sign * term.value, term.power)
        return self._compound()

    def _compound(self) -> _Term:
        """One quantity, which may be written in several parts: feet then inches."""
        total = self._atom()
        while self._peek()[0] in ("number", "mixed") and total.power == 1:
            part = self._atom()
            if part.power == 0:
                if not total.feet:
                    raise ReadError(f"no unit or sign before {part.value:g}")
                part = _Term(part.value * INCH, 1)
            total = _Term(total.value + part.value, 1)
        return total

    def _atom(self) -> _Term:
        kind, word = self._next()
        if (kind, word) == ("operator", "("):
            inner = self._sum()
            if self._next() != ("operator", ")"):
                raise ReadError("a bracket is not closed")
            return self._with_unit(inner)
        if kind == "mixed":
            whole, part = word.split()
            top, bottom = part.split("/")
            if int(bottom) == 0:
                raise ReadError("cannot divide by nothing")
            return self._with_unit(_Term(int(whole) + int(top) / int(bottom), 0))
        if kind == "number":
            return self._with_unit(_Term(_number(word), 0))
        raise ReadError(f"a number is missing before “{word}”" if word else "a number is missing")

    def _with_unit(self, term: _Term) -> _Term:
        kind, word = self._peek()
        if kind != "unit":
            return term
        self._next()
        factor = self._units.get(word.lower().replace("·", ""))
        if factor is None:
            accepted = ", ".join(unit for unit in self._units) or "a plain number"
            raise ReadError(f"“{word}” is not a unit known here; accepted: {accepted}")
        if term.power:
            raise ReadError(f"“{word}” stands behind a figure that has a unit already")
        return _Term(term.value * factor, 1, feet=factor == FOOT and kind == "unit")


def read(text: str, kind: str, style: Style | None = None) -> float:
    """Read a quantity.

    Parameters
    ----------
    text : str
        What the maker typed: figures with or without unit, arithmetic with ``+ - * /``
        and brackets, feet and inches, mixed fractions, a decimal comma where it cannot
        be mistaken.  A bare number is in the unit of ``style``.
    kind : str
        A key of `UNITS`.
    style : Style, optional
        The units of bare numbers; metric if left out.

    Returns
    -------
    float
        The value in SI.

    Raises
    ------
    ReadError
        Names the text, what is wrong with it, and what would be accepted.
    """
    style = style or Style()
    if len(text) > LONGEST:
        raise ReadError(
            f"“{text.strip()[:24]}…”: a sum of {len(text)} letters is not read; at most {LONGEST}"
        )
    plain = text.strip().removeprefix(style.currency).strip() if kind == "money" else text
    try:
        if kind == "count" and not re.fullmatch(r"\s*\d{1,6}\s*", plain):
            raise ReadError("a whole number is needed")
        value = _Reader(plain, kind, style.imperial).read()
        if not math.isfinite(value):
            raise ReadError("the figure is too large")
    except ReadError as error:
        example = _EXAMPLES.get(kind, "a plain number")
        raise ReadError(f"“{text.strip()}”: {error}. Accepted: {example}") from None
    return value


def to_the_eye(value: float, kind: str, style: Style) -> float:
    """A figure as finely as it can be seen on a tape: a length to a millimetre or a quarter inch.

    Parameters
    ----------
    value : float
        SI.
    kind : str
        A key of `UNITS`; others than lengths are as they are.
    style : Style

    Returns
    -------
    float
        SI.
    """
    if kind != "length":
        return value
    step = INCH / 4 if style.imperial else 1e-3
    return round(value / step) * step


def about(value: float, kind: str, style: Style, digits: int = 2) -> str:
    """A figure in words to so many digits of the unit that it is told in.

    Parameters
    ----------
    value : float
        SI.
    kind : str
        A key of `UNITS` that is told in one unit.
    style : Style
    digits : int

    Returns
    -------
    str
    """

    def rounded(match: re.Match[str]) -> str:
        return f"{float(f'{float(match[0]):.{digits}g}'):g}"

    return re.sub(r"\d+(?:\.\d+)?", rounded, write(value, kind, style), count=1)


def by_eye(length: float, style: Style) -> str:
    """A length in words as finely as it can be seen on a tape, see `to_the_eye`.

    Parameters
    ----------
    length : float
        m.
    style : Style

    Returns
    -------
    str
    """
    return write(to_the_eye(length, "length", style), "length", style)


def trimmed(value: float, places: int) -> str:
    """Print with at most that many decimals and no trailing noughts."""
    text = f"{value:.{places}f}"
    if "." in text:
        text = text.rstrip("0").rstrip(".")
    return "0" if text in ("-0", "") else text


def _feet_and_inches(value: float, denominator: int) -> str:
    inches = Fraction(round(abs(value) / INCH * denominator), denominator)
    sign = "-" if value < 0 and inches else ""
    feet, rest = divmod(inches, 12)
    whole, part = divmod(rest, 1)
    words = []
    if feet:
        words.append(f"{feet}'")
    if part:
        words.append(f'{whole} {part}"' if whole else f'{part}"')
    elif whole or not feet:
        words.append(f'{whole}"')
    return sign + " ".join(words)


def _pounds(value: float) -> str:
    ounces = round(abs(value) / OUNCE, 1)
    sign = "-" if value < 0 and ounces else ""
    pounds, rest = divmod(ounces, 16)
    if not pounds:
        return f"{sign}{trimmed(rest, 1)} oz"
    return f"{sign}{int(pounds)} lb" + (f" {trimmed(rest, 1)} oz" if rest else "")


def _metric_mass(value: float) -> str:
    return f"{trimmed(value * 1e3, 0)} g" if abs(value) < 0.9995 else f"{trimmed(value, 3)} kg"


# Metric and imperial: divide by the factor, print with these decimals, then the unit.
_PRINTED: dict[str, tuple[tuple[float, int, str], tuple[float, int, str]]] = {
    "length": ((1e-3, 1, " mm"), (1.0, 0, "")),
    "fine": ((1e-3, 2, " mm"), (INCH, 3, '"')),
    "focal": ((1e-3, 1, " mm"), (1e-3, 1, " mm")),
    "angle": ((DEGREE, 2, "°"), (DEGREE, 2, "°")),
    "time": ((1.0, 2, " s"), (1.0, 2, " s")),
    "force": ((1.0, 1, " N"), (POUND_FORCE, 2, " lbf")),
    "speed": ((1.0, 3, " m/s"), (FOOT, 3, " ft/s")),
    "acceleration": ((1.0, 3, " m/s²"), (FOOT, 3, " ft/s²")),
    "stress": ((1e6, 1, " MPa"), (POUND_FORCE / INCH**2, 0, " psi")),
    "second_moment": ((1e-12, 0, " mm4"), (INCH**4, 4, " in4")),
    "torque": ((1.0, 2, " N·m"), (POUND_FORCE * FOOT, 2, " lbf·ft")),
    "torsion": ((1.0, 0, " N·m/rad"), (POUND_FORCE * FOOT, 0, " lbf·ft/rad")),
    "per_length": ((1.0, 2, " /m"), (1 / FOOT, 2, " /ft")),
    "percent": ((0.01, 1, " %"), (0.01, 1, " %")),
    "px": ((1.0, 1, " px"), (1.0, 1, " px")),
    "rate": ((1.0, 2, " /s"), (1.0, 2, " /s")),
    "energy": ((1.0, 2, " J"), (1.0, 2, " J")),
    "turning": ((2 * math.pi / 60, 2, " turns/min"), (2 * math.pi / 60, 2, " turns/min")),
    "number": ((1.0, 2, "×"), (1.0, 2, "×")),
    "plain": ((1.0, 6, ""), (1.0, 6, "")),
    "count": ((1.0, 0, ""), (1.0, 0, "")),
    "f_stop": ((1.0, 1, ""), (1.0, 1, "")),
}


#: Lengths are printed in metres from there on, m: nobody reads 22000 mm off a tape.
METRES = 10.0


def write(value: float, kind: str, style: Style | None = None) -> str:
    """Print a quantity in the chosen units, so that `read` takes it back.

    Parameters
    ----------
    value : float
        In SI.
    kind : str
        A key of `UNITS`.
    style : Style, optional
        Metric if left out.

    Returns
    -------
    str
        Rounded to what a maker can measure: 0.1 mm, 1 g, 1/16 inch.
    """
    style = style or Style()
    if not math.isfinite(value):
        return "beyond measure"
    if kind == "money":
        return f"{style.currency}{value:.2f}".removesuffix(".00")
    if kind == "mass":
        return _pounds(value) if style.imperial else _metric_mass(value)
    if kind == "length" and style.imperial:
        return _feet_and_inches(value, style.denominator)
    if kind == "length" and abs(value) >= METRES:
        return f"{trimmed(value, 4)} m"
    if kind == "time" and value >= 120:
        return _hours_and_minutes(value)
    if kind == "plain":
        # Its label has the unit; from hundred thousands to ten-thousandths.
        whole = len(f"{abs(value):.0f}")
        return trimmed(value, max(6 - whole, 0) if abs(value) >= 1 else 6)
    factor, places, unit = _PRINTED[kind][style.imperial]
    if kind == "px" and abs(value) < 1:
        places += 1  # shake is a part of a pixel
    if kind == "torque" and abs(value) < 0.1:
        places += 2  # a small motor has no more
    return trimmed(value / factor, places) + unit


def _hours_and_minutes(value: float) -> str:
    """Such as “45 min” or “1 h 2 min 5 s”; hundredths of a second are nothing in a minute."""
    # Of ten hours the seconds are nothing either.
    whole = round(value * 10) if value < 36000 else round(value / 60) * 600
    hours, left = divmod(whole, 36000)
    minutes, tenths = divmod(left, 600)
    parts = (
        (f"{hours} h", hours),
        (f"{minutes} min", minutes),
        (f"{trimmed(tenths / 10, 1)} s", tenths),
    )
    return " ".join(text for text, there in parts if there)


def clock_unit(whole: float) -> tuple[str, float]:
    """The unit in which a whole of so many seconds is read off a clock, and its seconds."""
    return next(
        (name, size) for name, size in (("h", 3600), ("min", 60), ("s", 1)) if whole >= 2 * size - 2
    )


def axis_unit(kind: str, style: Style) -> tuple[float, str]:
    """The factor to divide by and the unit's name for a plot's axis."""
    if kind == "length" and style.imperial:
        return INCH, "in"
    if kind == "mass":
        return (POUND, "lb") if style.imperial else (1.0, "kg")
    if kind == "money":
        return 1.0, style.currency
    factor, _, unit = _PRINTED[kind][style.imperial]
    return factor, unit.strip().replace('"', "in")
