"""The rest of a day planned anew: what has begun stays, nothing is placed in the past."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.core.day.conftest import supper
from tests.core.day.test_clashes import replan
from trencher.core.day.begun import begun_steps
from trencher.core.day.clashes import clashes
from trencher.core.day.dishes import Table
from trencher.core.day.options import HURRIED_MIN
from trencher.core.day.order import Order, running_order
from trencher.core.day.repairs import later, repairs

SIDES = ["roast-celeriac", "barley", "leeks-in-the-pan"]
NOW = -75.0


def going(table: Table) -> Table:
    return replace(table, joints=tuple(replace(j, started_min=j.start_min) for j in table.joints))


@pytest.fixture(scope="module")
def planned() -> Order:
    return running_order(going(supper(SIDES, people=12)))


def again(order: Order, over: dict[str, float], now: float) -> Order:
    return running_order(replace(order.table, now_min=now, begun=begun_steps(order, over)))


def test_what_was_not_begun_moves_after_the_present(planned: Order) -> None:
    now = min(s.at_min for s in planned.steps if s.dish in SIDES) + 6.0
    order = again(planned, {}, now)
    assert order.left_out == ()
    for step in order.steps:
        if step.dish in SIDES:
            assert step.at_min >= now - HURRIED_MIN - 1e-6


def test_what_has_begun_stays_where_it_stands(planned: Order) -> None:
    at = planned.sides_at["roast-celeriac/2"]
    over = {"roast-celeriac/1": at.at_min - 8.0, "roast-celeriac/2": at.at_min - 3.0}
    order = again(planned, over, at.at_min + 5.0)
    step = next(s for s in order.steps if s.id == "roast-celeriac/2")
    assert step.at_min == pytest.approx(at.at_min - 3.0)
    assert step.until_min - step.at_min == pytest.approx(at.minutes)
    assert order.sides_at["roast-celeriac/2"].oven == at.oven
    prep = order.sides_at["roast-celeriac/1"]
    assert prep.over_min == pytest.approx(at.at_min - 8.0)


def test_who_took_it_out_had_put_it_in(planned: Order) -> None:
    at = planned.sides_at["roast-celeriac/2"]
    found = begun_steps(planned, {"roast-celeriac/2/out": at.over_min + 4.0})
    assert set(found) == {"roast-celeriac/1", "roast-celeriac/2"}
    assert found["roast-celeriac/2"].over_min == pytest.approx(at.over_min + 4.0)
    assert found["roast-celeriac/1"].over_min <= found["roast-celeriac/2"].at_min + 1e-6


def test_a_step_that_is_skipped_is_over_and_a_turn_left_out_begins_nothing(planned: Order) -> None:
    skipped = begun_steps(planned, {}, {"leeks-in-the-pan/1": NOW - 5.0})
    assert set(skipped) == {"leeks-in-the-pan/1"}
    assert skipped["leeks-in-the-pan/1"].minutes < 1.0
    assert begun_steps(planned, {}, {"roast-celeriac/2/turn1": NOW}) == {}
    order = running_order(replace(planned.table, now_min=NOW, begun=skipped))
    assert next(s for s in order.steps if s.id == "leeks-in-the-pan/2").at_min >= NOW - HURRIED_MIN


def test_waiting_longer_than_liked_does_not_forbid_what_follows(planned: Order) -> None:
    hours_ago = {"leeks-in-the-pan/1": -600.0}
    order = again(planned, hours_ago, NOW)
    assert "leeks-in-the-pan" not in order.left_out
    later_on = next(s for s in order.steps if s.id == "leeks-in-the-pan/2")
    assert later_on.at_min >= NOW - HURRIED_MIN


def test_a_joint_that_should_be_in_is_a_clash_and_later_is_its_repair() -> None:
    table = supper(["barley"], joints=1)
    late = table.joints[0].start_min + 26.0
    order = running_order(replace(table, now_min=late))
    assert order.overdue["beef"] == pytest.approx(26.0)
    assert not order.fits
    clash = next(c for c in clashes(order) if c.dish == "beef")
    assert clash.what == "time"
    offered = repairs(order, clash, replan)
    assert offered[0].code == "later"
    assert offered[0].change == {"table": {"later_min": 30.0}}


def test_later_moves_all_that_has_happened_away_from_the_table(planned: Order) -> None:
    over = {"roast-celeriac/1": -90.0}
    table = replace(
        planned.table,
        now_min=NOW,
        begun=begun_steps(planned, over),
        quiet=((-900.0, -600.0),),
        done={"x": -100.0},
    )
    moved = later(table, 30.0)
    assert moved.now_min == NOW - 30.0
    assert moved.quiet == ((-930.0, -630.0),)
    assert moved.done == {"x": -130.0}
    was, now = (t.begun["roast-celeriac/1"].at_min for t in (table, moved))
    assert now == was - 30.0
    assert all(
        b.started_min == a.started_min - 30.0  # type: ignore[operator]
        for a, b in zip(table.joints, moved.joints, strict=True)
    )
