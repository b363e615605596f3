"""The planner's other questions: how long to rest, backwards, levers, limits."""

from __future__ import annotations

import numpy as np
import pytest

from tests.kitchens import HOT_THEN_LOW, LOW_BLAST, ONE_HEAT, go, roast, sirloin
from trencher.core.catalogue.safety import PROFILES
from trencher.core.joint import Joint
from trencher.core.method.notation import parse_method
from trencher.core.outcome.outcomes import crust_of
from trencher.core.planner.backward import take_out_for
from trencher.core.planner.forecast import forecast
from trencher.core.planner.forward import walk
from trencher.core.planner.levers import LEVERS, compared, levers
from trencher.core.planner.limits import within_limits
from trencher.core.planner.rest import RestAnswer, rest_answers, slow_enough
from trencher.core.planner.setup import kitchen
from trencher.core.thermal.cooker import Cooker

SMALL = sirloin(weight_kg=1.0, thickness_mm=75.0, length_mm=180.0)


# --- the rest ----------------------------------------------------------------------------------
def rests(text: str, joint: Joint | None = None) -> dict[str, RestAnswer]:
    k = kitchen(roast(text, joint))
    return {a.how: a for a in rest_answers(k, walk(k))}


def test_a_tighter_cover_climbs_further_and_waits_longer() -> None:
    found = rests(HOT_THEN_LOW)
    peaks = [found[how].peak_c for how in ("open", "tented", "wrapped")]
    assert peaks == sorted(peaks)
    earliest = [found[how].earliest_min or 0.0 for how in ("open", "tented", "wrapped")]
    assert earliest == sorted(earliest)
    assert found["open"].latest_min < found["wrapped"].latest_min
    assert found["open"].latest_by == "too_cool"
    assert found["wrapped"].latest_by == "room_clock"


def test_the_room_clock_is_the_authoritys_own() -> None:
    k = kitchen(roast(HOT_THEN_LOW))
    plan = walk(k)
    two, four = (
        {a.how: a for a in rest_answers(k, plan, PROFILES[p].room_min)}["wrapped"]
        for p in ("uk", "au")
    )
    assert two.latest_min == 120.0
    assert four.latest_min > two.latest_min


def test_a_cover_softens_the_crust_and_keeps_its_colour() -> None:
    found = rests(HOT_THEN_LOW)
    assert found["wrapped"].crisp < found["tented"].crisp < found["open"].crisp + 1e-6
    assert found["wrapped"].crust == pytest.approx(found["open"].crust, abs=0.01)


def test_a_low_oven_needs_hardly_any_rest() -> None:
    low = rests("110C until 55C; rest open 20min")["open"].earliest_min
    hot = rests("200C until 50C; rest open 20min")["open"].earliest_min
    assert low is not None
    assert hot is not None
    assert low < 0.6 * hot


def test_the_rest_begins_after_the_blast_not_at_the_take_out() -> None:
    k = kitchen(roast(LOW_BLAST))
    plan = walk(k)
    assert plan.out.minutes == pytest.approx(plan.stages[2].end_min)
    assert plan.oven_c == pytest.approx(235.0, abs=8.0)
    for answer in rest_answers(k, plan):
        assert answer.peak_c > plan.out.core_c


def test_when_a_climb_is_slow_enough() -> None:
    minutes = np.arange(0.0, 60.0)
    climb = 10.0 * (1.0 - np.exp(-minutes / 12.0))
    # Its rate is 0.15 where exp(−t/12) = 0.18, at 20.6 min.
    assert slow_enough(minutes, climb) == pytest.approx(20.6, abs=1.5)
    assert slow_enough(minutes, 50.0 - 0.05 * minutes) == 0.0
    assert slow_enough(minutes, 0.5 * minutes) is None


# --- backwards ---------------------------------------------------------------------------------
def test_a_take_out_for_another_peak_gives_that_peak() -> None:
    for wanted in (54.0, 63.0):
        assert take_out_for(roast(HOT_THEN_LOW), wanted).peak_c == pytest.approx(wanted, abs=0.05)


# --- levers ------------------------------------------------------------------------------------
def test_levers_do_what_they_say() -> None:
    ahead = parse_method("220C 20min; 160C 30min; 160C until peak 57C; rest tented 40min")
    base, found = levers(roast(HOT_THEN_LOW), ahead, 2)
    by = {lever.code: lever for lever in found}
    assert [lever.code for lever in found] == [code for code, _, _ in LEVERS]
    results = {code: lever.result for code, lever in by.items()}
    none = {code for code, r in results.items() if r is None}
    assert none == {"uncover", "open_rest"}
    hotter, cooler, held = results["hotter"], results["cooler"], results["out_and_hold"]
    blast = results["blast_after"]
    assert hotter is not None
    assert cooler is not None
    assert held is not None
    assert blast is not None
    assert hotter.pull_min < base.pull_min < cooler.pull_min
    assert held.pull_min == pytest.approx(50.0, abs=0.2)
    assert held.peak_c < base.peak_c
    assert blast.crisp > base.crisp
    for lever in found:
        if lever.code not in none:
            assert str(parse_method(str(lever.method))) == str(lever.method)
        assert bool(lever.reason) == (lever.code in none)


def test_a_lever_that_does_not_apply_says_why() -> None:
    ahead = parse_method("160C 1h30; rest tented 5min; rest tented 30min")
    _, found = levers(roast(ONE_HEAT), ahead, 2)
    by = {lever.code: lever for lever in found}
    assert by["hotter"].result is None
    assert "not in the oven" in by["hotter"].reason
    assert "out already" in by["out_and_hold"].reason


def test_only_what_can_be_noticed_gets_a_sentence() -> None:
    ahead = parse_method("220C 20min; 160C 30min; 160C until peak 57C; rest tented 40min")
    base, _ = levers(roast(HOT_THEN_LOW), ahead, 2)
    assert compared(base, base) == ((), ())


# --- limits ------------------------------------------------------------------------------------
def test_an_oven_too_cool_to_brown_ends_the_stage_on_the_same_colour() -> None:
    weak = roast("230C 20min; 160C until peak 57C; rest tented 20min", cooker=Cooker(max_c=210.0))
    changed, notes = within_limits(weak)
    first = changed.method.stages[0]
    assert str(first).startswith("210C ")
    assert first.length.min > 22.0  # type: ignore[union-attr]
    assert len(notes) == 1
    assert "same colour" in notes[0].text
    assert "take-out moves" in notes[0].text
    free = go("230C 20min; rest open 1min", cooker=Cooker())
    limited = go(f"{first}; rest open 1min", cooker=Cooker(max_c=210.0))
    assert crust_of(limited.at_pull) == pytest.approx(crust_of(free.at_pull), abs=0.02)
    # The longer stay heats the core further, so that less is left to do.
    assert limited.at_pull.core_c > free.at_pull.core_c


def test_a_forecast_tells_the_replan_and_goes_by_it() -> None:
    found = forecast(
        roast("230C 20min; 160C until peak 57C; rest tented 20min", cooker=Cooker(max_c=210.0)),
        bands=False,
        late=False,
    )
    assert found.stages[0].end_min > 22.0
    assert found.peak_c == pytest.approx(57.0, abs=0.05)
    assert "oven_limit" in [n.code for n in found.notes]


def test_a_goal_at_the_limit_just_takes_longer() -> None:
    changed, notes = within_limits(roast(ONE_HEAT, cooker=Cooker(max_c=150.0)))
    assert str(changed.method.stages[0]) == "150C until peak 57C"
    assert len(notes) == 1
    assert within_limits(roast(ONE_HEAT))[1] == ()


def test_an_oven_far_too_cool_says_it_will_not_brown() -> None:
    _, notes = within_limits(roast("250C 15min; 120C until 54C", cooker=Cooker(max_c=130.0)))
    assert any("not brown" in n.text for n in notes)


def test_a_dial_limit_is_written_as_the_dial_shows_it() -> None:
    from dataclasses import replace

    dial = replace(
        roast(ONE_HEAT, cooker=Cooker(max_c=150.0, dial_error_c=10.0)), temperatures="dial"
    )
    changed, _ = within_limits(dial)
    assert str(changed.method.stages[0]).startswith("160C")
