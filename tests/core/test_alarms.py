"""What is to be heard, and when: early warnings, repeats, and what nobody need hear."""

from __future__ import annotations

import pytest

from tests.kitchens import HOT_THEN_LOW, go, roast
from trencher.core.belief.agenda import agenda
from trencher.core.belief.alarms import Alarm, alarms
from trencher.core.belief.follow import outlook
from trencher.core.belief.hands import NOBODY, Hands, hands_of
from trencher.core.belief.happened import Happening, happened
from trencher.core.belief.reading import Reading
from trencher.core.belief.timeline import timeline
from trencher.core.planner.hands import hands_on_min, hands_so_far_min

PLAN, PLANNED = roast(HOT_THEN_LOW), go(HOT_THEN_LOW)


def heard(
    now: float,
    ends: dict[int, float] | None = None,
    answered: dict[str, float] | None = None,
    *,
    readings: tuple[Reading, ...] = (),
    watched: bool = False,
    wanted: float = 57.0,
) -> dict[str, Alarm]:
    return told(
        HOT_THEN_LOW, now, ends, answered, readings=readings, watched=watched, wanted=wanted
    )


def told(
    way: str,
    now: float,
    ends: dict[int, float] | None = None,
    answered: dict[str, float] | None = None,
    *,
    readings: tuple[Reading, ...] = (),
    watched: bool = False,
    wanted: float = 57.0,
    done: tuple[Happening, ...] = (),
    hands: Hands = NOBODY,
) -> dict[str, Alarm]:
    plan, planned = roast(way), PLANNED if way == HOT_THEN_LOW else go(way)
    line = happened(timeline(planned, ends or {}, now), done, now)
    found = outlook(plan, line, readings, now)
    steps = agenda(
        line,
        planned,
        found,
        done,
        readings,
        sides=4,
        looks=not watched,
        dial=lambda s: f"{s.temp.c:.0f}",
    )
    heard = alarms(line, found, steps, wanted_c=wanted, answered=answered or {}, hands=hands)
    return {a.code: a for a in heard}


def test_the_turn_down_is_due_when_its_minutes_are_over() -> None:
    found = heard(10.0)
    assert found["turn_down:2"].due_min == pytest.approx(20.0)
    assert found["turn_down:2"].words == "Turn it down to 160 now."


def test_a_screen_that_loses_its_server_has_all_that_is_to_come() -> None:
    found = heard(10.0)
    assert list(found) == sorted(found, key=lambda c: found[c].due_min)
    later = heard(45.0, {0: 20.0})
    assert found["out:1"].due_min == pytest.approx(later["out:1"].due_min, abs=4.0)
    assert found["rest"].due_min > found["out:1"].due_min + 10.0


def test_who_is_usually_late_is_warned_sooner_and_told_why() -> None:
    way = HOT_THEN_LOW
    usual, late = told(way, 45.0, {0: 20.0}), told(way, 45.0, {0: 20.0}, hands=hands_of([7, 3, 8]))
    (code,) = [c for c in usual if c.startswith("soon:out")]
    assert usual[code].due_min - late[code].due_min == pytest.approx(7.0)
    assert late[code].words.endswith("Here it usually comes out 7 min late.")
    out = code.removeprefix("soon:")
    assert late[out] == usual[out]
    assert (
        told(way, 10.0, hands=hands_of([7, 3, 8]))["turn_down:2"] == told(way, 10.0)["turn_down:2"]
    )


def test_of_few_or_early_hands_nothing_is_made() -> None:
    assert hands_of([30.0, 40.0]) == NOBODY
    assert hands_of([-3.0, -2.0, 90.0]) == Hands(-2.0, 3)
    assert hands_of([-3.0, -2.0, 90.0]).ahead_min == 0.0
    assert hands_of([60.0, 50.0, 90.0]).ahead_min == 10.0


def test_the_take_out_has_an_early_warning() -> None:
    found = heard(40.0, {0: 20.0})
    assert found["out:1"].due_min - found["soon:out:1"].due_min == pytest.approx(5.0)
    assert found["out:1"].words.startswith("Take it out now, at {c:4")


def test_what_comes_before_the_take_out_is_heard_only_before_it() -> None:
    found = heard(40.0, {0: 20.0})
    (look,) = (a for code, a in found.items() if code.startswith("look:"))
    assert look.until_min == found["soon:out:1"].until_min == found["out:1"].due_min
    assert found["out:1"].until_min is None


def test_what_is_due_by_the_clock_names_no_core() -> None:
    found = told("200C 60min; rest open 8min", 20.0)
    assert found["soon:out:1"].words == "Take it out soon: make room for it."
    assert found["out:1"].words == "Take it out now."


def test_a_look_stays_due_until_somebody_looks_and_nobody_need_with_a_tip_in() -> None:
    first = heard(30.0, {0: 20.0})["look:0"].due_min
    assert heard(first + 20.0, {0: 20.0})["look:0"].due_min == pytest.approx(first, abs=2.0)
    assert not [c for c in heard(60.0, {0: 20.0}, watched=True) if c.startswith("look")]
    seen = heard(60.0, {0: 20.0}, readings=(Reading(58.0, 23.0, 23.0),))
    assert seen["look:58"].due_min > 58.0


def test_heard_is_silent_but_what_must_be_done_comes_again() -> None:
    at = {0: 20.0}
    assert "soon:out:1" not in heard(80.0, at, {"soon:out:1": 80.0})
    look = heard(62.0, at, {"look:0": 60.0})["look:0"]
    assert 64.0 <= look.due_min <= 80.0
    again = heard(120.0, at, {"out:1": 119.0})["out:1"]
    assert again.due_min == pytest.approx(122.0)


def test_a_climb_that_will_pass_is_said_and_the_rests_end_too() -> None:
    found = heard(68.0, {0: 20.0, 1: 64.0}, wanted=50.0)
    assert "It will pass {c:50}" in found["passes"].words
    assert found["rest"].due_min == pytest.approx(104.0, abs=0.5)
    assert "passes" not in heard(68.0, {0: 20.0, 1: 64.0}, wanted=60.0)


def test_six_hours_between_cold_and_hot_are_said() -> None:
    warm = told("62C 9h; rest open 20min", 30.0, watched=True)["warm"]
    assert 360.0 < warm.due_min < 500.0
    assert "authority" in warm.words


def test_in_the_pan_each_turn_is_heard_from_the_last_and_then_the_oven() -> None:
    way = "sear 8min; 160C until peak 57C; rest tented 30min"
    found = told(way, 2.6, watched=True, done=(Happening(2.5, "turned"),))
    assert "turn_face:2:1" not in found
    assert found["turn_face:2:2"].due_min == pytest.approx(4.5)
    assert found["turn_face:2:3"].words == "Turn it in the pan: face 4 of 4 now."
    assert found["to_oven:2"].words == "Out of the pan, into the oven at 160 now."


def test_a_task_is_heard_until_it_is_done() -> None:
    way = "170C until peak 57C + baste at 30min + turn at 50min; rest tented 30min"
    found = told(way, 20.0, watched=True)
    assert found["task:1:baste:0"].words == "Baste it now."
    assert (found["task:1:baste:0"].mark, found["task:1:turn:1"].mark) == ("basted", "turned")
    after = told(way, 35.0, watched=True, done=(Happening(27.0, "basted"),))
    assert [c for c in after if c.startswith("task")] == ["task:1:turn:1"]


def test_what_is_not_believed_but_as_hot_as_the_take_out_still_warns() -> None:
    hot = told(HOT_THEN_LOW, 40.2, {0: 20.0}, readings=(Reading(40.0, 58.0, 58.0),))
    assert "{c:58}" in hot["recheck:40.0"].words
    assert hot["recheck:40.0"].due_min == 40.0
    mild = told(HOT_THEN_LOW, 40.2, {0: 20.0}, readings=(Reading(40.0, 36.0, 36.0),))
    assert not [c for c in mild if c.startswith("recheck")]


def test_what_the_clock_ends_comes_at_its_minute_and_stays_there() -> None:
    way = "200C 60min; rest open 8min"
    for now in (15.0, 39.0, 59.0, 66.0):
        assert told(way, now)["out:1"].due_min == pytest.approx(60.0)


def test_hands_are_counted_as_they_were_logged() -> None:

    stages = PLANNED.stages
    assert hands_so_far_min(stages, (), 0) == hands_on_min(stages)
    more = hands_so_far_min(stages, ("basted", "turned", "door", "browned"), 3)
    assert more == pytest.approx(hands_on_min(stages) + 2.0 + 2.0 + 0.5 + 3.0)
