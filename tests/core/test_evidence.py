"""Evidence: what readings are proof of. A prediction never counts, a gap proves nothing."""

from __future__ import annotations

import pytest

from trencher.core.catalogue.cuts import cut_named
from trencher.core.catalogue.safety import HELD_UK, HELD_US, PROFILES, Holding, measured_equal_min
from trencher.core.planner.cautions import plate_verdict


@pytest.mark.parametrize("holding", [HELD_UK, HELD_US])
def test_a_published_row_held_is_the_reference_within_the_fit(holding: Holding) -> None:
    for temp, minutes in holding.table:
        steps = [(minutes * n / 8.0, temp) for n in range(9)]
        found = measured_equal_min(holding, steps)
        assert found is not None
        # The line misses a row by at most ``worst``, and its own reference too.
        bound = (1.0 + holding.worst) / (1.0 - holding.worst) - 1.0
        assert found == pytest.approx(holding.ref_min, rel=bound)


def test_a_climb_counts_at_the_cooler_reading_and_order_does_not_matter() -> None:
    climb = [(0.0, 60.0), (5.0, 64.0), (10.0, 68.0)]
    found = measured_equal_min(HELD_UK, climb)
    assert found is not None
    lower = sum(5.0 * 10 ** ((c - 70.0) / HELD_UK.z_c) for c in (60.0, 64.0))
    upper = sum(5.0 * 10 ** ((c - 70.0) / HELD_UK.z_c) for c in (64.0, 68.0))
    assert found == pytest.approx(lower)
    assert found < upper
    assert measured_equal_min(HELD_UK, climb[::-1]) == pytest.approx(found)


def test_nothing_is_proved_across_a_gap_or_by_one_reading() -> None:
    assert measured_equal_min(HELD_UK, []) is None
    assert measured_equal_min(HELD_UK, [(0.0, 75.0)]) is None
    assert measured_equal_min(HELD_UK, [(0.0, 75.0), (40.0, 75.0)]) is None


def test_more_readings_never_prove_less() -> None:
    found = 0.0
    for n in range(2, 12):
        now = measured_equal_min(HELD_UK, [(5.0 * k, 58.0 + k) for k in range(n)])
        assert now is not None
        assert now > found
        found = now


def test_the_verdict_says_it_and_stays_with_its_figure() -> None:
    pork = cut_named("pork-loin-rind")
    held = [(5.0 * n, 66.0) for n in range(12)]
    verdict = plate_verdict(pork, PROFILES["uk"], held)
    # An hour at 66 is more than the table asks; the figure of this cut is still its own.
    assert verdict.equal_min is not None
    assert verdict.equal_min > HELD_UK.ref_min
    assert verdict.standing == "not_met"
    assert "add up to" in verdict.sentence
    unknown = plate_verdict(pork, PROFILES["uk"], [])
    assert unknown.equal_min is None
    assert unknown.standing == "unknown"
    assert "unknown, no two readings are near" in unknown.sentence
    # Where an authority has no such table, or no figure for the middle, nothing is said of it.
    assert "equal holds" not in plate_verdict(pork, PROFILES["ca"], held).sentence
    beef = cut_named("beef-sirloin-boned")
    assert "equal holds" not in plate_verdict(beef, PROFILES["uk"], held).sentence
    assert "safe" not in verdict.sentence
