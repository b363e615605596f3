"""The only conversions, and sentences with marked quantities."""

from __future__ import annotations

import json
import re
from itertools import pairwise
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from trencher.core import units

TABLE = json.loads(Path("web/src/lib/units/quantities.json").read_text(encoding="utf-8"))


@given(st.floats(-60, 400))
def test_fahrenheit_goes_there_and_back(c: float) -> None:
    there = units.celsius_to_fahrenheit(c)
    assert units.fahrenheit_to_celsius(there) == pytest.approx(c, abs=1e-9)


def test_the_two_scales_meet_where_they_do() -> None:
    assert units.celsius_to_fahrenheit(-40.0) == -40.0
    assert units.celsius_to_fahrenheit(100.0) == 212.0


@pytest.mark.parametrize(("text", "metric", "imperial"), TABLE["rows"])
def test_marked_quantities_are_written_as_the_front_end_writes_them(
    text: str, metric: str, imperial: str
) -> None:
    assert units.in_metric(text) == metric
    assert units.in_fahrenheit(text) == imperial


@given(st.floats(-30, 300))
def test_a_temperature_in_a_sentence_is_rounded_once_in_the_unit_it_is_read_in(c: float) -> None:
    f = units.celsius_to_fahrenheit(c)
    if min(abs(f % 1 - 0.5), abs(c % 1 - 0.5)) > 2e-4:
        assert units.in_fahrenheit(units.said_c(c)) == f"{units.whole(f)} °F"
        assert units.in_metric(units.said_c(c)) == f"{units.whole(c)} °C"


def test_no_quantity_is_rounded_before_it_is_marked() -> None:
    """A tenth of a degree too much decides which whole °F is read."""
    for path in Path("src/trencher").rglob("*.py"):
        found = re.findall(r"\{\{[cdlw]:\{[^{}]*:\.\df\}\}\}", path.read_text(encoding="utf-8"))
        assert not found, f"{path}: {found}"


def test_gas_marks_rise_by_twenty_five_fahrenheit() -> None:
    marks = [units.celsius_to_fahrenheit(units.gas_mark_to_celsius(str(m))) for m in range(1, 11)]
    assert [round(b - a) for a, b in pairwise(marks)] == [25] * 9
    with pytest.raises(KeyError):
        units.gas_mark_to_celsius("11")


@given(st.floats(105, 265))
def test_the_nearest_mark_is_never_further_than_half_a_step(c: float) -> None:
    mark = units.nearest_gas_mark(c)
    assert abs(units.gas_mark_to_celsius(mark) - c) <= 25.0 / 1.8 / 2 + 1e-9


@pytest.mark.parametrize(("c", "marks", "shown"), TABLE["dials"])
def test_a_dial_shows_its_own_marks(c: float, marks: str, shown: str) -> None:
    assert units.dial_text(c, marks) == shown
