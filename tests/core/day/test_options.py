"""The options written for each step: every one of them could be cooked."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from tests.core.day.conftest import supper
from trencher.core.catalogue.sides import SIDES
from trencher.core.day.dishes import SideDish, Table
from trencher.core.day.fixed import SLOT_MIN, Fixed
from trencher.core.day.options import (
    BEARS_C,
    HURRIED_MIN,
    Placed,
    Writer,
    main_step,
    small,
    step_id,
)
from trencher.core.day.placement import Activity

BAKED = [s.id for s in SIDES.values() if s.steps[-1].where == "oven"]


def written(table: Table) -> tuple[Fixed, dict[str, Activity]]:
    fixed = Fixed(table)
    return fixed, {a.id: a for a in Writer(fixed).problem().activities}


def placed(option: object) -> Placed:
    assert isinstance(option, Placed)
    return option


@pytest.mark.parametrize("name", BAKED)
def test_every_baked_option_bears_its_heat_and_ends_before_the_knife(name: str) -> None:
    table = supper([name])
    fixed, found = written(table)
    dish = table.sides[0]
    step = dish.side.steps[-1]
    options = found[step_id(dish, len(dish.side.steps) - 1)].options
    assert options
    for option in options:
        note = placed(option.note)
        assert note.cooked is not None
        assert note.cooked.coolest_c >= step.low_c - BEARS_C - 1e-6
        assert note.cooked.hottest_c <= step.high_c + BEARS_C + 1e-6
        assert 0 <= option.start < option.end <= fixed.slots
        assert (option.end - option.start) * SLOT_MIN >= note.minutes - 1e-6
        assert (fixed.slots - option.end) * SLOT_MIN <= step.wait_min
        assert option.price >= 0


def test_cooler_air_is_a_longer_option() -> None:
    # An oven that no joint has warmed or cooled: its air is level.
    _, found = written(replace(supper(["roast-celeriac"]), joints=()))
    by_heat: dict[float, float] = {}
    for option in found["roast-celeriac/2"].options:
        note = placed(option.note)
        if note.air_c is not None and note.cooked is not None:
            level = note.cooked.coolest_c == note.cooked.hottest_c
            if level:
                by_heat[note.air_c] = note.minutes
    heats = sorted(by_heat)
    assert len(heats) >= 2
    assert [by_heat[h] for h in heats] == sorted(by_heat.values(), reverse=True)


def test_in_the_joints_air_no_heat_is_asked_for_and_in_its_tin_no_room() -> None:
    table = supper(["roast-onions"])
    _, found = written(table)
    options = found["roast-onions/2"].options
    tins = [o for o in options if placed(o.note).tin_of]
    shared = [o for o in options if placed(o.note).air_c is None and not placed(o.note).tin_of]
    for option in tins:
        assert option.heat is None
        assert not any(u.resource.startswith("oven:") for u in option.uses)
        assert any(u.resource.startswith("tin:") for u in option.uses)
    for option in shared:
        assert option.heat is None
        assert any(u.resource.startswith("oven:") for u in option.uses)


def test_a_side_that_must_be_in_one_oven_is_only_there() -> None:
    table = supper(())
    dish = SideDish(side=SIDES["roast-roots"], oven="range")
    _, found = written(replace(table, sides=(dish,)))
    assert {placed(o.note).oven for o in found["roast-roots/2"].options} == {"range"}


def test_nothing_begins_in_the_past() -> None:
    fixed, found = written(supper(["mashed-potatoes"], now_min=-70.0))
    for activity in found.values():
        for option in activity.options:
            begins = fixed.minute(option.end) - placed(option.note).minutes
            assert begins >= -70.0 - HURRIED_MIN - 1e-6


def test_a_pin_leaves_the_one_place_nearest_to_it() -> None:
    fixed, found = written(supper(["barley"], pinned={"barley": -62.0}))
    starts = {o.start for o in found["barley/1"].options}
    assert len(starts) == 1
    option = found["barley/1"].options[0]
    begins = fixed.minute(option.end) - placed(option.note).minutes
    assert begins == pytest.approx(-62.0, abs=SLOT_MIN)


def test_the_step_that_is_drawn_is_the_last_that_is_heated() -> None:
    drawn = {name: main_step(SideDish(side=SIDES[name])) for name in SIDES}
    for name, index in drawn.items():
        where = [s.where for s in SIDES[name].steps]
        assert where[index] in ("oven", "hob") or not {"oven", "hob"} & set(where)
        assert not {"oven", "hob"} & set(where[index + 1 :])


def test_a_small_task_counts_in_both_pairs_of_slots_that_hold_its_own() -> None:
    use = small(7, 2.0)
    assert (use.first, use.last, use.amount) == (6, 8, 2.0)


def test_every_capacity_has_a_slot_for_every_slot() -> None:
    table = supper(["roast-roots", "peas"])
    fixed = Fixed(table)
    problem = Writer(fixed).problem()
    for name, room in problem.capacity.items():
        assert room.shape == (fixed.slots,), name
        assert np.isfinite(room).all()
        assert room.min() >= 0
    used = {u.resource for a in problem.activities for o in a.options for u in o.uses}
    assert used <= set(problem.capacity)
