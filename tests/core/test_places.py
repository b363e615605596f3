"""Several places in one joint: the lowest counts, and the others are explained."""

from __future__ import annotations

import numpy as np
import pytest
from numpy.typing import NDArray

from tests.core.test_follow import PLAN, pretend
from trencher.core.belief.follow import Outlook, outlook
from trencher.core.belief.places import placed, places
from trencher.core.belief.reading import Reading
from trencher.core.belief.timeline import timeline
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.setup import kitchen

HALF_MM = 52.5
MINUTES = (40.0, 55.0, 70.0)


def at(minute: float, value: float, spot: str = "", tip: int = 0) -> Reading:
    return Reading(minute, value, value, spot=spot, tip=tip)


def so_far(w: Walk) -> NDArray[np.float64]:
    return w.end.record[: w.end.rows]


def follow(readings: list[Reading]) -> Outlook:
    return outlook(PLAN, timeline(walk(kitchen(PLAN)), {0: 20.0}, 70.0), readings, 70.0)


def test_the_lowest_of_several_places_counts_as_the_middle() -> None:
    hidden = pretend()
    core = [hidden.reading_c(m) for m in MINUTES]
    alone = follow([at(m, c) for m, c in zip(MINUTES, core, strict=True)])
    # Beside the bone it is hotter, whichever was entered first.
    beside = [at(m, c + 5.0, "by the bone") for m, c in zip(MINUTES, core, strict=True)]
    deep = [at(m + 0.5, c, "deep") for m, c in zip(MINUTES, core, strict=True)]
    for both in (beside + deep, deep + beside):
        found = follow(both)
        assert found.core_c == pytest.approx(alone.core_c, abs=1.0)
        assert found.pull_min == pytest.approx(alone.pull_min, abs=4.0)


def test_each_place_says_how_far_off_the_middle_it_is() -> None:
    hidden = pretend()
    core = hidden.reading_c(70.0)
    readings = [at(70.0, core, "deep"), at(70.0, core + 4.0, "by the bone"), at(70.0, core + 0.2)]
    record = so_far(follow(readings).walk)
    lowest, same, bone = places(readings, record, HALF_MM)
    assert (lowest.name, lowest.over_c, lowest.off_mm) == ("deep", 0.0, 0.0)
    assert (same.name, bone.name) == ("the middle", "by the bone")
    assert bone.over_c == pytest.approx(4.0)
    assert bone.off_mm is not None
    assert same.off_mm is not None
    assert 5.0 < bone.off_mm <= HALF_MM
    assert same.off_mm < bone.off_mm
    # What was read a quarter of an hour before is compared with the joint as it was then.
    earlier = places([at(55.0, hidden.reading_c(55.0), "left"), at(70.0, core)], record, HALF_MM)
    assert abs(earlier[1].over_c) < 2.0


def test_one_place_is_nothing_to_compare_and_a_tip_moved_begins_anew() -> None:
    record = so_far(walk(kitchen(PLAN)))
    assert places([at(40.0, 20.0), at(50.0, 24.0)], record, HALF_MM) == []
    moved = [at(40.0, 20.0, "left"), at(40.0, 24.0, "right"), at(50.0, 25.0, "deep", tip=1)]
    assert places(moved, record, HALF_MM) == []
    tips = [r.tip for r in placed(moved)]
    assert tips[1] < tips[0] < tips[2]
