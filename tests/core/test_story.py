"""Where the time and the degrees of a finished roast went: parts that add up, each in its place."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from tests.kitchens import roast, sirloin
from trencher.core.belief.learning import look_back
from trencher.core.belief.reading import Reading
from trencher.core.belief.story import FinishedRoast, Story, told
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import Method, Minutes
from trencher.core.planner.doubt import Doubt
from trencher.core.planner.forward import walk
from trencher.core.planner.setup import Deviation, kitchen

PLAN = roast("220C 20min; 160C until 50C; rest tented 40min", sirloin())
PLANNED = walk(kitchen(PLAN))


def story(truth: Deviation, *, late_min: float = 0.0, doors: str = "") -> Story:
    way = PLAN.method
    if doors:
        way = parse_method(f"220C 20min; 160C until 50C {doors}; rest tented 40min")
    pull = walk(kitchen(replace(PLAN, method=way), deviation=truth)).pull_min + late_min
    past = Method(
        (way.stages[0], replace(way.stages[1], length=Minutes(pull - 20.0)), way.stages[2])
    )
    done = walk(kitchen(replace(PLAN, method=past), deviation=truth))
    rows = done.end.record[: done.end.rows]
    minutes = np.arange(20.0, done.end.minutes, 8.0)
    shown = np.interp(60.0 * minutes, rows[:, 0], rows[:, 3])
    readings = [
        Reading(m, round(v, 1), round(v, 1))
        for m, v in zip(minutes.tolist(), shown.tolist(), strict=True)
    ]
    plain = tuple(replace(s, tasks=()) if hasattr(s, "tasks") else s for s in past.stages)
    return told(
        FinishedRoast(
            plan=PLAN,
            back=look_back(replace(PLAN, method=past), readings, Doubt()),
            plain=Method(plain),
            pull_index=1,
            plain_pull_index=1,
            planned_min=PLANNED.pull_min,
            planned_core_c=PLANNED.pull_core_c,
            planned_c=PLANNED.peak_c,
            pulled_min=pull,
            read_peak_c=float(shown.max()),
        )
    )


@pytest.mark.parametrize(
    "truth",
    [Deviation(), Deviation(heat=0.7, oven_c=-10.0), Deviation(thickness=1.06), Deviation(wet=1.5)],
)
def test_parts_add_up(truth: Deviation) -> None:
    found = story(truth, late_min=7.0)
    minutes = found.planned_min + sum(p.value for p in found.minutes)
    assert minutes == pytest.approx(found.pulled_min, abs=1e-6)
    degrees = found.planned_c + sum(p.value for p in found.degrees)
    assert degrees == pytest.approx(found.peak_c, abs=1e-6)


def part(found: Story, code: str) -> float:
    return sum(p.value for p in found.minutes if p.code == code)


def test_an_oven_that_is_slow_is_told_as_the_oven() -> None:
    found = story(Deviation(heat=0.6, oven_c=-14.0))
    assert part(found, "oven") > 0.5 * (found.pulled_min - found.planned_min) > 5.0
    assert any("oven heated less" in p.words for p in found.minutes)


def test_hands_that_are_late_are_told_as_hands() -> None:
    found = story(Deviation(), late_min=15.0)
    assert part(found, "hand") == pytest.approx(15.0, abs=2.5)
    assert abs(part(found, "oven")) + abs(part(found, "joint")) < 4.0
    assert found.degrees[0].code == "hand"
    assert found.degrees[0].value > 4.0


def test_doors_are_told_as_what_was_done() -> None:
    found = story(Deviation(), doors="+ open every 8min")
    assert part(found, "done") > 1.0


def test_a_roast_that_went_as_planned_has_little_to_tell() -> None:
    found = story(Deviation())
    assert sum(abs(p.value) for p in found.minutes) < 3.0
    assert found.followed[0][0] == 0.0
    assert found.followed[-1][0] > found.pulled_min
