"""Directions that must hold for any joint, whatever the figures."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.kitchens import go, sirloin
from trencher.core.joint import Joint
from trencher.core.outcome.outcomes import even_fraction
from trencher.core.thermal import conduction as kernel
from trencher.core.thermal.geometry import COARSE, FINE, Grid

few = settings(max_examples=20)
air = st.integers(100, 230)
thick = st.integers(50, 130)


def out_after(air_c: float, joint: Joint, core_c: float = 50.0, grid: Grid = COARSE) -> float:
    return go(f"{air_c:g}C until {core_c:g}C", grid, joint=joint).pull_min


@given(air_c=air, mm=thick, more=st.integers(3, 30))
@few
def test_thicker_is_later_at_fixed_width_and_length(air_c: int, mm: int, more: int) -> None:
    thin = sirloin(thickness_mm=float(mm), width_mm=165.0, length_mm=220.0)
    fat = sirloin(thickness_mm=float(mm + more), width_mm=165.0, length_mm=220.0)
    # On the default grid: where a section is cut open the coarse one makes a step of 0.6 %.
    assert out_after(air_c, fat, grid=FINE) > out_after(air_c, thin, grid=FINE)


@given(air_c=air, mm=thick, more=st.integers(5, 60))
@few
def test_hotter_air_is_sooner(air_c: int, mm: int, more: int) -> None:
    joint = sirloin(thickness_mm=float(mm))
    assert out_after(air_c + more, joint) < out_after(air_c, joint)


@given(air_c=air, start=st.integers(-2, 20), more=st.integers(1, 15))
@few
def test_a_warmer_start_is_sooner(air_c: int, start: int, more: int) -> None:
    cold, warm = sirloin(start_c=float(start)), sirloin(start_c=float(start + more))
    assert out_after(air_c, warm) < out_after(air_c, cold)


@pytest.mark.parametrize("mm", [50, 68, 90, 110, 130])
def test_ends_dry_like_the_sides_however_thick_the_discs(mm: int) -> None:
    # With all of a coarse end disc's water to draw on they once stayed wet for hours, and behind.
    done = go("100C until 50C", COARSE, joint=sirloin(thickness_mm=float(mm)))
    assert done.at_pull.state[kernel.THIN_END] > done.at_pull.core_c + 0.3


@given(air_c=air, mm=thick)
@few
def test_ends_are_ahead_of_the_middle_while_heating(air_c: int, mm: int) -> None:
    done = go(f"{air_c}C until 50C", COARSE, joint=sirloin(thickness_mm=float(mm)))
    assert done.at_pull.state[kernel.THIN_END] > done.at_pull.core_c


@given(air_c=st.integers(100, 190), more=st.integers(20, 50))
@few
def test_a_hotter_finish_climbs_further_from_the_same_core(air_c: int, more: int) -> None:
    low = go(f"{air_c}C until 50C; rest tented 1h", COARSE)
    high = go(f"{air_c + more}C until 50C; rest tented 1h", COARSE)
    assert high.peak_c - high.pull_core_c > low.peak_c - low.pull_core_c


@pytest.mark.parametrize("air_c", [110, 140, 170, 200])
def test_a_lower_oven_is_more_even_and_longer(air_c: int) -> None:
    low = go(f"{air_c}C until peak 57C; rest tented 30min")
    high = go(f"{air_c + 30}C until peak 57C; rest tented 30min")
    assert low.pull_min > high.pull_min
    assert even_fraction(low.end, 57.0) >= even_fraction(high.end, 57.0)


@given(air_c=st.integers(90, 240), hours=st.floats(0.1, 6.0))
@few
def test_nothing_is_hotter_than_the_air_or_colder_than_it_began(air_c: int, hours: float) -> None:
    done = go(f"{air_c}C {hours * 60:.0f}min; rest open 20min", COARSE)
    assert done.end.highest.max() <= air_c + 0.5
    assert done.at_pull.T.min() >= 6.5
    core = done.end.record[: done.end.rows, 3]
    assert core.min() >= 6.9


def test_more_time_loses_more_water() -> None:
    masses = [go(f"160C {m}min").at_pull.W.sum() for m in (30, 60, 120, 240)]
    assert masses == sorted(masses, reverse=True)
