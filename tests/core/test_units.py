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
