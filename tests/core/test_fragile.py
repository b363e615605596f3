"""Steps that go wrong, thermometers, coats that scorch, work for the hands, and what-ifs."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.kitchens import HOT_THEN_LOW, LOW_BLAST, go, roast, sirloin
from trencher.core.catalogue.coats import COATS, coat_named
from trencher.core.errors import UnknownName
from trencher.core.joint import Joint
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import Minutes
from trencher.core.planner.doubt import Doubt
from trencher.core.planner.forecast import forecast
from trencher.core.planner.fragile import Disturbance, disturbances
from trencher.core.planner.hands import hands_on_min
from trencher.core.planner.thermometers import looked_at, looked_doubt
from trencher.core.planner.whatif import Difference, what_if
from trencher.core.thermal.cooker import Cooker

BY_CLOCK = "220C 20min; 160C 1h20; rest tented 40min"


def worst(method: str, code: str, **more: object) -> Disturbance:
    thermometer = more.pop("thermometer", "leave-in")
    found = disturbances(roast(method, wanted_c=57.0, **more), thermometer)  # type: ignore[arg-type]
    return next(d for d in found if d.code == code)


# --- fragile moments ----------------------------------------------------------------------------
def test_the_worst_comes_first_and_every_one_has_its_guard() -> None:
    found = disturbances(roast(HOT_THEN_LOW))
    assert [d.harm for d in found] == sorted((d.harm for d in found), reverse=True)
    assert {d.code for d in found} == {
        "late_look",
        "missed_turn_down",
        "wrong_dial",
        "misplaced_tip",
        "late_guests",
    }
    assert all(d.guard and d.text.endswith(".") for d in found)


def test_a_late_look_costs_a_hot_roast_more_than_a_low_one() -> None:
    # The faster the core climbs, the more ten minutes are worth.
    hot, low = worst(HOT_THEN_LOW, "late_look"), worst(LOW_BLAST, "late_look")
    assert hot.peak_c > low.peak_c + 1.0 > 1.0


def test_a_missed_turn_down_is_worse_by_the_clock_than_by_the_core() -> None:
    # Who waits for the core takes it out sooner; who waits for the bell overshoots.
    probe = worst(HOT_THEN_LOW, "missed_turn_down")
    clock = worst(BY_CLOCK, "missed_turn_down", thermometer="none")
    assert clock.peak_c > probe.peak_c + 2.0
    assert probe.later_min < 0 < clock.later_min


def test_a_tip_off_the_middle_reads_high_and_takes_it_out_too_early() -> None:
    tip = worst(HOT_THEN_LOW, "misplaced_tip")
    assert tip.peak_c < -2.0
    assert tip.later_min < 0


def test_nobody_without_a_probe_misplaces_it() -> None:
    found = disturbances(roast(BY_CLOCK), "none")
    assert "misplaced_tip" not in {d.code for d in found}


def test_a_dial_that_was_measured_is_less_of_a_danger() -> None:
    def dial(cooker: Cooker) -> float:
        return worst(HOT_THEN_LOW, "wrong_dial", cooker=cooker).harm

    assert dial(Cooker(dial_points=((160.0, 12.0),))) < 0.6 * dial(Cooker())


def test_late_guests_before_a_blast_are_told_to_hold_it() -> None:
    assert "before the last heat" in worst(LOW_BLAST, "late_guests").guard
    assert worst(LOW_BLAST, "late_guests").colder_c > 2.0
    assert "lowest heat" in worst(HOT_THEN_LOW, "late_guests").guard


def test_a_forgotten_task_is_disturbed_too() -> None:
    method = "160C covered until 60C + uncover at 45min; turn; 200C 15min; rest open 15min"
    texts = [d.text for d in disturbances(roast(method)) if d.code == "forgotten"]
    assert any(text.startswith("'uncover', forgotten") for text in texts)
    assert any(text.startswith("The turn, forgotten") for text in texts)


# --- thermometers -------------------------------------------------------------------------------
def test_without_a_thermometer_it_goes_by_the_clock_in_fives() -> None:
    plan = go()
    told = looked_at(plan.method, plan, "none")
    length = told.stages[1].length
    assert isinstance(length, Minutes)
    assert length.min % 5 == 0
    assert length.min == pytest.approx(plan.stages[1].end_min - plan.stages[1].start_min, abs=2.6)
    assert looked_at(plan.method, plan, "leave-in") == plan.method


def test_a_spot_reading_costs_doors_closer_together_towards_the_end() -> None:
    plan = go()
    spot = looked_at(plan.method, plan, "spot")
    at = [t.at_min for t in spot.stages[1].tasks if t.at_min is not None]
    assert len(at) == 3
    assert at[2] - at[1] < at[1] - at[0]
    assert go(str(spot)).pull_min > plan.pull_min


def test_each_thermometer_has_its_own_band() -> None:
    widths = {}
    for thermometer in ("leave-in", "spot", "none"):
        plan = go()
        method = looked_at(plan.method, plan, thermometer)
        found = forecast(
            roast(str(method), wanted_c=57.0), doubt=looked_doubt(Doubt(), thermometer), late=False
        )
        assert found.bands is not None
        widths[thermometer] = found.bands.peak_c.high - found.bands.peak_c.low
    # A roast this short has few looks: a spot reading is hardly worse than a tip left in.
    assert widths["leave-in"] < widths["spot"] + 0.05
    assert widths["spot"] < 0.7 * widths["none"]


# --- coats --------------------------------------------------------------------------------------
def coated(coat: str, method: str) -> object:
    joint = sirloin(coat=coat)
    return forecast(roast(method, joint), bands=False, late=False).scorched


def test_what_burns_in_the_pan_goes_on_after_it() -> None:
    joint = sirloin(coat="mustard")
    found = forecast(
        roast("sear 2min/side; 150C until 50C; rest tented 20min", joint), bands=False, late=False
    )
    assert found.scorched is None
    assert "coat_after_pan" in [n.code for n in found.notes]
    plain = forecast(
        roast("sear 2min/side; 150C until 50C; rest tented 20min"), bands=False, late=False
    )
    assert "coat_after_pan" not in [n.code for n in plain.notes]


def test_honey_scorches_in_a_hot_start_and_is_offered_a_later_moment() -> None:
    found = forecast(roast(HOT_THEN_LOW, sirloin(coat="sticky")), bands=False, late=False)
    spoilt = found.scorched
    assert spoilt is not None
    assert spoilt.later_min is not None
    assert spoilt.later_min > spoilt.minute
    note = next(n for n in found.notes if n.code == "coat_scorches")
    assert f"{spoilt.later_min:.0f} minutes" in note.text


def test_put_on_when_offered_it_does_not_scorch() -> None:
    joint = sirloin(coat="sticky")
    spoilt = forecast(roast(HOT_THEN_LOW, joint), bands=False, late=False).scorched
    assert spoilt is not None
    assert spoilt.later_min is not None
    into = spoilt.later_min - 20.0
    later = HOT_THEN_LOW.replace("peak 57C", f"peak 57C + baste honey at {into:g}min")
    assert forecast(roast(later, joint), bands=False, late=False).scorched is None


def test_salt_and_oil_stand_anything_and_gentle_heat_spoils_nothing() -> None:
    assert coated("none", "240C 30min; 160C until 55C") is None
    assert all(coated(c, "100C until 50C; rest open 15min") is None for c in COATS)


def test_a_coat_under_the_grill_has_no_later_moment() -> None:
    found = forecast(
        roast("240C 1h10; rest open 10min", sirloin(coat="sticky")), bands=False, late=False
    )
    assert found.scorched is not None
    assert found.scorched.later_min is None
    assert "leave it out" in next(n.text for n in found.notes if n.code == "coat_scorches")


def test_a_coat_changes_nothing_but_its_note() -> None:
    plain = forecast(roast(), bands=False, late=False)
    butter = forecast(roast(joint=sirloin(coat="butter")), bands=False, late=False)
    assert butter.pull_min == plain.pull_min


def test_an_unknown_coat_is_named() -> None:
    with pytest.raises(UnknownName, match=r"joint\.coat"):
        coat_named("gold leaf")


# --- hands --------------------------------------------------------------------------------------
def test_a_pan_and_a_basting_keep_hands_busier() -> None:
    plain = hands_on_min(go("160C 1h30; rest open 20min").stages)
    turned = hands_on_min(go("200C 20min; 160C 1h10; rest open 20min").stages)
    basted = hands_on_min(go("160C 1h30 + baste every 20min; rest open 20min").stages)
    pan = hands_on_min(go("sear 3min/side; 160C 1h30; rest open 20min").stages)
    assert plain < turned < basted < pan
    assert basted == pytest.approx(plain + 4 * 2.0)


def test_a_grill_is_watched() -> None:
    grilled = go("160C 1h; 220C grill 8min; rest open 10min").stages
    fanned = go("160C 1h; 220C 8min; rest open 10min").stages
    assert hands_on_min(grilled) == pytest.approx(hands_on_min(fanned) + 8.0)


# --- what if ------------------------------------------------------------------------------------
def asked(method: str = HOT_THEN_LOW, **more: object) -> dict[str, Difference]:
    return {d.code: d for d in what_if(roast(method, wanted_c=57.0, **more))}  # type: ignore[arg-type]


def test_an_hour_on_the_counter_saves_only_minutes() -> None:
    # Page 2's magnitude: a thick joint's core moves by about a degree in an hour.
    chill = asked()["chill_off"]
    assert chill.minutes is not None
    assert -10.0 < chill.minutes < 0.0
    assert chill.degrees is not None
    assert 0.0 < chill.degrees < 3.0


def test_what_is_colder_takes_longer_and_ends_lower_by_the_clock() -> None:
    found = asked()
    for code in ("colder", "not_yet_hot", "cold_oven", "door"):
        one = found[code]
        assert (one.minutes or 0.0) > 0.0, code
        assert (one.degrees or 0.0) < 0.0, code
    assert found["cold_oven"].minutes > found["not_yet_hot"].minutes  # type: ignore[operator]
    assert found["warmer"].minutes == pytest.approx(-found["colder"].minutes, abs=2.0)  # type: ignore[operator]


def test_tied_it_is_thicker_and_takes_longer() -> None:
    joint = Joint(cut="beef-rump-cap", weight_kg=1.2)
    tied = asked(joint=joint)["tied"]
    assert tied.words == "tied"
    assert tied.minutes is not None
    assert tied.minutes > 5.0
    loose = asked(joint=replace(joint, tied=True))["tied"]
    assert loose.words == "not tied"
    assert loose.minutes is not None
    assert loose.minutes < -2.0


def test_the_bone_is_asked_about_where_there_is_one() -> None:
    assert "bone_off" not in asked()
    leg = asked(
        "170C until peak 60C; rest tented 20min", joint=Joint(cut="lamb-leg", weight_kg=2.4)
    )
    bone = leg["bone_off"]
    assert bone.minutes is not None
    assert bone.minutes < 0.0


def test_a_covered_rest_climbs_higher_than_an_open_one() -> None:
    found = asked()
    assert found["rest_cover"].words == "rest open"
    assert found["rest_cover"].degrees < 0.0 < found["rest_wrapped"].degrees  # type: ignore[operator]


def test_a_method_without_an_oven_is_asked_less() -> None:
    assert {"cold_oven", "door"}.isdisjoint(asked("sear 8min; rest open 5min"))


def test_thermometers_leave_other_stages_alone() -> None:
    method = parse_method("150C on rack until peak 60C; 220C until brown; rest open 15min")
    plan = go(str(method))
    told = looked_at(plan.method, plan, "none")
    assert str(told.stages[1]) == "220C until brown"
