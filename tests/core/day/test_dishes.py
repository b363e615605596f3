"""What the joints leave: their air, their room, their hands; the knife and the plates."""

from __future__ import annotations

import itertools
from dataclasses import replace

import numpy as np
import pytest

from tests.core.day.conftest import BEEF, BEEF_WAY, HOUSE, RANGE, supper, worked
from trencher.core.day.dishes import carve_min, carving_order, for_people, plating_min
from trencher.core.day.doors import doors_on, with_doors
from trencher.core.day.fixed import SLOT_MIN, Fixed, moments
from trencher.core.day.joint_steps import joint_spans, joint_steps
from trencher.core.day.order import running_order
from trencher.core.method.notation import parse_method
from trencher.core.method.schools import Thermometer


def test_the_pinkest_is_carved_last_and_the_knife_is_put_down_once() -> None:
    found = carving_order({"a": 4, "b": 10, "c": 6}, {"a": 57.0, "b": 70.0, "c": 62.0}, -9.0)
    assert found["a"][0] > found["c"][0] > found["b"][0]
    ends = {k: at + minutes for k, (at, minutes) in found.items()}
    assert ends["a"] == pytest.approx(-9.0)
    assert ends["c"] == pytest.approx(found["a"][0])
    assert found["b"][1] == pytest.approx(carve_min(10))


def test_more_people_take_longer_but_not_in_step() -> None:
    assert for_people(10, 8) == pytest.approx(10)
    assert 10 < for_people(10, 16) < 20
    assert plating_min(17, 8) > plating_min(6, 4)


def test_a_dial_is_in_its_own_marks() -> None:
    off = replace(HOUSE, cooker=replace(HOUSE.cooker, dial_error_c=12.0))
    assert off.says(160.0) == "172 °C"
    assert replace(off, marks="F").says(160.0) == "342 °F"
    assert RANGE.says(180.0) == "gas 4"
    assert (RANGE.within(90.0), RANGE.within(260.0), RANGE.within(180.0)) == (107, 232, 180)


def test_a_joint_is_in_the_oven_until_it_is_out_and_its_air_is_the_forecasts() -> None:
    joint = supper(()).joints[0]
    ((a, b),) = joint.in_oven
    assert a == pytest.approx(joint.start_min)
    assert b == pytest.approx(joint.out_min, abs=0.01)
    at = np.array([a - 5, a + 10, b - 1, b + 5])
    air = joint.air_c(at)
    assert np.isnan(air[[0, 3]]).all()
    assert 185 < air[1] < 225
    # Still coming down from 220: it is out before the oven has settled.
    assert 160 <= air[2] <= 172


def test_one_that_is_in_the_oven_already_stays_where_it_is() -> None:
    joint = replace(supper(()).joints[0], started_min=-140.0)
    assert joint.start_min == -140.0
    codes = [s.code for s in joint_steps(joint, HOUSE)]
    assert "ready" not in codes
    assert "heat" not in codes
    assert codes[-1] == "carve"


def test_moments_are_in_their_order_and_between_start_and_rest() -> None:
    joint = supper(()).joints[1]
    found = list(moments(joint))
    assert [m.code for m in found] == ["in", "change", "out"]
    assert [m.at_min for m in found] == sorted(m.at_min for m in found)
    assert found[-1].at_min == pytest.approx(joint.out_min, abs=0.01)


def test_steps_follow_one_another_by_name() -> None:
    joint = supper(()).joints[0]
    steps = joint_steps(joint, HOUSE)
    by_id = {s.id: s for s in steps}
    chain = by_id["beef/carve"]
    seen = []
    while chain.after:
        chain = by_id[chain.after[0]]
        seen.append(chain.code)
    assert seen == ["out", "change", "in", "ready"]


def test_spans_of_a_joint_touch_and_end_with_the_knife() -> None:
    joint = supper(()).joints[0]
    spans = joint_spans(joint, HOUSE)
    assert [s.kind for s in spans] == ["preheat", "joint", "joint", "rest", "hands"]
    for one, other in itertools.pairwise(spans):
        assert one.to_min == pytest.approx(other.from_min, abs=0.01)


def test_what_is_left_of_an_oven_is_its_height_less_the_joint() -> None:
    table = supper(())
    fixed = Fixed(table)
    joint = table.joints[0]
    inside = fixed.slot(joint.start_min + 30)
    before = fixed.slot(joint.start_min - 60)
    assert fixed.height["house"][before] == HOUSE.height_mm
    assert fixed.height["house"][inside] == pytest.approx(HOUSE.height_mm - joint.height_mm)


def test_preheating_is_the_joints_own_air_and_a_free_oven_is_unknown() -> None:
    table = supper(())
    fixed = Fixed(table)
    joint = table.joints[0]
    n = int(joint.start_min - fixed.first_min)
    assert fixed.air["house"][n - 5] == pytest.approx(220.0)
    assert np.isnan(fixed.air["house"][n - int(HOUSE.preheat_min) - 10])
    assert np.isnan(fixed.air["house"][int(joint.out_min - fixed.first_min) + 10])


def test_hands_left_never_exceed_what_there_is_and_carving_leaves_some() -> None:
    for hands in (1, 2):
        table = supper((), hands=hands)
        fixed = Fixed(table)
        assert fixed.hands.max() == pytest.approx(SLOT_MIN * hands)
        carving = fixed.slot(table.joints[1].due_min + 6)
        assert 0 < fixed.hands[carving] < SLOT_MIN * hands


# --- doors --------------------------------------------------------------------------------------
def test_doors_are_the_ones_that_others_open_while_it_is_in() -> None:
    order = running_order(supper(["roast-beetroot"], joints=1))
    joint = order.table.joints[0]
    opened = doors_on(order).get("beef", ())
    inside = [
        s
        for s in order.steps
        if s.dish == "roast-beetroot"
        and s.place == "oven:house"
        and s.code == "into_oven"
        and joint.start_min < s.at_min < joint.out_min
    ]
    assert len(opened) >= len(inside)
    assert all(0 < m < joint.forecast.pull_min for m in opened)
    assert doors_on(running_order(supper(()))) == {}


def test_a_door_is_hung_on_the_stage_it_falls_in_and_reads_back() -> None:
    method = parse_method("220C 20min; 160C until peak 57C; rest tented 40min")
    found = with_doors(method, [(0, 20), (20, 100), (100, 140)], [10.0, 65.0, 120.0])
    assert str(found) == (
        "220C 20min + open sides at 10min; 160C until peak 57C + open sides at 45min; "
        "rest tented 40min"
    )
    assert parse_method(str(found)) == found


def test_doors_for_the_sides_make_a_joint_later_and_ask_for_no_hands() -> None:
    joint = supper(()).joints[0]
    times = [(s.start_min, s.end_min) for s in joint.forecast.stages]
    opened = with_doors(parse_method(BEEF_WAY), times, [30.0, 45.0, 60.0, 75.0])
    later = replace(joint, forecast=worked(str(opened), "house", **BEEF))
    assert later.forecast.pull_min > joint.forecast.pull_min + 0.5
    assert len(list(moments(later))) == len(list(moments(joint)))


def test_without_a_thermometer_the_day_says_nothing_of_one() -> None:
    joint = supper().joints[0]
    oven = supper().room.oven(joint.oven)

    def said(thermometer: Thermometer) -> str:
        return " ".join(s.words for s in joint_steps(replace(joint, thermometer=thermometer), oven))

    assert "probe into the thickest place" in said("leave-in")
    assert "probe" not in said("spot")
    assert "in the middle" in said("spot")
    assert "probe" not in said("none")
    assert "out, by the clock" in said("none")
