"""What befell a joint: cut into the stages it happened in, and moving the forecast as it must."""

from __future__ import annotations

import pytest

from tests.kitchens import HOT_THEN_LOW, go, roast
from trencher.core.belief.follow import Outlook, outlook
from trencher.core.belief.happened import Happening, happened
from trencher.core.belief.timeline import Timeline, as_planned, timeline
from trencher.core.method.stages import Oven
from trencher.core.thermal.cooker import Cooker

PLAN = roast(HOT_THEN_LOW)
PLANNED = go(HOT_THEN_LOW)
NOW = 50.0


def line(*things: Happening, now: float = NOW) -> Timeline:
    return happened(timeline(PLANNED, {0: 20.0}, now), things, now)


def after(*things: Happening, now: float = NOW) -> Outlook:
    return outlook(PLAN, line(*things, now=now), [], now)


CLEAN = after()


def texts(found: Timeline) -> list[str]:
    return [str(s) for s in found.past.stages]


def test_a_door_is_a_task_of_its_stage_and_the_plain_past_stays_plain() -> None:
    found = line(Happening(45.0, "door", 120.0))
    assert texts(found) == ["220C 20min", "160C 30min + open at 25min"]
    assert [str(s) for s in found.plain.stages] == ["220C 20min", "160C 30min"]
    assert found.origins == (0, 1, 1, 2)


def test_an_open_door_costs_time_and_the_longer_the_more() -> None:
    short = after(Happening(45.0, "door", 20.0)).pull_min
    long = after(Happening(45.0, "door", 300.0)).pull_min
    assert CLEAN.pull_min < short + 0.01 < long
    assert 1.0 < long - CLEAN.pull_min < 15.0


def test_a_cover_stays_on_until_it_is_taken_off() -> None:
    covered = line(Happening(40.0, "covered"))
    here = covered.ahead.stages[2]
    assert isinstance(here, Oven)
    assert here.cover == "covered"
    again = line(Happening(40.0, "covered"), Happening(48.0, "uncovered"))
    assert isinstance(again.ahead.stages[2], Oven)
    assert again.ahead.stages[2].cover is None
    assert after(Happening(30.0, "covered")).pull_min > CLEAN.pull_min + 4.0


def test_an_oven_found_off_cuts_the_stage_in_three_and_delays() -> None:
    found = line(Happening(30.0, "oven_off"), Happening(45.0, "oven_on"))
    assert texts(found) == ["220C 20min", "160C 10min", "off 15min", "160C 5min"]
    assert found.origins == (0, 1, 1, 1, 1, 2)
    out = outlook(PLAN, found, [], NOW)
    assert 2.0 < out.pull_min - CLEAN.pull_min < 25.0


def test_an_oven_still_off_is_off_until_now() -> None:
    found = line(Happening(40.0, "oven_off"))
    assert texts(found)[-1] == "off 10min"
    assert str(found.ahead.stages[3]).startswith("160C until peak")


def test_off_across_a_stage_that_ended_stays_off() -> None:
    found = line(Happening(10.0, "oven_off"), Happening(30.0, "oven_on"))
    assert texts(found) == ["220C 10min", "off 10min", "off 10min", "160C 20min"]


def test_moved_to_another_oven_what_follows_is_that_ovens() -> None:
    weak = Cooker(kind="gas", max_c=130.0)
    found = line(Happening(30.0, "moved_oven", cooker=weak))
    assert texts(found) == ["220C 20min", "160C 10min", "wait counter 1min", "160C 19min"]
    here = found.ahead.stages[4]
    assert isinstance(here, Oven)
    assert here.cooker == weak
    out = outlook(PLAN, found, [], NOW)
    # The other oven gives less than was asked: its limit counts, not the first one's.
    assert out.pull_min > CLEAN.pull_min + 5.0
    assert out.air_c < 135.0


def test_what_is_later_than_now_has_not_happened() -> None:
    assert line(Happening(90.0, "door", 600.0)) == line()


def test_a_basting_the_plan_has_is_not_done_twice() -> None:
    text = "160C 1h30 + baste every 25min; rest open 20min"
    planned = go(text)
    done = happened(timeline(planned, {}, 40.0), [Happening(28.0, "basted", 60.0)], 40.0)
    assert str(done.past) == "160C 40min + baste at 28min"


def test_what_was_done_a_little_early_is_not_still_to_come() -> None:
    planned = go("160C 1h30 + baste every 25min + turn at 60min; rest open 20min")
    done = happened(timeline(planned, {}, 48.0), [Happening(47.0, "basted")], 48.0)
    assert str(done.ahead.stages[1]) == "160C 42min + baste at 27min every 25min + turn at 12min"
    # The one at 25 was not reported, and is taken to have been done.
    assert str(done.past) == "160C 48min + baste at 25min + baste at 47min"
    turned = happened(timeline(planned, {}, 55.0), [Happening(54.0, "turned")], 55.0)
    assert "turn" not in str(turned.ahead.stages[1])


def test_a_cover_in_the_rest_is_the_rests_own() -> None:
    line_ = timeline(PLANNED, {0: 20.0, 1: 95.0}, 110.0)
    found = happened(line_, [Happening(40.0, "covered"), Happening(100.0, "uncovered")], 110.0)
    assert [str(s) for s in found.past.stages][-1] == "rest tented 15min + uncover at 5min"
    assert str(found.ahead.stages[-1]).startswith("rest open")


@pytest.mark.parametrize(
    ("reported", "now", "ends"),
    [
        ({}, 10.0, {}),
        ({}, 60.0, {0: 20.0}),
        ({0: 31.0}, 60.0, {0: 31.0}),
        ({0: 31.0}, 25.0, {}),
        ({1: 100.0}, 120.0, {0: 20.0, 1: 100.0}),
    ],
)
def test_a_cook_who_does_what_the_plan_says(
    reported: dict[int, float], now: float, ends: dict[int, float]
) -> None:
    assert as_planned(PLANNED, reported, now) == ends
