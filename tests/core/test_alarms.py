"""What is to be heard, and when: early warnings, repeats, and what nobody need hear."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.kitchens import HOT_THEN_LOW, go, roast
from trencher.core.belief.alarms import Alarm, alarms
from trencher.core.belief.follow import outlook
from trencher.core.belief.reading import Reading
from trencher.core.belief.timeline import timeline
from trencher.core.planner.hands import hands_on_min, hands_so_far_min

PLAN, PLANNED = roast(HOT_THEN_LOW), go(HOT_THEN_LOW)


def heard(
    now: float, ends: dict[int, float] | None = None, answered: dict[str, float] | None = None,
    *, readings: tuple[Reading, ...] = (), watched: bool = False, wanted: float = 57.0,
) -> dict[str, Alarm]:  # fmt: skip
    line = timeline(PLANNED, ends or {}, now)
    found = outlook(PLAN, line, readings, now)
    return {
        a.code: a
        for a in alarms(
            line, PLANNED, found, wanted_c=wanted, answered=answered or {}, watched=watched,
            dial=lambda s: f"{s.temp.c:.0f}",
        )
    }  # fmt: skip


def test_the_turn_down_is_due_when_its_minutes_are_over() -> None:
    found = heard(10.0)
    assert found["stage:0"].due_min == pytest.approx(20.0)
    assert found["stage:0"].words == "Turn it down to 160 now."


def test_a_screen_that_loses_its_server_has_all_that_is_to_come() -> None:
    found = heard(10.0)
    assert list(found) == sorted(found, key=lambda c: found[c].due_min)
    later = heard(60.0, {0: 20.0})
    assert found["out:1"].due_min == pytest.approx(later["out:1"].due_min, abs=4.0)
    assert found["rest"].due_min > found["out:1"].due_min + 10.0


def test_the_take_out_has_an_early_warning() -> None:
    found = heard(60.0, {0: 20.0})
    assert found["out:1"].due_min - found["soon:1"].due_min == pytest.approx(5.0)
    assert found["out:1"].words.startswith("Take it out now, at {c:4")


def test_a_look_stays_due_until_somebody_looks_and_nobody_need_with_a_tip_in() -> None:
    first = heard(30.0, {0: 20.0})["look:0"].due_min
    assert heard(first + 20.0, {0: 20.0})["look:0"].due_min == pytest.approx(first, abs=2.0)
    assert not [c for c in heard(60.0, {0: 20.0}, watched=True) if c.startswith("look")]
    seen = heard(60.0, {0: 20.0}, readings=(Reading(58.0, 23.0, 23.0),))
    assert seen["look:58"].due_min > 58.0


def test_heard_is_silent_but_what_must_be_done_comes_again() -> None:
    at = {0: 20.0}
    assert "soon:1" not in heard(80.0, at, {"soon:1": 80.0})
    look = heard(62.0, at, {"look:0": 60.0})["look:0"]
    assert 64.0 <= look.due_min <= 80.0
    again = heard(120.0, at, {"out:1": 119.0})["out:1"]
    assert again.due_min == pytest.approx(122.0)


def test_a_climb_that_will_pass_is_said_and_the_rests_end_too() -> None:
    found = heard(100.0, {0: 20.0, 1: 98.0}, wanted=50.0)
    assert "It will pass {c:50}" in found["passes"].words
    assert found["rest"].due_min == pytest.approx(138.0, abs=0.5)
    assert "passes" not in heard(100.0, {0: 20.0, 1: 98.0}, wanted=57.0)


def test_six_hours_between_cold_and_hot_are_said() -> None:
    plan = go("62C 9h; rest open 20min")
    line = timeline(plan, {}, 30.0)
    described = replace(PLAN, method=plan.method)
    found = outlook(described, line, [], 30.0)
    told = alarms(
        line, plan, found, wanted_c=57.0, answered={}, watched=True, dial=lambda s: str(s.temp)
    )
    warm = next(a for a in told if a.code == "warm")
    assert 360.0 < warm.due_min < 500.0
    assert "authority" in warm.words


def test_in_the_pan_each_turn_is_heard_and_then_the_oven() -> None:
    way = "sear 8min; 160C until peak 57C; rest tented 30min"
    plan, planned = roast(way), go(way)
    line = timeline(planned, {}, 1.0)
    found = {
        a.code: a
        for a in alarms(
            line, planned, outlook(plan, line, (), 1.0), wanted_c=57.0,
            answered={"turn:0:1": 2.0}, watched=True, dial=lambda s: f"{s.temp.c:.0f}",
        )
    }  # fmt: skip
    assert "turn:0:1" not in found
    assert found["turn:0:2"].due_min == pytest.approx(4.0)
    assert found["turn:0:3"].words == "Turn it in the pan: face 4 of 4."
    assert found["stage:0"].words == "Out of the pan, into the oven at 160 now."


def test_hands_are_counted_as_they_were_logged() -> None:

    stages = PLANNED.stages
    assert hands_so_far_min(stages, (), 0) == hands_on_min(stages)
    more = hands_so_far_min(stages, ("basted", "turned", "door", "browned"), 3)
    assert more == pytest.approx(hands_on_min(stages) + 2.0 + 2.0 + 0.5 + 3.0)
