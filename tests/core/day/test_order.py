"""The running order: nothing twice, nothing too late, nothing cold, and honest sums."""

from __future__ import annotations

from collections import defaultdict
from dataclasses import replace
from itertools import combinations, pairwise

import numpy as np
import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st

from tests.core.day.conftest import BEEF, supper, worked
from trencher.core.catalogue.sides import SIDES
from trencher.core.day.begun import begun_steps
from trencher.core.day.dishes import Table
from trencher.core.day.fixed import SAME_AIR_C, SLOT_MIN, Fixed
from trencher.core.day.options import BEARS_C, HURRIED_MIN
from trencher.core.day.order import Order, main_span, running_order

SUPPER = (
    "roast-celeriac",
    "leeks-in-the-pan",
    "barley",
    "crab-apple-sauce",
    "onion-gravy",
    "mushroom-chestnut-tart",
)


def check(order: Order) -> None:
    """Every claim a running order makes, on whatever was placed."""
    table = order.table
    _hands(order)
    _ovens(order)
    _rings(order)
    _tins(order)
    _quiet(order)
    _waits(order)
    _precedence(order)
    total = sum(s.hands_min for s in order.steps)
    assert order.hands_min == pytest.approx(total)
    assert all(s.until_min >= s.at_min for s in order.steps)
    assert [s.at_min for s in order.steps] == sorted(s.at_min for s in order.steps)
    assert len({s.id for s in order.steps}) == len(order.steps)
    assert max(s.until_min for s in order.steps) == pytest.approx(0.0)
    placed = {s.dish for s in order.spans}
    assert {d.id for d in table.sides} - set(order.left_out) <= placed


def _hands(order: Order) -> None:
    busy: dict[str, list[tuple[float, float]]] = defaultdict(list)
    now = order.table.now_min
    for step in order.steps:
        # What was done already was done, with however many hands.
        root = "/".join(step.id.split("/")[:2])
        if now is None or step.at_min >= now or root in order.sides_at.keys() - order.table.begun:
            busy[step.who] += list(step.busy)
        spent = sum(b - a for a, b in step.busy)
        assert spent == pytest.approx(step.hands_min, abs=1e-6), step
    for pieces in busy.values():
        ordered = sorted(pieces)
        for (_, b), (c, _) in pairwise(ordered):
            assert b <= c + 1e-6
    assert len(busy) <= order.table.room.hands


def _ovens(order: Order) -> None:
    for oven in order.table.room.ovens:
        here = [s for s in order.spans if s.lane == f"oven:{oven.id}" and s.kind != "preheat"]
        at = np.arange(-600.0, 0.0, 1.0)
        high = np.zeros(len(at))
        for span in here:
            high[(at >= span.from_min) & (at < span.to_min)] += span.room
        if not any(d.oven == oven.id and d.kind == "room" for d in order.disagreements):
            assert high.max(initial=0.0) <= oven.height_mm + 1e-6
        set_heats = [s for s in here if s.kind == "side" and s.air_c is not None]
        for one, other in combinations(set_heats, 2):
            together = min(one.to_min, other.to_min) - max(one.from_min, other.from_min)
            if together > 1e-6:
                assert one.air_c == other.air_c, (one, other)


def _rings(order: Order) -> None:
    at = np.arange(-600.0, 0.0, 1.0)
    used = sum(
        ((at >= s.from_min) & (at < s.to_min)).astype(int) for s in order.spans if s.lane == "hob"
    )
    assert np.max(used, initial=0) <= order.table.room.rings


def _tins(order: Order) -> None:
    if order.table.room.tins is None:
        return
    at = np.arange(-600.0, order.table.knife_down_min, 1.0)
    used = np.zeros(len(at))
    for joint in order.table.joints:
        used[(at >= joint.ready_min) & (at < joint.due_min)] += 1
    for dish in order.table.sides:
        for i, step in enumerate(dish.side.steps):
            for span in order.spans:
                if span.step == f"{dish.id}/{i + 1}" and span.kind == "side":
                    used[(at >= span.from_min) & (at < span.to_min)] += dish.trays(step)
    assert used.max() <= max(order.table.room.tins, len(order.table.joints))


def _quiet(order: Order) -> None:
    joints = {j.id for j in order.table.joints}
    for step in order.steps:
        if step.dish and step.dish not in joints and step.code in ("set_going", "into_oven"):
            assert not order.table.is_quiet(step.at_min), step


def _waits(order: Order) -> None:
    """Nothing hot waits beyond its hold, and nothing stands longer than it may."""
    for dish in order.table.sides:
        if dish.id in order.left_out:
            continue
        ends = {}
        starts = {}
        for i in range(len(dish.side.steps)):
            span = next(s for s in order.spans if s.step == f"{dish.id}/{i + 1}")
            starts[i], ends[i] = span.from_min, span.to_min
        for i, step in enumerate(dish.side.steps):
            if f"{dish.id}/{i + 1}" in order.table.begun:
                continue
            onward = starts.get(i + 1, order.table.knife_down_min)
            assert onward - ends[i] <= step.wait_min + SLOT_MIN, (dish.id, i)
            assert onward - ends[i] >= step.stand_min - SLOT_MIN, (dish.id, i)


def _precedence(order: Order) -> None:
    by_id = {s.id: s for s in order.steps}
    for step in order.steps:
        for before in step.after:
            if before in by_id and step.code not in ("turn", "ready_side", "plate"):
                assert by_id[before].at_min <= step.at_min + 1e-6, (before, step.id)


def test_the_supper_comes_out_with_no_clash() -> None:
    order = running_order(supper(SUPPER, people=17))
    assert order.fits
    check(order)


def test_the_same_table_is_the_same_order() -> None:
    first, second = (running_order(supper(SUPPER, people=17)) for _ in range(2))
    assert first.steps == second.steps


NAMES = sorted(SIDES)


# A dressing that must stand half an hour was put off to the last minute.
@example(
    sides=[
        "baked-potatoes",
        "green-beans",
        "mint-dressing",
        "roast-onions",
        "roast-squash",
        "roast-potatoes",
    ],
    people=12,
    hands=2,
    rings=1,
    tins=None,
    quiet=21,
    ticked=2,
)
@settings(max_examples=12)
@given(
    sides=st.lists(st.sampled_from(NAMES), min_size=1, max_size=7, unique=True),
    people=st.integers(2, 20),
    hands=st.integers(1, 3),
    rings=st.integers(1, 5),
    tins=st.one_of(st.none(), st.integers(2, 6)),
    quiet=st.integers(0, 200),
    ticked=st.integers(0, 12),
)
def test_whatever_is_asked_nothing_is_used_twice(
    sides: list[str], people: int, hands: int, rings: int, tins: int | None, quiet: int, ticked: int
) -> None:
    table = supper(sides, people=people, hands=hands, rings=rings, tins=tins)
    if quiet > 20:
        table = replace(table, quiet=((-300.0 - quiet, -300.0),))
    order = running_order(table, time_limit_s=5.0)
    check(order)
    # The rest of it once more, with the first few lines done in their minutes.
    own = [s for s in order.steps if s.dish in sides][:ticked]
    if own:
        over = {s.id: s.at_min if s.place != "hands" else s.until_min for s in own}
        going = tuple(replace(j, started_min=j.start_min) for j in table.joints)
        again = replace(
            table, joints=going, now_min=own[-1].at_min + 1.0, begun=begun_steps(order, over)
        )
        later = running_order(again, time_limit_s=5.0)
        check(later)
        for step in later.steps:
            if step.dish in sides and step.id.split("/")[0] not in later.left_out:
                root = "/".join(step.id.split("/")[:2])
                earliest = own[-1].at_min + 1.0 - HURRIED_MIN - 1e-6
                assert root in again.begun or step.at_min >= earliest


def test_every_side_alone_finds_its_place_beside_the_joints() -> None:
    for name in NAMES:
        order = running_order(supper([name], people=8, hands=2))
        assert order.left_out == (), name
        check(order)


def test_joints_run_back_from_the_knife_and_the_knife_from_the_plates() -> None:
    order = running_order(supper(SUPPER, people=17))
    table = order.table
    carve = {s.dish: s for s in order.steps if s.code == "carve"}
    assert carve["pork"].until_min == pytest.approx(carve["beef"].at_min)
    assert carve["beef"].until_min == pytest.approx(table.knife_down_min)
    serve = next(s for s in order.steps if s.code == "plate")
    assert (serve.at_min, serve.until_min) == pytest.approx((table.knife_down_min, 0.0))
    for joint in table.joints:
        assert joint.start_min + joint.forecast.end_min == pytest.approx(joint.due_min)


def test_more_plates_start_the_joints_sooner() -> None:
    few, many = (supper((), people=n) for n in (6, 20))
    assert many.joints[0].start_min < few.joints[0].start_min


def test_gravy_is_made_when_there_is_something_in_the_tin() -> None:
    order = running_order(supper(["pan-gravy", "onion-gravy"]))
    out = min(j.out_min for j in order.table.joints)
    for dish in order.table.sides:
        span = main_span(order, dish)
        assert span is not None
        assert span.from_min >= out


def test_puddings_take_the_hot_oven_that_the_joint_has_left() -> None:
    order = running_order(supper(["batter-puddings"]))
    span = main_span(order, order.table.sides[0])
    assert span is not None
    joint = next(j for j in order.table.joints if span.lane == f"oven:{j.oven}")
    assert span.from_min >= joint.out_min
    assert (span.air_c or 0.0) >= 205.0 - BEARS_C


def test_a_side_in_the_joints_air_changes_no_dial() -> None:
    order = running_order(supper(["roast-beetroot"]))
    step = next(s for s in order.steps if s.code == "into_oven")
    own_heat = [s for s in order.steps if s.code == "heat" and s.dish == ""]
    assert ("dial as it is" in step.words) == (not own_heat)


def test_a_pinned_side_stays_where_it_was_put() -> None:
    free = running_order(supper(SUPPER, people=17))
    barley = next(d for d in free.table.sides if d.id == "barley")
    was = main_span(free, barley)
    assert was is not None
    aim = was.from_min - 15.0
    pinned = running_order(supper(SUPPER, people=17, pinned={"barley": aim}))
    dish = next(d for d in pinned.table.sides if d.id == "barley")
    now = main_span(pinned, dish)
    assert now is not None
    assert now.from_min == pytest.approx(aim, abs=SLOT_MIN)
    assert pinned.price > free.price


def test_two_joints_that_want_unlike_heats_in_one_oven_are_a_pair() -> None:
    order = running_order(supper((), both_in="house"))
    kinds = {(d.kind, frozenset((d.first, d.second))) for d in order.disagreements}
    assert ("heat", frozenset(("beef", "pork"))) in kinds
    heat = next(d for d in order.disagreements if d.kind == "heat")
    assert heat.difference > SAME_AIR_C
    assert not order.fits


def test_two_joints_at_one_setting_share_an_oven_whatever_their_doors() -> None:
    table = supper(())
    house = replace(table.room.ovens[0], height_mm=600.0)
    way = "160C until peak 57C; rest tented 40min"
    one = replace(table.joints[0], forecast=worked(way, "house", **BEEF))
    other = replace(one, id="twin", due_min=one.due_min - 8.0)
    room = replace(table.room, ovens=(house, table.room.ovens[1]))
    order = running_order(replace(table, joints=(one, other), room=room))
    assert order.disagreements == ()


def test_what_is_too_late_to_begin_has_no_place() -> None:
    order = running_order(supper(["red-cabbage", "peas"], now_min=-40.0))
    assert order.left_out == ("red-cabbage",)


def test_a_side_without_a_ring_is_left_out_and_nothing_else() -> None:
    order = running_order(supper(["barley", "roast-beetroot"], rings=0))
    assert order.left_out == ("barley",)
    check(order)


def test_a_longer_window_does_not_move_the_table() -> None:
    table = supper(SUPPER)
    fixed = Fixed(table)
    assert fixed.minute(fixed.slots) == pytest.approx(table.knife_down_min)


def test_doubling_the_hands_is_never_dearer() -> None:
    one = running_order(supper(SUPPER, people=17), time_limit_s=5.0)
    table: Table = replace(one.table, room=replace(one.table.room, hands=2))
    two = running_order(table, time_limit_s=5.0)
    assert two.price <= one.price * 1.02
