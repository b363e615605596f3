"""What weighed roasts tell of the next purchase."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from trencher.core.day.yields import WeighedYield, eaten_ratio, with_yield, words, yield_ratio
from trencher.core.errors import InputError


def of(cut: str, *ratios: float) -> list[WeighedYield]:
    return [WeighedYield(cut=cut, ratio=r) for r in ratios]


def test_nothing_weighed_changes_nothing() -> None:
    found = yield_ratio([], "rib")
    assert (found.factor, found.count) == (1.0, 0)
    assert found.sd == pytest.approx(0.086, abs=1e-3)
    assert eaten_ratio([]).factor == 1.0
    assert words(yield_ratio([], "rib"), "Rib gives") == ""


def test_one_tells_half_and_several_nearly_all() -> None:
    one, many = yield_ratio(of("rib", 0.9), "rib"), yield_ratio(of("rib", *[0.9] * 8), "rib")
    assert 0.9 < many.factor < one.factor < 1.0
    assert many.factor == pytest.approx(0.9, abs=0.01)
    assert many.sd < one.sd
    assert words(many, "Rib gives") == (
        "By 8 weighed roasts, Rib gives 9 % less than is usually reckoned: counted so."
    )


def test_other_cuts_tell_a_little_and_less_than_its_own() -> None:
    others = [*of("leg", 0.9, 0.9), *of("loin", 0.9, 0.9), *of("neck", 0.9, 0.9)]
    borrowed = yield_ratio(others, "rib")
    assert 0.93 < borrowed.factor < 0.985
    assert borrowed.count == 0
    assert yield_ratio([*others, *of("rib", 0.9)], "rib").factor < borrowed.factor


@given(st.lists(st.floats(1e-3, 1e3), max_size=20), st.floats(0.0, 0.6))
def test_whatever_was_typed_stays_within_reason(ratios: list[float], loss: float) -> None:
    found = yield_ratio(of("rib", *ratios), "rib")
    assert 0.4 <= found.factor <= 2.0
    assert 0.4 <= eaten_ratio(ratios).factor <= 2.0
    assert 0.0 <= with_yield(loss, found) <= 0.85


def test_a_loss_that_is_none_is_named() -> None:
    with pytest.raises(InputError):
        with_yield(1.2, yield_ratio([], "rib"))
