"""The solver's part alone: toy problems with known answers, and every small one by brute force."""

from __future__ import annotations

from itertools import product

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from trencher.core.day.placement import (
    LEFT_OUT,
    Activity,
    Link,
    Option,
    Placement,
    PlacementProblem,
    Use,
    place,
)

SLOTS = 6
ONE = {"ring": np.ones(SLOTS)}


def ring(start: int, length: int, price: float = 0.0) -> Option:
    end = start + length
    return Option(start=start, end=end, price=price, uses=(Use("ring", start, end, 1.0),))


def anywhere(dish: str, length: int, *, later_is_better: bool = True) -> Activity:
    options = tuple(
        ring(s, length, 0.1 * (SLOTS - s if later_is_better else s))
        for s in range(SLOTS - length + 1)
    )
    return Activity(id=f"{dish}/1", dish=dish, options=options)


def problem(*activities: Activity, links: tuple[Link, ...] = ()) -> PlacementProblem:
    return PlacementProblem(slots=SLOTS, activities=activities, links=links, capacity=ONE)


def test_one_step_takes_its_cheapest_place() -> None:
    found = place(problem(anywhere("a", 2)))
    assert found.chosen["a/1"].start == 4
    assert found.left_out == ()


def test_two_steps_share_a_ring_one_after_the_other() -> None:
    found = place(problem(anywhere("a", 3), anywhere("b", 3)))
    starts = sorted(o.start for o in found.chosen.values())
    assert starts == [0, 3]


def test_what_finds_no_room_is_left_out_and_only_that() -> None:
    found = place(problem(anywhere("a", 4), anywhere("b", 4)))
    assert len(found.left_out) == 1
    assert len(found.chosen) == 1
    assert found.price >= LEFT_OUT


def test_a_dish_is_left_out_whole() -> None:
    first = Activity(id="a/1", dish="a", options=(ring(0, 1),))
    second = Activity(id="a/2", dish="a", options=(ring(2, 1),))
    blocks = Activity(id="b/1", dish="b", options=(ring(2, 1),))
    also = Activity(id="b/2", dish="b", options=(ring(0, 1),))
    found = place(problem(first, second, blocks, also))
    assert len({k.split("/")[0] for k in found.chosen}) == 1
    assert len(found.chosen) == 2


def test_a_step_without_any_option_leaves_its_dish_out_at_once() -> None:
    hopeless = Activity(id="a/1", dish="a", options=())
    found = place(problem(hopeless, anywhere("b", 1)))
    assert found.left_out == ("a",)
    assert "b/1" in found.chosen
    assert place(problem(hopeless)).left_out == ("a",)


@pytest.mark.parametrize(("least", "most"), [(0, 0), (1, 2), (2, 2)])
def test_steps_keep_their_order_and_their_distance(least: int, most: int) -> None:
    link = Link("a/1", "a/2", least, most)
    second = Activity(id="a/2", dish="a", options=anywhere("a", 1).options)
    found = place(problem(anywhere("a", 1, later_is_better=False), second, links=(link,)))
    gap = found.chosen["a/2"].start - found.chosen["a/1"].end
    assert least <= gap <= most


def test_an_oven_has_one_heat_at_a_time() -> None:
    def baked(dish: str, heat: float) -> Activity:
        options = tuple(
            Option(
                start=s, end=s + 3, price=0.1 * (3 - s), heat=("oven", heat), heat_slots=(s, s + 3)
            )
            for s in range(4)
        )
        return Activity(id=f"{dish}/1", dish=dish, options=options)

    same = place(problem(baked("a", 180.0), baked("b", 180.0)))
    assert {o.start for o in same.chosen.values()} == {3}
    unlike = place(problem(baked("a", 180.0), baked("b", 220.0)))
    starts = sorted(o.start for o in unlike.chosen.values())
    assert starts[1] - starts[0] >= 3


# --- by brute force -----------------------------------------------------------------------------
def feasible(p: PlacementProblem, chosen: dict[str, Option]) -> bool:
    for name, room in p.capacity.items():
        used = np.zeros(p.slots)
        for option in chosen.values():
            for use in option.uses:
                if use.resource == name:
                    used[use.first : use.last] += use.amount
        if (used > room + 1e-9).any():
            return False
    for link in p.links:
        if link.before in chosen and link.after in chosen:
            gap = chosen[link.after].start - chosen[link.before].end
            if not link.least <= gap <= link.most:
                return False
    return True


def cheapest(p: PlacementProblem) -> float:
    """The best price over every subset of dishes and every choice."""
    dishes = sorted({a.dish for a in p.activities})
    best = LEFT_OUT * len(dishes)
    for kept in product((False, True), repeat=len(dishes)):
        inside = {d for d, k in zip(dishes, kept, strict=True) if k}
        own = [a for a in p.activities if a.dish in inside]
        for options in product(*(a.options for a in own)):
            chosen = {a.id: o for a, o in zip(own, options, strict=True)}
            price = sum(o.price for o in options) + LEFT_OUT * (len(dishes) - len(inside))
            if price < best and feasible(p, chosen):
                best = price
    return best


def check(p: PlacementProblem, found: Placement) -> None:
    assert feasible(p, dict(found.chosen))
    dishes = {a.dish for a in p.activities}
    placed = {k.split("/")[0] for k in found.chosen}
    assert placed | set(found.left_out) == dishes
    assert not placed & set(found.left_out)


@settings(max_examples=25)
@given(
    lengths=st.lists(st.integers(1, 4), min_size=1, max_size=3),
    prices=st.lists(st.integers(0, 9), min_size=SLOTS * 3, max_size=SLOTS * 3),
    rooms=st.lists(st.integers(0, 2), min_size=SLOTS, max_size=SLOTS),
    linked=st.booleans(),
)
def test_no_small_problem_has_a_cheaper_answer(
    lengths: list[int], prices: list[int], rooms: list[int], linked: bool
) -> None:
    activities = tuple(
        Activity(
            id=f"{'ab'[n % 2]}/{n}",
            dish="ab"[n % 2],
            options=tuple(
                ring(s, length, prices[n * SLOTS + s]) for s in range(SLOTS - length + 1)
            ),
        )
        for n, length in enumerate(lengths)
    )
    links = (Link("a/0", "a/2", 0, 3),) if linked and len(lengths) == 3 else ()
    p = PlacementProblem(
        slots=SLOTS,
        activities=activities,
        links=links,
        capacity={"ring": np.array(rooms, dtype=np.float64)},
    )
    found = place(p, 5.0)
    check(p, found)
    assert found.price <= cheapest(p) * 1.011 + 1e-6
