"""Each kind of repair: what it changes, what it costs, and that it is what it says."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import Any

import pytest

from tests.core.day.conftest import supper
from tests.core.day.test_clashes import replan
from trencher.core.day.clashes import Clash, clashes
from trencher.core.day.dishes import JointDish, Table
from trencher.core.day.order import main_span, order_times, running_order
from trencher.core.day.repairs import MOST_TRIED, Repair, repairs

PUDDINGS_EARLY = ("batter-puddings",)


def never(_joint: JointDish, _change: Mapping[str, object]) -> None:
    """No joint can be planned otherwise."""


def offered(table: Table, clash: Clash | None = None, plan: Any = replan) -> tuple[Repair, ...]:
    order = running_order(table)
    found = clash or clashes(order)[0]
    return repairs(order, found, plan)


def both_in_one() -> Table:
    return supper((), both_in="house")


def test_another_oven_moves_the_joint_and_says_how_its_start_moves() -> None:
    other = next(r for r in offered(both_in_one()) if r.code == "other_oven")
    assert other.works
    assert next(iter(other.change.values())) == {"oven": "range"}
    assert "into Range" in other.words
    assert "start" in other.costs or "sooner" in other.costs or "later" in other.costs
    assert other.order is not None
    assert {j.oven for j in other.order.table.joints} == {"house", "range"}


def test_a_common_heat_plans_the_joint_anew_and_still_meets_its_peak() -> None:
    common = [r for r in offered(both_in_one()) if r.code == "common_heat"]
    for repair in common:
        assert "{c:165}" in repair.words
        assert "crust" in repair.costs
        assert repair.order is not None
        for joint in repair.order.table.joints:
            wanted = 57.0 if joint.id == "beef" else 70.0
            assert joint.forecast.peak_c == pytest.approx(wanted, abs=0.2)


def test_where_no_joint_can_be_moved_only_the_rest_is_offered() -> None:
    assert offered(both_in_one(), plan=never) == ()


def test_a_joint_that_is_in_the_oven_is_never_moved() -> None:
    table = both_in_one()
    inside = tuple(replace(j, started_min=j.start_min) for j in table.joints)
    assert offered(replace(table, joints=inside)) == ()


def test_a_second_pair_of_hands_says_how_much_it_gives() -> None:
    order = running_order(supper(["roast-roots"]))
    clash = Clash(what="hands", dish="roast-roots", other="hands", words="Too few hands.")
    helper = next(r for r in repairs(order, clash, never) if r.code == "helper")
    assert helper.change == {"room": {"hands": 2}}
    assert helper.order is not None
    given = sum(b - a for s in helper.order.steps if s.who for a, b in s.busy)
    assert f"{given:.0f} minutes" in helper.costs or given == 0


def test_a_longer_wait_is_told_beside_the_wait_it_would_like() -> None:
    order = running_order(supper(["greens"]))
    clash = Clash(what="hands", dish="greens", other="hands", words="Too few hands.")
    stretch = next(r for r in repairs(order, clash, never) if r.code == "stretch")
    waits = dict(stretch.change)["greens"]["wait_min"]
    assert waits == pytest.approx(18.0)
    assert "6 would be good" in stretch.costs
    assert stretch.order is not None
    _, ready = order_times(stretch.order, "greens")
    assert stretch.order.table.knife_down_min - ready <= 18.0 + 5.0


def test_a_wider_range_of_heat_reaches_a_cooler_oven() -> None:
    table = supper(["batter-puddings"])
    cool = tuple(replace(o, cooker=replace(o.cooker, max_c=190.0)) for o in table.room.ovens)
    table = replace(table, room=replace(table.room, ovens=cool))
    wider = [r for r in offered(table, plan=never) if r.code == "other_heat"]
    assert len(wider) == 1
    assert wider[0].order is not None
    span = main_span(wider[0].order, wider[0].order.table.sides[0])
    assert span is not None
    assert (span.air_c or 0.0) <= 190.0
    assert "paler" in wider[0].costs


def test_leaving_it_out_always_works_and_comes_last() -> None:
    table = supper(["barley"], rings=0)
    found = offered(table, plan=never)
    assert found[-1].code == "leave_out"
    assert found[-1].works
    assert found[-1].change == {"barley": {"left_out": True}}


def test_never_more_are_tried_than_a_cook_would_wait_for() -> None:
    tried: list[Mapping[str, object]] = []

    def counted(joint: JointDish, change: Mapping[str, object]) -> JointDish | None:
        tried.append(change)
        return replan(joint, change)

    order = running_order(both_in_one())
    assert len(repairs(order, clashes(order)[0], counted)) <= MOST_TRIED
    assert len(tried) <= 2 * MOST_TRIED


def test_trying_repairs_changes_nothing() -> None:
    order = running_order(both_in_one())
    before = (order.table, order.steps)
    repairs(order, clashes(order)[0], replan)
    assert (order.table, order.steps) == before
