"""The only conversions, and sentences with marked quantities."""

from __future__ import annotations

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from trencher.core import units


@given(st.floats(-60, 400))
def test_fahrenheit_goes_there_and_back(c: float) -> None:
    there = units.celsius_to_fahrenheit(c)
    assert units.fahrenheit_to_celsius(there) == pytest.approx(c, abs=1e-9)


def test_the_two_scales_meet_where_they_do() -> None:
    assert units.celsius_to_fahrenheit(-40.0) == -40.0
    assert units.celsius_to_fahrenheit(100.0) == 212.0


@pytest.mark.parametrize(
    ("text", "plain"),
    [
        ("{c:70} held", "70 °C held"),
        ("{d:1.4} further", "1.4 °C further"),
        ("{l:105} high, {w:1.9} heavy", "105 mm high, 1.9 kg heavy"),
        ("nothing marked, {x:1}", "nothing marked, {x:1}"),
        ("{c:-18}", "-18 °C"),
    ],
)
def test_marked_quantities_are_written_out(text: str, plain: str) -> None:
    assert units.in_metric(text) == plain


def test_gas_marks_rise_by_twenty_five_fahrenheit() -> None:
    marks = [units.celsius_to_fahrenheit(units.gas_mark_to_celsius(str(m))) for m in range(1, 11)]
    assert [round(b - a) for a, b in pairwise(marks)] == [25] * 9
    with pytest.raises(KeyError):
        units.gas_mark_to_celsius("11")


@pytest.mark.parametrize(
    ("text", "imperial"),
    [
        ("{c:70} held", "158 °F held"),
        ("{d:10} further", "18.0 °F further"),
        ("{l:254} high, {w:1.9} heavy", "10.0 in high, 4 lb 3 oz heavy"),
        ("nothing marked, {x:1}", "nothing marked, {x:1}"),
    ],
)
def test_marked_quantities_in_the_other_units(text: str, imperial: str) -> None:
    assert units.in_fahrenheit(text) == imperial


@given(st.floats(105, 265))
def test_the_nearest_mark_is_never_further_than_half_a_step(c: float) -> None:
    mark = units.nearest_gas_mark(c)
    assert abs(units.gas_mark_to_celsius(mark) - c) <= 25.0 / 1.8 / 2 + 1e-9


@pytest.mark.parametrize(
    ("c", "marks", "shown"), [(180, "C", "180 °C"), (180, "F", "356 °F"), (180, "gas", "gas 4")]
)
def test_a_dial_shows_its_own_marks(c: float, marks: str, shown: str) -> None:
    assert units.dial_text(c, marks) == shown
