"""The pretend joint: a model of its own that behaves like meat."""

from __future__ import annotations

import numpy as np
import pytest

from trencher.sim.roast import PretendRoast, PretendSpan, Truth
from trencher.sim.world import PAST, PEOPLE, TONIGHT

BASE = {"thickness_mm": 105.0, "width_mm": 113.0, "length_mm": 205.0, "start_c": 6.0}


def cooked(minutes: float, air_c: float = 160.0, **more: float) -> PretendRoast:
    made = PretendRoast(Truth(**(BASE | more)))  # type: ignore[arg-type]
    made.go(PretendSpan(minutes, air_c))
    return made


def test_it_warms_from_outside_in() -> None:
    made = cooked(60)
    middle = made.T[:, made.T.shape[1] // 2]
    assert (np.diff(middle) > 0).all()
    assert 6.0 < made.core_c < 40.0


def test_it_climbs_in_the_rest_and_then_falls() -> None:
    made = cooked(110)
    out = made.core_c
    made.go(PretendSpan(180, None, 0.6))
    cores = np.array(made.history)[:, 1]
    assert cores.max() > out + 3
    assert made.core_c < cores.max()


def test_hidden_differences_show() -> None:
    plain = cooked(90).core_c
    assert cooked(90, oven_off_c=15.0).core_c > plain
    assert cooked(90, thickness_mm=120.0).core_c < plain


def test_readings_are_noisy_but_the_same_when_asked_again() -> None:
    made = cooked(60)
    values = [made.reading_c(m) for m in range(10, 60, 5)]
    assert values == [made.reading_c(m) for m in range(10, 60, 5)]
    gaps = [made.reading_c(m) - made.core_at(m) for m in range(10, 60, 5)]
    assert 0.05 < np.std(gaps) < 2.0


def test_going_in_steps_is_going_at_once() -> None:
    stepped = PretendRoast(Truth(**BASE))  # type: ignore[arg-type]
    for _ in range(12):
        stepped.go(PretendSpan(5, 160.0))
    assert stepped.core_c == pytest.approx(cooked(60).core_c, abs=0.05)


def test_the_pretend_model_never_uses_the_models_it_tests() -> None:
    import pathlib

    text = pathlib.Path("src/trencher/sim/roast.py").read_text(encoding="utf-8")
    assert "trencher.core" not in text


def test_the_demo_world_is_the_one_agreed() -> None:
    assert len(PAST) == 9
    assert {p["name"] for p in PEOPLE} >= {"Tobit", "Ottoline", "Bram", "Fenella", "Casimir"}
    assert [t["joint"]["weight_kg"] for t in TONIGHT] == [1.9, 2.6]
    assert max(p.days_ago for p in PAST) < 14 * 31
    assert sum(bool(p.late_min) for p in PAST) >= 1
