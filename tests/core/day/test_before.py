"""Before the day: backwards from the door, shortened where time is short, never out of order."""

from __future__ import annotations

import itertools
from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.day.conftest import supper
from trencher.core.catalogue.care import Care, salt_advice, salt_depth_mm, surface_after
from trencher.core.day.before import FridgeNeed, before, fridge_clashes, teaspoons
from trencher.core.day.dishes import JointDish
from trencher.core.day.order import running_order
from trencher.core.joint import Joint
from trencher.core.planner.thaw import thaw


def joint(**care: Any) -> JointDish:
    return replace(supper((), joints=1).joints[0], care=Care(**care))


def ids(dish: JointDish, now_min: float | None = None) -> list[str]:
    return [s.id.removeprefix("beef/before-") for s in before(dish, now_min).steps]


def test_nothing_is_asked_of_a_joint_that_needs_nothing() -> None:
    assert before(joint()).steps == ()


def test_each_step_follows_the_one_before_and_ends_at_the_door() -> None:
    dish = joint(salt_g_kg=10, uncovered=True, tie=True, chill_min=45, marinade=True)
    found = before(dish).steps
    for earlier, later in itertools.pairwise(found):
        assert earlier.at_min <= later.at_min
        assert later.after == (earlier.id,)
    assert max(s.at_min for s in found) <= dish.ready_min
    assert all(s.latest_min is not None and s.latest_min >= s.at_min - 1e-9 for s in found)
    assert [s.id.removeprefix("beef/before-") for s in found] == [
        "salt",
        "dry",
        "marinade",
        "marinade-turn",
        "tie",
        "chill",
    ]


def test_short_of_time_the_cure_is_shortened_then_given_up() -> None:
    dish = joint(salt_g_kg=10)
    (salt,) = before(dish, dish.ready_min - 6 * 60).steps
    assert dish.ready_min - salt.at_min == pytest.approx(6 * 60)
    late = before(dish, dish.ready_min - 30)
    assert "too late" in late.late[0]
    assert "as it goes in" in late.steps[0].words


def test_what_was_done_counts_from_when_it_was_done() -> None:
    dish = joint(salt_g_kg=10)
    done = {"beef/before-salt": dish.ready_min - 20 * 60}
    (salt,) = before(dish, dish.ready_min - 60, done).steps
    assert salt.at_min == done["beef/before-salt"]
    assert before(dish, dish.ready_min - 60, done).late == ()


def test_the_knife_goes_across_the_grain_that_was_seen() -> None:
    def carve(grain: float | None) -> str:
        table = supper((), joints=1)
        joints = (replace(table.joints[0], care=Care(grain_deg=grain)),)
        order = running_order(replace(table, joints=joints))
        return next(s.words for s in order.steps if s.code == "carve")

    assert "grain" not in carve(None)
    assert "straight across" in carve(0.0)
    assert "runs 30° to its length" in carve(-30.0)


def test_a_joint_in_the_oven_asks_for_nothing_before() -> None:
    assert before(replace(joint(salt_g_kg=10), started_min=-100.0)).steps == ()


def test_grams_are_grams_and_spoons_are_this_salts() -> None:
    total, fine, _ = teaspoons(Care(salt_g_kg=10, salt_id="fine"), 1.9)
    same, flakes, name = teaspoons(Care(salt_g_kg=10, salt_id="flakes"), 1.9)
    assert total == same == pytest.approx(19.0)
    assert flakes > 1.8 * fine
    assert "flakes" in name


def test_salt_goes_in_with_the_root_of_time() -> None:
    assert salt_depth_mm(4.0) == pytest.approx(2.0 * salt_depth_mm(1.0))
    assert 5.0 < salt_depth_mm(24.0) < 12.0


@settings(max_examples=30)
@given(hours=st.floats(-5, 72), uncovered=st.booleans())
def test_there_is_salt_advice_for_whatever_time_is_left(hours: float, uncovered: bool) -> None:
    found = salt_advice(hours, uncovered=uncovered)
    assert (found.when == "at_table") == (hours <= 0)
    assert found.depth_mm >= 0
    if found.when == "now":
        assert surface_after(hours, uncovered=uncovered) in ("drawn_in", "drier")


# --- thaw ---------------------------------------------------------------------------------------
def frozen(thickness: float) -> Joint:
    return Joint(cut="beef-sirloin-boned", weight_kg=1.9, thickness_mm=thickness)


def test_thick_thaws_longer_and_water_is_far_quicker() -> None:
    thin, thick = (thaw(frozen(mm), "water").hours for mm in (50.0, 100.0))
    assert thin is not None
    assert thick is not None
    assert thin < thick
    slow = thaw(frozen(100.0), "fridge")
    assert slow.hours is None or slow.hours > 3.0 * thick


def test_a_warmer_fridge_thaws_sooner() -> None:
    cold, warm = (thaw(frozen(80.0), "fridge", c).hours for c in (3.0, 7.0))
    assert cold is not None
    assert warm is not None
    assert warm < cold


def test_not_thawed_in_time_offers_water_or_an_icy_start() -> None:
    dish = joint(frozen="is")
    hours = before(dish, dish.ready_min - 12 * 60)
    assert "cold water" in hours.late[0]
    icy = before(dish, dish.ready_min - 60)
    assert "{c:-1}" in icy.late[0]


# --- the fridge ---------------------------------------------------------------------------------
def test_two_joints_on_one_shelf_clash_and_on_two_do_not() -> None:
    needs = [FridgeNeed("a", -900, -200, True), FridgeNeed("b", -600, -100, False)]
    (clash,) = fridge_clashes(needs, 1)
    assert (clash.from_min, clash.to_min, clash.dishes) == (-600, -200, ("a", "b"))
    assert fridge_clashes(needs, 2) == ()


def test_a_full_fridge_is_a_clash_of_the_day() -> None:
    table = supper(())
    joints = tuple(replace(j, care=Care(uncovered=True)) for j in table.joints)
    assert running_order(replace(table, joints=joints)).fits
    full = running_order(replace(table, joints=joints, fridge_shelves=1))
    assert not full.fits
    assert full.fridge[0].dishes == ("beef", "pork")
