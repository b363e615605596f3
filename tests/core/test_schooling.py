"""Hidden kitchens of another model: lessons make the next plan better, and bands still hold."""

from __future__ import annotations

import numpy as np
from bench.schooling import FIRST_DAY, planned, school, schooled

from trencher.core.belief.learning import learn

TAUGHT = (3, 10)
"""Two of the ovens whose dial is far off: one too hot, one too cool."""


def test_an_oven_that_is_off_is_found_within_five_roasts() -> None:
    kept = school(777, TAUGHT, roasts=7)
    late = np.array([r.error for oven in kept for r in oven[5:]])
    plain = np.array([planned(schooled(n, k, 777), None).error for n in TAUGHT for k in (5, 6)])
    assert np.sqrt((late**2).mean()) < 0.7 * np.sqrt((plain**2).mean())
    held = [r.held for oven in kept for r in oven[1:]]
    assert np.mean(held) >= 0.6


def test_what_one_oven_taught_leaves_another_where_it_was() -> None:
    hot = [schooled(3, k, 777).lesson for k in range(5)]
    case = schooled(10, 0, 777)
    plain = planned(case, None)
    beside = planned(case, learn(hot, FIRST_DAY + 200))
    own = planned(schooled(3, 5, 777), learn(hot, FIRST_DAY + 200))
    bare = planned(schooled(3, 5, 777), None)
    assert abs(beside.error - plain.error) < 0.5 * abs(own.error - bare.error)
