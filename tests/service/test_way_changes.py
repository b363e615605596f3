"""A way as a day changes it keeps what it is for."""

from __future__ import annotations

import pytest

from trencher.core.joint import Joint
from trencher.core.thermal.cooker import Cooker
from trencher.service.planning import Wish
from trencher.service.way_changes import (
    changed_forecast,
    first_way,
    longer_rest,
    one_heat,
    other_pace,
)

SIRLOIN = Wish(
    joint=Joint(cut="beef-sirloin-boned", weight_kg=1.9, thickness_mm=105),
    cooker=Cooker(),
    wanted_c=57.0,
    rest_min=40.0,
)
WAY = "220C 20min; 160C until peak 57C; rest tented 40min"


def test_one_heat_has_the_same_goal() -> None:
    assert one_heat(SIRLOIN, WAY, 165.0) == "165C until peak 57C; rest tented 40min"
    slow = one_heat(SIRLOIN, "110C until tender; rest wrapped 40min", 130.0)
    assert slow == "130C until tender; rest tented 40min"


def test_another_pace_moves_the_longest_heat_alone() -> None:
    gentler = other_pace(SIRLOIN, WAY, -20.0)
    assert gentler.startswith("220C 20min; 140C until peak 57C")
    slow = changed_forecast(SIRLOIN, WAY, {"pace_c": -20.0})
    assert slow.pull_min > changed_forecast(SIRLOIN, WAY, {}).pull_min + 5.0
    assert slow.peak_c == pytest.approx(57.0, abs=0.2)


def test_a_longer_rest_starts_it_sooner() -> None:
    assert "60min" in longer_rest(SIRLOIN, WAY, 20.0)
    plain, rested = (changed_forecast(SIRLOIN, WAY, c) for c in ({}, {"earlier_min": 20.0}))
    assert rested.end_min == pytest.approx(plain.end_min + 20.0, abs=2.0)


def test_a_door_costs_time() -> None:
    shut = changed_forecast(SIRLOIN, WAY, {})
    opened = changed_forecast(SIRLOIN, WAY, {}, (40.0, 55.0))
    assert opened.pull_min > shut.pull_min


def test_the_first_way_that_suits_is_assumed() -> None:
    assert changed_forecast(SIRLOIN, first_way(SIRLOIN), {}).peak_c == pytest.approx(57, abs=0.3)
