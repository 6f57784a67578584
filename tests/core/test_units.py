"""The maker's notation: what is read, what is refused, and that writing is read back."""

import math

import pint
import pytest
from hypothesis import given
from hypothesis import strategies as st

from hazel_lantern.core.units import UNITS, ReadError, Style, about, by_eye, read, write

METRIC, IMPERIAL = Style(), Style("ft·in")


@pytest.mark.parametrize(
    ("text", "kind", "expected"),
    [
        ("1270", "length", 1.27),
        ("1.27 m", "length", 1.27),
        ('50"', "length", 1.27),
        ("4' 2 1/2\"", "length", 1.2827),
        ("4ft 2.5in", "length", 1.2827),
        ("4'-2 1/2\"", "length", 1.2827),
        ("4′ 2″", "length", 1.27),
        ("-4' 2\"", "length", -1.27),
        ('3/4"', "length", 0.01905),
        ('2½"', "length", 0.0635),
        ("½ in", "length", 0.0127),
        ("127 cm", "length", 1.27),
        ("1200 - 2*18", "length", 1.164),
        ("(1 m + 20) / 2", "length", 0.51),
        ("2 * 1.2m", "length", 2.4),
        ("1000/4/5", "length", 0.05),
        ("8 / 2 * 4", "length", 0.016),
        ("- 3 + 5", "length", 0.002),
        ("1,27 m", "length", 1.27),
        ("0,125 m", "length", 0.125),
        ("1,270.5", "length", 1.2705),
        ("1,234,567", "length", 1234.567),
        ("2 lb 3 oz", "mass", 0.99223330937),
        ("2.4kg", "mass", 2.4),
        ("180 g", "mass", 0.18),
        ("1 min 30 s", "time", 90.0),
        ("3°", "angle", math.radians(3)),
        ("900 N·m/rad", "torsion", 900.0),
        ("15 %", "percent", 0.15),
        ("€24.50", "money", 24.5),
        ("12", "count", 12.0),
        ("2 kgf", "force", 19.6133),
    ],
)
def test_reads_what_a_maker_writes(text, kind, expected):
    assert read(text, kind) == pytest.approx(expected, rel=1e-9)


def test_bare_numbers_take_the_unit_of_the_project():
    assert read("50", "length", METRIC) == pytest.approx(0.050)
    assert read("50", "length", IMPERIAL) == pytest.approx(1.27)
    assert read("4' 2", "length", IMPERIAL) == pytest.approx(1.27)
    assert read("2", "mass", IMPERIAL) == pytest.approx(0.90718474)
    assert read("35", "focal", IMPERIAL) == pytest.approx(0.035)


@pytest.mark.parametrize(
    ("text", "kind", "says"),
    [
        ("1,270", "length", "read two ways"),
        ("", "length", "nothing was typed"),
        ("abc", "length", "number is missing"),
        ("5 5", "length", "does not belong"),
        ("5 mm 5", "length", "no unit"),
        ("1/0", "length", "divide by nothing"),
        ('2 1/0"', "length", "divide by nothing"),
        ("1m * 2m", "length", "wrong place"),
        ("3 parsecs", "length", "accepted"),
        ("1e999", "length", "too large"),
        ("1e308 * 1e308", "length", "too large"),
        ("(3", "length", "bracket"),
        ("3 ~ 4", "length", "cannot be read"),
        ("1.2.3", "length", "not a number"),
        ("2.5", "count", "whole number"),
        ("nan", "length", "number is missing"),
        ("5 kg", "length", "not a unit"),
        ("5 mm mm", "length", "does not belong"),
    ],
)
def test_refuses_with_the_text_and_what_is_accepted(text, kind, says):
    with pytest.raises(ReadError) as error:
        read(text, kind)
    assert says in str(error.value)
    assert "Accepted:" in str(error.value)
    assert text in str(error.value)


@given(st.floats(-30, 30), st.sampled_from([METRIC, IMPERIAL, Style("ft·in", 32)]))
def test_a_written_length_is_read_back(value, style):
    half_step = 0.00005 if not style.imperial else 0.0254 / style.denominator / 2
    assert abs(read(write(value, "length", style), "length", style) - value) <= half_step + 1e-9


@given(st.floats(0.001, 200), st.sampled_from([METRIC, IMPERIAL]))
def test_a_written_mass_is_read_back(value, style):
    half_step = 0.0005 if not style.imperial else 0.05 * 0.45359237 / 16
    assert abs(read(write(value, "mass", style), "mass", style) - value) <= half_step * 1.01


@given(
    st.floats(0.01, 5000),
    st.sampled_from(["force", "angle", "time", "fine", "torsion", "percent", "money", "focal"]),
    st.sampled_from([METRIC, IMPERIAL]),
)
def test_every_other_kind_is_read_back_near(value, kind, style):
    back = read(write(value, kind, style), kind, style)
    step = abs(read("1", kind, style))
    assert abs(back - value) <= 0.51 * step


@given(st.floats(-30, 30))
def test_writing_twice_says_the_same(value):
    once = write(value, "length", IMPERIAL)
    assert write(read(once, "length", IMPERIAL), "length", IMPERIAL) == once


@given(st.text(max_size=24))
def test_any_text_is_read_or_refused_in_words(text):
    try:
        value = read(text, "length")
    except ReadError as error:
        said = str(error)
    else:
        said = "Accepted:" if math.isfinite(value) else "read as no figure"
    assert "Accepted:" in said


@pytest.mark.parametrize(
    ("value", "kind", "metric", "imperial"),
    [
        (1.27, "length", "1270 mm", "4' 2\""),
        (1.2827, "length", "1282.7 mm", "4' 2 1/2\""),
        (0.0, "length", "0 mm", '0"'),
        (0.992233, "mass", "992 g", "2 lb 3 oz"),
        (2.4, "mass", "2.4 kg", "5 lb 4.7 oz"),
        (0.0034, "fine", "3.4 mm", '0.134"'),
        (9.80665, "force", "9.8 N", "2.2 lbf"),
        (-0.00001, "length", "0 mm", '0"'),
        (math.inf, "length", "beyond measure", "beyond measure"),
    ],
)
def test_prints_as_a_maker_would(value, kind, metric, imperial):
    assert write(value, kind, METRIC) == metric
    assert write(value, kind, IMPERIAL) == imperial


def test_factors_agree_with_a_library_of_units():
    registry = pint.UnitRegistry()
    names = {
        "in": "inch",
        "ft": "foot",
        "lb": "pound",
        "oz": "ounce",
        "lbf": "force_pound",
        "psi": "psi",
        "n": "newton",
        "kgf": "kilogram_force",
        "yd": "yard",
        "deg": "degree",
        "ft/s": "foot/second",
        "min": "minute",
        "mpa": "megapascal",
    }
    checked = 0
    for units in UNITS.values():
        for name, factor in units.items():
            if name in names:
                known = registry.Quantity(1, names[name]).to_base_units().magnitude
                if names[name] in ("pound", "ounce"):
                    known = registry.Quantity(1, names[name]).to("kilogram").magnitude
                assert factor == pytest.approx(known, rel=1e-6), name
                checked += 1
    assert checked >= len(names)


@pytest.mark.parametrize(
    "text",
    [
        "(" * 500 + "1" + ")" * 500,
        "1 1/" + "9" * 5000,
        "1" + "/3" * 70_000,
        "-" * 5000 + "1",
        "9" * 5000,
        "1e300*1e300",
        "(" * 150,
        "1e300" + "*1e300" * 20 + "-1e300*1e300",
    ],
    ids=range(8),
)
def test_what_is_too_long_or_too_large_is_said(text):
    with pytest.raises(ReadError) as caught:
        read(text, "length")
    assert len(str(caught.value)) < 500


@pytest.mark.parametrize(
    ("value", "kind", "units", "words"),
    [
        (623.9, "force", "mm", "620 N"),
        (623.9, "force", "ft·in", "140 lbf"),
        (9.618, "speed", "mm", "9.6 m/s"),
        (9.618, "speed", "ft·in", "32 ft/s"),
    ],
)
def test_about_is_told_in_two_digits_of_its_own_unit(value, kind, units, words):
    assert about(value, kind, Style(units)) == words


def test_by_eye_is_as_fine_as_a_tape():
    assert by_eye(0.2941, Style()) == "294 mm"
    assert by_eye(0.2941, Style("ft·in")) == '11 1/2"'


@pytest.mark.parametrize(
    ("value", "shown"),
    [(7.0, "7"), (0.0004, "0.0004"), (400000.0, "400000"), (0.25, "0.25"), (1e9, "1000000000")],
)
def test_a_figure_whose_label_has_its_unit_is_a_bare_one(value, shown):
    for style in (Style(), Style("ft·in")):
        assert write(value, "plain", style) == shown
        assert read(shown, "plain", style) == pytest.approx(value)
